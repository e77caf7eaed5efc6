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
// taken back by giving the walls it changed anew, all at once.
func TestAFixIsDoneByItsIdAndTakenBack(t *testing.T) {
	a := start(t)
	a.bindery()
	walls := func() []any {
		return a.call("GET", jobPath, "", nil).body["document"].(map[string]any)["walls"].([]any)
	}
	before := walls()
	done := a.call("POST", jobPath+"/walls/D/fix", `"1"`, map[string]any{"fix": "past-end"})
	require.Equal(t, http.StatusOK, done.status, string(done.raw))
	assert.Len(t, done.body["moved"], 2, "both walls of the corner")
	assert.Equal(t, true, walls()[3].(map[string]any)["line"].(map[string]any)["stop"].(map[string]any)["past"])
	stale := a.call("POST", jobPath+"/walls/D/fix", `"1"`, map[string]any{"fix": "past-end"})
	assert.Equal(t, http.StatusConflict, stale.status)
	gone := a.call("POST", jobPath+"/walls/D/fix", `"2"`, map[string]any{"fix": "past-end"})
	assert.Equal(t, http.StatusUnprocessableEntity, gone.status)
	assert.Contains(t, string(gone.raw), "isn't offered for wall D any more")
	nobody := a.call("POST", jobPath+"/walls/Q/fix", `"2"`, map[string]any{"fix": "past-end"})
	assert.Equal(t, http.StatusUnprocessableEntity, nobody.status)
	back := a.call("PUT", jobPath+"/walls", `"2"`, map[string]any{"walls": []any{before[2], before[3]}})
	require.Equal(t, http.StatusOK, back.status, string(back.raw))
	assert.Equal(t, before, walls())
}

// What a place would cost is said before anything moves, cut pieces first; a
// place that can't be is refused, and nothing is changed either way.
func TestAnotherPlaceIsComparedBeforeItIsTaken(t *testing.T) {
	a := start(t)
	a.bindery()
	tick := a.call("POST", jobPath+"/cuts", "", map[string]any{"id": "0190c0de-0000-7000-8000-0000000000c2", "member": "D-B1", "length": "86 1/2 in"})
	require.Less(t, tick.status, 300, string(tick.raw))
	var doc job.Document
	raw, err := json.Marshal(a.call("GET", jobPath, "", nil).body["document"])
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(raw, &doc))
	c := doc.Walls[2]
	c.Line.At = "140 in"
	there := a.call("POST", jobPath+"/walls/C/compare", "", c)
	require.Equal(t, http.StatusOK, there.status, string(there.raw))
	cut := there.body["changed"].(map[string]any)["cut"].([]any)
	require.Len(t, cut, 1, "the side's plate is cut already")
	assert.Equal(t, map[string]any{"member": "D-B1", "was": "86 1/2 in", "now": "76 1/2 in"}, cut[0])
	assert.NotEmpty(t, there.body["moved"])
	c.Line.At = "900 in"
	far := a.call("POST", jobPath+"/walls/C/compare", "", c)
	assert.Equal(t, http.StatusUnprocessableEntity, far.status)
	assert.Contains(t, string(far.raw), "walls[2].line")
	assert.EqualValues(t, 1, a.call("GET", jobPath, "", nil).body["revision"])
}

// A wall that was measured can be taken out: its readings stay where they were
// taken, and it can be put back.
func TestAMeasuredWallIsTakenOutAndPutBack(t *testing.T) {
	a := start(t)
	a.bindery()
	before := a.call("GET", jobPath, "", nil).body["document"].(map[string]any)
	out := a.call("DELETE", jobPath+"/walls/B", `"1"`, nil)
	require.Equal(t, http.StatusOK, out.status, string(out.raw))
	assert.EqualValues(t, 21, out.body["stayed"], "seven floors, seven ceilings, seven gaps")
	back := a.call("PUT", jobPath+"/walls/B", `"2"`, before["walls"].([]any)[1])
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
		"lapped with one top plate": {map[string]any{"ends": []any{map[string]any{"end": "end", "tie": "lap"}}}, "walls[3].ends"},
		"a stretch off the wall":    {map[string]any{"pending": []any{map[string]any{"from": "80 in", "to": "99 in", "what": "pipe"}}}, "walls[3].pending[0].to"},
		"a bolt of no length":       {map[string]any{"fixFloor": map[string]any{"by": "bolt", "length": "0 in"}}, "walls[3].fixFloor.length"},
		"past a wall that is there": {map[string]any{"line": map[string]any{"by": "square", "face": "yard wall", "at": "70 in", "stop": map[string]any{"face": "canteen wall", "past": true}}}, "walls[3].line.stop.past"},
		"a leg after nothing new":   {map[string]any{"line": map[string]any{"by": "leg", "face": "yard wall"}}, "walls[3].line.face"},
		"into the door to the yard": {map[string]any{"line": map[string]any{"by": "square", "face": "yard wall", "at": "120 in"}}, "walls[3].line"},
	} {
		t.Run(name, func(t *testing.T) {
			wall := map[string]any{"id": "D", "lumber": "2x4", "bottom": []string{"2x4t"}, "top": []string{"2x4"}, "line": map[string]any{"by": "square", "face": "yard wall", "at": "70 in", "start": map[string]any{"face": "A back"}, "stop": map[string]any{"face": "C"}}}
			for k, v := range c.change {
				wall[k] = v
			}
			answer := a.call("PUT", jobPath+"/walls/D", `"1"`, wall)
			assert.Equal(t, http.StatusUnprocessableEntity, answer.status, string(answer.raw))
			assert.Contains(t, string(answer.raw), c.path)
		})
	}
	assert.EqualValues(t, 1, a.call("GET", jobPath, "", nil).body["revision"])
}
