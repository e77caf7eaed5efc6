package plan

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/measure"
)

// specialRoom is a room with floor joists, pockets and every kind of wall, in either
// unit, as a document.
func specialRoom(u measure.System) string {
	text := `{"format": "homalos-job/1", "name": "Loft", "units": "UNITS",
  "lumber": [{"id": "stud", "thickness": "T", "depth": "D", "stock": ["3600 mm", "4800 mm"]}, {"id": "deep", "thickness": "T", "depth": "140 mm", "stock": ["4800 mm"]},
    {"id": "steel", "thickness": "50 mm", "depth": "70 mm", "steel": true, "stock": ["3000 mm"]}, {"id": "track", "thickness": "0.6 mm", "depth": "72 mm", "track": true, "stock": ["3000 mm"]}],
  "survey": {"readings": [{"id": "r1", "kind": "gap", "place": {"x": "0 mm", "y": "0 mm"}, "value": "2500 mm"}], "joists": [{"id": "floor", "of": "floor", "angle": -90, "first": {"x": "200 mm", "y": "0 mm"}, "spacing": "400 mm", "count": 20, "width": "45 mm"}],
    "pockets": [{"id": "hatch", "widths": ["903 mm", "900 mm", "902 mm"], "heights": ["1204 mm", "1200 mm", "1203 mm"], "strip": "20 mm"}]},
  "walls": [
    {"id": "H", "from": {"x": "0 mm", "y": "0 mm"}, "to": {"x": "2400 mm", "y": "0 mm"}, "lumber": "stud", "kind": "half", "height": "1000 mm", "posts": {"joists": "floor", "lap": "180 mm", "deck": "20 mm"}, "cap": {"slope": {"percent": 3}}},
    {"id": "R", "from": {"x": "0 mm", "y": "1000 mm"}, "to": {"x": "2000 mm", "y": "1000 mm"}, "lumber": "stud", "kind": "raked", "height": "800 mm", "rake": {"rise": "1500 mm"}},
    {"id": "I", "from": {"x": "0 mm", "y": "2000 mm"}, "to": {"x": "900 mm", "y": "2000 mm"}, "lumber": "stud", "kind": "infill", "infill": "hatch", "edges": "blocks"},
    {"id": "P", "from": {"x": "0 mm", "y": "3000 mm"}, "to": {"x": "3600 mm", "y": "3000 mm"}, "lumber": "stud", "height": "2000 mm", "boardTop": "1800 mm",
      "stretches": [{"from": "1200 mm", "to": "2400 mm", "kind": "half", "height": "900 mm", "posts": {"joists": "floor"}}, {"from": "2400 mm", "to": "3600 mm", "height": "2000 mm", "lumber": "deep"}]},
    {"id": "S", "from": {"x": "0 mm", "y": "4000 mm"}, "to": {"x": "3600 mm", "y": "4000 mm"}, "lumber": "steel", "height": "2400 mm", "openings": [{"id": "D1", "kind": "door", "centre": "1800 mm", "leaf": {"width": "800 mm", "height": "2040 mm"}}], "carries": "no"}],
  "floors": [{"id": "K", "joists": "floor", "lumber": "stud", "at": "1500 mm", "to": "2400 mm", "seams": ["1300 mm"]}, {"id": "M", "kind": "doubled", "joists": "floor", "lumber": "deep", "joist": 3, "long": "3000 mm", "plies": 2, "hangers": 4, "hanger": "as on sheet 2", "by": "an engineer", "when": "2026-11-20"}]}`
	text = strings.ReplaceAll(text, "UNITS", string(u))
	if u == measure.Imperial {
		return strings.NewReplacer(`"T"`, `"1 1/2 in"`, `"D"`, `"3 1/2 in"`).Replace(text)
	}
	return strings.NewReplacer(`"T"`, `"45 mm"`, `"D"`, `"95 mm"`).Replace(text)
}

