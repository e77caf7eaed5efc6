package plan

import (
	"sort"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/advise"
	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/law"
	"homalos/internal/measure"
)

// A king near the wall's end is never refused: within an eighth it is the end
// stud, else it stops, names wall and door, and each fix cures it.
func TestAKingThatMeetsTheEnd(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		for _, right := range []bool{false, true} {
			d := bare(u, u.Words("120 in", "3000 mm"))
			// half the leaf and its allowance, a jack and a king
			put := func(off string) {
				half := u.Pick(16*measure.Inch, 440*measure.Millimetre)
				t1, err := d.Lumber[0].Thickness.In(u)
				require.NoError(t, err)
				slack, _ := measure.Read(off, u)
				at := slack + half + 2*t1
				if right {
					at = u.Pick(120*measure.Inch, 3000*measure.Millimetre) - at
				}
				d.Walls[0].Openings = []job.Opening{{ID: "D1", Kind: "door", Centre: job.Exactly(at, u), Leaf: &job.Size{Width: job.L(u.Words("30 in", "800 mm")), Height: job.L(u.Words("80 in", "2040 mm"))}}}
			}
			for _, off := range []string{u.Words("0", "0"), u.Words("1/8", "3"), u.Words("-1/8", "-3"), u.Words("0.0000001", "0.000001")} {
				put(off)
				w := computed(t, d).Walls[0]
				assert.NotContains(t, codesOf(w), "king-meets-end", off)
				assert.Equal(t, 2, len(of2(w, "king")))
			}
			put(u.Words("3/4", "19"))
			w := computed(t, d).Walls[0]
			require.Contains(t, codesOf(w), "king-meets-end")
			a := adviceOf(w, "king-meets-end")
			assert.Contains(t, a.Text, "D1 in A")
			assert.Len(t, a.Fixes, 3)
			for _, fix := range fixIDs(a) {
				done, err := applyFix(d, "A", fix)
				require.NoError(t, err)
				mended := computed(t, done).Walls[0]
				assert.NotContains(t, codesOf(mended), "king-meets-end", fix)
				if fix[:4] == "pack" {
					require.Len(t, of2(mended, "packer"), 1)
					assert.Equal(t, of2(mended, "king")[0].Cut != "", of2(mended, "packer")[0].Cut != "", "as long as the king")
				} else {
					assert.Empty(t, of2(mended, "packer"))
				}
			}
		}
	}
}

// choices are advice whose fixes choose, and cure nothing: another may be chosen
// after.
var choices = map[string]bool{"corner": true, "taper": true, "carries": true}

// Every fix that is offered works: none answers with a fault, and none leaves
// what it was to cure.
func TestEveryOfferedFixCures(t *testing.T) {
	tried := map[string]int{}
	law.Check(t, func(t *rapid.T) {
		d := busyJob(t)
		p, err := Compute(d)
		if err != nil {
			t.Skip("what can't be planned offers nothing")
		}
		type offered struct {
			w   Wall
			a   advise.Advice
			fix advise.Fix
		}
		var all []offered
		for _, w := range p.Walls {
			for _, a := range w.Advice {
				for _, fix := range a.Fixes {
					all = append(all, offered{w, a, fix})
				}
			}
		}
		if len(all) > 0 && !law.Long() {
			// two of those tried least: all of them are many plans
			sort.SliceStable(all, func(i, k int) bool { return tried[all[i].a.Code] < tried[all[k].a.Code] })
			all = all[:min(2, len(all))]
		}
		for _, x := range all {
			w, a, fix := x.w, x.a, x.fix
			tried[a.Code]++
			done, err := applyFix(d, w.ID, fix.ID)
			require.NoError(t, err, "%s: %s", a.Code, fix.ID)
			after, err := Compute(done)
			require.NoError(t, err, "%s of %s (%s) is refused", fix.ID, w.ID, a.Text)
			if choices[a.Code] {
				continue
			}
			for _, b := range wallIn(after, w.ID).Advice {
				assert.False(t, b.Code == a.Code && b.Text == a.Text && b.At == a.At, "%s leaves %s: %s", fix.ID, a.Code, a.Text)
			}
		}
	})
	for _, code := range []string{"king-meets-end", "covers-opening", "walls-cross", "plate-depth", "step", "pending", "hook"} {
		assert.Positive(t, tried[code], "no fix of %s was tried", code)
	}
}

// No two pieces of advice at one place contradict: what is told twice is told once.
func TestAdviceIsToldOnce(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		p, err := Compute(busyJob(t))
		if err != nil {
			t.Skip("not planned")
		}
		for _, w := range p.Walls {
			seen := map[[3]string]bool{}
			for _, a := range w.Advice {
				key := [3]string{a.Code, a.At + a.End, a.Text}
				assert.False(t, seen[key], "%v twice", key)
				seen[key] = true
			}
			ids := map[string]bool{}
			for _, a := range w.Advice {
				for _, f := range a.Fixes {
					assert.False(t, ids[f.ID], "%s is two fixes", f.ID)
					ids[f.ID] = true
				}
			}
		}
	})
}

