package server_test

import (
	"context"
	"fmt"
	"os"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/law"
	"homalos/internal/server/servertest"
	"homalos/internal/store"
	"homalos/internal/store/storetest"
)

const jobID = "0190c0de-0000-7000-8000-0000000000aa"

// inOrder is a document with its lists by id: what was taken out and put back
// out of order may stand elsewhere in its list.
func inOrder(d job.Document) string {
	d = job.Copy(d)
	slices.SortFunc(d.Walls, func(a, b job.Wall) int { return strings.Compare(a.ID, b.ID) })
	slices.SortFunc(d.Survey.Zones, func(a, b job.Zone) int { return strings.Compare(a.ID, b.ID) })
	slices.SortFunc(d.Survey.Readings, func(a, b job.Reading) int { return strings.Compare(a.ID, b.ID) })
	for _, w := range d.Walls {
		slices.SortFunc(w.Openings, func(a, b job.Opening) int { return strings.Compare(a.ID, b.ID) })
	}
	return string(job.Write(d))
}

// Twenty devices edit one job at random, through two copies of the
// application, until 150 changes stand or for a minute (make fuzz: for a
// minute): the log followed from its start gives the
// document, every acknowledged edit is in it once, and all of it taken back in
// reverse gives the first document.
func TestTwentyDevicesAtOneJob(t *testing.T) {
	t.Parallel()
	url := storetest.URL(t)
	one, _ := copyAt(t, url)
	two, crew := copyAt(t, url)
	at := []string{one.base, two.base}
	raw, err := os.ReadFile("../../demo/bindery.json")
	require.NoError(t, err)
	d, faults := job.Read(raw)
	require.Empty(t, faults)
	first, err := crew.Create(context.Background(), jobID, d, store.Author{}, nil)
	require.NoError(t, err)

	ctx, cancel := context.WithCancel(context.Background())
	defer cancel()
	var wait sync.WaitGroup
	var devices []*servertest.Device
	for i := range 20 {
		one := &servertest.Device{At: func() string { return at[i%2] }, Job: jobID, Crew: jobtest.NewCrew(fmt.Sprint("device-", i), uint64(i)), Undo: true}
		devices = append(devices, one)
		wait.Go(func() { assert.NoError(t, one.Work(ctx)) })
	}
	revisions := int64(25)
	if law.Long() {
		revisions = 600
	}
	go func() {
		for ctx.Err() == nil {
			if j, err := crew.Job(ctx, jobID); err == nil && j.Revision > revisions {
				cancel()
			}
			time.Sleep(100 * time.Millisecond)
		}
	}()
	wait.Wait()

	ctx = context.Background()
	now, err := crew.Job(ctx, jobID)
	require.NoError(t, err)
	for before := int64(-1); before != now.Revision; { // what was on its way when they left off may still come
		before = now.Revision
		time.Sleep(time.Second)
		now, err = crew.Job(ctx, jobID)
		require.NoError(t, err)
	}
	replayed, err := crew.Replay(ctx, jobID)
	require.NoError(t, err)
	assert.Equal(t, string(job.Write(now.Document)), string(job.Write(replayed)))
	there := map[string]int{}
	steps, err := crew.Steps(ctx, jobID, 0, 0)
	require.NoError(t, err)
	var log []servertest.Step
	for _, s := range steps {
		one := servertest.Step{Revision: int(s.Revision), Undoes: int(s.Undoes), Redoes: int(s.Redoes)}
		for _, l := range s.Lines {
			if l.Edit.ID != "" {
				there[l.Edit.ID]++
				one.Edit = l.Edit.ID
			}
		}
		log = append(log, one)
	}
	made, refused, conflicts := 0, 0, 0
	for _, one := range devices {
		for _, id := range one.Made {
			assert.Equal(t, 1, there[id], id)
		}
		made, refused, conflicts = made+len(one.Made), refused+one.Refused, conflicts+one.Conflict
	}
	t.Logf("%d edits made in %d revisions, %d requests refused, %d conflicts", made, now.Revision, refused, conflicts)
	assert.Greater(t, made, 20)
	assert.Positive(t, conflicts, "nobody met anybody: the test shows nothing")

	require.NoError(t, servertest.TakeAllBack(ctx, at[0], jobID, log, int(now.Revision)))
	last, err := crew.Job(ctx, jobID)
	require.NoError(t, err)
	assert.Equal(t, inOrder(first.Document), inOrder(last.Document))
	replayed, err = crew.Replay(ctx, jobID)
	require.NoError(t, err)
	assert.Equal(t, string(job.Write(last.Document)), string(job.Write(replayed)))
}
