package browser_test

import (
	"io"
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// gets is what an address of the job answers.
func (v *visitor) gets(path string) (kind, body string) {
	v.t.Helper()
	response, err := http.Get(v.web.URL + "/api/jobs/" + id + path)
	require.NoError(v.t, err)
	defer response.Body.Close()
	raw, err := io.ReadAll(response.Body)
	require.NoError(v.t, err)
	require.Equal(v.t, http.StatusOK, response.StatusCode, string(raw))
	return response.Header.Get("Content-Type"), string(raw)
}

// open opens the first task of a wall with that text.
func (v *visitor) task(wall, said string) {
	v.t.Helper()
	v.until(`(() => {
		const b = [...document.querySelectorAll('.day-tasks li > button')].find(b => b.querySelector('.day-wall').innerText === '` + wall + `' && b.innerText.includes('` + said + `'));
		if (!b) return false;
		if (b.getAttribute('aria-expanded') !== 'true') b.click();
		return true;
	})()`)
}

// A task takes three hours longer: what moves is told, and what can't be kept; planned
// anew it all has its place. Done, it is struck out, and its hours are the crew's own
// figures. Day sheet and calendar say the same.
func TestTheDaysOfAJob(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/stand")
	v.presses("Day by day")
	v.sees("working days, ends", "Mon 30 Nov", "Electrician (from the depot's workshop): today", "Out of service: water", "At the saw: unplugged")
	v.task("A", "fix the top plate")
	v.sees("a starting value: 3 times what a new building takes", "It waits for A:")
	v.types("Hours longer", "3")
	v.types("Why", "old nails")
	v.presses("It slips")
	v.sees("revision 2", "A: fix the top plate, 3 h longer, old nails")
	v.until(`document.querySelectorAll('.moved li').length > 0`)
	assert.Len(t, v.document().Schedule.Slips, 1)
	assert.Len(t, v.document().Schedule.Waits, 3, "the rest of the schedule stands")
	v.presses("Plan anew with it")
	v.sees("revision 3", "planned with")
	v.until(`document.querySelectorAll('.moved li').length === 0`)
	v.task("A", "strike the line")
	v.types("Hours it took", "1")
	v.presses("It is done")
	v.sees("revision 4")
	v.until(`[...document.querySelectorAll('.day-tasks li.done')].some(li => li.innerText.includes('strike the line'))`)
	assert.Equal(t, 1, v.document().Record.Worked[0].Count)
	v.presses("How long tasks take", "Take those of this job")
	v.sees("revision 5", "own figures, of 1")
	v.presses("Undo")
	v.sees("revision 6")

	kind, body := v.gets("/days.ics")
	assert.Contains(t, kind, "text/calendar")
	assert.Contains(t, body, "SUMMARY:A: strike the line")
	kind, body = v.gets("/stand.pdf?day=2")
	assert.Equal(t, "application/pdf", kind)
	assert.Equal(t, "%PDF", body[:4])
}

// On a phone, alone: what takes two is told, with what to do; a day off moves what was on
// it; the page is no wider than the screen.
func TestOneAloneOnThePhone(t *testing.T) {
	t.Parallel()
	v := visit(t, 390, 844, true)
	v.goes("/jobs/" + id + "/stand?view=days")
	v.sees("Mon 30 Nov")
	v.types("People", "1\t")
	v.sees("revision 2", "takes 2 people; 1 are there", "Ask for 1 more on one day")
	v.presses("Working days and hours", "Days off")
	v.until(`document.documentElement.scrollWidth <= 390`)
	v.does(`const field = [...document.querySelectorAll('.lines-of .lines-of input[type=date]')][0];
		Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(field, '2026-11-30');
		field.dispatchEvent(new Event('input', {bubbles: true}))`)
	v.presses("Nobody works then")
	v.sees("revision 3", "2026-11-30", "Tue 1 Dec")
	v.until(`!document.body.innerText.includes('Mon 30 Nov')`)
}
