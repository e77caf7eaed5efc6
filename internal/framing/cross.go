package framing

import (
	"cmp"
	"math"
	"slices"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Crossing is where something comes through a wall under its top plate: the plate is
// opened for it, and a cross piece lies under it between the studs beside it.
// Source: the work, step 6.
type Crossing struct {
	Things   []string // ids of what comes through, along the wall
	Thing    string   // of the lowest
	Name     string
	Out      [2]measure.Length // what comes out of the top plate
	From, To measure.Length    // ends of the cross piece
	At       measure.Length    // where the lowest of them comes through
	Over     bool              // Under is over the floor at At; else an elevation
	Under    float64           // its underside, mm
	Below    float64           // room wanted under it, mm
	Wide     bool              // wider than a bay: a low header
	AtStart  bool              // it comes out at the wall's start, or its end
	AtEnd    bool
	Whole    bool    // the plate runs on over it: there is room for studs over it
	Upper    float64 // of one that is whole: what a piece over it lies on, over the floor at At, mm
}

// Crossed is a crossing as it is framed.
type Crossed struct {
	Crossing
	Piece string         // the cross piece
	Long  measure.Length // as it is cut
	High  measure.Length // its top over the floor where it comes through
	Top   float64        // its elevation, mm
	Studs []string       // that end under it

	UpperPiece string   // lies over what comes through; "": the plate is opened
	Highs      []string // that stand on that
}

// passing is one thing that comes through, before what lies beside it is looked at.
type passing struct {
	thing    Obstruction
	from, to measure.Length
	room     float64 // from the room under it up to what the wall reaches, mm
	over     float64 // from its upper side up to that, where that is known; mm
}

// passes finds what comes through a wall lower than the wall is high, as far as that
// is known, and how the wall is opened for it. What it can't open for stays stopped.
func (f *Laid) passes(heights Heights, found Found) []Crossing {
	look := &framer{Laid: f.copy(), heights: heights}
	look.takeReadings()
	look.findHeads()
	var all []passing
	for _, o := range found.Obstructions {
		from, to, ok := f.Wall.meets(o)
		if !ok || o.Rises || o.Stands || o.Underside == nil && o.Headroom == nil || f.nearTheFloor(o) {
			continue
		}
		p := passing{thing: o, from: max(from, 0), to: min(to, f.Wall.Length)}
		if _, p.room = look.roomOver(o, p.from, p.to); p.room <= 0 || p.from >= p.to {
			continue
		}
		if o.Height != nil {
			p.over, _ = look.roomOver(Obstruction{Headroom: o.Height, Below: -o.Below}, p.from, p.to)
		}
		all = append(all, p)
	}
	slices.SortStableFunc(all, func(a, b passing) int { return cmp.Compare(a.from, b.from) })
	var groups [][]passing
	for _, p := range all {
		groups = append(groups, []passing{p})
	}
	for { // what lies between the same two studs goes under one cross piece
		out := make([]Crossing, len(groups))
		for i, g := range groups {
			out[i] = f.opening(g)
		}
		merged, wrong := -1, -1
		for i := range out {
			if !look.besideIt(&out[i], out) {
				wrong = i
				break
			}
			if i > 0 && out[i].From < out[i-1].To {
				merged = i
				break
			}
		}
		switch {
		case wrong >= 0:
			groups = slices.Delete(groups, wrong, wrong+1)
		case merged > 0:
			groups[merged-1] = append(groups[merged-1], groups[merged]...)
			groups = slices.Delete(groups, merged, merged+1)
		case len(out) == 0:
			return nil
		default:
			return out
		}
	}
}

// roomOver is how far what the wall reaches lies over the room wanted under a thing,
// at the places where that is least and most; nothing or less where it passes over the
// wall, or where it isn't known.
func (f *framer) roomOver(o Obstruction, from, to measure.Length) (least, most float64) {
	var sums [][]survey.Term
	for _, at := range []measure.Length{from, from + (to-from)/2, to} {
		if o.Underside != nil {
			over, _ := f.ceilingAt(at)
			sums = append(sums, over)
		} else {
			sums = append(sums, f.gapAt(at))
		}
	}
	least = math.Inf(1)
	for _, e := range f.heights.EstimateAll(sums) {
		if !e.Known {
			return 0, 0
		}
		under := o.Below
		if o.Underside != nil {
			under -= *o.Underside
		} else {
			under -= *o.Headroom
		}
		least, most = math.Min(least, e.Value+under), math.Max(most, e.Value+under)
	}
	return least, most
}

// opening is what comes out of the plate for things that go under one cross piece.
func (f *Laid) opening(all []passing) Crossing {
	c := Crossing{Out: [2]measure.Length{all[0].from, all[0].to}}
	lowest := all[0]
	for _, p := range all {
		c.Things = append(c.Things, p.thing.ID)
		c.Out[0], c.Out[1] = min(c.Out[0], p.from), max(c.Out[1], p.to)
		if p.room > lowest.room {
			lowest = p
		}
	}
	o := lowest.thing
	c.Thing, c.Name, c.Below, c.At = o.ID, o.name(), o.Below, lowest.from+(lowest.to-lowest.from)/2
	if c.Over = o.Underside == nil; c.Over {
		c.Under = *o.Headroom
	} else {
		c.Under = *o.Underside
	}
	c.Whole = f.leavesStuds(all, &c)
	if !c.Whole {
		f.ontoTheNextStud(&c)
	}
	return c
}

// nearTheFloor says whether something low lies so near the floor that no stud finds
// room under it: what stands in it is notched.
func (f *Laid) nearTheFloor(o Obstruction) bool {
	if o.Height == nil {
		return false
	}
	t := f.Wall.Lumber.Thickness.Millimetres()
	return o.Headroom == nil || *o.Headroom-o.Below < stack(f.Wall.Bottom).Millimetres()+2*t
}

// leavesStuds says whether there is room for studs over all of what comes through:
// then the plate stays whole, and a second piece lies over it.
func (f *Laid) leavesStuds(all []passing, c *Crossing) bool {
	for _, p := range all {
		if p.thing.Height == nil || p.over < (f.topStack(p.from)+f.Wall.Lumber.Thickness+f.rules.slot()).Millimetres() {
			return false
		}
		c.Upper = math.Max(c.Upper, *p.thing.Height+p.thing.Below)
	}
	return true
}

// besideIt finds what a cross piece lies between, of what no crossing shortens. false
// where something other than a common stud or a cripple stands in its way, or an
// opening is as high as it.
func (f *framer) besideIt(c *Crossing, all []Crossing) bool {
	w := f.Wall
	c.From, c.To = -1, w.Length+1
	for _, u := range f.standing {
		in := u.from < c.Out[1] && u.to > c.Out[0]
		shortened := slices.ContainsFunc(all, func(x Crossing) bool { return u.from < x.Out[1] && u.to > x.Out[0] })
		switch {
		case in && (u.kind == wood.Stud || u.kind == wood.Cripple && !c.Whole): // it ends under the cross piece
		case in:
			return false // a king, a packer, what hangs on an opening
		case shortened || !u.kind.FullHeight() && u.kind != wood.Cripple:
		case u.to <= c.Out[0]:
			c.From = max(c.From, u.to)
		case u.from >= c.Out[1]:
			c.To = min(c.To, u.from)
		}
	}
	if c.AtStart = c.From < 0; c.AtStart {
		c.From = w.Start.Held
	}
	if c.AtEnd = c.To > w.Length; c.AtEnd {
		c.To = w.Length - w.Stop.Held
	}
	for i, o := range w.Openings {
		left, right := o.Inner(w.Lumber.Thickness)
		if left < c.To && right > c.From && (c.Whole || !f.overTheHead(i, *c)) {
			return false
		}
	}
	c.Wide = c.To-c.From > w.spacingOver(c.From, c.To)
	return c.From < c.To
}

// overTheHead says whether a cross piece lies clear over an opening's header.
func (f *framer) overTheHead(i int, c Crossing) bool {
	o := f.Wall.Openings[i]
	head := f.heads[i].level() + (o.headOver() + o.Header.Height()).Millimetres()
	return !f.heads[i].waits && !f.Wall.waitsForEngineer(o) && f.crossTop(c)-f.Wall.Lumber.Thickness.Millimetres() >= head
}

// ontoTheNextStud lets the cut run on to a stud's face that is within an inch
// (25 mm): so little plate beside it holds nothing.
func (f *Laid) ontoTheNextStud(c *Crossing) {
	near := f.rules.Units.Pick(measure.Inch, 25*measure.Millimetre)
	from, to := c.Out[0], c.Out[1]
	for _, u := range f.standing {
		if !u.kind.FullHeight() {
			continue
		}
		if gap := from - u.to; gap > 0 && gap <= near {
			c.Out[0] = u.to
		}
		if gap := u.from - to; gap > 0 && gap <= near {
			c.Out[1] = u.from
		}
	}
	if from <= near {
		c.Out[0] = 0
	}
	if to >= f.Wall.Length-near {
		c.Out[1] = f.Wall.Length
	}
}

// shorten lets the studs under a cross piece end at it, and where the plate runs on
// over what comes through stands others on the piece over it.
func (f *Laid) shorten() {
	for i, c := range f.Wall.Crossings {
		for k := range f.standing {
			u := &f.standing[k]
			if u.from >= c.Out[1] || u.to <= c.Out[0] || u.cross > 0 {
				continue
			}
			switch u.kind {
			case wood.Stud:
				if c.Whole {
					high := *u
					high.kind, high.cross, high.why = wood.HighStud, i+1, f.rules.Tell(words.StandsOver, c.Name)
					f.standing = append(f.standing, high)
					u = &f.standing[k]
				}
				u.kind = wood.ShortStud
			case wood.Cripple:
				u.kind = wood.ShortCrip
			default:
				continue
			}
			u.cross, u.why = i+1, f.rules.Tell(words.EndsUnder, c.Name)
		}
	}
}

// backs says whether a board finds wood on a kind over most of its height, as on a
// common stud.
func backs(k wood.Kind) bool { return k.FullHeight() || k == wood.ShortStud }

// apart leaves out of a top plate's runs what is opened for crossings.
func (w *Wall) apart(runs []piece) []piece {
	for _, c := range w.Crossings {
		if c.Whole {
			continue
		}
		var out []piece
		for _, r := range runs {
			for _, one := range []piece{{r.from, min(r.to, c.Out[0])}, {max(r.from, c.Out[1]), r.to}} {
				if one.to > one.from {
					out = append(out, one)
				}
			}
		}
		runs = out
	}
	return runs
}
