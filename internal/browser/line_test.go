package browser_test

import (
	"fmt"
	"testing"
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
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/line")
	v.presses("C drying closet")
	v.sees("C: parallel to yard wall at 150", "Along stove wall from corner 5: mark the start", "13 25/32")
	v.presses("One more line")
	v.until(`document.querySelector('.line-form')`)
	v.types("Called", "passage")
	v.chooses("Face", "yard wall")
	v.types("At", "500\n")
	v.sees("no part of it lies inside the room")
	v.types("At", "20")
	v.chooses("To", "B")
	v.presses("Place the line")
	v.sees("D: parallel to yard wall at 20", "Strike D, 158")
	v.presses("One more line")
	v.until(`document.querySelector('.line-form')`)
	v.chooses("The line lies", "square")
	// the face is touched on the plan
	v.until(`(() => { const l = [...document.querySelectorAll('.pick-face')].find(l => l.querySelector('title').textContent === 'yard wall'); if (!l) return false; l.dispatchEvent(new MouseEvent('click', {bubbles: true})); return true; })()`)
	v.types("At, along it", "30")
	v.chooses("To", "D")
	v.presses("Place the line")
	v.sees("E: square off yard wall at 30", "Strike E, 20 long")
	v.presses("D passage")
	v.sees("D: parallel to yard wall at 20")
	v.presses("Place it otherwise")
	v.until(`document.querySelector('.line-form')`)
	v.types("At", "24")
	v.presses("Compare")
	v.sees("What it costs", "widest door leaf", "sticks to buy, whole job")
	v.presses("Place it so")
	v.sees("2 walls followed", "20 → 24 long")
	v.presses("Undo")
	v.sees("D: parallel to yard wall at 20")
	v.goes("/jobs/" + id + "/line?wall=E")
	v.sees("Strike E, 20 long")
	v.presses("Cut")
	v.sees("E-S1")
}
