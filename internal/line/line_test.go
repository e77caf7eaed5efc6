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

var (
	room  = []geo.Point{{X: 0, Y: 0}, {X: 5000, Y: 0}, {X: 5000, Y: 2500}, {X: 3500, Y: 2500}, {X: 3500, Y: 4000}, {X: 0, Y: 4000}} // with a jog
	south = &geo.Face{Of: geo.FaceRef{Wall: "south"}, From: room[0], To: room[1], OpenLeft: true}
	north = &geo.Face{Of: geo.FaceRef{Wall: "north"}, From: room[4], To: room[5], OpenLeft: true}
	west  = &geo.Face{Of: geo.FaceRef{Wall: "west"}, From: room[5], To: room[0], OpenLeft: true}
)

func lay(t *testing.T, r Relation) Ray {
	t.Helper()
	ray, err := r.Lay()
	require.NoError(t, err)
	return ray
}

func between(t *testing.T, r Ray, e Ends) (from, to geo.Point) {
	t.Helper()
	from, to, err := Between(r, e, room)
	require.NoError(t, err)
	return from, to
}

func TestALineRunsAsFarAsTheRoom(t *testing.T) {
	from, to := between(t, lay(t, Relation{Kind: Parallel, Face: south, At: 1000}), Ends{})
	assert.InDeltaSlice(t, []float64{0, 1000, 5000, 1000}, []float64{from.X, from.Y, to.X, to.Y}, 1e-6)
	from, to = between(t, lay(t, Relation{Kind: Parallel, Face: south, At: 3000}), Ends{})
	assert.InDeltaSlice(t, []float64{0, 3500}, []float64{from.X, to.X}, 1e-6, "up to the jog")
	from, to = between(t, lay(t, Relation{Kind: Parallel, Face: south, At: 1000}), Ends{StartGap: 100, StopGap: 300})
	assert.InDeltaSlice(t, []float64{100, 4700}, []float64{from.X, to.X}, 1e-6)
	from, to = between(t, lay(t, Relation{Kind: Parallel, Face: south, At: 1000}), Ends{Length: 800, FromStop: true})
	assert.InDeltaSlice(t, []float64{4200, 5000}, []float64{from.X, to.X}, 1e-6)
}

func TestSquareOffAtAnyAngle(t *testing.T) {
	for _, deg := range []float64{30, 52, 90, 120} {
		from, to := between(t, lay(t, Relation{Kind: Square, Face: south, At: 2500, Degrees: deg}), Ends{})
		assert.InDelta(t, 2500, from.X, 1e-6)
		assert.InDelta(t, 0, from.Y, 1e-6)
		assert.InDelta(t, deg, math.Atan2(to.Y-from.Y, to.X-from.X)*180/math.Pi, 1e-6)
	}
}

func TestTaperAndWhomToFollow(t *testing.T) {
	r := Relation{Kind: Parallel, Face: south, At: 900, AtEnd: 950, Both: true}
	from, to := between(t, lay(t, r), Ends{})
	assert.InDeltaSlice(t, []float64{900, 950}, []float64{from.Y, to.Y}, 1e-6, "both distances")
	assert.InDelta(t, 50, lay(t, r).Taper, 1e-9)
	r.Follow = "end"
	from, to = between(t, lay(t, r), Ends{})
	assert.InDeltaSlice(t, []float64{950, 950}, []float64{from.Y, to.Y}, 1e-6)
}

func TestTheMiddleOfTheWallIsCentred(t *testing.T) {
	ray := lay(t, Relation{Kind: Centred, Face: south, And: north, Depth: 90})
	assert.InDelta(t, (4000-90)/2, ray.At.Y, 1e-6)
	assert.True(t, ray.BodyLeft, "the framing stands on towards the other")
	_, err := Relation{Kind: Centred, Face: south, And: west}.Lay()
	var w Wrong
	require.ErrorAs(t, err, &w)
	assert.Equal(t, DontFace, w.Why)
	assert.InDelta(t, 90, w.By, 1e-6)
}

func TestInLineWithAFinish(t *testing.T) {
	// framing = finish − board − skim (the work, step 3)
	ray := lay(t, Relation{Kind: InLine, Face: south, Board: 12.5})
	assert.InDelta(t, -12.5, ray.At.Y, 1e-6)
	assert.False(t, ray.BodyLeft, "behind the face")
	framed := *south
	framed.Finish = 12.5
	assert.InDelta(t, 0, lay(t, Relation{Kind: InLine, Face: &framed, Board: 12.5}).At.Y, 1e-6, "framing in line with framing")
}

