package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/site"
)

// A beam as an engineer named it, through the document in either unit: what isn't cut
// from the job's lumber is no piece, and studs end under it all the same. What doesn't
// go, or wasn't named by anybody, is refused by field.
func TestABeamThroughItsDocument(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		entry := &job.Bearing{By: "Ode", When: "2026-03-02", Steel: "I section", Depth: job.L("200 mm"), Each: job.L("80 mm")}
		d := boxRoom(t, u)
		d.Walls = []job.Wall{{ID: "A", From: job.Place{X: job.L("0 mm"), Y: job.L("900 mm")}, To: job.Place{X: job.L("4000 mm"), Y: job.L("900 mm")}, Lumber: "treated",
			Beams: []job.WallBeam{{ID: "G", From: job.L("1000 mm"), To: job.L("3000 mm"), Entry: entry}}}}
		studs := map[string]measure.Length{}
		for _, m := range of(computed(t, d), "stud") {
			from, _ := job.L(m.From).In(u)
			exact, _ := job.L(m.Exact).In(u)
			side := "beside"
			if from >= 999*measure.Millimetre && from < 2999*measure.Millimetre {
				side = "under"
			}
			if was, ok := studs[side]; ok {
				assert.InDelta(t, float64(was), float64(exact), 2e5, "%s %s", u, m.ID)
			}
			studs[side] = exact
		}
		assert.InDelta(t, 200, (studs["beside"] - studs["under"]).Millimetres(), 0.2)
		assert.Empty(t, of(computed(t, d), "beam"))
		// a stud whose space was read at its own place ends under it too
		d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: "own", Kind: "gap", Place: &job.Place{Wall: "A", Station: job.L("1822.5 mm")}, Value: job.L("2400 mm")})
		for _, m := range of(computed(t, d), "stud") {
			from, _ := job.L(m.From).In(u)
			exact, _ := job.L(m.Exact).In(u)
			if from >= 999*measure.Millimetre && from < 2999*measure.Millimetre {
				assert.InDelta(t, studs["under"].Millimetres(), exact.Millimetres(), 1, m.ID)
			}
		}
		for name, c := range map[string]struct {
			change func(*job.Wall)
			path   string
		}{
			"nobody named it":        {func(w *job.Wall) { w.Beams[0].Entry = nil }, "walls[0].beams[0].entry"},
			"without who":            {func(w *job.Wall) { e := *entry; e.By = ""; w.Beams[0].Entry = &e }, "walls[0].beams[0].entry.by"},
			"off the wall":           {func(w *job.Wall) { w.Beams[0].To = job.L("4100 mm") }, "walls[0].beams[0].to"},
			"shorter than it bears":  {func(w *job.Wall) { w.Beams[0].To = job.L("1150 mm") }, "walls[0].beams[0].to"},
			"the plate ends over it": {func(w *job.Wall) { w.Breaks = []job.Break{{Of: "ceiling", At: job.L("2000 mm")}} }, "walls[0].beams[0].to"},
			"two in one place": {func(w *job.Wall) {
				w.Beams = append(w.Beams, job.WallBeam{ID: "H", From: job.L("2500 mm"), To: job.L("3500 mm"), Entry: entry})
			}, "walls[0].beams[1].from"},
		} {
			one := d
			one.Walls = []job.Wall{d.Walls[0]}
			one.Walls[0].Beams = append([]job.WallBeam{}, d.Walls[0].Beams...)
			c.change(&one.Walls[0])
			var paths []string
			for _, f := range site.Check(one) {
				paths = append(paths, f.Path)
			}
			assert.Contains(t, paths, c.path, "%s %s", u, name)
		}
	}
}

// A duct that comes through under the head plate where a beam lies: nothing there is cut.
func TestADuctThroughABeam(t *testing.T) {
	d := boxRoom(t, measure.Metric)
	d.Walls = []job.Wall{{ID: "A", From: job.Place{X: job.L("1000 mm"), Y: job.L("1200 mm")}, To: job.Place{X: job.L("1000 mm"), Y: job.L("2600 mm")}, Lumber: "treated"}}
	codes := func() map[string]bool {
		out := map[string]bool{}
		for _, f := range computed(t, d).Walls[0].Findings {
			out[f.Code] = true
		}
		return out
	}
	assert.False(t, codes()["through-a-beam"])
	d.Walls[0].Beams = []job.WallBeam{{ID: "G", From: job.L("200 mm"), To: job.L("1300 mm"), Entry: &job.Bearing{By: "Ode", When: "2026-03-02", Steel: "I section", Depth: job.L("200 mm"), Each: job.L("80 mm")}}}
	assert.True(t, codes()["through-a-beam"])
}
