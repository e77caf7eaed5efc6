package proving

import (
	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Slip is what was likely done wrong, of those that are seen again and again.
type Slip string

// The slips that checks name. Source: the work, step 10.
const (
	WrongSide   Slip = "wrong-side"   // wood on the wrong side of its mark
	Turned      Slip = "turned"       // a wall turned end for end
	NotMirrored Slip = "not-mirrored" // the top plate
	Restarted   Slip = "restarted"    // the layout, on the way
	OtherDepth  Slip = "other-depth"  // a shallow wall where a deep one was reckoned with, or the other way round
	JacksInside Slip = "jacks-inside" // jacks forgotten in an opening's width
	Finished    Slip = "finished"     // a finished height for a bare one
	PlatesOff   Slip = "plates-off"   // plates not taken off, or twice
	NotCarried  Slip = "not-carried"  // a lean that was right over the level, and isn't over the height
	NoWood      Slip = "no-wood"      // nothing holds a board's edge
	UnderBuilt  Slip = "under-built"  // what carries isn't what the engineer named
	PartsOff    Slip = "parts-off"    // parts against the measured whole
	Missing     Slip = "missing"      // pieces that aren't there
)

// known is a difference by which a slip is told: what is off by just that much, was
// likely that.
type known struct {
	by   measure.Length
	said string // what is as thick
}

// marks asks how far one of the wall's studs stands from the end that the tape hooks on,
// at either plate: the one that tells most of how the marks were laid out.
func (a *asker) marks() {
	w, l := a.w.Wall, a.r.Limits
	var best *framing.Member
	far := measure.Length(0) // between where it stands, and where it would if the wall was turned
	for i := range a.w.Members {
		m := &a.w.Members[i]
		if m.Kind != wood.Stud || m.Opening != "" || m.From <= 0 || m.To >= w.Length {
			continue
		}
		if d := (w.Length - m.To - m.From).Abs(); best == nil || d >= far {
			best, far = m, d
		}
	}
	if best == nil {
		return
	}
	near, turned := best.From, w.Length-best.To
	hook := false
	if w.Layout.FromEnd {
		near, turned, hook = turned, near, true
	}
	limit := max(a.r.Rules.Mark, l.Flush)
	// the top plate begins and ends elsewhere where what it meets leans
	begins, ends := w.Start.Top, w.Stop.Top
	if hook {
		begins, ends = ends, begins
	}
	for i, name := range []string{"bottom", "top"} {
		if i == 1 {
			near, turned = near-begins, turned-ends
		}
		plate := []words.Code{words.PlateBottomSaid, words.PlateTopSaid}[i]
		if i == 1 && a.capped() {
			plate = words.CapSaid
		}
		a.ask(Ask{
			At: best.From, High: []float64{.03, .97}[i], Should: near, Limit: limit, Text: a.tell(words.AskMarks, a.tell(plate), a.end(hook), best.ID),
			thick: best.Lumber.Thickness, turned: turned,
		}, Marks, Length, name)
	}
}

// deep asks how deep the frame is: a shallow wall where a deep one was reckoned with shows
// in every jamb.
func (a *asker) deep() {
	w := a.w.Wall
	x := Ask{At: 0, High: .3, Should: w.Lumber.Depth, Limit: a.r.Limits.Flush, Text: a.tell(words.AskDeep)}
	for _, l := range a.r.Lumber {
		if l.Depth != w.Lumber.Depth {
			x.known = append(x.known, known{l.Depth, l.ID})
		}
	}
	x.as = w.Lumber.ID
	a.ask(x, Depth, Length, "")
}

// wide asks how wide an opening came to be.
func (a *asker) wide(o framing.Opening) {
	x := Ask{At: o.Left(), To: o.Right(), High: .4, Should: o.Width, Limit: a.r.Limits.Head, Text: a.tell(words.AskWide, o.ID), jacks: 2 * o.Jacks, thick: a.w.Wall.Lumber.Thickness}
	if o.Jacks == 0 {
		x.Text = a.tell(words.AskWideFull, o.ID)
	}
	a.ask(x, Wide, Length, o.ID)
}

// heights are the differences that a height is likely off by, if a finished height or one
// over plates was read.
func (a *asker) heights() (finished, plates []known) {
	if b := a.r.Rules.Board; b > 0 {
		finished = append(finished, known{b, a.tell(words.SaidBoard)})
	}
	for _, o := range a.w.Wall.Openings {
		if o.FinishFloor > 0 {
			finished = append(finished, known{o.FinishFloor, a.tell(words.SaidFloor)})
			break
		}
	}
	stack := measure.Length(0)
	for _, l := range append(append([]*wood.Lumber{}, a.w.Wall.Bottom...), a.w.Wall.Top...) {
		stack += l.Thickness
	}
	if stack > 0 {
		plates = append(plates, known{stack, a.tell(words.SaidPlates)})
	}
	if len(a.w.Wall.Bottom) > 0 && a.w.Wall.Bottom[0].Thickness != stack {
		plates = append(plates, known{a.w.Wall.Bottom[0].Thickness, a.tell(words.SaidPlate)})
	}
	return finished, plates
}

// near says which of some differences something is off by, within what it may be off.
func (r *Result) near(all []known, by measure.Length) (known, bool) {
	for _, k := range all {
		if (k.by - by).Abs() <= r.Limit {
			return k, true
		}
	}
	return known{}, false
}

// slip says what is wrong where it is wrong by just as much as a slip seen again and
// again; false: by no such. Source: the work, step 10.
func (r *Result) slip(tell func(words.Code, ...any) string) (said string, is bool) {
	by := r.Diff.Abs()
	as := func(s Slip, code words.Code, args ...any) (string, bool) {
		r.Slip = s
		return tell(code, args...), true
	}
	switch r.Kind {
	case Marks:
		turned := (r.Value - r.turned).Abs() <= r.Limit
		switch {
		case turned && r.High > .5:
			return as(NotMirrored, words.DoMirrored)
		case turned:
			return as(Turned, words.DoTurned)
		case (by - r.thick).Abs() <= r.Limit:
			return as(WrongSide, words.DoWrongSide, words.Half(by))
		}
		return as(Restarted, words.DoRestarted, words.Half(by))
	case Depth:
		if k, is := r.near(r.known, r.Value); is {
			return as(OtherDepth, words.DoDeepOther, words.Half(r.Value), k.said, r.as)
		}
		return as("", words.DoDeep, words.Half(by))
	case Wide:
		if r.jacks > 0 && r.Diff < 0 && (by-r.thick*measure.Length(r.jacks)).Abs() <= r.Limit {
			return as(JacksInside, words.DoJacksTaken, words.Half(by), r.jacks)
		}
		said := words.TooWide
		if r.Diff < 0 {
			said = words.TooNarrow
		}
		return as("", words.DoWideOff, words.Half(by), tell(said))
	case Height, Section:
		if k, is := r.near(r.finished, by); is && r.Diff < 0 {
			return as(Finished, words.DoFinished, words.Half(by), k.said)
		}
		if k, is := r.near(r.known, by); is {
			side := words.SideLow
			if r.Diff > 0 {
				side = words.SideHigh
			}
			return as(PlatesOff, words.DoPlatesOff, words.Half(by), tell(side), k.said)
		}
		if r.Kind == Section {
			r.Slip = PartsOff
		}
	case PlumbAcross, PlumbAlong:
		if r.Value.Abs() <= r.Limit {
			r.Slip = NotCarried
		}
	case Backing:
		r.Slip = NoWood
	case Bearing:
		return as(UnderBuilt, words.DoBearing)
	case Count:
		r.Slip = Missing
	}
	return "", false
}
