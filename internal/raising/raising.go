package raising

import (
	"math"
	"slices"

	"homalos/internal/abreast"
	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
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
	Parts     Parts
	Later     []string     // fitted once it stands, as chosen
	Cures     []Cure       // where it is to be tilted and doesn't clear: what helps
	Reach     [2][]string  // what stands too near to its left face, and its right, to work there
	given     []job.Length // where its sections end, as written
	Elsewhere bool         // built elsewhere and carried in
	Piece     *Carried     // along the way in: its longest piece,
	Frame     *Carried     // and its frame or the longest section, where that is carried
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
	Shorter    measure.Length // so much shorter it could be turned in
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
	left, right := r.look(w, Left), r.look(w, Right)
	turned := func(less measure.Length) [2]Tilt {
		mm := less.Millimetres()
		return [2]Tilt{r.tilt(w, Left, left, mm), r.tilt(w, Right, right, mm)}
	}
	out := Raising{Wall: w, Tilt: turned(0)}
	out.weigh(InPlace)
	out.spans(w)
	r.swing(&out)
	for i, side := range []Side{Left, Right} {
		out.Reach[i] = r.walls(w, side, atWork(r.Rules.Units).Millimetres())
	}
	r.propose(&out, turned)
	out.Way = out.Proposed
	for _, d := range r.Doc.Walls {
		if d.ID == w.Wall.ID && d.Raise != nil {
			out.Way, out.Chosen, out.Side, out.Later, out.Elsewhere, out.given = Way(d.Raise.Way), true, Side(d.Raise.Side), d.Raise.Later, d.Raise.Elsewhere, d.Raise.Sections
		}
	}
	if less := out.less(); less > 0 {
		out.Tilt = turned(less)
	}
	out.weigh(out.Way)
	for i := range w.Faces {
		for _, p := range w.Faces[i].Pieces {
			out.Parts.Boards += BoardWeight(p.Along().Millimetres()*p.Up().Millimetres(), r.Board.Millimetres())
		}
	}
	r.cures(&out, turned)
	r.route(&out)
	r.shims(&out)
	out.brace()
	return out
}

// atWork is how much room somebody takes who works at a face. Usual: 20 in (500 mm).
func atWork(u measure.System) measure.Length {
	return u.Pick(20*measure.Inch, 500*measure.Millimetre)
}

// stackOf is how thick plates are together.
func stackOf(all []*wood.Lumber) (out measure.Length) {
	for _, p := range all {
		out += p.Thickness
	}
	return out
}

// less is how much lower a frame is than its wall: by the plate that is fixed before it.
func (r *Raising) less() (out measure.Length) {
	if r.Way == PlateFirst {
		out += stackOf(r.Wall.Wall.Bottom)
	}
	if r.Way != InPlace && slices.Contains(r.Later, TopPlate) {
		out += stackOf(r.Wall.Wall.Top)
	}
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
	for _, f := range frame(w, 0) {
		r.Highest = math.Max(r.Highest, f.high)
	}
}

// clear says whether one of both ways up is sure to be free.
func clear(both [2]Tilt) bool {
	return slices.ContainsFunc(both[:], func(t Tilt) bool { return t.Known && len(t.Blocked) == 0 && t.Clears == Yes })
}

// spared says whether one of both ways up stays so far off what is over it for sure.
func spared(both [2]Tilt, off float64) bool {
	return slices.ContainsFunc(both[:], func(t Tilt) bool { return t.Known && len(t.Blocked) == 0 && t.Clearance-t.Spread >= off })
}

// there is how many people lift; where that isn't given, as many as a wall usually takes.
func (r *raiser) there() int {
	if d := r.Doc.Schedule; d != nil && d.Crew > 0 {
		return d.Crew
	}
	return 4
}

// propose weighs the ways against each other, and says why.
func (r *raiser) propose(out *Raising, turned func(less measure.Length) [2]Tilt) {
	w, tell := out.Wall, r.Rules.Tell
	say := func(code words.Code, args ...any) { out.Why = append(out.Why, tell(code, args...)) }
	known := false
	for i := range out.Tilt {
		if t := &out.Tilt[i]; t.Known {
			known = true
			out.Why = append(out.Why, t.Say(r.Result))
		}
	}
	if !known {
		say(words.HeightNotRead)
	}
	uneven := r.falls(w)
	even := uneven <= evenFloor(r.Rules.Units)
	alike := out.Different <= evenFloor(r.Rules.Units)
	heavy := out.People > r.there()
	if heavy {
		say(words.TooHeavy, out.Parts.Wood, out.People, r.there())
	}
	if !even {
		say(words.FloorUneven, uneven)
	}
	if !alike {
		say(words.HeightsDiffer, out.Different)
	}
	for i, side := range []words.Code{words.SideLeft, words.SideRight} {
		if len(out.Reach[i]) > 0 {
			say(words.FaceOutOfReach, tell(side), out.Reach[i][0], atWork(r.Rules.Units))
		}
	}
	flat := even && alike
	clears := flat && clear(out.Tilt)
	if r.Schedule.SpareCeiling && clears && !spared(out.Tilt, evenFloor(r.Rules.Units).Millimetres()) {
		clears = false
		say(words.CeilingSpared, evenFloor(r.Rules.Units))
	}
	switch {
	case w.Wall.Hung != nil:
		out.Proposed = InPlace
		say(words.HungInPlace)
	case w.Wall.Steel != nil:
		out.Proposed = InPlace
		say(words.SteelInPlace)
	case len(w.Slots) > 0:
		out.Proposed = InPlace
		say(words.PostsFirst)
	case clears && heavy:
		out.Proposed = InSections
	case clears && r.Concrete:
		out.Proposed = PlateFirst
		say(words.ConcreteHoldsPlate)
	case clears:
		out.Proposed = TiltUp
	case flat && known && !heavy && !r.Schedule.SpareCeiling && clear(turned(stackOf(w.Wall.Bottom))):
		out.Proposed = PlateFirst
		say(words.PlateFirstClears, stackOf(w.Wall.Bottom))
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
		long, deep := w.Length.Millimetres(), w.Lumber.Depth.Millimetres()
		if long > deep {
			out.Swing.Shorter = measure.FromMillimetres(long - math.Sqrt(long*long-deep*deep)).Up(r.Rules.Mark)
		}
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
	frames := frame(w, 0)
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
