package plan

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/survey"
)

// boxRoom is a room of 4000 × 3000, its ceiling 2400 over a level floor, with a pipe in
// a corner, a pipe by a wall, a post that stands free, a duct by the north wall that
// ends in the room and one that runs through its middle; all in millimetres, kept in the
// job's own unit.
func boxRoom(t *testing.T, u measure.System) job.Document {
	unit := func(mm float64) string {
		return u.Write(u.Pick(measure.FromMillimetres(mm).Down(measure.Inch/16), measure.FromMillimetres(mm)))
	}
	place := func(x, y float64) string { return fmt.Sprintf(`{"x": "%s", "y": "%s"}`, unit(x), unit(y)) }
	var corners, ties, readings []string
	at := [][2]float64{{0, 0}, {4000, 0}, {4000, 3000}, {0, 3000}}
	for i := range at {
		corners = append(corners, fmt.Sprintf(`{"id": "%d"}`, i+1))
		j := (i + 1) % 4
		ties = append(ties, fmt.Sprintf(`{"id": "t%d", "kind": "length", "from": "%d", "to": "%d", "value": "%s"}`, i, i+1, j+1, unit(float64([]int{4000, 3000}[i%2]))))
	}
	ties = append(ties, fmt.Sprintf(`{"id": "d", "kind": "length", "from": "1", "to": "3", "value": "%s"}`, unit(5000)))
	for i := range 54 {
		x, y := float64(i%9)*480+50, float64(i/9)*580+50
		readings = append(readings, fmt.Sprintf(`{"id": "f%d", "kind": "floor", "place": %s, "value": "%s"}`, i, place(x, y), unit(0)),
			fmt.Sprintf(`{"id": "c%d", "kind": "ceiling", "place": %s, "value": "%s"}`, i, place(x, y), unit(2400)))
	}
	thing := func(id, kind, rest string) string {
		return fmt.Sprintf(`{"id": "%s", "kind": "%s", %s}`, id, kind, rest)
	}
	round := func(x, y, wide float64) string {
		return fmt.Sprintf(`"from": %s, "to": %s, "width": "%s", "rises": true, "clear": {"side": "%s"}`, place(x, y), place(x, y), unit(wide), unit(20))
	}
	run := func(x1, y1, x2, y2, wide float64, how string) string {
		return fmt.Sprintf(`"from": %s, "to": %s, "width": "%s", %s, "clear": {"side": "%s", "below": "%s"}`, place(x1, y1), place(x2, y2), unit(wide), how, unit(25), unit(10))
	}
	text := fmt.Sprintf(`{"format": "homalos-job/1", "name": "Plant room", "units": "%s", "rules": {"floor": "concrete"},
	 "lumber": [{"id": "batten", "thickness": "%s", "depth": "%s", "stock": ["%s"]}, {"id": "treated", "thickness": "%s", "depth": "%s", "stock": ["%s"], "treated": true}],
	 "survey": {"corners": [%s], "ties": [%s], "readings": [%s], "obstructions": [%s]}}`, u,
		unit(45), unit(45), unit(3600), unit(45), unit(45), unit(3600), strings.Join(corners, ","), strings.Join(ties, ","), strings.Join(readings, ","), strings.Join([]string{
			thing("stack", "pipe", round(150, 150, 110)),
			thing("riser", "pipe", round(2000, 120, 60)),
			thing("post", "post", round(2000, 1300, 100)),
			thing("north duct", "duct", run(0, 2800, 2600, 2800, 200, fmt.Sprintf(`"headroom": "%s"`, unit(2100)))),
			thing("mid duct", "duct", run(0, 1700, 4000, 1700, 300, fmt.Sprintf(`"underside": "%s"`, unit(2050)))),
		}, ","))
	d, faults := job.Read([]byte(text))
	require.Empty(t, faults)
	return d
}

// boxedIn is a job with the walls put in that box a thing in.
func boxedIn(t *testing.T, d job.Document, round string) (job.Document, []job.Wall) {
	s, faults := site.Of(d)
	require.Empty(t, faults)
	walls, err := s.BoxIn(round, "batten")
	require.NoError(t, err)
	d.Walls = append(d.Walls[:len(d.Walls):len(d.Walls)], walls...)
	return d, walls
}

