package server_test

import (
	"bytes"
	"encoding/json"
	"io"
	"maps"
	"net/http"
	"net/http/httptest"
	"os"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/gin-gonic/gin"
	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/server"
	"homalos/internal/store/storetest"
)

const jobPath = "/api/jobs/0190c0de-0000-7000-8000-0000000000aa"

type application struct {
	t    *testing.T
	base string
}

type reply struct {
	status int
	header http.Header
	raw    []byte
	body   map[string]any
}

// patient is an application that works as long as it takes: tests don't go by the clock.
var patient = server.Times(time.Hour, time.Hour)

func start(t *testing.T) *application {
	t.Helper()
	gin.SetMode(gin.ReleaseMode)
	web := httptest.NewServer(server.New(storetest.Open(t), patient))
	t.Cleanup(web.Close)
	return &application{t, web.URL}
}

// call sends a body: text as it is, anything else as JSON.
func (a *application) call(method, path, _ string, body any) reply {
	a.t.Helper()
	var in io.Reader
	switch b := body.(type) {
	case nil:
	case string:
		in = strings.NewReader(b)
	default:
		raw, err := json.Marshal(b)
		require.NoError(a.t, err)
		in = bytes.NewReader(raw)
	}
	request, err := http.NewRequest(method, a.base+path, in)
	require.NoError(a.t, err)
	request.Header.Set("Content-Type", "application/json")
	response, err := http.DefaultClient.Do(request)
	require.NoError(a.t, err)
	defer response.Body.Close()
	r := reply{status: response.StatusCode, header: response.Header}
	r.raw, err = io.ReadAll(response.Body)
	require.NoError(a.t, err)
	_ = json.Unmarshal(r.raw, &r.body)
	return r
}

func (a *application) withBindery() *application {
	a.t.Helper()
	raw, err := os.ReadFile("../../demo/bindery.json")
	require.NoError(a.t, err)
	require.Equal(a.t, http.StatusCreated, a.call("PUT", jobPath, "", string(raw)).status)
	return a
}

func (r reply) locations() []string {
	var out []string
	errors, _ := r.body["errors"].([]any)
	for _, e := range errors {
		out = append(out, e.(map[string]any)["location"].(string))
	}
	return out
}

type said map[string]any

// do is an edit of a kind with its fields, under an id of its own.
func do(kind string, fields said) said {
	out := said{"do": kind, "id": uuid.Must(uuid.NewV7()).String()}
	maps.Copy(out, fields)
	return out
}

// edit makes edits to a revision of the job.
func (a *application) edit(revision int, edits ...said) reply {
	a.t.Helper()
	return a.call("POST", jobPath+"/edits", "", said{"revision": revision, "device": "test", "edits": edits})
}

// revision is the job's now.
func (a *application) revision() int {
	a.t.Helper()
	return int(a.call("GET", jobPath, "", nil).body["revision"].(float64))
}

func (a *application) document() map[string]any {
	a.t.Helper()
	return a.call("GET", jobPath, "", nil).body["document"].(map[string]any)
}

func cut(member string, more said) said {
	c := said{"member": member, "length": "92 5/8 in"}
	maps.Copy(c, more)
	return do("cut", said{"cut": c})
}

func reading(id, station, value string) map[string]any {
	return map[string]any{"id": id, "kind": "gap", "place": map[string]any{"wall": "A", "station": station}, "value": value}
}

func TestImportThenExportGivesTheSameJob(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	out := a.call("GET", jobPath+"/document", "", nil)
	require.Equal(t, 200, out.status)
	raw, err := os.ReadFile("../../demo/bindery.json")
	require.NoError(t, err)
	assert.JSONEq(t, string(raw), string(out.raw))
}

func TestImportNamesEveryFaultByItsPath(t *testing.T) {
	t.Parallel()
	a := start(t)
	r := a.call("PUT", jobPath, "", `{"format": "homalos-job/1", "name": "x", "units": "imperial", "colour": 1,
		"lumber": [{"id": "2x4", "thickness": "1 1/2 in", "depth": "3 1/2 in"}],
		"walls": [{"id": "A", "from": {"x": 0, "y": "0"}, "to": {"x": "100 in", "y": "0"}, "lumber": "2x6"}]}`)
	assert.Equal(t, 422, r.status)
	assert.Equal(t, "application/problem+json", r.header.Get("Content-Type"))
	assert.ElementsMatch(t, []string{"colour", "walls[0].from.x", "walls[0].lumber"}, r.locations())
	assert.Equal(t, 404, a.call("GET", jobPath, "", nil).status, "nothing was kept")
}

