package boards

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/boring"
	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/wood"
)

const in = measure.Inch

var two = &wood.Lumber{ID: "2x4", Thickness: 3 * in / 2, Depth: 7 * in / 2}

// wall is 96 long with studs every 16, 92 high.
func wall() *framing.Framed {
	f := &framing.Framed{Wall: &framing.Wall{ID: "A", Length: 96 * in, Lumber: two, Layout: framing.Layout{Spacing: 16 * in}}}
	for i := range 7 {
		from := min(max(measure.Length(i)*16*in-3*in/4, 0), 189*in/2)
		f.Members = append(f.Members, framing.Member{ID: "S", Kind: wood.Stud, Lumber: two, From: from, To: from + 3*in/2, Known: true, Cut: 89 * in, Exact: 89 * in, State: framing.Ready})
	}
	f.Section = framing.Section{Known: true, Points: []framing.SectionPoint{{At: 0, Ceiling: (92 * in).Millimetres()}, {At: 96 * in, Ceiling: (92 * in).Millimetres()}}}
	return f
}

func rules() framing.Rules { return framing.Rules{Units: measure.Imperial, Mark: in / 16} }

func kindsOf(all []Item) (out []Kind) {
	for _, x := range all {
		out = append(out, x.Kind)
	}
	return out
}

// A wall that butts in the middle of a bay leaves both edges bare with end studs alone;
// where it covers a stud by less than both sides, one edge is.
func TestEdgesBesideAWallThatButts(t *testing.T) {
	assert.Empty(t, Left(wall(), rules(), Site{}))
	for name, c := range map[string]struct {
		from, to measure.Length
		edges    []measure.Length
	}{
		"in the middle of a bay":   {22 * in, 51 * in / 2, []measure.Length{22 * in, 51 * in / 2}},
		"its left face on a stud":  {16 * in, 39 * in / 2, []measure.Length{39 * in / 2}},
		"over a stud":              {29 * in / 2, 18 * in, []measure.Length{29 * in / 2, 18 * in}},
		"between two studs' edges": {67 * in / 4, 125 * in / 4, nil},
		"at the wall's end":        {93 * in, 96 * in, []measure.Length{93 * in}},
	} {
		f := wall()
		f.Joined = []framing.Joined{{Join: framing.Join{From: c.from, To: c.to, Other: "B"}, Style: framing.EndStuds}}
		var edges []measure.Length
		for _, x := range Left(f, rules(), Site{Offcuts: map[string]measure.Length{"2x4": 90 * in}}) {
			require.Equal(t, Corner, x.Kind, name)
			assert.True(t, x.Piece.Scrap, "an offcut of 90 will do for %s", name)
			edges = append(edges, x.From)
		}
		assert.Equal(t, c.edges, edges, name)
	}
}

func TestWhatElseIsLeft(t *testing.T) {
	f := wall()
	f.Members[2].State, f.Members[3].Pending = framing.MeasureFirst, "the floor"
	f.Joined = []framing.Joined{{Join: framing.Join{From: 22 * in, To: 51 * in / 2, Other: "B"}, Style: framing.Scrap}}
	f.Wall.Clear = []framing.Clear{{From: 34 * in, To: 42 * in, Low: 40 * in, High: 46 * in, What: "4-gang box"}}
	cuts := boring.Bored{Holes: []boring.Hole{{Member: "A-S1", Plate: true}, {Member: "A-S1", Plate: true}, {Member: "A-S2"}}}
	wide := &wood.Lumber{ID: "2x6", Thickness: 3 * in / 2, Depth: 11 * in / 2}
	all := Left(f, rules(), Site{Bare: true, Cuts: cuts, Lumber: []*wood.Lumber{two, wide}, Against: []framing.Against{{}, {Lie: framing.Between}}})
	assert.Equal(t, []Kind{Waits, Waits, Ceiling, Backing, Scrap, Plates}, kindsOf(all))
	assert.Equal(t, "2x6", all[2].Piece.Lumber.ID, "wide enough for both faces")
	assert.Equal(t, 153*in/4, all[3].Piece.Height, "under the box")
	assert.Equal(t, 15*in/2, all[4].Piece.Length)
	assert.Len(t, all[5].Members, 1)
	f.Wall.Backing = []framing.Backing{{What: "4-gang box", From: 34 * in, To: 42 * in}}
	assert.NotContains(t, kindsOf(Left(f, rules(), Site{})), Backing, "it has its block")
}

// 84 in boards in a wall of 92: a row is wanted at 84 1/2, and what lies there waits for
// the sheet.
func TestTheSeamOverAShortBoard(t *testing.T) {
	short := rules()
	short.Sheets = []framing.Sheet{{Width: 48 * in, Length: 84 * in}}
	all := Left(wall(), short, Site{})
	require.Equal(t, []Kind{Seam}, kindsOf(all))
	assert.Equal(t, 169*in/2, all[0].Height)
	f := wall()
	f.Members = append(f.Members, framing.Member{ID: "N", Kind: wood.Nogging, Lumber: two, From: 67 * in / 4, To: 125 * in / 4, Known: true, State: framing.Ready, Base: (84 * in).Millimetres()})
	assert.Equal(t, []Kind{Later}, kindsOf(Left(f, short, Site{})))
	short.Sheets[0].Lying = true
	assert.NotContains(t, kindsOf(Left(wall(), short, Site{})), Seam)
}
