// Package survey knows the building as it was found: it takes readings of
// floor, ceiling and the gap between them and estimates each surface, with an
// honest spread, at any place.
//
// All geometry here is in millimetres, plan axes x right and y up, elevations
// from the datum, up positive. It knows nothing of walls or wood.
package survey

import "math"

// Point is a place on the plan, in millimetres.
type Point struct{ X, Y float64 }

// Distance between two places, in millimetres.
func (p Point) Distance(q Point) float64 { return math.Hypot(p.X-q.X, p.Y-q.Y) }

// Surface is one of the two that a stud stands between.
type Surface int

// The surfaces.
const (
	Floor Surface = iota
	Ceiling
)

// Kind is what a reading is of.
type Kind string

// The kinds of reading, named as in the job document.
const (
	GapReading     Kind = "gap"     // floor to ceiling, straight up, open
	FloorReading   Kind = "floor"   // elevation from the datum
	CeilingReading Kind = "ceiling" // elevation from the datum
)

// Reading is one reading, with its value in millimetres. A gap taken over
// plates is given here as the open gap.
type Reading struct {
	ID    string
	Kind  Kind
	At    Point
	Value float64
}

// Term is a surface at a place, taken Weight times. A gap is the ceiling once
// and the floor minus once.
type Term struct {
	Of     Surface
	At     Point
	Weight float64
}

// Gap is the gap at a place, in terms of the two surfaces.
func Gap(at Point) []Term { return []Term{{Ceiling, at, 1}, {Floor, at, -1}} }

// Estimate is what the readings foretell of a sum of terms.
type Estimate struct {
	Value  float64  // millimetres
	Spread float64  // half the width of the 95 % interval, millimetres
	Known  bool     // false: nothing read that bears on it; Value and Spread mean nothing
	Few    bool     // true: fewer than FewestReadings bear on it, so a slip would not show
	From   []string // ids of the readings nearest to it
}

// FewestReadings is how many readings a surface needs before a length is
// offered by it: with fewer there is nothing that a slip could be checked by.
// Usual practice: at least three along a wall.
const FewestReadings = 3

func (r Reading) terms() []Term {
	switch r.Kind {
	case FloorReading:
		return []Term{{Floor, r.At, 1}}
	case CeilingReading:
		return []Term{{Ceiling, r.At, 1}}
	}
	return Gap(r.At)
}

// counts are the readings of each kind.
type counts struct{ gap, floor, ceiling int }

func countOf(readings []Reading) counts {
	var n counts
	for _, r := range readings {
		switch r.Kind {
		case FloorReading:
			n.floor++
		case CeilingReading:
			n.ceiling++
		default:
			n.gap++
		}
	}
	return n
}

// behind is how many readings speak of these terms: a gap is known from gaps
// or from pairs; a surface from its own readings or from the other surface and
// gaps.
func (n counts) behind(terms []Term) int {
	if isGap(terms) {
		return n.gap + min(n.floor, n.ceiling)
	}
	least := math.MaxInt
	for _, t := range terms {
		if t.Of == Floor {
			least = min(least, n.floor+min(n.gap, n.ceiling))
		} else {
			least = min(least, n.ceiling+min(n.gap, n.floor))
		}
	}
	return least
}

// isGap says whether the terms are the gap at one place.
func isGap(terms []Term) bool {
	return len(terms) == 2 && terms[0].Of != terms[1].Of && terms[0].At == terms[1].At && terms[0].Weight == -terms[1].Weight
}
