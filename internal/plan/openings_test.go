package plan

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/site"
)

func sized(w, h string) *job.Size { return &job.Size{Width: job.L(w), Height: job.L(h)} }

// opened is a wall of 200 in (5000 mm) over a known floor and ceiling, with one
// opening in its middle.
func opened(u measure.System, o job.Opening) job.Document {
	d := bare(u, u.Words("200 in", "5000 mm"))
	for _, at := range []string{u.Words("10 in", "250 mm"), u.Words("70 in", "1750 mm"), u.Words("130 in", "3250 mm"), u.Words("190 in", "4750 mm")} {
		along(&d, "floor", at, u.Words("-41 1/4 in", "-1040 mm"))
		along(&d, "ceiling", at, u.Words("55 in", "1400 mm"))
	}
	o.ID, o.Centre = "D", job.L(u.Words("100 in", "2500 mm"))
	d.Walls[0].Openings = []job.Opening{o}
	return d
}

func kinds(w Wall, kind string) (out []Member) {
	for _, m := range w.Members {
		if m.Kind == kind {
			out = append(out, m)
		}
	}
	return out
}

func byCode(w Wall) map[string]Finding {
	out := map[string]Finding{}
	for _, f := range w.Findings {
		out[f.Code] = f
	}
	return out
}

// What each kind of opening comes to, as rough width by rough height over the
// finished floor. Worked numbers of the work, step 5.
func TestEveryKindOfOpeningHasItsOwnRule(t *testing.T) {
	for name, c := range map[string]struct {
		u     measure.System
		o     job.Opening
		label string
	}{
		"a door":                     {measure.Imperial, job.Opening{Kind: "door", Leaf: sized("30", "80")}, "32 × 82 1/2"},
		"a door in millimetres":      {measure.Metric, job.Opening{Kind: "door", Leaf: sized("800", "2000")}, "880 × 2050"},
		"by its parts":               {measure.Imperial, job.Opening{Kind: "door", Leaf: sized("30", "80"), Parts: &job.Parts{Jamb: job.L("3/4"), Gap: job.L("1/8"), Shim: job.L("1/8")}}, "32 × 81 3/8"},
		"by the unit there":          {measure.Imperial, job.Opening{Kind: "door", Leaf: sized("30", "80"), Unit: sized("31 5/8", "81 3/4")}, "32 1/8 × 82 1/4"},
		"rough wins over all":        {measure.Imperial, job.Opening{Kind: "door", Leaf: sized("30", "80"), Unit: sized("31 5/8", "81 3/4"), Rough: sized("33", "83")}, "33 × 83"},
		"double":                     {measure.Imperial, job.Opening{Kind: "double", Leaf: sized("30", "80")}, "62 × 82 1/2"},
		"double by its parts":        {measure.Metric, job.Opening{Kind: "double", Leaf: sized("700", "2000"), Parts: &job.Parts{Jamb: job.L("20"), Gap: job.L("3"), Shim: job.L("10")}}, "1469 × 2033"},
		"pocket":                     {measure.Imperial, job.Opening{Kind: "pocket", Leaf: sized("30", "80")}, "61 × 82 1/2"},
		"pocket in millimetres":      {measure.Metric, job.Opening{Kind: "pocket", Leaf: sized("800", "2000")}, "1625 × 2050"},
		"bifold":                     {measure.Imperial, job.Opening{Kind: "bifold", Leaf: sized("48", "80")}, "50 × 82 1/2"},
		"a slider laps its opening":  {measure.Imperial, job.Opening{Kind: "slider", Leaf: sized("36", "84"), Hand: "left"}, "36 × 84"},
		"a hatch":                    {measure.Imperial, job.Opening{Kind: "hatch", Leaf: sized("24", "18"), Sill: job.L("40")}, "25 × 19"},
		"rough, to the floor":        {measure.Metric, job.Opening{Kind: "rough", Rough: sized("1000", "2100")}, "1000 × 2100"},
		"rough, over a sill":         {measure.Metric, job.Opening{Kind: "rough", Rough: sized("1000", "600"), Sill: job.L("900")}, "1000 × 600"},
		"its floor is still to come": {measure.Imperial, job.Opening{Kind: "double", Leaf: sized("30", "80"), FinishFloor: job.L("3/4")}, "62 × 83 1/4"},
	} {
		p := computed(t, opened(c.u, c.o))
		assert.Equal(t, c.label, p.Drawings[0].Openings[0].Label, name)
		sill := c.o.Sill.Given()
		assert.Equal(t, sill, len(kinds(p.Walls[0], "sill")) == 1, name)
		whole := false
		for _, m := range p.Result.Walls[0].Members {
			whole = whole || m.Kind == "bottom-plate" && m.From < p.Result.Walls[0].Wall.Length/2 && m.To > p.Result.Walls[0].Wall.Length/2
		}
		assert.Equal(t, sill, whole, name)
	}
}

