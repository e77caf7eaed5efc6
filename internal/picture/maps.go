package picture

import (
	"cmp"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
	"homalos/internal/work"
)

// PlateMap is one plate with its marks as somebody sees it. Lengths are millimetres
// from its left end, and across it from the lower edge of the picture.
type PlateMap struct {
	Plate  string     `json:"plate" enum:"bottom,top,under,header,sill" doc:"Under: the top plate once it is up, as seen from below."`
	Of     string     `json:"of,omitempty" doc:"The piece, of a header or a sill."`
	Said   string     `json:"said"`
	Left   string     `json:"left" doc:"What its left end is called."`
	Right  string     `json:"right"`
	Upper  string     `json:"upper" doc:"What its upper edge is called."`
	Lower  string     `json:"lower"`
	Length float64    `json:"length"`
	Depth  float64    `json:"depth"`
	Pieces []MapPiece `json:"pieces" nullable:"false" doc:"From where to where wood lies."`
	Marks  []MapMark  `json:"marks" nullable:"false" doc:"As the tape comes to them."`
}

// MapPiece is a stretch of wood of a plate.
type MapPiece struct {
	From float64 `json:"from"`
	To   float64 `json:"to"`
}

// MapMark is where one piece stands on a plate.
type MapMark struct {
	Member string  `json:"member"`
	Kind   string  `json:"kind"`
	From   float64 `json:"from"`
	To     float64 `json:"to"`
	Low    float64 `json:"low" doc:"Across the plate: of a flat piece, at one face only."`
	High   float64 `json:"high"`
	Line   float64 `json:"line" doc:"Where its pencil line is."`
	Tape   string  `json:"tape" doc:"What the tape reads at the line."`
	Near   string  `json:"near" doc:"At its edge nearer the hook."`
	Far    string  `json:"far" doc:"At the other edge."`
	First  string  `json:"first,omitempty" doc:"Its near edge from the first common stud's."`
	Side   string  `json:"side" enum:"ahead,centre,back" doc:"Where its wood lies by the line."`
}

// MostMapped is how many marks a wall's drawing carries its maps for: past that they are
// made when they are printed.
const MostMapped = 600

// MapsOf are the maps of one of a result's walls.
func MapsOf(r *work.Result, wall int) []PlateMap {
	s := &drawer{r}
	return s.maps(r.Walls[wall].Framed)
}

// maps are a wall's plates: from above, as the top plate lies beside the bottom one,
// as it is seen from below once it is up, and what lies over and under openings.
// Wood at one face mirrors: folded up over the bottom plate like a book, the top
// plate's edges change sides. Rule: the work, step 4.
func (s *drawer) maps(f *framing.Framed) []PlateMap {
	w := f.Wall
	depth, long := w.Lumber.Depth.Millimetres(), w.Length.Millimetres()
	snapped, back := s.Rules.Tell(words.EdgeSnapped), s.Rules.Tell(words.EdgeBack)
	start, end := w.EndName(false), w.EndName(true)
	bottom := PlateMap{Plate: "bottom", Said: s.Rules.Tell(words.MapBottom), Left: start, Right: end, Upper: back, Lower: snapped, Length: long, Depth: depth, Pieces: lying(f, wood.BottomPlate)}
	top := PlateMap{Plate: "top", Said: s.Rules.Tell(words.MapTop), Left: start, Right: end, Upper: snapped, Lower: back, Length: w.AlongTop(w.Length).Millimetres(), Depth: depth, Pieces: lying(f, wood.TopPlate, wood.Cap)}
	long = top.Length
	by := map[string]*framing.Member{}
	for i := range f.Members {
		by[f.Members[i].ID] = &f.Members[i]
	}
	bottom.Marks, top.Marks = s.marksOn(f, by, "bottom", 0, w.Length), s.marksOn(f, by, "top", 0, w.Length)
	top.flip()
	top.Upper, top.Lower = snapped, back
	if w.Right { // its framing stands below the line, as it is drawn
		bottom.flip()
		top.flip()
	}
	under := top
	under.Plate, under.Said, under.Left, under.Right, under.Upper, under.Lower = "under", s.Rules.Tell(words.MapUnder), end, start, top.Lower, top.Upper
	under.Pieces, under.Marks = nil, slices.Clone(top.Marks)
	for _, p := range top.Pieces {
		under.Pieces = append([]MapPiece{{long - p.To, long - p.From}}, under.Pieces...)
	}
	for i := range under.Marks {
		m := &under.Marks[i]
		m.From, m.To, m.Line = long-m.To, long-m.From, long-m.Line
		m.Low, m.High = depth-m.High, depth-m.Low
	}
	out := []PlateMap{bottom, top, under}
	for _, m := range f.Members {
		if m.Kind != wood.HeaderPly && m.Kind != wood.SillPiece || m.Layer > 0 {
			continue
		}
		one := PlateMap{Plate: "header", Of: m.ID, Said: s.Rules.Tell(words.MapPiece, words.Term(m.Kind), m.ID), Left: start, Right: end, Upper: back, Lower: snapped, Length: (m.To - m.From).Millimetres(), Depth: depth}
		if m.Kind == wood.SillPiece {
			one.Plate = "sill"
		}
		one.Pieces = []MapPiece{{0, one.Length}}
		one.Marks = s.marksOn(f, by, one.Plate, m.From, m.To)
		if w.Right {
			one.flip()
		}
		if len(one.Marks) > 0 {
			out = append(out, one)
		}
	}
	return out
}

