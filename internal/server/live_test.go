package server_test

import (
	"bufio"
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/httptest"
	"os"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/gin-gonic/gin"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/server"
	"homalos/internal/server/servertest"
	"homalos/internal/store"
	"homalos/internal/store/storetest"
)

// event is one that a stream brought.
type event struct {
	kind string
	id   int64
	data map[string]any
}

// stream listens to a job, from after a revision.
func (a *application) stream(ctx context.Context, after string) <-chan event {
	a.t.Helper()
	return a.streamAt(ctx, jobPath+"/events", after)
}

// streamAt listens at an address.
func (a *application) streamAt(ctx context.Context, path, after string) <-chan event {
	a.t.Helper()
	request, err := http.NewRequestWithContext(ctx, "GET", a.base+path, nil)
	require.NoError(a.t, err)
	if after != "" {
		request.Header.Set("Last-Event-ID", after)
	}
	response, err := http.DefaultClient.Do(request)
	require.NoError(a.t, err)
	require.Equal(a.t, "text/event-stream", response.Header.Get("Content-Type"))
	out := make(chan event, 100)
	go func() {
		defer close(out)
		defer func() { _ = response.Body.Close() }()
		now := event{kind: "message"}
		lines := bufio.NewScanner(response.Body)
		for lines.Scan() {
			name, text, _ := strings.Cut(lines.Text(), ": ")
			switch name {
			case "event":
				now.kind = text
			case "id":
				now.id, _ = strconv.ParseInt(text, 10, 64)
			case "data":
				_ = json.Unmarshal([]byte(text), &now.data)
			case "":
				out <- now
				now = event{kind: "message"}
			}
		}
	}()
	return out
}

// next is the next event of a kind.
func next(t *testing.T, events <-chan event, kind string) event {
	t.Helper()
	for {
		select {
		case e, open := <-events:
			require.True(t, open, "the stream ended")
			if e.kind == kind {
				return e
			}
		case <-time.After(20 * time.Second):
			t.Fatalf("no %s came", kind)
		}
	}
}

// copyAt is one more copy of the application on a database.
func copyAt(t *testing.T, url string) (*application, *store.Store) {
	t.Helper()
	gin.SetMode(gin.ReleaseMode)
	db, err := store.Open(url)
	require.NoError(t, err)
	t.Cleanup(func() { _ = db.Close() })
	require.NoError(t, db.Migrate(context.Background()))
	web := httptest.NewServer(server.New(db, patient))
	t.Cleanup(func() {
		web.CloseClientConnections() // a stream never ends of itself
		web.Close()
	})
	return &application{t, web.URL}, db.ForCrew(store.BuiltInCrew)
}

// What is done through one copy of the application is named in the streams of
// another; a stream that broke off goes on where it was.
func TestWhatIsDoneElsewhereIsNamedAsItHappens(t *testing.T) {
	t.Parallel()
	url := storetest.URL(t)
	here, _ := copyAt(t, url)
	there, _ := copyAt(t, url)
	here.withBindery()
	ctx, cancel := context.WithCancel(context.Background())
	defer cancel()
	events := there.stream(ctx, "")
	assert.EqualValues(t, 1, next(t, events, "quiet").data["revision"])
	require.Equal(t, 200, here.edit(1, cut("B-S4", said{"length": "93 1/8 in"})).status)
	e := next(t, events, "step")
	assert.EqualValues(t, 2, e.id)
	assert.Equal(t, "B-S4 cut at the saw", e.data["said"])
	assert.Equal(t, "test", e.data["device"])
	cancel()
	for i := 2; i < 5; i++ {
		require.Equal(t, 200, here.edit(i, do("rename", said{"name": strconv.Itoa(i)})).status)
	}
	again, stop := context.WithCancel(context.Background())
	defer stop()
	events = there.stream(again, "2")
	for i := int64(3); i <= 5; i++ {
		assert.Equal(t, i, next(t, events, "step").id, "nothing is missed, nothing comes twice")
	}
	require.Equal(t, 204, here.call("DELETE", jobPath, "", nil).status)
	assert.NotEmpty(t, next(t, events, "gone").data["text"])
	assert.Equal(t, "gone", next(t, there.stream(again, ""), "gone").kind, "of a job that isn't there")
}

