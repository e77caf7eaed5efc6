// Package sheeting lays the crew's boards on both faces of a framed wall: rows, where
// each board ends, what is cut out of it, and which boards are cut from the same one.
//
// Boards hang off the floor and end on wood, never at an opening's corner; the next
// row's end elsewhere. Source: the work, step 7.
package sheeting

import (
	"slices"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/wood"
)

// Hole is what is cut out of a board: an opening, or room for what comes through.
type Hole struct {
	From, To  measure.Length // stations
	Low, High measure.Length // over the floor
	What      string
}

// Piece is one board as it hangs, or a part of one.
type Piece struct {
	From, To  measure.Length // stations
	Low, High measure.Length // over the floor where that is highest; its top follows the ceiling
	Holes     []Hole
	Row       int               // from the floor, 0
	Strip     bool              // too narrow to hang well
	Off       [2]bool           // its end there has too little wood: from, to
	Board     int               // which of the crew's boards it is cut from, from 1; 0: not laid out
	Rest      bool              // it is cut from what another leaves
	On        [2]measure.Length // where on that board its corner lies: along, up
}

// Along is how wide a piece is, along the wall.
func (p Piece) Along() measure.Length { return p.To - p.From }

// Up is how high it is.
func (p Piece) Up() measure.Length { return p.High - p.Low }

// Face is one side of a wall with its boards.
type Face struct {
	Back   bool // the face away from the snapped line
	Pieces []Piece
	Rows   int
	Unread bool // how high the wall is isn't known: nothing can be laid out
}

// OffFloor is how far over the floor boards hang. Usual practice: 1/2 in (12 mm).
func OffFloor(u measure.System) measure.Length {
	return u.Pick(measure.Inch/2, 12*measure.Millimetre)
}

// mostOff is how far over the floor boards may end rather than that a sliver is put in
// over them: skirting covers it. Usual practice: 1 in (25 mm).
func mostOff(u measure.System) measure.Length {
	return u.Pick(measure.Inch, 25*measure.Millimetre)
}

// leastStrip is the narrowest strip that hangs well. Usual practice: 2 in (50 mm).
func leastStrip(u measure.System) measure.Length {
	return u.Pick(2*measure.Inch, 50*measure.Millimetre)
}

// leastWood is what an edge wants under it. Usual practice: 3/4 in (20 mm).
func leastWood(u measure.System) measure.Length {
	return u.Pick(3*measure.Inch/4, 19*measure.Millimetre)
}

// face lays out one face.
type face struct {
	f     *framing.Framed
	rules framing.Rules
	sheet framing.Sheet
	back  bool
	wood  [][2]measure.Length // uprights that boards end on, rising
	holes []Hole
	out   Face
}

// Hang lays boards on one face of a wall.
func Hang(f *framing.Framed, rules framing.Rules, back bool) Face {
	x := &face{f: f, rules: rules, sheet: framing.UsualSheet(rules.Units), back: back, out: Face{Back: back}}
	if len(rules.Sheets) > 0 {
		x.sheet = rules.Sheets[0]
	}
	if !f.Section.Known || f.Wall.Length <= 0 {
		x.out.Unread = true
		return x.out
	}
	x.stand()
	x.cutOut()
	for _, s := range x.stretches() {
		x.hang(s[0], s[1])
	}
	return x.out
}

// stand finds the wood that a board can end on at this face.
func (x *face) stand() {
	for _, m := range x.f.Members {
		ladder := m.Kind == wood.Nogging && m.Join > 0
		if !m.Kind.FullHeight() && m.Kind != wood.ShortStud && m.Kind != wood.Cripple && m.Kind != wood.Jack && !ladder || m.Kind == wood.Packer {
			continue
		}
		if (m.Kind == wood.Backer || ladder) && m.Join > 0 && x.f.Joined[m.Join-1].Back != x.back {
			continue
		}
		x.wood = append(x.wood, [2]measure.Length{m.From, m.To})
	}
	slices.SortFunc(x.wood, func(a, b [2]measure.Length) int { return int(min(max(a[0]-b[0], -1), 1)) })
	var joined [][2]measure.Length
	for _, s := range x.wood {
		if k := len(joined) - 1; k >= 0 && s[0] <= joined[k][1]+x.rules.Mark {
			joined[k][1] = max(joined[k][1], s[1])
		} else {
			joined = append(joined, s)
		}
	}
	x.wood = joined
}

