package plan

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/advise"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/words"
	"homalos/internal/work"
)

// ends of a wall as planned, in inches.
func ends(t require.TestingT, p Plan, id string) (a, b geo.Point) {
	for _, w := range p.Walls {
		if w.ID == id {
			require.NotNil(t, w.Line)
			in := func(text string) float64 {
				l, err := measure.Read(text, measure.Imperial)
				require.NoError(t, err)
				return l.Inches()
			}
			return geo.Point{X: in(w.Line.From.X.String()), Y: in(w.Line.From.Y.String())}, geo.Point{X: in(w.Line.To.X.String()), Y: in(w.Line.To.Y.String())}
		}
	}
	require.Fail(t, "no wall "+id)
	return a, b
}

// out is how far a place lies out from the side between two corners.
func out(a, b, p geo.Point) float64 {
	return geo.Turn(a, b, p) / a.Distance(b)
}

func TestALineLiesAsItIsSaid(t *testing.T) {
	d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{
		"A": {By: "parallel", Face: "side 1", At: job.L("60 in")},
		"B": {By: "square", Face: "side 1", At: job.L("80 in"), Stop: &job.LineEnd{Face: "A"}},
		"C": {By: "centred", Face: "side 4", And: "B", Start: &job.LineEnd{Face: "A"}, Stop: &job.LineEnd{Face: "side 1", Gap: job.L("20 in")}},
		"D": {By: "clear", Face: "A back", At: job.L("36 in")},
		"E": {By: "parallel", Face: "side 3", At: job.L("12 in"), AtEnd: job.L("14 in")},
	})
	require.Empty(t, site.Check(d))
	p, err := Compute(d)
	require.NoError(t, err)
	a1, a2 := ends(t, p, "A")
	for _, e := range []geo.Point{a1, a2} {
		assert.InDelta(t, 60, out(jobtest.Leaning[0], jobtest.Leaning[1], e), 1./64)
	}
	assert.InDelta(t, 0, out(jobtest.Leaning[3], jobtest.Leaning[0], a1), 1./32, "from wall to wall")
	assert.InDelta(t, 0, out(jobtest.Leaning[1], jobtest.Leaning[2], a2), 1./32)
	b1, b2 := ends(t, p, "B")
	assert.InDelta(t, 80, b1.X, 1./64)
	assert.InDelta(t, 80, b2.X, 1./32)
	assert.InDelta(t, 60, b2.Y, 1./32, "up to A")
	// 36 clear between finishes: a half-inch board on both
	d1, d2 := ends(t, p, "D")
	for _, e := range []geo.Point{d1, d2} {
		assert.InDelta(t, 60+3.5+0.5+36+0.5, out(jobtest.Leaning[0], jobtest.Leaning[1], e), 1./32)
	}
	c1, _ := ends(t, p, "C")
	west := out(jobtest.Leaning[3], jobtest.Leaning[0], c1)
	assert.InDelta(t, out(jobtest.Leaning[3], jobtest.Leaning[0], geo.Point{X: 80, Y: c1.Y}), 2*west+3.5, 0.2, "as much room on either side of its 3 1/2")
	e1, e2 := ends(t, p, "E")
	assert.Greater(t, out(jobtest.Leaning[2], jobtest.Leaning[3], e2), out(jobtest.Leaning[2], jobtest.Leaning[3], e1)+1.5, "it follows both distances")
	assert.Equal(t, "2", p.Walls[4].Line.Taper)
	assert.Equal(t, "parallel to side 3 at 12 and 14 at its other end", p.Walls[4].Line.Said)
	assert.NotEmpty(t, p.Walls[0].Line.Steps)
}

func TestAHallKeepsItsClearWidthToTheFinishes(t *testing.T) {
	d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{"A": {By: "clear", Face: "side 1", At: job.L("36 in")}})
	d.Rules = &job.Rules{Board: job.L("5/8 in")}
	p, err := Compute(d)
	require.NoError(t, err)
	a, _ := ends(t, p, "A")
	assert.InDelta(t, 36.625, out(jobtest.Leaning[0], jobtest.Leaning[1], a), 1./64)
}

