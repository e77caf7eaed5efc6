package framing

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/geo"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// What is said of how places were laid out adds up to the plate.
func TestHowPlacesWereLaidOutAddsUp(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		from := measure.Length(rapid.IntRange(0, 50*16).Draw(t, "from")) * in / 16
		long := measure.Length(rapid.IntRange(7*16, 400*16).Draw(t, "long")) * in / 16
		places := Spread(from, from+long, 3*in, 24*in)
		how := laid(rules, "fixings", from, from+long, 3*in, places)
		require.Len(t, how, 3)
		require.Equal(t, long, how[0].Value)
		n := measure.Length(len(places) - 1)
		require.InDelta(t, float64(how[0].Value), float64(2*how[1].Value+n*how[2].Value), float64(n), "in nanometres: each gap is rounded by less than one")
		require.LessOrEqual(t, how[2].Value, 24*in)
	})
	short := laid(rules, "fixings", 10*in, 14*in, 3*in, Spread(10*in, 14*in, 3*in, 24*in))
	require.Len(t, short, 1)
	assert.Equal(t, 4*in, short[0].Value)
}

// Each stub beside a door tells its own; a plate fixed at the joists has no
// more to tell than where they are.
func TestEachStubTellsHowItIsFixed(t *testing.T) {
	w := wall(144*in, door(72*in, 32*in))
	concrete := rules
	concrete.Concrete = true
	lies := Lies(Frame(w, concrete, level(2440), Found{}), concrete, Found{})
	how := lies[survey.Floor].How
	require.Len(t, how, 6)
	assert.Equal(t, "fixings from 0 to 56: the plate between its ends", how[0].What)
	assert.Equal(t, 56*in, how[0].Value)
	assert.Equal(t, "fixings from 88 to 144: the plate between its ends", how[3].What)
	joists := run(survey.Floor, 90, 8, 16, 9)
	lies = Lies(Frame(wall(144*in), rules, level(2440), Found{Joists: joists}), rules, Found{Joists: joists})
	require.Equal(t, Crosses, lies[survey.Floor].Lie)
	assert.Empty(t, lies[survey.Floor].How)
	along := run(survey.Ceiling, 0, -8, 16, 2)
	lies = Lies(Frame(wall(100*in), rules, level(2440), Found{Joists: along}), rules, Found{Joists: along})
	require.Equal(t, Between, lies[survey.Ceiling].Lie)
	require.Len(t, lies[survey.Ceiling].How, 3)
	assert.Contains(t, lies[survey.Ceiling].How[2].What, "in 5 gaps, makes 6", "100 in: 5 gaps, 6 blocks (the work, step 3)")
}

// Rot under one wall's line lies under another that crosses it there, and not
// under one a yard away.
func TestSeenFloorLiesUnderWhateverComesOverIt(t *testing.T) {
	rot := SeenFloor{Wall: "Z", Bad: "rot", Ends: [2]geo.Point{{X: 500, Y: 45}, {X: 900, Y: 45}}}
	over := wall(100 * in)
	from, to, ok := rot.On(over)
	require.True(t, ok)
	assert.InDelta(t, 500, from.Millimetres(), 1)
	assert.InDelta(t, 900, to.Millimetres(), 1)
	assert.Contains(t, codes(Frame(over, rules, level(2440), Found{Floor: []SeenFloor{rot}})), "bad-floor")
	aside := wall(100*in, func(w *Wall) { w.From.Y, w.To.Y = 1000, 1000 })
	_, _, ok = rot.On(aside)
	assert.False(t, ok)
	across := wall(100*in, func(w *Wall) { w.From, w.To = geo.Point{X: 700, Y: -1000}, geo.Point{X: 700, Y: 1540} })
	from, to, ok = rot.On(across)
	require.True(t, ok)
	assert.InDelta(t, 945, from.Millimetres(), 1, "a hand's breadth before")
	assert.InDelta(t, 1145, to.Millimetres(), 1, "and after")
	sound := SeenFloor{Wall: "A", From: 0, To: 100 * in}
	assert.NotContains(t, codes(Frame(over, rules, level(2440), Found{Floor: []SeenFloor{sound}})), "bad-floor")
}
