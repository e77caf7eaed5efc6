package plan

import (
	"fmt"
	"math"
	"slices"
	"time"

	"homalos/internal/days"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/timing"
	"homalos/internal/words"
)

// Day is one working day: what is done on it, and what has to be there that morning.
type Day struct {
	Date     string    `json:"date,omitempty" doc:"As 2026-11-30; left out where the calendar has no first day."`
	Number   int       `json:"number" doc:"Of working days, from 1."`
	Said     string    `json:"said"`
	There    int       `json:"there" doc:"People."`
	Lost     bool      `json:"lost,omitempty" doc:"Nothing is done on it."`
	Tasks    []DayTask `json:"tasks" nullable:"false" doc:"By when they begin."`
	Tools    []string  `json:"tools" nullable:"false" doc:"That have to be here that morning."`
	Wood     []DayWood `json:"wood" nullable:"false" doc:"Sticks that are begun that day."`
	Boards   int       `json:"boards,omitempty" doc:"Pieces of board that are begun that day."`
	Notes    []string  `json:"notes" nullable:"false" doc:"Who comes, what is out of service, weather, more people."`
	Cautions []string  `json:"cautions" nullable:"false"`
}

// DayTask is a task, or as much of it as is done on one day.
type DayTask struct {
	Task   string `json:"task"`
	Kind   string `json:"kind" enum:"strike,mark,cut,bottom,top,stand,build,raise,between,fix,insulate,close"`
	Said   string `json:"said"`
	Wall   string `json:"wall"`
	Role   string `json:"role" enum:"saw,floor,ladder"`
	People int    `json:"people"`
	From   string `json:"from" doc:"Time of day."`
	To     string `json:"to"`
	Begun  bool   `json:"begun,omitempty" doc:"It was begun on a day before."`
	GoesOn bool   `json:"goesOn,omitempty" doc:"It goes on another day."`
	Hangs  bool   `json:"hangs,omitempty" doc:"The end hangs on it: if it takes longer, all ends later."`
	Done   bool   `json:"done,omitempty"`
}

// DayWood is sticks alike.
type DayWood struct {
	Lumber string `json:"lumber"`
	Stock  string `json:"stock"`
	Count  int    `json:"count"`
}

// Planned is the plan of days as a whole.
type Planned struct {
	Ends    string     `json:"ends,omitempty" doc:"The last day, as it is said; left out where nothing is planned."`
	Was     string     `json:"was,omitempty" doc:"The last day as it was planned, where what slipped has moved it."`
	Whole   bool       `json:"whole" doc:"Everything is on a day; else some is held, or finds none."`
	Tasks   []Task     `json:"tasks" nullable:"false"`
	Moved   []Moved    `json:"moved" nullable:"false" doc:"By what slipped, and by what was done on another day than planned."`
	Times   float64    `json:"times" doc:"Starting values are so many times what a new building takes."`
	Worked  []job.Pace `json:"worked" nullable:"false" doc:"The crew's own figures from this job's record, as schedule.pace takes them."`
	CutOffs int        `json:"cutOffs" doc:"Times at which a level can't be reached."`
}

// Task is one task, or something that is waited for.
type Task struct {
	Task   string   `json:"task"`
	Kind   string   `json:"kind" enum:"strike,mark,cut,bottom,top,stand,build,raise,between,fix,insulate,close,wait"`
	Said   string   `json:"said"`
	Wall   string   `json:"wall,omitempty" doc:"Left out: all of them."`
	Role   string   `json:"role,omitempty" enum:"saw,floor,ladder"`
	Count  int      `json:"count,omitempty" doc:"Of what is counted of it."`
	Hours  float64  `json:"hours,omitempty" doc:"Of one person."`
	Own    bool     `json:"own,omitempty" doc:"By the crew's own figures."`
	People int      `json:"people,omitempty"`
	Begins string   `json:"begins,omitempty" doc:"As it is said; left out where it is on no day."`
	Ends   string   `json:"ends,omitempty"`
	Spare  float64  `json:"spare,omitempty" doc:"Working hours that it may begin later without the end moving."`
	Hangs  bool     `json:"hangs,omitempty"`
	Done   bool     `json:"done,omitempty"`
	Held   string   `json:"held,omitempty" doc:"Why it is on no day."`
	After  []string `json:"after" nullable:"false"`
}

