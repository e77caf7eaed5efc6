package store_test

import (
	"context"
	"errors"
	"fmt"
	"os"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/job"
	"homalos/internal/law"
	"homalos/internal/making"
	"homalos/internal/site"
	"homalos/internal/store"
	"homalos/internal/store/storetest"
)

const id = "0190c0de-0000-7000-8000-0000000000aa"

var (
	ctx    = context.Background()
	nobody = store.Author{}
)

func read(t *testing.T, file string) job.Document {
	t.Helper()
	raw, err := os.ReadFile(file)
	require.NoError(t, err)
	d, faults := job.Read(raw)
	require.Empty(t, faults)
	return d
}

func bindery(t *testing.T) job.Document { return read(t, "../../demo/bindery.json") }

// rename is a request of one edit.
func rename(edit, name string) []job.Edit {
	return []job.Edit{{ID: edit, Act: &job.Rename{Name: name}}}
}

// do makes edits in the job as it stands, as the server would.
func do(s *store.Store, id string, edits []job.Edit) (store.Job, error) {
	return s.Append(ctx, id, edits, func(now store.Job, _ store.Log) (store.Entry, error) {
		done, err := (&making.Maker{Now: now.Document}).Make(edits)
		e := store.Entry{Document: done.Document, Step: store.Step{Said: done.Said, Author: store.Author{Name: "Ines", Device: "tablet"}}}
		for _, one := range done.Steps {
			e.Lines = append(e.Lines, store.Line{Edit: one.Edit, Inverse: one.Inverse, Asked: one.Asked})
		}
		return e, err
	})
}

func TestAJobComesBackAsItWasKept(t *testing.T) {
	t.Parallel()
	s := storetest.Open(t).ForCrew(store.BuiltInCrew)
	for i, file := range []string{"bindery.json", "wardrobe.json"} {
		d := read(t, "../../demo/"+file)
		d.Walls[0].Layout.Offset = job.L("1/64 in")
		d.Rules.Lap = job.Length{} // a default stays a default
		d.Record = &job.Record{Cuts: []job.Cut{{ID: "x", Member: "A-S1", Length: d.Lumber[0].Depth, Undone: true}}}
		kept, err := s.Create(ctx, id[:35]+fmt.Sprint(i), d, nobody, nil)
		require.NoError(t, err)
		assert.Equal(t, string(job.Write(job.Canonical(d))), string(job.Write(kept.Document)), file)
		assert.EqualValues(t, 1, kept.Revision)
		replayed, err := s.Replay(ctx, kept.ID)
		require.NoError(t, err)
		assert.Equal(t, string(job.Write(kept.Document)), string(job.Write(replayed)))
	}
}

func TestCreatingTwiceIsHarmless(t *testing.T) {
	t.Parallel()
	s := storetest.Open(t).ForCrew(store.BuiltInCrew)
	d := bindery(t)
	for range 2 {
		j, err := s.Create(ctx, id, d, nobody, nil)
		require.NoError(t, err)
		assert.EqualValues(t, 1, j.Revision)
	}
	d.Name = "another"
	_, err := s.Create(ctx, id, d, nobody, nil)
	assert.ErrorIs(t, err, store.ErrExists)
}

func TestEditsSentTwiceAreMadeOnce(t *testing.T) {
	t.Parallel()
	s := storetest.Open(t).ForCrew(store.BuiltInCrew)
	_, err := s.Create(ctx, id, bindery(t), nobody, nil)
	require.NoError(t, err)
	j, err := do(s, id, rename("e1", "first"))
	require.NoError(t, err)
	assert.EqualValues(t, 2, j.Revision)
	_, err = do(s, id, rename("e2", "second"))
	require.NoError(t, err)
	_, err = do(s, id, rename("e1", "first"))
	var known *store.KnownError
	require.ErrorAs(t, err, &known)
	assert.EqualValues(t, 2, known.Revision)
	_, err = do(s, id, rename("e1", "not the first"))
	assert.ErrorIs(t, err, store.ErrExists, "another edit under an id that is taken")
	_, err = do(s, id, append(rename("e1", "first"), rename("e3", "third")...))
	assert.ErrorIs(t, err, store.ErrExists, "half of a request was made before")
	now, err := s.Job(ctx, id)
	require.NoError(t, err)
	assert.Equal(t, "second", now.Document.Name)
	assert.EqualValues(t, 3, now.Revision)
}

