package cutting

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/measure"
)

const in = measure.Inch

func TestOneStudFromOneStick(t *testing.T) {
	sticks, long := Sticks("2x4", []Piece{{"A-S2", 93*in + in/16, "ready"}}, []measure.Length{96 * in, 120 * in}, in/8)
	require.Len(t, sticks, 1)
	assert.Empty(t, long)
	assert.Equal(t, 96*in, sticks[0].Stock)
	assert.Equal(t, "2 13/16 in", measure.Imperial.Write(sticks[0].Offcut))
}

func TestAlikePiecesStandTogether(t *testing.T) {
	groups := Alike("2x4", []Piece{{"a", 80 * in, "ready"}, {"b", 93 * in, "ready"}, {"c", 80 * in, "measure-first"}, {"d", 80 * in, "ready"}})
	require.Len(t, groups, 3)
	assert.Equal(t, []string{"b"}, groups[0].Members)
	assert.Equal(t, "measure-first", groups[1].State)
	assert.Equal(t, []string{"a", "d"}, groups[2].Members)
}

func TestAPieceLongerThanAnyStickIsSetApart(t *testing.T) {
	sticks, long := Sticks("2x4", []Piece{{"a", 100 * in, "ready"}}, []measure.Length{96 * in}, in/8)
	assert.Empty(t, sticks)
	assert.Len(t, long, 1)
}

func TestEveryPieceIsCutOnceAndFits(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		stock := []measure.Length{96 * in, 120 * in, 144 * in}
		kerf := measure.Length(rapid.IntRange(0, 8).Draw(t, "kerf 64ths")) * measure.Inch64
		var pieces []Piece
		for i := range rapid.IntRange(0, 60).Draw(t, "pieces") {
			pieces = append(pieces, Piece{fmt.Sprint(i), measure.Length(rapid.IntRange(16, 144*16).Draw(t, "16ths")) * in / 16, "ready"})
		}
		sticks, long := Sticks("2x4", pieces, stock, kerf)
		require.Empty(t, long)
		seen := map[string]bool{}
		count := 0
		for _, s := range sticks {
			used := measure.Length(0)
			for i, p := range s.Pieces {
				require.False(t, seen[p.Member])
				seen[p.Member] = true
				used += p.Length
				if i > 0 {
					used += kerf
				}
			}
			require.LessOrEqual(t, used, s.Stock)
			require.True(t, s.Offcut == max(0, s.Stock-used-kerf))
		}
		require.Len(t, seen, len(pieces))
		for _, b := range Shopping(sticks) {
			count += b.Count
		}
		require.Equal(t, len(sticks), count)
	})
}
