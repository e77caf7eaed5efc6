// Package framing knows where every piece of wood in a partition stands and
// how long it is: plates, layout, openings, members, the marks on the plates
// and what is wrong with them.
//
// It takes walls and an estimate of floor and ceiling; it knows nothing of
// documents, stock lengths' prices or the interface.
package framing

import (
	"math"
	"slices"

	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Rules are the crew's habits that bear on framing.
type Rules struct {
	Units  measure.System
	Mark   measure.Length
	Fit    measure.Length
	Hold   measure.Length
	Near   measure.Length // a reading this close to a wall's line bears on it
	Reach  measure.Length // one of them must lie this close to a piece
	Lap    measure.Length
	TiltUp bool

	Board    measure.Length // board and skim on each face
	Concrete bool           // the floor is
	Whole    bool           // bottom plates run through doorways and are sawn out after the wall stands

	Words words.Set // how the crew calls the pieces

	Sheets []Sheet // the boards that the crew hangs; the first is the one a layout is judged by

	FireBlocks measure.Length // the most that a bay is open from one block to the next; 0: the crew sets none

	Jambs []measure.Length // the depths they are sold in

	Floor, Ceiling wood.Anchor // what plates are fixed with, where a wall has none of its own
}

// Tell says a sentence in the crew's units and words.
func (r Rules) Tell(code words.Code, args ...any) string { return r.speech().Tell(code, args...) }

// Fill puts the crew's words into a text that names them in brackets.
func (r Rules) Fill(text string) string { return r.speech().Fill(text) }

func (r Rules) speech() words.Speech {
	return words.Speech{Units: r.Units, Mark: r.Mark, Set: r.Words}
}

// Wall is one straight partition. Its line runs From to To in millimetres;
// stations along it are exact.
type Wall struct {
	ID       string
	From, To geo.Point
	Length   measure.Length
	Right    bool // the framing stands on the right of the line, seen from From
	Lumber   *wood.Lumber
	Bottom   []*wood.Lumber // from the floor up
	Top      []*wood.Lumber // from the studs up
	Layout   Layout
	Openings []Opening // rising by centre, clear of one another and of the ends

	Start, Stop End
	Joins       []Join // other walls that butt it, rising
	Floor       wood.Anchor
	Ceiling     wood.Anchor
	Behind      *Behind  // masonry that it stands before
	Furred      bool     // stands before masonry, with a gap behind it
	Hung        *BoxSide // from the ceiling, a side of a box
	Beams       []Beam   // under its head plate, rising
	Boxes       string   // what it is a side of a box round; ""
	Membrane    bool     // lies under the bottom plate
	Carries     string   // yes, no; else it isn't known whether it carries what is over it
	Own         Part     // what kind it is, and what its top goes by
	Parts       []Part   // rising and clear of one another: stretches that are of another kind
	Steel       *Steel   // of steel studs
	Layers      []Layer  // on its studs, from them outwards
	Wet         Wet
	Boundary    measure.Length // of an outside wall: to the next property; 0: not said
	Dwellings   Dwellings
	Gauged      *Gauged // that an infill goes into
	Pending     []Pending
	Clear       []Clear
	Extra       []Extra      // studs that somebody wants beside the layout's
	Noggings    []NoggingRow // rows, from the first
	Staggered   bool         // every other bay's lie a thickness higher
	Backing     []Backing
	There       *There         // it is there already: only its openings are framed
	Crossings   []Crossing     // along the wall, found once heights are known
	Breaks      []Break        // rising, of either surface
	Astray      []Break        // where a plate can't end, so near the wall's end or past it
	Fit, Hold   measure.Length // its own, in place of the job's; Hold 0: none
	FitGiven    bool
	BoardTop    measure.Length // how high boards go over the floor; 0: as high as the wall
	Tried       measure.Length // how much too long its first full piece was, by trying it
	Tilts       bool           // it is built flat and tilted: its studs are shorter by what it sweeps
	TriedOn     string         // which that was; "": not said
}

// Gauged is what an infill goes into: gauged, and made smaller by the allowance.
type Gauged struct {
	ID        string
	Allowance measure.Length
	Play      measure.Length // the most that is left to pack at a side
}

// Pending is a stretch that waits: counted and shown, not cut.
type Pending struct {
	From, To    measure.Length
	What        string
	Below, Over bool // the bottom plate waits; the top plate does
	Past        bool // it was given farther than the wall goes now
}

// Clear is a stretch that no common stud stands in.
type Clear struct {
	From, To  measure.Length
	Low, High measure.Length // over the floor; 0: it doesn't matter
	What      string
	Switch    string // of the door that it is the switch of
}

// Break is where the plates of a surface end and begin anew.
type Break struct {
	Of survey.Surface
	At measure.Length
}

// breaksAt says whether the plates of a surface end at a station.
func (w *Wall) breaksAt(of survey.Surface, at measure.Length) bool {
	return slices.Contains(w.Breaks, Break{of, at})
}

// SteelFit is how much shorter what stands in track is cut, where nothing else
// is said. Usual: 1/8 to 3/8 in (3 to 10 mm); the least of it.
func SteelFit(u measure.System) measure.Length { return u.Pick(measure.Inch/8, 3*measure.Millimetre) }

// ruled are the job's rules with what the wall says itself: its fit, else its
// track's; and its hold.
func (w *Wall) ruled(rules Rules) Rules {
	if w.Hold > 0 {
		rules.Hold = w.Hold
	}
	if w.FitGiven {
		rules.Fit = w.Fit
		return rules
	}
	track := measure.Length(-1)
	for _, p := range append(w.Bottom[:len(w.Bottom):len(w.Bottom)], w.Top...) {
		if p.Track {
			track = max(track, p.Fit)
		}
	}
	if track >= 0 {
		rules.Fit = track
	}
	return rules
}

// FitOf is how much shorter than its space a wall's pieces between plates are cut.
func (w *Wall) FitOf(rules Rules) measure.Length { return w.ruled(rules).Fit }

// Layout says how the common studs are marked.
type Layout struct {
	FromEnd   bool
	Spacing   measure.Length
	Offset    measure.Length // of the marks from the end it begins at: less than nothing, it begins beyond it
	Own       measure.Length // the part of it that was given as such, and stays if it begins elsewhere
	Equal     bool
	Stretches []Stretch // rising and clear of one another: where the spacing differs
	Marking   Marking   // which edge is marked; "": the near one
	By        string    // what the marks go by, in words; "" for the end that the tape hooks on
}

// At is the place on the middle of the wall's thickness at a station.
func (w *Wall) At(station measure.Length) geo.Point {
	dx, dy := w.To.X-w.From.X, w.To.Y-w.From.Y
	long := math.Hypot(dx, dy)
	ux, uy := dx/long, dy/long
	half := w.Lumber.Depth.Millimetres() / 2
	if w.Right {
		half = -half
	}
	s := station.Millimetres()
	return geo.Point{X: w.From.X + ux*s - uy*half, Y: w.From.Y + uy*s + ux*half}
}

// Footprint is the ground its framing covers: both ends of the snapped face,
// then those of the back.
func (w *Wall) Footprint() [4]geo.Point {
	long := w.Length.Millimetres()
	ux, uy := (w.To.X-w.From.X)/long, (w.To.Y-w.From.Y)/long
	d := w.Lumber.Depth.Millimetres()
	if w.Right {
		d = -d
	}
	off := func(p geo.Point) geo.Point { return geo.Point{X: p.X - uy*d, Y: p.Y + ux*d} }
	return [4]geo.Point{w.From, w.To, off(w.To), off(w.From)}
}

// PlateStack is the thickness of all the wall's plates.
func (w *Wall) PlateStack() measure.Length { return stack(w.Bottom) + stack(w.Top) }

func stack(plates []*wood.Lumber) measure.Length {
	total := measure.Length(0)
	for _, p := range plates {
		total += p.Thickness
	}
	return total
}

// Tape is what a tape hooked on the layout's end reads at the near face of a
// piece that stands from..to.
func (w *Wall) Tape(from, to measure.Length) measure.Length {
	if w.Layout.FromEnd {
		return w.Length - to
	}
	return from
}
