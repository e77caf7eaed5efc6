package framing

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
)

// butted is a wall that another one of the same lumber butts from a station.
func butted(long, from measure.Length, style Style) *Wall {
	return wall(long, func(w *Wall) {
		w.Joins = []Join{{Other: "B", From: from, To: from + w.Lumber.Depth, Style: style}}
	})
}

func TestEachStyleBringsItsWood(t *testing.T) {
	for name, c := range map[string]struct {
		from  measure.Length
		style Style
		came  Style
		wood  string // uprights, besides those of the wall without the corner
		rungs int
	}{
		"at the end, nothing chosen":        {0, "", FlatNailer, "1 1/2–5", 0},
		"at the end, an end stud on each":   {0, EndStuds, EndStuds, "", 0},
		"at the far end":                    {140 * in, FlatNailer, FlatNailer, "138 1/2–142", 0},
		"along it, between two studs":       {40 * in, "", Ladder, "", 3},
		"along it, a flat nailer":           {40 * in, FlatNailer, FlatNailer, "38 1/2–40 40–43 1/2 43 1/2–45", 0},
		"along it, where a stud stands":     {30 * in, "", Serves, "", 0},
		"scrap backing, put in later":       {40 * in, Scrap, Scrap, "", 0},
		"a nailer takes a layout stud away": {31 * in, FlatNailer, FlatNailer, "29 1/2–31 31–34 1/2 34 1/2–36", 0},
	} {
		t.Run(name, func(t *testing.T) {
			plain := Frame(wall(143*in+in/2), rules, level(2440), Found{})
			f := Frame(butted(143*in+in/2, c.from, c.style), rules, level(2440), Found{})
			require.Len(t, f.Joined, 1)
			assert.Equal(t, c.came, f.Joined[0].Style)
			stood := places(plain.Members, wood.Stud, wood.Backer)
			var came []string
			for _, p := range places(f.Members, wood.Stud, wood.Backer) {
				if !slices.Contains(stood, p) {
					came = append(came, p)
				}
			}
			assert.Equal(t, c.wood, joinWords(came))
			rungs := 0
			for _, m := range f.Members {
				if m.Kind == wood.Nogging {
					rungs++
					assert.Equal(t, 29*in/2, m.Cut, "to its bay")
				}
			}
			assert.Equal(t, c.rungs, rungs)
			if c.came == Serves {
				assert.Equal(t, []string{"A-S3"}, f.Joined[0].Members)
			}
		})
	}
	f := Frame(butted(143*in+in/2, 31*in, FlatNailer), rules, level(2440), Found{})
	assert.NotContains(t, places(f.Members, wood.Stud), "31 1/4–32 3/4", "the nailer takes its place")
	assert.Equal(t, 3*in/2, f.Joined[0].Nailing)
}

// A wall on each side: both boards get a nailer, and nothing is lost.
func TestTwoWallsThatMeetAThirdAcrossIt(t *testing.T) {
	across := func(from measure.Length, second Join) *Framed {
		w := butted(143*in+in/2, from, FlatNailer)
		w.Joins = append(w.Joins, second)
		return Frame(w, rules, level(2440), Found{})
	}
	pieces := func(f *Framed, join int) (out []string) {
		for _, m := range f.Members {
			if slices.Contains(f.Joined[join].Members, m.ID) {
				out = append(out, string(m.Kind)+" "+rules.Units.Say(m.From, in/16))
			}
		}
		return out
	}
	corner := across(0, Join{Other: "C", From: 0, To: 7 * in / 2, Back: true})
	assert.Equal(t, []string{"backer 1 1/2"}, pieces(corner, 0))
	assert.Equal(t, []string{"backer 1 1/2"}, pieces(corner, 1), "behind the first")
	along := across(40*in, Join{Other: "C", From: 40 * in, To: 87 * in / 2, Back: true, Style: FlatNailer})
	assert.Equal(t, []string{"stud 38 1/2", "backer 40", "stud 43 1/2"}, pieces(along, 0))
	assert.Equal(t, []string{"backer 40"}, pieces(along, 1), "the studs serve both")
	beside := across(40*in, Join{Other: "C", From: 42 * in, To: 91 * in / 2, Style: FlatNailer})
	assert.Equal(t, Scrap, beside.Joined[1].Style, "no room on the same face")
	assert.Contains(t, codes(beside), "no-room-for-nailer")
	assert.Len(t, pieces(beside, 0), 3)
	slab := butted(143*in+in/2, 0, FlatNailer)
	slab.Lumber = &wood.Lumber{ID: "thin", Thickness: 2 * in, Depth: 3 * in, Stock: twoBy4.Stock}
	slab.Joins = append(slab.Joins, Join{Other: "C", From: 0, To: 7 * in / 2, Back: true})
	assert.Equal(t, Scrap, Frame(slab, rules, level(2440), Found{}).Joined[1].Style, "not deep enough for two")
}