// Without jacks the head stands between full studs; a heavy leaf doubles the king.
func TestHeadsBetweenFullStudsAndHeavyLeaves(t *testing.T) {
	d := opened(measure.Imperial, job.Opening{Kind: "cased", Rough: sized("32", "82"), Jacks: -1})
	w := computed(t, d).Walls[0]
	assert.Empty(t, kinds(w, "jack"))
	header := kinds(w, "header")[0]
	assert.Equal(t, []string{"84 in", "116 in", "32 in"}, []string{header.From, header.To, header.Cut})
	assert.Equal(t, "82 1/2 in", kinds(w, "king")[0].From)
	assert.Contains(t, byCode(w), "carries-unknown")

	d.Walls[0].Openings[0].Jacks, d.Walls[0].Openings[0].Heavy = 1, true
	w = computed(t, d).Walls[0]
	var at []string
	for _, m := range w.Members {
		if m.Kind == "king" || m.Kind == "jack" {
			at = append(at, m.From)
		}
	}
	assert.Equal(t, []string{"79 1/2 in", "81 in", "82 1/2 in", "116 in", "117 1/2 in", "119 in"}, at)
	assert.Equal(t, "35 in", kinds(w, "header")[0].Cut, "between the inner kings")
}

// Heads along a hall tie to one elevation, the highest (the worked floor of the
// work, step 5: −41 1/4 at the left, −41 5/8 at the right, 83 1/4: head +42, jacks
// 81 3/4 and 82 1/8).
func TestHeadsOfAGroupShareTheHighest(t *testing.T) {
	hall := func() job.Document {
		d := bare(measure.Imperial, "200 in")
		places := []string{"10 in", "30 in", "50 in", "70 in", "90 in", "110 in", "130 in", "150 in", "170 in", "190 in"}
		for _, at := range places {
			floor := "-41 1/4 in"
			if len(at) > len("90 in") {
				floor = "-41 5/8 in"
			}
			along(&d, "floor", at, floor)
			along(&d, "ceiling", at, "55 in")
		}
		far := d.Walls[0]
		far.ID, far.From.Y, far.To.Y = "B", job.L("100 in"), job.L("100 in")
		d.Walls = append(d.Walls, far)
		for _, at := range places {
			d.Survey.Readings = append(d.Survey.Readings,
				job.Reading{ID: "f" + at, Kind: "floor", Place: &job.Place{Wall: "B", Station: job.L(at)}, Value: job.L("-41 in")},
				job.Reading{ID: "c" + at, Kind: "ceiling", Place: &job.Place{Wall: "B", Station: job.L(at)}, Value: job.L("55 in")})
		}
		door := job.Opening{ID: "D1", Kind: "door", Leaf: sized("30", "80"), FinishFloor: job.L("3/4"), Head: "hall", Centre: job.L("40 in")}
		d.Walls[0].Openings = []job.Opening{door}
		door.ID, door.Centre = "D2", job.L("150 in")
		d.Walls[0].Openings = append(d.Walls[0].Openings, door)
		door.ID = "D3"
		d.Walls[1].Openings = []job.Opening{door}
		return d
	}
	heads := func(p Plan) (out []float64) {
		for _, d := range p.Drawings {
			for _, o := range d.Openings {
				out = append(out, o.Head)
			}
		}
		return out
	}
	d := hall()
	p := computed(t, d)
	got := heads(p)
	want := (42*measure.Inch + measure.Inch/4).Millimetres() // B's floor, −41, is the highest
	for _, h := range got {
		assert.InDelta(t, want, h, 0.8)
	}
	for _, m := range p.Walls[0].Members {
		if m.Kind == "jack" {
			total := measure.Length(0)
			for _, l := range m.Sum {
				total += lengthOf(t, measure.Imperial, l.Value)
			}
			assert.Equal(t, m.Exact, measure.Imperial.Write(total), "its sum adds up")
			assert.Equal(t, "ready", m.State, "%s %s", m.ID, m.Spread)
		}
	}
	for i := range d.Walls {
		for k := range d.Walls[i].Openings {
			d.Walls[i].Openings[k].Head = ""
		}
	}
	alone := heads(computed(t, d))
	assert.Greater(t, alone[0]-alone[1], 8.0, "each by itself they differ")

	// what isn't levelled can't be tied: its pieces wait, and it is said for what
	d = hall()
	d.Survey.Readings = d.Survey.Readings[:20]
	p = computed(t, d)
	f, ok := byCode(p.Walls[0])["head-waits"]
	require.True(t, ok)
	assert.NotEmpty(t, f.Members)
	for _, m := range p.Walls[0].Members {
		if m.Kind == "jack" {
			assert.Equal(t, "measure-first", m.State)
		}
	}
}

