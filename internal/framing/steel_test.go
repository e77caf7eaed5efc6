package framing

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/wood"
)

const mm = measure.Millimetre

var (
	steelStud = &wood.Lumber{ID: "s70", Thickness: 50 * mm, Depth: 70 * mm, Steel: true, Metal: 6 * mm / 10, Stock: []measure.Length{3000 * mm}, Holes: wood.Holes{First: 300 * mm, Every: 600 * mm}}
	track     = &wood.Lumber{ID: "t70", Thickness: 6 * mm / 10, Depth: 72 * mm, Track: true, Fit: 3 * mm, Stock: []measure.Length{3000 * mm}}
	metric    = Rules{Units: measure.Metric, Mark: mm, Fit: 2 * mm, Hold: 5 * mm, Near: 600 * mm, Reach: 750 * mm, Lap: 600 * mm}
)

func steelWall(long measure.Length, change ...func(*Wall)) *Wall {
	return wall(long, append([]func(*Wall){func(w *Wall) {
		w.Lumber, w.Bottom, w.Top = steelStud, []*wood.Lumber{track}, []*wood.Lumber{track}
		w.Layout.Spacing = 600 * mm
		w.Steel = &Steel{Tab: 50 * mm, Overlap: 50 * mm, Screws: 4, Bridge: 1200 * mm, Channel: track, Boxed: true}
	}}, change...)...)
}

func steelDoor(centre, width measure.Length) func(*Wall) {
	return func(w *Wall) {
		w.Openings = append(w.Openings, Opening{ID: "D", Kind: Door, Centre: centre, Width: width, Height: 2090 * mm, Header: Header{Lumber: track, Plies: 1}})
	}
}

// A door 906 wide: its head track is 906 + 2 × 50 = 1006. Under 2600 a stud is
// 2600 − 2 × 0.6 − 3 = 2595.8; its jamb's box is as long.
func TestASteelPartition(t *testing.T) {
	f := Frame(steelWall(4000*mm, steelDoor(1500*mm, 906*mm)), metric, level(2600), Found{})
	closes(t, f)
	for _, m := range byKind(f, wood.Stud) {
		assert.Equal(t, 25958*mm/10, m.Exact)
	}
	assert.Equal(t, []measure.Length{25958 * mm / 10, 25958 * mm / 10}, []measure.Length{byKind(f, wood.Track)[0].Exact, byKind(f, wood.Track)[1].Exact}, "a box at each jamb")
	head := byKind(f, wood.TabTrack)
	require.Len(t, head, 1)
	assert.Equal(t, 1006*mm, head[0].Cut)
	assert.Empty(t, byKind(f, wood.HeaderPly))
	assert.Empty(t, byKind(f, wood.Jack))
	// 4000 of track in sticks of 3000: one splice, and the pieces are 50 longer together
	top := byKind(f, wood.TopPlate)
	require.Len(t, top, 2)
	assert.Equal(t, 4050*mm, top[0].Exact+top[1].Exact)
	assert.LessOrEqual(t, top[0].Cut, 3000*mm)
	assert.Contains(t, codesOf(f), "track-splice")
	assert.NotContains(t, codesOf(f), "header-too-thick")
}

// A box over a wide opening: two studs on edge between two tracks.
func TestABoxHeader(t *testing.T) {
	f := Frame(steelWall(4000*mm, steelDoor(2000*mm, 1800*mm), func(w *Wall) {
		w.Openings[0].Header = Header{Lumber: steelStud, Plies: 2, OnEdge: true, Deep: 712 * mm / 10}
	}), metric, level(2600), Found{})
	closes(t, f)
	assert.Len(t, byKind(f, wood.HeaderPly), 2)
	tabs := byKind(f, wood.TabTrack)
	require.Len(t, tabs, 2)
	// 70 of stud and 0.6 of metal over it and under it: 71.2, the upper track at its top
	assert.InDelta(t, 70.6, tabs[1].Base-tabs[0].Base, 1e-9)
	assert.InDelta(t, 0.6, byKind(f, wood.HeaderPly)[0].Base-tabs[0].Base, 1e-9)
}

