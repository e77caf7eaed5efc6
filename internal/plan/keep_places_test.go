package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/site"
)

func measured() job.Document {
	d := jobtest.Closet()
	d.Survey.Readings = nil
	for i, station := range []string{"0 in", "40 in", "88 in"} {
		d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: string(rune('a' + i)), Kind: "gap", Place: &job.Place{Wall: "D", Station: job.L(station)}, Value: job.L("93 in")})
	}
	d.Survey.Readings[1].Basis = "stacked"
	d.Survey.Readings[1].Value = job.L("90 in")
	return d
}

func standing(t *testing.T, d job.Document) map[string]job.Reading {
	t.Helper()
	s, faults := site.Of(d)
	require.Empty(t, faults)
	out := map[string]job.Reading{}
	for _, r := range s.Readings {
		out[r.ID] = s.Given[r.ID]
	}
	return out
}

// A wall that is moved leaves its readings where they were taken: the floor
// there is what it was.
func TestReadingsStayWhereTheyWereTaken(t *testing.T) {
	before := measured()
	was, _ := site.Of(before)
	for name, c := range map[string]struct {
		change func(d *job.Document)
		stay   int
	}{
		"moved aside":           {func(d *job.Document) { d.Walls[0].Line.At = job.L("40 in") }, 3},
		"shortened":             {func(d *job.Document) { d.Walls[1].Line.At = job.L("60 in") }, 1},
		"taken out":             {func(d *job.Document) { d.Walls = nil }, 3},
		"a hair":                {func(d *job.Document) { d.Walls[0].Line.At = job.L("60 1/4 in") }, 0},
		"only its name":         {func(d *job.Document) { d.Walls[0].Name = "closet" }, 0},
		"turned end for end":    {func(d *job.Document) { l := d.Walls[0].Line; l.Start, l.Stop = l.Stop, nil; d.Walls[1].Line.Stop = nil }, -1},
		"its studs made deeper": {func(d *job.Document) { d.Walls[0].Lumber, d.Walls[0].Bottom = "2x6", []string{"2x6"} }, 0},
		"placed by two ends now": {func(d *job.Document) {
			d.Walls = d.Walls[:1]
			d.Walls[0].Line = nil
			d.Walls[0].From, d.Walls[0].To = job.Place{X: job.L("0 in"), Y: job.L("20 in")}, job.Place{X: job.L("90 in"), Y: job.L("20 in")}
		}, 3},
	} {
		t.Run(name, func(t *testing.T) {
			after := job.Copy(before)
			c.change(&after)
			n := site.KeepPlaces(before, &after)
			if c.stay >= 0 {
				assert.Equal(t, c.stay, n)
			}
			require.Empty(t, site.Check(after))
			now, _ := site.Of(after)
			require.Len(t, now.Readings, 3, "none is lost, none counts twice")
			for _, r := range now.Readings {
				for _, old := range was.Readings {
					if old.ID == r.ID || now.Given[r.ID].Replaces == old.ID {
						assert.InDelta(t, 0, old.At.Distance(r.At), site.Stray+1, name)
						assert.InDelta(t, old.Value, r.Value, 0.01)
						assert.False(t, r.Sure, "the same tape is no second one")
					}
				}
			}
			assert.Zero(t, site.KeepPlaces(before, &job.Document{}), "nothing to keep")
			again := job.Copy(after)
			assert.Zero(t, site.KeepPlaces(after, &again), "once")
		})
	}
}

func TestAStackedGapThatStaysIsGivenFromTheFloor(t *testing.T) {
	after := measured()
	after.Walls = nil
	require.Equal(t, 3, site.KeepPlaces(measured(), &after))
	stay := standing(t, after)["b, stays 1"]
	assert.Equal(t, "93 in", stay.Value.String(), "90 over three inches of plates")
	assert.Empty(t, stay.Basis)
	assert.True(t, stay.Stays)
	assert.Empty(t, stay.Place.Wall)
	// a correction of one that stayed is a correction like any other
	after.Survey.Readings = append(after.Survey.Readings, job.Reading{ID: "again", Kind: "gap", Place: stay.Place, Value: job.L("93 in"), Replaces: "b, stays 1"})
	s, faults := site.Of(after)
	require.Empty(t, faults)
	for _, r := range s.Readings {
		assert.Equal(t, r.ID == "again", r.Sure)
	}
}

