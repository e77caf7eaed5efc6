package timing

import (
	"context"
	"slices"
)

// Task is something to be done.
type Task struct {
	Slots   int   // quarters of work; 0: a wait, that takes nobody's hands
	Hands   int   // people at once
	Place   int   // which kind of place it is done at; below 0: any
	Whole   bool  // begun and ended in one day, if a day is long enough
	Outside bool  // within the quarters of a day that are fit for it
	After   []int // ended before it begins
	With    []int // begun before it begins, or with it
	From    int   // not before this quarter
	Days    int   // a wait: so many days by the calendar on the wall
	Until   int   // a wait: not ended before this quarter
}

// Span is when something is done: quarters from the first working day, To left out.
type Span struct{ From, To int }

// Problem is what is laid.
type Problem struct {
	*Calendar
	Tasks  []Task
	Places []int // how many people find room at each kind of place
}

// Late is the span of what finds no time within the calendar.
var Late = Span{-1, -1}

// table is who works when.
type table struct {
	*Problem
	hands  []int
	places [][]int
	next   []int // where somebody is free again, at or after each quarter; nil: look at each
	spans  []Span
	looked int // quarters that were looked at
}

func (p *Problem) table() *table {
	n := p.slots()
	t := &table{Problem: p, hands: make([]int, n), next: make([]int, n+1), spans: make([]Span, len(p.Tasks))}
	for range p.Places {
		t.places = append(t.places, make([]int, n))
	}
	t.clear()
	return t
}

func (t *table) clear() {
	clear(t.hands)
	for _, p := range t.places {
		clear(p)
	}
	for i := range t.next {
		t.next[i] = i
	}
	for i := range t.spans {
		t.spans[i] = Late
	}
}

// free is the first quarter from there on that somebody is free in.
func (t *table) free(slot int) int {
	if t.next == nil {
		return slot
	}
	root := slot
	for t.next[root] != root {
		root = t.next[root]
	}
	for t.next[slot] != root {
		slot, t.next[slot] = t.next[slot], root
	}
	return root
}

// open is the first quarter from there on that has hands and a place for a task.
func (t *table) open(x *Task, at int) int {
	for t.looked++; at < len(t.hands); at++ {
		t.looked++
		if d := &t.Days[at/t.Of]; d.Lost || t.hands[at]+x.Hands <= d.Hands && (x.Place < 0 || t.places[x.Place][at]+x.Hands <= max(t.Places[x.Place], x.Hands)) {
			break
		}
	}
	return at
}

// fits says whether a task may be done in a span; else from which quarter to look again.
func (t *table) fits(x *Task, s Span) (again int, ok bool) {
	for at := s.From; at < s.To; at++ {
		d := &t.Days[at/t.Of]
		if d.Lost {
			continue
		}
		if t.hands[at]+x.Hands > d.Hands || x.Place >= 0 && t.places[x.Place][at]+x.Hands > max(t.Places[x.Place], x.Hands) {
			return at + 1, false
		}
	}
	return 0, true
}

// end is when a task that begins at a quarter ends, or from which quarter on it could
// begin; below nothing: never.
func (p *Problem) end(x *Task, from int) (to, again int) {
	n := p.slots()
	if x.Slots == 0 {
		to = max(from, x.Until)
		if x.Days > 0 {
			to = max(to, p.Later(from, x.Days))
		}
		return to, -1
	}
	if from >= n {
		return -1, -1
	}
	day, in := from/p.Of, from%p.Of
	low, high := 0, p.Of
	if x.Outside {
		low, high = p.Days[day].Out[0], p.Days[day].Out[1]
	}
	whole := x.Outside || x.Whole && x.Slots <= p.Of
	switch {
	case p.Days[day].Lost, in >= high, whole && x.Slots > high-max(in, low):
		return -1, (day + 1) * p.Of
	case in < low:
		return -1, day*p.Of + low
	}
	left := x.Slots
	for at := from; at < n; {
		if p.Days[at/p.Of].Lost {
			at = (at/p.Of + 1) * p.Of
			continue
		}
		here := min(left, (at/p.Of+1)*p.Of-at)
		if left -= here; left == 0 {
			return at + here, -1
		}
		at += here
	}
	return -1, -1
}

// earliest is the first quarter that what a task waits for lets it begin in; below
// nothing: what it waits for finds no time.
func (t *table) earliest(x *Task) int {
	at := x.From
	for _, k := range x.After {
		if t.spans[k] == Late {
			return -1
		}
		at = max(at, t.spans[k].To)
	}
	for _, k := range x.With {
		if t.spans[k] == Late {
			return -1
		}
		at = max(at, t.spans[k].From)
	}
	return at
}