// A nogging between steel studs is a piece of track: its bay and two tabs.
func TestNoggingsBetweenSteelStuds(t *testing.T) {
	f := Frame(steelWall(4000*mm, func(w *Wall) { w.Noggings = []NoggingRow{{Mid: true}} }), metric, level(2600), Found{})
	closes(t, f)
	all := byKind(f, wood.Nogging)
	require.NotEmpty(t, all)
	for _, m := range all {
		assert.True(t, m.Lumber.Track, m.ID)
		assert.Equal(t, m.To-m.From+2*f.Wall.Steel.Tab, m.Exact)
	}
}

// Bridging goes through holes, at 300, 900, 1500, …, and no stud goes farther without it
// than it may; unless no hole lies so near.
func TestBridgingGoesThroughHoles(t *testing.T) {
	s := &Steel{Bridge: 1200 * mm}
	assert.Equal(t, []measure.Length{900 * mm, 2100 * mm}, s.rows(steelStud.Holes, 2595*mm))
	assert.Empty(t, s.rows(steelStud.Holes, 1200*mm))
	law.Check(t, func(t *rapid.T) {
		holes := wood.Holes{First: mm * measure.Length(rapid.IntRange(50, 900).Draw(t, "first")), Every: mm * measure.Length(rapid.IntRange(50, 900).Draw(t, "every"))}
		s := &Steel{Bridge: mm * measure.Length(rapid.IntRange(300, 2000).Draw(t, "bridge"))}
		high := mm * measure.Length(rapid.IntRange(300, 5000).Draw(t, "high"))
		last := measure.Length(0)
		for _, at := range s.rows(holes, high) {
			require.Zero(t, (at-holes.First)%holes.Every)
			require.Greater(t, at, last)
			require.Less(t, at, high)
			require.LessOrEqual(t, at-last, max(s.Bridge, holes.First, holes.Every), "the next hole where none lies nearer")
			last = at
		}
		if high-last > s.Bridge {
			for h := holes.First; h < high; h += holes.Every {
				require.LessOrEqual(t, h, last, "no hole is left")
			}
		}
	})
}

// Tabs fold back to the opening: what is left between them is the clear width, whatever
// the opening and the tabs; no channel lies across an opening.
func TestTabsFoldBackToTheOpening(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		wide := mm * measure.Length(rapid.IntRange(300, 1200).Draw(t, "wide"))
		tab := mm * measure.Length(rapid.IntRange(20, 150).Draw(t, "tab"))
		centre := mm * measure.Length(rapid.IntRange(900, 3100).Draw(t, "centre"))
		f := Frame(steelWall(4000*mm, steelDoor(centre, wide), func(w *Wall) { w.Steel.Tab = tab }), metric, level(2600), Found{})
		closes(t, f)
		o := f.Wall.Openings[0]
		for _, m := range byKind(f, wood.TabTrack) {
			require.Equal(t, wide, m.Exact-2*tab)
			require.Equal(t, o.Left(), m.From)
		}
		for _, m := range byKind(f, wood.Bridging) {
			require.False(t, m.From < o.Right() && m.To > o.Left(), "%s lies in the doorway", m.ID)
			require.GreaterOrEqual(t, len(Through(f, m)), 2)
		}
	})
}

// A splice is as long as its screws want: two through each flange of 12 mm between them
// and from the ends, 36 mm; six want 48.
func TestASpliceHasRoomForItsScrews(t *testing.T) {
	assert.Equal(t, 36*mm, (&Steel{Screws: 4}).SpliceWants(measure.Metric))
	assert.Equal(t, 48*mm, (&Steel{Screws: 6}).SpliceWants(measure.Metric))
	assert.Equal(t, 3*in/2, (&Steel{Screws: 4}).SpliceWants(measure.Imperial))
}