// Rot doesn't walk along with a wall: it lies where it was found, and stops
// whatever wall comes over it.
func TestABadFloorStaysWhereItIs(t *testing.T) {
	before := jobtest.Closet()
	before.Assess = &job.Assess{Floor: []job.FloorCheck{
		{ID: "rot", Wall: "D", From: job.L("10 in"), To: job.L("30 in"), State: "rot"},
		{ID: "damp", Wall: "D", From: job.L("80 in"), To: job.L("93 in"), State: "damp"},
	}}
	bad := func(d job.Document, wall string) bool {
		for _, f := range wallOf(t, computed(t, d), wall).Findings {
			if f.Code == "bad-floor" {
				return true
			}
		}
		return false
	}
	require.True(t, bad(before, "D"))
	aside := job.Copy(before)
	aside.Walls[0].Line.At = job.L("40 in")
	site.KeepPlaces(before, &aside)
	require.Empty(t, site.Check(aside))
	assert.Len(t, aside.Assess.Floor[0].Ends, 2)
	assert.False(t, bad(aside, "D"), "it stands on other boards now")
	back := job.Copy(aside)
	back.Walls[0].Line.At = before.Walls[0].Line.At
	assert.True(t, bad(back, "D"), "and back over the rot")
	hair := job.Copy(before)
	hair.Walls[0].Line.At = job.L("60 1/4 in")
	site.KeepPlaces(before, &hair)
	assert.True(t, job.Same(before, withAt(hair, before.Walls[0].Line.At.String())), "a hair is no move")
	gone := job.Copy(before)
	gone.Walls = gone.Walls[1:]
	gone.Walls[0].Line.Stop = nil
	site.KeepPlaces(before, &gone)
	require.Empty(t, site.Check(gone), "a wall with a checked floor can be taken out")
	assert.True(t, bad(gone, "E"), "E runs on over where D had stood")
	again := job.Copy(gone)
	site.KeepPlaces(gone, &again)
	assert.True(t, job.Same(gone, again), "once is enough")
}

func withAt(d job.Document, at string) job.Document {
	d.Walls[0].Line.At = job.L(at)
	return d
}

func TestAPlaceOfAFloorCheckIsHeldToSense(t *testing.T) {
	for says, c := range map[string]job.FloorCheck{
		"give two places":     {ID: "a", State: "rot", Ends: []job.Place{{X: job.L("1 in"), Y: job.L("1 in")}}},
		"or a wall with from": {ID: "a", State: "rot", Wall: "D", From: job.L("1 in"), To: job.L("2 in"), Ends: []job.Place{{X: job.L("1 in"), Y: job.L("1 in")}, {X: job.L("9 in"), Y: job.L("1 in")}}},
		"not a wall and":      {ID: "a", State: "rot", Ends: []job.Place{{Wall: "D", Station: job.L("1 in")}, {X: job.L("9 in"), Y: job.L("1 in")}}},
		"is no wall of this":  {ID: "a", State: "rot", From: job.L("1 in"), To: job.L("2 in")},
		"give from and to":    {ID: "a", State: "rot", Wall: "D", From: job.L("9 in"), To: job.L("2 in")},
		"furlongs":            {ID: "a", State: "rot", Ends: []job.Place{{X: job.L("1 furlongs"), Y: job.L("1 in")}, {X: job.L("9 in"), Y: job.L("1 in")}}},
		"write one of":        {ID: "a", State: "mouldy", Wall: "D", From: job.L("1 in"), To: job.L("2 in")},
	} {
		d := jobtest.Closet()
		d.Assess = &job.Assess{Floor: []job.FloorCheck{c}}
		assert.ErrorContains(t, site.Check(d), says)
	}
}