// Two on one job, each on the page they have: what touches nothing in common
// is both made; what does is refused with both, and additions always come in.
func TestTwoOnOneJobKeepWhatEachOtherDoes(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	door := func(centre string) said {
		return do("put-opening", said{"wall": "A", "opening": said{"id": "D1", "kind": "door", "centre": centre, "leaf": said{"width": "30 in", "height": "80 in"}}})
	}
	require.Equal(t, 200, a.edit(1, door("60 in")).status)
	require.Equal(t, 200, a.edit(1, do("put-rules", said{"rules": said{"fit": "1/8 in"}})).status, "elsewhere")
	require.Equal(t, 200, a.edit(1, do("add-reading", said{"reading": reading("late", "64", "96 1/16")})).status, "only added")
	require.Equal(t, 200, a.edit(1, cut("A-S1", nil)).status, "only added")
	met := a.edit(1, door("64 in"))
	require.Equal(t, 409, met.status)
	assert.Contains(t, string(met.raw), `"now":"60 in"`)
	assert.Contains(t, string(met.raw), `"now":"64 in"`)
	whole := a.edit(1, do("put-wall", said{"wall": a.document()["walls"].([]any)[0]}))
	assert.Equal(t, 409, whole.status, "the whole wall is around its door")
	// one's own choice a moment ago, on a slow line
	first := door("61 in")
	require.Equal(t, 200, a.edit(5, first).status)
	assert.Equal(t, 409, a.edit(5, door("62 in")).status, "it was not on screen: never lost in silence")
	seen := a.call("POST", jobPath+"/edits", "", said{"revision": 5, "after": []any{first["id"]}, "edits": []said{door("62 in")}})
	assert.Equal(t, 200, seen.status, "it was")
	slip := a.edit(1, do("add-reading", said{"reading": reading("slip", "64", "96 furlongs")}))
	assert.Equal(t, 422, slip.status, "a slip of one's own is no conflict")
	// a job that makes no sense with both
	require.Equal(t, 200, a.edit(7, do("put-lumber", said{"lumber": said{"id": "2x6", "thickness": "1 1/2 in", "depth": "5 1/2 in"}})).status)
	require.Equal(t, 200, a.edit(8, do("remove-lumber", said{"lumber": "2x6"})).status)
	senseless := a.edit(8, do("put-wall", said{"wall": said{"id": "E", "lumber": "2x6", "line": said{"by": "parallel", "face": "yard wall", "at": "20 in"}}}))
	assert.Equal(t, 409, senseless.status, shown(senseless))
	assert.Contains(t, senseless.locations(), "edits[0].wall.lumber")
	assert.Equal(t, 9, a.revision())
}

// On a slow line one moves a wall and reads along it where it now is, while
// somebody else changes the rules: the reading lies on the wall as moved.
func TestAReadingAfterOnesOwnMoveLiesWhereTheWallIsNow(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	c := a.document()["walls"].([]any)[2].(map[string]any)
	c["line"].(map[string]any)["at"] = "140 in"
	move := do("put-wall", said{"wall": c})
	along := func(id string) said {
		r := reading(id, "30", "95 7/8")
		r["place"].(map[string]any)["wall"] = "C"
		return do("add-reading", said{"reading": r})
	}
	require.Equal(t, 200, a.edit(1, move).status)
	require.Equal(t, 200, a.edit(1, do("put-rules", said{"rules": said{"fit": "1/8 in"}})).status)
	seen := a.call("POST", jobPath+"/edits", "", said{"revision": 1, "after": []any{move["id"]}, "edits": []said{along("seen")}})
	require.Equal(t, 200, seen.status, shown(seen))
	require.Equal(t, 200, a.edit(1, along("not seen")).status)
	place := map[string]any{}
	for _, r := range a.document()["survey"].(map[string]any)["readings"].([]any) {
		if p, ok := r.(map[string]any)["place"].(map[string]any); ok {
			place[r.(map[string]any)["id"].(string)] = p["wall"]
		}
	}
	assert.Equal(t, "C", place["seen"])
	assert.Nil(t, place["not seen"], "it was taken where the wall was")
}