// place lays a task as early as it finds hands and a place, not before a quarter.
func (t *table) place(i, notBefore int) {
	x := &t.Tasks[i]
	at := t.earliest(x)
	if at < 0 {
		return
	}
	at = max(at, notBefore)
	for at <= t.slots() {
		if x.Slots > 0 {
			at = t.open(x, t.free(at))
		}
		to, again := t.end(x, at)
		if to < 0 {
			if again < 0 {
				return
			}
			at = again
			continue
		}
		if x.Slots > 0 {
			if again, ok := t.fits(x, Span{at, to}); !ok {
				at = again
				continue
			}
		}
		t.take(i, Span{at, to})
		return
	}
}

func (t *table) take(i int, s Span) {
	x := &t.Tasks[i]
	t.spans[i] = s
	if x.Slots == 0 {
		return
	}
	for at := s.From; at < s.To; at++ {
		d := &t.Days[at/t.Of]
		if d.Lost {
			continue
		}
		if t.hands[at] += x.Hands; t.hands[at] >= d.Hands && t.next != nil {
			t.next[at] = at + 1
		}
		if x.Place >= 0 {
			t.places[x.Place][at] += x.Hands
		}
	}
}

// last is when all is done; what finds no time is later than anything.
func (t *table) last() (end int) {
	for _, s := range t.spans {
		if s == Late {
			return t.slots() + 1
		}
		end = max(end, s.To)
	}
	return end
}

// List lays tasks in the order of a list, each as early as can be: a list names each
// task once, after those that it waits for.
func (p *Problem) List(list []int) []Span {
	t := p.table()
	for _, i := range list {
		t.place(i, 0)
	}
	return t.spans
}

// tails is how much work at least lies between the beginning of each task and the end.
func (p *Problem) tails() []int {
	out := make([]int, len(p.Tasks))
	order := p.sorted()
	for _, i := range slices.Backward(order) {
		x := &p.Tasks[i]
		out[i] = max(out[i], x.Slots)
		for _, k := range x.After {
			out[k] = max(out[k], p.Tasks[k].Slots+out[i])
		}
		for _, k := range x.With {
			out[k] = max(out[k], out[i])
		}
	}
	return out
}

// sorted is the tasks so that each comes after what it waits for, as near to the given
// order as can be.
func (p *Problem) sorted() []int { return p.by(func(a, b int) bool { return a < b }) }

// by is a list that goes by a rule wherever what is waited for leaves a choice.
func (p *Problem) by(first func(a, b int) bool) []int {
	n := len(p.Tasks)
	waits, then := make([]int, n), make([][]int, n)
	for i, x := range p.Tasks {
		for _, k := range slices.Concat(x.After, x.With) {
			waits[i]++
			then[k] = append(then[k], i)
		}
	}
	var open, out []int
	for i, w := range waits {
		if w == 0 {
			open = append(open, i)
		}
	}
	for len(open) > 0 {
		best := 0
		for k := range open {
			if first(open[k], open[best]) {
				best = k
			}
		}
		i := open[best]
		open = slices.Delete(open, best, best+1)
		out = append(out, i)
		for _, k := range then[i] {
			if waits[k]--; waits[k] == 0 {
				open = append(open, k)
			}
		}
	}
	return out
}

// Lay lays tasks so that all is done as early as is found: the best of some lists, then
// what a search finds that looks at so many quarters of an hour, which is the best there
// is where the tasks are few. It is the same for the same problem.
func (p *Problem) Lay(ctx context.Context, budget int) []Span {
	tails := p.tails()
	t := p.table()
	var best []Span
	var by []int
	end := 0
	for _, list := range [][]int{
		p.sorted(),
		p.by(func(a, b int) bool { return tails[a] > tails[b] || tails[a] == tails[b] && a < b }),
		p.by(func(a, b int) bool {
			return p.Tasks[a].Slots*p.Tasks[a].Hands > p.Tasks[b].Slots*p.Tasks[b].Hands || p.Tasks[a].Slots*p.Tasks[a].Hands == p.Tasks[b].Slots*p.Tasks[b].Hands && a < b
		}),
	} {
		t.clear()
		for _, i := range list {
			t.place(i, 0)
		}
		if e := t.last(); best == nil || e < end {
			best, end, by = slices.Clone(t.spans), e, list
		}
	}
	t.clear()
	t.next, t.looked = nil, 0
	s := &search{table: t, ctx: ctx, tails: tails, most: budget, best: best, end: end, by: by}
	s.begin()
	s.look()
	return s.best
}
