package survey

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/law"
	"homalos/internal/measure"
)

func kinds(slips []Slip) map[Misreading][]float64 {
	out := map[Misreading][]float64{}
	for _, s := range slips {
		out[s.Kind] = append(out[s.Kind], s.Really)
	}
	return out
}

func TestWhatANumberMayHaveBeenMisreadFrom(t *testing.T) {
	const in = 25.4
	read, err := measure.Read("96 3/16 in", measure.Imperial)
	require.NoError(t, err)
	got := kinds(Slips(read, measure.Imperial, false))
	for name, want := range map[Misreading][]float64{
		BurntInch:     {95.1875 * in, 97.1875 * in},
		BurntTen:      {86.1875 * in, 106.1875 * in},
		FootMisread:   {84.1875 * in, 108.1875 * in},
		SixForNine:    {66.1875 * in, 99.1875 * in},
		DigitsSwapped: {69.1875 * in},
	} {
		assert.InDeltaSlice(t, want, got[name], 1e-6, name)
	}
	assert.Len(t, got, 5, "a gap has no sign")
	below, err := measure.Read("-1043 mm", measure.Metric)
	require.NoError(t, err)
	got = kinds(Slips(below, measure.Metric, true))
	assert.Equal(t, []float64{1043}, got[WrongSign])
	assert.Contains(t, got[DigitsSwapped], -1403.0)
	assert.Contains(t, got[MetreMisread], -43.0)
}

// A slip undone is never the number itself, and no number stands twice.
func TestSlipsLeadElsewhere(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
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
			assert.False(t, seen[s.Really], "%d stands twice", s.Kind)
			seen[s.Really] = true
			if !signed {
				assert.Positive(t, s.Really)
			}
		}
		assert.NotEmpty(t, seen)
	})
}

func TestABevelIsMisreadByItsComplement(t *testing.T) {
	got := kinds(AngleSlips(52))
	assert.Equal(t, []float64{38}, got[Complement])
	assert.Equal(t, []float64{128}, got[BevelsOtherLeg])
}
