package plan

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/measure"
)

func TestNonsenseIsNamedByItsPath(t *testing.T) {
	door := func(rest string) string {
		return `"openings": [{"id": "D1", "kind": "door", ` + rest + `}], "lumber": "2x4", "bottom"`
	}
	here := `"lumber": "2x4", "bottom"`
	for name, c := range map[string]struct{ old, new, path string }{
		"spacing of nothing":         {`"units": "imperial",`, `"units": "imperial", "rules": {"spacing": "0 in"},`, "rules.spacing"},
		"a mark of nothing":          {`"units": "imperial",`, `"units": "imperial", "mark": "0",`, "mark"},
		"a wall of no length":        {`"to": {"x": "101 in"`, `"to": {"x": "0 in"`, "walls[0].to"},
		"a wall of one stud":         {`"to": {"x": "101 in"`, `"to": {"x": "2 in"`, "walls[0].to"},
		"lumber that isn't there":    {`"lumber": "2x4", "bottom"`, `"lumber": "2x5", "bottom"`, "walls[0].lumber"},
		"a gap under zero":           {"96 3/16 in", "-96 3/16 in", "survey.readings[0].value"},
		"a reading off the wall":     {`"station": "100 in"`, `"station": "102 in"`, "survey.readings[3].place.station"},
		"a reading on no wall":       {`"wall": "A", "station": "64 in"`, `"wall": "Q", "station": "64 in"`, "survey.readings[2].place.wall"},
		"two readings of one id":     {`"id": "r2"`, `"id": "r1"`, "survey.readings[1].id"},
		"a door off the wall":        {here, door(`"centre": "10 in", "leaf": {"width": "30 in", "height": "80 in"}`), "walls[0].openings[0].centre"},
		"a king in the end stud":     {here, door(`"centre": "20 in", "leaf": {"width": "30 in", "height": "80 in"}`), "walls[0].openings[0].centre"},
		"a door without a size":      {here, door(`"centre": "50 in"`), "walls[0].openings[0].rough.width"},
		"a leaf of no width":         {here, door(`"centre": "50 in", "leaf": {"width": "0 in", "height": "80 in"}`), "walls[0].openings[0].leaf.width"},
		"four jacks":                 {here, door(`"centre": "50 in", "jacks": 4, "leaf": {"width": "30 in", "height": "80 in"}`), "walls[0].openings[0].jacks"},
		"a replaced reading unknown": {`"id": "r4",`, `"id": "r4", "replaces": "r9",`, "survey.readings[3].replaces"},
		"a stud longer than 10 km":   {"96 3/16 in", "96000000 m", "survey.readings[0].value"},
	} {
		t.Run(name, func(t *testing.T) {
			text := strings.Replace(room, c.old, c.new, 1)
			require.NotEqual(t, room, text)
			d, faults := job.Read([]byte(text))
			require.Empty(t, faults)
			_, err := Compute(d)
			require.Error(t, err)
			assert.Contains(t, err.Error(), c.path+": ")
		})
	}
}

func TestACeilingUnderTheFloorIsAFault(t *testing.T) {
	d := edited(t)
	place := job.Place{X: "0 in", Y: "0 in"}
	d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: "f", Kind: "floor", Place: &place, Value: "10 in"}, job.Reading{ID: "c", Kind: "ceiling", Place: &place, Value: "9 in"})
	_, err := Compute(d)
	assert.ErrorContains(t, err, "survey.readings[5].value")
}

func TestDoorsThatCrossAreNamed(t *testing.T) {
	d := edited(t, `"lumber": "2x4", "bottom"`, `"openings": [
		{"id": "D1", "kind": "door", "centre": "30 in", "leaf": {"width": "24 in", "height": "80 in"}},
		{"id": "D2", "kind": "cased", "centre": "58 in", "leaf": {"width": "24 in", "height": "80 in"}}], "lumber": "2x4", "bottom"`)
	_, err := Compute(d)
	assert.ErrorContains(t, err, "D1 and D2 cross: their kings and jacks need 4 in more")
}

