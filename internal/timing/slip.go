package timing

import (
	"cmp"
	"math"
	"slices"
)

// begun is the tasks by when they begin, what waits after what it waits for.
func (p *Problem) begun(spans []Span) []int {
	rank := make([]int, len(p.Tasks))
	for at, i := range p.sorted() {
		rank[i] = at
	}
	out := make([]int, len(p.Tasks))
	for i := range out {
		out[i] = i
	}
	from := func(i int) int {
		if spans[i] == Late {
			return p.slots() + 1
		}
		return spans[i].From
	}
	slices.SortFunc(out, func(a, b int) int { return cmp.Or(cmp.Compare(from(a), from(b)), cmp.Compare(rank[a], rank[b])) })
	return out
}

// Slip lays tasks anew after something slipped: each stays where it was unless what it
// waits for, or the hands or the place that it takes, are later; nothing is earlier than
// it was. done are tasks that have been done, and when: they take nobody's hands.
func (p *Problem) Slip(was []Span, done map[int]Span) []Span {
	t := p.table()
	for i, s := range done {
		t.spans[i] = s
	}
	for _, i := range p.begun(was) {
		if _, is := done[i]; !is {
			t.place(i, max(0, was[i].From))
		}
	}
	return t.spans
}

// Latest is how late each task could begin, everything else in its turn at the same
// hands and places, for all to end when it does; and whether the end hangs on it: a task
// that has no later beginning, a wait that has no later end. Late tasks, and those done,
// have -1.
func (p *Problem) Latest(spans []Span, done map[int]Span) (out []int, hangs []bool) {
	out, hangs = make([]int, len(p.Tasks)), make([]bool, len(p.Tasks))
	end := 0
	for i, s := range spans {
		out[i] = -1
		if s != Late {
			end = max(end, s.To)
		}
	}
	order := slices.DeleteFunc(p.begun(spans), func(i int) bool {
		_, is := done[i]
		return is || spans[i] == Late
	})
	then, with, people, stay := p.turns(order, spans)
	for _, i := range slices.Backward(order) {
		if stay[i] {
			out[i], hangs[i] = spans[i].From, true
			continue
		}
		by, start := end, p.slots()
		for _, k := range then[i] {
			by = min(by, out[k])
		}
		for _, k := range with[i] {
			start = min(start, out[k])
		}
		out[i] = p.latest(&p.Tasks[i], people[i], spans[i].From, min(start, by-p.Tasks[i].Slots), by)
		hangs[i] = out[i] == spans[i].From
		if p.Tasks[i].Slots == 0 {
			hangs[i] = spans[i].To == by
		}
	}
	return out, hangs
}

// latest is the last quarter, from where a task begins up to another, that it could begin
// in and end by then, with so many people there.
func (p *Problem) latest(x *Task, people, from, start, by int) int {
	for at := start; at > from; at-- {
		to, _ := p.end(x, at)
		if to < 0 || to > by {
			continue
		}
		if p.fewest(x, Span{at, to}) >= people {
			return at
		}
	}
	return from
}

// fewest is how many people are there at least on the days that a task is worked on.
func (p *Problem) fewest(x *Task, s Span) int {
	out := math.MaxInt
	for q := s.From; q < s.To && x.Slots > 0; q = (q/p.Of + 1) * p.Of {
		if d := &p.Days[q/p.Of]; !d.Lost {
			out = min(out, d.Hands)
		}
	}
	return out
}

// turns is which tasks come after each, by what they wait for and as the same hands and
// places go from one to the next; which may begin with it; the number of the last of the
// people that it takes; and which stay where they are, as who does them isn't there all
// the time.
func (p *Problem) turns(order []int, spans []Span) (then, with [][]int, number []int, stay []bool) {
	then, with = make([][]int, len(p.Tasks)), make([][]int, len(p.Tasks))
	number, stay = make([]int, len(p.Tasks)), make([]bool, len(p.Tasks))
	laid := make([]bool, len(p.Tasks))
	for _, i := range order {
		laid[i] = true
	}
	type hand struct{ last, to int }
	var people []hand
	at := make([][]hand, len(p.Places))
	pass := func(all []hand, i, n int) ([]hand, int) {
		highest := 0
		for k := range all {
			if n > 0 && all[k].to <= spans[i].From {
				then[all[k].last] = append(then[all[k].last], i)
				all[k], highest = hand{i, spans[i].To}, k+1
				n--
			}
		}
		for ; n > 0; n-- {
			all = append(all, hand{i, spans[i].To})
			highest = len(all)
		}
		return all, highest
	}
	for _, i := range order {
		x := &p.Tasks[i]
		for _, k := range x.After {
			if laid[k] {
				then[k] = append(then[k], i)
			}
		}
		for _, k := range x.With {
			if laid[k] {
				with[k] = append(with[k], i)
			}
		}
		if x.Slots > 0 {
			people, number[i] = pass(people, i, x.Hands)
			if x.Place >= 0 {
				at[x.Place], _ = pass(at[x.Place], i, x.Hands)
			}
		}
	}
	for _, i := range order {
		if p.Tasks[i].Slots == 0 || number[i] <= p.fewest(&p.Tasks[i], spans[i]) {
			continue
		}
		for _, k := range order {
			if k == i || spans[k].From < spans[i].To && spans[k].To > spans[i].From {
				stay[k] = true
			} else if spans[k].From >= spans[i].To {
				then[i] = append(then[i], k)
			} else {
				then[k] = append(then[k], i)
			}
		}
	}
	return then, with, number, stay
}
