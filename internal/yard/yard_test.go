package yard

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/saw"
	"homalos/internal/site"
	"homalos/internal/work"
)

func listed(t *testing.T, d job.Document) (List, *work.Result) {
	t.Helper()
	s, faults := site.Of(d)
	require.Empty(t, faults)
	r := work.Out(s)
	now, err := saw.Of(t.Context(), r, d)
	require.NoError(t, err)
	return Of(r, now), r
}

// row is the row of a list; lumber by its id.
func row(l List, what string) (out Row) {
	for _, r := range l.Rows {
		if r.What == what || r.What == "lumber" && r.Lumber == what {
			out.Need, out.There, out.Order, out.Cull, out.Price = out.Need+r.Need, out.There+r.There, out.Order+r.Order, out.Cull+r.Cull, out.Price+r.Price
			out.How, out.Pack = append(out.How, r.How...), r.Pack
		}
	}
	return out
}

// one is a job of a single wall, 128 in long and 96 high, studs every 16, read all over.
func one() job.Document {
	d := job.Starter("one", "imperial")
	d.Walls = []job.Wall{{ID: "A", From: job.Place{X: job.L("0 in"), Y: job.L("0 in")}, To: job.Place{X: job.L("128 in"), Y: job.L("0 in")}, Lumber: d.Lumber[0].ID, Carries: "no"}}
	d.Survey = &job.Survey{}
	for i, at := range []string{"0 in", "32 in", "64 in", "96 in", "128 in"} {
		d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: string(rune('a' + i)), Kind: "gap", Place: &job.Place{Wall: "A", Station: job.L(at)}, Value: job.L("96 in")})
	}
	d.Rules = &job.Rules{}
	return d
}

func TestOnePlainWall(t *testing.T) {
	d := one()
	l, r := listed(t, d)
	studs := 0
	for _, m := range r.Walls[0].Members {
		if m.Kind.FullHeight() {
			studs++
		}
	}
	assert.Equal(t, 9, studs, "128 / 16, and one more")
	assert.InDelta(t, 9*2*4, row(l, "nail").Need, 0, "four at a slant in each end")
	assert.InDelta(t, 6, row(l, "board").Need, 0, "48, 48 and 32 on both faces")
	assert.InDelta(t, 2*11*8, row(l, "board-screw").Need, 0, "eight along each of 4, 4 and 3 studs, on both faces")
	d.Rules.Method = "tilt-up"
	tilted, _ := listed(t, d)
	assert.InDelta(t, 9*2*2, row(tilted, "nail").Need, 0, "two through the plates")
	d.Walls[0].Boards = "line"
	half, _ := listed(t, d)
	assert.InDelta(t, 3, row(half, "board").Need, 0)
	d.Rules.Insulation = &job.Insulation{Width: job.L("15 in"), Length: job.L("47 in")}
	d.Walls[0].Membrane = true
	filled, _ := listed(t, d)
	require.Len(t, filled.Bays, 8)
	assert.Equal(t, "14 7/8 in", d.Units.Write(filled.Bays[1].Wide), "14 1/2 and 3/8")
	assert.InDelta(t, math.Ceil(8*93.375/47), row(filled, "insulation").Need, 1)
	assert.InDelta(t, 11, row(filled, "membrane").Need, 0, "128 in, in feet")
}

// Culls, packs, what is there, tax: what is ordered covers what is needed, in whole packs,
// and the sums add up.
func TestWhatIsOrderedCoversWhatIsNeeded(t *testing.T) {
	for _, name := range []string{"bindery", "wardrobe"} {
		d := jobtest.Demo(t, name)
		rules := job.Rules{}
		if d.Rules != nil {
			rules = *d.Rules
		}
		rules.Cull, rules.Tax = 12.5, 8
		rules.Goods = []job.Goods{{What: "nail", Pack: 250, Price: 11.5, There: 40}, {What: "board", Price: 13, There: 500}, {What: "screw", Pack: 100, Price: 9}}
		d.Rules = &rules
		for i := range d.Lumber {
			for _, s := range d.Lumber[i].Stock {
				d.Lumber[i].Prices = append(d.Lumber[i].Prices, job.Price{Length: s, Price: 5})
			}
		}
		d.Lumber[0].OnHand = []job.OnHand{{Length: d.Lumber[0].Stock[0], Count: 2}}
		l, _ := listed(t, d)
		sum := 0.0
		for _, r := range l.Rows {
			parts := 0.0
			for _, p := range r.How {
				parts += p.N
			}
			if r.What == "lumber" {
				parts += r.There // said as a part of its own
			}
			assert.InDelta(t, math.Ceil(parts-1e-6), r.Need, 1e-6, r.What)
			assert.GreaterOrEqual(t, r.Order+r.There+1e-9, r.Need, r.What)
			assert.Zero(t, math.Mod(r.Order, float64(r.Pack)), r.What)
			assert.Less(t, r.Order, r.Need-r.There+r.Cull+float64(r.Pack)+1e-9, "%s: no more than a pack over", r.What)
			sum += r.Price
		}
		for _, x := range d.Lumber {
			r := row(l, x.ID)
			assert.GreaterOrEqual(t, r.Order*(1-0.125)+1e-9, r.Need-r.There, "what is good of them is enough")
			assert.Less(t, (r.Order-1)*(1-0.125), r.Need-r.There, "and no more than that")
		}
		assert.InDelta(t, sum, l.Sum, 1e-6)
		assert.InDelta(t, sum*0.08, l.Tax, 1e-6)
		assert.Zero(t, row(l, "board").Order, "there are enough")
		assert.Positive(t, l.Open, "board screws have no price")
	}
}

// What isn't read isn't counted, and is told.
func TestAWallThatIsNotReadIsTold(t *testing.T) {
	d := one()
	d.Survey.Readings = nil
	d.Rules.Insulation = &job.Insulation{Width: job.L("15 in"), Length: job.L("47 in")}
	l, _ := listed(t, d)
	assert.Equal(t, []string{"A"}, l.Unread)
	assert.Zero(t, row(l, "board").Need)
	assert.Empty(t, l.Bays)
}
