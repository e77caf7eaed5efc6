package advise

import (
	"fmt"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// asWell are findings of the wood that where a line goes decides.
var asWell = map[string]bool{
	"meets-opening": true, "nothing-behind": true, "no-room-for-nailer": true, "little-nailing": true, "ladder-waits": true, "plate-joint": true,
	"covers-opening": true, "pending-past": true, "king-meets-end": true, "plate-depth": true, "step": true, "break-astray": true, "notched-foot": true, "low-in-stud": true, "no-drill": true, "bad-floor": true, "pipe-in-plate": true, "obstruction-across": true, "stud-in-the-lean": true,
}

// wood brings those findings, and offers plates as deep as the studs.
func (a *adviser) wood() {
	for _, f := range a.w.Findings {
		if !asWell[f.Code] {
			continue
		}
		to := a.tell(f.Code, string(f.Level), a.place(f), f.Text+" "+f.Fix)
		switch f.Code {
		case "plate-depth":
			a.plates(to)
		case "plate-joint":
			a.longer(to)
		case "step":
			a.endAt(to, f.Break)
		case "covers-opening":
			a.closes(to, f)
		case "king-meets-end":
			a.kings(to, f)
		case "break-astray":
			a.dropAstray(to)
		}
	}
}

// place is where a finding stands, as it is written.
func (a *adviser) place(f framing.Finding) string {
	if !f.Placed {
		return ""
	}
	return a.Rules.Units.Write(f.At)
}

// plates offers plates of the studs' own lumber, and of a treated one as deep
// where the lowest is treated.
func (a *adviser) plates(to *Advice) {
	for _, f := range to.Fixes {
		if f.ID == "plates" {
			return
		}
	}
	w := a.w.Wall
	low := w.Lumber.ID
	if w.Bottom[0].Treated {
		low = ""
		for _, l := range a.Lumber {
			if l.Treated && l.Depth == w.Lumber.Depth {
				low = l.ID
			}
		}
	}
	if low == "" || a.does[w.ID+"/plates"] != nil {
		return
	}
	a.offer(to, "plates", a.Rules.Tell(words.TakePlatesOf, w.Lumber.ID), func(x *job.Wall) {
		for i := range x.Top {
			x.Top[i] = w.Lumber.ID
		}
		for i := range x.Bottom {
			x.Bottom[i] = w.Lumber.ID
		}
		if len(x.Bottom) > 0 {
			x.Bottom[0] = low
		}
	})
}

// longer offers sticks as long as the whole plate, where no joint of it finds
// a stud: up to the longest that a yard usually has.
func (a *adviser) longer(to *Advice) {
	w, u := a.w.Wall, a.Rules.Units
	step, most := u.Pick(24*measure.Inch, 300*measure.Millimetre), u.Pick(20*12*measure.Inch, 6000*measure.Millimetre)
	for _, f := range a.w.Findings {
		l := f.Wood
		if f.Code != "plate-joint" || l == nil {
			continue
		}
		long, id := w.Length.Up(step), "longer-"+l.ID
		if l.Longest() >= w.Length || long > most || a.does[w.ID+"/"+id] != nil {
			continue
		}
		var stock []string // with those that hold where none are given
		for _, s := range append(l.Stock[:len(l.Stock):len(l.Stock)], long) {
			stock = append(stock, u.Write(s))
		}
		a.offerAll(to, id, a.Rules.Tell(words.HaveBroughtInSticks, l.ID, words.Exact(long)), func(d *job.Document) {
			for i := range d.Lumber {
				if d.Lumber[i].ID == l.ID {
					d.Lumber[i].Stock = job.Ls(stock...)
				}
			}
		})
	}
}

// endAt offers to end the plate at a step, and the top one at the step of the
// ceiling.
func (a *adviser) endAt(to *Advice, b *framing.Break) {
	if b == nil {
		return
	}
	of, plate := "floor", wood.BottomPlate
	if b.Of == survey.Ceiling {
		of, plate = "ceiling", wood.TopPlate
	}
	u := a.Rules.Units
	at := b.At.Nearest(a.Rules.Mark)
	a.offer(to, fmt.Sprintf("end-%s-%d", of, int(at.Millimetres())), a.Rules.Tell(words.EndThePlateAt, words.Term(plate), at), func(w *job.Wall) {
		w.Breaks = append(w.Breaks[:len(w.Breaks):len(w.Breaks)], job.Break{Of: of, At: job.Exactly(at, u)})
	})
}

// kings offers to pack what is left beside a king, to let it be the end stud, or
// to move the opening until the end stud clears it, where there is room.
func (a *adviser) kings(to *Advice, f framing.Finding) {
	w, u := a.w.Wall, a.Rules.Units
	for _, o := range w.Openings {
		if o.ID != f.Opening {
			continue
		}
		start, end := w.Slack(o)
		name := "start"
		share, clear := -start, w.Lumber.Thickness-start
		if f.At > 0 {
			name = "end"
			share, clear = end, end-w.Lumber.Thickness
		}
		in := func(x *job.Wall, do func(o *job.Opening)) {
			for i := range x.Openings {
				if x.Openings[i].ID == o.ID {
					do(&x.Openings[i])
				}
			}
		}
		id := "-" + o.ID + "-" + name
		a.offer(to, "pack"+id, a.Rules.Tell(words.PackIt, max(start, end)), func(x *job.Wall) { in(x, func(o *job.Opening) { o.Packed = true }) })
		for _, by := range []struct {
			id   string
			by   measure.Length
			text words.Code
		}{{"share", share, words.LetTheKingBeTheEndStud}, {"clear", clear, words.MoveItUntilItClears}} {
			centre := o.Centre + by.by
			if !a.fits(o, centre) {
				continue
			}
			a.offer(to, by.id+id, a.Rules.Tell(by.text, o.ID, by.by.Abs(), w.EndName(by.by > 0)), func(x *job.Wall) {
				in(x, func(o *job.Opening) { o.Centre = job.Exactly(centre, u) })
			})
		}
	}
}

// fits says whether an opening stands clear of the wall's ends and of its other
// openings with its middle elsewhere.
func (a *adviser) fits(o framing.Opening, centre measure.Length) bool {
	w := *a.w.Wall
	o.Centre = centre
	left, right := w.Outer(o)
	start, end := w.Slack(o)
	if left < 0 || right > w.Length || start > 0 || end > 0 {
		return false
	}
	for _, other := range w.Openings {
		if l, r := w.Outer(other); other.ID != o.ID && l < right && r > left {
			return false
		}
	}
	for _, j := range w.Joins {
		if j.From < right && j.To > left {
			return false
		}
	}
	return true
}

// dropAstray offers to take out the places where no plate can end any more.
func (a *adviser) dropAstray(to *Advice) {
	astray := a.w.Wall.Astray
	u := a.Rules.Units
	if a.does[a.w.Wall.ID+"/drop-breaks"] != nil {
		return
	}
	a.offer(to, "drop-breaks", a.Rules.Tell(words.TakeThesePlacesOut), func(w *job.Wall) {
		w.Breaks = slices.DeleteFunc(slices.Clone(w.Breaks), func(b job.Break) bool {
			at, err := b.At.In(u)
			return err == nil && slices.ContainsFunc(astray, func(x framing.Break) bool { return x.At == at })
		})
	})
}

// hooked brings the fix of a pipe in a stud's place to where the line is said.
func (a *adviser) hooked() {
	for _, f := range a.w.Findings {
		if f.Apply == framing.HookOtherEnd {
			to := a.tell("hook", "stop", a.place(f), f.Text)
			a.offer(to, "hook", f.Fix, func(w *job.Wall) {
				if w.Layout == nil {
					w.Layout = &job.Layout{}
				}
				w.Layout.From = map[bool]string{true: "start", false: "end"}[a.w.Wall.Layout.FromEnd]
				w.Layout.Origin = nil // it said where to begin
			})
		}
	}
}

func (a *adviser) pending() {
	for i, p := range a.w.Wall.Pending {
		to := a.tell("pending", "stop", a.Rules.Units.Write(p.From), a.Rules.Tell(words.FromToWaits, p.From, p.To, p.What))
		a.offer(to, fmt.Sprintf("done-%d", i+1), a.Rules.Tell(words.DoneTakeStretchOff), func(w *job.Wall) {
			w.Pending = append(w.Pending[:i:i], w.Pending[i+1:]...)
		})
	}
}

// closes offers what is done about a door or window that a new wall covers.
func (a *adviser) closes(to *Advice, f framing.Finding) {
	for _, by := range []struct {
		fate string
		text words.Code
	}{{"closed", words.ThatOneIsClosed}, {"accepted", words.ItMayStandThere}} {
		a.offerAll(to, fmt.Sprintf("%s-%s-%d", by.fate, f.There, f.Hole+1), a.Rules.Tell(by.text), func(d *job.Document) {
			for i := range d.Survey.Walls {
				if d.Survey.Walls[i].ID == f.There {
					d.Survey.Walls[i].Openings[f.Hole].Fate = by.fate
				}
			}
		})
	}
}
