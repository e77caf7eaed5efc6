package making

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/law"
	"homalos/internal/plan"
	"homalos/internal/site"
)

func made(t testing.TB, d job.Document, acts ...job.Act) Edited {
	t.Helper()
	done, err := (&Maker{Now: d}).Make(edits(acts...))
	require.NoError(t, err)
	return done
}

func edits(acts ...job.Act) []job.Edit {
	var out []job.Edit
	for _, a := range acts {
		out = append(out, job.Edit{Act: a})
	}
	return out
}

func gap(id, wall, station, value string) *job.AddReading {
	return &job.AddReading{Reading: job.Reading{ID: id, Kind: "gap", Place: &job.Place{Wall: wall, Station: job.L(station)}, Value: job.L(value)}}
}

// moved is wall C of the bindery, placed elsewhere; D comes up to it.
func movedC(d job.Document, at string) *job.PutWall {
	w := d.Walls[2]
	line := *w.Line
	line.At = job.L(at)
	w.Line = &line
	return &job.PutWall{Wall: w}
}

// A crew at work for a while, whatever it does: each step makes sense, and
// taking them back in reverse gives the first document byte for byte.
func TestACrewsWorkIsTakenBackByteForByte(t *testing.T) {
	starts := []job.Document{job.Canonical(jobtest.Demo(t, "bindery")), job.Canonical(jobtest.Demo(t, "wardrobe"))}
	law.Check(t, func(t *rapid.T) {
		d := rapid.SampledFrom(starts).Draw(t, "job")
		crew := jobtest.NewCrew("crew", rapid.Uint64().Draw(t, "seed"))
		var states []string
		var steps []Edited
		for range rapid.IntRange(1, 6).Draw(t, "requests") {
			var request []job.Edit
			for range rapid.IntRange(1, 3).Draw(t, "edits") {
				request = append(request, crew.Edit(d))
			}
			done, err := (&Maker{Now: d}).Make(request)
			if err != nil {
				continue // refused: nothing is changed
			}
			require.Empty(t, site.Check(done.Document))
			states, steps = append(states, string(job.Write(d))), append(steps, done)
			d = done.Document
		}
		for i := len(steps) - 1; i >= 0; i-- {
			back, err := (&Maker{Now: d, Kept: true}).Make(steps[i].Inverse())
			require.NoError(t, err)
			require.Equal(t, states[i], string(job.Write(back.Document)))
			d = back.Document
		}
	})
}

func TestAReadingOnAnOldPageStaysWhereItWasTaken(t *testing.T) {
	base := jobtest.Demo(t, "bindery")
	now := made(t, base, movedC(base, "140 in")).Document
	was, faults := site.Of(base)
	require.Nil(t, faults)
	at := site.ByID(was.Walls)["C"].At(30 * 25_400_000)
	late := &Maker{Now: now, Base: &base}
	done, err := late.Make(edits(gap("late", "C", "30 in", "95 7/8 in")))
	require.NoError(t, err)
	readings := done.Document.Survey.Readings
	got := readings[len(readings)-1]
	require.Equal(t, "late", got.ID)
	assert.True(t, job.Equal(site.Placed(at, base.Units), *got.Place), "the wall is 10 in from where the tape was held")
	assert.NotNil(t, done.Steps[0].Asked, "the log keeps how it was said")
	still, err := (&Maker{Now: now, Base: &base}).Make(edits(gap("on A", "A", "30 in", "95 7/8 in")))
	require.NoError(t, err)
	readings = still.Document.Survey.Readings
	assert.Equal(t, "A", readings[len(readings)-1].Place.Wall, "a wall that didn't move keeps its readings")
}

func TestTwoCorrectionsOfOneReadingBothCount(t *testing.T) {
	base := jobtest.Demo(t, "bindery")
	base = made(t, base, gap("first", "A", "64 in", "96 in")).Document
	correct := func(id, value string) *job.AddReading {
		a := gap(id, "A", "64 in", value)
		a.Reading.Replaces = "first"
		return a
	}
	now := made(t, base, correct("ana's", "96 1/4 in")).Document
	done, err := (&Maker{Now: now, Base: &base}).Make(edits(correct("ben's", "96 5/16 in")))
	require.NoError(t, err)
	n := len(done.Document.Survey.Readings)
	assert.Equal(t, "first", done.Document.Survey.Readings[n-2].Replaces)
	assert.Empty(t, done.Document.Survey.Readings[n-1].Replaces, "it stands beside the other one")
	_, err = (&Maker{Now: now}).Make(edits(correct("ben's", "96 5/16 in")))
	assert.ErrorContains(t, err, "edits[0].reading.replaces", "who has seen the first one corrects that")
}

