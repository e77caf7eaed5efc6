package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/site"
)

// Rows and backing are cut and bought with the rest; each slip is named by its field.
func TestRowsAndBackingAreCut(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		d := opened(u, job.Opening{Kind: "cased", Rough: &job.Size{Width: job.L(u.Words("32", "800")), Height: job.L(u.Words("80", "2030"))}})
		before := len(computed(t, d).Pieces())
		d.Walls[0].Noggings = &job.Noggings{Rows: []job.NoggingRow{{Mid: true}}, Lie: "staggered"}
		d.Walls[0].Backing = []job.Backing{{What: "rail", From: job.L(u.Words("20", "500")), To: job.L(u.Words("60", "1500")), Height: job.L(u.Words("36", "900"))}}
		p := computed(t, d)
		rows, backing := kinds(p.Walls[0], "nogging"), kinds(p.Walls[0], "backing")
		assert.GreaterOrEqual(t, len(rows), 8)
		assert.GreaterOrEqual(t, len(backing), 2)
		assert.Len(t, p.Pieces(), before+len(rows)+len(backing))
		called := 0
		for _, c := range p.Cuts {
			called += c.Count
		}
		assert.Equal(t, len(p.Pieces()), called)
	}
	for path, spoil := range map[string]func(w *job.Wall){
		"noggings.rows[0]": func(w *job.Wall) { w.Noggings = &job.Noggings{Rows: []job.NoggingRow{{}}} },
		"noggings.rows[1]": func(w *job.Wall) {
			w.Noggings = &job.Noggings{Rows: []job.NoggingRow{{Mid: true}, {Mid: true, FromTop: job.L("10")}}}
		},
		"noggings.rows[0].fromBottom": func(w *job.Wall) { w.Noggings = &job.Noggings{Rows: []job.NoggingRow{{FromBottom: job.L("-3")}}} },
		"backing[0].what":             func(w *job.Wall) { w.Backing = []job.Backing{{From: job.L("1"), To: job.L("9"), Height: job.L("9")}} },
		"backing[0].to": func(w *job.Wall) {
			w.Backing = []job.Backing{{What: "rail", From: job.L("9"), To: job.L("1"), Height: job.L("9")}}
		},
		"backing[0].height": func(w *job.Wall) {
			w.Backing = []job.Backing{{What: "rail", From: job.L("1"), To: job.L("9"), Height: job.L("0")}}
		},
		"backing[0].lumber": func(w *job.Wall) {
			w.Backing = []job.Backing{{What: "rail", From: job.L("1"), To: job.L("9"), Height: job.L("9"), Lumber: "none"}}
		},
	} {
		d := opened(measure.Imperial, job.Opening{Kind: "cased", Rough: sized("32", "80")})
		spoil(&d.Walls[0])
		faults := site.Check(d)
		require.NotEmpty(t, faults, path)
		assert.Equal(t, "walls[0]."+path, faults[0].Path)
	}
}

// The crossing's own numbers in the plan: a beam 104 to 109, its underside 86 over a
// floor on the laser line, 1/2 beside and 1/4 under it.
func TestACrossingInThePlan(t *testing.T) {
	d := bare(measure.Imperial, "148 in")
	for _, at := range []string{"10 in", "70 in", "140 in"} {
		along(&d, "floor", at, "0 in")
		along(&d, "ceiling", at, "96 in")
	}
	at := func(x string, dy string) *job.Place {
		return &job.Place{X: job.L(x), Y: job.L(dy)}
	}
	d.Survey.Obstructions = []job.Obstruction{{ID: "beam", Kind: "beam", From: at("106 1/2", "-50"), To: at("106 1/2", "80"), Width: job.L("5"), Underside: job.L("86"), Clear: &job.Clearance{Side: job.L("1/2"), Below: job.L("1/4")}}}
	p := computed(t, d)
	require.Len(t, p.Walls[0].Crossings, 1, "%v", p.Walls[0].Findings)
	c := p.Walls[0].Crossings[0]
	assert.Equal(t, &Span{"103 1/2 in", "109 1/2 in"}, c.Out)
	assert.Equal(t, "85 3/4 in", c.Top)
	assert.Equal(t, "beam", c.Obstruction)
	assert.Len(t, c.Steps, 4, "no stud stands under it")
	assert.NotContains(t, codesOf(p.Walls[0]), "obstruction-across")
}
