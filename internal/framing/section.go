package framing

import (
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// Section is floor and ceiling along a wall, for the picture of it. Heights
// are millimetres from the datum, or from the floor where no level was shot.
type Section struct {
	Known  bool // false: too few readings to draw either
	Levels bool // heights are from the datum
	Points []SectionPoint
}

// SectionPoint is one place of the section with half the width of the 95 %
// interval of the gap there, in millimetres.
type SectionPoint struct {
	At             measure.Length
	Floor, Ceiling float64
	Spread         float64
}

const sectionPoints = 24

// section draws floor and ceiling through the wall's middle.
func (f *framer) section() Section {
	var sums [][]survey.Term
	for i := range sectionPoints + 1 {
		at := f.Wall.Length * measure.Length(i) / sectionPoints
		sums = append(sums, f.gapAt(at), []survey.Term{f.floorAt(at)})
	}
	answers := f.heights.EstimateAll(sums)
	s := Section{Known: answers[0].Known, Levels: answers[1].Known}
	if !s.Known {
		return s
	}
	for i := 0; i < len(answers); i += 2 {
		p := SectionPoint{At: f.Wall.Length * measure.Length(i/2) / sectionPoints, Spread: answers[i].Spread}
		if s.Levels {
			p.Floor = answers[i+1].Value
		}
		p.Ceiling = p.Floor + answers[i].Value
		s.Points = append(s.Points, p)
	}
	return s
}
