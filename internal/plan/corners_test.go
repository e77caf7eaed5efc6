package plan

import (
	"fmt"
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
	"homalos/internal/wood"
	"homalos/internal/words"
	"homalos/internal/work"
)

func wallOf(t require.TestingT, p Plan, id string) Wall {
	for _, w := range p.Walls {
		if w.ID == id {
			return w
		}
	}
	require.Fail(t, "no wall "+id)
	return Wall{}
}

func TestTwoWallsOfACornerEndAtEachOther(t *testing.T) {
	p := computed(t, jobtest.Closet())
	d, e := wallOf(t, p, "D"), wallOf(t, p, "E")
	require.NotEmpty(t, e.Meets)
	m := e.Meets[len(e.Meets)-1]
	assert.Equal(t, told(words.CornerRunsPastByButts, "D", 7*measure.Inch/2, "E"), m.Text)
	assert.Equal(t, "flat-nailer", m.Style)
	assert.Equal(t, "1/16 in", m.Held)
	assert.Equal(t, "1 1/2 in", m.Nailing)
	assert.Equal(t, "strap", m.Tie)
	assert.Contains(t, m.Heights, "one height with their plates")
	require.Len(t, m.Wood, 1)
	piece, _ := p.Result.Member(m.Wood[0])
	require.NotNil(t, piece)
	assert.Equal(t, wood.Backer, piece.Kind)
	assert.Equal(t, "D", strings.Split(piece.ID, "-")[0], "the wood is in the wall that runs past")
	assert.InDelta(t, 59.9375, inchesOf(t, of2(e, "stud")[len(of2(e, "stud"))-1].To), 1./64, "E's end stud is held back from D")
	_, d2 := ends(t, p, "D")
	e1, _ := ends(t, p, "E")
	assert.InDelta(t, e1.X+3.5, d2.X, 1./32, "D is flush with E's far side")
	assert.Equal(t, 1, d.Plates.Straps)
	assert.Equal(t, 8, d.Plates.Nails)
}

func of2(w Wall, kind string) []Member {
	var out []Member
	for _, m := range w.Members {
		if m.Kind == kind {
			out = append(out, m)
		}
	}
	return out
}

func TestNeighboursFollowAChangeOfDepth(t *testing.T) {
	before := jobtest.Closet()
	after := job.Copy(before)
	after.Walls[1].Lumber = "2x6"
	moves := site.Moves(before, after)
	require.Len(t, moves, 1)
	assert.Equal(t, "D", moves[0].Wall)
	assert.Equal(t, "2", moves[0].By, "by what E is deeper")
	was, now := inchesOf(t, moves[0].Was+" in"), inchesOf(t, moves[0].Now+" in")
	assert.InDelta(t, 2, now-was, 1./32)
	changed := advise.Changed(computed(t, before).Result, computed(t, after).Result, func(id string) bool { return id == "D-T1" })
	require.Len(t, changed.Cut, 1, "cut pieces first")
	assert.Equal(t, "D-T1", changed.Cut[0].Member)
}

