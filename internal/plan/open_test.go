package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/job"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/site"
)

func openKinds(w Wall) map[string][]Open {
	out := map[string][]Open{}
	for _, x := range w.Open {
		out[x.Kind] = append(out[x.Kind], x)
	}
	return out
}

// A wall at 19.2 with boards of 48: an edge misses wood; the stud offered cures it.
func TestABoardsEdgeGetsItsStud(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		d := opened(u, job.Opening{Kind: "cased", Rough: &job.Size{Width: job.L(u.Words("32", "800")), Height: job.L(u.Words("80", "2030"))}})
		d.Walls[0].Layout = &job.Layout{From: "start", Spacing: job.L(u.Words("18", "450"))}
		w := computed(t, d).Walls[0]
		edges := openKinds(w)["edge"]
		require.NotEmpty(t, edges)
		require.Len(t, edges[0].Fixes, 1)
		cured, err := applyFix(d, "A", edges[0].Fixes[0].ID)
		require.NoError(t, err)
		after := computed(t, cured).Walls[0]
		assert.Len(t, openKinds(after)["edge"], len(edges)-1)
		assert.Equal(t, len(kinds(w, "stud"))+1, len(kinds(after, "stud")))
		assert.NotContains(t, byCode(after), "stud-astray")
	}
}

// A wall higher than its boards wants a row at their seam; laid, it is left out until
// the sheet under it is on.
func TestASeamGetsItsRow(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		d := opened(u, job.Opening{Kind: "cased", Rough: &job.Size{Width: job.L(u.Words("32", "800")), Height: job.L(u.Words("80", "2030"))}})
		d.Rules = &job.Rules{Sheets: []job.Sheet{{Width: job.L(u.Words("48", "1200")), Length: job.L(u.Words("84", "2100"))}}}
		seams := openKinds(computed(t, d).Walls[0])["seam"]
		require.Len(t, seams, 1)
		assert.Equal(t, u.Words("84 1/2 in", "2112 mm"), seams[0].Height)
		cured, err := applyFix(d, "A", seams[0].Fixes[0].ID)
		require.NoError(t, err)
		after := openKinds(computed(t, cured).Walls[0])
		assert.Empty(t, after["seam"])
		require.Len(t, after["later"], 1)
		assert.Equal(t, len(kinds(computed(t, cured).Walls[0], "nogging")), len(after["later"][0].Members))
	}
}

// Whatever stands there: every edge of the crew's board has wood or is on the list, and
// what is offered for one takes it off.
func TestEveryEdgeHasWoodOrIsListed(t *testing.T) {
	tried := map[string]int{}
	law.Check(t, func(t *rapid.T) {
		d := nailered(t)
		d.Walls[1].Ends[0].Style = rapid.SampledFrom([]string{"end-studs", "flat-nailer", "ladder", "scrap", "serves"}).Draw(t, "style")
		d.Walls[0].Layout.Spacing = job.L(d.Units.Words(rapid.SampledFrom([]string{"16 in", "18 in", "24 in"}).Draw(t, "spacing"), "600 mm"))
		p, err := Compute(d)
		if err != nil {
			t.Skip("walls that can't meet so")
		}
		w := p.Walls[0]
		left := openKinds(w)
		require.Len(t, left["edge"], len(w.Sheets[0].Misses))
		for i, x := range left["edge"] {
			require.Equal(t, w.Sheets[0].Misses[i], x.From)
		}
		for _, x := range append(left["corner"], left["edge"]...) {
			if len(x.Fixes) == 0 {
				continue
			}
			tried[x.Kind]++
			cured, err := applyFix(d, "A", x.Fixes[0].ID)
			require.NoError(t, err)
			after := computed(t, cured).Walls[0]
			require.NotContains(t, byCode(after), "stud-astray", "it was offered")
			for _, y := range openKinds(after)[x.Kind] {
				require.NotEqual(t, x.From, y.From, "%s at %s stays", x.Kind, x.From)
			}
			break
		}
	})
	assert.Greater(t, tried["edge"], 5)
	assert.Greater(t, tried["corner"], 5)
}

func TestSlipsOfAnExtraStudAreNamed(t *testing.T) {
	for path, stud := range map[string]job.ExtraStud{
		"studs[0].at":   {What: "coat rail"},
		"studs[0].what": {At: job.L("20")},
	} {
		d := piped(measure.Imperial)
		d.Walls[0].Studs = []job.ExtraStud{stud}
		faults := site.Check(d)
		require.NotEmpty(t, faults, path)
		assert.Equal(t, "walls[0]."+path, faults[0].Path)
	}
	d := piped(measure.Imperial)
	d.Walls[0].Studs = []job.ExtraStud{{At: job.L("100"), What: "coat rail"}}
	assert.Contains(t, byCode(computed(t, d).Walls[0]), "stud-astray", "it would stand in the doorway")
}