// A level line that is there decides the head; one that lies too low is named.
func TestAHeadOffALevelLine(t *testing.T) {
	d := opened(measure.Imperial, job.Opening{Kind: "door", Leaf: sized("30", "80"), Level: job.L("43 in")})
	w := computed(t, d).Walls[0]
	assert.Equal(t, "82 3/4 in", kinds(w, "jack")[0].Cut) // 43 + 41 1/4 − 1 1/2
	assert.NotContains(t, byCode(w), "head-low")
	d.Walls[0].Openings[0].Level = job.L("40 in")
	assert.Contains(t, byCode(computed(t, d).Walls[0]), "head-low")
}

// An opening that carries waits for an engineer's entry, and is released by it:
// length = clear + 2 × bearing, plies packed to the wall's depth (2 × 1 1/2 + 1/2 =
// 3 1/2), stud widths no less than the bearing.
func TestAnEngineersEntryReleasesABearingOpening(t *testing.T) {
	d := opened(measure.Imperial, job.Opening{Kind: "door", Leaf: sized("30", "80")})
	d.Lumber = append(d.Lumber, job.Lumber{ID: "2x8", Thickness: job.L("1 1/2 in"), Depth: job.L("7 1/4 in")})
	d.Walls[0].Carries = "yes"
	w := computed(t, d).Walls[0]
	assert.Contains(t, byCode(w), "carries")
	assert.Empty(t, kinds(w, "header"))
	assert.Equal(t, "blocked", kinds(w, "jack")[0].State)

	d.Walls[0].Openings[0].Bearing = &job.Bearing{By: "an engineer", When: "2026-03-02", Paper: "sheet 4", Plies: 2, Lumber: "2x8", Each: job.L("1 1/2 in")}
	w = computed(t, d).Walls[0]
	assert.NotContains(t, byCode(w), "carries")
	require.Len(t, kinds(w, "header"), 2)
	assert.Equal(t, []string{"35 in", "ready"}, []string{kinds(w, "header")[0].Cut, kinds(w, "header")[0].State})
	assert.Equal(t, "ready", kinds(w, "jack")[0].State)
	b := w.Bearing[0]
	assert.Equal(t, []string{"35 in", "1/2 in"}, []string{b.Length, b.Packing})
	missing := 0
	for _, l := range b.Path {
		if !l.There {
			missing++
		}
	}
	assert.Equal(t, 3, missing, "nothing under either side, nor to the ground, was entered")

	d.Walls[0].Openings[0].Bearing.Each = job.L("3 in")
	w = computed(t, d).Walls[0]
	f := byCode(w)["bearing-short"]
	assert.Equal(t, "stop", f.Level)
	require.Len(t, f.Fixes, 1)
	cured, err := applyFix(d, "A", f.Fixes[0].ID)
	require.NoError(t, err)
	w = computed(t, cured).Walls[0]
	assert.NotContains(t, byCode(w), "bearing-short")
	assert.Equal(t, "38 in", kinds(w, "header")[0].Cut)

	// steel isn't cut here: no piece, and the cripples stand on its depth
	d.Walls[0].Openings[0].Bearing = &job.Bearing{By: "an engineer", When: "2026-03-02", Steel: "angle pair", Depth: job.L("4 in"), Each: job.L("1 1/2 in")}
	w = computed(t, d).Walls[0]
	assert.Empty(t, kinds(w, "header"))
	require.NotEmpty(t, kinds(w, "cripple"))
	assert.Equal(t, "ready", kinds(w, "cripple")[0].State)
}