func TestManyAtOnceStandOneAfterTheOther(t *testing.T) {
	t.Parallel()
	s := storetest.Open(t).ForCrew(store.BuiltInCrew)
	_, err := s.Create(ctx, id, bindery(t), nobody, nil)
	require.NoError(t, err)
	var wait sync.WaitGroup
	for i := range 8 {
		wait.Go(func() {
			_, err := do(s, id, rename(fmt.Sprint("e", i), fmt.Sprint("person ", i)))
			assert.NoError(t, err)
		})
	}
	wait.Wait()
	steps, err := s.Steps(ctx, id, 0, 0)
	require.NoError(t, err)
	require.Len(t, steps, 9)
	for i, step := range steps {
		assert.EqualValues(t, i+1, step.Revision)
	}
	assert.Equal(t, "Ines", steps[8].Name)
	assert.WithinDuration(t, time.Now(), steps[8].At, time.Minute)
}

func TestTheLogIsOnlyAddedTo(t *testing.T) {
	t.Parallel()
	url := storetest.URL(t)
	db, err := store.Open(url)
	require.NoError(t, err)
	t.Cleanup(func() { _ = db.Close() })
	require.NoError(t, db.Migrate(ctx))
	s := db.ForCrew(store.BuiltInCrew)
	_, err = s.Create(ctx, id, bindery(t), nobody, nil)
	require.NoError(t, err)
	raw := storetest.SQL(t, url)
	for _, statement := range []string{"UPDATE edits SET said = 'x'", "DELETE FROM edits", "TRUNCATE edits", "TRUNCATE jobs CASCADE"} {
		_, err := raw.Exec(statement)
		assert.Error(t, err, statement)
	}
	assert.ErrorIs(t, s.Erase(ctx, id), store.ErrNotFound, "it isn't in the bin")
	require.NoError(t, s.Delete(ctx, id))
	require.NoError(t, s.Erase(ctx, id))
	var n int
	require.NoError(t, raw.QueryRow("SELECT count(*) FROM edits").Scan(&n))
	assert.Zero(t, n, "the log goes with its job")
}

func TestADeletedJobHasADayOfGrace(t *testing.T) {
	t.Parallel()
	db := storetest.Open(t)
	s := db.ForCrew(store.BuiltInCrew)
	_, err := s.Create(ctx, id, bindery(t), nobody, nil)
	require.NoError(t, err)
	require.NoError(t, s.Delete(ctx, id))
	_, err = s.Job(ctx, id)
	assert.ErrorIs(t, err, store.ErrNotFound)
	_, err = do(s, id, rename("e", "gone"))
	assert.ErrorIs(t, err, store.ErrNotFound, "nothing is done to it in the bin")
	bin, err := s.Bin(ctx)
	require.NoError(t, err)
	require.Len(t, bin, 1)
	assert.Equal(t, bindery(t).Name, bin[0].Name)
	n, err := db.Purge(ctx, time.Now().Add(23*time.Hour))
	require.NoError(t, err)
	assert.Zero(t, n)
	require.NoError(t, s.Restore(ctx, id))
	_, err = s.Job(ctx, id)
	require.NoError(t, err)
	require.NoError(t, s.Delete(ctx, id))
	n, err = db.Purge(ctx, time.Now().Add(25*time.Hour))
	require.NoError(t, err)
	assert.EqualValues(t, 1, n)
	assert.ErrorIs(t, s.Restore(ctx, id), store.ErrNotFound)
}

func TestACrewSeesOnlyItsOwn(t *testing.T) {
	t.Parallel()
	db := storetest.Open(t)
	mine := db.ForCrew(store.BuiltInCrew)
	_, err := mine.Create(ctx, id, bindery(t), nobody, nil)
	require.NoError(t, err)
	_, err = do(mine, id, rename("e1", "ours"))
	require.NoError(t, err)
	other := db.ForCrew("00000000-0000-7000-8000-0000000000ff")
	for name, ask := range map[string]func() error{
		"job":       func() error { _, err := other.Job(ctx, id); return err },
		"log":       func() error { _, err := other.Steps(ctx, id, 0, 0); return err },
		"past":      func() error { _, err := other.At(ctx, id, 1); return err },
		"replay":    func() error { _, err := other.Replay(ctx, id); return err },
		"edit":      func() error { _, err := do(other, id, rename("e2", "taken")); return err },
		"same edit": func() error { _, err := do(other, id, rename("e1", "ours")); return err },
		"delete":    func() error { return other.Delete(ctx, id) },
	} {
		assert.ErrorIs(t, ask(), store.ErrNotFound, name)
	}
	require.NoError(t, mine.Delete(ctx, id))
	assert.ErrorIs(t, other.Restore(ctx, id), store.ErrNotFound)
	assert.ErrorIs(t, other.Erase(ctx, id), store.ErrNotFound)
	for _, list := range []func(context.Context) ([]store.Head, error){func(ctx context.Context) ([]store.Head, error) {
		all, _, err := other.Jobs(ctx, store.Page{})
		return all, err
	}, other.Bin} {
		heads, err := list(ctx)
		require.NoError(t, err)
		assert.Empty(t, heads)
	}
}

