package plan

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
	for _, a := range s.asks() {
		ask := Ask{Wall: a.wall.Wall.ID, Next: []AskStep{}}
		for _, step := range a.next {
			ask.Next = append(ask.Next, AskStep{string(step.kind), s.rules.Units.Write(step.at), s.say(step.at), step.frees})
		}
		out = append(out, ask)
	}
	return out
}
