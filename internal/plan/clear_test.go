package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/job"
	"homalos/internal/law"
	"homalos/internal/measure"
)

// What is kept clear has no stud in it, or the finding names what stands there
// all the same: kings, jacks, what a corner brings. No two full uprights stand in
// each other, and a bay is wider than the spacing only over a stretch that is
// wider itself, or where no second stud had room.
func TestNoStudStandsWhereItIsKeptClear(t *testing.T) {
	moved := 0
	law.Check(t, func(t *rapid.T) {
		u := rapid.SampledFrom([]measure.System{measure.Imperial, measure.Metric}).Draw(t, "units")
		long := measure.Length(rapid.IntRange(1500, 6000).Draw(t, "mm")) * measure.Millimetre
		d := cornered(u, long)
		mm := func(n int) job.Length { return job.L(u.Write(measure.Length(n) * measure.Millimetre)) }
		for range rapid.IntRange(1, 4).Draw(t, "stretches") {
			from := rapid.IntRange(60, int(long/measure.Millimetre)-400).Draw(t, "from")
			d.Walls[0].Clear = append(d.Walls[0].Clear, job.Clear{From: mm(from), To: mm(from + rapid.IntRange(10, 300).Draw(t, "wide")), What: "valve"})
		}
		if rapid.Bool().Draw(t, "door") {
			d.Walls[0].Openings = []job.Opening{{ID: "D", Kind: "door", Centre: mm(int(long/measure.Millimetre) / 2), Rough: &job.Size{Width: mm(600), Height: mm(2000)}}}
		}
		if rapid.Bool().Draw(t, "from the end") {
			d.Walls[0].Layout = &job.Layout{From: "end"}
		}
		p, err := Compute(d)
		if err != nil {
			t.Skip(err)
		}
		w := p.Walls[0]
		named := map[string]bool{}
		for _, f := range w.Findings {
			if f.Code == "in-the-clear" {
				for _, m := range f.Members {
					named[m] = true
				}
			}
		}
		type upright struct {
			Member
			from, to measure.Length
		}
		var all []upright
		for _, m := range w.Members {
			if m.Kind == "stud" || m.Kind == "king" || m.Kind == "jack" || m.Kind == "backer" {
				all = append(all, upright{m, lengthOf(t, u, m.From), lengthOf(t, u, m.To)})
			}
		}
		for i, a := range all {
			for _, c := range d.Walls[0].Clear {
				from, to := lengthOf(t, u, c.From.String()), lengthOf(t, u, c.To.String())
				if a.from < to && a.to > from {
					assert.True(t, named[a.ID], "%s stands in %v to %v, and nobody says so", a.ID, from, to)
					assert.False(t, a.Kind == "stud" && a.Why == "", "%s stands there by its mark alone", a.ID)
				}
			}
			if a.Kind == "stud" && a.Why == "beside its mark, clear of valve" {
				moved++
			}
			for _, b := range all[i+1:] {
				assert.False(t, a.from < b.to && b.from < a.to, "%s and %s stand in each other", a.ID, b.ID)
			}
		}
	})
	assert.Positive(t, moved, "nothing had to move: the law shows nothing")
}

// A valve at 47 to 49 1/2 takes the stud at 48: it stands before it, and its
// partner behind where the bay would be wider than the spacing.
func TestAStudStandsBesideAValve(t *testing.T) {
	d := bare(measure.Imperial, "101 in")
	d.Walls[0].Clear = []job.Clear{{From: job.L("47 in"), To: job.L("49 1/2 in"), What: "valve"}}
	w := computed(t, d).Walls[0]
	var at []string
	for _, m := range w.Members {
		if m.Kind == "stud" {
			at = append(at, m.From)
		}
	}
	assert.Equal(t, []string{"0 in", "15 1/4 in", "31 1/4 in", "45 1/2 in", "49 1/2 in", "63 1/4 in", "79 1/4 in", "95 1/4 in", "99 1/2 in"}, at)
	var codes []string
	for _, f := range w.Findings {
		codes = append(codes, f.Code)
	}
	assert.Contains(t, codes, "sheet-joint-off-wood", "a board's edge falls at 48")
	d.Walls[0].Clear[0] = job.Clear{From: job.L("31 in"), To: job.L("32 in"), What: "box"}
	for _, f := range computed(t, d).Walls[0].Findings {
		assert.NotEqual(t, "sheet-joint-off-wood", f.Code, "no edge falls at 32")
	}
}

func TestFaultsOfStretchesKeptClear(t *testing.T) {
	for name, c := range map[string]struct {
		clear job.Clear
		path  string
	}{
		"the end stud":    {job.Clear{From: job.L("1 in"), To: job.L("9 in"), What: "x"}, "from"},
		"the other one":   {job.Clear{From: job.L("90 in"), To: job.L("100 in"), What: "x"}, "to"},
		"back to front":   {job.Clear{From: job.L("9 in"), To: job.L("8 in"), What: "x"}, "to"},
		"for nothing":     {job.Clear{From: job.L("8 in"), To: job.L("9 in")}, "what"},
		"upside down":     {job.Clear{From: job.L("8 in"), To: job.L("9 in"), Low: job.L("9 in"), High: job.L("4 in"), What: "x"}, "high"},
		"not a length":    {job.Clear{From: job.L("8 in"), To: job.L("nine"), What: "x"}, "to"},
		"beyond the wall": {job.Clear{From: job.L("200 in"), To: job.L("210 in"), What: "x"}, "to"},
	} {
		d := bare(measure.Imperial, "101 in")
		d.Walls[0].Clear = []job.Clear{c.clear}
		_, err := Compute(d)
		var faults job.Faults
		require.ErrorAs(t, err, &faults, name)
		assert.Equal(t, "walls[0].clear[0]."+c.path, faults[0].Path, name)
	}
}
