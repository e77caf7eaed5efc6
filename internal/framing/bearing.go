package framing

import (
	"fmt"
	"math"

	"homalos/internal/measure"
	"homalos/internal/survey"
)

// Lie is how a wall lies to the joists of floor or ceiling.
type Lie string

// The ways a wall lies to joists.
const (
	Crosses  Lie = "crosses"  // joists cross it
	Under    Lie = "under"    // one runs along it, over or under the plate
	Between  Lie = "between"  // it runs along a bay
	NoJoist  Lie = "none"     // joists were read, none comes near it
	NotKnown Lie = "not-read" // no joists of this surface were read
)

// Against is how a wall lies to the joists of one surface, where its plate is
// fixed to them, and the blocks it needs. Stations are along the wall.
type Against struct {
	Of       survey.Surface
	Lie      Lie
	Crossing []measure.Length // centres of the joists that cross it
	Blocks   []measure.Length // where blocks go across the bay
	Block    measure.Length   // their length: the clear bay
	Bare     [][2]measure.Length
	Fixings  []Fixing
	Short    [][2]measure.Length // stubs too short for two fixings
}

// Fixing is one place where a plate is fixed.
type Fixing struct {
	At    measure.Length
	Count int
	Moved bool // off its even place, clear of a stud's foot or a pipe
}

// Usual spacing of fixings and blocks: first 3 in (75 mm) from each end, then at
// most 24 in (600 mm); blocks the same, with one at each end.
func (r Rules) endFixing() measure.Length { return r.Units.Pick(3*measure.Inch, 75*measure.Millimetre) }
func (r Rules) fixingStep() measure.Length {
	return r.Units.Pick(24*measure.Inch, 600*measure.Millimetre)
}

// Spread lays n places evenly over a stretch, the first and last e from its
// ends and none more than step apart: n = ceil((L − 2e)/step) + 1. A stretch
// of no more than 2e has one place, in its middle.
func Spread(from, to, e, step measure.Length) []measure.Length {
	room := to - from - 2*e
	if room <= 0 {
		return []measure.Length{from + (to-from)/2}
	}
	n := int64((room + step - 1) / step)
	var out []measure.Length
	for i := range n + 1 {
		out = append(out, from+e+room*measure.Length(i)/measure.Length(n))
	}
	return out
}

// Lies works out how a framed wall lies to floor and ceiling joists.
func Lies(f *Framed, rules Rules, found Found) [2]Against {
	var out [2]Against
	for _, of := range []survey.Surface{survey.Floor, survey.Ceiling} {
		a := f.Wall.lie(found.Joists, of, rules)
		a.fix(f, rules, found)
		out[of] = a
	}
	return out
}

func (w *Wall) lie(joists []survey.Joist, of survey.Surface, rules Rules) Against {
	a := Against{Of: of, Lie: NotKnown}
	origin, end := w.At(0), w.At(w.Length)
	for _, j := range joists {
		if j.Of == of {
			a.Lie = NoJoist
		}
	}
	if a.Lie == NotKnown {
		return a
	}
	if crossed := survey.Crossed(joists, of, origin, end); len(crossed) > 0 {
		a.Lie = Crosses
		last := measure.Length(0)
		for _, c := range crossed {
			at := max(0, min(measure.FromMillimetres(c.Station), w.Length))
			a.Crossing = append(a.Crossing, at)
			a.bare(last, at, rules)
			last = at
		}
		a.bare(last, w.Length, rules)
		return a
	}
	w.along(&a, joists, rules)
	return a
}

// addBlocks makes the blocks of a wall that runs along a bay: each to the clear
// bay, down to the mark.
func (f *framer) addBlocks(joists []survey.Joist) {
	t := f.Wall.Lumber.Thickness
	for _, of := range []survey.Surface{survey.Floor, survey.Ceiling} {
		a := f.Wall.lie(joists, of, f.rules)
		for _, at := range a.Blocks {
			f.Members = append(f.Members, Member{
				Kind: Block, Lumber: f.Wall.Lumber, From: at - t/2, To: at - t/2 + t, Known: true, Exact: a.Block, Cut: Block.round(a.Block, f.rules.Mark), State: Ready,
				Sum: []Line{{What: fmt.Sprintf("clear bay between %s joists", []string{"floor", "ceiling"}[of]), Value: a.Block}},
			})
		}
	}
}

// bare notes a stretch with no joist over it for more than two usual steps.
func (a *Against) bare(from, to measure.Length, rules Rules) {
	if to-from > 2*rules.fixingStep() {
		a.Bare = append(a.Bare, [2]measure.Length{from, to})
	}
}

// along looks at joists that run the wall's way: one over its plate, or the two
// on either side of it.
func (w *Wall) along(a *Against, joists []survey.Joist, rules Rules) {
	origin, end := w.At(0), w.At(w.Length)
	long := origin.Distance(end)
	ux, uy := (end.X-origin.X)/long, (end.Y-origin.Y)/long
	const bite = 20.0 // mm of joist over the plate that takes a fixing
	half := w.Lumber.Depth.Millimetres() / 2
	left, right := math.Inf(1), math.Inf(-1)
	for _, j := range joists {
		sin, cos := math.Sincos(j.Angle * math.Pi / 180)
		if j.Of != a.Of || math.Abs(ux*sin-uy*cos) > math.Sin(10*math.Pi/180) {
			continue
		}
		// at the wall's middle
		mx, my := (origin.X+end.X)/2, (origin.Y+end.Y)/2
		off := (j.At.Y-my)*ux - (j.At.X-mx)*uy
		if half+j.Width/2-math.Abs(off) >= bite {
			a.Lie = Under
			return
		}
		if off > 0 {
			left = math.Min(left, off-j.Width/2)
		} else {
			right = math.Max(right, off+j.Width/2)
		}
	}
	if math.IsInf(left, 1) || math.IsInf(right, -1) || left-right > 2500 {
		return
	}
	a.Lie = Between
	a.Block = rules.Units.Estimate(left - right)
	a.Blocks = Spread(0, w.Length, w.Lumber.Thickness/2, rules.fixingStep()) // flush with the plate's ends
}

