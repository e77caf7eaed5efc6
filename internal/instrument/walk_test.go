package instrument

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/demo"
	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/plan"
	"homalos/internal/proving"
	"homalos/internal/work"
)

// Both demo jobs go from Read to Prove without a stop left: the readings that are asked
// for are taken, the engineer's decision is entered where signs of load hold a wall, every
// piece is cut as it is called and stood, and every check that is asked is answered; then
// nothing is held, nothing stopped and nothing unanswered.
func TestTheDemoJobsGoFromReadToProve(t *testing.T) {
	for file := range demo.IDs {
		raw, err := demo.Jobs.ReadFile(file)
		require.NoError(t, err)
		d, faults := job.Read(raw)
		require.Empty(t, faults)
		truth, err := demo.Truths.ReadFile(strings.Replace(file, ".json", ".truth.json", 1))
		require.NoError(t, err)
		b, err := Read(truth)
		require.NoError(t, err)
		if d.Assess != nil {
			for i, w := range d.Survey.Walls {
				for k := range w.Cuts {
					d.Survey.Walls[i].Cuts[k].Opening.Bearing = &job.Bearing{By: "an engineer", When: "2026-11-20", Paper: "sheet 4", Plies: 2, Depth: job.L("7 1/4 in"), Each: job.L("1 1/2 in")}
				}
				d.Assess.Decisions = append(d.Assess.Decisions, job.Decision{Wall: w.ID, Says: "may-be-opened", Who: "an engineer", When: "2026-11-20", Paper: "sheet 4"})
			}
		}
		kit := NewKit(b, 1, 0.01)
		_, d = Follow(d, kit, 200)
		p, err := plan.Compute(d)
		require.NoError(t, err)
		for n := 0; n < 30; n++ { // what is cut into walls that are there asks for its own
			var want *plan.Want
			var in *plan.CutIn
			for k := range p.CutIns {
				for _, m := range p.CutIns[k].Members {
					if m.Frees != nil {
						want, in = m.Frees, &p.CutIns[k]
					}
				}
			}
			if want == nil {
				break
			}
			station, err := job.L(want.Station).In(d.Units)
			require.NoError(t, err)
			at := p.Result.CutIns[slices.IndexFunc(p.Result.CutIns, func(c *work.CutIn) bool { return c.Framed.Wall.ID == in.ID })].Framed.Wall.At(station)
			shot, err := kit.Shoot(Aim{Kind: want.Kind, X: at.X, Y: at.Y, Units: d.Units})
			require.NoError(t, err)
			d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: fmt.Sprint("w", n), Kind: want.Kind, Place: &job.Place{Wall: in.ID, Station: job.L(want.Station)}, Value: job.L(shot.Value)})
			p, err = plan.Compute(d)
			require.NoError(t, err)
		}
		for _, w := range p.Walls {
			for _, f := range w.Findings {
				assert.NotEqual(t, "stop", f.Level, "%s %s: %s", file, w.ID, f.Text)
			}
		}
		for _, c := range p.CutIns {
			for _, f := range c.Findings {
				assert.NotEqual(t, "stop", f.Level, "%s %s: %s", file, c.ID, f.Text)
			}
		}
		for _, f := range p.Findings {
			assert.NotEqual(t, "stop", f.Level, "%s: %s", file, f.Text)
		}
		record := job.Record{}
		for _, m := range p.Pieces() {
			assert.Equal(t, string(framing.Ready), m.State, "%s %s", file, m.ID)
			record.Cuts = append(record.Cuts, job.Cut{ID: "c" + m.ID, Member: m.ID, Length: job.L(m.Cut)})
			record.Stood = append(record.Stood, job.Stand{ID: "s" + m.ID, Member: m.ID})
		}
		d.Record = &record
		p, err = plan.Compute(d)
		require.NoError(t, err)
		assert.Empty(t, p.Remedies, "everything was cut as it was called")
		for _, a := range p.ToCheck {
			rightly(&record, a, d.Units)
		}
		p, err = plan.Compute(d)
		require.NoError(t, err)
		left := []string{}
		for _, c := range p.Checks {
			if c.State != "pass" {
				left = append(left, fmt.Sprint(c.ID, " ", c.State))
			}
		}
		assert.Empty(t, left, file)
	}
}

// rightly answers a check with what it should be.
func rightly(r *job.Record, a proving.Ask, u measure.System) {
	one := job.Checked{ID: "k" + a.ID, Check: a.ID}
	switch a.Takes {
	case proving.Photo:
		r.Photos = append(r.Photos, job.Photo{ID: "p" + a.ID, Sum: strings.Repeat("a1", 32), Wall: a.Wall, Check: a.ID})
		return
	case proving.Number:
		one.Count = &a.Count
	case proving.Look:
		one.Is = "yes"
	case proving.Length:
		one.Value = job.Exactly(a.Should, u)
	default:
		one.Value = job.Exactly(a.Should, u)
	}
	r.Checks = append(r.Checks, one)
}
