package days

import (
	"math"
	"slices"
	"time"

	"homalos/internal/job"
	"homalos/internal/timing"
)

// Recorded is the plan as what was done and what slipped has left it.
func (p *Plan) Recorded(d job.Document) *Plan {
	out := *p
	if p.Problem == nil {
		return &out
	}
	out.Done = map[int]job.Worked{}
	if d.Record != nil {
		for _, w := range d.Record.Worked {
			i := slices.IndexFunc(p.Tasks, func(t Task) bool { return t.ID == w.Task })
			if i >= 0 && !w.Part && p.Tasks[i].Held == "" {
				out.Done[i] = w
			}
		}
	}
	done := map[int]timing.Span{}
	for i, w := range out.Done {
		span := p.done(i, w)
		for _, n := range p.Tasks[i].nodes {
			done[n] = span
		}
	}
	out.Now = p.slow.Slip(p.Base, done)
	latest, hangs := p.slow.Latest(out.Now, done)
	out.Hangs, out.Spare = make([]bool, len(p.Tasks)), make([]int, len(p.Tasks))
	for i := range p.Tasks {
		for k, n := range p.Tasks[i].nodes {
			out.Hangs[i] = out.Hangs[i] || hangs[n]
			if spare := max(0, latest[n]-out.Now[n].From); k == 0 || spare < out.Spare[i] {
				out.Spare[i] = spare
			}
		}
	}
	return &out
}

// done is when a task was done: where it was planned to be, if that was the day.
func (p *Plan) done(i int, w job.Worked) timing.Span {
	was := p.spanOf(p.Base, i)
	on, err := time.Parse(time.DateOnly, w.On)
	if err != nil || !p.Schedule.Dated || was == timing.Late {
		return was
	}
	morning := p.Problem.Morning(on)
	if p.Problem.DayOf(morning) == p.Problem.LastDay(was) {
		return was
	}
	long := int(math.Ceil(w.Hours * 4))
	return timing.Span{From: morning, To: min(morning+max(1, long), morning+p.Problem.Of)}
}

// Span is when a task is done now; timing.Late where it is on no day.
func (p *Plan) Span(i int) timing.Span { return p.spanOf(p.Now, i) }

// Was is when it was planned to be done.
func (p *Plan) Was(i int) timing.Span { return p.spanOf(p.Base, i) }

func (p *Plan) spanOf(spans []timing.Span, i int) timing.Span {
	nodes := p.Tasks[i].nodes
	if len(nodes) == 0 || len(spans) == 0 {
		return timing.Late
	}
	a, b := spans[nodes[0]], spans[nodes[len(nodes)-1]]
	if a == timing.Late || b == timing.Late {
		return timing.Late
	}
	return timing.Span{From: a.From, To: b.To}
}

// Parts are the spans that a task is worked on in, by node.
func (p *Plan) Parts(i int) (out []timing.Span) {
	for _, n := range p.Tasks[i].nodes {
		out = append(out, p.Now[n])
	}
	return out
}

// Lost says whether nothing is done on a working day.
func (p *Plan) Lost(day int) bool { return p.slow.Days[day].Lost }

// End is when all is done; Late where something finds no day.
func (p *Plan) End() (end int, whole bool) {
	whole = true
	for i := range p.Tasks {
		if p.Tasks[i].Held != "" || p.Span(i) == timing.Late {
			whole = false
			continue
		}
		end = max(end, p.Span(i).To)
	}
	return end, whole
}

// BaseEnd is when all was planned to be done.
func (p *Plan) BaseEnd() (end int) {
	end = 1
	for i := range p.Tasks {
		if was := p.Was(i); was != timing.Late {
			end = max(end, was.To)
		}
	}
	return end
}

// After is what a task waits for, by id.
func (p *Plan) After(i int) (out []string) {
	for _, n := range p.Tasks[i].nodes[:min(1, len(p.Tasks[i].nodes))] {
		for _, k := range p.Problem.Tasks[n].After {
			out = append(out, p.Tasks[p.of[k]].ID)
		}
	}
	return out
}
