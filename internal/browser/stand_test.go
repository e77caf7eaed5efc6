package browser_test

import (
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
