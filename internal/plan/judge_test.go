package plan

import (
	"encoding/json"
	"maps"
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/law"
	"homalos/internal/measure"
)

// crowded is a random wall with corners, joists, and whatever else may stand in a
// layout's way.
func crowded(t *rapid.T) job.Document {
	u := rapid.SampledFrom([]measure.System{measure.Imperial, measure.Metric}).Draw(t, "units")
	wide := rapid.IntRange(1500, 6000).Draw(t, "mm")
	d := cornered(u, measure.Length(wide)*measure.Millimetre)
	mm := func(n int) job.Length { return job.L(u.Write(measure.Length(n) * measure.Millimetre)) }
	w := &d.Walls[0]
	for i := range rapid.IntRange(0, 3).Draw(t, "pipes") {
		at := job.Place{X: mm(rapid.IntRange(60, wide-60).Draw(t, "pipe")), Y: mm(45)}
		d.Survey.Obstructions = append(d.Survey.Obstructions, job.Obstruction{ID: string(rune('p' + i)), Kind: "pipe", Rises: true, Width: mm(40), From: &at, To: &at})
	}
	for range rapid.IntRange(0, 2).Draw(t, "zones") {
		from := rapid.IntRange(60, wide-400).Draw(t, "from")
		w.Clear = append(w.Clear, job.Clear{From: mm(from), To: mm(from + rapid.IntRange(10, 300).Draw(t, "wide")), What: "valve"})
	}
	if rapid.Bool().Draw(t, "hidden") {
		x := mm(rapid.IntRange(0, wide).Draw(t, "cable"))
		d.Survey.Hidden = []job.Hidden{{ID: "cable", Kind: "cable", In: "floor", From: job.Place{X: x, Y: mm(-900)}, To: job.Place{X: x, Y: mm(900)}}}
	}
	if rapid.Bool().Draw(t, "door") {
		kind := rapid.SampledFrom([]string{"door", "cased", "rough"}).Draw(t, "kind")
		w.Openings = []job.Opening{{
			ID: "D", Kind: kind, Centre: mm(rapid.IntRange(500, wide-500).Draw(t, "door at")), Rough: &job.Size{Width: mm(rapid.IntRange(300, 800).Draw(t, "opening")), Height: mm(2000)},
			Jacks: rapid.SampledFrom([]int{-1, 0, 2}).Draw(t, "jacks"), Heavy: rapid.Bool().Draw(t, "heavy"),
		}}
	}
	w.Layout = &job.Layout{From: rapid.SampledFrom([]string{"", "end"}).Draw(t, "hooks on")}
	if rapid.Bool().Draw(t, "a wet part") {
		from := rapid.IntRange(0, wide-200).Draw(t, "wet from")
		w.Layout.Stretches = []job.Stretch{{From: mm(from), To: mm(from + rapid.IntRange(100, 2500).Draw(t, "wet")), Spacing: job.L(u.Write(u.Pick(12*measure.Inch, 300*measure.Millimetre)))}}
	}
	if rapid.Bool().Draw(t, "a station") {
		w.Layout.Origin = &job.Origin{Kind: "station", Station: mm(rapid.IntRange(0, wide).Draw(t, "station"))}
	}
	return d
}

// Each candidate is counted as the plan made with it is; the proposal is never
// beaten; and trying every one by hand finds no better.
func TestTheJudgeCountsAsThePlanDoes(t *testing.T) {
	judged, turned := 0, 0
	law.Check(t, func(t *rapid.T) {
		d := crowded(t)
		p, err := Compute(d)
		if err != nil {
			t.Skip(err)
		}
		judged++
		weights := framing.UsualWeights()
		best, proposed, chosen := math.Inf(1), 0, 0
		for _, o := range p.Walls[0].Origins {
			with := job.Copy(d)
			with.Walls[0].Layout.Origin = &o.Origin
			other := computed(t, with).Walls[0]
			byHand := 0.0
			for _, own := range other.Origins {
				if own.Chosen {
					assert.Equal(t, []any{own.Counts, own.Also}, []any{o.Counts, o.Also}, "%+v", o.Origin)
					assert.InDelta(t, own.Score, o.Score, 1e-9)
				}
			}
			studs, codes, level := 0, map[string]int{}, map[string]string{}
			for _, m := range other.Members {
				if m.Kind == "stud" {
					studs++
				}
			}
			for _, f := range other.Findings {
				codes[f.Code]++
				level[f.Code] = f.Level
			}
			odd := 0
			for _, b := range other.Bays {
				if b.Odd {
					odd++
				}
			}
			opened := 0.0
			for _, c := range o.Sum {
				assert.Equal(t, o.Counts[c.What]+o.Also[c.What], c.Count, c.What)
				assert.InDelta(t, float64(c.Count)*c.Weight, c.Cost, 1e-3)
				opened += c.Cost
			}
			assert.InDelta(t, o.Score, opened, 2e-3, "the score is its sum")
			assert.Equal(t, studs, o.Counts["studs"])
			assert.Equal(t, odd, o.Counts["odd-bays"])
			assert.Equal(t, other.Sheets[0].Cuts, o.Counts["board-cuts"])
			assert.Equal(t, len(other.Sheets[0].Misses), o.Also["edges-off-wood"])
			for code, n := range codes {
				assert.Equal(t, n, o.Counts[code], code)
			}
			for key := range o.Counts {
				if codes[key] == 0 && key != "studs" && key != "odd-bays" && key != "board-cuts" {
					assert.Zero(t, o.Counts[key], key)
				}
			}
			all := maps.Clone(o.Counts)
			maps.Copy(all, o.Also)
			for key, n := range all {
				weight, own := weights[key]
				if !own && level[key] != "note" && n > 0 {
					weight = weights[level[key]]
				}
				byHand += weight * float64(n)
			}
			assert.InDelta(t, byHand, o.Score, 0.001)
			best = min(best, byHand)
			if o.Proposed {
				proposed++
				if !o.Chosen {
					turned++
				}
			}
			if o.Chosen {
				chosen++
			}
		}
		assert.Equal(t, []int{1, 1}, []int{proposed, chosen})
		for _, o := range p.Walls[0].Origins {
			if o.Proposed {
				assert.InDelta(t, best, o.Score, 0.001, "another is better")
			}
		}
	})
	assert.Positive(t, judged)
	assert.Positive(t, turned, "another was never better: the law shows little")
}

