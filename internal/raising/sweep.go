// Package raising knows how walls go up: what a frame that is built flat sweeps on its
// way, what it weighs and who lifts it, which wall stands before which, what gap is left
// and packed.
//
// It never says that something is safe: who is there decides, and a licensed person where
// a wall carries. Source: geometry, and the work, step 8.
package raising

import "math"

// Sweep is the height that a rigid frame takes while it turns about its foot, mm: its
// diagonal. 93 in high and 3 1/2 in deep takes 0.066 in more than it is high.
func Sweep(high, deep float64) float64 { return math.Hypot(high, deep) }

// at is a place in a section square to a wall, mm: out from the edge that stays down,
// to the side that the frame lies on, and up from the floor there.
type at struct{ u, y float64 }

// nearest is the place of a stretch that is nearest to the edge that stays down, of what
// the frame comes by: no farther in than it is deep.
func nearest(a, b at, deep float64) (at, bool) {
	if a.u > b.u {
		a, b = b, a
	}
	if b.u < -deep {
		return at{}, false
	}
	if a.u < -deep { // cut off what lies behind it
		share := (-deep - a.u) / (b.u - a.u)
		a = at{-deep, a.y + share*(b.y-a.y)}
	}
	du, dy := b.u-a.u, b.y-a.y
	if du == 0 && dy == 0 {
		return a, true
	}
	share := math.Max(0, math.Min(1, -(a.u*du+a.y*dy)/(du*du+dy*dy)))
	return at{a.u + share*du, a.y + share*dy}, true
}

// far is how far a place lies from the edge that stays down: the frame's diagonal passes
// under it if that is shorter.
func (p at) far() float64 { return math.Hypot(p.u, p.y) }

// turned is how far the frame has turned when its upper corner is there, in degrees from
// lying flat.
func (p at) turned(high, deep float64) float64 {
	return (math.Atan2(p.y, p.u) - math.Atan2(deep, high)) * 180 / math.Pi
}
