package job_test

import (
	"encoding/json"
	"os"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/law"
)

func demo(t testing.TB, file string) job.Document {
	t.Helper()
	raw, err := os.ReadFile("../../demo/" + file)
	require.NoError(t, err)
	d, faults := job.Read(raw)
	require.Empty(t, faults)
	return d
}

func bare() job.Document {
	return job.Document{Format: job.Format, Name: "attic", Units: "imperial", Lumber: []job.Lumber{{ID: "2x4", Thickness: job.L("1 1/2 in"), Depth: job.L("3 1/2 in")}},
		Walls: []job.Wall{{ID: "A", Lumber: "2x4"}, {ID: "B", Lumber: "2x4"}, {ID: "C", Lumber: "2x4"}}}
}

// Whatever is done is taken back byte for byte, newest first, and the document
// it was done to stays as it was.
func TestWhatIsDoneIsTakenBackByteForByte(t *testing.T) {
	starts := []job.Document{demo(t, "bindery.json"), demo(t, "wardrobe.json"), bare()}
	law.Check(t, func(t *rapid.T) {
		d := rapid.SampledFrom(starts).Draw(t, "job")
		crew := jobtest.NewCrew("crew", rapid.Uint64().Draw(t, "seed"))
		type step struct {
			was  string
			back []job.Edit
		}
		var steps []step
		for range rapid.IntRange(1, 12).Draw(t, "edits") {
			was := string(job.Write(d))
			e := crew.Edit(d)
			raw, err := json.Marshal(e)
			require.NoError(t, err)
			var read job.Edit
			require.NoError(t, json.Unmarshal(raw, &read), "%s", raw)
			require.True(t, job.SameEdit(e, read), "an edit is read as it was written: %s", raw)
			now, back, err := job.Apply(d, read)
			require.Equal(t, was, string(job.Write(d)), "the document given is changed by %s", raw)
			if err == nil {
				steps = append(steps, step{was, back})
				d = now
			}
		}
		for i := len(steps) - 1; i >= 0; i-- {
			for _, e := range steps[i].back {
				var err error
				d, _, err = job.Apply(d, e)
				require.NoError(t, err)
			}
			require.Equal(t, steps[i].was, string(job.Write(d)))
		}
	})
}

// Two documents of a job differ by a list of edits.
func TestBetweenTwoDocumentsStandEdits(t *testing.T) {
	starts := []job.Document{demo(t, "bindery.json"), demo(t, "wardrobe.json"), bare()}
	law.Check(t, func(t *rapid.T) {
		was := rapid.SampledFrom(starts).Draw(t, "job")
		crew := jobtest.NewCrew("crew", rapid.Uint64().Draw(t, "seed"))
		now := was
		for range rapid.IntRange(0, 8).Draw(t, "edits") {
			if next, _, err := job.Apply(now, crew.Edit(now)); err == nil {
				now = next
			}
		}
		got, _, err := job.ApplyAll(was, job.Between(was, now))
		require.NoError(t, err)
		require.Equal(t, string(job.Write(now)), string(job.Write(got)))
		if job.Same(was, now) {
			require.Empty(t, job.Between(was, now))
		}
	})
}

func TestTakingOutPutsBackAtItsPlace(t *testing.T) {
	d := bare()
	for _, id := range []string{"A", "B", "C"} {
		out, back, err := job.Apply(d, job.Edit{Act: &job.RemoveWall{Wall: id}})
		require.NoError(t, err)
		require.Len(t, out.Walls, 2)
		again, _, err := job.ApplyAll(out, back)
		require.NoError(t, err)
		assert.Equal(t, string(job.Write(d)), string(job.Write(again)), id)
	}
}

