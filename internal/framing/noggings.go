package framing

import (
	"cmp"
	"slices"

	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// NoggingRow is a row of noggings: at mid height, or with its middle so high over
// the floor, over the bottom plate or under the top plate; one of them.
type NoggingRow struct {
	Mid                         bool
	Height, FromBottom, FromTop measure.Length
}

// Backing is wood between studs for what is fixed to the wall: a cabinet, a rail, a
// basin.
type Backing struct {
	What     string
	From, To measure.Length
	Height   measure.Length // of its middle over the floor
	Lumber   *wood.Lumber
}

// rowHand is how near two rows lie that are made one. Usual practice: a hand, 4 in,
// 100 mm.
func rowHand(u measure.System) measure.Length { return u.Pick(4*measure.Inch, 100*measure.Millimetre) }

// space is the space between two uprights beside each other.
type space struct {
	from, to measure.Length
	foot     float64        // elevation of what they stand on, mm
	floor    measure.Length // from the floor up to that
	high     measure.Length // of the shorter of them
	known    bool           // foot and high are
}

// spaces are what lies between uprights that a piece can lie in: none in an opening.
func (f *framer) spaces() []space {
	var full []*Member
	for i := range f.Members {
		if m := &f.Members[i]; backs(m.Kind) && m.Kind != wood.Packer && m.Kind != wood.Backer {
			full = append(full, m)
		}
	}
	slices.SortStableFunc(full, func(a, b *Member) int { return cmp.Compare(a.From, b.From) })
	var out []space
	for i := 1; i < len(full); i++ {
		a, b := full[i-1], full[i]
		foot, high := f.onPlate(a)
		_, other := f.onPlate(b)
		g := space{from: a.To, to: b.From, foot: foot, floor: stack(f.Wall.Bottom), high: min(high, other), known: a.Known && b.Known}
		for _, c := range f.Wall.Crossings {
			if c.From < g.to && c.To > g.from { // up to the piece under what comes through
				g.high = min(g.high, f.length(f.crossTop(c)-g.foot)-f.Wall.Lumber.Thickness)
			}
		}
		inOpening := slices.ContainsFunc(f.Wall.Openings, func(o Opening) bool { return o.Left() < g.to && o.Right() > g.from })
		if g.to-g.from >= f.rules.slot() && !inOpening {
			out = append(out, g)
		}
	}
	return out
}

// onPlate is where an upright stands over the plate, or would, mm, and how high it
// stands over that at its lower side.
func (f *framer) onPlate(m *Member) (foot float64, high measure.Length) {
	foot, high = m.Base, m.Exact
	if m.Slope != 0 {
		high = m.Short
	}
	if m.Down > 0 {
		down := m.Down + stack(f.Wall.Bottom)
		foot, high = foot+down.Millimetres(), high-down
	}
	return foot, high
}

// lying is the piece that lies in a space already, from one height over what its
// uprights stand on to another.
func (f *framer) lying(g space, low, high measure.Length) *Member {
	for i := range f.Members {
		m := &f.Members[i]
		if m.Kind.Upright() || m.Kind.Row().Plate || m.Kind.Row().Apart || m.From >= g.to || m.To <= g.from {
			continue
		}
		foot := f.length(m.Base - g.foot)
		if foot < high && foot+lies(m) > low {
			return m
		}
	}
	return nil
}

// lies is how high a piece is as it lies: backing stands on its edge.
func lies(m *Member) measure.Length {
	if m.Kind == wood.Backing {
		return m.Lumber.Depth
	}
	return m.Lumber.Thickness
}

// addBacking lays what is fixed to the wall its wood, from stud to stud.
func (f *framer) addBacking() {
	for _, b := range f.Wall.Backing {
		pieces, covered := 0, measure.Length(0)
		for _, g := range f.spaces() {
			if g.from >= b.To || g.to <= b.From {
				continue
			}
			low := b.Height - g.floor - b.Lumber.Depth/2
			if low < 0 || g.known && low+b.Lumber.Depth > g.high {
				continue
			}
			if other := f.lying(g, low, low+b.Lumber.Depth); other != nil {
				// what lies there serves where the middle finds it; else there is no room for both
				if foot, middle := f.length(other.Base-g.foot), low+b.Lumber.Depth/2; middle >= foot && middle <= foot+lies(other) {
					pieces, covered = pieces+1, covered+min(g.to, b.To)-max(g.from, b.From)
					other.Why = f.rules.Tell(words.ServesFor, b.What)
				}
				continue
			}
			pieces, covered = pieces+1, covered+min(g.to, b.To)-max(g.from, b.From)
			f.Members = append(f.Members, Member{
				Kind: wood.Backing, Lumber: b.Lumber, From: g.from, To: g.to, Known: true, Exact: g.to - g.from, Cut: wood.Backing.Round(g.to-g.from, f.rules.Mark), State: Ready,
				Base: g.foot + low.Millimetres(), Why: f.rules.Tell(words.BackingFor, b.What), Sum: []Line{{What: f.rules.Tell(words.ClearBayOfIt), Value: g.to - g.from}},
			})
		}
		if short := b.To - b.From - covered - f.uprightsIn(b.From, b.To); pieces == 0 || short > f.rules.slot() {
			f.find(Warn, "backing-astray", max(0, min(b.From, f.Wall.Length)), nil, f.rules.Tell(words.BackingFindsNoWood, b.What, b.From, b.To, b.Height), f.rules.Tell(words.MoveTheBacking))
		}
	}
}

// uprightsIn is how much of a stretch uprights take.
func (f *framer) uprightsIn(from, to measure.Length) (out measure.Length) {
	for _, m := range f.Members {
		if backs(m.Kind) && m.From < to && m.To > from {
			out += min(m.To, to) - max(m.From, from)
		}
	}
	return out
}

// addNoggings lays the rows, each piece to its own bay. None lies across an opening or
// in what is kept clear; rows nearer than a hand are one.
func (f *framer) addNoggings() {
	w, t := f.Wall, f.Wall.Lumber.Thickness
	astray := make([]int, len(w.Noggings))
	for k, g := range f.spaces() {
		var at []measure.Length
		for i, r := range w.Noggings {
			middle := g.high / 2
			switch {
			case r.Height > 0:
				middle = r.Height - g.floor
			case r.FromBottom > 0:
				middle = r.FromBottom
			case r.FromTop > 0:
				middle = g.high - r.FromTop
			}
			if w.Staggered && k%2 == 1 {
				middle += t
			}
			if !g.known && (r.Mid || r.FromTop > 0) {
				continue // it waits for its bay's height
			}
			if middle-t/2 < 0 || g.known && middle-t/2+t > g.high {
				astray[i]++
				continue
			}
			near := slices.ContainsFunc(at, func(o measure.Length) bool { return (o - middle).Abs() < rowHand(f.rules.Units) })
			low := middle - t/2
			if near || w.keptClear(g.from, g.to, low+g.floor, low+t+g.floor) {
				continue
			}
			at = append(at, middle)
			if other := f.lying(g, low, low+t); other != nil {
				if other.Kind == wood.Backing {
					other.Why = f.rules.Tell(words.ServesTheRowToo, other.Why)
				}
				continue
			}
			why := f.rules.Tell(words.RowAt, middle)
			if w.Layout.Equal {
				why = f.rules.Tell(words.SpacerFirst, why)
			}
			f.Members = append(f.Members, Member{
				Kind: wood.Nogging, Lumber: w.lumberAt(g.from), From: g.from, To: g.to, Known: true, Exact: g.to - g.from, Cut: wood.Nogging.Round(g.to-g.from, f.rules.Mark), State: Ready,
				Base: g.foot + low.Millimetres(), Why: why, Sum: []Line{{What: f.rules.Tell(words.ClearBayOfIt), Value: g.to - g.from}},
			})
		}
	}
	for i, n := range astray {
		if n > 0 {
			f.find(Warn, "row-astray", 0, nil, f.rules.Tell(words.RowFindsNoRoom, i+1, n), f.rules.Tell(words.MoveTheRow))
		}
	}
}