func TestAZigzagClosesOrSaysByHowMuch(t *testing.T) {
	leg := func(face, turn, long string) job.Line {
		return job.Line{By: "leg", Face: face, Turn: turn, Parts: []job.Part{{Length: job.L(long)}}}
	}
	c := leg("B", "right", "60 in")
	c.Closes = &job.Closes{Face: "side 2"}
	d := jobtest.Laid([]geo.Point{{X: 0, Y: 0}, {X: 200, Y: 0}, {X: 200, Y: 150}, {X: 0, Y: 150}}, map[string]job.Line{
		"A": {By: "parallel", Face: "side 1", At: job.L("60 in"), Parts: []job.Part{{Length: job.L("80 in")}}}, "B": leg("A", "left", "24 in"), "C": c,
	})
	p := computed(t, d)
	// parallel to side 1, framing away from it: left of A. Turned left, B stands
	// on A's back; turned right again, C runs past B
	b1, b2 := ends(t, p, "B")
	assert.InDelta(t, 80, b1.X, 1./32)
	assert.InDelta(t, 63.5, b1.Y, 1./32, "B butts A's back")
	assert.InDelta(t, 84, b2.Y, 1./32, "24 from corner to corner of the snapped faces")
	c1, c2 := ends(t, p, "C")
	assert.InDelta(t, 76.5, c1.X, 1./32, "C runs past B by B's depth")
	assert.InDelta(t, 140, c2.X, 1./32)
	a := adviceOf(wallOf(t, p, "C"), "closing")
	assert.Equal(t, told(words.ClosingErrorOn, "side 2", "60 short")+told(words.MeasureLegsAgainBeforeTrusting), a.Text)
	closed, err := applyFix(d, "C", "close")
	require.NoError(t, err)
	q := computed(t, closed)
	assert.Equal(t, told(words.ZigzagClosesOn, "side 2"), adviceOf(wallOf(t, q, "C"), "closing").Text)
	assert.Empty(t, adviceOf(wallOf(t, q, "A"), "walls-cross"))
	closed.Walls[2].Line.Closes = &job.Closes{Corner: "3"}
	corner := adviceOf(wallOf(t, computed(t, closed), "C"), "closing")
	assert.Equal(t, told(words.ClosingErrorOn, "corner 3", told(words.ToTheSideOfIt, "66", "right"))+told(words.MeasureLegsAgainBeforeTrusting), corner.Text)
	for path, c := range map[string]job.Closes{"walls[2].line.closes": {}, "walls[2].line.closes.corner": {Corner: "9"}, "walls[2].line.closes.face": {Face: "moon"}} {
		closed.Walls[2].Line.Closes = &c
		assert.Equal(t, path, site.Check(closed)[0].Path)
	}
	closed.Walls[2].Line.Closes = nil
	closed.Walls[1].Line.Face = "side 1"
	assert.Contains(t, site.Check(closed)[0].Text, "a leg goes on from one")
}

func TestBoardsAtTheEndsCount(t *testing.T) {
	// cabinets 30 + 21, overhang 3/4 at one end, board 1/2 at both: 52 3/4
	d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{"A": {By: "parallel", Face: "side 1", At: job.L("60 in"), Boards: "both", Parts: []job.Part{
		{What: "cabinet", Length: job.L("30 in")}, {What: "cabinet", Length: job.L("21 in")}, {What: "overhang", Length: job.L("3/4 in")},
	}}})
	assert.Equal(t, "52 3/4 in", computed(t, d).Walls[0].Length)
	d.Walls[0].Line.Boards = "stop"
	assert.Equal(t, "52 1/4 in", computed(t, d).Walls[0].Length)
}

// A wall that ends in a door that is there is never refused: it stops, until that
// is closed or accepted; one that stands before it is warned of whatever its line,
// until an opening of its own leaves it free.
func TestWallsAtDoorsThatAreThere(t *testing.T) {
	d := jobtest.Closet()
	d.Survey.Walls[0].Openings = []job.ExistingOpening{{From: job.L("70 in"), To: job.L("100 in"), What: "door to the yard"}}
	of := func(d job.Document, id string) advise.Advice {
		return adviceOf(wallOf(t, computed(t, d), id), "covers-opening")
	}
	assert.Equal(t, "stop", of(d, "E").Level)
	assert.Contains(t, codesOf(wallOf(t, computed(t, d), "E")), "covers-opening")
	assert.Empty(t, of(d, "D").Code, "60 off it one passes")
	for _, fix := range fixIDs(of(d, "E")) {
		done, err := applyFix(d, "E", fix)
		require.NoError(t, err)
		assert.Empty(t, of(done, "E").Code, fix)
	}
	d.Survey.Walls[0].From, d.Survey.Walls[0].To = "2", "1" // stations run from corner 2 then
	assert.Empty(t, of(d, "E").Code)
	d.Survey.Walls[0].Openings[0] = job.ExistingOpening{From: job.L("105 in"), To: job.L("120 in")}
	assert.Equal(t, "stop", of(d, "E").Level)
	d.Survey.Walls[0].Openings[0].To = job.L("60 in")
	assert.Equal(t, "survey.walls[0].openings[0].to", site.Check(d)[0].Path)
	for _, l := range []job.Line{
		{By: "furring", Face: "side 1"}, {By: "parallel", Face: "side 1", At: job.L("12 in")}, {By: "clear", Face: "side 1", At: job.L("20 in")},
		{By: "through", Marks: []job.Place{{X: job.L("0 in"), Y: job.L("9 in")}, {X: job.L("200 in"), Y: job.L("14 in")}}},
	} {
		before := jobtest.Laid(jobtest.Leaning, map[string]job.Line{"A": l})
		before.Survey.Walls[0].Openings = []job.ExistingOpening{{From: job.L("70 in"), To: job.L("100 in"), What: "window"}}
		assert.Equal(t, "warn", of(before, "A").Level, l.By)
		before.Walls[0].Openings = []job.Opening{{ID: "W1", Kind: "cased", Centre: job.L("85 in"), Rough: &job.Size{Width: job.L("34 in"), Height: job.L("80 in")}}}
		assert.Empty(t, of(before, "A").Code, l.By)
	}
	far := jobtest.Laid(jobtest.Leaning, map[string]job.Line{"A": {By: "parallel", Face: "side 1", At: job.L("40 in")}})
	far.Survey.Walls[0].Openings = []job.ExistingOpening{{From: job.L("70 in"), To: job.L("100 in"), What: "window"}}
	assert.Empty(t, of(far, "A").Code)
}

