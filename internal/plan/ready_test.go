package plan

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/words"
)

// along adds a reading along wall A.
func along(d *job.Document, kind, station, value string, change ...func(*job.Reading)) {
	r := job.Reading{ID: fmt.Sprint("n", len(d.Survey.Readings)), Kind: kind, Place: &job.Place{Wall: "A", Station: job.L(station)}, Value: job.L(value)}
	for _, c := range change {
		c(&r)
	}
	d.Survey.Readings = append(d.Survey.Readings, r)
}

// bare is a room with one wall and nothing read.
func bare(units measure.System, long string) job.Document {
	d := job.Starter("loft", string(units))
	d.Walls = []job.Wall{{ID: "A", Lumber: d.Lumber[0].ID, From: job.Place{X: job.L("0"), Y: job.L("0")}, To: job.Place{X: job.L(long), Y: job.L("0")}}}
	return d
}

func studAt(t *testing.T, p Plan, from string) Member {
	t.Helper()
	for _, m := range p.Walls[0].Members {
		if m.From == from && m.Kind != "bottom-plate" && m.Kind != "top-plate" {
			return m
		}
	}
	require.Fail(t, "nothing stands at "+from)
	return Member{}
}

// A reading at a piece's own place is that piece's length: no smoothing, and
// its sum begins with what the tape said.
func TestAReadingAtAPiecesOwnPlaceIsItsLength(t *testing.T) {
	basis := func(b string) func(*job.Reading) { return func(r *job.Reading) { r.Basis = b } }
	for name, c := range map[string]struct {
		basis, value string
		first        words.Code
		lines        int
	}{
		"between fixed plates": {"between", "92 1/4 in", words.ReadBetweenPlatesAt, 2},
		"over the stack":       {"stacked", "92 1/4 in", words.ReadOverStackAt, 2},
		"floor to ceiling":     {"", "95 1/4 in", words.GapReadAt, 4},
	} {
		d := bare(measure.Imperial, "101 in")
		for i, v := range []string{"95 9/32 in", "95 7/32 in", "95 9/32 in", "95 7/32 in"} {
			along(&d, "gap", fmt.Sprint(8+24*i), v)
		}
		along(&d, "gap", "48 in", c.value, basis(c.basis))
		stud := studAt(t, computed(t, d), "47 1/4 in")
		assert.Equal(t, "92 3/16 in", stud.Cut, name)
		assert.Equal(t, "92 3/16 in", stud.Exact, name)
		assert.Equal(t, "ready", stud.State, name)
		require.Len(t, stud.Sum, c.lines, name)
		assert.Equal(t, told(c.first, 48*measure.Inch), stud.Sum[0].What)
		assert.Equal(t, c.value, stud.Sum[0].Value)
		assert.Equal(t, []string{"n4"}, stud.Sum[0].Readings)
	}
	// one reading is enough for the piece that stands there, and for no other
	d := bare(measure.Metric, "2400 mm")
	along(&d, "gap", "600 mm", "2443 mm", func(r *job.Reading) { r.Stood = &job.Stood{What: "carpet", Thick: job.L("6 mm")} })
	p := computed(t, d)
	stud := studAt(t, p, "577.5 mm")
	assert.Equal(t, "ready", stud.State)
	assert.Equal(t, []string{"2443 mm", "6 mm"}, []string{stud.Sum[0].Value, stud.Sum[1].Value})
	assert.Equal(t, "measure-first", studAt(t, p, "1177.5 mm").State)
	// floor and ceiling at one place are its space too
	d = bare(measure.Metric, "2400 mm")
	along(&d, "floor", "600 mm", "-1041 mm")
	along(&d, "ceiling", "610 mm", "1402 mm")
	stud = studAt(t, computed(t, d), "577.5 mm")
	assert.Equal(t, "ready", stud.State)
	assert.Equal(t, []string{"1402 mm", "1041 mm"}, []string{stud.Sum[0].Value, stud.Sum[1].Value})
}

