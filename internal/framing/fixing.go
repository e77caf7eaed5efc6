package framing

import (
	"slices"
	"sort"
	"strings"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Fixing is one place where a plate is fixed.
type Fixing struct {
	At    measure.Length
	Count int
	Moved bool // off its even place, clear of a stud's foot or a pipe
	Slant bool // a stud stands over the joist there: driven at a slant beside its foot
}

// Usual spacing of fixings and blocks: first 3 in (75 mm) from each end, then at
// most 24 in (600 mm); blocks the same, with one at each end.
func (r Rules) endFixing() measure.Length { return r.Units.Pick(3*measure.Inch, 75*measure.Millimetre) }

func (r Rules) fixingStep() measure.Length {
	return r.Units.Pick(24*measure.Inch, 600*measure.Millimetre)
}

// UsualAnchor is what a plate is usually fixed with: screws into timber, pins
// into a concrete floor.
func (r Rules) UsualAnchor(of survey.Surface) wood.Anchor {
	if of == survey.Floor && r.Concrete {
		return wood.Anchor{By: "pin"}
	}
	return wood.Anchor{By: "screw"}
}

// UsualStep is how far apart a kind of fixing goes at most.
func (r Rules) UsualStep(by string) measure.Length {
	m := wood.Anchor{By: by}.Means()
	return r.Units.Pick(m.Imperial, m.Metric)
}

// anchor is the wall's, else the job's, else the usual one: into steel where all
// that holds it is steel; never nothing.
func (w *Wall) anchor(of survey.Surface, rules Rules, steel bool) wood.Anchor {
	a, job := w.Floor, rules.Floor
	if of == survey.Ceiling {
		a, job = w.Ceiling, rules.Ceiling
	}
	if a.By == "" {
		a = job
	}
	if a.By == "" {
		a = rules.UsualAnchor(of)
		if steel && a.By == "screw" {
			a.By = "self-drilling"
		}
	}
	if a.Step == 0 {
		a.Step = rules.UsualStep(a.By)
	}
	return a
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

// laid is the sum behind places that Spread laid out.
func laid(rules Rules, what string, from, to, e measure.Length, places []measure.Length) []Line {
	n := measure.Length(len(places))
	if n < 2 {
		return []Line{{What: rules.Tell(words.TooShortForTwoOne, what), Value: to - from}}
	}
	room := to - from - 2*e
	return []Line{
		{What: rules.Tell(words.PlateBetweenItsEnds, what), Value: to - from},
		{What: rules.Tell(words.FirstLastInFromEach), Value: e},
		{What: rules.Tell(words.RestInGapsMakesEach, int(n-1), int(n)), Value: room / (n - 1)},
	}
}

// pieces are the stretches of the plate that touches a surface and may be fixed:
// each has ends of its own, at joints and doors too. Nothing is fixed where it
// waits, nor in a doorway.
func (f *Framed) pieces(of survey.Surface, rules Rules) [][2]measure.Length {
	kind := wood.BottomPlate
	if of == survey.Ceiling {
		kind = wood.TopPlate
	}
	var out [][2]measure.Length
	for _, m := range f.Members {
		if m.Kind != kind || m.Pending != "" {
			continue
		}
		layer, part := 0, f.Wall.part(m.From+(m.To-m.From)/2)
		if of == survey.Ceiling {
			layer = len(part.Top) - 1
		}
		if m.Layer != layer || of == survey.Ceiling && part.Free() {
			continue
		}
		from, to := max(m.From, 0), min(m.To, f.Wall.Length)
		for _, o := range f.Wall.Openings {
			if of == survey.Floor && rules.Whole && o.CutsPlate() && o.Left() < to && o.Right() > from {
				if o.Left() > from {
					out = append(out, [2]measure.Length{from, o.Left()})
				}
				from = o.Right()
			}
		}
		if to > from {
			out = append(out, [2]measure.Length{from, to})
		}
	}
	return out
}

// reach works out what the anchor goes through and how much of it bites.
func (a *Against) reach(w *Wall, rules Rules, found Found) {
	plate := w.Bottom[0]
	if a.Of == survey.Ceiling {
		top := w.whole().Top
		plate = top[len(top)-1]
	}
	a.Cover = found.Cover[a.Of]
	a.Through = plate.Thickness + a.Cover.Thick
	m := a.Anchor.Means()
	a.Needs = (a.Through + m.UsualBite(rules.Units)).Up(rules.Mark)
	if a.Anchor.Length > 0 {
		a.Bite = a.Anchor.Length - a.Through
	}
}

// holdsIn says whether the anchor holds in what a joist is made of.
func (a *Against) holdsIn(at measure.Length) bool {
	return a.Anchor.Means().Steel || !slices.Contains(a.steel, at)
}

// fix places the fixings: two at each crossing and at each block, else at the
// usual steps; each piece of the plate has ends of its own. Nothing is driven
// into air, nor where it doesn't bite.
func (a *Against) fix(f *Framed, rules Rules, found Found) {
	w := f.Wall
	steel := len(a.steel) > 0 && (a.Lie == Under || len(a.steel) == len(a.holds(rules)))
	a.Anchor = w.anchor(a.Of, rules, steel)
	a.reach(w, rules, found)
	stubs := f.pieces(a.Of, rules)
	means := a.Anchor.Means()
	if a.Lie == OffIt {
		return
	}
	if means.Bead || a.Anchor.Glued {
		a.Glue = stubs
	}
	if means.Bead {
		return // a bead has no places
	}
	if a.Anchor.Length > 0 && a.Bite <= 0 {
		return // none of them would hold
	}
	solid := means.Solid || a.Of == survey.Floor && rules.Concrete
	if a.Lie == NoJoist && !solid || a.Of == survey.Ceiling && a.Lie == NotKnown && !solid {
		return // there is nothing to fix into, or nobody knows where
	}
	if a.Lie == Under && len(a.steel) > 0 && !means.Steel {
		a.Steel = a.steel[:1]
		return
	}
	for _, s := range stubs {
		a.fixPiece(s, len(stubs) > 1, f, rules, found)
	}
	sort.SliceStable(a.Fixings, func(i, j int) bool { return a.Fixings[i].At < a.Fixings[j].At })
	for _, c := range a.Counts {
		a.Count += c.N
	}
}

// counted adds a part of how many there are.
func (a *Against) counted(what string, n int) {
	if n != 0 {
		a.Counts = append(a.Counts, Counted{what, n})
	}
}

// fixPiece places the fixings of one piece of plate.
func (a *Against) fixPiece(s [2]measure.Length, several bool, f *Framed, rules Rules, found Found) {
	stretch := ""
	if several {
		stretch = rules.Tell(words.StretchFromTo, s[0], s[1])
	}
	if a.Lie == Crosses || a.Lie == Between {
		held := a.atHolds(s, f, rules, found)
		a.counted(rules.Tell(words.TwoAtEachOf, held, stretch), 2*held)
		if held >= 2 {
			return
		}
		if a.Of == survey.Ceiling {
			a.Short = append(a.Short, s) // between the joists there is only board
			return
		}
	}
	if s[1]-s[0] < 2*rules.endFixing()+rules.endFixing()/2 {
		a.Short = append(a.Short, s)
	}
	fixings, even := a.places(s, f, rules, found)
	beside := 0
	for _, x := range fixings {
		if a.nearOne(x.At, rules.endFixing()) {
			beside++
			continue
		}
		a.Fixings = append(a.Fixings, x)
	}
	a.counted(rules.Tell(words.EvenlyAlong, stretch), len(fixings))
	a.counted(rules.Tell(words.LeftOutBesideAJoists), -beside)
	a.How = append(a.How, laid(rules, "fixings"+stretch, s[0], s[1], rules.endFixing(), even)...)
}

// atHolds puts two fixings at each joist and block under a piece, and says at
// how many of them.
func (a *Against) atHolds(s [2]measure.Length, f *Framed, rules Rules, found Found) (n int) {
	// as far as the joist or the block is wide, and a little wood left
	aside, hand := rules.Units.Pick(measure.Inch/2, 12*measure.Millimetre), rules.Units.Pick(measure.Inch/8, 3*measure.Millimetre)
	free := a.free(s, f, rules, found)
	for _, at := range a.holds(rules) {
		if at <= s[0] || at >= s[1] {
			continue
		}
		if !a.holdsIn(at) {
			a.Steel = append(a.Steel, at)
			continue
		}
		x := Fixing{At: at, Count: 2}
		if !free(at) {
			x.Slant = true
			for k := measure.Length(1); k*hand <= aside; k++ {
				for _, p := range []measure.Length{at - k*hand, at + k*hand} {
					if x.Slant && free(p) {
						x = Fixing{At: p, Count: 2, Moved: true}
					}
				}
			}
		}
		a.Fixings = append(a.Fixings, x)
		n++
	}
	return n
}

// nearOne says whether there is a fixing at a joist or block so near.
func (a *Against) nearOne(at, near measure.Length) bool {
	return slices.ContainsFunc(a.Fixings, func(x Fixing) bool { return x.Count == 2 && (x.At-at).Abs() < near })
}

// places lays the fixings of a stub, clear of feet and pipes. One that moves
// may stretch the next gap a little; where it is much, there is one more.
// Even are the places before any moved.
func (a *Against) places(stub [2]measure.Length, f *Framed, rules Rules, found Found) (first []Fixing, even []measure.Length) {
	even = Spread(stub[0], stub[1], rules.endFixing(), a.Anchor.Step)
	little := rules.Units.Pick(2*measure.Inch, 50*measure.Millimetre)
	var firstEven []measure.Length
	for more := range 4 {
		if more > 0 && len(even) > 1 {
			n := measure.Length(len(even))
			even = Spread(stub[0], stub[1], rules.endFixing(), (stub[1]-stub[0]-2*rules.endFixing()+n-1)/n)
		}
		var out []Fixing
		wide := false
		for i, at := range even {
			low, high := stub[0], stub[1]
			if i > 0 {
				high = out[i-1].At + a.Anchor.Step
			}
			if i < len(even)-1 {
				low = even[i+1] - a.Anchor.Step
			}
			free, moved := a.clear(at, low, high, stub, f, rules, found)
			out = append(out, Fixing{At: free, Count: 1, Moved: moved})
			wide = wide || i > 0 && free-out[i-1].At > a.Anchor.Step+little
		}
		if !wide || len(even) == 1 {
			return out, even
		}
		if first == nil {
			first, firstEven = out, even
		}
	}
	return first, firstEven
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

// clear moves a fixing off a stud's foot or a pipe to the nearest free place,
// between low and high if there is one.
func (a *Against) clear(at, low, high measure.Length, stub [2]measure.Length, f *Framed, rules Rules, found Found) (measure.Length, bool) {
	free := a.free(stub, f, rules, found)
	if free(at) {
		return at, false
	}
	step := rules.Units.Pick(measure.Inch/4, 5*measure.Millimetre)
	for _, kept := range []bool{true, false} {
		for k := measure.Length(1); k*step < a.Anchor.Step/2; k++ {
			for _, p := range []measure.Length{at - k*step, at + k*step} {
				if free(p) && (!kept || p >= low && p <= high) {
					return p, true
				}
			}
		}
	}
	return at, false
}

// free says of a place on a stub whether it is clear of feet, pipes and the
// plate's ends.
func (a *Against) free(stub [2]measure.Length, f *Framed, rules Rules, found Found) func(measure.Length) bool {
	room := rules.Units.Pick(measure.Inch/2, 12*measure.Millimetre)
	var taken [][2]measure.Length
	for _, m := range f.Members {
		if a.Of == survey.Floor && m.Kind.OnBottom() || a.Of == survey.Ceiling && m.Kind.UnderTop() {
			taken = append(taken, [2]measure.Length{m.From - room, m.To + room})
		}
	}
	for _, o := range found.Obstructions {
		if from, to, ok := f.Wall.meets(o); ok && o.Rises == (a.Of == survey.Floor) {
			taken = append(taken, [2]measure.Length{from - room, to + room})
		}
	}
	return func(p measure.Length) bool {
		for _, t := range taken {
			if p > t[0] && p < t[1] {
				return false
			}
		}
		return p >= stub[0]+room && p <= stub[1]-room
	}
}

// With is what the plate is fixed with, in a sentence, and what to heed.
func (a Against) With(rules Rules) (text, heed string) {
	m := a.Anchor.Means()
	none := a.Anchor.Length > 0 && a.Bite <= 0
	switch {
	case a.Lie == OffIt:
		return "", "" // it reaches nothing that it could be fixed into
	case m.Bead:
		text = a.glued(rules, words.AdhesiveAlongWholePlate, words.AdhesiveAlong)
	case none:
		text = rules.Tell(words.NothingBites, a.through(rules), a.Anchor.Length, a.Needs)
	case a.Count == 0:
		text = rules.Tell(words.NothingToFixInto)
	default:
		name := m.Many
		if a.Count == 1 {
			name = m.One
		}
		text = rules.Tell(words.CountOf, a.Count, rules.Tell(name))
		if a.Anchor.Length > 0 {
			text += rules.Tell(words.ThroughPlateBite, a.Anchor.Length, a.through(rules), a.Bite)
		} else {
			text += rules.Tell(words.OrLongerThrough, a.Needs, a.through(rules))
		}
		text += "."
	}
	if a.Anchor.Glued && !m.Bead {
		text = join(text, a.glued(rules, words.AdhesiveTooWhole, words.AdhesiveToo))
	}
	if len(a.Steel) > 0 {
		heed = rules.Tell(words.DoesntHoldInSteel, len(a.Steel), a.Steel[0], rules.Tell(m.One))
	}
	if m.Steel {
		heed = join(heed, rules.Tell(words.WhetherItMayBeDrilled))
	}
	switch {
	case m.Bead || none || a.Count == 0:
	case a.Anchor.Length > 0 && a.Anchor.Length < a.Needs:
		heed = join(heed, rules.Tell(words.LittleBite, a.Bite, a.Needs))
	case a.Anchor.Length == 0 && m.Solid:
		heed = join(heed, rules.Tell(words.GiveItsLengthItsBite))
	}
	if a.Anchor.Cure > 0 {
		heed = join(heed, rules.Tell(words.LeaveHBeforeWallLoaded, a.Anchor.Cure))
	} else if m.Cures || a.Anchor.Glued {
		heed = join(heed, rules.Tell(words.WantsItsCureTimeBefore))
	}
	if m.Shot {
		heed = join(heed, rules.Tell(words.EyesEarsCoveredNobodyBehind))
	}
	if m.Drilled {
		heed = join(heed, rules.Tell(words.ScanBeforeDrillingDrillWet))
	}
	return text, heed
}

// through is what the anchor goes through, in words.
func (a Against) through(rules Rules) string {
	if a.Cover.Thick == 0 {
		return rules.Tell(words.ThroughThePlate, a.Through)
	}
	return rules.Tell(words.ThroughThePlateAnd, a.Through, a.Cover.What)
}

// glued says where adhesive goes: not in a doorway, nor where the plate waits.
func (a Against) glued(rules Rules, whole, parts words.Code) string {
	if len(a.Glue) < 2 {
		return rules.Tell(whole)
	}
	var from []string
	for _, s := range a.Glue {
		from = append(from, strings.TrimSpace(rules.Tell(words.StretchFromTo, s[0], s[1])))
	}
	return rules.Tell(parts, strings.Join(from, ", "))
}

func join(a, b string) string {
	if a == "" {
		return b
	}
	return a + " " + b
}
