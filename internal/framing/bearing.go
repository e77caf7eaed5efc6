package framing

import (
	"math"
	"sort"

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
	OffIt    Lie = "off"      // the wall doesn't reach it
)

// Against is how a wall lies to the joists of one surface, where its plate is
// fixed to them, and the blocks it needs. Stations are along the wall.
type Against struct {
	Of       survey.Surface
	Lie      Lie
	Crossing []measure.Length    // centres of the joists that cross it
	steel    []measure.Length    // those of them that are steel
	Slants   [][2]measure.Length // stretches over which a joist lies that crosses it at a slant
	Blocks   []Across            // blocks across the bay
	Bare     [][2]measure.Length
	Nearest  measure.Length // between and none: how far to the left of the wall's middle the nearest joist runs along
	Beside   bool           // Nearest is given
	Fixings  []Fixing
	Short    [][2]measure.Length // stubs too short for two fixings
	Anchor   wood.Anchor
	hangs    bool           // the wall hangs from the ceiling
	pocket   bool           // it stands in one, and reaches nothing else
	How      []Line         // how the places of fixings and blocks were laid out
	Through  measure.Length // the plate it goes through, and what lies between that and what holds
	Cover    Cover
	Bite     measure.Length      // the anchor's length less that
	Needs    measure.Length      // the shortest anchor that bites as is usual
	Steel    []measure.Length    // joists it is no anchor for
	Glue     [][2]measure.Length // where adhesive goes, if any
	Counts   []Counted
	Count    int
}

// Counted is one part of how many fixings there are; less than nothing for
// what is left out.
type Counted struct {
	What string
	N    int
}

// Across is one block, square to the wall: where it lies along it, its own clear
// bay, and how far the bay's middle lies to the left of the wall's, in mm. Where
// the joists don't run quite the wall's way its ends are bevelled.
type Across struct {
	At, Clear measure.Length // Clear: its long side
	Short     measure.Length // its short side
	Bevel     [2]float64     // degrees off square, of its end to the left and to the right
	Off       float64
}