// A wall that nobody taped is never ready, however well the others are known.
func TestAWallNobodyTapedIsNeverReady(t *testing.T) {
	for near, ready := range map[string]bool{"5 in": true, "3 in": false} {
		const off = "4" // the two side by side
		d := bare(measure.Imperial, "101 in")
		d.Rules = &job.Rules{Near: job.L(near)}
		d.Walls = append(d.Walls, job.Wall{ID: "B", Lumber: "2x4", From: job.Place{X: job.L("0"), Y: job.L(off)}, To: job.Place{X: job.L("101"), Y: job.L(off)}})
		for i := range 7 {
			along(&d, "gap", fmt.Sprint(16*i), "96 3/16 in")
		}
		p := computed(t, d)
		for _, m := range of(p, "stud") {
			assert.Equal(t, "ready", m.State, m.ID)
		}
		states := map[string]bool{}
		for _, m := range p.Walls[1].Members {
			if m.Kind == "stud" {
				states[m.State] = true
			}
		}
		assert.Equal(t, ready, states["ready"], "%s are near", near)
	}
}

// Three readings at one end say nothing of the other.
func TestAPieceBeyondReachWaits(t *testing.T) {
	d := bare(measure.Imperial, "150 in")
	for _, s := range []string{"2", "16", "32"} {
		along(&d, "gap", s, "96 3/16 in")
	}
	reached := func() (n int) {
		for _, m := range of(computed(t, d), "stud") {
			if m.State == "ready" {
				n++
			}
		}
		return n
	}
	near := reached()
	assert.Less(t, near, 6, "32 and 30 more")
	d.Rules = &job.Rules{Reach: job.L("4 in")}
	assert.Equal(t, 3, reached(), "what stands where they were taken")
	d.Rules = &job.Rules{Near: job.L("0")}
	assert.Equal(t, near, reached(), "they lie along it")
}

// What strays from the others by more than the tape's own noise is named; taken
// again, and it agrees, it stands.
func TestAReadingThatStraysIsNamed(t *testing.T) {
	d := bare(measure.Imperial, "101 in")
	for i := range 13 {
		v := "96 3/16 in"
		if i == 6 {
			v = "96 5/16 in"
		}
		along(&d, "gap", fmt.Sprint(8*i), v)
	}
	named := func() []string {
		for _, f := range computed(t, d).Walls[0].Findings {
			if f.Code == "reading-strays" {
				return f.Members
			}
		}
		return nil
	}
	assert.Equal(t, []string{"A-S4"}, named())
	assert.Equal(t, "93 1/4 in", studAt(t, computed(t, d), "47 1/4 in").Cut, "cut by what was read")
	along(&d, "gap", "48", "96 5/16 in", func(r *job.Reading) { r.Replaces = "n6" })
	assert.Empty(t, named())
}

// While a piece is held a reading is named, and taking what is named frees all:
// walls of any length, gaps alone with a door, exposed joists.
func TestWhileAPieceIsHeldAReadingIsNamed(t *testing.T) {
	law.Check(t, func(rt *rapid.T) {
		units := rapid.SampledFrom([]measure.System{measure.Imperial, measure.Metric}).Draw(rt, "units")
		long := rapid.Int64Range(14, 240).Draw(rt, "long")
		u := func(in int64) string { return units.Words(fmt.Sprint(in, " in"), fmt.Sprint(25*in, " mm")) }
		d := bare(units, u(long))
		if long > 60 && rapid.Bool().Draw(rt, "door") {
			leaf := job.Size{Width: job.L(u(30)), Height: job.L(u(80))}
			d.Walls[0].Openings = []job.Opening{{ID: "D", Kind: "door", Centre: job.L(u(long / 2)), Leaf: &leaf}}
		}
		if rapid.Bool().Draw(rt, "joists") {
			d.Survey.Joists = []job.Joists{{ID: "J", Of: "ceiling", Angle: job.Angle(-90), First: &job.Place{X: job.L(u(7)), Y: job.L("0")}, Spacing: job.L(u(16)), Count: 16, Exposed: true}}
		}
		for i := range rapid.IntRange(0, 4).Draw(rt, "read") {
			along(&d, "gap", u(rapid.Int64Range(0, long).Draw(rt, fmt.Sprint("at", i))), u(96))
		}
		value := map[string]string{"gap": u(96), "floor": u(-41), "ceiling": u(55)}
		before, promised := 1<<30, 0
		for range 60 {
			p, err := Compute(d)
			require.NoError(rt, err)
			next, held := p.Next()
			require.LessOrEqual(rt, held, before-promised+1, "as many as were promised, but for one that stood on the edge")
			if held == 0 {
				return
			}
			require.NotEmpty(rt, next)
			before, promised = held, next[0].Frees
			along(&d, next[0].What, next[0].Station, value[next[0].What])
		}
		require.Fail(rt, "it goes on and on")
	})
}