// What the store knows from its own writing is what another copy reads.
func TestWhatWasWrittenIsWhatIsRead(t *testing.T) {
	t.Parallel()
	url := storetest.URL(t)
	open := func() *store.Store {
		db, err := store.Open(url)
		require.NoError(t, err)
		t.Cleanup(func() { _ = db.Close() })
		require.NoError(t, db.Migrate(ctx))
		return db.ForCrew(store.BuiltInCrew)
	}
	here, there := open(), open()
	d := bindery(t)
	_, err := here.Create(ctx, id, d, nobody, nil)
	require.NoError(t, err)
	for i, act := range []job.Act{
		&job.PutMark{Mark: job.L("1/32 in")},
		&job.PutOpening{Wall: "A", Opening: job.Opening{ID: "D1", Kind: "door", Centre: job.L("5' 2\""), Leaf: &job.Size{Width: job.L("30"), Height: job.L("80 in")}}},
		&job.RemoveReading{Reading: d.Survey.Readings[0].ID},
	} {
		_, err = do(here, id, []job.Edit{{ID: fmt.Sprint("e", i), Act: act}})
		require.NoError(t, err)
		mine, err := here.Job(ctx, id)
		require.NoError(t, err)
		theirs, err := there.Job(ctx, id)
		require.NoError(t, err)
		assert.Equal(t, string(job.Write(theirs.Document)), string(job.Write(mine.Document)))
		assert.Equal(t, theirs.Document, mine.Document)
		steps, err := there.Recent(ctx, id, 0, 200)
		require.NoError(t, err)
		again, err := there.Recent(ctx, id, 0, 200)
		require.NoError(t, err)
		require.Len(t, steps, i+1)
		assert.Equal(t, steps, again)
		assert.Equal(t, fmt.Sprint("e", i), steps[i].Lines[0].Edit.ID)
	}
}

// A job at any line of its log, with and without what is kept to get there
// sooner; what is damaged is made anew and said.
func TestAJobAsItStoodAtAnyLine(t *testing.T) {
	t.Parallel()
	url := storetest.URL(t)
	db, err := store.Open(url)
	require.NoError(t, err)
	t.Cleanup(func() { _ = db.Close() })
	require.NoError(t, db.Migrate(ctx))
	s := db.ForCrew(store.BuiltInCrew)
	_, err = s.Create(ctx, id, bindery(t), nobody, nil)
	require.NoError(t, err)
	for i := 2; i <= 120; i++ {
		_, err = do(s, id, rename(fmt.Sprint("e", i), fmt.Sprint("name ", i)))
		require.NoError(t, err)
	}
	raw := storetest.SQL(t, url)
	var n int
	require.NoError(t, raw.QueryRow("SELECT count(*) FROM snapshots WHERE revision IN (51, 101)").Scan(&n))
	assert.Equal(t, 2, n, "one every fifty edits")
	at := func(revision int64, name string) {
		t.Helper()
		d, err := s.At(ctx, id, revision)
		require.NoError(t, err)
		assert.Equal(t, name, d.Name)
	}
	at(2, "name 2")
	at(119, "name 119")
	_, err = raw.Exec(`UPDATE snapshots SET document = jsonb_set(document, '{name}', '"tampered"')`)
	require.NoError(t, err)
	at(119, "name 119")
	at(60, "name 60")
	require.NoError(t, raw.QueryRow("SELECT count(*) FROM snapshots WHERE document->>'name' = 'tampered' OR sum <> md5(document::text)").Scan(&n))
	assert.Zero(t, n, "damaged snapshots are made anew")
	for _, damage := range []string{`'{"half": 1}'`, `jsonb_set(document, '{name}', '"tampered"')`} {
		_, err = raw.Exec("UPDATE jobs SET document = " + damage)
		require.NoError(t, err)
		j, err := s.Job(ctx, id)
		require.NoError(t, err)
		assert.Equal(t, "name 120", j.Document.Name)
		assert.NotEmpty(t, j.Mended)
		again, err := s.Job(ctx, id)
		require.NoError(t, err)
		assert.Empty(t, again.Mended)
	}
	_, err = raw.Exec(`UPDATE jobs SET document = jsonb_set(document, '{name}', '"tampered"')`)
	require.NoError(t, err)
	next, err := do(s, id, []job.Edit{{ID: "m", Act: &job.PutMark{Mark: job.L("1/32 in")}}})
	require.NoError(t, err)
	assert.Equal(t, "name 120", next.Document.Name, "nothing is built on what is damaged")
	assert.NotEmpty(t, next.Mended)
	_, err = s.At(ctx, id, 122)
	assert.Error(t, err)
}