func TestUndoIsNeverOverSomebodyElsesChange(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	by := func(device string, revision int, e said) reply {
		t.Helper()
		return a.call("POST", jobPath+"/edits", "", said{"revision": revision, "device": device, "by": device, "edits": []said{e}})
	}
	first := string(job.Write(documentOf(t, a)))
	mine := do("put-rules", said{"rules": said{"fit": "1/8 in"}})
	require.Equal(t, 200, by("me", 1, mine).status)
	theirs := by("ana", 2, do("put-rules", said{"rules": said{"fit": "1/4 in"}}))
	require.Equal(t, 200, theirs.status)
	log := a.call("GET", jobPath+"/log?device=me", "", nil)
	require.Equal(t, 200, log.status)
	assert.Nil(t, log.body["undo"], "what can't be taken back isn't offered")
	steps := log.body["steps"].([]any)
	assert.Equal(t, "rules changed: fit 1/4", steps[1].(map[string]any)["inTheWay"])
	over := by("me", 3, do("undo", said{"edit": mine["id"]}))
	require.Equal(t, 409, over.status)
	assert.Contains(t, string(over.raw), `"path":"rules.fit","was":"1/8 in","now":"1/4 in"`)
	back := by("ana", 3, do("undo", said{"edit": theirs.body["undo"].(map[string]any)["edit"]}))
	require.Equal(t, 200, back.status)
	assert.Equal(t, 422, by("ana", 4, do("undo", said{"edit": theirs.body["undo"].(map[string]any)["edit"]})).status, "once is enough")
	require.Equal(t, 200, by("me", 4, do("undo", said{"edit": mine["id"]})).status)
	assert.Equal(t, first, string(job.Write(documentOf(t, a))))
	begun := a.call("GET", jobPath+"/log?whole=true", "", nil).body["steps"].([]any)
	require.Len(t, begun, 5)
	assert.Equal(t, "taken back: rules changed: fit 1/8, floor as usual, …", begun[4].(map[string]any)["said"])
	assert.Equal(t, false, begun[1].(map[string]any)["stands"])
	then := a.call("GET", jobPath+"/document?revision=2", "", nil)
	assert.Contains(t, string(then.raw), `"fit": "1/8 in"`, "the job as it stood")
}

func documentOf(t *testing.T, a *application) job.Document {
	t.Helper()
	d, faults := job.Read(a.call("GET", jobPath+"/document", "", nil).raw)
	require.Empty(t, faults)
	return d
}

// The list reads what was worked out before; a job that can't be planned says
// so and leaves the others alone.
func TestAJobThatCannotBePlannedSpoilsNothing(t *testing.T) {
	t.Parallel()
	a, crew := copyAt(t, storetest.URL(t))
	a.withBindery()
	raw, err := os.ReadFile("../../demo/wardrobe.json")
	require.NoError(t, err)
	d, faults := job.Read(raw)
	require.Empty(t, faults)
	d.Walls[0].Lumber = "gone"
	_, err = crew.Create(context.Background(), jobPath[len("/api/jobs/"):len(jobPath)-1]+"b", d, store.Author{}, nil)
	require.NoError(t, err)
	var faulty, sound map[string]any
	require.Eventually(t, func() bool {
		list := a.call("GET", "/api/jobs", "", nil).body["jobs"].([]any)
		faulty, sound = list[0].(map[string]any), list[1].(map[string]any)
		return faulty["counted"] == true
	}, 20*time.Second, 50*time.Millisecond)
	assert.Contains(t, faulty["fault"], "walls[0].lumber")
	assert.Equal(t, "Puppet wardrobe in the village post office", faulty["name"])
	assert.Nil(t, sound["fault"])
	assert.EqualValues(t, 140, sound["pieces"])
	assert.EqualValues(t, 0, sound["cut"])
	require.Equal(t, 200, a.edit(1, cut("A-S1", nil)).status)
	list := a.call("GET", "/api/jobs", "", nil).body["jobs"].([]any)
	assert.EqualValues(t, 1, list[0].(map[string]any)["cut"], "kept with the change")
}

