package framing

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/wood"
)

// through: − depth, butting: + depth (the work, step 3).
func TestTheSecondPlateLaps(t *testing.T) {
	second := func(f *Framed) []string {
		var all []Member
		for _, m := range f.Members {
			if m.Layer == 1 {
				all = append(all, m)
			}
		}
		return places(all, wood.TopPlate)
	}
	two := func(w *Wall) { w.Top = []*wood.Lumber{w.Lumber, w.Lumber} }
	butting := wall(101*in, two, func(w *Wall) { w.Start.Lap = 7 * in / 2 })
	assert.Equal(t, []string{"-3 1/2–101"}, second(Frame(butting, rules, level(2440), Found{})))
	corner := butted(143*in, 0, "")
	two(corner)
	corner.Joins[0].Lap, corner.Start.Lap = true, -7*in/2
	assert.Equal(t, []string{"3 1/2–143"}, second(Frame(corner, rules, level(2440), Found{})))
	tee := butted(143*in, 40*in, "")
	two(tee)
	tee.Joins[0].Lap = true
	f := Frame(tee, rules, level(2440), Found{})
	assert.Equal(t, []string{"0–40", "43 1/2–143"}, second(f))
	assert.False(t, f.Ties[len(f.Ties)-1].Strap)
	strapped := Frame(butted(143*in, 40*in, ""), rules, level(2440), Found{})
	require.NotEmpty(t, strapped.Ties)
	assert.True(t, strapped.Ties[0].Strap)
	assert.Equal(t, 8, strapped.Ties[0].Nails, "four on each side")
}

// Every layer is covered exactly once, and a joint lands on a stud, clear of
// openings and of the other layer's joints, or a finding says that none does.
func TestPlatesCoverEachLayerOnce(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		long := measure.Length(rapid.IntRange(60, 700).Draw(t, "long")) * in
		doors := rapid.IntRange(0, 2).Draw(t, "doors")
		w := wall(long, func(w *Wall) {
			stock := measure.Length(rapid.SampledFrom([]int{72, 96, 144, 192}).Draw(t, "stock")) * in
			w.Lumber = &wood.Lumber{ID: "2x4", Thickness: 3 * in / 2, Depth: 7 * in / 2, Stock: []measure.Length{stock}}
			w.Layout.Spacing = measure.Length(rapid.SampledFrom([]int{12, 16, 24}).Draw(t, "spacing")) * in
			w.Bottom, w.Top = []*wood.Lumber{w.Lumber, w.Lumber}, []*wood.Lumber{w.Lumber, w.Lumber}
			for i := range doors {
				centre := long * measure.Length(2*i+1) / measure.Length(2*doors)
				if long >= measure.Length(doors)*60*in {
					door(centre, 32*in)(w)
				}
			}
			if rapid.Bool().Draw(t, "lean") && doors == 0 {
				w.Start.Top, w.Start.Lean = 3*in/8, "lean"
			}
			if rapid.Bool().Draw(t, "tee") && doors == 0 && long > 80*in {
				w.Joins = []Join{{Other: "B", From: 40 * in, To: 43*in + in/2, Lap: true, Style: Ladder}}
			}
		})
		f := Frame(w, rules, level(2440), Found{})
		excused := slices.Contains(codes(f), "plate-joint")
		var centres []measure.Length
		for _, m := range f.Members {
			if m.Kind == wood.Stud || m.Kind == wood.King {
				centres = append(centres, m.From+(m.To-m.From)/2)
			}
		}
		for _, kind := range []wood.Kind{wood.BottomPlate, wood.TopPlate} {
			var met [2][]measure.Length
			for layer := range 2 {
				at := measure.Length(0)
				if kind == wood.TopPlate {
					at = w.Start.Top
				}
				var gaps []piece
				for _, m := range f.Members {
					if m.Kind != kind || m.Layer != layer {
						continue
					}
					require.GreaterOrEqual(t, m.From, at, "laid twice")
					require.LessOrEqual(t, m.Cut, w.Lumber.Longest())
					if m.From > at {
						gaps = append(gaps, piece{at, m.From})
					} else if m.From > w.Start.Top {
						met[layer] = append(met[layer], m.From)
					}
					at = m.To
				}
				require.Equal(t, long, at, "the last reaches the end")
				var run, cut measure.Length
				for i, m := range f.Members {
					if m.Kind != kind || m.Layer != layer {
						continue
					}
					run, cut = run+m.Exact, cut+m.Cut
					require.LessOrEqual(t, (m.Cut - m.Exact).Abs(), rules.Mark)
					joined := i+1 < len(f.Members) && f.Members[i+1].Kind == kind && f.Members[i+1].Layer == layer && f.Members[i+1].From == m.To
					if !joined {
						require.Equal(t, run.Nearest(rules.Mark), cut, "pieces add up to their run")
						run, cut = 0, 0
					} else if !excused {
						require.GreaterOrEqual(t, min(m.To-m.From, f.Members[i+1].To-f.Members[i+1].From), 16*in-rules.Mark, "no sliver")
					}
				}
				var want []piece
				if kind == wood.BottomPlate {
					for _, o := range w.Openings {
						want = append(want, piece{o.Left(), o.Right()})
					}
				} else if layer == 1 {
					for _, j := range w.Joins {
						want = append(want, piece{j.From, j.To})
					}
				}
				require.Equal(t, want, gaps, "bare only in doors, and where the neighbour laps")
			}
			for layer, all := range met {
				for _, c := range all {
					if excused {
						continue
					}
					require.True(t, slices.ContainsFunc(centres, func(s measure.Length) bool { return (s - c).Abs() <= rules.Mark/2 }), "on a stud")
					for _, o := range met[1-layer] {
						require.GreaterOrEqual(t, (o - c).Abs(), rules.Lap)
					}
				}
			}
		}
	})
}

