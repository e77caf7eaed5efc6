package framing

import (
	"strings"
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

const in = measure.Inch

// planes is a building that is known exactly: floor and ceiling as planes, in
// millimetres, every sum with the same spread.
type planes struct {
	floor, ceiling func(geo.Point) float64
	spread         float64
	few            bool
	gapsOnly       bool // no level was read: what no sum of gaps gives is not known
	steps          []survey.Step
}

func level(gap float64) planes {
	return planes{floor: func(geo.Point) float64 { return -1000 }, ceiling: func(geo.Point) float64 { return gap - 1000 }, spread: 1}
}

func (p planes) EstimateAll(sums [][]survey.Term) []survey.Estimate {
	out := make([]survey.Estimate, len(sums))
	for i, s := range sums {
		for _, t := range s {
			z := p.floor
			if t.Of == survey.Ceiling {
				z = p.ceiling
			}
			out[i].Value += t.Weight * z(t.At)
		}
		balance := 0.0
		for _, t := range s {
			balance += t.Weight
		}
		out[i].Spread, out[i].Known, out[i].Few = p.spread, !p.gapsOnly || balance == 0, p.few
	}
	return out
}

func (p planes) Next(*survey.Taken, []survey.Held, []survey.Reading, int) []survey.Step {
	return p.steps
}

func (p planes) Taken(survey.Rule) *survey.Taken { return nil }

var (
	rules  = Rules{Units: measure.Imperial, Mark: in / 16, Fit: in / 16, Hold: 3 * in / 16, Near: 24 * in, Reach: 30 * in, Lap: 24 * in}
	twoBy4 = &wood.Lumber{ID: "2x4", Thickness: 3 * in / 2, Depth: 7 * in / 2, Stock: []measure.Length{96 * in, 144 * in, 192 * in}}
	twoBy6 = &wood.Lumber{ID: "2x6", Thickness: 3 * in / 2, Depth: 11 * in / 2, Stock: []measure.Length{144 * in}}
)

func wall(long measure.Length, change ...func(*Wall)) *Wall {
	w := &Wall{
		ID: "A", To: geo.Point{X: long.Millimetres()}, Length: long, Lumber: twoBy4, Bottom: []*wood.Lumber{twoBy4}, Top: []*wood.Lumber{twoBy4},
		Layout: Layout{Spacing: 16 * in}, Carries: CarriesNought,
	}
	for _, c := range change {
		c(w)
	}
	return w
}

func door(centre, width measure.Length) func(*Wall) {
	return func(w *Wall) {
		w.Openings = append(w.Openings, Opening{ID: "D", Kind: Door, Centre: centre, Width: width, Height: 82*in + in/2, Jacks: 1, Header: Header{Lumber: twoBy4, Plies: 1}})
	}
}

func places(members []Member, kinds ...wood.Kind) []string {
	var out []string
	for _, m := range members {
		for _, k := range kinds {
			if m.Kind == k {
				out = append(out, measure.Imperial.Say(m.From, 0)+"–"+measure.Imperial.Say(m.To, 0))
			}
		}
	}
	return out
}

func TestLayoutFromEitherEnd(t *testing.T) {
	for name, c := range map[string]struct {
		change func(*Wall)
		want   string
	}{
		// 47 1/4–48 3/4 would stand in the end stud: its sheet joint has too little wood there, so it stands tight
		"hooked on the from end":            {func(*Wall) {}, "0–1 1/2 15 1/4–16 3/4 31 1/4–32 3/4 47–48 1/2 48 1/2–50"},
		"hooked on the to end":              {func(w *Wall) { w.Layout.FromEnd = true }, "0–1 1/2 1 1/2–3 17 1/4–18 3/4 33 1/4–34 3/4 48 1/2–50"},
		"a board there already: 1/2 more":   {func(w *Wall) { w.Layout.Offset = in / 2 }, "0–1 1/2 15 3/4–17 1/4 31 3/4–33 1/4 47–48 1/2 48 1/2–50"},
		"an outside corner: 3 1/2 less":     {func(w *Wall) { w.Layout.Offset = -7 * in / 2 }, "0–1 1/2 11 3/4–13 1/4 27 3/4–29 1/4 43 3/4–45 1/4 48 1/2–50"},
		"an offset of a whole bay":          {func(w *Wall) { w.Layout.Offset = 16 * in }, "0–1 1/2 15 1/4–16 3/4 31 1/4–32 3/4 48 1/2–50"},
		"a sheet that starts 12 in in":      {func(w *Wall) { w.Layout.Offset = 12 * in }, "0–1 1/2 11 1/4–12 3/4 27 1/4–28 3/4 43 1/4–44 3/4 48 1/2–50"},
		"equal bays: four of 12 1/8 centre": {func(w *Wall) { w.Layout.Equal = true }, "0–1 1/2 12 1/8–13 5/8 24 1/4–25 3/4 36 3/8–37 7/8 48 1/2–50"},
	} {
		t.Run(name, func(t *testing.T) {
			f := Frame(wall(50*in, c.change), rules, level(2440), Found{})
			got := strings.Join(places(f.Members, wood.Stud), " ")
			assert.Equal(t, c.want, got)
		})
	}
}

func TestMarksAreReadFromTheHookWoodAhead(t *testing.T) {
	f := Frame(wall(101*in, func(w *Wall) { w.Layout.FromEnd = true }), rules, level(2440), Found{})
	tapes := []string{}
	last := measure.Length(-1)
	for _, m := range f.Marks {
		assert.Equal(t, Ahead, m.Set)
		assert.GreaterOrEqual(t, m.Tape, last)
		last = m.Tape
		tapes = append(tapes, measure.Imperial.Say(m.Tape, 0))
	}
	assert.Equal(t, []string{"0", "15 1/4", "31 1/4", "47 1/4", "63 1/4", "79 1/4", "95 1/4", "99 1/2"}, tapes)
}

func TestMarkPlusHalfAStudIsACentre(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		long := measure.Length(rapid.IntRange(40, 3000).Draw(t, "16ths"))*in/16 + 20*in
		spacing := rapid.SampledFrom([]measure.Length{12 * in, 16 * in, 24 * in, 600 * measure.Millimetre}).Draw(t, "spacing")
		offset := measure.Length(rapid.IntRange(-320, 320).Draw(t, "offset 16ths")) * in / 16
		end := rapid.Bool().Draw(t, "from the end")
		f := Frame(wall(long, func(w *Wall) { w.Layout = Layout{FromEnd: end, Spacing: spacing, Offset: offset} }), rules, level(2440), Found{})
		why := map[string]string{}
		for _, m := range f.Members {
			why[m.ID] = m.Why
		}
		var last *Member
		for i := range f.Members {
			m := &f.Members[i]
			if m.Kind != wood.Stud {
				continue
			}
			if last != nil {
				require.GreaterOrEqual(t, m.From, last.To, "%s and %s", last.ID, m.ID)
				gap := m.From - last.To
				require.True(t, gap == 0 || gap >= rules.slot() || long < 8*in, "slot of %d", gap)
			}
			last = m
		}
		for _, m := range f.Marks {
			if why[m.Member] == "" {
				require.Zero(t, (m.Tape+twoBy4.Thickness/2-offset)%spacing, "%s at %s", m.Member, measure.Imperial.Write(m.Tape))
			}
		}
	})
}

