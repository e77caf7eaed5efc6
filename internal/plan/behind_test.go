package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/site"
)

// before is a wall 60 deep in front of a brick wall that leans 5 into the room over
// 1000 and bulges 8: over 2400 it leans 12. Its far face is 55 off the brick's foot at
// both ends, so that 55 − 12 − 8 = 35 are left where it comes nearest.
func before(t *testing.T, u measure.System) job.Document {
	d := boxRoom(t, u)
	mm := func(v float64) job.Length { return job.Exactly(measure.FromMillimetres(v), u) }
	d.Lumber = append(d.Lumber, job.Lumber{ID: "lining", Thickness: mm(45), Depth: mm(60), Stock: []job.Length{mm(3600)}, Treated: true})
	d.Survey.Walls = []job.ExistingWall{{ID: "brick", From: "2", To: "1", Material: "masonry",
		Leans: []job.Lean{{Station: mm(1000), Out: mm(5), Span: mm(1000)}},
		Waves: []job.Wave{{Station: mm(0), Off: mm(0)}, {Station: mm(2000), Off: mm(8)}, {Station: mm(4000), Off: mm(0)}}}}
	d.Survey.Obstructions = nil
	d.Walls = []job.Wall{{ID: "A", From: job.Place{X: mm(0), Y: mm(55)}, To: job.Place{X: mm(3000), Y: mm(55)}, Lumber: "lining",
		Behind: &job.Behind{Gap: mm(30), Membrane: true, Height: mm(1200), Ties: &job.Fixing{By: "resin", Length: mm(140), Step: mm(1300), Cure: 24}}}}
	return d
}

func TestAWallBeforeMasonry(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		p := computed(t, before(t, u))
		b := p.Walls[0].Behind
		require.NotNil(t, b)
		assert.Equal(t, "brick", b.Of)
		found := map[string]bool{}
		for _, f := range p.Walls[0].Findings {
			found[f.Code] = true
			assert.NotEqual(t, "stop", f.Level, "%s: %s", u, f.Text)
		}
		assert.True(t, found["bays-behind"] && found["tied-back"])
		assert.False(t, found["gap-behind"] || found["membrane-behind"])
	}
	d := before(t, measure.Metric)
	b := computed(t, d).Walls[0].Behind
	assert.Equal(t, "35", b.Least)
	assert.Equal(t, "55", b.Most)
	for _, x := range b.Bays {
		assert.Equal(t, "95", x.Least, "60 of stud and 35 behind")
		assert.Equal(t, "115", x.Most)
	}
	// at the ends and never more than 1300 apart, the studs at 600: every other one
	at := measure.Length(0)
	for i, x := range b.Ties {
		s, _ := job.L(x.At).In(measure.Metric)
		if i > 0 {
			assert.LessOrEqual(t, s-at, 1300*measure.Millimetre)
		}
		at = s
		assert.Equal(t, "55", x.Gap)
		assert.Equal(t, "85", x.Bite, "140 − 55")
		assert.NotEmpty(t, x.Member)
	}
	assert.Len(t, b.Ties, 4)
	assert.Equal(t, 24.0, b.Cure)
	// the yard has its ties and its membrane: 3 × 2.4 m
	var ties, membrane YardRow
	for _, r := range computed(t, d).Yard.Rows {
		if r.What == "resin" {
			ties = r
		}
		if r.What == "layer" {
			membrane = r
		}
	}
	assert.Equal(t, 4.0, ties.Need)
	assert.Equal(t, 8.0, membrane.Need, "7.2 m², up to the next")
	assert.Equal(t, "m²", membrane.Unit)
	codes := func(change func(*job.Wall)) map[string]string {
		one := before(t, measure.Metric)
		change(&one.Walls[0])
		out := map[string]string{}
		for _, f := range computed(t, one).Walls[0].Findings {
			out[f.Code] = f.Level
		}
		return out
	}
	assert.Equal(t, "warn", codes(func(w *job.Wall) { w.Behind.Gap = job.L("40 mm") })["gap-behind"])
	assert.Equal(t, "stop", codes(func(w *job.Wall) { w.From.Y, w.To.Y = job.L("15 mm"), job.L("15 mm") })["stands-in-masonry"])
	assert.Equal(t, "warn", codes(func(w *job.Wall) { w.Behind.Membrane = false })["membrane-behind"])
	assert.Equal(t, "stop", codes(func(w *job.Wall) { w.Behind.Ties.Length = job.L("120 mm") })["tie-short"], "120 − 55 = 65, and 75 are usual")
	d.Walls[0].From.Y, d.Walls[0].To.Y = job.L("1500 mm"), job.L("1500 mm")
	faults := site.Check(d)
	require.NotEmpty(t, faults)
	assert.Equal(t, "walls[0].behind", faults[0].Path)
}

// Layers are bought by the square metre and weighed: 12 mm sheathing of 620 kg/m³ on
// 3 × 2.4 m, 100 more up: 7.5 m² and 55.8 kg. A gap is neither.
func TestLayersAreBoughtAndWeighed(t *testing.T) {
	d := before(t, measure.Metric)
	d.Walls[0].Behind = nil
	d.Walls[0].From.Y, d.Walls[0].To.Y = job.L("1500 mm"), job.L("1500 mm")
	d.Walls[0].Layers = []job.WallLayer{{What: "sheathing", Thickness: job.L("12 mm"), Face: "out", Reach: job.L("100 mm")}, {What: "air gap", Thickness: job.L("25 mm"), Face: "out"}}
	p := computed(t, d)
	n := 0
	for _, r := range p.Yard.Rows {
		if r.What == "layer" {
			n++
			assert.Equal(t, 8.0, r.Need)
		}
	}
	assert.Equal(t, 1, n)
	assert.InDelta(t, 55.8, p.Walls[0].Raising.Weights.Layers, 0.1)
	assert.Zero(t, p.Walls[0].Raising.Weights.Before)
	d.Walls[0].Layers[0].Density = 700
	assert.InDelta(t, 63, computed(t, d).Walls[0].Raising.Weights.Layers, 0.1)
	// on a face that can't be reached once it stands, it goes up with the frame
	d.Walls[0].From.Y, d.Walls[0].To.Y = job.L("250 mm"), job.L("250 mm")
	d.Walls[0].Layers[0].Face, d.Walls[0].Raise = "in", &job.Raise{Way: "tilt"}
	up := computed(t, d).Walls[0].Raising
	assert.InDelta(t, 63, up.Weights.Before, 0.1)
	assert.Greater(t, up.Weight, 63.0)
}
