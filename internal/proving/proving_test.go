package proving_test

import (
	"context"
	"fmt"
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/demo"
	"homalos/internal/days"
	"homalos/internal/job"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/proving"
	"homalos/internal/raising"
	"homalos/internal/site"
	"homalos/internal/work"
)

const in = measure.Inch

func demoJob(t require.TestingT, file string) job.Document {
	raw, err := demo.Jobs.ReadFile(file)
	require.NoError(t, err)
	d, faults := job.Read(raw)
	require.Empty(t, faults)
	return d
}

// proof is a job with what is asked of it.
type proof struct {
	d    job.Document
	r    *work.Result
	asks []proving.Ask
	left []proving.Item
}

func asked(t require.TestingT, d job.Document) *proof {
	s, faults := site.Of(d)
	require.Empty(t, faults)
	r := work.Out(s)
	all := raising.Of(r)
	p := days.Of(context.Background(), r, all, raising.InOrder(r, all))
	return &proof{d, r, proving.Asks(r, all), proving.Temporary(r, all, p)}
}

// level is a job with one wall in a level room: 8 ft high, 144 in long, studs of 2x4, a door.
func level(t require.TestingT) job.Document {
	d, faults := job.Read([]byte(`{"format": "homalos-job/1", "name": "t", "units": "imperial",
		"lumber": [{"id": "2x4", "thickness": "1 1/2 in", "depth": "3 1/2 in"}, {"id": "2x6", "thickness": "1 1/2 in", "depth": "5 1/2 in"}],
		"survey": {"readings": [
			{"id": "f1", "kind": "floor", "place": {"x": "0", "y": "0"}, "value": "-40 in"}, {"id": "f2", "kind": "floor", "place": {"x": "72", "y": "0"}, "value": "-40 in"},
			{"id": "f3", "kind": "floor", "place": {"x": "144", "y": "0"}, "value": "-40 in"}, {"id": "f4", "kind": "floor", "place": {"x": "72", "y": "40"}, "value": "-40 in"},
			{"id": "c1", "kind": "ceiling", "place": {"x": "0", "y": "0"}, "value": "56 in"}, {"id": "c2", "kind": "ceiling", "place": {"x": "72", "y": "0"}, "value": "56 in"},
			{"id": "c3", "kind": "ceiling", "place": {"x": "144", "y": "0"}, "value": "56 in"}, {"id": "c4", "kind": "ceiling", "place": {"x": "72", "y": "40"}, "value": "56 in"}]},
		"walls": [{"id": "A", "lumber": "2x4", "from": {"x": "0", "y": "0"}, "to": {"x": "144", "y": "0"}, "bottom": ["2x4"], "top": ["2x4"],
			"openings": [{"id": "D1", "kind": "door", "centre": "60 in", "leaf": {"width": "30 in", "height": "80 in"}}]}]}`))
	require.Empty(t, faults)
	return d
}

func (p *proof) ask(t require.TestingT, id string) proving.Ask {
	i := slices.IndexFunc(p.asks, func(a proving.Ask) bool { return a.ID == id })
	require.GreaterOrEqual(t, i, 0, id)
	return p.asks[i]
}

// judged is what comes of one answer.
func (p *proof) judged(t require.TestingT, c job.Checked) proving.Result {
	a := p.ask(t, c.Check)
	return proving.Judge([]proving.Ask{a}, job.Document{Record: &job.Record{Checks: []job.Checked{c}}}, p.r.Rules)[0]
}

func number(n int) *int { return &n }

