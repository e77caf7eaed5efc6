package browser_test

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/httptest"
	"os"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/gin-gonic/gin"
	"github.com/stretchr/testify/require"

	"homalos/internal/browser"
	"homalos/internal/instrument"
	"homalos/internal/job"
	"homalos/internal/law"
	"homalos/internal/server"
	"homalos/internal/store"
	"homalos/internal/store/storetest"
)

const id = "0190c0de-0000-7000-8000-000000000001"

// visitor is somebody at the interface of an application of their own.
type visitor struct {
	t   *testing.T
	ctx context.Context
	web *httptest.Server
	kit *instrument.Kit // the devices that its tray is connected to

	down *atomic.Bool // the line to the application
	away *atomic.Bool // its database
}

// drops takes the line down, as in a basement.
func (v *visitor) drops() {
	v.down.Store(true)
	v.web.CloseClientConnections()
}

// another is somebody else at the same application, in a browser of their own.
func (v *visitor) another(width, height int64) *visitor {
	v.t.Helper()
	chromium, err := warm()
	require.NoError(v.t, err)
	ctx, done, err := chromium.Window(width, height, 30*time.Minute)
	require.NoError(v.t, err)
	v.t.Cleanup(done)
	return &visitor{v.t, ctx, v.web, v.kit, v.down, v.away}
}

func visit(t *testing.T, width, height int64, demo bool) *visitor {
	t.Helper()
	gin.SetMode(gin.ReleaseMode)
	db := storetest.Open(t)
	if demo {
		raw, err := os.ReadFile("../../demo/bindery.json")
		require.NoError(t, err)
		d, faults := job.Read(raw)
		require.Empty(t, faults)
		_, err = db.ForCrew(store.BuiltInCrew).Create(context.Background(), id, d, store.Author{}, nil)
		require.NoError(t, err)
	}
	kit := practice(t)
	devices := httptest.NewServer(instrument.NewBench(map[string]*instrument.Kit{}, func(string) *instrument.Kit { return kit }))
	app := server.New(db, server.WithDevices(devices.URL), server.Times(time.Hour, time.Hour))
	down, away := new(atomic.Bool), new(atomic.Bool)
	web := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if down.Load() {
			panic(http.ErrAbortHandler) // the connection breaks off, with no answer
		}
		if away.Load() && strings.HasPrefix(r.URL.Path, "/api/") { // as the application says it
			w.Header().Set("Content-Type", "application/problem+json")
			w.Header().Set("Retry-After", "2")
			w.WriteHeader(http.StatusServiceUnavailable)
			_, _ = w.Write([]byte(`{"title":"Service Unavailable","status":503,"detail":"the database doesn't answer: send it again when it is back, nothing is done twice"}`))
			return
		}
		app.ServeHTTP(w, r)
	}))
	t.Cleanup(func() {
		web.CloseClientConnections() // a stream never ends of itself
		devices.CloseClientConnections()
		web.Close()
		devices.Close()
	})
	return (&visitor{t: t, web: web, kit: kit, down: down, away: away}).another(width, height)
}

// practice are devices in the practice room, with no blunders but planted ones.
func practice(t *testing.T) *instrument.Kit {
	t.Helper()
	raw, err := os.ReadFile("../../demo/practice.truth.json")
	require.NoError(t, err)
	room, err := instrument.Read(raw)
	require.NoError(t, err)
	return instrument.NewKit(room, 5, 0)
}

// document is the job as it is kept, whatever the page shows.
func (v *visitor) document() job.Document {
	v.t.Helper()
	response, err := http.Get(v.web.URL + "/api/jobs/" + id)
	require.NoError(v.t, err)
	defer response.Body.Close()
	var kept struct{ Document job.Document }
	require.NoError(v.t, json.NewDecoder(response.Body).Decode(&kept))
	return kept.Document
}

// wall is one as it is kept.
func (v *visitor) wall(name string) job.Wall {
	v.t.Helper()
	for _, w := range v.document().Walls {
		if w.ID == name {
			return w
		}
	}
	v.t.Fatalf("no wall %q", name)
	return job.Wall{}
}

func (v *visitor) goes(path string) {
	v.t.Helper()
	require.NoError(v.t, chromedp.Do(v.ctx, chromedp.Navigate(v.web.URL+path)))
}

func (v *visitor) sees(texts ...string) {
	v.t.Helper()
	require.NoError(v.t, browser.Says(v.ctx, texts...))
}

func (v *visitor) until(expression string) {
	v.t.Helper()
	require.NoError(v.t, browser.Until(v.ctx, expression))
}

func (v *visitor) presses(words ...string) {
	v.t.Helper()
	for _, w := range words {
		require.NoError(v.t, browser.Press(v.ctx, w))
	}
}

func (v *visitor) types(label, text string) {
	v.t.Helper()
	require.NoError(v.t, browser.Type(v.ctx, label, text))
}

func piece(member, state string) string {
	return fmt.Sprintf(`document.querySelector('[data-member="%s"][data-state="%s"]')`, member, state)
}

func ticked(member string) string {
	return fmt.Sprintf(`[...document.querySelectorAll('button.label')].find(b => b.innerText === %q && b.getAttribute('aria-pressed') === 'true')`, member)
}

