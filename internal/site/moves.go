package site

import (
	"math"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// Move is a wall whose line lies elsewhere than before.
type Move struct {
	Wall string `json:"wall"`
	By   string `json:"by" doc:"The end that moved most."`
	Was  string `json:"was,omitempty" doc:"Its length before, where that changed."`
	Now  string `json:"now,omitempty"`
}

// Moves lists the walls that an edit moved. Walls that either document can't
// place are left out.
func Moves(before, after job.Document) []Move { return (&Reader{}).Moves(before, after) }

// Moves is as the function of that name.
func (m *Reader) Moves(before, after job.Document) []Move {
	out := []Move{}
	any := false
	for _, w := range after.Walls {
		any = any || w.Line != nil
	}
	if !any {
		return out
	}
	a, faults := m.Of(before)
	if faults != nil {
		return out
	}
	b, faults := m.Of(after)
	if faults != nil {
		return out
	}
	was := map[string]*framing.Wall{}
	for _, w := range a.Walls {
		was[w.ID] = w
	}
	u := after.Units
	for _, w := range b.Walls {
		old := was[w.ID]
		if old == nil {
			continue
		}
		far := math.Max(old.From.Distance(w.From), old.To.Distance(w.To))
		if far < measure.Inch64.Millimetres() {
			continue
		}
		one := Move{Wall: w.ID, By: b.SayMM(far)}
		if (old.Length - w.Length).Abs() >= measure.Inch64 {
			one.Was, one.Now = u.Say(old.Length, b.Rules.Mark/2), u.Say(w.Length, b.Rules.Mark/2)
		}
		out = append(out, one)
	}
	return out
}
