package work_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/work"
)

func findings(all []framing.Finding) (codes []string) {
	for _, f := range all {
		codes = append(codes, f.Code)
	}
	return codes
}

// One switch without a new home is enough to hold a wall that goes, however
// much else has one; and a wall that stays is held by none.
func TestOneHomelessSwitchHoldsAWallThatGoes(t *testing.T) {
	d := jobtest.Closet()
	d.Survey.Walls[0].Fate = "goes"
	d.Assess = &job.Assess{
		Decisions: []job.Decision{{Wall: "side 1", Says: "may-go", Who: "Ana, licensed", When: "today", Paper: "sheet 3"}},
		Hanging:   []job.Hanging{{ID: "a", Wall: "side 1", What: "switch", Home: "beside the door"}, {ID: "b", Wall: "side 1", What: "socket"}},
	}
	r, err := work.Of(d)
	require.NoError(t, err)
	assert.Contains(t, findings(r.Findings), "load-hold")
	assert.Equal(t, []string{"socket"}, r.Assessed(nil).Walls[0].Homeless)
	d.Assess.Hanging[1].Home = "by the sink"
	r, err = work.Of(d)
	require.NoError(t, err)
	assert.NotContains(t, findings(r.Findings), "load-hold")
	d.Survey.Walls[0].Fate, d.Assess.Hanging[1].Home = "stays", ""
	r, err = work.Of(d)
	require.NoError(t, err)
	assert.NotContains(t, findings(r.Findings), "load-hold")
}

// A site is read, never changed: what leans leans in the result's own walls.
func TestTheSiteStaysAsItIs(t *testing.T) {
	d := jobtest.Closet()
	d.Survey.Walls[1].Leans = []job.Lean{{Station: job.L("10 in"), Out: job.L("1/2 in"), Span: job.L("48 in")}}
	d.Walls[0].Line.Stop = nil // D runs on to the wall that leans
	d.Walls[1].Line.Stop = &job.LineEnd{Face: "D"}
	m := work.NewMemory()
	r, err := m.Result(t.Context(), d)
	require.NoError(t, err)
	leaned := false
	for i, w := range r.Walls {
		assert.NotSame(t, r.Site.Walls[i], w.Wall)
		assert.Zero(t, r.Site.Walls[i].Start.Top+r.Site.Walls[i].Stop.Top)
		leaned = leaned || w.Wall.Start.Top != 0 || w.Wall.Stop.Top != 0
	}
	assert.True(t, leaned)
}

// An edit of one wall works out that wall; the others are as they were, to the
// same piece in memory.
func TestOnlyTheWallThatChangedIsWorkedOut(t *testing.T) {
	m := work.NewMemory()
	d := jobtest.Building(4)
	before, err := m.Result(t.Context(), d)
	require.NoError(t, err)
	d = job.Copy(d)
	d.Walls[2].Openings[0].Centre = job.L("80 in")
	after, err := m.Result(t.Context(), d)
	require.NoError(t, err)
	for i := range before.Walls {
		same := &before.Walls[i].Members[0] == &after.Walls[i].Members[0]
		assert.Equal(t, i != 2, same, before.Walls[i].Wall.ID)
	}
}
