package plan

import (
	"math"

	"homalos/internal/framing"
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
	Member string  `json:"member"`
	Kind   string  `json:"kind"`
	Tape   string  `json:"tape,omitempty" doc:"The mark it stands on, wood ahead."`
	Bevel  string  `json:"bevel,omitempty" doc:"How its ends are cut, where that isn't square; the length is to the long point."`
	Stock  string  `json:"stock,omitempty" doc:"The stick it is laid out from."`
	Offcut string  `json:"offcut,omitempty" doc:"What is left of that stick once all its pieces are cut."`
	Begins float64 `json:"begins" doc:"Where on that stick it begins, as a share of it, for drawing."`
	Ends   float64 `json:"ends" doc:"Where it is cut off; 1 at the stick's end, where nothing is cut."`
	Cut    bool    `json:"cut"`
	CutAt  string  `json:"cutAt,omitempty" doc:"The length it was cut at, where the plan now says another."`
}

// cutTo is the length that a piece has now: what it came out at, or was called
// at.
func cutTo(c job.Cut) job.Length {
	if c.Came.Given() {
		return c.Came
	}
	return c.Length
}

// CallList is the plan's pieces in the order they are called at the saw, with
// what is cut already. A piece that was cut at another length than the plan
// now gives is shown as such.
func CallList(d job.Document, p Plan) ([]Call, error) {
	s := &writer{Result: p.Result}
	u := s.Rules.Units
	cut, pieces, out := d.CutNow(), s.piecesCalled(), []Call{}
	for _, c := range s.Cuts {
		for _, g := range c.Groups {
			call := Call{Lumber: g.Lumber, Length: u.Write(g.Length), Said: u.Say(g.Length, s.Rules.Mark), State: g.State, Pieces: []CallPiece{}}
			for _, id := range g.Members {
				m := pieces[id]
				if was, ok := cut[id]; ok {
					m.Cut = true
					at, err := cutTo(was).In(u)
					if err != nil {
						return nil, err
					}
					longer := at - g.Length // of one that was cut before it was to be alike
					if longer != 0 && (longer < 0 || longer > s.Site.Alike) || was.Lumber != "" && was.Lumber != g.Lumber {
						m.CutAt = u.Say(at, 0)
					}
				}
				if call.Held == "" && g.State != string(framing.Ready) {
					call.Held = m.held
				}
				call.Pieces = append(call.Pieces, m.CallPiece)
			}
			out = append(out, call)
		}
	}
	return out, nil
}

// called is a piece as it is called, and what it waits for.
type called struct {
	CallPiece
	held string
}

// piecesCalled are all pieces by their ids.
func (s *writer) piecesCalled() map[string]called {
	u := s.Rules.Units
	out := map[string]called{}
	for _, w := range s.Lists() {
		for i := range w.Members {
			m := &w.Members[i]
			c := called{CallPiece{Member: m.ID, Kind: string(m.Kind), Bevel: m.Bevel}, s.HeldBy(m, w)}
			if !m.Kind.Row().Apart {
				c.Tape = u.Say(w.Wall.Tape(m.From, m.To), s.Rules.Mark/2)
			}
			out[m.ID] = c
		}
	}
	for _, c := range s.Cuts {
		for _, stick := range c.Sticks {
			// what is left of squaring its end, then piece after kerf
			at := stick.Stock - stick.Offcut
			for _, piece := range stick.Pieces {
				at -= piece.Length + s.Kerf
			}
			at = max(at, 0)
			for _, piece := range stick.Pieces {
				one := out[piece.Member]
				one.Stock, one.Offcut = u.Write(stick.Stock), u.Write(stick.Offcut)
				one.Begins, one.Ends = share(at, stick.Stock), share(at+piece.Length, stick.Stock)
				at += piece.Length + s.Kerf
				out[piece.Member] = one
			}
		}
	}
	return out
}

// share of a stick, to a thousandth.
func share(at, stock measure.Length) float64 {
	return min(1, math.Round(1000*at.Millimetres()/stock.Millimetres())/1000)
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
