package framing

import (
	"homalos/internal/measure"
	"homalos/internal/wood"
)

// OpeningKind is what an opening is for.
type OpeningKind string

// The kinds of opening.
const (
	Door   OpeningKind = "door"
	Cased  OpeningKind = "cased"
	Double OpeningKind = "double" // two leaves
	Pocket OpeningKind = "pocket" // a leaf that slides into the wall
	Bifold OpeningKind = "bifold"
	Slider OpeningKind = "slider" // top-hung, in front of the wall
	Window OpeningKind = "window"
	Hatch  OpeningKind = "hatch"
	Rough  OpeningKind = "rough" // of a given rough size
)

// Opening is a rough opening by its middle; Height is from the finished floor
// to the head, of one with a sill from there to the head.
type Opening struct {
	ID          string
	Kind        OpeningKind
	Centre      measure.Length
	Width       measure.Length
	Height      measure.Length
	Sill        measure.Length // top of the rough sill over the finished floor; 0: it goes down to the floor
	SillParts   []Line         // that the sill's height is made up of; none: it is given whole
	FinishFloor measure.Length
	Leaf        measure.Length // width of a leaf; 0: not given
	Goes, Usual measure.Length // how wide what goes in is, and the opening by the usual rule; 0: not given
	Jacks       int            // a side; 0: the head stands between full studs
	Blocks      int            // rows of straightening blocks beside its kings
	Heavy       bool           // its leaf doubles the king
	Packed      bool           // what is left between its king and the wall's end is packed
	Header      Header
	Hand, Swing string         // the side its hinges are on, seen with the wall's start at the left; in: towards that side
	Switch      int            // gangs of the switch box on its latch side
	Jamb        measure.Length // depth of the jamb that is there; 0: not given
	Head        string         // openings of one name share the highest head
	Level       measure.Length // its head's elevation, where one is given
	Levelled    bool           // Level is given
	Tied        *Tied          // its group's head; nil: it has none
	Engineer    *Engineered
	First       string // the side that stands first, where the other is set from the unit; "": both are laid out
	Waits       bool   // the other does, as the unit isn't measured yet
	Match       *Match // an opening that is there, which it is to line up with
}

// HasSill says whether it stands on a sill, with the plate whole under it.
func (o Opening) HasSill() bool {
	return o.Kind == Window || o.Kind == Hatch || o.Kind == Rough && o.Sill > 0
}

// Engineered is what a licensed engineer has named for an opening that carries.
// Nothing of it is ever ours.
type Engineered struct {
	By, When, Paper string
	Plies           int
	Lumber          *wood.Lumber   // nil: of steel, or not of this job's lumber
	Depth           measure.Length // of the header; 0: its lumber's
	Steel           string
	Each            measure.Length // bearing at each end
	Path            []Looked
}

// Looked is a link of the load's path that somebody licensed has looked at.
type Looked struct{ Key, What, By string }

// Header spans an opening that carries no load.
type Header struct {
	Lumber *wood.Lumber
	Plies  int
	OnEdge bool
	Deep   measure.Length // its height, where that isn't its lumber's; 0: it is
	Apart  bool           // it isn't cut from the job's lumber: no piece of it is listed
}

// plies are the pieces of it that are cut.
func (h Header) plies() int {
	if h.Apart {
		return 0
	}
	return h.Plies
}

// Height of the header as it lies.
func (h Header) Height() measure.Length {
	if h.Deep > 0 {
		return h.Deep
	}
	if h.OnEdge {
		return h.Lumber.Depth
	}
	return h.Lumber.Thickness * measure.Length(h.Plies)
}

// Left and Right are the stations of the rough opening's sides.
func (o Opening) Left() measure.Length { return o.Centre - o.Width/2 }

func (o Opening) Right() measure.Length { return o.Left() + o.Width }

// kings are the full studs on one side: a heavy leaf doubles the king.
func (o Opening) kings() measure.Length {
	if o.Heavy {
		return 2
	}
	return 1
}

// Pack is the width of kings and jacks on one side. From the middle out: half
// the opening, jacks, kings.
func (o Opening) Pack(thickness measure.Length) measure.Length {
	return thickness * (measure.Length(o.Jacks) + o.kings())
}

// Outer are the stations of the outermost kings' outer faces.
func (o Opening) Outer(thickness measure.Length) (left, right measure.Length) {
	return o.Left() - o.Pack(thickness), o.Right() + o.Pack(thickness)
}

// Inner are the stations of the innermost kings' inner faces: the header lies
// between them.
func (o Opening) Inner(thickness measure.Length) (left, right measure.Length) {
	jacks := thickness * measure.Length(o.Jacks)
	return o.Left() - jacks, o.Right() + jacks
}

// kingHand is how far off its place a king may stand: usual practice, an eighth.
const kingHand = measure.Inch / 8

// Outer are the stations of an opening's two kings' outer faces: a king within an
// eighth of the wall's end stands there, as the end stud.
func (w *Wall) Outer(o Opening) (left, right measure.Length) {
	left, right = o.Outer(w.Lumber.Thickness)
	if left.Abs() <= kingHand {
		left = 0
	}
	if (right - w.Length).Abs() <= kingHand {
		right = w.Length
	}
	return left, right
}

// Slack is what is left between a king and the wall's end at each side of an
// opening, where no end stud finds room in it; 0 for none.
func (w *Wall) Slack(o Opening) (start, end measure.Length) {
	left, right := w.Outer(o)
	t := w.Lumber.Thickness
	if left > 0 && left < t {
		start = left
	}
	if rest := w.Length - right; rest > 0 && rest < t {
		end = rest
	}
	return start, end
}

// inner are the stations of an opening's innermost kings' inner faces.
func (w *Wall) inner(o Opening) (left, right measure.Length) {
	left, right = w.Outer(o)
	wide := w.Lumber.Thickness * o.kings()
	return left + wide, right - wide
}

// opening finds one of its openings.
func (w *Wall) opening(id string) Opening {
	for _, o := range w.Openings {
		if o.ID == id {
			return o
		}
	}
	return Opening{}
}

// CutsPlate says whether the bottom plate is cut away in the opening.
func (o Opening) CutsPlate() bool { return !o.HasSill() }
