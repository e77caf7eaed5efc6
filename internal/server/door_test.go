package server_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/http/httptest"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/gin-gonic/gin"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/server"
	"homalos/internal/store/storetest"
)

// ask sends a request with headers of its own; host is who it thinks it asks.
func (a *application) ask(method, path, host string, headers map[string]string, body string) reply {
	a.t.Helper()
	request, err := http.NewRequest(method, a.base+path, strings.NewReader(body))
	require.NoError(a.t, err)
	if host != "" {
		request.Host = host
	}
	for name, value := range headers {
		request.Header.Set(name, value)
	}
	response, err := http.DefaultTransport.RoundTrip(request)
	require.NoError(a.t, err)
	defer func() { _ = response.Body.Close() }()
	raw, err := io.ReadAll(response.Body)
	require.NoError(a.t, err)
	r := reply{status: response.StatusCode, header: response.Header, raw: raw}
	_ = json.Unmarshal(raw, &r.body)
	return r
}

const asJSON = "application/json"

// A page of another origin neither writes nor reads, a name that was bound to
// this machine's address opens nothing, and what isn't said to be JSON isn't
// taken.
func TestTheDoorIsClosedToOtherOrigins(t *testing.T) {
	t.Parallel()
	gin.SetMode(gin.ReleaseMode)
	web := httptest.NewServer(server.New(storetest.Open(t), server.At("https://homalos.example", "http://192.168.1.5:8080")))
	t.Cleanup(web.Close)
	a := (&application{t, web.URL}).withBindery()
	own := strings.TrimPrefix(web.URL, "http://")
	edit := `{"revision":1,"edits":[{"id":"x","do":"rename","name":"theirs"}]}`
	for name, c := range map[string]struct {
		method, path, host string
		headers            map[string]string
		status             int
	}{
		"a form of another page":            {"POST", jobPath + "/edits", "", map[string]string{"Origin": "https://evil.example", "Content-Type": "text/plain"}, 403},
		"a script of another page":          {"POST", jobPath + "/edits", "", map[string]string{"Origin": "https://evil.example", "Content-Type": asJSON}, 403},
		"a page without an origin":          {"POST", jobPath + "/edits", "", map[string]string{"Origin": "null", "Content-Type": asJSON}, 403},
		"told by the browser":               {"POST", jobPath + "/edits", "", map[string]string{"Sec-Fetch-Site": "cross-site", "Content-Type": asJSON}, 403},
		"another port of this machine":      {"POST", jobPath + "/edits", "", map[string]string{"Origin": "http://127.0.0.1:1", "Content-Type": asJSON}, 403},
		"deleting":                          {"DELETE", jobPath, "", map[string]string{"Origin": "https://evil.example"}, 403},
		"reading":                           {"GET", jobPath + "/plan", "", map[string]string{"Origin": "https://evil.example"}, 403},
		"reading as a picture":              {"GET", jobPath + "/room.svg", "", map[string]string{"Sec-Fetch-Site": "cross-site", "Sec-Fetch-Mode": "no-cors"}, 403},
		"following the stream":              {"GET", jobPath + "/events", "", map[string]string{"Origin": "https://evil.example"}, 403},
		"a name bound to this address":      {"GET", jobPath, "evil.example", nil, 421},
		"the same, deleting":                {"DELETE", jobPath, "evil.example:80", map[string]string{"Origin": "http://evil.example:80"}, 421},
		"a name that only begins like ours": {"GET", jobPath, "127.0.0.1.evil.example", nil, 421},
		"one that only ends like ours":      {"GET", jobPath, "evilhomalos.example", nil, 421},
		"no media type":                     {"POST", jobPath + "/edits", "", nil, 415},
		"text":                              {"PUT", jobPath, "", map[string]string{"Content-Type": "text/plain"}, 415},
		"a form":                            {"POST", jobPath + "/edits", "", map[string]string{"Content-Type": "application/x-www-form-urlencoded"}, 415},
	} {
		r := a.ask(c.method, c.path, c.host, c.headers, edit)
		assert.Equal(t, c.status, r.status, "%s: %s", name, r.raw)
		assert.NotEmpty(t, r.body["detail"], name)
	}
	assert.Equal(t, 1, a.revision())
	for name, c := range map[string]struct {
		host    string
		headers map[string]string
	}{
		"this machine":      {own, map[string]string{"Origin": web.URL}},
		"by name":           {"localhost:9", map[string]string{"Origin": "http://localhost:9"}},
		"a program":         {own, nil},
		"behind a proxy":    {"homalos.example", map[string]string{"Origin": "https://homalos.example", "Sec-Fetch-Site": "same-origin"}},
		"a phone beside it": {"192.168.1.5:8080", map[string]string{"Origin": "http://192.168.1.5:8080"}},
		"a link elsewhere":  {own, map[string]string{"Sec-Fetch-Site": "cross-site", "Sec-Fetch-Mode": "navigate"}},
	} {
		assert.Equal(t, 200, a.ask("GET", jobPath, c.host, c.headers, "").status, name)
	}
	r := a.ask("POST", jobPath+"/edits", "homalos.example", map[string]string{"Origin": "https://homalos.example", "Content-Type": asJSON + "; charset=utf-8"}, edit)
	assert.Equal(t, 200, r.status, string(r.raw))
}

