package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/measure"
	"homalos/internal/site"
)

// oldDoor is the old wall with a door from 76 to 108 in (1900 to 2700 mm) in place of
// what is cut into it, gauged for closing and for matching: its left side leans 3/8 in
// (10 mm) to the left, its underside falls 1/4 (6 mm).
func oldDoor(u measure.System) job.Document {
	d := oldWall(u)
	w := &d.Survey.Walls[0]
	w.Cuts = nil
	l := func(imperial, metric string) job.Length { return job.L(u.Words(imperial, metric)) }
	g := func(at, is job.Length) job.Gauge { return job.Gauge{At: at, Is: is} }
	w.Openings = []job.ExistingOpening{{
		ID: "E1", What: "door to the yard", From: l("76", "1900"), To: l("108", "2700"),
		Gauged: &job.Gauged{
			Floor: job.Pair{From: l("76", "1900"), To: l("108", "2700")},
			Head:  job.Pair{From: l("75 5/8", "1890"), To: l("108", "2700")},
			Under: job.Pair{From: l("80", "2030"), To: l("79 3/4", "2024")},
		},
		Close: &job.Closing{
			Lumber:  d.Lumber[0].ID,
			Widths:  []job.Gauge{g(l("4", "100"), l("32", "800")), g(l("40", "1000"), l("32 1/4", "806")), g(l("76", "1900"), l("32 3/8", "810"))},
			Heights: []job.Gauge{g(l("2", "50"), l("80", "2030")), g(l("30", "750"), l("79 3/4", "2024"))},
		},
	}}
	return d
}

// Only what closes it is cut and bought; a stud between them says what it is cut to.
func TestADoorThatIsThereIsClosed(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		d := oldDoor(u)
		p := computed(t, d)
		require.Len(t, p.Closings, 1)
		c := p.Closings[0]
		assert.Equal(t, u.Words("32 in", "800 mm"), c.Width)
		cut := map[string]string{}
		for _, m := range c.Members {
			assert.Equal(t, "ready", m.State, m.ID)
			cut[m.ID] = m.Cut
		}
		assert.Equal(t, u.Words("31 7/8 in", "797 mm"), cut["E1-B1"])
		assert.Equal(t, u.Words("76 5/8 in", "1931 mm"), cut["E1-S1"], "79 3/4 less two plates and an eighth")
		assert.Len(t, p.Pieces(), len(c.Members))
		called := 0
		for _, x := range p.Cuts {
			called += x.Count
		}
		assert.Equal(t, len(c.Members), called)
		bought := 0
		for _, s := range p.Sticks {
			bought += len(s.Cuts)
		}
		assert.Equal(t, len(c.Members), bought)
		calls := CallList(p)
		assert.NotEmpty(t, calls)
		assert.Len(t, p.Shut, 1)
		assert.Len(t, p.Shut[0].Pieces, len(c.Members))

		// one gauge less: all of it waits, and the saw is told for what
		d.Survey.Walls[0].Openings[0].Close.Widths = d.Survey.Walls[0].Openings[0].Close.Widths[:2]
		p = computed(t, d)
		calls = CallList(p)
		for _, one := range calls {
			assert.NotEqual(t, "ready", one.State)
			assert.Equal(t, p.Closings[0].Findings[0].Text, one.Held)
		}
	}
}

// A new wall that ends in an old door ends in none once that is closed.
func TestAClosedDoorIsNoDoor(t *testing.T) {
	d := jobtest.Closet()
	d.Survey.Walls[0].Openings = []job.ExistingOpening{{ID: "E1", From: job.L("70 in"), To: job.L("100 in"), What: "door"}}
	assert.Contains(t, codesOf(wallOf(t, computed(t, d), "E")), "covers-opening")
	d.Survey.Walls[0].Openings[0].Close = &job.Closing{Lumber: d.Lumber[0].ID}
	assert.NotContains(t, codesOf(wallOf(t, computed(t, d), "E")), "covers-opening")
	d.Survey.Walls[0].Openings[0].ID = "E"
	faults := site.Check(d)
	require.Len(t, faults, 1, "it would share its name with a wall")
	assert.Equal(t, "survey.walls[0].openings[0].id", faults[0].Path)
}

// inFront is a new wall 10 in (250 mm) before the old one, from end to end, with a door that
// is to line up with the old one.
func inFront(u measure.System, turned bool) job.Document {
	d := oldDoor(u)
	at := func(x, y string) job.Place { return job.Place{X: job.L(x), Y: job.L(y)} }
	a, b := at("0", u.Words("-10", "-250")), at(u.Words("120", "3000"), u.Words("-10", "-250"))
	mid := u.Words("92", "2300")
	if turned {
		a, b, mid = b, a, u.Words("28", "700")
	}
	d.Walls = []job.Wall{{
		ID: "A", From: a, To: b, Lumber: d.Lumber[0].ID,
		Openings: []job.Opening{{
			ID: "D1", Kind: "cased", Centre: job.L(mid), Rough: &job.Size{Width: job.L(u.Words("32", "800")), Height: job.L(u.Words("80", "2030"))},
			Match: &job.Match{Opening: "E1"},
		}},
	}}
	return d
}

func lies(t *testing.T, p Plan) Match {
	t.Helper()
	require.Len(t, p.Walls[0].Matches, 1)
	return p.Walls[0].Matches[0]
}