// Gaps alone with a door: the floor at the jambs is asked first, and the two
// readings free the jacks.
func TestTheJambsFreeTheJacks(t *testing.T) {
	for _, units := range []measure.System{measure.Imperial, measure.Metric} {
		d := bare(units, units.Words("101 in", "2600 mm"))
		leaf := job.Size{Width: job.L(units.Words("30 in", "800 mm")), Height: job.L(units.Words("80 in", "2040 mm"))}
		d.Walls[0].Openings = []job.Opening{{ID: "D", Kind: "door", Centre: job.L(units.Words("50 in", "1300 mm")), Leaf: &leaf}}
		for i := range 5 {
			along(&d, "gap", units.Words(fmt.Sprint(25*i), fmt.Sprint(650*i)), units.Words("96", "2440"))
		}
		before := computed(t, d)
		about := units.Words("81 in", "2045 mm") // 82 1/2 or 2090, less the bottom plate
		for _, j := range of(before, "jack") {
			assert.Equal(t, []string{"measure-first", about, about}, []string{j.State, j.Exact, j.Cut}, j.ID)
			assert.Equal(t, told(words.FloorTakenAsLevel, "D"), j.Sum[0].What)
		}
		listed := slices.IndexFunc(before.Cuts, func(c Cut) bool { return c.Length == about && c.State == "measure-first" && c.Count == 2 })
		assert.GreaterOrEqual(t, listed, 0, "counted and bought")
		door := before.Drawings[0].Openings[0]
		assert.True(t, door.Known)
		assert.InDelta(t, units.Pick(measure.Inch*165/2, 2090*measure.Millimetre).Millimetres(), door.Head, 1, "the header is drawn where it will sit")
		for range 2 {
			next, held := computed(t, d).Next()
			require.Positive(t, held)
			require.Equal(t, "floor", next[0].What)
			along(&d, "floor", next[0].Station, units.Words("-41", "-1041"))
		}
		for _, j := range of(computed(t, d), "jack") {
			assert.Equal(t, "ready", j.State, "%s, %s", j.ID, units)
		}
	}
}

// Under exposed joists a reading is asked at one of them, and a piece before
// the first isn't said to be between two.
func TestUnderExposedJoistsOneReadsAtAJoist(t *testing.T) {
	d := bare(measure.Imperial, "101 in")
	d.Survey.Joists = []job.Joists{{ID: "J", Of: "ceiling", Angle: job.Angle(-90), First: &job.Place{X: job.L("13 3/4"), Y: job.L("0")}, Spacing: job.L("16"), Count: 6, Exposed: true}}
	p := computed(t, d)
	next, _ := p.Next()
	require.NotEmpty(t, next)
	at := inchesOf(t, next[0].Station)
	assert.InDelta(t, 0, mod(at-13.75, 16), 0.01, "at %s", next[0].Station)
	for i := range 6 {
		along(&d, "gap", fmt.Sprint(13.75+16*float64(i)), "96 3/16 in")
	}
	first := studAt(t, computed(t, d), "0 in")
	assert.Equal(t, "ready", first.State)
	assert.Contains(t, first.Sum[0].What, told(words.StraightOnPastJoistAt, 55*measure.Inch/4, 119*measure.Inch/4))
}

func mod(a, by float64) float64 {
	for a >= by/2 {
		a -= by
	}
	for a < -by/2 {
		a += by
	}
	return a
}

// A sum is in the crew's words: each line to the mark, what is finer apart, and
// all of it closes; readings by what and where, never by id.
func TestASumIsInTheCrewsWords(t *testing.T) {
	for _, name := range []string{"bindery", "wardrobe"} {
		d := jobtest.Demo(t, name)
		p := computed(t, d)
		said := map[string]string{}
		for _, r := range p.Readings {
			said[r.ID] = r.Text
		}
		length := func(text string) measure.Length {
			l, err := measure.Read(text, d.Units)
			require.NoError(t, err)
			return l
		}
		for _, w := range p.Walls {
			for _, m := range w.Members {
				if m.Exact == "" {
					continue
				}
				total := measure.Length(0)
				for _, l := range m.Sum {
					shown := length(l.Said)
					assert.Equal(t, shown.Nearest(length(p.Mark)), shown, "%s: %s", m.ID, l.What)
					total += shown
					for _, id := range l.Readings {
						assert.NotEmpty(t, said[id], "%s: %s", m.ID, id)
						assert.NotContains(t, said[id], id)
					}
				}
				if m.Rest != "" {
					total += length(m.Rest)
				}
				require.Equal(t, length(m.Exact), total, m.ID)
			}
		}
	}
	d := bare(measure.Imperial, "101 in")
	along(&d, "gap", "48", "91 3/8", func(r *job.Reading) {
		r.Basis, r.Taken, r.Instrument = "stacked", "2026-11-24T09:30:00+01:00", "old tape"
	})
	d.Survey.Instruments = []job.Instrument{{ID: "old tape", Kind: "tape"}}
	assert.Equal(t, []SaidReading{{ID: "n0", Wall: "A", Text: told(words.OverPlatesSaid, "91 3/8", told(words.SaidAt, 48*measure.Inch)) + ", Tue 24 Nov, old tape"}}, computed(t, d).Readings)
}