// The wood of each end is its own, also where both meet the same wall.
func TestAWallThatButtsTheSameWallTwice(t *testing.T) {
	w := butted(143*in+in/2, 20*in, Ladder)
	w.Joins = append(w.Joins, Join{Other: "B", From: 100 * in, To: 207 * in / 2, Style: Ladder})
	f := Frame(w, rules, level(2440), Found{})
	require.Len(t, f.Joined[0].Members, 3)
	require.Len(t, f.Joined[1].Members, 3)
	assert.Empty(t, both(f.Joined[0].Members, f.Joined[1].Members))
}

func both(a, b []string) (out []string) {
	for _, one := range a {
		if slices.Contains(b, one) {
			out = append(out, one)
		}
	}
	return out
}

func joinWords(all []string) string {
	out := ""
	for i, s := range all {
		if i > 0 {
			out += " "
		}
		out += s
	}
	return out
}

func TestAWallThatComesIntoADoorIsStopped(t *testing.T) {
	f := Frame(wall(144*in, door(60*in, 32*in), func(w *Wall) { w.Joins = []Join{{Other: "B", From: 58 * in, To: 61*in + in/2}} }), rules, level(2440), Found{})
	assert.Contains(t, codes(f), "meets-opening")
	beside := Frame(wall(144*in, door(60*in, 32*in), func(w *Wall) {
		w.Joins = []Join{{Other: "B", From: 79 * in, To: 82*in + in/2, Style: FlatNailer}}
	}), rules, level(2440), Found{})
	assert.Contains(t, codes(beside), "no-room-for-nailer", "a king stands there")
}

func TestAButtingWallsEndStudIsHeldBack(t *testing.T) {
	f := Frame(wall(101*in, func(w *Wall) { w.Start.Held = in / 16 }), rules, level(2440), Found{})
	assert.Equal(t, "1/16–1 9/16", places(f.Members, wood.Stud)[0])
	equal := Frame(wall(101*in, func(w *Wall) { w.Start.Held, w.Layout.Equal = in/16, true }), rules, level(2440), Found{})
	studs := equal.Members
	var bays []measure.Length
	var last *Member
	for i := range studs {
		if studs[i].Kind == wood.Stud {
			if last != nil {
				bays = append(bays, studs[i].From-last.To)
			}
			last = &studs[i]
		}
	}
	assert.LessOrEqual(t, slices.Max(bays)-slices.Min(bays), measure.Length(2), "the bays stay equal")
	// a king at the very end, or tight to the end stud, is not pushed off its place
	king := Frame(wall(144*in, door(18*in+5*in/2, 32*in), func(w *Wall) { w.Start.Held = in }), rules, level(2440), Found{})
	assert.Equal(t, "0–1 1/2", places(king.Members, wood.Stud)[0])
}

func TestTopAndBottomNeedNotBeEqual(t *testing.T) {
	f := Frame(wall(101*in, func(w *Wall) {
		w.Start.Top, w.Start.Lean, w.Start.Held = 5*in/8, "old wall leans in", 5*in/8
		w.Stop.Top, w.Stop.Lean = -in/4, "old wall leans away"
	}), rules, level(2440), Found{})
	var bottom, top Member
	for _, m := range f.Members {
		switch m.Kind {
		case wood.BottomPlate:
			bottom = m
		case wood.TopPlate:
			top = m
		}
	}
	assert.Equal(t, 101*in, bottom.Cut)
	assert.Equal(t, 101*in-5*in/8+in/4, top.Cut)
	assert.Equal(t, "old wall leans in", top.Sum[1].What)
	assert.Equal(t, "5/8–2 1/8", places(f.Members, wood.Stud)[0], "the end stud stands plumb, clear of the lean")
}

