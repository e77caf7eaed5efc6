package browser_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"

	"homalos/internal/law"
)

// chooses sets a select by its label, as a hand on it does.
func (v *visitor) chooses(label, value string) {
	v.t.Helper()
	v.until(fmt.Sprintf(`(() => {
		const l = [...document.querySelectorAll('label')].find(l => l.innerText === %q && l.getClientRects().length);
		const s = l && document.getElementById(l.htmlFor);
		if (!s || ![...s.options].some(o => o.value === %q)) return false;
		s.focus();
		Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(s, %q);
		s.dispatchEvent(new Event('change', {bubbles: true}));
		return true;
	})()`, label, value, value))
}

// A hallway parallel to the yard wall, a closet wall square off it up to the
// hallway; then the room is taped anew and both follow.
func TestWallsArePlacedAsPeopleSayIt(t *testing.T) {
	law.Night(t)
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/line")
	v.presses("C drying closet")
	v.sees("C: parallel to yard wall at 150", "Off yard wall, near the stove-wall end: mark", "Check: along stove wall from corner 5 to the stove-wall end", "13 25/32")
	v.presses("One more line")
	v.until(`document.querySelector('.line-form')`)
	v.types("Called", "passage")
	v.chooses("Face", "yard wall")
	v.types("At", "500\n")
	v.sees("no part of it lies inside the room")
	v.types("At", "20")
	v.chooses("To", "B")
	// two distances that can't both hold
	v.presses("Lumber and plates", "A distance that must hold too")
	v.chooses("Must also be, from", "A")
	v.types("so far", "30\n")
	v.sees("it can't hold together with \"parallel to yard wall at 20\": from A it would be")
	v.presses("Take distance 1 out", "Place the line")
	v.sees("E: parallel to yard wall at 20", "Strike E, 158")
	v.presses("One more line")
	v.until(`document.querySelector('.line-form')`)
	v.chooses("The line lies", "square")
	// the face is touched on the plan
	v.until(`(() => { const l = [...document.querySelectorAll('.pick-face')].find(l => l.querySelector('title').textContent === 'yard wall'); if (!l) return false; l.dispatchEvent(new MouseEvent('click', {bubbles: true})); return true; })()`)
	v.types("At, along it", "30")
	v.chooses("To", "E")
	v.presses("Place the line")
	v.sees("F: square off yard wall at 30", "Strike F, 20 long")
	v.presses("E passage")
	v.sees("E: parallel to yard wall at 20")
	v.presses("Place it otherwise")
	v.until(`document.querySelector('.line-form')`)
	v.types("At", "24")
	v.presses("Compare")
	v.sees("What it costs", "widest door leaf", "sticks to buy, whole job")
	v.presses("Place it so")
	v.sees("2 walls followed", "20 → 24 long")
	v.presses("Undo")
	v.sees("E: parallel to yard wall at 20")
	v.goes("/jobs/" + id + "/line?wall=F")
	v.sees("Strike F, 20 long")
	v.presses("Cut")
	v.sees("F-S1")
}

// places opens the form, says how a line lies, and keeps it.
func (v *visitor) places(name, by, face string, rest func()) {
	v.t.Helper()
	v.presses("One more line")
	v.until(`document.querySelector('.line-form')`)
	v.types("Called", name)
	v.chooses("The line lies", by)
	v.chooses("Face", face)
	rest()
	v.presses("Place the line")
}

// A furring before the tram wall, which leans; a hallway parallel to it; a
// closet that butts both. One of its plates is cut. Then the furring is made
// deeper: the closet follows, and the cut piece is named first.
func TestADeeperWallTakesItsNeighboursAlong(t *testing.T) {
	law.Night(t)
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/line")
	v.presses("Rules, lumber and export", "Rules and lumber", "Another lumber")
	v.until(`document.querySelector('[role=dialog] form')`)
	v.types("Called", "2x6")
	v.types("Its thickness", "1 1/2")
	v.types("Its depth", "5 1/2")
	v.presses("Add it")
	v.until(`[...document.querySelectorAll('[role=dialog] p')].some(p => p.innerText === '2x6')`)
	v.keys(kb.Escape)
	v.until(`!document.querySelector('[role=dialog]')`)
	v.places("furring", "furring", "tram wall", func() {})
	v.sees("E: furring before tram wall", "worst lean over", "room lost, with the board")
	v.places("hallway", "parallel", "tram wall", func() { v.types("At", "44") })
	v.sees("F: parallel to tram wall at 44")
	v.places("closet", "square", "tram wall", func() {
		v.types("At, along it", "70")
		v.chooses("From", "E")
		v.chooses("To", "F")
	})
	v.sees("G: square off tram wall at 70", "Strike G, 39")
	v.presses("Decide")
	v.sees("The E end butts E at", "The F end butts F at", "Hold the end stud of G back 1/16")
	v.until(`document.querySelectorAll('.corner-detail svg').length === 2`)
	v.presses("Cut")
	v.presses("G-B1")
	v.until(ticked("G-B1"))
	v.goes("/jobs/" + id + "/line?wall=E")
	v.presses("Place it otherwise")
	v.until(`document.querySelector('.line-form')`)
	v.presses("Lumber and plates")
	v.chooses("Lumber", "2x6")
	v.presses("Compare")
	v.sees("What it costs", "devices to move", "Pieces already cut that change", "G-B1", "G moves by 2")
	v.presses("Place it so")
	v.sees("walls followed", "G", "G-B1", "already cut")
	v.presses("Undo")
	v.goes("/") // at once: what was asked is done all the same
	require.Eventually(t, func() bool { return v.wall("E").Lumber == "2x4" }, time.Minute, 100*time.Millisecond)
	v.goes("/jobs/" + id + "/line?wall=G")
	v.sees("Strike G, 39")
}

// What the plan finds about a line is done at one key, and taken back.
func TestAFindingIsMendedAtOneKey(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/line?wall=D")
	v.presses("Decide")
	v.sees("The A end butts A at", "a ladder of noggings (A-N1, A-N2, A-N3)", "A corner: C runs past by 3 1/2, D butts it.")
	v.keys("1")
	v.sees("In A: a flat nailer (A-S6, A-F1, A-S7)")
	v.presses("Undo")
	v.sees("a ladder of noggings (A-N1, A-N2, A-N3)")
	v.presses("Let D run past")
	v.sees("walls followed")
	v.goes("/jobs/" + id + "/line?wall=C&side=decide")
	v.sees("A corner: D runs past by 3 1/2, C butts it.")
	v.goes("/jobs/" + id + "/line?wall=D&side=plates")
	v.sees("Plates", "12 screws")
	v.chooses("Fix the bottom plate with", "resin")
	v.sees("resin anchors", "cure time before the wall is loaded")
	v.types("Its length", "4\n")
	v.sees("2 1/2 of bite")
	v.presses("Hold a stretch back")
	v.types("From station", "10")
	v.types("to station", "9")
	v.types("What it waits for", "floor to be broken out\n")
	v.sees("is no stretch of a wall")
	v.types("to station", "30\n")
	v.sees("waits: floor to be broken out")
	v.presses("Decide")
	v.sees("From 10 to 30 it waits: floor to be broken out.", "That is done: take the stretch off")
}
