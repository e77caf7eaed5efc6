package plan

import (
	"homalos/internal/advise"
)

// Ask is what to read along one wall next.
type Ask struct {
	Wall string    `json:"wall"`
	Next []AskStep `json:"next" nullable:"false"`
}

// AskStep is one reading to take.
type AskStep struct {
	Kind    string `json:"kind" enum:"gap,floor,ceiling"`
	Station string `json:"station"`
	Said    string `json:"said"`
	Frees   int    `json:"frees" doc:"How many held pieces it frees; 0 for one of an even row."`
}

// Asks lists for each wall the readings worth taking next.
func (p Plan) Asks() []Ask {
	s := p.Result
	out := []Ask{}
	for _, a := range s.Asks() {
		ask := Ask{Wall: a.Wall.Wall.ID, Next: []AskStep{}}
		for _, step := range a.Next {
			ask.Next = append(ask.Next, AskStep{string(step.Kind), s.Rules.Units.Write(step.At), s.Say(step.At), step.Frees})
		}
		out = append(out, ask)
	}
	return out
}

// Next is what to measure next, the most useful first, and how many pieces are
// held. An empty list is enough.
func (p Plan) Next() ([]advise.Next, int) { return advise.NextOf(p.Result) }
