package raising

import (
	"math"
	"slices"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
	"homalos/internal/work"
)

// StepKind is what a step is.
type StepKind string

// What steps are.
const (
	Do      StepKind = "do"
	Hold    StepKind = "hold" // it waits for somebody or something
	Caution StepKind = "caution"
	Check   StepKind = "check"
)

// Step is one step of how a wall goes up.
type Step struct {
	Kind StepKind
	Text string
}

// stepper writes a wall's steps down.
type stepper struct {
	r     *work.Result
	of    *Raising
	steps []Step
}

func (s *stepper) add(kind StepKind, code words.Code, args ...any) {
	s.steps = append(s.steps, Step{kind, s.r.Rules.Tell(code, args...)})
}

// Steps are how one wall goes up, from striking its line to fixed, by the way that it is
// to go up, for so many people, in its turn.
func Steps(r *work.Result, of *Raising, turn Turn, people int) []Step {
	s := &stepper{r: r, of: of}
	w := of.Wall
	s.holds(turn.After, turn.Boarded)
	after := turn.After
	s.add(Do, words.StepStrike, w.Wall.Length)
	if w.Wall.Membrane {
		s.add(Do, words.StepMembrane)
	}
	s.add(Do, words.StepPlatesMarked, len(w.Marks))
	stand, between := s.count()
	if w.Wall.Steel != nil {
		between = s.many(wood.Nogging) + s.many(wood.Backing) + s.many(wood.FireBlock)
	} else {
		s.add(Do, words.StepCount, stand, between)
	}
	alone := people == 1
	s.layers()
	s.behind()
	s.slots()
	for _, b := range w.Wall.Beams {
		s.add(Caution, words.StepBeamHeavy)
		s.add(Do, words.StepBeam, b.ID, int((b.Entry.Each+w.Wall.Lumber.Thickness-1)/w.Wall.Lumber.Thickness))
	}
	if of.Way != InPlace && slices.Contains(of.Later, TopPlate) {
		a := w.Against[survey.Ceiling]
		s.add(Do, words.StepTopFirst, a.Count, r.Rules.Tell(a.Anchor.Means().Many))
	}
	if w.Wall.Hung != nil {
		s.hang(alone)
		s.finish(after)
		return s.steps
	}
	switch of.Way {
	case TiltUp:
		s.flat(between)
		s.raise()
	case PlateFirst:
		s.plate(survey.Floor, alone)
		s.flat(between)
		s.add(Caution, words.StepClearWay)
		s.add(Do, words.StepPlateFirst, of.People)
		s.braced()
	case InSections:
		s.flat(between)
		s.add(Do, words.StepSection, s.of.Sections())
		s.raise()
	default:
		s.plate(survey.Floor, alone)
		if w.Against[survey.Ceiling].Lie != framing.OffIt {
			s.plate(survey.Ceiling, alone)
		}
		if w.Wall.Steel != nil {
			s.steel()
		} else {
			s.add(Do, words.StepStudsInPlace)
			s.add(Do, words.StepFoot, r.Nailing.End)
			if s.screwed() {
				s.add(Do, words.StepScrews)
			}
		}
		if len(w.Wall.Openings) > 0 && w.Wall.Steel == nil {
			s.add(Do, words.StepOpenings)
		}
		if between > 0 {
			s.add(Do, words.StepBetween, between)
		}
	}
	s.topped()
	s.finish(after)
	return s.steps
}

// hang hangs a side of a box from the ceiling, and closes the box under it.
func (s *stepper) hang(alone bool) {
	h := s.of.Wall.Wall.Hung
	s.add(Caution, words.StepOverhead)
	s.plate(survey.Ceiling, alone)
	s.add(Do, words.StepHangStuds, h.Foot)
	if h.Nailer != nil && h.Rungs {
		s.add(Do, words.StepNailer, h.To)
	}
	if n := s.many(wood.Rung); n > 0 {
		s.add(Do, words.StepRungs, n)
	}
}

// many is how many pieces of a kind the wall has.
func (s *stepper) many(k wood.Kind) (n int) {
	for _, m := range s.of.Wall.Members {
		if m.Kind == k {
			n++
		}
	}
	return n
}

