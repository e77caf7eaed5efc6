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
	"homalos/internal/wood"
	"homalos/internal/words"
)

func run(of survey.Surface, angle, first, spacing float64, n int) []survey.Joist {
	var out []survey.Joist
	for i := range n {
		off := (first + spacing*float64(i)) * 25.4
		j := survey.Joist{Of: of, Angle: angle, Width: 1.5 * 25.4, At: geo.Point{X: off}}
		if angle == 0 {
			j.At = geo.Point{Y: off}
		}
		out = append(out, j)
	}
	return out
}

func inches(places []measure.Length) []float64 {
	var out []float64
	for _, p := range places {
		out = append(out, p.Inches())
	}
	return out
}

func TestFixingsByTheUsualSteps(t *testing.T) {
	// 100 in: 5 at 3, 26 1/2, 50, 73 1/2, 97 (the work, step 3)
	assert.Equal(t, []float64{3, 26.5, 50, 73.5, 97}, inches(Spread(0, 100*in, 3*in, 24*in)))
	// 100 in plate: 5 gaps, 6 blocks
	assert.Len(t, Spread(0, 100*in, 0, 24*in), 6)
	assert.Equal(t, []float64{2.5}, inches(Spread(0, 5*in, 3*in, 24*in)))
}

func TestFixingsAreNeverTooFarApart(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		long := measure.Length(rapid.IntRange(1, 400*16).Draw(t, "long")) * in / 16
		e := measure.Length(rapid.IntRange(0, 6).Draw(t, "e")) * in
		places := Spread(0, long, e, 24*in)
		require.NotEmpty(t, places)
		for i, p := range places {
			assert.True(t, p >= 0 && p <= long)
			if i > 0 {
				assert.LessOrEqual(t, p-places[i-1], 24*in+1)
			}
		}
		if long > 2*e {
			assert.Equal(t, e, places[0])
			assert.Equal(t, long-e, places[len(places)-1])
		}
	})
}

func TestHowAWallLiesToJoists(t *testing.T) {
	w := wall(100 * in) // along x, its middle 1 3/4 up
	for name, c := range map[string]struct {
		joists []survey.Joist
		lie    Lie
		says   string
		fix    string
		blocks int
	}{
		"nothing read":           {nil, NotKnown, "No ceiling joists were read.", "Find them", 0},
		"across":                 {run(survey.Ceiling, 90, 4, 16, 7), Crosses, "It crosses 7 ceiling joists: two fixings at each.", "", 0},
		"across, and then none":  {run(survey.Ceiling, 90, 4, 16, 3), Crosses, "It crosses 3 ceiling joists: two fixings at each. No joist from 36 to 100.", "Let in blocks", 0},
		"one right over it":      {run(survey.Ceiling, 0, 2, 16, 3), Under, "A ceiling joist runs along it: fix into that.", "", 0},
		"between two":            {run(survey.Ceiling, 0, -6, 16, 3), Between, "It runs along a bay between ceiling joists, 14 1/2 clear.", "6 blocks of 14 1/2 across the bay", 6},
		"a bay of its own width": {run(survey.Ceiling, 0, -6, 16.375, 3), Between, "It runs along a bay between ceiling joists, 14 7/8 clear.", "6 blocks of 14 7/8", 6},
		"beside the last":        {run(survey.Ceiling, 0, 8, 16, 3), NoJoist, "No ceiling joist comes near it.", "adhesive", 0},
	} {
		t.Run(name, func(t *testing.T) {
			a := w.lie(c.joists, survey.Ceiling, rules)
			text, fix := a.Said(rules)
			assert.Equal(t, c.lie, a.Lie)
			assert.Equal(t, c.says, text)
			assert.Contains(t, fix, c.fix)
			assert.Len(t, a.Blocks, c.blocks)
		})
	}
	between := w.lie(run(survey.Ceiling, 0, -6, 16, 3), survey.Ceiling, rules)
	assert.Equal(t, []float64{0.75, 99.25}, []float64{between.Blocks[0].At.Inches(), between.Blocks[5].At.Inches()}, "flush with the plate's ends")
	concrete := rules
	concrete.Concrete = true
	onFloor := Lies(Frame(w, concrete, level(2440), Found{}), concrete, Found{})[survey.Floor]
	pins, heed := onFloor.With(concrete)
	assert.Equal(t, 3, onFloor.Count)
	assert.Contains(t, pins, "3 powder-driven pins of 2 1/2 or longer", "3, 50 and 97: about 48 apart")
	assert.Contains(t, heed, "only who is trained")
	floor := w.lie(run(survey.Floor, 0, -6, 16, 3), survey.Floor, rules)
	_, fix := floor.Said(rules)
	assert.Contains(t, fix, "asked of a professional")
}

