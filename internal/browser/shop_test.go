package browser_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"homalos/internal/law"
)

// A job begins by shop rules, changes one of them, which is told, and puts it back; what it
// has is kept under a name of the crew's own, and the next job begins by that.
func TestAJobBeginsByShopRules(t *testing.T) {
	law.Night(t)
	t.Parallel()
	v := visit(t, 1280, 900, false)
	v.goes("/")
	v.presses("New job", "millimetres")
	v.types("What the crew calls it", "a loft")
	v.chooses("It begins by", "metric-400")
	v.presses("Start it")
	v.sees("a loft")
	v.presses("Rules, lumber and export", "Rules and lumber")
	v.sees("This job changes nothing of them")
	v.types("Spacing, centre to centre", "600\n")
	v.sees("Changed in this job", "the shop: 400")
	v.presses("Back to the shop's")
	v.sees("This job changes nothing of them")
	v.types("Fit: cut shorter by", "3\n")
	v.sees("the shop: 2")
	v.types("Keep this job's as shop rules", "ours")
	v.presses("Keep them")
	v.until(`[...document.querySelectorAll('.shop-rules option')].some(o => o.selected && o.innerText.includes('your own'))`)
	v.sees("This job changes nothing of them")
	v.goes("/")
	v.presses("New job", "millimetres")
	v.until(`[...document.querySelectorAll('option')].some(o => o.innerText === 'ours')`)
	assert.Equal(t, "true", v.reads(`[...document.querySelectorAll('option')].every(o => !o.innerText.startsWith('Inch'))`), "only those in millimetres")
}
