package exchange

import (
	"cmp"
	"fmt"
	"io"
	"math"
	"slices"
	"time"

	"rsc.io/qr"

	"homalos/internal/picture"
	"homalos/internal/wood"
)

// Card is what a plate card says besides its drawing.
type Card struct {
	Job, Wall, Name string
	Length          string // as it is read out
	Lumber          string
	Hook            string // where the tape hooks, in words
	Open            string // the address that its code opens
	Revision        int64
	At              time.Time
	Paper           Paper
	Word            func(kind string) string // the crew's
}

// MostOnCard is how many marks find room on one page, legible.
const MostOnCard = 120

// WriteCard writes a wall's plate card as a PDF of one page: both plates with their
// marks, every mark with its piece and its length, the tape's hook, and a code that
// opens the wall. Marks that find no room are counted on it.
func WriteCard(w io.Writer, d picture.Drawing, c Card) error {
	code, err := qr.Encode(c.Open, qr.M)
	if err != nil {
		return fmt.Errorf("the address %.80q fits no code: %w", c.Open, err)
	}
	s := newSheets(c.Paper, fmt.Sprintf("Plate card, wall %s", c.Wall), c.At)
	s.AddPage()
	wide := c.Paper.Wide - 2*margin
	drawCode(s, code, c.Paper.Wide-margin-30, margin, 30)
	s.font("", 8)
	s.say(c.Paper.Wide-margin-15, margin+34, "C", "opens this wall")
	s.font("B", 40)
	s.say(margin, margin+14, "L", c.Wall)
	x := margin + s.GetStringWidth(c.Wall) + 5
	s.fitted(x, margin+7, wide-40-(x-margin), "L", "B", 18, c.Name)
	s.fitted(x, margin+14, wide-40-(x-margin), "L", "", 13, c.Length+" long, "+c.Lumber)
	s.fitted(margin, margin+21, wide-40, "L", "", 10, c.Job)
	s.fitted(margin, margin+29, wide-40, "L", "B", 14, c.Hook)
	foot := cardPlates(s, d, margin+40)
	cardList(s, d, c, foot+8)
	s.font("", 8)
	s.say(margin, c.Paper.High-margin+3, "L", fmt.Sprintf("As of revision %d, %s. A piece without a length is held: don't cut it.", c.Revision, c.At.Format("2006-01-02 15:04")))
	return s.write(w)
}

func drawCode(s *sheets, code *qr.Code, x, y, side float64) {
	cell := side / float64(code.Size)
	s.SetFillColor(0, 0, 0)
	for row := range code.Size {
		for col := 0; col < code.Size; col++ {
			from := col
			for col < code.Size && code.Black(col, row) {
				col++
			}
			if col > from { // a run as one piece: no white hairs between cells
				s.Rect(x+float64(from)*cell, y+float64(row)*cell, float64(col-from)*cell, cell, "F")
			}
		}
	}
}

// cardPlates draws both plates to the page's width, as they lie side by side, and says
// how far down they reach.
func cardPlates(s *sheets, d picture.Drawing, y float64) float64 {
	const high, gap = 12.0, 2.0
	x0 := margin + 16
	scale := (s.paper.Wide - x0 - margin - 2) / d.Length
	foot := y
	for i, plate := range []string{"top", "bottom"} {
		m, ok := mapNamed(d, plate)
		if !ok {
			continue
		}
		top := y + float64(i)*(high+gap)
		foot = top + high
		s.font("", 10)
		s.say(x0-2, top+high/2+1.5, "R", plate)
		s.SetFillColor(240, 234, 220)
		s.SetLineWidth(0.3)
		for _, p := range m.Pieces {
			s.Rect(x0+p.From*scale, top, (p.To-p.From)*scale, high, "FD")
		}
		s.SetLineWidth(0.4)
		for _, x := range m.Marks {
			line := x0 + x.Line*scale
			s.Line(line, top, line, top+high)
			low, up := top+high*(1-x.High/m.Depth), top+high*(1-x.Low/m.Depth)
			r := math.Max(1.2, math.Min(2.2, (x.To-x.From)*scale/2))
			s.sign(wood.Kind(x.Kind).Row().Sign, x0+(x.From+x.To)/2*scale, (low+up)/2, math.Min(r, (up-low)/2))
		}
	}
	end := x0
	if d.Hook == "end" {
		end = x0 + d.Length*scale
	}
	s.SetLineWidth(1.2)
	s.Line(end, y-3, end, foot+3) // the tape's hook
	s.SetLineWidth(0.25)
	s.fitted(x0, foot+5, 90, "L", "", 9, d.Ends[0])
	s.fitted(x0+d.Length*scale, foot+5, 90, "R", "", 9, d.Ends[1])
	return foot + 5
}