// fix places the fixings: two at each crossing and at each block, else at the
// usual steps; on the floor each stub between doors has ends of its own.
func (a *Against) fix(f *Framed, rules Rules, found Found) {
	w := f.Wall
	stubs := [][2]measure.Length{{0, w.Length}}
	if a.Of == survey.Floor {
		stubs = w.stubs()
	}
	for _, s := range stubs {
		inside := func(places []measure.Length) (n int) {
			for _, at := range places {
				if at > s[0] && at < s[1] {
					a.Fixings = append(a.Fixings, Fixing{At: at, Count: 2})
					n++
				}
			}
			return n
		}
		switch {
		case a.Lie == Crosses && inside(a.Crossing) >= 2, a.Lie == Between && inside(a.Blocks) >= 2:
			continue
		}
		if s[1]-s[0] < 2*rules.endFixing()+rules.endFixing()/2 {
			a.Short = append(a.Short, s)
		}
		for _, at := range Spread(s[0], s[1], rules.endFixing(), rules.fixingStep()) {
			free, moved := a.clear(at, s, f, rules, found)
			a.Fixings = append(a.Fixings, Fixing{At: free, Count: 1, Moved: moved})
		}
	}
}

// stubs are the parts of the bottom plate that stay when the doors are cut out.
func (w *Wall) stubs() [][2]measure.Length {
	var out [][2]measure.Length
	from := measure.Length(0)
	for _, o := range w.Openings {
		if o.CutsPlate() {
			out = append(out, [2]measure.Length{from, o.Left()})
			from = o.Right()
		}
	}
	return append(out, [2]measure.Length{from, w.Length})
}

// clear moves a fixing off a stud's foot or a pipe to the nearest free place.
func (a *Against) clear(at measure.Length, stub [2]measure.Length, f *Framed, rules Rules, found Found) (measure.Length, bool) {
	room := rules.Units.Pick(measure.Inch/2, 12*measure.Millimetre)
	var taken [][2]measure.Length
	for _, m := range f.Members {
		foot := m.Kind == Stud || m.Kind == King || a.Of == survey.Floor && (m.Kind == Jack || m.Kind == UnderSill) || a.Of == survey.Ceiling && m.Kind == Cripple
		if foot {
			taken = append(taken, [2]measure.Length{m.From - room, m.To + room})
		}
	}
	for _, o := range found.Obstructions {
		if from, to, ok := f.Wall.meets(o); ok && o.Rises == (a.Of == survey.Floor) {
			taken = append(taken, [2]measure.Length{from - room, to + room})
		}
	}
	free := func(p measure.Length) bool {
		for _, t := range taken {
			if p > t[0] && p < t[1] {
				return false
			}
		}
		return p >= stub[0]+room && p <= stub[1]-room
	}
	if free(at) {
		return at, false
	}
	step := rules.Units.Pick(measure.Inch/4, 5*measure.Millimetre)
	for k := measure.Length(1); k*step < rules.fixingStep()/2; k++ {
		for _, p := range []measure.Length{at - k*step, at + k*step} {
			if free(p) {
				return p, true
			}
		}
	}
	return at, false
}

// Said is how it lies, in a sentence, and what to do about it.
func (a Against) Said(rules Rules) (text, fix string) {
	word := []string{"floor", "ceiling"}[a.Of]
	say := func(l measure.Length) string { return rules.Units.Say(l, rules.Mark) }
	switch a.Lie {
	case Crosses:
		text = fmt.Sprintf("It crosses %d %s joists: two fixings at each.", len(a.Crossing), word)
		if len(a.Bare) > 0 {
			b := a.Bare[0]
			text += fmt.Sprintf(" No joist from %s to %s.", say(b[0]), say(b[1]))
			fix = "Let in blocks there, or use adhesive and say so on the open list."
		}
	case Under:
		text = fmt.Sprintf("A %s joist runs along it: fix into that.", word)
	case Between:
		text = fmt.Sprintf("It runs along a bay between %s joists, %s clear.", word, say(a.Block))
		fix = fmt.Sprintf("%d blocks of %s across the bay, one at each end, none more than %s apart.", len(a.Blocks), say(a.Block), say(rules.fixingStep()))
		if a.Of == survey.Floor {
			fix += " Whether the bay carries it on blocks or wants a doubled joist is asked of a professional."
		} else {
			fix += " They back the ceiling board's edges too."
		}
	case NoJoist:
		text = fmt.Sprintf("No %s joist comes near it.", word)
		fix = "Let in blocks between the nearest joists, or use adhesive and say so on the open list."
	default:
		if a.Of == survey.Floor && rules.Concrete {
			return "The floor is concrete: anchors as listed.", fmt.Sprintf("Powder-driven pins usually go about %s apart. An anchor bites by its length less the plate; resin wants its cure time before the wall is loaded.", say(2*rules.fixingStep()))
		}
		text = fmt.Sprintf("No %s joists were read.", word)
		fix = "Find them, write their places under Read, and the fixings follow."
	}
	return text, fix
}
