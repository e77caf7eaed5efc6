package browser_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
)

// Pieces are ticked, a reading changes: what becomes of each is told, all is done as one,
// and taken back as one.
func TestAReadingChangesAfterCutting(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.somebodyElse(1, `{"id": "c1", "do": "cut", "cut": {"member": "B-S1", "length": "93 15/16 in"}}, {"id": "c2", "do": "cut", "cut": {"member": "B-S2", "length": "93 7/8 in"}}`)
	v.goes("/jobs/" + id + "/prove?view=change")
	v.sees("All 2 pieces that are cut fit what they are for")
	v.somebodyElse(2, `{"id": "r1", "do": "put-rules", "rules": {"fit": "3/8 in"}}`)
	v.sees("revision 3", "2 of 2 pieces that are cut aren't what they should be", "trim it by")
	v.presses("Do all of it")
	v.sees("revision 4", "All 2 pieces that are cut fit")
	assert.Len(t, v.document().Record.Cuts, 4)
	v.presses("How much off is accepted")
	v.types("Too short, packed up to", "1/4\n")
	v.sees("revision 5")
	assert.Equal(t, "1/4 in", v.document().Rules.Shim.String())
	v.presses("Undo", "Undo")
	v.sees("revision 7", "2 of 2 pieces that are cut aren't what they should be")
	v.until(`document.querySelector('.pole a[href*="prove"] .holds').innerText.includes('2')`)
}

// stateOf is what the list of checks says of one, by how its text begins.
func stateOf(text, state string) string {
	return fmt.Sprintf(`[...document.querySelectorAll('.checks li')].find(l => l.innerText.includes(%q) && l.className.includes(%q))`, text, state)
}

// A plumb check fails, says what to do and by how much; mended it is right, taken back it
// fails again. A residual that stays is accepted by somebody.
func TestACheckFailsIsMendedAndRight(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/prove?wall=B&check=B.plumb-across.start")
	v.sees("how far the top leans", "up to 1/8 off is right")
	v.types("Off by", "1/4\n")
	v.sees("revision 2", "1 to mend")
	v.until(stateOf("Plumb across, at the near", "mend"))
	v.until(`document.querySelector('.pole a[href*="prove"] .holds').innerText.includes('1')`)
	v.until(`document.querySelector('.check-entry h2').innerText.includes('middle')`) // it went on to the next
	v.checks("Plumb across, at the near")
	v.sees("bring it 1/2 back, to the right")
	v.types("Off by", "0\n")
	v.sees("revision 3")
	v.until(stateOf("Plumb across, at the near", "pass"))
	v.presses("Undo")
	v.until(stateOf("Plumb across, at the near", "mend"))

	v.checks("Light under the bottom plate")
	v.types("Off by", "1/8\n")
	v.until(stateOf("Light under", "mend"))
	v.checks("Light under the bottom plate")
	v.presses("It stays: somebody accepts it")
	v.types("Who accepts it", "the client")
	v.types("Why it may stay", "skirting covers it\n")
	v.until(stateOf("accepted by the client", "accepted"))
	assert.Equal(t, "the client", v.document().CheckedNow()["B.light"].By)

	v.checks("D2: diagonal from the foot at left")
	v.presses("Shoot") // the tray fills the field
	v.until(`document.querySelector('.check-entry input').value !== ''`)
	v.presses("Keep, next")
	v.until(stateOf("D2: diagonal from the foot at left", "pass"))
	assert.Equal(t, "laser meter", v.document().CheckedNow()["B.opening-diagonal.D2.up"].With)

	v.presses("How much may be off")
	v.types("Off plumb", "3/4\n")
	v.until(stateOf("Plumb across, at the near", "pass"))
}

// checks takes a check of the list in hand.
func (v *visitor) checks(text string) {
	v.t.Helper()
	v.presses(text)
	v.until(fmt.Sprintf(`document.querySelector('.check-entry h2').innerText.startsWith(%q)`, text))
}

// With a thumb on site: the keypad answers, one check after the other.
func TestAWalkRoundWithAThumb(t *testing.T) {
	t.Parallel()
	v := visit(t, 390, 844, true)
	v.goes("/jobs/" + id + "/prove?wall=C&check=C.straight.top")
	v.sees("A string along the top plate")
	v.does(`[...document.querySelectorAll('.keypad button')].find(b => b.innerText === '0').click()`)
	v.presses("next")
	v.sees("revision 2")
	v.until(stateOf("A string along the top plate", "pass"))
	v.goes("/jobs/" + id + "/prove?wall=C&check=C.fixings")
	v.sees("Not so")
	v.presses("Not so")
	v.until(stateOf("Fixings:", "mend"))
	v.until(`!document.querySelector('.check-entry h2').innerText.startsWith("Fixings:")`) // on to the next
	v.checks("Fixings:")
	v.presses("So it is")
	v.until(stateOf("Fixings:", "pass"))
}

