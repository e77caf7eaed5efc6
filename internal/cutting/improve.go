package cutting

import (
	"cmp"
	"math"
	"slices"
)

// finish lays what is left into the sticks that have room, and into new ones, each
// filled as well as it goes, and keeps the plan if it is better.
func (s *search) finish(all []stick, demand, left []int) bool {
	for _, i := range s.longest() {
		if demand[i] == 0 {
			continue
		}
		for k := range all {
			x := &all[k]
			for demand[i] > 0 && s.has(x, i) {
				x.parts = slices.Clone(x.parts) // the best plan has it too
				x.add(s.p, i)
				demand[i]--
			}
		}
	}
	for sum(demand) > 0 {
		x, ok := s.bestStick(demand, left)
		if !ok {
			break
		}
		all = append(all, x)
	}
	s.shrink(all, left)
	return s.keep(all, demand)
}

// bestStick is the new stick that costs least for what is cut from it; the longest
// piece that is wanted is among it.
func (s *search) bestStick(demand, left []int) (best stick, ok bool) {
	first := -1
	for _, i := range s.longest() {
		if demand[i] > 0 {
			first = i
			break
		}
	}
	ratio := math.Inf(1)
	rest := slices.Clone(demand)
	rest[first]--
	for j, o := range s.p.Stock {
		if ok && s.work.spent() {
			break // one that holds it has been found
		}
		if left[j] == 0 || o.takes() < s.p.Needs[first].Length {
			continue
		}
		x := stick{stock: j}
		x.add(s.p, first)
		for _, more := range s.fullest(o.Length-x.used-s.p.Kerf, o.takes(), rest, 1500) {
			for range more.N {
				x.add(s.p, more.Need)
			}
		}
		if r := (o.Price + 1e-9) / x.used.Millimetres(); r < ratio {
			ratio, best, ok = r, x, true
		}
	}
	if !ok {
		return best, false
	}
	take(left, best.stock)
	for _, x := range best.parts {
		demand[x.Need] -= x.N
	}
	return best, true
}

// improve takes some sticks apart, the emptiest among them, and lays their pieces anew,
// until the effort is spent or nothing can be better.
func (s *search) improve() {
	if len(s.best) > 1000 {
		s.steps /= 6 // each goes through all sticks
	}
	for ; s.steps > 0 && !s.done() && len(s.best) > 1; s.steps-- {
		n := min(len(s.best), 2+s.random(7))
		s.work.left -= 300*len(s.best) + 50*len(s.p.Needs)
		chosen := map[int]bool{}
		order := make([]int, len(s.best))
		for i := range order {
			order[i] = i
		}
		waste := func(k int) float64 {
			x := s.best[k]
			return (s.p.Stock[x.stock].Length - x.used).Millimetres()
		}
		slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(waste(b), waste(a)) })
		for _, k := range order[:min(len(order), 1+s.random(2))] {
			chosen[k] = true
		}
		for len(chosen) < n {
			chosen[s.random(len(s.best))] = true
		}
		demand, left := slices.Clone(s.short), s.stockLeft()
		var all []stick
		for k, x := range s.best {
			if chosen[k] {
				for _, o := range x.parts {
					demand[o.Need] += o.N
				}
				continue
			}
			take(left, x.stock)
			all = append(all, x)
		}
		s.relay(all, demand, left)
	}
}

// relay lays some pieces anew: by the linear programme where they are few, else each
// stick as full as it goes, in an order that chance has a say in.
func (s *search) relay(all []stick, demand, left []int) {
	if s.steps%4 == 0 {
		m := newMaster(s.p, demand, left, nil)
		m.solve(s.work, 1500)
		columns, times := m.layouts()
		for k, c := range columns {
			for n := int(math.Round(times[k])); n > 0 && s.cut(&all, s.filled(c, demand), demand, left); n-- {
			}
		}
		s.finish(all, demand, left)
		return
	}
	for sum(demand) > 0 {
		if s.random(5) == 0 { // not always the longest first
			j := s.random(len(s.p.Stock))
			if left[j] != 0 {
				if c := (column{stock: j, parts: s.fullest(s.p.Stock[j].Length, s.p.Stock[j].takes(), demand, 1500)}); s.cut(&all, c, demand, left) {
					continue
				}
			}
		}
		x, ok := s.bestStick(demand, left)
		if !ok {
			break
		}
		all = append(all, x)
	}
	s.finish(all, demand, left)
}