// Moved is a task that isn't where it was planned to be.
type Moved struct {
	Task string `json:"task"`
	Was  string `json:"was"`
	Now  string `json:"now"`
	Text string `json:"text"`
}

// Pace is what one of what is counted of a task takes, in minutes of one person.
type Pace struct {
	Kind    string  `json:"kind"`
	Said    string  `json:"said"`
	Of      string  `json:"of" doc:"What is counted: a line, a mark, a piece, a fixing, a person, a place, a bay, a board."`
	Minutes float64 `json:"minutes"`
	Fresh   float64 `json:"fresh" doc:"In a new building."`
	Own     bool    `json:"own"`
}

// CountOf is how many of what is counted a task of the plan of days has; not known where
// no task is called that.
func (p Plan) CountOf(task string) (n int, known bool) {
	if p.DaysPlan == nil {
		return 0, false
	}
	i := slices.IndexFunc(p.DaysPlan.Tasks, func(t days.Task) bool { return t.ID == task && t.Kind != days.Waits })
	if i < 0 {
		return 0, false
	}
	return p.DaysPlan.Tasks[i].Count, true
}

// dayer writes a plan of days.
type dayer struct {
	*writer
	p   *days.Plan
	out *Plan
}

// writeDays writes the days as they are now.
func (s *writer) writeDays(p *Plan, d job.Document) {
	now := p.DaysPlan.Recorded(d)
	x := &dayer{s, now, p}
	p.Days, p.Paces = []Day{}, x.paces()
	p.Planned = Planned{Tasks: []Task{}, Moved: []Moved{}, Times: now.Schedule.Times, Worked: workedIn(d), CutOffs: len(days.CutOff(now.Schedule))}
	if now.Problem == nil {
		return
	}
	for _, f := range now.Slipped(s.Rules) {
		p.Findings = append(slices.Clone(p.Findings), s.writeFinding(f)) // those of the plan as remembered stay
	}
	end, whole := now.End()
	p.Planned.Whole = whole
	for i := range now.Tasks {
		p.Planned.Tasks = append(p.Planned.Tasks, x.task(i))
		x.moved(i)
	}
	if end == 0 {
		return
	}
	p.Planned.Ends = x.day(now.Problem.DayOf(end - 1))
	if was := x.day(now.Problem.DayOf(now.BaseEnd() - 1)); was != p.Planned.Ends {
		p.Planned.Was = was
	}
	for day := range now.Problem.DayOf(end-1) + 1 {
		p.Days = append(p.Days, x.write(day))
	}
	x.wood()
}

// day is what a working day is called.
func (x *dayer) day(i int) string {
	if i >= len(x.p.Problem.Days) || x.p.Problem.Days[i].Date.IsZero() {
		return x.Rules.Tell(words.DayNumber, i+1)
	}
	return x.p.Problem.Days[i].Date.Format("Mon 2 Jan")
}

// moment is a day with its time: of a beginning, or of an end.
func (x *dayer) moment(slot int, end bool) string {
	c := x.p.Problem.Calendar
	at := slot
	if end && slot > 0 {
		at--
	}
	day := c.DayOf(at)
	return x.day(day) + " " + c.Clock(slot-day*c.Of, end).String()
}

func (x *dayer) task(i int) Task {
	t := x.p.Tasks[i]
	_, done := x.p.Done[i]
	out := Task{
		Task: t.ID, Kind: string(t.Kind), Said: x.Rules.Tell(days.Said(t.Kind)), Wall: t.Wall, Role: t.Role, Count: t.Count, Hours: t.Hours, Own: t.Own, People: t.People,
		Done: done, Held: t.Held, After: []string{},
	}
	if t.Kind == days.Waits {
		out.Said, out.People = t.Why, 0
	}
	if span := x.p.Span(i); t.Held == "" && span != timing.Late {
		out.Begins, out.Ends = x.moment(span.From, false), x.moment(span.To, true)
		if t.Kind == days.Waits {
			out.Ends = x.moment(span.To, false)
		}
		out.Hangs = x.p.Hangs[i] && !done
		if !done {
			out.Spare = float64(x.p.Spare[i]) / 4
		}
		out.After = append(out.After, x.p.After(i)...)
	}
	return out
}