func TestFromTheMiddleOut(t *testing.T) {
	f := Frame(wall(144*in, door(72*in, 32*in), func(w *Wall) { w.Openings[0].Jacks = 2 }), rules, level(2440), Found{})
	assert.Equal(t, []string{"51 1/2–53", "91–92 1/2"}, places(f.Members, wood.King))
	assert.Equal(t, []string{"53–54 1/2", "54 1/2–56", "88–89 1/2", "89 1/2–91"}, places(f.Members, wood.Jack))
	assert.Equal(t, []string{"53–91"}, places(f.Members, wood.HeaderPly))
	assert.Equal(t, []string{"0–56", "88–144"}, places(f.Members, wood.BottomPlate))
	assert.Equal(t, []string{"0–144"}, places(f.Members, wood.TopPlate))
}

func TestAHeaderOnEdgeOfTwoPliesIsTwoPiecesAndDeeper(t *testing.T) {
	flat := Frame(wall(144*in, door(72*in, 32*in)), rules, level(2540), Found{})
	edge := Frame(wall(144*in, door(72*in, 32*in), func(w *Wall) { w.Openings[0].Header = Header{Lumber: twoBy6, Plies: 2, OnEdge: true} }), rules, level(2540), Found{})
	assert.Len(t, places(edge.Members, wood.HeaderPly), 2)
	height := func(f *Framed) measure.Length {
		for _, m := range f.Members {
			if m.Kind == wood.Cripple {
				return m.Exact
			}
		}
		return 0
	}
	assert.Equal(t, 4*in, height(flat)-height(edge), "5 1/2 on edge for 1 1/2 flat")
	thick := Frame(wall(144*in, door(72*in, 32*in), func(w *Wall) { w.Openings[0].Header = Header{Lumber: twoBy6, Plies: 3, OnEdge: true} }), rules, level(2540), Found{})
	assert.Contains(t, codes(thick), "header-too-thick")
}