// A later edit never changes what an earlier one says: the log keeps both.
func TestAnEditStaysAsItWasSaid(t *testing.T) {
	door := func(centre string) job.Opening { return job.Opening{ID: "D1", Kind: "door", Centre: job.L(centre)} }
	w := job.Wall{ID: "A", Lumber: "2x4", Openings: []job.Opening{door("60 in"), {ID: "D2", Kind: "door", Centre: job.L("90 in")}}}
	edits := []job.Edit{
		{Act: &job.PutWall{Wall: w}}, {Act: &job.PutOpening{Wall: "A", Opening: door("64 in")}}, {Act: &job.RemoveOpening{Wall: "A", Opening: "D1"}},
		{Act: &job.PutCorners{Corners: []job.Corner{{ID: "1"}, {ID: "2"}}}}, {Act: &job.PutCorners{Corners: []job.Corner{{ID: "3"}}}},
	}
	said, err := json.Marshal(edits)
	require.NoError(t, err)
	_, _, err = job.ApplyAll(bare(), edits)
	require.NoError(t, err)
	after, err := json.Marshal(edits)
	require.NoError(t, err)
	assert.Equal(t, string(said), string(after))
}

func TestReadingsAreOnlyAdded(t *testing.T) {
	d := demo(t, "bindery.json")
	r := d.Survey.Readings[3]
	same, back, err := job.Apply(d, job.Edit{Act: &job.AddReading{Reading: r}})
	require.NoError(t, err, "the same line again is harmless")
	assert.Empty(t, back)
	assert.True(t, job.Same(d, same))
	r.Value = job.L("1 in")
	_, _, err = job.Apply(d, job.Edit{Act: &job.AddReading{Reading: r}})
	assert.ErrorContains(t, err, "reading.id")
}

func TestEditsAreReadStrictlyAndToldAllAtOnce(t *testing.T) {
	_, faults := job.ReadEdits([]byte(`{"format": "homalos-edits/1", "edits": [
		{"do": "put-wall", "wall": {"id": "A", "lumber": 3, "wobble": 1}, "id": "1"},
		{"do": "put-walls"}, {"do": "remove-wall", "wall": {}}, {"id": "2"}, "rename", {"do": "put-found", "part": "moons"},
		{"do": "put-found", "part": "zones", "entry": {"id": "z", "of": "sky", "outline": []}}, {"do": "cut", "cut": {"member": "A-S1"}},
		{"do": "rename", "name": "", "name": "x", "id": ""}, {"do": "put-rules", "rules": {"floor": "earth"}}, {"do": "add-tie", "tie": {"kind": "length"}}]}`))
	var paths []string
	for _, f := range faults {
		paths = append(paths, f.Path)
	}
	assert.ElementsMatch(t, []string{
		"edits[0].wall.lumber", "edits[0].wall.wobble", "edits[1].do", "edits[2].wall", "edits[3].do", "edits[4]", "edits[5].part",
		"edits[6].entry.of", "edits[7].cut.length", "edits[8].name", "edits[8].name", "edits[8].id", "edits[9].rules.floor", "edits[10].tie.id",
	}, paths)
}

// Each row of the table reads, writes, says what it touches and what it did.
func TestEveryKindIsWhole(t *testing.T) {
	for _, k := range job.Kinds {
		e := job.Edit{ID: "x", Act: k.New()}
		assert.Equal(t, k.Do, e.Do())
		raw, err := json.Marshal(e)
		require.NoError(t, err)
		assert.Contains(t, string(raw), `"do":"`+k.Do+`"`)
		if k.Do != "undo" && k.Do != "redo" {
			assert.NotEmpty(t, e.Touches(), k.Do)
			assert.NotEmpty(t, job.Say([]job.Edit{e}, nil, "imperial"), k.Do)
		}
	}
}