func TestAKingInTheWayOfALeanIsTold(t *testing.T) {
	lean := func(w *Wall) { w.Start.Top, w.Start.Held, w.Start.Lean = 5*in/8, 5*in/8, "old wall leans in" }
	tight := Frame(wall(144*in, door(19*in, 32*in), lean), rules, level(2440), Found{}) // its king is the end stud
	assert.Contains(t, codes(tight), "stud-in-the-lean")
	clear := Frame(wall(144*in, door(30*in, 32*in), lean), rules, level(2440), Found{})
	assert.NotContains(t, codes(clear), "stud-in-the-lean")
	away := Frame(wall(144*in, func(w *Wall) { w.Start.Top = -in / 2 }), rules, level(2440), Found{})
	assert.NotContains(t, codes(away), "stud-in-the-lean")
}

func TestAStretchThatWaitsIsCountedNotCut(t *testing.T) {
	f := Frame(wall(101*in, func(w *Wall) {
		w.Pending = []Pending{{From: 30 * in, To: 50 * in, What: "pipe to be moved", Below: true, Over: true}}
	}), rules, level(2440), Found{})
	held := 0
	for _, m := range f.Members {
		if m.Pending != "" {
			held++
			assert.Equal(t, Blocked, m.State, m.ID)
		} else {
			assert.Equal(t, Ready, m.State, m.ID)
		}
	}
	assert.Equal(t, 3, held, "two studs and the bottom plate")
	assert.Contains(t, codes(f), "pending")
}

func TestFixingsByTheirKind(t *testing.T) {
	metric := rules
	mm := measure.Millimetre
	metric.Units, metric.Concrete, metric.Mark = measure.Metric, true, mm
	for name, c := range map[string]struct {
		anchor wood.Anchor
		count  int
		says   string
		heed   string
	}{
		"pins, about 1200":      {wood.Anchor{}, 4, "4 powder-driven pins of 63 or longer", "only who is trained"},
		"bolts every 400":       {wood.Anchor{By: "bolt", Length: 100 * mm}, 9, "100: 38 through the plate, 62 of bite", "silica"},
		"resin wants its time":  {wood.Anchor{By: "resin", Length: 120 * mm, Cure: 24}, 9, "82 of bite", "Leave it 24 h"},
		"too short a bolt":      {wood.Anchor{By: "bolt", Length: 30 * mm}, 0, "Take one of 88 or more", "silica"},
		"adhesive has no count": {wood.Anchor{By: "adhesive"}, 0, "Adhesive along the whole plate.", "cure time"},
		"a step of one's own":   {wood.Anchor{By: "screw", Step: 300 * mm}, 11, "11 screws of 78 or longer", ""},
	} {
		t.Run(name, func(t *testing.T) {
			w := wall(3000*mm, func(w *Wall) {
				w.Lumber = &wood.Lumber{ID: "38x89", Thickness: 38 * mm, Depth: 89 * mm, Stock: []measure.Length{4800 * mm}}
				w.Bottom, w.Top, w.Layout.Spacing, w.Floor = []*wood.Lumber{w.Lumber}, []*wood.Lumber{w.Lumber}, 600*mm, c.anchor
			})
			a := Lies(Frame(w, metric, level(2440), Found{}), metric, Found{})[survey.Floor]
			text, heed := a.With(metric)
			assert.Equal(t, c.count, a.Count)
			assert.Contains(t, text, c.says)
			assert.Contains(t, heed, c.heed)
		})
	}
}

