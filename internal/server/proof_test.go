package server_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image"
	"image/jpeg"
	"image/png"
	"io"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func note(part string, line said) said { return do("note", said{"part": part, "line": line}) }

// photo sends a picture to be kept.
func (a *application) photo(kind string, raw []byte) reply {
	a.t.Helper()
	response, err := http.Post(a.base+jobPath+"/photos", kind, bytes.NewReader(raw))
	require.NoError(a.t, err)
	defer response.Body.Close()
	r := reply{status: response.StatusCode, header: response.Header}
	r.raw, err = io.ReadAll(response.Body)
	require.NoError(a.t, err)
	_ = json.Unmarshal(r.raw, &r.body)
	return r
}

// A photo is kept by its sum, tied to a check, handed out as it is kept; what is none, or
// too much, is refused and changes nothing.
func TestPhotosAreKept(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	var jpg, bomb bytes.Buffer
	require.NoError(t, jpeg.Encode(&jpg, image.NewGray(image.Rect(0, 0, 60, 40)), nil))
	require.NoError(t, (&png.Encoder{CompressionLevel: png.BestSpeed}).Encode(&bomb, image.NewGray(image.Rect(0, 0, 9000, 9000))))
	kept := a.photo("image/jpeg", jpg.Bytes())
	require.Equal(t, http.StatusCreated, kept.status, string(kept.raw))
	sum := kept.body["sum"].(string)
	assert.EqualValues(t, []any{60.0, 40.0}, []any{kept.body["wide"], kept.body["high"]})
	assert.Equal(t, sum, a.photo("image/jpeg", jpg.Bytes()).body["sum"], "the same one is kept once")

	assert.Equal(t, http.StatusUnprocessableEntity, a.photo("image/png", bomb.Bytes()).status)
	assert.Equal(t, http.StatusUnprocessableEntity, a.photo("image/jpeg", []byte("no photo")).status)
	assert.Equal(t, http.StatusRequestEntityTooLarge, a.photo("image/jpeg", make([]byte, 30<<20)).status)
	assert.Equal(t, http.StatusUnsupportedMediaType, a.photo("text/html", jpg.Bytes()).status)
	assert.Equal(t, http.StatusNotFound, a.call("GET", jobPath+"/photos/"+strings.Repeat("0", 64), "", nil).status)

	r := a.edit(1, note("photos", said{"sum": strings.Repeat("0", 64), "wall": "A"}))
	assert.Equal(t, []string{"edits[0].line.sum"}, r.locations())
	r = a.edit(1, note("photos", said{"sum": sum, "check": "A.hidden", "what": "before boards"}))
	require.Equal(t, http.StatusOK, r.status, string(r.raw))
	got := a.call("GET", jobPath+"/photos/"+sum, "", nil)
	assert.Equal(t, "image/jpeg", got.header.Get("Content-Type"))
	_, err := jpeg.Decode(bytes.NewReader(got.raw))
	require.NoError(t, err)
	assert.Equal(t, "pass", a.checkOf("A.hidden")["state"])
}

// checkOf is a check of the plan.
func (a *application) checkOf(id string) map[string]any {
	a.t.Helper()
	for _, c := range a.call("GET", jobPath+"/plan", "", nil).body["plan"].(map[string]any)["checks"].([]any) {
		if one := c.(map[string]any); one["id"] == id {
			return one
		}
	}
	require.Fail(a.t, "no such check", id)
	return nil
}

// Two people settle one item, one of them on an older page: the second is told by whom it
// was, and nothing that was written is lost.
func TestTwoPeopleSettleOneItem(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	settle := func(revision int, by, line string) reply {
		return a.call("POST", jobPath+"/edits", "", said{"revision": revision, "by": by, "device": by, "edits": []said{note("settled", said{"item": "brace.D.1", "line": line})}})
	}
	require.Equal(t, http.StatusOK, settle(1, "Ada", "taken off").status)
	late := settle(1, "Bo", "off, and stored")
	assert.Equal(t, http.StatusConflict, late.status)
	assert.Contains(t, string(late.raw), "taken off")
	assert.Equal(t, http.StatusUnprocessableEntity, settle(2, "Bo", "off, and stored").status)
	require.Equal(t, http.StatusOK, a.edit(2, note("settled", said{"item": "brace.D.1", "undone": true})).status)
	assert.Equal(t, http.StatusOK, settle(3, "Bo", "off, and stored").status)
}

