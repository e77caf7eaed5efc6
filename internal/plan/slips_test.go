package plan

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/measure"
	"homalos/internal/proving"
)

// answered writes what came of a check into a job.
func answered(d job.Document, c job.Checked) job.Document {
	r := job.Record{}
	if d.Record != nil {
		r = *d.Record
	}
	r.Checks = append(r.Checks, c)
	d.Record = &r
	return d
}

// found is every code that stands in a plan, of the job and of its walls.
func found(p Plan) (out []string) {
	for _, f := range p.Findings {
		out = append(out, f.Code)
	}
	for _, w := range p.Walls {
		for _, f := range w.Findings {
			out = append(out, f.Code)
		}
		for _, x := range w.Open {
			out = append(out, "open-"+x.Kind)
		}
	}
	for _, c := range p.CutIns {
		for _, f := range c.Findings {
			out = append(out, f.Code)
		}
	}
	return out
}

// slips are those that a check names.
func slips(p Plan) (out []proving.Slip) {
	for _, c := range p.Checks {
		if c.State == "mend" && c.Slip != "" {
			out = append(out, proving.Slip(c.Slip))
		}
	}
	return out
}

// Every slip that is seen again and again, planted in a job, is caught: by a finding of the
// plan, or by a check that names it. Rule: the work, step 10.
func TestEachSlipIsCaught(t *testing.T) {
	bindery := func() job.Document { return jobtest.Demo(t, "bindery") }
	door := func() job.Document {
		d := edited(t)
		d.Walls[0].Openings = []job.Opening{{ID: "D1", Kind: "door", Centre: job.L("40 in"), Leaf: sized("30", "80"), FinishFloor: job.L("3/4 in")}}
		return d
	}
	should := func(d job.Document, check string) (out job.Length) {
		for _, a := range computed(t, d).ToCheck {
			if a.ID == check {
				return job.Exactly(a.Should, d.Units)
			}
		}
		require.Fail(t, "no such check", check)
		return out
	}
	less := func(d job.Document, check, by string) job.Length {
		a, err := should(d, check).In(d.Units)
		require.NoError(t, err)
		b, err := job.L(by).In(d.Units)
		require.NoError(t, err)
		return job.Exactly(a-b, d.Units)
	}
	check := func(d job.Document, c job.Checked) job.Document { return answered(d, c) }
	measured := func(id, by string) job.Document {
		d := door()
		return check(d, job.Checked{Check: id, Value: less(d, id, by)})
	}
	for name, c := range map[string]struct {
		job  job.Document
		code string       // of a finding,
		slip proving.Slip // or of a check
	}{
		"plates not taken off, or twice": {measured("A.height.start", "3 in"), "", proving.PlatesOff}, // a plate below and one above: 2 × 1 1/2
		"a reading over plates, said to be open": {func() job.Document {
			d := edited(t)
			for i := range 6 {
				r := d.Survey.Readings[1]
				r.ID, r.Place = "m"+string(rune('0'+i)), &job.Place{Wall: "A", Station: job.L([]string{"8", "20", "44", "52", "76", "88"}[i])}
				d.Survey.Readings = append(d.Survey.Readings, r)
			}
			d.Survey.Readings[2].Value = job.L("93 3/16 in")
			return d
		}(), "doubtful-reading", ""},
		"a lean not carried to full height": {check(door(), job.Checked{Check: "A.plumb-across.start", Value: job.L("1/8 in"), Over: job.L("24 in")}), "", proving.NotCarried},
		"a deep wall assumed where a shallow one stands": {func() job.Document {
			d := door()
			d.Lumber = append(d.Lumber, job.Lumber{ID: "2x6", Thickness: job.L("1 1/2 in"), Depth: job.L("5 1/2 in")})
			return check(d, job.Checked{Check: "A.depth", Value: job.L("5 1/2 in")})
		}(), "", proving.OtherDepth},
		"the same, seen at the jamb":             {func() job.Document { d := door(); d.Walls[0].Openings[0].Jamb = job.L("6 9/16 in"); return d }(), "jamb-depth", ""},
		"jacks forgotten in the width, as built": {measured("A.opening-width.D1", "3 in"), "", proving.JacksInside},
		"jacks forgotten in the width, as given": {func() job.Document {
			d := door()
			d.Walls[0].Openings[0].Rough = &job.Size{Width: job.L("35")}
			return d
		}(), "jacks-in-width", ""},
		"finished for framing length":        {measured("A.height.end", "1/2 in"), "", proving.Finished}, // the board
		"wood on the wrong side of the mark": {measured("A.marks.bottom", "1 1/2 in"), "", proving.WrongSide},
		"layout restarted":                   {measured("A.marks.bottom", "5/8 in"), "", proving.Restarted},
		"top plate not mirrored":             {turnedAt(t, door(), "A.marks.top"), "", proving.NotMirrored},
		"a wall turned end for end":          {turnedAt(t, door(), "A.marks.bottom"), "", proving.Turned},
		"a stud in a drain": {func() job.Document {
			d := edited(t)
			d.Survey.Obstructions = []job.Obstruction{{ID: "drain", Kind: "drain", From: &job.Place{X: job.L("32"), Y: job.L("-9")}, To: &job.Place{X: job.L("32"), Y: job.L("9")}, Width: job.L("2"), Rises: true}}
			return d
		}(), "pipe-in-stud", ""},
		"a stud on the king": {func() job.Document {
			d := door()
			d.Walls[0].Studs = []job.ExtraStud{{At: job.L("22 1/4 in"), What: "backing"}}
			return d
		}(), "stud-astray", ""},
		"no backing": {func() job.Document {
			d := door()
			d.Walls[0].Backing = []job.Backing{{What: "rail", From: job.L("30"), To: job.L("50"), Height: job.L("36")}}
			return d
		}(), "open-backing", ""},
		"no joist above": {func() job.Document {
			d := edited(t)
			d.Survey.Joists = []job.Joists{{ID: "J", Of: "ceiling", Angle: job.Angle(0), First: &job.Place{X: job.L("0"), Y: job.L("200")}, Spacing: job.L("16"), Count: 3}}
			return d
		}(), "", ""},
		"too tight to go in":           {func() job.Document { d := bindery(); d.Walls[0].Raise = &job.Raise{Way: "tilt"}; return d }(), "tilt-jams", ""},
		"wood short":                   {edited(t, `"stock": ["96 in", "144 in"]`, `"stock": ["72 in"]`), "longer-than-stock", ""},
		"a bearing wall opened unheld": {bindery(), "load-hold", ""},
		"too heavy for who's there": {func() job.Document {
			d := bindery()
			d.Walls[0].Raise = &job.Raise{Way: "tilt"}
			d.Schedule.Crew = 1
			return d
		}(), "people-short", ""},
		"nothing left to hold the board": {check(door(), job.Checked{Check: "A.backing.left.0 in", Is: "no"}), "", proving.NoWood},
		"sums that do not close: parts against measured whole": {func() job.Document {
			d := door()
			d.Walls[0].Raise = &job.Raise{Way: "sections", Sections: job.Ls("70 in")}
			return check(d, job.Checked{Check: "A.section.2.bottom", Value: job.L("30 1/2 in")})
		}(), "", proving.PartsOff},
		"pieces called and not there": {check(door(), job.Checked{Check: "A.count", Count: new(int)}), "", proving.Missing},
	} {
		p := computed(t, c.job)
		switch {
		case c.slip != "":
			assert.Contains(t, slips(p), c.slip, name)
		case c.code != "":
			assert.Contains(t, found(p), c.code, name)
		default: // it stands where the plate is fixed
			i := slices.IndexFunc(p.Walls[0].Against, func(a AgainstSaid) bool { return a.Of == "ceiling" })
			assert.Equal(t, "none", string(p.Walls[0].Against[i].Lie), name)
		}
	}
	assert.Empty(t, slips(computed(t, door())), "nothing is named where nothing was done")
}