func wallIn(p Plan, id string) Wall {
	for _, w := range p.Walls {
		if w.ID == id {
			return w
		}
	}
	return Wall{}
}

// busyJob is a job in which much is wrong: walls that cross, doors near ends, steps,
// pipes, joists, doors that are there, plates too shallow.
func busyJob(t *rapid.T) job.Document {
	num := func(name string, low, high int) job.Length {
		return job.Exactly(measure.Length(rapid.IntRange(low*4, high*4).Draw(t, name))*measure.Inch/4, measure.Imperial)
	}
	pick := func(name string, of ...string) string { return rapid.SampledFrom(of).Draw(t, name) }
	lines := map[string]job.Line{
		"A": {By: "parallel", Face: "side 1", At: num("A at", 8, 70)},
		"B": {By: "square", Face: "side 1", At: num("B at", 30, 160)},
	}
	if rapid.Bool().Draw(t, "C") {
		lines["C"] = job.Line{By: pick("C by", "parallel", "clear"), Face: pick("C face", "side 3", "side 2", "A back"), At: num("C at", 10, 50)}
	}
	if rapid.Bool().Draw(t, "B ends at A") {
		b := lines["B"]
		b.Stop = &job.LineEnd{Face: "A"}
		lines["B"] = b
	}
	d := jobtest.Laid(jobtest.Leaning, lines)
	d.Lumber = append(d.Lumber, job.Lumber{ID: "2x6", Thickness: job.L("1 1/2 in"), Depth: job.L("5 1/2 in")}, job.Lumber{ID: "short", Thickness: job.L("1 1/2 in"), Depth: job.L("3 1/2 in"), Stock: job.Ls("60 in")})
	for i := range d.Walls {
		w := &d.Walls[i]
		w.Carries = pick("carries", "", "no", "yes")
		if rapid.IntRange(0, 3).Draw(t, "deep") == 0 {
			w.Lumber, w.Bottom, w.Top = "2x6", []string{"2x4"}, []string{"2x4"}
		} else if rapid.IntRange(0, 3).Draw(t, "short") == 0 {
			w.Bottom, w.Top = []string{"short"}, []string{"short"}
		}
		if rapid.Bool().Draw(t, "door") {
			w.Openings = []job.Opening{{ID: "D", Kind: "door", Centre: num("centre", 18, 50), Leaf: &job.Size{Width: job.L("30 in"), Height: job.L("80 in")}}}
		}
		if rapid.IntRange(0, 3).Draw(t, "held back") == 0 {
			w.Pending = []job.Pending{{From: job.L("5 in"), To: num("until", 8, 30), What: "drain", Of: pick("of", "", "ceiling", "both")}}
		}
	}
	if rapid.Bool().Draw(t, "there") {
		from := rapid.IntRange(10, 150).Draw(t, "hole")
		d.Survey.Walls[0].Openings = []job.ExistingOpening{{From: job.Exactly(measure.Length(from)*measure.Inch, measure.Imperial), To: job.Exactly(measure.Length(from+30)*measure.Inch, measure.Imperial), What: "window"}}
	}
	if rapid.Bool().Draw(t, "joists") {
		d.Survey.Joists = []job.Joists{{ID: "J", Of: pick("joists of", "floor", "ceiling"), By: &job.ByJoist{Face: pick("off", "side 1", "side 2"), Runs: pick("runs", "along", "across"), First: num("first", 0, 16)}, Spacing: job.L("16 in"), Count: rapid.IntRange(1, 10).Draw(t, "how many")}}
	}
	if rapid.Bool().Draw(t, "step") {
		x, y := num("x", 10, 120), num("y", 5, 90)
		x2, y2 := num("x2", 125, 190), num("y2", 95, 140)
		d.Survey.Zones = []job.Zone{{ID: "pit", Of: pick("step of", "floor", "ceiling"), Outline: []job.Place{{X: x, Y: y}, {X: x2, Y: y}, {X: x2, Y: y2}, {X: x, Y: y2}}}}
	}
	if rapid.Bool().Draw(t, "pipe") {
		// in the wood of A, on the side its framing stands
		d.Survey.Obstructions = []job.Obstruction{{ID: "pipe", Kind: "pipe", By: &job.ByRun{Face: "A", Near: job.L("-3 in"), Far: job.L("-1 in"), Start: num("pipe at", 2, 140)}, Rises: true}}
	}
	if rapid.Bool().Draw(t, "read") {
		for i := range 6 {
			place := job.Place{X: num("gap x", 5, 190), Y: num("gap y", 5, 140)}
			d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: string(rune('a' + i)), Kind: "gap", Place: &place, Value: num("gap", 95, 97)})
		}
	}
	return d
}
