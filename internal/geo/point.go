package geo

import (
	"math"
)

func ToSegment(p, a, b Point) float64 {
	dx, dy := b.X-a.X, b.Y-a.Y
	long := dx*dx + dy*dy
	if long == 0 {
		return p.Distance(a)
	}
	t := math.Max(0, math.Min(1, ((p.X-a.X)*dx+(p.Y-a.Y)*dy)/long))
	return p.Distance(Point{a.X + t*dx, a.Y + t*dy})
}

// Point is a place on the plan, in millimetres.
type Point struct{ X, Y float64 }

// Distance between two places, in millimetres.
func (p Point) Distance(q Point) float64 { return math.Hypot(p.X-q.X, p.Y-q.Y) }
