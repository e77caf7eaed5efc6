package framing

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/wood"
)

// A row at mid height of a wall 101 long: a piece to each bay, as wide as it is clear.
func TestARowAtMidHeight(t *testing.T) {
	f := Frame(wall(101*in, func(w *Wall) { w.Noggings = []NoggingRow{{Mid: true}} }), rules, level(2440), Found{})
	row := ofKind(f, wood.Nogging)
	require.Len(t, row, 7)
	assert.Equal(t, 55*in/4, row[0].Cut, "13 3/4 beside the end stud")
	assert.Equal(t, 29*in/2, row[1].Cut)
	studs := ofKind(f, wood.Stud)
	for _, m := range row {
		assert.InDelta(t, studs[0].Base+studs[0].Exact.Millimetres()/2, m.Base+twoBy4.Thickness.Millimetres()/2, 0.01)
	}
	f = Frame(wall(101*in, func(w *Wall) { w.Noggings, w.Staggered = []NoggingRow{{FromBottom: 40 * in}}, true }), rules, level(2440), Found{})
	row = ofKind(f, wood.Nogging)
	assert.InDelta(t, twoBy4.Thickness.Millimetres(), row[1].Base-row[0].Base, 0.01, "every other one a thickness higher")
	// two rows within a hand are one; one over the studs is told
	f = Frame(wall(101*in, func(w *Wall) {
		w.Noggings = []NoggingRow{{FromBottom: 40 * in}, {FromBottom: 43 * in}, {Height: 110 * in}}
	}), rules, level(2440), Found{})
	assert.Len(t, ofKind(f, wood.Nogging), 7)
	assert.Contains(t, codes(f), "row-astray")
}

// Where bays are equal, each piece of a row is the spacer of its stretch.
func TestSpacersBecomeTheRow(t *testing.T) {
	w := wall(101*in, func(w *Wall) { w.Layout.Equal, w.Noggings = true, []NoggingRow{{Mid: true}} })
	f := Frame(w, rules, level(2440), Found{})
	long := w.Spacers(rules)[0].Long
	row := ofKind(f, wood.Nogging)
	require.NotEmpty(t, row)
	for _, m := range row {
		assert.InDelta(t, long.Inches(), m.Cut.Inches(), 1.0/16+0.001, m.ID)
	}
}

// Backing from 20 to 60 lies in each bay it comes to, its middle at its height; a row at
// that height isn't cut twice; in a door it finds no wood.
func TestBackingForACabinet(t *testing.T) {
	cabinet := Backing{What: "cabinet", From: 20 * in, To: 60 * in, Height: 84 * in, Lumber: twoBy4}
	f := Frame(wall(101*in, func(w *Wall) { w.Backing = []Backing{cabinet} }), rules, level(2440), Found{})
	all := ofKind(f, wood.Backing)
	require.Len(t, all, 3)
	assert.InDelta(t, (84 * in).Millimetres(), all[0].Base+twoBy4.Depth.Millimetres()/2-level0, 0.01)
	assert.NotContains(t, codes(f), "backing-astray")
	f = Frame(wall(101*in, func(w *Wall) { w.Backing, w.Noggings = []Backing{cabinet}, []NoggingRow{{Height: 84 * in}} }), rules, level(2440), Found{})
	assert.Len(t, ofKind(f, wood.Nogging), 4, "three bays have it already")
	// another whose middle finds it is served; one that only grazes it finds no room
	for height, astray := range map[measure.Length]bool{85 * in: false, 87 * in: true} {
		rail := Backing{What: "rail", From: 20 * in, To: 60 * in, Height: height, Lumber: twoBy4}
		f = Frame(wall(101*in, func(w *Wall) { w.Backing = []Backing{cabinet, rail} }), rules, level(2440), Found{})
		assert.Len(t, ofKind(f, wood.Backing), 3)
		assert.Equal(t, astray, slices.Contains(codes(f), "backing-astray"), height)
	}
	for _, far := range []Backing{{What: "rail", From: 90 * in, To: 130 * in, Height: 36 * in, Lumber: twoBy4}, {What: "rail", From: 20 * in, To: 60 * in, Height: 110 * in, Lumber: twoBy4}} {
		f = Frame(wall(101*in, func(w *Wall) { w.Backing = []Backing{far} }), rules, level(2440), Found{})
		assert.Contains(t, codes(f), "backing-astray", "%v", far)
	}
}

