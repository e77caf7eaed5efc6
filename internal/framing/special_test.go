package framing

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/geo"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
)

// floorJoists are joists of a run that cross walls along x, every so far from the first.
func floorJoists(first, every measure.Length, n int) (out []survey.Joist) {
	for i := range measure.Length(n) {
		out = append(out, survey.Joist{Run: "fj", Of: survey.Floor, At: geo.Point{X: (first + i*every).Millimetres()}, Angle: 90, Width: (3 * in / 2).Millimetres()})
	}
	return out
}

func halfOf(high measure.Length) func(*Wall) {
	return func(w *Wall) {
		w.Own = Part{Kind: Half, Height: high, Top: []*wood.Lumber{twoBy4}, Posts: &Posts{Joists: "fj", Lap: 7 * in, Deck: 3 * in / 4, Every: 48 * in}}
	}
}

func byKind(f *Framed, kind wood.Kind) (out []Member) {
	for _, m := range f.Members {
		if m.Kind == kind {
			out = append(out, m)
		}
	}
	return out
}

func codesOf(f *Framed) (out []string) {
	for _, x := range f.Findings {
		out = append(out, x.Code)
	}
	return out
}

// closes asks of every piece that its sum is its length.
func closes(t require.TestingT, f *Framed) {
	for _, m := range f.Members {
		sum := measure.Length(0)
		for _, l := range m.Sum {
			sum += l.Value
		}
		require.Equal(t, m.Exact, sum, "%s %s", m.ID, m.Kind)
	}
}

func inch(l measure.Length) float64 { return float64(l) / float64(in) }

// 42 high under a 1 1/2 cap on a 1 1/2 plate: 42 − 1 1/2 − 1 1/2 = 39. A post goes
// through 3/4 of floor and 7 down its joist: 42 − 1 1/2 + 3/4 + 7 = 48 1/4. No fit is
// taken off either.
func TestAHalfWall(t *testing.T) {
	f := Frame(wall(96*in, halfOf(42*in)), rules, level(2440), Found{Joists: floorJoists(8*in, 16*in, 6)})
	closes(t, f)
	for _, m := range byKind(f, wood.Stud) {
		assert.Equal(t, 39*in, m.Exact, m.ID)
		assert.Equal(t, Ready, m.State)
	}
	posts := byKind(f, wood.Post)
	require.Len(t, posts, 3)
	for _, m := range posts {
		assert.Equal(t, 193*in/4, m.Exact, m.ID)
		assert.Equal(t, 31*in/4, m.Down)
		assert.InDelta(t, -1000-7.75*25.4, m.Base, 1e-6, "its foot lies so far under the floor")
	}
	// joists are centred at 8, 24, … 88 and 1 1/2 thick: a post's face on a joist's, the
	// last one's on its far side, where 5 3/4 are left to the end
	assert.Equal(t, []string{"5 3/4–7 1/4", "40 3/4–42 1/4", "88 3/4–90 1/4"}, places(posts, wood.Post))
	assert.Equal(t, []string{"0–5 3/4", "7 1/4–40 3/4", "42 1/4–88 3/4", "90 1/4–96"}, places(f.Members, wood.BottomPlate), "the plate ends at the slots")
	assert.Equal(t, []string{"0–96"}, places(f.Members, wood.Cap))
	assert.Empty(t, byKind(f, wood.TopPlate))
	assert.Contains(t, codesOf(f), "slots-open-the-floor")
	assert.Equal(t, OffIt, Lies(f, rules, Found{})[survey.Ceiling].Lie)
}

// A cap that falls 2° over 3 1/2: 3 1/2 × tan 2° = 0.1222. Lying askew it takes
// 1 1/2 ÷ cos 2° = 1.5009 of the height: the long side is 38.9991, the short 38.8769.
func TestACapFalls(t *testing.T) {
	f := Frame(wall(60*in, halfOf(42*in), func(w *Wall) { w.Own.Cross = math.Tan(2 * math.Pi / 180) }), rules, level(2440), Found{Joists: floorJoists(8*in, 16*in, 6)})
	closes(t, f)
	m := byKind(f, wood.Stud)[1]
	assert.InDelta(t, 38.9991, inch(m.Exact), 1e-4)
	assert.InDelta(t, 38.8769, inch(m.Short), 1e-4)
	assert.InDelta(t, 2, m.Slope, 1e-9)
	p := f.Wall.whole()
	assert.InDelta(t, 0.1222, inch(p.Falls()), 1e-4)
}

