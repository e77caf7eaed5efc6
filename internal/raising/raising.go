package raising

import (
	"math"
	"slices"

	"homalos/internal/abreast"
	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Way is how a wall goes up.
type Way string

// The ways.
const (
	InPlace    Way = "in-place"
	TiltUp     Way = "tilt"
	PlateFirst Way = "plate-first"
	InSections Way = "sections"
)

// Lift is what one person lifts, kg. Usual practice: 50 lb.
const Lift = 23.0

// Raising is how one wall goes up.
type Raising struct {
	Wall      *work.Wall
	Way       Way // chosen, else proposed
	Proposed  Way
	Why       []string // for what is proposed
	Tilt      [2]Tilt  // from the left, from the right
	Swing     Swing
	Weight    float64 // kg, of what is raised at once
	People    int     // upright
	AtStart   int     // to begin a tilt: half of it lies on the floor
	Shims     []Shim
	Braces    []measure.Length // stations of temporary braces
	Chosen    bool
	Side      Side           // where it is to lie, as chosen; "": where it clears
	Highest   float64        // of its frame, mm
	Different measure.Length // how much its full pieces differ
}

// Swing is a frame turned end to end in plan between what stands at its ends.
type Swing struct {
	Needs, Has measure.Length // Has 0: nothing stands at both its ends
}

// Shim is a gap to pack.
type Shim struct {
	At    measure.Length
	Thick measure.Length
	Over  bool // over the top plate, at a joist; else under the bottom plate
}

// raiser looks at how the walls of a result go up.
type raiser struct {
	*work.Result
	corners []geo.Point
}

// Of is how each wall goes up, in the result's order.
func Of(r *work.Result) (out []Raising) {
	x := newRaiser(r)
	out = make([]Raising, len(r.Walls))
	abreast.Each(len(out), func(i int) { out[i] = x.raise(r.Walls[i]) })
	return out
}

func newRaiser(r *work.Result) *raiser { return &raiser{r, site.OutlineOf(r.Solved())} }

// wallThere is the wall that is there between a corner and the next.
func (r *raiser) wallThere(corner int) string {
	for _, w := range r.ExistingWalls {
		if w.From == corner && !w.Free {
			return w.ID
		}
	}
	return "the room's wall"
}

func (r *raiser) raise(w *work.Wall) Raising {
	var heights *survey.Wary
	if r.Heights != nil {
		heights = r.Heights.Near(w.Wall.From, w.Wall.To, work.NearReadings)
	}
	out := Raising{Wall: w, Tilt: [2]Tilt{r.tilt(w, Left, heights), r.tilt(w, Right, heights)}, Weight: Weight(w)}
	out.People = max(1, int(math.Ceil(out.Weight/Lift-1e-9)))
	out.AtStart = max(1, int(math.Ceil(out.Weight/2/Lift-1e-9)))
	out.spans(w)
	r.swing(&out)
	r.propose(&out)
	out.Way = out.Proposed
	for _, d := range r.Doc.Walls {
		if d.ID == w.Wall.ID && d.Raise != nil {
			out.Way, out.Chosen, out.Side = Way(d.Raise.Way), true, Side(d.Raise.Side)
		}
	}
	r.shims(&out)
	out.brace()
	return out
}

// spans notes how high the frame is, and how much its full pieces differ.
func (r *Raising) spans(w *work.Wall) {
	low, high := measure.Length(0), measure.Length(0)
	for _, m := range w.Members {
		if m.Kind == wood.Stud && m.Known {
			if low == 0 || m.Cut < low {
				low = m.Cut
			}
			high = max(high, m.Cut)
		}
	}
	r.Different = high - low
	for _, f := range frame(w) {
		r.Highest = math.Max(r.Highest, f.high)
	}
}

// trackLeg is how far a track's legs reach up. Usual: 1 1/4 in (32 mm).
const trackLeg = 32.0

// Weight is what a wall's wood weighs, kg: without boards, which are hung on it once it
// stands, and without what lies between joists.
func Weight(w *work.Wall) (out float64) {
	for _, m := range w.Members {
		if m.Kind.Row().Apart || m.Pending != "" || !m.Known {
			continue
		}
		out += PieceWeight(m)
	}
	return out
}

// PieceWeight is what one piece weighs, kg.
func PieceWeight(m framing.Member) float64 {
	l := m.Lumber
	section := l.Thickness.Millimetres() * l.Depth.Millimetres()
	if l.Track {
		section = l.Thickness.Millimetres() * (l.Depth.Millimetres() + 2*trackLeg)
	}
	return section * m.Cut.Millimetres() * l.Density / 1e9
}

// propose weighs the ways against each other, and says why.
func (r *raiser) propose(out *Raising) {
	w, tell := out.Wall, r.Rules.Tell
	say := func(code words.Code, args ...any) { out.Why = append(out.Why, tell(code, args...)) }
	clears, known := false, false
	for i := range out.Tilt {
		t := &out.Tilt[i]
		if t.Known {
			known = true
			clears = clears || len(t.Blocked) == 0 && t.Clears == Yes
			out.Why = append(out.Why, t.Say(r.Result))
		}
	}
	if !known {
		say(words.HeightNotRead)
	}
	uneven := r.falls(w)
	even := uneven <= evenFloor(r.Rules.Units)
	alike := out.Different <= evenFloor(r.Rules.Units)
	heavy := out.People > 4
	if heavy {
		say(words.TooHeavy, out.Weight, out.People)
	}
	if !even {
		say(words.FloorUneven, uneven)
	}
	if !alike {
		say(words.HeightsDiffer, out.Different)
	}
	switch {
	case clears && even && alike && heavy:
		out.Proposed = InSections
	case clears && even && alike && r.Concrete:
		out.Proposed = PlateFirst
		say(words.ConcreteHoldsPlate)
	case clears && even && alike:
		out.Proposed = TiltUp
	default:
		out.Proposed = InPlace
	}
}

// evenFloor is how much a floor may fall under a flat frame, and studs differ. Usual
// practice: 1/4 in (6 mm).
func evenFloor(u measure.System) measure.Length {
	return u.Pick(measure.Inch/4, 6*measure.Millimetre)
}

// falls is by how much the floor lies off a straight line along a wall.
func (r *raiser) falls(w *work.Wall) measure.Length {
	if !w.Section.Known || len(w.Section.Points) < 2 {
		return 0
	}
	points := w.Section.Points
	first, last := points[0], points[len(points)-1]
	most := 0.0
	for _, p := range points {
		share := float64(p.At-first.At) / math.Max(1, float64(last.At-first.At))
		most = math.Max(most, math.Abs(p.Floor-first.Floor-share*(last.Floor-first.Floor)))
	}
	return measure.FromMillimetres(most).Nearest(r.Rules.Mark)
}

// swing is the room that a frame wants in its length between what it meets at both ends:
// its diagonal in plan, if it is turned into place.
func (r *raiser) swing(out *Raising) {
	w := out.Wall.Wall
	ends := 0
	for _, m := range r.Meets {
		if m.Wall == w {
			ends++
		}
	}
	out.Swing.Needs = measure.FromMillimetres(Sweep(w.Length.Millimetres(), w.Lumber.Depth.Millimetres()))
	if ends >= 2 {
		out.Swing.Has = w.Length
	}
}

// shims are the gaps that are packed: over the top plate at the joists that cross it,
// where the frame was built shorter than the space, and under the bottom plate where the
// floor lies under its line.
func (r *raiser) shims(out *Raising) {
	w := out.Wall
	mark := r.Rules.Mark
	if !w.Section.Known {
		return
	}
	frames := frame(w)
	if len(frames) == 0 {
		return
	}
	if out.Way == InPlace {
		return // each piece is cut to its place
	}
	for _, a := range w.Against {
		if a.Of != survey.Ceiling {
			continue
		}
		for _, s := range a.Crossing {
			if s < 0 || s > w.Wall.Length {
				continue
			}
			gap := measure.FromMillimetres(w.Section.CeilingAt(s) - w.Section.FloorAt(s) - highAt(frames, s)).Nearest(mark)
			if gap > 0 {
				out.Shims = append(out.Shims, Shim{s, gap, true})
			}
		}
	}
	if out.Way == PlateFirst {
		return // a plate that is fixed first follows the floor
	}
	points := w.Section.Points
	first, last := points[0], points[len(points)-1]
	line := func(p framing.SectionPoint, up float64) float64 {
		share := float64(p.At-first.At) / math.Max(1, float64(last.At-first.At))
		return first.Floor + share*(last.Floor-first.Floor) + up
	}
	up := 0.0 // the plate lies on the highest places
	for _, p := range points {
		up = math.Max(up, p.Floor-line(p, 0))
	}
	for _, p := range points {
		gap := measure.FromMillimetres(line(p, up) - p.Floor).Nearest(mark)
		if n := len(out.Shims); gap >= max(mark, r.Rules.Units.Pick(measure.Inch/16, measure.Millimetre)) && (n == 0 || out.Shims[n-1].Over || p.At-out.Shims[n-1].At >= r.Rules.Units.Pick(16*measure.Inch, 400*measure.Millimetre)) {
			out.Shims = append(out.Shims, Shim{p.At, gap, false})
		}
	}
	slices.SortStableFunc(out.Shims, func(a, b Shim) int { return int(min(max(a.At-b.At, -1), 1)) })
}

// brace places the temporary braces: near each end and no more than 8 ft (2.4 m) apart.
// Usual practice.
func (r *Raising) brace() {
	if r.Way == InPlace {
		return
	}
	w := r.Wall.Wall
	in := w.Lumber.Thickness * 8
	r.Braces = framing.Spread(0, w.Length, min(in, w.Length/2), 2400*measure.Millimetre)
}
