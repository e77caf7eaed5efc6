package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"homalos/internal/job/jobtest"
)

// At the saw a piece is shown where it lies on its stick: pieces of one stick lie one
// after another, each as long a share as it is, and a cut is marked within the stick.
func TestAPieceIsShownWhereItIsCut(t *testing.T) {
	d := jobtest.Demo(t, "bindery")
	p := computed(t, d)
	calls := CallList(p)
	pieces := map[string]CallPiece{}
	lengths := map[string]float64{}
	for _, c := range calls {
		for _, x := range c.Pieces {
			pieces[x.Member], lengths[x.Member] = x, inchesOf(t, c.Length)
		}
	}
	seen := 0
	for _, s := range p.Sticks {
		last := 0.0
		for _, cut := range s.Cuts {
			x := pieces[cut.Member]
			assert.GreaterOrEqual(t, x.Begins, last)
			assert.LessOrEqual(t, x.Ends, 1.0)
			assert.InDelta(t, lengths[cut.Member]/inchesOf(t, s.Stock), x.Ends-x.Begins, 0.0011)
			last = x.Ends
			seen++
		}
	}
	assert.Greater(t, seen, 60)
}
