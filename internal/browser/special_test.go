package browser_test

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/law"
)

// In the metric job a half wall and a steel partition are built from nothing: each is
// begun under Line with what its kind is offered with, and has its pieces under Mark.
func TestAHalfWallAndASteelPartitionFromNothing(t *testing.T) {
	law.Night(t)
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
	law.Night(t)
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

// A duct is boxed in at a touch: its sides hang on both hands of the wall that it goes
// through, and their rungs are cut like anything else. One undo takes them all back.
func TestADuctIsBoxedIn(t *testing.T) {
	law.Night(t)
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/line")
	v.presses("Box in a pipe or a duct")
	v.chooses("Round", "tram duct")
	v.presses("Box it in")
	v.sees("E: by its two ends", "tram duct is boxed in by E, F, G, I, J", "revision 2")
	v.presses("Kind")
	v.sees("It hangs from the ceiling, a side of the box round tram duct", "goes from it to F")
	v.goes("/jobs/" + id + "/mark?wall=E")
	v.until(`document.querySelector('[data-member="E-S1"]')`)
	v.sees("it hangs: nothing under its foot")
	v.presses("Cut")
	v.sees("E-RU1")
	v.presses("Undo")
	v.sees("revision 3")
	assert.Len(t, v.document().Walls, 6)
}

// What stands before masonry says how deep its bays are and where its studs are tied
// back; a beam goes under a head plate with the name of who designed it.
func TestMasonryBehindAndABeam(t *testing.T) {
	law.Night(t)
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/line?wall=A&side=kind")
	v.sees("Masonry behind it")
	v.presses("It stands before masonry")
	v.sees("no wall that is there stands within 24 in behind it")
	v.goes("/jobs/" + id + "/line?wall=C&side=kind")
	v.presses("It stands before masonry")
	v.sees("Between its studs and canteen wall", "revision 2")
	v.presses("A membrane lies on the masonry's side")
	v.sees("revision 3")
	v.chooses("Its studs are tied back with", "resin")
	v.sees("C-S1 at", "bridges", "revision 4")
	v.goes("/jobs/" + id + "/line?wall=A&side=kind")
	v.presses("Enter a beam")
	v.types("From", "20")
	v.types("To", "70")
	v.types("Depth", "8")
	v.types("Or steel", "I section")
	v.types("Bearing at each end", "3")
	v.presses("Enter it")
	v.sees("say who named")
	v.types("Named by", "an engineer")
	v.types("On", "2026-11-03")
	v.presses("Enter it")
	v.sees("G1: 20 to 70, I section, named by an engineer", "revision 5")
	v.goes("/jobs/" + id + "/mark?wall=A")
	v.until(`document.querySelector('.beam-in')`)
	v.sees("beam G1")
}

// A pocket is gauged under Read and an infill goes into it: three times each way, or it
// is refused where it stands.
func TestAPocketIsGaugedUnderRead(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/read?side=there")
	v.presses("What's there")
	v.until(`document.querySelector('[aria-label="Add a pocket"]')`)
	v.presses("Add a pocket")
	v.types("Called", "serving hatch")
	v.types("Widths gauged", "36, 35 7/8")
	v.types("Heights gauged", "48, 48 1/8, 48")
	v.presses("Keep")
	v.sees("gauge width and height at three points or more each")
	v.types("Widths gauged", "36, 35 7/8, 36")
	v.presses("Keep")
	v.sees("widths 36 in, 35 7/8 in, 36 in", "revision 2")
}
