package server_test

import (
	"encoding/json"
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
)

// A fix that the plan offers is done by its id, answers what it moved, and is
// taken back by what the log kept for that.
func TestAFixIsDoneByItsIdAndTakenBack(t *testing.T) {
	a := start(t)
	a.bindery()
	walls := func() []any {
		return a.call("GET", jobPath, "", nil).body["document"].(map[string]any)["walls"].([]any)
	}
	before := walls()
	past := func(revision int, wall string) reply {
		return a.edit(revision, do("apply-fix", said{"wall": wall, "fix": "past-end"}))
	}
	done := past(1, "D")
	require.Equal(t, http.StatusOK, done.status, string(done.raw))
	assert.Len(t, done.body["moved"], 2, "both walls of the corner")
	assert.Equal(t, true, walls()[3].(map[string]any)["line"].(map[string]any)["stop"].(map[string]any)["past"])
	stale := past(1, "D")
	assert.Equal(t, http.StatusConflict, stale.status)
	gone := past(2, "D")
	assert.Equal(t, http.StatusUnprocessableEntity, gone.status)
	assert.Contains(t, string(gone.raw), "isn't offered for wall D any more")
	nobody := past(2, "Q")
	assert.Equal(t, http.StatusUnprocessableEntity, nobody.status)
	undo := done.body["undo"].(map[string]any)
	assert.Equal(t, "D: Let D run past, and C butt it", undo["said"])
	back := a.edit(2, do("undo", said{"edit": undo["edit"]}))
	require.Equal(t, http.StatusOK, back.status, string(back.raw))
	assert.Equal(t, before, walls())
}

// What a place would cost is said before anything moves, cut pieces first; a
// place that can't be is refused, and nothing is changed either way.
func TestAnotherPlaceIsComparedBeforeItIsTaken(t *testing.T) {
	a := start(t)
	a.bindery()
	tick := a.edit(1, cut("D-B1", said{"length": "86 1/2 in"}))
	require.Equal(t, 200, tick.status, string(tick.raw))
	var doc job.Document
	raw, err := json.Marshal(a.call("GET", jobPath, "", nil).body["document"])
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(raw, &doc))
	c := doc.Walls[2]
	c.Line.At = job.L("140 in")
	there := a.call("POST", jobPath+"/walls/C/compare", "", c)
	require.Equal(t, http.StatusOK, there.status, string(there.raw))
	cut := there.body["changed"].(map[string]any)["cut"].([]any)
	require.Len(t, cut, 1, "the side's plate is cut already")
	assert.Equal(t, map[string]any{"member": "D-B1", "was": "86 1/2 in", "now": "76 1/2 in"}, cut[0])
	assert.NotEmpty(t, there.body["moved"])
	c.Line.At = job.L("900 in")
	far := a.call("POST", jobPath+"/walls/C/compare", "", c)
	assert.Equal(t, http.StatusUnprocessableEntity, far.status)
	assert.Contains(t, string(far.raw), "walls[2].line")
	assert.Equal(t, 2, a.revision())
}

// A wall that was measured can be taken out: its readings stay where they were
// taken, and it can be put back.
func TestAMeasuredWallIsTakenOutAndPutBack(t *testing.T) {
	a := start(t)
	a.bindery()
	before := a.call("GET", jobPath, "", nil).body["document"].(map[string]any)
	out := a.edit(1, do("remove-wall", said{"wall": "B"}))
	require.Equal(t, http.StatusOK, out.status, string(out.raw))
	assert.EqualValues(t, 21, out.body["stayed"], "seven floors, seven ceilings, seven gaps")
	back := a.edit(2, do("put-wall", said{"wall": before["walls"].([]any)[1]}))
	require.Equal(t, http.StatusOK, back.status, string(back.raw))
	assert.Nil(t, back.body["stayed"])
	var was, now job.Document
	raw, err := json.Marshal(before)
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(raw, &was))
	raw, err = json.Marshal(back.body["document"])
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(raw, &now))
	assert.Len(t, now.Survey.Readings, len(was.Survey.Readings)+21, "only ever added to")
}

// Each slip in what is said of a corner or a fixing is named at its field, and
// the last good job stays.
func TestSlipsInCornersAreNamedAtTheirFields(t *testing.T) {
	a := start(t)
	a.bindery()
	for name, c := range map[string]struct {
		change map[string]any
		path   string
	}{
		"a style that is none":      {map[string]any{"ends": []any{map[string]any{"end": "start", "style": "glue"}}}, "ends[0].style"},
		"lapped with one top plate": {map[string]any{"ends": []any{map[string]any{"end": "end", "tie": "lap"}}}, "edits[0].wall.ends"},
		"a stretch that ends first": {map[string]any{"pending": []any{map[string]any{"from": "80 in", "to": "9 in", "what": "pipe"}}}, "edits[0].wall.pending[0].to"},
		"a bolt of no length":       {map[string]any{"fixFloor": map[string]any{"by": "bolt", "length": "0 in"}}, "edits[0].wall.fixFloor.length"},
		"past a wall that is there": {map[string]any{"line": map[string]any{"by": "square", "face": "yard wall", "at": "70 in", "stop": map[string]any{"face": "canteen wall", "past": true}}}, "edits[0].wall.line.stop.past"},
		"a leg after nothing new":   {map[string]any{"line": map[string]any{"by": "leg", "face": "yard wall"}}, "edits[0].wall.line.face"},
	} {
		t.Run(name, func(t *testing.T) {
			wall := map[string]any{"id": "D", "lumber": "2x4", "bottom": []string{"2x4t"}, "top": []string{"2x4"}, "line": map[string]any{"by": "square", "face": "yard wall", "at": "70 in", "start": map[string]any{"face": "A back"}, "stop": map[string]any{"face": "C"}}}
			for k, v := range c.change {
				wall[k] = v
			}
			answer := a.edit(1, do("put-wall", said{"wall": wall}))
			assert.Equal(t, http.StatusUnprocessableEntity, answer.status, string(answer.raw))
			assert.Contains(t, string(answer.raw), c.path)
		})
	}
	assert.EqualValues(t, 1, a.call("GET", jobPath, "", nil).body["revision"])
}
