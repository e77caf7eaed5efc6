package plan

import (
	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Crossing is where something comes through a wall under its top plate, and how the
// wall is opened for it.
type Crossing struct {
	Obstruction string   `json:"obstruction" doc:"The lowest of what comes through there."`
	With        []string `json:"with,omitempty" nullable:"false" doc:"What else comes through between the same two studs."`
	Out         *Span    `json:"out,omitempty" doc:"What comes out of the top plate; left out where that stays whole."`
	Top         string   `json:"top" doc:"Elevation of the cross piece's upper face; over the floor there where no level was shot."`
	Member      string   `json:"member" doc:"The cross piece."`
	Short       []string `json:"short" nullable:"false" doc:"The studs that end under it."`
	Upper       string   `json:"upper,omitempty" doc:"Where the plate stays whole: the piece that lies over what comes through."`
	High        []string `json:"high,omitempty" nullable:"false" doc:"The studs that stand on that."`
	Wide        bool     `json:"wide,omitempty" doc:"Wider than a bay: a low header, with studs under it on the layout."`
	Steps       []string `json:"steps" nullable:"false" doc:"In the order it is built."`
}

// Span is a stretch along a wall.
type Span struct {
	From string `json:"from"`
	To   string `json:"to"`
}

func (s *writer) writeCrossings(w *work.Wall) (out []Crossing) {
	u := s.Rules.Units
	for _, c := range w.Crossed {
		one := Crossing{
			Obstruction: c.Thing, Upper: c.UpperPiece, High: c.Highs, Top: u.Write(u.Estimate(c.Top)), Member: c.Piece, Short: []string{}, Wide: c.Wide, Steps: s.crossSteps(w, c),
		}
		if !c.Whole {
			one.Out = &Span{u.Write(c.Out[0]), u.Write(c.Out[1])}
		}
		for _, id := range c.Things {
			if id != c.Thing {
				one.With = append(one.With, id)
			}
		}
		one.Short = append(one.Short, c.Studs...)
		out = append(out, one)
	}
	return out
}

// crossSteps is the order in which a crossing is built. Source: the work, step 6.
func (s *writer) crossSteps(w *work.Wall, c framing.Crossed) (out []string) {
	add := func(code words.Code, args ...any) { out = append(out, s.Rules.Tell(code, args...)) }
	at := func(l measure.Length) measure.Length { return w.Wall.Tape(l, l) }
	from, to := at(c.Out[0]), at(c.Out[1])
	if from > to {
		from, to = to, from
	}
	add(words.CrossAsIfNot, c.Name)
	add(words.CrossPieceIn, c.Piece, c.Long, c.High, c.Name)
	if n := len(c.Studs); n == 1 {
		add(words.CrossStudUnder, c.Studs[0])
	} else if n > 1 {
		add(words.CrossStudsUnder, c.Studs[0], c.Studs[n-1], n)
	}
	if c.Whole {
		add(words.CrossUpperIn, c.UpperPiece)
		if n := len(c.Highs); n == 1 {
			add(words.CrossStudOver, c.Highs[0])
		} else if n > 1 {
			add(words.CrossStudsOver, c.Highs[0], c.Highs[n-1], n)
		}
		add(words.CrossWhole)
		return out
	}
	add(words.CrossPlateOut, from, to, w.Wall.Top[0].Thickness)
	add(words.CrossFixHalves)
	return out
}
