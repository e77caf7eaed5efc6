package plan

import (
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/measure"
	"homalos/internal/picture"
	"homalos/internal/site"
	"homalos/internal/survey"
	"homalos/internal/words"
)

func roomOf(t *testing.T, d job.Document) picture.Room {
	t.Helper()
	p, err := Compute(d)
	require.NoError(t, err)
	return RoomOf(p)
}

func TestTheBinderyAsFound(t *testing.T) {
	r := roomOf(t, jobtest.Demo(t, "bindery"))
	assert.Zero(t, r.Missing)
	assert.Equal(t, 2, r.Spare)
	assert.Empty(t, r.Troubles)
	assert.Empty(t, r.Doubts)
	assert.InDelta(t, 135.7, cornerAngle(t, r, "3"), 0.2)
	require.Len(t, r.Reliefs, 3)
	assert.NotEmpty(t, r.Reliefs[0].Contours)
	assert.Len(t, r.Joists, 24)
	for _, w := range r.Walls {
		if w.ID == "tram wall" {
			// 5/16 in 48 over the height there
			assert.Equal(t, "5/8", w.In)
			assert.True(t, strings.HasPrefix(w.Height, "96"), w.Height)
			assert.Equal(t, "1/8 at 40", w.Bulge)
		}
	}
	assert.Equal(t, 36, r.Held)
	assert.Equal(t, "gap, 70 in from the stove-wall end of wall A", r.Next[0].Text)
	assert.GreaterOrEqual(t, r.Next[0].Frees, 3)
}

func cornerAngle(t *testing.T, r picture.Room, id string) float64 {
	t.Helper()
	for _, c := range r.Corners {
		if c.ID == id {
			v, err := strconv.ParseFloat(strings.TrimSuffix(c.Inside, "°"), 64)
			require.NoError(t, err)
			return v
		}
	}
	t.Fatalf("no corner %s", id)
	return 0
}

func TestATapeThatDoesNotFitIsNamedInThePlan(t *testing.T) {
	d := jobtest.Demo(t, "bindery")
	tie := d.Survey.Ties[7] // 2 to 5
	d.Survey.Ties = append(d.Survey.Ties, job.Tie{ID: "bad", Kind: "length", From: "2", To: "5", Value: job.L("267 5/16 in"), Replaces: tie.ID, Instrument: "laser meter"})
	r := roomOf(t, d)
	require.Len(t, r.Troubles, 1)
	assert.Contains(t, r.Troubles[0], "2 to 5: "+strings.TrimSuffix(told(words.ReadsOthersForetell, "267 5/16", "268"), "."))
	assert.Contains(t, r.Troubles[0], told(words.LikelyWouldBe, told(words.SlipBurntInch), "268 5/16"))
	assert.Equal(t, told(words.AgainWhichInDoubt, "2 to 5"), r.Next[0].Text)
	d.Survey.Ties[len(d.Survey.Ties)-1].Value = job.L("500 in")
	r = roomOf(t, d)
	assert.Contains(t, r.Troubles[0], "longer than the way by 2–", "the triangle inequality")
	assert.Zero(t, r.Missing, "the rest still works")
}

func TestAShapeThatCrossesItselfIsSaid(t *testing.T) {
	d := jobtest.Demo(t, "wardrobe")
	d.Survey.Ties = nil
	for i, side := range []string{"1 2 5000 mm", "2 3 3000 mm", "3 4 5000 mm", "4 1 3000 mm", "1 3 4000 mm", "2 4 4000 mm"} { // corners 2 and 3 changed about
		d.Survey.Ties = append(d.Survey.Ties, job.Tie{ID: strconv.Itoa(i), Kind: "length", From: side[:1], To: side[2:3], Value: job.L(side[4:])})
	}
	r := roomOf(t, d)
	assert.NotEmpty(t, r.Crosses)
	assert.Contains(t, strings.Join(r.Troubles, " "), "cross: check those tapes")
	assert.NotEmpty(t, r.Pins, "the rest still works")
}

func TestAnInstrumentThatIsOffIsCorrected(t *testing.T) {
	d := edited(t, `"survey": {`, `"survey": {"instruments": [{"id": "old tape", "kind": "tape", "checks": [{"known": "120 in", "read": "120 1/8 in"}, {"known": "72 in", "read": "72 1/8 in"}]}, {"id": "good", "kind": "tape", "checks": [{"known": "120 in", "read": "120 1/64 in"}]}],`)
	plain := of(computed(t, d), "stud")[3]
	for i := range d.Survey.Readings {
		d.Survey.Readings[i].Instrument = "old tape"
	}
	mended := of(computed(t, d), "stud")[3]
	assert.Equal(t, "93 1/8 in", plain.Cut)
	assert.Equal(t, "93 in", mended.Cut, "an eighth too much taken off")
	r := roomOf(t, d)
	assert.True(t, r.Instruments[0].Off)
	assert.Contains(t, r.Instruments[0].Text, "1/8 too much")
	assert.False(t, r.Instruments[1].Off)
	assert.Equal(t, "96 1/16", r.Readings[0].Used)
	assert.True(t, r.Readings[0].Strays, "more than a mark from what was read")
}

