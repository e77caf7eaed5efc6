package survey

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestALeanIsCarriedToFullHeight(t *testing.T) {
	// 5/16 over 48 → 0.60 over 92 in (the work, step 2)
	l := Lean{Out: 5. / 16, Span: 48}
	assert.InDelta(t, 0.599, l.Over(92), 0.001)
	in, out := WorstLean([]Lean{l, {Out: -1. / 8, Span: 48}, {Out: 1. / 4, Span: 24}}, 96)
	assert.InDelta(t, 1, in, 1e-9, "a short level that leans as much leans most")
	assert.InDelta(t, -0.25, out, 1e-9)
	assert.Zero(t, Lean{Out: 3}.Over(96), "no span, no lean")
}

func TestTheOneThatBulgesMostCounts(t *testing.T) {
	most, at := Bulge([]Wave{{0, 1}, {40, 1.125}, {80, 1.0625}, {120, 1}})
	assert.InDelta(t, 0.125, most, 1e-9)
	assert.Equal(t, 40., at.Station)
	most, _ = Bulge([]Wave{{0, 0}, {50, 1}, {100, 2}})
	assert.Zero(t, most, "straight, though not along the string")
}

func recess() Zone {
	return Zone{Of: Floor, Outline: []Point{{1000, 0}, {2000, 0}, {2000, 1000}, {1000, 1000}}}
}

func TestNothingIsSmoothedAcrossAStep(t *testing.T) {
	var list []Reading
	for i := range 6 {
		list = append(list, Reading{ID: fmt.Sprint(i), Kind: FloorReading, At: Point{float64(i) * 180, 500}, Value: -1000})
	}
	list = append(list, Reading{ID: "deep", Kind: FloorReading, At: Point{1500, 500}, Value: -1060}, Reading{ID: "deep2", Kind: FloorReading, At: Point{1600, 300}, Value: -1060}, Reading{ID: "deep3", Kind: FloorReading, At: Point{1400, 600}, Value: -1060})
	floor := func(m *Model, x float64) Estimate {
		return m.Estimate([]Term{{Of: Floor, At: Point{x, 500}, Weight: 1}})
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
		list = append(list, Reading{ID: fmt.Sprint(i), Kind: FloorReading, At: Point{float64(i) * 120, 500}, Value: -1000 + float64(i%3)})
	}
	for i := range 4 {
		list = append(list, Reading{ID: fmt.Sprint("d", i), Kind: FloorReading, At: Point{1200 + 150*float64(i), 500}, Value: -1100 + float64(i%2)})
	}
	assert.Empty(t, Doubts(list, 0.8, []Zone{recess()}, slipsIn("metric")))
}

func TestATapeTakenAgainIsNotDoubted(t *testing.T) {
	list := append(gaps(2440, 2441, 2440, 2441, 2440), Reading{ID: "odd", Kind: GapReading, At: Point{1500, 0}, Value: 2540})
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
	list := append(gaps(2440, 2441, 2440, 2441, 2440), Reading{ID: "odd", Kind: GapReading, At: Point{1500, 0}, Value: 2540})
	w := FitWary(list, 0.8, nil, slipsIn("metric"))
	near, far := w.Estimate(Gap(Point{1500, 0})), w.Model.Estimate(Gap(Point{1500, 0}))
	assert.InDelta(t, 2440.5, near.Value, 3)
	assert.Greater(t, near.Spread, 20.0)
	assert.Less(t, far.Spread, 10.0)
}

func TestAPlateUnderJoistsTouchesJoistsOnly(t *testing.T) {
	var joists []Joist
	for i := range 5 {
		joists = append(joists, Joist{Of: Ceiling, At: Point{100 + 400*float64(i), 0}, Angle: 90, Width: 40, Exposed: true})
	}
	over := Crossed(joists, Ceiling, Point{0, 500}, Point{1800, 500})
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
	assert.Empty(t, Crossed(joists, Ceiling, Point{300, 0}, Point{300, 3000}), "between two of them, along")
	assert.Empty(t, Crossed(joists, Floor, Point{0, 500}, Point{1800, 500}))
	slanted := Crossed([]Joist{{Of: Ceiling, At: Point{0, 0}, Angle: 45, Width: 40}}, Ceiling, Point{0, 500}, Point{1800, 500})
	require.Len(t, slanted, 1)
	assert.InDelta(t, 500, slanted[0].Station, 1e-9)
	assert.InDelta(t, 20*math.Sqrt2, slanted[0].Half, 1e-9)
}

func TestContoursLieAtTheirHeight(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
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
				for _, p := range []Point{l.From, l.To} {
					assert.InDelta(t, c.Height, a*p.X+b*p.Y, 1e-3)
				}
			}
		}
	})
}

// However a room is turned or its corners are counted from, its angles are the same.
func TestWhereTheCountingStartsDoesNotMatter(t *testing.T) {
	room := rooms["a jog"]
	n := len(room.at)
	first := Solve(corners(n, 3), taped(room.at, 0.0001, newRandom()), nil)
	for shift := range n {
		var at []Point
		for i := range n {
			at = append(at, room.at[(i+shift)%n])
		}
		s := Solve(corners(n, (3-shift+n)%n), taped(at, 0.0001, newRandom()), nil)
		for i := range n {
			assert.InDelta(t, first.Corners[(i+shift)%n].Inside, s.Corners[i].Inside, 0.01, "from corner %d", shift+1)
		}
	}
}

func TestAnAngleDoesADiagonalsWork(t *testing.T) {
	ties := rectangle(0)[:4]
	ties = append(ties, Tie{ID: "bevel", Kind: AngleTie, At: 1, From: 0, To: 2, Value: 89.65, Sigma: 0.05})
	s := Solve(corners(4), ties, nil)
	assert.Zero(t, s.Missing)
	assert.InDelta(t, 186.875*25.4, s.Corners[0].At.Distance(s.Corners[2].At), 2)
	assert.InDelta(t, normal95*0.05, s.Corners[1].InsideSpread, 1e-3)
}
