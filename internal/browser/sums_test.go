package browser_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"homalos/internal/law"
)

// Every figure of the line stage opens how it came about, right where it stands.
func TestFiguresOfALineOpenTheirSums(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/line?wall=D")
	v.sees("Along yard wall from corner 1: mark D's line", "Check square: 111 along yard wall, 148 along D", "Check: corner 5 to the A end")
	assert.Equal(t, "0", v.reads(`document.querySelectorAll('details.how[open]').length`))
	v.presses("Check: corner 5 to the A end")
	v.until(`document.querySelectorAll('details.how[open]').length === 1`)
	v.sees("the A end of D lies across", "corner 5 lies up", "taped: 4 to 5", "√(")
	v.presses("Check: along A from its stove-wall end")
	v.sees("along A's line")
	v.presses("Plates, fixings", "How these places came about")
	v.sees("the rest in 4 gaps, makes 5, each gap", "21 1/4")
	v.presses("Place it otherwise")
	v.until(`document.querySelector('.line-form')`)
	v.types("At, along it", "66")
	v.presses("Compare")
	v.sees("What it costs")
	v.presses("widest door leaf")
	v.sees("king and jack each side", "jambs, gaps and shims, as usual")
}

// A leg at an odd angle after a wall, said with half a degree.
func TestAZigzagIsSaidInTheForm(t *testing.T) {
	law.Night(t)
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/line")
	v.places("screen", "parallel", "yard wall", func() {
		v.types("At", "16")
		v.presses("Lumber and plates", "A part that stands on it")
		v.types("What", "bench")
		v.types("Length", "60")
	})
	v.sees("E: parallel to yard wall at 16", "Strike E, 60 long")
	v.places("turn", "leg", "E", func() {
		v.types("Degrees off the face", "67.5")
		v.presses("A part that stands on it")
		v.types("Length", "24")
	})
	v.sees("F: next leg after E, left at 67.5°", "Strike F, 20 7/32 long", "From end to end it reads") // 24 from corner to corner
	v.presses("Decide")
	v.sees("odd angle")
	v.presses("Undo")
	v.until(`![...document.querySelectorAll('.walls button')].some(b => b.innerText.startsWith('F'))`)
	v.presses("E screen")
	v.sees("E: parallel to yard wall at 16")
}

// Rot that was written down for a line stays where it is when the line moves,
// and is shown at its place.
func TestARottenFloorStaysBehind(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/read?view=assess")
	v.presses("not looked at")
	v.chooses("The floor is", "rot")
	v.types("From", "20")
	v.types("To, of", "40")
	v.presses("Write it down")
	v.sees("From 20 to 40: rot. No plate goes on it.")
	v.goes("/jobs/" + id + "/line?wall=B")
	v.presses("Decide")
	v.sees("The floor is bad from 20 to 40: rot")
	v.presses("Place it")
	v.until(`document.querySelector('.line-form')`)
	v.chooses("The line lies", "parallel")
	v.chooses("Face", "tram wall")
	v.types("At", "30")
	v.presses("Place it so")
	v.sees("B: parallel to tram wall at 30")
	v.until(`!document.body.innerText.includes('The floor is bad')`)
	v.goes("/jobs/" + id + "/read?view=assess")
	v.sees("Looked at for a wall that has moved since", "across,", "rot")
}

// The API's own page comes with the application.
func TestTheAPIHasAPageOfItsOwn(t *testing.T) {
	law.Night(t)
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/")
	v.presses("the API, and how to call it")
	v.sees("Readings in, a wall that can be cut out", "edits", "devices")
	v.until(`document.querySelector('#operations-tag-edits')`)
	v.until(`(() => { document.querySelector('#operations-tag-edits button').click(); return true; })()`)
	v.sees("/api/jobs/{id}/edits")
	assert.Equal(t, "true", v.reads(`performance.getEntriesByType('resource').every(r => r.name.startsWith(location.origin) || r.name.startsWith('data:'))`), "nothing comes from elsewhere")
}
