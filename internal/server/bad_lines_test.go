package server_test

import (
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

type said map[string]any

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
			"walls[4].line.also[0]", []string{"parallel to yard wall at 20", "from A it would be", "not 30"},
		},
		"out of the room": {
			said{"by": "parallel", "face": "yard wall", "at": "500 in"}, "walls[4].line", []string{"no part of it lies inside the room"},
		},
		"across a door that is there": {
			said{"by": "square", "face": "yard wall", "at": "120 in"}, "walls[4].line", []string{"in the door to the yard that is there"},
		},
		"shorter than two studs": {
			said{"by": "parallel", "face": "yard wall", "at": "20 in", "parts": []said{{"length": "2 in"}}}, "walls[4]", []string{"two end studs"},
		},
		"off itself": {
			said{"by": "parallel", "face": "E", "at": "20 in"}, "walls[4].line.face", []string{"E"},
		},
		"longer than the room": {
			said{"by": "parallel", "face": "yard wall", "at": "20 in", "parts": []said{{"what": "bench", "length": "400 in"}}}, "walls[4].line", []string{"longer than the room"},
		},
		"a face that nobody knows": {
			said{"by": "parallel", "face": "moon", "at": "20 in"}, "walls[4].line.face", []string{"moon"},
		},
		"a distance in furlongs": {
			said{"by": "parallel", "face": "yard wall", "at": "2 furlongs"}, "walls[4].line.at", []string{"furlongs"},
		},
		"no distance at all": {
			said{"by": "parallel", "face": "yard wall"}, "walls[4].line.at", nil,
		},
		"centred between walls that don't face each other": {
			said{"by": "centred", "face": "yard wall", "and": "stove wall"}, "walls[4].line", []string{"yard wall", "stove wall", "°"},
		},
		"to a face it never meets": {
			said{"by": "parallel", "face": "yard wall", "at": "20 in", "stop": said{"face": "canteen wall"}}, "walls[4].line", []string{"never meets"},
		},
	} {
		t.Run(name, func(t *testing.T) {
			wall := said{"id": "E", "lumber": "2x4", "bottom": []string{"2x4t"}, "top": []string{"2x4"}, "line": c.line}
			r := a.call("PUT", jobPath+"/walls/E", "1", wall)
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
	require.Equal(t, http.StatusOK, a.call("PUT", jobPath+"/walls/E", "1", hall).status)
	c := said{"id": "C", "lumber": "2x4", "bottom": []string{"2x4t"}, "top": []string{"2x4"}, "line": said{"by": "parallel", "face": "E back", "at": "30 in"}}
	r := a.call("PUT", jobPath+"/walls/C", "2", c)
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
	for name, c := range map[string]struct {
		method, path, revision string
		body                   any
		status                 int
	}{
		"no revision":               {"PUT", "/walls/E", "", said{"id": "E", "lumber": "2x4", "line": line}, 422},
		"an old revision":           {"PUT", "/walls/E", "0", said{"id": "E", "lumber": "2x4", "line": line}, 409},
		"a revision that's a word":  {"PUT", "/walls/E", "latest", said{"id": "E", "lumber": "2x4", "line": line}, 400},
		"a way that is none":        {"PUT", "/walls/E", "1", said{"id": "E", "lumber": "2x4", "line": said{"by": "feeling"}}, 422},
		"a number for a length":     {"PUT", "/walls/E", "1", said{"id": "E", "lumber": "2x4", "line": said{"by": "parallel", "face": "yard wall", "at": 20}}, 422},
		"lumber that isn't there":   {"PUT", "/walls/E", "1", said{"id": "E", "lumber": "6x6", "line": line}, 422},
		"no wall to compare":        {"POST", "/walls/E/compare", "", `{}`, 422},
		"half a body":               {"POST", "/walls/C/compare", "", `{"id": "C", "line": {`, 400},
		"no walls at all":           {"PUT", "/walls", "1", said{"walls": []any{}}, 422},
		"a fix of no name":          {"POST", "/walls/C/fix", "1", said{"fix": ""}, 422},
		"a wall that isn't there":   {"DELETE", "/walls/Q", "1", nil, 404},
		"a job that isn't there":    {"POST", "/../0190c0de-0000-7000-8000-0000000000ff/walls/C/fix", "1", said{"fix": "x"}, 404},
		"a neighbour still goes by": {"DELETE", "/walls/C", "1", nil, 422},
	} {
		t.Run(name, func(t *testing.T) {
			r := a.call(c.method, strings.Replace(jobPath+c.path, "0190c0de-0000-7000-8000-0000000000aa/../", "", 1), c.revision, c.body)
			assert.Equal(t, c.status, r.status, string(r.raw))
			assert.NotEmpty(t, r.body["detail"], string(r.raw))
		})
	}
	assert.EqualValues(t, 1, a.call("GET", jobPath, "", nil).body["revision"])
}

// Two fixes one after the other, each taken back: the job is what it was.
func TestFixesAreTakenBackInTheirOrder(t *testing.T) {
	t.Parallel()
	a := start(t)
	a.bindery()
	doc := func() map[string]any { return a.call("GET", jobPath, "", nil).body["document"].(map[string]any) }
	first := doc()["walls"]
	ok := func(r reply) {
		t.Helper()
		require.Equal(t, http.StatusOK, r.status, string(r.raw))
	}
	ok(a.call("POST", jobPath+"/walls/D/fix", "1", said{"fix": "style-start-flat-nailer"}))
	second := doc()["walls"]
	assert.NotEqual(t, first, second)
	ok(a.call("POST", jobPath+"/walls/D/fix", "2", said{"fix": "past-end"}))
	ok(a.call("PUT", jobPath+"/walls", "3", said{"walls": second}))
	assert.Equal(t, second, doc()["walls"])
	ok(a.call("PUT", jobPath+"/walls", "4", said{"walls": first}))
	assert.Equal(t, first, doc()["walls"])
}
