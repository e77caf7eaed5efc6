package cutting

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"

	"homalos/internal/measure"
)

// Effort is how hard a plan is looked for: work is counted, not time, so that the same
// effort gives the same plan everywhere.
type Effort int

// Efforts: what an edit can wait for, about 100 ms at most; what somebody waits for
// once, about 2 s.
const (
	Quick Effort = iota
	Long
)

// rows is for how many lengths the linear programme is solved: past that it takes
// longer than anybody waits.
func (e Effort) rows() int { return [...]int{200, 400}[e] }

// steps is how often some sticks are taken apart.
func (e Effort) steps() int { return [...]int{24, 2000}[e] }

// work is how much is counted until it ends: about a nanosecond each.
func (e Effort) work() int { return [...]int{80_000_000, 1_600_000_000}[e] }

// budget is the work that is left; a context that ends takes all of it.
type budget struct {
	ctx  context.Context
	left int
}

func (b *budget) spent() bool { return b.left <= 0 || b.ctx.Err() != nil }

// Plan lays the pieces into sticks at the least cost that it finds, and says below what
// cost no plan can go. Its first plan is by hand: longest first, into the first stick
// that has room; it is never worse than that. progress, if any, is told of each better
// plan. It ends when the effort is spent, the context ends, or nothing can be better.
func Plan(ctx context.Context, p Problem, effort Effort, progress func(Answer)) Answer {
	s := newSearch(ctx, p, effort)
	s.progress = progress
	s.bound = s.priced(s.byWood())
	s.byHand()
	if len(p.Stock) > 0 && !s.done() {
		if lengths := s.lengths(); lengths <= effort.rows() {
			rest := s.work.left * 3 / 10 // for what comes after
			s.work.left -= rest
			s.byColumns()
			s.work.left = max(0, s.work.left) + rest
		}
		s.improve()
	}
	return s.answer()
}

// lengths is how many are wanted.
func (s *search) lengths() (n int) {
	for _, d := range s.demand {
		if d > 0 {
			n++
		}
	}
	return n
}

// byWood is a cost that no plan goes below: all of the wood at its least price.
func (s *search) byWood() float64 {
	least := math.Inf(1)
	for _, x := range s.p.Stock {
		if x.OnHand != 0 {
			least = math.Min(least, x.Price/(x.Length+s.p.Kerf).Millimetres())
		}
	}
	out := 0.0
	for i, n := range s.p.Needs {
		if s.demand[i] > 0 {
			out += float64(s.demand[i]) * (n.Length + s.p.Kerf).Millimetres() * least
		}
	}
	return out
}

// stick is one that is cut: what from which stock.
type stick struct {
	stock int
	parts []Part
	used  measure.Length
	n     int
}

// search is one looking for a plan.
type search struct {
	p        *Problem
	work     *budget
	steps    int
	progress func(Answer)
	demand   []int
	order    []int // of the needs, longest first
	left     []int // too long, of each need
	short    []int // no stock is left for them
	best     []stick
	cost     float64
	bound    float64
	seed     uint64
	found    bool
}

func newSearch(ctx context.Context, p Problem, effort Effort) *search {
	s := &search{p: &p, work: &budget{ctx, effort.work()}, steps: effort.steps(), seed: 1, cost: math.Inf(1), left: make([]int, len(p.Needs)), short: make([]int, len(p.Needs))}
	longest := measure.Length(0)
	for _, x := range p.Stock {
		if x.OnHand != 0 {
			longest = max(longest, x.Length)
		}
	}
	for i, n := range p.Needs {
		d := n.Count
		if n.Length > longest {
			s.left[i], d = d, 0
		}
		s.demand = append(s.demand, d)
	}
	return s
}

// random is the next of a row of numbers that is always the same.
func (s *search) random(n int) int {
	s.seed = s.seed*6364136223846793005 + 1442695040888963407
	return int((s.seed >> 33) % uint64(n))
}

// costOf is what sticks cost; pieces that find none cost more than any plan.
func (s *search) costOf(all []stick, short []int) float64 {
	out := 0.0
	for _, x := range all {
		out += s.p.Stock[x.stock].Price
	}
	dear := 0.0
	for _, x := range s.p.Stock {
		dear = math.Max(dear, x.Price)
	}
	for i, n := range short {
		out += float64(n) * 1000 * (dear + 1) * (1 + s.p.Needs[i].Length.Millimetres()/1e6)
	}
	return out
}

