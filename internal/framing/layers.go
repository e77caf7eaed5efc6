package framing

import (
	"strings"

	"homalos/internal/measure"
	"homalos/internal/words"
)

// Layer is a layer on one face of a wall's studs.
type Layer struct {
	What  string
	Thick measure.Length
	Out   bool           // on the face away from the snapped line
	Lap   measure.Length // of one piece over the next
	Reach measure.Length // up past the frame
	Joint string         // how its pieces meet: on-studs, staggered, taped, lapped; "": not said
}

// Dwellings is whether a wall parts two of them, and who confirmed what that asks.
type Dwellings struct {
	Part bool
	By   string
}

// Laid is a layer in its place, off the face of the studs that it is on.
type LaidLayer struct {
	Layer
	From, To measure.Length
}

// LayLayers are the layers of each face in their places, and how thick the wall is over
// all.
func (w *Wall) LayLayers() (in, out []LaidLayer, over measure.Length) {
	var at [2]measure.Length
	for _, l := range w.Layers {
		k := 0
		if l.Out {
			k = 1
		}
		one := LaidLayer{l, at[k], at[k] + l.Thick}
		at[k] = one.To
		if l.Out {
			out = append(out, one)
		} else {
			in = append(in, one)
		}
	}
	return in, out, at[0] + w.Lumber.Depth + at[1]
}

// nearBoundary is how near the next property an outside wall usually wants fire board.
// The local code decides: 3 ft (1 m).
func (r Rules) nearBoundary() measure.Length { return r.Units.Pick(3*measure.Foot, measure.Metre) }

// layered is a wall with layers on its studs, as outside walls have, or one between two
// dwellings. Source: the work, step 6.
type layered struct{}

func (layered) stand(*Laid, Part, Found) {}

func (layered) lie(*framer, Part, Found) {}

func (layered) check(f *framer, _ Part, _ Found) {
	w, tell := f.Wall, f.rules.Tell
	middle := w.Length / 2
	outside, fire, reach := false, false, measure.Length(0)
	for _, l := range w.Layers {
		name := strings.ToLower(l.What)
		outside = outside || l.Out && (strings.Contains(name, "sheath") || strings.Contains(name, "clad") || strings.Contains(name, "membrane"))
		fire = fire || strings.Contains(name, "fire")
		reach = max(reach, l.Reach)
	}
	if len(w.Layers) > 0 {
		_, _, over := w.LayLayers()
		f.find(Note, "layers", middle, nil, tell(words.LayersAddUp, len(w.Layers), over), tell(words.StrikeItsFinishedFaces))
	}
	if reach > 0 {
		f.find(Note, "sheathing-reaches", middle, nil, tell(words.SheathingReaches, reach), tell(words.LeaveItLooseAtTheTop))
	}
	if outside {
		switch {
		case w.Boundary == 0:
			f.find(Warn, "boundary-asked", middle, nil, tell(words.HowFarToTheBoundary), tell(words.MeasureToTheLine, f.rules.nearBoundary()))
		case w.Boundary < f.rules.nearBoundary() && !fire:
			f.find(Warn, "fire-board", middle, nil, tell(words.NearTheBoundary, w.Boundary), tell(words.FireBoardAsTheCode))
		}
	}
	if w.Dwellings.Part && w.Dwellings.By == "" {
		var all []string
		for _, m := range f.Members {
			all = append(all, m.ID)
		}
		f.find(Stop, "between-dwellings", middle, all, tell(words.BetweenTwoDwellings), tell(words.LocalRuleHoldsIt))
	}
}
