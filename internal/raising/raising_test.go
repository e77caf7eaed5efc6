package raising

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/job"
	"homalos/internal/law"
	"homalos/internal/site"
	"homalos/internal/wood"
	"homalos/internal/work"
)

const in = 25.4

func TestWhatAFrameSweeps(t *testing.T) {
	for _, c := range []struct{ high, deep, over float64 }{{93, 3.5, 0.066}, {93, 5.5, 0.163}, {113, 5.5, 0.134}} {
		assert.InDelta(t, c.over, Sweep(c.high, c.deep)-c.high, 0.0006, "%v by %v", c.high, c.deep)
	}
}

// touches turns a frame up step by step, and says how near it comes to a stretch: less
// than nothing where it touches. It knows nothing of diagonals.
func touches(high, deep float64, a, b at) float64 {
	least := math.Inf(1)
	for step := range 1801 {
		angle := float64(step) / 1800 * math.Pi / 2
		sin, cos := math.Sin(angle), math.Cos(angle)
		for k := range 241 { // places of the stretch, in the frame's own axes
			share := float64(k) / 240
			u, y := a.u+share*(b.u-a.u), a.y+share*(b.y-a.y)
			h, d := u*cos+y*sin, -u*sin+y*cos // up the frame, and from its underside
			over, beside := h-high, d-deep
			switch {
			case d < 0 || h < 0: // under it, or behind its foot
			case over <= 0 && beside <= 0:
				least = math.Min(least, math.Max(over, beside))
			default:
				least = math.Min(least, math.Hypot(math.Max(over, 0), math.Max(beside, 0)))
			}
		}
	}
	return least
}

// Against a frame that is turned step by step: it never is said to clear what that one
// touches, and what is said to jam is touched, or missed by less than a 16th.
func TestTheSweepIsWhatAFrameTouches(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		high := rapid.Float64Range(60*in, 140*in).Draw(t, "high")
		deep := rapid.Float64Range(2*in, 12*in).Draw(t, "deep")
		out := rapid.Float64Range(-2*deep, high).Draw(t, "out")
		a := at{out, 0}
		far := Sweep(high, deep) + rapid.Float64Range(-3*in, 3*in).Draw(t, "far")
		a.y = math.Sqrt(math.Max(far*far-out*out, (high/4)*(high/4)))
		b := at{a.u + rapid.Float64Range(0, 40*in).Draw(t, "wide"), a.y + rapid.Float64Range(-4*in, 4*in).Draw(t, "slope")}
		p, ok := nearest(a, b, deep)
		if !ok {
			return
		}
		left := p.far() - Sweep(high, deep)
		really := touches(high, deep, a, b)
		if left > 0 {
			require.Greater(t, really, 0.0, "said to clear by %v, and touched", left)
		}
		if left < -in/16 {
			require.Less(t, really, in/16, "said to jam by %v, and clears by %v", -left, really)
		}
	})
}

// In rooms with any ceiling, beams and ducts, against the frame turned step by step in
// each section: it is never said to clear what that one touches, and what is said to jam
// is touched, or missed by less than a 16th.
func TestTheSweepInAnyRoom(t *testing.T) {
	jams, clears := 0, 0
	law.Each(t, 16, func(seed int) {
		c := rand.New(rand.NewPCG(uint64(seed), 8))
		d := room(1)
		for i := range d.Survey.Readings {
			if x := &d.Survey.Readings[i]; x.Kind == "ceiling" {
				x.Value = job.L(fmt.Sprintf("%d/16 in", 56*16-c.IntN(12)))
			}
		}
		d.Lumber[0].Depth = job.L(fmt.Sprint(3+c.IntN(7), " in"))
		for i := range c.IntN(3) {
			y := job.L(fmt.Sprint(60+c.IntN(60), " in"))
			d.Survey.Obstructions = append(d.Survey.Obstructions, job.Obstruction{ID: fmt.Sprint("beam", i), Kind: []string{"beam", "duct"}[i%2], From: &job.Place{X: job.L("0 in"), Y: y}, To: &job.Place{X: job.L("300 in"), Y: y}, Width: job.L("8 in"), Underside: job.L(fmt.Sprint(46+c.IntN(9), " in"))})
		}
		if _, faults := site.Of(d); faults != nil {
			return
		}
		r := newRaiser(resulted(t, d))
		w := r.Walls[0]
		deep := w.Wall.Lumber.Depth.Millimetres()
		for _, side := range []Side{Left, Right} {
			along, off := axes(w.Wall, side)
			over := r.look(w, side)
			less := 4 * in * c.Float64()
			x := r.tilt(w, side, over, less)
			least := math.Inf(1)
			for i, s := range over.stations {
				if over.ceiling[i] == nil || i%16 != 0 && s != x.Station {
					continue
				}
				high := through(w, frame(w, less), s, less)
				for k := 1; k < len(over.ceiling[i]); k++ {
					least = math.Min(least, touches(high, deep, over.ceiling[i][k-1], over.ceiling[i][k]))
				}
				for _, h := range over.hangs(i, r.foot(w.Wall, side, s), along, off, nil) {
					least = math.Min(least, touches(high, deep, h.from, h.to))
				}
			}
			switch {
			case x.Clears == Yes:
				clears++
				assert.Greater(t, least, 0.0, "seed %d from the %s: said to clear by %v", seed, side, x.Clearance)
			case x.Clearance < -in/16:
				jams++
				assert.Less(t, least, in/16, "seed %d from the %s: said to jam by %v", seed, side, -x.Clearance)
			}
		}
	})
	assert.Positive(t, jams)
	assert.Positive(t, clears)
}

