package browser_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/law"
)

// The line drops while a reading is typed: it is kept, also over a reload of
// the page, and is there once when the line is back.
func TestALineThatDropsLosesNothing(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 800, true)
	v.goes("/jobs/" + id + "/read?wall=C")
	v.sees("Next: gap at")
	v.drops()
	v.types("Gap", "96 3/16\n")
	v.sees("The server doesn't answer", "1 change is kept in this browser")
	v.until(`[...document.querySelectorAll('table.readings b')].some(b => b.innerText === '96 3/16')`)
	// the next place is asked for, though no plan has followed
	v.types("Along wall C", "61")
	v.types("Gap", "96 1/4\n")
	v.sees("2 changes are kept in this browser")
	v.down.Store(false)
	v.goes("/jobs/" + id + "/read?wall=C") // a new page: they are sent from there
	read := func(text string) string {
		return fmt.Sprintf(`[...document.querySelectorAll('table.readings b')].filter(b => b.innerText === %q).length === 1`, text)
	}
	v.sees("revision 3")
	v.until(read("96 3/16"))
	v.until(read("96 1/4"))
	v.until(`!document.body.innerText.includes("doesn't answer")`)
	assert.Equal(t, 2, v.kept("gap", "96 3/16 in")+v.kept("gap", "96 1/4 in"), "each once")
	// down and up again on the same page
	v.drops()
	v.types("Along wall C", "30")
	v.types("Gap", "95 7/8\n")
	v.sees("1 change is kept in this browser")
	v.down.Store(false)
	v.presses("Try now")
	v.sees("revision 4")
	v.until(`!document.body.innerText.includes("doesn't answer")`)
	assert.Equal(t, 1, v.kept("gap", "95 7/8 in"))
}

// The database is away while a reading is typed: it is said so, kept over a
// reload, and made once by itself when the database is back.
func TestADatabaseThatIsAwayLosesNothing(t *testing.T) {
	law.Night(t)
	t.Parallel()
	v := visit(t, 1280, 800, true)
	v.goes("/jobs/" + id + "/read?wall=C")
	v.sees("Next: gap at")
	v.away.Store(true)
	v.types("Gap", "96 3/16\n")
	v.sees("1 change is kept in this browser")
	v.until(`!document.body.innerText.includes("That can't be")`)
	v.goes("/jobs/" + id + "/read?wall=C")
	time.Sleep(2 * time.Second) // it asks again and again
	v.away.Store(false)
	v.sees("revision 2")
	v.until(`[...document.querySelectorAll('table.readings b')].filter(b => b.innerText === '96 3/16').length === 1`)
	assert.Equal(t, 1, v.kept("gap", "96 3/16 in"))
}

// Eight pages of one browser on one job: the last one loads as the first did,
// and each hears what another one does.
func TestEightPagesOfOneBrowser(t *testing.T) {
	law.Night(t)
	t.Parallel()
	v := visit(t, 1000, 700, true)
	pages := []*visitor{v}
	for range 7 {
		ctx, done := chromedp.NewContext(v.ctx)
		t.Cleanup(done)
		pages = append(pages, &visitor{t, ctx, v.web, v.kit, v.down, v.away})
	}
	for _, p := range pages {
		p.goes("/jobs/" + id + "/read?view=heights&wall=C")
		p.sees("Next: gap at", "Simulated devices are listening")
	}
	last := pages[7]
	last.types("Gap", "96 3/16\n")
	for _, p := range pages {
		p.sees("revision 2")
	}
}

// kept counts the readings that the application holds.
func (v *visitor) kept(kind, value string) (n int) {
	v.t.Helper()
	for _, r := range v.document().Survey.Readings {
		if r.Kind == kind && r.Value.String() == value {
			n++
		}
	}
	return n
}