// Posts meet their joists: face on face, wherever joists lie, in nothing else, and no two
// stand farther apart than they may, where there is a joist between them.
func TestPostsMeetTheirJoists(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		eighths := func(name string, low, high int) measure.Length {
			return measure.Length(rapid.IntRange(low*8, high*8).Draw(t, name)) * in / 8
		}
		first, every := eighths("first", -20, 30), eighths("every", 12, 24)
		joists := floorJoists(first, every, 20)
		f := Frame(wall(eighths("long", 24, 200), halfOf(40*in)), rules, level(2440), Found{Joists: joists})
		closes(t, f)
		posts := byKind(f, wood.Post)
		for i, m := range posts {
			meets := false
			for _, j := range joists {
				at := measure.FromMillimetres(j.At.X)
				meets = meets || m.To == at-3*in/4 || m.From == at+3*in/4
			}
			require.True(t, meets, "%s at %v", m.ID, m.From)
			for _, o := range f.Members {
				if o.ID != m.ID && (o.Kind.Upright() || o.Kind == wood.BottomPlate) {
					require.False(t, o.From < m.To && o.To > m.From, "%s stands in %s", m.ID, o.ID)
				}
			}
			if i > 0 {
				require.LessOrEqual(t, m.From-posts[i-1].From, 48*in+every, "a joist lies between")
			}
		}
		if len(posts) == 0 {
			require.Contains(t, codesOf(f), "no-joist-for-post")
		}
		require.Len(t, f.Slots, len(posts))
	})
}

func rakedOf(high measure.Length, degrees float64) func(*Wall) {
	return func(w *Wall) {
		w.Own = Part{Kind: Raked, Height: high, Rise: math.Tan(degrees * math.Pi / 180)}
	}
}

// 96 at its start, falling 35°: at 15 1/4, a stud's higher side, 96 − 15 1/4 × tan 35° =
// 85.3218. Plates take 1 1/2 and 1 1/2 ÷ cos 35° = 1.8312, the fit 1/16: 81.9282. Its
// other side is 1 1/2 × tan 35° = 1.0503 shorter. The plate is 60 ÷ cos 35° = 73.2465,
// and the stud's mark on it at 15 1/4 ÷ cos 35° = 18.6168.
func TestARakedWall(t *testing.T) {
	f := Frame(wall(60*in, rakedOf(96*in, -35)), rules, level(2440), Found{})
	closes(t, f)
	m := byKind(f, wood.Stud)[1]
	assert.Equal(t, 61*in/4, m.From)
	assert.InDelta(t, 81.9282, inch(m.Exact), 1e-4)
	assert.InDelta(t, 80.8779, inch(m.Short), 1e-4)
	assert.InDelta(t, 35, m.Slope, 1e-9)
	assert.InDelta(t, 73.2465, inch(byKind(f, wood.TopPlate)[0].Exact), 1e-4)
	var top, bottom measure.Length
	for _, x := range f.Marks {
		switch {
		case x.Member != m.ID:
		case x.Plates[0] == "top":
			top = x.Tape
		default:
			bottom = x.Tape
		}
	}
	assert.Equal(t, 61*in/4, bottom)
	assert.InDelta(t, 18.6168, inch(top), 1e-4)
}

// Raked studs against trigonometry, at every slope: long and short side under the plate,
// each over its own face; the plates lie along the slope from end to end.
func TestRakedStudsAtEverySlope(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		deg := float64(rapid.IntRange(-70, 70).Draw(t, "degrees"))
		if deg == 0 {
			deg = 0.5
		}
		long := in * measure.Length(rapid.IntRange(20, 120).Draw(t, "long"))
		tan, cos := math.Tan(deg*math.Pi/180), math.Cos(deg*math.Pi/180)
		high := 20 + math.Max(0, -tan*inch(long)) + 3/cos
		f := Frame(wall(long, rakedOf(measure.Length(high*float64(in)), deg)), rules, level(2440), Found{})
		closes(t, f)
		for _, m := range byKind(f, wood.Stud) {
			side := func(at measure.Length) float64 { return high + tan*inch(at) - 1.5 - 1.5/cos - 1.0/16 }
			require.InDelta(t, math.Max(side(m.From), side(m.To)), inch(m.Exact), 1e-5, m.ID)
			require.InDelta(t, math.Min(side(m.From), side(m.To)), inch(m.Short), 1e-5, m.ID)
			require.InDelta(t, math.Abs(deg), m.Slope, 1e-9)
		}
		total := 0.0
		for _, m := range byKind(f, wood.TopPlate) {
			total += inch(m.Exact)
			require.LessOrEqual(t, m.Cut, m.Lumber.Longest()+in/16, "a stick reaches")
		}
		require.InDelta(t, inch(long)/cos, total, 1e-5)
	})
}