// Without a laser a level laid across an opening frees its jacks: the one on the
// higher side is as long as the opening asks, the other longer by the fall. It
// reads the same laid the other way round, in both units.
func TestALevelAcrossFreesTheJacks(t *testing.T) {
	for _, units := range []measure.System{measure.Imperial, measure.Metric} {
		for name, c := range map[string]struct {
			swap bool
			rise string
		}{
			"from left to right":  {false, units.Words("3/8 in", "10 mm")},
			"the other way round": {true, units.Words("-3/8 in", "-10 mm")},
		} {
			d := bare(units, units.Words("101 in", "2600 mm"))
			leaf := job.Size{Width: job.L(units.Words("30 in", "800 mm")), Height: job.L(units.Words("80 in", "2040 mm"))}
			d.Walls[0].Openings = []job.Opening{{ID: "D", Kind: "door", Centre: job.L(units.Words("50 in", "1300 mm")), Leaf: &leaf}}
			for i := range 5 {
				along(&d, "gap", units.Words(fmt.Sprint(25*i), fmt.Sprint(650*i)), units.Words("96", "2440"))
			}
			from, to := &job.Place{Wall: "A", Station: job.L(units.Words("34 in", "860 mm"))}, &job.Place{Wall: "A", Station: job.L(units.Words("66 in", "1740 mm"))}
			if c.swap {
				from, to = to, from
			}
			d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: "across", Kind: "level", From: from, To: to, Rise: job.L(c.rise)})
			p := computed(t, d)
			jacks := of(p, "jack")
			require.Len(t, jacks, 2)
			want := []string{units.Words("81 3/8 in", "2055 mm"), units.Words("81 in", "2045 mm")}
			assert.Equal(t, want, []string{jacks[0].Cut, jacks[1].Cut}, "%s, %s", units, name)
			for _, j := range jacks {
				assert.Equal(t, "ready", j.State, "%s, %s, %s", j.ID, units, name)
				assert.Equal(t, told(words.HigherJambByLevel, "D"), j.Sum[0].What)
			}
			rises := told(words.LevelRisesSaid, units.Words("3/8", "10"), "at 34", "at 66")
			if units == measure.Imperial && !c.swap {
				assert.Equal(t, rises, p.Readings[len(p.Readings)-1].Text)
			}
			// it stays where it lay when the wall moves
			moved := job.Copy(d)
			moved.Walls[0].From.Y, moved.Walls[0].To.Y = job.L(units.Words("40 in", "1000 mm")), job.L(units.Words("40 in", "1000 mm"))
			site.KeepPlaces(d, &moved)
			last := moved.Survey.Readings[len(moved.Survey.Readings)-1]
			assert.True(t, last.Stays)
			assert.Empty(t, last.From.Wall+last.To.Wall)
			require.Empty(t, site.Check(moved))
		}
	}
	for path, change := range map[string]func(*job.Reading){
		"survey.readings[0].rise": func(r *job.Reading) { r.Rise = job.Length{} },
		"survey.readings[0].to":   func(r *job.Reading) { r.To = nil },
		"survey.readings[0]":      func(r *job.Reading) { r.Value = job.L("3 in") },
	} {
		d := bare(measure.Imperial, "101 in")
		r := job.Reading{ID: "l", Kind: "level", From: &job.Place{Wall: "A", Station: job.L("10")}, To: &job.Place{Wall: "A", Station: job.L("50")}, Rise: job.L("1/4")}
		change(&r)
		d.Survey.Readings = []job.Reading{r}
		faults := site.Check(d)
		require.Len(t, faults, 1, path)
		assert.Equal(t, path, faults[0].Path)
	}
}
