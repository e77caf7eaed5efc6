package framing

import (
	"math"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
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
	Blocks   []Across         // blocks across the bay
	Bare     [][2]measure.Length
	Nearest  measure.Length // between and none: how far to the left of the wall's middle the nearest joist runs along
	Beside   bool           // Nearest is given
	Fixings  []Fixing
	Short    [][2]measure.Length // stubs too short for two fixings
	Anchor   wood.Anchor
	How      []Line         // how the places of fixings and blocks were laid out
	Bite     measure.Length // the anchor's length less the plate it goes through
	Count    int
}

// Across is one block: where it lies along the wall, its own clear bay, and how
// far the bay's middle lies to the left of the wall's, in mm.
type Across struct {
	At, Clear measure.Length
	Off       float64
}

// Each says how long the blocks are, where they are alike; else from which to
// which.
func (a Against) Each() (least, most measure.Length) {
	for i, b := range a.Blocks {
		if i == 0 || b.Clear < least {
			least = b.Clear
		}
		most = max(most, b.Clear)
	}
	return least, most
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
		for _, b := range a.Blocks {
			f.Members = append(f.Members, Member{
				Kind: wood.Block, Lumber: f.Wall.Lumber, From: b.At - t/2, To: b.At - t/2 + t, Known: true, Exact: b.Clear, Cut: wood.Block.Round(b.Clear, f.rules.Mark), State: Ready,
				Sum: []Line{{What: f.rules.Tell(words.ClearBayBetweenJoists, []string{"floor", "ceiling"}[of]), Value: b.Clear}},
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
	left, right, near := math.Inf(1), math.Inf(-1), math.Inf(1)
	var slope [2]float64 // by which each side's joist draws away from the wall along it
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
		if math.Abs(off) < math.Abs(near) {
			near = off
			a.Nearest, a.Beside = rules.Units.Estimate(off), true
		}
		away := (ux*sin - uy*cos) / (ux*cos + uy*sin)
		if off > 0 && off-j.Width/2 < left {
			left, slope[0] = off-j.Width/2, away
		} else if off <= 0 && off+j.Width/2 > right {
			right, slope[1] = off+j.Width/2, away
		}
	}
	if math.IsInf(left, 1) || math.IsInf(right, -1) || left-right > 2500 {
		return
	}
	a.Lie = Between
	places := Spread(0, w.Length, w.Lumber.Thickness/2, rules.fixingStep()) // flush with the plate's ends
	a.How = laid(rules, "blocks", 0, w.Length, w.Lumber.Thickness/2, places)
	for _, at := range places {
		along := at.Millimetres() - long/2
		l, r := left+slope[0]*along, right+slope[1]*along
		a.Blocks = append(a.Blocks, Across{At: at, Clear: rules.Units.Estimate(l - r), Off: (l + r) / 2})
	}
}

// Said is how it lies, in a sentence, and what to do about it.
func (a Against) Said(rules Rules) (text, fix string) {
	word := []string{"floor", "ceiling"}[a.Of]
	say := func(l measure.Length) string { return rules.Units.Say(l, rules.Mark) }
	switch a.Lie {
	case Crosses:
		text = rules.Tell(words.CrossesJoistsTwoFixingsAt, len(a.Crossing), word)
		if len(a.Bare) > 0 {
			b := a.Bare[0]
			text += rules.Tell(words.NoJoistFromTo, b[0], b[1])
			fix = rules.Tell(words.LetInBlocksThereUse)
		}
	case Under:
		text = rules.Tell(words.JoistRunsAlongFixInto, word)
	case Between:
		clear := say(a.Blocks[0].Clear)
		if least, most := a.Each(); most.Down(rules.Mark) != least.Down(rules.Mark) {
			clear = say(least) + " to " + say(most)
		}
		text = rules.Tell(words.RunsAlongBayBetweenJoists, word, clear)
		fix = rules.Tell(words.BlocksAcrossBayOneAt, len(a.Blocks), clear, rules.fixingStep())
		if a.Of == survey.Floor {
			fix += rules.Tell(words.WhetherBayCarriesOnBlocks)
		} else {
			fix += rules.Tell(words.TheyBackCeilingBoardS)
		}
	case NoJoist:
		text = rules.Tell(words.NoJoistComesNear, word)
		fix = rules.Tell(words.LetInBlocksBetweenNearest)
	default:
		if a.Of == survey.Floor && rules.Concrete {
			return rules.Tell(words.FloorConcrete), ""
		}
		text = rules.Tell(words.NoJoistsWereRead, word)
		fix = rules.Tell(words.FindThemWriteTheirPlaces)
	}
	return text, fix
}
