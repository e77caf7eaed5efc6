package framing

import (
	"math"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// sum writes the lines behind an upright's length, as figured on site.
func (f *framer) sum(m *Member, u upright, e, own survey.Estimate, read *ownRead) {
	w := f.Wall
	centre := u.from + (u.to-u.from)/2
	part := w.part(centre)
	high := part.measuredAt(u.from, u.to)
	_, straight := f.ceilingAt(high)
	if straight != "" {
		straight = ", " + straight
	}
	switch stands := u.kind.Row().Stands; stands {
	case wood.PlateToPlate, wood.JoistToPlate:
		if read != nil {
			m.Sum = f.readLines(read, read.station)
		} else {
			m.Sum = f.reachLines(part, high, e, straight)
			if stands == wood.JoistToPlate {
				f.downLines(m, part)
			} else {
				m.Sum = append(m.Sum, plateLines(f.rules, wood.BottomPlate, w.Bottom)...)
			}
			m.Sum = append(m.Sum, f.topLines(part)...)
		}
		m.Sum = append(m.Sum, f.beamLines(centre)...) // however its space was read
		if fit := f.fit(part); fit != 0 || !part.OwnHeight() {
			m.Sum = append(m.Sum, Line{What: f.fitSaid(), Value: -fit})
		}
		if w.Tilts {
			m.Sum = append(m.Sum, Line{What: f.rules.Tell(words.ToTiltItUp), Value: -f.swept(m.Sum)})
		}
		if w.Tried != 0 {
			m.Sum = append(m.Sum, Line{What: w.triedSaid(f.rules), Value: -w.Tried})
		}
	case wood.PlateToHead, wood.PlateToSill:
		m.Sum = f.headLines(u.opening)
		if stands == wood.PlateToSill {
			height := len(m.Sum) - 1
			if f.heads[u.opening].fixed {
				m.Sum = append(m.Sum, Line{What: f.rules.Tell(words.RoughOpeningHeight), Value: -w.Openings[u.opening].Height})
				height = len(m.Sum)
				m.Sum = append(m.Sum, Line{})
			}
			m.Sum[height] = Line{What: f.rules.Tell(words.PieceOf, words.Term(wood.SillPiece), w.Lumber.ID), Value: -w.Lumber.Thickness}
		}
		floor := Line{f.rules.Tell(words.OwnFloorAt, centre), f.length(e.Value) - f.headFloor(u.opening), own.From}
		m.Sum = append(append(m.Sum, floor), plateLines(f.rules, wood.BottomPlate, w.Bottom)...)
	case wood.PlateToCross:
		m.Sum = f.underCross(w.Crossings[u.cross-1], e, own, centre)
	case wood.CrossToPlate:
		c := w.Crossings[u.cross-1]
		m.Sum = f.overCross(c, e, centre, straight)
		m.Base = f.crossUpper(c) + w.Lumber.Thickness.Millimetres()
	case wood.HeadToCross:
		m.Sum = f.underCrossOverHead(u, e)
		o := w.Openings[u.opening]
		m.Base = f.heads[u.opening].level() + (o.headOver() + o.Header.Height() + f.heads[u.opening].lift).Millimetres()
	case wood.HeadToPlate:
		h, o := f.heads[u.opening], w.Openings[u.opening]
		reach := words.CeilingAt
		if part.OwnHeight() {
			reach = words.OwnTopAt
		}
		m.Sum = append([]Line{{f.rules.Tell(reach, high, straight), f.length(e.Value) + f.headFloor(u.opening), e.From}}, append(f.topLines(part), f.beamLines(centre)...)...)
		top := measure.Length(0)
		for _, l := range f.headLines(u.opening) {
			m.Sum = append(m.Sum, Line{l.What, -l.Value, l.Readings})
			top += l.Value
		}
		m.Sum = append(m.Sum, Line{What: f.rules.Tell(words.HeaderOf, o.ID), Value: -o.Header.Height()})
		if h.lift != 0 {
			m.Sum = append(m.Sum, Line{What: f.rules.Tell(words.JacksCutUpToMark), Value: -h.lift})
		}
		m.Base = (top + o.Header.Height() + h.lift).Millimetres()
	}
}

// headFloor is the floor that an opening's head stands over, as the sums go.
func (f *framer) headFloor(opening int) measure.Length {
	if h := f.heads[opening]; h.fixed {
		return h.line.Value - f.Wall.Openings[opening].headOver()
	}
	return f.length(f.heads[opening].level())
}

// headLines add up to the elevation of an opening's head: the highest floor
// under it, the finish still to come and the height of the opening.
func (f *framer) headLines(opening int) []Line {
	h, o := f.heads[opening], f.Wall.Openings[opening]
	if h.fixed {
		return []Line{h.line}
	}
	lines := []Line{{f.rules.Tell(words.HighestFloorUnderAt, o.ID, h.high), f.length(h.level()), h.floor.From}}
	if !h.floor.Known {
		lines = []Line{{What: f.rules.Tell(words.FloorTakenAsLevel, o.ID)}}
		if h.across != nil {
			lines = []Line{{f.rules.Tell(words.HigherJambByLevel, o.ID), 0, h.across.IDs()}}
		}
	}
	if o.FinishFloor != 0 {
		lines = append(lines, Line{What: f.rules.Tell(words.FloorFinishStillToCome), Value: o.FinishFloor})
	}
	switch {
	case o.SillParts != nil:
		lines = append(lines, o.SillParts...)
	case o.HasSill():
		lines = append(lines, Line{What: f.rules.Tell(words.SillOverFinishedFloor), Value: o.Sill})
	}
	return append(lines, Line{What: f.rules.Tell(words.RoughOpeningHeight), Value: o.Height})
}

func plateLines(rules Rules, kind wood.Kind, plates []*wood.Lumber) []Line {
	var out []Line
	for _, p := range plates {
		out = append(out, Line{What: rules.Tell(words.PieceOf, words.Term(kind), p.ID), Value: -p.Thickness})
	}
	return out
}

// headerSum adds up how long a header is.
func headerSum(rules Rules, o Opening, t measure.Length) []Line {
	out := []Line{{What: rules.Tell(words.RoughOpening, o.ID), Value: o.Width}}
	if o.Engineer != nil {
		return append(out, Line{What: rules.Tell(words.BearingAtBothEnds, o.Engineer.Each), Value: 2 * o.Engineer.Each})
	}
	if o.Jacks > 0 {
		out = append(out, Line{What: rules.Tell(words.JacksASide, o.Jacks), Value: 2 * t * measure.Length(o.Jacks)})
	}
	return out
}

// swept is by how much a piece is shorter, so that its wall, built flat, passes under
// the ceiling on its way up: a frame H high and t deep sweeps √(H² + t²). The lines are
// what it would be long in place. Source: geometry.
func (f *framer) swept(lines []Line) measure.Length {
	long := f.Wall.PlateStack()
	for _, l := range lines {
		long += l.Value
	}
	high, deep := long.Millimetres(), f.Wall.Lumber.Depth.Millimetres()
	if high <= deep {
		return 0
	}
	return f.length(high - math.Sqrt(high*high-deep*deep))
}
