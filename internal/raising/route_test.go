package raising

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"

	"homalos/internal/site"
)

// A ladder round a corner, by its closed form; with thickness, between equal ways, it is
// tightest at 45°: twice √2 of the width less the thickness.
func TestRoundACorner(t *testing.T) {
	for _, c := range [][2]float64{{36, 36}, {36, 48}, {30, 60}} {
		long, _ := Longest(c[0], c[1], 0)
		assert.InDelta(t, math.Pow(math.Cbrt(c[0]*c[0])+math.Cbrt(c[1]*c[1]), 1.5), long, 1e-3)
	}
	long, angle := Longest(36, 36, 3.5)
	assert.InDelta(t, 2*(math.Sqrt2*36-3.5), long, 1e-3, "tightest at 45°")
	assert.InDelta(t, 45, angle, 0.01)
	long, _ = Longest(36, 3, 3.5)
	assert.Zero(t, long, "thicker than the way is wide")
}

// round turns a slab round a corner step by step, its ends along the outer walls, and says
// how far its inner side stays off the inner corner: it knows nothing of minima.
func round(long, a, b, thick float64) float64 {
	least := math.Inf(1)
	for i := 1; i < 4000; i++ {
		x := float64(i) / 4000 * math.Pi / 2
		p := [2]float64{long * math.Cos(x), 0}
		nx, ny := math.Sin(x), math.Cos(x) // off the outer side, inwards
		least = math.Min(least, (b-p[0])*nx+(a-p[1])*ny-thick)
	}
	return least
}

func TestASlabGoesRoundIfItIsSaidTo(t *testing.T) {
	c := rand.New(rand.NewPCG(3, 3))
	for range 300 {
		a, b, thick := 600+900*c.Float64(), 600+900*c.Float64(), 20+180*c.Float64()
		long, _ := Longest(a, b, thick)
		assert.GreaterOrEqual(t, round(long-0.5, a, b, thick), 0.0)
		assert.Negative(t, round(long+5, a, b, thick))
	}
}

// leans tries each lean of a slab in a door.
func leans(upright, thick, w, h float64) bool {
	for i := range 9001 {
		x := float64(i) / 9000 * math.Pi / 2
		if upright*math.Cos(x)+thick*math.Sin(x) <= h && upright*math.Sin(x)+thick*math.Cos(x) <= w {
			return true
		}
	}
	return false
}

// Through a door a slab leans as far as it must: against each lean tried.
func TestThroughADoor(t *testing.T) {
	c := rand.New(rand.NewPCG(4, 4))
	fits := 0
	for range 400 {
		p := site.Pass{What: "door", Width: 500 + 1500*c.Float64(), Height: 1500 + 700*c.Float64()}
		upright, thick := 500+2500*c.Float64(), 40+200*c.Float64()
		one := past(p, upright, 3000, thick)
		if one.Fits {
			fits++
		}
		if math.Abs(one.Needs-one.Has) > 2 { // else it hangs on the steps
			assert.Equal(t, leans(upright, thick, p.Width, p.Height), one.Fits, "%+v %v by %v", p, upright, thick)
		}
	}
	assert.Positive(t, fits)
}

// Worked: a frame 93 high and 120 long, 3 1/2 thick. Through a door of 36 by 80 it leans: 93
// upright takes 53 1/2 at the side, too much; on its end it is worse. Over a stub of 12 under
// 96 there is 84 for it: no. In parts no longer than 80 it goes on its end, upright.
func TestTheWayIn(t *testing.T) {
	frame := Load{120 * in, 93 * in, 3.5 * in}
	door := site.Pass{What: "door", Width: 36 * in, Height: 80 * in}
	c := Carry([]site.Pass{door}, frame)
	assert.False(t, c.Fits)
	assert.InDelta(t, 87*in, c.Most, 3*in, "on its end, leaning by what 36 allows")
	assert.True(t, Carry([]site.Pass{door}, Load{c.Most - 1, 93 * in, 3.5 * in}).Fits)
	assert.False(t, Carry([]site.Pass{door}, Load{c.Most + 10, 93 * in, 3.5 * in}).Fits)
	stub := site.Pass{What: "stub", Height: 12 * in, Over: 96 * in}
	assert.False(t, Carry([]site.Pass{stub}, frame).Fits)
	stub.Over = 105 * in
	assert.True(t, Carry([]site.Pass{stub}, frame).Fits, "93 and 12 are 105")
	none := Carry([]site.Pass{{What: "door", Width: 3 * in, Height: 3 * in}}, frame)
	assert.False(t, none.Fits)
	assert.Zero(t, none.Most)
}

// Worked: a plate of 148 1/2 goes round a turn that takes 132 if the ceiling there lets one
// end up: under 96, by 39°, it is 118 in plan. Under 20 it isn't short enough.
func TestOneEndIsLifted(t *testing.T) {
	plate := Load{148.5 * in, 3.5 * in, 1.5 * in}
	turn := site.Pass{What: "turn", Width: 52 * in, After: 44 * in}
	assert.False(t, Carry([]site.Pass{turn}, plate).Fits)
	turn.Height = 96 * in
	c := Carry([]site.Pass{turn}, plate)
	assert.True(t, c.Fits)
	assert.InDelta(t, 38.9, c.Through[0].Rise, 0.1)
	assert.InDelta(t, 118.2*in, c.Through[0].Needs, in)
	rise := c.Through[0].Rise * math.Pi / 180
	assert.InDelta(t, 96*in, 148.5*in*math.Sin(rise)+3.5*in*math.Cos(rise), 0.1, "just under the ceiling")
	turn.Height = 20 * in
	assert.False(t, Carry([]site.Pass{turn}, plate).Fits)
}
