package room

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestALeanIsCarriedToFullHeight(t *testing.T) {
	// 5/16 over 48 → 0.60 over 92 in (the work, step 2)
	l := Lean{Out: 5. / 16, Span: 48}
	assert.InDelta(t, 0.599, l.Over(92), 0.001)
	in, out := WorstLean([]Lean{l, {Out: -1. / 8, Span: 48}, {Out: 1. / 4, Span: 24}}, 96)
	assert.InDelta(t, 1, in, 1e-9, "a short level that leans as much leans most")
	assert.InDelta(t, -0.25, out, 1e-9)
	assert.Zero(t, Lean{Out: 3}.Over(96), "no span, no lean")
}

func TestTheOneThatBulgesMostCounts(t *testing.T) {
	most, at := Bulge([]Wave{{0, 1}, {40, 1.125}, {80, 1.0625}, {120, 1}})
	assert.InDelta(t, 0.125, most, 1e-9)
	assert.Equal(t, 40., at.Station)
	most, _ = Bulge([]Wave{{0, 0}, {50, 1}, {100, 2}})
	assert.Zero(t, most, "straight, though not along the string")
}