// Each with its sum. The room is 96 in high; limits are the usual ones.
func TestWhatComesOfACheck(t *testing.T) {
	p := asked(t, level(t))
	for name, c := range map[string]struct {
		answer job.Checked
		state  proving.State
		off    measure.Length
		slip   proving.Slip
	}{
		"plumb":                              {job.Checked{Check: "A.plumb-across.start", Value: job.L("1/16 in")}, proving.Pass, in / 8, ""}, // 1/16 over 48 is 2/16 over 96
		"off plumb, over the usual level":    {job.Checked{Check: "A.plumb-across.end", Value: job.L("-1/4 in")}, proving.Mend, -in / 2, ""},
		"right over the level, not carried":  {job.Checked{Check: "A.plumb-along.start", Value: job.L("1/8 in"), Over: job.L("24 in")}, proving.Mend, in / 2, proving.NotCarried}, // × 96/24
		"straight":                           {job.Checked{Check: "A.straight.top", Value: job.L("1/8 in")}, proving.Pass, in / 8, ""},
		"bulges":                             {job.Checked{Check: "A.straight.bottom", Value: job.L("3/16 in")}, proving.Mend, 3 * in / 16, ""},
		"as high as was read":                {job.Checked{Check: "A.height.start", Value: job.L("95 15/16 in")}, proving.Pass, -in / 16, ""},
		"higher":                             {job.Checked{Check: "A.height.end", Value: job.L("97 in")}, proving.Mend, in, ""},
		"a step between two faces of doors":  {job.Checked{Check: "A.door.D1.over", Value: job.L("1/4 in")}, proving.Mend, in / 8, ""}, // it should be 1/8
		"a gap as it should be":              {job.Checked{Check: "A.door.D1.hinge", Value: job.L("1/8 in")}, proving.Pass, 0, ""},
		"light under the plate":              {job.Checked{Check: "A.light", Value: job.L("3/32 in")}, proving.Mend, 3 * in / 32, ""},
		"a head as level as it may be":       {job.Checked{Check: "A.head.D1", Value: job.L("-1/16 in")}, proving.Pass, -in / 16, ""},
		"nothing behind an edge":             {job.Checked{Check: "A.backing.left.48 in", Is: "no"}, proving.Mend, 0, proving.NoWood},
		"counted":                            {job.Checked{Check: "A.count", Count: number(p.ask(t, "A.count").Count)}, proving.Pass, 0, ""},
		"one is missing":                     {job.Checked{Check: "A.count", Count: number(p.ask(t, "A.count").Count - 1)}, proving.Mend, 0, proving.Missing},
		"it gives":                           {job.Checked{Check: "A.shake.start", Is: "no"}, proving.Mend, 0, ""},
		"it stays, by somebody's word":       {job.Checked{Check: "A.light", Value: job.L("1/4 in"), Accepted: true, By: "the client"}, proving.Accepted, in / 4, ""},
		"what is right isn't accepted twice": {job.Checked{Check: "A.light", Value: job.L("0 in"), Accepted: true, By: "the client"}, proving.Pass, 0, ""},
	} {
		r := p.judged(t, c.answer)
		assert.Equal(t, c.state, r.State, name)
		assert.Equal(t, c.off, r.Diff, name)
		assert.Equal(t, c.slip, r.Slip, name)
		assert.Equal(t, r.State != proving.Pass, r.Do != "", "%s: what to do is said where something is", name)
	}
}

// Of a wall of 144 in in a room of 96 the diagonals are √(144² + 96²) = 173.066; of the
// door's opening, 32 wide with jacks of 81, √(32² + 81²) = 87.092.
func TestDiagonals(t *testing.T) {
	p := asked(t, level(t))
	for _, way := range []string{"up", "down"} {
		assert.InDelta(t, 173.0665, p.ask(t, "A.diagonal."+way).Should.Millimetres()/25.4, 0.002)
		assert.InDelta(t, 87.0919, p.ask(t, "A.opening-diagonal.D1."+way).Should.Millimetres()/25.4, 0.01)
	}
}

// Geometry: a rectangle whose top is racked by so much has one diagonal longer and one
// shorter. What is said to rack it back by brings it within the limit, towards the right end.
func TestWhatIsRackedBackIsSquare(t *testing.T) {
	p := asked(t, level(t))
	law.Check(t, func(t *rapid.T) {
		rack := rapid.Float64Range(-2, 2).Draw(t, "top racked towards the end, in")
		up, down := math.Hypot(144+rack, 96), math.Hypot(144-rack, 96)
		for check, long := range map[string]float64{"A.diagonal.up": up, "A.diagonal.down": down} {
			r := p.judged(t, job.Checked{Check: check, Value: job.L(fmt.Sprintf("%.4f in", long))})
			back := r.Diff.Millimetres() / 25.4 * p.shareOf(check)
			if check == "A.diagonal.down" {
				back = -back
			}
			assert.InDelta(t, rack, back, 0.02, "what it is off says how far it is racked")
			assert.Equal(t, math.Abs(long-math.Hypot(144, 96)) > 0.1251, r.State == proving.Mend)
			if w := p.r.Walls[0].Wall; r.State == proving.Mend { // back to where it came from, whichever diagonal tells
				assert.Contains(t, r.Do, w.EndName(rack < 0))
				assert.NotContains(t, r.Do, w.EndName(rack > 0))
			}
		}
	})
}

// shareOf is how far the top moves for each that a diagonal is off: D ÷ W.
func (p *proof) shareOf(string) float64 { return math.Hypot(144, 96) / 144 }

// Whatever a check is answered with: it is right where it is off by no more than its limit,
// and then nothing is to be done; brought back by what it is off, it is right.
func TestMendedByWhatItIsOffItIsRight(t *testing.T) {
	for _, file := range []string{"bindery.json", "wardrobe.json"} {
		p := asked(t, demoJob(t, file))
		u := p.r.Rules.Units
		law.Check(t, func(t *rapid.T) {
			a := rapid.SampledFrom(p.asks).Draw(t, "check")
			if a.Takes != proving.Length && a.Takes != proving.Off && a.Takes != proving.Lean {
				return
			}
			value := a.Should + measure.Length(rapid.Int64Range(-40, 40).Draw(t, "off"))*measure.Millimetre
			first := p.judged(t, job.Checked{Check: a.ID, Value: job.Exactly(value, u)})
			require.Equal(t, first.Diff.Abs() <= a.Limit, first.State == proving.Pass)
			require.Equal(t, first.State == proving.Mend, first.Do != "")
			value -= value - a.Should // as it is once it was brought back
			again := p.judged(t, job.Checked{Check: a.ID, Value: job.Exactly(value, u)})
			require.Equal(t, proving.Pass, again.State)
			require.Zero(t, again.Diff)
		})
	}
}

