package main

import (
	"bytes"
	"encoding/json"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func try(in string, args ...string) (code int, out, errs string) {
	var o, e bytes.Buffer
	code = run(args, strings.NewReader(in), &o, &e)
	return code, o.String(), e.String()
}

func TestPlanPrintsThePlan(t *testing.T) {
	code, out, errs := try("", "plan", "../../demo/bindery.json")
	require.Zero(t, code, errs)
	assert.Empty(t, errs)
	var p struct{ Format string }
	require.NoError(t, json.Unmarshal([]byte(out), &p))
	assert.Equal(t, "homalos-plan/1", p.Format)
	_, again, _ := try("", "plan", "../../demo/bindery.json")
	assert.Equal(t, out, again, "the same bytes")
	code, table, _ := try("", "plan", "--table", "../../demo/wardrobe.json")
	assert.Zero(t, code)
	assert.True(t, strings.HasPrefix(table, "lumber"))
	assert.Contains(t, table, "3640 mm")
}

// A list of pieces is planned with the manners of a plan: the same bytes each time, a
// line for each fault.
func TestSticksArePlanned(t *testing.T) {
	list := `{"format": "homalos-sticks/1", "units": "metric", "kerf": "3 mm", "lumber": [{"id": "45", "stock": [{"length": "4800 mm", "price": 12}]}], "pieces": [{"id": "a", "lumber": "45", "length": "2398 mm", "count": 2}]}`
	code, out, errs := try(list, "sticks", "-")
	require.Zero(t, code, errs)
	var p struct {
		Sticks      []struct{ Cuts []struct{ Piece string } }
		Cost, Bound float64
	}
	require.NoError(t, json.Unmarshal([]byte(out), &p))
	assert.Len(t, p.Sticks, 1)
	assert.Equal(t, 12.0, p.Bound)
	_, again, _ := try(list, "sticks", "-")
	assert.Equal(t, out, again)
	code, out, errs = try(strings.ReplaceAll(list, "2398 mm", "4900 mm"), "sticks", "-")
	assert.Equal(t, 2, code)
	assert.Empty(t, out)
	assert.Contains(t, errs, "pieces[0].length: ")
}

func TestFaultsGoToStandardErrorALineEach(t *testing.T) {
	code, out, errs := try(`{"format": "homalos-job/1", "name": "x", "units": "imperial", "rules": {"fit": 1, "hold": "0 in"}, "walls": [{"id": "A"}]}`, "plan", "-")
	assert.Equal(t, 2, code)
	assert.Empty(t, out)
	lines := strings.Split(strings.TrimSpace(errs), "\n")
	assert.Len(t, lines, 5)
	for _, path := range []string{"rules.fit: ", "rules.hold: ", "walls[0].from: ", "walls[0].to: ", "walls[0].lumber: "} {
		assert.Contains(t, errs, path)
	}
}

func TestWhatCannotBeReadIsCode2(t *testing.T) {
	for name, args := range map[string][]string{
		"no such file": {"plan", "nowhere.json"},
		"no file":      {"plan"},
		"two files":    {"plan", "a", "b"},
		"no list":      {"sticks"},
		"no command":   {},
		"a typo":       {"paln"},
		"no database":  {"serve"},
		"empty input":  {"plan", "-"},
	} {
		code, out, errs := try("", args...)
		assert.Equal(t, 2, code, name)
		assert.Empty(t, out, name)
		assert.NotEmpty(t, errs, name)
	}
}

func TestSimulateWritesAJobAndItsTruthApart(t *testing.T) {
	folder := t.TempDir()
	for _, units := range []string{"imperial", "metric"} {
		jobFile, truthFile := folder+"/"+units+".json", folder+"/"+units+".truth.json"
		code, out, errs := try("", "simulate", "--seed", "12", "--units", units, "--job", jobFile, "--truth", truthFile)
		require.Zero(t, code, errs)
		assert.Contains(t, out, "what is really there")
		code, planned, errs := try("", "plan", jobFile)
		require.Zero(t, code, errs)
		assert.Contains(t, planned, `"units": "`+units+`"`)
		written, err := os.ReadFile(jobFile)
		require.NoError(t, err)
		truth, err := os.ReadFile(truthFile)
		require.NoError(t, err)
		assert.Contains(t, string(truth), "homalos-truth/1")
		assert.NotContains(t, string(written), "bumps", "the truth stays apart")
		code, again, _ := try("", "simulate", "--seed", "12", "--units", units, "--job", "-", "--truth", truthFile)
		require.Zero(t, code)
		assert.Equal(t, string(written), again, "the same seed, the same job")
	}
	for _, args := range [][]string{{"simulate", "--units", "cubits"}, {"simulate", "7"}, {"simulate", "--seed", "x"}} {
		code, _, errs := try("", args...)
		assert.Equal(t, 2, code)
		assert.NotEmpty(t, errs)
	}
	code, _, _ := try("", "simulate", "--truth", folder+"/nowhere/x.json")
	assert.Equal(t, 1, code)
}
