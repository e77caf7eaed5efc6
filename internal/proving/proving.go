// Package proving knows what is checked of a wall once it stands, what each check should
// give, and what to do where it doesn't; and what stays open until somebody settles it.
//
// It asks by the plan alone (Asks, Temporary) and judges by what the record says (Judge,
// Open). It knows nothing of how checks are entered. Source: the work, steps 9 and 10.
package proving

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/raising"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Kind is what is checked.
type Kind string

// The kinds, in the order of a walk round a wall.
const (
	Section     Kind = "section" // what is left for the next section
	Marks       Kind = "marks"
	Depth       Kind = "depth"
	PlumbAcross Kind = "plumb-across"
	PlumbAlong  Kind = "plumb-along"
	Straight    Kind = "straight"
	Diagonal    Kind = "diagonal"
	Height      Kind = "height"
	Flush       Kind = "flush"
	Light       Kind = "light"
	Rough       Kind = "opening-diagonal"
	Wide        Kind = "opening-width"
	Head        Kind = "head"
	HeadAlong   Kind = "head-along"
	Residual    Kind = "residual"
	Door        Kind = "door"
	Shake       Kind = "shake"
	Count       Kind = "count"
	Fixings     Kind = "fixings"
	Backing     Kind = "backing"
	Hidden      Kind = "hidden"
	Bearing     Kind = "bearing" // what carries, as the engineer named it
	Inspector   Kind = "inspector"
)

// Kinds are all of them.
var Kinds = []Kind{
	Section, Marks, Depth, PlumbAcross, PlumbAlong, Straight, Diagonal, Height, Flush, Light, Wide, Rough, Head, HeadAlong, Residual, Door, Shake, Count, Fixings, Backing, Hidden, Bearing, Inspector,
}

// Takes is what a check is answered with.
type Takes string

// What checks take.
const (
	Off    Takes = "off"    // how far off, with its sign
	Lean   Takes = "lean"   // the same, over a level
	Length Takes = "length" // what is measured, against what it should be
	Number Takes = "count"
	Look   Takes = "look" // yes, or no
	Photo  Takes = "photo"
)

// Ask is a check to be made, as the plan has it.
type Ask struct {
	ID     string
	Wall   string
	Kind   Kind
	Takes  Takes
	At     measure.Length // station of where it is made
	High   float64        // how high up the wall, 0 at the floor, 1 at the ceiling
	To     measure.Length // of what goes from At to there; the same where it is one place
	Text   string
	Should measure.Length // of Length, and of Off where it isn't 0
	Count  int            // of Number: how many should be there
	Limit  measure.Length
	Plus   string // which way more than nothing is, and less
	Minus  string
	First  bool // it comes before the boards: it is hidden after that

	share float64        // Diagonal: how far the top moves for each that it is off
	tall  measure.Length // Lean: the height that it is carried to
	ends  [2]string      // what its wall's ends are called
	foot  int            // Diagonal: the end its foot is at

	// by what slips are told
	thick    measure.Length // of the wood
	turned   measure.Length // Marks: what it reads if the wall was turned
	known    []known
	finished []known
	jacks    int    // Wide: how many stand in the opening if they were forgotten
	as       string // Depth: the lumber that was reckoned with
}

// asker asks of one wall.
type asker struct {
	r   *work.Result
	w   *work.Wall
	how *raising.Raising
	out []Ask
}

// Asks are the checks of all walls, in the walls' order; of each in the order of a walk
// round it.
func Asks(r *work.Result, raised []raising.Raising) (out []Ask) {
	for i := range raised {
		a := &asker{r: r, w: raised[i].Wall, how: &raised[i]}
		a.sections()
		a.marks()
		a.deep()
		a.shape()
		a.openings()
		a.doors()
		a.looks()
		out = append(out, a.out...)
	}
	return out
}

