package survey

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/geo"
	"homalos/internal/law"
)

// someReadings draws a handful of readings of any kind over a room.
func someReadings(t *rapid.T) []Reading {
	var out []Reading
	for i := range rapid.IntRange(3, 20).Draw(t, "readings") {
		kind := rapid.SampledFrom([]Kind{GapReading, FloorReading, CeilingReading}).Draw(t, "kind")
		value := map[Kind]float64{GapReading: 2440, FloorReading: -1040, CeilingReading: 1400}[kind]
		out = append(out, Reading{
			ID: fmt.Sprint("r", i), Kind: kind,
			At:    geo.Point{X: float64(rapid.IntRange(0, 4000).Draw(t, "x")), Y: float64(rapid.IntRange(0, 3000).Draw(t, "y"))},
			Value: value + float64(rapid.IntRange(-150, 150).Draw(t, "off"))/10,
		})
	}
	return out
}

func place(t *rapid.T) geo.Point {
	return geo.Point{X: float64(rapid.IntRange(-500, 4500).Draw(t, "at x")), Y: float64(rapid.IntRange(-500, 3500).Draw(t, "at y"))}
}

func TestWhereTheOriginLiesDoesNotMatter(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		readings, at := someReadings(t), place(t)
		moved := append([]Reading(nil), readings...)
		for i := range moved {
			moved[i].At = geo.Point{X: moved[i].At.X + 25_000, Y: moved[i].At.Y - 9_000}
		}
		a := Fit(readings, 0.8).Estimate(Gap(at))
		b := Fit(moved, 0.8).Estimate(Gap(geo.Point{X: at.X + 25_000, Y: at.Y - 9_000}))
		require.InDelta(t, a.Value, b.Value, 0.01)
		require.InDelta(t, a.Spread, b.Spread, 0.01+a.Spread*1e-3)
	})
}

func TestRaisingTheLaserRaisesNoStud(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		readings, at := someReadings(t), place(t)
		raised := append([]Reading(nil), readings...)
		for i := range raised {
			if raised[i].Kind != GapReading {
				raised[i].Value -= 200
			}
		}
		a, b := Fit(readings, 0.8).Estimate(Gap(at)), Fit(raised, 0.8).Estimate(Gap(at))
		require.Equal(t, a.Known, b.Known)
		if !a.Known {
			return
		}
		require.InDelta(t, a.Value, b.Value, 0.3)
	})
}

func TestOneMoreReadingNeverCountsForLess(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		readings, at := someReadings(t), place(t)
		before := Fit(readings, 0.8).Estimate(Gap(at))
		after := Fit(append(append([]Reading(nil), readings...), Reading{ID: "more", Kind: GapReading, At: at, Value: 2440}), 0.8).Estimate(Gap(at))
		require.True(t, after.Known)
		require.False(t, before.Known && !before.Few && after.Few)
		require.LessOrEqual(t, after.Spread, 6*0.8, "a reading at the very place keeps its spread to the tape's own")
	})
}

func TestAPlaceTwiceIsNoContradiction(t *testing.T) {
	readings := append(gaps(2440, 2441, 2442), Reading{ID: "again", Kind: GapReading, At: geo.Point{X: 0, Y: 0}, Value: 2440.8})
	e := Fit(readings, 0.8).Estimate(Gap(geo.Point{X: 0, Y: 0}))
	require.InDelta(t, 2440.4, e.Value, 0.5)
	once := Fit(gaps(2440, 2441, 2442), 0.8).Estimate(Gap(geo.Point{X: 0, Y: 0}))
	require.Less(t, e.Spread, once.Spread, "two tapes know more than one")
}

func TestASurveyOfOneLineIsEnoughForTheWallOnIt(t *testing.T) {
	var readings []Reading
	for i := range 7 {
		readings = append(readings, Reading{ID: fmt.Sprint("r", i), Kind: GapReading, At: geo.Point{X: float64(i) * 600, Y: 1500}, Value: 2440 + float64(i)})
	}
	m := Fit(readings, 0.8)
	on, off := m.Estimate(Gap(geo.Point{X: 900, Y: 1500})), m.Estimate(Gap(geo.Point{X: 900, Y: 3500}))
	require.Less(t, on.Spread, 3.0)
	require.Greater(t, off.Spread, 5*on.Spread, "far off the line little is known")
}

func TestANoiseOfNothingStillSolves(t *testing.T) {
	e := Fit(gaps(2440, 2440, 2440, 2440), 0).Estimate(Gap(geo.Point{X: 36 * in, Y: 0}))
	require.InDelta(t, 2440, e.Value, 0.2)
}