// A database that is away for a while is not an answer: what was sent may be
// sent again.
func TestADatabaseThatIsAwayIsSaidSo(t *testing.T) {
	t.Parallel()
	url := storetest.URL(t)
	a, _ := copyAt(t, url)
	a.withBindery()
	raw := storetest.SQL(t, strings.Replace(url, url[strings.LastIndex(url, "/")+1:strings.Index(url, "?")], "postgres", 1))
	name := url[strings.LastIndex(url, "/")+1 : strings.Index(url, "?")]
	_, err := raw.Exec("ALTER DATABASE " + name + " ALLOW_CONNECTIONS false")
	require.NoError(t, err)
	_, err = raw.Exec("SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = $1", name)
	require.NoError(t, err)
	rename := do("rename", said{"name": "later"})
	assert.Equal(t, 503, a.edit(1, rename).status)
	_, err = raw.Exec("ALTER DATABASE " + name + " ALLOW_CONNECTIONS true")
	require.NoError(t, err)
	assert.Equal(t, 200, a.edit(1, rename).status)
}

// From request to answer, the one after the other: a crew at work.
func BenchmarkMakeAnEdit(b *testing.B) {
	gin.SetMode(gin.ReleaseMode)
	server.SpendMemory() // as serve does
	web := httptest.NewServer(server.New(storetest.Open(b), patient))
	defer web.Close()
	last := ""
	jobs := map[string]struct {
		doc   job.Document
		edits map[string]func(i int) said
	}{
		"the bindery": {jobtest.Demo(b, "bindery"), map[string]func(i int) said{
			"tick":   func(int) said { return cut("A-S2", nil) },
			"rename": func(i int) said { return do("rename", said{"name": strconv.Itoa(i)}) },
			"reading": func(i int) said {
				r := reading("bench"+strconv.Itoa(i), strconv.Itoa(1+i%140), "95 3/4")
				if last != "" { // taken again elsewhere: as many stand as before
					r["replaces"] = last
				}
				last = r["id"].(string)
				return do("add-reading", said{"reading": r})
			},
			"door moved": func(i int) said {
				return do("put-opening", said{"wall": "A", "opening": said{"id": "D1", "kind": "door", "centre": strconv.Itoa(60 + i%8), "leaf": said{"width": "30", "height": "80"}}})
			},
		}},
		"60 walls, 960 readings": {jobtest.Building(60), map[string]func(i int) said{
			"door moved": func(i int) said {
				return do("put-opening", said{"wall": "W7", "opening": said{"id": "D", "kind": "door", "centre": strconv.Itoa(60 + i%8), "leaf": said{"width": "30", "height": "80"}}})
			},
			"rename": func(i int) said { return do("rename", said{"name": strconv.Itoa(i)}) },
		}},
	}
	n := 0
	for name, one := range jobs {
		path := fmt.Sprintf("/api/jobs/0190c0de-0000-7000-8000-0000000009%02d", n)
		n++
		status, err := servertest.Call(context.Background(), "PUT", web.URL+path, json.RawMessage(job.Write(one.doc)), nil)
		require.NoError(b, err)
		require.Equal(b, 201, status)
		for what, edit := range one.edits {
			b.Run(name+"/"+what, func(b *testing.B) {
				var now struct{ Revision int }
				_, err := servertest.Call(context.Background(), "GET", web.URL+path, nil, &now)
				require.NoError(b, err)
				for b.Loop() {
					_, err := servertest.Call(context.Background(), "POST", web.URL+path+"/edits", said{"revision": now.Revision, "device": "bench", "edits": []said{edit(now.Revision)}}, &now)
					require.NoError(b, err)
				}
			})
		}
	}
}

// A page of an earlier version asks for a part that is gone.
func TestAPartOfAnEarlierVersionIsGone(t *testing.T) {
	t.Parallel()
	a := start(t)
	gone := a.call("GET", "/assets/Mark-0ld.js", "", nil)
	assert.Equal(t, 404, gone.status)
	assert.NotContains(t, string(gone.raw), "<html", "never the page in place of a script")
}