func (x *dayer) named(t days.Task) string { return days.Named(x.Rules, &t) }

func (x *dayer) moved(i int) {
	t, now, was := x.p.Tasks[i], x.p.Span(i), x.p.Was(i)
	if _, done := x.p.Done[i]; done || t.Held != "" || now == was || now == timing.Late || was == timing.Late {
		return
	}
	if now.From == was.From && t.Kind == days.Waits {
		return
	}
	a, b := x.moment(was.From, false), x.moment(now.From, false)
	text := x.Rules.Tell(words.MovedByHands, x.named(t), a, b)
	if now.From == was.From {
		a, b = x.moment(was.To, true), x.moment(now.To, true)
		text = x.Rules.Tell(words.MovedItself, x.named(t), a, b)
	} else if slices.ContainsFunc(x.p.Schedule.Slips, func(s job.Slip) bool { return s.Task == t.ID && s.From != "" }) {
		text = x.Rules.Tell(words.MovedItself, x.named(t), a, b)
	}
	for _, id := range x.p.After(i) {
		k := slices.IndexFunc(x.p.Tasks, func(o days.Task) bool { return o.ID == id })
		if k >= 0 && now.From != was.From && x.p.Span(k).To == now.From && x.p.Span(k) != x.p.Was(k) {
			text = x.Rules.Tell(words.MovedByTask, x.named(t), a, b, x.named(x.p.Tasks[k]))
		}
	}
	x.out.Planned.Moved = append(x.out.Planned.Moved, Moved{t.ID, a, b, text})
}

// write writes one day.
func (x *dayer) write(day int) Day {
	c := x.p.Problem.Calendar
	d := c.Days[day]
	out := Day{Number: day + 1, Said: x.day(day), There: d.Hands, Lost: x.p.Lost(day), Tasks: []DayTask{}, Tools: []string{}, Wood: []DayWood{}, Notes: []string{}, Cautions: []string{}}
	if !d.Date.IsZero() {
		out.Date = d.Date.Format(time.DateOnly)
	}
	for _, i := range x.p.ByTime() {
		t := x.p.Tasks[i]
		if t.Kind == days.Waits || x.p.Span(i) == timing.Late {
			continue
		}
		_, done := x.p.Done[i]
		whole := x.p.Span(i)
		for _, s := range x.p.Parts(i) {
			from, to := max(s.From, day*c.Of), min(s.To, (day+1)*c.Of)
			if from >= to || out.Lost && !done {
				continue
			}
			out.Tasks = append(out.Tasks, DayTask{
				Task: t.ID, Kind: string(t.Kind), Said: x.Rules.Tell(days.Said(t.Kind)), Wall: t.Wall, Role: t.Role, People: t.People,
				From: c.Clock(from-day*c.Of, false).String(), To: c.Clock(to-day*c.Of, true).String(),
				Begun: whole.From < from, GoesOn: whole.To > to, Hangs: x.p.Hangs[i] && !done, Done: done,
			})
			if !done {
				x.needs(&out, t, whole.From >= day*c.Of && from == whole.From)
			}
		}
	}
	out.Notes = append(out.Notes, x.notes(d)...)
	return out
}

// needs is what a task wants to have there, and what is to be heeded at it.
func (x *dayer) needs(out *Day, t days.Task, first bool) {
	put := func(list *[]string, code words.Code) {
		if said := x.Rules.Tell(code); !slices.Contains(*list, said) {
			*list = append(*list, said)
		}
	}
	tools := map[days.Kind]words.Code{
		days.Strike: words.ToolsStrike, days.Mark: words.ToolsMark, days.Cut: words.ToolsCut, days.Bottom: words.ToolsBottomTimber, days.Top: words.ToolsTop, days.Stand: words.ToolsStand,
		days.Build: words.ToolsBuild, days.Raise: words.ToolsRaise, days.Between: words.ToolsBetween, days.Fix: words.ToolsFix, days.Insulate: words.ToolsInsulate, days.Close: words.ToolsClose,
	}
	code := tools[t.Kind]
	if t.Kind == days.Bottom && x.Concrete {
		code = words.ToolsBottomConcrete
	}
	put(&out.Tools, code)
	switch t.Kind {
	case days.Cut:
		put(&out.Cautions, words.CautionSaw)
	case days.Raise:
		put(&out.Cautions, words.CautionRaise)
	case days.Bottom:
		put(&out.Cautions, words.CautionDrill)
	}
	if t.Role == "ladder" {
		put(&out.Cautions, words.CautionLadder)
	}
	if t.Kind == days.Close && first {
		out.Boards += t.Count
	}
}

