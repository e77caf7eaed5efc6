package plan

import (
	"fmt"
	"math"
	"sort"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/words"
)

// anyLine is a line as somebody in a hurry may say it, sense or not.
func anyLine(t *rapid.T, name string) job.Line {
	faces := []string{"side 1", "side 2", "side 3", "side 4", "A", "A back", "B", "B back", "C", "D back", "moon", "",
		"side 1", "side 3", "side 1", "side 3", "side 4", "side 2", "side 1", "side 3", "side 4", "side 2", "A", "B back"}
	face := func(what string) string { return rapid.SampledFrom(faces).Draw(t, name+what) }
	length := func(what string) string {
		if rapid.IntRange(0, 9).Draw(t, name+what+"odd") == 0 {
			return rapid.SampledFrom([]string{"", "0 in", "-5 in", "900 in", "much"}).Draw(t, name+what)
		}
		return fmt.Sprintf("%d/16 in", rapid.IntRange(160, 1900).Draw(t, name+what))
	}
	l := job.Line{
		By:   rapid.SampledFrom([]string{"parallel", "square", "in-line", "centred", "through", "clear", "furring", "leg"}).Draw(t, name),
		Face: face("face"), And: face("and"), At: job.L(length("at")), Turn: rapid.SampledFrom([]string{"", "left", "right"}).Draw(t, name+"turn"),
	}
	if rapid.IntRange(0, 3).Draw(t, name+"marks") == 0 {
		l.Marks = []job.Place{{X: job.L(length("x1")), Y: job.L(length("y1"))}, {X: job.L(length("x2")), Y: job.L(length("y2"))}}
	}
	if rapid.IntRange(0, 3).Draw(t, name+"start") == 0 {
		l.Start = &job.LineEnd{Face: face("sf"), Past: rapid.Bool().Draw(t, name+"sp")}
	}
	if rapid.IntRange(0, 2).Draw(t, name+"stop") == 0 {
		l.Stop = &job.LineEnd{Face: face("ef"), Past: rapid.Bool().Draw(t, name+"ep"), Gap: job.L(rapid.SampledFrom([]string{"", "2 in"}).Draw(t, name+"eg"))}
	}
	if rapid.IntRange(0, 2).Draw(t, name+"parts") == 0 {
		l.Parts, l.From = []job.Part{{Length: job.L(length("part"))}}, rapid.SampledFrom([]string{"", "start", "stop"}).Draw(t, name+"from")
		l.Boards = rapid.SampledFrom([]string{"", "start", "both"}).Draw(t, name+"boards")
	}
	if l.By == "square" || l.By == "leg" {
		l.Degrees = rapid.SampledFrom([]float64{0, 90, 45, 120, 7}).Draw(t, name+"deg")
	}
	if l.By == "parallel" && rapid.Bool().Draw(t, name+"taper") {
		l.AtEnd = job.L(length("atEnd"))
	}
	return l
}

// Whatever is said of lines, it is planned or every fault has its place; what
// is planned adds up, and what it offers is named once.
func TestAnyLinesArePlannedOrTheirFaultsNamed(t *testing.T) {
	planned := 0
	law.Check(t, func(t *rapid.T) {
		lines := map[string]job.Line{}
		for _, id := range []string{"A", "B", "C", "D"} {
			lines[id] = anyLine(t, id)
		}
		d := jobtest.Laid(jobtest.Leaning, lines)
		for i := range d.Walls {
			if rapid.Bool().Draw(t, "two") {
				d.Walls[i].Top = []string{"2x4", "2x4"}
			}
			if rapid.IntRange(0, 2).Draw(t, "door") == 0 {
				d.Walls[i].Openings = []job.Opening{{ID: "D1", Kind: "door", Centre: job.L(fmt.Sprint(rapid.IntRange(19, 60).Draw(t, "centre"), " in")), Leaf: &job.Size{Width: job.L("30 in"), Height: job.L("80 in")}}}
			}
			d.Walls[i].Ends = []job.WallEnd{{End: "end", Style: rapid.SampledFrom([]string{"", "ladder", "flat-nailer", "serves", "scrap", "end-studs"}).Draw(t, "style")}}
		}
		d.Survey.Readings = jobtest.Closet().Survey.Readings
		d.Survey.Walls[1].Leans = []job.Lean{{Station: job.L("10 in"), Out: job.L("1/4 in"), Span: job.L("48 in")}}
		for len(d.Walls) > 0 {
			p, err := Compute(d)
			if err == nil {
				planned += len(d.Walls)
				addsUp(t, p)
				return
			}
			for _, f := range err.(job.Faults) {
				require.True(t, strings.HasPrefix(f.Path, "walls["), f.Path)
				require.NotContains(t, f.Text, "NaN")
				require.NotContains(t, f.Text, "%!")
			}
			// the one named first is given up; the others must do without
			i := 0
			_, err = fmt.Sscanf(err.(job.Faults)[0].Path, "walls[%d]", &i)
			require.NoError(t, err)
			d.Walls = append(d.Walls[:i:i], d.Walls[i+1:]...)
		}
	})
	require.Positive(t, planned)
	t.Logf("%d of the walls could be planned", planned)
}

