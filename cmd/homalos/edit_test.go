package main

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func written(t *testing.T, text string) string {
	t.Helper()
	file := filepath.Join(t.TempDir(), "file.json")
	require.NoError(t, os.WriteFile(file, []byte(text), 0o600))
	return file
}

// What a crew sends in a day, in both systems: made in a document, and taken
// back byte for byte.
func TestEditsAreMadeAndTakenBackOnTheCommandLine(t *testing.T) {
	for job, edits := range map[string]string{
		"bindery": `{"id": "1", "do": "add-reading", "reading": {"id": "q1", "kind": "gap", "place": {"wall": "A", "station": "64"}, "value": "8' 1/32"}},
			{"id": "2", "do": "put-rules", "rules": {"fit": "1/8"}}, {"id": "3", "do": "remove-wall", "wall": "B"},
			{"id": "4", "do": "put-opening", "wall": "A", "opening": {"id": "D1", "kind": "cased", "centre": "60", "leaf": {"width": "30", "height": "80"}}},
			{"id": "5", "do": "apply-fix", "wall": "D", "fix": "style-start-flat-nailer"}, {"id": "6", "do": "cut", "cut": {"member": "A-S2", "length": "93 1/8", "came": "93"}},
			{"id": "7", "do": "put-found", "part": "zones", "entry": {"id": "soffit", "of": "ceiling", "outline": [{"x": "0", "y": "0"}, {"x": "9", "y": "0"}, {"x": "9", "y": "9"}]}}`,
		"wardrobe": `{"id": "1", "do": "put-mark", "mark": "0.5 mm"}, {"id": "2", "do": "rename", "name": "Fundus & <Werkstatt>"},
			{"id": "3", "do": "add-reading", "reading": {"id": "m", "kind": "gap", "place": {"wall": "B", "station": "1.2 m"}, "value": "243.15 cm"}},
			{"id": "4", "do": "put-assess", "assess": {"confirmed": [{"card": "silica", "by": "Ines", "at": "2026-11-25"}]}}, {"id": "5", "do": "put-lumber", "lumber": {"id": "post", "thickness": "95", "depth": "95"}}`,
	} {
		file := "../../demo/" + job + ".json"
		list := written(t, `{"format": "homalos-edits/1", "edits": [`+edits+`]}`)
		code, changed, errs := try("", "edit", file, list)
		require.Zero(t, code, errs)
		code, back, errs := try("", "edit", file, list, "--inverse")
		require.Zero(t, code, errs)
		code, again, errs := try(changed, "edit", "-", written(t, back))
		require.Zero(t, code, errs)
		first, err := os.ReadFile(file)
		require.NoError(t, err)
		assert.NotEqual(t, string(first), changed)
		assert.Equal(t, string(first), again)
		code, _, errs = try(changed, "plan", "-")
		assert.Zero(t, code, errs)
	}
}

func TestLengthsOfEditsAreWrittenInTheJobsUnit(t *testing.T) {
	list := written(t, `{"format": "homalos-edits/1", "edits": [{"id": "1", "do": "add-reading", "reading": {"id": "m", "kind": "gap", "place": {"wall": "B", "station": "1.2 m"}, "value": "243.15 cm"}}]}`)
	_, out, _ := try("", "edit", "../../demo/wardrobe.json", list)
	assert.Contains(t, out, `"value": "2431.5 mm"`)
	assert.Contains(t, out, `"station": "1200 mm"`)
}

func TestFaultyEditsAreNamedALineEachAndNothingIsPrinted(t *testing.T) {
	const start = `{"format": "homalos-edits/1", "edits": [`
	for name, c := range map[string]struct {
		edits string
		paths []string
	}{
		"kinds and fields":  {start + `{"do": "paint"}, {"do": "put-wall", "wall": {"id": "A"}}, {"do": "rename"}]}`, []string{"edits[0].do: ", "edits[1].wall.lumber: ", "edits[2].name: "}},
		"what they bring":   {start + `{"do": "rename", "name": "x"}, {"do": "put-wall", "wall": {"id": "C", "lumber": "6x6", "line": {"by": "parallel", "face": "yard wall", "at": "20"}}}]}`, []string{"edits[1].wall.lumber: "}},
		"what isn't there":  {start + `{"do": "remove-wall", "wall": "Q"}]}`, []string{"edits[0].wall: "}},
		"a fix not offered": {start + `{"do": "apply-fix", "wall": "D", "fix": "levitate"}]}`, []string{"edits[0].fix: "}},
		"a held piece":      {start + `{"do": "cut", "cut": {"member": "A-S6", "length": "93"}}]}`, []string{"edits[0].cut.member: "}},
		"no log here":       {start + `{"do": "undo", "edit": "1"}]}`, []string{"edits[0].do: "}},
		"another document":  {`{"format": "homalos-job/1", "name": "x"}`, []string{"format: ", "name: ", "edits: "}},
		"no JSON":           {`edits`, []string{"$: "}},
	} {
		for _, more := range [][]string{nil, {"--inverse"}} {
			code, out, errs := try("", append([]string{"edit", "../../demo/bindery.json", written(t, c.edits)}, more...)...)
			assert.Equal(t, 2, code, name)
			assert.Empty(t, out, name)
			for _, path := range c.paths {
				assert.Contains(t, "\n"+errs, "\n"+path, name)
			}
		}
	}
	code, _, errs := try(`{"format": "homalos-job/1", "name": "x", "units": "furlongs"}`, "edit", "-", written(t, start+`{"do": "nothing"}]}`))
	assert.Equal(t, 2, code)
	assert.Contains(t, errs, "units: ")
	assert.Contains(t, errs, "edits[0].do: ", "the faults of both")
	for _, args := range [][]string{{"edit"}, {"edit", "a"}, {"edit", "a", "b", "c"}, {"edit", "-", "-"}, {"edit", "nowhere", "nowhere"}} {
		code, out, errs := try("", args...)
		assert.Equal(t, 2, code, strings.Join(args, " "))
		assert.Empty(t, out)
		assert.NotEmpty(t, errs)
	}
}