func TestACorrectionOnAnOldPageFindsTheReadingThatStayed(t *testing.T) {
	first := made(t, jobtest.Demo(t, "bindery"), gap("first", "C", "60 in", "96 in")).Document
	base := made(t, first, movedC(first, "140 in")).Document
	now := made(t, base, movedC(base, "130 in")).Document
	correct := gap("again", "C", "60 in", "95 7/8 in")
	correct.Reading.Replaces = "first"
	for name, a := range map[string]*job.AddReading{
		"corrected":  correct,
		"taken back": {Reading: job.Reading{ID: "void", Kind: "gap", Replaces: "first", Void: true}},
	} {
		done, err := (&Maker{Now: now, Base: &first}).Make(edits(a))
		require.NoError(t, err, name)
		s, faults := site.Of(done.Document)
		require.Nil(t, faults)
		for _, r := range s.Readings {
			assert.NotContains(t, r.ID, "first", "%s: the old one counts no more", name)
		}
	}
}

func TestATickGoesByThePlanThatWasOnScreen(t *testing.T) {
	base := jobtest.Demo(t, "bindery")
	tick := func(member string) job.Act {
		return &job.CutPiece{Cut: job.Cut{Member: member, Length: job.L("93 1/8 in")}}
	}
	_, err := (&Maker{Now: base}).Make(edits(tick("A-S6")))
	assert.ErrorContains(t, err, "edits[0].cut.member")
	assert.ErrorContains(t, err, "A-S6 is held")
	_, err = (&Maker{Now: base}).Make(edits(tick("Z-S1")))
	assert.ErrorContains(t, err, "no piece is called Z-S1")
	hold := *base.Rules
	hold.Hold = job.L("1/64 in")
	now := made(t, base, &job.PutRules{Rules: &hold}).Document
	_, err = (&Maker{Now: now}).Make(edits(tick("A-S2")))
	assert.ErrorContains(t, err, "A-S2 is held", "held now")
	done, err := (&Maker{Now: now, Base: &base, By: "Ines", At: "2026-11-25T10:00:00Z"}).Make(edits(tick("A-S2")))
	require.NoError(t, err, "it was ready on the page of the one who cut it")
	one := done.Document.Record.Cuts[0]
	assert.NotEmpty(t, one.Stick)
	assert.True(t, one.Stock.Given())
	one.Stick, one.Stock = "", job.Length{}
	assert.True(t, job.Equal(job.Cut{ID: "cut 1", Member: "A-S2", Lumber: "2x4", Length: job.L("93 1/8 in"), By: "Ines", At: "2026-11-25T10:00:00Z"}, one))
}

// Nothing depends on whether edits come in one request or in several.
func TestOneRequestOrSeveralComeToTheSame(t *testing.T) {
	base := jobtest.Demo(t, "bindery")
	acts := []job.Act{
		gap("n1", "C", "30 in", "95 7/8 in"), movedC(base, "140 in"), gap("n2", "C", "30 in", "95 15/16 in"),
		&job.ApplyFix{Wall: "D", Fix: "style-start-flat-nailer"}, &job.RemoveWall{Wall: "B"},
	}
	together := made(t, base, acts...)
	d := base
	for _, a := range acts {
		d = made(t, d, a).Document
	}
	places := func(d job.Document) map[string]job.Place {
		out := map[string]job.Place{}
		for _, r := range d.Survey.Readings {
			if r.Place != nil {
				out[r.ID] = *r.Place
			}
		}
		return out
	}
	assert.Equal(t, places(d), places(together.Document))
	assert.Equal(t, d.Walls, together.Document.Walls)
	assert.Contains(t, places(d), "n1, stays 1", "taken before the wall moved")
	assert.NotContains(t, places(d), "n2, stays 1", "taken on the wall where it is now")
}

