package job_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/measure"
)

// A length keeps what was written, and comes to the same however often and by
// whichever way it is asked.
func TestALengthKnowsItsTextItsValueAndItsFault(t *testing.T) {
	for _, c := range []struct {
		text  string
		units measure.System
		want  measure.Length
	}{
		{"96 3/16 in", measure.Metric, 96*measure.Inch + 3*measure.Inch/16},
		{"96 3/16", measure.Imperial, 96*measure.Inch + 3*measure.Inch/16},
		{"2443", measure.Metric, 2443 * measure.Millimetre},
	} {
		got, err := job.L(c.text).In(c.units)
		require.NoError(t, err)
		assert.Equal(t, c.want, got, c.text)
		assert.Equal(t, c.text, job.L(c.text).String())
		again, err := job.Exactly(got, c.units).In(c.units)
		require.NoError(t, err)
		assert.Equal(t, got, again)
	}
	for _, bad := range []string{"", "much", "3/0 in", "12 cubits"} {
		_, err := job.L(bad).In(measure.Imperial)
		assert.Error(t, err, "%q", bad)
	}
}

// What is left out stays out, and a document is the same whether its lengths
// have been read or not.
func TestLengthsAreWrittenAsTheyWere(t *testing.T) {
	raw, err := json.Marshal(job.Place{X: job.L("3 1/2 in")})
	require.NoError(t, err)
	assert.JSONEq(t, `{"x": "3 1/2 in"}`, string(raw))
	d := jobtest.Demo(t, "wardrobe")
	fresh := d
	fresh.Walls = append([]job.Wall(nil), d.Walls...)
	fresh.Walls[0].Layout = &job.Layout{Offset: job.L("20 mm")}
	read, faults := job.Read(job.Write(fresh))
	require.Empty(t, faults)
	assert.True(t, job.Equal(fresh, read))
	assert.Empty(t, job.Between(fresh, read))
	assert.False(t, job.Equal(d, fresh))
}

// A copy shares nothing with what it was copied from.
func TestACopySharesNothing(t *testing.T) {
	d := jobtest.Demo(t, "bindery")
	before := string(job.Write(d))
	c := job.Copy(d)
	c.Rules.Floor = "concrete"
	c.Walls[2].Line.At = job.L("1 in")
	c.Survey.Readings[0].Place.Wall = "elsewhere"
	c.Survey.Walls[0].Leans = nil
	c.Lumber[0].Stock = append(c.Lumber[0].Stock[:0], job.L("7 in"))
	assert.Equal(t, before, string(job.Write(d)))
}

// Whatever edits put together is held to what each field allows, at its path.
func TestBoundsNameTheField(t *testing.T) {
	for path, spoil := range map[string]func(d *job.Document){
		"rules.method":                  func(d *job.Document) { d.Rules.Method = "thrown" },
		"survey.readings[1].kind":       func(d *job.Document) { d.Survey.Readings[1].Kind = "wall" },
		"survey.joists[0].count":        func(d *job.Document) { d.Survey.Joists[0].Count = 1001 },
		"walls[0].layout.from":          func(d *job.Document) { d.Walls[0].Layout = &job.Layout{From: "middle"} },
		"walls[0].fixFloor.cure":        func(d *job.Document) { d.Walls[0].FixFloor = &job.Fixing{By: "resin", Cure: -1} },
		"walls[1].openings[0].jacks":    func(d *job.Document) { d.Walls[1].Openings[0].Jacks = 4 },
		"survey.walls[0].material":      func(d *job.Document) { d.Survey.Walls[0].Material = "straw" },
		"survey.readings[0].stood.what": func(d *job.Document) { d.Survey.Readings[0].Stood = &job.Stood{What: "ladder"} },
		"name":                          func(d *job.Document) { d.Name = string(make([]byte, 201)) },
		"assess.decisions[0].says":      func(d *job.Document) { d.Assess.Decisions = []job.Decision{{Says: "perhaps"}} },
		"survey.instruments[0].degree":  func(d *job.Document) { d.Survey.Instruments[0].Degree = 21 },
		"walls[0].pending[0].what":      func(d *job.Document) { d.Walls[0].Pending = []job.Pending{{What: string(make([]byte, 201))}} },
		"survey.hidden[0].found":        func(d *job.Document) { d.Survey.Hidden[0].Found = "dreamt" },
		"walls[0].line.follow":          func(d *job.Document) { d.Walls[0].Line = &job.Line{By: "parallel", Follow: "me"} },
		"survey.ties[0].kind":           func(d *job.Document) { d.Survey.Ties[0].Kind = "string" },
		"walls[0].openings[0].header.lie": func(d *job.Document) {
			d.Walls[0].Openings = []job.Opening{{Header: &job.Header{Lie: "standing"}}}
		},
	} {
		d := jobtest.Demo(t, "bindery")
		require.Empty(t, job.Bounds(&d))
		if d.Assess == nil {
			d.Assess = &job.Assess{}
		}
		spoil(&d)
		faults := job.Bounds(&d)
		if assert.NotEmpty(t, faults, path) {
			assert.Equal(t, path, faults[0].Path)
		}
	}
}
