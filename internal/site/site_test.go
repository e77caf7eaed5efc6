package site_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/survey"
)

// loft is a job with one wall of 120 in, single plates, and one reading.
func loft(r job.Reading) job.Document {
	d := job.Starter("loft", "imperial")
	d.Walls = []job.Wall{{ID: "A", Lumber: "2x4", From: job.Place{X: job.L("0"), Y: job.L("0")}, To: job.Place{X: job.L("120"), Y: job.L("0")}}}
	r.ID = "r"
	if r.Place == nil {
		r.Place = &job.Place{Wall: "A", Station: job.L("16")}
	}
	d.Survey.Readings = []job.Reading{r}
	return d
}

func resolved(t *testing.T, d job.Document) *site.Site {
	t.Helper()
	s, faults := site.Of(d)
	require.Empty(t, faults)
	return s
}

func codesOf(faults job.Faults) (paths []string) {
	for _, f := range faults {
		paths = append(paths, f.Path)
	}
	return paths
}

// What a gap's tape stood between is counted in: both plates under and over a
// tape between them, as well as on a stack.
func TestWhatAGapsTapeStoodBetweenIsCounted(t *testing.T) {
	for basis, want := range map[string]measure.Length{"": 92, "open": 92, "between": 95, "stacked": 95} {
		s := resolved(t, loft(job.Reading{Kind: "gap", Basis: basis, Value: job.L("92 in")}))
		assert.InDelta(t, (want * measure.Inch).Millimetres(), s.Readings[0].Value, 1e-9, basis)
	}
}

// An instrument that reads long reads long away from the laser: down to the
// floor as well as up to the ceiling.
func TestAnOffsetShortensADistanceEitherWay(t *testing.T) {
	for _, c := range []struct {
		kind, value string
		want        measure.Length
	}{
		{"gap", "96 in", 96*measure.Inch - measure.Inch/8},
		{"ceiling", "55 in", 55*measure.Inch - measure.Inch/8},
		{"floor", "-41 in", -41*measure.Inch + measure.Inch/8},
	} {
		d := loft(job.Reading{Kind: c.kind, Value: job.L(c.value), Instrument: "tape"})
		d.Survey.Instruments = []job.Instrument{{ID: "tape", Kind: "tape", Offset: job.L("1/8 in"), Noise: job.L("1/4 in")}}
		s := resolved(t, d)
		assert.InDelta(t, c.want.Millimetres(), s.Readings[0].Value, 1e-9, c.kind)
		assert.Equal(t, c.want, s.Used["r"], c.kind)
		assert.InDelta(t, 25.4/4, s.Readings[0].Noise, 1e-9, "as sure as its instrument, not as the survey")
	}
	assert.Zero(t, resolved(t, loft(job.Reading{Kind: "gap", Value: job.L("96 in")})).Readings[0].Noise, "as the survey's")
}

// An id stands once, in any list; what replaces one names it while it stands.
func TestAnIDStandsOnce(t *testing.T) {
	d := loft(job.Reading{Kind: "gap", Value: job.L("96 in")})
	again := d.Survey.Readings[0]
	d.Survey.Readings = append(d.Survey.Readings, again)
	assert.Contains(t, codesOf(site.Check(d)), "survey.readings[1].id")
	d.Survey.Readings[1].ID, d.Survey.Readings[1].Replaces = "s", "r"
	assert.Empty(t, site.Check(d))
	d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: "t", Kind: "gap", Place: again.Place, Value: job.L("95 in"), Replaces: "r"})
	assert.Equal(t, []string{"survey.readings[2].replaces"}, codesOf(site.Check(d)), "another stands in its place already")
	d.Survey.Readings[2].Replaces = "s"
	s := resolved(t, d)
	require.Len(t, s.Readings, 1)
	assert.Equal(t, "t", s.Readings[0].ID)
}

// What the tape stood on that will come off makes the space longer; a block
// that will hang at the joist that was read makes it shorter.
func TestWhatWasUnderTheTape(t *testing.T) {
	carpet := &job.Stood{What: "carpet", Thick: job.L("1/2 in")}
	block := &job.Stood{What: "joist", Thick: job.L("1 1/2 in")}
	for name, c := range map[string]struct {
		r    job.Reading
		want float64 // in
	}{
		"on carpet":               {job.Reading{Kind: "gap", Value: job.L("96 in"), Stood: carpet}, 96.5},
		"up to a joist":           {job.Reading{Kind: "gap", Value: job.L("96 in"), Stopped: block}, 94.5},
		"the floor under carpet":  {job.Reading{Kind: "floor", Value: job.L("-41 in"), Stood: carpet}, -41.5},
		"a joist for the ceiling": {job.Reading{Kind: "ceiling", Value: job.L("55 in"), Stopped: block}, 53.5},
	} {
		assert.InDelta(t, c.want*25.4, resolved(t, loft(c.r)).Readings[0].Value, 1e-9, name)
	}
	deck := loft(job.Reading{Kind: "gap", Value: job.L("96 in"), Stopped: &job.Stood{What: "deck"}})
	assert.Empty(t, resolved(t, deck).Readings, "no plate touches the deck")
}