func TestWallsThatStandInEachOther(t *testing.T) {
	d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{
		"A": {By: "parallel", Face: "side 1", At: job.L("60 in")},
		"B": {By: "square", Face: "side 1", At: job.L("80 in")},
		"C": {By: "parallel", Face: "side 1", At: job.L("70 in"), Start: &job.LineEnd{Face: "B back"}},
	})
	p := computed(t, d)
	assert.Contains(t, adviceOf(wallOf(t, p, "B"), "walls-cross").Text, told(words.StandInEachOtherBoth, "B", "A"))
	assert.Equal(t, []string{"end-at-start-A", "end-at-end-A"}, fixIDs(adviceOf(wallOf(t, p, "B"), "walls-cross")), "A stays whole: which part of B stays is asked")
	d.Walls[1].Line.Stop = &job.LineEnd{Face: "A back"} // one depth too far
	p = computed(t, d)
	require.Equal(t, []string{"end-at-end-A"}, fixIDs(adviceOf(wallOf(t, p, "B"), "walls-cross")))
	mended, err := applyFix(d, "B", "end-at-end-A")
	require.NoError(t, err)
	assert.Empty(t, adviceOf(wallOf(t, computed(t, mended), "B"), "walls-cross"))
}

func TestOddAnglesAreBevelled(t *testing.T) {
	// a wall met at 52°: its end is cut 38° off square (the work, step 2)
	square := []geo.Point{{X: 0, Y: 0}, {X: 200, Y: 0}, {X: 200, Y: 150}, {X: 0, Y: 150}}
	d := jobtest.Laid(square, map[string]job.Line{"A": {By: "square", Face: "side 1", At: job.L("60 in"), Degrees: 52, Parts: []job.Part{{Length: job.L("80 in")}}}})
	w := computed(t, d).Walls[0]
	assert.Equal(t, told(words.OffSquareToOtherWall, 38.0, 52.0), w.Meets[0].Bevel)
	bottom := of2(w, "bottom-plate")[0]
	assert.Contains(t, bottom.Bevel, "side-1 end cut 38.0° off square")
	// square off to the left leans over to the right: the back, on its left, runs on
	further := inchesOf(t, bottom.Exact) - 80
	held := inchesOf(t, of2(w, "stud")[0].From)
	assert.InDelta(t, 2.7345, further+held, 1./16, "3 1/2 over the tangent of 52°: longer, or the stud stands back")
	d.Walls[0].Body = "left"
	other := computed(t, d).Walls[0]
	assert.NotEqual(t, of2(w, "bottom-plate")[0].Exact, of2(other, "bottom-plate")[0].Exact, "turned over, the long point changes sides")
}

func TestALeaningWallTakesItOffTheTopPlate(t *testing.T) {
	d := jobtest.Closet()
	d.Survey.Walls[3].Leans = []job.Lean{{Station: job.L("20 in"), Out: job.L("1/16 in"), Span: job.L("48 in")}, {Station: job.L("80 in"), Out: job.L("5/16 in"), Span: job.L("48 in")}}
	for i := range d.Survey.Readings {
		d.Survey.Readings[i].Value = job.L("92 in")
	}
	w := wallOf(t, computed(t, d), "D")
	top, bottom := of2(w, "top-plate")[0], of2(w, "bottom-plate")[0]
	assert.InDelta(t, inchesOf(t, bottom.Exact)-0.625, inchesOf(t, top.Exact), 1./64, "5/16 over 48 carried to 92, to the mark")
	assert.Contains(t, top.Sum[1].What, "side 4 leans in: 5/16 over 48, carried to 92")
	assert.Contains(t, w.Meets[0].Fix, "the top plate is shorter than the bottom one")
	stud := of2(w, "stud")[0]
	assert.Equal(t, 0.625, inchesOf(t, stud.From))
	d.Survey.Walls[3].Leans[1].Out = job.L("-5/16 in")
	w = wallOf(t, computed(t, d), "D")
	assert.Greater(t, inchesOf(t, of2(w, "top-plate")[0].Exact), inchesOf(t, of2(w, "bottom-plate")[0].Exact), "it leans away: the top one reaches on")
}

