package browser_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
)

// A wall that was cut for its place jams when it is tilted; built to tilt, its studs are
// shorter and that is said in their sums; the side that has no room is told; it goes back
// with one touch.
func TestAWallIsTilted(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/stand?wall=A")
	v.sees("Wall A", "stud by stud, in place", "No room to lie down: yard wall")
	before := v.reads(`document.querySelector('.tilt svg polygon').getAttribute('points')`)
	v.presses("Turn it up")
	v.until(`document.querySelector('.tilt svg polygon').getAttribute('points') !== "` + before + `"`)
	v.presses("Stop it")
	v.chooses("How it goes up", "tilt")
	v.sees("revision 2", "Wall A, 148 1/2: built flat and tilted")
	v.chooses("It lies first", "right")
	v.sees("revision 3", "On the right there is no room to lie down")
	v.until(`document.querySelector('.stand-wall .is-stop[role=alert]')`)
	assert.Equal(t, "tilt", v.wall("A").Raise.Way)
	v.goes("/jobs/" + id + "/mark?wall=A&piece=A-S2")
	v.sees("to tilt it up: what it sweeps")
	v.presses("Undo", "Undo")
	v.sees("revision 5")
	v.goes("/jobs/" + id + "/stand?wall=A")
	v.chooses("How it goes up", "sections")
	v.sees("revision 6")
	v.types("A section ends at", "60\n")
	v.sees("revision 7", "Its plates end at 60")
	assert.Len(t, v.wall("A").Raise.Sections, 1)
}

// The order is the crew's to change, and what that breaks is told.
func TestTheOrderOfWalls(t *testing.T) {
	t.Parallel()
	v := visit(t, 390, 844, true)
	v.goes("/jobs/" + id + "/stand")
	v.sees("In this order", "after A and C")
	v.presses("D earlier")
	v.sees("revision 2", "D is to go up before C, but: D butts C", "Move D after C")
	v.until(`document.documentElement.scrollWidth <= 390`)
	v.presses("As proposed")
	v.sees("revision 3")
	v.until(`!document.querySelector('.stand-order [role=alert]')`)
}

// A deep wall jams under what hangs beside it; the cure that is offered is taken, and it
// clears. What it weighs, where it would lie and how it gets in are shown.
func TestADeepWallJamsAndIsCured(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	deep := `{"id": "%", "do": "put-lumber", "lumber": {"id": "%", "thickness": "1 1/2 in", "depth": "7 1/4 in", "stock": ["96 in", "144 in", "192 in"]}}`
	for i, lumber := range []string{"2x4", "2x4t"} {
		v.somebodyElse(i+1, strings.ReplaceAll(deep, "%", lumber))
	}
	v.goes("/jobs/" + id + "/stand?wall=D")
	v.sees("revision 3", "Wall D")
	v.chooses("How it goes up", "tilt")
	v.sees("revision 4")
	v.chooses("It lies first", "right")
	v.sees("revision 5", "it jams by", "people hold it upright", "the yard door")
	v.until(`document.querySelector('.above-lies') && document.querySelector('.tilt-left')`)
	v.until(`document.querySelector('[aria-label="What helps"] button')`)
	v.presses("Do that")
	v.sees("revision 6")
	v.until(`!document.querySelector('.stand-wall > .is-stop[role=alert]') && document.querySelector('.tilt:nth-child(2) .is-ready')`)
	assert.True(t, v.wall("D").Fit.Given(), "it is cut shorter")
}