// byHand scores a plan's wall from what stands in it and what was found of it.
func byHand(w Wall, also map[string]int) float64 {
	weights, total := framing.UsualWeights(), 0.0
	for _, f := range w.Findings {
		weight, own := weights[f.Code]
		if !own && f.Level != "note" {
			weight = weights[f.Level]
		}
		total += weight
	}
	for _, b := range w.Bays {
		if b.Odd {
			total += weights[framing.OddBays]
		}
	}
	total += weights[framing.Studs]*float64(len(kinds(w, "stud"))) + weights[framing.BoardCuts]*float64(w.Sheets[0].Cuts)
	for key, n := range also {
		total += weights[key] * float64(n)
	}
	return total
}

// Every candidate planned by itself and scored by hand: none is better than the
// one that is proposed.
func TestBruteForceAgreesOnTheBestOrigin(t *testing.T) {
	t.Parallel()
	walls := rapid.Custom(crowded)
	tried := 0
	of := law.Each(t, 300, func(i int) {
		d := walls.Example(i)
		p, err := Compute(d)
		if err != nil {
			return
		}
		tried++
		best, proposed := math.Inf(1), math.Inf(1)
		for _, o := range p.Walls[0].Origins {
			with := job.Copy(d)
			with.Walls[0].Layout.Origin = &o.Origin
			other := computed(t, with).Walls[0]
			for _, own := range other.Origins {
				if own.Chosen {
					score := byHand(other, own.Also)
					best = min(best, score)
					if o.Proposed {
						proposed = score
					}
				}
			}
		}
		assert.InDelta(t, best, proposed, 0.001, "wall %d", i)
	})
	assert.Greater(t, 3*tried, of)
}

// The worked pipe of the work, step 4: in a stud from the left of a 101 in wall,
// clear from the right; and after the wall is turned end for end, judged again.
func TestTheDrainStaysClearFromTheOtherEnd(t *testing.T) {
	d := bare(measure.Imperial, "101 in")
	at := &job.Place{X: job.L("32 in"), Y: job.L("1 3/4 in")}
	d.Survey = &job.Survey{Obstructions: []job.Obstruction{{ID: "drain", Kind: "drain", Rises: true, Width: job.L("1 1/2 in"), From: at, To: at}}}
	w := computed(t, d).Walls[0]
	require.Equal(t, "end", w.Origins[1].Origin.Kind)
	assert.True(t, w.Origins[0].Chosen)
	assert.True(t, w.Origins[1].Proposed)
	assert.Equal(t, []int{1, 0}, []int{w.Origins[0].Counts["pipe-in-stud"], w.Origins[1].Counts["pipe-in-stud"]})
	assert.Contains(t, w.Origins[1].Why, "drain stays clear")
	d.Walls[0].From, d.Walls[0].To, d.Walls[0].Body = d.Walls[0].To, d.Walls[0].From, "right"
	w = computed(t, d).Walls[0]
	assert.True(t, w.Origins[0].Proposed, "seen from its other end the start clears it")

	none := 0.0
	d.Rules = &job.Rules{Weights: &job.Weights{Stop: &none}}
	d.Walls[0].From, d.Walls[0].To, d.Walls[0].Body = d.Walls[0].To, d.Walls[0].From, "left"
	w = computed(t, d).Walls[0]
	assert.True(t, w.Origins[0].Proposed, "a crew to whom it is worth nothing keeps what it has")
}

