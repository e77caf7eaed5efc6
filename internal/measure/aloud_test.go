package measure

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestLengthsAreCalledAloud(t *testing.T) {
	for want, l := range map[string]Length{
		"93 and an eighth": 93*Inch + Inch/8, "93 and three sixteenths": 93*Inch + 3*Inch/16, "a half": Inch / 2, "12": 12 * Inch,
		"96 and fifteen sixteenths": 97*Inch - Inch/16, "minus a quarter": -Inch / 4,
	} {
		assert.Equal(t, want, Imperial.Aloud(l, Inch/16))
	}
	assert.Equal(t, "2363 point 5 millimetres", Metric.Aloud(4727*Millimetre/2, Millimetre/2))
	assert.Equal(t, "2363 millimetres", Metric.Aloud(2363*Millimetre, Millimetre))
}
