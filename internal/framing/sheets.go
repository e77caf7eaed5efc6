package framing

import (
	"slices"

	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Sheet is a board that the crew hangs.
type Sheet struct {
	Width, Length measure.Length
	Lying         bool // its length along the wall
}

// Along is how far one reaches along the wall.
func (s Sheet) Along() measure.Length {
	if s.Lying {
		return s.Length
	}
	return s.Width
}

// UsualSheet is four feet by eight, standing; or 1200 by 2400.
func UsualSheet(u measure.System) Sheet {
	return Sheet{
		Width:  u.Pick(48*measure.Inch, 1200*measure.Millimetre),
		Length: u.Pick(96*measure.Inch, 2400*measure.Millimetre),
	}
}

// sheet is the one a layout is judged by.
func (r Rules) sheet() Sheet {
	if len(r.Sheets) > 0 {
		return r.Sheets[0]
	}
	return UsualSheet(r.Units)
}

// Hung is how a sheet goes on a wall, hung from where the layout begins: whether
// its length along the wall is whole bays, where its edges fall, and which of
// them miss wood.
type Hung struct {
	Sheet
	Divisible bool
	Edges     []measure.Length // stations, rising, within the wall
	Misses    []measure.Length
	Cuts      int // boards that are cut along the wall: at its ends, and back from edges that miss wood
}

// Hang tries every board of the crew's, standing and lying; the first is the one
// that the layout is judged by.
func (f *Framed) Hang(rules Rules) []Hung {
	var out []Hung
	sheets := rules.Sheets
	if len(sheets) == 0 {
		sheets = []Sheet{UsualSheet(rules.Units)}
	}
	standing := f.wood()
	for _, s := range sheets {
		other := s
		other.Lying = !s.Lying
		out = append(out, f.hang(s, standing, rules), f.hang(other, standing, rules))
	}
	return out
}

func (f *Framed) hang(s Sheet, standing [][2]measure.Length, rules Rules) Hung {
	w, step := f.Wall, s.Along()
	h := Hung{Sheet: s, Divisible: w.dividedBy(step)}
	first := ((w.Layout.Offset % step) + step) % step
	for at := first; at < w.Length; at += step {
		if at > 0 {
			h.Edges = append(h.Edges, at)
		}
	}
	if first > 0 {
		h.Cuts++
	}
	if (w.Length-first)%step != 0 {
		h.Cuts++
	}
	if w.Layout.FromEnd {
		for i, e := range h.Edges {
			h.Edges[i] = w.Length - e
		}
		slices.Reverse(h.Edges)
	}
	for _, e := range h.Edges {
		if !w.bearsEdge(e, standing, rules) {
			h.Misses = append(h.Misses, e)
		}
	}
	h.Cuts += len(h.Misses)
	return h
}

// dividedBy says whether a board's length along the wall is whole bays of every
// spacing.
func (w *Wall) dividedBy(step measure.Length) bool {
	if w.Layout.Equal {
		return false // its bays are what the wall's length makes them
	}
	for _, s := range w.Layout.Stretches {
		if step%s.Spacing != 0 {
			return false
		}
	}
	return step%w.Layout.Spacing == 0
}

// wood are the stretches that a board's edge finds wood in, rising: uprights from
// the bottom plate or the header to the top plate, and jacks, those that touch as
// one. Over an opening that no cripple stands over, header and plate hold it.
func (f *Framed) wood() [][2]measure.Length {
	var all [][2]measure.Length
	for _, o := range f.Wall.Openings {
		over := func(m Member) bool { return m.Opening == o.ID && m.Kind == wood.Cripple }
		if !slices.ContainsFunc(f.Members, over) {
			all = append(all, [2]measure.Length{o.Left(), o.Right()})
		}
	}
	for _, m := range f.Members {
		if backs(m.Kind) && m.Kind != wood.Packer || m.Kind == wood.Jack || m.Kind == wood.Cripple {
			all = append(all, [2]measure.Length{m.From, m.To})
		}
	}
	return joined(all)
}

// joined are stretches, rising, those that touch as one.
func joined(all [][2]measure.Length) [][2]measure.Length {
	slices.SortFunc(all, func(a, b [2]measure.Length) int { return int(min(max(a[0]-b[0], -1), 1)) })
	var out [][2]measure.Length
	for _, one := range all {
		if n := len(out); n > 0 && one[0] <= out[n-1][1] {
			out[n-1][1] = max(out[n-1][1], one[1])
			continue
		}
		out = append(out, one)
	}
	return out
}

// bearsEdge says whether a board's edge has enough wood on both its sides; at
// the wall's ends on the inner side alone.
func (w *Wall) bearsEdge(at measure.Length, standing [][2]measure.Length, rules Rules) bool {
	i, _ := slices.BinarySearchFunc(standing, at, func(s [2]measure.Length, at measure.Length) int {
		if s[1] <= at {
			return -1
		}
		return 1
	})
	if i == len(standing) || standing[i][0] >= at {
		return false
	}
	from, to := standing[i][0], standing[i][1]
	return (at-from >= rules.bearing() || from <= w.Start.Held) && (to-at >= rules.bearing() || to >= w.Length-w.Stop.Held)
}

// checkSheets names each edge of the crew's board that misses wood: one by one
// where boards are whole bays, together where they can't be.
func (f *framer) checkSheets() {
	h := f.hang(f.rules.sheet(), f.wood(), f.rules)
	least := f.rules.Units.Words("3/4 in", "20 mm")
	if h.Divisible {
		for _, at := range h.Misses {
			f.find(Note, "sheet-joint-off-wood", at, nil, f.rules.Tell(words.BoardEdgeAtHasLess, f.Wall.Tape(at, at), least), f.rules.Tell(words.CutBoardBackToStud))
		}
		return
	}
	if len(h.Misses) > 0 {
		f.find(Note, "sheets-not-divisible", h.Misses[0], nil, f.rules.Tell(words.BoardsAreNotWholeBays, h.Along(), len(h.Misses), len(h.Edges), least), f.rules.Tell(words.CutEachBackToAStud))
	}
}
