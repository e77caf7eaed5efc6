package plan

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/site"
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
		"a wall of no stud":          {`"to": {"x": "101 in"`, `"to": {"x": "1 in"`, "walls[0].to"},
		"lumber that isn't there":    {`"lumber": "2x4", "bottom"`, `"lumber": "2x5", "bottom"`, "walls[0].lumber"},
		"a gap under zero":           {"96 3/16 in", "-96 3/16 in", "survey.readings[0].value"},
		"a reading off the wall":     {`"station": "100 in"`, `"station": "102 in"`, "survey.readings[3].place.station"},
		"a reading on no wall":       {`"wall": "A", "station": "64 in"`, `"wall": "Q", "station": "64 in"`, "survey.readings[2].place.wall"},
		"two readings of one id":     {`"id": "r2"`, `"id": "r1"`, "survey.readings[1].id"},
		"a door off the wall":        {here, door(`"centre": "10 in", "leaf": {"width": "30 in", "height": "80 in"}`), "walls[0].openings[0].centre"},
		"a door without a size":      {here, door(`"centre": "50 in"`), "walls[0].openings[0].rough.width"},
		"a leaf of no width":         {here, door(`"centre": "50 in", "leaf": {"width": "0 in", "height": "80 in"}`), "walls[0].openings[0].leaf.width"},
		"four jacks":                 {here, door(`"centre": "50 in", "jacks": 4, "leaf": {"width": "30 in", "height": "80 in"}`), "walls[0].openings[0].jacks"},
		"a replaced reading unknown": {`"id": "r4",`, `"id": "r4", "replaces": "r9",`, "survey.readings[3].replaces"},
		"a stud longer than 10 km":   {"96 3/16 in", "96000000 m", "survey.readings[0].value"},
	} {
		t.Run(name, func(t *testing.T) {
			text := strings.Replace(taped, c.old, c.new, 1)
			require.NotEqual(t, taped, text)
			d, faults := job.Read([]byte(text))
			var err error = faults
			if faults == nil {
				_, err = Compute(d)
			}
			require.Error(t, err)
			assert.Contains(t, err.Error(), c.path+": ")
		})
	}
}

func TestACeilingUnderTheFloorIsAFault(t *testing.T) {
	d := edited(t)
	place := job.Place{X: job.L("0 in"), Y: job.L("0 in")}
	d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: "f", Kind: "floor", Place: &place, Value: job.L("10 in")}, job.Reading{ID: "c", Kind: "ceiling", Place: &place, Value: job.L("9 in")})
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
	d.Walls[0].Layout = &job.Layout{Spacing: job.L("4 in")}
	second := d.Walls[0]
	second.ID = "B"
	d.Walls = append(d.Walls, second)
	_, err = Compute(d)
	assert.ErrorContains(t, err, "walls[1]: the walls up to here make more than 20000 members")
}

