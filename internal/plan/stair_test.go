package plan

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/site"
)

// stairwell is a room with a wall square off its first side at 80, which a flight
// along that side crosses: from 20 to 140 along it, 36 wide, up 90.
func stairwell(doors ...job.Opening) job.Document {
	d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{"A": {By: "square", Face: "side 1", At: job.L("80 in")}})
	d.Survey.Stairs = []job.Stair{{ID: "stair", By: &job.ByRun{Face: "side 1", Near: job.L("6 in"), Far: job.L("42 in"), Start: job.L("20 in"), Stop: job.L("140 in")}, Rise: job.L("90 in")}}
	d.Walls[0].Openings, d.Walls[0].Carries = doors, "no"
	for i := range 8 {
		along(&d, "floor", fmt.Sprint(18*i), "-40 in", func(r *job.Reading) { r.Place.Wall = "A" })
		along(&d, "ceiling", fmt.Sprint(18*i), "140 in", func(r *job.Reading) { r.Place.Wall = "A" })
	}
	return d
}

func codesOf(w Wall) []string {
	out := []string{}
	for _, f := range w.Findings {
		out = append(out, f.Code)
	}
	return out
}

// A wall in a flight stops; an opening over all of it lets people through, if its
// head leaves the headroom over the nosings under it; the fix that is told cures.
func TestAWallOverAStair(t *testing.T) {
	w := wallOf(t, computed(t, stairwell()), "A")
	assert.Contains(t, codesOf(w), "in-stair")
	for _, m := range w.Members {
		if m.Kind == "bottom-plate" {
			assert.Equal(t, "blocked", m.State)
		}
	}
	over := func(head string) Wall {
		d := stairwell(job.Opening{ID: "D1", Kind: "cased", Centre: job.L("24 in"), Rough: &job.Size{Width: job.L("38 in"), Height: job.L(head)}})
		return wallOf(t, computed(t, d), "A")
	}
	// 60 to 63 1/2 along a run of 120 that rises 90: about 47 over the foot, and 80 over that
	low := over("120 in")
	assert.NotContains(t, codesOf(low), "in-stair")
	assert.Contains(t, codesOf(low), "headroom")
	assert.Contains(t, codesOf(over("127 in")), "headroom")
	assert.NotContains(t, codesOf(over("128 in")), "headroom")
	gaps := stairwell(job.Opening{ID: "D1", Kind: "cased", Centre: job.L("24 in"), Rough: &job.Size{Width: job.L("38 in"), Height: job.L("120 in")}})
	gaps.Survey.Readings = nil
	assert.Contains(t, codesOf(wallOf(t, computed(t, gaps), "A")), "headroom", "over the floor, where no level was read")
}

// A railing or post stands free, off a wall; lines go by both its faces, a wall
// meets them, its going is assessed, and nothing new stands in it while it stays.
func TestWhatStandsFreeInTheRoom(t *testing.T) {
	d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{
		"A": {By: "parallel", Face: "rail back", At: job.L("30 in")},
		"B": {By: "square", Face: "side 1", At: job.L("100 in"), Stop: &job.LineEnd{Face: "rail back"}},
		"C": {By: "square", Face: "side 1", At: job.L("60 in")},
	})
	d.Survey.Walls = append(d.Survey.Walls,
		job.ExistingWall{ID: "rail", Kind: "railing", By: &job.ByRun{Face: "side 1", Near: job.L("70 in"), Far: job.L("72 in"), Start: job.L("40 in"), Stop: job.L("160 in")}},
		job.ExistingWall{ID: "post", Kind: "post", By: &job.ByRun{Face: "side 2", Near: job.L("40 in"), Far: job.L("44 in"), Start: job.L("30 in")}})
	s, faults := site.Of(d)
	require.Empty(t, faults)
	p := computed(t, d)
	a1, a2 := ends(t, p, "A")
	for _, e := range []geo.Point{a1, a2} {
		assert.InDelta(t, 40, e.Y, 1./32, "30 from the back of the rail, towards side 1")
	}
	_, b := ends(t, p, "B")
	assert.InDelta(t, 70, b.Y, 1./32, "up to it")
	meets := []string{}
	for _, m := range wallOf(t, p, "B").Meets {
		meets = append(meets, m.Wall)
	}
	assert.Contains(t, meets, "rail")
	assert.Contains(t, codesOf(wallOf(t, p, "C")), "stands-in-the-way", "it can't be built through")
	assert.NotContains(t, codesOf(wallOf(t, p, "B")), "stands-in-the-way", "what only comes to it isn't in it")
	r := roomOf(t, d)
	judged := []string{}
	for _, j := range r.Assess.Walls {
		judged = append(judged, j.Wall)
	}
	assert.Subset(t, judged, []string{"rail", "post"})
	assert.InDelta(t, 4, s.ExistingWalls[5].Depth.Inches(), 1e-6)
	cards := len(r.Assess.Cards)
	d.Survey.Walls[4].Fate = "goes"
	assert.NotContains(t, codesOf(wallOf(t, computed(t, d), "C")), "stands-in-the-way")
	assert.Greater(t, len(roomOf(t, d).Assess.Cards), cards, "a guard that goes leaves an edge")
	d.Survey.Walls[4].From = "1"
	assert.Equal(t, "survey.walls[4]", site.Check(d)[0].Path)
	d.Survey.Walls[4].From, d.Survey.Walls[4].By.Face = "", "post"
	assert.Equal(t, "survey.walls[4].by.face", site.Check(d)[0].Path)
}
