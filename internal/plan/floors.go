package plan

import (
	"homalos/internal/words"
	"homalos/internal/work"
)

// Floor is work in a floor or a ceiling without a wall.
type Floor struct {
	ID       string    `json:"id"`
	Of       string    `json:"of" enum:"floor,ceiling"`
	Said     string    `json:"said"`
	Members  []Member  `json:"members" nullable:"false"`
	Findings []Finding `json:"findings" nullable:"false"`
}

func (s *writer) writeFloor(f *work.Floor) Floor {
	out := Floor{ID: f.Of.ID, Of: f.Of.Of, Members: []Member{}, Findings: []Finding{}}
	out.Said = s.Rules.Tell(words.RowOfBlocks, len(f.Members), f.Of.Of)
	if f.Of.Doubled > 0 {
		out.Said = s.Rules.Tell(words.JoistDoubledSaid, f.Of.Doubled, f.Of.Of)
	}
	for _, m := range f.Members {
		out.Members = append(out.Members, s.writeMember(f.Wall, m))
	}
	for _, x := range f.Findings {
		one := s.writeFinding(x)
		one.Wall = f.Of.ID
		out.Findings = append(out.Findings, one)
	}
	return out
}
