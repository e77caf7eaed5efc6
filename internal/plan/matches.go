package plan

import (
	"homalos/internal/measure"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Match is an opening beside the one that is there and that it is to line up with.
type Match struct {
	Opening string   `json:"opening"`
	With    string   `json:"with" doc:"The opening that is there."`
	In      string   `json:"in" doc:"The wall it is in."`
	Level   bool     `json:"level,omitempty" doc:"The floor isn't known there: it is taken as level."`
	Targets []Target `json:"targets" nullable:"false" doc:"Each side at floor and head, and the underside at both."`
	Worst   string   `json:"worst" doc:"The largest mismatch, without a sign."`
	Best    string   `json:"best" doc:"What it would be with the plumb and level opening that comes nearest."`
}

// Target is one place that is to line up.
type Target struct {
	What string `json:"what"`
	Old  string `json:"old" doc:"Station of a side, or height of the underside over the floor: where it is to be, set back by what still comes on it."`
	New  string `json:"new"`
	Off  string `json:"off" doc:"How much larger the new opening is there; less than nothing, it stands into the old one."`
}

func (s *writer) writeMatches(w *work.Wall) (out []Match) {
	u, tell := s.Rules.Units, s.Rules.Tell
	for _, m := range w.Matched {
		one := Match{Opening: m.Of, With: m.Opening, In: m.In, Level: m.Level, Worst: u.Write(m.Worst), Best: u.Write(m.Best)}
		add := func(what string, old, off measure.Length, grows measure.Length) {
			one.Targets = append(one.Targets, Target{what, u.Write(old), u.Write(old + grows*off), u.Write(off)})
		}
		for k, side := range []string{"left", "right"} {
			grows := measure.Length(2*k - 1)
			add(tell(words.MatchAtFloor, side), m.Floor[k], m.AtFloor[k], grows)
			add(tell(words.MatchAtHead, side), m.Head[k], m.AtHead[k], grows)
			add(tell(words.MatchAtUnder, side), m.Under[k], m.AtUnder[k], 1)
		}
		out = append(out, one)
	}
	return out
}

// writeJambs writes how deep the jambs of a wall's openings are.
func (s *writer) writeJambs(w *work.Wall, deep measure.Length) (out []Jamb) {
	u := s.Rules.Units
	for _, j := range w.Jambs(s.Rules, deep) {
		one := Jamb{Opening: j.Opening, Depth: u.Write(j.Depth), Does: string(j.Does), Said: j.Say(s.Rules)}
		if j.Stock > 0 {
			one.Stock = u.Write(j.Stock)
		}
		if j.By > 0 {
			one.By = u.Write(j.By)
		}
		out = append(out, one)
	}
	return out
}
