package plan

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/measure"
	"homalos/internal/site"
)

// placed is a leaning room with a new wall in it, in either unit.
func placed(units measure.System) job.Document {
	d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{"A": {By: "parallel", Face: "side 1", At: job.L("60 in")}})
	d.Units = units
	return d
}

// What is said off a wall lies so far off it, whatever wall it is, whichever end
// it is measured from and whichever way the wall was given; joists run along it or
// across it, and step on from there.
func TestThingsLieAsTheyAreSaid(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := placed(rapid.SampledFrom([]measure.System{measure.Imperial, measure.Metric}).Draw(t, "units"))
		side := rapid.IntRange(0, 3).Draw(t, "side")
		if rapid.Bool().Draw(t, "the other way round") {
			w := &d.Survey.Walls[side]
			w.From, w.To = w.To, w.From
		}
		across, end := rapid.Bool().Draw(t, "across"), rapid.SampledFrom([]string{"", "start", "end"}).Draw(t, "end")
		runs := map[bool]string{true: "across", false: "along"}[across]
		face := d.Survey.Walls[side].ID
		d.Survey.Joists = []job.Joists{{ID: "J", Of: "ceiling", By: &job.ByJoist{Face: face, Runs: runs, First: job.L("9 in"), End: end}, Spacing: job.L("16 in"), Count: 4}}
		d.Survey.Obstructions = []job.Obstruction{{ID: "pipe", Kind: "pipe", By: &job.ByRun{Face: face, Runs: runs, Near: job.L("38 in"), Far: job.L("42 1/2 in"), End: end}, Headroom: job.L("84 in")}}
		s, faults := site.Of(d)
		require.Empty(t, faults)
		corners := s.Solved().Corners
		w := d.Survey.Walls[side]
		a, b := corners[s.CornerOf[w.From]].At, corners[s.CornerOf[w.To]].At
		foot := a
		if end == "end" {
			foot = b
		}
		// distances from where they are measured, by plain geometry
		long := a.Distance(b)
		from := func(p geo.Point) float64 {
			if across {
				ux, uy := (b.X-a.X)/long, (b.Y-a.Y)/long
				return math.Abs((p.X-foot.X)*ux + (p.Y-foot.Y)*uy)
			}
			return math.Abs(geo.Side(a, b, p)) / long
		}
		for i, j := range s.JoistList {
			assert.InDelta(t, (9+16*float64(i))*25.4, from(j.At), 1e-6)
			sin, cos := math.Sincos(j.Angle * math.Pi / 180)
			next := geo.Point{X: j.At.X + 500*cos, Y: j.At.Y + 500*sin}
			assert.InDelta(t, (9+16*float64(i))*25.4, from(next), 1e-6, "it runs %s", runs)
			assert.True(t, across || geo.Side(a, b, j.At)*geo.Side(a, b, middleOf(s)) > 0, "on the room's side")
		}
		o := s.Obstructions[0]
		assert.InDelta(t, 40.25*25.4, from(o.From), 1e-6)
		assert.InDelta(t, 40.25*25.4, from(o.To), 1e-6)
		assert.InDelta(t, 4.5*25.4, o.Width, 1e-6)
		assert.True(t, inside(s, geo.Point{X: (o.From.X + o.To.X) / 2, Y: (o.From.Y + o.To.Y) / 2}))
	})
}

func middleOf(s *site.Site) (m geo.Point) {
	for _, c := range s.Solved().Corners {
		m.X, m.Y = m.X+c.At.X/4, m.Y+c.At.Y/4
	}
	return m
}

func inside(s *site.Site, p geo.Point) bool {
	var room []geo.Point
	for _, c := range s.Solved().Corners {
		room = append(room, c.At)
	}
	return geo.Within(room, p)
}