// A database that the version before has filled is carried over: every reading
// with its time, every tick, and what the job was before.
func TestADatabaseOfTheVersionBeforeIsCarriedOver(t *testing.T) {
	t.Parallel()
	url := storetest.URL(t)
	dump, err := os.ReadFile("testdata/before_log.sql")
	require.NoError(t, err)
	storetest.Fill(t, url, string(dump))
	type tick struct {
		member string
		nm     int64
		undone bool
		at     time.Time
	}
	var ticks []tick
	raw := storetest.SQL(t, url)
	rows, err := raw.Query("SELECT member, length, undone, at FROM cut_log WHERE job_id = '0190c0de-0000-7000-8000-000000000001' ORDER BY line")
	require.NoError(t, err)
	for rows.Next() {
		var one tick
		require.NoError(t, rows.Scan(&one.member, &one.nm, &one.undone, &one.at))
		ticks = append(ticks, one)
	}
	require.NoError(t, rows.Close())
	require.Len(t, ticks, 8)

	db, err := store.Open(url)
	require.NoError(t, err)
	t.Cleanup(func() { _ = db.Close() })
	require.NoError(t, db.Migrate(ctx))
	s := db.ForCrew(store.BuiltInCrew)
	for job1, file := range map[string]string{
		"0190c0de-0000-7000-8000-000000000001": "bindery", "0190c0de-0000-7000-8000-000000000002": "wardrobe", "0190c0de-0000-7000-8000-0000000000e1": "attic",
	} {
		before := read(t, "testdata/before_log."+file+".json") // as the version before exported it
		now, err := s.Job(ctx, job1)
		require.NoError(t, err)
		record := now.Document.Record
		now.Document.Record = nil
		assert.Equal(t, string(job.Write(before)), string(job.Write(now.Document)), file)
		now.Document.Record = record
		replayed, err := s.Replay(ctx, job1)
		require.NoError(t, err)
		assert.Equal(t, string(job.Write(now.Document)), string(job.Write(replayed)), file)
		require.Empty(t, site.Check(now.Document), file)
	}
	now, err := s.Job(ctx, "0190c0de-0000-7000-8000-000000000001")
	require.NoError(t, err)
	assert.EqualValues(t, 16, now.Revision)
	require.Len(t, now.Document.Record.Cuts, len(ticks))
	for i, c := range now.Document.Record.Cuts {
		at, err := time.Parse(time.RFC3339Nano, c.At)
		require.NoError(t, err)
		assert.True(t, at.Equal(ticks[i].at), "%s: %s is not %s", c.Member, c.At, ticks[i].at)
		assert.Equal(t, ticks[i].member, c.Member)
		assert.Equal(t, ticks[i].undone, c.Undone)
	}
	assert.Equal(t, "93.0707 in", now.Document.Record.Cuts[7].Length.String())
	old, err := s.At(ctx, now.ID, 3)
	require.NoError(t, err)
	readings := old.Survey.Readings
	assert.Equal(t, "2026-11-24T09:14:02Z", readings[len(readings)-1].Taken, "what the job was is still there")
	next, err := do(s, now.ID, rename("e1", "on we go"))
	require.NoError(t, err)
	assert.EqualValues(t, 17, next.Revision)
}