// Old and new are laid side by side: the left side leans 3/8, so that no plumb
// opening lies nearer than 3/16; the fix takes that one and cures.
func TestANewOpeningLinesUpWithOneThatIsThere(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		for _, turned := range []bool{false, true} {
			d := inFront(u, turned)
			p := computed(t, d)
			m := lies(t, p)
			off := map[string]string{}
			for _, x := range m.Targets {
				off[x.What] = x.Off
			}
			leans := "left"
			if turned {
				leans = "right"
			}
			assert.Equal(t, u.Words("-3/8 in", "-10 mm"), off[leans+" side at the head"], "the new one stands into the old one there: %v", off)
			assert.Equal(t, u.Words("0 in", "0 mm"), off[leans+" side at the floor"])
			assert.Equal(t, u.Words("3/8 in", "10 mm"), m.Worst)
			assert.Equal(t, u.Words("3/16 in", "5 mm"), m.Best)
			fix := ""
			for _, f := range p.Walls[0].Findings {
				if f.Code == "mismatch" {
					require.Len(t, f.Fixes, 1)
					fix = f.Fixes[0].ID
				}
			}
			require.NotEmpty(t, fix)
			d, err := applyFix(d, "A", fix)
			require.NoError(t, err)
			p = computed(t, d)
			assert.Equal(t, m.Best, lies(t, p).Worst)
			for _, f := range p.Walls[0].Findings {
				assert.NotEqual(t, "mismatch", f.Code)
			}
			o := d.Walls[0].Openings[0]
			assert.Equal(t, u.Words("32 3/16 in", "805 mm"), o.Rough.Width.String())
			assert.Equal(t, u.Words("79 7/8 in", "2027 mm"), o.Rough.Height.String())
		}
	}
}

// What still comes on the new sides is set back all round.
func TestWhatStillComesOnTheSidesIsSetBack(t *testing.T) {
	d := inFront(measure.Imperial, false)
	d.Walls[0].Openings[0].Match.Off = job.L("1/2")
	m := lies(t, computed(t, d))
	for _, x := range m.Targets {
		if x.What == "right side at the floor" {
			assert.Equal(t, []string{"108 1/2 in", "108 in", "-1/2 in"}, []string{x.Old, x.New, x.Off})
		}
	}
}

func TestFaultsOfWhatIsClosedOrMatched(t *testing.T) {
	for at, spoil := range map[string]func(d *job.Document){
		"survey.walls[0].openings[0].id":                  func(d *job.Document) { d.Survey.Walls[0].Openings[0].ID = "" },
		"survey.walls[0].openings[0].fate":                func(d *job.Document) { d.Survey.Walls[0].Openings[0].Fate = "accepted" },
		"survey.walls[0].openings[0].close.lumber":        func(d *job.Document) { d.Survey.Walls[0].Openings[0].Close.Lumber = "none" },
		"survey.walls[0].openings[0].close.strip":         func(d *job.Document) { d.Survey.Walls[0].Openings[0].Close.Strip = job.L("9") },
		"survey.walls[0].openings[0].close.allowance":     func(d *job.Document) { d.Survey.Walls[0].Openings[0].Close.Allowance = job.L("-1/8") },
		"survey.walls[0].openings[0].close.widths[1].is":  func(d *job.Document) { d.Survey.Walls[0].Openings[0].Close.Widths[1].Is = job.L("72") },
		"survey.walls[0].openings[0].close.widths[0].at":  func(d *job.Document) { d.Survey.Walls[0].Openings[0].Close.Widths[0].At = job.L("-2") },
		"survey.walls[0].openings[0].close.heights[1].at": func(d *job.Document) { d.Survey.Walls[0].Openings[0].Close.Heights[1].At = job.L("90") },
		"survey.walls[0].openings[0].gauged.head.from":    func(d *job.Document) { d.Survey.Walls[0].Openings[0].Gauged.Head.From = job.L("60") },
		"survey.walls[0].openings[0].gauged.floor.to":     func(d *job.Document) { d.Survey.Walls[0].Openings[0].Gauged.Floor.To = job.L("70") },
		"survey.walls[0].openings[0].gauged.under.to":     func(d *job.Document) { d.Survey.Walls[0].Openings[0].Gauged.Under.To = job.L("-1") },
		"walls[0].openings[0].match.opening":              func(d *job.Document) { d.Walls[0].Openings[0].Match.Opening = "E9" },
		"walls[0].openings[0].match.off":                  func(d *job.Document) { d.Walls[0].Openings[0].Match.Off = job.L("-1") },
	} {
		d := inFront(measure.Imperial, false)
		spoil(&d)
		_, faults := site.Of(d)
		var paths []string
		for _, f := range faults {
			paths = append(paths, f.Path)
		}
		assert.Contains(t, paths, at)
	}
	d := inFront(measure.Imperial, false)
	d.Survey.Walls[0].Openings[0].Gauged = nil
	_, faults := site.Of(d)
	require.Len(t, faults, 1)
	assert.Equal(t, "walls[0].openings[0].match.opening", faults[0].Path)
	d = inFront(measure.Imperial, false)
	d.Walls[0].To = job.Place{X: job.L("0"), Y: job.L("-130")} // across, not along
	_, faults = site.Of(d)
	require.NotEmpty(t, faults)
	assert.Equal(t, "walls[0].openings[0].match.opening", faults[0].Path)
}