// notes are who comes on a day, what is out of service, what the weather is.
func (x *dayer) notes(d timing.Day) (out []string) {
	if d.Date.IsZero() {
		return nil
	}
	s := x.p.Schedule
	on := d.Date.Format(time.DateOnly)
	tell := x.Rules.Tell
	for i, t := range x.p.Tasks {
		if t.Kind == days.Waits && t.Wait >= 0 && s.Waits[t.Wait].Wait.On == on && x.p.Span(i) != timing.Late {
			out = append(out, tell(words.ComesToday, t.Why))
		}
	}
	for _, h := range s.Helpers {
		if h.On == on {
			out = append(out, tell(words.HelpersToday, h.People, h.Who))
		}
	}
	for _, v := range s.Services {
		if !v.From.After(d.Date.AddDate(0, 0, 1).Add(-time.Minute)) && (v.To.IsZero() || v.To.After(d.Date)) {
			until := tell(words.UntilNobodyKnows)
			if !v.To.IsZero() {
				until = days.Moment(v.To)
				if v.To.Hour() == 0 && v.To.Minute() == 0 {
					until = tell(words.EndOfDay, days.Moment(v.To.AddDate(0, 0, -1)))
				}
			}
			what := v.Name
			if what == "" {
				what = v.What
			}
			out = append(out, tell(words.OutToday, what, days.Moment(v.From), until))
		}
	}
	for _, w := range s.Weather {
		if w.On == on && (w.Rain || w.Wind > s.Wind) {
			out = append(out, tell(words.FoulToday))
		}
	}
	for _, c := range s.Consents {
		if c.On == on {
			out = append(out, tell(words.ConsentGiven, c.Who, c.What))
		}
	}
	return out
}

// wood is which sticks are begun on which day: that of the first of their pieces.
func (x *dayer) wood() {
	if x.out.Saw == nil {
		return
	}
	on := map[string]int{}
	for i, t := range x.p.Tasks {
		if span := x.p.Span(i); t.Kind == days.Cut && t.Held == "" && span != timing.Late {
			on[t.Wall] = x.p.Problem.DayOf(span.From)
		}
	}
	for _, l := range x.out.Saw.Lumber {
		for _, stick := range l.Sticks {
			first := math.MaxInt
			for _, piece := range stick.Pieces[min(stick.Cut, len(stick.Pieces)):] {
				if member, wall := x.Member(piece.Member); member != nil && wall != nil {
					if day, known := on[wall.Wall.ID]; known {
						first = min(first, day)
					}
				}
			}
			if first >= len(x.out.Days) {
				continue
			}
			x.put(&x.out.Days[first], l.Lumber, stick.Stock)
		}
	}
}

func (x *dayer) put(d *Day, lumber string, stock measure.Length) {
	said := x.Rules.Units.Say(stock, x.Rules.Mark)
	for i := range d.Wood {
		if d.Wood[i].Lumber == lumber && d.Wood[i].Stock == said {
			d.Wood[i].Count++
			return
		}
	}
	d.Wood = append(d.Wood, DayWood{lumber, said, 1})
}

func (x *dayer) paces() (out []Pace) {
	for _, r := range days.Rows {
		each, own := days.PaceOf(x.p.Schedule, r.Kind)
		out = append(out, Pace{string(r.Kind), x.Rules.Tell(days.Said(r.Kind)), r.Of, math.Round(each*600) / 10, math.Round(r.Fresh*600) / 10, own})
	}
	return out
}

// Named is a task's wall and what is done, in a line.
func (t DayTask) Named() string { return fmt.Sprintf("%s: %s", t.Wall, t.Said) }

func workedIn(d job.Document) []job.Pace {
	if d.Record == nil {
		return []job.Pace{}
	}
	return days.Figures(d.Record.Worked)
}