func TestAReadingFreesAndTheRevisionMovesOn(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	add := do("add-reading", said{"reading": reading("n1", "64", "96 1/16")})
	r := a.edit(1, add)
	require.Equal(t, 200, r.status, string(r.raw))
	assert.True(t, strings.HasPrefix(r.header.Get("ETag"), `"2-`))
	again := a.edit(1, add)
	assert.Equal(t, 200, again.status, "sent twice is harmless")
	assert.Equal(t, true, again.body["again"])
	assert.Equal(t, 2, a.revision())
	plan := a.call("GET", jobPath+"/plan", "", nil)
	require.Equal(t, 200, plan.status)
	for _, m := range plan.body["plan"].(map[string]any)["walls"].([]any)[0].(map[string]any)["members"].([]any) {
		assert.Equal(t, "ready", m.(map[string]any)["state"], m)
	}
}

func TestAnEditThatMeetsAnotherShowsBothChanges(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	require.Equal(t, 200, a.edit(1, do("rename", said{"name": "theirs"})).status)
	require.Equal(t, 200, a.call("GET", jobPath+"/plan", "", nil).status)
	assert.Equal(t, "theirs", a.call("GET", jobPath+"/plan", "", nil).body["plan"].(map[string]any)["name"])
	r := a.edit(1, do("put-mark", said{"mark": "1/32 in"}), do("rename", said{"name": "mine"}))
	assert.Equal(t, http.StatusConflict, r.status)
	assert.Equal(t, "application/problem+json", r.header.Get("Content-Type"))
	assert.Contains(t, string(r.raw), `"now":"theirs"`)
	assert.Contains(t, string(r.raw), `"now":"mine"`)
	assert.EqualValues(t, 2, r.body["revision"])
	assert.Equal(t, "1/16 in", a.document()["mark"], "all or none")
}

func TestBadInputSaysWhereAndChangesNothing(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	wall := func(centre string) map[string]any {
		return map[string]any{"id": "C", "from": map[string]any{"x": "0", "y": "150"}, "to": map[string]any{"x": "84", "y": "150"}, "lumber": "2x4",
			"openings": []any{map[string]any{"id": "D3", "kind": "door", "centre": centre, "leaf": map[string]any{"width": "30", "height": "80"}}}}
	}
	for name, c := range map[string]struct {
		edit     said
		location string
	}{
		"station off the wall":    {do("add-reading", said{"reading": reading("n", "400", "96")}), "edits[0].reading.place.station"},
		"a length nobody can say": {do("add-reading", said{"reading": reading("n", "64", "96 furlongs")}), "edits[0].reading.value"},
		"a door off the wall":     {do("put-wall", said{"wall": wall("5")}), "edits[0].wall.openings[0].centre"},
		"an unknown field":        {do("put-wall", said{"wall": said{"id": "C", "wobble": 1}}), "edits[0].wall.wobble"},
	} {
		r := a.edit(1, c.edit)
		assert.Equal(t, 422, r.status, name)
		assert.Contains(t, r.locations(), c.location, name)
	}
	assert.True(t, strings.HasPrefix(a.call("GET", jobPath, "", nil).header.Get("ETag"), `"1-`))
	hung := a.edit(1, do("remove-wall", said{"wall": "A"}))
	assert.Equal(t, 422, hung.status, "D begins at its back")
	assert.Contains(t, hung.locations(), "walls[2].line.start.face")
}