// flip turns a map over across its length.
func (p *PlateMap) flip() {
	p.Upper, p.Lower = p.Lower, p.Upper
	for i := range p.Marks {
		m := &p.Marks[i]
		m.Low, m.High = p.Depth-m.High, p.Depth-m.Low
	}
}

// lying are the stretches that plates of a kind cover: the lowest layer of each.
func lying(f *framing.Framed, kinds ...wood.Kind) (out []MapPiece) {
	for _, m := range f.Members {
		if !slices.Contains(kinds, m.Kind) || m.Layer != 0 {
			continue
		}
		at := func(s measure.Length) float64 { return s.Millimetres() }
		if m.Kind != wood.BottomPlate && m.From >= 0 && m.To <= f.Wall.Length {
			at = func(s measure.Length) float64 { return f.Wall.AlongTop(s).Millimetres() }
		}
		out = append(out, MapPiece{at(m.From), at(m.To)})
	}
	slices.SortFunc(out, func(a, b MapPiece) int { return cmp.Compare(a.From, b.From) })
	return out
}

// marksOn are the marks on a plate, or on a piece from one station to another: those
// are read from the piece's own end, so much less than the plate's. Across the plate
// they are as seen from above, the snapped face low.
func (s *drawer) marksOn(f *framing.Framed, by map[string]*framing.Member, plate string, from, to measure.Length) []MapMark {
	w, u, half := f.Wall, s.Rules.Units, s.Rules.Mark/2
	zero := from
	least := measure.Length(0) // what the tape reads at the end that this plate is read from
	if plate == "header" || plate == "sill" {
		least = w.Tape(from, to)
	}
	first := measure.Length(-1)
	out := []MapMark{}
	for _, x := range f.Marks {
		m := by[x.Member]
		if !slices.Contains(x.Plates, plate) || m.From < from || m.To > to {
			continue
		}
		begins, ends, long := m.From, m.To, w.Length
		if plate == "top" { // it may lie along a slope
			begins, ends, long = w.AlongTop(begins), w.AlongTop(ends), w.AlongTop(long)
		}
		line := begins
		if w.Layout.FromEnd {
			line = long - ends
		}
		near := line - least
		one := MapMark{
			Member: m.ID, Kind: string(m.Kind), From: (begins - zero).Millimetres(), To: (ends - zero).Millimetres(), High: w.Lumber.Depth.Millimetres(),
			Near: u.Say(near, half), Far: u.Say(near+ends-begins, half), Side: string(x.Set),
		}
		switch x.Set {
		case framing.Centre:
			line += (ends - begins) / 2
		case framing.Back:
			line += ends - begins
		}
		one.Tape = u.Say(line-least, half)
		if w.Layout.FromEnd {
			one.Line = (long - line - zero).Millimetres()
		} else {
			one.Line = (line - zero).Millimetres()
		}
		if m.Kind.Row().Above == wood.Flat {
			thick := m.Lumber.Thickness.Millimetres()
			if m.Join > 0 && f.Joined[m.Join-1].Back {
				one.Low = one.High - thick
			} else {
				one.High = thick
			}
		}
		if first < 0 && m.Kind == wood.Stud && m.Why == "" {
			first = near
		}
		if first >= 0 {
			one.First = u.Say(near-first, half)
		}
		out = append(out, one)
	}
	return out
}