func TestWhatWasDoneIsSaid(t *testing.T) {
	at := &job.Place{Wall: "A", Station: job.L("64 in")}
	tick := func(member string, undone bool) job.Edit {
		return job.Edit{Act: &job.CutPiece{Cut: job.Cut{Member: member, Length: job.L("93 in"), Undone: undone}}}
	}
	for says, edits := range map[string][]job.Edit{
		"B-S4 cut at the saw":                   {tick("B-S4", false)},
		"B-S4 not cut after all":                {tick("B-S4", true)},
		"B-S4, B-S5 cut at the saw":             {tick("B-S4", false), tick("B-S5", false)},
		"a, b, c and 2 more cut at the saw":     {tick("a", false), tick("b", false), tick("c", false), tick("d", false), tick("e", false)},
		"B-S4 cut at the saw, came out 92 7/8":  {{Act: &job.CutPiece{Cut: job.Cut{Member: "B-S4", Length: job.L("93 in"), Came: job.L("92 7/8 in")}}}},
		"gap on wall A at 64: 96 3/16":          {{Act: &job.AddReading{Reading: job.Reading{Kind: "gap", Place: at, Value: job.L("96 3/16 in")}}}},
		"gap on wall A at 64 corrected: 96 1/4": {{Act: &job.AddReading{Reading: job.Reading{Kind: "gap", Place: at, Value: job.L("96 1/4 in"), Replaces: "r"}}}},
		"2 readings":                            {{Act: &job.AddReading{}}, {Act: &job.AddReading{}}},
		"wall E changed":                        {{Act: &job.PutWall{Wall: job.Wall{ID: "E"}}}},
		"no-drill zone press/cable changed":     {{Act: &job.PutFound[job.Hidden]{Part: job.FoundHidden, Entry: job.Hidden{ID: "press/cable"}}}},
		"rules changed, and 1 more":             {{Act: &job.PutRules{}}, {Act: &job.PutMark{}}},
	} {
		assert.Equal(t, says, job.Say(edits, nil, "imperial"))
	}
	fit := func(f string) job.Edit {
		return job.Edit{Act: &job.PutRules{Rules: &job.Rules{Fit: job.L(f), Kerf: job.L("1/8 in")}}}
	}
	assert.Equal(t, "rules changed: fit 1/4", job.Say([]job.Edit{fit("1/4 in")}, []job.Edit{fit("1/8 in")}, "imperial"))
	assert.Equal(t, "rules changed: fit as usual, kerf as usual", job.Say([]job.Edit{{Act: &job.PutRules{}}}, []job.Edit{fit("1/8 in")}, "imperial"))
	assert.Equal(t, "wall E added", job.Say([]job.Edit{{Act: &job.PutWall{Wall: job.Wall{ID: "E"}}}}, []job.Edit{{Act: &job.RemoveWall{Wall: "E"}}}, "imperial"))
}

func TestWhatMeetsAndWhatDoesNot(t *testing.T) {
	wall := job.Edit{Act: &job.PutWall{Wall: job.Wall{ID: "A"}}}
	door := job.Edit{Act: &job.PutOpening{Wall: "A", Opening: job.Opening{ID: "D1"}}}
	for name, c := range map[string]struct {
		a, b job.Edit
		meet bool
	}{
		"the same wall":                {wall, job.Edit{Act: &job.RemoveWall{Wall: "A"}}, true},
		"a wall and its door":          {wall, door, true},
		"two doors of a wall":          {door, job.Edit{Act: &job.PutOpening{Wall: "A", Opening: job.Opening{ID: "D2"}}}, false},
		"two walls":                    {wall, job.Edit{Act: &job.PutWall{Wall: job.Wall{ID: "AB"}}}, false},
		"a wall called like a path":    {door, job.Edit{Act: &job.PutWall{Wall: job.Wall{ID: "A/openings/D1"}}}, false},
		"a reading and its wall":       {wall, job.Edit{Act: &job.AddReading{Reading: job.Reading{ID: "A"}}}, false},
		"a reading and its correction": {job.Edit{Act: &job.AddReading{Reading: job.Reading{ID: "r"}}}, job.Edit{Act: &job.AddReading{Reading: job.Reading{ID: "s", Replaces: "r"}}}, true},
		"a lumber and a joist run":     {job.Edit{Act: &job.PutLumber{Lumber: job.Lumber{ID: "x"}}}, job.Edit{Act: &job.PutFound[job.Joists]{Part: job.FoundJoists, Entry: job.Joists{ID: "x"}}}, false},
		"a tick and its untick":        {job.Edit{Act: &job.CutPiece{Cut: job.Cut{ID: "1", Member: "A-S1"}}}, job.Edit{Act: &job.CutPiece{Cut: job.Cut{ID: "2", Member: "A-S1"}}}, true},
		"the beginning and anything":   {job.Edit{Act: &job.Start{}}, door, true},
	} {
		assert.Equal(t, c.meet, job.Meet(c.a.Touches(), c.b.Touches()), name)
		assert.Equal(t, c.meet, job.Meet(c.b.Touches(), c.a.Touches()), name)
	}
}
