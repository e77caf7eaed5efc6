package cutting

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/law"
	"homalos/internal/measure"
)

// fewestOf is the least number of points that every interval from a length less the
// window up to it holds, by trying all sets of the lengths.
func fewestOf(all []measure.Length, window measure.Length) int {
	best := len(all)
	for set := range 1 << len(all) {
		n, held := 0, true
		for i := range all {
			if set>>i&1 == 1 {
				n++
			}
		}
		for _, l := range all {
			in := false
			for i, p := range all {
				in = in || set>>i&1 == 1 && p <= l && l-p <= window
			}
			held = held && in
		}
		if held {
			best = min(best, n)
		}
	}
	return best
}

// Against brute force: as few as can be, none longer, none shorter by more than the
// window.
func TestAsFewLengthsAsCanBe(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		window := measure.Length(rapid.IntRange(0, 6).Draw(t, "window")) * measure.Inch / 16
		var all []measure.Length
		for range rapid.IntRange(0, 9).Draw(t, "pieces") {
			all = append(all, 90*measure.Inch+measure.Length(rapid.IntRange(0, 30).Draw(t, "length"))*measure.Inch/16)
		}
		to := Fewest(all, window)
		var cut []measure.Length
		for _, l := range all {
			require.LessOrEqual(t, to[l], l)
			require.LessOrEqual(t, l-to[l], window)
			cut = append(cut, to[l])
		}
		require.Equal(t, fewestOf(all, window), Different(cut))
	})
}

// 93 1/16, 93 1/8 and 93 3/16 within 1/16: two lengths, the pair that shortens least.
func TestThePairThatShortensLeast(t *testing.T) {
	s := measure.Inch / 16
	a, b, c := 1489*s, 1490*s, 1491*s
	assert.Equal(t, map[measure.Length]measure.Length{a: a, b: b, c: b}, Fewest([]measure.Length{a, a, b, b, b, c}, s))
	assert.Equal(t, map[measure.Length]measure.Length{a: a, b: a, c: c}, Fewest([]measure.Length{a, b, c, c}, s))
}