// What changes with a check is sent alone: not the other checks of the job.
func TestACheckAnswersShort(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	r := a.edit(1, note("checks", said{"check": "A.light", "value": "1/4 in"}))
	require.Equal(t, http.StatusOK, r.status, string(r.raw))
	follows := r.body["follows"].(map[string]any)
	require.Len(t, follows["checks"], 1)
	assert.Equal(t, "mend", follows["checks"].([]any)[0].(map[string]any)["state"])
	assert.NotContains(t, follows["plan"], "checks")
	assert.Empty(t, follows["walls"])
}

// The log as one list: filtered, in pages, as CSV, with what was taken back.
func TestTheBook(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	revision := 1
	made := func(by string, edits ...said) reply {
		r := a.call("POST", jobPath+"/edits", "", said{"revision": revision, "by": by, "device": by, "edits": edits})
		require.Equal(t, http.StatusOK, r.status, string(r.raw))
		revision++
		return r
	}
	for i := range 12 {
		made([]string{"Ada", "Bo"}[i%2], note("checks", said{"check": []string{"A.light", "B.light"}[i%2], "value": fmt.Sprint(i, "/16 in")}))
	}
	gone := note("checks", said{"check": "A.head.D1", "value": "1/8 in"})
	made("Ada", gone)
	made("Ada", do("undo", said{"edit": gone["id"]}))
	made("Bo", cut("A-S1", nil))
	lines := func(query string) (out []map[string]any, before any) {
		r := a.call("GET", jobPath+"/daybook?"+query, "", nil)
		require.Equal(t, http.StatusOK, r.status, string(r.raw))
		for _, l := range r.body["lines"].([]any) {
			out = append(out, l.(map[string]any))
		}
		return out, r.body["before"]
	}
	all, more := lines("")
	assert.Nil(t, more)
	require.Len(t, all, 16)
	assert.Equal(t, "cut", all[0]["kind"], "the last first")
	assert.Equal(t, true, all[1]["back"])
	assert.Equal(t, false, all[2]["stands"], "it was taken back since")
	for query, n := range map[string]int{
		"kind=checked": 14, "kind=checked,cut": 15, "wall=B": 6, "by=Bo": 7, "by=Bo&kind=cut": 1, "text=light+5/16": 1, "from=2020-01-01&to=2020-12-31": 0,
		"from=" + time.Now().Format(time.DateOnly): 16, "to=" + time.Now().Format(time.DateOnly): 16, "kind=hours": 0,
	} {
		got, _ := lines(query)
		assert.Len(t, got, n, query)
	}
	var paged []map[string]any
	for before := any(0.0); before != nil; {
		some, next := lines(fmt.Sprintf("most=5&before=%.0f", before))
		paged, before = append(paged, some...), next
	}
	assert.Equal(t, all, paged, "in pages it is the same")
	for _, bad := range []string{"kind=dreamt", "from=yesterday", "to=2026-02-31", "most=0", "most=5000"} {
		assert.Equal(t, http.StatusUnprocessableEntity, a.call("GET", jobPath+"/daybook?"+bad, "", nil).status, bad)
	}
	csv := a.call("GET", jobPath+"/daybook.csv?kind=checked", "", nil)
	assert.Equal(t, 15, strings.Count(string(csv.raw), "\n"))

	// the job as it stood, and what changed between
	changed := a.call("GET", jobPath+"/changes?from=2&to=3", "", nil)
	assert.Contains(t, string(changed.raw), "B.light")
	assert.NotContains(t, string(changed.raw), "A.light")
	assert.Empty(t, a.call("GET", jobPath+"/changes?from=13&to=15", "", nil).body["changes"], "taken back, it is as it was")
	for _, bad := range []string{"", "from=99", "from=2&to=99", "from=0"} {
		assert.GreaterOrEqual(t, a.call("GET", jobPath+"/changes?"+bad, "", nil).status, 400, bad)
	}
	figures := a.call("GET", jobPath+"/figures", "", nil)
	require.Equal(t, http.StatusOK, figures.status, string(figures.raw))
	assert.Equal(t, map[string]any{"did": 1.0, "of": 1.0}, figures.body["first"])
	report := a.call("GET", jobPath+"/report.pdf?paper=a4", "", nil)
	assert.Equal(t, "application/pdf", report.header.Get("Content-Type"))
	assert.True(t, bytes.HasPrefix(report.raw, []byte("%PDF-")))
	for _, path := range []string{"/daybook", "/daybook.csv", "/figures", "/report.pdf", "/changes?from=1"} {
		assert.Equal(t, http.StatusNotFound, a.call("GET", jobPath[:len(jobPath)-1]+"f"+path, "", nil).status, path)
	}
}
