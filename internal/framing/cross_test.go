package framing

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/wood"
)

// level0 is where the floor of level lies, mm.
const level0 = -1000.0

// over is a beam square across a wall that runs along the axis, by its stations and
// its height over the floor.
func over(id string, from, to, headroom, side, below measure.Length) Obstruction {
	mid, high := (from + (to-from)/2).Millimetres(), headroom.Millimetres()
	return Obstruction{
		ID: id, Kind: "beam", From: geo.Point{X: mid, Y: -3000}, To: geo.Point{X: mid, Y: 3000}, Width: (to - from).Millimetres(),
		Headroom: &high, Side: side.Millimetres(), Below: below.Millimetres(),
	}
}

func ofKind(f *Framed, kind wood.Kind) (out []Member) {
	for _, m := range f.Members {
		if m.Kind == kind {
			out = append(out, m)
		}
	}
	return out
}

// Beam 104 to 109, underside 86, 1/2 beside it and 1/4 under it: out comes 103 1/2 to
// 109 1/2, and the block's top is at 85 3/4.
func TestABeamThroughTheWall(t *testing.T) {
	f := Frame(wall(148*in), rules, level(2440), Found{Obstructions: []Obstruction{over("B", 104*in, 109*in, 86*in, in/2, in/4)}})
	require.Len(t, f.Wall.Crossings, 1)
	assert.Equal(t, [2]measure.Length{207 * in / 2, 219 * in / 2}, f.Wall.Crossings[0].Out)
	x := ofKind(f, wood.CrossPiece)
	require.Len(t, x, 1)
	assert.Equal(t, 29*in/2, x[0].Cut, "the bay it lies in")
	assert.InDelta(t, (343 * in / 4).Millimetres(), x[0].Base+(3*in/2).Millimetres()-level0, 0.01)
	top := ofKind(f, wood.TopPlate)
	require.Len(t, top, 2)
	assert.Equal(t, []measure.Length{207 * in / 2, 219 * in / 2}, []measure.Length{top[0].To, top[1].From})
	assert.Empty(t, ofKind(f, wood.ShortStud), "no stud stands under it")
	assert.NotContains(t, codes(f), "obstruction-across")

	// over a stud: it ends under the block
	f = Frame(wall(148*in), rules, level(2440), Found{Obstructions: []Obstruction{over("B", 94*in, 98*in, 86*in, in/2, in/4)}})
	short := ofKind(f, wood.ShortStud)
	require.Len(t, short, 1)
	assert.Equal(t, 331*in/4, short[0].Cut, "85 3/4 less the block and the plate")
	// within an inch of the next stud the cut runs on to it
	f = Frame(wall(148*in), rules, level(2440), Found{Obstructions: []Obstruction{over("B", 97*in+in/2+in/2, 103*in, 86*in, in/2, in/4)}})
	assert.Equal(t, 387*in/4, f.Wall.Crossings[0].Out[0], "the face of the stud at 96 3/4")
}

// Several side by side share a block; along the wall it is one low run; at the wall's
// end the end stud carries it.
func TestCrossingsSideBySideAndAtAnEnd(t *testing.T) {
	two := []Obstruction{over("B1", 98*in, 101*in, 88*in, in/2, in/4), over("B2", 104*in, 108*in, 86*in, in/2, in/4)}
	f := Frame(wall(148*in), rules, level(2440), Found{Obstructions: two})
	require.Len(t, f.Wall.Crossings, 1)
	assert.Equal(t, []string{"B1", "B2"}, f.Wall.Crossings[0].Things)
	assert.Equal(t, 86*in, measure.FromMillimetres(f.Wall.Crossings[0].Under), "the lower of them")

	f = Frame(wall(148*in), rules, level(2440), Found{Obstructions: []Obstruction{over("B", 144*in, 150*in, 86*in, in/2, in/4)}})
	require.Len(t, f.Wall.Crossings, 1)
	assert.True(t, f.Wall.Crossings[0].AtEnd)
	assert.NotEmpty(t, ofKind(f, wood.ShortStud))
	assert.Equal(t, 148*in, ofKind(f, wood.CrossPiece)[0].To)

	f = Frame(wall(148*in), rules, level(2440), Found{Obstructions: []Obstruction{over("B", -10*in, 160*in, 86*in, 0, in/4)}})
	require.Len(t, f.Wall.Crossings, 1)
	assert.Empty(t, ofKind(f, wood.TopPlate), "it lies along the whole wall")
	assert.Empty(t, ofKind(f, wood.Stud))
}

// Wherever things come through: no wood stands where they want room, each block has
// wood at both ends, and what stands under it ends at it.
func TestNothingStandsInACrossing(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		long := in * measure.Length(rapid.IntRange(60, 240).Draw(t, "long"))
		var found Found
		for range rapid.IntRange(1, 3).Draw(t, "things") {
			from := in / 2 * measure.Length(rapid.IntRange(-10, int(2*long/in)).Draw(t, "from"))
			wide := in / 2 * measure.Length(rapid.IntRange(4, 60).Draw(t, "wide"))
			found.Obstructions = append(found.Obstructions, over("B", from, from+wide, in*measure.Length(rapid.IntRange(70, 99).Draw(t, "high")), in/2, in/4))
		}
		w := wall(long)
		w.Layout.FromEnd = rapid.Bool().Draw(t, "from the end")
		f := Frame(w, rules, level(2440), found)
		require.NotContains(t, codes(f), "obstruction-across", "without openings every crossing is framed")
		for _, o := range found.Obstructions {
			from, to, ok := w.meets(o)
			if !ok {
				continue
			}
			for _, m := range f.Members {
				if m.From >= to || m.To <= from {
					continue
				}
				top := m.Base + m.Exact.Millimetres() - level0
				switch m.Kind {
				case wood.TopPlate:
					require.GreaterOrEqual(t, *o.Headroom-o.Below, 2440-0.01, "%s lies in it", m.ID)
				case wood.CrossPiece:
					require.LessOrEqual(t, m.Base+twoBy4.Thickness.Millimetres()-level0, *o.Headroom-o.Below+0.01, m.ID)
				case wood.Stud, wood.ShortStud:
					require.LessOrEqual(t, top, max(*o.Headroom-o.Below, 0)+0.01, "%s stands in it", m.ID)
				}
			}
		}
		for i, c := range f.Wall.Crossings {
			piece := ofKind(f, wood.CrossPiece)[i]
			ends := [2]bool{}
			for _, m := range f.Members {
				ends[0] = ends[0] || m.Kind.FullHeight() && m.To == piece.From || m.Kind == wood.ShortStud && m.From == piece.From
				ends[1] = ends[1] || m.Kind.FullHeight() && m.From == piece.To || m.Kind == wood.ShortStud && m.To == piece.To
				if m.Kind == wood.ShortStud && m.From >= piece.From && m.To <= piece.To {
					require.InDelta(t, piece.Base, m.Base+m.Exact.Millimetres(), 0.01, "%s ends at %s", m.ID, piece.ID)
				}
			}
			require.Equal(t, [2]bool{true, true}, ends, "%+v", c)
		}
	})
}
