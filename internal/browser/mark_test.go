package browser_test

import (
	"bytes"
	"encoding/json"
	"io"
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A wall is laid out with judgement: its marks go by the joists over it, a
// stretch is kept clear for a valve, and a slip in it is named at its field; all
// of it is taken back.
func TestAWallIsLaidOutByWhatIsThere(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 800, true)
	v.goes("/jobs/" + id + "/mark?wall=A")
	v.sees("tape hooked on the stove-wall end")
	v.chooses("Marks go by", "joists JC")
	v.sees("marks by the joists JC", "revision 2")
	assert.Equal(t, "joists", v.wall("A").Layout.Origin.Kind)
	v.presses("Undo")
	v.sees("revision 3")
	assert.Nil(t, v.wall("A").Layout.Origin)
	v.presses("Keep a stretch clear")
	v.types("What for", "valve")
	v.types("From", "30")
	v.types("To", "29\n")
	v.sees("isn't past 30")
	v.types("To", "38\n")
	v.sees("revision 4", "valve, 30 to 38")
	v.until(`document.querySelector(".kept-clear")`)
	for _, m := range []string{"A-S3", "A-S4"} {
		v.until(piece(m, "ready"))
	}
	v.presses("Take valve out")
	v.sees("revision 5", "no stud stands there")
	assert.Empty(t, v.wall("A").Clear)
}

// A wall laid over a drain: another origin is proposed with its reason, looked at
// beside the one that is chosen, taken with one key and taken back; the weights
// it goes by are the crew's.
func TestAWallOverADrainTakesTheProposal(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 800, true)
	v.somebodyElse(1, `{"id": "w", "do": "put-wall", "wall": {"id": "E", "name": "scullery", "lumber": "2x4", "from": {"x": "20 in", "y": "200 in"}, "to": {"x": "121 in", "y": "200 in"}}},
		{"id": "p", "do": "put-found", "part": "obstructions", "entry": {"id": "soil pipe", "kind": "pipe", "rises": true, "width": "1 1/2 in", "from": {"x": "52 in", "y": "201 3/4 in"}, "to": {"x": "52 in", "y": "201 3/4 in"}}}`)
	v.goes("/jobs/" + id + "/mark?wall=E")
	v.sees("the right open end costs less", "soil pipe stays clear", "proposed")
	v.presses("Look")
	v.until(`document.querySelectorAll(".new-mark").length > 3`)
	v.presses("Leave")
	v.until(`!document.querySelector(".new-mark")`)
	v.keys("2")
	v.sees("revision 3", "nothing else costs less")
	assert.Equal(t, "end", v.wall("E").Layout.From)
	v.until(`!document.body.innerText.includes("stands where")`)
	v.presses("Undo")
	v.sees("revision 4", "the right open end costs less")

	v.presses("What a layout is charged for")
	v.types("what stops, as a pipe in a stud", "0")
	v.does(`document.activeElement.blur()`)
	v.sees("revision 5", "nothing else costs less")
	assert.Zero(t, *v.document().Rules.Weights.Stop)
}

// A door is added by typing it; a line that is wrong says what to write, and what
// is half written is completed.
func TestADoorIsTyped(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 800, true)
	v.goes("/jobs/" + id + "/mark?wall=A")
	v.sees("tape hooked on")
	v.types("Type it", "door 30")
	v.sees("next: at, x")
	v.types("Type it", "door 30 at 3-4 lef")
	v.sees("next: left")
	v.keys("\t")
	v.sees("its middle at 40 from the stove-wall end, hinges at the left")
	v.keys("\r")
	v.sees("revision 2")
	o := v.wall("A").Openings[1]
	assert.Equal(t, []string{"40 in", "left", "30 in"}, []string{o.Centre.String(), o.Hand, o.Leaf.Width.String()})
	v.types("Type it", "door 30 at 44\n")
	v.sees("cross")
	assert.Len(t, v.wall("A").Openings, 2, "the last good state is kept")
	v.types("Type it", "dor 30\n")
	v.sees("dor begins nothing here")
	v.types("Type it", "out "+o.ID+"\n")
	v.sees("revision 3")
	assert.Len(t, v.wall("A").Openings, 1)
}

// What carries waits for an engineer, whose entry without a name is refused by
// field, and released by it; the heads of a hall are tied by typing.
func TestABearingOpeningIsReleased(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	wall := v.wall("A")
	wall.Carries = "yes"
	raw, err := json.Marshal(wall)
	require.NoError(t, err)
	v.somebodyElse(1, `{"id": "c", "do": "put-wall", "wall": `+string(raw)+`}`)
	v.goes("/jobs/" + id + "/mark?wall=A")
	v.presses("Enter what the engineer named")
	v.types("On", "2026-03-02")
	v.types("Depth", "7 1/4")
	v.types("Bearing at each end", "1 1/2\n")
	v.sees("say who named the header")
	v.types("Named by", "the engineer\n")
	v.sees("revision 3", "as the engineer named it", "missing:")
	assert.Equal(t, "the engineer", v.wall("A").Openings[0].Bearing.By)
	v.presses("Take the entry out")
	v.sees("revision 4")
	v.types("Type it", "heads hall\n")
	v.sees("revision 5")
	assert.Equal(t, "hall", v.wall("A").Openings[0].Head)
}