// bevelled is how its ends are cut, where that isn't square.
func (b Across) bevelled(rules Rules) string {
	l, r := math.Abs(b.Bevel[0]), math.Abs(b.Bevel[1])
	if max(l, r) < 0.5 {
		return ""
	}
	if math.Abs(b.Bevel[0]-b.Bevel[1]) < 0.05 {
		return rules.Tell(words.BothEndsBevelled, l)
	}
	return rules.Tell(words.EndsBevelled, l, r, words.Half(b.Clear), words.Half(b.Short))
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

// eachSaid is how long the blocks are, as one would say it.
func (a Against) eachSaid(rules Rules) string {
	least, most := a.Each()
	if most.Down(rules.Mark) == least.Down(rules.Mark) {
		return rules.Units.Say(a.Blocks[0].Clear, rules.Mark)
	}
	return rules.Units.Say(least, rules.Mark) + " to " + rules.Units.Say(most, rules.Mark)
}

// Lies works out how a framed wall lies to floor and ceiling joists.
func Lies(f *Framed, rules Rules, found Found) [2]Against {
	var out [2]Against
	found = f.Wall.concerns(found)
	for _, of := range []survey.Surface{survey.Floor, survey.Ceiling} {
		a := f.Wall.lie(found.Joists, of, rules)
		a.fix(f, rules, found)
		out[of] = a
	}
	return out
}

func (w *Wall) lie(joists []survey.Joist, of survey.Surface, rules Rules) Against {
	a := Against{Of: of, Lie: NotKnown}
	if of == survey.Floor && w.Hung != nil {
		a.Lie, a.hangs = OffIt, true
		return a
	}
	if of == survey.Ceiling && w.Off() {
		a.Lie, a.pocket = OffIt, w.Own.Kind == Infill
		return a
	}
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
			if joists[c.Joist].Steel {
				a.steel = append(a.steel, at)
			}
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
				Kind: wood.Block, Lumber: f.Wall.Lumber, From: b.At - t/2, To: b.At - t/2 + t, Known: true, Exact: b.Clear, Cut: wood.Block.Round(b.Clear, f.rules.Mark), State: Ready, Bevel: b.bevelled(f.rules),
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

// slant is a joist that runs about the wall's way, as the wall sees it: its
// centre line y = y0 + slope·s, s along the wall and y to the left of its
// middle, over a stretch of s. Millimetres.
type slant struct {
	y0, slope  float64
	half       float64 // of its width, square to the wall
	from, to   float64 // as far as it reaches
	steel      bool
	underRange [2]float64
	under      bool // it lies over the plate from underRange[0] to [1]
}

func (j slant) at(s float64) float64 { return j.y0 + j.slope*s }

// alongside is how steeply a joist may cross a wall and still count as running
// its way.
const alongside = 10.0 // degrees

const (
	plateBite = 20.0   // mm of joist over the plate that takes a fixing
	widestBay = 2500.0 // mm that a block spans at most
)

// slants are the joists that run about the wall's way, and where each lies over
// its plate: over the whole width of it, whatever the angle.
func (w *Wall) slants(joists []survey.Joist, of survey.Surface) []slant {
	origin, end := w.At(0), w.At(w.Length)
	long := origin.Distance(end)
	ux, uy := (end.X-origin.X)/long, (end.Y-origin.Y)/long
	half := w.Lumber.Depth.Millimetres() / 2
	var out []slant
	for _, j := range joists {
		sin, cos := math.Sincos(j.Angle * math.Pi / 180)
		across, along := ux*sin-uy*cos, ux*cos+uy*sin
		if j.Of != of || math.Abs(across) >= math.Sin(alongside*math.Pi/180) {
			continue
		}
		dx, dy := j.At.X-origin.X, j.At.Y-origin.Y
		sx, sy := dx*ux+dy*uy, dy*ux-dx*uy
		x := slant{steel: j.Steel, slope: across / along, half: j.Width / 2 / math.Abs(along), from: math.Inf(-1), to: math.Inf(1)}
		x.y0 = sy - x.slope*sx
		if j.Long > 0 {
			x.from, x.to = sx-j.Long*math.Abs(along), sx+j.Long*math.Abs(along)
		}
		low, high := math.Max(x.from, 0), math.Min(x.to, long)
		reach := half + x.half - plateBite
		if math.Abs(x.slope) > 1e-9 {
			a, b := (-reach-x.y0)/x.slope, (reach-x.y0)/x.slope
			low, high = math.Max(low, math.Min(a, b)), math.Min(high, math.Max(a, b))
		} else if math.Abs(x.y0) > reach {
			high = math.Inf(-1)
		}
		x.under, x.underRange = high > low, [2]float64{low, high}
		out = append(out, x)
	}
	return out
}

// along looks at joists that run about the wall's way: one over its plate, or
// the two on either side of it; one that crosses it at a slant lies over a
// stretch, and the rest is between.
func (w *Wall) along(a *Against, joists []survey.Joist, rules Rules) {
	all := w.slants(joists, a.Of)
	long := w.At(0).Distance(w.At(w.Length))
	near := math.Inf(1)
	for _, j := range all {
		if y := j.at(long / 2); math.Abs(y) < math.Abs(near) {
			near = y
			a.Nearest, a.Beside = rules.Units.Estimate(y), true
		}
		if j.under {
			s := [2]measure.Length{rules.Units.Estimate(j.underRange[0]), rules.Units.Estimate(j.underRange[1])}
			a.Slants = append(a.Slants, s)
			if j.steel {
				a.steel = append(a.steel, slantHolds(s, rules)...)
			}
		}
	}
	sort.Slice(a.Slants, func(i, k int) bool { return a.Slants[i][0] < a.Slants[k][0] })
	var open [][2]measure.Length // what no joist lies over
	last := measure.Length(0)
	for _, s := range a.Slants {
		if s[0]-last > rules.endFixing() {
			open = append(open, [2]measure.Length{last, s[0]})
		}
		last = max(last, s[1])
	}
	if w.Length-last > rules.endFixing() {
		open = append(open, [2]measure.Length{last, w.Length})
	}
	for _, o := range open {
		a.block(w, all, o, rules)
	}
	switch {
	case len(a.Slants) > 0 && len(open) == 0:
		a.Lie, a.Slants = Under, nil
	case len(a.Slants) > 0:
		a.Lie = Crosses
	case len(a.Blocks) > 0:
		a.Lie = Between
	}
}

// block lays blocks over a stretch that no joist lies over, flush with its ends,
// each to the bay it stands in there. Where there is no bay the stretch is bare.
func (a *Against) block(w *Wall, all []slant, open [2]measure.Length, rules Rules) {
	t := w.Lumber.Thickness
	places := Spread(open[0], open[1], t/2, rules.fixingStep())
	laidHere := 0
	for _, at := range places {
		s := at.Millimetres()
		left, right := -1, -1
		for i, j := range all {
			y := j.at(s)
			switch {
			case s < j.from || s > j.to:
			case y > 0 && (left < 0 || y-j.half < all[left].at(s)-all[left].half):
				left = i
			case y <= 0 && (right < 0 || y+j.half > all[right].at(s)+all[right].half):
				right = i
			}
		}
		if left < 0 || right < 0 {
			continue
		}
		l, r := all[left], all[right]
		clear := func(s float64) float64 { return l.at(s) - l.half - r.at(s) - r.half }
		if clear(s) > widestBay || clear(s) <= 0 {
			continue
		}
		one, other := clear(s-t.Millimetres()/2), clear(s+t.Millimetres()/2)
		deg := func(slope float64) float64 { return math.Atan(slope) * 180 / math.Pi }
		a.Blocks = append(a.Blocks, Across{
			At: at, Clear: rules.Units.Estimate(math.Max(one, other)), Short: rules.Units.Estimate(math.Min(one, other)),
			Bevel: [2]float64{deg(l.slope), deg(r.slope)}, Off: (l.at(s) - l.half + r.at(s) + r.half) / 2,
		})
		laidHere++
	}
	if laidHere == 0 {
		if len(a.Slants) > 0 {
			a.bare(open[0], open[1], rules)
		}
		return
	}
	a.How = append(a.How, laid(rules, "blocks", open[0], open[1], t/2, places)...)
}

// slantHolds are the places where the plate is fixed into a joist that lies over
// it at a slant.
func slantHolds(s [2]measure.Length, rules Rules) []measure.Length {
	return Spread(s[0], s[1], min(rules.endFixing(), (s[1]-s[0])/4), rules.fixingStep())
}

// holds are the places where the plate is fixed into a joist or a block.
func (a *Against) holds(rules Rules) []measure.Length {
	out := append([]measure.Length(nil), a.Crossing...)
	for _, s := range a.Slants {
		out = append(out, slantHolds(s, rules)...)
	}
	for _, b := range a.Blocks {
		out = append(out, b.At)
	}
	sort.Slice(out, func(i, k int) bool { return out[i] < out[k] })
	return out
}

// Said is how it lies, in a sentence, and what to do about it.
func (a Against) Said(rules Rules) (text, fix string) {
	word := []string{"floor", "ceiling"}[a.Of]
	switch a.Lie {
	case Crosses:
		if len(a.Slants) > 0 {
			text = rules.Tell(words.JoistAtASlant, word, a.Slants[0][0], a.Slants[0][1])
			if len(a.Slants) > 1 {
				text = rules.Tell(words.JoistsAtASlant, len(a.Slants), word, a.Slants[0][0], a.Slants[0][1])
			}
			if len(a.Blocks) > 0 {
				fix = rules.Tell(words.BlocksAcrossBayOneAt, len(a.Blocks), a.eachSaid(rules), rules.fixingStep())
			}
			return text, fix
		}
		text = rules.Tell(words.CrossesJoistsTwoFixingsAt, len(a.Crossing), word)
		if len(a.Bare) > 0 {
			b := a.Bare[0]
			text += rules.Tell(words.NoJoistFromTo, b[0], b[1])
			fix = rules.Tell(words.LetInBlocksThereUse)
		}
	case Under:
		text = rules.Tell(words.JoistRunsAlongFixInto, word)
	case Between:
		clear := a.eachSaid(rules)
		text = rules.Tell(words.RunsAlongBayBetweenJoists, word, clear)
		fix = rules.Tell(words.BlocksAcrossBayOneAt, len(a.Blocks), clear, rules.fixingStep())
		if a.Of == survey.Floor {
			fix += rules.Tell(words.WhetherBayCarriesOnBlocks)
		} else {
			fix += rules.Tell(words.TheyBackCeilingBoardS)
		}
	case OffIt:
		if text = rules.Tell(words.DoesNotReachIt); a.hangs {
			text = rules.Tell(words.HangsFromTheCeiling)
		} else if a.pocket {
			text = rules.Tell(words.StandsInItsPocket)
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