func TestOnlyReadyPiecesAreTicked(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	tick := func(last, member string, undone bool) reply {
		return a.edit(a.revision(), cut(member, said{"id": last, "undone": undone}))
	}
	assert.Equal(t, 200, tick("01", "A-S1", false).status)
	held := tick("02", "A-S6", false)
	assert.Equal(t, 422, held.status)
	assert.Contains(t, string(held.raw), "Tape the gap")
	assert.Equal(t, 422, tick("03", "Z-S1", false).status)
	assert.Contains(t, string(a.call("GET", jobPath+"/plan", "", nil).raw), `"cut":true`)
	assert.Equal(t, 200, tick("04", "A-S1", true).status)
	assert.NotContains(t, string(a.call("GET", jobPath+"/plan", "", nil).raw), `"cut":true`)
}

func TestFrontEndAnswersItsOwnAddresses(t *testing.T) {
	t.Parallel()
	a := start(t)
	page := a.call("GET", "/jobs/some/mark", "", nil)
	assert.Equal(t, 200, page.status)
	assert.Contains(t, string(page.raw), `<div id="root">`)
	assert.Equal(t, 404, a.call("GET", "/api/nothing", "", nil).status)
	assert.Contains(t, page.header.Get("Content-Security-Policy"), "default-src 'self'")
}

func TestTheFirstLoadIsSmallAndStaysHere(t *testing.T) {
	t.Parallel()
	a := start(t)
	page := string(a.call("GET", "/", "", nil).raw)
	total := 0
	for _, m := range regexp.MustCompile(`(?:src|href)="(/assets/[^"]+\.js)"`).FindAllStringSubmatch(page, -1) {
		request, _ := http.NewRequest("GET", a.base+m[1], nil)
		request.Header.Set("Accept-Encoding", "gzip")
		response, err := http.DefaultTransport.RoundTrip(request)
		require.NoError(t, err)
		raw, err := io.ReadAll(response.Body)
		require.NoError(t, err)
		_ = response.Body.Close()
		require.Equal(t, "gzip", response.Header.Get("Content-Encoding"))
		total += len(raw)
	}
	assert.Positive(t, total)
	assert.Less(t, total, 350_000, "compressed JavaScript of the first load")
	assert.NotRegexp(t, `(?:src|href)="https?:`, page, "nothing is loaded from outside")
}

func BenchmarkReadAPlan(b *testing.B) {
	gin.SetMode(gin.ReleaseMode)
	web := httptest.NewServer(server.New(storetest.Open(b), patient))
	defer web.Close()
	raw, err := os.ReadFile("../../demo/bindery.json")
	require.NoError(b, err)
	request, _ := http.NewRequest("PUT", web.URL+jobPath, bytes.NewReader(raw))
	request.Header.Set("Content-Type", "application/json")
	_, err = http.DefaultClient.Do(request)
	require.NoError(b, err)
	for b.Loop() {
		response, err := http.Get(web.URL + jobPath + "/plan")
		require.NoError(b, err)
		_, _ = io.Copy(io.Discard, response.Body)
		response.Body.Close()
	}
}

func TestAJobFromItsStartToItsEnd(t *testing.T) {
	t.Parallel()
	a := start(t)
	made := a.call("POST", jobPath+"/start", "", map[string]any{"name": "attic", "units": "metric"})
	require.Equal(t, http.StatusCreated, made.status, string(made.raw))
	assert.Equal(t, 422, a.call("POST", jobPath+"/start", "", map[string]any{"name": "", "units": "cubits"}).status)
	empty := a.call("GET", jobPath+"/plan", "", nil)
	require.Equal(t, 200, empty.status, "a job without a wall has a plan")
	assert.Equal(t, []any{}, empty.body["drawings"])
	wall := map[string]any{"id": "A", "from": map[string]any{"x": "0", "y": "0"}, "to": map[string]any{"x": "3 m", "y": "0"}, "lumber": "45×95"}
	require.Equal(t, 200, a.edit(1, do("put-wall", said{"wall": wall})).status)
	lumber := map[string]any{"id": "45×95", "thickness": "47", "depth": "95"}
	kept := a.edit(2, do("put-lumber", said{"lumber": lumber}))
	require.Equal(t, 200, kept.status, string(kept.raw))
	assert.Contains(t, string(kept.raw), `"thickness":"47 mm"`)
	stud := `"to":"47 mm"`
	assert.Contains(t, string(a.call("GET", jobPath+"/plan", "", nil).raw), stud, "what was measured is what is framed with")
	require.Equal(t, 200, a.edit(3, do("remove-wall", said{"wall": "A"})).status)
	assert.Equal(t, 422, a.edit(4, do("remove-wall", said{"wall": "A"})).status)
	list := a.call("GET", "/api/jobs", "", nil)
	assert.Len(t, list.body["jobs"], 1)
	assert.Equal(t, 204, a.call("DELETE", jobPath, "", nil).status)
	assert.Equal(t, 204, a.call("DELETE", jobPath, "", nil).status)
	assert.Equal(t, []any{}, a.call("GET", "/api/jobs", "", nil).body["jobs"])
	assert.Len(t, a.call("GET", "/api/bin", "", nil).body["jobs"], 1)
	bin := strings.Replace(jobPath, "jobs", "bin", 1)
	require.Equal(t, 204, a.call("POST", bin+"/restore", "", nil).status)
	assert.Equal(t, 204, a.call("POST", bin+"/restore", "", nil).status)
	assert.Equal(t, 4, a.revision(), "as it was")
	require.Equal(t, 204, a.call("DELETE", jobPath, "", nil).status)
	require.Equal(t, 204, a.call("DELETE", bin, "", nil).status)
	assert.Equal(t, []any{}, a.call("GET", "/api/bin", "", nil).body["jobs"])
}

