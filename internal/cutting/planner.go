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
		if rows := s.lengths() + s.ending(); rows <= effort.rows() {
			rest := s.work.left * 3 / 10 // for what comes after
			s.work.left -= rest
			s.byColumns()
			s.work.left = max(0, s.work.left) + rest
		}
		s.improve()
	}
	return s.answer()
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
			longest = max(longest, x.takes())
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

// taken is the length of all sticks that a plan takes.
func (s *search) taken(all []stick) (out measure.Length) {
	for _, x := range all {
		out += s.p.Stock[x.stock].Length
	}
	return out
}

// handier says whether a plan is better than the best, at the same cost: less of what is
// there taken, offcuts before whole sticks; then fewer lengths to carry; then larger
// single offcuts.
func (s *search) handier(all []stick) bool {
	if now, was := s.taken(all), s.taken(s.best); now != was {
		return now < was
	}
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