func TestWhatKeepsAPlateOffConcrete(t *testing.T) {
	d := jobtest.Closet()
	d.Rules = &job.Rules{Floor: "concrete", FixFloor: &job.Fixing{By: "resin", Length: job.L("5 in"), Cure: 24}}
	d.Lumber = append(d.Lumber, job.Lumber{ID: "2x4t", Thickness: job.L("1 1/2 in"), Depth: job.L("3 1/2 in"), Treated: true}, job.Lumber{ID: "track", Thickness: job.L("1/32 in"), Depth: job.L("3 1/2 in"), Track: true})
	assert.Contains(t, site.Check(d)[0].Text, "be steel track, or have a membrane under it")
	studs := map[string]float64{}
	for name, change := range map[string]func(w *job.Wall){
		"treated":  func(w *job.Wall) { w.Bottom = []string{"2x4t"} },
		"track":    func(w *job.Wall) { w.Bottom = []string{"track"} },
		"membrane": func(w *job.Wall) { w.Membrane = true },
	} {
		one := job.Copy(d)
		for i := range one.Walls {
			change(&one.Walls[i])
		}
		w := wallOf(t, computed(t, one), "D")
		assert.Contains(t, w.Plates.Ground, name)
		assert.Contains(t, w.Against[0].Heed, "Leave it 24 h")
		assert.Equal(t, "resin", w.Against[0].By)
		studs[name] = inchesOf(t, of2(w, "stud")[1].Exact)
	}
	assert.InDelta(t, 1.5-1./32-1./16, studs["track"]-studs["treated"], 1./64, "of track only its metal is taken off, and what stands in it is 1/8 short")
	d.Walls[0].Lumber = "track"
	assert.Contains(t, fmt.Sprint(site.Check(d)), "it makes plates")
	d.Rules.FixFloor = &job.Fixing{Cure: -1}
	faults := fmt.Sprint(site.Check(d))
	assert.Contains(t, faults, "rules.fixFloor.by")
	assert.Contains(t, faults, "rules.fixFloor.cure")
}

func TestStretchesThatWaitAndEndsAreHeldToSense(t *testing.T) {
	d := jobtest.Closet()
	d.Walls[0].Pending = []job.Pending{{From: job.L("10 in"), To: job.L("5 in")}}
	d.Walls[1].Ends = []job.WallEnd{{End: "start"}, {End: "start", Style: "glue"}, {End: "end", Tie: "lap"}}
	faults := fmt.Sprint(site.Check(d))
	for _, says := range []string{"walls[0].pending[0].what", "walls[0].pending[0].to", "walls[1].ends[1].style", "walls[1].ends[1].end", "say start or end, each once"} {
		assert.Contains(t, faults, says)
	}
	d = jobtest.Closet()
	d.Walls[1].Ends = []job.WallEnd{{End: "end", Tie: "lap"}}
	assert.Contains(t, fmt.Sprint(site.Check(d)), "both want two top plates")
	for i := range d.Walls {
		d.Walls[i].Top = []string{"2x4", "2x4"}
	}
	require.Empty(t, site.Check(d))
	p := computed(t, d)
	assert.Equal(t, "lap", wallOf(t, p, "E").Meets[len(wallOf(t, p, "E").Meets)-1].Tie)
	second := func(id string) float64 { return inchesOf(t, of2(wallOf(t, p, id), "top-plate")[1].Exact) }
	first := func(id string) float64 { return inchesOf(t, of2(wallOf(t, p, id), "top-plate")[0].Exact) }
	assert.InDelta(t, 3.5, second("E")-first("E"), 1./32, "butting: + depth")
	assert.InDelta(t, -3.5, second("D")-first("D"), 1./32, "through: − depth")
	strapped, err := applyFix(d, "E", "tie-end-strap")
	require.NoError(t, err)
	p = computed(t, strapped)
	assert.Equal(t, first("E"), second("E"))
}

