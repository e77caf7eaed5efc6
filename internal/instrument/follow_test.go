package instrument

import (
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/demo"
	"homalos/internal/job"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/site"
)

// bare is a simulated job with nothing read yet.
func bare(seed uint64, units measure.System) (job.Document, *Building) {
	d, b := Simulate(seed, units)
	d.Survey.Readings = nil
	return d, b
}

func TestMeasureNextNeedsFewerReadingsThanAGrid(t *testing.T) {
	next, along, room, over, ready, within := 0, 0, 0, 0, 0, 0
	law.Each(t, 12, func(n int) {
		seed := uint64(n + 1)
		units := []measure.System{measure.Imperial, measure.Metric}[seed%2]
		d, b := bare(seed, units)
		o, _ := Follow(d, NewKit(b, seed, 0), 200)
		require.Zero(t, o.Held, "building %d is never done", seed)
		a := Grid(d, NewKit(b, seed, 0), true, 300)
		g := Grid(d, NewKit(b, seed, 0), false, 300)
		t.Logf("%3d %d pieces: next %d, along %d, room %d (held %d); worst %.1f rms %.2f", seed, o.Pieces, o.Readings, a.Readings, g.Readings, g.Held, o.Worst, math.Sqrt(o.Sum2/float64(o.Ready)))
		next, along, room = next+o.Readings, along+a.Readings, room+g.Readings
		over, ready, within = over+o.Over, ready+o.Ready, within+o.Within
	})
	t.Logf("next %d, along %d, room %d; %d of %d ready pieces off by more than the hold, %.3f within their spread", next, along, room, over, ready, float64(within)/float64(ready))
	assert.LessOrEqual(t, float64(next), 0.6*float64(room))
	assert.Less(t, float64(over), 0.05*float64(ready))
}

func TestASimulatedJobMakesSense(t *testing.T) {
	for seed := range uint64(30) {
		d, b := Simulate(seed, []measure.System{measure.Imperial, measure.Metric}[seed%2])
		require.Empty(t, site.Check(d), "seed %d", seed)
		again, _ := Simulate(seed, d.Units)
		require.True(t, job.Same(d, again))
		require.NotEmpty(t, b.Corners)
	}
}

func TestTheDemoJobsCanBeFollowedToTheEnd(t *testing.T) {
	for file := range demo.IDs {
		raw, err := demo.Jobs.ReadFile(file)
		require.NoError(t, err)
		d, faults := job.Read(raw)
		require.Empty(t, faults)
		truth, err := demo.Truths.ReadFile(strings.Replace(file, ".json", ".truth.json", 1))
		require.NoError(t, err)
		b, err := Read(truth)
		require.NoError(t, err)
		law.Each(t, 5, func(seed int) {
			o, after := Follow(d, NewKit(b, uint64(seed), 0.02), 120)
			assert.Zero(t, o.Held, "%s, devices %d", file, seed)
			assert.Less(t, o.Worst, 6.0, "%s: its building is the one that was read", file)
			t.Logf("%s: %d more readings", file, len(after.Survey.Readings)-len(d.Survey.Readings))
		})
	}
}
