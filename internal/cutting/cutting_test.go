package cutting

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/law"
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
	for length, goes := range map[measure.Length]bool{96 * in: true, 96*in + 1: false, 98 * in: false} {
		sticks, long := Sticks("2x4", []Piece{{"a", length, "ready"}}, []measure.Length{72 * in, 96 * in}, in/8)
		assert.Equal(t, []bool{goes, !goes}, []bool{len(sticks) == 1, len(long) == 1}, measure.Imperial.Write(length))
	}
}

func TestEveryPieceIsCutOnceAndFits(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
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

// A pile of wood is never worth less than what is cut from it, and never so
// much more that a whole stick could be left away by hand.
func TestThePileIsBetweenItsBounds(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		kerf := in / 8
		stock := []measure.Length{96 * in, 144 * in, 192 * in}
		var pieces []Piece
		need, longest := measure.Length(0), measure.Length(0)
		for i := range rapid.IntRange(1, 50).Draw(t, "pieces") {
			long := measure.Length(rapid.IntRange(14*16, 150*16).Draw(t, "16ths")) * in / 16
			pieces = append(pieces, Piece{fmt.Sprint(i), long, "ready"})
			need += long
			longest = max(longest, long)
		}
		sticks, _ := Sticks("2x4", pieces, stock, kerf)
		bought, half := measure.Length(0), 0
		for _, s := range sticks {
			bought += s.Stock
			used := s.Stock - s.Offcut
			half += map[bool]int{true: 1}[used*2 < s.Stock]
			require.Contains(t, stock, s.Stock)
		}
		require.GreaterOrEqual(t, bought, need)
		require.LessOrEqual(t, bought, 2*need+stock[2], "never more than twice the wood, and one stick")
		require.LessOrEqual(t, half, len(sticks)/2+1)
	})
}

func TestASawThatTakesNothingFitsExactly(t *testing.T) {
	halves := []Piece{{"a", 48 * in, "ready"}, {"b", 48 * in, "ready"}}
	exact, _ := Sticks("2x4", halves, []measure.Length{96 * in}, 0)
	require.Len(t, exact, 1)
	assert.Zero(t, exact[0].Offcut)
	kerfed, _ := Sticks("2x4", halves, []measure.Length{96 * in}, in/8)
	assert.Len(t, kerfed, 2, "the kerf is wood too")
	whole, _ := Sticks("2x4", []Piece{{"a", 96 * in, "ready"}}, []measure.Length{96 * in}, in/8)
	require.Len(t, whole, 1, "a whole stick isn't cut")
	assert.Zero(t, whole[0].Offcut)
}

func TestTheSameListGivesTheSamePile(t *testing.T) {
	var pieces []Piece
	for i := range 40 {
		pieces = append(pieces, Piece{fmt.Sprint(i), measure.Length(600+37*(i*i%53)) * in / 16, "ready"})
	}
	stock := []measure.Length{96 * in, 120 * in}
	first, _ := Sticks("2x4", pieces, stock, in/8)
	for range 3 {
		again, _ := Sticks("2x4", pieces, stock, in/8)
		require.Equal(t, first, again)
	}
	for _, s := range first {
		for i := 1; i < len(s.Pieces); i++ {
			assert.LessOrEqual(t, s.Pieces[i].Length, s.Pieces[i-1].Length, "longest first from each stick")
		}
	}
}

func TestHeldPiecesAreCountedAndNothingIsBoughtForNoRoom(t *testing.T) {
	sticks, long := Sticks("2x4", []Piece{{"a", 80 * in, "measure-first"}, {"b", 0, "blocked"}, {"c", -in, "blocked"}}, []measure.Length{96 * in}, in/8)
	assert.Empty(t, long)
	require.Len(t, sticks, 1)
	assert.Equal(t, "measure-first", sticks[0].Pieces[0].State)
	assert.Equal(t, []Buy{{"2x4", 96 * in, 1}}, Shopping(sticks))
}