func TestStockThatAllowsItIsAlwaysJoinedWell(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		w := wall(measure.Length(rapid.IntRange(97, 900).Draw(t, "long"))*in, func(w *Wall) {
			w.Top = []*wood.Lumber{w.Lumber, w.Lumber}
		})
		require.NotContains(t, codes(Frame(w, rules, level(2440), Found{})), "plate-joint")
	})
}

func TestThreeAlikeGoThroughTheSawInOneStack(t *testing.T) {
	two := func(w *Wall) { w.Top = []*wood.Lumber{w.Lumber, w.Lumber} }
	assert.Equal(t, 3, Frame(wall(101*in, two), rules, level(2440), Found{}).Alike)
	assert.Equal(t, 0, Frame(wall(101*in, two, door(50*in, 32*in)), rules, level(2440), Found{}).Alike, "the door cuts the bottom one")
}

func TestHowAPlateIsCutForAPipe(t *testing.T) {
	for name, c := range map[string]struct {
		x, y, wide float64
		how        string
		says       string
	}{
		"small, in the middle":  {50, 1.75, 1.5, "bore", "Bore 1 1/2, its middle 1 3/4 from the snapped face."},
		"small, near the face":  {50, 0.5, 1, "notch", "Notch 1 wide and 1 deep from the snapped face."},
		"small, near the back":  {50, 3.125, 0.75, "notch", "Notch 3/4 wide and 3/4 deep from the back face."},
		"a drain":               {50, 1.75, 3, "through", "It takes the plate through, 3 wide"},
		"bored it leaves a bit": {50, 1.25, 1.5, "through", "It takes the plate through"},
	} {
		t.Run(name, func(t *testing.T) {
			f := Frame(wall(101*in), rules, level(2440), Found{Obstructions: []Obstruction{pipe(c.x, c.y, c.wide)}})
			require.Len(t, f.Notches, 1)
			assert.Equal(t, c.how, f.Notches[0].How)
			assert.Contains(t, f.Notches[0].Say(rules), c.says)
		})
	}
}

func TestABevelledPlateIsLongToItsPoint(t *testing.T) {
	// a wall met at 52°: the end is cut 38° off square (the work, step 2)
	further := measure.FromMillimetres(3.5 * 25.4 * 0.781286).Nearest(in / 16)
	f := Frame(wall(101*in, func(w *Wall) { w.Start.Bevel, w.Start.Skew = 38, further }), rules, level(2440), Found{})
	for _, m := range f.Members {
		if m.Kind == wood.TopPlate || m.Kind == wood.BottomPlate {
			assert.Equal(t, 101*in+further, m.Exact)
			assert.Equal(t, "start cut 38.0° off square, 52.0° to the other wall, long point on the back", m.Bevel)
			assert.Equal(t, "0–101", places([]Member{m}, m.Kind)[0])
		}
	}
}