// A name that two could have means the wall that is there.
func TestAFaceIsNamedByItsWallAndSide(t *testing.T) {
	d := jobtest.Closet()
	s := resolved(t, d)
	assert.Equal(t, "D back", s.FaceRef("D back").String())
	assert.True(t, s.FaceRef("D back").Back)
	assert.Equal(t, s.FaceRef("D"), s.FaceRef("D back").Other())
	d.Survey.Walls[0].ID = "yard back"
	d.Walls[0].Line.Face, d.Walls[1].Line.Face = "yard back", "yard back"
	assert.False(t, resolved(t, d).FaceRef("yard back").Back)
}

// What was read once is remembered by all that it was read from.
func TestAReaderRemembersByTheWholeDocument(t *testing.T) {
	m := site.NewReader(4, 1<<20)
	d := loft(job.Reading{Kind: "gap", Value: job.L("96 in")})
	first, faults := m.Of(d)
	require.Empty(t, faults)
	again, _ := m.Of(job.Copy(d))
	assert.Same(t, first, again)
	d.Survey.Readings[0].Value = job.L("97 in")
	other, _ := m.Of(d)
	assert.NotSame(t, first, other)
	assert.InDelta(t, 97*25.4, other.Readings[0].Value, 1e-9)
	d.Walls[0].Lumber = "moon"
	_, faults = m.Of(d)
	assert.Contains(t, codesOf(faults), "walls[0].lumber")
	assert.Equal(t, survey.GapReading, other.Readings[0].Kind)
}

// A job under another name is the same site; a name that can't be is refused
// all the same.
func TestANameMakesNoOtherSite(t *testing.T) {
	reader := site.NewReader(4, 1<<20)
	d := loft(job.Reading{Kind: "gap", Value: job.L("96 in")})
	first, faults := reader.Of(d)
	require.Empty(t, faults)
	d.Name = "attic"
	second, faults := reader.Of(d)
	require.Empty(t, faults)
	assert.Equal(t, "loft", first.Doc.Name)
	assert.Equal(t, "attic", second.Doc.Name)
	assert.Same(t, first.Walls[0], second.Walls[0], "remembered")
	d.Name = strings.Repeat("a", 201)
	assert.Equal(t, []string{"name"}, codesOf(reader.Check(d)))
}

// All that is wrong is named at once: what is wrong with a wall hides nothing
// that is wrong with its openings.
func TestAFaultHidesNoOther(t *testing.T) {
	door := func(change func(*job.Opening)) []job.Opening {
		o := job.Opening{ID: "D", Kind: "door", Centre: job.L("50"), Leaf: &job.Size{Width: job.L("30"), Height: job.L("80")}}
		change(&o)
		return []job.Opening{o}
	}
	for name, c := range map[string]struct {
		change func(*job.Wall)
		want   []string
	}{
		"the layout and the middle": {func(w *job.Wall) {
			w.Layout = &job.Layout{Spacing: job.L("x")}
			w.Openings = door(func(o *job.Opening) { o.Centre = job.L("y") })
		}, []string{"walls[0].layout.spacing", "walls[0].openings[0].centre"}},
		"the lumber and the leaf": {func(w *job.Wall) {
			w.Lumber = "gone"
			w.Openings = door(func(o *job.Opening) { o.Leaf.Width = job.L("-3") })
		}, []string{"walls[0].lumber", "walls[0].openings[0].leaf.width"}},
		"the end, the plates and the jacks": {func(w *job.Wall) {
			w.To.X, w.Bottom = job.L("0"), []string{"gone"}
			w.Openings = door(func(o *job.Opening) { o.Jacks = 9 })
		}, []string{"walls[0].bottom[0]", "walls[0].openings[0].jacks"}},
		"the line and the header": {func(w *job.Wall) {
			w.From, w.To = job.Place{}, job.Place{}
			w.Line = &job.Line{By: "parallel", Face: "nothing", At: job.L("3")}
			w.Openings = door(func(o *job.Opening) { o.Header = &job.Header{Lumber: "gone"} })
		}, []string{"walls[0].line.face", "walls[0].openings[0].header.lumber"}},
	} {
		d := loft(job.Reading{Kind: "gap", Value: job.L("96 in")})
		d.Survey.Readings = nil
		c.change(&d.Walls[0])
		assert.ElementsMatch(t, c.want, codesOf(site.Check(d)), name)
	}
}
