package command

import (
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/plan"
)

func wall(u measure.System, from string) job.Document {
	d := job.Starter("t", string(u))
	d.Walls = []job.Wall{{
		ID: "A", Lumber: d.Lumber[0].ID, From: job.Place{X: job.L("0"), Y: job.L("0")}, To: job.Place{X: job.L(u.Words("200 in", "5000 mm")), Y: job.L("0")},
		Layout: &job.Layout{From: from},
	}}
	return d
}

func read(t require.TestingT, d job.Document, text string) (Read, job.Document) {
	p, err := plan.Compute(d)
	require.NoError(t, err)
	got := Of(p, d, "A", text)
	after := job.Copy(d)
	for _, e := range got.Edits {
		next, _, err := job.Apply(after, e)
		require.NoError(t, err, text)
		after = next
	}
	return got, after
}

// What is typed is what the documents then say.
func TestWhatIsTypedIsDone(t *testing.T) {
	for text, c := range map[string]struct {
		u    measure.System
		from string
		want string // the changed part, as JSON
		of   func(w job.Wall) any
	}{
		"door 30 at 7-2 left":                         {measure.Imperial, "", `{"id":"D1","kind":"door","centre":"86 in","leaf":{"width":"30 in","height":"80 in"},"finishFloor":"0 in","hand":"left"}`, first},
		"double 30 x 84 at 100 towards you head hall": {measure.Imperial, "", `{"id":"D1","kind":"double","centre":"100 in","leaf":{"width":"30 in","height":"84 in"},"finishFloor":"0 in","swing":"in","head":"hall"}`, first},
		"Window 36x48 at 8' 0-3/16\" sill 40":         {measure.Imperial, "", `{"id":"W1","kind":"window","centre":"96 3/16 in","leaf":{"width":"36 in","height":"48 in"},"sill":"40 in","finishFloor":"0 in"}`, first},
		"door 800 at 2.5 m right away":                {measure.Metric, "", `{"id":"D1","kind":"door","centre":"2500 mm","leaf":{"width":"800 mm","height":"2040 mm"},"finishFloor":"0 mm","hand":"right","swing":"out"}`, first},
		"door 30 at 86":                               {measure.Imperial, "end", `{"id":"D1","kind":"door","centre":"114 in","leaf":{"width":"30 in","height":"80 in"},"finishFloor":"0 in"}`, first},
		"rough 40 x 82 1/2 at 100":                    {measure.Imperial, "", `{"id":"D1","kind":"rough","centre":"100 in","rough":{"width":"40 in","height":"82 1/2 in"},"finishFloor":"0 in"}`, first},
		"clear 31 to 47 48 to 60 Valve":               {measure.Imperial, "", `[{"from":"31 in","to":"47 in","low":"48 in","high":"60 in","what":"Valve"}]`, func(w job.Wall) any { return w.Clear }},
		"clear 31 to 47 3/16 2-gang box":              {measure.Imperial, "end", `[{"from":"152 13/16 in","to":"169 in","what":"2-gang box"}]`, func(w job.Wall) any { return w.Clear }},
		"box 2 at 48":                                 {measure.Imperial, "", `[{"from":"45 31/32 in","to":"50 1/32 in","what":"2-gang box"}]`, func(w job.Wall) any { return w.Clear }},
		"from right":                                  {measure.Imperial, "", `{"from":"end"}`, layoutOf},
		"from seam 20":                                {measure.Imperial, "", `{"origin":{"kind":"seam","station":"20 in"}}`, layoutOf},
		"16 to 12 from 40":                            {measure.Imperial, "", `{"stretches":[{"from":"40 in","to":"200 in","spacing":"12 in"}]}`, layoutOf},
		"600 to 300 from 1000 to 2000":                {measure.Metric, "", `{"stretches":[{"from":"1000 mm","to":"2000 mm","spacing":"300 mm"}]}`, layoutOf},
		"16 to 12 from 40 to 60":                      {measure.Imperial, "end", `{"from":"end","stretches":[{"from":"140 in","to":"160 in","spacing":"12 in"}]}`, layoutOf},
		"spacing 24":                                  {measure.Imperial, "", `{"spacing":"24 in"}`, layoutOf},
		"equal":                                       {measure.Imperial, "", `{"mode":"equal"}`, layoutOf},
		"mark centres":                                {measure.Imperial, "", `{"marking":"centres"}`, layoutOf},
	} {
		got, after := read(t, wall(c.u, c.from), text)
		require.Empty(t, got.Fault, text)
		require.NotEmpty(t, got.Said, text)
		out, err := json.Marshal(c.of(after.Walls[0]))
		require.NoError(t, err)
		assert.JSONEq(t, c.want, string(out), text)
	}
}