// Whatever is said of lines, ends, fixings and floors comes back as it was
// said, from the document and from the log.
func TestWhateverIsSaidOfALineComesBack(t *testing.T) {
	t.Parallel()
	s := storetest.Open(t).ForCrew(store.BuiltInCrew)
	n := 0
	law.Check(t, func(t *rapid.T) {
		inch := func(what string) string { return fmt.Sprint(rapid.IntRange(1, 90).Draw(t, what), " in") }
		maybe := func(what string) bool { return rapid.Bool().Draw(t, what) }
		place := func(what string) job.Place {
			return job.Place{X: job.L(inch(what + " x")), Y: job.L(inch(what + " y"))}
		}
		d := job.Starter("any", "imperial")
		d.Survey = &job.Survey{Corners: []job.Corner{{ID: "1"}, {ID: "2"}}, Walls: []job.ExistingWall{{ID: "old", From: "1", To: "2"}}}
		l := &job.Line{By: rapid.SampledFrom([]string{"parallel", "square", "leg", "clear", "centred", "in-line", "furring", "through"}).Draw(t, "by"), Face: "old", At: job.L(inch("at"))}
		if maybe("marks") {
			l.Marks = []job.Place{place("mark 1"), place("mark 2")}
		}
		if maybe("parts") {
			l.Parts, l.From, l.Boards = []job.Part{{What: "bench", Length: job.L(inch("part"))}, {Length: job.L(inch("other"))}}, "stop", "both"
		}
		if maybe("closes") {
			l.Degrees, l.Turn, l.Closes = 67.5, "right", &job.Closes{Corner: "2"}
		}
		w := job.Wall{ID: "A", Name: "hall & <room> \u2028", Lumber: "2x4", Line: l, Membrane: maybe("membrane")}
		if maybe("fixed") {
			w.FixFloor, w.FixCeiling = &job.Fixing{By: "bolt", Length: job.L(inch("bolt")), Step: job.L(inch("step"))}, &job.Fixing{By: "resin", Cure: 12.5}
		}
		d.Walls = []job.Wall{w}
		n++
		kept, err := s.Create(ctx, fmt.Sprintf("0190c0de-0000-7000-8000-%012d", n), d, nobody, nil)
		require.NoError(t, err)
		require.Equal(t, string(job.Write(job.Canonical(d))), string(job.Write(kept.Document)))
		back, err := s.Replay(ctx, kept.ID)
		require.NoError(t, err)
		require.Equal(t, string(job.Write(kept.Document)), string(job.Write(back)))
	})
}

// Whoever watches a job is woken by a change made through another copy of the
// application, and not by other jobs.
func TestAChangeWakesThoseWhoWatch(t *testing.T) {
	t.Parallel()
	url := storetest.URL(t)
	here, err := store.Open(url)
	require.NoError(t, err)
	t.Cleanup(func() { _ = here.Close() })
	require.NoError(t, here.Migrate(ctx))
	there, err := store.Open(url)
	require.NoError(t, err)
	t.Cleanup(func() { _ = there.Close() })
	crew := there.ForCrew(store.BuiltInCrew)
	_, err = crew.Create(ctx, id, bindery(t), nobody, nil)
	require.NoError(t, err)
	other := id[:35] + "b"
	_, err = crew.Create(ctx, other, bindery(t), nobody, nil)
	require.NoError(t, err)
	const nextDoor = "00000000-0000-7000-8000-0000000000ff"
	_, err = storetest.SQL(t, url).Exec("INSERT INTO crews (id, name) VALUES ($1, 'next door')", nextDoor)
	require.NoError(t, err)
	theirs := there.ForCrew(nextDoor)
	_, err = theirs.Create(ctx, id, bindery(t), nobody, nil)
	require.NoError(t, err)
	wake, stop := here.ForCrew(store.BuiltInCrew).Watch(id)
	defer stop()
	theirWake, stopTheirs := here.ForCrew(nextDoor).Watch(id)
	defer stopTheirs()
	wokenBy := func(wake <-chan struct{}) bool {
		select {
		case <-wake:
			return true
		case <-time.After(20 * time.Second):
			return false
		}
	}
	woken := func() bool { return wokenBy(wake) }
	require.True(t, wokenBy(theirWake))
	require.True(t, woken(), "once it listens: something may have been missed")
	_, err = do(crew, other, rename("o", "another job"))
	require.NoError(t, err)
	_, err = do(theirs, id, rename("n", "another crew's of the same id"))
	require.NoError(t, err)
	require.True(t, wokenBy(theirWake))
	select {
	case <-wake:
		t.Fatal("woken by another crew's")
	default:
	}
	_, err = do(crew, id, rename("e", "here"))
	require.NoError(t, err)
	require.True(t, woken())
	select {
	case <-wake:
		t.Fatal("woken by another job")
	case <-time.After(50 * time.Millisecond):
	}
	var errs []error
	for range 3 { // the database breaks the connection off: it is taken up again
		_, err := storetest.SQL(t, url).Exec("SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE query LIKE 'LISTEN%'")
		errs = append(errs, err)
	}
	require.NoError(t, errors.Join(errs...))
	require.True(t, woken(), "after a break everybody looks again")
}