// Who sends slowly, or not at all, is let go; others are answered meanwhile.
func TestSlowBodiesAreLetGo(t *testing.T) {
	t.Parallel()
	gin.SetMode(gin.ReleaseMode)
	web := httptest.NewUnstartedServer(server.New(storetest.Open(t), server.Times(2*time.Second, time.Hour)))
	web.Config.ReadHeaderTimeout, web.Config.ReadTimeout = time.Second, 2*time.Second
	web.Start()
	t.Cleanup(web.Close)
	at := strings.TrimPrefix(web.URL, "http://")
	var wait sync.WaitGroup
	for _, head := range []string{
		"",
		"POST " + jobPath + "/edits HTTP/1.1\r\nHost: " + at + "\r\nX-Slow: ",
		"POST " + jobPath + "/edits HTTP/1.1\r\nHost: " + at + "\r\nContent-Type: application/json\r\nContent-Length: 5000000\r\n\r\n{",
	} {
		wait.Go(func() {
			conn, err := net.Dial("tcp", at)
			if !assert.NoError(t, err) {
				return
			}
			defer func() { _ = conn.Close() }()
			_, _ = conn.Write([]byte(head))
			_ = conn.SetReadDeadline(time.Now().Add(10 * time.Minute))
			_, err = io.Copy(io.Discard, conn) // ends when the server has let go
			assert.NoError(t, err, "%.60q is still held", head)
		})
	}
	assert.Eventually(t, func() bool { // a machine may be so busy that it lets go of this one too
		r, err := http.Get(web.URL + "/api/jobs")
		if err != nil {
			return false
		}
		_ = r.Body.Close()
		return r.StatusCode == 200
	}, 10*time.Minute, 10*time.Millisecond)
	wait.Wait()
}

// A body that is too large is refused as that, however long it takes.
func TestLargeBodiesAreRefused(t *testing.T) {
	t.Parallel()
	large := start(t).ask("POST", jobPath+"/edits", "", map[string]string{"Content-Type": asJSON}, `{"x":"`+strings.Repeat("a", 13<<20)+`"}`)
	assert.Equal(t, 413, large.status)
}

// Texts with control characters are refused by their field, wherever they come
// in: PostgreSQL takes no NUL.
func TestControlCharactersAreRefusedByField(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	for name, c := range map[string]struct {
		r  reply
		at string
	}{
		"a name":         {a.edit(1, do("rename", said{"name": "a\x00b"})), "edits[0].name"},
		"a wall's name":  {a.edit(1, do("put-wall", said{"wall": said{"id": "Q", "name": "\x1b[31m", "lumber": "2x4", "from": said{"x": "0", "y": "0"}, "to": said{"x": "9", "y": "0"}}})), "edits[0].wall.name"},
		"who":            {a.call("POST", jobPath+"/edits", "", said{"revision": 1, "by": "I\x00nes", "edits": []said{do("rename", said{"name": "a"})}}), "by"},
		"an edit's id":   {a.call("POST", jobPath+"/edits", "", said{"revision": 1, "edits": []said{{"id": "\x00", "do": "rename", "name": "a"}}}), "edits[0].id"},
		"starting a job": {a.call("POST", "/api/jobs/0190c0de-0000-7000-8000-0000000000b1/start", "", said{"name": "a\x00", "units": "metric"}), "name"},
		"a document":     {a.call("PUT", "/api/jobs/0190c0de-0000-7000-8000-0000000000b2", "", `{"format":"homalos-job/1","name":"a\u0000","units":"metric"}`), "name"},
	} {
		assert.Equal(t, 422, c.r.status, "%s: %s", name, c.r.raw)
		assert.Contains(t, c.r.locations(), c.at, name)
	}
	for _, path := range []string{"/api/jobs?named=%00", jobPath + "/log?device=%00", jobPath + "/section?x1=%00&y1=0&x2=9&y2=9", "/api/length?text=%00&units=metric", "/api/jobs?after=1_%00"} {
		r := a.call("GET", path, "", nil)
		assert.Less(t, r.status, 500, "%s: %s", path, r.raw)
	}
	assert.Equal(t, 1, a.revision())
}

