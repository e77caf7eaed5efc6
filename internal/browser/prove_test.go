package browser_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// Pieces are ticked, a reading changes: what becomes of each is told, all is done as one,
// and taken back as one.
func TestAReadingChangesAfterCutting(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 900, true)
	v.somebodyElse(1, `{"id": "c1", "do": "cut", "cut": {"member": "B-S1", "length": "93 15/16 in"}}, {"id": "c2", "do": "cut", "cut": {"member": "B-S2", "length": "93 7/8 in"}}`)
	v.goes("/jobs/" + id + "/prove")
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
