package framing

import (
	"slices"

	"homalos/internal/measure"
	"homalos/internal/survey"
)

// Section is floor and ceiling along a line, for the picture of it. Heights are
// millimetres from the datum, or from the floor where no level was shot.
type Section struct {
	Known  bool // false: too few readings for the gap between them
	Levels bool // heights are from the datum
	Only   Read // what was read where the gap isn't known; the other is drawn level
	Points []SectionPoint
}

// Read says which surface of a section was read.
type Read string

// The halves of a section.
const (
	FloorOnly   Read = "floor"
	CeilingOnly Read = "ceiling"
)

// SectionPoint is one place of the section with half the width of the 95 %
// interval of the gap there, in millimetres.
type SectionPoint struct {
	At             measure.Length
	Floor, Ceiling float64
	Spread         float64
}

// FloorAt is the floor at a station, straight between its points; mm.
func (s Section) FloorAt(at measure.Length) float64 {
	return s.at(at, func(p SectionPoint) float64 { return p.Floor })
}

// CeilingAt is the ceiling at a station, straight between its points; mm.
func (s Section) CeilingAt(at measure.Length) float64 {
	return s.at(at, func(p SectionPoint) float64 { return p.Ceiling })
}

func (s Section) at(at measure.Length, of func(SectionPoint) float64) float64 {
	for i, p := range s.Points {
		if p.At < at && i+1 < len(s.Points) {
			continue
		}
		if i == 0 || p.At == s.Points[i-1].At {
			return of(p)
		}
		before := s.Points[i-1]
		share := float64(at-before.At) / float64(p.At-before.At)
		return of(before) + share*(of(p)-of(before))
	}
	return 0
}

// Plumb is a place of a section, straight up: what gives its ceiling and its floor.
type Plumb struct {
	At      measure.Length
	Ceiling []survey.Term
	Floor   survey.Term
}

const (
	sectionPoints = 24
	storey        = 2440 // mm, how far off a surface is drawn of which nothing is read
)

// SectionOf draws floor and ceiling through places along a line.
func SectionOf(heights Heights, places []Plumb) Section {
	var sums [][]survey.Term
	minus := func(t survey.Term) survey.Term { t.Weight = -1; return t }
	for _, p := range places {
		gap := append(append([]survey.Term(nil), p.Ceiling...), minus(p.Floor))
		sums = append(sums, gap, []survey.Term{p.Floor})
	}
	answers := heights.EstimateAll(sums)
	s := Section{Known: answers[0].Known, Levels: answers[1].Known}
	if !s.Known {
		return half(heights, places)
	}
	for i, place := range places {
		p := SectionPoint{At: place.At, Spread: answers[2*i].Spread}
		if s.Levels {
			p.Floor = answers[2*i+1].Value
		}
		p.Ceiling = p.Floor + answers[2*i].Value
		s.Points = append(s.Points, p)
	}
	return s
}

// half draws the one surface that was read, and the other level, a storey off.
func half(heights Heights, places []Plumb) Section {
	s := Section{Only: FloorOnly, Levels: true}
	answers := heights.EstimateAll(each(places, func(p Plumb) []survey.Term { return []survey.Term{p.Floor} }))
	if !answers[0].Known {
		s.Only = CeilingOnly
		answers = heights.EstimateAll(each(places, func(p Plumb) []survey.Term { return p.Ceiling }))
	}
	if !answers[0].Known {
		return Section{}
	}
	least, most := answers[0].Value, answers[0].Value
	for _, a := range answers {
		least, most = min(least, a.Value), max(most, a.Value)
	}
	for i, a := range answers {
		p := SectionPoint{At: places[i].At, Floor: a.Value, Ceiling: most + storey}
		if s.Only == CeilingOnly {
			p.Floor, p.Ceiling = least-storey, a.Value
		}
		s.Points = append(s.Points, p)
	}
	return s
}

func each(places []Plumb, sum func(Plumb) []survey.Term) (sums [][]survey.Term) {
	for _, p := range places {
		sums = append(sums, sum(p))
	}
	return sums
}

// section draws floor and ceiling through the wall's middle.
func (f *framer) section() Section {
	var places []Plumb
	var stations []measure.Length
	for i := range sectionPoints + 1 {
		stations = append(stations, f.Wall.Length*measure.Length(i)/sectionPoints)
	}
	for _, p := range f.Wall.Parts { // where it changes, both sides are drawn
		for _, at := range []measure.Length{p.From, p.To} {
			if at > 0 && at < f.Wall.Length {
				stations = append(stations, at-1, at)
			}
		}
	}
	slices.Sort(stations)
	for _, at := range slices.Compact(stations) {
		ceiling, _ := f.ceilingAt(at)
		places = append(places, Plumb{At: at, Ceiling: ceiling, Floor: f.floorAt(at)})
	}
	return SectionOf(f.heights, places)
}
