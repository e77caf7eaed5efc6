package proving_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/job"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/proving"
)

func named(all []proving.Item) (out []string) {
	for _, x := range all {
		out = append(out, x.Item)
	}
	return out
}

// What a plan leaves open of a wall that is tilted up, its top plate fitted later, its
// bottom plate through the doorway.
func TestWhatAPlanLeavesOpen(t *testing.T) {
	d := level(t)
	d.Rules = &job.Rules{Doorway: "whole"}
	d.Walls[0].Raise = &job.Raise{Way: "tilt", Later: []string{"top-plate"}}
	d.Walls[0].Pending = []job.Pending{{From: job.L("100 in"), To: job.L("110 in"), What: "the drain"}}
	d.Survey.Walls = []job.ExistingWall{{ID: "slab", Kind: "edge", Ends: []job.Place{{X: job.L("0"), Y: job.L("-90")}, {X: job.L("100"), Y: job.L("-90")}}}}
	d.Schedule = &job.Schedule{
		Waits:    []job.Wait{{ID: "w1", For: "inspection", Who: "the inspector", On: "2026-12-08"}},
		Consents: []job.Consent{{What: "noise", Who: "the house next door"}, {What: "dust", Who: "the baker", On: "2026-11-01"}},
	}
	p := asked(t, d)
	kinds := map[string]int{}
	for _, x := range p.left {
		kinds[x.Kind]++
		assert.True(t, x.Planned)
		if x.Item == "wait.w1" {
			assert.Equal(t, [2]string{"the inspector", "2026-12-08"}, [2]string{x.Who, x.Due})
		}
	}
	assert.GreaterOrEqual(t, kinds["brace"], 2)
	assert.Equal(t, 1, kinds["later"])
	assert.Equal(t, 1, kinds["saw-out"])
	assert.Equal(t, 1, kinds["guard"])
	assert.Equal(t, 2, kinds["wait"], "what was agreed to is open no more")
	assert.Positive(t, kinds["pending"])
	all := named(p.left)
	slices.Sort(all)
	assert.Len(t, slices.Compact(all), len(p.left), "each has a name of its own")
}

// Whatever is written and settled, and whatever the plan stops leaving open: what somebody
// wrote of stays on the list, and what is settled says by which line.
func TestNothingIsLostFromTheList(t *testing.T) {
	p := asked(t, demoJob(t, "bindery.json"))
	law.Check(t, func(t *rapid.T) {
		r := &job.Record{}
		written, settled := map[string]bool{}, map[string]bool{}
		for range rapid.IntRange(0, 12).Draw(t, "lines") {
			name := rapid.SampledFrom(append(named(p.left), "clamp", "sheet")).Draw(t, "item")
			if rapid.Bool().Draw(t, "says more") {
				r.Items = append(r.Items, job.Noted{Item: name, Kind: "other", What: "it", Who: "Kit"})
				written[name] = true
				continue
			}
			open := rapid.Bool().Draw(t, "open again")
			r.Settled = append(r.Settled, job.Settled{Item: name, What: "it", Line: "done", Undone: open})
			written[name], settled[name] = true, !open
		}
		left := slices.DeleteFunc(slices.Clone(p.left), func(proving.Item) bool { return rapid.Bool().Draw(t, "gone from the plan") })
		seen := map[string]int{}
		for _, x := range proving.Open(left, job.Document{Record: r}) {
			seen[x.Item]++
			require.Equal(t, settled[x.Item], x.Settled != nil, x.Item)
		}
		for name := range written {
			require.Equal(t, 1, seen[name], name)
		}
		for _, x := range left {
			require.Equal(t, 1, seen[x.Item], x.Item)
		}
	})
}

// A wall is closed when nothing of it is open, nothing is to be mended, and what boards hide
// was photographed; what is open of other walls keeps nobody.
func TestWhatKeepsAWallFromBeingClosed(t *testing.T) {
	d := level(t)
	d.Walls[0].Raise = &job.Raise{Way: "tilt"}
	d.Record = &job.Record{}
	p := asked(t, d)
	why := func() proving.Closing {
		return proving.MayClose("A", proving.Open(p.left, d), proving.Judge(p.asks, d, p.r.Rules), p.r.Rules)
	}
	assert.NotEmpty(t, why().Items)
	assert.NotEmpty(t, why().Checks)
	for _, x := range p.left {
		d.Record.Settled = append(d.Record.Settled, job.Settled{Item: x.Item, Line: "done"})
	}
	d.Record.Items = append(d.Record.Items, job.Noted{Item: "other wall's", Wall: "B", Kind: "other", What: "x"}, job.Noted{Item: "the job's", Kind: "other", What: "x"})
	assert.Empty(t, why().Items)
	for _, a := range p.asks {
		if a.Takes == proving.Photo {
			d.Record.Photos = append(d.Record.Photos, job.Photo{Check: a.ID})
		}
	}
	assert.Empty(t, why().Said)
	d.Record.Checks = append(d.Record.Checks, job.Checked{Check: "A.light", Value: job.L("1 in")})
	assert.Len(t, why().Checks, 1)
	d.Record.Items = append(d.Record.Items, job.Noted{Item: "clamp", Wall: "A", Kind: "closure", What: "a clamp"})
	assert.Len(t, why().Items, 1)
	assert.Len(t, why().Said, 2)
}

// A reading that is corrected by a hair leaves every check and every item its name: what
// was said of it stays said.
func TestNamesOutlastAHair(t *testing.T) {
	for _, file := range []string{"bindery.json", "wardrobe.json"} {
		names := func(d job.Document) (checks, items []string) {
			p := asked(t, d)
			for _, a := range p.asks {
				checks = append(checks, a.ID)
			}
			return checks, named(p.left)
		}
		d := demoJob(t, file)
		for i := range d.Walls {
			d.Walls[i].Raise = &job.Raise{Way: "tilt"}
		}
		checks, items := names(d)
		for i := range d.Survey.Ties {
			if tie := &d.Survey.Ties[i]; tie.Kind == "length" {
				was, err := tie.Value.In(d.Units)
				require.NoError(t, err)
				tie.Value = job.Exactly(was+measure.Millimetre/2, d.Units)
			}
		}
		nowChecks, nowItems := names(d)
		assert.Equal(t, checks, nowChecks)
		assert.Equal(t, items, nowItems)
	}
}