// The path of a stranger: the reading that a held stud asks for, the stud
// ready, ticked at the saw, and all still there after a reload.
func TestFromTheReadingAskedForToTheSaw(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 800, true)
	v.goes("/")
	v.presses("Bindery in the tram-depot canteen", "Mark")
	v.until(piece("A-S5", "measure-first"))
	v.presses("A-S5 stud")
	v.sees("held: tape first", "Tape the gap on wall A at 70")
	v.presses("Take that reading")
	v.sees("Next: gap at 70")
	v.types("Gap", "96 1/32\n")
	v.sees("96 1/32", "Enough: no piece of this wall waits")
	v.presses("Mark")
	v.until(piece("A-S5", "ready"))
	v.until(piece("A-S6", "ready"))
	v.presses("A-S5 stud")
	v.sees("ready to cut", "bottom plate 2x4t", "nearest:")
	v.presses("Cut")
	v.sees("of 140 cut")
	v.presses("A-S5")
	v.until(ticked("A-S5"))
	require.NoError(t, chromedp.Do(v.ctx, chromedp.Reload()))
	v.until(ticked("A-S5"))
	v.presses("Mark")
	v.until(piece("A-S5", "ready"))
}

func TestASlipIsCorrectedAndTakenBack(t *testing.T) {
	law.Night(t)
	t.Parallel()
	v := visit(t, 1280, 800, true)
	v.goes("/jobs/" + id + "/read?wall=C")
	v.sees("Next: gap at")
	v.types("Gap", "96 furlongs")
	v.sees("is not a unit")
	v.types("Gap", "8' 3/16")
	v.sees("96 3/16 in")
	v.types("Gap", "90 + 6 1/4 - 1/16")
	v.sees("96 3/16 in")
	v.types("Along wall C", "400")
	v.types("Gap", "96 3/16\n")
	v.sees("400 in is off the wall, which is 73 31/32 in long")
	v.types("Along wall C", "60")
	v.types("Gap", "96 3/16\n")
	v.until(`document.querySelector('[aria-label="Correct gap at 60 in"]')`)
	v.presses("Correct gap at 60 in")
	v.types("Gap", "96 1/4\n")
	v.until(`[...document.querySelectorAll('table.readings tr:not(.gone) b')].some(b => b.innerText === '96 1/4')`)
	v.presses("Undo")
	v.until(`[...document.querySelectorAll('table.readings tr:not(.gone) b')].some(b => b.innerText === '96 3/16')`)
	v.presses("Undo")
	v.until(`!document.querySelector('[aria-label="Correct gap at 60 in"]')`)
}

func TestTheDoorMovesAndTheWallFollows(t *testing.T) {
	law.Night(t)
	t.Parallel()
	v := visit(t, 1280, 800, true)
	v.goes("/jobs/" + id + "/mark?wall=A")
	v.sees("83 1/4")
	v.types("Middle at", "60\n")
	v.until(`document.querySelector('[aria-label^="A-H1"]')`)
	v.until(`document.querySelector('[data-member="A-K1"] rect.wood').x.baseVal.value < 300`)
	v.types("Middle at", "3\n")
	v.sees("falls off wall A")
	v.until(`document.querySelector('[data-member="A-K1"]')`)
	v.types("Centre to centre", "24\n")
	v.until(`!document.querySelector('[data-member="A-S8"]')`)
	v.presses("Undo")
	v.until(`document.querySelector('[data-member="A-S8"]')`)
	v.presses("Take D1 out")
	v.sees("None in this wall")
	v.presses("Add a door")
	v.sees("82 1/2")
	v.presses("Add a window")
	v.sees("W1 rough", "Sill over the finished floor", "cripple below the sill")
	v.types("Unit height", "36\n")
	v.until(`[...document.querySelectorAll('.opening-label')].some(o => o.textContent.replaceAll(' ', '') === 'W1rough37×37')`)
	v.types("Sill over the finished floor", "40\n")
	v.until(`[...document.querySelectorAll('input')].some(i => i.value === '40')`)
}

func TestANewJobFromNothing(t *testing.T) {
	t.Parallel()
	v := visit(t, 390, 844, false)
	v.goes("/")
	v.sees("No job yet")
	v.presses("New job")
	v.types("What the crew calls it", "attic")
	v.presses("Start it")
	v.sees("First, the corners")
	v.presses("Heights")
	v.sees("First, a wall")
	v.presses("Wall")
	v.types("Mark 2, across", "96")
	v.presses("Place the line")
	v.sees("A: through two marks", "Strike A")
	v.presses("Read", "Heights")
	v.sees("Next: gap at")
	for _, value := range []string{"90 1/8", "90 1/4", "90 3/16"} {
		v.types("Gap", value+"\n")
		v.until(fmt.Sprintf(`[...document.querySelectorAll('table.readings b')].some(b => b.innerText === %q)`, value))
	}
	v.presses("Cut", "At the saw")
	v.sees("alike to go", "no cut")
	v.presses("Cut, next")
	v.sees("2 of")
	v.presses("Back one")
	v.sees("1 of")
	v.until(`document.documentElement.scrollWidth <= 390`)
}

func TestAFaultyFileIsRefusedWithItsFaults(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 800, false)
	file := t.TempDir() + "/job.json"
	require.NoError(t, os.WriteFile(file, []byte(`{"format": "homalos-job/1", "name": "x", "units": "imperial", "mark": 5}`), 0o600))
	v.goes("/")
	v.sees("No job yet")
	require.NoError(t, chromedp.Do(v.ctx, chromedp.SetUploadFiles(chromedp.CSS("input[type=file]"), []string{file})))
	v.sees("This file can't be brought in", "mark", "a number has no unit")
}
