package days_test

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/demo"
	"homalos/internal/days"
	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/law"
	"homalos/internal/raising"
	"homalos/internal/site"
	"homalos/internal/timing"
	"homalos/internal/work"
)

func demoJob(t require.TestingT, file string) job.Document {
	raw, err := demo.Jobs.ReadFile(file)
	require.NoError(t, err)
	d, faults := job.Read(raw)
	require.Empty(t, faults)
	return d
}

// planner plans a job's days again and again with other schedules: the walls stay.
type planner struct {
	r     *work.Result
	all   []raising.Raising
	order raising.Order
}

func (p *planner) plan(t require.TestingT, d job.Document) *days.Plan {
	s, faults := site.Of(d)
	require.Empty(t, faults)
	if p.r == nil {
		p.r = work.Out(s)
		p.all = raising.Of(p.r)
		p.order = raising.InOrder(p.r, p.all)
	}
	r, there := *p.r, *p.r.Site
	there.Doc, there.Schedule, r.Site = d, s.Schedule, &there
	return days.Of(context.Background(), &r, p.all, p.order)
}

var order = []days.Kind{days.Strike, days.Mark, days.Bottom, days.Top, days.Stand, days.Between, days.Fix, days.Insulate, days.Close}

// keeps looks a plan of days over by itself.
func keeps(t require.TestingT, p *days.Plan, d job.Document) {
	s := p.Schedule
	hands, places := map[int]int{}, map[string]int{}
	at := map[string]int{}
	for i, task := range p.Tasks {
		at[task.ID] = i
	}
	for i, task := range p.Tasks {
		span := p.Span(i)
		if task.Held != "" || span == timing.Late {
			continue
		}
		_, done := p.Done[i]
		for _, id := range p.After(i) {
			k := at[id]
			assert.Empty(t, p.Tasks[k].Held, "%s waits for %s, which is held", task.ID, id)
			assert.True(t, done || p.Span(k).To <= span.From, "%s before %s", id, task.ID)
		}
		if task.Kind == days.Waits || done {
			continue
		}
		for _, part := range p.Parts(i) {
			for q := part.From; q < part.To; q++ {
				day := s.Days[q/s.Of]
				if p.Lost(q / s.Of) {
					continue
				}
				hands[q] += task.People - task.Lacks
				require.LessOrEqual(t, hands[q], day.Hands, "hands in quarter %d", q)
				where := fmt.Sprint(task.Role, q)
				places[where] += task.People - task.Lacks
				require.LessOrEqual(t, places[where], max(s.Room[task.Role], task.People))
				if s.Dated && d.Schedule != nil {
					date := day.Date.Format(time.DateOnly)
					foul := false
					for _, w := range d.Schedule.Weather { // the last word counts
						if w.On == date {
							foul = w.Rain || w.Wind > s.Wind
						}
					}
					assert.False(t, foul && slices.Contains(d.Schedule.Outside, string(task.Kind)), "outside in the rain")
				}
			}
		}
	}
	for _, w := range d.Walls {
		last := 0
		for _, k := range order {
			i, known := at[w.ID+"."+string(k)]
			if !known || p.Tasks[i].Held != "" || p.Span(i) == timing.Late {
				continue
			}
			if _, done := p.Done[i]; done {
				continue
			}
			assert.GreaterOrEqual(t, p.Span(i).From, last, "%s.%s", w.ID, k)
			last = p.Span(i).To
		}
	}
}

// Whatever the schedule, done or slipped: what waits comes after, hands and places are
// enough, nobody is outside in the rain; and the same job gives the same plan.
func TestAnyScheduleIsKept(t *testing.T) {
	for _, file := range []string{"bindery.json", "wardrobe.json"} {
		d, p := demoJob(t, file), &planner{}
		law.Check(t, func(t *rapid.T) {
			crew := jobtest.NewCrew("crew", rapid.Uint64().Draw(t, "seed"))
			d := d
			d.Schedule = crew.Schedule(d)
			for range crew.IntN(3) {
				d.Schedule.Slips = append(d.Schedule.Slips, crew.Slip(d))
			}
			if _, faults := site.Of(d); faults != nil {
				t.Skip()
			}
			plan := p.plan(t, d)
			record := &job.Record{}
			for i, task := range plan.Tasks {
				if task.Kind != days.Waits && crew.IntN(8) == 0 {
					record.Worked = append(record.Worked, job.Worked{ID: fmt.Sprint(i), Task: task.ID, Hours: 2, On: "2026-12-02"})
				}
			}
			d.Record = record
			keeps(t, plan.Recorded(d), d)
			assert.Equal(t, plan.Base, p.plan(t, d).Base)
		})
	}
}

func spans(p *days.Plan) map[string]timing.Span {
	out := map[string]timing.Span{}
	for i, t := range p.Tasks {
		out[t.ID] = p.Span(i)
	}
	return out
}