func TestALengthIsSaidBack(t *testing.T) {
	t.Parallel()
	a := start(t)
	said := a.call("GET", "/api/length?units=imperial&mark=1/16%20in&text=8%27%206%2021/64", "", nil)
	require.Equal(t, 200, said.status)
	assert.Equal(t, "102 21/64 in", said.body["exact"])
	assert.Equal(t, "102 5/16", said.body["said"])
	wrong := a.call("GET", "/api/length?units=imperial&text=8,6", "", nil)
	assert.Equal(t, 422, wrong.status)
	assert.Contains(t, string(wrong.raw), "write decimals with a point")
	assert.Equal(t, 422, a.call("GET", "/api/length?units=cubits&text=8", "", nil).status)
}

func TestHostileBodiesAreRefused(t *testing.T) {
	t.Parallel()
	a := start(t)
	for name, c := range map[string]struct {
		body   string
		status int
	}{
		"nine megabytes":  {`{"name": "` + strings.Repeat("x", 9<<20) + `"}`, http.StatusRequestEntityTooLarge},
		"cut short":       {`{"format": "homalos-job/1", "na`, 422},
		"nested deep":     {strings.Repeat(`{"walls":[`, 2000), 422},
		"of another kind": {`"job"`, 422},
		"nothing":         {``, 422},
	} {
		r := a.call("PUT", jobPath, "", c.body)
		assert.True(t, r.status == c.status || name == "nothing" && r.status == 400, "%s: %d %s", name, r.status, r.raw)
	}
	assert.Equal(t, 422, a.call("GET", "/api/jobs/not-an-id", "", nil).status)
}

func TestTheDescriptionOfTheAPIIsServed(t *testing.T) {
	t.Parallel()
	a := start(t)
	served := a.call("GET", "/api/openapi.json", "", nil)
	require.Equal(t, 200, served.status)
	assert.Equal(t, "3.1.0", served.body["openapi"])
	paths := served.body["paths"].(map[string]any)
	for path, methods := range paths {
		for method, o := range methods.(map[string]any) {
			assert.Len(t, o.(map[string]any)["tags"], 1, "%s %s stands under one heading", method, path)
		}
	}
	for _, p := range []string{"/api/jobs", "/api/jobs/{id}", "/api/jobs/{id}/plan", "/api/jobs/{id}/edits", "/api/jobs/{id}/log", "/api/jobs/{id}/events", "/api/jobs/{id}/document"} {
		assert.Contains(t, paths, p)
	}
	for _, inside := range []string{"/livez", "/readyz", "/metrics", "/healthz", "/metrics/x", "/.env", "/.git/config", "/a/b.php"} {
		assert.Equal(t, 404, a.call("GET", inside, "", nil).status, inside)
	}
	page := a.call("GET", "/api/docs", "", nil)
	assert.Equal(t, 200, page.status)
	assert.Contains(t, string(page.raw), `id="reference"`)
}
