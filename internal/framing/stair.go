package framing

import (
	"math"

	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Stair is one straight flight, from its foot on this floor to its head, in
// millimetres. Its headroom line is the line of its nosings, so much higher.
type Stair struct {
	ID       string
	From, To geo.Point
	Width    float64
	Rise     float64 // of its head over its foot
	Headroom measure.Length
}

// over is the height of its nosings over its foot at a place.
func (s Stair) over(p geo.Point) float64 {
	long := s.From.Distance(s.To)
	along := ((p.X-s.From.X)*(s.To.X-s.From.X) + (p.Y-s.From.Y)*(s.To.Y-s.From.Y)) / long
	return s.Rise * math.Max(0, math.Min(1, along/long))
}

// checkStairs looks at each flight that the wall crosses: people must get
// through, under its head. Source: usual practice (the work, step 2).
func (f *framer) checkStairs(all []Stair) {
	for _, s := range all {
		from, to, ok := f.Wall.meets(Obstruction{From: s.From, To: s.To, Width: s.Width})
		if !ok {
			continue
		}
		from, to = max(from, 0), min(to, f.Wall.Length)
		at := from + (to-from)/2
		i := f.overStair(from, to)
		if i < 0 {
			var ids []string
			for _, m := range f.Members {
				if (m.Kind.OnBottom() || m.Kind == wood.BottomPlate) && m.From < to && m.To > from {
					ids = append(ids, m.ID)
				}
			}
			f.find(Stop, "in-stair", at, ids, f.rules.Tell(words.StandsInTheStair, s.ID, from, to), f.rules.Tell(words.OpenItThereOrMove, s.ID))
			continue
		}
		o := f.Wall.Openings[i]
		// the highest nosing under the header, over the wall's whole depth
		most := math.Inf(-1)
		for _, p := range f.Wall.corners(o.Left(), o.Right()) {
			most = math.Max(most, s.over(p))
		}
		foot := f.heights.EstimateAll([][]survey.Term{{{Of: survey.Floor, At: s.From, Weight: 1}}})[0]
		head := f.heads[i]
		if foot.Known != head.floor.Known {
			continue // heights aren't of one line
		}
		free := head.level() + (o.FinishFloor + o.Sill + o.Height).Millimetres() - most
		if foot.Known {
			free -= foot.Value
		}
		if free < s.Headroom.Millimetres()-0.05 {
			var ids []string
			for _, m := range f.Members {
				if m.Opening == o.ID && m.Kind != wood.King {
					ids = append(ids, m.ID)
				}
			}
			f.find(Stop, "headroom", at, ids, f.rules.Tell(words.HeadroomUnderIs, o.ID, words.MM(free), s.ID, s.Headroom),
				f.rules.Tell(words.RaiseItByOrMove, words.MM(s.Headroom.Millimetres()-free)))
		}
	}
}

// overStair is the opening that spans a stretch; -1 for none.
func (f *framer) overStair(from, to measure.Length) int {
	for i, o := range f.Wall.Openings {
		if o.CutsPlate() && o.Left() <= from && o.Right() >= to {
			return i
		}
	}
	return -1
}

// corners are the four places of the wall's framing between two stations.
func (w *Wall) corners(from, to measure.Length) []geo.Point {
	var out []geo.Point
	half := w.Lumber.Depth.Millimetres() / 2
	long := w.From.Distance(w.To)
	nx, ny := -(w.To.Y-w.From.Y)/long, (w.To.X-w.From.X)/long
	for _, s := range []measure.Length{from, to} {
		m := w.At(s)
		out = append(out, geo.Point{X: m.X + nx*half, Y: m.Y + ny*half}, geo.Point{X: m.X - nx*half, Y: m.Y - ny*half})
	}
	return out
}