// Every kind comes through the document in either unit: its members, its stretches, its
// slots and rips; and the sums of all its pieces close.
func TestEveryKindThroughItsDocument(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		d, faults := job.Read([]byte(specialRoom(u)))
		require.Empty(t, faults)
		p := computed(t, d)
		kinds := map[string]map[string]int{}
		for _, w := range p.Walls {
			kinds[w.ID] = map[string]int{}
			for _, m := range w.Members {
				kinds[w.ID][m.Kind]++
				if m.Exact == "" {
					continue
				}
				sum := measure.Length(0)
				for _, l := range m.Sum {
					v, err := job.L(l.Value).In(u)
					require.NoError(t, err)
					sum += v
				}
				exact, err := job.L(m.Exact).In(u)
				require.NoError(t, err)
				assert.InDelta(t, float64(exact), float64(sum), 2, "%s %s", u, m.ID)
			}
		}
		assert.Positive(t, kinds["H"]["post"])
		assert.Equal(t, 1, kinds["H"]["cap"])
		assert.Zero(t, kinds["H"]["top-plate"])
		assert.Positive(t, kinds["I"]["edge-block"])
		assert.Positive(t, kinds["P"]["post"])
		assert.Equal(t, 1, kinds["P"]["cap"])
		assert.GreaterOrEqual(t, kinds["S"]["track"], 5, "floor and ceiling, and the jambs' boxes")
		assert.Equal(t, 1, kinds["S"]["tab-track"])
		assert.Positive(t, kinds["S"]["bridging"])
		assert.Len(t, p.Walls[3].Stretches, 3)
		assert.Len(t, p.Walls[0].Slots, kinds["H"]["post"])
		for _, m := range p.Walls[1].Members {
			if m.Kind == "stud" {
				assert.NotEmpty(t, m.Short)
				assert.InDelta(t, 36.87, m.Slope, 0.01, "1500 over 2000")
				assert.True(t, strings.HasPrefix(m.Bevel, "36.9°"), m.Bevel)
			}
		}
		for _, w := range p.Walls {
			for _, f := range w.Findings {
				assert.NotEqual(t, "stop", f.Level, "%s: %s", w.ID, f.Text)
			}
		}
	}
	// in millimetres: the pocket is 900 and 1200 + 20 where it is smallest, 3 are taken off
	d, _ := job.Read([]byte(specialRoom(measure.Metric)))
	in := computed(t, d).Walls[2]
	assert.Equal(t, "897 mm", in.Length)
	for _, m := range in.Members {
		if m.Kind == "stud" {
			assert.Equal(t, "1127 mm", m.Exact, "1220 − 3 − 2 × 45")
		}
	}
	require.Len(t, in.Edges, 2)
	assert.True(t, in.Edges[1].Chosen)
	assert.Equal(t, 0, in.Edges[0].Notched)
	assert.Positive(t, in.Edges[1].Notched)
}

// A row of blocks: each to its own bay of 400 − 45 = 355, every other on the far side of
// the line, none at the seam until the sheet is down. A doubled joist is as designed. Both
// are cut from the list like anything else.
func TestFloorsWithoutAWall(t *testing.T) {
	d, faults := job.Read([]byte(specialRoom(measure.Metric)))
	require.Empty(t, faults)
	p := computed(t, d)
	require.Len(t, p.Floors, 2)
	row, doubled := p.Floors[0], p.Floors[1]
	require.Len(t, row.Members, 6, "2400 of joists 400 apart")
	sides, listed := map[string]int{}, map[string]bool{}
	for i, m := range row.Members {
		assert.Equal(t, "355 mm", m.Exact)
		sides[m.Why]++
		assert.Equal(t, i == 3, m.Pending != "", "the fourth bay, from 1200 to 1600, has the seam")
	}
	assert.Len(t, sides, 2)
	for _, m := range doubled.Members {
		assert.Equal(t, []string{"sister-joist", "3000 mm", "ready"}, []string{m.Kind, m.Cut, m.State})
	}
	assert.Len(t, doubled.Members, 2)
	for _, c := range p.Cuts {
		for _, m := range c.Members {
			listed[m] = true
		}
	}
	assert.True(t, listed[row.Members[0].ID] && listed[doubled.Members[0].ID])
}

