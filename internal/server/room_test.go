package server_test

import (
	"net/http"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func (a *application) bindery() {
	a.t.Helper()
	raw, err := os.ReadFile("../../demo/bindery.json")
	require.NoError(a.t, err)
	require.Equal(a.t, http.StatusCreated, a.call("PUT", jobPath, "", string(raw)).status)
}

func TestTheRoomFollowsItsTapes(t *testing.T) {
	a := start(t)
	a.bindery()
	room := func() map[string]any { return a.call("GET", jobPath+"/room", "", nil).body["room"].(map[string]any) }
	assert.EqualValues(t, 0, room()["missing"])
	tie := map[string]any{"id": "x1", "kind": "length", "from": "3", "to": "5", "value": "212 in"}
	add := do("add-tie", said{"tie": tie})
	r := a.edit(1, add)
	require.Equal(t, http.StatusOK, r.status, string(r.raw))
	assert.NotEmpty(t, room()["troubles"], "it is some inches off")
	again := a.edit(1, add)
	assert.Equal(t, http.StatusOK, again.status, "the same tape sent twice is harmless")
	late := a.edit(1, do("add-tie", said{"tie": said{"id": "x2", "kind": "length", "from": "3", "to": "5", "value": "219 in"}}))
	assert.Equal(t, http.StatusOK, late.status, "a line that is only added stands in nobody's way")
	bad := a.edit(3, do("add-tie", said{"tie": said{"id": "x3", "kind": "length", "from": "3", "to": "9", "value": "-1 in"}}))
	assert.Equal(t, http.StatusUnprocessableEntity, bad.status)
	assert.Contains(t, string(bad.raw), "edits[0].tie.to")
	assert.Contains(t, string(bad.raw), "edits[0].tie.value")
	gone := a.edit(3, do("put-corners", said{"corners": []any{}}))
	assert.Equal(t, http.StatusUnprocessableEntity, gone.status, "tapes hang on them")
}

func TestPartsOfWhatWasFoundComeAndGo(t *testing.T) {
	a := start(t)
	a.bindery()
	for i, c := range []struct {
		part, key string
		body      map[string]any
	}{
		{"zones", "soffit", map[string]any{"id": "", "of": "ceiling", "kind": "soffit", "outline": []any{map[string]any{"x": "0", "y": "0"}, map[string]any{"x": "9", "y": "0"}, map[string]any{"x": "9", "y": "9"}}}},
		{"hidden", "main", map[string]any{"id": "", "kind": "pipe", "in": "floor", "from": map[string]any{"x": "1", "y": "2"}, "to": map[string]any{"x": "1", "y": "90"}}},
		{"instruments", "new tape", map[string]any{"id": "", "kind": "tape"}},
		{"joists", "floor", map[string]any{"id": "", "of": "floor", "angle": 0, "first": map[string]any{"x": "0", "y": "4"}, "at": []string{"0", "15", "33 1/2"}}},
		{"obstructions", "beam", map[string]any{"id": "", "kind": "beam", "from": map[string]any{"x": "0", "y": "90"}, "to": map[string]any{"x": "200", "y": "90"}, "width": "8", "underside": "40"}},
		{"walls", "screen", map[string]any{"id": "", "from": "1", "to": "2"}},
	} {
		c.body["id"] = c.key
		before := a.call("GET", jobPath, "", nil).body["document"]
		revision := 2*i + 1
		put := a.edit(revision, do("put-found", said{"part": c.part, "entry": c.body}))
		require.Equal(t, http.StatusOK, put.status, string(put.raw))
		assert.Contains(t, string(put.raw), `"id":"`+c.key+`"`)
		require.Equal(t, http.StatusOK, a.call("GET", jobPath+"/plan", "", nil).status)
		require.Equal(t, http.StatusOK, a.call("GET", jobPath+"/room", "", nil).status)
		remove := said{"part": c.part, "key": c.key}
		require.Equal(t, http.StatusOK, a.edit(revision+1, do("remove-found", remove)).status)
		assert.Equal(t, before, a.call("GET", jobPath, "", nil).body["document"], c.part)
		assert.Contains(t, a.edit(revision+2, do("remove-found", remove)).locations(), "edits[0].key")
	}
}

func TestFilesGoOutAndIn(t *testing.T) {
	a := start(t)
	a.bindery()
	csv := a.call("GET", jobPath+"/readings.csv", "", nil)
	assert.Contains(t, csv.header.Get("Content-Disposition"), "readings.csv")
	assert.Contains(t, string(csv.raw), "station [in]")
	same := a.call("POST", jobPath+"/readings.csv", "", string(csv.raw))
	require.Equal(t, http.StatusOK, same.status, string(same.raw))
	assert.Empty(t, same.body["edits"], "the same list twice is harmless")
	assert.EqualValues(t, 47, same.body["known"])
	two := a.call("POST", jobPath+"/readings.csv", "", "kind,wall,station,value\ngap,A,3,96\ngap,A,70,95 15/16\n")
	require.Equal(t, http.StatusOK, two.status, string(two.raw))
	made := a.call("POST", jobPath+"/edits", "", said{"revision": two.body["revision"], "edits": two.body["edits"]})
	require.Equal(t, http.StatusOK, made.status, string(made.raw))
	assert.Len(t, a.document()["survey"].(map[string]any)["readings"], 49)
	bad := a.call("POST", jobPath+"/readings.csv", "", "kind,wall,station,value\ngap,Q,3,96\n")
	assert.Equal(t, http.StatusUnprocessableEntity, bad.status)
	assert.Contains(t, string(bad.raw), "is no wall of this job")
	dxf := a.call("GET", jobPath+"/room.dxf", "", nil)
	require.Equal(t, http.StatusOK, dxf.status)
	svg := a.call("GET", jobPath+"/room.svg", "", nil)
	assert.Equal(t, "image/svg+xml", svg.header.Get("Content-Type"))
	layers := a.call("POST", "/api/layers", "", string(dxf.raw))
	assert.Contains(t, string(layers.raw), `{"name":"ROOM","lines":5}`)
	in := a.call("POST", jobPath+"/outline?layer=ROOM&unit=in", "", string(dxf.raw))
	require.Equal(t, http.StatusOK, in.status, string(in.raw))
	assert.Equal(t, 2, a.revision(), "reading a file changes nothing")
	in = a.call("POST", jobPath+"/edits", "", said{"revision": 2, "edits": in.body["edits"]})
	require.Equal(t, http.StatusOK, in.status, string(in.raw))
	assert.Contains(t, string(in.raw), `"drawn"`)
	big := a.call("POST", "/api/layers", "", strings.Repeat("999\nx\n", 9<<20/6))
	assert.Equal(t, http.StatusRequestEntityTooLarge, big.status)
}

func TestWithoutADeviceTheTapeIsTyped(t *testing.T) {
	a := start(t)
	a.bindery()
	shot := a.call("POST", jobPath+"/device/shoot", "", map[string]any{"kind": "gap"})
	assert.Equal(t, http.StatusNotFound, shot.status)
	assert.Contains(t, string(shot.raw), "type what the tape says")
	assert.Equal(t, http.StatusNotFound, a.call("GET", jobPath+"/device/stream", "", nil).status)
	section := a.call("GET", jobPath+"/section?x1=0&y1=0&x2=100&y2=80", "", nil)
	assert.Equal(t, http.StatusOK, section.status)
	assert.Equal(t, http.StatusUnprocessableEntity, a.call("GET", jobPath+"/section?x1=0&y1=0&x2=0&y2=0", "", nil).status)
}

func assess(a said) said { return do("put-assess", said{"assess": a}) }

func TestTheAssessmentIsKept(t *testing.T) {
	a := start(t)
	a.bindery()
	put := a.edit(1, assess(said{"decisions": []any{map[string]any{"wall": "tram wall", "says": "must-stay", "who": "x", "when": "y", "paper": "z"}}}))
	require.Equal(t, http.StatusOK, put.status, string(put.raw))
	assert.Contains(t, string(a.call("GET", jobPath+"/room", "", nil).raw), "the paper says that it must stay")
	bad := a.edit(2, assess(said{"supports": []any{map[string]any{"wall": "tram wall", "posts": []any{map[string]any{"id": "p", "side": "near", "chain": []any{map[string]any{"floor": "this", "on": "bare-boards"}}}}}}}))
	assert.Equal(t, http.StatusUnprocessableEntity, bad.status)
	assert.Contains(t, string(bad.raw), "bare boards")
}

func TestAnEditSaysWhichCutPiecesChange(t *testing.T) {
	a := start(t)
	a.bindery()
	saw := a.call("GET", jobPath+"/plan", "", nil).body["plan"].(map[string]any)["walls"].([]any)[0].(map[string]any)["members"].([]any)
	length := ""
	for _, m := range saw {
		if one := m.(map[string]any); one["id"] == "A-S2" {
			length = one["cut"].(string)
		}
	}
	require.NotEmpty(t, length)
	tick := a.edit(1, cut("A-S2", said{"length": length}))
	require.Equal(t, 200, tick.status, string(tick.raw))
	doc := a.call("GET", jobPath, "", nil).body["document"].(map[string]any)
	rules := doc["rules"].(map[string]any)
	rules["fit"] = "1/4 in"
	edit := a.edit(2, do("put-rules", said{"rules": rules}))
	require.Equal(t, http.StatusOK, edit.status, string(edit.raw))
	changed := edit.body["changed"].(map[string]any)
	require.Len(t, changed["cut"], 1)
	assert.Equal(t, "A-S2", changed["cut"].([]any)[0].(map[string]any)["member"])
	assert.Equal(t, length, changed["cut"].([]any)[0].(map[string]any)["was"])
	assert.Greater(t, changed["others"], 10.0)
	wall := doc["walls"].([]any)[0].(map[string]any)
	wall["layout"] = map[string]any{"from": "start", "offset": "3 in"}
	moved := a.edit(3, do("put-wall", said{"wall": wall}))
	require.Equal(t, http.StatusOK, moved.status, string(moved.raw))
}
