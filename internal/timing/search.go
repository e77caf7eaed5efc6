package timing

import (
	"context"
	"slices"
)

// search tries lists of tasks in turn, leaving out what can't end earlier than the best
// so far. A best plan is among those that lists give, each task as early as it can be.
type search struct {
	*table
	ctx   context.Context
	tails []int
	most  int // quarters that it may look at
	best  []Span
	end   int
	by    []int // the list that is tried first
	rank  []int
	then  [][]int
	waits []int
	open  []int
	laid  int
	least int // no plan ends before
}

func (s *search) begin() {
	n := len(s.Tasks)
	s.rank, s.then, s.waits = make([]int, n), make([][]int, n), make([]int, n)
	for at, i := range s.by {
		s.rank[i] = at
	}
	for i, x := range s.Tasks {
		for _, k := range slices.Concat(x.After, x.With) {
			s.waits[i]++
			s.then[k] = append(s.then[k], i)
		}
		s.least = max(s.least, x.From+s.tails[i])
	}
	for _, i := range s.by {
		if s.waits[i] == 0 {
			s.open = append(s.open, i)
		}
	}
}

// look goes on with each task that may come next.
func (s *search) look() {
	if s.laid == len(s.Tasks) {
		if e := s.last(); e < s.end {
			s.best, s.end = slices.Clone(s.spans), e
		}
		return
	}
	for k := 0; k < len(s.open); k++ {
		if s.looked >= s.most || s.end <= s.least || s.ctx.Err() != nil {
			return
		}
		i := s.open[k]
		s.table.place(i, 0)
		if s.spans[i] != Late && s.hopeful() {
			s.step(k, i)
		}
		s.give(i)
	}
}

// step takes a task off those that may come next, and looks on.
func (s *search) step(k, i int) {
	was := slices.Clone(s.open)
	s.open = slices.Delete(s.open, k, k+1)
	for _, next := range s.then[i] {
		if s.waits[next]--; s.waits[next] == 0 {
			at, _ := slices.BinarySearchFunc(s.open, s.rank[next], func(o, r int) int { return s.rank[o] - r })
			s.open = slices.Insert(s.open, at, next)
		}
	}
	s.laid++
	s.look()
	s.laid--
	for _, next := range s.then[i] {
		s.waits[next]++
	}
	s.open = was
}

// hopeful says whether what is laid could still end earlier than the best.
func (s *search) hopeful() bool {
	s.looked += len(s.Tasks)
	for i, x := range s.Tasks {
		at := x.From
		if s.spans[i] != Late {
			if s.spans[i].To >= s.end {
				return false
			}
			continue
		}
		for _, k := range x.After {
			at = max(at, s.spans[k].To)
		}
		for _, k := range x.With {
			at = max(at, s.spans[k].From)
		}
		if at+s.tails[i] >= s.end {
			return false
		}
	}
	return true
}

// give takes a task off the table again.
func (s *search) give(i int) {
	span := s.spans[i]
	if span == Late {
		return
	}
	s.spans[i] = Late
	x := &s.Tasks[i]
	if x.Slots == 0 {
		return
	}
	for at := span.From; at < span.To; at++ {
		if s.Days[at/s.Of].Lost {
			continue
		}
		s.hands[at] -= x.Hands
		if x.Place >= 0 {
			s.places[x.Place][at] -= x.Hands
		}
	}
}
