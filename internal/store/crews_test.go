package store_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/making"
	"homalos/internal/store"
	"homalos/internal/store/storetest"
)

// seen is all that a crew's store says of its jobs, in one text.
func seen(t *testing.T, s *store.Store) string {
	t.Helper()
	var b strings.Builder
	heads, _, err := s.Jobs(ctx, store.Page{})
	require.NoError(t, err)
	bin, err := s.Bin(ctx)
	require.NoError(t, err)
	for _, h := range append(heads, bin...) {
		fmt.Fprintln(&b, h.ID, h.Revision, h.Name, string(h.Summary), h.Deleted != nil)
	}
	j, err := s.Job(ctx, id)
	if err != nil {
		return b.String() + err.Error()
	}
	fmt.Fprintln(&b, j.Revision, j.Document.Name, j.Mended)
	for _, at := range []int64{1, 30, 51, 60} {
		d, err := s.At(ctx, id, at)
		fmt.Fprintln(&b, at, d.Name, err)
	}
	whole, err := s.Replay(ctx, id)
	fmt.Fprintln(&b, whole.Name, err)
	steps, err := s.Steps(ctx, id, 0, 0)
	require.NoError(t, err)
	recent, err := s.Recent(ctx, id, 0, 5)
	require.NoError(t, err)
	shelf, revision, err := s.Shelf(ctx)
	require.NoError(t, err)
	worked, err := s.Worked(ctx)
	require.NoError(t, err)
	fmt.Fprintln(&b, revision, shelf, worked)
	for _, step := range append(steps, recent...) {
		fmt.Fprintln(&b, step.Revision, step.Said, len(step.Lines), step.Name)
	}
	return b.String()
}

// Two crews whose jobs and edits go by the same ids never meet: whatever one
// does, the other's jobs, log, snapshots, list and bin are as they were. A query
// that forgets its crew is seen here, whichever it is.
func TestTwoCrewsOfTheSameIDsNeverMeet(t *testing.T) {
	t.Parallel()
	url := storetest.URL(t)
	db, err := store.Open(url)
	require.NoError(t, err)
	t.Cleanup(func() { _ = db.Close() })
	require.NoError(t, db.Migrate(ctx))
	const nextDoor = "00000000-0000-7000-8000-0000000000ff"
	raw := storetest.SQL(t, url)
	_, err = raw.Exec("INSERT INTO crews (id, name) VALUES ($1, 'next door')", nextDoor)
	require.NoError(t, err)
	ours, theirs := db.ForCrew(store.BuiltInCrew), db.ForCrew(nextDoor)
	make60 := func(s *store.Store, who string) {
		d := job.Starter(who, "imperial")
		_, err := s.Create(ctx, id, d, store.Author{Name: who}, who)
		require.NoError(t, err)
		for i := range 60 { // past a snapshot
			_, err := do(s, id, rename(fmt.Sprint("e", i), fmt.Sprint(who, " ", i)))
			require.NoError(t, err)
		}
	}
	_, err = ours.PutShelf(ctx, 0, stocked("ours"))
	require.NoError(t, err)
	make60(theirs, "theirs")
	make60(ours, "ours")
	own, other := seen(t, ours), seen(t, theirs)
	assert.NotContains(t, own, "theirs")
	assert.NotContains(t, other, "ours")
	_, err = do(ours, id, rename("e3", "ours 3"))
	var known *store.KnownError
	require.ErrorAs(t, err, &known, "made before, by us")
	_, err = theirs.Append(ctx, id, rename("x", "x"), func(now store.Job, log store.Log) (store.Entry, error) {
		assert.Equal(t, "theirs 59", now.Document.Name)
		since, err := log.Since(58)
		require.NoError(t, err)
		assert.Len(t, since, 3)
		for _, s := range since {
			assert.Contains(t, s.Said, "theirs")
		}
		past, err := log.At(12)
		require.NoError(t, err)
		assert.Equal(t, "theirs 10", past.Name)
		step, err := log.Of("e7")
		require.NoError(t, err)
		assert.Contains(t, step.Said, "theirs 7")
		done, err := (&making.Maker{Now: now.Document}).Make(rename("x", "theirs last"))
		return store.Entry{Document: done.Document, Step: store.Step{Said: done.Said}}, err
	})
	require.NoError(t, err)
	for name, act := range []func() error{
		func() error { _, err := do(theirs, id, rename("y", "theirs still")); return err },
		func() error { return theirs.Summarise(ctx, id, 61, "theirs anew") },
		func() error { // theirs is damaged, and made anew from their log
			if _, err := raw.Exec(`UPDATE jobs SET document = jsonb_set(document, '{name}', '"tampered"') WHERE crew_id = $1`, nextDoor); err != nil {
				return err
			}
			j, err := theirs.Job(ctx, id)
			assert.NotEmpty(t, j.Mended)
			return err
		},
		func() error { _, err := theirs.PutShelf(ctx, 0, stocked("theirs")); return err },
		func() error { _, err := theirs.PutShelf(ctx, 1, stocked("theirs, more")); return err },
		func() error { _, err := theirs.KeepPhoto(ctx, id, []byte("theirs"), 1, 1); return err },
		func() error { return theirs.Delete(ctx, id) },
		func() error { return theirs.Restore(ctx, id) },
		func() error { return theirs.Delete(ctx, id) },
		func() error { return theirs.Erase(ctx, id) },
	} {
		require.NoError(t, act(), name)
		require.Equal(t, own, seen(t, ours), "after act %d of the others", name)
	}
	assert.Equal(t, store.ErrNotFound.Error(), strings.TrimSpace(seen(t, theirs)))
}

// stocked is a crew's stock of one stick, lying somewhere.
func stocked(where string) job.Shelf {
	return job.Shelf{Format: job.ShelfFormat, Wood: []job.ShelfWood{{Lumber: "2x4", OnHand: job.OnHand{Length: job.L("96 in"), Count: 1, Place: where}}}}
}

// A stock that somebody else changed since it was read isn't written over.
func TestAStockThatWasChangedIsNotWrittenOver(t *testing.T) {
	t.Parallel()
	db, err := store.Open(storetest.URL(t))
	require.NoError(t, err)
	t.Cleanup(func() { _ = db.Close() })
	require.NoError(t, db.Migrate(ctx))
	s := db.ForCrew(store.BuiltInCrew)
	_, revision, err := s.Shelf(ctx)
	require.NoError(t, err)
	assert.Zero(t, revision)
	for was := range int64(2) {
		now, err := s.PutShelf(ctx, was, stocked("rack"))
		require.NoError(t, err)
		assert.Equal(t, was+1, now)
		_, err = s.PutShelf(ctx, was, stocked("van"))
		assert.ErrorIs(t, err, store.ErrChanged)
	}
	kept, revision, err := s.Shelf(ctx)
	require.NoError(t, err)
	assert.Equal(t, int64(2), revision)
	assert.True(t, job.Equal(stocked("rack"), kept))
}
