package survey

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/geo"
	"homalos/internal/law"
)

func recess() Zone {
	return Zone{Of: Floor, Outline: []geo.Point{{X: 1000, Y: 0}, {X: 2000, Y: 0}, {X: 2000, Y: 1000}, {X: 1000, Y: 1000}}}
}

func TestNothingIsSmoothedAcrossAStep(t *testing.T) {
	var list []Reading
	for i := range 6 {
		list = append(list, Reading{ID: fmt.Sprint(i), Kind: FloorReading, At: geo.Point{X: float64(i) * 180, Y: 500}, Value: -1000})
	}
	list = append(list, Reading{ID: "deep", Kind: FloorReading, At: geo.Point{X: 1500, Y: 500}, Value: -1060}, Reading{ID: "deep2", Kind: FloorReading, At: geo.Point{X: 1600, Y: 300}, Value: -1060}, Reading{ID: "deep3", Kind: FloorReading, At: geo.Point{X: 1400, Y: 600}, Value: -1060})
	floor := func(m *Model, x float64) Estimate {
		return m.Estimate([]Term{{Of: Floor, At: geo.Point{X: x, Y: 500}, Weight: 1}})
	}
	m := Fit(list, 0.8, recess())
	assert.InDelta(t, -1000, floor(m, 990).Value, 1)
	assert.InDelta(t, -1060, floor(m, 1010).Value, 1)
	assert.Greater(t, math.Abs(floor(Fit(list, 0.8), 1010).Value+1060), 1.0, "without the step it would be smoothed")
	m = Fit(list[:6], 0.8, recess())
	assert.False(t, floor(m, 1500).Known, "nothing is said of the recess from outside it")
	assert.True(t, floor(m, 500).Known)
}

func TestASlipInARecessIsNotTheStep(t *testing.T) {
	var list []Reading
	for i := range 8 {
		list = append(list, Reading{ID: fmt.Sprint(i), Kind: FloorReading, At: geo.Point{X: float64(i) * 120, Y: 500}, Value: -1000 + float64(i%3)})
	}
	for i := range 4 {
		list = append(list, Reading{ID: fmt.Sprint("d", i), Kind: FloorReading, At: geo.Point{X: 1200 + 150*float64(i), Y: 500}, Value: -1100 + float64(i%2)})
	}
	assert.Empty(t, Doubts(list, 0.8, []Zone{recess()}, slipsIn("metric")))
}

func TestATapeTakenAgainIsNotDoubted(t *testing.T) {
	list := append(gaps(2440, 2441, 2440, 2441, 2440), Reading{ID: "odd", Kind: GapReading, At: geo.Point{X: 1500, Y: 0}, Value: 2540})
	found := Doubts(list, 0.8, nil, slipsIn("metric"))
	require.Len(t, found, 1)
	assert.Equal(t, 5, found[0].Reading)
	list[5].Sure = true
	for _, d := range Doubts(list, 0.8, nil, slipsIn("metric")) {
		assert.NotEqual(t, 5, d.Reading)
	}
}

// A doubtful reading is neither used nor dropped: what it would change is held.
func TestTheSpreadReachesToTheDoubtfulReading(t *testing.T) {
	list := append(gaps(2440, 2441, 2440, 2441, 2440), Reading{ID: "odd", Kind: GapReading, At: geo.Point{X: 1500, Y: 0}, Value: 2540})
	w := FitWary(list, 0.8, nil, slipsIn("metric"))
	near, far := w.Estimate(Gap(geo.Point{X: 1500, Y: 0})), w.Model.Estimate(Gap(geo.Point{X: 1500, Y: 0}))
	assert.InDelta(t, 2440.5, near.Value, 3)
	assert.Greater(t, near.Spread, 20.0)
	assert.Less(t, far.Spread, 10.0)
}

func TestAPlateUnderJoistsTouchesJoistsOnly(t *testing.T) {
	var joists []Joist
	for i := range 5 {
		joists = append(joists, Joist{Of: Ceiling, At: geo.Point{X: 100 + 400*float64(i), Y: 0}, Angle: 90, Width: 40, Exposed: true})
	}
	over := Crossed(joists, Ceiling, geo.Point{X: 0, Y: 500}, geo.Point{X: 1800, Y: 500})
	require.Len(t, over, 5)
	near, far, share, ok := Bearing(over, 200)
	require.True(t, ok)
	assert.InDeltaSlice(t, []float64{100, 500}, []float64{near.Station, far.Station}, 1e-6)
	assert.InDelta(t, 0.25, share, 1e-9)
	_, _, share, ok = Bearing(over, 510)
	assert.True(t, ok)
	assert.Zero(t, share, "under the joist itself")
	_, _, share, ok = Bearing(over, 0)
	assert.True(t, ok)
	assert.InDelta(t, -0.25, share, 1e-9, "straight on past the first")
	_, _, _, ok = Bearing(over, 2400)
	assert.False(t, ok, "no joist there")
	assert.Empty(t, Crossed(joists, Ceiling, geo.Point{X: 300, Y: 0}, geo.Point{X: 300, Y: 3000}), "between two of them, along")
	assert.Empty(t, Crossed(joists, Floor, geo.Point{X: 0, Y: 500}, geo.Point{X: 1800, Y: 500}))
	slanted := Crossed([]Joist{{Of: Ceiling, At: geo.Point{X: 0, Y: 0}, Angle: 45, Width: 40}}, Ceiling, geo.Point{X: 0, Y: 500}, geo.Point{X: 1800, Y: 500})
	require.Len(t, slanted, 1)
	assert.InDelta(t, 500, slanted[0].Station, 1e-9)
	assert.InDelta(t, 20*math.Sqrt2, slanted[0].Half, 1e-9)
}

func TestContoursLieAtTheirHeight(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		a, b := rapid.Float64Range(-0.01, 0.01).Draw(t, "a"), rapid.Float64Range(-0.01, 0.01).Draw(t, "b")
		g := Grid{Step: 200, Wide: 12, High: 9}
		for row := range g.High {
			for col := range g.Wide {
				p := g.At(col, row)
				g.Value, g.Known, g.Patch = append(g.Value, a*p.X+b*p.Y), append(g.Known, true), append(g.Patch, 0)
			}
		}
		for _, c := range g.Contours(2) {
			for _, l := range c.Lines {
				for _, p := range []geo.Point{l.From, l.To} {
					assert.InDelta(t, c.Height, a*p.X+b*p.Y, 1e-3)
				}
			}
		}
	})
}
