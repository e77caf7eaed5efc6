// Package room finds the corners of a room from tapes and bevels between them, how
// surely each is known, and which tape was misread. It carries the leans of its
// walls to full height. It knows nothing of heights or of wood. All in
// millimetres and degrees.
package room

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// However a room is turned or its corners are counted from, its angles are the same.
func TestWhereTheCountingStartsDoesNotMatter(t *testing.T) {
	room := rooms["a jog"]
	n := len(room.at)
	first := Solve(corners(n, 3), taped(room.at, 0.0001, newRandom()), nil)
	for shift := range n {
		var at []geo.Point
		for i := range n {
			at = append(at, room.at[(i+shift)%n])
		}
		s := Solve(corners(n, (3-shift+n)%n), taped(at, 0.0001, newRandom()), nil)
		for i := range n {
			assert.InDelta(t, first.Corners[(i+shift)%n].Inside, s.Corners[i].Inside, 0.01, "from corner %d", shift+1)
		}
	}
}

func TestAnAngleDoesADiagonalsWork(t *testing.T) {
	ties := rectangle(0)[:4]
	ties = append(ties, Tie{ID: "bevel", Kind: AngleTie, At: 1, From: 0, To: 2, Value: 89.65, Sigma: 0.05})
	s := Solve(corners(4), ties, nil)
	assert.Zero(t, s.Missing)
	assert.InDelta(t, 186.875*25.4, s.Corners[0].At.Distance(s.Corners[2].At), 2)
	assert.InDelta(t, normal95*0.05, s.Corners[1].InsideSpread, 1e-3)
}

func corners(n int, out ...int) []Corner {
	list := make([]Corner, n)
	for i := range list {
		list[i].ID = fmt.Sprint(i + 1)
	}
	for _, i := range out {
		list[i].Out = true
	}
	return list
}

func tape(from, to int, inches float64) Tie {
	return Tie{ID: fmt.Sprintf("t%d-%d", from+1, to+1), Kind: LengthTie, From: from, To: to, Value: inches * 25.4, Sigma: 0.8}
}

// 144 × 120 in, opposite sides equal, one diagonal (the work, step 2).
func rectangle(diagonal float64) []Tie {
	return []Tie{tape(0, 1, 144), tape(1, 2, 120), tape(2, 3, 144), tape(3, 0, 120), tape(0, 2, diagonal)}
}

func TestOneDiagonalSaysHowSquareARoomIs(t *testing.T) {
	square := Solve(corners(4), rectangle(187.446), nil)
	assert.Zero(t, square.Missing)
	assert.Zero(t, square.Spare)
	for _, c := range square.Corners {
		assert.True(t, c.Pinned)
		assert.InDelta(t, 90, c.Inside, 0.002)
	}
	leaning := Solve(corners(4), rectangle(186.875), nil)
	assert.InDelta(t, AngleOf(144*25.4, 120*25.4, 186.875*25.4), leaning.Corners[1].Inside, 1e-6)
	assert.InDelta(t, 89.65, leaning.Corners[1].Inside, 0.005)
	assert.InDelta(t, 90.35, leaning.Corners[0].Inside, 0.005)
}

func TestATriangleBySidesAgreesWithTheClosedForm(t *testing.T) {
	s := Solve(corners(3), []Tie{tape(0, 1, 120), tape(1, 2, 90), tape(2, 0, 75)}, nil)
	assert.InDelta(t, AngleOf(120, 90, 75), s.Corners[1].Inside, 1e-6)
	assert.InDelta(t, AngleOf(75, 120, 90), s.Corners[0].Inside, 1e-6)
	// its spread, by moving each side a little: the law of propagation
	angle := func(a, b, d float64) float64 { return AngleOf(a, b, d) }
	span := 0.0
	for i := range 3 {
		sides := [3]float64{120, 90, 75}
		sides[i] += 0.01
		d := (angle(sides[0], sides[1], sides[2]) - angle(120, 90, 75)) / 0.01 / 25.4 * 0.8
		span += d * d
	}
	assert.InDelta(t, normal95*math.Sqrt(span), s.Corners[1].InsideSpread, 1e-4)
}

