package plan

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/job"
	"homalos/internal/law"
	"homalos/internal/measure"
)

// cornered is wall A of a length, with B across its start (A butts it) and C
// along its end (C butts A), joists over it.
func cornered(u measure.System, long measure.Length) job.Document {
	d := bare(u, u.Write(long))
	depth := u.Pick(7*measure.Inch/2, 95*measure.Millimetre)
	mm := func(l measure.Length) job.Length { return job.L(u.Write(l)) }
	at := func(x, y measure.Length) job.Place { return job.Place{X: mm(x), Y: mm(y)} }
	d.Walls[0].Body = "left"
	d.Walls = append(d.Walls,
		job.Wall{ID: "B", Lumber: d.Lumber[0].ID, From: at(0, -depth), To: at(0, 3*measure.Metre), Body: "left"},
		job.Wall{ID: "C", Lumber: d.Lumber[0].ID, From: at(long, depth), To: at(long, 3*measure.Metre), Body: "left"},
	)
	ninety := 90.0
	first := at(300*measure.Millimetre, -measure.Metre)
	d.Survey = &job.Survey{Joists: []job.Joists{{ID: "J 1", Of: "ceiling", Angle: &ninety, First: &first, Spacing: mm(u.Pick(16*measure.Inch, 600*measure.Millimetre)), Count: 40}}}
	return d
}

func lengthOf(t require.TestingT, u measure.System, text string) measure.Length {
	l, err := measure.Read(text, u)
	require.NoError(t, err)
	return l
}

// Whatever the marks go by, every stud that stands as marked is whole spacings
// from it, and wherever a mark has room for a stud one stands.
func TestMarksGoByWhatTheyAreSaidTo(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		u := rapid.SampledFrom([]measure.System{measure.Imperial, measure.Metric}).Draw(t, "units")
		long := measure.Length(rapid.IntRange(1200, 6000).Draw(t, "mm")) * measure.Millimetre
		d := cornered(u, long)
		spacing := u.Pick(16*measure.Inch, 600*measure.Millimetre)
		kind := rapid.SampledFrom([]string{"", "start", "end", "outer-start", "outer-end", "board-start", "board-end", "joists", "seam", "station"}).Draw(t, "kind")
		depth, board := u.Pick(7*measure.Inch/2, 95*measure.Millimetre), u.Pick(measure.Inch/2, 25*measure.Millimetre/2)
		station := measure.Length(rapid.IntRange(0, int(long/measure.Millimetre)).Draw(t, "station")) * measure.Millimetre
		o := &job.Origin{Kind: kind}
		base := map[string]measure.Length{
			"start": 0, "end": long, "outer-start": -depth, "outer-end": long, "board-start": board, "board-end": long - depth - board,
			"joists": 300 * measure.Millimetre, "seam": station, "station": station,
		}[kind]
		switch kind {
		case "joists":
			o.Joists = "J 1"
		case "seam", "station":
			o.Station = job.L(u.Write(station))
		case "":
			o = nil
		}
		d.Walls[0].Layout = &job.Layout{Spacing: job.L(u.Write(spacing)), Origin: o}
		p, err := Compute(d)
		require.NoError(t, err)
		w := p.Walls[0]
		thick := lengthOf(t, u, d.Lumber[0].Thickness.String())
		slot := u.Pick(3*measure.Inch/2, 40*measure.Millimetre)
		type span struct{ from, to measure.Length }
		var others []span
		var centres []measure.Length
		const hair = 3 * measure.Millimetre / 1000 // where a face lies is a float's
		off := func(c measure.Length) measure.Length {
			over := ((c-base)%spacing + spacing) % spacing
			return min(over, spacing-over)
		}
		for _, m := range w.Members {
			from, to := lengthOf(t, u, m.From), lengthOf(t, u, m.To)
			if m.Kind == "stud" && m.Why == "" {
				c := (from + to) / 2
				assert.LessOrEqual(t, off(c), hair, "%s stands at %v, the marks go by %v", m.ID, c, base)
				centres = append(centres, c)
			} else if m.Kind != "top-plate" && m.Kind != "bottom-plate" {
				others = append(others, span{from, to})
			}
		}
		for c := base%spacing - spacing; c < long+spacing; c += spacing {
			from, to := c-thick/2, c-thick/2+thick
			room := from >= 0 && to <= long
			for _, o := range others {
				room = room && (from-o.to >= slot || o.from-to >= slot)
			}
			if room {
				assert.True(t, slices.ContainsFunc(centres, func(x measure.Length) bool { return max(x-c, c-x) <= hair }), "%s: nothing stands at %v", kind, c)
			}
		}
	})
}

