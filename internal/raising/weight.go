package raising

import (
	"math"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
)

// Parts is what a wall weighs, kg.
type Parts struct {
	Wood, Treated float64 // its members; of those, what is treated
	Boards        float64 // on its faces: hung once it stands
	Later         float64 // of its members, what is fitted once it stands
	Layers        float64 // on its studs
	Before        float64 // of those, what is fitted before it goes up: the face can't be reached after
}

// Parts of a wall that are fitted once it stands.
const (
	TopPlate = "top-plate"
	Header   = "header"
	Between  = "between" // noggings, blocks, backing
)

// boardDensity is what a board weighs, kg/m³. Usual: gypsum board.
const boardDensity = 700.0

// PieceWeight is what one piece weighs, kg.
func PieceWeight(m framing.Member) float64 {
	return m.Lumber.Section() * m.Cut.Millimetres() * m.Lumber.Density / 1e9
}

// BoardWeight is what a board of so many square millimetres weighs, kg.
func BoardWeight(area, thick float64) float64 { return area * thick * boardDensity / 1e9 }

// fitted says whether a piece is fitted once its wall stands.
func (r *Raising) fitted(m *framing.Member) bool {
	part := Between
	switch {
	case m.Kind == wood.TopPlate:
		part = TopPlate
	case m.Kind == wood.HeaderPly, m.Kind == wood.TabTrack:
		part = Header
	case m.Kind.Upright() || m.Kind.Row().Plate:
		return false
	}
	return slices.Contains(r.Later, part)
}

// weigh adds up what a wall weighs, and what of it is raised at once by a way: the
// heaviest of its sections, without what is fitted before or later.
func (r *Raising) weigh(way Way) {
	r.Parts = Parts{}
	ends := []measure.Length{}
	if way == InSections {
		ends = sectionEnds(r.Wall.Wall)
	}
	at := make([]float64, len(ends)+1)
	for i := range r.Wall.Members {
		m := &r.Wall.Members[i]
		if m.Kind.Row().Apart || m.Pending != "" || !m.Known {
			continue
		}
		heavy := PieceWeight(*m)
		r.Parts.Wood += heavy
		if m.Lumber.Treated {
			r.Parts.Treated += heavy
		}
		if way != InPlace && r.fitted(m) {
			r.Parts.Later += heavy
			continue
		}
		if way == PlateFirst && m.Kind == wood.BottomPlate {
			continue
		}
		k, _ := slices.BinarySearch(ends, m.From+(m.To-m.From)/2)
		at[k] += heavy
	}
	r.layers(way)
	long, last := r.Wall.Wall.Length.Millimetres(), measure.Length(0)
	for k := range at {
		end := r.Wall.Wall.Length
		if k < len(ends) {
			end = ends[k]
		}
		at[k] += r.Parts.Before * (end - last).Millimetres() / long
		last = end
	}
	r.Weight = slices.Max(at)
	r.People = max(1, int(math.Ceil(r.Weight/Lift-1e-9)))
	r.AtStart = max(1, int(math.Ceil(r.Weight/2/Lift-1e-9)))
}

// layers weighs what lies on the studs, and what of it goes up with the frame.
func (r *Raising) layers(way Way) {
	for i, all := range r.faces() {
		for _, l := range all {
			area, _ := r.Wall.LayerArea(l.Layer)
			heavy := area * l.Thick.Millimetres() * l.Density() / 1e9
			r.Parts.Layers += heavy
			if way != InPlace && len(r.Reach[i]) > 0 {
				r.Parts.Before += heavy
			}
		}
	}
}

// faces are the layers on its left, and on its right, seen from its from end.
func (r *Raising) faces() [2][]framing.LaidLayer {
	in, out, _ := r.Wall.Wall.LayLayers()
	if r.Wall.Wall.Right { // the snapped face is on the left of a wall whose framing stands right of its line
		return [2][]framing.LaidLayer{in, out}
	}
	return [2][]framing.LaidLayer{out, in}
}

// sectionEnds is where one section ends and the next begins.
func sectionEnds(w *framing.Wall) (out []measure.Length) {
	for _, b := range w.Breaks {
		if b.Of == survey.Floor {
			out = append(out, b.At)
		}
	}
	slices.Sort(out)
	return out
}

// Seams are the stations where one section meets the next.
func (r *Raising) Seams() []measure.Length { return sectionEnds(r.Wall.Wall) }

// Sections is how many sections a wall goes up in.
func (r *Raising) Sections() int {
	if r.Way != InSections {
		return 1
	}
	return 1 + len(sectionEnds(r.Wall.Wall))
}