// ask adds a check; its id is the wall's, the kind's and the place's.
func (a *asker) ask(x Ask, kind Kind, takes Takes, place string) *Ask {
	x.Wall, x.Kind, x.Takes = a.w.Wall.ID, kind, takes
	x.ID = fmt.Sprintf("%s.%s", x.Wall, kind)
	if place != "" {
		x.ID += "." + place
	}
	for n, id := 2, x.ID; slices.ContainsFunc(a.out, func(o Ask) bool { return o.ID == x.ID }); n++ {
		x.ID = fmt.Sprintf("%s.%d", id, n)
	}
	if x.To == 0 {
		x.To = x.At
	}
	x.ends = [2]string{a.w.Wall.EndName(false), a.w.Wall.EndName(true)}
	a.out = append(a.out, x)
	return &a.out[len(a.out)-1]
}

func (a *asker) tell(code words.Code, args ...any) string { return a.r.Rules.Tell(code, args...) }

// end is what one of the wall's ends is called in a sentence.
func (a *asker) end(stop bool) string { return a.tell(words.WhereEnd, a.w.Wall.EndName(stop)) }

// gap is the height from floor to ceiling at a station, as read; false: it isn't known.
func (a *asker) gap(at measure.Length) (measure.Length, bool) {
	s := a.w.Section
	if !s.Known {
		return 0, false
	}
	return a.r.Rules.Units.Estimate(s.CeilingAt(at) - s.FloorAt(at)), true
}

// sections asks what is left for each further section, and how high it is there.
func (a *asker) sections() {
	w := a.w.Wall
	if a.how.Way != raising.InSections {
		return
	}
	for i, at := range a.how.Seams() {
		left := w.Length - at
		limit, n := a.r.Limits.Room, i+2
		a.ask(Ask{At: at, To: w.Length, Should: left, Limit: limit, Text: a.tell(words.AskRoomBottom, n)}, Section, Length, fmt.Sprint(n, ".bottom"))
		top := left - w.Stop.Top // its top plate ends elsewhere, where what it meets leans
		a.ask(Ask{At: at, To: w.Length, High: 1, Should: top, Limit: limit, Text: a.tell(words.AskRoomTop, n)}, Section, Length, fmt.Sprint(n, ".top"))
		if gap, known := a.gap(at); known {
			x := a.ask(Ask{At: at, High: .5, Should: gap, Limit: a.r.Limits.Height, Text: a.tell(words.AskRoomHeight, n)}, Section, Length, fmt.Sprint(n, ".height"))
			x.finished, x.known = a.heights()
		}
	}
}

// shape asks whether the wall is plumb, straight, square, as high as was read, flush and
// tight.
func (a *asker) shape() {
	w, l := a.w.Wall, a.r.Limits
	places := []struct {
		name, said string
		at         measure.Length
	}{{"start", a.end(false), 0}, {"middle", a.tell(words.WhereMiddle), w.Length / 2}, {"end", a.end(true), w.Length}}
	for _, p := range places {
		tall, known := a.gap(p.at)
		if !known {
			tall = measure.FromMillimetres(a.how.Highest)
		}
		x := Ask{At: p.at, High: .5, tall: tall, Limit: l.Plumb}
		x.Text, x.Plus, x.Minus = a.tell(words.AskPlumbAcross, p.said), a.tell(words.SideLeft), a.tell(words.SideRight)
		a.ask(x, PlumbAcross, Lean, p.name)
	}
	for _, p := range places {
		tall, known := a.gap(p.at)
		if !known {
			tall = measure.FromMillimetres(a.how.Highest)
		}
		x := Ask{At: p.at, High: .5, tall: tall, Limit: l.Plumb}
		x.Text, x.Plus, x.Minus = a.tell(words.AskPlumbAlong, p.said), a.tell(words.SideTowards, w.EndName(true)), a.tell(words.SideTowards, w.EndName(false))
		a.ask(x, PlumbAlong, Lean, p.name)
	}
	for i, name := range []string{"bottom", "top"} {
		said := []words.Code{words.TheBottom, words.TheTop}[i]
		x := Ask{At: 0, To: w.Length, High: float64(i), Limit: l.Straight, Text: a.tell(words.AskStraight, a.tell(said)), Plus: a.tell(words.SideLeft), Minus: a.tell(words.SideRight)}
		a.ask(x, Straight, Off, name)
	}
	a.diagonals()
	for _, p := range []int{0, 2} {
		if gap, known := a.gap(places[p].at); known {
			x := a.ask(Ask{At: places[p].at, High: .8, Should: gap, Limit: l.Height, Text: a.tell(words.AskHeight, places[p].said)}, Height, Length, places[p].name)
			x.finished, x.known = a.heights()
		}
	}
	for _, m := range a.w.Meetings {
		other := ""
		if m.Other != nil {
			other = m.Other.ID
		} else if m.Existing != nil {
			other = m.Existing.ID
		}
		a.ask(Ask{At: m.Station(), High: .3, Limit: l.Flush, Text: a.tell(words.AskFlush, other)}, Flush, Off, m.End())
	}
	a.ask(Ask{At: 0, To: w.Length, Limit: l.Light, Text: a.tell(words.AskLight)}, Light, Off, "")
}

