package framing

import (
	"math"

	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// BoxSide is a side of a box round a duct or a pipe: it hangs from the ceiling, its foot
// at one level, and a ladder of rungs closes the box underneath. Source: the work,
// steps 2 and 6.
type BoxSide struct {
	Foot    measure.Length // of its lower side: over the floor at At, or an elevation
	At      geo.Point      // the floor that it is over, where OnFloor
	OnFloor bool
	Rungs   bool         // the ladder is this side's to carry; else the other's
	Out     Span         // from its inner face to what the ladder ends at, at its ends
	Nailer  *wood.Lumber // fixed to the wall behind; nil: the ladder ends at the other side
	Back    bool         // its inner face is its back, not the snapped one
	To      string       // what it ends at, by name
	level   bool         // the floor was levelled there; else the foot follows it
}

// Span is what a thing is at a wall's two ends, straight between.
type Span struct{ Start, End measure.Length }

// At is what it is at a station of a wall so long.
func (s Span) At(station, long measure.Length) measure.Length {
	return s.Start + scaled(s.End-s.Start, station.Millimetres()/long.Millimetres())
}

// concerns leaves out of what was found all that lies on the floor or under it, for a
// wall that hangs.
func (w *Wall) concerns(found Found) Found {
	if w.Hung == nil {
		return found
	}
	var up Found
	up.Stairs = found.Stairs
	for i, z := range found.Zones {
		if z.Of == survey.Ceiling {
			up.Zones, up.ZoneNames = append(up.Zones, z), append(up.ZoneNames, found.ZoneNames[i])
		}
	}
	for _, j := range found.Joists {
		if j.Of == survey.Ceiling {
			up.Joists = append(up.Joists, j)
		}
	}
	for _, h := range found.Hidden {
		if h.In == "ceiling" {
			up.Hidden = append(up.Hidden, h)
		}
	}
	for _, o := range found.Obstructions {
		if o.Height == nil {
			up.Obstructions = append(up.Obstructions, o)
		}
	}
	return up
}

// feet answer for what a wall that hangs stands on: the level of its foot, in the
// place of the floor. The steps that all walls share ask for "the floor" and get this.
type feet struct {
	Heights
	h *BoxSide
}

// onFeet gives a hung wall's heights its own foot.
func onFeet(w *Wall, heights Heights, taken *survey.Taken) (Heights, bearing) {
	h := *w.Hung
	if h.OnFloor {
		along := []survey.Term{{Of: survey.Floor, At: h.At, Weight: 1},
			{Of: survey.Floor, At: w.At(w.Length / 2), Weight: -1}}
		h.level = heights.EstimateAll([][]survey.Term{along})[0].Known && taken.Lacks(along,
			w.At(w.Length/2)).Readings == 0
	}
	f := feet{heights, &h}
	return f, onFoot{taken, f}
}

// goesBy puts the foot in the place of the floor: what the surfaces still give of a
// sum, and what is to be added to it, mm.
func (f feet) goesBy(terms []survey.Term) (left []survey.Term, plus float64) {
	for _, x := range terms {
		if x.Of == survey.Floor {
			plus += x.Weight * f.h.Foot.Millimetres()
			if !f.h.OnFloor {
				continue
			}
			if f.h.level {
				x.At = f.h.At
			}
		}
		left = append(left, x)
	}
	return merged(left), plus
}

// merged adds up the terms of one surface at one place; what comes to nothing is left
// out.
func merged(terms []survey.Term) []survey.Term {
	var out []survey.Term
	for _, x := range terms {
		met := false
		for i := range out {
			if out[i].Of == x.Of && out[i].At == x.At {
				out[i].Weight += x.Weight
				met = true
			}
		}
		if !met {
			out = append(out, x)
		}
	}
	kept := out[:0]
	for _, x := range out {
		if x.Weight != 0 {
			kept = append(kept, x)
		}
	}
	return kept
}

// EstimateAll answers sums in which "the floor" is the wall's foot.
func (f feet) EstimateAll(sums [][]survey.Term) []survey.Estimate {
	out := make([]survey.Estimate, len(sums))
	var some [][]survey.Term
	var which []int
	for i, s := range sums {
		left, plus := f.goesBy(s)
		if out[i].Value = plus; len(left) == 0 {
			out[i].Known = true
			continue
		}
		some, which = append(some, left), append(which, i)
	}
	if len(some) == 0 {
		return out
	}
	for k, e := range f.Heights.EstimateAll(some) {
		i := which[k]
		if !e.Known && f.h.OnFloor && len(some[k]) == 1 && some[k][0].Of == survey.Floor {
			e.Known = true // heights are over the floor, where no level was shot
		}
		e.Value += out[i].Value
		out[i] = e
	}
	return out
}

// Next weighs readings that would free what is held.
func (f feet) Next(taken *survey.Taken, held []survey.Held, candidates []survey.Reading, most int) []survey.Step {
	for i := range held {
		held[i].Terms, _ = f.goesBy(held[i].Terms)
	}
	return f.Heights.Next(taken, held, candidates, most)
}

// onFoot are the readings that bear on a hung wall: what was read of floor and gap
// says nothing of how long a piece over its foot is.
type onFoot struct {
	*survey.Taken
	feet feet
}

func (o onFoot) At(kind survey.Kind, at geo.Point) (survey.Found, bool) {
	if kind != survey.CeilingReading {
		return survey.Found{}, false
	}
	return o.Taken.At(kind, at)
}

func (o onFoot) Lacks(terms []survey.Term, piece geo.Point) survey.Lack {
	left, _ := o.feet.goesBy(terms)
	if len(left) == 0 {
		return survey.Lack{}
	}
	return o.Taken.Lacks(left, piece)
}

func (o onFoot) Wider(terms []survey.Term) float64 {
	left, _ := o.feet.goesBy(terms)
	if len(left) == 0 {
		return 1
	}
	return o.Taken.Wider(left)
}

// byLevel says whether a hung wall's pieces want elevations: its foot is one, or goes by
// the floor at one place.
func (f *framer) byLevel() bool {
	h, ok := f.heights.(feet)
	return ok && (!h.h.OnFloor || h.h.level)
}

// hanging is a side of a box. Source: the work, step 6.
type hanging struct{}

func (hanging) stand(*Laid, Part, Found) {}

// lie closes the box underneath: a rung at each of its uprights, to its own width, and
// a nailer on the wall behind.
func (hanging) lie(f *framer, p Part, _ Found) {
	h, w := f.Wall.Hung, f.Wall
	if !h.Rungs {
		return
	}
	deep := measure.Length(0)
	if h.Nailer != nil {
		deep = h.Nailer.Depth
	}
	foot := h.Foot.Millimetres()
	if e := f.heights.EstimateAll([][]survey.Term{{f.floorAt(w.Length / 2)}})[0]; e.Known {
		foot = e.Value
	}
	for _, u := range f.standing {
		if u.kind != wood.Stud {
			continue
		}
		at := u.from + (u.to-u.from)/2
		out := h.Out.At(at, w.Length)
		long := f.length((out - deep).Millimetres())
		if long < w.Lumber.Thickness {
			continue // nailer and side lie against each other
		}
		m := Member{Kind: wood.Rung, Lumber: w.Lumber, From: u.from, To: u.to, Known: true, State: Ready,
			Exact: long, Base: foot, Why: f.rules.Tell(words.ClosesTheBox)}
		m.Sum = []Line{{What: f.rules.Tell(words.FromItsInnerFaceTo, at, h.To), Value: f.length(out.Millimetres())}}
		if deep > 0 {
			m.Sum = append(m.Sum, Line{What: f.rules.Tell(words.NailerLiesFlat, h.Nailer.ID), Value: -deep})
		}
		m.Cut = wood.Rung.Round(long, f.rules.Mark)
		f.Members = append(f.Members, m)
	}
	if h.Nailer == nil {
		return
	}
	longest := h.Nailer.Longest()
	n := measure.Length(math.Ceil(w.Length.Millimetres() / longest.Millimetres()))
	for i := range n {
		from, to := w.Length*i/n, w.Length*(i+1)/n
		m := Member{Kind: wood.Nailer, Lumber: h.Nailer, From: from, To: to, Known: true, State: Ready,
			Exact: to - from, Base: foot, Why: f.rules.Tell(words.NailerOn, h.To)}
		m.Sum = []Line{{What: f.rules.Tell(words.LengthOfTheBox), Value: to - from}}
		m.Cut = wood.Nailer.Round(m.Exact, f.rules.Mark)
		f.Members = append(f.Members, m)
	}
}

func (hanging) check(f *framer, p Part, _ Found) {
	h := f.Wall.Hung
	middle := f.Wall.Length / 2
	if t, ok := f.heights.(feet); ok && h.OnFloor && !t.h.level {
		f.find(Note, "foot-follows-floor", middle, nil, f.rules.Tell(words.FootFollowsTheFloor, h.Foot),
			f.rules.Tell(words.LevelTheFloorAlongIt))
	}
	if left, usual := h.Foot-f.rules.Board, UsualHeadroom(f.rules.Units); h.OnFloor && left < usual {
		f.find(Note, "box-headroom", middle, nil, f.rules.Tell(words.BoxLeavesUnderIt, left, usual),
			f.rules.Tell(words.LocalCodeHeadroom))
	}
	if h.Rungs && h.Nailer != nil {
		f.find(Note, "nailer-level", middle, nil, f.rules.Tell(words.SnapTheNailersLine, h.To, h.Foot),
			f.rules.Tell(words.IntoStudsBehind))
	}
}

// checkBoxed: what a box goes round keeps the room that it wants.
func (f *framer) checkBoxed(found Found) {
	for _, o := range found.Obstructions {
		if o.ID != f.Wall.Boxes || o.ID == "" {
			continue
		}
		wide := o
		wide.Width += 2*o.Side - 1 // what the marks round off is no want of room
		from, to, _, _, ok := f.Wall.box(wide)
		if !ok || to <= 0 || from >= f.Wall.Length.Millimetres() {
			continue
		}
		at := max(0, min(f.Wall.Length, measure.FromMillimetres((math.Max(from, 0)+to)/2)))
		f.find(Warn, "box-too-tight", at, nil, f.rules.Tell(words.BoxTooTight, o.name(),
			measure.FromMillimetres(o.Side)), f.rules.Tell(words.MoveTheSideOut))
	}
}

// UsualHeadroom is what stays free over a floor that people walk on. The local code
// decides; usual 80 in (2 m).
func UsualHeadroom(u measure.System) measure.Length {
	return u.Pick(80*measure.Inch, 2000*measure.Millimetre)
}
