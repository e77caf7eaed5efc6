// Package remedy knows what becomes of pieces that were cut when a reading changes or a
// wall moves: which fit still, which are trimmed or packed, which become another piece,
// and what is cut anew. It looks at all pieces of a lumber together.
//
// Source of the limits: the work, step 9. It says nothing of how a piece is fixed.
package remedy

import (
	"cmp"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/saw"
	"homalos/internal/work"
)

// Do is what is done with a piece.
type Do string

// What can be done.
const (
	Fits  Do = "fits"  // as it is, within what is accepted
	Trim  Do = "trim"  // it is too long
	Shim  Do = "shim"  // it is too short, by no more than is packed
	Reuse Do = "reuse" // it becomes another piece
	Recut Do = "recut" // the piece is cut anew; what was cut for it is spare
	Spare Do = "spare" // nothing wants that wood now
)

// Remedy is what becomes of one piece that was cut.
type Remedy struct {
	Member string
	Wall   string // "": it is gone
	Was    measure.Length
	Now    measure.Length // what it should be; 0: no such piece is there any more
	Do     Do
	By     measure.Length // of what it becomes: how much is trimmed, packed or differs, without a sign
	As     string         // of reuse: what it becomes
	Lumber string
	Stands bool // it stands in its wall, and comes out for that
}

// Limits are the crew's.
type Limits struct {
	Accept measure.Length // so much too short is left as it is
	Shim   measure.Length // so much too short is packed
	Over   measure.Length // so much too long still goes in: the fit window
}

// wood is a piece that was cut and isn't what it should be.
type wood struct {
	member string
	wall   string
	lumber string
	at     measure.Length
	own    int // which of the needs is its own; -1: none
	stands bool
	plain  bool // its ends are square, as far as is known
}

// need is a piece that wants wood.
type need struct {
	member *framing.Member
	wall   string
	cut    bool // it had been cut
}

// Of is what becomes of each piece that was cut, in the walls' order, those that fit left
// out unless all are asked for. Pieces that can't be said to be right, as they are held,
// are left out too.
func Of(r *work.Result, now *saw.Now, l Limits) (out []Remedy) {
	seen := map[string]bool{}
	byLumber := map[string]*pile{}
	pileOf := func(lumber string) *pile {
		if byLumber[lumber] == nil {
			byLumber[lumber] = &pile{}
		}
		return byLumber[lumber]
	}
	order := map[string]int{}
	for _, w := range r.Lists() {
		for i := range w.Members {
			m := &w.Members[i]
			seen[m.ID], order[m.ID] = true, len(order)
			life, known := now.Lives[m.ID]
			cut := known && life.Cut
			if m.Old != 0 || !work.MayCut(m) {
				continue
			}
			own := cmp.Or(life.Line.Lumber, m.Lumber.ID)
			if cut && own == m.Lumber.ID {
				packed := measure.Length(0)
				if life.Line.Shimmed.Given() {
					packed, _ = life.Line.Shimmed.In(r.Rules.Units)
				}
				if off := life.At + packed - m.Cut; off >= -l.Accept && off <= l.Over {
					out = append(out, Remedy{Member: m.ID, Wall: w.Wall.ID, Was: life.At, Now: m.Cut, Do: Fits, By: abs(life.At - m.Cut), Lumber: own, Stands: life.Sets})
					continue
				}
			}
			p := pileOf(m.Lumber.ID)
			p.needs = append(p.needs, need{m, w.Wall.ID, cut})
			if !cut {
				continue
			}
			one := wood{m.ID, w.Wall.ID, own, life.At, -1, life.Sets, m.Bevel == ""}
			if own == m.Lumber.ID {
				one.own = len(p.needs) - 1
			}
			pileOf(own).wood = append(pileOf(own).wood, one)
		}
	}
	for _, id := range sortedKeys(now.Lives) {
		if life := now.Lives[id]; life.Cut && !seen[id] {
			p := pileOf(life.Line.Lumber)
			p.wood = append(p.wood, wood{member: id, lumber: life.Line.Lumber, at: life.At, own: -1, stands: life.Sets, plain: true})
		}
	}
	for _, lumber := range sortedKeys(byLumber) {
		out = append(out, byLumber[lumber].out(l)...)
	}
	slices.SortStableFunc(out, func(a, b Remedy) int {
		x, there := order[a.Member]
		y, too := order[b.Member]
		if there != too {
			if there {
				return -1
			}
			return 1
		}
		return cmp.Or(cmp.Compare(x, y), cmp.Compare(a.Member, b.Member))
	})
	return out
}

func sortedKeys[T any](m map[string]T) (out []string) {
	for k := range m {
		out = append(out, k)
	}
	slices.Sort(out)
	return out
}

func abs(l measure.Length) measure.Length { return max(l, -l) }

// pile is the wood of one lumber that isn't what it should be, and what wants some.
type pile struct {
	wood  []wood
	needs []need
}

// suits says whether a piece can become one that is needed: long enough, or short by no
// more than is packed; with its ends square, or for itself.
func (p *pile) suits(i, j int, l Limits) bool {
	w, n := p.wood[i], p.needs[j]
	if w.own == j {
		return w.at >= n.member.Cut-l.Shim
	}
	return w.plain && w.at >= n.member.Cut-l.Shim
}