// diagonals asks for both of the wall's, floor to ceiling, where both were levelled: they
// follow from how the floor and the ceiling fall.
func (a *asker) diagonals() {
	w, s := a.w.Wall, a.w.Section
	if !s.Known || !s.Levels {
		return
	}
	for i, name := range []string{"up", "down"} {
		foot, head := measure.Length(0), w.Length
		if i == 1 {
			foot, head = head, foot
		}
		across, rise := w.Length.Millimetres(), s.CeilingAt(head)-s.FloorAt(foot)
		x := Ask{
			At: foot, To: head, High: .5, Limit: a.r.Limits.Diagonal, foot: i, share: math.Hypot(across, rise) / across,
			Should: a.r.Rules.Units.Estimate(math.Hypot(across, rise)), Text: a.tell(words.AskDiagonal, a.end(i == 1), a.end(i == 0)),
		}
		a.ask(x, Diagonal, Length, name)
	}
}

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

// looks asks for what is looked at, counted and photographed.
func (a *asker) looks() {
	w := a.w.Wall
	for k, free := range a.free() {
		if free {
			at := []measure.Length{0, w.Length}[k]
			a.ask(Ask{At: at, High: 1, Text: a.tell(words.AskShakeFree, a.end(k == 1))}, Shake, Look, []string{"start", "end"}[k])
		}
	}
	for _, m := range a.w.Meetings {
		if e := m.Existing; e != nil && (e.Material == "masonry" || e.Material == "unknown") {
			a.ask(Ask{At: m.Station(), High: .6, Text: a.tell(words.AskShakeOld, a.end(m.Stop), e.ID)}, Shake, Look, m.End())
		}
	}
	n := 0
	for _, x := range a.w.Members {
		if x.Known {
			n++
		}
	}
	a.ask(Ask{Count: n, At: w.Length / 2, High: .2, Text: a.tell(words.AskCount)}, Count, Number, "")
	if len(a.w.Against) == 2 {
		a.ask(Ask{At: w.Length / 4, To: w.Length * 3 / 4, First: true, Text: a.tell(words.AskFixings, a.w.Against[survey.Floor].Count, a.w.Against[survey.Ceiling].Count)}, Fixings, Look, "")
	}
	a.backing()
	a.hidden()
	a.inspector()
}

// free says of each end whether nothing stands there.
func (a *asker) free() (out [2]bool) {
	out = [2]bool{true, true}
	for _, m := range a.w.Meetings {
		if m.Stop {
			out[1] = false
		} else {
			out[0] = false
		}
	}
	for _, j := range a.w.Joined {
		switch a.w.Wall.Corner(j.Join, a.r.Rules) {
		case -1:
			out[0] = false
		case 1:
			out[1] = false
		}
	}
	return out
}

