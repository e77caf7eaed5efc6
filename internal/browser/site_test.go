package browser_test

import (
	"context"
	"fmt"
	"io"
	"net/http"
	"os"
	"strings"
	"testing"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/browser"
	"homalos/internal/law"
)

// keys presses keys where the focus is.
func (v *visitor) keys(keys string) {
	v.t.Helper()
	require.NoError(v.t, chromedp.Do(v.ctx, chromedp.KeyEvent(keys)))
}

func (v *visitor) reads(expression string) string {
	v.t.Helper()
	text, err := chromedp.Run(v.ctx, chromedp.Evaluate[string]("String("+expression+")"))
	require.NoError(v.t, err)
	return text
}

// somebodyElse changes the job behind the visitor's back.
func (v *visitor) somebodyElse(revision int, edit string) {
	v.t.Helper()
	body := fmt.Sprintf(`{"revision": %d, "by": "Ines", "device": "elsewhere", "edits": [%s]}`, revision, edit)
	response, err := http.Post(v.web.URL+"/api/jobs/"+id+"/edits", "application/json", strings.NewReader(body))
	require.NoError(v.t, err)
	defer response.Body.Close()
	said, err := io.ReadAll(response.Body)
	require.NoError(v.t, err)
	require.Equal(v.t, http.StatusOK, response.StatusCode, string(said))
}

func TestTwoPeopleNeverOverwriteEachOther(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 800, true)
	v.goes("/jobs/" + id + "/mark?wall=A")
	v.sees("83 1/4")
	// while a hand is typing nothing changes under it, but what others do is named
	v.types("Middle at", "6")
	v.somebodyElse(1, `{"id": "n", "do": "rename", "name": "Bindery, second floor"}`)
	v.sees("Ines: called Bindery, second floor", "revision 1")
	v.keys("0\r")
	// both changes stand: they touch nothing in common
	v.sees("revision 3")
	v.until(`document.querySelector('header h1').innerText === 'Bindery, second floor'`)
	v.until(`[...document.querySelectorAll('input')].some(i => i.value === '60')`)
	// the same door: shown both, nothing lost
	v.types("Middle at", "61")
	v.somebodyElse(3, `{"id": "d", "do": "put-opening", "wall": "A", "opening": {"id": "D1", "kind": "door", "centre": "64 in", "leaf": {"width": "30 in", "height": "80 in"}}}`)
	v.sees("Ines: D1 in wall A changed")
	v.keys("\r")
	v.sees("Somebody changed this job meanwhile", "Ines: D1 in wall A changed: centre 64", "You wanted: D1 in wall A changed: centre 61")
	v.sees("revision 4")
	v.types("Middle at", "61\n")
	v.sees("revision 5")
}

func TestEverythingByKeyboard(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 800, true)
	v.goes("/jobs/" + id + "/mark?wall=A")
	v.until(piece("A-S1", "ready"))
	// focus shows on a piece, Enter opens its sum, arrows walk along, Escape closes
	require.NoError(t, chromedp.Do(v.ctx, chromedp.Evaluate[chromedp.Void](`document.querySelector('[data-member="A-S1"]').focus()`)))
	v.keys(kb.Enter)
	v.until(`document.querySelector('[aria-label="The sum of A-S1"]')`)
	v.keys(kb.ArrowRight)
	v.until(`document.querySelector('[aria-label="The sum of A-S2"]')`)
	v.keys(kb.ArrowLeft)
	v.until(`document.querySelector('[aria-label="The sum of A-S1"]')`)
	v.keys(kb.Escape)
	v.until(`!document.querySelector('.sum')`)
	// Enter in the station goes to the value, Enter there keeps it
	v.goes("/jobs/" + id + "/read?wall=A")
	v.types("Along wall A", "70\n")
	v.keys("96 1/16\r")
	v.until(`document.querySelector('[aria-label="Correct gap at 70 in"]')`)
	// at the saw Enter ticks, Backspace takes back, Escape leaves
	v.goes("/jobs/" + id + "/cut?saw=1")
	v.sees("1 of")
	v.keys(kb.Enter)
	v.sees("2 of")
	v.keys(kb.Backspace)
	v.sees("1 of")
	v.keys(kb.Escape)
	v.sees("of 140 cut")
}