func TestAHugeWallIsRefusedBeforeItIsFramed(t *testing.T) {
	d := edited(t, "101 in", "900 m")
	_, err := Compute(d)
	assert.NoError(t, err, "4,400 members are many, not too many")
	d.Walls[0].Layout = &job.Layout{Spacing: "4 in"}
	second := d.Walls[0]
	second.ID = "B"
	d.Walls = append(d.Walls, second)
	_, err = Compute(d)
	assert.ErrorContains(t, err, "walls[1]: the walls up to here make more than 20000 members")
}

func TestAHeaderThatDoesNotFitStopsItsOpening(t *testing.T) {
	d := edited(t, `"lumber": "2x4", "bottom"`, `"openings": [{"id": "D1", "kind": "door", "centre": "50 in", "leaf": {"width": "30 in", "height": "93 in"}}], "lumber": "2x4", "bottom"`)
	for i, s := range []string{"0 in", "50 in", "100 in"} {
		place := job.Place{Wall: "A", Station: s}
		d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: fmt.Sprint("f", i), Kind: "floor", Place: &place, Value: "-41 in"})
	}
	p := computed(t, d)
	require.Equal(t, "header-too-high", p.Walls[0].Findings[0].Code)
	assert.Equal(t, "blocked", of(p, "header")[0].State)
	assert.Equal(t, "blocked", of(p, "jack")[0].State)
	assert.Equal(t, "ready", of(p, "king")[0].State)
}

func TestAWindowKeepsItsPlateAndStandsOnASill(t *testing.T) {
	d := edited(t, `"lumber": "2x4", "bottom"`, `"openings": [{"id": "W1", "kind": "window", "centre": "50 in", "sill": "36 in", "rough": {"width": "30 in", "height": "40 in"}}], "lumber": "2x4", "bottom"`)
	for i, s := range []string{"0 in", "50 in", "100 in"} {
		place := job.Place{Wall: "A", Station: s}
		d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: fmt.Sprint("f", i), Kind: "floor", Place: &place, Value: "-41 in"})
	}
	p := computed(t, d)
	assert.Equal(t, []string{"0–101"}, faces(of(p, "bottom-plate")))
	assert.Equal(t, "30 in", of(p, "sill")[0].Cut)
	assert.Equal(t, []string{"35–36 1/2", "47 1/4–48 3/4", "63 1/2–65"}, faces(of(p, "under-sill")), "both ends and on layout")
	assert.InDelta(t, 33, inchesOf(t, of(p, "under-sill")[1].Exact), 0.03, "36 less sill less plate")
	assert.InDelta(t, 74.5, inchesOf(t, of(p, "jack")[0].Exact), 0.03)
}

func TestEqualBaysFillTheWall(t *testing.T) {
	d := edited(t, `"lumber": "2x4", "bottom"`, `"layout": {"mode": "equal"}, "lumber": "2x4", "bottom"`)
	studs := of(computed(t, d), "stud")
	require.Len(t, studs, 8)
	for i := 1; i < len(studs); i++ {
		assert.InDelta(t, (101-8*1.5)/7, inchesOf(t, studs[i].From)-inchesOf(t, studs[i-1].To), 1e-6)
	}
}

func TestALayoutStudByAKing(t *testing.T) {
	for name, c := range map[string]struct {
		centre string
		want   string
	}{
		"taken by the king, 3/4 in of wood either side":  {"52", "15 1/4–16 3/4|47 1/4–48 3/4"},
		"stood tight against it, with too little":        {"53 1/2", "31–32 1/2|15 1/4–16 3/4"},
		"no slot under 1 1/2 in: stood tight against it": {"55", "32 1/2–34|15 1/4–16 3/4"},
		"clear of it": {"55 1/2", "31 1/4–32 3/4|15 1/4–16 3/4"},
	} {
		t.Run(name, func(t *testing.T) {
			d := edited(t, "101 in", "144 in", `"lumber": "2x4", "bottom"`, `"openings": [{"id": "D1", "kind": "cased", "centre": "`+c.centre+`", "rough": {"width": "36 in", "height": "80 in"}}], "lumber": "2x4", "bottom"`)
			got := faces(of(computed(t, d), "stud"))
			for i, want := range strings.Split(c.want, "|") {
				if name == "taken by the king, 3/4 in of wood either side" && i == 1 {
					assert.NotContains(t, got, want)
					continue
				}
				assert.Contains(t, got, want)
			}
		})
	}
}