// Every way of marking puts the same studs at the same places.
func TestEveryWayOfMarkingGivesTheSameStuds(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		d := crowded(t)
		var first []byte
		for _, marking := range []string{"", "edges", "first-mark", "centres", "back-edges"} {
			with := job.Copy(d)
			with.Walls[0].Layout.Marking = marking
			p, err := Compute(with)
			if err != nil {
				t.Skip(err)
			}
			w, u := p.Walls[0], d.Units
			members, err := json.Marshal(w.Members)
			require.NoError(t, err)
			if first == nil {
				first = members
			}
			assert.JSONEq(t, string(first), string(members), marking)
			reads, by := map[string]measure.Length{}, map[string]Member{}
			for _, m := range w.Members {
				by[m.ID] = m
			}
			long := lengthOf(t, u, w.Length)
			hooksOnEnd := p.Result.Walls[0].Wall.Layout.FromEnd
			for _, m := range w.Marks {
				from, to := lengthOf(t, u, by[m.Member].From), lengthOf(t, u, by[m.Member].To)
				if hooksOnEnd {
					from, to = long-to, long-from
				}
				tape := lengthOf(t, u, m.Tape) + reads[m.Hook]
				reads[m.Member] = tape
				assert.Equal(t, map[string]measure.Length{"ahead": from, "centre": from + (to-from)/2, "back": to}[m.Set], tape, "%s %s", marking, m.Member)
			}
		}
	})
}

// Every edge of the crew's board has wood, or is named.
func TestEveryBoardEdgeHasWoodOrIsNamed(t *testing.T) {
	missed := 0
	law.Check(t, func(t *rapid.T) {
		d := crowded(t)
		u := d.Units
		width := u.Pick(48*measure.Inch, 1200*measure.Millimetre)
		if rapid.Bool().Draw(t, "narrow boards") {
			width = u.Pick(36*measure.Inch, 900*measure.Millimetre)
		}
		d.Rules = &job.Rules{Sheets: []job.Sheet{{Width: job.L(u.Write(width)), Length: job.L(u.Write(2 * width))}}}
		p, err := Compute(d)
		if err != nil {
			t.Skip(err)
		}
		w := p.Walls[0]
		named := map[string]bool{}
		for _, at := range w.Sheets[0].Misses {
			named[at] = true
		}
		notes := 0
		for _, f := range w.Findings {
			if f.Code == "sheet-joint-off-wood" || f.Code == "sheets-not-divisible" {
				notes++
			}
		}
		assert.Equal(t, len(named) > 0, notes > 0)
		missed += len(named)
		l := p.Result.Walls[0].Wall
		base, least := l.Layout.Offset, u.Pick(3*measure.Inch/4, 20*measure.Millimetre)
		if l.Layout.FromEnd {
			base = l.Length - base
		}
		for c := base%width - width; c < l.Length; c += width {
			if c <= 0 || named[u.Write(c)] {
				continue
			}
			before, behind := false, false // wood to each side, as it stands
			for _, m := range p.Result.Walls[0].Members {
				stands := m.Kind.FullHeight() || m.Kind == "jack" || m.Kind == "cripple"
				before = before || stands && m.From < c && m.To >= c
				behind = behind || stands && m.To > c && m.From <= c
			}
			over := slices.ContainsFunc(l.Openings, func(o framing.Opening) bool { return c > o.Left() && c < o.Right() })
			cripples := slices.ContainsFunc(w.Members, func(m Member) bool { return m.Kind == "cripple" })
			assert.True(t, before && behind || over && !cripples, "no wood at %v, and nobody says so (%v)", c, least)
		}
	})
	assert.Positive(t, missed)
}

// Equal bays: spacer = (L − n·w)/(n − 1), per stretch between what stands; parts
// and what is left add up to the stretch.
func TestEqualBaysAddUp(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		d := crowded(t)
		d.Walls[0].Layout.Mode, d.Walls[0].Layout.Origin, d.Walls[0].Clear = "equal", nil, nil
		p, err := Compute(d)
		if err != nil {
			t.Skip(err)
		}
		u, w := d.Units, p.Walls[0]
		thick := lengthOf(t, u, d.Lumber[0].Thickness.String())
		require.NotEmpty(t, w.Spacers)
		for _, s := range w.Spacers {
			from, to, n := lengthOf(t, u, s.From), lengthOf(t, u, s.To), measure.Length(s.Bays)
			long, rest := lengthOf(t, u, s.Long), lengthOf(t, u, s.Rest)
			assert.Equal(t, to-from, n*long+(n-1)*thick+rest)
			assert.GreaterOrEqual(t, rest, measure.Length(0))
			assert.Less(t, rest, n*p.Result.Rules.Mark+n)
		}
		assert.Empty(t, w.Origins)
	})
	d := bare(measure.Imperial, "101 in")
	d.Walls[0].Layout = &job.Layout{Mode: "equal"}
	s := computed(t, d).Walls[0].Spacers[0]
	assert.Equal(t, []any{7, "12 11/16 in", "3/16 in"}, []any{s.Bays, s.Long, s.Rest}) // (98 − 6 × 1 1/2)/7 = 12.714
}