// A ceiling that was read falls 1 in 4 along the wall: the raked wall follows it.
func TestARakedWallFollowsTheCeiling(t *testing.T) {
	slope := planes{floor: func(geo.Point) float64 { return 0 }, ceiling: func(p geo.Point) float64 { return 2400 - p.X/4 }, spread: 0.5}
	f := Frame(wall(80*in, func(w *Wall) { w.Own = Part{Kind: Raked, Along: true} }), rules, slope, Found{})
	closes(t, f)
	for _, m := range byKind(f, wood.Stud) {
		want := 2400 - m.From.Millimetres()/4 - 38.1 - 38.1*math.Sqrt(1+1.0/16) - 25.4/16
		assert.InDelta(t, want, m.Exact.Millimetres(), 0.02, m.ID)
		assert.InDelta(t, math.Atan(.25)*180/math.Pi, m.Slope, 1e-6)
	}
}

// A top of its own, level over a floor that falls 1/4 in a foot: what stands where the
// floor is lower is as much longer. Where nothing of it was levelled it follows it.
func TestATopOfItsOwnIsLevel(t *testing.T) {
	falls := planes{floor: func(p geo.Point) float64 { return -1000 - p.X/48 }, ceiling: func(geo.Point) float64 { return 2000 }, spread: 0.3}
	own := func(w *Wall) { w.Own = Part{Kind: Plain, Height: 60 * in} }
	f := Frame(wall(96*in, own), rules, falls, Found{})
	closes(t, f)
	for _, m := range byKind(f, wood.Stud) {
		centre := (m.From + m.To) / 2
		assert.InDelta(t, 57+inch(centre)/48, inch(m.Exact), 1e-4, m.ID)
	}
	assert.NotContains(t, codesOf(f), "top-follows-floor")
	f = Frame(wall(96*in, own), rules, level(50*25.4), Found{})
	assert.Contains(t, codesOf(f), "over-the-ceiling")
	for _, m := range byKind(f, wood.Stud) {
		assert.Equal(t, Blocked, m.State)
	}
}

// The top stays 3/4 under a ceiling of 2440 mm: studs are that much shorter. A brace at
// 45° over 3/4 is 3/4 × √2. 90 high under 2440, that is 96.0630: 6.0630 × √2 to bridge.
func TestAFreeTop(t *testing.T) {
	free := func(w *Wall) {
		w.Own = Part{Kind: FreeTop, Under: 3 * in / 4, Braces: Braces{Every: 48 * in, Clear: 3 * in / 4}}
	}
	f := Frame(wall(120*in, free), rules, level(2440), Found{})
	closes(t, f)
	plain := Frame(wall(120*in), rules, level(2440), Found{})
	for i, m := range byKind(f, wood.Stud) {
		assert.InDelta(t, inch(byKind(plain, wood.Stud)[i].Exact)-.75, inch(m.Exact), 1e-4)
	}
	braces := byKind(f, wood.Brace)
	require.NotEmpty(t, braces)
	last := measure.Length(0)
	for _, b := range braces {
		assert.InDelta(t, .75*math.Sqrt2, inch(b.Exact), 1e-4)
		assert.LessOrEqual(t, b.From-last, 48*in)
		last = b.From
	}
	high := func(l measure.Length) func(*Wall) { return func(w *Wall) { w.Own.Under, w.Own.Height = 0, l } }
	f = Frame(wall(120*in, free, high(90*in)), rules, level(2440), Found{})
	closes(t, f)
	assert.InDelta(t, 6.0630*math.Sqrt2, inch(byKind(f, wood.Brace)[0].Exact), 1e-3)
	f = Frame(wall(120*in, free, high(95*in+in/2)), rules, level(2440), Found{})
	assert.Contains(t, codesOf(f), "top-not-clear")
}

