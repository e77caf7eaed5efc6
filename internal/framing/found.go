package framing

import (
	"slices"

	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Found is what else was found in the building that bears on a wall.
type Found struct {
	Obstructions []Obstruction
	Stairs       []Stair
	Joists       []survey.Joist
	Zones        []survey.Zone // with their names, in ZoneNames
	ZoneNames    []string
	Hidden       []Hidden
	Floor        []SeenFloor
	Cover        [2]Cover // by surface
}

// Cover is what lies between a plate and what holds it, as the deepest probe of
// that surface says.
type Cover struct {
	Thick measure.Length
	What  string // its layers; "": not probed
}

// Hidden is a find that must not be drilled or nailed into: a band on the
// plan, in the floor, the ceiling or an existing wall.
type Hidden struct {
	ID, Kind, In string
	From, To     geo.Point
	Band         float64           // mm, over all
	Wall         string            // in a wall that is there: which, and its stations along it
	Along        [2]measure.Length // rising or falling
	Dead         bool              // isolated and proved dead
}

// SeenFloor is a stretch of floor that was looked at: along a wall's line, or
// where such a line once lay.
type SeenFloor struct {
	Wall     string // "": no wall's any more
	From, To measure.Length
	Ends     [2]geo.Point
	Bad      string // what won't carry a plate; "" if it is sound
}

// On is the stretch of a wall's line that it covers: a hand's breadth to each
// side of where it was looked at.
func (s SeenFloor) On(w *Wall) (from, to measure.Length, ok bool) {
	if s.Wall == w.ID {
		return s.From, s.To, true
	}
	const hand = 100.0 // mm
	from, to, ok = w.meets(Obstruction{From: s.Ends[0], To: s.Ends[1], Width: 2 * hand})
	return max(from, 0), min(to, w.Length), ok
}

// ceilingAt is what the wall's top plate meets over a station: the ceiling
// there, or, under exposed joists, the straight line from one crossing to the
// next.
func (f *framer) ceilingAt(s measure.Length) ([]survey.Term, string) {
	near, far, share, ok := survey.Bearing(f.crossings, s.Millimetres())
	if part := f.Wall.part(s); !ok || part.OwnHeight() {
		return []survey.Term{{Of: survey.Ceiling, At: f.Wall.At(s), Weight: 1}}, ""
	}
	at := func(c survey.Crossing) measure.Length { return measure.FromMillimetres(c.Station) }
	if share == 0 {
		// under a joist: read where the piece stands, on that joist
		return []survey.Term{{Of: survey.Ceiling, At: f.Wall.At(s), Weight: 1}}, ""
	}
	said := f.rules.Tell(words.StraightBetweenJoistsAt, at(near), at(far))
	switch {
	case share < 0:
		said = f.rules.Tell(words.StraightOnPastJoistAt, at(near), at(far))
	case share > 1:
		said = f.rules.Tell(words.StraightOnPastJoistAt, at(far), at(near))
	}
	return []survey.Term{
		{Of: survey.Ceiling, At: f.Wall.At(at(near)), Weight: 1 - share},
		{Of: survey.Ceiling, At: f.Wall.At(at(far)), Weight: share},
	}, said
}

func (f *framer) gapAt(s measure.Length) []survey.Term {
	terms, _ := f.ceilingAt(s)
	down := f.floorAt(s)
	down.Weight = -1
	return append(terms, down)
}

// crossedBy finds the exposed ceiling joists that the wall crosses.
func (f *Laid) crossedBy(joists []survey.Joist) {
	var exposed []survey.Joist
	for _, j := range joists {
		if j.Exposed {
			exposed = append(exposed, j)
		}
	}
	f.crossings = survey.Crossed(exposed, survey.Ceiling, f.Wall.At(0), f.Wall.At(f.Wall.Length))
}

// checkFound names steps, hidden things and bad floor along the wall.
func (f *framer) checkFound(found Found) {
	for i, z := range found.Zones {
		f.checkStep(z, found.ZoneNames[i])
	}
	for _, h := range found.Hidden {
		// a pipe in an existing wall is that wall's to guard
		if h.In == "wall" {
			continue
		}
		o := Obstruction{ID: h.ID, Kind: h.Kind, From: h.From, To: h.To, Width: h.Band, Rises: true}
		from, to, ok := f.Wall.meets(o)
		if !ok {
			continue
		}
		plate := wood.BottomPlate
		if h.In == "ceiling" {
			plate = wood.TopPlate
		}
		from, to = max(from, 0), min(to, f.Wall.Length)
		f.find(Warn, "no-drill", (from+to)/2, f.platesOver(plate, from, to),
			f.rules.Tell(words.LiesInFromToNo, o.name(), h.In, from, to),
			f.rules.Tell(words.FixPlateClearHaveIsolated, words.Term(plate)))
	}
	for _, b := range found.Floor {
		if from, to, ok := b.On(f.Wall); ok && b.Bad != "" {
			f.find(Stop, "bad-floor", (from+to)/2, f.platesOver(wood.BottomPlate, from, to),
				f.rules.Tell(words.FloorBadFromToNo, from, to, b.Bad),
				f.rules.Tell(words.FindCauseCutBackTo))
		}
	}
}

func (f *framer) platesOver(kind wood.Kind, from, to measure.Length) []string {
	var ids []string
	for _, m := range f.Members {
		if m.Kind == kind && m.From < to && m.To > from {
			ids = append(ids, m.ID)
		}
	}
	return ids
}

// checkStep says where floor or ceiling steps under the wall: nothing straight
// lies across it.
func (f *framer) checkStep(z survey.Zone, name string) {
	origin, end := f.Wall.At(0), f.Wall.At(f.Wall.Length)
	stations := geo.EdgesMet(z.Outline, origin, end)
	plate, word := wood.BottomPlate, "floor"
	if z.Of == survey.Ceiling {
		plate, word = wood.TopPlate, "ceiling"
	}
	hand := f.rules.Units.Pick(measure.Inch/2, 12*measure.Millimetre)
	for _, s := range stations {
		at := measure.FromMillimetres(s)
		if slices.ContainsFunc(f.Wall.Breaks, func(b Break) bool { return b.Of == z.Of && (b.At-at).Abs() <= hand }) {
			continue // its plates end there
		}
		if z.Of == survey.Floor && !f.rules.Whole && slices.ContainsFunc(f.Wall.Openings, func(o Opening) bool { return o.CutsPlate() && at > o.Left() && at < o.Right() }) {
			continue // no plate lies there
		}
		f.find(Warn, "step", at, f.platesOver(plate, at, at+1), f.rules.Tell(words.StepsHereAt, word, at, name),
			f.rules.Tell(words.StopPlateAtStepBegin, words.Term(plate)))
		if t := f.Wall.Lumber.Thickness; at >= t && at <= f.Wall.Length-t {
			f.Findings[len(f.Findings)-1].Break = &Break{z.Of, at}
		}
	}
}