func TestAsLongAsWhatStandsOnIt(t *testing.T) {
	// cabinets 30 + 21, overhang 3/4 at one end, board 1/2 at both: 52 3/4 (the work, step 3)
	d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{"A": {By: "parallel", Face: "side 1", At: job.L("60 in"), Parts: []job.Part{
		{What: "cabinet", Length: job.L("30 in")}, {What: "cabinet", Length: job.L("21 in")}, {What: "overhang", Length: job.L("3/4 in")}, {What: "board, both ends", Length: job.L("1 in")},
	}}})
	p, err := Compute(d)
	require.NoError(t, err)
	assert.Equal(t, "52 3/4 in", p.Walls[0].Length)
	d.Walls[0].Line.Parts[0].Length = job.L("300 in")
	assert.Contains(t, site.Check(d)[0].Text, "longer than the room there")
}

func TestLinesThatCannotBe(t *testing.T) {
	for name, c := range map[string]struct {
		lines      map[string]job.Line
		path, says string
	}{
		"round in a circle":    {map[string]job.Line{"A": {By: "parallel", Face: "B", At: job.L("40 in")}, "B": {By: "parallel", Face: "A back", At: job.L("40 in")}}, "walls[0].line", "goes round in a circle: A → B → A"},
		"by itself":            {map[string]job.Line{"A": {By: "parallel", Face: "A", At: job.L("40 in")}}, "walls[0].line", "A → A"},
		"by nothing":           {map[string]job.Line{"A": {By: "parallel", Face: "moon", At: job.L("40 in")}}, "walls[0].line.face", "is no wall"},
		"out of the room":      {map[string]job.Line{"A": {By: "parallel", Face: "side 1", At: job.L("400 in")}}, "walls[0].line", "no part of it lies inside the room"},
		"two distances":        {map[string]job.Line{"A": {By: "parallel", Face: "side 1", At: job.L("60 in"), Also: []job.AlsoAt{{Face: "side 3", At: job.L("60 in")}}}}, "walls[0].line.also[0]", "can't hold together with \"parallel to side 1 at 60\""},
		"a distance behind":    {map[string]job.Line{"A": {By: "parallel", Face: "side 1", At: job.L("-6 in")}}, "walls[0].line.at", "more than nothing"},
		"faces at odds":        {map[string]job.Line{"A": {By: "centred", Face: "side 1", And: "side 2"}}, "walls[0].line", "don't face each other"},
		"a face it never hits": {map[string]job.Line{"A": {By: "parallel", Face: "side 1", At: job.L("60 in"), Stop: &job.LineEnd{Face: "side 1"}}}, "walls[0].line", "never meets"},
		"shorter than studs":   {map[string]job.Line{"A": {By: "parallel", Face: "side 1", At: job.L("60 in"), Parts: []job.Part{{Length: job.L("1 in")}}}}, "walls[0].to", "shorter than a stud is thick"},
		"one mark":             {map[string]job.Line{"A": {By: "through", Marks: []job.Place{{X: job.L("1 in"), Y: job.L("1 in")}}}}, "walls[0].line.marks", "give two places"},
		"off a faulty one":     {map[string]job.Line{"A": {By: "parallel", Face: "moon", At: job.L("9 in")}, "B": {By: "parallel", Face: "A", At: job.L("9 in")}}, "walls[1].line.face", "isn't placed itself"},
	} {
		t.Run(name, func(t *testing.T) {
			faults := site.Check(jobtest.Laid(jobtest.Leaning, c.lines))
			require.NotEmpty(t, faults)
			found := false
			for _, f := range faults {
				found = found || f.Path == c.path && strings.Contains(f.Text, c.says)
			}
			assert.True(t, found, "%v", faults)
		})
	}
}

