package cutting

import (
	"math"
	"slices"

	"homalos/internal/measure"
)

// byColumns solves the linear programme over layouts, keeps what it uses whole, and
// rounds the rest, the largest first, solving what is left anew each time.
func (s *search) byColumns() {
	const nodes = 4000
	pool := []column{}
	for _, x := range s.best {
		pool = append(pool, column{stock: x.stock, parts: x.parts, cost: s.p.Stock[x.stock].Price})
	}
	demand, left := slices.Clone(s.demand), s.stockLeft()
	var all []stick
	for round := 0; !s.work.spent(); round++ {
		if sum(demand) == 0 {
			break
		}
		m := newMaster(s.p, demand, left, pool)
		bound := m.solve(s.work, nodes)
		if round == 0 {
			s.bound = math.Max(s.bound, s.priced(bound))
			if s.done() {
				return
			}
		}
		pool = m.pool
		columns, times := m.layouts()
		if len(columns) == 0 {
			break
		}
		whole := false
		for k, c := range columns {
			for n := int(times[k] + 0.3); n > 0 && s.wanted(c, demand) && s.cut(&all, c, demand, left); n-- {
				whole = true
			}
		}
		if !whole {
			best := 0
			for k := range columns {
				if times[k] > times[best]+1e-9 || times[k] > times[best]-1e-9 && s.fill(columns[k], demand) > s.fill(columns[best], demand) {
					best = k
				}
			}
			if !s.cut(&all, s.filled(columns[best], demand), demand, left) {
				break
			}
		}
	}
	s.finish(all, demand, left)
}

// priced is the least cost from a bound on that sticks can add up to: prices have a
// common measure.
func (s *search) priced(bound float64) float64 {
	const cents = 1e4
	g := int64(0)
	for _, x := range s.p.Stock {
		v := math.Round(x.Price * cents)
		if math.Abs(v-x.Price*cents) > 1e-3 || v > 1e15 {
			return bound
		}
		for b := int64(v); b != 0; {
			g, b = b, g%b
		}
	}
	if g == 0 {
		return bound
	}
	step := float64(g) / cents
	return math.Ceil(bound/step-1e-6) * step
}

// wanted says whether all of a layout is still wanted.
func (s *search) wanted(c column, demand []int) bool {
	return !slices.ContainsFunc(c.parts, func(x Part) bool { return x.N > demand[x.Need] })
}

// cut cuts a layout from what is left, as much of it as is wanted; false where nothing
// of it is, or its stock is used up.
func (s *search) cut(all *[]stick, c column, demand, left []int) bool {
	if left[c.stock] == 0 {
		return false
	}
	x := stick{stock: c.stock}
	for _, o := range c.parts {
		for range min(o.N, demand[o.Need]) {
			x.add(s.p, o.Need)
			demand[o.Need]--
		}
	}
	if x.n == 0 {
		return false
	}
	take(left, c.stock)
	*all = append(*all, x)
	return true
}

// fill is how much of a layout is wanted, of its stick.
func (s *search) fill(c column, demand []int) float64 {
	used := measure.Length(0)
	for _, x := range c.parts {
		used += s.p.Needs[x.Need].Length * measure.Length(min(x.N, demand[x.Need]))
	}
	return used.Millimetres() / s.p.Stock[c.stock].Length.Millimetres()
}

// filled is a layout with what is wanted of it, filled up with what else is.
func (s *search) filled(c column, demand []int) column {
	rest := slices.Clone(demand)
	var all []Part
	for _, x := range c.parts {
		if n := min(x.N, demand[x.Need]); n > 0 {
			all = append(all, Part{x.Need, n})
			rest[x.Need] -= n
		}
	}
	room := s.p.Stock[c.stock].Length - s.p.used(all)
	if len(all) > 0 {
		room -= s.p.Kerf
	}
	for _, x := range s.fullest(room, s.p.Stock[c.stock].takes(), rest, 2000) {
		if k := slices.IndexFunc(all, func(o Part) bool { return o.Need == x.Need }); k >= 0 {
			all[k].N += x.N
		} else {
			all = append(all, x)
		}
	}
	return column{stock: c.stock, parts: all, cost: c.cost}
}

// fullest are the pieces of what is wanted, none longer than most, that fill a room best.
func (s *search) fullest(room, most measure.Length, want []int, nodes int) (out []Part) {
	k, of := knapsack{}, []int{}
	for i, n := range s.p.Needs {
		if long := n.Length + s.p.Kerf; want[i] > 0 && n.Length <= most && long <= room+s.p.Kerf {
			k.size, k.value, k.most, of = append(k.size, int64(long)), append(k.value, float64(long)/1e6), append(k.most, want[i]), append(of, i)
		}
	}
	taken, _, _ := k.solve(int64(room+s.p.Kerf), nodes)
	s.work.left -= 30*(nodes-max(k.nodes, 0)) + 10*len(s.p.Needs)
	for r, n := range taken {
		if n > 0 {
			out = append(out, Part{of[r], n})
		}
	}
	return out
}

func sum(all []int) (out int) {
	for _, n := range all {
		out += n
	}
	return out
}