func TestWhatTheTapeStoodOnIsReckonedWith(t *testing.T) {
	for name, c := range map[string]struct {
		stood, stopped *job.Stood
		cut            string
	}{
		"the bare floor":                {nil, nil, "93 1/8 in"},
		"carpet that comes off":         {&job.Stood{What: "carpet", Thick: job.L("3/8 in")}, nil, "93 1/2 in"},
		"ceiling board that comes off":  {nil, &job.Stood{What: "board", Thick: job.L("1/2 in")}, "93 5/8 in"},
		"a joist where a block hangs":   {nil, &job.Stood{What: "joist", Thick: job.L("1 1/2 in")}, "91 5/8 in"},
		"carpet below and board above":  {&job.Stood{What: "carpet", Thick: job.L("3/8 in")}, &job.Stood{What: "board", Thick: job.L("1/2 in")}, "94 in"},
		"a joist, and nothing to hang ": {nil, &job.Stood{What: "joist"}, "93 1/8 in"},
	} {
		t.Run(name, func(t *testing.T) {
			d := edited(t)
			for i := range d.Survey.Readings {
				d.Survey.Readings[i].Stood, d.Survey.Readings[i].Stopped = c.stood, c.stopped
			}
			assert.Equal(t, c.cut, of(computed(t, d), "stud")[3].Cut)
		})
	}
	d := edited(t)
	for i := range d.Survey.Readings {
		d.Survey.Readings[i].Stopped = &job.Stood{What: "deck"}
	}
	assert.Empty(t, of(computed(t, d), "stud")[3].Cut, "past the joists: no plate touches there")
}

func TestAPlateUnderExposedJoistsIsStraightBetweenThem(t *testing.T) {
	joists := `"survey": {"joists": [{"id": "J", "of": "ceiling", "angle": -90, "first": {"x": "4 in", "y": "0 in"}, "spacing": "32 in", "count": 4, "exposed": true}],`
	s := of(computed(t, edited(t, `"survey": {`, joists)), "stud")[1]
	assert.Equal(t, "gap at 16, "+told(words.StraightBetweenJoistsAt, 4*measure.Inch, 36*measure.Inch), s.Sum[0].What)
	assert.Equal(t, "gap at 16", of(computed(t, edited(t, `"survey": {`, strings.Replace(joists, `, "exposed": true`, "", 1))), "stud")[1].Sum[0].What)
	assert.Equal(t, "gap at 16", of(computed(t, edited(t, `"survey": {`, strings.Replace(joists, "-90", "0", 1))), "stud")[1].Sum[0].What, "they run along the wall")
}

func TestWhatIsHiddenOrRottenOrStepsIsFound(t *testing.T) {
	d := edited(t, `"survey": {`, `"survey": {
		"hidden": [{"id": "feed", "kind": "cable", "in": "floor", "from": {"x": "40 in", "y": "-20 in"}, "to": {"x": "40 in", "y": "20 in"}}],
		"zones": [{"id": "pit", "of": "floor", "kind": "recess", "outline": [{"x": "60 in", "y": "-20 in"}, {"x": "80 in", "y": "-20 in"}, {"x": "80 in", "y": "20 in"}, {"x": "60 in", "y": "20 in"}]}],`)
	d.Assess = &job.Assess{Floor: []job.FloorCheck{{ID: "f", Wall: "A", From: job.L("0 in"), To: job.L("30 in"), State: "rot"}}}
	p := computed(t, d)
	texts := map[string][]string{}
	for _, f := range p.Walls[0].Findings {
		texts[f.Code] = append(texts[f.Code], f.Text)
	}
	assert.Equal(t, []string{told(words.LiesInFromToNo, "cable feed", "floor", 38*measure.Inch, 42*measure.Inch)}, texts["no-drill"])
	assert.Equal(t, []string{told(words.FloorBadFromToNo, 0*measure.Inch, 30*measure.Inch, "rot")}, texts["bad-floor"])
	assert.Equal(t, []string{told(words.StepsHereAt, "floor", 60*measure.Inch, "recess pit"), told(words.StepsHereAt, "floor", 80*measure.Inch, "recess pit")}, texts["step"])
	for _, m := range p.Walls[0].Members {
		if m.Kind == "bottom-plate" && m.From == "0 in" {
			assert.Equal(t, "blocked", m.State)
		}
	}
	d.Assess.Floor[0].Mended = &job.Signed{By: "Wen"}
	for _, f := range computed(t, d).Walls[0].Findings {
		assert.NotEqual(t, "bad-floor", f.Code)
	}
}