// addsUp holds every wall to its sums, and its plates to their own length.
func addsUp(t require.TestingT, p Plan) {
	read := func(text string) measure.Length {
		l, err := measure.Read(text, measure.Imperial)
		require.NoError(t, err)
		return l
	}
	for _, w := range p.Walls {
		long := read(w.Length)
		for _, m := range w.Members {
			if m.Exact == "" {
				continue
			}
			total := measure.Length(0)
			for _, s := range m.Sum {
				total += read(s.Value)
			}
			require.LessOrEqual(t, (total - read(m.Exact)).Abs(), measure.Inch/1000, "%s adds up", m.ID)
			if m.Kind == "stud" || m.Kind == "king" || m.Kind == "backer" {
				require.True(t, read(m.From) >= 0 && read(m.To) <= long, "%s stands on its wall", m.ID)
			}
		}
		type stood struct {
			id, kind string
			from, to measure.Length
		}
		var all []stood
		for _, m := range w.Members {
			if m.Kind == "stud" || m.Kind == "king" || m.Kind == "backer" {
				all = append(all, stood{m.ID, m.Kind, read(m.From), read(m.To)})
			}
		}
		sort.Slice(all, func(i, j int) bool { return all[i].from < all[j].from })
		for i := 1; i < len(all); i++ {
			if a, b := all[i-1], all[i]; a.kind == "backer" && b.kind == "backer" && a.from == b.from {
				continue // one for each face, behind each other
			}
			require.GreaterOrEqual(t, all[i].from, all[i-1].to-measure.Inch/1000, "%s in %s of %s", all[i].id, all[i-1].id, w.ID)
		}
		for _, m := range w.Meets {
			require.NotEmpty(t, m.Text)
			require.NotContains(t, m.Text+m.Fix, "%!")
		}
		seen := map[string]bool{}
		for _, a := range w.Advice {
			require.NotContains(t, a.Text, "%!")
			require.NotContains(t, a.Text, "NaN")
			for _, f := range a.Fixes {
				require.False(t, seen[f.ID], "%s twice", f.ID)
				seen[f.ID] = true
			}
		}
	}
}

// In any room of five corners, each kind of relation holds to a 64th.
func TestEachRelationHoldsInAnyRoom(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		inch := func(name string, low, high int) float64 {
			return float64(rapid.IntRange(low*16, high*16).Draw(t, name)) / 16
		}
		at := []geo.Point{
			{X: 0, Y: 0}, {X: inch("wide", 180, 240), Y: 0}, {X: inch("x3", 180, 240), Y: inch("y3", 80, 110)},
			{X: inch("x4", 110, 150), Y: inch("y4", 150, 190)}, {X: inch("x5", -15, 15), Y: inch("y5", 140, 170)},
		}
		clear, off, leg := inch("clear", 30, 50), inch("off", 25, 40), inch("leg", 12, 20)
		d := jobtest.Laid(at, map[string]job.Line{
			"A": {By: "clear", Face: "side 1", At: job.L(fmt.Sprint(clear, " in")), Parts: []job.Part{{Length: job.L("60 in")}}},
			"B": {By: "leg", Face: "A", Turn: "right", Parts: []job.Part{{Length: job.L(fmt.Sprint(leg, " in"))}}},
			"C": {By: "centred", Face: "side 5", And: "D", Start: &job.LineEnd{Face: "A back"}, Stop: &job.LineEnd{Face: "side 4"}},
			"D": {By: "parallel", Face: "side 5", At: job.L(fmt.Sprint(off, " in")), Start: &job.LineEnd{Face: "side 4"}, Stop: &job.LineEnd{Face: "A back"}},
		})
		p, err := Compute(d)
		require.NoError(t, err)
		a1, a2 := ends(t, p, "A")
		for _, e := range []geo.Point{a1, a2} {
			require.InDelta(t, clear+0.5, out(at[0], at[1], e), 1./64, "so much clear, and a board to come")
		}
		require.InDelta(t, 60, a1.Distance(a2), 1./64)
		b1, b2 := ends(t, p, "B")
		require.InDelta(t, leg+3.5, b1.Distance(b2), 1./32, "past A's depth, and as long as the leg is said")
		require.Less(t, math.Abs((a2.X-a1.X)*(b2.X-b1.X)+(a2.Y-a1.Y)*(b2.Y-b1.Y))/(60*b1.Distance(b2)), 1./1000, "squared off it")
		d1, d2 := ends(t, p, "D")
		for _, e := range []geo.Point{d1, d2} {
			require.InDelta(t, off, out(at[4], at[0], e), 1./64)
		}
		c1, c2 := ends(t, p, "C")
		for _, e := range []geo.Point{c1, c2} {
			here := out(at[4], at[0], e)
			require.InDelta(t, (off-3.5)/2, math.Min(here, off-here), 1./64, "as much room on one side of it as on the other")
		}
		assert.Empty(t, site.Moves(d, d))
	})
}