// What is touched on site is large enough for a glove.
func TestWhatIsTouchedOnSiteIsLargeEnough(t *testing.T) {
	t.Parallel()
	v := visit(t, 390, 844, true)
	v.goes("/jobs/" + id + "/read?wall=A")
	v.until(`document.querySelector('.keypad')`)
	small := func() string {
		return v.reads(`[...document.querySelectorAll('main button, main a, main summary, main label:has(> input[type=radio]), main label[data-active], main input, main select, .pole a')].filter(b => b.getClientRects().length && !b.closest('.tray') && b.type !== 'radio' && b.type !== 'checkbox' && b.getBoundingClientRect().height < 47.5).map(b => b.tagName + ' ' + (b.getAttribute('aria-label') || b.innerText || b.id) + ' ' + b.getBoundingClientRect().height).join('; ')`)
	}
	assert.Empty(t, small(), "targets under 48 px")
	for _, side := range []string{"strike", "decide", "plates", "kind"} {
		v.goes("/jobs/" + id + "/line?wall=D&side=" + side)
		v.until(`document.querySelector('.snap, .advice, .against')`)
		assert.Empty(t, small(), "targets under 48 px on the side %s", side)
	}
	v.presses("Place it otherwise", "Lumber and plates")
	v.until(`document.querySelector('.line-form details[open]')`)
	assert.Empty(t, small(), "targets under 48 px in the form")
}

func TestTheKeypadWritesFractions(t *testing.T) {
	t.Parallel()
	v := visit(t, 390, 844, true)
	v.goes("/jobs/" + id + "/read?wall=C")
	v.sees("Next: gap at")
	require.NoError(t, chromedp.Do(v.ctx, chromedp.Evaluate[chromedp.Void](`[...document.querySelectorAll('label')].filter(l => l.innerText.startsWith('Gap')).map(l => document.getElementById(l.htmlFor)).filter(f => f.type === 'text')[0].focus()`)))
	key := func(text string) {
		v.until(fmt.Sprintf(`(() => { const b = [...document.querySelectorAll('.keypad button')].find(b => b.innerText.trim() === %q); if (!b) return false; b.click(); return true; })()`, text))
	}
	for _, k := range []string{"9", "6", "3/16", "1/4", "next"} {
		key(k)
	}
	v.until(`[...document.querySelectorAll('table.readings b')].some(b => b.innerText === '96 1/4')`)
}

func TestDarkStaysDark(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 800, true)
	v.goes("/jobs/" + id + "/prove")
	v.sees("Not to be closed yet")
	v.presses("Light or dark")
	v.until(`document.documentElement.dataset.mantineColorScheme === 'dark'`)
	require.NoError(t, chromedp.Do(v.ctx, chromedp.Reload()))
	v.until(`document.documentElement.dataset.mantineColorScheme === 'dark'`)
	v.presses("Prove")
	v.sees("Not to be closed yet")
	v.goes("/jobs/0190c0de-0000-7000-8000-00000000ffff/read")
	v.sees("This job isn't here")
}

func TestAMetricJobIsReadAndWrittenInMillimetres(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 800, false)
	v.goes("/")
	v.sees("No job yet")
	require.NoError(t, chromedp.Do(v.ctx, chromedp.SetUploadFiles(chromedp.CSS("input[type=file]"), []string{abs(t, "../../demo/wardrobe.json")})))
	v.sees("Puppet wardrobe", "millimetres")
	v.presses("Heights", "B 60° screen")
	v.sees("Next: gap at 2400, frees 3")
	v.types("Gap", "1.44 m\n")
	v.sees("Next: gap again at 2400, it is in doubt")
	v.presses("Correct gap at 2400 mm")
	v.types("Gap", "2.451 m\n")
	v.until(`[...document.querySelectorAll('table.readings b')].some(b => b.innerText === '2451')`)
	v.sees("Enough")
	v.presses("Rules, lumber and export", "Rules and lumber")
	v.types("Thickness", "47\n")
	v.sees("revision 4")
}

func abs(t *testing.T, path string) string {
	t.Helper()
	raw, err := os.ReadFile(path)
	require.NoError(t, err)
	file := t.TempDir() + "/job.json"
	require.NoError(t, os.WriteFile(file, raw, 0o600))
	return file
}

func TestAFixIsDoneAtATouch(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 800, true)
	v.goes("/jobs/" + id + "/mark?wall=A")
	// the drain stands at 57 1/2: with 19 in bays it is in a stud's way
	v.types("Centre to centre", "19\n")
	v.sees("has to stand", "Hook the tape on the other end")
	v.until(`document.querySelector('.wood.blocked')`)
	v.presses("Hook the tape on the other end")
	v.sees("tape hooked on the open end")
	v.until(`!document.querySelector('.wood.blocked')`)
	require.NoError(t, browser.Press(v.ctx, "Undo"))
	v.sees("tape hooked on the stove-wall end")
}

