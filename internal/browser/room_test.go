package browser_test

import (
	"fmt"
	"math"
	"os"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/instrument"
	"homalos/internal/law"
	"homalos/internal/measure"
)

// chosen is what the selects of the tape entry stand at.
func (v *visitor) chosen(label string) string {
	v.t.Helper()
	find := fmt.Sprintf(`[...document.querySelectorAll('label')].filter(l => l.innerText.startsWith(%q)).map(l => document.getElementById(l.htmlFor).value)[0]`, label)
	got, err := chromedp.Run(v.ctx, chromedp.Evaluate[string](find))
	require.NoError(v.t, err)
	return got
}

// tapes types what the tape says between the corners that stand ready.
func (v *visitor) tapes() {
	v.t.Helper()
	from, to := v.chosen("From corner"), v.chosen("To corner")
	at := func(id string) instrument.Corner {
		for _, c := range v.kit.Building.Corners {
			if c.ID == id {
				return c
			}
		}
		v.t.Fatalf("no corner %q", id)
		return instrument.Corner{}
	}
	a, b := at(from), at(to)
	long := measure.FromMillimetres(math.Hypot(a.X-b.X, a.Y-b.Y)).Nearest(measure.Inch / 32)
	text := strings.TrimSuffix(measure.Imperial.Write(long), " in")
	v.types("Tape says", text+"\n")
	v.until(fmt.Sprintf(`[...document.querySelectorAll('table.ties td')].some(d => d.innerText === '%s to %s')`, from, to))
}

// shoots takes a reading from the tray and keeps it.
func (v *visitor) shoots() {
	v.t.Helper()
	v.until(`[...document.querySelectorAll('.tray button')].some(b => !b.disabled)`)
	v.until(`[...document.querySelectorAll('.value-field input')].every(i => i.value === '')`)
	v.presses("Shoot")
	v.until(`[...document.querySelectorAll('.value-field input')].some(i => /\d/.test(i.value))`)
	v.presses("Keep")
	v.until(`[...document.querySelectorAll('.value-field input')].every(i => i.value === '' || i.value === '-')`)
}

// A crew learns a room: five corners from tapes, the diagonals it asks for,
// heights shot from the tray, a burnt inch caught, and enough.
func TestAFiveCorneredRoomIsLearnt(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, false)
	v.goes("/")
	v.presses("New job")
	v.types("What the crew calls it", "corner room")
	v.presses("Start it")
	v.sees("First, the corners")
	v.presses("Set the corners")
	v.presses("One more corner")
	v.until(`document.querySelectorAll('.corner-number').length === 5`)
	v.presses("Keep the corners")
	v.sees("7 more measurements")
	for range 5 {
		v.tapes()
	}
	v.sees("2 more measurements", "it pins")
	v.tapes()
	v.sees("1 more measurement to pin", "it pins")
	v.tapes()
	v.sees("nothing to spare", "so that a slip would show")
	v.tapes()
	v.sees("Every corner is pinned, 1 to spare")
	v.until(`!document.querySelector('.room .loose')`)
	angle, err := chromedp.Run(v.ctx, chromedp.Evaluate[string](`[...document.querySelectorAll('table.ties')].at(-1).innerText`))
	require.NoError(t, err)
	assert.Contains(t, angle, "135.", "the cut-off corner")

	v.presses("Heights")
	v.sees("First, a wall")
	v.presses("Wall")
	v.chooses("The line lies", "through")
	v.types("Mark 1, across", "20")
	v.types("Mark 1, up", "60")
	v.types("Mark 2, across", "150")
	v.types("Mark 2, up", "60")
	v.presses("Place the line")
	v.sees("A: through two marks", "Strike A")
	v.presses("Read", "Heights")
	v.sees("Next: gap at")
	for asked := v.asked(); !strings.HasPrefix(asked, "Enough"); asked = v.asked() {
		v.shoots()
		v.until(fmt.Sprintf(`document.querySelector('.ask').innerText !== %q`, asked))
		require.Less(t, v.kit.Shots(), 12)
	}
	v.sees("Enough: no piece of this wall waits")
	for _, station := range []string{"24", "80", "112"} { // a few more, that a slip may show
		v.types("Along wall A", station)
		v.shoots()
	}
	v.kit.Burnt = v.kit.Shots() + 1
	v.types("Along wall A", "70")
	v.shoots()
	v.sees("In doubt", "burnt inch", "on wall A at 70")
	v.presses("Read it again")
	v.sees("Correcting gap at 70")
	v.shoots()
	v.until(`!document.querySelector('.doubt')`)
	v.sees("Enough: no piece of this wall waits")
	v.presses("Plan")
	v.sees("Enough: nothing here waits")
}

