package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/measure"
	"homalos/internal/site"
)

// oldWall is a wall that stands free from 0 to 120 in (3000 mm), its studs on 16 in
// (400 mm), with an opening of 32 × 82 in its middle; a level floor and ceiling are
// read along it, and no sign of load was found: somebody licensed lets it be opened.
func oldWall(u measure.System) job.Document {
	d := job.Starter("t", string(u))
	at := func(x, y string) job.Place { return job.Place{X: job.L(x), Y: job.L(y)} }
	var studs []job.Length
	for _, s := range []string{"0.75", "16", "32", "48", "64", "80", "96", "112"} {
		if u == measure.Metric {
			s = map[string]string{"0.75": "22.5", "16": "400", "32": "800", "48": "1200", "64": "1600", "80": "2050", "96": "2400", "112": "2800"}[s]
		}
		studs = append(studs, job.L(s))
	}
	mid := u.Words("60", "1500")
	d.Survey = &job.Survey{Walls: []job.ExistingWall{{
		ID: "old", Depth: job.L(u.Words("4 3/4", "120")), Finish: job.L(u.Words("1/2", "12.5")), Studs: studs, Fate: "opened",
		Ends: []job.Place{at("0", "0"), at(u.Words("120", "3000"), "0")},
		Cuts: []job.CutIn{{
			Lumber: d.Lumber[0].ID, Far: job.L(u.Words("3/4", "12.5")), Reference: job.L(u.Words("20", "500")),
			Opening: job.Opening{ID: "P", Kind: "cased", Centre: job.L(mid), Rough: &job.Size{Width: job.L(u.Words("32", "800")), Height: job.L(u.Words("82", "2050"))}},
		}},
	}}}
	for i, x := range []string{u.Words("5", "100"), u.Words("40", "1000"), u.Words("80", "2000"), u.Words("115", "2900")} {
		place := at(x, "0")
		d.Survey.Readings = append(d.Survey.Readings,
			job.Reading{ID: "f" + string(rune('a'+i)), Kind: "floor", Place: &place, Value: job.L(u.Words("-41", "-1040"))},
			job.Reading{ID: "c" + string(rune('a'+i)), Kind: "ceiling", Place: &place, Value: job.L(u.Words("55", "1400"))})
	}
	d.Assess = &job.Assess{Decisions: []job.Decision{{Wall: "old", Who: "an engineer", When: "2026-03-02", Paper: "sheet 2", Says: "may-be-opened"}}}
	for _, q := range []string{"joists-end", "joists-cross", "above", "below", "built-for-load", "braces"} {
		d.Assess.Answers = append(d.Assess.Answers, job.Answer{Wall: "old", Question: q, Answer: "no"})
	}
	return d
}

func fates(c CutIn) (out []string) {
	for _, s := range c.Studs {
		out = append(out, s.Fate)
	}
	return out
}

// An opening in an old wall: its studs that go stay as cripples and become its
// jacks; only kings and header are cut from new wood and bought.
func TestAnOpeningInAWallThatIsThere(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		p := computed(t, oldWall(u))
		require.Len(t, p.CutIns, 1)
		c := p.CutIns[0]
		assert.Equal(t, []string{"stays", "stays", "stays", "goes", "goes", "stays", "stays", "stays"}, fates(c), u)
		var got []string
		jacks := map[string]bool{}
		for _, m := range c.Members {
			got = append(got, m.Kind)
			assert.Equal(t, "ready", m.State, "%s: %v", m.ID, c.Findings)
			jacks[m.ID] = m.Kind == "jack"
		}
		assert.ElementsMatch(t, []string{"king", "king", "jack", "jack", "header"}, got)
		for _, s := range c.Studs {
			if s.Fate == "goes" {
				assert.True(t, jacks[s.Becomes], "what comes out is long enough: %+v", s)
			}
		}
		bought := 0
		for _, s := range p.Sticks {
			for _, x := range s.Cuts {
				bought++
				assert.False(t, jacks[x.Member], "%s comes out of the wall", x.Member)
			}
		}
		assert.Equal(t, 3, bought, "two kings and a header")
		called := 0
		for _, x := range p.Cuts {
			called += x.Count
		}
		assert.Equal(t, 5, called, "all are cut")
	}
	c := computed(t, oldWall(measure.Imperial)).CutIns[0]
	assert.Equal(t, []string{"82 in", "11 in"}, []string{c.Studs[3].Spare, c.Studs[3].Top}) // 82 + 1 1/2 − 1 1/2; 96 − 1 1/2 − 82 − 1 1/2
	// 44 and 76 from the first corner are 24 and 56 from what is seen at 20; from the
	// other side they lie the other way round
	assert.Equal(t, []string{"24 in", "56 in", "1/2 in"}, []string{c.Corners[0].Left, c.Corners[0].Right, c.Corners[0].Deep})
	assert.Equal(t, []string{"-56 in", "-24 in", "3/4 in"}, []string{c.Corners[1].Left, c.Corners[1].Right, c.Corners[1].Deep})
	assert.Equal(t, "4 3/4 in", c.Jamb)
	assert.Equal(t, []string{"92 15/16 in", "92 15/16 in"}, p(c, "king")) // 96 − 3 − 1/16
}

