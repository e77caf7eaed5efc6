package browser_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"homalos/internal/law"
)

// counter counts what a hand does: each touch, each field that is filled in and each
// choice from a list.
type counter struct {
	*visitor
	n int
}

func (c *counter) press(words ...string) { c.n += len(words); c.presses(words...) }
func (c *counter) fill(label, text string) {
	c.n++
	c.types(label, text)
}
func (c *counter) choose(label, value string) { c.n++; c.chooses(label, value) }

// Four basement walls with a beam and a door, from an empty job to a saw list with
// nothing held, in at most 70 touches and fields.
func TestFourWallsInSeventyTouches(t *testing.T) {
	law.Night(t)
	t.Parallel()
	v := visit(t, 1280, 900, false)
	c := &counter{visitor: v}
	v.goes("/")
	c.press("New job")
	c.fill("What the crew calls it", "basement")
	c.press("Start it", "Set the corners", "Keep the corners")
	// 150 by 120, and both diagonals: one to spare
	long := map[string]string{"12": "150", "23": "120", "34": "150", "14": "120", "13": "192 3/32", "24": "192 3/32"}
	for n := range 6 {
		// the pair that is asked for stands ready
		v.until(`(() => { const [a, b] = [...document.querySelectorAll('label')].filter(l => /^(From|To) corner/.test(l.innerText)).map(l => document.getElementById(l.htmlFor).value); return a && b && a !== b && document.body.innerText.toLowerCase().includes('tape corner ' + a + ' to corner ' + b); })()`)
		from, to := v.chosen("From corner"), v.chosen("To corner")
		c.fill("Tape says", long[min(from, to)+max(from, to)]+"\n")
		v.until(fmt.Sprintf(`document.querySelectorAll('table.ties tbody tr').length >= %d && [...document.querySelectorAll('table.ties td')].some(d => d.innerText === '%s to %s')`, n+1, from, to))
	}
	v.sees("Every corner is pinned")
	// a beam across, 60 to 64 off the first side
	c.press("What's there", "Add a thing in the way")
	c.fill("Called", "beam")
	c.choose("What it is", "beam")
	c.choose("Which wall", "1-2")
	c.fill("From, off the wall", "60")
	c.fill("to, off the wall", "64")
	c.fill("Or its underside over the floor", "89")
	c.press("Keep it")
	v.until(`!document.querySelector('[role=dialog]')`)
	// four walls, 4 1/4 off each side; those along the long sides run from wall to wall
	c.press("Line", "Place a line")
	for i, side := range []string{"1-2", "3-4", "2-3", "4-1"} {
		if i > 0 {
			c.press("One more line")
		}
		v.until(`document.querySelector('.line-form')`)
		if side != "1-2" {
			c.choose("Face", side)
		}
		if i >= 2 { // the short ones stand between the long ones
			c.choose("From", map[string]string{"2-3": "A", "4-1": "B"}[side])
			c.choose("To", map[string]string{"2-3": "B", "4-1": "A"}[side])
		}
		c.fill("At", "4 1/4\n")
		v.until(fmt.Sprintf(`!document.querySelector('.line-form') && document.querySelectorAll('.walls button').length >= %d`, i+2))
	}
	// a door in the first
	v.until(`document.querySelectorAll('.walls button')[3].getAttribute('aria-pressed') === 'true'`) // the one just placed
	c.n++
	v.does(`document.querySelector('.walls button').click()`)
	v.until(`document.querySelector('.walls button').getAttribute('aria-pressed') === 'true'`)
	c.press("Mark", "Add a door")
	v.until(`document.querySelector('.walls button').getAttribute('aria-pressed') === 'true'`)
	v.until(`document.querySelector('[data-member="A-K1"]')`)
	// heights: what is asked for, wall by wall, until enough
	c.press("Read", "Heights")
	for i := range 4 {
		if i > 0 {
			c.n++
			v.does(fmt.Sprintf(`document.querySelectorAll('.walls button')[%d].click()`, i))
			v.until(fmt.Sprintf(`document.querySelectorAll('.walls button')[%d].getAttribute('aria-pressed') === 'true'`, i))
		}
		for range 9 {
			v.until(`document.querySelector('.ask')`)
			asked := v.asked()
			if strings.HasPrefix(asked, "Enough") {
				break
			}
			// the field goes to where it is asked for, a moment after that is said
			if _, rest, ok := strings.Cut(asked, " at "); ok {
				station, _, _ := strings.Cut(rest, ",")
				v.until(fmt.Sprintf(`[...document.querySelectorAll('label')].some(l => l.innerText.startsWith('Along wall') && document.getElementById(l.htmlFor)?.value.startsWith(%q))`, station))
			}
			switch {
			case strings.Contains(asked, "floor"):
				c.fill("From the laser", "-41 1/4\n")
			case strings.Contains(asked, "ceiling"):
				c.fill("From the laser", "55\n")
			default:
				c.fill("Gap", "96 1/4\n")
			}
			v.until(fmt.Sprintf(`document.querySelector('.ask').innerText !== %q`, asked))
		}
		assert.Contains(t, v.asked(), "Enough")
	}
	t.Logf("%d touches and fields", c.n)
	assert.LessOrEqual(t, c.n, 70)
}
