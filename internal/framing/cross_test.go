package framing

import (
	"cmp"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/geo"
	"homalos/internal/law"
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

// A duct from 70 to 78 with room over it: the plate stays whole, a second piece lies
// over it and a stud stands on that.
func TestADuctWithRoomOverIt(t *testing.T) {
	duct := over("D", 94*in, 98*in, 70*in, in/2, in/4)
	high := (78 * in).Millimetres()
	duct.Height = &high
	f := Frame(wall(148*in), rules, level(2440), Found{Obstructions: []Obstruction{duct}})
	require.Len(t, ofKind(f, wood.CrossPiece), 2)
	assert.Len(t, ofKind(f, wood.TopPlate), 1)
	require.Len(t, ofKind(f, wood.ShortStud), 1)
	assert.Equal(t, 267*in/4, ofKind(f, wood.ShortStud)[0].Cut, "70 less 1/4, the piece and the plate")
	require.Len(t, ofKind(f, wood.HighStud), 1)
	m := ofKind(f, wood.HighStud)[0]
	assert.InDelta(t, 2440-(3*in/2).Millimetres()-(319*in/4).Millimetres(), m.Exact.Millimetres(), 0.01, "from 78 1/4 and the piece up to the plate")
	assert.InDelta(t, (319 * in / 4).Millimetres(), m.Base-level0, 0.01)
	assert.NotContains(t, codes(f), "low-in-stud")
	require.Len(t, f.Crossed, 1)
	assert.Equal(t, []string{m.ID}, f.Crossed[0].Highs)
}

// Over a door: cripples end under the block; the door's own pieces stay.
func TestABeamOverADoor(t *testing.T) {
	door := func() *Wall {
		w := wall(148 * in)
		w.Openings = []Opening{{ID: "D", Centre: 72 * in, Width: 32 * in, Height: 80 * in, Jacks: 1, Header: Header{Lumber: twoBy4, Plies: 1}}}
		return w
	}
	before := Frame(door(), rules, level(2440), Found{})
	f := Frame(door(), rules, level(2440), Found{Obstructions: []Obstruction{over("B", 76*in, 82*in, 90*in, in/2, in/4)}})
	require.Len(t, f.Wall.Crossings, 1)
	short := ofKind(f, wood.ShortCrip)
	require.Len(t, short, 1)
	assert.Equal(t, 27*in/4, short[0].Cut, "89 3/4 less the block, 80 and the header")
	assert.Equal(t, len(ofKind(before, wood.Cripple)), len(ofKind(f, wood.Cripple))+1)
	for _, kind := range []wood.Kind{wood.King, wood.Jack, wood.HeaderPly} {
		assert.Equal(t, ofKind(before, kind), ofKind(f, kind))
	}
	assert.NotContains(t, codes(f), "obstruction-across")
	// as low as the door's head it can't be framed: it is told
	f = Frame(door(), rules, level(2440), Found{Obstructions: []Obstruction{over("B", 76*in, 82*in, 82*in, in/2, in/4)}})
	assert.Contains(t, codes(f), "obstruction-across")
}

// Wherever things come through: no wood lies where they want room, unless it is told;
// each block has wood at both ends, and what stands under or on it meets it.
func TestNothingStandsInACrossing(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		long := in * measure.Length(rapid.IntRange(60, 240).Draw(t, "long"))
		var found Found
		for i := range rapid.IntRange(1, 3).Draw(t, "things") {
			from := in / 2 * measure.Length(rapid.IntRange(-10, int(2*long/in)).Draw(t, "from"))
			wide := in / 2 * measure.Length(rapid.IntRange(4, 60).Draw(t, "wide"))
			one := over(string(rune('B'+i)), from, from+wide, in*measure.Length(rapid.IntRange(24, 99).Draw(t, "high")), in/2, in/4)
			if rapid.Bool().Draw(t, "its upper side is known") {
				upper := *one.Headroom + (in * measure.Length(rapid.IntRange(2, 40).Draw(t, "thick"))).Millimetres()
				one.Height = &upper
			}
			found.Obstructions = append(found.Obstructions, one)
		}
		w := wall(long)
		w.Layout.FromEnd = rapid.Bool().Draw(t, "from the end")
		if rapid.Bool().Draw(t, "a door") && long > 80*in {
			w.Openings = []Opening{{ID: "D", Centre: in * measure.Length(rapid.IntRange(24, int(long/in)-24).Draw(t, "centre")), Width: 32 * in, Height: 80 * in, Jacks: 1, Header: Header{Lumber: twoBy4, Plies: 1}}}
		}
		if rapid.Bool().Draw(t, "rows") {
			w.Noggings = []NoggingRow{{Mid: true}, {Height: in * measure.Length(rapid.IntRange(10, 90).Draw(t, "row"))}}
		}
		f := Frame(w, rules, level(2440), found)
		told := map[string]bool{}
		for _, x := range f.Findings {
			for _, id := range x.Members {
				told[id] = told[id] || x.Level == Stop || x.Code == "notched-foot"
			}
		}
		if w.Openings == nil {
			require.NotContains(t, codes(f), "obstruction-across", "without openings every crossing is framed")
		}
		for _, o := range found.Obstructions {
			from, to, ok := w.meets(o)
			if !ok {
				continue
			}
			low, high := *o.Headroom-o.Below, 1e6
			if o.Height != nil {
				high = *o.Height + o.Below
			}
			for _, m := range f.Members {
				if m.From >= to || m.To <= from || told[m.ID] || !m.Known {
					continue
				}
				foot, top := m.Base-level0, m.Base-level0+m.Lumber.Thickness.Millimetres()
				switch {
				case m.Kind == wood.BottomPlate:
					continue
				case m.Kind == wood.TopPlate:
					foot, top = 2440-m.Lumber.Thickness.Millimetres(), 2440
				case m.Kind.Upright():
					top = foot + m.Exact.Millimetres()
				}
				require.False(t, foot < high-0.01 && top > low+0.01, "%s, %.0f to %.0f, lies in %s, %.0f to %.0f", m.ID, foot, top, o.ID, low, high)
			}
		}
		for _, m := range append(ofKind(f, wood.Nogging), ofKind(f, wood.FireBlock)...) {
			ends := [2]bool{}
			for _, o := range f.Members {
				ends[0] = ends[0] || o.Kind.Upright() && o.To == m.From
				ends[1] = ends[1] || o.Kind.Upright() && o.From == m.To
			}
			require.Equal(t, [2]bool{true, true}, ends, "%s lies from wood to wood", m.ID)
		}
		pieces := ofKind(f, wood.CrossPiece)
		next := 0
		for i, c := range f.Wall.Crossings {
			ends := [2]bool{}
			piece := pieces[next]
			for _, m := range f.Members {
				side := m.Kind.FullHeight() || m.Kind == wood.ShortStud || m.Kind == wood.Cripple || m.Kind == wood.ShortCrip
				ends[0] = ends[0] || side && (m.To == piece.From || m.From == piece.From)
				ends[1] = ends[1] || side && (m.From == piece.To || m.To == piece.To)
				if (m.Kind == wood.ShortStud || m.Kind == wood.ShortCrip) && m.From >= piece.From && m.To <= piece.To {
					require.InDelta(t, piece.Base, m.Base+m.Exact.Millimetres(), 0.01, "%s ends at %s", m.ID, piece.ID)
				}
				if m.Kind == wood.HighStud && c.Whole && m.From >= piece.From && m.To <= piece.To {
					require.InDelta(t, pieces[next+1].Base+twoBy4.Thickness.Millimetres(), m.Base, 0.01, "%s stands on it", m.ID)
				}
			}
			require.Equal(t, [2]bool{true, true}, ends, "%d %+v", i, c)
			if next++; c.Whole {
				next++
			}
		}
	})
}

