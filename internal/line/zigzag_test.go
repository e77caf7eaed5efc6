package line

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/geo"
	"homalos/internal/law"
)

// walk lays legs one off the other, each of a length, and gives the places
// they turn at.
func walk(t require.TestingT, first *geo.Face, legs []Relation, long []float64) (at []geo.Point, rays []Ray) {
	last := first
	at = []geo.Point{first.From, first.To}
	for i, leg := range legs {
		leg.Kind, leg.Face = Leg, last
		ray, err := leg.Lay()
		require.NoError(t, err)
		rays = append(rays, ray)
		end := geo.Point{X: ray.At.X + ray.UX*long[i], Y: ray.At.Y + ray.UY*long[i]}
		last = &geo.Face{Of: geo.FaceRef{Wall: "leg"}, From: ray.At, To: end, OpenLeft: !ray.BodyLeft}
		at = append(at, end)
	}
	return at, rays
}

func TestAZigzagRoundAChimney(t *testing.T) {
	wall := &geo.Face{Of: geo.FaceRef{Wall: "A"}, From: geo.Point{}, To: geo.Point{X: 1000}, OpenLeft: true}
	at, rays := walk(t, wall, []Relation{{}, {Right: true}, {Right: true}, {}}, []float64{300, 800, 300, 500})
	for i, want := range []geo.Point{{X: 0}, {X: 1000}, {X: 1000, Y: 300}, {X: 1800, Y: 300}, {X: 1800}, {X: 2300}} {
		assert.InDelta(t, want.X, at[i].X, 1e-9, "turn %d", i)
		assert.InDelta(t, want.Y, at[i].Y, 1e-9, "turn %d", i)
	}
	for _, r := range rays {
		assert.True(t, r.Fixed, "a leg begins where the last one ends")
		assert.False(t, r.BodyLeft, "the wood stays on one side all along")
	}
}

// Four equal legs squared off one another come back to where they began, and
// n legs at 360/n too: whatever way they turn.
func TestLegsThatGoRoundClose(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(3, 12).Draw(t, "legs")
		long := rapid.Float64Range(200, 4000).Draw(t, "long")
		right := rapid.Bool().Draw(t, "right")
		bearing := rapid.Float64Range(0, 2*math.Pi).Draw(t, "bearing")
		first := &geo.Face{Of: geo.FaceRef{Wall: "A"}, To: geo.Point{X: long * math.Cos(bearing), Y: long * math.Sin(bearing)}, OpenLeft: rapid.Bool().Draw(t, "open")}
		legs, lengths := make([]Relation, n-1), make([]float64, n-1)
		for i := range legs {
			legs[i], lengths[i] = Relation{Right: right, Degrees: 360 / float64(n)}, long
		}
		at, _ := walk(t, first, legs, lengths)
		require.Less(t, at[len(at)-1].Distance(first.From), 1e-6*long)
	})
}

func TestALegClearsTheDepthOfTheLast(t *testing.T) {
	wall := &geo.Face{Of: geo.FaceRef{Wall: "A"}, To: geo.Point{X: 1000}, OpenLeft: true}
	ray, err := Relation{Kind: Leg, Face: wall, Clears: 90}.Lay()
	require.NoError(t, err)
	assert.InDelta(t, 90, ray.At.Y, 1e-9, "it starts beyond the wood that stands there")
	assert.InDelta(t, 1000, ray.At.X, 1e-9)
}

// What a relation says of the line that it laid is nothing; of one that was
// pushed aside, by how much.
func TestARelationSaysHowFarItIsFromHolding(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		r := Relation{Kind: Parallel, Face: south, At: rapid.Float64Range(0, 2400).Draw(t, "at")}
		if rapid.Bool().Draw(t, "square") {
			r = Relation{Kind: Square, Face: south, At: rapid.Float64Range(100, 4900).Draw(t, "at"), Degrees: rapid.Float64Range(20, 160).Draw(t, "degrees")}
		}
		ray, err := r.Lay()
		require.NoError(t, err)
		aside := rapid.Float64Range(-300, 300).Draw(t, "aside")
		on := func(s float64) geo.Point {
			return geo.Point{X: ray.At.X + ray.UX*s - ray.UY*aside, Y: ray.At.Y + ray.UY*s + ray.UX*aside}
		}
		require.InDelta(t, math.Abs(aside), math.Abs(r.Says(on(-200), on(900))), 1e-6)
	})
	assert.Zero(t, Relation{Kind: Centred, Face: south, And: west}.Says(room[0], room[1]), "one that can't be laid says nothing")
}

func TestWhereARayMeetsAFace(t *testing.T) {
	ray := lay(t, Relation{Kind: Square, Face: south, At: 2000})
	far, err := ray.Meets(north)
	require.NoError(t, err)
	assert.InDelta(t, 4000, far, 1e-6)
	near, err := ray.Meets(south)
	require.NoError(t, err)
	assert.InDelta(t, 0, near, 1e-6)
	_, err = ray.Meets(west)
	assert.Equal(t, Wrong{Why: RunsAlong, Of: "west"}, err)
}

// Whichever corner a tape is hooked on, the nearer one of a wall is named, and
// an end a hair off its face still lies on it.
func TestEndsOnWallsAreTapedAlongThem(t *testing.T) {
	var corners []Corner
	for i, p := range room {
		corners = append(corners, Corner{string(rune('1' + i)), p})
	}
	for name, c := range map[string]struct {
		at    geo.Point
		from  string
		value float64
	}{
		"near the first corner":  {geo.Point{X: 700}, "1", 700},
		"near the second corner": {geo.Point{X: 4400}, "2", 600},
		"a hair off the face":    {geo.Point{X: 700, Y: 2}, "1", 700},
		"in the corner":          {geo.Point{X: -1, Y: 0}, "1", 0},
	} {
		t.Run(name, func(t *testing.T) {
			tapes := Strikes(c.at, geo.Point{X: 2000, Y: 2000}, corners, []*geo.Face{south})
			assert.Equal(t, Tape{From: c.from, Along: "south", To: "start", Value: c.value}, tapes[0])
		})
	}
	off := Strikes(geo.Point{X: 700, Y: 40}, geo.Point{X: 2000, Y: 2000}, corners, []*geo.Face{south})
	assert.Len(t, off, 4, "well off the face: two arcs for each end")
	assert.Empty(t, Strikes(geo.Point{X: 700, Y: 40}, geo.Point{X: 900, Y: 40}, nil, nil), "no corner, nothing to strike by")
}
