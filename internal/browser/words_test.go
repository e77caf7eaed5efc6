package browser_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"

	"homalos/internal/law"
)

// The same wall read in each set of words: what is cut stays, what it is called
// follows at once, in labels, legend and sums; any name finds what is meant.
func TestTheSameWallReadInEverySetOfWords(t *testing.T) {
	law.Night(t)
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.goes("/jobs/" + id + "/mark?wall=A&piece=A-J1")
	cut := ""
	for _, set := range []struct{ pick, jack, jacks, header, bottom string }{
		{"", "jack", "Jacks", "Header", "bottom plate"},
		{"Trimmer, noggin", "trimmer", "Trimmers", "Lintel", "sole plate"},
		{"Shoulder stud, nogging", "shoulder stud", "Shoulder studs", "Lintel", "sole plate"},
		{"Jack, blocking", "jack", "Jacks", "Header", "bottom plate"},
	} {
		if set.pick != "" {
			v.rules()
			v.until(`document.querySelector('[role=dialog]')`)
			v.does(`[...document.querySelectorAll("label")].find(l => l.innerText === "Words of the trade").parentElement.querySelector("input").click()`)
			v.until(fmt.Sprintf(`[...document.querySelectorAll('[role=option]')].some(o => o.innerText.startsWith(%q))`, set.pick))
			v.does(fmt.Sprintf(`[...document.querySelectorAll('[role=option]')].find(o => o.innerText.startsWith(%q)).click()`, set.pick))
			v.does(`document.querySelector('[role=dialog] button[class*=close], [role=dialog] .mantine-Modal-close').click()`)
			v.until(`!document.querySelector('[role=dialog]')`)
		}
		v.until(fmt.Sprintf(`document.querySelector('.sum-head')?.innerText === %q`, "A-J1, "+set.jack))
		v.until(fmt.Sprintf(`document.querySelector('.sum').innerText.includes(%q)`, set.bottom))
		v.until(fmt.Sprintf(`[...document.querySelectorAll('.legend li')].some(l => l.innerText === %q)`, set.jack))
		v.until(fmt.Sprintf(`[...document.querySelectorAll('label')].some(l => l.innerText === %q)`, set.jacks+" a side"))
		v.until(fmt.Sprintf(`[...document.querySelectorAll('label')].some(l => l.innerText === %q)`, set.header))
		if now := v.reads(`document.querySelector('.sum-cut').innerText`); cut == "" {
			cut = now
		} else {
			assert.Equal(t, cut, now, "it is cut all the same")
		}
	}
	v.does(`document.querySelector('.sum-head .term').click()`)
	v.sees("carries what spans it", "Also called trimmer, shoulder stud, jack stud")
	v.rules()
	v.presses("What the words mean")
	v.types("Find a word", "dwang")
	v.sees("Blocking. A short piece between two studs.")
	assert.Equal(t, "inch", v.document().Rules.Words)
}

// rules opens the crew's rules.
func (v *visitor) rules() {
	v.t.Helper()
	v.does(`document.querySelector('[aria-label="Rules, lumber and export"]').click()`)
	v.presses("Rules and lumber")
}

// does runs a script on the page once what it is of is there.
func (v *visitor) does(script string) {
	v.t.Helper()
	v.until("(() => { try { " + script + "; return true } catch { return false } })()")
}
