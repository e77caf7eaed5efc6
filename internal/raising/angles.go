package raising

import "math"

// Angle is how much is left over a frame when it is so far up.
type Angle struct {
	Up        float64 // degrees from lying flat
	Clearance float64 // mm straight up from it to what is over it; less than nothing: it is through
}

// everyAngle is how far apart the angles are that clearances are given at, degrees.
const everyAngle = 10

// Angles are the clearances in the section where it is tightest, on the way up.
func (t *Tilt) Angles(deep float64) (out []Angle) {
	for up := 0.0; up <= 90; up += everyAngle {
		if left := t.left(up, deep); !math.IsInf(left, 1) {
			out = append(out, Angle{up, left})
		}
	}
	return out
}

// left is what is left over a frame at an angle: over its upper edges, against the
// ceiling and what hangs, each a straight line.
func (t *Tilt) left(up, deep float64) float64 {
	sin, cos := math.Sincos(up * math.Pi / 180)
	corner := func(h, d float64) at { return at{h*cos - d*sin, h*sin + d*cos} }
	back, top, front := corner(0, deep), corner(t.high, deep), corner(t.high, 0)
	least := math.Inf(1)
	over := func(u, y float64) { // against one place of what is over it
		for _, edge := range [][2]at{{back, top}, {top, front}} {
			a, b := edge[0], edge[1]
			if a.u > b.u {
				a, b = b, a
			}
			if u < a.u || u > b.u {
				continue
			}
			under := math.Max(a.y, b.y)
			if b.u > a.u {
				under = a.y + (u-a.u)/(b.u-a.u)*(b.y-a.y)
			}
			least = math.Min(least, y-under)
		}
	}
	along := func(a, b at) { // over each corner of the frame, and at its own ends
		over(a.u, a.y)
		over(b.u, b.y)
		for _, p := range []at{back, top, front} {
			if b.u > a.u && p.u >= a.u && p.u <= b.u {
				least = math.Min(least, a.y+(p.u-a.u)/(b.u-a.u)*(b.y-a.y)-p.y)
			}
		}
	}
	for k := 1; k < len(t.ceiling); k++ {
		along(t.ceiling[k-1], t.ceiling[k])
	}
	for _, h := range t.hanging {
		along(at{h[0], h[2]}, at{h[1], h[2]})
	}
	return least
}

// Lies is what it lies on before it goes up, seen from above, mm.
func (t *Tilt) Lies() (out [][2]float64) {
	for _, p := range t.lies {
		out = append(out, [2]float64{math.Round(p.X), math.Round(p.Y)})
	}
	return out
}
