package making

import (
	"context"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/plan"
	"homalos/internal/work"
)

type onSite struct {
	d      job.Document
	memory *work.Memory // a plan that is as before is not worked out again
}

func (s *onSite) planOf(d job.Document) (plan.Plan, error) {
	if s.memory == nil {
		s.memory = work.NewMemory()
	}
	p, err := plan.ComputeIn(context.Background(), s.memory, d)
	if err == nil {
		p, err = plan.Recorded(context.Background(), p, d)
	}
	return p, err
}

// done makes edits as somebody; the path of the first fault, "" where they were made.
func (s *onSite) done(by string, acts ...job.Act) string {
	all := edits(acts...)
	for i := range all {
		all[i].ID = fmt.Sprintf("%s %d %d", by, len(job.Write(s.d)), i)
	}
	made, err := (&Maker{Now: s.d, By: by, At: "2026-11-27T09:00:00Z", Plan: s.planOf}).Make(all)
	if err != nil {
		return err.(job.Faults)[0].Path
	}
	s.d = made.Document
	return ""
}

func check(c job.Checked) job.Act { return &job.Note[job.Checked]{Part: job.NoteChecks, Line: c} }
func open(n job.Noted) job.Act    { return &job.Note[job.Noted]{Part: job.NoteItems, Line: n} }
func settled(item, line string) job.Act {
	return &job.Note[job.Settled]{Part: job.NoteSettled, Line: job.Settled{Item: item, Line: line}}
}
func closed(wall string, undone bool) job.Act {
	return &job.Note[job.ClosedUp]{Part: job.NoteClosed, Line: job.ClosedUp{Wall: wall, Undone: undone}}
}

// What can't be is refused at its field, and nothing of it is kept.
func TestWhatIsProvedMustBeThere(t *testing.T) {
	first := &onSite{d: jobtest.Demo(t, "bindery")}
	require.Empty(t, first.done("Ada", settled("brace.D.1", "off")))
	for name, c := range map[string]struct {
		act job.Act
		at  string
	}{
		"a check of a wall that is gone":     {check(job.Checked{Check: "Z.light", Value: job.L("0")}), "edits[0].line.check"},
		"a check that isn't made":            {check(job.Checked{Check: "A.colour", Value: job.L("0")}), "edits[0].line.check"},
		"a length of nothing":                {check(job.Checked{Check: "A.light"}), "edits[0].line.value"},
		"a count without one":                {check(job.Checked{Check: "A.count", Value: job.L("3")}), "edits[0].line.count"},
		"neither yes nor no":                 {check(job.Checked{Check: "A.fixings"}), "edits[0].line.is"},
		"a photo said, not taken":            {check(job.Checked{Check: "A.hidden", Is: "yes"}), "edits[0].line.check"},
		"nothing to take back":               {check(job.Checked{Check: "A.light", Undone: true}), "edits[0].line.check"},
		"a level as long as a thumb":         {check(job.Checked{Check: "A.plumb-across.start", Value: job.L("0"), Over: job.L("1 in")}), "edits[0].line.over"},
		"an item of a wall that is gone":     {open(job.Noted{Kind: "brace", Wall: "Z", What: "x"}), "edits[0].line.wall"},
		"an item of no piece":                {open(job.Noted{Kind: "brace", Member: "A-S99", What: "x"}), "edits[0].line.member"},
		"built otherwise, not said how":      {open(job.Noted{Kind: "substitution", What: "x", Designed: "y"}), "edits[0].line"},
		"by no day":                          {open(job.Noted{Kind: "brace", What: "x", Due: "soon"}), "edits[0].line.due"},
		"settled, not said how":              {settled("brace.D.2", " "), "edits[0].line.line"},
		"nothing of that name":               {settled("brace.Q", "off"), "edits[0].line.item"},
		"settled twice, by two people":       {settled("brace.D.1", "off, I say"), "edits[0].line.item"},
		"closed while things are open":       {closed("D", false), "edits[0].line.wall"},
		"a wall that is gone, closed":        {closed("Z", false), "edits[0].line.wall"},
		"open again, though never closed":    {closed("D", true), "edits[0].line.wall"},
		"boards hung while things are open":  {&job.WorkedOn{Worked: job.Worked{Task: "D.close", Hours: 1, On: "2026-12-01"}}, "edits[0].worked.task"},
		"a photo of a piece that never was":  {&job.Note[job.Photo]{Part: job.NotePhotos, Line: job.Photo{Sum: "00", Member: "A-S99"}}, "edits[0].line.member"},
		"a photo for a check there isn't":    {&job.Note[job.Photo]{Part: job.NotePhotos, Line: job.Photo{Sum: "00", Check: "A.colour"}}, "edits[0].line.check"},
		"a cut of a piece that never was":    {&job.CutPiece{Cut: job.Cut{Member: "A-S99", Length: job.L("9")}}, "edits[0].cut.member"},
		"part of the boards, though, may be": {&job.WorkedOn{Worked: job.Worked{Task: "D.close", Hours: 1, On: "2026-12-01", Part: true}}, ""},
	} {
		s := &onSite{d: first.d, memory: first.memory}
		assert.Equal(t, c.at, s.done("Ada", c.act), name)
		if c.at != "" {
			assert.True(t, job.Equal(first.d, s.d), name)
		}
	}
}