// backing asks for wood behind every edge of the boards, as they are laid out.
func (a *asker) backing() {
	u := a.r.Rules.Units
	for _, f := range a.w.Faces {
		name, face := "left", words.FaceSnapped
		if f.Back {
			name, face = "back", words.FaceBack
		}
		var edges, seams []measure.Length
		for _, p := range f.Pieces {
			edges = append(edges, p.From, p.To)
			if p.Row > 0 {
				seams = append(seams, p.Low)
			}
		}
		for _, at := range distinct(edges) {
			a.ask(Ask{At: at, High: .5, First: true, Text: a.tell(words.AskEdge, a.tell(face), at)}, Backing, Look, name+"."+about(u, at))
		}
		for _, up := range distinct(seams) {
			high := .5
			if gap, known := a.gap(a.w.Wall.Length / 2); known && gap > 0 {
				high = min(1, up.Millimetres()/gap.Millimetres())
			}
			a.ask(Ask{At: 0, To: a.w.Wall.Length, High: high, First: true, Text: a.tell(words.AskSeam, a.tell(face), up)}, Backing, Look, name+".seam."+about(u, up))
		}
	}
}

// about names a place by its inch, or its 25 mm: what moves by a hair keeps its name, and
// what was said of it.
func about(u measure.System, at measure.Length) string {
	return u.Write(at.Nearest(u.Pick(measure.Inch, 25*measure.Millimetre)))
}

func distinct(all []measure.Length) []measure.Length {
	slices.Sort(all)
	return slices.Compact(all)
}

// hidden asks for a photo of what boards will hide.
func (a *asker) hidden() {
	w := a.w.Wall
	a.ask(Ask{At: w.Length / 2, High: .5, First: true, Text: a.tell(words.AskPhotoOpen)}, Hidden, Photo, "")
	for _, c := range a.w.Crossed {
		a.ask(Ask{At: c.At, High: .9, First: true, Text: a.tell(words.AskPhotoThrough, c.At, strings.Join(c.Things, ", "))}, Hidden, Photo, "through."+c.Thing)
	}
	for _, at := range a.holes() {
		a.ask(Ask{At: at, High: .4, First: true, Text: a.tell(words.AskPhotoBored, at)}, Hidden, Photo, "bored."+about(a.r.Rules.Units, at))
	}
	for _, b := range a.w.Bears {
		for _, o := range w.Openings {
			if o.ID == b.Opening {
				a.ask(Ask{At: o.Left(), To: o.Right(), High: .9, First: true, Text: a.tell(words.AskBearing, o.ID, b.Entry.By, b.Entry.Paper)}, Bearing, Look, o.ID)
				a.ask(Ask{At: o.Centre, High: .9, First: true, Text: a.tell(words.AskPhotoBearing, o.ID)}, Hidden, Photo, "bearing."+o.ID)
			}
		}
	}
}

// holes are where wood is bored, one for each run of them: about a bay apart.
func (a *asker) holes() (out []measure.Length) {
	var all []measure.Length
	for _, h := range a.w.Bored.Holes {
		if m, _ := a.r.Member(h.Member); m != nil {
			all = append(all, m.From+(m.To-m.From)/2)
		}
	}
	for _, at := range distinct(all) {
		if n := len(out); n == 0 || at-out[n-1] > a.r.Spacing*3/2 {
			out = append(out, at)
		}
	}
	return out
}

// inspector asks for the word of who must see a wall open: where one is waited for, or
// where something carries or closes against fire.
func (a *asker) inspector() {
	who, asked := a.tell(words.TheInspector), false
	for _, x := range a.r.Schedule.Waits {
		if x.For == "inspection" && (x.Wall == "" || x.Wall == a.w.Wall.ID) {
			asked = true
			if x.Who != "" {
				who = x.Who
			}
		}
	}
	sees := []string{}
	for _, b := range a.w.Bears {
		sees = append(sees, a.tell(words.SeesBearing, b.Opening, b.Entry.By))
	}
	if slices.ContainsFunc(a.w.Members, func(m framing.Member) bool { return m.Kind == wood.FireBlock }) {
		sees = append(sees, a.tell(words.SeesFire))
	}
	if !asked && len(sees) == 0 {
		return
	}
	if len(a.w.Bored.Holes) > 0 {
		sees = append(sees, a.tell(words.SeesBored))
	}
	sees = append(sees, a.tell(words.SeesFastened))
	a.ask(Ask{At: a.w.Wall.Length / 2, High: .6, First: true, Text: a.tell(words.AskInspector, who, strings.Join(sees, ", "))}, Inspector, Look, "")
}