func mapNamed(d picture.Drawing, plate string) (picture.PlateMap, bool) {
	for _, m := range d.Maps {
		if m.Plate == plate {
			return m, true
		}
	}
	return picture.PlateMap{}, false
}

// listed are a card's lines: what stands on the bottom plate, and what only the top
// plate carries, as the tape comes to them.
func listed(d picture.Drawing) []picture.MapMark {
	bottom, _ := mapNamed(d, "bottom")
	top, _ := mapNamed(d, "top")
	on := map[string]bool{}
	for _, m := range bottom.Marks {
		on[m.Member] = true
	}
	out := append([]picture.MapMark{}, bottom.Marks...)
	for _, m := range top.Marks {
		if !on[m.Member] {
			out = append(out, m)
		}
	}
	ahead := func(m picture.MapMark) float64 {
		if d.Hook == "end" {
			return -m.To
		}
		return m.From
	}
	slices.SortStableFunc(out, func(a, b picture.MapMark) int { return cmp.Compare(ahead(a), ahead(b)) })
	return out
}

// cardList writes every mark in columns, as large as they all find room.
func cardList(s *sheets, d picture.Drawing, c Card, y float64) {
	all := listed(d)
	shown := all[:min(len(all), MostOnCard)]
	by := map[string]picture.DrawnPiece{}
	for _, p := range d.Pieces {
		by[p.ID] = p
	}
	room := s.paper.High - margin - 12 - y
	size, rows, columns := 26.0, 0, 0
	for ; size > 8; size-- {
		rows, columns = int(room/(size*0.46))-1, int((s.paper.Wide-2*margin)/(size*5.6))
		if rows*columns >= len(shown) {
			break
		}
	}
	columns = max(1, columns)
	line, wide := size*0.46, (s.paper.Wide-2*margin)/float64(columns)
	rows = min(rows, (len(shown)+columns-1)/columns)
	kinds := []string{}
	for i, m := range shown {
		x, at := margin+float64(i/rows)*wide, y+float64(i%rows+1)*line
		mark, far, piece, cut := x+size*0.35, x+size*2.05, x+size*3.1, x+math.Min(wide-4, size*5.7)
		if i%rows == 0 {
			s.font("", math.Max(8, size*0.45))
			s.say(mark, y-0.5, "L", "mark")
			s.say(far, y-0.5, "L", "edges")
			s.say(piece, y-0.5, "L", "piece")
			s.say(cut, y-0.5, "R", "length")
		}
		s.SetLineWidth(0.35)
		s.sign(wood.Kind(m.Kind).Row().Sign, x+size*0.14, at-size*0.12, size*0.11)
		s.font("B", size)
		s.say(mark, at, "L", m.Tape)
		s.fitted(far, at, size, "L", "", size*0.45, m.Near+" to "+m.Far)
		s.fitted(piece, at, size*0.95, "L", "", size*0.7, m.Member)
		if p := by[m.Member]; p.State == "ready" {
			s.fitted(cut, at, cut-piece-size, "R", "B", size, p.Label)
		} else {
			s.fitted(cut, at, cut-piece-size, "R", "", size*0.75, "held")
		}
		if !slices.Contains(kinds, m.Kind) {
			kinds = append(kinds, m.Kind)
		}
	}
	x := margin
	at := s.paper.High - margin - 3
	for _, k := range kinds {
		s.SetLineWidth(0.35)
		s.sign(wood.Kind(k).Row().Sign, x+2, at-1.4, 1.6)
		s.font("", 10)
		s.say(x+5, at, "L", c.Word(k))
		x += 11 + s.GetStringWidth(c.Word(k))
	}
	if n := len(all) - len(shown); n > 0 {
		s.font("B", 10)
		s.say(s.paper.Wide-margin, at, "R", fmt.Sprintf("and %d more marks: print the strip", n))
	}
}
