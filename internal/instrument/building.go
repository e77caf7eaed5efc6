// Package instrument holds simulated buildings and simulated measuring
// devices: a seeded building with a floor that falls and sags, a ceiling, walls
// that lean, joists and ducts; and a tape, a laser meter, a line laser with a
// staff, a bevel and a detector that read it with realistic noise and the odd
// blunder. It is for demonstration, training and tests; nothing in it enters a
// real job unasked.
package instrument

import (
	"encoding/json"
	"fmt"
	"math"

	"homalos/internal/geo"
	"homalos/internal/survey"
)

// Format is the mark of a truth document.
const Format = "homalos-truth/1"

// Building is what is really there. Lengths are millimetres.
type Building struct {
	Format  string             `json:"format"`
	Name    string             `json:"name"`
	Seed    uint64             `json:"seed"`
	Corners []Corner           `json:"corners"`
	Floor   Surface            `json:"floor"`
	Ceiling Surface            `json:"ceiling"`
	Joists  []Joist            `json:"joists,omitempty"`
	Buried  []Buried           `json:"buried,omitempty"`
	Leans   map[string]float64 `json:"leans,omitempty"` // by existing wall: out over a metre of height
	Slips   map[string]Slip    `json:"slips,omitempty"` // planted in the job's readings and ties, by id
}

// Corner is where a corner of the room really is.
type Corner struct {
	ID string  `json:"id"`
	X  float64 `json:"x"`
	Y  float64 `json:"y"`
}

// Surface is a tilted plane with bumps and stepped parts.
type Surface struct {
	Base   float64 `json:"base"` // elevation at the origin, from the laser line
	SlopeX float64 `json:"slopeX"`
	SlopeY float64 `json:"slopeY"`
	Bumps  []Bump  `json:"bumps,omitempty"`
	Steps  []Step  `json:"steps,omitempty"`
}

// Bump is a rise, or with a negative height a sag, that dies away over Reach.
type Bump struct {
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Height float64 `json:"height"`
	Reach  float64 `json:"reach"`
}

// Step is a part that lies higher or lower, with an edge.
type Step struct {
	Outline []geo.Point `json:"outline"`
	By      float64     `json:"by"`
}

// Joist is a joist's centre line.
type Joist struct {
	Of    string  `json:"of"`
	X     float64 `json:"x"`
	Y     float64 `json:"y"`
	Angle float64 `json:"angle"`
	Width float64 `json:"width"`
}

// Buried is a cable or pipe that a detector may find.
type Buried struct {
	Kind string    `json:"kind"`
	In   string    `json:"in"`
	From geo.Point `json:"from"`
	To   geo.Point `json:"to"`
}

// Slip is a planted misreading.
type Slip struct {
	What string  `json:"what"`
	True float64 `json:"true"`
}

// Read reads a truth document.
func Read(raw []byte) (*Building, error) {
	var b Building
	if err := json.Unmarshal(raw, &b); err != nil {
		return nil, fmt.Errorf("truth: %w", err)
	}
	if b.Format != Format {
		return nil, fmt.Errorf("truth: format %q, not %q", b.Format, Format)
	}
	return &b, nil
}

// At is the surface's elevation at a place.
func (s *Surface) At(p geo.Point) float64 {
	z := s.Base + s.SlopeX*p.X + s.SlopeY*p.Y
	for _, b := range s.Bumps {
		d := p.Distance(geo.Point{X: b.X, Y: b.Y}) / b.Reach
		z += b.Height * math.Exp(-d*d/2)
	}
	for _, step := range s.Steps {
		if geo.Within(step.Outline, p) {
			z += step.By
		}
	}
	return z
}

// EstimateAll answers as the building is: it can stand in for a survey.
func (b *Building) EstimateAll(sums [][]survey.Term) []survey.Estimate {
	out := make([]survey.Estimate, len(sums))
	for i, s := range sums {
		for _, t := range s {
			of := &b.Floor
			if t.Of == survey.Ceiling {
				of = &b.Ceiling
			}
			out[i].Value += t.Weight * of.At(t.At)
		}
		out[i].Known = true
	}
	return out
}

// Next asks for nothing: all is known.
func (b *Building) Next(*survey.Taken, []survey.Held, []survey.Reading, int) []survey.Step {
	return nil
}

// Taken is for framing.Heights: all of it is known.
func (b *Building) Taken(survey.Rule) *survey.Taken { return nil }

func (b *Building) corner(id string) (geo.Point, error) {
	for _, c := range b.Corners {
		if c.ID == id {
			return geo.Point{X: c.X, Y: c.Y}, nil
		}
	}
	return geo.Point{}, fmt.Errorf("corner %q isn't in the simulated building: it has %s", id, b.names())
}

func (b *Building) names() string {
	text := ""
	for i, c := range b.Corners {
		if i > 0 {
			text += ", "
		}
		text += c.ID
	}
	return text
}