// Something more is put on the open list; all of a wall's is settled, a photo taken of what
// boards hide, and the wall is closed; not before. The log tells it, the report is there.
func TestTheOpenListIsClosed(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/prove?wall=B")
	v.sees("Not to be closed yet")
	v.presses("Open (")
	v.sees("Brace at")
	v.types("What", "a clamp at the head\n")
	v.sees("revision 2", "a clamp at the head")
	settle := func(text, line string) {
		v.presses("Settle: " + text)
		v.types("What was done about it", line+"\n")
		v.until(fmt.Sprintf(`![...document.querySelectorAll('.open-list li:not(.settled)')].some(l => l.innerText.includes(%q))`, text))
	}
	settle("a clamp at the head", "taken off")
	settle("Steel plates to nail: 5", "nailed")
	assert.Equal(t, "nailed", v.document().Record.Settled[1].Line)
	v.presses("settled")
	v.sees("Settled: taken off")
	v.presses("Open again: a clamp at the head")
	v.sees("revision 5")

	v.presses("Walk round")
	v.until(stateOf("A photo of the wall, open", "to-do"))
	for _, c := range []string{"A photo of the wall, open", "A photo of what comes through", "A photo of what goes through"} {
		for v.reads(fmt.Sprintf(`String(!!%s)`, stateOf(c, "to-do"))) == "true" {
			before := v.reads(`String(document.querySelectorAll('.checks li.to-do').length)`)
			v.does(fmt.Sprintf(`%s.querySelector('button').click()`, stateOf(c, "to-do")))
			v.until(fmt.Sprintf(`document.querySelector('.check-entry h2').innerText.includes(%q)`, c))
			v.takesPhoto(".check-entry input[type=file]")
			v.until(fmt.Sprintf(`String(document.querySelectorAll('.checks li.to-do').length) !== %q`, before))
		}
	}
	v.does(fmt.Sprintf(`(%s || {querySelector: () => ({click() {}})}).querySelector('button').click()`, stateOf("looks at it open", "to-do")))
	v.presses("So it is")
	v.sees("It may be closed")
	v.presses("Its boards are on")
	v.sees("Closed")
	assert.Eventually(t, func() bool { _, closed := v.document().ClosedNow()["B"]; return closed }, 20*time.Second, 100*time.Millisecond)

	v.presses("Log")
	v.types("Search", "clamp open again")
	v.until(`document.querySelectorAll('.book li').length === 1`)
	v.presses("revision 5")
	v.sees("Since revision 5", "The job as of 5")
	v.presses("Figures")
	v.sees("Fitted first time", "Tapes against a known length")
	v.until(fmt.Sprintf(`(window.report ??= fetch('/api/jobs/%s/report.pdf').then(r => r.arrayBuffer()).then(b => window.reported = String.fromCharCode(...new Uint8Array(b).slice(0, 5)))) && window.reported === '%%PDF-'`, id))
}

// A photo that is taken while the line is down waits, and is sent once it is back.
func TestAPhotoWaitsForTheLine(t *testing.T) {
	t.Parallel()
	v := visit(t, 390, 844, true)
	v.goes("/jobs/" + id + "/prove?wall=A&check=A.hidden")
	v.sees("A photo of the wall, open")
	v.does(`window.sent = window.fetch; window.fetch = (at, how) => String(at).endsWith('/photos') ? Promise.reject(new TypeError('no line')) : window.sent(at, how)`)
	v.takesPhoto(".check-entry input[type=file]")
	v.sees("Not sent yet")
	v.does(`window.fetch = window.sent`)
	v.presses("send it again")
	v.until(stateOf("A photo of the wall, open", "pass"))
	assert.Len(t, v.document().Record.Photos, 1)
}

// takesPhoto gives a file field a photo, as a camera would.
func (v *visitor) takesPhoto(field string) {
	v.t.Helper()
	v.does(fmt.Sprintf(`(() => {
		const c = document.createElement('canvas'); c.width = 120; c.height = 80;
		const g = c.getContext('2d'); g.fillStyle = 'tan'; g.fillRect(0, 0, 120, 80); g.fillStyle = 'brown'; g.fillRect(Math.random() * 100, 10, 9, 60);
		c.toBlob(b => {
			const all = new DataTransfer(); all.items.add(new File([b], 'p.jpg', {type: 'image/jpeg'}));
			const f = document.querySelector(%q); f.files = all.files; f.dispatchEvent(new Event('change', {bubbles: true}));
		}, 'image/jpeg');
	})()`, field))
}
