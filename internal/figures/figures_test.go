package figures_test

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/demo"
	"homalos/internal/days"
	"homalos/internal/figures"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/proving"
	"homalos/internal/raising"
	"homalos/internal/site"
	"homalos/internal/work"
)

type planned struct {
	r    *work.Result
	asks []proving.Ask
	d    job.Document
}

func plan(t require.TestingT, d job.Document) *planned {
	s, faults := site.Of(d)
	require.Empty(t, faults)
	r := work.Out(s)
	all := raising.Of(r)
	days.Of(context.Background(), r, all, raising.InOrder(r, all))
	return &planned{r, proving.Asks(r, all), d}
}

func bindery(t require.TestingT) job.Document {
	raw, err := demo.Jobs.ReadFile("bindery.json")
	require.NoError(t, err)
	d, faults := job.Read(raw)
	require.Empty(t, faults)
	return d
}

func (p *planned) of(r job.Record) figures.Figures {
	d := p.d
	d.Record = &r
	return figures.Of(p.r, p.asks, d)
}

// A crew's record, made at random, and what it comes to reckoned apart: line by line, in
// sixteenths, with sums of squares.
func TestFiguresAgainstAReckoningOfTheirOwn(t *testing.T) {
	p := plan(t, bindery(t))
	c := rand.New(rand.NewPCG(9, 9))
	for range 60 {
		var r job.Record
		did, of := 0, 0
		sum, squares, n := map[string]float64{}, map[string]float64{}, map[string]int{}
		for i := range c.IntN(25) {
			member, by := fmt.Sprint("X-S", i), []string{"Ada", "Bo", ""}[c.IntN(3)]
			of++
			good, wrong := true, false
			for c.IntN(5) == 0 { // it comes out wrong first
				r.Cuts = append(r.Cuts, job.Cut{Member: member, Length: job.L("90 in"), Came: job.L("60 in"), Miscut: true, By: by, Why: "burnt inch"})
				good, wrong = false, true
			}
			one := job.Cut{Member: member, Length: job.L("90 in"), By: by}
			off, who := 0.0, map[string]string{"": "?"}[by]+by
			if c.IntN(2) == 0 {
				off = float64(c.IntN(7) - 3) // sixteenths
				one.Came = job.L(fmt.Sprintf("%.0f/16 in", 90*16+off))
				sum[who], squares[who], n[who] = sum[who]+off, squares[who]+off*off, n[who]+1
				good = good && off >= -1 && off <= 1 // 1/16 is accepted
			}
			r.Cuts = append(r.Cuts, one)
			switch c.IntN(6) {
			case 0: // ticked by mistake, and again
				r.Cuts = append(r.Cuts, job.Cut{Member: member, Undone: true}, job.Cut{Member: member, Length: job.L("90 in"), By: by})
				good = !wrong
				if one.Came.Given() {
					sum[who], squares[who], n[who] = sum[who]-off, squares[who]-off*off, n[who]-1
				}
			case 1:
				r.Cuts = append(r.Cuts, job.Cut{Member: member, Length: job.L("90 1/8 in"), Came: job.L("90 in"), Shimmed: job.L("1/8 in"), By: by})
				good = false
			}
			if good {
				did++
			}
		}
		f := p.of(r)
		assert.Equal(t, of, f.First.Of)
		assert.Equal(t, did, f.First.Did)
		all := 0
		for _, s := range f.Cutting {
			if s.Name == "" {
				continue
			}
			all += s.N
			mean := sum[s.Name] / float64(n[s.Name])
			assert.Equal(t, n[s.Name], s.N)
			assert.InDelta(t, mean*25.4/16, s.Mean, 1e-6)
			if s.N > 1 {
				variance := (squares[s.Name] - float64(s.N)*mean*mean) / float64(s.N-1)
				assert.InDelta(t, math.Sqrt(math.Max(0, variance))*25.4/16, s.Sigma, 1e-6)
			}
		}
		if len(f.Cutting) > 0 {
			assert.Equal(t, all, f.Cutting[0].N)
		}
	}
}