func TestFixingsStandClearOfFeetAndPipes(t *testing.T) {
	f := Frame(wall(100*in), rules, level(2440), Found{})
	found := Found{Obstructions: []Obstruction{pipe(50, 1.75, 1.5)}}
	a := Lies(f, rules, found)[survey.Floor]
	require.Len(t, a.Fixings, 5)
	for _, x := range a.Fixings {
		for _, m := range f.Members {
			if m.Kind == wood.Stud {
				assert.False(t, x.At > m.From-in/2 && x.At < m.To+in/2, "%v in the foot of %s", x.At.Inches(), m.ID)
			}
		}
		assert.False(t, x.At > 49*in && x.At < 51*in, "in the pipe")
	}
	assert.True(t, a.Fixings[2].Moved)
}

func TestDoorStubsHaveEndsOfTheirOwn(t *testing.T) {
	w := wall(144*in, door(30*in, 32*in))
	f := Frame(w, rules, level(2440), Found{})
	a := Lies(f, rules, Found{})[survey.Floor]
	left := w.Openings[0].Left()
	assert.Equal(t, [][2]measure.Length{{0, left}, {w.Openings[0].Right(), 144 * in}}, w.stubs())
	for _, x := range a.Fixings {
		assert.False(t, x.At > left && x.At < w.Openings[0].Right(), "in the doorway")
	}
	narrow := Frame(wall(144*in, door(20*in, 32*in)), rules, level(2440), Found{})
	assert.NotEmpty(t, Lies(narrow, rules, Found{})[survey.Floor].Short, "4 in of plate beside the door")
	crossed := Lies(f, rules, Found{Joists: run(survey.Ceiling, 90, 4, 16, 9)})[survey.Ceiling]
	assert.Len(t, crossed.Fixings, 9)
	assert.Equal(t, 2, crossed.Fixings[0].Count)
}

func TestBlocksAreCutToTheirBay(t *testing.T) {
	f := Frame(wall(100*in), rules, level(2440), Found{Joists: run(survey.Ceiling, 0, -6, 16.4, 3)})
	n := 0
	for _, m := range f.Members {
		if m.Kind != wood.Block {
			continue
		}
		n++
		assert.InDelta(t, 14.9, m.Exact.Inches(), 1e-3)
		assert.Equal(t, "14 7/8 in", measure.Imperial.Write(m.Cut), "down: it goes in between")
		assert.Equal(t, m.Exact, m.Sum[0].Value)
		assert.True(t, m.From >= 0 && m.To <= 100*in)
	}
	assert.Equal(t, 6, n)
	for _, m := range f.Marks {
		assert.NotEqual(t, wood.Block, m.Kind, "no mark on the plates")
	}
	for _, m := range Frame(wall(100*in), rules, level(2440), Found{Joists: run(survey.Ceiling, 90, 4, 16, 7)}).Members {
		assert.NotEqual(t, wood.Block, m.Kind, "joists cross: none is needed")
	}
}