// Whatever is boxed in: sides where no wall is close by, none of them in its room, none
// in another, each meeting what it ends at; and nothing of it stopped.
func TestABoxClosesRoundWhatItBoxesIn(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		for round, sides := range map[string]int{"stack": 2, "riser": 3, "post": 4, "north duct": 2, "mid duct": 2} {
			d, walls := boxedIn(t, boxRoom(t, u), round)
			require.Len(t, walls, sides, "%s %s", u, round)
			p := computed(t, d)
			for _, w := range p.Walls {
				for _, f := range w.Findings {
					assert.NotEqual(t, "stop", f.Level, "%s %s: %s", u, w.ID, f.Text)
					assert.NotEqual(t, "box-too-tight", f.Code, "%s %s: %s", u, w.ID, f.Text)
				}
				for _, m := range w.Members {
					assert.Equal(t, "ready", m.State, "%s %s", u, m.ID)
				}
			}
		}
	}
}

// The box under the north wall, by hand. The duct's underside is 2100 over the floor;
// 10 are kept clear under it and the ladder is 45 thick: its foot lies at 2045, and a
// stud between its plates is 2400 − 2045 − 45 − 45 − 2 fit = 263. It hangs 25 off the duct's
// side at 2700: from 2675 to the wall at 3000 are 325, and the nailer, flat, is 45 deep: a
// rung is 280. Its free end is closed 25 past 2600.
func TestAHungBoxByHand(t *testing.T) {
	d, walls := boxedIn(t, boxRoom(t, measure.Metric), "north duct")
	d.Rules = &job.Rules{Floor: "concrete", Fit: job.L("2 mm")}
	p := computed(t, d)
	long, end := p.Walls[0], p.Walls[1]
	assert.Equal(t, "2675 mm", walls[0].From.Y.String())
	assert.Equal(t, "2670 mm", long.Length, "2600 + 25, and past the end that is closed by its depth")
	assert.Equal(t, "325 mm", end.Length)
	kinds := map[string]int{}
	for _, w := range p.Walls {
		for _, m := range w.Members {
			kinds[m.Kind]++
			switch m.Kind {
			case "stud":
				assert.Equal(t, "263 mm", m.Exact, m.ID)
			case "rung":
				assert.Equal(t, "280 mm", m.Exact, m.ID)
			case "nailer":
				assert.Equal(t, "2670 mm", m.Exact, m.ID)
			}
		}
	}
	assert.Equal(t, 1, kinds["nailer"])
	assert.Positive(t, kinds["rung"])
	assert.Equal(t, "off", long.Against[0].Lie, "nothing of it is fixed to the floor")
	assert.Empty(t, long.Against[0].Fixings)
	// where the duct is lower, all of it follows
	d.Survey.Obstructions[3].Headroom = job.L("2050 mm")
	for _, m := range computed(t, d).Walls[0].Members {
		if m.Kind == "stud" {
			assert.Equal(t, "313 mm", m.Exact)
		}
	}
	// two sides of the duct in the middle share one ladder: 300 + 2 × 25
	d, _ = boxedIn(t, boxRoom(t, measure.Metric), "mid duct")
	rungs := 0
	for _, w := range computed(t, d).Walls {
		for _, m := range w.Members {
			assert.NotEqual(t, "nailer", m.Kind)
			if m.Kind == "rung" {
				assert.Equal(t, "350 mm", m.Exact)
				assert.True(t, strings.HasPrefix(m.ID, "A-"), m.ID)
				rungs++
			}
		}
	}
	assert.Positive(t, rungs)
}

