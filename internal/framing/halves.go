package framing

import (
	"homalos/internal/wood"
	"homalos/internal/words"
)

// checkHalves holds the second side of an opening that is built in two halves until
// the unit that it is set from is here. Rule: the work, step 5.
func (f *framer) checkHalves() {
	for _, o := range f.Wall.Openings {
		if o.First == "" {
			continue
		}
		first, second := f.rules.Tell(words.LeftSide), f.rules.Tell(words.RightSide)
		if o.First == "right" {
			first, second = second, first
		}
		if !o.Waits {
			f.about(o, Note, "second-side", o.Centre, nil, f.rules.Tell(words.SecondSideByUnit, second, o.ID, o.Width, first), f.rules.Tell(words.HoldTheUnitToIt))
			continue
		}
		var ids []string
		for _, m := range f.Members {
			stays := m.Kind.OnBottom() && m.To <= o.Left() || m.Kind.Row().Plate
			if o.First == "right" {
				stays = m.Kind.OnBottom() && m.From >= o.Right() || m.Kind.Row().Plate
			}
			stub := m.Kind == wood.BottomPlate && (m.From == o.Right() && o.First == "left" || m.To == o.Left() && o.First == "right")
			if m.Opening == o.ID && !stays || stub {
				ids = append(ids, m.ID)
			}
		}
		f.find(Stop, "second-side-waits", o.Centre, ids, f.rules.Tell(words.SecondSideWaits, second, o.ID), f.rules.Tell(words.MeasureTheUnit, first))
		f.Findings[len(f.Findings)-1].Opening = o.ID
	}
}