// What can't be is named at its field, with what to do; nothing else is.
func TestWhatIsWrongWithSpecialWalls(t *testing.T) {
	for name, c := range map[string]struct{ old, now, path string }{
		"posts where no joist is":              {`"to": {"x": "2400 mm", "y": "0 mm"}, "lumber": "stud", "kind": "half", "height": "1000 mm"`, `"to": {"x": "150 mm", "y": "0 mm"}, "lumber": "stud", "kind": "half", "height": "1000 mm"`, "walls[0].posts.joists"},
		"posts by joists that nobody read":     {`"posts": {"joists": "floor", "lap"`, `"posts": {"joists": "attic", "lap"`, "walls[0].posts.joists"},
		"no height":                            {`"kind": "half", "height": "1000 mm"`, `"kind": "half"`, "walls[0].height"},
		"a half wall without room for studs":   {`"kind": "half", "height": "1000 mm"`, `"kind": "half", "height": "152.4 mm"`, "walls[0].height"},
		"higher than any gap":                  {`"kind": "half", "height": "1000 mm"`, `"kind": "half", "height": "2600 mm"`, "walls[0].height"},
		"a cap's slope said twice":             {`{"percent": 3}`, `{"percent": 3, "degrees": 2}`, "walls[0].cap.slope"},
		"a cap on a plain wall":                {`"id": "I", `, `"id": "I", "cap": {"lumber": "stud"}, `, "walls[2].cap"},
		"a rake that meets the floor":          {`{"rise": "1500 mm"}`, `{"rise": "-900 mm"}`, "walls[1].rake"},
		"a rake too steep":                     {`{"rise": "1500 mm"}`, `{"degrees": 84}`, "walls[1].rake"},
		"an infill wider than its pocket":      {`"to": {"x": "900 mm", "y": "2000 mm"}`, `"to": {"x": "950 mm", "y": "2000 mm"}`, "walls[2].to"},
		"an infill into no pocket":             {`"infill": "hatch"`, `"infill": "door"`, "walls[2].infill"},
		"a pocket gauged once":                 {`["903 mm", "900 mm", "902 mm"]`, `["900 mm"]`, "survey.pockets[0]"},
		"a stretch past the wall":              {`"to": "3600 mm", "height": "2000 mm"`, `"to": "3700 mm", "height": "2000 mm"`, "walls[3].stretches[1].to"},
		"stretches in each other":              {`{"from": "2400 mm", "to": "3600 mm"`, `{"from": "2000 mm", "to": "3600 mm"`, "walls[3].stretches[1].from"},
		"a layer of no thickness":              {`"id": "P", `, `"id": "P", "layers": [{"what": "membrane", "thickness": "0 mm", "face": "out"}], `, "walls[3].layers[0].thickness"},
		"a splice too short for its screws":    {`"id": "S", `, `"id": "S", "steel": {"overlap": "20 mm"}, `, "walls[4].steel.overlap"},
		"steel studs in timber plates":         {`"id": "S", `, `"id": "S", "bottom": ["stud"], `, "walls[4].bottom"},
		"steel ways on timber":                 {`"id": "P", `, `"id": "P", "steel": {"tab": "50 mm"}, `, "walls[3].steel"},
		"a valve in the end stud":              {`"id": "P", `, `"id": "P", "wet": {"valve": "20 mm"}, `, "walls[3].wet.valve"},
		"blocks between no joists":             {`"id": "K", "joists": "floor"`, `"id": "K", "joists": "attic"`, "floors[0].joists"},
		"a row where no bay is":                {`"at": "1500 mm", "to": "2400 mm"`, `"at": "1500 mm", "to": "100 mm"`, "floors[0].to"},
		"a doubled joist that nobody designed": {`, "by": "an engineer"`, ``, "floors[1].by"},
		"a row called as a wall":               {`"id": "K", `, `"id": "H", `, "floors[0].id"},
		"wood as a steel header":               {`"kind": "door", "centre": "1800 mm"`, `"kind": "door", "header": {"lumber": "stud"}, "centre": "1800 mm"`, "walls[4].openings[0].header.lumber"},
	} {
		text := specialRoom(measure.Metric)
		require.Contains(t, text, c.old, name)
		d, faults := job.Read([]byte(strings.Replace(text, c.old, c.now, 1)))
		if len(faults) == 0 {
			_, err := Compute(d)
			require.Error(t, err, name)
			faults = err.(job.Faults)
		}
		require.Len(t, faults, 1, "%s: %v", name, faults)
		assert.Equal(t, c.path, faults[0].Path, name)
		assert.Contains(t, faults[0].Text, ":", "%s says what to do: %s", name, faults[0].Text)
	}
}

// Boards go as high as was said; on a half wall up to the underside of its cap. An
// infill's edges are backed by blocks, and no stud stands there. Studs of a wet wall stand
// 300 apart where nothing else is said, and its valve's bay of 300 is clear.
func TestBoardsEdgesAndWetWalls(t *testing.T) {
	text := strings.Replace(specialRoom(measure.Metric), `"id": "S", `, `"id": "S", "wet": {"valve": "1000 mm", "window": "none"}, `, 1)
	text = strings.Replace(text, `, "openings": [{"id": "D1", "kind": "door", "centre": "1800 mm", "leaf": {"width": "800 mm", "height": "2040 mm"}}]`, "", 1)
	d, faults := job.Read([]byte(text))
	require.Empty(t, faults)
	p := computed(t, d)
	high := func(wall int) (out measure.Length) {
		for _, f := range p.Result.Walls[wall].Faces {
			for _, b := range f.Pieces {
				out = max(out, b.High)
			}
		}
		return out
	}
	assert.Equal(t, 954*measure.Millimetre, high(0), "1000 less 45 of cap, 3 per cent askew: to the mark")
	assert.Equal(t, 1800*measure.Millimetre, high(3))
	for _, m := range p.Walls[2].Members {
		assert.False(t, m.Kind == "stud" && (m.From == "0 mm" || m.To == "897 mm"), "%s stands where blocks are", m.ID)
	}
	last := measure.Length(0)
	for _, m := range p.Result.Walls[4].Members {
		if m.Kind != "stud" {
			continue
		}
		assert.LessOrEqual(t, m.From-last, 400*measure.Millimetre, "%s: 300, or beside the valve", m.ID)
		assert.False(t, m.From < 1150*measure.Millimetre && m.To > 850*measure.Millimetre, "%s stands before the valve", m.ID)
		last = m.From
	}
}

// A screen beside a door of 800: its leaf, a knob of 65 and 25 that stay clear are 890.
func TestAShortScreenClearsItsDoor(t *testing.T) {
	d, faults := job.Read([]byte(specialRoom(measure.Metric)))
	require.Empty(t, faults)
	all := computed(t, d).Usual().Screens
	require.Len(t, all, 1)
	long := measure.Length(0)
	for _, p := range all[0].Parts {
		l, err := p.Length.In(measure.Metric)
		require.NoError(t, err)
		long += l
	}
	assert.Equal(t, 890*measure.Millimetre, long)
}
