package browser_test

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// In the metric job a half wall and a steel partition are built from nothing: each is
// begun under Line with what its kind is offered with, and has its pieces under Mark.
func TestAHalfWallAndASteelPartitionFromNothing(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, false)
	v.goes("/")
	require.NoError(t, chromedp.Do(v.ctx, chromedp.SetUploadFiles(chromedp.CSS("input[type=file]"), []string{abs(t, "../../demo/wardrobe.json")})))
	v.sees("Puppet wardrobe", "millimetres")
	job := strings.Trim(v.reads(`location.pathname.split('/').slice(0, 3).join('/')`), `"`)
	v.goes(job + "/line")
	v.presses("One more line")
	v.until(`document.querySelector('.line-form')`)
	v.types("Called", "wash stand")
	v.chooses("The line lies", "through")
	v.types("Mark 1, across", "500")
	v.types("Mark 1, up", "1500")
	v.types("Mark 2, across", "1700")
	v.types("Mark 2, up", "1500")
	v.chooses("It goes", "half")
	v.until(`[...document.querySelectorAll('input')].some(i => i.value === '1070 mm')`) // what one is offered with
	v.types("Height, to the top of its cap", "900")
	v.chooses("The cap lies", "back")
	v.types("Fall, degrees", "60\n")
	v.sees("steeper than 45°") // the rest stays as it was typed
	v.types("Fall, degrees", "3")
	v.presses("Lumber and plates")
	v.chooses("Lowest plate", "45×95 treated")
	v.presses("Place the line")
	v.sees("F: through two marks")
	v.presses("Kind")
	v.sees("What it is", "Where it changes")
	v.goes(job + "/mark?wall=F")
	v.until(`document.querySelector('[data-member="F-S1"][data-state=ready]')`)
	v.sees("half wall, 900 high", "The cap falls 3.0° across the wall")
	v.presses("F-S1 stud")
	v.sees("809.93") // 900 − 45 − 45 ÷ cos 3°

	v.goes(job + "/line")
	v.presses("One more line")
	v.until(`document.querySelector('.line-form')`)
	v.types("Called", "store")
	v.chooses("The line lies", "through")
	v.types("Mark 1, across", "4700")
	v.types("Mark 1, up", "200")
	v.types("Mark 2, across", "4700")
	v.types("Mark 2, up", "2600")
	v.chooses("It goes", "own")
	v.types("Height", "2300")
	v.presses("Lumber and plates")
	v.chooses("Lumber", "steel 70")
	v.chooses("Lowest plate", "")
	v.presses("Place the line")
	v.sees("G: through two marks")
	v.presses("Kind")
	v.types("Overlap of a splice", "20\n")
	v.sees("shorter than its 4 screws want")
	v.types("Tabs of track at openings", "60\n")
	v.sees("revision 4")
	v.goes(job + "/mark?wall=G")
	v.until(`document.querySelector('[data-member="G-S1"][data-state=ready]')`)
	v.types("Type it", "door 700 at 1200\n")
	v.until(`document.querySelector('[data-member="G-TT1"]')`)
	v.sees("stay loose in the track on purpose")
	v.presses("G-TT1 tab track")
	v.sees("two tabs of 60")
	assert.Equal(t, "true", v.reads(`[...document.querySelectorAll('.piece')].some(p => p.dataset.member.startsWith('G-BG'))`), "bridging goes through the studs")
}

// A row of blocks between floor joists, left out at a seam; a joist that is doubled waits
// for the name of who designed it.
func TestBlocksBetweenJoists(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/line")
	v.presses("Blocks between joists")
	v.until(`document.querySelector('.floor-work form')`)
	v.chooses("Joists of", "JF")
	v.types("Line of the row", "60")
	v.types("Sheet seams", "40")
	v.presses("Add the row")
	v.sees("K1: row of 10 blocks between floor joists, 14 1/2", "Blocks left out at seams: 1", "revision 2")
	v.chooses("What is done", "doubled")
	v.types("Which joist", "3")
	v.types("How long, as designed", "96")
	v.presses("Add the sister joist")
	v.sees("name who designed it")
	v.types("Who designed it", "an engineer")
	v.presses("Add the sister joist")
	v.sees("Joist 3, at 32, is doubled as an engineer designed it", "revision 3")
	v.presses("Undo")
	v.sees("revision 4")
	v.presses("Cut")
	v.sees("K1-BL1")
}
