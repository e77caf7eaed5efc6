package wood

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"

	"homalos/internal/measure"
	"homalos/internal/words"
)

// A member's id tells its kind: no two kinds may share a letter.
func TestEachKindHasItsOwnLetter(t *testing.T) {
	seen := map[string]Kind{}
	for _, r := range Kinds {
		assert.NotEmpty(t, r.Letter, r.Kind)
		assert.Empty(t, seen[r.Letter], "%s and %s", r.Kind, seen[r.Letter])
		seen[r.Letter] = r.Kind
		assert.Equal(t, r, r.Kind.Row())
	}
}

// What stands is marked where it stands, and signed there.
func TestUprightsAreMarkedWhereTheyStand(t *testing.T) {
	for _, r := range Kinds {
		marks := r.Kind.Marks()
		assert.Equal(t, r.Kind.Upright(), len(marks) > 0, r.Kind)
		assert.Equal(t, r.Kind.Upright(), r.Sign != NoSign, r.Kind)
		assert.Equal(t, r.Kind.OnBottom(), slices.Contains(marks, "bottom"), r.Kind)
		assert.Equal(t, r.Kind.UnderTop(), slices.Contains(marks, "top"), r.Kind)
		assert.Equal(t, r.Kind.FullHeight(), r.Kind.OnBottom() && r.Kind.UnderTop(), r.Kind)
	}
}

// Down for what must go in, up for what sets an opening, nearest for plates.
func TestRoundingByWhatAPieceMustDo(t *testing.T) {
	mark := measure.Inch / 16
	low, half, high := 92*measure.Inch, 92*measure.Inch+mark/2+1, 92*measure.Inch+mark
	for kind, want := range map[Kind]measure.Length{
		Stud: low, King: low, Cripple: low, UnderSill: low, Block: low, Nogging: low, Backer: low, Fill: low,
		Jack: high, HeaderPly: high, SillPiece: high, BottomPlate: high, TopPlate: high,
	} {
		assert.Equal(t, want, kind.Round(half, mark), kind)
		assert.Equal(t, low, kind.Round(low, mark), "%s: what lies on the mark stays", kind)
	}
	assert.Equal(t, low, TopPlate.Round(low+mark/2-1, mark))
}

// A hair never costs a mark: an eighth of it, or a tenth of a millimetre if
// that is more, lets a piece keep the mark it all but reaches.
func TestAHairNeverCostsAMark(t *testing.T) {
	mm := measure.Millimetre
	for _, c := range []struct{ exact, mark, want measure.Length }{
		{235894 * mm / 100, mm, 2359 * mm},
		{2358*mm + 7*mm/8, mm, 2359 * mm},
		{2358*mm + 7*mm/8 - 1, mm, 2358 * mm},
		{93*measure.Inch - measure.Inch/128, measure.Inch / 16, 93 * measure.Inch},
		{93*measure.Inch - mm/10 - measure.Inch/127, measure.Inch / 16, 93*measure.Inch - measure.Inch/16},
		{93*measure.Inch - mm/10, measure.Inch / 64, 93 * measure.Inch},
		{93*measure.Inch - mm/10 - 1, measure.Inch / 64, 93*measure.Inch - measure.Inch/64},
		{5*mm - mm/20, mm / 10, 5 * mm},
	} {
		assert.Equal(t, c.want, Stud.Round(c.exact, c.mark), "%d by %d", c.exact, c.mark)
	}
}

// Every kind is a word of the trade, in every set; so is what fixes a plate.
func TestEachKindAndFixingHasItsWord(t *testing.T) {
	terms := map[words.Term]bool{}
	for _, m := range words.Meanings {
		terms[m.Term] = true
	}
	for _, r := range Kinds {
		assert.True(t, terms[words.Term(r.Kind)], r.Kind)
	}
	for _, m := range Fixings {
		assert.NotEmpty(t, words.Speech{}.Tell(m.One))
		assert.NotEmpty(t, words.Speech{}.Tell(m.Many))
		assert.Positive(t, min(m.Imperial, m.Metric), m.By)
		assert.Equal(t, m.By, Anchor{By: m.By}.Means().By)
	}
}