// Each slip of an opening is named, and what is offered cures it.
func TestSlipsOfOpeningsAreNamedAndCured(t *testing.T) {
	for code, c := range map[string]struct {
		o     job.Opening
		cures bool
	}{
		"jacks-in-width": {job.Opening{Kind: "door", Leaf: sized("30", "80"), Rough: &job.Size{Width: job.L("35")}}, true},
		"too-narrow":     {job.Opening{Kind: "door", Leaf: sized("30", "80"), Rough: &job.Size{Width: job.L("29")}}, true},
		"jamb-depth":     {job.Opening{Kind: "door", Leaf: sized("30", "80"), Jamb: job.L("6 9/16")}, false},
		"slider-no-room": {job.Opening{Kind: "slider", Leaf: sized("110", "84"), Hand: "left"}, false},
		"slider-backing": {job.Opening{Kind: "slider", Leaf: sized("36", "84"), Hand: "left"}, false},
	} {
		d := opened(measure.Imperial, c.o)
		f, ok := byCode(computed(t, d).Walls[0])[code]
		require.True(t, ok, code)
		assert.Equal(t, c.cures, len(f.Fixes) > 0, code)
		for _, x := range f.Fixes {
			cured, err := applyFix(d, "A", x.ID)
			require.NoError(t, err)
			assert.NotContains(t, byCode(computed(t, cured).Walls[0]), code)
		}
	}
	d := opened(measure.Imperial, job.Opening{Kind: "door", Leaf: sized("30", "80"), Jamb: job.L("4 1/2")})
	assert.NotContains(t, byCode(computed(t, d).Walls[0]), "jamb-depth")
}

// A leaf that comes up against a wall is named with how far it opens; each other
// way of hanging it that is offered opens it all the way.
func TestALeafThatMeetsAWall(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		d := opened(u, job.Opening{Kind: "door", Leaf: &job.Size{Width: job.L(u.Words("30 in", "750 mm")), Height: job.L(u.Words("80 in", "2000 mm"))}, Hand: "left", Swing: "out"})
		side := d.Walls[0]
		// stands off the framing's back, two hands from the hinges, along where the open leaf comes
		side.ID, side.Openings, side.Layout = "B", nil, nil
		side.From = job.Place{X: job.L(u.Words("70 in", "1750 mm")), Y: job.L(u.Words("20 in", "500 mm"))}
		side.To = job.Place{X: job.L(u.Words("110 in", "2750 mm")), Y: job.L(u.Words("20 in", "500 mm"))}
		d.Walls = append(d.Walls, side)
		found := byCode(computed(t, d).Walls[0])
		f, ok := found["swing-hits"]
		if !ok {
			f, ok = found["knob-hits"] // whichever comes first
		}
		require.True(t, ok, u)
		require.NotEmpty(t, f.Fixes)
		for _, x := range f.Fixes {
			cured, err := applyFix(d, "A", x.ID)
			require.NoError(t, err)
			assert.NotContains(t, byCode(computed(t, cured).Walls[0]), "swing-hits")
			assert.NotContains(t, byCode(computed(t, cured).Walls[0]), "knob-hits")
		}
	}
}

// A screen beside a door may be as long as hinge to handle: no longer, whichever end
// it is drawn from.
func TestAScreenBesideADoorIsShorterThanHingeToHandle(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		for _, turned := range []bool{false, true} {
			d := opened(u, job.Opening{Kind: "door", Leaf: &job.Size{Width: job.L(u.Words("30 in", "750 mm")), Height: job.L(u.Words("80 in", "2000 mm"))}, Hand: "left", Swing: "out"})
			screen := func(long measure.Length) job.Document {
				o, e := computed(t, d).Result.Walls[0].Wall.Openings[0], d
				beside := o.Centre - o.Leaf/2 - u.Pick(measure.Inch, 25*measure.Millimetre)
				foot := d.Walls[0]
				foot.ID, foot.Openings, foot.Layout = "B", nil, nil
				y := u.Pick(4*measure.Inch, 100*measure.Millimetre)
				foot.From = job.Place{X: job.Exactly(beside, u), Y: job.Exactly(y, u)}
				foot.To = job.Place{X: job.Exactly(beside, u), Y: job.Exactly(y+long, u)}
				if turned {
					foot.From, foot.To, foot.Body = foot.To, foot.From, "right"
				}
				e.Walls = append(e.Walls[:1:1], foot)
				return e
			}
			p := computed(t, screen(u.Pick(48*measure.Inch, 1200*measure.Millimetre)))
			require.Contains(t, byCode(p.Walls[0]), "knob-hits", "%s %v", u, turned)
			w := p.Result.Walls[0].Wall
			most, ok := p.Result.Screen(w, w.Openings[0])
			require.True(t, ok)
			assert.NotContains(t, byCode(computed(t, screen(most)).Walls[0]), "knob-hits")
			assert.Contains(t, byCode(computed(t, screen(most+u.Pick(measure.Inch, 25*measure.Millimetre))).Walls[0]), "knob-hits")
		}
	}
}

