package cutting

import (
	"cmp"
	"math"
	"slices"

	"homalos/internal/measure"
)

// lengths is how many are wanted.
func (s *search) lengths() (n int) {
	for _, d := range s.demand {
		if d > 0 {
			n++
		}
	}
	return n
}

// ending is how many stocks there is an end of: each is a row of its own.
func (s *search) ending() (n int) {
	for _, x := range s.p.Stock {
		if x.OnHand > 0 {
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

// byHand lays pieces longest first into the first stick that has room, opening sticks
// of each stock in turn, and shrinks each to the cheapest stock that it fits.
func (s *search) byHand() {
	for open := range s.p.Stock {
		if s.p.Stock[open].OnHand == 0 {
			continue
		}
		if s.found && s.work.spent() {
			break
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
		s.work.left -= 3*(len(all)-start) + 2*len(s.p.Stock)
		for n := 0; n < s.demand[i]; n++ {
			placed := false
			for ; from < len(all); from++ {
				if x := &all[from]; s.has(x, i) {
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
	if left[open] != 0 && s.p.Stock[open].takes() >= long {
		return open
	}
	best := -1
	for j, x := range s.p.Stock {
		if left[j] != 0 && x.takes() >= long && (best < 0 || x.Price < s.p.Stock[best].Price) {
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

// has says whether a stick that is begun has room for one more of a need.
func (s *search) has(x *stick, i int) bool {
	long, of := s.p.Needs[i].Length, s.p.Stock[x.stock]
	return long <= of.takes() && x.used+s.p.Kerf+long <= of.Length
}

// longestIn is the longest piece of a stick.
func (p *Problem) longestIn(parts []Part) (out measure.Length) {
	for _, x := range parts {
		out = max(out, p.Needs[x.Need].Length)
	}
	return out
}

// shrink takes each stick from the cheapest stock that still holds it.
func (s *search) shrink(all []stick, left []int) {
	for k := range all {
		x := &all[k]
		for j, o := range s.p.Stock {
			now := s.p.Stock[x.stock]
			if left[j] != 0 && o.Length >= x.used && o.takes() >= s.p.longestIn(x.parts) && (o.Price < now.Price-1e-12 || o.Price <= now.Price+1e-12 && o.Length < now.Length) {
				give(left, x.stock)
				take(left, j)
				x.stock = j
			}
		}
	}
}
