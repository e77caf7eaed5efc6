package server_test

import (
	"net/http"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Lines that can't be are refused at their field, with the relations involved,
// and the job stays as it was.
func TestLinesThatCannotBeLeaveTheJobAsItWas(t *testing.T) {
	t.Parallel()
	a := start(t)
	a.bindery()
	before := a.call("GET", jobPath+"/document", "", nil).raw
	for name, c := range map[string]struct {
		line said
		at   string
		says []string
	}{
		"two distances that can't both hold": {
			said{"by": "parallel", "face": "yard wall", "at": "20 in", "also": []said{{"face": "A", "at": "30 in"}}},
			"edits[0].wall.line.also[0]", []string{"parallel to yard wall at 20", "from A it would be", "not 30"},
		},
		"out of the room": {
			said{"by": "parallel", "face": "yard wall", "at": "500 in"}, "edits[0].wall.line", []string{"no part of it lies inside the room"},
		},
		"shorter than a stud is thick": {
			said{"by": "parallel", "face": "yard wall", "at": "20 in", "parts": []said{{"length": "1 in"}}}, "edits[0].wall", []string{"shorter than a stud is thick"},
		},
		"off itself": {
			said{"by": "parallel", "face": "E", "at": "20 in"}, "edits[0].wall.line.face", []string{"E"},
		},
		"longer than the room": {
			said{"by": "parallel", "face": "yard wall", "at": "20 in", "parts": []said{{"what": "bench", "length": "400 in"}}}, "edits[0].wall.line", []string{"longer than the room"},
		},
		"a face that nobody knows": {
			said{"by": "parallel", "face": "moon", "at": "20 in"}, "edits[0].wall.line.face", []string{"moon"},
		},
		"a distance in furlongs": {
			said{"by": "parallel", "face": "yard wall", "at": "2 furlongs"}, "edits[0].wall.line.at", []string{"furlongs"},
		},
		"no distance at all": {
			said{"by": "parallel", "face": "yard wall"}, "edits[0].wall.line.at", nil,
		},
		"centred between walls that don't face each other": {
			said{"by": "centred", "face": "yard wall", "and": "stove wall"}, "edits[0].wall.line", []string{"yard wall", "stove wall", "°"},
		},
		"to a face it never meets": {
			said{"by": "parallel", "face": "yard wall", "at": "20 in", "stop": said{"face": "canteen wall"}}, "edits[0].wall.line", []string{"never meets"},
		},
	} {
		t.Run(name, func(t *testing.T) {
			wall := said{"id": "E", "lumber": "2x4", "bottom": []string{"2x4t"}, "top": []string{"2x4"}, "line": c.line}
			r := a.edit(1, do("put-wall", said{"wall": wall}))
			require.Equal(t, http.StatusUnprocessableEntity, r.status, string(r.raw))
			assert.Equal(t, "application/problem+json", r.header.Get("Content-Type"))
			hit := false
			for _, l := range r.locations() {
				hit = hit || strings.HasPrefix(l, c.at)
			}
			assert.True(t, hit, "%v, not at %s", r.locations(), c.at)
			for _, s := range c.says {
				assert.Contains(t, string(r.raw), s)
			}
		})
	}
	assert.Equal(t, string(before), string(a.call("GET", jobPath+"/document", "", nil).raw))
}

// A circle is named by all that stand in it, also where an edit closes it.
func TestACircleIsNamedByItsWalls(t *testing.T) {
	t.Parallel()
	a := start(t)
	a.bindery()
	hall := said{"id": "E", "lumber": "2x4", "line": said{"by": "parallel", "face": "C", "at": "30 in"}}
	require.Equal(t, http.StatusOK, a.edit(1, do("put-wall", said{"wall": hall})).status)
	c := said{"id": "C", "lumber": "2x4", "bottom": []string{"2x4t"}, "top": []string{"2x4"}, "line": said{"by": "parallel", "face": "E back", "at": "30 in"}}
	r := a.edit(2, do("put-wall", said{"wall": c}))
	require.Equal(t, http.StatusUnprocessableEntity, r.status, string(r.raw))
	assert.Contains(t, string(r.raw), "C")
	assert.Contains(t, string(r.raw), "E")
	assert.EqualValues(t, 2, a.call("GET", jobPath, "", nil).body["revision"])
}

// Every address of a line answers nonsense with a problem, never with a crash.
func TestNonsenseAboutLinesIsAProblem(t *testing.T) {
	t.Parallel()
	a := start(t)
	a.bindery()
	line := said{"by": "parallel", "face": "yard wall", "at": "20 in"}
	put := func(wall said) said { return do("put-wall", said{"wall": wall}) }
	e := func(line said) said { return put(said{"id": "E", "lumber": "2x4", "line": line}) }
	for name, c := range map[string]struct {
		revision any
		edits    any
		status   int
		at       string
	}{
		"no revision":               {nil, []said{e(line)}, 422, "revision"},
		"a revision that never was": {9, []said{e(line)}, 422, "revision"},
		"a revision of nothing":     {0, []said{e(line)}, 422, "revision"},
		"a revision that's a word":  {"latest", []said{e(line)}, 422, "revision"},
		"a way that is none":        {1, []said{e(said{"by": "feeling"})}, 422, "edits[0].wall.line.by"},
		"a number for a length":     {1, []said{e(said{"by": "parallel", "face": "yard wall", "at": 20})}, 422, "edits[0].wall.line.at"},
		"lumber that isn't there":   {1, []said{put(said{"id": "E", "lumber": "6x6", "line": line})}, 422, "edits[0].wall.lumber"},
		"no edits at all":           {1, []said{}, 422, "edits"},
		"edits that are none":       {1, []any{"put-wall"}, 422, "edits[0]"},
		"a fix of no name":          {1, []said{do("apply-fix", said{"wall": "C", "fix": ""})}, 422, "edits[0].fix"},
		"a wall that isn't there":   {1, []said{e(line), do("remove-wall", said{"wall": "Q"})}, 422, "edits[1].wall"},
		"a neighbour still goes by": {1, []said{do("remove-wall", said{"wall": "C"})}, 422, "walls[2].line.stop.face"},
		"an id twice":               {1, []said{do("rename", said{"id": "x", "name": "a"}), do("rename", said{"id": "x", "name": "b"})}, 422, "edits[1].id"},
		"no id":                     {1, []said{{"do": "rename", "name": "a"}}, 422, "edits[0].id"},
		"a kind that is none":       {1, []said{do("burn", said{})}, 422, "edits[0].do"},
		"a beginning":               {1, []said{do("start", said{"document": said{}})}, 422, "edits[0].document.format"},
		"a part that is none":       {1, []said{do("put-found", said{"part": "moons", "entry": said{}})}, 422, "edits[0].part"},
		"an entry of another part":  {1, []said{do("put-found", said{"part": "zones", "entry": said{"id": "z", "kind": "tape"}})}, 422, "edits[0].entry.kind"},
		"an undo among others":      {1, []said{do("undo", said{"edit": "x"}), e(line)}, 422, "edits[0]"},
		"an undo of nothing":        {1, []said{do("undo", said{"edit": "x"})}, 422, "edits[0].edit"},
		"a NUL in a name":           {1, []said{do("rename", said{"name": "a\x00b"})}, 422, "edits[0].name"},
		"a name too long":           {1, []said{do("rename", said{"name": strings.Repeat("x", 201)})}, 422, "edits[0].name"},
		"ten thousand edits":        {1, slices.Repeat([]said{e(line)}, 10_000), 422, "edits"},
		"one of eight megabytes":    {1, []said{do("rename", said{"name": strings.Repeat("x", 8<<20)})}, 422, "edits[0]"},
	} {
		t.Run(name, func(t *testing.T) {
			body := said{"edits": c.edits}
			if c.revision != nil {
				body["revision"] = c.revision
			}
			r := a.call("POST", jobPath+"/edits", "", body)
			assert.Equal(t, c.status, r.status, shown(r))
			assert.Equal(t, "application/problem+json", r.header.Get("Content-Type"))
			assert.NotEmpty(t, r.body["detail"])
			assert.Contains(t, r.locations(), c.at, shown(r))
		})
	}
	for name, c := range map[string]struct {
		path   string
		body   any
		status int
	}{
		"no wall to compare":     {jobPath + "/walls/E/compare", `{}`, 422},
		"half a body to compare": {jobPath + "/walls/C/compare", `{"id": "C", "line": {`, 400},
		"half a body":            {jobPath + "/edits", `{"revision": 1, "edits": [`, 422},
		"a job that isn't there": {"/api/jobs/0190c0de-0000-7000-8000-0000000000ff/edits", said{"revision": 1, "edits": []said{e(line)}}, 404},
		"thirteen megabytes":     {jobPath + "/edits", strings.Repeat(" ", 13<<20), 413},
		"an unknown field":       {jobPath + "/edits", said{"revision": 1, "edits": []said{e(line)}, "force": true}, 422},
	} {
		t.Run(name, func(t *testing.T) {
			r := a.call("POST", c.path, "", c.body)
			assert.Equal(t, c.status, r.status, shown(r))
			assert.NotEmpty(t, r.body["detail"], shown(r))
		})
	}
	assert.Equal(t, 1, a.revision())
}

// shown is an answer, short enough for a failure.
func shown(r reply) string { return string(r.raw[:min(len(r.raw), 1500)]) }

// Two fixes one after the other, each taken back: the job is what it was.
func TestFixesAreTakenBackInTheirOrder(t *testing.T) {
	t.Parallel()
	a := start(t)
	a.bindery()
	first := a.document()
	ok := func(r reply) reply {
		t.Helper()
		require.Equal(t, http.StatusOK, r.status, string(r.raw))
		return r
	}
	ok(a.edit(1, do("apply-fix", said{"wall": "D", "fix": "style-start-flat-nailer"})))
	second := a.document()
	assert.NotEqual(t, first, second)
	undo := func(r reply) said { return do("undo", said{"edit": r.body["undo"].(map[string]any)["edit"]}) }
	done := ok(a.edit(2, do("apply-fix", said{"wall": "D", "fix": "past-end"})))
	done = ok(a.edit(3, undo(done)))
	assert.Equal(t, second, a.document())
	done = ok(a.edit(4, undo(done)))
	assert.Equal(t, first, a.document())
	assert.Nil(t, done.body["undo"])
	assert.Contains(t, done.body["redo"].(map[string]any)["said"], "flat nailer")
	done = ok(a.edit(5, do("redo", said{"edit": done.body["redo"].(map[string]any)["edit"]})))
	assert.Equal(t, second, a.document())
	assert.NotNil(t, done.body["undo"], "what is made again can be taken back again")
}
