package plan

import (
	"cmp"
	"math"
	"slices"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/saw"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Call is one line of the call list at the saw: alike pieces, each of which
// may be cut already.
type Call struct {
	Lumber string      `json:"lumber"`
	Length string      `json:"length" doc:"Exact, as in the plan."`
	Said   string      `json:"said" doc:"As it is read out."`
	Aloud  string      `json:"aloud" doc:"As it is called across a room."`
	State  string      `json:"state" enum:"ready,measure-first,blocked"`
	Held   string      `json:"held,omitempty" doc:"What it waits for."`
	Pieces []CallPiece `json:"pieces" nullable:"false"`
}

// CallPiece is one piece on the call list, and what became of it.
type CallPiece struct {
	Member string  `json:"member"`
	Wall   string  `json:"wall,omitempty" doc:"The new wall it is of."`
	Kind   string  `json:"kind"`
	Tape   string  `json:"tape,omitempty" doc:"The mark it stands on, wood ahead."`
	Bevel  string  `json:"bevel,omitempty" doc:"How its ends are cut, where that isn't square; the length is to the long point."`
	Stock  string  `json:"stock,omitempty" doc:"The stick it is laid out from."`
	Stick  string  `json:"stick,omitempty" doc:"What that stick is called."`
	There  string  `json:"there,omitempty" doc:"Where that stick lies, and what is written on it, where it is there already."`
	Offcut string  `json:"offcut,omitempty" doc:"What is left of that stick once all its pieces are cut."`
	Kept   bool    `json:"kept,omitempty" doc:"That is worth keeping."`
	Begins float64 `json:"begins" doc:"Where on that stick it begins, as a share of it, for drawing."`
	Ends   float64 `json:"ends" doc:"Where it is cut off; 1 at the stick's end, where nothing is cut."`
	Turn   int     `json:"turn" doc:"When it is cut where walls are cut in the order they stand: 1 is the first."`
	Life   string  `json:"life" enum:"to-cut,held,cut,stood,out" doc:"To cut, held, cut, stood in its wall, taken out of it."`
	Cut    bool    `json:"cut" doc:"It is cut, whatever became of it since."`
	CutAt  string  `json:"cutAt,omitempty" doc:"The length it was cut at, where the plan now says another."`
	By     string  `json:"by,omitempty" doc:"Who cut it."`
	At     string  `json:"at,omitempty" doc:"When it was cut."`
}

// Miscut is wood that came out wrong at the saw, and what it can become.
type Miscut struct {
	ID      string   `json:"id" doc:"The line of the record that told of it."`
	Member  string   `json:"member" doc:"What it was to be."`
	Stick   string   `json:"stick" doc:"What to write on it."`
	Lumber  string   `json:"lumber"`
	Said    string   `json:"said" doc:"How long it is."`
	Left    string   `json:"left" doc:"How much of it is left."`
	Kept    bool     `json:"kept" doc:"What is left is worth keeping as an offcut; shorter ones are waste."`
	Waste   bool     `json:"waste,omitempty" doc:"It is set aside."`
	Becomes []Become `json:"becomes" nullable:"false" doc:"What can be cut from it at a touch."`
}

// Become is a piece that can be cut from what came out wrong, as the tick that says so.
type Become struct {
	Text string  `json:"text"`
	Cut  job.Cut `json:"cut"`
}

// CallList is the plan's pieces in the order they are called at the saw, with
// what is cut already. A piece that was cut at another length than the plan
// now gives is shown as such.
func CallList(p Plan) []Call {
	s := &writer{Result: p.Result}
	u := s.Rules.Units
	pieces, out := s.piecesCalled(p.Saw), []Call{}
	for _, c := range s.Cuts {
		for _, g := range c.Groups {
			call := Call{Lumber: g.Lumber, Length: u.Write(g.Length), Said: u.Say(g.Length, s.Rules.Mark), Aloud: u.Aloud(g.Length, s.Rules.Mark), State: g.State, Pieces: []CallPiece{}}
			for _, id := range g.Members {
				m := pieces[id]
				m.Life = "to-cut"
				if g.State != string(framing.Ready) {
					m.Life = "held"
				}
				if life, ok := p.Saw.Lives[id]; ok {
					m.lived(life)
					longer := life.At - g.Length // of one that was cut before it was to be alike
					if life.Cut && (longer != 0 && (longer < 0 || longer > s.Site.Alike) || life.Line.Lumber != "" && life.Line.Lumber != g.Lumber) {
						m.CutAt = u.Say(life.At, 0)
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
	return out
}

// lived says what became of a piece.
func (c *CallPiece) lived(l saw.Life) {
	switch {
	case l.Out:
		c.Life = "out"
	case l.Sets:
		c.Life = "stood"
	case l.Cut:
		c.Life = "cut"
	}
	c.Cut, c.By, c.At = l.Cut, l.Line.By, l.Line.At
}

// Miscuts are what came out wrong, and what each can become.
func (p Plan) Miscuts() []Miscut {
	out := []Miscut{}
	s := p.Result
	u := s.Rules.Units
	for _, m := range p.Saw.Miscuts {
		one := Miscut{
			ID: m.Line.ID, Member: m.Line.Member, Stick: m.Stick, Lumber: m.Line.Lumber, Said: u.Say(m.Length, s.Rules.Mark), Left: u.Say(m.Left, s.Rules.Mark),
			Kept: m.Left >= s.Keep && m.Left > 0, Waste: m.Waste, Becomes: []Become{},
		}
		for _, b := range m.Becomes {
			one.Becomes = append(one.Becomes, Become{
				Text: s.Rules.Tell(words.CutFromMiscut, b.Member.ID, b.Member.Cut, b.Rest, words.Term(b.Member.Kind)),
				Cut:  job.Cut{Member: b.Member.ID, Lumber: m.Line.Lumber, Length: job.Exactly(b.Member.Cut, u), Stick: m.Stick, Stock: job.Exactly(m.Length, u), There: "offcut"},
			})
		}
		out = append(out, one)
	}
	return out
}

// called is a piece as it is called, and what it waits for.
type called struct {
	CallPiece
	held string
}

// piecesCalled are all pieces by their ids.
func (s *writer) piecesCalled(now *saw.Now) map[string]called {
	u := s.Rules.Units
	out, turn := map[string]called{}, 0
	for _, w := range s.Lists() {
		for i := range w.Members {
			m := &w.Members[i]
			c := called{CallPiece{Member: m.ID, Kind: string(m.Kind), Bevel: m.Bevel}, s.HeldBy(m, w)}
			if w.Wall.There == nil {
				c.Wall = w.Wall.ID
			}
			if !m.Kind.Row().Apart {
				c.Tape = u.Say(w.Wall.Tape(m.From, m.To), s.Rules.Mark/2)
			}
			out[m.ID] = c
		}
		for _, id := range inTurn(w.Members) {
			turn++
			c := out[id]
			c.Turn, out[id] = turn, c
		}
	}
	for _, c := range now.Lumber {
		for _, stick := range c.Sticks {
			at := stick.From
			for _, piece := range stick.Pieces {
				one := out[piece.Member]
				one.Stock, one.Offcut, one.Stick = u.Write(stick.Stock), u.Write(stick.Offcut), stick.ID
				one.Kept = stick.Offcut > 0 && stick.Offcut >= s.Keep
				if h := stick.There; h != nil {
					one.There = strings.Join(slices.DeleteFunc([]string{h.Place, h.Label}, func(t string) bool { return t == "" }), ", ")
				}
				one.Begins, one.Ends = share(at, stick.Stock), share(at+piece.Length, stick.Stock)
				at += piece.Length + s.Kerf
				out[piece.Member] = one
			}
		}
	}
	return out
}

// inTurn are a wall's pieces in the order that it is put together: bottom plates, top
// plates, then what stands, along the wall, then what lies between.
func inTurn(members []framing.Member) (out []string) {
	rank := func(m framing.Member) int {
		switch {
		case m.Kind == wood.BottomPlate:
			return 0
		case m.Kind == wood.TopPlate:
			return 1
		case m.Kind.Upright(), m.Kind == wood.HeaderPly, m.Kind == wood.SillPiece:
			return 2
		}
		return 3
	}
	sorted := slices.Clone(members)
	slices.SortStableFunc(sorted, func(a, b framing.Member) int {
		return cmp.Or(cmp.Compare(rank(a), rank(b)), cmp.Compare(a.From, b.From))
	})
	for _, m := range sorted {
		out = append(out, m.ID)
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