// When something slips nothing begins sooner, nothing that was over before it moves, and
// what moves has a reason: what it waits for, its hands, or the day that is lost.
func TestASlipMovesOnlyWhatDependsOnIt(t *testing.T) {
	d, p := demoJob(t, "bindery.json"), &planner{}
	law.Check(t, func(t *rapid.T) {
		crew := jobtest.NewCrew("crew", rapid.Uint64().Draw(t, "seed"))
		d := d
		d.Schedule = crew.Schedule(d)
		if _, faults := site.Of(d); faults != nil {
			t.Skip()
		}
		before := p.plan(t, d).Recorded(d)
		slip := crew.Slip(d)
		d.Schedule.Slips = []job.Slip{slip}
		plan := p.plan(t, d)
		after := plan.Recorded(d)
		was, now := spans(before), spans(after)
		first := -1
		if s, known := was[slip.Task]; known {
			first = s.From
		} else if slip.Day != "" && plan.Schedule.Dated {
			at, _ := time.Parse(time.DateOnly, slip.Day)
			first = plan.Schedule.Morning(at)
		}
		for id, s := range now {
			if s == timing.Late && was[id] != timing.Late { // more hands were there on one day only, and it is over
				plan.Findings = append(plan.Findings, after.Slipped(p.r.Rules)...)
				assert.Contains(t, findingsOf(plan), "days-too-late")
				continue
			}
			assert.GreaterOrEqual(t, s.From, was[id].From, id)
			if was[id].To <= first || first < 0 {
				assert.Equal(t, was[id], s, "%s was over before %v slipped", id, slip)
			}
		}
		d.Schedule.Slips[0].Taken = true
		again := p.plan(t, d).Recorded(d)
		for i := range again.Tasks {
			assert.Equal(t, again.Was(i), again.Span(i), "planned with, nothing is otherwise than planned")
		}
	})
}

func findingsOf(p *days.Plan) (out []string) {
	for _, f := range p.Findings {
		out = append(out, f.Code)
	}
	slices.Sort(out)
	return slices.Compact(out)
}

// Each situation on site is told by its code.
func TestWhatIsWrongWithASchedule(t *testing.T) {
	from := &job.Calendar{From: "2026-11-30"}
	same := &planner{} // the walls are the same in all
	for name, c := range map[string]struct {
		s    job.Schedule
		code string
	}{
		"nobody works on any day":        {job.Schedule{Calendar: &job.Calendar{From: "2026-11-30", Off: []job.Off{{From: "2026-11-30", To: "2036-11-30"}}}}, "no-working-day"},
		"dates without a first day":      {job.Schedule{Helpers: []job.Helpers{{On: "2026-11-30", People: 1}}}, "no-first-day"},
		"a slip of no task":              {job.Schedule{Calendar: from, Slips: []job.Slip{{Task: "Z.cut", Hours: 1}}}, "slip-astray"},
		"a lost Sunday":                  {job.Schedule{Calendar: from, Slips: []job.Slip{{Day: "2026-12-06"}}}, "slip-astray"},
		"a wait of no wall":              {job.Schedule{Calendar: from, Waits: []job.Wait{{ID: "w", For: "cure", Days: 1, Wall: "Z"}}}, "wait-astray"},
		"a wait the wrong way round":     {job.Schedule{Calendar: from, Waits: []job.Wait{{ID: "w", For: "other", Days: 1, After: "fix", Before: "cut"}}}, "wait-backwards"},
		"the electrician comes too soon": {job.Schedule{Calendar: from, Waits: []job.Wait{{ID: "w", For: "electrician", On: "2026-11-30"}}}, "wait-too-soon"},
		"the neighbours haven't agreed":  {job.Schedule{Calendar: from, Consents: []job.Consent{{What: "noise", Who: "the house next door"}}}, "consent-open"},
		"wood comes in four years":       {job.Schedule{Calendar: from, Waits: []job.Wait{{ID: "w", For: "delivery", On: "2030-01-07"}}}, "days-too-late"},
		"one alone, and boards for two":  {job.Schedule{Calendar: from, Crew: 1}, "people-short"},
		"both stairs are out":            {job.Schedule{Calendar: from, Levels: []job.Level{{Name: "top floor", Ways: []string{"front stair", "back stair"}}}, Services: []job.Service{{What: "stair", Name: "front stair", From: "2026-12-01", To: "2026-12-03"}, {What: "stair", Name: "back stair", From: "2026-12-02 09:00"}}}, "level-cut-off"},
	} {
		t.Run(name, func(t *testing.T) {
			d := demoJob(t, "bindery.json")
			d.Schedule = &c.s
			assert.Contains(t, findingsOf(same.plan(t, d)), c.code)
		})
	}
	d := demoJob(t, "bindery.json")
	assert.Empty(t, findingsOf((&planner{}).plan(t, d)), "two people and the usual week")
	d.Walls[0].Carries, d.Walls[0].Openings = "yes", nil
	p := (&planner{}).plan(t, d)
	assert.Equal(t, []string{"days-held"}, findingsOf(p))
	for _, x := range p.Tasks {
		up := x.Wall == d.Walls[0].ID && slices.Contains([]days.Kind{days.Stand, days.Between, days.Fix, days.Close}, x.Kind)
		assert.True(t, !up || x.Held != "", x.ID)
		assert.False(t, x.Wall == d.Walls[0].ID && x.Kind == days.Cut && x.Held != "", "it may be cut")
	}
	d.Schedule = &job.Schedule{Calendar: from, Waits: []job.Wait{{ID: "w", For: "engineer", On: "2026-12-08"}}}
	p = (&planner{}).plan(t, d).Recorded(d)
	assert.Empty(t, findingsOf(p))
	for i, x := range p.Tasks {
		if strings.HasSuffix(x.ID, ".stand") {
			assert.GreaterOrEqual(t, p.Schedule.Days[p.Problem.DayOf(p.Span(i).From)].Date.Format(time.DateOnly), "2026-12-09", "the day after the engineer's word")
		}
	}
}

