package framing

import (
	"cmp"

	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// End is how a wall ends, where another wall stands there.
type End struct {
	Held   measure.Length // the end stud stands this far in from the plate's end
	Top    measure.Length // the top plate begins this much farther in than the bottom one; less than nothing: farther out
	Lap    measure.Length // the second top plate: farther out by the wall it laps, or (less than nothing) back by the one that laps it
	Skew   measure.Length // how much farther the back face runs than the snapped one; less than nothing: shorter
	Bevel  float64        // degrees off square of the plates' end, 0 for square
	Blocks bool           // bevelled blocks lie between its end stud and what it meets at an odd angle
	Lean   string         // what takes Top off, as one would say it
	Name   string         // what it is called, by what it meets: "stove-wall end"
}

// EndName is what one of the wall's ends is called.
func (w *Wall) EndName(stop bool) string {
	if stop {
		return cmp.Or(w.Stop.Name, "end")
	}
	return cmp.Or(w.Start.Name, "start")
}

// HoldBack is how far the end stud of a butting wall is held back, so that the
// plates draw up tight. Usual practice.
func (r Rules) HoldBack() measure.Length {
	return r.Units.Pick(measure.Inch/16, 2*measure.Millimetre)
}

// Style is the wood that a meeting brings in the wall that runs past.
type Style string

// The styles. Usual practice (the work, step 3).
const (
	EndStuds   Style = "end-studs"   // an end stud on each, and no more
	FlatNailer Style = "flat-nailer" // a stud turned flat takes the board
	Ladder     Style = "ladder"      // noggings up the bay
	Scrap      Style = "scrap"       // backing from scrap, put in before the board
	Serves     Style = "serves"      // a layout stud stands there already
)

// Join is where another wall butts this one.
type Join struct {
	Other    string
	From, To measure.Length // what its framing covers, as stations
	Style    Style          // "": what stands there decides
	Back     bool           // it butts the back face
	Lap      bool           // its second top plate comes across here
}

// Joined is what came of a join.
type Joined struct {
	Join
	Style   Style
	Corner  bool     // at this wall's end
	Members []string // the wood that is there for it
	Nailing measure.Length
}

// Corner says at which end a join lies: -1 at the start, 1 at the end, 0 along
// the wall. Nothing is framed in less than a slot.
func (w *Wall) Corner(j Join, rules Rules) int {
	switch {
	case j.From < rules.slot():
		return -1
	case w.Length-j.To < rules.slot():
		return 1
	}
	return 0
}

// joinUp adds the uprights that the meetings bring. A layout stud that stands
// in their place gives way.
func (f *Laid) joinUp() {
	w, t := f.Wall, f.Wall.Lumber.Thickness
	for k, j := range w.Joins {
		out := Joined{Join: j, Style: j.Style, Corner: w.Corner(j, f.rules) != 0}
		for _, o := range w.Openings {
			if left, right := o.Inner(t); j.From < right && j.To > left {
				f.find(Stop, "meets-opening", j.From+(j.To-j.From)/2, nil, f.rules.Tell(words.ButtsAtInOpening, j.Other, j.From, o.ID), f.rules.Tell(words.MoveOpeningWallComesTo))
				out.Style = Scrap
			}
		}
		serving := f.servingStud(j)
		if out.Style == "" {
			switch {
			case serving >= 0 && !out.Corner:
				out.Style = Serves
			case out.Corner:
				out.Style = FlatNailer
			default:
				out.Style = Ladder
			}
		}
		if out.Style == Serves && serving < 0 {
			f.find(Warn, "nothing-behind", j.From+(j.To-j.From)/2, nil, f.rules.Tell(words.NoStudStandsBehindAt, j.Other, j.From, j.To), f.rules.Tell(words.TakeLadderFlatNailerThere))
		}
		if out.Style == FlatNailer {
			f.flatNailer(k+1, &out)
		}
		f.Joined = append(f.Joined, out)
	}
}

// servingStud is the upright that stands wholly behind a butting wall.
func (f *Laid) servingStud(j Join) int {
	for i, u := range f.standing {
		if (u.kind == wood.Stud || u.kind == wood.King) && u.from >= j.From && u.to <= j.To {
			return i
		}
	}
	return -1
}

// flatNailer turns a stud flat: at a corner beside the end stud, else behind
// the butting wall between two studs of its own.
func (f *Laid) flatNailer(join int, out *Joined) {
	j := out.Join
	w, t, wide := f.Wall, f.Wall.Lumber.Thickness, f.Wall.Lumber.Depth
	why := f.rules.Tell(words.ForBoardWhereButts, j.Other)
	var brought []upright
	switch w.Corner(j, f.rules) {
	case -1:
		from := w.Start.Held + t
		brought = []upright{stands(wood.Backer, from, from+wide, why, -1)}
		out.Nailing = from + wide - j.To
	case 1:
		to := w.Length - w.Stop.Held - t
		brought = []upright{stands(wood.Backer, to-wide, to, why, -1)}
		out.Nailing = j.From - (to - wide)
	default:
		from := j.From + (j.To-j.From-wide)/2
		brought = []upright{stands(wood.Stud, from-t, from, why, -1), stands(wood.Backer, from, from+wide, why, -1), stands(wood.Stud, from+wide, from+wide+t, why, -1)}
		out.Nailing = j.From - (from - t)
	}
	low, high := brought[0].from, brought[len(brought)-1].to
	brought, fits := f.besideOthers(brought, j.Back)
	if !fits || low < 0 || high > w.Length || !w.free(low, high, f.kings()) {
		f.find(Warn, "no-room-for-nailer", j.From+(j.To-j.From)/2, nil, f.rules.Tell(words.ThereNoRoomAtTo, low, high, j.Other), f.rules.Tell(words.TakeLadderScrapBacking))
		out.Style, out.Nailing = Scrap, 0
		return
	}
	kept := f.standing[:0:0]
	for _, u := range f.standing {
		layout := u.kind == wood.Stud && u.join == 0 && u.why != endStud
		if !layout || u.to <= low || u.from >= high {
			kept = append(kept, u)
		}
	}
	for i := range brought {
		brought[i].join = join
	}
	f.standing = append(kept, brought...)
	sortUprights(f.standing)
	if least := f.rules.bearing(); out.Nailing < least {
		f.find(Warn, "little-nailing", j.From, nil, f.rules.Tell(words.FlatNailerWhereButtsLeaves, j.Other, max(out.Nailing, 0)), f.rules.Tell(words.TakeWiderPieceForLadder))
	}
}

// besideOthers fits a nailer's uprights to the wood of other meetings: a stud
// that stands in the same place serves both, and a nailer for the other face
// stands behind this one if the wall is deep enough for two.
func (f *Laid) besideOthers(brought []upright, back bool) (rest []upright, fits bool) {
	deep := f.Wall.Lumber.Depth >= 2*f.Wall.Lumber.Thickness
	for _, b := range brought {
		served := false
		for _, u := range f.standing {
			if u.join == 0 || u.to <= b.from || u.from >= b.to {
				continue
			}
			switch {
			case u.kind != b.kind:
				return nil, false
			case u.kind == wood.Stud && u.from == b.from:
				served = true
			case u.kind == wood.Stud || !deep || f.Wall.Joins[u.join-1].Back == back:
				return nil, false
			}
		}
		if !served {
			rest = append(rest, b)
		}
	}
	return rest, true
}

// kings are the packs of the openings alone: end studs and layout studs are no
// hindrance to a nailer.
func (f *Laid) kings() []pack {
	var out []pack
	for _, p := range f.Wall.packs() {
		if p.what == "king" {
			out = append(out, p)
		}
	}
	return out
}

// ladders make the noggings of each ladder once the studs beside it have their
// lengths: none more than the usual step apart, the plates at foot and head.
func (f *framer) ladders() {
	for k := range f.Joined {
		j := &f.Joined[k]
		if j.Style != Ladder {
			continue
		}
		before, after := f.beside(j.From + (j.To-j.From)/2)
		if before == nil || after == nil {
			continue
		}
		bay := after.From - before.To
		at := before.To + bay/2
		if !before.Known || !after.Known {
			f.find(Warn, "ladder-waits", at, nil, f.rules.Tell(words.HowManyNoggingsLadderBehind, j.Other), f.rules.Tell(words.ReadHeightThereFirst))
			continue
		}
		high := min(before.Exact, after.Exact)
		steps := (high + f.rules.fixingStep() - 1) / f.rules.fixingStep()
		for i := measure.Length(1); i < steps; i++ {
			f.Members = append(f.Members, Member{
				Kind: wood.Nogging, Lumber: f.Wall.Lumber, From: before.To, To: after.From, Known: true, Exact: bay, Cut: wood.Nogging.Round(bay, f.rules.Mark), State: Ready,
				Base: before.Base + (high * i / steps).Millimetres(), Why: f.rules.Tell(words.LadderBehind, j.Other), Join: k + 1,
				Sum: []Line{{What: f.rules.Tell(words.ClearBayBehind, j.Other), Value: bay}},
			})
		}
	}
}

// beside are the full-height uprights on both sides of a station.
func (f *framer) beside(at measure.Length) (before, after *Member) {
	for i := range f.Members {
		m := &f.Members[i]
		if m.Kind != wood.Stud && m.Kind != wood.King {
			continue
		}
		if m.To <= at && (before == nil || m.To > before.To) {
			before = m
		}
		if m.From >= at && (after == nil || m.From < after.From) {
			after = m
		}
	}
	return before, after
}

// tellJoined names the wood of each meeting, once members have names.
func (f *framer) tellJoined() {
	for k := range f.Joined {
		j := &f.Joined[k]
		for i := range f.Members {
			m := &f.Members[i]
			if m.Join == k+1 {
				j.Members = append(j.Members, m.ID)
			}
		}
		if j.Style == Serves || j.Style == EndStuds {
			for i := range f.Members {
				m := &f.Members[i]
				if (m.Kind == wood.Stud || m.Kind == wood.King) && m.From < j.To && m.To > j.From {
					j.Members = append(j.Members, m.ID)
				}
			}
		}
	}
}

// checkLean tells of an end stud or king that a king's place keeps in the way of
// a leaning wall.
func (f *framer) checkLean() {
	w := f.Wall
	for _, e := range []struct {
		End
		at measure.Length
	}{{w.Start, 0}, {w.Stop, w.Length}} {
		if e.Top > e.Held {
			f.find(Warn, "stud-in-the-lean", e.at, nil, f.rules.Tell(words.StudAtStandsFartherOut, e.at, e.Top-e.Held, e.Lean),
				f.rules.Tell(words.MoveOpeningInBySo))
		}
	}
}

// Settled is the wall with its end studs held in as far as they can be: not so
// far that one would stand in a king, and not at all where a king stands as
// the end stud. It is the wall itself where that is as far as it says.
func (w *Wall) Settled() *Wall {
	t := w.Lumber.Thickness
	start, stop := w.Start.Held, w.Stop.Held
	for _, o := range w.Openings {
		left, right := o.Outer(t)
		start, stop = max(0, min(start, left-t)), max(0, min(stop, w.Length-right-t))
	}
	if start+stop > w.Length-2*t {
		start, stop = 0, 0
	}
	if start == w.Start.Held && stop == w.Stop.Held {
		return w
	}
	out := *w
	out.Start.Held, out.Stop.Held = start, stop
	return &out
}
