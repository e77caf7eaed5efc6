package framing

import (
	"cmp"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/measure"
	"homalos/internal/wood"
)

func beamFrom(from, to measure.Length) func(*Wall) {
	twelve := &wood.Lumber{ID: "2x12", Thickness: 3 * in / 2, Depth: 45 * in / 4, Stock: []measure.Length{192 * in}}
	return func(w *Wall) {
		w.Beams = append(w.Beams, Beam{ID: "G", From: from, To: to, Depth: twelve.Depth, Entry: Engineered{By: "Ode", When: "2026-03-02", Plies: 2, Lumber: twelve, Each: 3 * in}})
	}
}

// A beam 11 1/4 deep from 40 to 130 in a wall of 168, its room 96 1/16 high: a stud under
// it is 96 1/16 − 1 1/2 − 1 1/2 − 11 1/4 − 1/16 = 81 3/4, one beside it 93. 3 in bear at each
// end: two studs there, and one tight against each end. The head plate, of 144 stock, is
// joined beside it.
func TestABeamUnderTheHeadPlate(t *testing.T) {
	f := Frame(wall(168*in, beamFrom(40*in, 130*in)), rules, level(96.0625*25.4), Found{})
	closes(t, f)
	for _, m := range byKind(f, wood.Stud) {
		want := 93 * in
		if m.From < 130*in && m.To > 40*in {
			want = 327 * in / 4
		}
		assert.Equal(t, want, m.Exact, "%s at %v", m.ID, inch(m.From))
	}
	at := places(f.Members, wood.Stud)
	for _, want := range []string{"38 1/2–40", "40–41 1/2", "41 1/2–43", "127–128 1/2", "128 1/2–130", "130–131 1/2"} {
		assert.Contains(t, at, want)
	}
	beam := byKind(f, wood.Beam)
	require.Len(t, beam, 2)
	assert.Equal(t, 90*in, beam[0].Exact)
	for _, m := range byKind(f, wood.TopPlate) {
		assert.False(t, m.From > 40*in && m.From < 130*in, "joined at %v", inch(m.From))
	}
	assert.Contains(t, codesOf(f), "beam-entry")
	assert.Contains(t, codesOf(f), "beam-path", "nothing is known under its ends")
	assert.NotContains(t, codesOf(f), "plate-over-beam")
	// no stud stands in another
	var standing []Member
	for _, m := range f.Members {
		if m.Kind.Upright() {
			standing = append(standing, m)
		}
	}
	slices.SortFunc(standing, func(a, b Member) int { return cmp.Compare(a.From, b.From) })
	for i := 1; i < len(standing); i++ {
		assert.LessOrEqual(t, standing[i-1].To, standing[i].From, "%s and %s", standing[i-1].ID, standing[i].ID)
	}
	// on concrete its ends stand on that
	concrete := rules
	concrete.Concrete = true
	assert.NotContains(t, codesOf(Frame(wall(168*in, beamFrom(40*in, 130*in)), concrete, level(2440), Found{})), "beam-path")
}

// The farthest joint that the stock lets would lie over the beam: it lies before it.
func TestTheHeadPlateIsWholeOverABeam(t *testing.T) {
	f := Frame(wall(240*in, beamFrom(150*in, 200*in)), rules, level(2440), Found{})
	top := byKind(f, wood.TopPlate)
	require.Len(t, top, 2)
	assert.LessOrEqual(t, top[1].From, 150*in)
	assert.NotContains(t, codesOf(f), "plate-over-beam")
}

// A door under it: its cripples end under the beam too; a head that comes into the beam
// is stopped, and so is an opening where the beam bears.
func TestADoorUnderABeam(t *testing.T) {
	f := Frame(wall(168*in, door(84*in, 32*in), beamFrom(40*in, 130*in)), rules, level(110*25.4), Found{})
	closes(t, f)
	for _, m := range byKind(f, wood.Cripple) {
		// 110 − 1 1/2 − 11 1/4 − 82 1/2 − 3 1/2, as the header stands on edge or lies
		o := f.Wall.Openings[0]
		assert.Equal(t, 110*in-3*in/2-45*in/4-o.Height-o.Header.Height(), m.Exact)
	}
	assert.NotContains(t, codesOf(f), "header-in-beam")
	f = Frame(wall(168*in, door(84*in, 32*in), beamFrom(40*in, 130*in)), rules, level(96*25.4), Found{})
	assert.Contains(t, codesOf(f), "header-in-beam")
	f = Frame(wall(168*in, door(44*in, 32*in), beamFrom(40*in, 130*in)), rules, level(110*25.4), Found{})
	assert.Contains(t, codesOf(f), "beam-bears-on-opening")
	for _, m := range byKind(f, wood.Beam) {
		assert.Equal(t, Blocked, m.State)
	}
}