func TestMeasureNextEndsWithEnough(t *testing.T) {
	d := jobtest.Demo(t, "bindery")
	p, err := Compute(d)
	require.NoError(t, err)
	next, held := p.Next()
	for range 20 {
		if held == 0 {
			break
		}
		place := job.Place{Wall: next[0].Wall, Station: job.L(next[0].Station)}
		x, y, err := site.PlaceOf(d, place)
		require.NoError(t, err)
		at := geo.Point{X: x, Y: y}
		terms := map[string][]survey.Term{
			"gap": survey.Gap(at), "floor": {{Of: survey.Floor, At: at, Weight: 1}}, "ceiling": {{Of: survey.Ceiling, At: at, Weight: 1}},
		}[next[0].What]
		foretold := measure.FromMillimetres(p.Result.Heights.Estimate(terms).Value).Nearest(measure.Inch / 32)
		d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: next[0].Text, Kind: next[0].What, Place: &place, Value: job.L(measure.Imperial.Write(foretold))})
		p, err = Compute(d)
		require.NoError(t, err)
		next, held = p.Next()
	}
	assert.Zero(t, held)
	assert.Empty(t, next, "enough")
}

func TestASectionAlongAnyLine(t *testing.T) {
	d := jobtest.Demo(t, "bindery")
	s, err := picture.SectionAlong(computed(t, d).Result, job.Place{X: job.L("0"), Y: job.L("0")}, job.Place{X: job.L("200 in"), Y: job.L("110 in")})
	require.NoError(t, err)
	assert.True(t, s.Known)
	assert.Len(t, s.Surface, 49)
	assert.NotEmpty(t, s.Pins)
	assert.Len(t, s.Crossed, 20)
	_, err = picture.SectionAlong(computed(t, d).Result, job.Place{X: job.L("0"), Y: job.L("0")}, job.Place{X: job.L("0"), Y: job.L("0")})
	assert.ErrorContains(t, err, "no length")
	_, err = picture.SectionAlong(computed(t, d).Result, job.Place{X: job.L("0"), Y: job.L("zero")}, job.Place{X: job.L("9")})
	assert.Error(t, err)
}

func TestADrawingIsAHint(t *testing.T) {
	d := job.Starter("attic", "metric")
	at := []geo.Point{{X: 0, Y: 0}, {X: 4000, Y: 0}, {X: 4000, Y: 2000}, {X: 3000, Y: 2000}, {X: 3000, Y: 3000}, {X: 0, Y: 3000}}
	require.NoError(t, site.Outlined(&d, at))
	assert.Equal(t, "out", d.Survey.Corners[3].Turn)
	r := roomOf(t, d)
	assert.Equal(t, 9, r.Missing, "nothing is taped yet")
	assert.InDelta(t, 3000, r.Corners[4].X, 1, "where the drawing has it")
	assert.Error(t, site.Outlined(&d, at[:4]), "another number of corners")
	d.Survey.Ties = []job.Tie{{ID: "t", Kind: "length", From: "1", To: "2", Value: job.L("4080 mm")}}
	assert.InDelta(t, 4080, roomOf(t, d).Corners[1].X, 0.1, "the tape is what cuts")
}

func TestTheAssessmentHolds(t *testing.T) {
	d := jobtest.Demo(t, "bindery")
	p := computed(t, d)
	require.Len(t, p.Findings, 1)
	assert.Equal(t, "load-hold", p.Findings[0].Code)
	assert.Equal(t, "stop", p.Findings[0].Level)
	a := roomOf(t, d).Assess
	assert.Equal(t, []string{"thermostat"}, a.Walls[1].Homeless)
	assert.Equal(t, "sound", a.Floors[0].State)
	assert.Equal(t, "not looked at", a.Floors[1].State)
	assert.Equal(t, "partly looked at", a.Floors[2].State)
	assert.Equal(t, "1 1/4", a.Probes[0].Depth)
	assert.Equal(t, "2 3/4", a.Probes[0].Screw)
	assert.Equal(t, "yes", a.Wanted[0].Fits)
	d.Assess.Decisions = []job.Decision{{Wall: "tram wall", Says: "may-be-opened", Who: "R. Made-Up, licence 00", When: "2026-11-20", Paper: "letter 3"}}
	assert.Empty(t, computed(t, d).Findings)
	d.Assess.Supports = []job.Support{{Wall: "tram wall", AskedBy: "R. Made-Up"}}
	assert.Contains(t, computed(t, d).Findings[0].Text, told(words.SupportWasAskedForNot))
}