// Worked: levels are cut off from the second at nine until the third; a lift that comes
// back in between makes it two times.
func TestALevelIsCutOff(t *testing.T) {
	at := func(text string) time.Time {
		out, err := time.Parse("2006-01-02 15:04", text)
		require.NoError(t, err)
		return out
	}
	service := func(name, from, to string) site.Service {
		return site.Service{Service: job.Service{What: "stair", Name: name}, From: at(from), To: at(to)}
	}
	s := &site.Schedule{}
	s.Levels = []job.Level{{Name: "attic", Ways: []string{"front", "back"}}, {Name: "cellar"}}
	s.Services = []site.Service{service("front", "2026-12-01 00:00", "2026-12-04 00:00"), service("back", "2026-12-02 09:00", "2026-12-02 12:00"), service("back", "2026-12-03 08:00", "2026-12-06 00:00")}
	gaps := days.CutOff(s)
	require.Len(t, gaps, 2)
	assert.Equal(t, [2]time.Time{at("2026-12-02 09:00"), at("2026-12-02 12:00")}, [2]time.Time{gaps[0].From, gaps[0].To})
	assert.Equal(t, [2]time.Time{at("2026-12-03 08:00"), at("2026-12-04 00:00")}, [2]time.Time{gaps[1].From, gaps[1].To})
}

// The crew's own figures come before starting values, weighed by how many they are of.
func TestHoursByTheCrewsFigures(t *testing.T) {
	s := &site.Schedule{}
	s.Times = 3
	each, own := days.PaceOf(s, days.Cut)
	assert.InDelta(t, 0.06, each, 1e-9)
	assert.False(t, own)
	s.Pace = []job.Pace{{Task: "cut", Hours: 0.1, Of: 30}, {Task: "cut", Hours: 0.2, Of: 10}, {Task: "mark", Hours: 9}}
	each, own = days.PaceOf(s, days.Cut)
	assert.InDelta(t, 0.125, each, 1e-9)
	assert.True(t, own)
}

// Walls that meet: the one that runs past stands first, and is fixed once the other
// stands; each is boarded once both are fixed.
func TestWallsThatMeetWaitForEachOther(t *testing.T) {
	d := demoJob(t, "bindery.json")
	p := (&planner{}).plan(t, d)
	at := map[string]timing.Span{}
	for i, x := range p.Tasks {
		at[x.ID] = p.Was(i)
	}
	up := func(w string) timing.Span {
		if s, known := at[w+".raise"]; known {
			return s
		}
		return at[w+".stand"]
	}
	for _, first := range []string{"A", "C"} { // D butts both
		assert.LessOrEqual(t, up(first).To, up("D").From)
		assert.LessOrEqual(t, up("D").To, at[first+".fix"].From)
		for _, pair := range [][2]string{{first, "D"}, {"D", first}} {
			assert.LessOrEqual(t, at[pair[0]+".fix"].To, at[pair[1]+".close"].From)
		}
	}
}

// Two walls a foot apart: the first is boarded before the second stands. Where an
// inspection of all walls comes before boarding that can't be: it is told, and the rest
// stands.
func TestAFaceThatTheNextWallShutsOff(t *testing.T) {
	d := demoJob(t, "bindery.json")
	d.Schedule = &job.Schedule{Calendar: &job.Calendar{From: "2026-11-30"}}
	pl := &planner{}
	pl.plan(t, d)
	last := len(pl.order.Turns) - 1
	first, then := pl.order.Turns[last-1].Wall, pl.order.Turns[last].Wall
	pl.order.Turns[last].Boarded, pl.order.Turns[last].After = []string{first}, nil
	at := func(p *days.Plan, id string) timing.Span {
		return p.Was(slices.IndexFunc(p.Tasks, func(x days.Task) bool { return x.ID == id }))
	}
	p := pl.plan(t, d)
	assert.Empty(t, findingsOf(p))
	assert.LessOrEqual(t, at(p, first+".close").To, at(p, then+".stand").From)
	d.Schedule.Waits = []job.Wait{{ID: "w", For: "inspection", Days: 1}}
	p = pl.plan(t, d)
	assert.Equal(t, []string{"days-circle"}, findingsOf(p))
	for i, x := range p.Tasks {
		assert.NotEqual(t, timing.Late, p.Was(i), x.ID)
	}
}
