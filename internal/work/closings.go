package work

import (
	"homalos/internal/closing"
	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/words"
)

// Closing is an opening that is there and is closed, worked out.
type Closing struct {
	*Wall
	site.Closing
	Filled *closing.Filled
	Steps  []string // the order of the work
}

// closings works out what closes openings that are there. Nothing is taken out of
// what carries: no assessment holds it. Source: the work, step 5.
func (r *Result) closings() {
	read := r.Rules.Units.Estimate(2 * r.Noise)
	for _, c := range r.Site.Closings {
		filled := closing.Fill(c.Pocket, r.Rules, read)
		out := &Closing{Wall: &Wall{Framed: filled.Framed, Findings: filled.Findings}, Closing: c, Filled: filled}
		out.Steps = r.closeSteps(out)
		r.Closings = append(r.Closings, out)
	}
}

// Floor is work in a floor without a wall, worked out.
type Floor struct {
	*Wall
	Of framing.FloorWork
}

// floors works out what is done in floors and ceilings without a wall.
func (r *Result) floors() {
	for _, f := range r.Site.Floors {
		framed := f.Frame(r.Rules)
		r.Floors = append(r.Floors, &Floor{Wall: &Wall{Framed: framed, Findings: framed.Findings}, Of: f})
	}
}

// closeSteps is the order of the work.
func (r *Result) closeSteps(c *Closing) []string {
	var out []string
	add := func(code words.Code, args ...any) { out = append(out, r.Rules.Tell(code, args...)) }
	add(words.CloseAsk)
	add(words.CloseIsolate)
	add(words.CloseTakeOut)
	if c.Strip > 0 && c.Filled.Width > 0 {
		add(words.CloseStrip, c.Filled.Width, c.Lumber.Depth, c.Strip)
	}
	add(words.CloseGauge)
	add(words.CloseFrame)
	if c.Edges == closing.Blocks {
		add(words.CloseBlocks)
	}
	add(words.CloseInsulate)
	for _, face := range []struct {
		finish measure.Length
		code   [3]words.Code
	}{
		{c.Near, [3]words.Code{words.BoardFlushHere, words.PackTheBoardHere, words.RipTheFrameHere}},
		{c.Far, [3]words.Code{words.BoardFlushThere, words.PackTheBoardThere, words.RipTheFrameThere}},
	} {
		d := face.finish - r.Board
		switch {
		case face.finish == 0: // not known
		case d.Abs() <= r.Rules.Mark:
			add(face.code[0], face.finish)
		case d > 0:
			add(face.code[1], face.finish, r.Board, d)
		default:
			add(face.code[2], face.finish, r.Board, -d)
		}
	}
	return out
}