func codes(f *Framed) []string {
	var out []string
	for _, x := range f.Findings {
		out = append(out, x.Code)
	}
	return out
}

func TestAKingAtTheWallsEndIsTheEndStud(t *testing.T) {
	f := Frame(wall(38*in, door(19*in, 32*in)), rules, level(2440), Found{})
	assert.Empty(t, places(f.Members, wood.Stud))
	assert.Equal(t, []string{"0–1 1/2", "36 1/2–38"}, places(f.Members, wood.King))
	assert.Equal(t, []string{"0–3", "35–38"}, places(f.Members, wood.BottomPlate))
}

func TestPlateJoints(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		long := measure.Length(rapid.IntRange(60, 900).Draw(t, "inches")) * in
		two := rapid.Bool().Draw(t, "two top plates")
		w := wall(long, func(w *Wall) {
			if two {
				w.Top = []*wood.Lumber{twoBy4, twoBy4}
			}
		})
		if long > 200*in && rapid.Bool().Draw(t, "a door") {
			door(long/2, 32*in)(w)
		}
		f := Frame(w, rules, level(2440), Found{})
		centres := map[measure.Length]bool{}
		for _, m := range f.Members {
			if m.Kind == wood.Stud || m.Kind == wood.King {
				centres[m.From+(m.To-m.From)/2] = true
			}
		}
		covered := map[int]measure.Length{}
		var joints []measure.Length
		for _, m := range f.Members {
			if m.Kind != wood.TopPlate {
				continue
			}
			require.Equal(t, covered[m.Layer], m.From, "each layer is covered once, without a gap")
			covered[m.Layer] = m.To
			require.LessOrEqual(t, m.To-m.From, twoBy4.Longest())
			if m.To < long {
				require.True(t, centres[m.To], "joint at %s on a stud", measure.Imperial.Write(m.To))
				for _, j := range joints {
					require.GreaterOrEqual(t, (j - m.To).Abs(), rules.Lap)
				}
				joints = append(joints, m.To)
			}
		}
		for layer := range w.Top {
			require.Equal(t, long, covered[layer])
		}
	})
}

func TestUnevenFloorGivesEachStudItsOwnLength(t *testing.T) {
	b := level(2440)
	b.floor = func(p geo.Point) float64 { return -1000 - 0.01*p.X }
	f := Frame(wall(96*in), rules, b, Found{})
	last := measure.Length(0)
	for _, m := range f.Members {
		if m.Kind == wood.Stud {
			assert.Greater(t, m.Exact, last)
			last = m.Exact
			assert.LessOrEqual(t, m.Cut, m.Exact, "down to the mark")
		}
	}
}