// A casing short of room at both corners is told of each, with the move that each
// wants; one that cures neither is not offered.
func TestACasingBetweenTwoCorners(t *testing.T) {
	d := opened(measure.Imperial, job.Opening{Kind: "cased", Rough: sized("40", "80"), Jacks: -1})
	square := func(id, at string) job.Wall {
		w := d.Walls[0]
		w.ID, w.Openings, w.Layout = id, nil, nil
		w.From, w.To = job.Place{X: job.L(at), Y: job.L("3 1/2")}, job.Place{X: job.L(at), Y: job.L("60")}
		return w
	}
	one := d.Walls[0]
	for far, codes := range map[string][]string{"124": {"casing-at-corner", "casing-at-far-corner"}, "140": {"casing-at-corner"}} {
		d.Walls = []job.Wall{one, square("B", "78 1/2"), square("C", far)}
		found := byCode(computed(t, d).Walls[0])
		for _, code := range []string{"casing-at-corner", "casing-at-far-corner"} {
			f, ok := found[code]
			require.Equal(t, slices.Contains(codes, code), ok, "%s %s", far, code)
			assert.Equal(t, ok && len(codes) == 1, len(f.Fixes) == 1, "%s: off one it would come to the other", code)
			for _, x := range f.Fixes {
				cured, err := applyFix(d, "A", x.ID)
				require.NoError(t, err)
				assert.NotContains(t, byCode(computed(t, cured).Walls[0]), code)
			}
		}
	}
}

func TestFaultsOfOpeningsAreNamedByField(t *testing.T) {
	for name, c := range map[string]struct {
		o    job.Opening
		path string
	}{
		"a leaf of no width":       {job.Opening{Kind: "door", Leaf: sized("0", "80")}, "leaf.width"},
		"a unit wider than it":     {job.Opening{Kind: "door", Unit: sized("205", "80")}, "unit.width"},
		"nobody named it":          {job.Opening{Kind: "door", Leaf: sized("30", "80"), Bearing: &job.Bearing{When: "today", Lumber: "2x4", Each: job.L("3")}}, "bearing.by"},
		"on no day":                {job.Opening{Kind: "door", Leaf: sized("30", "80"), Bearing: &job.Bearing{By: "E", Lumber: "2x4", Each: job.L("3")}}, "bearing.when"},
		"of nothing":               {job.Opening{Kind: "door", Leaf: sized("30", "80"), Bearing: &job.Bearing{By: "E", When: "today", Each: job.L("3")}}, "bearing.lumber"},
		"with no bearing":          {job.Opening{Kind: "door", Leaf: sized("30", "80"), Bearing: &job.Bearing{By: "E", When: "today", Lumber: "2x4"}}, "bearing.each"},
		"rough by a leaf":          {job.Opening{Kind: "rough", Leaf: sized("30", "80")}, "rough.width"},
		"a hatch on no sill":       {job.Opening{Kind: "hatch", Leaf: sized("24", "18")}, "sill"},
		"a door on a sill":         {job.Opening{Kind: "double", Leaf: sized("30", "80"), Sill: job.L("30")}, "sill"},
		"a pocket by parts":        {job.Opening{Kind: "pocket", Leaf: sized("30", "80"), Parts: &job.Parts{}}, "parts"},
		"too many jacks":           {job.Opening{Kind: "door", Leaf: sized("30", "80"), Jacks: 4}, "jacks"},
		"fewer than none":          {job.Opening{Kind: "door", Leaf: sized("30", "80"), Jacks: -2}, "jacks"},
		"a level line and a group": {job.Opening{Kind: "door", Leaf: sized("30", "80"), Level: job.L("42"), Head: "hall"}, "level"},
		"no such hand":             {job.Opening{Kind: "door", Leaf: sized("30", "80"), Hand: "up"}, "hand"},
	} {
		_, err := Compute(opened(measure.Imperial, c.o))
		var faults job.Faults
		require.ErrorAs(t, err, &faults, name)
		assert.Equal(t, "walls[0].openings[0]."+c.path, faults[0].Path, "%s: %v", name, faults)
	}
	d := opened(measure.Imperial, job.Opening{Kind: "door", Leaf: sized("30", "80")})
	d.Walls[0].Openings = append(d.Walls[0].Openings, job.Opening{ID: "E", Kind: "door", Leaf: sized("30", "80"), Centre: job.L("120 in")})
	_, err := Compute(d)
	var faults job.Faults
	require.ErrorAs(t, err, &faults)
	assert.Equal(t, "walls[0].openings[1].centre", faults[0].Path)
}