// Two on one job, each in a browser of their own: one ticks at the saw, the
// other reads; both see both, named, and each takes back only their own.
func TestTwoBrowsersOnOneJob(t *testing.T) {
	law.Night(t)
	t.Parallel()
	saw := visit(t, 390, 844, true)
	saw.goes("/jobs/" + id + "/cut")
	saw.sees("of 140 cut")
	tape := saw.another(1280, 800)
	tape.goes("/jobs/" + id + "/read?wall=A")
	tape.sees("Next: gap at 70")
	// what is told goes away again after a while: it is looked for first
	saw.presses("A-S2")
	tape.sees("A-S2 cut at the saw", "revision 2")
	saw.until(ticked("A-S2"))
	tape.types("Gap", "96 1/32\n")
	saw.sees("gap on wall A at 70: 96 1/32", "revision 3")
	tape.sees("Enough: no piece of this wall waits")
	saw.until(`[...document.querySelectorAll('button.label')].some(b => b.innerText === 'A-S5' && !b.disabled)`)
	tape.goes("/jobs/" + id + "/cut")
	tape.until(ticked("A-S2"))
	tape.presses("Undo")
	saw.sees("taken back: gap on wall A at 70", "revision 4")
	tape.sees("revision 4")
	tape.until(`document.querySelector('[aria-label=Undo]').disabled`)
	tape.until(ticked("A-S2"))
	saw.until(ticked("A-S2"))
	assert.Zero(t, tape.kept("gap", "96 1/32 in"))
	// after a reload each still has their own to take back, or make again
	require.NoError(t, chromedp.Do(saw.ctx, chromedp.Reload()))
	saw.until(ticked("A-S2"))
	saw.presses("Undo")
	saw.sees("Taken back: A-S2 cut at the saw")
	saw.until("!" + ticked("A-S2"))
	tape.until("!" + ticked("A-S2"))
	require.NoError(t, chromedp.Do(tape.ctx, chromedp.Reload()))
	tape.presses("Redo")
	tape.sees("Made again: gap on wall A at 70: 96 1/32", "revision 6")
	require.Eventually(t, func() bool { return tape.kept("gap", "96 1/32 in") == 1 }, time.Minute, 50*time.Millisecond)
	tape.presses("Rules, lumber and export", "What was done")
	tape.sees("A-S2 cut at the saw", "another device", "everybody's")
	tape.presses("Make again: A-S2 cut at the saw")
	tape.until(ticked("A-S2"))
	tape.presses("on this device")
	tape.until(`![...document.querySelectorAll('.done b')].some(b => b.innerText === 'A-S2 cut at the saw')`)
}

// A stage that fails leaves the others standing; titles and focus go along.
func TestPagesHaveTitlesAndTakeTheFocus(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 800, true)
	v.goes("/")
	v.until(`document.title === 'Jobs · Homalos'`)
	v.goes("/jobs/" + id + "/mark")
	v.until(`document.title === 'Mark · Bindery in the tram-depot canteen · Homalos'`)
	v.presses("Cut")
	v.until(`document.title.startsWith('Cut · ')`)
	v.until(`document.activeElement.tagName === 'MAIN'`)
}

// A deleted job is brought back at a touch, or from the bin.
func TestADeletedJobIsBroughtBack(t *testing.T) {
	t.Parallel()
	v := visit(t, 390, 844, true)
	watching := v.another(1280, 800)
	watching.goes("/jobs/" + id + "/cut")
	watching.sees("of 140 cut")
	v.goes("/")
	v.presses("Delete Bindery")
	watching.sees("This job was deleted") // before it is back: else there may be nothing to see
	v.presses("Bring it back")
	v.sees("0 of 140 cut")
	v.presses("Delete Bindery")
	v.sees("is in the bin for a day", "No job yet")
	require.NoError(t, chromedp.Do(v.ctx, chromedp.Reload()))
	v.presses("In the bin: 1 job")
	v.sees("It goes for good in 24 hours")
	v.presses("Bring Bindery in the tram-depot canteen back")
	v.sees("0 of 140 cut")
	v.until(`!document.querySelector('.bin')`)
	v.until(`document.documentElement.scrollWidth <= 390`)
}

// The number under the saw never changes by itself: when somebody changes the
// fit, the piece that was called is named with both lengths.
func TestALengthThatChangesUnderTheSawIsSaid(t *testing.T) {
	t.Parallel()
	v := visit(t, 390, 844, true)
	v.goes("/jobs/" + id + "/cut?saw=1")
	v.sees("148 1/2")
	v.presses("Cut, next")
	v.sees("2 of 99")
	v.presses("Cut, next")
	v.sees("3 of 99", "93 15/16", "B-S1")
	v.somebodyElse(3, `{"id": "f", "do": "put-rules", "rules": {"fit": "1/4 in"}}`)
	v.sees("B-S1 was called at 93 15/16", "it is 93 3/4 now")
	v.presses("It is cut already, at")
	v.until(`document.querySelector('.saw-length')`)
	v.sees("4 of 99", "93 11/16", "B-S2")
	require.Eventually(t, func() bool {
		cuts := v.document().Record.Cuts
		return cuts[len(cuts)-1].Came.String() == "93 15/16 in"
	}, time.Minute, 50*time.Millisecond, "it came out as it was called")
	v.presses("Back one")
	v.sees("3 of 99", "B-S1")
}