func resulted(t *testing.T, d job.Document) *work.Result {
	t.Helper()
	s, faults := site.Of(d)
	require.Empty(t, faults)
	return work.Out(s)
}

// room is a room of 300 in by 200, 96 in high all over, with so many walls along x, each
// 80 in from the one before.
func room(walls int) job.Document {
	d := job.Starter("room", "imperial")
	d.Rules = &job.Rules{}
	d.Survey = &job.Survey{Noise: job.L("1/64 in")}
	for i := range 7 {
		for k := range 5 {
			at := job.Place{X: job.L(fmt.Sprint(i*50, " in")), Y: job.L(fmt.Sprint(k*50, " in"))}
			for kind, value := range map[string]string{"floor": "-40 in", "ceiling": "56 in"} {
				d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: fmt.Sprint(kind, i, k), Kind: kind, Place: &at, Value: job.L(value)})
			}
		}
	}
	for i := range walls {
		y := job.L(fmt.Sprint(50+80*i, " in"))
		d.Walls = append(d.Walls, job.Wall{ID: string(rune('A' + i)), From: job.Place{X: job.L("50 in"), Y: y}, To: job.Place{X: job.L("170 in"), Y: y}, Lumber: d.Lumber[0].ID, Carries: "no"})
	}
	return d
}

// Cut for its place it jams or can't be said to clear; built to tilt, its studs are
// shorter by what it sweeps, and it clears by the fit; under a duct it clears from the
// other side alone.
func TestADeepWallJamsAndIsCured(t *testing.T) {
	d := room(1)
	d.Lumber[0].Depth = job.L("5 1/2 in")
	d.Rules.Fit = job.L("1/8 in")
	one := Of(resulted(t, d))[0]
	assert.Equal(t, PlateFirst, one.Way, "whole it jams; without its bottom plate it clears")
	for _, x := range one.Tilt {
		require.True(t, x.Known)
		assert.InDelta(t, 96*in, x.Has, 0.5)
		assert.InDelta(t, Sweep(94.375*in, 5.5*in), x.Needs, 0.5)
		assert.Equal(t, Yes, x.Clears)
	}
	d.Walls[0].Raise = &job.Raise{Way: "tilt"}
	r := resulted(t, d)
	tilted := Of(r)[0]
	assert.Equal(t, TiltUp, tilted.Way)
	m, _ := r.Member("A-S3")
	assert.Equal(t, "92 11/16 in", d.Units.Write(m.Cut), "96, 3 of plates, 1/8, and 0.158 that it sweeps, down to the mark")
	for _, x := range tilted.Tilt {
		assert.Equal(t, Yes, x.Clears)
		assert.GreaterOrEqual(t, x.Clearance, in/8-0.5)
	}
	under := job.L("50 in")
	d.Survey.Obstructions = []job.Obstruction{{ID: "duct", Kind: "duct", From: &job.Place{X: job.L("0 in"), Y: job.L("75 in")}, To: &job.Place{X: job.L("300 in"), Y: job.L("75 in")}, Width: job.L("12 in"), Underside: under}}
	ducted := Of(resulted(t, d))[0]
	assert.Equal(t, No, ducted.Tilt[0].Clears, "the duct hangs on the left")
	assert.Equal(t, "duct", ducted.Tilt[0].By)
	assert.Equal(t, Yes, ducted.Tilt[1].Clears)
	want := math.Hypot((75-6-55.5)*in, 90*in) // its near edge, from the left face's foot
	assert.InDelta(t, math.Min(want, 96*in), ducted.Tilt[0].Has, 40)
}