// Three readings of a known 100 in: 100 3/16 each. The tape reads 3/16 too much; where
// nothing is taken off, it is to be corrected by that; where that is taken off, it isn't.
func TestATapeThatDisagrees(t *testing.T) {
	d := bindery(t)
	check := job.Check{Known: job.L("100 in"), Read: job.L("100 3/16 in")}
	d.Survey.Instruments = append(d.Survey.Instruments, job.Instrument{ID: "long tape", Kind: "tape", Offset: job.L("0 in"), Checks: []job.Check{check, check, check}})
	at := func() figures.Tape {
		for _, x := range plan(t, d).of(job.Record{}).Tapes {
			if x.Name == "long tape" {
				return x
			}
		}
		return figures.Tape{}
	}
	tape := at()
	assert.True(t, tape.Wrong)
	assert.Equal(t, 3*measure.Inch/16, tape.Correct)
	assert.Equal(t, 3, tape.N)
	d.Survey.Instruments[len(d.Survey.Instruments)-1].Offset = job.Exactly(tape.Correct, measure.Imperial)
	assert.False(t, at().Wrong, "the offer cures it")
}

// Readings lie about as far from what the others foretell as their instruments scatter, and
// one that is off by a foot is a slip, not a spread.
func TestReadingsAgainstTheOthers(t *testing.T) {
	p := plan(t, bindery(t))
	f := p.of(job.Record{})
	require.NotEmpty(t, f.ByTape)
	assert.Greater(t, f.ByTape[0].N, 20)
	assert.Less(t, math.Abs(f.ByTape[0].Mean), 1.0)
	assert.Less(t, f.ByTape[0].Sigma, 4.0)
	n := 0
	for _, s := range f.ByTape[1:] {
		n += s.N
	}
	assert.Equal(t, f.ByTape[0].N, n, "each reading stands under one instrument")
}

func TestSlipsByKind(t *testing.T) {
	d := bindery(t)
	for _, r := range d.Survey.Readings {
		if r.Kind == "gap" && r.Place != nil && r.Place.Wall != "" { // corrected: an inch was burnt
			was, err := r.Value.In(measure.Imperial)
			require.NoError(t, err)
			r.ID, r.Replaces, r.Value = "again", r.ID, job.Exactly(was-measure.Inch, measure.Imperial)
			d.Survey.Readings = append(d.Survey.Readings, r)
			break
		}
	}
	p := plan(t, d)
	f := p.of(job.Record{
		Cuts:   []job.Cut{{Member: "a", Length: job.L("9"), Came: job.L("8"), Miscut: true, Why: "The stop had moved"}, {Member: "b", Length: job.L("9"), Came: job.L("8"), Miscut: true, Why: "the stop had moved"}},
		Checks: []job.Checked{{Check: "A.count", Count: new(int)}},
	})
	got := map[string]int{}
	for _, s := range f.Slips {
		got[s.Name] = s.Did
		assert.Equal(t, 4, s.Of)
	}
	assert.Equal(t, "the stop had moved", f.Slips[0].Name, "the commonest first")
	assert.Equal(t, 2, got["the stop had moved"])
	assert.Equal(t, 1, got["missing"])
	assert.Len(t, got, 3)
}

// What is foretold is set against what was found: corners 1/8 higher and 1/8 lower come to
// none, and scatter by √2/8; the first look counts, not the later ones.
func TestForetoldAgainstFound(t *testing.T) {
	p := plan(t, bindery(t))
	should := map[string]measure.Length{}
	for _, a := range p.asks {
		should[a.ID] = a.Should
	}
	high := func(id string, off measure.Length) job.Checked {
		return job.Checked{Check: id, Value: job.Exactly(should[id]+off, measure.Imperial)}
	}
	f := p.of(job.Record{Checks: []job.Checked{high("A.height.start", measure.Inch/4), high("A.height.end", -measure.Inch/4), high("A.height.start", 0)}})
	assert.Equal(t, 2, f.Heights.N)
	assert.InDelta(t, 0, f.Heights.Mean, 1e-6)
	assert.InDelta(t, math.Sqrt2/4*25.4, f.Heights.Sigma, 1e-3)
	require.Len(t, f.Checks, 1)
	assert.Equal(t, figures.Share{Name: "height", Of: 2, Did: 0}, f.Checks[0])
}
