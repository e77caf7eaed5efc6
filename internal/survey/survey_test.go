package survey

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/geo"
)

const in = 25.4

func gaps(values ...float64) []Reading {
	var out []Reading
	for i, v := range values {
		out = append(out, Reading{ID: fmt.Sprint("r", i), Kind: GapReading, At: geo.Point{X: float64(i) * 24 * in, Y: 0}, Value: v})
	}
	return out
}

func TestExactOnAPlaneBetweenReadings(t *testing.T) {
	// both surfaces tilt; paired readings in three corners and two more
	floor := func(p geo.Point) float64 { return -1000 + 0.004*p.X - 0.003*p.Y }
	ceiling := func(p geo.Point) float64 { return 1400 - 0.002*p.X + 0.001*p.Y }
	var readings []Reading
	for i, p := range []geo.Point{{X: 0, Y: 0}, {X: 3600, Y: 0}, {X: 0, Y: 3000}, {X: 3600, Y: 3000}, {X: 1700, Y: 1200}} {
		readings = append(readings, Reading{ID: fmt.Sprint("f", i), Kind: FloorReading, At: p, Value: floor(p)}, Reading{ID: fmt.Sprint("c", i), Kind: CeilingReading, At: p, Value: ceiling(p)})
	}
	m := Fit(readings, 0.8)
	at := geo.Point{X: 2500, Y: 2100}
	e := m.Estimate(Gap(at))
	require.True(t, e.Known)
	assert.InDelta(t, ceiling(at)-floor(at), e.Value, 0.05)
	step := m.Estimate([]Term{{Of: Floor, At: at, Weight: 1}, {Of: Floor, At: geo.Point{X: 400, Y: 300}, Weight: -1}})
	assert.InDelta(t, floor(at)-floor(geo.Point{X: 400, Y: 300}), step.Value, 0.05)
}

func TestSpreadGrowsAwayFromReadings(t *testing.T) {
	m := Fit(gaps(2440, 2445, 2441, 2438), 0.8)
	at := m.Estimate(Gap(geo.Point{X: 48 * in, Y: 0}))
	between := m.Estimate(Gap(geo.Point{X: 60 * in, Y: 0}))
	beyond := m.Estimate(Gap(geo.Point{X: 150 * in, Y: 0}))
	assert.InDelta(t, 2441, at.Value, 1.5)
	assert.Less(t, at.Spread, between.Spread)
	assert.Less(t, between.Spread, beyond.Spread)
	assert.Equal(t, []string{"r2"}, at.From, "read at this very place")
	assert.ElementsMatch(t, []string{"r2", "r3"}, between.From)
}

func TestTooFewReadingsAreSaidToBeFew(t *testing.T) {
	here := Gap(geo.Point{X: 0, Y: 0})
	assert.False(t, Fit(nil, 0.8).Estimate(here).Known, "nothing read")
	for n := 1; n < 3; n++ {
		e := Fit(gaps(2440, 2441, 2442)[:n], 0.8).Estimate(here)
		assert.True(t, e.Known && e.Few, "%d readings", n)
	}
	assert.False(t, Fit(gaps(2440, 2441, 2442), 0.8).Estimate(here).Few)
	floor := []Term{{Of: Floor, At: geo.Point{X: 0, Y: 0}, Weight: 1}}
	assert.False(t, Fit(gaps(2440, 2441, 2442, 2443), 0.8).Estimate(floor).Known, "gaps alone say nothing of a level")
}

func TestAReadingAtAPlaceNarrowsItsGap(t *testing.T) {
	readings := gaps(2440, 2452, 2441, 2438)
	at := geo.Point{X: 60 * in, Y: 0}
	before := Fit(readings, 0.8).Estimate(Gap(at))
	after := Fit(append(readings, Reading{ID: "new", Kind: GapReading, At: at, Value: before.Value}), 0.8).Estimate(Gap(at))
	assert.Less(t, after.Spread, before.Spread)
	assert.Less(t, after.Spread, surety*0.8*1.05, "no wider than the reading's own")
}