func TestSidesAloneLeaveARoomLoose(t *testing.T) {
	s := Solve(corners(4), rectangle(0)[:4], nil)
	assert.Equal(t, 1, s.Missing)
	assert.False(t, s.Corners[2].Pinned)
	require.NotEmpty(t, s.Next)
	assert.Contains(t, [][2]int{{0, 2}, {1, 3}}, [2]int{s.Next[0].From, s.Next[0].To}, "a diagonal")
	assert.Equal(t, []int{2, 3}, s.Next[0].Pins)
}

// situations: rooms of several shapes with all sides and enough diagonals.
var rooms = map[string]struct {
	at  []geo.Point
	out []int
}{
	"five corners, one cut off": {[]geo.Point{{X: 0, Y: 0}, {X: 5200, Y: 0}, {X: 5230, Y: 2900}, {X: 3900, Y: 4210}, {X: -40, Y: 4180}}, nil},
	"a jog":                     {[]geo.Point{{X: 0, Y: 0}, {X: 6000, Y: 0}, {X: 6010, Y: 2500}, {X: 4200, Y: 2480}, {X: 4190, Y: 4100}, {X: -25, Y: 4130}}, []int{3}},
	"a chimney breast":          {[]geo.Point{{X: 0, Y: 0}, {X: 5000, Y: 0}, {X: 5010, Y: 1500}, {X: 4600, Y: 1510}, {X: 4610, Y: 2500}, {X: 5015, Y: 2490}, {X: 5020, Y: 4000}, {X: 20, Y: 4020}}, []int{3, 4}},
	"a wedge":                   {[]geo.Point{{X: 0, Y: 0}, {X: 4800, Y: 0}, {X: 4300, Y: 3300}, {X: 700, Y: 2500}}, nil},
}

func taped(at []geo.Point, noise float64, r *rand.Rand) []Tie {
	n := len(at)
	var out []Tie
	add := func(i, j int) {
		out = append(out, Tie{ID: fmt.Sprintf("%d-%d", i, j), Kind: LengthTie, From: i, To: j, Value: at[i].Distance(at[j]) + r.NormFloat64()*noise, Sigma: noise})
	}
	for i := range n {
		add(i, (i+1)%n)
	}
	for i := range n {
		for j := i + 2; j < n; j++ {
			if !(i == 0 && j == n-1) && inSight(at, i, j) {
				add(i, j)
			}
		}
	}
	for i := range n {
		a := Tie{ID: fmt.Sprint("a", i), Kind: AngleTie, At: i, From: (i + n - 1) % n, To: (i + 1) % n, Sigma: 0.3}
		f, _ := a.foretell(at)
		a.Value = f + r.NormFloat64()*0.3
		out = append(out, a)
	}
	off := Tie{ID: "off", Kind: OffsetTie, At: 2, From: 0, To: 1, Sigma: noise}
	off.Value, _ = off.foretell(at)
	along := Tie{ID: "along", Kind: AlongTie, At: 2, From: 0, To: 1, Sigma: noise}
	along.Value, _ = along.foretell(at)
	off.Value += r.NormFloat64() * noise
	along.Value += r.NormFloat64() * noise
	return append(out, off, along)
}