// Whatever hangs beside a wall that is to be tilted: each cure that is offered, taken, lets
// it go up; where it clears at no angle less is left than it is said to jam by.
func TestEachCureThatIsOfferedCures(t *testing.T) {
	kinds := map[string]int{}
	for seed := range 48 {
		c := rand.New(rand.NewPCG(uint64(seed), 5))
		pick := func(all ...string) string { return all[c.IntN(len(all))] }
		d := room(1)
		d.Lumber[0].Depth = job.L(fmt.Sprint(3+c.IntN(9), " in"))
		d.Walls[0].Raise = &job.Raise{Way: pick("tilt", "sections", "plate-first"), Side: pick("", "left", "right")}
		for i := range c.IntN(3) {
			where, under := 20+c.IntN(70), 45+c.IntN(11)
			if c.IntN(2) == 0 { // close by the wall, just under the ceiling
				where, under = 62+c.IntN(3), 55
			}
			y := job.L(fmt.Sprint(where, " in"))
			d.Survey.Obstructions = append(d.Survey.Obstructions, job.Obstruction{ID: fmt.Sprint("duct", i), Kind: "duct", From: &job.Place{X: job.L("0 in"), Y: y}, To: &job.Place{X: job.L("300 in"), Y: y}, Width: job.L("10 in"), Underside: job.L(fmt.Sprint(under, " in"))})
		}
		if _, faults := site.Of(d); faults != nil {
			continue
		}
		one := Of(resulted(t, d))[0]
		for _, x := range one.Tilt {
			least := math.Inf(1)
			for up := 0.0; up <= 90; up++ {
				least = math.Min(least, x.left(up, one.Wall.Wall.Lumber.Depth.Millimetres()))
			}
			if x.Clearance > 0 && x.Known {
				assert.Greater(t, least, -1e-6, "it clears, so at each angle")
			}
			if x.Clearance < -in/4 {
				assert.Negative(t, least, "it jams, so at some angle")
			}
		}
		for _, c := range one.Cures {
			kinds[c.Do]++
			next := d
			next.Walls = []job.Wall{d.Walls[0]}
			if raise := one.Cured(c); raise != nil {
				next.Walls[0].Raise = raise
			} else {
				next.Walls[0].Fit = job.Exactly(c.Fit, d.Units)
			}
			r := resulted(t, next)
			cured := Of(r)[0]
			assert.Empty(t, cured.Jams(r), "%v of %+v", c, d.Walls[0].Raise)
		}
	}
	for _, do := range []string{"side", "plate-first", "in-place", "shorter"} {
		assert.Positive(t, kinds[do], "%s was tried", do)
	}
}

// Between two walls that are there, near to both faces, nobody raises a wall or gets at it.
func TestAWallThatGoesUpInNoWay(t *testing.T) {
	d := room(1)
	for i := range 4 {
		d.Survey.Corners = append(d.Survey.Corners, job.Corner{ID: fmt.Sprint("c", i)})
	}
	for _, x := range []struct{ from, to, long string }{{"c0", "c1", "140 in"}, {"c1", "c2", "20 in"}, {"c2", "c3", "140 in"}, {"c3", "c0", "20 in"}, {"c0", "c2", "141 7/16 in"}, {"c1", "c3", "141 7/16 in"}} {
		d.Survey.Ties = append(d.Survey.Ties, job.Tie{ID: x.from + x.to, Kind: "length", From: x.from, To: x.to, Value: job.L(x.long)})
	}
	d.Walls[0].From, d.Walls[0].To = job.Place{X: job.L("10 in"), Y: job.L("10 in")}, job.Place{X: job.L("130 in"), Y: job.L("10 in")}
	r := resulted(t, d)
	one := Of(r)[0]
	if assert.Len(t, one.Jams(r), 1) {
		assert.Equal(t, "no-way-up", one.Jams(r)[0].Code)
	}
	assert.Empty(t, Of(resulted(t, room(1)))[0].Jams(r))
}