// shapeOf is a JSON Schema as far as these need it.
type shapeOf struct {
	Ref        string             `json:"$ref"`
	Properties map[string]shapeOf `json:"properties"`
	Items      *shapeOf           `json:"items"`
	Required   []string           `json:"required"`
	Enum       []string           `json:"enum"`
	Closed     *bool              `json:"additionalProperties"`
}

// fits checks a value against the schema's shapes.
func fits(t *testing.T, defs map[string]shapeOf, s shapeOf, v any, path string) {
	t.Helper()
	if s.Ref != "" {
		name := s.Ref[strings.LastIndex(s.Ref, "/")+1:]
		require.Contains(t, defs, name)
		s = defs[name]
	}
	switch v := v.(type) {
	case map[string]any:
		for _, k := range s.Required {
			require.Contains(t, v, k, path)
		}
		for k, one := range v {
			inner, known := s.Properties[k]
			require.True(t, known, "%s.%s is not in the schema", path, k)
			fits(t, defs, inner, one, path+"."+k)
		}
	case []any:
		require.NotNil(t, s.Items, path)
		for _, one := range v {
			fits(t, defs, *s.Items, one, path+"[]")
		}
	case string:
		if s.Enum != nil {
			require.Contains(t, s.Enum, v, path)
		}
	}
}

func TestDemoJobsAndPlansFitThePublishedSchemas(t *testing.T) {
	for _, file := range []string{"bindery", "wardrobe"} {
		raw := demoJob(t, file)
		d, faults := job.Read(raw)
		require.Empty(t, faults)
		p, err := json.Marshal(computed(t, d))
		require.NoError(t, err)
		for schema, document := range map[string][]byte{"job": raw, "plan": p} {
			var s struct {
				shapeOf
				Defs map[string]shapeOf `json:"$defs"`
			}
			require.NoError(t, json.Unmarshal(published(t, schema), &s))
			var v any
			require.NoError(t, json.Unmarshal(document, &v))
			fits(t, s.Defs, s.shapeOf, v, file)
		}
	}
}

func TestTheDemoHasSomethingHeldAndSomethingStopped(t *testing.T) {
	d, _ := job.Read(demoJob(t, "bindery"))
	p := computed(t, d)
	states := map[string]int{}
	for _, w := range p.Walls {
		for _, m := range w.Members {
			states[m.State]++
		}
	}
	assert.Positive(t, states["measure-first"])
	assert.Positive(t, states["blocked"])
	assert.Greater(t, states["ready"], 30)
	assert.Contains(t, p.Table(), "measure-first")
	for _, a := range Asks(d, p) {
		if a.Wall == "B" {
			assert.Empty(t, a.Next, "nothing is held on wall B: enough")
		} else {
			assert.NotEmpty(t, a.Next)
		}
	}
}

func TestACutPieceThatTheDesignLeftBehindSaysSo(t *testing.T) {
	d := edited(t)
	calls, err := CallList(d, computed(t, d), []Done{{Member: "A-S2", Lumber: "2x4", Nanometres: int64(92 * measure.Inch)}, {Member: "A-S3", Lumber: "2x4", Nanometres: int64(93*measure.Inch + measure.Inch/8)}})
	require.NoError(t, err)
	found := 0
	for _, c := range calls {
		for _, p := range c.Pieces {
			switch p.Member {
			case "A-S2":
				found++
				assert.True(t, p.Cut && p.CutAt == "92")
			case "A-S3":
				found++
				assert.True(t, p.Cut && p.CutAt == "")
			}
		}
	}
	assert.Equal(t, 2, found)
}
