package store_test

import (
	"context"
	"errors"
	"fmt"
	"os"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/job"
	"homalos/internal/plan"
	"homalos/internal/store"
	"homalos/internal/store/storetest"
)

const id = "0190c0de-0000-7000-8000-0000000000aa"

var ctx = context.Background()

func bindery(t *testing.T) job.Document {
	t.Helper()
	raw, err := os.ReadFile("../../demo/bindery.json")
	require.NoError(t, err)
	d, faults := job.Read(raw)
	require.Empty(t, faults)
	return d
}

func rename(name string) func(*job.Document) error {
	return func(d *job.Document) error { d.Name = name; return nil }
}

func TestAJobComesBackAsItWasKept(t *testing.T) {
	t.Parallel()
	s := storetest.Open(t).ForCrew(store.BuiltInCrew)
	for i, file := range []string{"bindery.json", "wardrobe.json"} {
		raw, err := os.ReadFile("../../demo/" + file)
		require.NoError(t, err)
		d, faults := job.Read(raw)
		require.Empty(t, faults)
		d.Walls[0].Layout.Offset = "1/64 in"
		d.Rules.Lap = "" // a default stays a default
		d.Rules.FixFloor = &job.Fixing{By: "resin", Length: d.Lumber[0].Depth, Cure: 24}
		d.Walls[1].Ends = []job.WallEnd{{End: "start", Style: "ladder", Tie: "strap"}}
		d.Walls[1].Membrane, d.Walls[1].FixCeiling = true, &job.Fixing{By: "adhesive"}
		d.Walls[1].Pending = []job.Pending{{From: d.Lumber[0].Thickness, To: d.Lumber[0].Depth, What: "floor to be broken out"}}
		d.Lumber[1].Track = true
		kept, err := s.Create(ctx, id[:35]+fmt.Sprint(i), d)
		require.NoError(t, err)
		assert.Equal(t, string(job.Write(job.Canonical(d))), string(job.Write(kept.Document)), file)
		assert.EqualValues(t, 1, kept.Revision)
	}
}

func TestWhatIsLeftOutStaysLeftOut(t *testing.T) {
	t.Parallel()
	s := storetest.Open(t).ForCrew(store.BuiltInCrew)
	d := plan.Starter("attic", "imperial")
	d.Walls = []job.Wall{{ID: "A", From: job.Place{X: "0 in", Y: "0 in"}, To: job.Place{X: "96 in", Y: "0 in"}, Lumber: "2x4"}}
	kept, err := s.Create(ctx, id, d)
	require.NoError(t, err)
	assert.Equal(t, string(job.Write(d)), string(job.Write(kept.Document)))
}

func TestCreatingTwiceIsHarmless(t *testing.T) {
	t.Parallel()
	s := storetest.Open(t).ForCrew(store.BuiltInCrew)
	d := bindery(t)
	_, err := s.Create(ctx, id, d)
	require.NoError(t, err)
	again, err := s.Create(ctx, id, d)
	require.NoError(t, err)
	assert.EqualValues(t, 1, again.Revision)
	d.Name = "another"
	_, err = s.Create(ctx, id, d)
	assert.ErrorIs(t, err, store.ErrExists)
}

func TestAnOlderRevisionIsRefusedWithWhatChanged(t *testing.T) {
	t.Parallel()
	s := storetest.Open(t).ForCrew(store.BuiltInCrew)
	_, err := s.Create(ctx, id, bindery(t))
	require.NoError(t, err)
	j, err := s.Change(ctx, id, 1, rename("theirs"))
	require.NoError(t, err)
	assert.EqualValues(t, 2, j.Revision)
	_, err = s.Change(ctx, id, 1, rename("mine"))
	var stale *store.StaleError
	require.ErrorAs(t, err, &stale)
	assert.EqualValues(t, 2, stale.Have)
	require.NotNil(t, stale.Base)
	assert.Equal(t, []job.Change{{Path: "name", Was: bindery(t).Name, Now: "theirs"}}, job.Diff(*stale.Base, stale.Current))
	same, err := s.Change(ctx, id, 2, rename("theirs"))
	require.NoError(t, err)
	assert.EqualValues(t, 2, same.Revision, "saying the same again changes nothing")
}