func p(c CutIn, kind string) (out []string) {
	for _, m := range c.Members {
		if m.Kind == kind {
			out = append(out, m.Cut)
		}
	}
	return out
}

// A stud that stands where a king would serves as one, packed to the jack.
func TestAStudThatStandsThereServesAsAKing(t *testing.T) {
	d := oldWall(measure.Imperial)
	d.Survey.Walls[0].Studs[5] = job.L("79")
	c := computed(t, d).CutIns[0]
	assert.Equal(t, "king", c.Studs[5].Fate)
	assert.Equal(t, "3/4 in", c.Studs[5].Packing)
	assert.Len(t, p(c, "king"), 1)
}

// Until the assessment allows it nothing of it is cut; where signs of load are,
// it waits for the engineer's header too.
func TestAnOldWallIsNotOpenedUnheld(t *testing.T) {
	d := oldWall(measure.Imperial)
	d.Assess.Decisions = nil
	c := computed(t, d).CutIns[0]
	for _, m := range c.Members {
		assert.Equal(t, "blocked", m.State, m.ID)
	}
	require.NotEmpty(t, c.Findings)
	assert.Equal(t, "load-hold", c.Findings[0].Code)

	d = oldWall(measure.Imperial)
	d.Assess.Answers[0].Answer = "yes"
	c = computed(t, d).CutIns[0]
	assert.Empty(t, p(c, "header"), "no size is offered")
	d.Survey.Walls[0].Cuts[0].Opening.Bearing = &job.Bearing{By: "an engineer", When: "2026-03-02", Plies: 1, Lumber: d.Lumber[0].ID, Each: job.L("1 1/2")}
	c = computed(t, d).CutIns[0]
	assert.Equal(t, []string{"35 in"}, p(c, "header"))
	assert.Len(t, c.Bearing, 1)
}

func TestFaultsOfOpeningsInOldWalls(t *testing.T) {
	for name, c := range map[string]struct {
		change func(c *job.CutIn, w *job.ExistingWall)
		path   string
	}{
		"no such lumber":     {func(c *job.CutIn, _ *job.ExistingWall) { c.Lumber = "oak" }, "lumber"},
		"off the wall":       {func(c *job.CutIn, _ *job.ExistingWall) { c.Opening.Centre = job.L("10") }, "opening.centre"},
		"a leaf of no width": {func(c *job.CutIn, _ *job.ExistingWall) { c.Opening.Rough.Width = job.L("0") }, "opening.rough.width"},
		"in a door that is there": {func(_ *job.CutIn, w *job.ExistingWall) {
			w.Openings = []job.ExistingOpening{{From: job.L("50"), To: job.L("70")}}
		}, "opening.centre"},
		"an engineer without a day": {func(c *job.CutIn, _ *job.ExistingWall) {
			c.Opening.Bearing = &job.Bearing{By: "E", Lumber: c.Lumber, Each: job.L("2")}
		}, "opening.bearing.when"},
	} {
		d := oldWall(measure.Imperial)
		c.change(&d.Survey.Walls[0].Cuts[0], &d.Survey.Walls[0])
		_, err := Compute(d)
		var faults job.Faults
		require.ErrorAs(t, err, &faults, name)
		assert.Equal(t, "survey.walls[0].cuts[0]."+c.path, faults[0].Path, "%s: %v", name, faults)
	}
}