// Each reading weighs by its own noise: one by a rough tool moves nothing much,
// the same by a fine one does.
func TestAReadingWeighsByItsOwnNoise(t *testing.T) {
	at := geo.Point{X: 60 * in, Y: 0}
	with := func(noise float64) Estimate {
		return Fit(append(gaps(2440, 2440.5, 2440, 2440.5), Reading{ID: "own", Kind: GapReading, At: at, Value: 2446, Noise: noise}), 0.8).Estimate(Gap(at))
	}
	usual, fine, rough := with(0), with(0.2), with(8)
	assert.Equal(t, usual, with(0.8), "the model's noise is the usual one's")
	assert.InDelta(t, 2446, fine.Value, 0.2)
	assert.InDelta(t, 2440.3, rough.Value, 0.5)
	assert.Less(t, fine.Spread, usual.Spread)
}

func TestGapsAndLevelsWorkTogether(t *testing.T) {
	// floor shot along the wall, gaps beside it: together they say where the ceiling is
	var readings []Reading
	for i := range 6 {
		p := geo.Point{X: float64(i) * 600, Y: 0}
		readings = append(readings, Reading{ID: fmt.Sprint("f", i), Kind: FloorReading, At: p, Value: -1000 + float64(i)}, Reading{ID: fmt.Sprint("g", i), Kind: GapReading, At: p, Value: 2400 - float64(i)})
	}
	e := Fit(readings, 0.8).Estimate([]Term{{Of: Ceiling, At: geo.Point{X: 1500, Y: 0}, Weight: 1}})
	require.True(t, e.Known)
	assert.InDelta(t, 1400, e.Value, 0.5)
}

func TestNextAsksWhereItFreesMost(t *testing.T) {
	m := Fit([]Reading{
		{ID: "a", Kind: GapReading, At: geo.Point{X: 0, Y: 0}, Value: 2440}, {ID: "b", Kind: GapReading, At: geo.Point{X: 600, Y: 0}, Value: 2443}, {ID: "c", Kind: GapReading, At: geo.Point{X: 1200, Y: 0}, Value: 2437}, {ID: "d", Kind: GapReading, At: geo.Point{X: 5000, Y: 0}, Value: 2445},
	}, 0.8)
	var held []Held
	var candidates []Reading
	for _, x := range []float64{2400, 3000, 3600} {
		held = append(held, Held{Terms: Gap(geo.Point{X: x, Y: 0}), At: geo.Point{X: x}, Hold: 2.5})
		candidates = append(candidates, Reading{Kind: GapReading, At: geo.Point{X: x, Y: 0}})
	}
	taken := m.Taken(Rule{To: geo.Point{X: 5000}, Near: 600, Reach: 750})
	steps := m.Next(taken, held, candidates, 5)
	require.NotEmpty(t, steps)
	freed := map[int]bool{}
	for _, s := range steps {
		for _, f := range s.Frees {
			assert.False(t, freed[f], "freed once")
			freed[f] = true
		}
	}
	assert.Len(t, freed, 3)
	assert.Empty(t, m.Next(taken, nil, candidates, 5), "enough")
}

func TestNearAgreesWithTheWhole(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 4))
	var readings []Reading
	for i := range 300 {
		p := geo.Point{X: r.Float64() * 12000, Y: r.Float64() * 9000}
		readings = append(readings, Reading{ID: fmt.Sprint(i), Kind: FloorReading, At: p, Value: 0.002*p.X + r.NormFloat64()*0.8},
			Reading{ID: fmt.Sprint("c", i), Kind: CeilingReading, At: p, Value: 2400 + r.NormFloat64()*0.8})
	}
	m := Fit(readings, 0.8)
	at := Gap(geo.Point{X: 6000, Y: 4000})
	whole, near := m.Estimate(at), m.Near(geo.Point{X: 5000, Y: 4000}, geo.Point{X: 7000, Y: 4000}, 150).Estimate(at)
	assert.InDelta(t, whole.Value, near.Value, whole.Spread)
}

func BenchmarkSurvey2000Readings500Places(b *testing.B) {
	r := rand.New(rand.NewPCG(3, 4))
	var readings []Reading
	for i := range 1000 {
		p := geo.Point{X: r.Float64() * 12000, Y: r.Float64() * 9000}
		readings = append(readings, Reading{ID: fmt.Sprint("f", i), Kind: FloorReading, At: p, Value: 0.002*p.X + r.NormFloat64()*0.8},
			Reading{ID: fmt.Sprint("g", i), Kind: GapReading, At: p, Value: 2400 + r.NormFloat64()*0.8})
	}
	places := make([][]Term, 500)
	for i := range places {
		places[i] = Gap(geo.Point{X: r.Float64() * 12000, Y: r.Float64() * 9000})
	}
	for b.Loop() {
		Fit(readings, 0.8).EstimateAll(places)
	}
}