// Every check of both demo jobs has a name of its own, a place on its wall, and a limit
// where it is measured; what the plan gives as it should be is right.
func TestAsksAreWhole(t *testing.T) {
	for _, file := range []string{"bindery.json", "wardrobe.json"} {
		p := asked(t, demoJob(t, file))
		seen := map[string]bool{}
		for _, a := range p.asks {
			require.False(t, seen[a.ID], a.ID)
			seen[a.ID] = true
			w := p.r.Walls[slices.IndexFunc(p.r.Walls, func(w *work.Wall) bool { return w.Wall.ID == a.Wall })].Wall
			for _, at := range []measure.Length{a.At, a.To} {
				assert.True(t, at >= 0 && at <= w.Length, a.ID)
			}
			assert.NotEmpty(t, a.Text, a.ID)
			if a.Takes == proving.Length || a.Takes == proving.Off || a.Takes == proving.Lean {
				assert.Positive(t, a.Limit, a.ID)
				assert.Equal(t, proving.Pass, p.judged(t, job.Checked{Check: a.ID, Value: job.Exactly(a.Should, p.r.Rules.Units)}).State, a.ID)
			}
			field, _ := a.Fits(job.Checked{Check: a.ID})
			assert.NotEmpty(t, field, "an empty answer to %s is none", a.ID)
		}
	}
}

// A wall in two sections: what is left for the second one is measured before it is cut.
func TestBeforeASecondSection(t *testing.T) {
	d := level(t)
	d.Walls[0].Raise = &job.Raise{Way: "sections", Sections: job.Ls("90 in")}
	p := asked(t, d)
	assert.Equal(t, 54*in, p.ask(t, "A.section.2.bottom").Should) // 144 less 90
	assert.InDelta(t, 96, p.ask(t, "A.section.2.height").Should.Millimetres()/25.4, 0.01)
	r := p.judged(t, job.Checked{Check: "A.section.2.top", Value: job.L("53 1/2 in")})
	assert.Equal(t, proving.Mend, r.State)
	assert.Equal(t, -in/2, r.Diff)
	assert.Equal(t, proving.PartsOff, r.Slip)
}

// The last word on a check counts; taken back, the one before it does.
func TestTheLastLineOfACheckCounts(t *testing.T) {
	p := asked(t, level(t))
	lines := []job.Checked{
		{Check: "A.light", Value: job.L("1/4 in")}, {Check: "A.light", Value: job.L("0 in")}, {Check: "A.light", Undone: true},
	}
	state := func(n int) proving.State {
		return proving.Judge([]proving.Ask{p.ask(t, "A.light")}, job.Document{Record: &job.Record{Checks: lines[:n]}}, p.r.Rules)[0].State
	}
	assert.Equal(t, []proving.State{proving.ToDo, proving.Mend, proving.Pass, proving.Mend}, []proving.State{state(0), state(1), state(2), state(3)})
}

// A photo answers what asks for one, and nothing else does but somebody's word.
func TestAPhotoIsAskedFor(t *testing.T) {
	p := asked(t, level(t))
	a := p.ask(t, "A.hidden")
	with := func(r job.Record) proving.State {
		return proving.Judge([]proving.Ask{a}, job.Document{Record: &r}, p.r.Rules)[0].State
	}
	assert.Equal(t, proving.ToDo, with(job.Record{}))
	assert.Equal(t, proving.ToDo, with(job.Record{Checks: []job.Checked{{Check: a.ID, Is: "yes"}}}))
	assert.Equal(t, proving.Pass, with(job.Record{Photos: []job.Photo{{Check: a.ID}}}))
	assert.Equal(t, proving.Accepted, with(job.Record{Checks: []job.Checked{{Check: a.ID, Accepted: true, By: "the client"}}}))
}

// Where what a wall meets leans, its top plate begins 1/2 in farther in: the tape hooked on
// it reads that much less to the same stud.
func TestMarksOfATopPlateThatBeginsFartherIn(t *testing.T) {
	p := asked(t, level(t))
	bottom, top := p.ask(t, "A.marks.bottom").Should, p.ask(t, "A.marks.top").Should
	assert.Equal(t, bottom, top)
	p.r.Walls[0].Wall.Start.Top = in / 2
	p.asks = proving.Asks(p.r, raising.Of(p.r))
	assert.Equal(t, bottom, p.ask(t, "A.marks.bottom").Should)
	assert.Equal(t, bottom-in/2, p.ask(t, "A.marks.top").Should)
}