func TestTwoAtOnceNeverOverwriteEachOther(t *testing.T) {
	t.Parallel()
	s := storetest.Open(t).ForCrew(store.BuiltInCrew)
	_, err := s.Create(ctx, id, bindery(t))
	require.NoError(t, err)
	var wait sync.WaitGroup
	var mu sync.Mutex
	kept, stale := 0, 0
	for i := range 8 {
		wait.Go(func() {
			_, err := s.Change(ctx, id, 1, rename(fmt.Sprint("person ", i)))
			var moved *store.StaleError
			mu.Lock()
			defer mu.Unlock()
			if err == nil {
				kept++
			} else if errors.As(err, &moved) {
				stale++
			}
		})
	}
	wait.Wait()
	assert.Equal(t, 1, kept)
	assert.Equal(t, 7, stale)
}

func TestReadingsAreOnlyAdded(t *testing.T) {
	t.Parallel()
	s := storetest.Open(t).ForCrew(store.BuiltInCrew)
	d := bindery(t)
	_, err := s.Create(ctx, id, d)
	require.NoError(t, err)
	for name, edit := range map[string]func(*job.Document) error{
		"losing one":   func(d *job.Document) error { d.Survey.Readings = d.Survey.Readings[1:]; return nil },
		"altering one": func(d *job.Document) error { d.Survey.Readings[3].Value = "1 in"; return nil },
	} {
		_, err := s.Change(ctx, id, 1, edit)
		var lost *store.ReadingLostError
		assert.ErrorAs(t, err, &lost, name)
	}
	j, err := s.Change(ctx, id, 1, func(d *job.Document) error {
		r := d.Survey.Readings[3]
		r.ID, r.Value, r.Replaces = "new", "54 in", d.Survey.Readings[3].ID
		d.Survey.Readings = append(d.Survey.Readings, r)
		return nil
	})
	require.NoError(t, err)
	assert.Len(t, j.Document.Survey.Readings, len(d.Survey.Readings)+1)
}

func TestACrewSeesOnlyItsOwn(t *testing.T) {
	t.Parallel()
	db := storetest.Open(t)
	_, err := db.ForCrew(store.BuiltInCrew).Create(ctx, id, bindery(t))
	require.NoError(t, err)
	other := db.ForCrew("00000000-0000-7000-8000-0000000000ff")
	jobs, err := other.Jobs(ctx)
	require.NoError(t, err)
	assert.Empty(t, jobs)
	_, err = other.Job(ctx, id)
	assert.ErrorIs(t, err, store.ErrNotFound)
	assert.ErrorIs(t, other.Delete(ctx, id), store.ErrNotFound)
	_, err = other.Change(ctx, id, 1, rename("taken"))
	assert.ErrorIs(t, err, store.ErrNotFound)
	assert.ErrorIs(t, other.LogCut(ctx, id, store.Cut{ID: id, Member: "A-S1", Length: 1}), store.ErrNotFound)
}

func TestATickStandsUntilItIsTakenBack(t *testing.T) {
	t.Parallel()
	s := storetest.Open(t).ForCrew(store.BuiltInCrew)
	_, err := s.Create(ctx, id, bindery(t))
	require.NoError(t, err)
	line := func(last string, undone bool) store.Cut {
		return store.Cut{ID: id[:34] + last, Member: "A-S1", Lumber: "2x4", Length: 42, Undone: undone}
	}
	require.NoError(t, s.LogCut(ctx, id, line("01", false)))
	require.NoError(t, s.LogCut(ctx, id, line("01", false)), "the same line twice is harmless")
	assert.ErrorIs(t, s.LogCut(ctx, id, line("01", true)), store.ErrExists)
	cut, err := s.CutNow(ctx, id)
	require.NoError(t, err)
	require.Len(t, cut, 1)
	require.NoError(t, s.LogCut(ctx, id, line("02", true)))
	cut, err = s.CutNow(ctx, id)
	require.NoError(t, err)
	assert.Empty(t, cut)
	require.NoError(t, s.Delete(ctx, id))
	_, err = s.Job(ctx, id)
	assert.ErrorIs(t, err, store.ErrNotFound)
}

