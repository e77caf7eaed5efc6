// Package geo holds places, outlines and faces in plan, in millimetres. It knows
// nothing of what they are of.
package geo

import (
	"math"
	"sort"
)

// Clip keeps the part of a polygon with sign·v <= limit.
func Clip(polygon [][2]float64, limit, sign float64) [][2]float64 {
	var out [][2]float64
	for i, p := range polygon {
		q := polygon[(i+1)%len(polygon)]
		dp, dq := sign*p[1]-limit, sign*q[1]-limit
		if dp <= 0 {
			out = append(out, p)
		}
		if dp*dq < 0 {
			t := dp / (dp - dq)
			out = append(out, [2]float64{p[0] + t*(q[0]-p[0]), p[1] + t*(q[1]-p[1])})
		}
	}
	return out
}

// EdgesMet are the distances from a, towards b, at which the line between them
// passes an outline's edges.
func EdgesMet(outline []Point, a, b Point) []float64 {
	long := a.Distance(b)
	var out []float64
	for i, p := range outline {
		q := outline[(i+1)%len(outline)]
		dx, dy := b.X-a.X, b.Y-a.Y
		ex, ey := q.X-p.X, q.Y-p.Y
		across := dx*ey - dy*ex
		if math.Abs(across) < 1e-9 {
			continue
		}
		t := ((p.X-a.X)*ey - (p.Y-a.Y)*ex) / across
		u := ((p.X-a.X)*dy - (p.Y-a.Y)*dx) / across
		if t > 0 && t < 1 && u >= 0 && u < 1 {
			out = append(out, t*long)
		}
	}
	sort.Float64s(out)
	return out
}

// Crossings are the sides of an outline that cross each other, by their first
// corners.
func Crossings(at []Point) [][2]int {
	n := len(at)
	var out [][2]int
	for i := range n {
		for j := i + 2; j < n; j++ {
			if i == 0 && j == n-1 {
				continue
			}
			if Cross(at[i], at[(i+1)%n], at[j], at[(j+1)%n]) {
				out = append(out, [2]int{i, j})
			}
		}
	}
	return out
}

// Turn is positive where the way from a over b to c turns left.
func Turn(a, b, c Point) float64 { return Side(a, b, c) }

func Side(a, b, p Point) float64 { return (b.X-a.X)*(p.Y-a.Y) - (b.Y-a.Y)*(p.X-a.X) }

func Cross(a, b, c, d Point) bool {
	return Side(a, b, c)*Side(a, b, d) < 0 && Side(c, d, a)*Side(c, d, b) < 0
}

// Area of an outline, positive where the room lies to the left; square mm.
func Area(at []Point) float64 {
	total := 0.0
	for i, p := range at {
		q := at[(i+1)%len(at)]
		total += p.X*q.Y - q.X*p.Y
	}
	return total / 2
}

// Within says whether a place lies in an outline.
func Within(at []Point, p Point) bool {
	in := false
	for i, a := range at {
		b := at[(i+1)%len(at)]
		if (a.Y > p.Y) != (b.Y > p.Y) && p.X < a.X+(p.Y-a.Y)/(b.Y-a.Y)*(b.X-a.X) {
			in = !in
		}
	}
	return in
}
