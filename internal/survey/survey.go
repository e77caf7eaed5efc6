// Package survey knows the building as it was found: it takes readings of
// floor, ceiling and the gap between them and estimates each surface, with an
// honest spread, at any place.
//
// All geometry here is in millimetres, plan axes x right and y up, elevations
// from the datum, up positive. It knows nothing of walls or wood.
package survey

import (
	"math"

	"homalos/internal/geo"
)

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
	LevelReading   Kind = "level"   // the floor's rise from one place to another
)

// Reading is one reading, with its value in millimetres. A gap taken over
// plates is given here as the open gap.
type Reading struct {
	ID    string
	Kind  Kind
	At    geo.Point
	To    geo.Point // of a level: its other end
	Value float64
	Noise float64 // standard error of this one, mm; 0: the model's
	Tape  float64 // what the tape itself said, mm; Value less what it is corrected by
	Over  float64 // of a gap: plates that the tape stood over or between, mm
	Fixed bool    // of a gap: between plates that are fixed
	Sure  bool    // taken again and agreed: never doubted
}

// Term is a surface at a place, taken Weight times. A gap is the ceiling once
// and the floor minus once.
type Term struct {
	Of     Surface
	At     geo.Point
	Weight float64

	patch int // which stretch of the surface between steps; set by the model
}

// Zone is a part of a surface with a step round it: a recess, a jog, a soffit.
// Nothing is foretold across its edge.
type Zone struct {
	Of      Surface
	Outline []geo.Point
}

// Gap is the gap at a place, in terms of the two surfaces.
func Gap(at geo.Point) []Term {
	return []Term{{Of: Ceiling, At: at, Weight: 1}, {Of: Floor, At: at, Weight: -1}}
}

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
		return []Term{{Of: Floor, At: r.At, Weight: 1}}
	case CeilingReading:
		return []Term{{Of: Ceiling, At: r.At, Weight: 1}}
	case LevelReading:
		return []Term{{Of: Floor, At: r.To, Weight: 1}, {Of: Floor, At: r.At, Weight: -1}}
	}
	return Gap(r.At)
}

// counts are the readings of each kind, by the patches they lie in.
type counts struct {
	gap            map[[2]int]int // floor patch and ceiling patch
	floor, ceiling map[int]int
	all            struct{ gap, floor, ceiling int }
}

func (m *Model) count() {
	n := counts{gap: map[[2]int]int{}, floor: map[int]int{}, ceiling: map[int]int{}}
	for _, r := range m.readings {
		switch r.Kind {
		case FloorReading:
			n.floor[m.patch(Floor, r.At)]++
			n.all.floor++
		case CeilingReading:
			n.ceiling[m.patch(Ceiling, r.At)]++
			n.all.ceiling++
		case LevelReading: // says nothing of how high
		default:
			n.gap[[2]int{m.patch(Floor, r.At), m.patch(Ceiling, r.At)}]++
			n.all.gap++
		}
	}
	m.counts = n
}

// patch is the number of the zone that a place lies in: the last one given
// that holds it, 0 for none.
func (m *Model) patch(of Surface, at geo.Point) int {
	for i := len(m.zones) - 1; i >= 0; i-- {
		if z := m.zones[i]; z.Of == of && geo.Within(z.Outline, at) {
			return i + 1
		}
	}
	return 0
}

// patched is terms with their patches set.
func (m *Model) patched(terms []Term) []Term {
	if len(m.zones) == 0 {
		return terms
	}
	out := append([]Term(nil), terms...)
	for i := range out {
		out[i].patch = m.patch(out[i].Of, out[i].At)
	}
	return out
}

// behind is how many readings speak of these terms: a gap is known from gaps
// or from pairs; a surface from its own readings or from the other surface and
// gaps.
func (n counts) behind(terms []Term) int {
	least := math.MaxInt
	if isGap(terms) {
		for _, c := range terms {
			for _, f := range terms {
				if c.Of == Ceiling && f.Of == Floor {
					least = min(least, n.gap[[2]int{f.patch, c.patch}]+min(n.floor[f.patch], n.ceiling[c.patch]))
				}
			}
		}
		return least
	}
	for _, t := range terms {
		own, other, gaps := n.floor[t.patch], n.all.ceiling, 0
		if t.Of == Ceiling {
			own, other = n.ceiling[t.patch], n.all.floor
		}
		for at, k := range n.gap {
			if at[t.Of] == t.patch {
				gaps += k
			}
		}
		least = min(least, own+min(gaps, other))
	}
	return least
}

// isGap says whether the terms are the height between floor and ceiling at
// about one place: a ceiling plate that runs from joist to joist is asked for
// at the two of them.
func isGap(terms []Term) bool {
	var sum [2]float64
	for _, t := range terms {
		sum[t.Of] += t.Weight
		if t.At.Distance(terms[0].At) > 1000 {
			return false
		}
	}
	return math.Abs(sum[Ceiling]-1) < 1e-9 && math.Abs(sum[Floor]+1) < 1e-9
}