func TestDevicesToMoveAreCompared(t *testing.T) {
	d := jobtest.Closet()
	d.Assess = &job.Assess{Hanging: []job.Hanging{{ID: "s", Wall: "side 1", What: "switch", Station: job.L("91 in")}, {ID: "r", Wall: "side 1", What: "radiator"}}}
	there := job.Copy(d)
	there.Walls[1].Line.At = job.L("120 in")
	c, err := advise.Compare(t.Context(), new(work.Memory), d, there, "E", nothingCut)
	require.NoError(t, err)
	for _, r := range c.Rows {
		if r.What == "devices to move" {
			assert.Equal(t, "1: switch at 91", r.Now)
			assert.Equal(t, "none", r.There)
		}
	}
	furring := jobtest.Laid(jobtest.Leaning, map[string]job.Line{"A": {By: "furring", Face: "side 1"}})
	furring.Assess = d.Assess
	c, err = advise.Compare(t.Context(), new(work.Memory), d, furring, "A", nothingCut)
	require.NoError(t, err)
	assert.Contains(t, fmt.Sprint(c.Rows), "2: switch, radiator")
}

// The walls it touches gain or lose: E halves the run of D wherever it butts it.
func TestNeighboursAreCompared(t *testing.T) {
	d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{
		"D": {By: "parallel", Face: "side 1", At: job.L("60 in")},
		"E": {By: "square", Face: "side 1", At: job.L("20 in"), Stop: &job.LineEnd{Face: "D"}},
	})
	there := job.Copy(d)
	there.Walls[1].Line.At = job.L("100 in")
	c, err := advise.Compare(t.Context(), new(work.Memory), d, there, "E", nothingCut)
	require.NoError(t, err)
	last := c.Rows[len(c.Rows)-1]
	assert.Equal(t, "widest door leaf in D", last.What)
	now, then := inchesOf(t, last.Now+" in"), inchesOf(t, last.There+" in")
	// what is left of 201 past E at 20, and past or before it at 100, less 8
	assert.InDelta(t, 201.4-23.5-8, now, 1)
	assert.InDelta(t, 100-8, then, 4)
}

// A room taped anew moves no line by more than the corners moved, a little
// more where a line reaches on beyond the face it goes by.
func TestLinesMoveNoMoreThanTheyMust(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		d := jobtest.Closet()
		moved := append([]geo.Point(nil), jobtest.Leaning...)
		most := 0.0
		for i := 2; i < 4; i++ {
			dx, dy := rapid.Float64Range(-0.4, 0.4).Draw(t, "dx"), rapid.Float64Range(-0.4, 0.4).Draw(t, "dy")
			moved[i].X += dx
			moved[i].Y += dy
			most = max(most, jobtest.Leaning[i].Distance(moved[i]))
		}
		after := job.Copy(d)
		after.Survey.Ties = jobtest.Laid(moved, nil).Survey.Ties
		for _, m := range site.Moves(d, after) {
			by, err := measure.Read(m.By+" in", measure.Imperial)
			require.NoError(t, err)
			require.LessOrEqual(t, by.Inches(), 1.1*most+1./32, m.Wall)
			require.NotEqual(t, "E", m.Wall, "it stands off side 1, which lies where it lay")
		}
	})
}

// Which way a face runs is nobody's concern: a line runs from what it is said
// to start at, and its wood stands on the same ground.
func TestALineRunsFromWhereItIsSaidToStart(t *testing.T) {
	lines := map[string]job.Line{
		"A": {By: "parallel", Face: "side 1", At: job.L("30 in")}, "B": {By: "parallel", Face: "side 1", At: job.L("110 in")},
		"C": {By: "clear", Face: "side 4", At: job.L("40 in"), Start: &job.LineEnd{Face: "A back"}, Stop: &job.LineEnd{Face: "B"}},
	}
	up := wallOf(t, computed(t, jobtest.Laid(jobtest.Leaning, lines)), "C")
	lines["C"] = job.Line{By: "clear", Face: "side 4", At: job.L("40 in"), Start: &job.LineEnd{Face: "B"}, Stop: &job.LineEnd{Face: "A back"}}
	down := wallOf(t, computed(t, jobtest.Laid(jobtest.Leaning, lines)), "C")
	assert.Equal(t, up.Line.From, down.Line.To)
	assert.Equal(t, up.Line.To, down.Line.From)
	assert.NotEqual(t, up.Line.Body, down.Line.Body)
	assert.Equal(t, up.Length, down.Length)
	require.Len(t, up.Meets, 2)
	require.Len(t, down.Meets, 2)
	assert.Equal(t, up.Meets[0].Wall, down.Meets[1].Wall)
}
