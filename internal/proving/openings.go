package proving

import (
	"math"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// jacks are the lengths of what carries an opening's head, on its left and on its right.
func (a *asker) jacks(o framing.Opening) (long [2]measure.Length, ok bool) {
	for _, m := range a.w.Members {
		if m.Opening != o.ID || m.Kind != wood.Jack || !m.Known {
			continue
		}
		switch {
		case m.To == o.Left():
			long[0] = m.Exact
		case m.From == o.Right():
			long[1] = m.Exact
		}
	}
	return long, long[0] > 0 && long[1] > 0
}

// openings asks whether each opening is square and level, and lies as others do.
func (a *asker) openings() {
	l := a.r.Limits
	for _, o := range a.w.Wall.Openings {
		a.wide(o)
		if long, known := a.jacks(o); known && !o.HasSill() {
			for k, name := range []string{"up", "down"} {
				foot, head := o.Left(), o.Right()
				if k == 1 {
					foot, head = head, foot
				}
				across, rise := o.Width.Millimetres(), long[k].Millimetres()
				x := Ask{
					At: foot, To: head, High: .45, Limit: l.Diagonal, foot: k, share: math.Hypot(across, rise) / across, Should: a.r.Rules.Units.Estimate(math.Hypot(across, rise)),
					Text: a.tell(words.AskRoughAcross, o.ID, a.tell(side(k == 0)), a.tell(side(k == 1))),
				}
				a.ask(x, Rough, Length, o.ID+"."+name)
			}
		}
		a.ask(Ask{At: o.Left(), To: o.Right(), High: .85, Limit: l.Head, Text: a.tell(words.AskHead, o.ID), Plus: a.tell(words.SideRightHigh), Minus: a.tell(words.SideLeftHigh)}, Head, Off, o.ID)
		if a.w.Wall.Steel != nil && o.Header.OnEdge { // a box of steel hangs by itself
			a.ask(Ask{At: o.Centre, High: .85, Limit: l.Head, Text: a.tell(words.AskDip, o.ID), Plus: a.tell(words.SideHigh), Minus: a.tell(words.SideLow)}, Head, Off, o.ID+".dip")
		}
		if t := o.Tied; t != nil && t.Opening != o.ID {
			a.ask(Ask{At: o.Centre, High: .9, Limit: l.Head, Text: a.tell(words.AskHeadAlong, o.ID, t.Opening), Plus: a.tell(words.SideHigh), Minus: a.tell(words.SideLow)}, HeadAlong, Off, o.ID)
		}
	}
	for _, m := range a.w.Matched {
		x := Ask{Limit: l.Residual, High: .7, Text: a.tell(words.AskResidual, m.Of, m.Opening)}
		if m.Worst > 0 {
			x.Text = a.tell(words.AskResidualFore, m.Of, m.Opening, m.Worst)
		}
		for _, o := range a.w.Wall.Openings {
			if o.ID == m.Of {
				x.At = o.Centre
			}
		}
		a.ask(x, Residual, Off, m.Of)
	}
}

func side(left bool) words.Code {
	if left {
		return words.SideLeft
	}
	return words.SideRight
}

// doors asks for the gaps round each door that is hung dry.
func (a *asker) doors() {
	for _, o := range a.w.Wall.Openings {
		if o.Leaf == 0 || o.Kind != framing.Door && o.Kind != framing.Double {
			continue
		}
		hinge, latch := o.Left(), o.Right()
		if o.Hand == "right" {
			hinge, latch = latch, hinge
		}
		for _, p := range []struct {
			name string
			at   measure.Length
			high float64
			text words.Code
		}{{"hinge", hinge, .4, words.AskDoorHinge}, {"latch", latch, .4, words.AskDoorLatch}, {"over", o.Centre, .8, words.AskDoorOver}} {
			a.ask(Ask{At: p.at, High: p.high, Should: a.r.Limits.Gap, Limit: a.r.Limits.Door, Text: a.tell(p.text, o.ID)}, Door, Length, o.ID+"."+p.name)
		}
	}
}