func TestAHeaderThatDoesNotFitStopsItsOpening(t *testing.T) {
	d := edited(t, `"lumber": "2x4", "bottom"`, `"openings": [{"id": "D1", "kind": "door", "centre": "50 in", "leaf": {"width": "30 in", "height": "93 in"}}], "lumber": "2x4", "bottom"`)
	for i, s := range []string{"0 in", "50 in", "100 in"} {
		place := job.Place{Wall: "A", Station: job.L(s)}
		d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: fmt.Sprint("f", i), Kind: "floor", Place: &place, Value: job.L("-41 in")})
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
		place := job.Place{Wall: "A", Station: job.L(s)}
		d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: fmt.Sprint("f", i), Kind: "floor", Place: &place, Value: job.L("-41 in")})
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
		"taken by the king, 3/4 in of wood either side":  {"68", "31 1/4–32 3/4|47 1/4–48 3/4"},
		"stood tight against it, with too little":        {"69 1/2", "47–48 1/2|31 1/4–32 3/4"},
		"no slot under 1 1/2 in: stood tight against it": {"71", "48 1/2–50|31 1/4–32 3/4"},
		"clear of it":                            {"71 1/2", "47 1/4–48 3/4|31 1/4–32 3/4"},
		"taken over where no board's edge falls": {"53 1/2", "15 1/4–16 3/4|31–32 1/2"},
	} {
		t.Run(name, func(t *testing.T) {
			d := edited(t, "101 in", "144 in", `"lumber": "2x4", "bottom"`, `"openings": [{"id": "D1", "kind": "cased", "centre": "`+c.centre+`", "rough": {"width": "36 in", "height": "80 in"}}], "lumber": "2x4", "bottom"`)
			got := faces(of(computed(t, d), "stud"))
			for i, want := range strings.Split(c.want, "|") {
				if strings.HasPrefix(name, "taken") && i == 1 {
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
	More       any                `json:"additionalProperties"` // false, or what stands under names of its own
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
			if of, open := s.More.(map[string]any); open && !known {
				require.Equal(t, "integer", of["type"], path)
				require.IsType(t, 0.0, one, path)
				continue
			}
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
	for _, m := range p.Pieces() {
		states[m.State]++
	}
	assert.Positive(t, states["measure-first"])
	assert.Positive(t, states["blocked"])
	assert.Greater(t, states["ready"], 30)
	assert.Contains(t, p.Table(), "measure-first")
	for _, a := range p.Asks() {
		if a.Wall == "B" || a.Wall == "H" {
			assert.Empty(t, a.Next, "nothing is held on wall %s: enough", a.Wall)
		} else {
			assert.NotEmpty(t, a.Next)
		}
	}
}

func TestACutPieceThatTheDesignLeftBehindSaysSo(t *testing.T) {
	d := edited(t)
	d.Record = &job.Record{Cuts: []job.Cut{
		{ID: "1", Member: "A-S2", Lumber: "2x4", Length: job.L("93 1/8 in"), Came: job.L("92 in")}, {ID: "2", Member: "A-S3", Lumber: "2x4", Length: job.L("93 1/8 in")},
		{ID: "3", Member: "A-S4", Lumber: "2x4", Length: job.L("93 1/8 in")}, {ID: "4", Member: "A-S4", Length: job.L("93 1/8 in"), Undone: true},
	}}
	calls := CallList(computed(t, d))
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

func TestWhatWasFoundIsCheckedToo(t *testing.T) {
	const corners = `"survey": {"corners": [{"id": "1"}, {"id": "2"}, {"id": "3"}], `
	for name, c := range map[string]struct{ with, path, says string }{
		"a tape to nowhere":        {corners + `"ties": [{"id": "t", "kind": "length", "from": "1", "to": "9", "value": "90 in"}],`, "survey.ties[0].to", "no corner"},
		"a tape to itself":         {corners + `"ties": [{"id": "t", "kind": "length", "from": "1", "to": "1", "value": "90 in"}],`, "survey.ties[0].to", "same corner"},
		"a length below nothing":   {corners + `"ties": [{"id": "t", "kind": "length", "from": "1", "to": "2", "value": "-90 in"}],`, "survey.ties[0].value", "no length between two corners"},
		"an angle of nothing":      {corners + `"ties": [{"id": "t", "kind": "angle", "at": "2", "from": "1", "to": "3"}],`, "survey.ties[0].degrees", "more than 0"},
		"a corner twice":           {`"survey": {"corners": [{"id": "1"}, {"id": "1"}], `, "survey.corners[1].id", "twice"},
		"an instrument not listed": {corners + `"ties": [{"id": "t", "kind": "length", "from": "1", "to": "2", "value": "90 in", "instrument": "x"}],`, "survey.ties[0].instrument", "no instrument"},
		"a replaced tape, again":   {corners + `"ties": [{"id": "t", "kind": "length", "from": "1", "to": "2", "value": "90 in", "replaces": "u"}],`, "survey.ties[0].replaces", "no earlier tie"},
		"a step of two places":     {`"survey": {"zones": [{"id": "z", "of": "floor", "outline": [{"x": "0 in", "y": "0 in"}, {"x": "9 in", "y": "0 in"}]}],`, "survey.zones[0].outline", "3 to 60"},
		"a step that crosses":      {`"survey": {"zones": [{"id": "z", "of": "floor", "outline": [{"x": "0 in", "y": "0 in"}, {"x": "9 in", "y": "9 in"}, {"x": "9 in", "y": "0 in"}, {"x": "0 in", "y": "9 in"}]}],`, "survey.zones[0].outline", "crosses itself"},
		"a find in no wall":        {`"survey": {"hidden": [{"id": "h", "kind": "cable", "in": "wall", "wall": "N", "from": {"station": "1 in"}, "to": {"station": "2 in"}}],`, "survey.hidden[0].wall", "no wall that is there"},
		"a check of nothing":       {`"survey": {"instruments": [{"id": "i", "kind": "tape", "checks": [{"known": "0 in", "read": "1 in"}]}],`, "survey.instruments[0].checks[0]", "over nothing"},
		"a lean over no height":    {corners + `"walls": [{"id": "N", "from": "1", "to": "2", "leans": [{"station": "1 in", "out": "1/4 in", "span": "0 in"}]}],`, "survey.walls[0].leans[0].span", "height over which"},
	} {
		t.Run(name, func(t *testing.T) {
			d, faults := job.Read([]byte(strings.Replace(taped, `"survey": {`, c.with, 1)))
			require.Empty(t, faults)
			all := site.Check(d)
			require.NotEmpty(t, all)
			assert.Equal(t, c.path, all[0].Path)
			assert.Contains(t, all[0].Text, c.says)
		})
	}
}

func TestAssessmentsAreCheckedToo(t *testing.T) {
	signed := &job.Signed{By: "Wen"}
	chain := []job.Foot{{Floor: "this", On: "post-below"}, {Floor: "cellar", On: "solid-ground"}}
	steps := []string{"asked", "beam-looked", "near", "far", "middle", "chain", "racking", "header-here", "level-before"}
	for name, c := range map[string]struct {
		a          job.Assess
		path, says string
	}{
		"a wall that isn't there":     {job.Assess{Answers: []job.Answer{{Wall: "X", Question: "above", Answer: "no"}}}, "assess.answers[0].wall", "no wall that is there"},
		"a question of one's own":     {job.Assess{Answers: []job.Answer{{Wall: "tram wall", Question: "feels fine", Answer: "no"}}}, "assess.answers[0].question", "no question"},
		"a decision without a paper":  {job.Assess{Decisions: []job.Decision{{Wall: "tram wall", Says: "may-go", Who: "x", When: "y"}}}, "assess.decisions[0].paper", "names who, when and the paper"},
		"a post on bare boards":       {job.Assess{Supports: []job.Support{{Wall: "tram wall", Posts: []job.Post{{ID: "p", Side: "near", Chain: []job.Foot{{Floor: "this", On: "bare-boards"}}}}}}}, "assess.supports[0].posts[0].chain", "bare boards"},
		"signed before it is done":    {job.Assess{Supports: []job.Support{{Wall: "tram wall", AskedBy: "e", Posts: []job.Post{{ID: "p", Side: "near", Chain: chain}}, Placed: signed}}}, "assess.supports[0].placed", "not before this is done"},
		"signed with a post in air":   {job.Assess{Supports: []job.Support{{Wall: "tram wall", AskedBy: "e", Done: steps, Posts: []job.Post{{ID: "p", Side: "near"}}, Placed: signed}}}, "assess.supports[0].placed", "solid ground"},
		"signed, and nobody asked":    {job.Assess{Supports: []job.Support{{Wall: "tram wall", Done: steps, Posts: []job.Post{{ID: "p", Side: "near", Chain: chain}}, Placed: signed}}}, "assess.supports[0].askedBy", "engineer"},
		"floor beyond the wall":       {job.Assess{Floor: []job.FloorCheck{{ID: "f", Wall: "A", From: job.L("0 in"), To: job.L("900 in"), State: "sound"}}}, "assess.floor[0].to", "148 1/2 in long"},
		"a pocket gauged once":        {job.Assess{Pockets: []job.Pocket{{ID: "p", Widths: []job.Length{job.L("30 in")}, Heights: []job.Length{job.L("80 in")}}}}, "assess.pockets[0]", "three points"},
		"a card nobody wrote":         {job.Assess{Confirmed: []job.Confirmed{{Card: "luck", By: "x"}}}, "assess.confirmed[0].card", "no card"},
		"a probe without a thickness": {job.Assess{Probes: []job.Probe{{ID: "p", Layers: []job.Layer{{What: "board"}, {What: "oak"}}}}}, "assess.probes[0].layers[0].thick", "missing"},
	} {
		t.Run(name, func(t *testing.T) {
			d := jobtest.Demo(t, "bindery")
			d.Assess = &c.a
			all := site.Check(d)
			require.NotEmpty(t, all)
			assert.Equal(t, c.path, all[0].Path)
			assert.Contains(t, all[0].Text, c.says)
		})
	}
	d := jobtest.Demo(t, "bindery")
	d.Assess = &job.Assess{Supports: []job.Support{{Wall: "tram wall", AskedBy: "e", Done: steps, Posts: []job.Post{{ID: "p", Side: "near", Chain: chain}}, Placed: signed}}}
	assert.Empty(t, site.Check(d), "in place, signed")
}
