package framing

import (
	"homalos/internal/wood"
	"homalos/internal/words"
)

// raked is a wall under a stair or a sloping ceiling: its top plate lies along the
// slope, and each stud has a long side and a short one. Source: trigonometry.
type raked struct{}

func (raked) stand(*Laid, Part, Found) {}

func (raked) lie(*framer, Part, Found) {}

func (raked) check(f *framer, p Part, _ Found) {
	f.checkOwnHeight(p)
	if p.Rise == 0 {
		f.find(Warn, "rake-is-level", p.From, nil, f.rules.Tell(words.NoSlopeKnown), f.rules.Tell(words.GiveOrReadTheSlope))
		return
	}
	for i := range f.Members {
		if m := &f.Members[i]; m.Kind.UnderTop() && m.Slope != 0 && m.Known && m.Exact > 0 && m.Short <= 0 && m.From >= p.From && m.To <= p.To {
			f.find(Stop, "no-length", m.From, []string{m.ID}, f.rules.Tell(words.NoShortSideLeft, m.ID), f.rules.Tell(words.EndTheRakeBefore))
		}
	}
	f.find(Note, "rake", p.From+(p.To-p.From)/2, nil, f.rules.Tell(words.RakeAt, Degrees(p.Rise), 90-Degrees(p.Rise)), f.rules.Tell(words.CutOneAndTryIt))
}

// alongSlope is how much longer a piece of top plate is for its slope.
func (f *Laid) alongSlope(m *Member) {
	p := f.Wall.part(m.From)
	if !m.Kind.Row().Plate || m.Kind == wood.BottomPlate || p.Rise == 0 {
		return
	}
	m.Slope = Degrees(p.Rise)
	m.Sum = append(m.Sum, Line{What: f.rules.Tell(words.AlongTheSlopeMore, m.Slope), Value: scaled(m.To-m.From, p.sloped()-1)})
	m.note(f.rules.Tell(words.EndsCutPlumb, m.Slope, 90-m.Slope))
}