// In any room, relations hold to a 64th; tapes strike the ends they say.
func TestRelationsHoldInAnyRoom(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		inch := func(name string, low, high int) float64 {
			return float64(rapid.IntRange(low*16, high*16).Draw(t, name)) / 16
		}
		at := []geo.Point{
			{X: 0, Y: 0}, {X: inch("wide", 150, 260), Y: 0},
			{X: inch("x3", 150, 260), Y: inch("y3", 120, 200)}, {X: inch("x4", -20, 20), Y: inch("y4", 120, 200)},
		}
		off, station := inch("off", 20, 60), inch("station", 20, 90)
		d := jobtest.Laid(at, map[string]job.Line{
			"A": {By: "parallel", Face: "side 1", At: job.L(fmt.Sprint(off, " in"))},
			"B": {By: "square", Face: "A back", At: job.L(fmt.Sprint(station, " in"))},
			"C": {By: "in-line", Face: "A"},
		})
		p, err := Compute(d)
		require.NoError(t, err)
		a1, a2 := ends(t, p, "A")
		assert.InDelta(t, off, out(at[0], at[1], a1), 1./64)
		assert.InDelta(t, off, out(at[0], at[1], a2), 1./64)
		c1, _ := ends(t, p, "C")
		assert.InDelta(t, off, out(at[0], at[1], c1), 1./64, "the same board on both: framing in line with framing")
		b1, b2 := ends(t, p, "B")
		dot := (a2.X-a1.X)*(b2.X-b1.X) + (a2.Y-a1.Y)*(b2.Y-b1.Y)
		assert.Less(t, math.Abs(dot)/(a1.Distance(a2)*b1.Distance(b2)), 1./64/40, "square to a 64th over its length")
		for _, tape := range p.Walls[1].Line.Tapes {
			if tape.Along != "" {
				continue
			}
			k := int(tape.From[0] - '1')
			end := b1
			if tape.To == "end" {
				end = b2
			}
			l, err := measure.Read(tape.Value+" in", measure.Imperial)
			require.NoError(t, err)
			assert.InDelta(t, at[k].Distance(end), l.Inches(), 1./32)
		}
	})
}

// A tape taken again moves the room a little, and the lines no more than it must.
func TestLinesFollowTheRoom(t *testing.T) {
	d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{
		"A": {By: "parallel", Face: "side 1", At: job.L("60 in")}, "B": {By: "parallel", Face: "side 3", At: job.L("20 in")}, "C": {By: "square", Face: "side 1", At: job.L("50 in"), Stop: &job.LineEnd{Face: "A"}},
	})
	after := job.Copy(d)
	moved := append([]geo.Point(nil), jobtest.Leaning...)
	moved[2].Y += 0.5
	after.Survey.Ties = jobtest.Laid(moved, nil).Survey.Ties
	moves := site.Moves(d, after)
	by := map[string]float64{}
	for _, m := range moves {
		l, err := measure.Read(m.By+" in", measure.Imperial)
		require.NoError(t, err)
		by[m.Wall] = l.Inches()
	}
	assert.InDelta(t, 0.5, by["B"], 0.05, "it follows the far side")
	assert.NotContains(t, by, "C", "between the near side and A nothing moved")
	assert.Less(t, by["A"], 0.05)
	assert.Empty(t, site.Moves(d, d))
}

