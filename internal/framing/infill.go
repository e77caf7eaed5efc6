package framing

import (
	"homalos/internal/words"
)

// infill is a wall that goes into a pocket that was gauged: the smallest counts, less
// an allowance. Source: the work, steps 2 and 6.
type infill struct{}

func (infill) stand(*Laid, Part, Found) {}

func (infill) lie(*framer, Part, Found) {}

func (infill) check(f *framer, p Part, _ Found) {
	if g := f.Wall.Gauged; g != nil {
		f.find(Note, "infill", 0, nil, f.rules.Tell(words.FrameForThePocket, g.ID, f.Wall.Length, p.Height), f.rules.Tell(words.PackItAllRound, g.Allowance, g.Play))
	}
}