func TestTheLessSureIsHeldAndTheFewIsHeld(t *testing.T) {
	sure, unsure, few := level(2440), level(2440), level(2440)
	unsure.spread = 6
	unsure.steps = []survey.Step{{Candidate: 1, Frees: []int{0, 1, 2}}}
	few.few = true
	states := func(b planes) map[State]int {
		n := map[State]int{}
		for _, m := range Frame(wall(96*in), rules, b, Found{}).Members {
			if m.Kind == wood.Stud {
				n[m.State]++
			}
		}
		return n
	}
	assert.Equal(t, map[State]int{Ready: 7}, states(sure))
	assert.Equal(t, map[State]int{MeasureFirst: 7}, states(unsure))
	assert.Equal(t, map[State]int{MeasureFirst: 7}, states(few))
	f := Frame(wall(96*in), rules, unsure, Found{})
	require.Equal(t, []string{"measure-first"}, codes(f))
	assert.Equal(t, rules.Tell(words.TapeTheGapOnWallAt, "A", 16*in), f.Findings[0].Fix)
	assert.Equal(t, []string{"A-S1", "A-S2", "A-S3"}, f.Findings[0].Members)
	assert.Equal(t, TakeReading, f.Findings[0].Apply)
	assert.Equal(t, rules.Tell(words.TooUncertainToCutMore, list(rules, []string{"A-S1", "A-S2", "A-S3"}, "is", "are"), rules.Hold), f.Findings[0].Text)
}

func pipe(x, y, width float64) Obstruction {
	at := geo.Point{X: x * 25.4, Y: y * 25.4}
	return Obstruction{ID: "P", Kind: "pipe", From: at, To: at, Width: width * 25.4, Rises: true}
}

func TestWhatRisesInAStudsPlace(t *testing.T) {
	f := Frame(wall(101*in), rules, level(2440), Found{Obstructions: []Obstruction{pipe(32, 1.75, 1.5)}})
	require.Equal(t, []string{"pipe-in-stud"}, codes(f))
	assert.Equal(t, HookOtherEnd, f.Findings[0].Apply)
	f = Frame(wall(101*in), rules, level(2440), Found{Obstructions: []Obstruction{pipe(24, 1.75, 1.5)}})
	assert.Equal(t, []string{"pipe-in-plate"}, codes(f))
	f = Frame(wall(101*in), rules, level(2440), Found{Obstructions: []Obstruction{pipe(32, 5.5, 1.5)}})
	assert.Empty(t, codes(f), "beside the wall")
	f = Frame(wall(101*in), rules, level(2440), Found{Obstructions: []Obstruction{pipe(32, 4.0, 1.5)}})
	assert.Equal(t, []string{"pipe-in-stud"}, codes(f), "a quarter inch into the framing")
	f = Frame(wall(101*in, func(w *Wall) { w.Right = true }), rules, level(2440), Found{Obstructions: []Obstruction{pipe(32, 1.75, 1.5)}})
	assert.Empty(t, codes(f), "the framing stands on the other side")
}

func TestWhatCrossesLowerThanTheStuds(t *testing.T) {
	duct := func(underside float64) Obstruction {
		u := underside
		return Obstruction{ID: "D1", Kind: "duct", From: geo.Point{X: 1220, Y: -2000}, To: geo.Point{X: 1220, Y: 2000}, Width: 300, Underside: &u, Below: 6}
	}
	// a door's king stands in its way: nobody opens that but a carpenter
	door := Opening{ID: "D", Kind: Cased, Centre: 60 * in, Width: 32 * in, Height: 80 * in, Jacks: 1, Header: Header{Lumber: twoBy4, Plies: 1}}
	f := Frame(wall(101*in, func(w *Wall) { w.Openings = []Opening{door} }), rules, level(2440), Found{Obstructions: []Obstruction{duct(1300)}})
	require.Contains(t, codes(f), "obstruction-across")
	for _, m := range f.Members {
		if m.Kind == wood.King && m.From < 54*in {
			assert.Equal(t, Blocked, m.State, m.ID)
		}
	}
	assert.Empty(t, codes(Frame(wall(101*in), rules, level(2440), Found{Obstructions: []Obstruction{duct(1450)}})), "over the top plate")
}

