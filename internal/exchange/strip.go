package exchange

import (
	"fmt"
	"io"
	"math"
	"time"

	"homalos/internal/measure"
	"homalos/internal/picture"
	"homalos/internal/wood"
)

// Strip is what a plate's strip at true scale says besides its marks.
type Strip struct {
	Job, Wall string
	Plate     string // bottom or top
	System    measure.System
	Say       func(measure.Length) string
	At        time.Time
	Paper     Paper
}

// MostSheets is how many sheets a strip may take.
const MostSheets = 120

// A TooLong says that a strip would take too many sheets.
type TooLong struct{ Sheets int }

func (e *TooLong) Error() string {
	return fmt.Sprintf("the strip takes %d sheets, at most %d are printed: mark this wall by its card", e.Sheets, MostSheets)
}

// Across is how much of a plate one sheet carries, mm: whole inches, or whole
// centimetres.
func (x Strip) Across() float64 {
	room := x.Paper.Wide - 2*margin
	if x.System == measure.Metric {
		return math.Floor(room/10) * 10
	}
	return math.Floor(room/25.4) * 25.4
}

// checked is how long the check ruler is: 4 in, 100 mm.
func (x Strip) checked() (mm float64, said string) {
	if x.System == measure.Metric {
		return 100, "100 mm"
	}
	return 4 * 25.4, "4 in"
}

// WriteStrip writes a plate's marks at true scale, in sheets that are taped together
// and laid on it, from its left end. Every sheet carries a ruler to check the printer
// by.
func WriteStrip(w io.Writer, d picture.Drawing, x Strip) error {
	m, ok := mapNamed(d, x.Plate)
	if !ok {
		return fmt.Errorf("no %s plate is drawn of wall %s", x.Plate, x.Wall)
	}
	across := x.Across()
	n := int(math.Ceil(m.Length/across - 1e-9))
	if n > MostSheets {
		return &TooLong{n}
	}
	s := newSheets(x.Paper, fmt.Sprintf("%s plate of wall %s at true scale", x.Plate, x.Wall), x.At)
	for i := range n {
		s.AddPage()
		s.strip(m, d, x, i, n)
	}
	return s.write(w)
}

// strip draws one sheet: what of the plate lies from i times its width on.
func (s *sheets) strip(m picture.PlateMap, d picture.Drawing, x Strip, i, n int) {
	across := x.Across()
	from, to := float64(i)*across, math.Min(float64(i+1)*across, m.Length)
	at := func(mm float64) float64 { return margin + mm - from }
	depth := math.Min(m.Depth, s.paper.High-100)
	top := margin + 34.0
	foot := top + depth
	s.font("B", 16)
	s.say(margin, margin+6, "L", fmt.Sprintf("Wall %s, %s plate", x.Wall, x.Plate))
	s.font("B", 16)
	s.say(s.paper.Wide-margin, margin+6, "R", fmt.Sprintf("sheet %d of %d", i+1, n))
	s.fitted(margin, margin+12, s.paper.Wide-2*margin, "L", "", 10, fmt.Sprintf("%s: %s. Left end: %s. Print at 100 %%, cut along the left line and lay it on the right line of the sheet before.", x.Job, m.Said, m.Left))
	if depth < m.Depth {
		s.font("", 10)
		s.say(margin, margin+17, "L", "The plate is deeper than the sheet: across it this isn't to scale.")
	}
	s.SetLineWidth(0.3)
	for _, p := range m.Pieces {
		if a, b := math.Max(p.From, from), math.Min(p.To, to); a < b {
			s.Rect(at(a), top, b-a, depth, "D")
		}
	}
	s.font("", 9)
	s.say(margin+1, top-1, "L", m.Upper)
	s.say(margin+1, foot-1.5, "L", m.Lower)
	s.marks(m, d, from, to, at, top, depth)
	s.ruler(m, d, x, from, to, at, foot+4)
	s.SetLineWidth(0.5)
	s.SetDashPattern([]float64{3, 2}, 0)
	for _, seam := range []float64{margin, margin + across} {
		if seam == margin || i < n-1 { // clear of the numbers
			s.Line(seam, margin+16, seam, foot+7)
			s.Line(seam, foot+17, seam, s.paper.High-margin-22)
		}
	}
	s.SetDashPattern(nil, 0)
	s.check(x)
}

// marks draws what of the marks lies on a sheet. Where the wood lies is hatched by its
// sign, its line runs over the whole depth.
func (s *sheets) marks(m picture.PlateMap, d picture.Drawing, from, to float64, at func(float64) float64, top, depth float64) {
	by := map[string]picture.DrawnPiece{}
	for _, p := range d.Pieces {
		by[p.ID] = p
	}
	for _, x := range m.Marks {
		if x.To < from || x.From > to {
			continue
		}
		up, low := top+depth*(1-x.High/m.Depth), top+depth*(1-x.Low/m.Depth)
		for k, edge := range []float64{x.From, x.To} {
			if edge < from-0.01 || edge > to+0.01 {
				continue
			}
			s.SetLineWidth(0.2)
			if math.Abs(edge-x.Line) < 0.01 {
				s.SetLineWidth(0.6)
				s.font("B", 11)
				align, off := "L", 0.8
				if k == 1 {
					align, off = "R", -0.8
				}
				s.say(at(edge)+off, top-5, align, x.Tape)
			}
			s.Line(at(edge), up, at(edge), low)
		}
		if middle := (x.From + x.To) / 2; middle >= from && middle <= to {
			s.SetLineWidth(0.5)
			s.sign(wood.Kind(x.Kind).Row().Sign, at(middle), (up+low)/2, math.Min((x.To-x.From)/2, (low-up)/2)*0.8)
			s.font("", 9)
			s.say(at(middle), top-10, "C", x.Member)
			if p := by[x.Member]; p.State == "ready" {
				s.say(at(middle), top+depth+3.2, "C", p.Label)
			}
			if x.Side == "centre" {
				s.font("B", 11)
				s.say(at(middle), top-5, "C", x.Tape)
				s.SetLineWidth(0.6)
				s.Line(at(middle), up, at(middle), low)
			}
		}
	}
}

// ruler is the tape under the plate, as it hooks.
func (s *sheets) ruler(m picture.PlateMap, d picture.Drawing, x Strip, from, to float64, at func(float64) float64, y float64) {
	step, each := 25.4, 1
	if x.System == measure.Metric {
		step, each = 10, 10
	}
	s.SetLineWidth(0.2)
	s.Line(at(from), y+4, at(to), y+4)
	for k := 0; float64(k)*step <= m.Length+0.01; k++ {
		place := float64(k) * step
		if d.Hook == "end" {
			place = m.Length - place
		}
		if place < from-0.01 || place > to+0.01 {
			continue
		}
		long := 2.0
		if k%each == 0 {
			long = 4
			s.font("", 9)
			s.say(at(place), y+11, "C", x.Say(measure.FromMillimetres(float64(k)*step)))
		}
		s.Line(at(place), y+4, at(place), y+4+long)
	}
}

// check draws the ruler that shows whether the printer kept the scale.
func (s *sheets) check(x Strip) {
	long, said := x.checked()
	y := s.paper.High - margin - 8
	s.SetLineWidth(0.4)
	s.Line(margin, y, margin+long, y)
	for k := range 5 {
		at := margin + long*float64(k)/4
		s.Line(at, y-3, at, y+3)
	}
	s.font("B", 11)
	s.say(margin+long+5, y+1.5, "L", fmt.Sprintf("Check: this line is %s long. If it isn't, print again at 100 %%.", said))
}