// However high a wall, no bay is open farther than the crew lets it be, and each block
// lies from stud to stud.
func TestNoBayIsOpenTooFar(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		ruled := rules
		ruled.FireBlocks = in * measure.Length(rapid.IntRange(20, 130).Draw(t, "most"))
		w := wall(in * measure.Length(rapid.IntRange(30, 160).Draw(t, "long")))
		if rapid.Bool().Draw(t, "a row") {
			w.Noggings = []NoggingRow{{Mid: true}}
			w.Staggered = rapid.Bool().Draw(t, "staggered")
		}
		if rapid.Bool().Draw(t, "a rail") {
			w.Backing = []Backing{{What: "rail", From: 0, To: w.Length, Height: in * measure.Length(rapid.IntRange(8, 90).Draw(t, "rail at")), Lumber: twoBy4}}
		}
		high := float64(rapid.IntRange(2000, 6000).Draw(t, "ceiling"))
		f := Frame(w, ruled, level(high), Found{})
		studs := append(ofKind(f, wood.Stud), ofKind(f, wood.Backer)...)
		slices.SortFunc(studs, func(a, b Member) int { return cmp.Compare(a.From, b.From) })
		for i := 1; i < len(studs); i++ {
			if studs[i].From-studs[i-1].To < 3*in/2 {
				continue // no bay
			}
			at := []float64{studs[i].Base, studs[i].Base + studs[i].Exact.Millimetres()}
			for _, m := range append(ofKind(f, wood.FireBlock), ofKind(f, wood.Nogging)...) {
				if m.From < studs[i].From && m.To > studs[i-1].To {
					require.Equal(t, [2]measure.Length{studs[i-1].To, studs[i].From}, [2]measure.Length{m.From, m.To}, m.ID)
					at = append(at, m.Base)
				}
			}
			slices.Sort(at)
			for k := 1; k < len(at); k++ {
				low := at[k-1]
				if k > 1 {
					low += twoBy4.Thickness.Millimetres()
				}
				require.LessOrEqual(t, at[k]-low, ruled.FireBlocks.Millimetres()+0.01, "%s", studs[i].ID)
			}
		}
	})
}
