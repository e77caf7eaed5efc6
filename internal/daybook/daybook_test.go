package daybook_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"homalos/internal/daybook"
	"homalos/internal/job"
	"homalos/internal/measure"
)

var nine = time.Date(2026, 11, 27, 9, 0, 0, 0, time.UTC)

func lines(acts ...job.Act) []daybook.Line {
	s := daybook.Step{Revision: 7, By: "Ada", At: nine, Stands: true}
	for _, a := range acts {
		s.Edits = append(s.Edits, job.Edit{Act: a})
	}
	return daybook.Of(s, measure.Imperial)
}

// Every kind of edit has its line: what it is, and in words.
func TestEveryEditStandsInTheBook(t *testing.T) {
	for _, k := range job.Kinds {
		got := lines(k.New())
		if assert.Len(t, got, 1, k.Do) {
			assert.Contains(t, daybook.Kinds, got[0].Kind, k.Do)
			assert.Equal(t, "Ada", got[0].By)
			assert.Equal(t, nine, got[0].At)
		}
	}
}

func TestWhatWasDoneAndByWhom(t *testing.T) {
	got := lines(
		&job.AddReading{Reading: job.Reading{ID: "r", Kind: "gap", Value: job.L("96 in"), By: "Wen", Instrument: "old tape", Place: &job.Place{Wall: "B", Station: job.L("4")}}},
		&job.CutPiece{Cut: job.Cut{Member: "C-S4", Length: job.L("90 in"), Came: job.L("80 in"), Miscut: true, Why: "burnt inch", By: "Bo"}},
		&job.Note[job.Checked]{Line: job.Checked{Check: "B.light", Wall: "B", Value: job.L("1/8 in"), Accepted: true, By: "the client", Why: "skirting"}},
		&job.Note[job.Noted]{Line: job.Noted{Kind: "substitution", What: "header", Wall: "A", Designed: "2x6", Built: "2x4"}},
		&job.WorkedOn{Worked: job.Worked{Task: "A.mark", Hours: 2}},
		&job.PutOpening{Wall: "A", Opening: job.Opening{ID: "D1"}},
	)
	type is struct {
		kind                  daybook.Kind
		wall, by, with, piece string
	}
	var all []is
	for _, l := range got {
		all = append(all, is{l.Kind, l.Wall, l.By, l.With, l.Member})
	}
	assert.Equal(t, []is{
		{daybook.Read, "B", "Wen", "old tape", ""}, {daybook.Recut, "C", "Bo", "", "C-S4"}, {daybook.Decided, "B", "the client", "", ""},
		{daybook.Substituted, "A", "Ada", "", ""}, {daybook.Hours, "A", "Ada", "", ""}, {daybook.Chosen, "A", "Ada", "", ""},
	}, all)
	assert.Equal(t, "burnt inch", got[1].Why)
}

func TestTheBookIsLookedThrough(t *testing.T) {
	l := lines(&job.CutPiece{Cut: job.Cut{Member: "A-S4", Length: job.L("90 in"), By: "Bo"}})[0]
	for name, c := range map[string]struct {
		f    daybook.Filter
		want bool
	}{
		"all":                     {daybook.Filter{}, true},
		"words in any letters":    {daybook.Filter{Text: "SAW a-s4"}, true},
		"a word that isn't there": {daybook.Filter{Text: "saw b-s4"}, false},
		"its wall":                {daybook.Filter{Wall: "A"}, true},
		"another wall":            {daybook.Filter{Wall: "B"}, false},
		"who":                     {daybook.Filter{By: "bo"}, true},
		"somebody else":           {daybook.Filter{By: "Ada"}, false},
		"its kind":                {daybook.Filter{Kind: []daybook.Kind{daybook.Read, daybook.Cut}}, true},
		"another kind":            {daybook.Filter{Kind: []daybook.Kind{daybook.Read}}, false},
		"from that moment":        {daybook.Filter{From: nine}, true},
		"until that moment":       {daybook.Filter{To: nine}, false},
	} {
		assert.Equal(t, c.want, c.f.Takes(l), name)
	}
}

// A step of thousands of edits is a bounded number of lines.
func TestAStepOfManyEdits(t *testing.T) {
	var acts []job.Act
	for range 3000 {
		acts = append(acts, &job.CutPiece{Cut: job.Cut{Member: "A-S1", Length: job.L("90 in")}})
	}
	got := lines(acts...)
	assert.Less(t, len(got), 100)
	assert.Contains(t, got[len(got)-1].Said, "more")
}