func TestANumberOnTheSawListOpensItsSum(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 800, true)
	v.goes("/jobs/" + id + "/cut")
	v.presses("93 3/4: how it came about")
	v.until(`document.querySelector('[aria-label="The sum of P1-K1"]')`)
	v.sees("gap at", "bottom plate there", "exact, then down to", "In this order")
	v.goes("/jobs/" + id + "/cut")
	v.presses("93 13/16: how it came about")
	v.until(`document.querySelector('[aria-label="The sum of A-S8"]')`)
	v.sees("gap at", "bottom plate 2x4t", "exact, then down to")
}

func TestPrintedTheSawListStandsAlone(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 800, true)
	v.goes("/jobs/" + id + "/cut")
	v.sees("of 140 cut")
	require.NoError(t, chromedp.Do(v.ctx, printed()))
	assert.Equal(t, "none", v.reads(`getComputedStyle(document.querySelector('.pole')).display`))
	assert.Equal(t, "none", v.reads(`getComputedStyle(document.querySelector('header')).display`))
	assert.Equal(t, "none", v.reads(`getComputedStyle(document.querySelector('.saw-list')).display`))
	assert.Equal(t, "2", v.reads(`getComputedStyle(document.querySelector('.saw-print')).columnCount`))
	assert.Equal(t, "140", v.reads(`document.querySelectorAll('.saw-print .tick-box').length`), "a box to tick for each piece")
}

// printed shows the page as it would be printed.
func printed() chromedp.Action[chromedp.Void] {
	return chromedp.Func(func(ctx context.Context, t *chromedp.Target) error {
		_, err := cdp.Call(ctx, t, emulation.SetEmulatedMedia, emulation.SetEmulatedMediaParams{Media: "print"})
		return err
	})
}

// Gaps alone with a door: the jacks wait for the floor at the jambs; a level laid
// across frees them.
func TestALevelAcrossADoorFreesItsJacks(t *testing.T) {
	law.Night(t)
	t.Parallel()
	v := visit(t, 390, 844, true)
	v.somebodyElse(1, `{"id": "w", "do": "put-wall", "wall": {"id": "E", "name": "porch", "lumber": "2x4", "from": {"x": "20 in", "y": "20 in"}, "to": {"x": "121 in", "y": "20 in"},
		"openings": [{"id": "D9", "kind": "door", "centre": "50 in", "leaf": {"width": "30 in", "height": "80 in"}}]}}`)
	v.goes("/jobs/" + id + "/read?wall=E")
	v.sees("E porch")
	for _, at := range []string{"2", "30", "52", "76", "98"} {
		v.types("Along wall E", at)
		v.types("Gap", "95 1/2\n")
		v.until(fmt.Sprintf(`document.querySelector('[aria-label="Correct gap at %s in"]')`, at))
	}
	v.presses("level")
	v.until(`document.body.innerText.includes("34 in") && document.body.innerText.includes("66 in")`)
	v.types("Rise, a fall is −", "-1/4\n")
	v.until(`[...document.querySelectorAll('table.readings td')].some(d => d.innerText.includes('34–66'))`)
	v.goes("/jobs/" + id + "/mark?wall=E")
	v.until(piece("E-J1", "ready"))
	v.until(piece("E-J2", "ready"))
}

// Pieces are cut alike at a touch, with what that saves; the sum of one says by how much
// it is shorter, and each has its own again.
func TestPiecesAreCutAlike(t *testing.T) {
	law.Night(t)
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/cut")
	v.sees("42 different lengths are ready", "37 will do")
	v.presses("Cut them alike")
	v.sees("37 different lengths in place of 42", "revision 2")
	v.presses("Each its own length")
	v.sees("42 different lengths are ready", "revision 3")
	v.presses("Sticks")
	v.sees("No plan takes less")
	v.until(`document.querySelectorAll('.board').length > 20 && document.querySelector('.board-rest')`)
	v.presses("2x4: 0 there")
	v.types("2x4 that is there, its length", "0\n")
	v.sees("is no length of a stick")
	v.types("2x4 that is there, its length", "192\n")
	v.sees("revision 4", "1 × 192 whole stick", "1 from what is there")
	v.presses("Undo")
	v.sees("revision 5", "2x4: 0 there")
	v.goes("/jobs/" + id + "/cut?for=B")
	v.types("It is off by", "1/16")
	v.presses("Shift the rest")
	v.sees("revision 6", "B-S1 was tried", "93 7/8") // 93 15/16 as it was reckoned
	v.presses("Cut as reckoned")
	v.sees("revision 7", "Cut B-S1 first and try it")
}
