package framing

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/geo"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
)

// slanted is a run of floor joists at an angle to a wall along x, through a
// point, at a spacing.
func slanted(deg, x, y, spacing, width float64) []survey.Joist {
	sin, cos := math.Sincos(deg * math.Pi / 180)
	var out []survey.Joist
	for i := -25; i <= 25; i++ {
		// stepped across their direction; each point somewhere else along it
		along := float64(i*137%900) * 3
		out = append(out, survey.Joist{Of: survey.Floor, Angle: deg, Width: width, At: geo.Point{X: x - sin*spacing*float64(i) + cos*along, Y: y + cos*spacing*float64(i) + sin*along}})
	}
	return out
}

// from is how far a place lies from a joist's centre line.
func from(j survey.Joist, x, y float64) float64 {
	sin, cos := math.Sincos(j.Angle * math.Pi / 180)
	return math.Abs((x-j.At.X)*sin - (y-j.At.Y)*cos)
}

// Against plain geometry, at every angle from along to across: what lies over
// the plate is found, over its whole width; each block goes from face to face
// of its own bay along its own line, and nothing lies in it.
func TestAWallAtAnyAngleToItsJoists(t *testing.T) {
	law.Check(t, func(rt *rapid.T) {
		deg := rapid.OneOf(rapid.Float64Range(-10, 10), rapid.Float64Range(-90, 90)).Draw(rt, "deg")
		spacing, width := rapid.Float64Range(300, 700).Draw(rt, "spacing"), rapid.Float64Range(38, 75).Draw(rt, "width")
		joists := slanted(deg, rapid.Float64Range(0, 3000).Draw(rt, "x"), rapid.Float64Range(-400, 400).Draw(rt, "y"), spacing, width)
		w := wall(measure.Length(rapid.Int64Range(40, 200).Draw(rt, "long")) * in)
		a := w.lie(joists, survey.Floor, rules)
		long, half, t2 := w.Length.Millimetres(), w.Lumber.Depth.Millimetres()/2, w.Lumber.Thickness.Millimetres()/2
		mid := w.At(0).Y
		// how much of a joist lies over the plate at a station, across it
		over := func(x float64) float64 {
			best := 0.0
			for _, j := range joists {
				if from(j, x, mid) > 2*half+width {
					continue
				}
				n := 0
				for y := -half + 0.5; y < half; y++ {
					if from(j, x, mid+y) <= width/2 {
						n++
					}
				}
				best = math.Max(best, float64(n))
			}
			return best
		}
		if math.Abs(deg) < alongside-0.01 {
			held := func(x float64) bool {
				for _, s := range a.Slants {
					if x >= s[0].Millimetres()-0.01 && x <= s[1].Millimetres()+0.01 {
						return true
					}
				}
				return a.Lie == Under
			}
			for i := range 60 {
				x := long * float64(i) / 59
				switch o := over(x); {
				case o > plateBite+2:
					assert.True(rt, held(x), "a joist lies %.0f over the plate at %.0f", o, x)
				case o < plateBite-2 && a.Lie != Under:
					assert.False(rt, held(x), "%.0f at %.0f", o, x)
				}
			}
		} else if math.Abs(deg) > alongside+0.01 {
			n := 0
			for _, j := range joists {
				sin, cos := math.Sincos(j.Angle * math.Pi / 180)
				x := j.At.X + (mid-j.At.Y)*cos/sin // where its centre line meets the wall's
				if reach := width / 2 / math.Abs(sin); x >= -reach && x <= long+reach {
					n++
				}
			}
			assert.Len(rt, a.Crossing, n)
			assert.Empty(rt, a.Blocks)
		}
		for _, b := range a.Blocks {
			x := b.At.Millimetres()
			require.GreaterOrEqual(rt, x-t2, -0.01)
			require.LessOrEqual(rt, x+t2, long+0.01)
			// both edges of the block end at the faces of the joists beside it
			for _, edge := range []float64{-t2, t2} {
				tan := math.Tan(deg * math.Pi / 180)
				low, high := b.Off-b.Clear.Millimetres()/2+tan*edge, b.Off+b.Clear.Millimetres()/2+tan*edge
				for _, y := range []float64{low, high} {
					closest := math.Inf(1)
					for _, j := range joists {
						closest = math.Min(closest, from(j, x+edge, mid+y))
					}
					assert.InDelta(rt, width/2, closest, 0.02, "block at %.0f, its end at %.1f", x, y)
				}
				for k := 1; k < 12; k++ {
					y := low + (high-low)*float64(k)/12
					for _, j := range joists {
						assert.Greater(rt, from(j, x+edge, mid+y), width/2-0.02, "a joist in the block at %.0f", x)
					}
				}
			}
			assert.Equal(rt, math.Abs(deg) >= 0.5, b.bevelled(rules) != "", "bevelled at %.2f", deg)
		}
	})
}

// Three degrees off: one joist crosses the plate over a stretch, with blocks on
// both sides of it, every one of its own bay.
func TestAWallAFewDegreesOffItsJoists(t *testing.T) {
	joists := slanted(3, 1270, 44, 16*25.4, 38)
	f := Frame(wall(140*in), rules, level(2440), Found{Joists: joists})
	a := Lies(f, rules, Found{Joists: joists})[survey.Floor]
	assert.Equal(t, Crosses, a.Lie)
	require.Len(t, a.Slants, 1)
	tan := math.Tan(3 * math.Pi / 180)
	reach := (44.45 + 19/math.Cos(3*math.Pi/180) - plateBite) / tan
	assert.InDelta(t, 1270-reach, a.Slants[0][0].Millimetres(), 10, "from where it lies 20 mm over the plate")
	bay := (16*25.4 - 38) / math.Cos(3*math.Pi/180)
	require.GreaterOrEqual(t, len(a.Blocks), 4)
	for _, b := range a.Blocks {
		assert.InDelta(t, bay, b.Clear.Millimetres(), 0.01)
		assert.True(t, b.At < a.Slants[0][0] || b.At > a.Slants[0][1])
	}
	blocks := 0
	for _, m := range f.Members {
		if m.Kind == wood.Block {
			blocks++
			assert.NotEmpty(t, m.Bevel)
		}
	}
	assert.Equal(t, len(a.Blocks), blocks)
	for i, x := range a.Fixings[1:] {
		assert.LessOrEqual(t, x.At-a.Fixings[i].At, 27*in, "held along all of it")
	}
}