// An opening is cut into an old wall: nothing of it before the assessment allows
// it; its studs are found again as jacks.
func TestAnOpeningIsCutIntoAnOldWall(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/mark")
	v.presses("In an old wall")
	v.chooses("Wall", "tram wall")
	v.types("Middle, from its first corner", "25")
	v.types("Leaf width", "0")
	v.types("Leaf height", "78\n")
	v.sees("is no size for an opening")
	v.types("Leaf width", "30\n")
	v.sees("revision 2", "tram wall is not to be opened yet", "cut from the stud that comes out at 15", "and makes P2-J1", "where it is cut")
	v.types("Reference at", "20\n")
	v.sees("revision 3", "11 to its left", "21 to its right")
	v.types("At", "44")
	v.types("It reads", "93\n")
	v.sees("revision 4")
	v.presses("Leave the wall as it is")
	v.sees("revision 5")
	v.presses("Undo")
	v.sees("revision 6", "P2 in tram wall")
}

// A door that is there is closed: nothing is cut before it is gauged, the smallest
// counts, and its pieces come to the saw.
func TestAnOldDoorIsClosed(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/mark")
	v.presses("In an old wall", "close one")
	v.sees("door to the yard")
	v.presses("Close it")
	v.sees("revision 2", "E2 closed", "Gauge it first")
	gauge := func(at, is, where, reads string) {
		v.types(at, where)
		v.types(is, reads+"\n")
	}
	gauge("At height", "Width there", "4", "72")
	v.sees("can't be this hole's width")
	v.types("Width there", "29 7/8\n")
	v.sees("revision 3")
	gauge("At height", "Width there", "40", "29 3/4")
	v.sees("revision 4")
	gauge("At height", "Width there", "76", "30")
	v.sees("revision 5", "isn't gauged from")
	gauge("At, along", "Height there", "3", "80")
	v.sees("revision 6")
	gauge("At, along", "Height there", "27", "80 1/8")
	v.sees("revision 7", "The hole counts as 29", "76")
	v.until(`document.querySelectorAll('[data-member^="E2-S"][data-state="ready"]').length === 3`)
	v.presses("short blocks on each side")
	v.sees("revision 8", "12 ×")
	v.presses("Cut")
	v.sees("E2-S1")
}

// A new door lines up with one that is there: it is gauged, the mismatch is shown at
// each place, and moving the new one shows in it.
func TestANewDoorLinesUpWithAnOldOne(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/mark?wall=A")
	v.presses("Line it up with one that is there")
	v.chooses("Lines up with", "0")
	v.types("First side, underside over the floor", "81")
	v.types("Second side, underside over the floor", "81")
	v.presses("Keep what was gauged")
	v.sees("revision 3", "doesn't line up with E2", "left side at the floor")
	assert.Equal(t, "E2", v.wall("A").Openings[0].Match.Opening)
	v.types("Middle at", "112\n")
	v.sees("revision 4", "off by up to 15")
}

// A row between the studs and a cabinet's backing are added, and taken back; what comes
// through the wall says in which order it is opened.
func TestWhatLiesBetweenTheStudsIsAdded(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/mark?wall=B")
	v.sees("What comes through", "out of the plate comes 108 1/2 to 119 1/2", "84 9/16 over the floor", "a helper holds the piece")
	v.until(piece("B-X1", "ready"))
	v.presses("Add the row")
	v.sees("revision 2", "at mid height")
	v.until(piece("B-N1", "ready"))
	v.types("Backing for", "cabinet")
	v.types("Its middle over the floor", "84")
	v.types("Backing from", "96")
	v.types("Backing to", "64\n")
	v.sees("isn't past 96")
	v.types("Backing from", "64")
	v.types("Backing to", "94\n")
	v.sees("revision 3", "cabinet")
	v.until(piece("B-BK1", "ready"))
	v.presses("Undo", "Undo")
	v.sees("revision 5", "No rows yet")
}

// A pipe is planned, and its holes are listed; a layer is switched off without the
// studs; the wall's card is printed.
func TestAPipeIsPlannedAndTheCardPrinted(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/mark?wall=C")
	v.sees("No rows yet", "What is planned in this wall")
	v.presses("Add the row")
	v.until(piece("C-N1", "ready"))
	v.types("Pipe or cable", "cold water")
	v.types("Outside diameter", "7/8")
	v.types("Pipe from", "4")
	v.types("Pipe to", "4")
	v.types("Middle of it over the floor", "20\n")
	v.sees("the same place as from")
	v.types("Pipe to", "60\n")
	v.sees("revision 3", "Holes and notches", "up from its foot", "within")
	v.presses("between the studs")
	v.until(`!document.querySelector('[data-member="C-N1"]') && document.querySelector('[data-member="C-S1"]') && document.querySelector('.hole')`)
	v.presses("between the studs", "Top, from below")
	v.sees("Top plate once it is up, from below")
	v.until(`[...document.querySelectorAll('a')].some(a => a.innerText === 'Plate card' && a.getAttribute('href') === '/api/jobs/` + id + `/walls/C/card.pdf')`)
	for _, file := range []string{"walls/C/card.pdf", "walls/C/strip.pdf?plate=top", "labels.pdf?wall=C&wide=60%20mm"} {
		response, err := http.Get(v.web.URL + "/api/jobs/" + id + "/" + file)
		require.NoError(t, err)
		raw, err := io.ReadAll(response.Body)
		require.NoError(t, err)
		_ = response.Body.Close()
		assert.Equal(t, "application/pdf", response.Header.Get("Content-Type"))
		assert.True(t, bytes.HasPrefix(raw, []byte("%PDF-")) && len(raw) > 10_000)
	}
	response, err := http.Get(v.web.URL + "/api/jobs/" + id + "/walls/none/card.pdf")
	require.NoError(t, err)
	_ = response.Body.Close()
	assert.Equal(t, http.StatusNotFound, response.StatusCode)
}