// Wherever a pipe rises, no fixing stands in it, in a foot, or off its stub,
// and none is much farther from the next than its kind allows.
func TestFixingsKeepTheirStepRoundPipes(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		long := measure.Length(rapid.IntRange(24, 400).Draw(t, "long")) * in
		f := Frame(wall(long), rules, level(2440), Found{})
		found := Found{Obstructions: []Obstruction{pipe(rapid.Float64Range(0, long.Inches()).Draw(t, "at"), 1.75, rapid.Float64Range(0.5, 4).Draw(t, "wide"))}}
		a := Lies(f, rules, found)[survey.Floor]
		from, to, ok := f.Wall.meets(found.Obstructions[0])
		for i, x := range a.Fixings {
			require.True(t, x.At > 0 && x.At < long)
			if ok {
				require.False(t, x.At > from && x.At < to, "in the pipe")
			}
			for _, m := range f.Members {
				require.False(t, m.Kind == wood.Stud && x.At > m.From && x.At < m.To, "in a foot")
			}
			if i > 0 {
				require.LessOrEqual(t, x.At-a.Fixings[i-1].At, 30*in)
			}
		}
	})
}

func TestBlocksAreNeverMoreThan24Apart(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		long := measure.Length(rapid.IntRange(20, 400).Draw(t, "long")) * in
		f := Frame(wall(long), rules, level(2440), Found{Joists: run(survey.Ceiling, 0, -6, 16, 3)})
		var last *Member
		n := 0
		for i := range f.Members {
			m := &f.Members[i]
			if m.Kind != wood.Block {
				continue
			}
			if last != nil {
				require.LessOrEqual(t, m.From-last.From, 24*in)
			} else {
				require.Zero(t, m.From, "one at the end")
			}
			last = m
			n++
		}
		require.Equal(t, long, last.To, "one at the other")
		require.GreaterOrEqual(t, n, 2)
	})
}

// At a joist two fixings go in straight where nothing stands over it; else
// they stand aside, as far as the joist is wide, or go in at a slant.
func TestFixingsAtJoistsMissTheFeet(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		first := rapid.Float64Range(0, 15).Draw(t, "first")
		f := Frame(wall(144*in), rules, level(2440), Found{})
		a := Lies(f, rules, Found{Joists: run(survey.Floor, 90, first, 16, 9)})[survey.Floor]
		require.Equal(t, Crosses, a.Lie)
		for _, x := range a.Fixings {
			over := false
			for _, m := range f.Members {
				over = over || m.Kind == wood.Stud && x.At > m.From && x.At < m.To
			}
			require.True(t, !over || x.Slant, "%v", x.At.Inches())
			require.Equal(t, 2, x.Count)
		}
	})
}

// Turned end for end, a wall's corner wood mirrors with it.
func TestMirroredCornersMirrorTheirWood(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		long := measure.Length(rapid.IntRange(80, 300).Draw(t, "long")) * in
		from := measure.Length(rapid.IntRange(0, int(long/in)-4).Draw(t, "from")) * in
		style := rapid.SampledFrom([]Style{"", FlatNailer, Ladder, Scrap, EndStuds}).Draw(t, "style")
		held := measure.Length(rapid.IntRange(0, 8).Draw(t, "held")) * in / 16
		there := func(w *Wall) {
			w.Joins = []Join{{Other: "B", From: from, To: from + 7*in/2, Style: style}}
			w.Start.Held = held
		}
		turned := func(w *Wall) {
			w.Joins = []Join{{Other: "B", From: long - from - 7*in/2, To: long - from, Style: style}}
			w.Stop.Held, w.Layout.FromEnd = held, true
		}
		stand := func(f *Framed, mirror bool) map[[2]measure.Length]wood.Kind {
			out := map[[2]measure.Length]wood.Kind{}
			for _, m := range f.Members {
				if m.Kind.Upright() {
					at := [2]measure.Length{m.From, m.To}
					if mirror {
						at = [2]measure.Length{long - m.To, long - m.From}
					}
					out[at] = m.Kind
				}
			}
			return out
		}
		f, g := Frame(wall(long, there), rules, level(2440), Found{}), Frame(wall(long, turned), rules, level(2440), Found{})
		require.Equal(t, stand(f, false), stand(g, true))
		require.Equal(t, f.Joined[0].Style, g.Joined[0].Style)
		require.Equal(t, f.Joined[0].Nailing, g.Joined[0].Nailing)
	})
}