// A beam 88 to 92 1/2 off a wall stands in what crosses it there; along a new
// wall it stands at those stations.
func TestABeamIsSaidByAWall(t *testing.T) {
	d := placed(measure.Imperial)
	d.Survey.Obstructions = []job.Obstruction{{ID: "beam", Kind: "beam", By: &job.ByRun{Face: "A", Runs: "across", Near: job.L("30 in"), Far: job.L("35 in")}, Headroom: job.L("84 in")}}
	s, faults := site.Of(d)
	require.Empty(t, faults)
	w, o := s.Walls[0], s.Obstructions[0]
	assert.InDelta(t, 0, geo.ToSegment(w.At(32*measure.Inch+measure.Inch/2), o.From, o.To), 0.01, "it crosses A at 32 1/2")
	assert.Greater(t, o.From.Distance(o.To), 100*25.4, "through the room")
	d.Survey.Obstructions[0].By = &job.ByRun{Face: "side 2", Near: job.L("88 in"), Far: job.L("92 1/2 in"), Start: job.L("20 in")}
	s, faults = site.Of(d)
	require.Empty(t, faults)
	assert.Equal(t, s.Obstructions[0].From, s.Obstructions[0].To, "a round thing")
	for _, c := range []struct {
		path string
		by   job.ByRun
	}{
		{"survey.obstructions[0].by.far", job.ByRun{Face: "side 2", Near: job.L("9 in"), Far: job.L("8 in")}},
		{"survey.obstructions[0].by.face", job.ByRun{Face: "side 9", Near: job.L("8 in"), Far: job.L("9 in")}},
		{"survey.obstructions[0].by.stop", job.ByRun{Face: "side 2", Near: job.L("8 in"), Far: job.L("9 in"), Start: job.L("9 in"), Stop: job.L("8 in")}},
		{"survey.obstructions[0].by.start", job.ByRun{Face: "side 2", Near: job.L("8 in"), Far: job.L("9 in"), Stop: job.L("8 in")}},
	} {
		d.Survey.Obstructions[0].By = &c.by
		paths := []string{}
		for _, f := range site.Check(d) {
			paths = append(paths, f.Path)
		}
		assert.Equal(t, []string{c.path}, paths)
	}
}

// Joists one by one are given centre to centre; those outside the room are told.
func TestJoistsOneByOneAndOutside(t *testing.T) {
	d := placed(measure.Imperial)
	d.Survey.Joists = []job.Joists{{ID: "J", Of: "floor", By: &job.ByJoist{Face: "side 1", First: job.L("9 in")}, Gaps: job.Ls("15 3/4 in", "16 1/4 in", "16 in")}}
	s, faults := site.Of(d)
	require.Empty(t, faults)
	require.Len(t, s.JoistList, 4)
	assert.InDelta(t, 48*25.4, s.JoistList[0].At.Distance(s.JoistList[3].At), 1e-6)
	assert.NotContains(t, jobCodes(computed(t, d)), "outside-room")
	d.Survey.Joists[0].Gaps = append(d.Survey.Joists[0].Gaps, job.L("300 in"))
	r := roomOf(t, d)
	require.Len(t, r.Outside, 1)
	assert.Equal(t, "J", r.Outside[0].ID)
	assert.Contains(t, jobCodes(computed(t, d)), "outside-room")
	d.Survey.Joists[0].Spacing = job.L("16 in")
	assert.Contains(t, site.Check(d)[0].Path, "gaps")
}

func jobCodes(p Plan) []string {
	out := []string{}
	for _, f := range p.Findings {
		out = append(out, f.Code)
	}
	return out
}

// A skirting is said by its wall, its depth and its height, in either unit: the
// wall that comes to it has its plate end there and its end stud notched.
func TestASkirtingIsSaid(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		d := placed(u)
		d.Survey.Obstructions = []job.Obstruction{{ID: "skirting", Kind: "skirting", By: &job.ByRun{Face: "side 4", Near: job.L("0"), Far: job.L(u.Words("5/8 in", "16 mm"))}, Height: job.L(u.Words("5 1/2 in", "140 mm"))}}
		w := wallOf(t, computed(t, d), "A")
		assert.Contains(t, codesOf(w), "notched-foot")
		hows := []string{}
		for _, n := range w.Plates.Notches {
			hows = append(hows, n.How)
		}
		assert.Equal(t, []string{"ends", "foot"}, hows)
		d.Survey.Obstructions[0].Headroom = job.L(u.Words("6 in", "150 mm"))
		assert.Equal(t, "survey.obstructions[0].headroom", site.Check(d)[0].Path)
	}
}