// Where only one flat piece fits over a header it lies there in place of cripples
// that would split; over more they stand.
func TestAFlatPieceWhereOnlyOneFits(t *testing.T) {
	for over, want := range map[string]string{"1 in": "", "1 3/4 in": "fill", "2 7/8 in": "fill", "3 1/8 in": "cripple"} {
		d := opened(measure.Imperial, job.Opening{Kind: "cased", Rough: sized("32", "80")})
		room := lengthOf(t, measure.Imperial, over)
		// header and top plate take 3 in; the floor lies at −41 1/4
		high := measure.Imperial.Write(80*measure.Inch - 41*measure.Inch - measure.Inch/4 + 3*measure.Inch + room)
		for i := range d.Survey.Readings {
			if d.Survey.Readings[i].Kind == "ceiling" {
				d.Survey.Readings[i].Value = job.L(high)
			}
		}
		w := computed(t, d).Walls[0]
		assert.Equal(t, want == "fill", len(kinds(w, "fill")) == 1, over)
		assert.Equal(t, want == "fill", len(kinds(w, "cripple")) == 0, over)
		for _, m := range kinds(w, "fill") {
			assert.Equal(t, []string{"35 in", "ready"}, []string{m.Cut, m.State})
		}
	}
}

// Straightening blocks lie from a king to what stands beside it, cut to their own
// bay, and not where the switch's box comes.
func TestBlocksKeepAJambStraight(t *testing.T) {
	d := opened(measure.Imperial, job.Opening{Kind: "door", Leaf: sized("30", "80"), Blocks: 1})
	w := computed(t, d).Walls[0]
	blocks := kinds(w, "nogging")
	require.Len(t, blocks, 2)
	assert.Equal(t, "16 1/4 in", blocks[0].Cut, "the stud at 80 was taken over by the king")
	assert.Equal(t, []string{"119 in", "127 1/4 in", "8 1/4 in", "ready"}, []string{blocks[1].From, blocks[1].To, blocks[1].Cut, blocks[1].State})
	d.Walls[0].Openings[0].Blocks = 3
	assert.Len(t, kinds(computed(t, d).Walls[0], "nogging"), 6)
	d.Walls[0].Openings[0].Blocks, d.Walls[0].Openings[0].Hand, d.Walls[0].Openings[0].Switch = 1, "left", 2
	assert.Len(t, kinds(computed(t, d).Walls[0], "nogging"), 1, "it would lie in the switch's box")
}