func TestTrueCornersLieInTheirEllipses(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 4))
	inside, all, pins := 0, 0, 0
	for name, room := range rooms {
		for range 60 {
			s := Solve(corners(len(room.at), room.out...), taped(room.at, 1.5, r), nil)
			require.Zero(t, s.Missing, name)
			for i, c := range s.Corners[1:] {
				all++
				d := geo.Point{X: room.at[i+1].X - c.At.X, Y: room.at[i+1].Y - c.At.Y}
				require.Less(t, math.Hypot(d.X, d.Y), 40.0, "%s: corner %d is far off", name, i+2)
				sin, cos := math.Sincos(c.Tilt * math.Pi / 180)
				u, v := d.X*cos+d.Y*sin, d.Y*cos-d.X*sin
				if i == 0 { // the second corner moves along the line only
					pins++
					if math.Abs(u) <= c.Major*normal95/ellipse95 {
						inside++
					}
				} else if u*u/(c.Major*c.Major)+v*v/(c.Minor*c.Minor) <= 1 {
					inside++
				}
			}
		}
	}
	share := float64(inside) / float64(all)
	t.Logf("%d corners, %.3f inside", all, share)
	assert.InDelta(t, 0.95, share, 0.02)
}

func TestAMisreadTapeIsNamed(t *testing.T) {
	r := rand.New(rand.NewPCG(9, 1))
	found, named, planted, alarms, clean := 0, 0, 0, 0, 0
	units := measure.Metric
	slips := func(t Tie, _ float64) []survey.Slip {
		if t.Kind == AngleTie {
			return survey.AngleSlips(t.Value)
		}
		return survey.Slips(measure.FromMillimetres(t.Value), units, false)
	}
	for _, name := range []string{"five corners, one cut off", "a jog", "a wedge"} {
		room := rooms[name]
		list := corners(len(room.at), room.out...)
		for k := range 50 {
			units = []measure.System{measure.Metric, measure.Imperial}[k%2]
			ties := taped(room.at, 0.8, r)
			clean++
			for _, f := range Solve(list, ties, slips).Ties {
				if f.Doubtful {
					alarms++
					break
				}
			}
			bad := r.IntN(2*len(room.at) - 3)
			by := []float64{10, -10, 100, 1000, -100}[r.IntN(5)]
			if units == measure.Imperial {
				by = []float64{25.4, -25.4, 254, 304.8, -304.8}[r.IntN(5)]
			}
			ties[bad].Value += by
			planted++
			f := Solve(list, ties, slips).Ties[bad]
			if f.Doubtful {
				found++
				if f.CantBe != "" || f.Slip != nil && math.Abs(f.Slip.Really-ties[bad].Value+by) < 1 {
					named++
				}
			}
		}
	}
	t.Logf("planted %d, found %d, named right %d; %d of %d sound rooms doubted", planted, found, named, alarms, clean)
	assert.GreaterOrEqual(t, float64(named)/float64(planted), 0.9)
	assert.LessOrEqual(t, float64(alarms)/float64(clean), 0.04)
}

func TestALengthThatNoRoomHasIsLeftOut(t *testing.T) {
	ties := append(rectangle(187.446), tape(1, 3, 300))
	s := Solve(corners(4), ties, nil)
	assert.Contains(t, s.Ties[5].CantBe, "longer than the way by")
	assert.True(t, s.Ties[5].Doubtful)
	assert.Zero(t, s.Missing, "the rest still works")
	assert.InDelta(t, 90, s.Corners[0].Inside, 0.01)
}

func TestAnOutlineThatCrossesItselfIsSeen(t *testing.T) {
	assert.Equal(t, [][2]int{{0, 2}}, geo.Crossings([]geo.Point{{X: 0, Y: 0}, {X: 10, Y: 10}, {X: 10, Y: 0}, {X: 0, Y: 10}}))
	assert.Empty(t, geo.Crossings(rooms["a chimney breast"].at))
	for name, room := range rooms {
		assert.Positive(t, geo.Area(room.at), name)
	}
	assert.True(t, inSight(rooms["a wedge"].at, 0, 2))
	assert.False(t, inSight(rooms["a jog"].at, 2, 4), "the jog stands between")
}

func newRandom() *rand.Rand { return rand.New(rand.NewPCG(1, 2)) }
