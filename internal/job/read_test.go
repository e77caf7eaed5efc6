package job

import (
	"encoding/json"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const least = `{"format": "homalos-job/1", "name": "x", "units": "imperial"}`

func paths(f Faults) []string {
	var out []string
	for _, one := range f {
		out = append(out, one.Path)
	}
	return out
}

func TestReadIsStrictAndTellsAllAtOnce(t *testing.T) {
	_, faults := Read([]byte(`{"format": "homalos-job/1", "name": "x", "name": "y", "units": "furlongs", "Mark": "1 in",
		"rules": {"fit": 0.0625, "spacing": null}, "survey": {"readings": [{"kind": "gap", "void": "no"}]},
		"walls": [{"id": "A", "from": [], "to": {"x": "1 in", "y": "1 in"}, "lumber": "2x4", "openings": [{"id": "D", "kind": "skylight", "centre": "5 in", "jacks": 1.5}]}]}`))
	assert.ElementsMatch(t, []string{
		"name", "units", "Mark", "rules.fit", "rules.spacing", "survey.readings[0].void", "survey.readings[0].id",
		"walls[0].from", "walls[0].openings[0].kind", "walls[0].openings[0].jacks",
	}, paths(faults))
	assert.Contains(t, faults.Error(), "Mark: unknown field: remove it or mend its name (mark)")
	assert.Contains(t, faults.Error(), "rules.fit: a number has no unit")
}

func TestWhatIsNoDocumentIsSaidPlainly(t *testing.T) {
	for text, says := range map[string]string{
		"":                             "ends too early",
		`{"format": `:                  "ends too early",
		least + "{}":                   "something follows",
		`{"a" 1}`:                      "not JSON at line 1",
		`[]`:                           "a list stands here",
		"\xff\xfe{}":                   "not UTF-8",
		strings.Repeat("[", 1000):      "nested",
		`"` + strings.Repeat("x", 9e6): "larger than 8 MiB",
		`{"name": [` + strings.Repeat("1,", 600_000) + "1]}": "more than 500000 values",
	} {
		_, faults := Read([]byte(text))
		require.Len(t, faults, 1)
		assert.Equal(t, "$", faults[0].Path)
		assert.Contains(t, faults[0].Text, says)
	}
}

func TestTheListOfFaultsIsBounded(t *testing.T) {
	_, faults := Read([]byte(`{` + strings.Repeat(`"w":1,`, 20_000) + `"z":1}`))
	assert.LessOrEqual(t, len(faults), mostFaults+1)
}

func TestDemoJobsReadAndWriteBackTheSame(t *testing.T) {
	for _, file := range []string{"bindery.json", "wardrobe.json"} {
		raw, err := os.ReadFile("../../demo/" + file)
		require.NoError(t, err)
		d, faults := Read(raw)
		require.Empty(t, faults)
		back, faults := Read(Write(d))
		require.Empty(t, faults)
		assert.Equal(t, d, back)
		assert.True(t, Same(d, Canonical(d)), "%s is written in the job's unit", file)
	}
}

func TestDiffGoesByIdAndPath(t *testing.T) {
	was, faults := Read([]byte(`{"format": "homalos-job/1", "name": "x", "units": "imperial", "lumber": [{"id": "2x4", "thickness": "1 1/2 in", "depth": "3 1/2 in"}]}`))
	require.Empty(t, faults)
	now := Copy(was)
	now.Lumber[0].Thickness = L("1 9/16 in")
	now.Mark = L("1/32 in")
	assert.Equal(t, []Change{{"lumber[2x4].thickness", "1 1/2 in", "1 9/16 in"}, {"mark", "", "1/32 in"}}, Diff(was, now))
	assert.Equal(t, "1 1/2 in", was.Lumber[0].Thickness.String(), "a copy shares nothing")
}

func FuzzReadNeverPanics(f *testing.F) {
	f.Add([]byte(least))
	f.Add([]byte(`{"walls": [{"openings": [{}]}]}`))
	f.Fuzz(func(t *testing.T, raw []byte) {
		d, faults := Read(raw)
		if faults == nil {
			if again, faults := Read(Write(d)); faults != nil || !Same(d, again) {
				t.Fatalf("%s doesn't read back: %v", raw, faults)
			}
		}
	})
}

// Any request of edits is read or refused, and what is read is written and read
// as the same; made in a document, it never ends but in faults.
func FuzzReadRequest(f *testing.F) {
	for _, text := range []string{
		`{"revision":1,"edits":[{"id":"a","do":"rename","name":"x"}]}`,
		`{"revision":1,"by":"Ines","after":["b"],"edits":[{"id":"a","do":"add-reading","reading":{"id":"r","kind":"gap","place":{"wall":"A","station":"9"},"value":"96"}},{"id":"c","do":"undo","edit":"a"}]}`,
		`{"revision":0,"edits":[{"id":"a","do":"put-wall","wall":{"id":"A","lumber":"2x4","from":{"x":"0","y":"0"},"to":{"x":"9","y":"0"}}},{"id":"b","do":"put-opening","wall":"A","opening":{"id":"D","kind":"door","centre":"4"}},{"id":"c","do":"remove-wall","wall":"A"}]}`,
		`{"revision":1,"edits":[{"id":"a","do":"remove","part":"joists","name":"J"},{"id":"b","do":"cut","cut":{"member":"A-S1","lumber":"2x4","length":"9"}}]}`,
		`{"edits":[{}]}`, `{"edits":[{"do":"set-rules","rules":{"fit":"1/8"}}]}`,
	} {
		f.Add([]byte(text))
	}
	base, faults := Read([]byte(least))
	require.Empty(f, faults)
	f.Fuzz(func(t *testing.T, raw []byte) {
		r, faults := ReadRequest(raw)
		if faults != nil {
			return
		}
		_ = r.Fit()
		d := Copy(base)
		for i, e := range r.Edits {
			text, err := json.Marshal(e)
			require.NoError(t, err)
			var again Edit
			require.NoError(t, json.Unmarshal(text, &again))
			require.True(t, SameEdit(e, again), "%d: %s", i, text)
			var wrong Faults
			e.On(&d, "edit", &wrong)
		}
	})
}