// cutOut finds what is cut out of the boards.
func (x *face) cutOut() {
	for i, o := range x.f.Wall.Openings {
		h := Hole{From: o.Left(), To: o.Right(), High: o.FinishFloor + o.Sill + o.Height, What: o.ID}
		if i < len(x.f.Heads) {
			h.High = measure.FromMillimetres(x.f.Heads[i] - x.f.Section.FloorAt(o.Centre)).Nearest(x.rules.Mark)
		}
		if o.HasSill() {
			h.Low = h.High - o.Height
		}
		x.holes = append(x.holes, h)
	}
	for _, c := range x.f.Crossed {
		low := measure.FromMillimetres(c.Under)
		if !c.Over {
			low = measure.FromMillimetres(c.Under - x.f.Section.FloorAt(c.At))
		}
		h := Hole{From: c.Out[0], To: c.Out[1], Low: low.Nearest(x.rules.Mark), High: x.top(c.Out[0], c.Out[1]), What: c.Name}
		if c.Whole && c.Upper > 0 {
			h.High = min(h.High, measure.FromMillimetres(c.Upper).Nearest(x.rules.Mark))
		}
		x.holes = append(x.holes, h)
	}
}

// top is the highest that the ceiling lies over the floor along a stretch.
func (x *face) top(from, to measure.Length) (out measure.Length) {
	gap := func(at measure.Length) measure.Length {
		return measure.FromMillimetres(x.f.Section.CeilingAt(at) - x.f.Section.FloorAt(at))
	}
	out = max(gap(from), gap(to))
	for _, p := range x.f.Section.Points {
		if p.At > from && p.At < to {
			out = max(out, measure.FromMillimetres(p.Ceiling-p.Floor))
		}
	}
	return x.f.Wall.BoardsUp(from, to, out).Down(x.rules.Mark)
}

// stretches are what of the face is free: other walls butt it in between.
func (x *face) stretches() (out [][2]measure.Length) {
	from := measure.Length(0)
	joins := slices.Clone(x.f.Joined)
	slices.SortFunc(joins, func(a, b framing.Joined) int { return int(min(max(a.From-b.From, -1), 1)) })
	for _, j := range joins {
		if j.Back != x.back {
			continue
		}
		if j.From > from {
			out = append(out, [2]measure.Length{from, j.From})
		}
		from = max(from, j.To)
	}
	if x.f.Wall.Length > from {
		out = append(out, [2]measure.Length{from, x.f.Wall.Length})
	}
	return x.partedByKind(out)
}

// partedByKind ends what is boarded in one where the wall is of another kind: its top
// goes by something else there.
func (x *face) partedByKind(all [][2]measure.Length) (out [][2]measure.Length) {
	for _, s := range all {
		for _, p := range x.f.Wall.AllParts() {
			if from, to := max(s[0], p.From), min(s[1], p.To); from < to {
				out = append(out, [2]measure.Length{from, to})
			}
		}
	}
	return out
}

// size is how far a board reaches along the wall, and up it.
func (x *face) size() (along, up measure.Length) {
	if x.sheet.Lying {
		return x.sheet.Length, x.sheet.Width
	}
	return x.sheet.Width, x.sheet.Length
}

// hang lays one stretch: row over row, from the floor where boards stand, from the
// ceiling where they lie, so that whole edges meet there.
func (x *face) hang(from, to measure.Length) {
	along, up := x.size()
	floor, top := OffFloor(x.rules.Units), x.top(from, to)
	var levels []measure.Length // rising
	if x.sheet.Lying {
		for at := top; at > floor; at -= up {
			levels = append(levels, at)
		}
		slices.Reverse(levels)
	} else {
		for at := floor + up; at < top && top-up > mostOff(x.rules.Units); at += up {
			levels = append(levels, at)
		}
		levels = append(levels, top)
	}
	low, above := floor, []measure.Length(nil)
	for row, high := range levels {
		seams := x.seams(from, to, low, high, along, row, above)
		left := from
		for _, s := range append(slices.Clone(seams), to) {
			x.place(left, s, low, high, row, row == len(levels)-1)
			left = s
		}
		low, above = high, seams
	}
	x.out.Rows = max(x.out.Rows, len(levels))
}

