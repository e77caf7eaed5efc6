package browser_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A call list is gone through at the saw, on a phone, while somebody else tapes: the new
// reading reaches the saw within a second and is said; one piece comes out wrong, and its
// wood becomes a block at a touch; the yard list and the sticks follow.
func TestTheSawWhileSomebodyTapes(t *testing.T) {
	t.Parallel()
	saw := visit(t, 390, 844, true)
	saw.goes("/jobs/" + id + "/cut?saw=1&for=B")
	saw.sees("108 1/2", "from 2x4/2", "B-T1")
	saw.until(`document.documentElement.scrollWidth <= 390`)
	saw.presses("Cut, next")
	saw.sees("93 15/16", "B-S1")
	tape := saw.another(1280, 800)
	tape.goes("/jobs/" + id + "/read?wall=B")
	tape.sees("revision 2")
	tape.types("Along wall B", "0\n")
	kept := time.Now()
	tape.keys("97 1/4\r")
	saw.sees("B-S1 was called at 93 15/16")
	t.Logf("the reading was said at the saw after %v", time.Since(kept).Round(time.Millisecond))
	saw.presses("Go on with the list as it is now")
	saw.until(`document.querySelector('.saw-length')`)

	saw.presses("Came out different")
	saw.types("B-S1, called at", "60")
	saw.presses("It is wrong: cut another")
	saw.sees("came out at 60", "2x4/m1")
	block := saw.reads(`[...document.querySelectorAll('.said-button')].map(b => b.innerText).find(t => t.includes('nogging') || t.includes('block')) ?? document.querySelector('.said-button').innerText`)
	saw.presses(block)
	require.Eventually(t, func() bool {
		cuts := saw.document().Record.Cuts
		last := cuts[len(cuts)-1]
		return last.Stick == "2x4/m1" && !last.Miscut
	}, time.Minute, 50*time.Millisecond, "cut from what came out wrong")

	tape.goes("/jobs/" + id + "/cut?view=sticks")
	tape.sees("2x4/m1")
	tape.until(`[...document.querySelectorAll('.sticks li')].find(l => l.innerText.includes('2x4/m1')).querySelector('.is-cut')`)
	tape.presses("Yard")
	tape.sees("nails for the frame", "boards 48 × 96")
	tape.presses("2x4, 192")
	tape.types("Price of one", "14.5\n")
	tape.sees("14.50", "Total")
}

// What becomes of a piece: cut, standing, taken out again; a stick that is no good; what
// a change did, before and after.
func TestTheLifeOfAPiece(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/cut")
	v.presses("A-S2")
	v.sees("1 of 140 cut", "revision 2")
	v.presses("A-S2")
	v.presses("It stands")
	v.sees("A-S2 stands", "revision 3")
	v.presses("A-S2 stands")
	v.presses("It is taken out again")
	v.sees("A-S2 taken out", "revision 4")
	v.presses("A-S2 taken out")
	v.presses("Not cut after all")
	v.sees("0 of 140 cut", "revision 5")
	v.goes("/jobs/" + id + "/cut?saw=1")
	v.sees("from 2x4/1")
	v.presses("The stick is no good")
	v.presses("It is good for nothing")
	v.until(`document.querySelector('.saw-stick') && !document.querySelector('.saw-stick').innerText.includes('2x4/1,')`)
	v.goes("/jobs/" + id + "/cut?view=sticks")
	v.sees("waste", "2x4/1")
	v.goes("/jobs/" + id + "/cut")
	v.presses("What changed")
	v.sees("From before", "To order", "before")
	assert.Equal(t, "waste", v.document().Record.Culls[0].As)
}

// The crew's own stock is kept between jobs: read from a file, taken into a job, and given
// what the job leaves over.
func TestTheCrewsStock(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/stock")
	v.sees("Nothing is kept yet")
	v.types("Lumber, as jobs call it", "2x4")
	v.does(`{ const f = document.querySelectorAll('form.backing')[0]; f.querySelectorAll('input')[1].focus() }`)
	v.keys("96")
	v.presses("Keep it")
	v.sees("1 × 2x4, 96 in")
	v.goes("/jobs/" + id + "/cut?view=yard")
	v.presses("Take the crew's stock and prices")
	v.sees("revision 2")
	v.presses("Sticks")
	v.sees("2x4: 1 there")
	assert.Equal(t, 1, v.document().Lumber[0].OnHand[0].Count)
}

// Each face of a wall has its boards, and none where it wants none.
func TestTheSheetPlan(t *testing.T) {
	t.Parallel()
	v := visit(t, 390, 844, true)
	v.goes("/jobs/" + id + "/cut?view=boards")
	v.sees("boards for the job", "Wall A, on the line", "Wall A, the other face")
	v.until(`document.querySelectorAll('.face-board').length > 6`)
	v.until(`document.documentElement.scrollWidth <= 390`)
	v.chooses("Boards on wall A", "none")
	v.sees("No boards hang on this wall", "revision 2")
}