// spread is how large single offcuts are, for plans of one cost: large ones are of more
// use than many small ones.
func (s *search) spread(all []stick) float64 {
	out := 0.0
	for _, x := range all {
		r := (s.p.Stock[x.stock].Length - x.used).Millimetres()
		out += r * r
	}
	return out
}

// handier says whether a plan is better than the best, at the same cost: fewer lengths
// to carry, or as many with larger single offcuts.
func (s *search) handier(all []stick) bool {
	lengths := func(all []stick) (n int) {
		seen := make([]bool, len(s.p.Stock))
		for _, x := range all {
			if !seen[x.stock] {
				seen[x.stock] = true
				n++
			}
		}
		return n
	}
	a, b := lengths(all), lengths(s.best)
	return a < b || a == b && s.spread(all) > s.spread(s.best)+1e-3
}

// keep takes a plan that is cheaper, or as cheap and handier.
func (s *search) keep(all []stick, short []int) bool {
	cost := s.costOf(all, short)
	gain := s.cost - cost
	if s.found && gain < 1e-9 && (gain < -1e-9 || !s.handier(all)) {
		return false
	}
	s.found, s.cost = true, cost
	s.best, s.short = slices.Clone(all), slices.Clone(short)
	if s.progress != nil && gain > 1e-9 {
		s.progress(s.answer())
	}
	return gain > 1e-9
}

// done says that nothing can be cheaper.
func (s *search) done() bool {
	return s.work.spent() || s.found && s.cost <= s.bound*(1+1e-9)+1e-9
}

// byHand lays pieces longest first into the first stick that has room, opening sticks
// of each stock in turn, and shrinks each to the cheapest stock that it fits.
func (s *search) byHand() {
	for open := range s.p.Stock {
		if s.p.Stock[open].OnHand == 0 {
			continue
		}
		all, short := s.firstFit(open)
		s.keep(all, short)
	}
	if !s.found {
		s.keep(nil, slices.Clone(s.demand))
	}
}

// longest are the needs, longest first.
func (s *search) longest() []int {
	if s.order != nil {
		return s.order
	}
	order := make([]int, len(s.p.Needs))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(s.p.Needs[b].Length, s.p.Needs[a].Length) })
	s.order = order
	return order
}

func (s *search) stockLeft() []int {
	var out []int
	for _, x := range s.p.Stock {
		out = append(out, x.OnHand)
	}
	return out
}

func take(left []int, j int) {
	if left[j] > 0 {
		left[j]--
	}
}

func give(left []int, j int) {
	if left[j] >= 0 {
		left[j]++
	}
}

func (s *search) firstFit(open int) (all []stick, short []int) {
	left := s.stockLeft()
	short = make([]int, len(s.p.Needs))
	order := s.longest()
	least := measure.Length(0)
	for _, i := range order {
		if s.demand[i] > 0 {
			least = s.p.Needs[i].Length
		}
	}
	start := 0
	for _, i := range order {
		long := s.p.Needs[i].Length
		from := start // what had no room for one as long has none for the next
		for n := 0; n < s.demand[i]; n++ {
			placed := false
			for ; from < len(all); from++ {
				if x := &all[from]; x.used+s.p.Kerf+long <= s.p.Stock[x.stock].Length {
					x.add(s.p, i)
					placed = true
					break
				}
			}
			if placed {
				continue
			}
			j := s.opens(left, open, long)
			if j < 0 {
				short[i] += s.demand[i] - n
				break
			}
			take(left, j)
			x := stick{stock: j}
			x.add(s.p, i)
			all = append(all, x)
		}
		for start < len(all) && all[start].used+s.p.Kerf+least > s.p.Stock[all[start].stock].Length {
			start++
		}
	}
	s.shrink(all, left)
	return all, short
}

// opens is the stock that a new stick is of: the one that is asked for, else the
// cheapest that is long enough; -1 where none is left.
func (s *search) opens(left []int, open int, long measure.Length) int {
	if left[open] != 0 && s.p.Stock[open].Length >= long {
		return open
	}
	best := -1
	for j, x := range s.p.Stock {
		if left[j] != 0 && x.Length >= long && (best < 0 || x.Price < s.p.Stock[best].Price) {
			best = j
		}
	}
	return best
}