// Half a wall to 48, full to the ceiling from there: each has its own top, with a stud
// on each side of where they meet, and nothing of either lies past it.
func TestAHalfWallBecomesFull(t *testing.T) {
	w := wall(120*in, func(w *Wall) {
		half := Part{From: 0, To: 48 * in, Kind: Half, Height: 40 * in, Top: []*wood.Lumber{twoBy4}, Bottom: []*wood.Lumber{twoBy4}, Lumber: twoBy4, Posts: &Posts{Joists: "fj", Lap: 7 * in, Deck: in, Every: 48 * in}}
		w.Parts, w.Breaks = []Part{half}, []Break{{survey.Ceiling, 48 * in}}
	})
	f := Frame(w, rules, level(2440), Found{Joists: floorJoists(8*in, 16*in, 8)})
	closes(t, f)
	assert.Equal(t, []string{"0–48"}, places(f.Members, wood.Cap))
	assert.Equal(t, []string{"48–120"}, places(f.Members, wood.TopPlate))
	for _, m := range byKind(f, wood.Stud) {
		if m.To <= 48*in {
			assert.Equal(t, 37*in, m.Exact, m.ID)
		} else {
			assert.InDelta(t, 2440-2*38.1-25.4/16, m.Exact.Millimetres(), 0.01, m.ID)
		}
	}
	stands := places(f.Members, wood.Stud)
	assert.Contains(t, stands, "46 1/2–48")
	assert.Contains(t, stands, "48–49 1/2")
	assert.True(t, f.Section.CeilingAt(47*in) < f.Section.CeilingAt(49*in))
}

// 2x6 from 48 to 96 in a wall of 2x4: with plates of its own it has its own; with 2x6
// plates all along they are ripped to 3 1/2 beside it, and 5 1/2 − 3 1/2 = 2 is left.
func TestADeepPart(t *testing.T) {
	deep := func(plates *wood.Lumber) *Wall {
		return wall(144*in, func(w *Wall) {
			w.Bottom, w.Top = []*wood.Lumber{plates}, []*wood.Lumber{plates}
			w.Parts = []Part{{From: 48 * in, To: 96 * in, Kind: Plain, Lumber: twoBy6, Bottom: []*wood.Lumber{twoBy6}, Top: []*wood.Lumber{twoBy6}}}
			w.Breaks = []Break{{survey.Ceiling, 48 * in}, {survey.Ceiling, 96 * in}}
			if plates == twoBy4 {
				w.Breaks = append(w.Breaks, Break{survey.Floor, 48 * in}, Break{survey.Floor, 96 * in})
			}
		})
	}
	f := Frame(deep(twoBy4), rules, level(2440), Found{})
	closes(t, f)
	var bottoms []string
	for _, m := range f.Members {
		if m.Kind == wood.BottomPlate {
			bottoms = append(bottoms, m.Lumber.ID+" "+places([]Member{m}, wood.BottomPlate)[0])
		}
		if m.Kind == wood.Stud {
			want := twoBy4
			if m.From >= 48*in && m.To <= 96*in {
				want = twoBy6
			}
			assert.Equal(t, want.ID, m.Lumber.ID, m.ID)
		}
	}
	assert.ElementsMatch(t, []string{"2x4 0–48", "2x6 48–96", "2x4 96–144"}, bottoms)
	assert.Empty(t, f.Rips)
	f = Frame(deep(twoBy6), rules, level(2440), Found{})
	closes(t, f)
	assert.Contains(t, codesOf(f), "two-depths")
	for _, r := range f.Rips {
		assert.Equal(t, [2]measure.Length{7 * in / 2, 2 * in}, [2]measure.Length{r.Depth, r.Strip})
		assert.True(t, r.To <= 48*in || r.From >= 96*in)
	}
	assert.NotContains(t, codesOf(f), "plate-depth")
}

// An end askew by 3/4 over 3 1/2 (12.1°), its stud held in 1 1/2: at the back a block is
// 1 1/2 + 3/4 = 2 1/4 long, on the snapped face 1 1/2. They lie no more than 24 apart.
func TestBevelledBlocks(t *testing.T) {
	f := Frame(wall(60*in, func(w *Wall) { w.Stop = End{Held: 3 * in / 2, Skew: 3 * in / 4, Bevel: 12.0948, Blocks: true} }), rules, level(2440), Found{})
	closes(t, f)
	blocks := byKind(f, wood.BevelBlock)
	require.NotEmpty(t, blocks)
	last := 0.0
	for i, m := range blocks {
		assert.Equal(t, [2]measure.Length{9 * in / 4, 3 * in / 2}, [2]measure.Length{m.Exact, m.Short})
		assert.Equal(t, "58 1/2–60", places(blocks[i:i+1], wood.BevelBlock)[0])
		if i > 0 {
			assert.LessOrEqual(t, m.Base-last, 24*25.4+1e-6)
		}
		last = m.Base
	}
	f = Frame(wall(60*in, func(w *Wall) { w.Start = End{Held: 9 * in / 4, Skew: -3 * in / 4, Bevel: 12.0948, Blocks: true} }), rules, level(2440), Found{})
	m := byKind(f, wood.BevelBlock)[0]
	assert.Equal(t, [2]measure.Length{9 * in / 4, 3 * in / 2}, [2]measure.Length{m.Exact, m.Short}, "the other way round")
}
