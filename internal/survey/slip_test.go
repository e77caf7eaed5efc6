package survey

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/measure"
)

func names(slips []Slip) map[string][]float64 {
	out := map[string][]float64{}
	for _, s := range slips {
		out[s.Name] = append(out[s.Name], s.Really)
	}
	return out
}

func TestWhatANumberMayHaveBeenMisreadFrom(t *testing.T) {
	const in = 25.4
	read, err := measure.Read("96 3/16 in", measure.Imperial)
	require.NoError(t, err)
	got := names(Slips(read, measure.Imperial, false))
	for name, want := range map[string][]float64{
		"burnt inch: hooked on the 1 and not taken off, or taken off twice": {95.1875 * in, 97.1875 * in},
		"burnt 10: hooked on the 10 and not taken off, or taken off twice":  {86.1875 * in, 106.1875 * in},
		"a foot misread":           {84.1875 * in, 108.1875 * in},
		"6 read for 9, or 9 for 6": {66.1875 * in, 99.1875 * in},
		"two digits swapped":       {69.1875 * in},
	} {
		assert.InDeltaSlice(t, want, got[name], 1e-6, name)
	}
	assert.Len(t, got, 5, "a gap has no sign")
	below, err := measure.Read("-1043 mm", measure.Metric)
	require.NoError(t, err)
	got = names(Slips(below, measure.Metric, true))
	assert.Equal(t, []float64{1043}, got["sign: up entered for down"])
	assert.Contains(t, got["two digits swapped"], -1403.0)
	assert.Contains(t, got["a metre misread"], -43.0)
}

// A slip undone is never the number itself, and no number stands twice.
func TestSlipsLeadElsewhere(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		units := rapid.SampledFrom([]measure.System{measure.Imperial, measure.Metric}).Draw(t, "units")
		signed := rapid.Bool().Draw(t, "signed")
		read := measure.Length(rapid.Int64Range(1, 300*16).Draw(t, "sixteenths")) * measure.Inch / 16
		if signed && rapid.Bool().Draw(t, "below") {
			read = -read
		}
		seen := map[float64]bool{}
		for _, s := range Slips(read, units, signed) {
			assert.NotEqual(t, read.Millimetres(), s.Really)
			assert.InDelta(t, read.Millimetres()-s.Really, s.delta, 1e-6)
			assert.False(t, seen[s.Really], "%s stands twice", s.Name)
			seen[s.Really] = true
			if !signed {
				assert.Positive(t, s.Really)
			}
		}
		assert.NotEmpty(t, seen)
	})
}

func TestABevelIsMisreadByItsComplement(t *testing.T) {
	got := names(AngleSlips(52))
	assert.Equal(t, []float64{38}, got["the complement read: 90° less it"])
	assert.Equal(t, []float64{128}, got["the other leg of the bevel read: 180° less it"])
}