// A bay that widens gives each block its own length.
func TestEachBlockIsCutToItsOwnBay(t *testing.T) {
	joists := run(survey.Floor, 0, -6, 16, 1)
	joists = append(joists, survey.Joist{Of: survey.Floor, Angle: 1, At: geo.Point{X: 50 * 25.4, Y: 10 * 25.4}, Width: 1.5 * 25.4})
	w := wall(100 * in)
	a := w.lie(joists, survey.Floor, rules)
	require.Equal(t, Between, a.Lie)
	require.Len(t, a.Blocks, 6)
	first, last := a.Blocks[0].Clear.Inches(), a.Blocks[5].Clear.Inches()
	assert.InDelta(t, 14.5-49.25*0.017455, first, 1./32)
	assert.InDelta(t, 14.5+49.25*0.017455, last, 1./32)
	text, fix := a.Said(rules)
	assert.Contains(t, text, "13 5/8 to 15 3/8 clear")
	assert.Contains(t, fix, "asked of a professional")
	f := Frame(w, rules, level(2440), Found{Joists: joists})
	cuts := map[measure.Length]bool{}
	for _, m := range f.Members {
		if m.Kind == wood.Block {
			cuts[m.Cut] = true
		}
	}
	assert.Len(t, cuts, 6)
}

// Each piece of a plate is fixed at both its ends, joints included; nothing is
// driven into air, nor where the floor is held back.
func TestEveryPieceOfAPlateIsHeld(t *testing.T) {
	short := func(w *Wall) {
		w.Lumber = &wood.Lumber{ID: "2x4", Thickness: 3 * in / 2, Depth: 7 * in / 2, Stock: []measure.Length{96 * in}}
		w.Bottom, w.Top = []*wood.Lumber{w.Lumber}, []*wood.Lumber{w.Lumber}
	}
	f := Frame(wall(250*in, short), rules, level(2440), Found{})
	unread := Lies(f, rules, Found{})[survey.Ceiling]
	assert.Empty(t, unread.Fixings, "where the joists are is not known: the board alone holds nothing")
	slabs := rules
	slabs.Ceiling = wood.Anchor{By: "bolt"}
	for of, a := range Lies(f, slabs, Found{}) {
		pieces := f.pieces(survey.Surface(of), rules)
		require.Greater(t, len(pieces), 2)
		for _, p := range pieces {
			var held []measure.Length
			for _, x := range a.Fixings {
				if x.At > p[0] && x.At < p[1] {
					held = append(held, x.At)
				}
			}
			require.GreaterOrEqual(t, len(held), 2)
			assert.LessOrEqual(t, held[0]-p[0], 6*in, "near the end at %s", measure.Imperial.Write(p[0]))
			assert.LessOrEqual(t, p[1]-held[len(held)-1], 6*in, "near the end at %s", measure.Imperial.Write(p[1]))
		}
	}
	far := Found{Joists: append(run(survey.Ceiling, 0, 8, 16, 3), run(survey.Floor, 0, 8, 16, 3)...)}
	f = Frame(wall(100*in), rules, level(2440), far)
	for _, a := range Lies(f, rules, far) {
		assert.Equal(t, NoJoist, a.Lie)
		assert.Empty(t, a.Fixings, "no screw is listed for the air")
		text, _ := a.With(rules)
		assert.Equal(t, rules.Tell(words.NothingToFixInto), text)
	}
	slab := rules
	slab.Concrete = true
	assert.NotEmpty(t, Lies(f, slab, far)[survey.Floor].Fixings, "a slab is there whatever the joists do")
	open := wall(100*in, func(w *Wall) { w.Pending = []Pending{{From: 30 * in, To: 60 * in, What: "drain", Below: true}} })
	for _, x := range Lies(Frame(open, rules, level(2440), Found{}), rules, Found{})[survey.Floor].Fixings {
		assert.False(t, x.At >= 30*in && x.At <= 60*in, "the floor is held back there")
	}
	one := run(survey.Ceiling, 90, 40, 16, 1)
	a := Lies(Frame(wall(60*in), rules, level(2440), Found{Joists: one}), rules, Found{Joists: one})[survey.Ceiling]
	assert.Equal(t, 2, a.Count, "two at the one joist")
	assert.Len(t, a.Short, 1, "and that it wants more")
}
