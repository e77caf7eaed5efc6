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

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/raising"
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
		if i == 1 && a.capped() {
			said = words.TheCap
		}
		x := Ask{At: 0, To: w.Length, High: float64(i), Limit: l.Straight, Text: a.tell(words.AskStraight, a.tell(said)), Plus: a.tell(words.SideLeft), Minus: a.tell(words.SideRight)}
		a.ask(x, Straight, Off, name)
	}
	a.diagonals()
	for _, p := range []int{0, 2} {
		if gap, known := a.gap(places[p].at); known {
			height := words.AskHeight
			switch {
			case w.Hung != nil:
				height = words.AskHungHeight
			case w.Off():
				height = words.AskOwnHeight
			}
			x := a.ask(Ask{At: places[p].at, High: .8, Should: gap, Limit: l.Height, Text: a.tell(height, places[p].said)}, Height, Length, places[p].name)
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
	if w.Hung == nil {
		a.ask(Ask{At: 0, To: w.Length, Limit: l.Light, Text: a.tell(words.AskLight)}, Light, Off, "")
	}
}

// capped says whether a cap lies along all of its top, in the place of a top plate.
func (a *asker) capped() bool {
	for _, p := range a.w.Wall.AllParts() {
		if p.Kind != framing.Half {
			return false
		}
	}
	return true
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