// Failed, mended, right; or it stays by somebody's word, which is on what was measured. All
// of it is taken back byte for byte.
func TestFailedMendedRight(t *testing.T) {
	s := &onSite{d: jobtest.Demo(t, "wardrobe")}
	wall := s.d.Walls[0].ID
	id := wall + ".light"
	state := func() plan.Check {
		p, err := plan.Compute(s.d)
		require.NoError(t, err)
		for _, c := range p.Checks {
			if c.ID == id {
				return c
			}
		}
		return plan.Check{}
	}
	assert.Equal(t, "to-do", state().State)
	assert.Equal(t, "edits[0].line.by", s.done("", check(job.Checked{Check: id, Accepted: true, Value: job.L("4 mm")})))
	require.Empty(t, s.done("Ada", check(job.Checked{Check: id, Value: job.L("4 mm")})))
	assert.Equal(t, "mend", state().State)
	require.Empty(t, s.done("Ada", check(job.Checked{Check: id, Accepted: true, By: "the client"})))
	assert.Equal(t, [3]string{"accepted", "the client", "4"}, [3]string{state().State, state().By, state().Value})
	require.Empty(t, s.done("Bo", check(job.Checked{Check: id, Value: job.L("1 mm")})))
	assert.Equal(t, [2]string{"pass", "Bo"}, [2]string{state().State, state().By})
	made, err := (&Maker{Now: s.d}).Make(edits(check(job.Checked{Check: id, Undone: true}), open(job.Noted{Kind: "brace", Wall: wall, What: "a strut"})))
	require.NoError(t, err)
	back, err := (&Maker{Now: made.Document, Kept: true}).Make(made.Inverse())
	require.NoError(t, err)
	assert.Equal(t, string(job.Write(s.d)), string(job.Write(back.Document)))
}

// A wall is closed once its list is empty and what hides is photographed; then it isn't
// twice, and it can be opened again.
func TestAWallIsClosed(t *testing.T) {
	s := &onSite{d: jobtest.Demo(t, "bindery")}
	p, err := plan.Compute(s.d)
	require.NoError(t, err)
	var all []job.Act
	for _, x := range p.OpenList {
		if x.Wall == "B" {
			all = append(all, settled(x.ID, "done"))
		}
	}
	for _, c := range p.Checks {
		switch {
		case c.Wall == "B" && c.Kind == "hidden":
			all = append(all, &job.Note[job.Photo]{Part: job.NotePhotos, Line: job.Photo{Sum: "00", Check: c.ID}})
		case c.Wall == "B" && (c.Kind == "inspector" || c.Kind == "bearing"):
			all = append(all, check(job.Checked{Check: c.ID, Is: "yes", By: "the inspector"}))
		}
	}
	require.Empty(t, s.done("Ada", all...))
	require.Empty(t, s.done("Ada", closed("B", false)))
	assert.Equal(t, "Ada", s.d.ClosedNow()["B"].By)
	assert.NotEmpty(t, s.done("Bo", closed("B", false)))
	require.Empty(t, s.done("Ada", closed("B", true)))
	assert.Empty(t, s.d.ClosedNow())
}
