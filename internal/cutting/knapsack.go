package cutting

import "slices"

// knapsack looks for what is worth most that finds room: so many of each size as there
// are, each worth its value.
type knapsack struct {
	size  []int64
	value []float64
	most  []int
	limit int64 // no larger size is taken; 0: any
	order []int // by what a length of it is worth, best first

	nodes int
	best  float64
	taken []int
	now   []int
	bound float64 // no choice is worth more
}

// solve looks through at most so many nodes. The bound is the best's own where it
// looked through all.
func (k *knapsack) solve(room int64, nodes int) (taken []int, best, bound float64) {
	n := len(k.size)
	k.order = k.order[:0]
	for i := range n {
		if k.value[i] > 1e-12 && k.most[i] > 0 && k.size[i] <= room && (k.limit == 0 || k.size[i] <= k.limit) {
			k.order = append(k.order, i)
		}
	}
	slices.SortStableFunc(k.order, func(a, b int) int {
		x, y := k.value[a]*float64(k.size[b]), k.value[b]*float64(k.size[a])
		switch {
		case x > y:
			return -1
		case x < y:
			return 1
		}
		return int(min(max(k.size[b]-k.size[a], -1), 1)) // the longer first: it leaves the short ones to fill with
	})
	k.nodes, k.best, k.bound = nodes, 0, 0
	k.taken, k.now = make([]int, n), make([]int, n)
	k.down(0, room, 0)
	return k.taken, k.best, max(k.best, k.bound)
}

// down tries the items from one on.
func (k *knapsack) down(at int, room int64, worth float64) {
	if worth > k.best+1e-12 {
		k.best = worth
		copy(k.taken, k.now)
	}
	for ; at < len(k.order) && k.size[k.order[at]] > room; at++ {
	}
	if at == len(k.order) {
		return
	}
	i := k.order[at]
	reach := worth + k.value[i]/float64(k.size[i])*float64(room)
	if reach <= k.best+1e-12 {
		return
	}
	if k.nodes--; k.nodes < 0 {
		k.bound = max(k.bound, reach) // not looked through
		return
	}
	most := min(k.most[i], int(room/k.size[i]))
	for c := most; c >= 0; c-- {
		k.now[i] = c
		k.down(at+1, room-int64(c)*k.size[i], worth+float64(c)*k.value[i])
		if k.nodes < 0 && c > 0 { // what is left of this branch is bounded as one
			k.bound = max(k.bound, reach)
			break
		}
	}
	k.now[i] = 0
}