// A box that doesn't fit is refused by field; one that has come too close is told.
func TestABoxThatDoesNotGo(t *testing.T) {
	base, _ := boxedIn(t, boxRoom(t, measure.Metric), "north duct")
	for name, c := range map[string]struct {
		change func(*job.Document)
		path   string
	}{
		"nothing there": {func(d *job.Document) { d.Walls[0].Boxes = "chimney" }, "walls[0].boxes"},
		"with a height": {func(d *job.Document) { d.Walls[0].Height = job.L("900 mm") }, "walls[0].height"},
		"with a door": {func(d *job.Document) {
			d.Walls[0].Openings = []job.Opening{{ID: "D1", Kind: "cased", Centre: job.L("1300 mm"), Rough: &job.Size{Width: job.L("600 mm"), Height: job.L("200 mm")}}}
		}, "walls[0].openings"},
		"down to nothing": {func(d *job.Document) { d.Survey.Obstructions[3].Headroom = job.L("50 mm") }, "walls[0].boxes"},
	} {
		d, survey := base, *base.Survey
		survey.Obstructions = slices.Clone(survey.Obstructions)
		d.Walls, d.Survey = slices.Clone(base.Walls), &survey
		c.change(&d)
		var paths []string
		for _, f := range site.Check(d) {
			paths = append(paths, f.Path)
		}
		assert.Contains(t, paths, c.path, name)
	}
	s, _ := site.Of(base)
	for round, lumber := range map[string]string{"chimney": "batten", "stack": "oak"} {
		_, err := s.BoxIn(round, lumber)
		assert.Error(t, err, round)
	}
	base.Survey.Obstructions[3].Width = job.L("260 mm") // it was taped too narrow
	found := map[string]bool{}
	for _, f := range computed(t, base).Walls[0].Findings {
		found[f.Code] = true
	}
	assert.True(t, found["box-too-tight"])
}

// A return too short for a bay is filled: two studs of 45 in 100 leave 10, which a strip
// fills between them; in 45 one stands alone; below that it is refused.
func TestAReturnIsFilled(t *testing.T) {
	d := boxRoom(t, measure.Metric)
	wall := func(mm float64) job.Wall {
		return job.Wall{ID: "A", From: job.Place{X: job.L("1000 mm"), Y: job.L("1000 mm")}, To: job.Place{X: job.L(fmt.Sprintf("%g mm", 1000+mm)), Y: job.L("1000 mm")}, Lumber: "treated"}
	}
	for _, c := range []struct {
		long          float64
		studs, strips int
	}{{100, 2, 1}, {90, 2, 0}, {45, 1, 0}, {60, 1, 1}, {129, 2, 1}, {130, 2, 0}} {
		d.Walls = []job.Wall{wall(c.long)}
		n := map[string]int{}
		p := computed(t, d)
		wood := measure.Length(0)
		for _, m := range p.Walls[0].Members {
			n[m.Kind]++
			assert.Equal(t, "ready", m.State)
		}
		for _, m := range p.Walls[0].Members {
			if m.Kind == "stud" || m.Kind == "packer" {
				from, _ := job.L(m.From).In(measure.Metric)
				to, _ := job.L(m.To).In(measure.Metric)
				wood += to - from
			}
		}
		assert.Equal(t, c.studs, n["stud"], "%g", c.long)
		assert.Equal(t, c.strips, n["packer"], "%g", c.long)
		if c.long < 130 {
			assert.Equal(t, measure.FromMillimetres(c.long), wood, "%g: filled from end to end", c.long)
		}
	}
	d.Walls = []job.Wall{wall(40)}
	assert.NotEmpty(t, site.Check(d))
	// one gap read in it is read for all of it: 2396 − 45 − 45 − 2
	d.Walls = []job.Wall{wall(100)}
	d.Rules = &job.Rules{Floor: "concrete", Fit: job.L("2 mm")}
	station := job.L("77.5 mm")
	d.Survey.Readings = []job.Reading{{ID: "g", Kind: "gap", Place: &job.Place{Wall: "A", Station: station}, Value: job.L("2396 mm")}}
	for _, m := range computed(t, d).Walls[0].Members {
		if m.Kind == "stud" || m.Kind == "packer" {
			assert.Equal(t, "ready", m.State, m.ID)
			assert.Equal(t, "2304 mm", m.Exact)
		}
	}
}

