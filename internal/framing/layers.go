package framing

import (
	"strings"

	"homalos/internal/measure"
	"homalos/internal/words"
)

// Layer is a layer on one face of a wall's studs.
type Layer struct {
	What   string
	Thick  measure.Length
	Out    bool           // on the face away from the snapped line
	Lap    measure.Length // of one piece over the next
	Reach  measure.Length // up past the frame
	Weighs float64        // kg/m³; 0: by what it is
	Joint  string         // how its pieces meet: on-studs, staggered, taped, lapped; "": not said
}

// densities are what layers weigh, kg/m³, by what is in their names. Usual values; a gap
// weighs nothing, and what isn't named here is taken as board.
var densities = []struct {
	name    string
	density float64
}{{"gap", 0}, {"void", 0}, {"cavity", 0}, {"membrane", 900}, {"wrap", 900}, {"insulation", 40}, {"wool",
	40}, {"sheath", 620}, {"ply", 620}, {"clad", 500}, {"cement", 1300}, {"fire", 850}, {"brick", 1900}}

// Density is what a layer weighs, kg/m³.
func (l Layer) Density() float64 {
	if l.Weighs > 0 {
		return l.Weighs
	}
	name := strings.ToLower(l.What)
	for _, d := range densities {
		if strings.Contains(name, d.name) {
			return d.density
		}
	}
	return 700
}

// Solid says whether something of it is bought and hung: a gap isn't.
func (l Layer) Solid() bool { return l.Density() > 0 }

// LayerArea is how much of a face a layer covers, with what it reaches past the frame,
// less the openings, its laps not counted; square millimetres. False: the wall's height
// isn't known.
func (f *Framed) LayerArea(l Layer) (float64, bool) {
	s, w := f.Section, f.Wall
	if !s.Known || len(s.Points) < 2 {
		return 0, false
	}
	area := 0.0
	for i := 1; i < len(s.Points); i++ {
		a, b := s.Points[i-1], s.Points[i]
		area += (b.At - a.At).Millimetres() * ((a.Ceiling - a.Floor) + (b.Ceiling - b.Floor)) / 2
	}
	area += w.Length.Millimetres() * l.Reach.Millimetres()
	for _, o := range w.Openings {
		area -= o.Width.Millimetres() * o.Height.Millimetres()
	}
	return max(area, 0), true
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
		outside = outside || l.Out && (strings.Contains(name, "sheath") || strings.Contains(name,
			"clad") || strings.Contains(name, "membrane"))
		fire = fire || strings.Contains(name, "fire")
		reach = max(reach, l.Reach)
	}
	if len(w.Layers) > 0 {
		_, _, over := w.LayLayers()
		f.find(Note, "layers", middle, nil, tell(words.LayersAddUp, len(w.Layers), over),
			tell(words.StrikeItsFinishedFaces))
	}
	if reach > 0 {
		f.find(Note, "sheathing-reaches", middle, nil, tell(words.SheathingReaches, reach),
			tell(words.LeaveItLooseAtTheTop))
	}
	if outside {
		switch {
		case w.Boundary == 0:
			f.find(Warn, "boundary-asked", middle, nil, tell(words.HowFarToTheBoundary),
				tell(words.MeasureToTheLine, f.rules.nearBoundary()))
		case w.Boundary < f.rules.nearBoundary() && !fire:
			f.find(Warn, "fire-board", middle, nil, tell(words.NearTheBoundary, w.Boundary),
				tell(words.FireBoardAsTheCode))
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