// asked is what stands over the fields: what to read next, or enough.
func (v *visitor) asked() string {
	v.t.Helper()
	text, err := chromedp.Run(v.ctx, chromedp.Evaluate[string](`document.querySelector('.ask').innerText`))
	require.NoError(v.t, err)
	return text
}

func TestAssessingHoldsAWallUntilItsPaperIsThere(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/read?view=assess")
	v.sees("signs of load", "Hold: tram wall is not touched")
	v.types("Who, with licence", "R. Made-Up, structural licence 00")
	v.types("When", "2026-11-20")
	v.types("Which paper", "letter 3")
	v.presses("Enter the decision")
	v.sees("The paper says it may be opened")
	v.until(`!document.querySelector('.hold')`)
	v.presses("Undo")
	v.sees("Hold: tram wall is not touched")
	v.presses("Post, near side")
	v.sees("say what it stands on")
	v.until(`(() => { const s = document.querySelector('select[aria-label="What near 1 stands on next"]'); if (!s) return false; Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(s, 'bare-boards'); s.dispatchEvent(new Event('change', {bubbles: true})); return true; })()`)
	v.sees("ends on bare boards")
	text, err := chromedp.Run(v.ctx, chromedp.Evaluate[string](`document.body.innerText`))
	require.NoError(t, err)
	assert.NotContains(t, strings.ToLower(text), "safe")
}

func TestWhatIsThereIsAddedAndTakenOut(t *testing.T) {
	law.Night(t)
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/read?view=there")
	v.sees("tram duct", "Off: it reads")
	v.presses("Take tram duct out")
	v.until(`!document.body.innerText.includes('tram duct')`)
	v.presses("Undo")
	v.sees("tram duct")
	v.presses("Add a hidden find")
	v.types("Called", "water main")
	v.types("One end, across", "20")
	v.types("One end, up", "20 furlongs")
	v.types("Other end, across", "20")
	v.types("Other end, up", "120")
	v.presses("Keep it")
	v.sees("is not a unit")
	v.types("One end, up", "20")
	v.presses("Keep it")
	v.sees("water main")
	v.presses("Mark")
	v.sees("The cable water main lies in the floor")
}

func TestAnOutlineAndAListComeInFromFiles(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/read")
	v.sees("Every corner is pinned")
	folder := t.TempDir()
	list := folder + "/readings.csv"
	require.NoError(t, os.WriteFile(list, []byte("kind,wall,station [in],value [in],weather\ngap,C,62,96 1/8,dry\ngap,C,sixty,96,dry\n"), 0o600))
	v.presses("In and out")
	v.sees("Readings from CSV")
	require.NoError(t, chromedp.Do(v.ctx, chromedp.SetUploadFiles(chromedp.CSS(`input[type=file][accept*=csv]`), []string{list})))
	v.sees("This file can't be brought in", "line 3")
	require.NoError(t, os.WriteFile(list, []byte("kind,wall,station [in],value [in],weather\ngap,C,62,95 13/16,dry\n"), 0o600))
	require.NoError(t, chromedp.Do(v.ctx, chromedp.Reload()))
	v.sees("Every corner is pinned")
	v.presses("In and out")
	v.sees("Readings from CSV")
	require.NoError(t, chromedp.Do(v.ctx, chromedp.SetUploadFiles(chromedp.CSS(`input[type=file][accept*=csv]`), []string{list})))
	v.sees("revision 2")
}

func TestAHeightIsReadWhereThePlanIsTouched(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/read?view=plan")
	v.sees("Every corner is pinned")
	const pins = `document.querySelectorAll('.plan-pin').length`
	before, err := chromedp.Run(v.ctx, chromedp.Evaluate[int](pins))
	require.NoError(t, err)
	v.until(`(() => { const p = document.querySelector('svg.room'); p.focus(); return document.activeElement === p; })()`)
	require.NoError(t, chromedp.Do(v.ctx, chromedp.KeyEvent(kb.ArrowRight), chromedp.KeyEvent(kb.ArrowUp), chromedp.KeyEvent("\r")))
	v.until(`document.querySelector('.spot')`)
	v.until(`document.activeElement && document.activeElement.tagName === 'INPUT'`)
	v.types("From the laser", "-41 7/8\n")
	v.until(fmt.Sprintf("%s === %d", pins, before+1))
	v.until(`document.querySelector('[aria-label="Readings on the plan"] table')`)
	v.presses("Undo")
	v.until(fmt.Sprintf("%s === %d", pins, before))
	v.presses("Cut")
	v.sees("Sawing treated wood")
	v.presses("Confirm it")
	v.until(`(() => { const f = document.querySelector('input[aria-label="Confirmed by"]'); if (!f) return false; f.focus(); return true; })()`)
	require.NoError(t, chromedp.Do(v.ctx, chromedp.KeyEvent("Wen\r")))
	v.sees("Confirmed by Wen")
}