// What an act costs, in the assignment's own measure: serving a need comes before all,
// then how long it is, then that few pieces move and few come out of their walls.
const (
	served    = 1_000_000_000_000
	aMM       = 1000
	moved     = 50 * aMM  // as much as 2 in of wood
	takenOut  = 300 * aMM // as much as a foot
	mostExact = 300       // pieces of one lumber that are assigned exactly
)

// cost is what it costs to let a piece become one that is needed: less than nothing.
func (p *pile) cost(i, j int) int64 {
	w, n := p.wood[i], p.needs[j]
	out := -int64(served) - int64(n.member.Cut.Millimetres()*aMM)
	if w.own != j {
		out += moved
		if w.stands {
			out += takenOut
		}
	}
	return out + int64(abs(w.at-n.member.Cut).Millimetres())
}

// out assigns the wood, and says what becomes of it.
func (p *pile) out(l Limits) (out []Remedy) {
	if len(p.wood) == 0 {
		return nil
	}
	as := p.assign(l)
	by := map[int]bool{}
	for _, j := range as {
		if j >= 0 {
			by[j] = true
		}
	}
	for i, w := range p.wood {
		one := Remedy{Member: w.member, Wall: w.wall, Was: w.at, Lumber: w.lumber, Stands: w.stands}
		unserved := false
		if w.own >= 0 {
			one.Now = p.needs[w.own].member.Cut
			unserved = !by[w.own]
		}
		one.By = abs(w.at - one.Now)
		recut := one
		recut.Do = Recut
		switch j := as[i]; {
		case j < 0 && unserved:
			out = append(out, recut)
			continue
		case j < 0:
			one.Do, one.By = Spare, 0
		case j == w.own && w.at > one.Now:
			one.Do = Trim
		case j == w.own:
			one.Do = Shim
		default:
			n := p.needs[j].member
			one.Do, one.As, one.By = Reuse, n.ID, abs(w.at-n.Cut)
		}
		out = append(out, one)
		if one.Do == Reuse && unserved {
			out = append(out, recut)
		}
	}
	return out
}

// assign gives each piece of wood the need that it serves, -1 for none: the cheapest way
// over all of them where they are no more than mostExact, else each in turn.
func (p *pile) assign(l Limits) []int {
	columns := p.wanted(l)
	if len(p.wood) > mostExact {
		return p.inTurn(l, columns)
	}
	cost := make([][]int64, len(p.wood))
	for i := range p.wood {
		cost[i] = make([]int64, len(columns)+len(p.wood)) // and for each nothing
		for k, j := range columns {
			if p.suits(i, j, l) {
				cost[i][k] = p.cost(i, j)
			} else {
				cost[i][k] = served
			}
		}
	}
	out := make([]int, len(p.wood))
	for i, k := range cheapest(cost) {
		out[i] = -1
		if k < len(columns) && cost[i][k] < 0 {
			out[i] = columns[k]
		}
	}
	return out
}

// wanted are the needs that are looked at: each piece's own, and of the others the longest
// that some piece suits, as many as there are pieces: no plan serves a shorter one first.
func (p *pile) wanted(l Limits) (out []int) {
	own := map[int]bool{}
	longest := measure.Length(0)
	for _, w := range p.wood {
		longest = max(longest, w.at)
		if w.own >= 0 {
			own[w.own] = true
		}
	}
	var rest []int
	for j, n := range p.needs {
		switch {
		case own[j]:
			out = append(out, j)
		case n.member.Cut-l.Shim <= longest:
			rest = append(rest, j)
		}
	}
	slices.SortStableFunc(rest, func(a, b int) int { return cmp.Compare(p.needs[b].member.Cut, p.needs[a].member.Cut) })
	// for each length of wood the longest needs that it suits
	keep := map[int]bool{}
	ats := make([]measure.Length, 0, len(p.wood))
	for _, w := range p.wood {
		ats = append(ats, w.at)
	}
	slices.Sort(ats)
	for _, at := range slices.Compact(ats) {
		n := 0
		for _, j := range rest {
			if p.needs[j].member.Cut-l.Shim <= at && n < len(p.wood) {
				keep[j] = true
				n++
			}
		}
	}
	for _, j := range rest {
		if keep[j] {
			out = append(out, j)
		}
	}
	return out
}

// inTurn serves the longest need first, each piece's own before others.
func (p *pile) inTurn(l Limits, columns []int) []int {
	out := make([]int, len(p.wood))
	for i := range out {
		out[i] = -1
	}
	taken := map[int]bool{}
	for i, w := range p.wood {
		if w.own >= 0 && p.suits(i, w.own, l) {
			out[i], taken[w.own] = w.own, true
		}
	}
	slices.SortStableFunc(columns, func(a, b int) int { return cmp.Compare(p.needs[b].member.Cut, p.needs[a].member.Cut) })
	for _, j := range columns {
		best := -1
		for i := range p.wood {
			if out[i] < 0 && !taken[j] && p.suits(i, j, l) && (best < 0 || p.wood[i].at < p.wood[best].at) {
				best = i
			}
		}
		if best >= 0 {
			out[best], taken[j] = j, true
		}
	}
	return out
}