// Marks that go by the outer face are less by its depth; those that go by a
// board more by its thickness (worked numbers of the work, step 4).
func TestMarksByOuterFaceAndBoard(t *testing.T) {
	for kind, first := range map[string]string{"start": "15 1/4 in", "outer-start": "11 3/4 in", "board-start": "15 3/4 in"} {
		d := cornered(measure.Imperial, 101*measure.Inch)
		d.Walls[0].Layout = &job.Layout{Origin: &job.Origin{Kind: kind}}
		w := computed(t, d).Walls[0]
		assert.Equal(t, first, w.Marks[1].Tape, kind)
	}
	d := cornered(measure.Metric, 3600*measure.Millimetre)
	d.Walls[0].Layout = &job.Layout{Origin: &job.Origin{Kind: "start"}}
	assert.Equal(t, "577.5 mm", computed(t, d).Walls[0].Marks[1].Tape)
}

// What its marks can go by is offered, each as good as it says; what can't be is
// a fault at its field.
func TestWhatMarksCanGoByIsOffered(t *testing.T) {
	d := cornered(measure.Imperial, 120*measure.Inch)
	p := computed(t, d)
	var kinds []string
	for _, b := range p.Walls[0].Origins {
		kinds = append(kinds, b.Origin.Kind)
		assert.NotEmpty(t, b.Said)
		with := job.Copy(d)
		with.Walls[0].Layout = &job.Layout{Origin: &b.Origin}
		computed(t, with)
	}
	assert.Equal(t, []string{"start", "end", "outer-start", "board-start", "board-end", "joists"}, kinds)
	kinds = nil
	for _, b := range p.Walls[2].Origins { // its far end is open, and it runs with the joists
		kinds = append(kinds, b.Origin.Kind)
	}
	assert.Equal(t, []string{"start", "end", "outer-start", "board-start"}, kinds)
	for name, c := range map[string]struct {
		wall   int
		layout job.Layout
		path   string
	}{
		"an open end":          {2, job.Layout{Origin: &job.Origin{Kind: "outer-end"}}, "walls[2].layout.origin"},
		"joists not there":     {0, job.Layout{Origin: &job.Origin{Kind: "joists", Joists: "K"}}, "walls[0].layout.origin"},
		"joists along":         {2, job.Layout{Origin: &job.Origin{Kind: "joists", Joists: "J 1"}}, "walls[2].layout.origin"},
		"no station":           {0, job.Layout{Origin: &job.Origin{Kind: "seam"}}, "walls[0].layout.origin.station"},
		"a station off it":     {0, job.Layout{Origin: &job.Origin{Kind: "station", Station: job.L("121 in")}}, "walls[0].layout.origin"},
		"a station of nothing": {0, job.Layout{Origin: &job.Origin{Kind: "station", Station: job.L("x")}}, "walls[0].layout.origin.station"},
		"equal bays":           {0, job.Layout{Mode: "equal", Origin: &job.Origin{Kind: "start"}}, "walls[0].layout.origin"},
		"no kind":              {0, job.Layout{Origin: &job.Origin{Kind: "middle"}}, "walls[0].layout.origin.kind"},
	} {
		wrong := job.Copy(d)
		wrong.Walls[c.wall].Layout = &c.layout
		_, err := Compute(wrong)
		var faults job.Faults
		require.ErrorAs(t, err, &faults, name)
		assert.Equal(t, []string{c.path}, []string{faults[0].Path}, fmt.Sprint(name, faults))
	}
}

// The fix of a pipe in a stud hooks the tape on the other end, whatever the
// marks went by: and it cures.
func TestAPipeInAStudIsCuredFromTheOtherEnd(t *testing.T) {
	d := bare(measure.Imperial, "101 in")
	d.Survey = &job.Survey{Obstructions: []job.Obstruction{{ID: "p", Kind: "pipe", Rises: true, Width: job.L("1 1/2 in"), From: &job.Place{X: job.L("32 in"), Y: job.L("1 3/4 in")}, To: &job.Place{X: job.L("32 in"), Y: job.L("1 3/4 in")}}}}
	for _, o := range []*job.Origin{nil, {Kind: "start"}, {Kind: "station", Station: job.L("48 in")}} {
		d.Walls[0].Layout = &job.Layout{Origin: o}
		p := computed(t, d)
		require.Equal(t, "pipe-in-stud", p.Walls[0].Findings[0].Code, "%v", o)
		done, err := applyFix(d, "A", "hook")
		require.NoError(t, err)
		after := computed(t, done)
		for _, f := range after.Walls[0].Findings {
			assert.NotEqual(t, "pipe-in-stud", f.Code, "%v", o)
		}
	}
}