// turnedAt measures a mark as it would read from the wall's other end.
func turnedAt(t *testing.T, d job.Document, id string) job.Document {
	p := computed(t, d)
	for _, a := range p.ToCheck {
		if a.ID != id {
			continue
		}
		for _, m := range p.Result.Walls[0].Members {
			if m.From == a.Should {
				return answered(d, job.Checked{Check: id, Value: job.Exactly(p.Result.Walls[0].Wall.Length-m.To, d.Units)})
			}
		}
	}
	require.Fail(t, "no such mark", id)
	return d
}

// What carries, as built for want of wood: not what the engineer named. The check stops it,
// and the wall isn't closed.
func TestAHeaderUnderBuilt(t *testing.T) {
	d := edited(t)
	d.Walls[0].Carries = "yes"
	d.Walls[0].Openings = []job.Opening{{ID: "D1", Kind: "door", Centre: job.L("50 in"), Leaf: sized("30", "80"), Bearing: &job.Bearing{By: "an engineer", When: "2026-11-20", Paper: "sheet 3", Plies: 2, Depth: job.L("7 1/4 in"), Each: job.L("3 in")}}}
	asked := false
	for _, c := range computed(t, d).Checks {
		asked = asked || c.ID == "A.bearing.D1"
	}
	require.True(t, asked)
	p := computed(t, answered(d, job.Checked{Check: "A.bearing.D1", Is: "no"}))
	assert.Equal(t, []proving.Slip{proving.UnderBuilt}, slips(p))
	assert.NotEmpty(t, p.Proved[0].Why)
}

// Every kind of check is asked where there is something to ask it of: of a hall's doors on
// one head, of a frame that one lines up with, of what carries, of a wall in two sections.
func TestEveryKindOfCheckIsAskedSomewhere(t *testing.T) {
	hall := edited(t)
	hall.Walls[0].Openings = []job.Opening{
		{ID: "D1", Kind: "door", Centre: job.L("25 in"), Leaf: sized("24", "80"), Head: "hall"}, {ID: "D2", Kind: "door", Centre: job.L("75 in"), Leaf: sized("24", "80"), Head: "hall"},
	}
	hall.Walls[0].Raise = &job.Raise{Way: "sections", Sections: job.Ls("50 in")}
	carries := edited(t)
	carries.Walls[0].Carries = "yes"
	carries.Walls[0].Openings = []job.Opening{{ID: "D1", Kind: "door", Centre: job.L("50 in"), Leaf: sized("30", "80"), Bearing: &job.Bearing{By: "an engineer", When: "2026-11-20", Paper: "sheet 3", Plies: 2, Depth: job.L("7 1/4 in"), Each: job.L("3 in")}}}
	seen := map[proving.Kind]bool{}
	along := 0
	for _, d := range []job.Document{jobtest.Demo(t, "bindery"), jobtest.Demo(t, "wardrobe"), inFront(measure.Imperial, false), inFront(measure.Metric, true), hall, carries} {
		for _, a := range computed(t, d).ToCheck {
			seen[a.Kind] = true
			if a.Kind == proving.HeadAlong {
				along++
			}
		}
	}
	for _, k := range proving.Kinds {
		assert.True(t, seen[k], k)
	}
	assert.Equal(t, 3, along, "each but the one that the others go by")
}
