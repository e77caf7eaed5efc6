package framing

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/law"
	"homalos/internal/measure"
)

// Layers add up: each lies on the one before, and studs and layers are the wall.
func TestLayersAddUp(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		w := wall(96 * in)
		sum := w.Lumber.Depth
		for range rapid.IntRange(0, 8).Draw(t, "layers") {
			l := Layer{What: "layer", Thick: in / 16 * measure.Length(rapid.IntRange(1, 64).Draw(t, "thick")), Out: rapid.Bool().Draw(t, "out")}
			w.Layers, sum = append(w.Layers, l), sum+l.Thick
		}
		inner, outer, over := w.LayLayers()
		require.Equal(t, sum, over)
		require.Len(t, w.Layers, len(inner)+len(outer))
		for _, face := range [][]LaidLayer{inner, outer} {
			at := measure.Length(0)
			for _, l := range face {
				require.Equal(t, at, l.From)
				at += l.Thick
				require.Equal(t, at, l.To)
			}
		}
	})
}

// An outside wall is asked how far the next property is, and wants fire board near it; one
// between dwellings waits for the local rule.
func TestWhatOutsideWallsAreAsked(t *testing.T) {
	outside := func(change func(*Wall)) []string {
		f := Frame(wall(96*in, func(w *Wall) {
			w.Layers = []Layer{{What: "Sheathing", Thick: in / 2, Out: true, Reach: 3 * in / 2}}
			change(w)
		}), rules, level(2440), Found{})
		return codesOf(f)
	}
	assert.Contains(t, outside(func(*Wall) {}), "boundary-asked")
	assert.Contains(t, outside(func(*Wall) {}), "sheathing-reaches")
	near := outside(func(w *Wall) { w.Boundary = 30 * in })
	assert.Contains(t, near, "fire-board")
	assert.NotContains(t, near, "boundary-asked")
	assert.NotContains(t, outside(func(w *Wall) { w.Boundary = 20 * measure.Foot }), "fire-board")
	assert.NotContains(t, outside(func(w *Wall) {
		w.Boundary = 30 * in
		w.Layers = append(w.Layers, Layer{What: "fire board", Thick: in / 2, Out: true})
	}), "fire-board")
	f := Frame(wall(96*in, func(w *Wall) { w.Dwellings.Part = true }), rules, level(2440), Found{})
	for _, m := range f.Members {
		assert.Equal(t, Blocked, m.State)
	}
	f = Frame(wall(96*in, func(w *Wall) { w.Dwellings = Dwellings{true, "building office"} }), rules, level(2440), Found{})
	assert.NotContains(t, codesOf(f), "between-dwellings")
}