// A reading taken along it frees its pieces, and stays where it was read when the
// wall is left as it is after all.
func TestAReadingAlongAnOldWallStays(t *testing.T) {
	d := oldWall(measure.Imperial)
	d.Survey.Readings = nil
	for _, at := range []string{"10", "43", "60", "77", "110"} {
		d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: "g" + at, Kind: "gap", Basis: "between", Place: &job.Place{Wall: "P", Station: job.L(at)}, Value: job.L("93")})
	}
	c := computed(t, d).CutIns[0]
	assert.Equal(t, []string{"92 15/16 in", "92 15/16 in"}, p(c, "king"))
	after := job.Copy(d)
	after.Survey.Walls[0].Cuts = nil
	site.KeepPlaces(d, &after)
	p, err := Compute(after)
	require.NoError(t, err)
	assert.Empty(t, p.CutIns)
}

// A cable in the wall stops the opening until it is proved dead.
func TestACableWhereAWallIsCut(t *testing.T) {
	d := oldWall(measure.Imperial)
	d.Survey.Hidden = []job.Hidden{{ID: "cable", Kind: "cable", In: "wall", Wall: "old", From: job.Place{Station: job.L("55")}, To: job.Place{Station: job.L("55")}}}
	c := computed(t, d).CutIns[0]
	assert.Equal(t, []string{"hidden-in-cut", "stop", "blocked"}, []string{c.Findings[0].Code, c.Findings[0].Level, c.Members[0].State})
	d.Survey.Hidden[0].Dead = &job.Signed{By: "an electrician", At: "2026-03-02"}
	c = computed(t, d).CutIns[0]
	assert.Equal(t, []string{"warn", "ready"}, []string{c.Findings[0].Level, c.Members[0].State})
	d.Survey.Hidden[0].Dead = nil
	d.Survey.Hidden[0].From.Station, d.Survey.Hidden[0].To.Station = job.L("10"), job.L("12")
	assert.Empty(t, computed(t, d).CutIns[0].Findings)
}

// What is found of an opening in an old wall has its fixes at a touch too.
func TestSlipsOfAnOpeningInAnOldWallAreCured(t *testing.T) {
	d := oldWall(measure.Imperial)
	o := &d.Survey.Walls[0].Cuts[0].Opening
	o.Kind, o.Leaf, o.Rough = "door", &job.Size{Width: job.L("30"), Height: job.L("80")}, &job.Size{Width: job.L("29")}
	p := computed(t, d)
	fix := ""
	for _, f := range p.CutIns[0].Findings {
		if f.Code == "too-narrow" {
			require.Len(t, f.Fixes, 1)
			fix = f.Fixes[0].ID
		}
	}
	require.NotEmpty(t, fix)
	assert.NotEmpty(t, p.FixSaid("P", fix))
	cured, err := applyFix(d, "P", fix)
	require.NoError(t, err)
	assert.Equal(t, "32 in", cured.Survey.Walls[0].Cuts[0].Opening.Rough.Width.String())
	for _, f := range computed(t, cured).CutIns[0].Findings {
		assert.NotEqual(t, "too-narrow", f.Code)
	}
}

// A new wall that ends where an opening is to be cut is stopped, until either moves.
func TestAWallThatEndsInWhatIsToBeCut(t *testing.T) {
	d := jobtest.Closet()
	for centre, want := range map[string]bool{"85 in": true, "30 in": false} {
		d.Survey.Walls[0].Cuts = []job.CutIn{{Lumber: d.Lumber[0].ID, Opening: job.Opening{ID: "P1", Kind: "cased", Centre: job.L(centre), Rough: &job.Size{Width: job.L("30"), Height: job.L("80")}}}}
		stops := false
		for _, f := range wallOf(t, computed(t, d), "E").Findings {
			stops = stops || f.Code == "meets-cut-in" && f.Level == "stop"
		}
		assert.Equal(t, want, stops, centre)
	}
}
