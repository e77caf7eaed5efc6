package plan

import (
	"slices"

	"homalos/internal/job"
	"homalos/internal/measure"
)

// Call is one line of the call list at the saw: alike pieces, each of which
// may be cut already.
type Call struct {
	Lumber string      `json:"lumber"`
	Length string      `json:"length" doc:"Exact, as in the plan."`
	Said   string      `json:"said" doc:"As it is read out."`
	State  string      `json:"state" enum:"ready,measure-first,blocked"`
	Held   string      `json:"held,omitempty" doc:"What it waits for."`
	Pieces []CallPiece `json:"pieces" nullable:"false"`
}

// CallPiece is one piece on the call list.
type CallPiece struct {
	Member string `json:"member"`
	Kind   string `json:"kind"`
	Tape   string `json:"tape,omitempty" doc:"The mark it stands on, wood ahead."`
	Bevel  string `json:"bevel,omitempty" doc:"How its ends are cut, where that isn't square; the length is to the long point."`
	Stock  string `json:"stock,omitempty" doc:"The stick it is laid out from."`
	Offcut string `json:"offcut,omitempty" doc:"What is left of that stick once all its pieces are cut."`
	Cut    bool   `json:"cut"`
	CutAt  string `json:"cutAt,omitempty" doc:"The length it was cut at, where the plan now says another."`
}

// Member finds a piece by its id.
func (p Plan) Member(id string) (Member, bool) {
	for _, w := range p.Walls {
		for _, m := range w.Members {
			if m.ID == id {
				return m, true
			}
		}
	}
	return Member{}, false
}

// cutTo is the length that a piece has now: what it came out at, or was called
// at.
func cutTo(c job.Cut) string {
	if c.Came != "" {
		return c.Came
	}
	return c.Length
}

// MayCut says whether a piece may be cut now.
func MayCut(m Member) bool { return m.State == "ready" && m.Cut != "" }

// HeldBy says what a piece waits for.
func (p Plan) HeldBy(m Member) string {
	if m.State != "blocked" {
		if m.Frees != nil {
			return m.Frees.Text
		}
		return ""
	}
	for _, w := range p.Walls {
		for _, f := range w.Findings {
			if f.Level == "stop" && slices.Contains(f.Members, m.ID) {
				return f.Text
			}
		}
	}
	return ""
}

// CallList is the plan's pieces in the order they are called at the saw, with
// what is cut already. A piece that was cut at another length than the plan
// now gives is shown as such.
func CallList(d job.Document, p Plan) ([]Call, error) {
	s := p.Result
	u := s.rules.Units
	cut := d.CutNow()
	stick := map[string]Stick{}
	for _, one := range p.Sticks {
		for _, c := range one.Cuts {
			stick[c.Member] = one
		}
	}
	members, tapes := map[string]Member{}, map[string]string{}
	for i, w := range p.Walls {
		for _, m := range w.Members {
			members[m.ID] = m
		}
		for _, piece := range p.Drawings[i].Pieces {
			tapes[piece.ID] = piece.Tape
		}
	}
	out := []Call{}
	for _, c := range p.Cuts {
		length, err := measure.Read(c.Length, u)
		if err != nil {
			return nil, err
		}
		call := Call{Lumber: c.Lumber, Length: c.Length, Said: u.Say(length, s.rules.Mark), State: c.State, Pieces: []CallPiece{}}
		for _, id := range c.Members {
			m := members[id]
			piece := CallPiece{Member: id, Kind: m.Kind, Tape: tapes[id], Bevel: m.Bevel}
			if from, ok := stick[id]; ok {
				piece.Stock, piece.Offcut = from.Stock, from.Offcut
			}
			if was, ok := cut[id]; ok {
				piece.Cut = true
				at, err := measure.Read(cutTo(was), u)
				if err != nil {
					return nil, err
				}
				if at != length || was.Lumber != "" && was.Lumber != m.Lumber {
					piece.CutAt = u.Say(at, 0)
				}
			}
			if call.Held == "" && c.State != "ready" {
				call.Held = p.HeldBy(m)
			}
			call.Pieces = append(call.Pieces, piece)
		}
		out = append(out, call)
	}
	return out, nil
}

// Echo is what a written length is understood as.
type Echo struct {
	Exact string `json:"exact"`
	Said  string `json:"said" doc:"To the nearest mark."`
	Other string `json:"other" doc:"The same in the other system."`
}

// ReadBack says how a text is understood in a job's units, or what is wrong
// with it.
func ReadBack(text, units, mark string) (Echo, error) {
	u := measure.System(units)
	l, err := measure.Read(text, u)
	if err != nil {
		return Echo{}, err
	}
	step := u.Pick(measure.Inch/16, measure.Millimetre)
	if mark != "" {
		if step, err = measure.Read(mark, u); err != nil {
			return Echo{}, err
		}
	}
	other := measure.Metric.Write(l.Nearest(measure.Millimetre / 10))
	if u == measure.Metric {
		other = measure.Imperial.Write(l.Nearest(measure.Inch / 16))
	}
	return Echo{Exact: u.Write(l), Said: u.Say(l, step), Other: other}, nil
}

// Starter is an empty job with the usual lumber; its sizes want measuring on
// one piece of the delivery.
func Starter(name, units string) job.Document {
	d := job.Document{Format: job.Format, Name: name, Units: measure.System(units), Rules: &job.Rules{}, Survey: &job.Survey{}}
	if d.Units == measure.Metric {
		d.Lumber = []job.Lumber{{ID: "45×95", Thickness: "45 mm", Depth: "95 mm"}, {ID: "45×95 treated", Thickness: "45 mm", Depth: "95 mm", Treated: true}}
	} else {
		d.Lumber = []job.Lumber{{ID: "2x4", Thickness: "1 1/2 in", Depth: "3 1/2 in"}, {ID: "2x4 treated", Thickness: "1 1/2 in", Depth: "3 1/2 in", Treated: true}}
	}
	return d
}