// steel stands a wall of steel studs in its track.
func (s *stepper) steel() {
	s.add(Caution, words.StepSteelCuts)
	s.add(Do, words.StepBundles, s.many(wood.Stud))
	s.add(Do, words.StepTwistIn)
	if s.many(wood.Track) > 0 {
		s.add(Do, words.StepBoxJambs)
	}
	if n := s.many(wood.TabTrack); n > 0 {
		s.add(Do, words.StepTabs, n)
		s.add(Check, words.StepHeaderDip)
	}
	if n := s.many(wood.Bridging); n > 0 {
		s.add(Do, words.StepBridging, n)
	}
}

// layers are what goes on the studs: on a face that can't be reached once the wall
// stands, before.
func (s *stepper) layers() {
	for i, all := range s.of.faces() {
		if len(all) == 0 {
			continue
		}
		names := make([]string, len(all))
		for k, l := range all {
			names[k] = l.What
		}
		if len(s.of.Reach[i]) > 0 {
			s.add(Caution, words.StepLayersBefore, strings.Join(names, ", "), s.of.Reach[i][0])
		} else {
			s.add(Do, words.StepLayersAfter, strings.Join(names, ", "))
		}
	}
}

// behind covers masonry before a wall stands before it, and ties the studs back to it.
func (s *stepper) behind() {
	b := s.of.Wall.Wall.Behind
	if b == nil {
		return
	}
	if b.Membrane {
		s.add(Do, words.StepMembraneBehind, b.Of)
	}
	if n := len(s.of.Wall.TiedBack); n > 0 {
		s.add(Caution, words.StepScanBehind, b.Of)
		s.add(Do, words.StepTieBack, n, b.At)
		if b.Ties.Cure > 0 {
			s.add(Hold, words.StepTiesCure, b.Ties.Cure)
		}
	}
}

// slots lets a half wall's posts down through the floor, before its plate is laid
// between them.
func (s *stepper) slots() {
	if n := len(s.of.Wall.Slots); n > 0 {
		s.add(Caution, words.StepLookBelow)
		s.add(Do, words.StepSawSlots, n)
		s.add(Do, words.StepPostsDown, n)
	}
}

// topped lays what comes on top, and braces a top that is free.
func (s *stepper) topped() {
	if s.of.Wall.Wall.Gauged != nil {
		s.add(Do, words.StepIntoPocket)
	}
	if s.many(wood.Cap) > 0 {
		s.add(Do, words.StepCap)
		s.add(Check, words.StepShake)
	}
	if n := s.many(wood.Brace); n > 0 {
		s.add(Do, words.StepTopBraces, n)
	}
}

// holds are what the wall waits for.
func (s *stepper) holds(after, boarded []string) {
	w := s.of.Wall
	if w.Wall.Carries != "no" {
		s.add(Hold, words.StepHoldEngineer, w.Wall.ID)
	}
	if n := w.Held(); n > 0 {
		s.add(Hold, words.StepHoldHeld, n)
	}
	if len(after) > 0 {
		s.add(Hold, words.StepHoldAfter, strings.Join(after, ", "))
	}
	if len(boarded) > 0 {
		s.add(Hold, words.StepBoardedFirst, strings.Join(boarded, ", "))
	}
}

// count is how many pieces stand, and how many lie between them.
func (s *stepper) count() (stand, between int) {
	for _, m := range s.of.Wall.Members {
		switch {
		case m.Kind.Upright():
			stand++
		case !m.Kind.Row().Plate && !m.Kind.Row().Apart:
			between++
		}
	}
	return stand, between
}

// plate fixes one to what holds it.
func (s *stepper) plate(of survey.Surface, alone bool) {
	a := s.of.Wall.Against[of]
	fixed, by := words.StepBottomFixed, words.StepBottomAlone
	if of == survey.Ceiling {
		fixed, by = words.StepTopFixed, words.StepTopAlone
	}
	s.add(Do, fixed, a.Count, s.r.Rules.Tell(a.Anchor.Means().Many))
	if alone {
		s.add(Do, by)
	}
}

