package survey

import (
	"math"

	"homalos/internal/geo"
)

// Grid is a surface over a room, row by row from the lowest y; Known is false
// outside the room and where nothing can be said.
type Grid struct {
	Low        geo.Point
	Step       float64 // mm between columns and rows
	Wide, High int
	Value      []float64 // mm
	Spread     []float64
	Known      []bool
	Patch      []int // which side of a step a node lies on: none is drawn across
}

// Line is a stretch of a contour.
type Line struct{ From, To geo.Point }

// Contour is where a surface passes one height, in short stretches.
type Contour struct {
	Height float64 // mm
	Lines  []Line
}

// Contours of a grid at whole multiples of a step of height, by going round
// each of its squares.
func (g *Grid) Contours(step float64) []Contour {
	low, high := g.Range()
	if low > high || step <= 0 {
		return nil
	}
	var out []Contour
	for h := math.Ceil(low/step) * step; h <= high && len(out) < 60; h += step {
		if c := g.contour(h + 1e-7); len(c) > 0 { // never exactly on a node
			out = append(out, Contour{h, c})
		}
	}
	return out
}

// Range is the lowest and highest known value.
func (g *Grid) Range() (low, high float64) {
	low, high = math.Inf(1), math.Inf(-1)
	for i, v := range g.Value {
		if g.Known[i] {
			low, high = math.Min(low, v), math.Max(high, v)
		}
	}
	return low, high
}

// At is the place of a node.
func (g *Grid) At(col, row int) geo.Point {
	return geo.Point{X: g.Low.X + float64(col)*g.Step, Y: g.Low.Y + float64(row)*g.Step}
}

func (g *Grid) contour(h float64) []Line {
	var out []Line
	for row := range g.High - 1 {
		for col := range g.Wide - 1 {
			nodes := [4][2]int{{col, row}, {col + 1, row}, {col + 1, row + 1}, {col, row + 1}}
			var met []geo.Point
			whole := true
			for k := range 4 {
				a, b := nodes[k], nodes[(k+1)%4]
				i, j := a[1]*g.Wide+a[0], b[1]*g.Wide+b[0]
				if !g.Known[i] || !g.Known[j] || g.Patch[i] != g.Patch[j] {
					whole = false
					break
				}
				va, vb := g.Value[i]-h, g.Value[j]-h
				if (va < 0) != (vb < 0) {
					t := va / (va - vb)
					p, q := g.At(a[0], a[1]), g.At(b[0], b[1])
					met = append(met, geo.Point{X: p.X + t*(q.X-p.X), Y: p.Y + t*(q.Y-p.Y)})
				}
			}
			if !whole {
				continue
			}
			for k := 0; k+1 < len(met); k += 2 {
				out = append(out, Line{met[k], met[k+1]})
			}
		}
	}
	return out
}

// Relief is a surface over a stretch of the plan, at most about nodes of them.
// With a gap the height between the two surfaces is given.
func (w *Wary) Relief(of Surface, gap bool, low, high geo.Point, nodes int) Grid {
	wide, deep := math.Max(high.X-low.X, 1), math.Max(high.Y-low.Y, 1)
	step := math.Max(math.Sqrt(wide*deep/float64(nodes)), math.Max(wide, deep)/200)
	g := Grid{Low: low, Step: step, Wide: int(math.Ceil(wide/step)) + 1, High: int(math.Ceil(deep/step)) + 1}
	var sums [][]Term
	for row := range g.High {
		for col := range g.Wide {
			at := g.At(col, row)
			terms := []Term{{Of: of, At: at, Weight: 1}}
			patch := w.patch(of, at)
			if gap {
				terms = Gap(at)
				patch = w.patch(Floor, at)*1000 + w.patch(Ceiling, at)
			}
			sums = append(sums, terms)
			g.Patch = append(g.Patch, patch)
		}
	}
	for _, e := range w.EstimateAll(sums) {
		g.Value, g.Spread, g.Known = append(g.Value, e.Value), append(g.Spread, e.Spread), append(g.Known, e.Known && !e.Few)
	}
	return g
}