func TestASlantingRunMeetsTheWallWhereItCrosses(t *testing.T) {
	w := wall(200 * in)
	from, to, ok := w.meets(Obstruction{From: geo.Point{X: 1000, Y: -500}, To: geo.Point{X: 2000, Y: 500}, Width: 100, Side: 10})
	require.True(t, ok)
	// crosses the strip 0..88.9 mm between 1500 and 1588.9; the run is 141.4 wide along the wall
	assert.InDelta(t, 1500-70.7-10, from.Millimetres(), 0.1)
	assert.InDelta(t, 1588.9+70.7+10, to.Millimetres(), 0.1)
	_, _, ok = w.meets(Obstruction{From: geo.Point{X: 1000, Y: 200}, To: geo.Point{X: 2000, Y: 200}, Width: 100})
	assert.False(t, ok)
}

func TestTiltedUpAWallNeedsRoomToSwing(t *testing.T) {
	tilt := rules
	tilt.TiltUp = true
	deep := wall(101*in, func(w *Wall) { w.Lumber, w.Bottom, w.Top = twoBy6, []*wood.Lumber{twoBy6}, []*wood.Lumber{twoBy6} })
	f := Frame(deep, tilt, level(93*25.4+1.5875), Found{})
	require.Equal(t, []string{"tilt-clearance"}, codes(f))
	assert.Contains(t, f.Findings[0].Text, "5 1/2 deep needs 5/32 over it", "0.163 in")
	tilt.Fit = in / 8
	assert.Empty(t, codes(Frame(wall(101*in), tilt, level(93*25.4+3.175), Found{})), "an eighth does for a shallow wall")
}

func TestLongerThanStockIsStopped(t *testing.T) {
	f := Frame(wall(96*in), rules, level(5200), Found{})
	assert.Contains(t, codes(f), "longer-than-stock")
	for _, m := range f.Members {
		if m.Kind == wood.Stud {
			assert.Equal(t, Blocked, m.State)
		}
	}
}

func TestNoRoomForStudsIsStopped(t *testing.T) {
	f := Frame(wall(96*in), rules, level(70), Found{})
	assert.Contains(t, codes(f), "no-length")
}

func TestLittleAboveTheHeaderIsPacked(t *testing.T) {
	gap := (82*in + in/2 + 3*in + in).Millimetres() // opening, header and top plate, and an inch
	f := Frame(wall(144*in, door(72*in, 32*in)), rules, level(gap), Found{})
	require.Contains(t, codes(f), "little-above-header")
	assert.NotContains(t, codes(f), "header-too-high")
}

func TestAMovedStudSaysWhyAndASheetEdgeOffTheWoodIsTold(t *testing.T) {
	// king at 49 1/2: the stud centred at 48 leaves 3/4, so it is stood at 48–49 1/2, and the board edge at 48 sits on its very edge
	f := Frame(wall(144*in, door(49*in+in/2+3*in+16*in, 32*in)), rules, level(2440), Found{})
	require.Contains(t, places(f.Members, wood.Stud), "48–49 1/2")
	for _, m := range f.Members {
		if m.Kind == wood.Stud && m.From == 48*in {
			assert.Equal(t, "layout at 48, stood tight against the king", m.Why)
		}
	}
	require.Contains(t, codes(f), "sheet-joint-off-wood")
}

func TestMembersAreNamedAlongTheWall(t *testing.T) {
	f := Frame(wall(144*in, door(72*in, 32*in)), rules, level(2440), Found{})
	last := map[wood.Kind]measure.Length{}
	seen := map[string]bool{}
	for _, m := range f.Members {
		require.False(t, seen[m.ID])
		seen[m.ID] = true
		require.GreaterOrEqual(t, m.From, last[m.Kind], m.ID)
		last[m.Kind] = m.From
	}
	assert.True(t, seen["A-S1"] && seen["A-K2"] && seen["A-J2"] && seen["A-H1"] && seen["A-C1"] && seen["A-B2"] && seen["A-T1"])
}

func TestTheSectionFollowsTheSurfaces(t *testing.T) {
	b := level(2440)
	b.ceiling = func(p geo.Point) float64 { return 1440 + 0.01*p.X }
	f := Frame(wall(96*in), rules, b, Found{})
	require.True(t, f.Section.Known && f.Section.Levels)
	first, last := f.Section.Points[0], f.Section.Points[len(f.Section.Points)-1]
	assert.InDelta(t, 96*25.4*0.01, last.Ceiling-first.Ceiling, 1e-6)
	assert.Equal(t, 96*in, last.At)
}