func TestFurringOut(t *testing.T) {
	const in = 25.4
	assert.InDelta(t, 4.25*in, FurringOut(3.5*in, 0.60*in, 0, in/8, in/16), 1e-9)
	assert.InDelta(t, 3.625*in, FurringOut(3.5*in, -0.4*in, 0, in/8, in/16), 1e-9, "a wall that leans away costs nothing")
}

func TestEndsThatCannotBe(t *testing.T) {
	ray := lay(t, Relation{Kind: Parallel, Face: south, At: 1000})
	for why, e := range map[Why]Ends{
		StopBeforeStart: {Start: &geo.Face{Of: geo.FaceRef{Wall: "x"}, From: geo.Point{X: 4000}, To: geo.Point{X: 4000, Y: 4000}}, Stop: west},
		NothingLeft:     {StartGap: 3000, StopGap: 2500},
		TooLong:         {Length: 6000},
		RunsAlong:       {Stop: north},
	} {
		_, _, err := Between(ray, e, room)
		assert.Equal(t, why, reason(t, err))
	}
	mark := lay(t, Relation{Kind: Through, Marks: [2]geo.Point{{X: 4000, Y: 1000}, {X: 4000, Y: 3600}}})
	mark.Fixed, mark.Start = true, mark.At
	_, _, err := Between(mark, Ends{Length: 2600}, room)
	assert.Equal(t, TooLong, reason(t, err), "past the jog it is outside")
	_, _, err = Between(lay(t, Relation{Kind: Parallel, Face: south, At: 9000}), Ends{Length: 500}, room)
	assert.Equal(t, NotInRoom, reason(t, err))
	_, _, err = Between(lay(t, Relation{Kind: Parallel, Face: south, At: 9000}), Ends{}, room)
	assert.Equal(t, NotInRoom, reason(t, err))
	_, err = Relation{Kind: Through, Marks: [2]geo.Point{{X: 1}, {X: 1}}}.Lay()
	assert.Equal(t, MarksAreOne, reason(t, err))
}

func reason(t *testing.T, err error) Why {
	t.Helper()
	var w Wrong
	require.ErrorAs(t, err, &w)
	return w.Why
}

// A line as long as the room goes in, to half a millimetre; a hand's breadth or
// two inches more does not, from either end.
func TestALineNoLongerThanTheRoom(t *testing.T) {
	ray := lay(t, Relation{Kind: Parallel, Face: south, At: 1000})
	for _, back := range []bool{false, true} {
		for long, goes := range map[float64]bool{4999: true, 5000: true, 5000.4: true, 5000.6: false, 5050.8: false, 5100: false} {
			_, _, err := Between(ray, Ends{Length: long, FromStop: back}, room)
			assert.Equal(t, goes, err == nil, "%g: %v", long, err)
			_, _, err = Between(ray, Ends{Length: long - 80, StartGap: 30, StopGap: 50, FromStop: back}, room)
			assert.Equal(t, goes, err == nil, "%g between its gaps: %v", long, err)
		}
	}
}

// Two arcs from the corners named strike the end, and cross well enough that a
// tape's error stays small.
func TestTapesStrikeTheEndsTheySay(t *testing.T) {
	var corners []Corner
	for i, p := range room {
		corners = append(corners, Corner{string(rune('1' + i)), p})
	}
	law.Check(t, func(t *rapid.T) {
		p := geo.Point{X: float64(rapid.IntRange(300, 3200).Draw(t, "x")), Y: float64(rapid.IntRange(300, 2300).Draw(t, "y"))}
		tapes := Strikes(p, geo.Point{X: 0, Y: 1800}, corners, []*geo.Face{south, west})
		require.Len(t, tapes, 3)
		a, b := corners[tapes[0].From[0]-'1'].At, corners[tapes[1].From[0]-'1'].At
		assert.InDelta(t, a.Distance(p), tapes[0].Value, 1e-6)
		assert.InDelta(t, b.Distance(p), tapes[1].Value, 1e-6)
		cross := math.Abs((a.X-p.X)*(b.Y-p.Y)-(a.Y-p.Y)*(b.X-p.X)) / (tapes[0].Value * tapes[1].Value)
		assert.Greater(t, cross, 0.4, "arcs that graze each other strike nothing")
		assert.Equal(t, Tape{From: "1", Along: "west", To: "end", Value: 1800}, tapes[2])
	})
}