func TestAnOpenCornerIsToldAndClosed(t *testing.T) {
	d := jobtest.Closet()
	d.Walls[0].Line.Stop.Past = false // D stops at E's near face, E at D's: they touch at an edge
	a := adviceOf(wallOf(t, computed(t, d), "D"), "open-corner")
	assert.Equal(t, told(words.ComesToWhereNothingStands, "open end", "E"), a.Text)
	require.Equal(t, []string{"run-past-end"}, fixIDs(a))
	closed, err := applyFix(d, "D", "run-past-end")
	require.NoError(t, err)
	p := computed(t, closed)
	assert.Empty(t, adviceOf(wallOf(t, p, "D"), "open-corner"))
	assert.Equal(t, "flat-nailer", wallOf(t, p, "E").Meets[1].Style)
}

func TestPlatesAsDeepAsTheStuds(t *testing.T) {
	d := jobtest.Closet()
	d.Walls[0].Lumber, d.Walls[0].Bottom, d.Walls[0].Top = "2x6", []string{"2x4"}, []string{"2x4"}
	a := adviceOf(wallOf(t, computed(t, d), "D"), "plate-depth")
	assert.Contains(t, a.Text, told(words.PlateDeepStuds, "2x4", 7*measure.Inch/2, 11*measure.Inch/2))
	mended, err := applyFix(d, "D", "plates")
	require.NoError(t, err)
	assert.Equal(t, []string{"2x6"}, mended.Walls[0].Top)
	assert.Equal(t, []string{"2x6"}, mended.Walls[0].Bottom)
	// treated ones change for a treated one as deep, and for nothing else
	d.Lumber = append(d.Lumber, job.Lumber{ID: "2x4t", Thickness: job.L("1 1/2 in"), Depth: job.L("3 1/2 in"), Treated: true})
	d.Walls[0].Bottom = []string{"2x4t"}
	assert.Empty(t, fixIDs(adviceOf(wallOf(t, computed(t, d), "D"), "plate-depth")))
	d.Lumber = append(d.Lumber, job.Lumber{ID: "2x6t", Thickness: job.L("1 1/2 in"), Depth: job.L("5 1/2 in"), Treated: true})
	mended, err = applyFix(d, "D", "plates")
	require.NoError(t, err)
	assert.Equal(t, []string{"2x6t"}, mended.Walls[0].Bottom)
}

// The snap sheet says everything in the order of the work, and where the top
// plate differs from what is plumbed up.
func TestTheSnapSheetGoesInOrder(t *testing.T) {
	d := jobtest.Closet()
	d.Survey.Walls[3].Leans = []job.Lean{{Station: job.L("80 in"), Out: job.L("5/16 in"), Span: job.L("48 in")}}
	steps := wallOf(t, computed(t, d), "D").Line.Steps
	var said []string
	for _, s := range steps {
		said = append(said, s.Do)
	}
	text := strings.Join(said, "\n")
	order := []string{"Off side 1, near the side-4 end: mark", "Off side 1, near the E end: mark", "Check: along side 4 from corner", "From end to end it reads", "Snap the line; X on the left", "Plumb up to the ceiling at 0, ", "At the side-4 end the top plate stops short of the plumbed point (side 4 leans in"}
	last := -1
	for _, o := range order {
		i := strings.Index(text, o)
		require.Greater(t, i, last, "%s\nin\n%s", o, text)
		last = i
	}
	assert.Equal(t, "5/8", steps[len(steps)-1].Value)
	long := jobtest.Laid(jobtest.Leaning, map[string]job.Line{"A": {By: "parallel", Face: "side 1", At: job.L("60 in")}})
	assert.Contains(t, fmt.Sprint(wallOf(t, computed(t, long), "A").Line.Steps), "Plumb up to the ceiling at 0, 67 5/16, 134 11/16, 202", "no more than 8 ft apart")
}
