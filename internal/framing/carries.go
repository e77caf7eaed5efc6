package framing

import (
	"homalos/internal/words"
)

// What is known of whether a wall carries what is over it. Nobody but a
// licensed engineer sizes what carries: no header is offered for such a wall.
const (
	Carries       = "yes"
	CarriesNought = "no"
)

// assumed is what a header rests on while it isn't answered whether the wall
// carries.
func (f *framer) assumed() string {
	if f.Wall.Carries == CarriesNought {
		return ""
	}
	return f.rules.Tell(words.HeaderAssumes)
}

// checkCarries stops the openings of a wall that carries, and says of the
// others what their headers rest on.
func (f *framer) checkCarries() {
	for _, o := range f.Wall.Openings {
		var touched, headers []string
		for _, m := range f.Members {
			if m.Opening != o.ID {
				continue
			}
			touched = append(touched, m.ID)
			if m.Why != "" && m.Why == f.assumed() {
				headers = append(headers, m.ID)
			}
		}
		if o.Engineer != nil {
			continue // his entry stands
		}
		switch f.Wall.Carries {
		case CarriesNought:
		case Carries:
			f.find(Stop, "carries", o.Centre, touched, f.rules.Tell(words.OpeningInACarryingWall, o.ID), f.rules.Tell(words.EngineerNamesTheHeader))
		default:
			f.find(Note, "carries-unknown", o.Centre, headers, f.rules.Tell(words.NotAnsweredWhetherItCarries, o.ID), f.rules.Tell(words.AnswerItUnderLine))
		}
	}
}
