package framing

import (
	"math"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// A slot of just 1 1/2 in stays; a hair less, and the stud stands tight.
func TestASlotAtItsLimit(t *testing.T) {
	for _, c := range []struct {
		less measure.Length
		want string
	}{{0, "47 1/4–48 3/4"}, {measure.Inch64, "48 15/32–49 31/32"}} {
		// the layout stud of a board's edge stands from 47 1/4 to 48 3/4: the left king begins a slot behind it
		king := 195*in/4 + rules.slot() - c.less
		w := wall(160*in, door(king+3*in+15*in, 30*in))
		var first *Member
		f := Frame(w, rules, level(2440), Found{})
		for i := range f.Members {
			if m := &f.Members[i]; m.Kind == wood.Stud && m.From > 40*in && first == nil {
				first = m
			}
		}
		require.NotNil(t, first)
		if c.less == 0 {
			assert.Equal(t, c.want, measure.Imperial.Say(first.From, 0)+"–"+measure.Imperial.Say(first.To, 0))
			assert.Empty(t, first.Why)
			continue
		}
		assert.Equal(t, king-3*in/2, first.From, "tight against the king")
		assert.NotEmpty(t, first.Why)
	}
	// and a slot is named from a hair under the limit on
	pair := func(gap measure.Length) []string {
		f := &framer{Laid: &Laid{Framed: Framed{Wall: wall(96 * in)}, rules: rules}}
		f.Members = []Member{{ID: "a", Kind: wood.Stud, From: 0, To: 3 * in / 2}, {ID: "b", Kind: wood.Stud, From: 3*in/2 + gap, To: 3*in + gap}}
		f.checkSlots()
		return codes(&f.Framed)
	}
	assert.Empty(t, pair(rules.slot()))
	assert.Equal(t, []string{"close-pair"}, pair(rules.slot()-1))
	assert.Empty(t, pair(0), "tight is no slot")
}

// Joints of two layers just the lap apart are apart.
func TestTheLapAtItsLimit(t *testing.T) {
	f := &Laid{rules: rules}
	assert.True(t, f.clearOf(72*in, []measure.Length{48 * in}))
	assert.False(t, f.clearOf(72*in-1, []measure.Length{48 * in}))
	assert.True(t, f.clearOf(24*in, []measure.Length{48 * in}))
	assert.False(t, f.clearOf(24*in+1, []measure.Length{48 * in}))
}

// What hangs low is measured with the room it wants under it, by its elevation
// or by the height over the floor: the wall is opened for it or it isn't.
func TestHeadroomCountsItsClearance(t *testing.T) {
	top := 2440.0 // of the wall, over the floor
	for _, below := range []float64{0, 25} {
		for name, set := range map[string]func(o *Obstruction, v float64){
			"headroom":  func(o *Obstruction, v float64) { o.Headroom = &v },
			"underside": func(o *Obstruction, v float64) { v -= 1000; o.Underside = &v },
		} {
			for _, c := range []struct {
				over   float64
				opened int
			}{{0.5, 0}, {-0.5, 1}} {
				o := Obstruction{ID: "B", Kind: "beam", From: geo.Point{X: 1220, Y: -2000}, To: geo.Point{X: 1220, Y: 2000}, Width: 300, Below: below}
				set(&o, top+below+c.over)
				h := level(2440)
				for _, h.gapsOnly = range []bool{false, true} {
					f := Frame(wall(101*in), rules, h, Found{Obstructions: []Obstruction{o}})
					if h.gapsOnly && name == "underside" { // an elevation says nothing where no level was read: it stops
						assert.Equal(t, []string{"obstruction-across"}, codes(f))
						continue
					}
					assert.Empty(t, codes(f))
					assert.Len(t, f.Wall.Crossings, c.opened, "%s, %g below, %g over, only gaps: %t", name, below, c.over, h.gapsOnly)
				}
			}
		}
	}
}

// A joint of the one top plate is strapped, eight nails; a second plate bridges
// it, and none is.
func TestASecondPlateBridgesTheJoint(t *testing.T) {
	one := Frame(wall(240*in), rules, level(2440), Found{})
	require.Len(t, one.Ties, 1)
	assert.True(t, one.Ties[0].Strap)
	assert.Equal(t, strapNails, one.Ties[0].Nails)
	two := Frame(wall(240*in, func(w *Wall) { w.Top = append(w.Top, twoBy4) }), rules, level(2440), Found{})
	assert.Empty(t, two.Ties)
}

// Laying out changes nothing it is given, and stays as it is however often it
// is framed.
func TestALayoutIsFramedAgainAndAgain(t *testing.T) {
	w := wall(101*in, door(60*in, 30*in), func(w *Wall) { w.Start.Held = 200 * in })
	held := w.Start.Held
	laid := Lay(w, rules, Found{})
	assert.Equal(t, held, w.Start.Held)
	assert.NotSame(t, w, laid.Wall, "its end stud can't be held so far")
	n := len(laid.Members)
	high := laid.Frame(level(2440), Found{})
	low := laid.Frame(level(2400), Found{})
	assert.Len(t, laid.Members, n)
	assert.Equal(t, places(high.Members, wood.Stud, wood.King), places(low.Members, wood.Stud, wood.King))
	assert.NotEqual(t, high.Members[len(high.Members)-1].Cut, measure.Length(0))
}

// Whether a header goes in is counted with the floor finish still to come, and
// with what its jacks are cut long: where no cripple stands over it, too.
func TestAHeaderGoesInByAHair(t *testing.T) {
	for _, finish := range []measure.Length{0, 3 * in / 4} {
		for _, odd := range []measure.Length{0, in / 32} { // the jack is cut up to the mark
			head := 80*in + odd
			w := wall(96*in, func(w *Wall) {
				w.Layout.Spacing = 200 * in
				w.Openings = []Opening{{ID: "D", Kind: Door, Centre: 48 * in, Width: 30 * in, Height: head, FinishFloor: finish, Jacks: 1, Header: Header{Lumber: twoBy4, Plies: 1}}}
			})
			need := (head + odd + finish + w.Openings[0].Header.Height() + 3*in/2).Millimetres()
			for over, want := range map[float64]string{0.2: "little-above-header", 0: "little-above-header", -0.2: "header-too-high"} {
				f := Frame(w, rules, level(need+over), Found{})
				assert.Equal(t, []string{want}, codes(f), "finish %v, %v odd, %g over", finish, odd, over)
			}
		}
	}
}

// A sheet's joint keeps 3/4 in of wood under each board; at the wall's end the
// inner board's alone counts.
func TestASheetJointAtItsLimit(t *testing.T) {
	w := wall(96 * in)
	inner, first, last := &pack{from: 40 * in, to: 43 * in}, &pack{from: 0, to: 3 * in}, &pack{from: 93 * in, to: 96 * in}
	for _, c := range []struct {
		at    measure.Length
		p     *pack
		bears bool
	}{
		{40*in + 3*in/4, inner, true}, {40*in + 3*in/4 - 1, inner, false}, {43*in - 3*in/4, inner, true}, {43*in - 3*in/4 + 1, inner, false},
		{in / 8, first, true}, {3*in - 3*in/4 + 1, first, false}, {96*in - in/8, last, true}, {93*in + 3*in/4 - 1, last, false},
	} {
		assert.Equal(t, c.bears, w.bears(c.at, c.p, rules), "at %g", c.at.Inches())
	}
}

// A notch to 40 % of the depth, a hole to 60 %, 5/8 in of wood beside it.
func TestANotchAndABoreAtTheirLimits(t *testing.T) {
	for _, c := range []struct {
		y, wide float64 // inches; its middle from the snapped face
		how     string
	}{
		{0.695, 1.39, "notch"}, {0.705, 1.41, "through"}, {1.75, 2.09, "bore"}, {1.75, 2.11, "through"},
		{1.385, 1.5, "bore"}, {1.365, 1.5, "through"}, {2.115, 1.5, "bore"}, {2.135, 1.5, "through"},
	} {
		for _, side := range []float64{1, -1} { // left and right of the snapped line
			w := wall(101*in, func(w *Wall) { w.Right = side < 0 })
			o := pipe(50, c.y, c.wide)
			o.From.Y, o.To.Y = side*o.From.Y, side*o.To.Y
			f := Frame(w, rules, level(2440), Found{Obstructions: []Obstruction{o}})
			require.Len(t, f.Notches, 1)
			n := f.Notches[0]
			assert.Equal(t, c.how, n.How, "%g wide at %g", c.wide, c.y)
			assert.InDelta(t, c.y, n.Off.Inches(), 1e-6)
			assert.False(t, n.Back)
		}
	}
}

// A pipe that just touches a stud goes by it; a hair nearer, and it stands in it.
func TestAPipeBesideAStud(t *testing.T) {
	for x, want := range map[float64]string{17.75: "pipe-in-plate", 17.74: "pipe-in-stud", 14.25: "pipe-in-plate", 14.26: "pipe-in-stud"} {
		f := Frame(wall(101*in), rules, level(2440), Found{Obstructions: []Obstruction{pipe(x, 1.75, 2)}})
		assert.Equal(t, []string{want}, codes(f), "%g", x)
	}
}

// A wall tilted up is as long as its diagonal on the way: the fit must be at
// least what that is more.
func TestATiltedWallClearsByItsDiagonal(t *testing.T) {
	tilted := rules
	tilted.TiltUp = true
	high := 96*in - in/16 // studs and plates, less the fit
	more := measure.FromMillimetres(math.Hypot(high.Millimetres(), twoBy4.Depth.Millimetres()) - high.Millimetres())
	for over, want := range map[measure.Length][]string{measure.Millimetre / 100: nil, -measure.Millimetre / 100: {"tilt-clearance"}} {
		tilted.Fit = more + over
		gap := (high + tilted.Fit).Millimetres()
		assert.Equal(t, want, codes(Frame(wall(96*in), tilted, level(gap), Found{})), "%v over", over)
	}
}

// A top plate held back at the far end has no joint there.
func TestAHeldPlateHasNoJointAtItsEnd(t *testing.T) {
	f := Frame(wall(96*in, func(w *Wall) { w.Stop.Top = 7 * in / 2 }), rules, level(2440), Found{})
	assert.Empty(t, f.Ties)
}

// What a plate is fixed with says what to heed: ears and eyes at a charge, a
// scan before drilling, the hours of what cures, the length of what bites.
func TestWhatToHeedWithEachFixing(t *testing.T) {
	heeds := map[words.Code][]string{
		words.EyesEarsCoveredNobodyBehind: {"pin"}, words.ScanBeforeDrillingDrillWet: {"bolt", "resin"},
		words.WantsItsCureTimeBefore: {"resin", "adhesive"}, words.GiveItsLengthItsBite: {"pin", "bolt", "resin"},
	}
	mm := measure.Millimetre
	steps := map[string][2]measure.Length{"pin": {48 * in, 1200 * mm}, "bolt": {16 * in, 400 * mm}, "resin": {16 * in, 400 * mm}}
	for _, m := range wood.Fixings {
		_, heed := Against{Anchor: wood.Anchor{By: m.By}, Count: 2}.With(rules)
		for code, by := range heeds {
			assert.Equal(t, slices.Contains(by, m.By), strings.Contains(heed, rules.Tell(code)), "%s: %s", m.By, heed)
		}
		want := steps[m.By]
		if want == [2]measure.Length{} {
			want = [2]measure.Length{24 * in, 600 * mm}
		}
		metric := Rules{Units: measure.Metric, Mark: mm}
		assert.Equal(t, want, [2]measure.Length{rules.UsualStep(m.By), metric.UsualStep(m.By)}, m.By)
	}
}