// ends says whether a board may end at a place in a row: on wood, off any opening's
// corner.
func (x *face) ends(at, low, high measure.Length) bool {
	for _, h := range x.holes {
		corner := h.Low > low && h.Low < high || h.High > low && h.High < high
		if near := leastStrip(x.rules.Units) + leastWood(x.rules.Units); corner && ((at-h.From).Abs() < near || (at-h.To).Abs() < near) {
			return false
		}
	}
	return true
}

// spots are the places that boards may end at in a row, rising.
func (x *face) spots(low, high measure.Length) (out []measure.Length) {
	for _, s := range x.wood {
		if s[1]-s[0] < 2*leastWood(x.rules.Units) {
			continue
		}
		if at := s[0] + (s[1]-s[0])/2; x.ends(at, low, high) {
			out = append(out, at)
		}
	}
	return out
}

// seams are where the boards of a row end: each reaches as far as it can, from where
// the layout begins; every other row begins with about half a board, and none ends over
// another row's end.
func (x *face) seams(from, to, low, high, along measure.Length, row int, other []measure.Length) (out []measure.Length) {
	spots := x.spots(low, high)
	backwards := x.f.Wall.Layout.FromEnd
	mirror := func(at measure.Length) measure.Length {
		if backwards {
			return from + to - at
		}
		return at
	}
	for i, s := range spots {
		spots[i] = mirror(s)
	}
	slices.Sort(spots)
	reach := along
	if row%2 == 1 {
		reach = along / 2
	}
	strip := leastStrip(x.rules.Units)
	for at := from; to-at > reach; {
		next := at + reach
		best := measure.Length(-1)
		for _, s := range spots {
			if s <= at+strip || s > next || to-s < strip && best >= 0 || slices.Contains(other, mirror(s)) {
				continue
			}
			best = s
		}
		if best < 0 {
			best = next // there is no wood: the edge is told
		}
		out, at, reach = append(out, mirror(best)), best, along
	}
	slices.Sort(out)
	return out
}

// place hangs what of a board is left by openings that are as wide as it, or wider.
func (x *face) place(from, to, low, high measure.Length, row int, last bool) {
	if last {
		high = x.top(from, to)
		if _, up := x.size(); row == 0 && high-low > up {
			low = high - up // tight at the ceiling
		}
	}
	if high <= low || to <= from {
		return
	}
	spans := [][2]measure.Length{{low, high}}
	for _, h := range x.holes {
		if h.From > from || h.To < to {
			continue
		}
		var left [][2]measure.Length
		for _, s := range spans {
			if h.Low > s[0] {
				left = append(left, [2]measure.Length{s[0], min(s[1], h.Low)})
			}
			if h.High < s[1] {
				left = append(left, [2]measure.Length{max(s[0], h.High), s[1]})
			}
		}
		spans = left
	}
	strip := leastStrip(x.rules.Units)
	for _, s := range spans {
		if s[1] <= s[0] {
			continue
		}
		p := Piece{From: from, To: to, Low: s[0], High: s[1], Row: row}
		for _, h := range x.holes {
			if h.From < to && h.To > from && h.Low < s[1] && h.High > s[0] {
				p.Holes = append(p.Holes, Hole{max(h.From, from), min(h.To, to), max(h.Low, s[0]), min(h.High, s[1]), h.What})
			}
		}
		p.Strip = p.Along() < strip || p.Up() < strip
		p.Off = [2]bool{x.bare(from, s[0], s[1]), x.bare(to, s[0], s[1])}
		x.out.Pieces = append(x.out.Pieces, p)
	}
}

// bare says that a board's end within the wall has too little wood.
func (x *face) bare(at, low, high measure.Length) bool {
	if at <= 0 || at >= x.f.Wall.Length {
		return false
	}
	for _, j := range x.f.Joined {
		if j.Back == x.back && (at == j.From || at == j.To) {
			return false // what is left to do before the boards tells of it
		}
	}
	for _, s := range x.wood {
		if s[0] < at && s[1] > at {
			return false
		}
	}
	return true
}