// Whatever rows, openings, stretches kept clear and crossings: each piece fills its bay,
// none lies in another, in an opening or in what is kept clear.
func TestWhatLiesBetweenTheStuds(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		long := in * measure.Length(rapid.IntRange(60, 240).Draw(t, "long"))
		w := wall(long)
		if long > 110*in && rapid.Bool().Draw(t, "a door") {
			door(long/2, 32*in)(w)
		}
		for range rapid.IntRange(0, 4).Draw(t, "rows") {
			at := in * measure.Length(rapid.IntRange(2, 110).Draw(t, "at"))
			w.Noggings = append(w.Noggings, rapid.SampledFrom([]NoggingRow{{Mid: true}, {Height: at}, {FromBottom: at}, {FromTop: at}}).Draw(t, "row"))
		}
		w.Staggered = rapid.Bool().Draw(t, "staggered")
		for range rapid.IntRange(0, 3).Draw(t, "backing") {
			from := in * measure.Length(rapid.IntRange(0, int(long/in)).Draw(t, "from"))
			w.Backing = append(w.Backing, Backing{What: "rail", From: from, To: from + in*measure.Length(rapid.IntRange(5, 60).Draw(t, "wide")), Height: in * measure.Length(rapid.IntRange(4, 110).Draw(t, "high")), Lumber: twoBy4})
		}
		if rapid.Bool().Draw(t, "a stretch") {
			w.Clear = []Clear{{From: 40 * in, To: 50 * in, Low: 30 * in, High: 60 * in, What: "valve"}}
		}
		var found Found
		if rapid.Bool().Draw(t, "a beam") {
			found.Obstructions = []Obstruction{over("B", 20*in, 24*in, 80*in, in/2, in/4)}
		}
		f := Frame(w, rules, level(2440), found)
		var lying []Member
		for _, m := range f.Members {
			if m.Kind != wood.Nogging && m.Kind != wood.Backing {
				continue
			}
			ends := [2]bool{}
			for _, u := range f.Members {
				if backs(u.Kind) {
					ends[0], ends[1] = ends[0] || u.To == m.From, ends[1] || u.From == m.To
					require.False(t, u.From < m.To && u.To > m.From, "%s lies through %s", m.ID, u.ID)
					if u.To == m.From || u.From == m.To {
						require.LessOrEqual(t, m.Base+lies(&m).Millimetres(), u.Base+u.Exact.Millimetres()+0.01, "%s lies over %s", m.ID, u.ID)
					}
				}
			}
			require.Equal(t, [2]bool{true, true}, ends, m.ID)
			for _, o := range w.Openings {
				require.False(t, o.Left() < m.To && o.Right() > m.From, "%s lies across %s", m.ID, o.ID)
			}
			for _, c := range w.Clear {
				low := measure.FromMillimetres(m.Base - level0)
				if m.Kind == wood.Nogging && m.From < c.To && m.To > c.From {
					require.False(t, low < c.High && low+twoBy4.Thickness > c.Low, "%s lies in what is kept clear", m.ID)
				}
			}
			for _, o := range lying {
				apart := m.From >= o.To || m.To <= o.From || m.Base >= o.Base+lies(&o).Millimetres()-0.01 || o.Base >= m.Base+lies(&m).Millimetres()-0.01
				require.True(t, apart, "%s lies in %s", m.ID, o.ID)
			}
			lying = append(lying, m)
		}
	})
}