// add cuts one more of a need from a stick.
func (x *stick) add(p *Problem, i int) {
	if x.n > 0 {
		x.used += p.Kerf
	}
	at := slices.IndexFunc(x.parts, func(p Part) bool { return p.Need == i })
	if at < 0 {
		at = len(x.parts)
		x.parts = append(x.parts, Part{Need: i})
	}
	x.parts[at].N++
	x.n++
	x.used += p.Needs[i].Length
}

// shrink takes each stick from the cheapest stock that still holds it.
func (s *search) shrink(all []stick, left []int) {
	for k := range all {
		x := &all[k]
		for j, o := range s.p.Stock {
			now := s.p.Stock[x.stock]
			if left[j] != 0 && o.Length >= x.used && (o.Price < now.Price-1e-12 || o.Price <= now.Price+1e-12 && o.Length < now.Length) {
				give(left, x.stock)
				take(left, j)
				x.stock = j
			}
		}
	}
}

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
	for _, x := range s.fullest(room, rest, 2000) {
		if k := slices.IndexFunc(all, func(o Part) bool { return o.Need == x.Need }); k >= 0 {
			all[k].N += x.N
		} else {
			all = append(all, x)
		}
	}
	return column{stock: c.stock, parts: all, cost: c.cost}
}

// fullest are the pieces of what is wanted that fill a room best.
func (s *search) fullest(room measure.Length, want []int, nodes int) (out []Part) {
	k, of := knapsack{}, []int{}
	for i, n := range s.p.Needs {
		if long := n.Length + s.p.Kerf; want[i] > 0 && long <= room+s.p.Kerf {
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

// finish lays what is left into the sticks that have room, and into new ones, each
// filled as well as it goes, and keeps the plan if it is better.
func (s *search) finish(all []stick, demand, left []int) bool {
	for _, i := range s.longest() {
		if demand[i] == 0 {
			continue
		}
		for k := range all {
			x := &all[k]
			for demand[i] > 0 && x.used+s.p.Kerf+s.p.Needs[i].Length <= s.p.Stock[x.stock].Length {
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
		if left[j] == 0 || o.Length < s.p.Needs[first].Length {
			continue
		}
		x := stick{stock: j}
		x.add(s.p, first)
		for _, more := range s.fullest(o.Length-x.used-s.p.Kerf, rest, 1500) {
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
			x.parts = slices.Clone(x.parts)
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
				if c := (column{stock: j, parts: s.fullest(s.p.Stock[j].Length, demand, 1500)}); s.cut(&all, c, demand, left) {
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

// longestOf is the longest piece of a layout.
func (s *search) longestOf(l Layout) measure.Length { return s.p.Needs[l.Parts[0].Need].Length }

// answer writes the plan down: like layouts together, the longest pieces first, so that
// the stop is set seldom.
func (s *search) answer() Answer {
	out := Answer{Bound: s.bound, Left: make([]int, len(s.p.Needs))}
	at := map[string]int{}
	for _, x := range s.best {
		out.Cost += s.p.Stock[x.stock].Price
		slices.SortFunc(x.parts, func(a, b Part) int {
			return cmp.Or(cmp.Compare(s.p.Needs[b.Need].Length, s.p.Needs[a.Need].Length), cmp.Compare(a.Need, b.Need))
		})
		key := fmt.Sprint(x.stock, x.parts)
		if i, there := at[key]; there {
			out.Layouts[i].Times++
			continue
		}
		at[key] = len(out.Layouts)
		out.Layouts = append(out.Layouts, Layout{x.stock, slices.Clone(x.parts), 1})
	}
	slices.SortStableFunc(out.Layouts, func(a, b Layout) int {
		return cmp.Or(cmp.Compare(s.longestOf(b), s.longestOf(a)), cmp.Compare(s.p.Stock[a.Stock].Length-s.p.used(a.Parts), s.p.Stock[b.Stock].Length-s.p.used(b.Parts)))
	})
	for i := range out.Left {
		out.Left[i] = s.left[i]
		if s.short != nil {
			out.Left[i] += s.short[i]
		}
	}
	if sum(s.short) > 0 { // the bound is of all: what is cut of them costs no less than nothing
		out.Bound = 0
	}
	out.Bound = math.Min(out.Bound, out.Cost)
	return out
}
