package days

import (
	"context"
	"math"
	"slices"
	"time"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/raising"
	"homalos/internal/site"
	"homalos/internal/timing"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Plan is a job's plan of days.
type Plan struct {
	Tasks    []Task
	Base     []timing.Span // as planned, by node
	Now      []timing.Span // as what slipped and what is done has left it
	Done     map[int]job.Worked
	Hangs    []bool // by task: the end hangs on it
	Spare    []int  // by task: quarters that it could begin later
	Findings []framing.Finding
	Problem  *timing.Problem
	Schedule *site.Schedule

	of   []int // which task each node is part of
	slow *timing.Problem
}

// maker makes a plan of days.
type maker struct {
	r      *work.Result
	s      *site.Schedule
	raised []raising.Raising
	order  raising.Order
	at     map[string]int // of each task by its id
	tasks  []Task
	after  [][2]int // the first waits for the second
	with   [][2]int // the first doesn't begin before the second
	p      *Plan
}

// places are where work is done, as timing counts them.
var places = []string{"saw", "floor", "ladder"}

// budget is how many quarters of an hour a better plan looks at.
const budget = 50_000

// Of plans a job's days, as if nothing was done yet and nothing had slipped but what is
// planned with.
func Of(ctx context.Context, r *work.Result, raised []raising.Raising, order raising.Order) *Plan {
	m := &maker{
		r: r, s: &r.Schedule, raised: raised, order: order, at: map[string]int{},
		p: &Plan{Schedule: &r.Schedule},
	}
	m.gather()
	m.link()
	m.waits()
	m.boarded()
	m.hold()
	m.p.Tasks = m.tasks
	m.lay(ctx)
	m.look()
	return m.p
}

func (m *maker) find(level framing.Level, code string, text words.Code, args []any, fix words.Code, fixed ...any) {
	m.p.Findings = append(m.p.Findings, framing.Finding{Code: code, Level: level, Text: m.r.Rules.Tell(text, args...), Fix: m.r.Rules.Tell(fix, fixed...)})
}

// before has one kind of task of a wall wait for another, where both are there.
func (m *maker) before(first string, k Kind, then string, l Kind) {
	a, known := m.at[first+"."+string(k)]
	b, other := m.at[then+"."+string(l)]
	if known && other {
		m.after = append(m.after, [2]int{b, a})
	}
}

// stages are what each kind waits for within its wall: all that stand before it and are
// there.
var stages = [][2]Kind{
	{Strike, Mark}, {Mark, Bottom}, {Mark, Top}, {Mark, Build}, {Cut, Build}, {Cut, Stand}, {Strike, Bottom}, {Strike, Top}, {Strike, Build},
	{Bottom, Top}, {Bottom, Stand}, {Top, Stand}, {Mark, Stand}, {Build, Raise}, {Bottom, Raise}, {Cut, Raise}, {Stand, Between}, {Between, Fix}, {Stand, Fix}, {Raise, Fix},
	{Fix, Insulate}, {Fix, Close}, {Insulate, Close}, {Stand, Close}, {Raise, Close}, {Between, Close},
}

// closed is stages with what follows from them, so that a task that others do leaves no
// gap.
var closed = func() (out [][2]Kind) {
	out = slices.Clone(stages)
	for again := true; again; {
		again = false
		for _, a := range out {
			for _, b := range out {
				if pair := [2]Kind{a[0], b[1]}; a[1] == b[0] && !slices.Contains(out, pair) {
					out, again = append(out, pair), true
				}
			}
		}
	}
	return out
}()

// up is the task that stands a wall up.
func (m *maker) up(wall string) (Kind, bool) {
	for _, k := range []Kind{Raise, Stand} {
		if _, known := m.at[wall+"."+string(k)]; known {
			return k, true
		}
	}
	return "", false
}

// link says which tasks wait for which: within a wall by its stages; between walls as
// they go up in order, each fixed once what it meets stands, closed once that is fixed.
func (m *maker) link() {
	for i, t := range m.order.Turns {
		for _, s := range closed {
			m.before(t.Wall, s[0], t.Wall, s[1])
		}
		up, stands := m.up(t.Wall)
		if !stands {
			continue
		}
		for _, other := range t.After {
			placed := slices.IndexFunc(m.order.Turns, func(o raising.Turn) bool { return o.Wall == other })
			if k, known := m.up(other); known && placed < i {
				m.before(other, k, t.Wall, up)
				m.before(other, Fix, t.Wall, Close)
				m.before(t.Wall, up, other, Fix)
				m.before(t.Wall, Fix, other, Close)
			}
		}
		if i > 0 {
			if k, known := m.up(m.order.Turns[i-1].Wall); known {
				a, b := m.at[m.order.Turns[i-1].Wall+"."+string(k)], m.at[t.Wall+"."+string(up)]
				m.with = append(m.with, [2]int{b, a})
			}
		}
	}
}

// boarded has a wall wait until those are boarded whose face it shuts off; where boarding
// itself waits for that wall, by something that is waited for on all of them, it is told.
func (m *maker) boarded() {
	for _, t := range m.order.Turns {
		up, stands := m.up(t.Wall)
		for _, other := range t.Boarded {
			first, known := m.at[other+"."+string(Close)]
			if !stands || !known {
				continue
			}
			then := m.at[t.Wall+"."+string(up)]
			if m.waitsFor(first, then) {
				m.find(framing.Warn, "days-circle", words.BoardedInACircle, []any{t.Wall, other}, words.WaitWallByWall)
				continue
			}
			m.after = append(m.after, [2]int{then, first})
		}
	}
}

// waitsFor says whether a task waits for another, by whatever lies between.
func (m *maker) waitsFor(task, other int) bool {
	before := map[int][]int{}
	for _, e := range m.after {
		before[e[0]] = append(before[e[0]], e[1])
	}
	seen, open := map[int]bool{task: true}, []int{task}
	for len(open) > 0 {
		at := open[len(open)-1]
		open = open[:len(open)-1]
		if at == other {
			return true
		}
		for _, k := range before[at] {
			if !seen[k] {
				seen[k] = true
				open = append(open, k)
			}
		}
	}
	return false
}

// lay lays the tasks into the calendar.
func (m *maker) lay(ctx context.Context) {
	p := m.p
	if len(m.s.Days) == 0 {
		if len(p.Tasks) > 0 {
			m.find(framing.Stop, "no-working-day", words.NoWorkingDay, nil, words.GiveAWorkingDay)
		}
		return
	}
	problem := &timing.Problem{Calendar: &m.s.Calendar}
	for _, name := range places {
		problem.Places = append(problem.Places, m.s.Room[name])
	}
	most, light := 0, 0
	for _, d := range m.s.Days {
		most, light = max(most, d.Hands), max(light, d.Out[1]-d.Out[0])
	}
	for i := range p.Tasks {
		m.node(problem, i, most, light)
	}
	for _, e := range m.after {
		a, b := &p.Tasks[e[0]], &p.Tasks[e[1]]
		if a.Held == "" && b.Held == "" {
			x := &problem.Tasks[a.nodes[0]]
			x.After = append(x.After, b.nodes[len(b.nodes)-1])
		}
	}
	for _, e := range m.with {
		a, b := &p.Tasks[e[0]], &p.Tasks[e[1]]
		if a.Held == "" && b.Held == "" {
			x := &problem.Tasks[a.nodes[0]]
			x.With = append(x.With, b.nodes[0])
		}
	}
	for i := range problem.Tasks {
		x := &problem.Tasks[i]
		slices.Sort(x.After)
		slices.Sort(x.With)
		x.After, x.With = slices.Compact(x.After), slices.Compact(x.With)
	}
	p.Problem = problem
	m.slips(problem, true)
	p.Base = problem.Lay(ctx, budget)
	slow := *problem
	slow.Tasks = slices.Clone(problem.Tasks)
	calendar := *problem.Calendar
	calendar.Days = slices.Clone(calendar.Days)
	slow.Calendar = &calendar
	m.slips(&slow, false)
	p.slow = &slow
}

// node puts a task into the problem; what is done outside and is longer than a day is
// light goes in as several.
func (m *maker) node(problem *timing.Problem, i, most, light int) {
	t := &m.p.Tasks[i]
	if t.Held != "" {
		return
	}
	put := func(x timing.Task) {
		if n := len(t.nodes); n > 0 {
			x.After = append(x.After, t.nodes[n-1])
		}
		t.nodes = append(t.nodes, len(problem.Tasks))
		m.p.of = append(m.p.of, i)
		problem.Tasks = append(problem.Tasks, x)
	}
	if t.Kind == Waits {
		put(m.waited(t))
		return
	}
	hands := min(t.People, most)
	t.Lacks = t.People - hands
	left := max(1, int(math.Ceil(t.Hours*4/float64(t.People)-1e-9)))
	x := timing.Task{Hands: hands, Place: slices.Index(places, t.Role), Whole: rowOf(t.Kind).Whole, Outside: slices.Contains(m.s.Outside, string(t.Kind))}
	if !x.Outside || light == 0 {
		x.Slots = left
		put(x)
		return
	}
	// as many parts as it takes once it has slipped; those that it doesn't take yet are empty
	for most := left + m.longer(t.ID); most > 0; most -= light {
		x.Slots = min(left, light)
		put(x)
		left -= x.Slots
	}
}

// quarters is so many hours, in quarters.
func quarters(hours float64) int { return int(math.Ceil(hours*4 - 1e-9)) }

// longer is by how many quarters a task slips in all.
func (m *maker) longer(task string) (out int) {
	for _, x := range m.s.Slips {
		if x.Task == task {
			out += quarters(x.Hours)
		}
	}
	return out
}

// stretch makes a task longer by so many quarters, each part within a day's light where
// it is done outside.
func (m *maker) stretch(problem *timing.Problem, nodes []int, more int) {
	light := 0
	for _, d := range problem.Days {
		light = max(light, d.Out[1]-d.Out[0])
	}
	for i, n := range nodes {
		x := &problem.Tasks[n]
		by := more
		if x.Outside && i < len(nodes)-1 {
			by = min(more, max(0, light-x.Slots))
		}
		if i == len(nodes)-1 || x.Outside {
			x.Slots += by
			more -= by
		}
	}
}

// slips lays what slipped over the tasks: what is planned with, or all of it.
func (m *maker) slips(problem *timing.Problem, taken bool) {
	for i, x := range m.s.Slips {
		if taken != x.Taken {
			continue
		}
		if x.Day != "" {
			m.lose(problem, x.Day, i)
			continue
		}
		at, known := m.at[x.Task]
		if !known || m.tasks[at].Held != "" {
			m.find(framing.Note, "slip-astray", words.SlipNamesNoTask, []any{x.Task}, words.TakeTheSlipOut)
			continue
		}
		t := &m.p.Tasks[at]
		node := &problem.Tasks[t.nodes[0]]
		if from, err := time.Parse(time.DateOnly, x.From); err == nil && m.s.Dated {
			node.From = max(node.From, problem.Morning(from))
		}
		if more := quarters(x.Hours); t.Kind != Waits {
			m.stretch(problem, t.nodes, more)
		}
	}
}

// lose takes a day out.
func (m *maker) lose(problem *timing.Problem, day string, slip int) {
	at, err := time.Parse(time.DateOnly, day)
	for i := range problem.Days {
		if d := &problem.Days[i]; err == nil && m.s.Dated && d.Date.Equal(at) {
			d.Lost = true
			return
		}
	}
	m.find(framing.Note, "slip-astray", words.SlipNamesNoDay, []any{day}, words.TakeTheSlipOut)
}