// A list that a spreadsheet opens runs nothing, and comes back as it was; a
// reading that is there with another value is named.
func TestAListOfReadingsIsHarmlessAndHonest(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	evil := "=cmd|'/c calc'!A1"
	list := "kind,wall,station [in],value [in],by," + evil + ",@x\n" +
		"gap,A,20,95 3/4,-2+3,\"" + evil + "\",+1\n"
	file := func(text string) reply {
		return a.ask("POST", jobPath+"/readings.csv", "", map[string]string{"Content-Type": "text/csv"}, text)
	}
	in := file(list)
	require.Equal(t, 200, in.status, string(in.raw))
	edits := in.body["edits"].([]any)
	require.Len(t, edits, 1)
	one := edits[0].(map[string]any)
	require.Equal(t, 200, a.edit(1, said(one)).status)
	out := string(a.call("GET", jobPath+"/readings.csv", "", nil).raw)
	for _, row := range strings.Split(out, "\n") {
		for _, cell := range strings.Split(row, ",") {
			cell = strings.Trim(cell, `"`)
			if cell == "" || !strings.ContainsRune("=+-@\t\r", rune(cell[0])) {
				continue
			}
			assert.Regexp(t, `^-[0-9./ ]+$`, cell, "only a length may begin so")
		}
	}
	again := file(out)
	require.Equal(t, 200, again.status, string(again.raw))
	assert.Empty(t, again.body["edits"], "the same list twice is harmless")
	reading := one["reading"].(map[string]any)
	extra := a.document()["survey"].(map[string]any)["readings"].([]any)
	kept := extra[len(extra)-1].(map[string]any)
	assert.Equal(t, "-2+3", kept["by"])
	assert.Equal(t, map[string]any{"column": evil, "value": evil}, kept["extra"].([]any)[0])
	other := file(fmt.Sprintf("id,kind,wall,station [in],value [in]\n%s,gap,A,20,95 1/2\n", reading["id"]))
	assert.Equal(t, 422, other.status)
	assert.Equal(t, []string{"reading " + reading["id"].(string)}, other.locations())
	open := file("kind,wall,station,value\ngap,A,1,96\ngap,A,\"2,96\ngap,A,3,96\n")
	assert.Equal(t, 422, open.status)
	assert.Equal(t, []string{"line 3"}, open.locations())
	assert.Equal(t, []string{"line 1"}, file("kind,\"wall,station,value\n").locations())
}

// A hundred and thirty people at once: each is answered, none with a failure.
func TestAHundredAndThirtyPeopleAtOnce(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	var wait sync.WaitGroup
	var mu sync.Mutex
	got := map[int]int{}
	for i := range 130 {
		wait.Go(func() {
			var body []byte
			method, path := "GET", []string{jobPath + "/plan", jobPath, "/api/jobs", jobPath + "/room"}[i%4]
			if i%5 == 0 {
				method, path = "POST", jobPath+"/edits"
				body, _ = json.Marshal(said{"revision": 1, "device": fmt.Sprint(i), "edits": []said{do("add-reading", said{"reading": said{"id": fmt.Sprint("n", i), "kind": "gap", "place": said{"wall": "B", "station": fmt.Sprint(i, " in")}, "value": "95 1/2 in"}})}})
			}
			request, _ := http.NewRequest(method, a.base+path, bytes.NewReader(body))
			request.Header.Set("Content-Type", asJSON)
			response, err := http.DefaultClient.Do(request)
			if !assert.NoError(t, err) {
				return
			}
			_, _ = io.Copy(io.Discard, response.Body)
			_ = response.Body.Close()
			mu.Lock()
			defer mu.Unlock()
			got[response.StatusCode]++
		})
	}
	wait.Wait()
	assert.Equal(t, map[int]int{200: 130}, got)
	assert.Equal(t, 27, a.revision(), "26 people read at once, none for nothing")
}