// Wherever a pipe or a duct lies in a room that is not quite square: its box keeps the
// room that it wants, no side stands in another or past a wall, and what hangs closes with
// a ladder from side to side or to the wall.
func TestAnyPipeOrDuctIsBoxedIn(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		u := rapid.SampledFrom([]measure.System{measure.Imperial, measure.Metric}).Draw(t, "units")
		mm := func(v float64) job.Length { return job.Exactly(u.Estimate(v), u) }
		d := empty(u)
		skew := rapid.Float64Range(-200, 200).Draw(t, "skew")
		at := [4]geo.Point{{}, {X: 4000}, {X: 4000 + skew, Y: 3000}, {Y: 3000 - skew}}
		for i := range at {
			d.Survey.Corners = append(d.Survey.Corners, job.Corner{ID: fmt.Sprint(i + 1)})
			d.Survey.Ties = append(d.Survey.Ties, job.Tie{ID: fmt.Sprint("t", i), Kind: "length", From: fmt.Sprint(i + 1), To: fmt.Sprint((i+1)%4 + 1), Value: mm(at[i].Distance(at[(i+1)%4]))})
		}
		d.Survey.Ties = append(d.Survey.Ties, job.Tie{ID: "d", Kind: "length", From: "1", To: "3", Value: mm(at[0].Distance(at[2]))})
		o := job.Obstruction{ID: "it", Kind: "pipe", Width: mm(rapid.Float64Range(20, 300).Draw(t, "wide")), Clear: &job.Clearance{Side: mm(rapid.Float64Range(5, 60).Draw(t, "side")), Below: mm(20)}}
		x, y := rapid.Float64Range(320, 3600).Draw(t, "x"), rapid.Float64Range(320, 2600).Draw(t, "y")
		place := func(x, y float64) *job.Place { return &job.Place{X: mm(x), Y: mm(y)} }
		o.From, o.To = place(x, y), place(x, y)
		if o.Rises = rapid.Bool().Draw(t, "rises"); !o.Rises {
			o.Headroom = mm(2100)
			long := rapid.Float64Range(700, 2000).Draw(t, "long")
			if rapid.Bool().Draw(t, "up") {
				o.To = place(x, min(y+long, 2930))
				o.From = place(x, max(min(y, 2930-long), 60))
			} else {
				o.To = place(min(x+long, 3930), y)
				o.From = place(max(min(x, 3930-long), 60), y)
			}
		}
		d.Survey.Obstructions = []job.Obstruction{o}
		s, faults := site.Of(d)
		require.Empty(t, faults)
		walls, err := s.BoxIn("it", "batten")
		if err != nil {
			return // between two walls: it says so
		}
		d.Walls = walls
		s, faults = site.Of(d)
		require.Empty(t, faults)
		assert.Empty(t, s.Crossed, "a side stands in another")
		room := site.OutlineOf(s.Solved())
		ladders := 0
		for _, w := range s.Walls {
			for _, p := range w.Footprint() {
				in := geo.Point{X: p.X + (2000-p.X)/6000, Y: p.Y + (1500-p.Y)/6000} // a third of a millimetre inside
				assert.True(t, geo.Within(room, in), "%s comes past a wall at %v", w.ID, p)
			}
			if w.Hung != nil && w.Hung.Rungs {
				ladders++
				assert.Positive(t, w.Hung.Out.Start)
				assert.Positive(t, w.Hung.Out.End)
			}
			for _, f := range framing.Frame(w, s.Rules, &survey.Wary{Model: &survey.Model{}}, s.Found()).Findings {
				assert.NotContains(t, []string{"box-too-tight", "pipe-in-stud", "stands-in-the-way"}, f.Code, "%s: %s", w.ID, f.Text)
			}
		}
		corners := 0
		for _, m := range s.Meets {
			if m.Other != nil {
				corners++
			}
		}
		if o.Rises {
			assert.Equal(t, []int{0, 0, 1, 2, 4}[len(walls)], corners, "its free corners are closed")
		} else {
			assert.Equal(t, 1, ladders)
		}
	})
}

// empty is a job without readings or walls, to lay things in.
func empty(u measure.System) job.Document {
	mm := func(v float64) job.Length { return job.Exactly(measure.FromMillimetres(v), u) }
	return job.Document{Format: job.Format, Name: "Bare", Units: u, Survey: &job.Survey{},
		Lumber: []job.Lumber{{ID: "batten", Thickness: mm(45), Depth: mm(45), Stock: []job.Length{mm(3600)}}}}
}