// An opening in two halves: its first side stands where the leaf put it; the other
// waits for the unit, then stands where that says.
func TestASecondSideIsSetFromTheUnit(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		for _, first := range []string{"left", "right"} {
			size := func(w, h string) *job.Size { return &job.Size{Width: job.L(w), Height: job.L(h)} }
			d := opened(u, job.Opening{Kind: "door", Leaf: size(u.Words("30", "750"), u.Words("80", "2000"))})
			side := func(w Wall, kind string, right bool) Member {
				all := kinds(w, kind)
				require.Len(t, all, 2)
				return all[map[bool]int{true: 1}[right]]
			}
			both := computed(t, d).Walls[0]
			d.Walls[0].Openings[0].First = first
			w := computed(t, d).Walls[0]
			f := byCode(w)["second-side-waits"]
			assert.Equal(t, "stop", f.Level)
			for _, kind := range []string{"king", "jack"} {
				assert.Equal(t, "ready", side(w, kind, first == "right").State, "%s: the first %s", u, kind)
				assert.Equal(t, "blocked", side(w, kind, first == "left").State, "%s: the second %s", u, kind)
			}
			assert.Equal(t, "blocked", kinds(w, "header")[0].State)
			held := 0
			for _, m := range kinds(w, "bottom-plate") {
				if m.State == "blocked" {
					held++
				}
			}
			assert.Equal(t, 1, held, "the stub on the second side")

			// the unit is wider by an inch than the leaf's usual rule
			d.Walls[0].Openings[0].Unit = size(u.Words("32 1/2", "835"), u.Words("80", "2000"))
			w = computed(t, d).Walls[0]
			assert.NotContains(t, byCode(w), "second-side-waits")
			kept, moved := side(w, "jack", first == "right"), side(w, "jack", first == "left")
			assert.Equal(t, side(both, "jack", first == "right").From, kept.From, "the first side stays")
			assert.NotEqual(t, side(both, "jack", first == "left").From, moved.From)
			assert.Equal(t, "ready", moved.State)
		}
	}
	d := opened(measure.Imperial, job.Opening{Kind: "door", Unit: sized("31 1/2", "80"), First: "left"})
	faults := site.Check(d)
	require.Len(t, faults, 1)
	assert.Equal(t, "walls[0].openings[0].first", faults[0].Path)
}

// A wall 4 1/2 over all takes the stock jamb of 4 9/16; a deeper one is extended or
// ripped from a deeper one.
func TestWhatJambIsStock(t *testing.T) {
	for board, want := range map[string][]string{"1/2": {"4 1/2 in", "4 9/16 in", "fits", "1/16 in"}, "5/8": {"4 3/4 in", "6 9/16 in", "rip", "1 13/16 in"}, "2": {"7 1/2 in", "6 9/16 in", "extend", "15/16 in"}} {
		d := opened(measure.Imperial, job.Opening{Kind: "door", Leaf: sized("30", "80")})
		d.Rules.Board = job.L(board)
		w := computed(t, d).Walls[0]
		require.Len(t, w.Jambs, 1)
		assert.Equal(t, want, []string{w.Jambs[0].Depth, w.Jambs[0].Stock, w.Jambs[0].Does, w.Jambs[0].By})
	}
	d := opened(measure.Metric, job.Opening{Kind: "door", Leaf: sized("750", "2000")})
	assert.Empty(t, computed(t, d).Walls[0].Jambs[0].Stock, "none is taken for granted")
	d.Rules.Jambs = []job.Length{job.L("115"), job.L("120"), job.L("150")}
	assert.Equal(t, "120 mm", computed(t, d).Walls[0].Jambs[0].Stock, "95 and two of 12.5")
	d.Rules.Jambs = []job.Length{job.L("2")}
	assert.Equal(t, "rules.jambs[0]", site.Check(d)[0].Path)
}

// A link of the load's path is there once somebody licensed has looked at it.
func TestLinksOfALoadsPathAreEntered(t *testing.T) {
	entry := job.Bearing{By: "E", When: "2026-03-02", Lumber: "2x4", Each: job.L("1 1/2")}
	d := opened(measure.Imperial, job.Opening{Kind: "cased", Rough: sized("40", "80"), Bearing: &entry})
	d.Walls[0].Carries = "yes"
	missing := func() (out []string) {
		for _, l := range computed(t, d).Walls[0].Bearing[0].Path {
			if !l.There {
				out = append(out, l.Link)
			}
		}
		return out
	}
	assert.Equal(t, []string{"under-left", "under-right", "to-ground"}, missing())
	entry.Path = []job.BearingLink{{Link: "to-ground", What: "steel post on its footing", By: "E"}, {Link: "under-left", What: "blocked solid", By: "E"}}
	d.Walls[0].Openings[0].Bearing = &entry
	assert.Equal(t, []string{"under-right"}, missing())
	for path, links := range map[string][]job.BearingLink{
		"path[0].by":   {{Link: "to-ground", What: "post"}},
		"path[0].what": {{Link: "to-ground", By: "E"}},
		"path[1].link": {{Link: "to-ground", What: "post", By: "E"}, {Link: "to-ground", What: "post", By: "E"}},
	} {
		entry.Path = links
		faults := site.Check(d)
		require.Len(t, faults, 1, path)
		assert.Equal(t, "walls[0].openings[0].bearing."+path, faults[0].Path)
	}
}

