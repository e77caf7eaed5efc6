package measure

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/law"
)

// The short way never says anything else than the close look.
func TestPlainLengthsAreReadAsCloselyLookedAt(t *testing.T) {
	taken := 0
	law.Check(t, func(t *rapid.T) {
		sign := rapid.SampledFrom([]string{"", "-", "- ", "+"}).Draw(t, "sign")
		whole := rapid.SampledFrom([]string{"", "0", "7", "96", "2443", "000012", "999999", "1234567", "007"}).Draw(t, "whole")
		more := rapid.SampledFrom([]string{"", " 3/16", " 16/16", " 1/3", " 0/4", " 1/0", ".5", ".", ".1250", ".3333333", ".12345678", ".123456789", " ", "-1/2", "/2", " 5"}).Draw(t, "more")
		unit := rapid.SampledFrom([]string{"", " in", " mm", "in", " cm", " ft", " mm ", "\""}).Draw(t, "unit")
		text := sign + whole + more + unit
		system := rapid.SampledFrom([]System{Imperial, Metric}).Draw(t, "system")
		got, ok := plain(text, system)
		want, err := read(text, system)
		if ok {
			taken++
			require.NoError(t, err, text)
			require.Equal(t, want, got, text)
		}
	})
	assert.Positive(t, taken)
	for i := range 64 * 3 {
		for _, text := range []string{fmt.Sprintf("%d %d/64 in", i, i%64), fmt.Sprintf("-%d.%02d mm", i, i%100), fmt.Sprint(i)} {
			_, ok := plain(text, Imperial)
			assert.True(t, ok, text)
		}
	}
}