func TestAFurringClearsTheLeanAtFullHeight(t *testing.T) {
	// 3 1/2 + 0.60 + 1/8 → 4 1/4 (the work, step 3): 5/16 over 48, carried to 92
	d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{"A": {By: "furring", Face: "side 1"}})
	d.Survey.Walls[0].Leans = []job.Lean{{Station: job.L("20 in"), Out: job.L("5/16 in"), Span: job.L("48 in")}, {Station: job.L("90 in"), Out: job.L("-1/4 in"), Span: job.L("48 in")}}
	d.Survey.Readings = []job.Reading{{ID: "g", Kind: "gap", Place: &job.Place{X: job.L("50 in"), Y: job.L("9 in")}, Value: job.L("92 in")}}
	p, err := Compute(d)
	require.NoError(t, err)
	f := p.Walls[0].Line.Furring
	require.NotNil(t, f)
	assert.Equal(t, "19/32", f.Lean)
	assert.Equal(t, "4 1/4", f.Out)
	assert.Equal(t, "4 3/4", f.Lost)
	a, b := ends(t, p, "A")
	assert.InDelta(t, 4.25, out(jobtest.Leaning[0], jobtest.Leaning[1], a), 1./64)
	assert.InDelta(t, 4.25, out(jobtest.Leaning[0], jobtest.Leaning[1], b), 1./64)
	assert.Equal(t, "right", p.Walls[0].Line.Body, "the framing stands towards the wall")
	d.Survey.Walls[0].Waves = []job.Wave{{Station: job.L("0 in"), Off: job.L("1 in")}, {Station: job.L("60 in"), Off: job.L("1 1/4 in")}, {Station: job.L("120 in"), Off: job.L("1 in")}}
	p, err = Compute(d)
	require.NoError(t, err)
	assert.Equal(t, "4 1/2", p.Walls[0].Line.Furring.Out)
	d.Walls[0].Line.Face = "A"
	assert.NotEmpty(t, site.Check(d))
}

func TestWhatTheEndsMeet(t *testing.T) {
	d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{
		"A": {By: "parallel", Face: "side 1", At: job.L("60 in")},
		"B": {By: "square", Face: "side 1", At: job.L("80 in"), Stop: &job.LineEnd{Face: "A"}},
	})
	walls := d.Survey.Walls
	walls[0].Material, walls[1].Material, walls[3].Material = "timber", "masonry", "timber"
	walls[0].Studs = []job.Length{job.L("66 in"), job.L("82 in"), job.L("98 in")}
	says := func() map[string]string {
		p, err := Compute(d)
		require.NoError(t, err)
		out := map[string]string{}
		for _, w := range p.Walls {
			for _, m := range w.Meets {
				out[w.ID+" "+m.End] = m.Text + " " + m.Fix
			}
		}
		return out
	}
	got := says()
	assert.Contains(t, got["A start"], "meets side 4 at 84")
	assert.Contains(t, got["A start"], told(words.ItsStudsNotRead, "")[1:])
	assert.Contains(t, got["A end"], "which is masonry. Anchors for that material")
	assert.Contains(t, got["B start"], " its stud at 82 ")
	assert.Contains(t, got["B end"], "butts A at 8")
	assert.Contains(t, got["B end"], told(words.HoldEndStudBack, "B", measure.Inch/16))
	walls[0].Studs = []job.Length{job.L("66 in"), job.L("98 in")}
	assert.Contains(t, says()["B start"], told(words.OpenLetInBlocksBetweenStuds, 66*measure.Inch, 98*measure.Inch))
	d.Walls[1].Line.At = job.L("1/2 in") // at A's very end
	walls[0].Material = ""
	got = says()
	assert.Contains(t, got["B start"], told(words.WhoseMakeIsnTKnown, ""))
	assert.Contains(t, got["B end"], told(words.CornerRunsPastByButts, "A", 7*measure.Inch/2, "B"))
}

func nothingCut(string) bool { return false }