func (s *stepper) screwed() bool { return s.of.Wall.Against[survey.Ceiling].Anchor.By == "screw" }

// flat builds it on the floor.
func (s *stepper) flat(between int) {
	w := s.of.Wall
	side := s.of.Side
	for _, t := range s.of.Tilt {
		if side == "" && t.Clears == Yes && len(t.Blocked) == 0 {
			side = t.Side
		}
	}
	said := s.r.Rules.Tell(words.SideLeft)
	if side == Right {
		said = s.r.Rules.Tell(words.SideRight)
	}
	s.add(Do, words.StepBuildFlat, said, s.r.Nailing.Flat)
	if len(w.Wall.Openings) > 0 {
		s.add(Do, words.StepOpenings)
	}
	if between > 0 {
		s.add(Do, words.StepBetween, between)
	}
	if s.of.Highest > 0 {
		diagonal := measure.FromMillimetres(math.Hypot(s.of.Highest, w.Wall.Length.Millimetres()))
		s.add(Check, words.StepSquare, diagonal)
	}
}

// later are the parts that are fitted once it stands.
func (s *stepper) later() {
	var parts []string
	for _, l := range s.of.Later {
		if code, known := map[string]words.Code{Header: words.LaterHeader, Between: words.LaterBetween}[l]; known && s.of.Way != InPlace {
			parts = append(parts, s.r.Rules.Tell(code))
		}
	}
	if parts != nil {
		s.add(Do, words.StepLater, strings.Join(parts, ", "))
	}
}

func (s *stepper) raise() {
	if s.of.Elsewhere {
		s.add(Caution, words.StepElsewhere, s.of.People)
	}
	s.add(Caution, words.StepClearWay)
	s.add(Do, words.StepRaise, s.of.AtStart, s.of.People, s.of.Weight)
	s.braced()
}

func (s *stepper) braced() {
	if n := len(s.of.Braces); n > 0 {
		s.add(Do, words.StepBrace, n)
		s.add(Do, words.StepPropsLoose)
	}
}

// finish plumbs it, packs it and fixes it.
func (s *stepper) finish(after []string) {
	w := s.of.Wall
	s.add(Check, words.StepPlumb)
	s.later()
	if len(after) == 0 && s.joined() {
		s.add(Check, words.StepFirstOfChain, s.rack(), s.r.Rules.Mark, s.level())
	}
	if n := len(s.of.Shims); n > 0 {
		thick := measure.Length(0)
		for _, x := range s.of.Shims {
			thick = max(thick, x.Thick)
		}
		s.add(Do, words.StepPack, n, thick)
	}
	if w.Wall.Hung == nil {
		s.add(Do, words.StepFriction)
	}
	switch {
	case w.Wall.Gauged != nil: // through its packing
	case w.Wall.Hung != nil:
		s.add(Do, words.StepFixOrderHung)
	case w.Against[survey.Ceiling].Lie == framing.OffIt:
		s.add(Do, words.StepFixOrderFree)
	default:
		s.add(Do, words.StepFixOrder)
	}
	if s.r.Insulation.Width > 0 && s.joined() {
		s.add(Do, words.StepCornerFilled)
	}
	if s.r.Rules.Whole {
		for _, o := range w.Wall.Openings {
			if o.CutsPlate() {
				s.add(Do, words.StepSawnOut, o.ID)
			}
		}
	}
	if len(s.of.Braces) > 0 {
		s.add(Do, words.StepBracesOff)
	}
}

// joined says whether another new wall meets it.
func (s *stepper) joined() bool {
	return len(s.of.Wall.Joined) > 0 || len(s.of.Wall.Meetings) > 0
}

// level is how long the level is that a wall is plumbed by. Usual: 4 ft (1200 mm).
func (s *stepper) level() measure.Length {
	return s.r.Rules.Units.Pick(48*measure.Inch, 1200*measure.Millimetre)
}

// rack is how far a wall's top moves for each mark that the level shows.
func (s *stepper) rack() measure.Length {
	share := s.of.Highest / s.level().Millimetres()
	return measure.FromMillimetres(share * s.r.Rules.Mark.Millimetres()).Nearest(s.r.Rules.Mark / 2)
}
