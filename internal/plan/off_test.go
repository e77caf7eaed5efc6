package plan

import (
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/law"
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
	law.Check(t, func(t *rapid.T) {
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

// On open floor, with no room at all, lines go by the edge of a slab, a beam's
// face and the outside of masonry; corners come to be, and each square one gives its
// 3-4-5.
func TestLinesOnOpenFloor(t *testing.T) {
	d := job.Starter("open floor", "imperial")
	xy := func(x, y string) job.Place { return job.Place{X: job.L(x), Y: job.L(y)} }
	d.Survey = &job.Survey{
		Walls:        []job.ExistingWall{{ID: "slab", Kind: "edge", Ends: []job.Place{xy("0 in", "0 in"), xy("240 in", "0 in")}}},
		Obstructions: []job.Obstruction{{ID: "beam", Kind: "beam", From: &job.Place{X: job.L("0 in"), Y: job.L("100 in")}, To: &job.Place{X: job.L("240 in"), Y: job.L("100 in")}, Width: job.L("6 in"), Headroom: job.L("84 in")}},
	}
	d.Walls = []job.Wall{
		{ID: "A", Lumber: "2x4", Line: &job.Line{By: "parallel", Face: "slab", At: job.L("30 in"), Stop: &job.LineEnd{Face: "C", Past: true}}},
		{ID: "C", Lumber: "2x4", Line: &job.Line{By: "square", Face: "slab", At: job.L("150 in"), Start: &job.LineEnd{Face: "A back"}, Stop: &job.LineEnd{Face: "beam back"}}},
		{ID: "T", Lumber: "2x4", Line: &job.Line{By: "square", Face: "A back", At: job.L("60 in"), Parts: []job.Part{{Length: job.L("36 in")}}}},
	}
	require.Empty(t, site.Check(d))
	p := computed(t, d)
	_, c2 := ends(t, p, "C")
	assert.InDelta(t, 97, c2.Y, 1e-6, "to the near face of the beam")
	a1, _ := ends(t, p, "A")
	assert.InDelta(t, 0, a1.X, 1e-6, "from where the slab begins")
	assert.Len(t, wallOf(t, p, "T").Meets, 1)
	for _, id := range []string{"C", "T"} {
		squares := 0
		for _, s := range wallOf(t, p, id).Line.Steps {
			if strings.Contains(s.Do, "Check square") {
				squares++
				require.Len(t, s.Sum, 1)
			}
		}
		assert.Equal(t, 1, squares, id)
	}
	d.Survey.Walls[0].Kind = "wall"
	assert.Equal(t, "survey.walls[0].depth", site.Check(d)[0].Path)
	room := placed(measure.Imperial)
	room.Walls[0].Line = &job.Line{By: "parallel", Face: "side 1 back", At: job.L("4 in"), Parts: []job.Part{{Length: job.L("60 in")}}}
	assert.Equal(t, "walls[0].line.face", site.Check(room)[0].Path, "it has no depth yet")
}

// A taped side is a face at once, by its corners either way round; the wall that
// stands there is the same face.
func TestATapedSideIsAFaceAtOnce(t *testing.T) {
	d := placed(measure.Imperial)
	by := func(face string) geo.Point {
		d.Walls[0].Line = &job.Line{By: "parallel", Face: face, At: job.L("60 in")}
		a, _ := ends(t, computed(t, d), "A")
		return a
	}
	named := by("side 1")
	assert.Equal(t, named, by("1-2"))
	d.Survey.Walls = nil
	assert.Equal(t, named, by("2-1"))
	w := computed(t, d).Walls[0]
	assert.Equal(t, [2]string{"4-1 end", "2-3 end"}, w.Ends)
	assert.Len(t, roomOf(t, d).Sides, 4)
	d.Walls[0].Line.Face = "1-3"
	assert.Equal(t, "walls[0].line.face", site.Check(d)[0].Path, "corners that aren't neighbours have no side")
}

// The 3-4-5 is the largest that fits, and square.
func TestTheLargestThreeFourFive(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		a, b := rapid.Float64Range(100, 9000).Draw(t, "a"), rapid.Float64Range(100, 9000).Draw(t, "b")
		u := rapid.SampledFrom([]measure.System{measure.Imperial, measure.Metric}).Draw(t, "units")
		one, two, ok := threeFour(a, b, u)
		if !ok {
			assert.Less(t, math.Min(a, b), 4*4*25.4+100)
			return
		}
		assert.LessOrEqual(t, one.Millimetres(), a)
		assert.LessOrEqual(t, two.Millimetres(), b)
		k := min(one, two) / 3
		assert.Equal(t, 4*k, max(one, two))
		next := (k + u.Pick(measure.Inch, 10*measure.Millimetre)).Millimetres()
		assert.False(t, 3*next <= a && 4*next <= b || 4*next <= a && 3*next <= b, "no larger one fits")
	})
}