// A stretch that is kept clear at some heights minds what comes there, not what
// stands over it.
func TestACrippleStandsOverWhatIsKeptClear(t *testing.T) {
	for heights, want := range map[[2]string]bool{{"40", "60"}: false, {"88", "92"}: true, {"", ""}: true} {
		d := opened(measure.Imperial, job.Opening{Kind: "cased", Rough: sized("60", "80")})
		d.Walls[0].Clear = []job.Clear{{From: job.L("90"), To: job.L("118"), Low: job.L(heights[0]), High: job.L(heights[1]), What: "valve"}}
		_, found := byCode(computed(t, d).Walls[0])["in-the-clear"]
		assert.Equal(t, want, found, heights)
	}
}

// A sill by its parts closes: cabinet 34 1/2, counter 1 1/2, splash 4, less a board of
// 3/4 come to 39 1/4, line by line in the sum of what carries it.
func TestASillByItsParts(t *testing.T) {
	part := func(what, length string) job.Part { return job.Part{What: what, Length: job.L(length)} }
	d := opened(measure.Imperial, job.Opening{Kind: "window", Leaf: sized("36", "36"), SillParts: []job.Part{part("cabinet", "34 1/2"), part("counter", "1 1/2"), part("splash", "4"), part("board", "-3/4")}})
	whole := opened(measure.Imperial, job.Opening{Kind: "window", Leaf: sized("36", "36"), Sill: job.L("39 1/4")})
	by, at := computed(t, d).Walls[0], computed(t, whole).Walls[0]
	for _, kind := range []string{"under-sill", "jack", "cripple"} {
		require.Len(t, kinds(by, kind), len(kinds(at, kind)))
		for i, m := range kinds(by, kind) {
			assert.Equal(t, kinds(at, kind)[i].Cut, m.Cut)
			assert.Len(t, m.Sum, len(kinds(at, kind)[i].Sum)+3, "%s: a line for each part", m.ID)
		}
	}
	d.Walls[0].Openings[0].Sill = job.L("39")
	faults := site.Check(d)
	require.Len(t, faults, 1)
	assert.Equal(t, "walls[0].openings[0].sillParts", faults[0].Path)
	d.Walls[0].Openings[0].Sill = job.L("39 1/4")
	assert.Empty(t, site.Check(d))
	d.Walls[0].Openings[0].Kind = "door"
	assert.Equal(t, "walls[0].openings[0].sill", site.Check(d)[0].Path)
}

// A wall that goes on from another in line is offered that one's marks: its studs
// then stand a whole number of spacings from those before.
func TestASectionGoesOnFromTheMarksBefore(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		for _, turned := range []bool{false, true} {
			d := bare(u, u.Words("100 in", "2500 mm"))
			first := d.Walls[0]
			second := first
			second.ID = "B"
			second.From, second.To = first.To, job.Place{X: job.L(u.Words("230 in", "5800 mm")), Y: first.From.Y}
			if turned {
				second.From, second.To, second.Body = second.To, second.From, "right"
			}
			d.Walls = []job.Wall{first, second}
			w := computed(t, d).Walls[1]
			fix := ""
			for _, o := range w.Origins {
				if o.Origin.Kind == "station" {
					fix = o.Fix
				}
			}
			require.NotEmpty(t, fix, "%s %v", u, turned)
			done, err := applyFix(d, "B", fix)
			require.NoError(t, err)
			p := computed(t, done)
			chosen := 0
			for _, o := range p.Walls[1].Origins {
				if o.Origin.Kind == "station" {
					assert.True(t, o.Chosen)
					chosen++
				}
			}
			assert.Equal(t, 1, chosen, "it is offered once")
			s := u.Pick(16*measure.Inch, 600*measure.Millimetre)
			walls := p.Result.Walls
			at := func(i int, m measure.Length) measure.Length {
				x := measure.FromMillimetres(walls[i].Wall.At(m).X)
				return x.Nearest(measure.Millimetre / 100)
			}
			on := 0
			for _, m := range walls[1].Members {
				if centre := m.From + (m.To-m.From)/2; m.Kind == "stud" && m.From > 0 && m.To < walls[1].Wall.Length {
					off := (at(1, centre) - at(0, 0)) % s
					if min(off, s-off) < measure.Millimetre/10 {
						on++
					}
				}
			}
			assert.GreaterOrEqual(t, on, 5, "%s %v", u, turned)
		}
	}
}