func first(w job.Wall) any    { return w.Openings[0] }
func layoutOf(w job.Wall) any { return w.Layout }

func TestWhatStandsThereIsMovedAndTakenOut(t *testing.T) {
	_, d := read(t, wall(measure.Imperial, "end"), "door 30 at 86")
	_, moved := read(t, d, "move d1 by 2")
	assert.Equal(t, "112 in", moved.Walls[0].Openings[0].Centre.String(), "farther along the tape, which hooks on the end")
	_, moved = read(t, d, "move D1 to 90")
	assert.Equal(t, "110 in", moved.Walls[0].Openings[0].Centre.String())
	_, tied := read(t, d, "heads hall")
	assert.Equal(t, "hall", tied.Walls[0].Openings[0].Head)
	_, tied = read(t, tied, "heads own")
	assert.Empty(t, tied.Walls[0].Openings[0].Head)
	_, out := read(t, d, "out D1")
	assert.Empty(t, out.Walls[0].Openings)
}

// What is unfinished says what can come next; what is wrong says what to write.
func TestWhatCanComeNext(t *testing.T) {
	_, d := read(t, wall(measure.Imperial, ""), "door 30 at 86")
	for text, next := range map[string]string{
		"": "door", "do": "door", "door": "width", "door 30": "at", "door 30 a": "at", "door 30 at": "place of its middle", "door 30 at 86": "left", "door 30 at 86 le": "left",
		"clear": "from", "clear 31": "to", "clear 31 to 47": "valve", "from": "left", "from outer": "left", "16": "to", "16 to 12": "from", "move": "d1", "move d1": "to", "mark": "centres", "out": "d1",
	} {
		got, _ := read(t, d, text)
		assert.Contains(t, got.Next, next, "%q", text)
		assert.Empty(t, got.Fault, "%q", text)
	}
	for _, text := range []string{"dor 30", "door thirty at 4", "door 30 left", "door 30 at 86 backwards", "clear 31 47 valve", "from above", "24 to 12 from 40", "move D9 to 4", "mark sideways", "equal bays please", "door 30 furlongs at 9", "clear 31 to nine valve", strings.Repeat("door ", 60)} {
		got, after := read(t, d, text)
		assert.NotEmpty(t, got.Fault, "%q", text)
		assert.Empty(t, got.Edits, "%q", text)
		assert.True(t, job.Same(d, after))
	}
}

// Whatever is typed is read or refused, and never breaks.
func FuzzALine(f *testing.F) {
	for _, text := range []string{"door 30 at 7-2 left", "clear 31 to 47 48 to 60 valve", "16 to 12 from 40", "from joists J", "x", "-", "36x", "door 36xx3 at", "1 / 2", "window 3' 2\" x 4 ft at 10"} {
		f.Add(text)
	}
	d := wall(measure.Imperial, "")
	p, err := plan.Compute(d)
	require.NoError(f, err)
	f.Fuzz(func(t *testing.T, text string) {
		got := Of(p, d, "A", text)
		if got.Fault != "" && got.Edits != nil {
			t.Fatalf("%q is wrong and done", text)
		}
		if got.Edits != nil && got.Said == "" {
			t.Fatalf("%q is done without a word", text)
		}
	})
}