func TestWhatAWallWeighs(t *testing.T) {
	r := resulted(t, room(1))
	volume := 0.0
	for _, m := range r.Walls[0].Members {
		volume += m.Lumber.Thickness.Millimetres() * m.Lumber.Depth.Millimetres() * m.Cut.Millimetres() / 1e9
	}
	one := Of(r)[0]
	assert.GreaterOrEqual(t, one.Weight, 450*volume)
	assert.LessOrEqual(t, one.Weight, 600*volume)
	assert.Equal(t, int(math.Ceil(one.Weight/23)), one.People)
	assert.Equal(t, int(math.Ceil(one.Weight/46)), one.AtStart)
}

// A wall that butts another stands after it, whatever their names; the crew's own order
// is kept, and what it breaks is told.
func TestWhichStandsFirst(t *testing.T) {
	d := room(2)
	d.Walls = append(d.Walls, job.Wall{ID: "0", From: job.Place{X: job.L("110 in"), Y: job.L("53 1/2 in")}, To: job.Place{X: job.L("110 in"), Y: job.L("130 in")}, Lumber: d.Lumber[0].ID, Carries: "no"})
	r := resulted(t, d)
	order := InOrder(r, Of(r))
	var names []string
	for _, x := range order.Turns {
		names = append(names, x.Wall)
	}
	assert.Equal(t, []string{"A", "B", "0"}, names)
	assert.Equal(t, []string{"A", "B"}, order.Turns[2].After)
	assert.Empty(t, order.Findings)
	d.Order = []string{"0", "Z", "B", "0"}
	r = resulted(t, d)
	order = InOrder(r, Of(r))
	assert.Equal(t, "0", order.Turns[0].Wall)
	var codes []string
	for _, f := range order.Findings {
		codes = append(codes, f.Code)
	}
	assert.Equal(t, []string{"order-astray", "order-twice", "order-breaks", "order-breaks"}, codes)
}

func BenchmarkSixtyWalls(b *testing.B) {
	d := room(60)
	s, faults := site.Of(d)
	if faults != nil {
		b.Fatal(faults)
	}
	r := work.Out(s)
	for b.Loop() {
		InOrder(r, Of(r))
	}
}

// What is raised at once: without the plate that is fixed before it, without what is fitted
// later; of two sections the heavier. The parts add up whatever the way.
func TestWhatIsRaisedAtOnce(t *testing.T) {
	d := room(1)
	weigh := func(raise job.Raise) Raising {
		d.Walls[0].Raise = &raise
		return Of(resulted(t, d))[0]
	}
	plate := func(r Raising, k wood.Kind) (out float64) {
		for _, m := range r.Wall.Members {
			if m.Kind == k {
				out += PieceWeight(m)
			}
		}
		return out
	}
	whole := weigh(job.Raise{Way: "tilt"})
	assert.InDelta(t, whole.Parts.Wood, whole.Weight, 1e-9)
	first := weigh(job.Raise{Way: "plate-first"})
	assert.InDelta(t, first.Parts.Wood-plate(first, wood.BottomPlate), first.Weight, 1e-9)
	later := weigh(job.Raise{Way: "tilt", Later: []string{TopPlate}})
	assert.InDelta(t, later.Parts.Wood-plate(later, wood.TopPlate), later.Weight, 1e-9)
	assert.InDelta(t, plate(later, wood.TopPlate), later.Parts.Later, 1e-9)
	parts := weigh(job.Raise{Way: "sections", Sections: []job.Length{job.L("40 in")}})
	assert.Equal(t, 2, parts.Sections())
	assert.Greater(t, parts.Weight, parts.Parts.Wood/2, "the longer one, 80 of 120")
	assert.Less(t, parts.Weight, parts.Parts.Wood*0.75)
	assert.Zero(t, whole.Parts.Treated-plate(whole, wood.BottomPlate)*treated(whole))
}

// treated is 1 where the bottom plate is.
func treated(r Raising) float64 {
	if r.Wall.Wall.Bottom[0].Treated {
		return 1
	}
	return 0
}
