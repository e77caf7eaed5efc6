package room

import (
	"math"
)

// Lean is how far a wall stands out over a level span: Out millimetres over
// Span millimetres of height, positive into the room, at a station along it.
type Lean struct {
	Station   float64
	Out, Span float64
}

// Over carries a lean to a height: d·H/h (geometry). Not carrying it is one of
// the slips seen again and again.
func (l Lean) Over(height float64) float64 {
	if l.Span <= 0 {
		return 0
	}
	return l.Out * height / l.Span
}

// WorstLean is the lean that reaches farthest into the room at a height, and
// the one that leans farthest out of it, both carried to that height.
func WorstLean(leans []Lean, height float64) (in, out float64) {
	for _, l := range leans {
		in, out = math.Max(in, l.Over(height)), math.Min(out, l.Over(height))
	}
	return in, out
}

// Wave is an offset from a string along a wall, positive into the room.
type Wave struct{ Station, Off float64 }

// Bulge is the offset that counts: how far the wall stands into the room
// beyond the straight line through its ends' offsets, most of all.
func Bulge(waves []Wave) (most float64, at Wave) {
	if len(waves) < 3 {
		return 0, Wave{}
	}
	first, last := waves[0], waves[0]
	for _, w := range waves {
		if w.Station < first.Station {
			first = w
		}
		if w.Station > last.Station {
			last = w
		}
	}
	for _, w := range waves {
		straight := first.Off
		if last.Station > first.Station {
			straight += (last.Off - first.Off) * (w.Station - first.Station) / (last.Station - first.Station)
		}
		if w.Off-straight > most {
			most, at = w.Off-straight, w
		}
	}
	return most, at
}