func TestAFixIsAListOfEdits(t *testing.T) {
	d := jobtest.Demo(t, "bindery")
	p, err := plan.Compute(d)
	require.NoError(t, err)
	n := 0
	for _, w := range p.Walls {
		for _, a := range w.Advice {
			for _, f := range a.Fixes {
				list := p.FixEdits(d, w.ID, f.ID)
				require.NotEmpty(t, list, "%s changes nothing", f.Text)
				byHand, _, err := job.ApplyAll(d, list)
				require.NoError(t, err)
				done := made(t, d, &job.ApplyFix{Wall: w.ID, Fix: f.ID})
				assert.Equal(t, byHand.Walls, done.Document.Walls)
				assert.Contains(t, done.Said, f.Text)
				n++
			}
		}
	}
	assert.Positive(t, n)
	assert.Nil(t, p.FixEdits(d, "A", "levitate"))
}

func TestFaultsStandWhereTheEditBroughtThem(t *testing.T) {
	d := jobtest.Demo(t, "bindery")
	for name, c := range map[string]struct {
		acts []job.Act
		path string
	}{
		"the second of two":          {[]job.Act{&job.Rename{Name: "x"}, gap("n", "A", "400 in", "96 in")}, "edits[1].reading.place.station"},
		"a door within its wall":     {[]job.Act{&job.PutWall{Wall: d.Walls[0]}, &job.PutOpening{Wall: "A", Opening: job.Opening{ID: "D1", Kind: "door", Centre: job.L("2 in"), Leaf: &job.Size{Width: job.L("30 in"), Height: job.L("80 in")}}}}, "edits[1].opening.centre"},
		"a part of what was found":   {[]job.Act{&job.PutFound[job.Zone]{Part: job.FoundZones, Entry: job.Zone{ID: "z", Of: "floor"}}}, "edits[0].entry.outline"},
		"rules":                      {[]job.Act{&job.PutRules{Rules: &job.Rules{Fit: job.L("9 ft")}}}, "edits[0].rules.fit"},
		"elsewhere, by its own path": {[]job.Act{&job.RemoveWall{Wall: "C"}}, "walls[2].line.stop.face"},
		"a tick":                     {[]job.Act{&job.CutPiece{Cut: job.Cut{Member: "A-S1", Length: job.L("far"), ID: "c"}}}, "edits[0].cut.length"},
	} {
		_, err := (&Maker{Now: d}).Make(edits(c.acts...))
		assert.ErrorContains(t, err, c.path+": ", name)
	}
}

func TestWhatOnlyTheLogKnowsIsNotMadeWithoutIt(t *testing.T) {
	d := jobtest.Demo(t, "bindery")
	for _, a := range []job.Act{&job.Start{Document: d}, &job.Undo{Edit: "x"}, &job.Redo{Edit: "x"}} {
		_, err := (&Maker{Now: d}).Make(edits(a))
		assert.ErrorContains(t, err, "edits[0].do: ")
	}
}

func TestAFaultyWallIsNotSaidToBeMissing(t *testing.T) {
	d := jobtest.Demo(t, "bindery")
	d.Walls[0].Lumber = "6x6"
	for _, f := range site.Check(d) {
		assert.NotContains(t, f.Text, "is no wall", f.Path)
	}
}

func TestWorkOnOneRequestIsBounded(t *testing.T) {
	d := jobtest.Closet()
	var fixes, turns []job.Act
	for range MostFixes + 1 {
		fixes = append(fixes, &job.ApplyFix{Wall: "D", Fix: "style-start-flat-nailer"})
	}
	_, err := (&Maker{Now: d}).Make(edits(fixes...))
	assert.Error(t, err)
	for i := range MostTurns + 1 {
		turns = append(turns, gap(string(rune('a'+i%26))+string(rune('0'+i/26)), "A", "30 in", "96 in"), &job.PutWall{Wall: d.Walls[0]})
	}
	_, err = (&Maker{Now: d}).Make(edits(turns...))
	assert.ErrorContains(t, err, "send the rest after them")
}