func TestTwoPlacesSideBySide(t *testing.T) {
	d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{"A": {By: "parallel", Face: "side 1", At: job.L("60 in"), Parts: []job.Part{{Length: job.L("97 in")}}}})
	d.Survey.Joists = []job.Joists{{ID: "J", Of: "ceiling", Angle: job.Angle(180), First: &job.Place{X: job.L("0 in"), Y: job.L("54 in")}, Spacing: job.L("16 in"), Count: 1}, {ID: "K", Of: "ceiling", Angle: job.Angle(180), First: &job.Place{X: job.L("0 in"), Y: job.L("70 in")}, Count: 1}, {ID: "L", Of: "ceiling", Angle: job.Angle(180), First: &job.Place{X: job.L("0 in"), Y: job.L("86 in")}, Count: 1}}
	there := job.Copy(d)
	there.Walls[0].Line.At = job.L("68 in")
	there.Walls[0].Line.Parts[0].Length = job.L("110 in")
	c, err := advise.Compare(t.Context(), new(work.Memory), d, there, "A", nothingCut)
	require.NoError(t, err)
	got := map[string][2]string{}
	for _, r := range c.Rows {
		got[r.What] = [2]string{r.Now, r.There}
	}
	assert.Equal(t, [2]string{"97", "110"}, got["length"])
	assert.Equal(t, [2]string{"5", "0"}, got[told(words.BlocksBetweenJoists)], "between two; then right under one")
	assert.Equal(t, [2]string{"1 wide", "no"}, got[told(words.SliverOfBoard)])
	assert.Equal(t, [2]string{"89", "102"}, got[told(words.WidestDoorLeaf)])
	for _, r := range c.Rows {
		if r.What == told(words.WidestDoorLeaf) || r.What == told(words.SliverOfBoard) {
			require.NotEmpty(t, r.How, r.What)
		}
	}
	there.Walls[0].Line.At = job.L("900 in")
	_, err = advise.Compare(t.Context(), new(work.Memory), d, there, "A", nothingCut)
	assert.ErrorContains(t, err, "inside the room")
	there.Walls[0].Line.At = job.L("30 in")
	there.Walls[0].ID = "B"
	c, err = advise.Compare(t.Context(), new(work.Memory), d, there, "B", nothingCut)
	require.NoError(t, err)
	assert.Empty(t, c.Rows[0].Now, "it isn't there yet")
}

// A door stands clear of the walls that butt: the longest run between them
// counts, and its sum says so.
func TestTheWidestDoorStandsClearOfWallsThatButt(t *testing.T) {
	d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{"A": {By: "parallel", Face: "side 1", At: job.L("60 in"), Parts: []job.Part{{Length: job.L("140 in")}}}})
	widest := func(d job.Document) advise.Compared {
		c, err := advise.Compare(t.Context(), new(work.Memory), d, d, "A", nothingCut)
		require.NoError(t, err)
		for _, r := range c.Rows {
			if r.What == "widest door leaf" {
				return r
			}
		}
		return advise.Compared{}
	}
	assert.Equal(t, "132", widest(d).There, "140 less 4 x 1 1/2 less 2")
	// two stub walls off side 1 butt A; each is 3 1/2 deep
	for id, at := range map[string]string{"B": "40 in", "C": "100 in"} {
		d.Walls = append(d.Walls, job.Wall{ID: id, Lumber: "2x4", Line: &job.Line{By: "square", Face: "side 1", At: job.L(at), Stop: &job.LineEnd{Face: "A"}}})
	}
	split := widest(d)
	assert.Equal(t, "longest run clear of walls that butt it", split.How[0].What)
	run, err := measure.Read(split.How[0].Value, measure.Imperial)
	require.NoError(t, err)
	assert.InDelta(t, 60-3.5, run.Inches(), 0.6, "between the two")
	door, err := measure.Read(split.There, measure.Imperial)
	require.NoError(t, err)
	assert.InDelta(t, run.Inches()-8, door.Inches(), 1./16)
}

// Every figure of the snap sheet opens how it came about, and the last line of
// that is the figure.
func TestEveryFigureOfTheSnapSheetShowsItsSum(t *testing.T) {
	for _, name := range []string{"bindery", "wardrobe"} {
		p, err := Compute(jobtest.Demo(t, name))
		require.NoError(t, err)
		for _, w := range p.Walls {
			for _, step := range w.Line.Steps {
				if step.Value == "" || strings.HasPrefix(step.Do, "At the ") {
					continue
				}
				require.NotEmpty(t, step.Sum, "%s %s: %s", name, w.ID, step.Do)
				last := step.Sum[len(step.Sum)-1].Value
				assert.Equal(t, step.Value, strings.TrimSuffix(strings.TrimSuffix(last, " in"), " mm"), "%s %s: %s", name, w.ID, step.Do)
			}
		}
	}
}