// Whatever is said of lines, ends, fixings and floors comes back as it was
// said: nothing falls between the columns.
func TestWhateverIsSaidOfALineComesBack(t *testing.T) {
	t.Parallel()
	s := storetest.Open(t).ForCrew(store.BuiltInCrew)
	n := 0
	rapid.Check(t, func(t *rapid.T) {
		inch := func(what string) string { return fmt.Sprint(rapid.IntRange(1, 90).Draw(t, what), " in") }
		maybe := func(what string) bool { return rapid.Bool().Draw(t, what) }
		place := func(what string) job.Place { return job.Place{X: inch(what + " x"), Y: inch(what + " y")} }
		d := plan.Starter("any", "imperial")
		d.Survey = &job.Survey{Corners: []job.Corner{{ID: "1"}, {ID: "2"}}, Walls: []job.ExistingWall{{ID: "old", From: "1", To: "2"}}}
		l := &job.Line{By: rapid.SampledFrom([]string{"parallel", "square", "leg", "clear", "centred", "in-line", "furring", "through"}).Draw(t, "by"), Face: "old", At: inch("at")}
		if maybe("taper") {
			l.AtEnd, l.Follow = inch("at end"), rapid.SampledFrom([]string{"both", "start", "end"}).Draw(t, "follow")
		}
		if maybe("marks") {
			l.Marks = []job.Place{place("mark 1"), place("mark 2")}
		}
		if maybe("start") {
			l.Start = &job.LineEnd{Face: "old", Gap: inch("gap"), Past: maybe("past")}
		}
		if maybe("parts") {
			l.Parts, l.From, l.Boards = []job.Part{{What: "bench", Length: inch("part")}, {Length: inch("other")}}, "stop", "both"
		}
		if maybe("also") {
			l.Also = []job.AlsoAt{{Face: "old", At: inch("also")}}
		}
		if maybe("closes") {
			l.Degrees, l.Turn, l.Closes = 67.5, "right", &job.Closes{Corner: "2"}
		}
		w := job.Wall{ID: "A", Name: "hall", Lumber: "2x4", Line: l, Membrane: maybe("membrane")}
		if maybe("ends") {
			w.Ends = []job.WallEnd{{End: "end", Style: "ladder"}, {End: "start", Tie: "strap"}}
		}
		if maybe("fixed") {
			w.FixFloor, w.FixCeiling = &job.Fixing{By: "bolt", Length: inch("bolt"), Step: inch("step")}, &job.Fixing{By: "resin", Cure: 12.5}
		}
		if maybe("pending") {
			w.Pending = []job.Pending{{From: inch("from"), To: inch("to"), What: "pipe to be moved"}}
		}
		d.Walls = []job.Wall{w}
		if maybe("floor") {
			d.Assess = &job.Assess{Floor: []job.FloorCheck{{ID: "a", State: "rot", Ends: []job.Place{place("end 1"), place("end 2")}}, {ID: "b", Wall: "A", From: inch("c"), To: inch("d"), State: "sound"}}}
		}
		n++
		kept, err := s.Create(ctx, fmt.Sprintf("0190c0de-0000-7000-8000-%012d", n), d)
		require.NoError(t, err)
		require.Equal(t, string(job.Write(job.Canonical(d))), string(job.Write(kept.Document)))
	})
}
