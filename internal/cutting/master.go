package cutting

import "math"

// column is a way to cut a stick, in the linear programme: so many of each need from
// one stock.
type column struct {
	stock int // -1: an artificial one, or a rest
	parts []Part
	cost  float64
	row   int     // of a column with one entry
	entry float64 // its entry
}

// master is the linear programme over layouts: each need is met, no stock is
// overdrawn, at the least cost. It is solved by the revised simplex method, columns
// being made as they are wanted.
type master struct {
	p     *Problem
	needs []int // those that are wanted: a row each
	row   []int // of each need; -1: none
	rows  int
	ends  []int // of each stock: its row, or -1
	want  []float64
	basis []column
	inv   [][]float64
	x     []float64
	dual  []float64
	sack  knapsack
	pool  []column
	stock []int // how many of each are left
	dear  float64
}

// newMaster begins with nothing cut: every need at a price that nothing is worth.
func newMaster(p *Problem, demand, left []int, pool []column) *master {
	m := &master{p: p, stock: left, ends: make([]int, len(p.Stock)), row: make([]int, len(p.Needs))}
	for i, n := range demand {
		if m.row[i] = -1; n > 0 {
			m.row[i] = len(m.needs)
			m.needs = append(m.needs, i)
			m.sack.size = append(m.sack.size, int64(p.Needs[i].Length+p.Kerf))
			m.sack.most = append(m.sack.most, n)
		}
	}
	n := len(m.needs)
	m.rows, m.sack.value = n, make([]float64, n)
	for j := range p.Stock {
		m.ends[j] = -1
		if left[j] >= 0 {
			m.ends[j] = m.rows
			m.rows++
		}
		m.dear = math.Max(m.dear, p.Stock[j].Price)
	}
	m.dear = 1000 * (m.dear + 1)
	m.want, m.dual = make([]float64, m.rows), make([]float64, m.rows)
	m.inv, m.x = make([][]float64, m.rows), make([]float64, m.rows)
	for r := range m.rows {
		m.inv[r] = make([]float64, m.rows)
		m.inv[r][r] = 1
		c := column{stock: -1, row: r, entry: 1}
		if r < n {
			m.want[r], c.cost = float64(demand[m.needs[r]]), m.dear
			m.dual[r] = m.dear
		}
		m.basis = append(m.basis, c)
	}
	for j, r := range m.ends {
		if r >= 0 {
			m.want[r] = float64(left[j])
		}
	}
	copy(m.x, m.want)
	for _, c := range pool {
		if m.can(c) {
			m.pool = append(m.pool, c)
		}
	}
	return m
}

// can says whether a column can still be cut once: all of it is wanted.
func (m *master) can(c column) bool {
	if m.stock[c.stock] == 0 {
		return false
	}
	for _, x := range c.parts {
		if r := m.row[x.Need]; r < 0 || float64(x.N) > m.want[r] {
			return false
		}
	}
	return true
}

// entries gives a column's entries.
func (m *master) entries(c column, each func(row int, v float64)) {
	if c.stock < 0 {
		each(c.row, c.entry)
		return
	}
	for _, x := range c.parts {
		each(m.row[x.Need], float64(x.N))
	}
	if r := m.ends[c.stock]; r >= 0 {
		each(r, 1)
	}
}

// reduced is a column's cost less what it brings.
func (m *master) reduced(c column) float64 {
	out := c.cost
	if c.stock < 0 {
		return out - m.dual[c.row]*c.entry
	}
	for _, x := range c.parts {
		out -= m.dual[m.row[x.Need]] * float64(x.N)
	}
	if r := m.ends[c.stock]; r >= 0 {
		out -= m.dual[r]
	}
	return out
}

const tiny = 1e-7

// enter finds a column that makes the plan cheaper: of those at hand, a rest, or a new
// one. Bound is what no plan goes below, by the duals as they are; it is given when a
// new one was looked for.
func (m *master) enter(work *budget, nodes int) (c column, found bool, bound float64) {
	n := len(m.needs)
	best := -tiny * (1 + m.dear/1000)
	for _, x := range m.pool {
		if r := m.reduced(x); r < best {
			best, c, found = r, x, true
		}
	}
	for r := range m.rows { // more than is wanted; or a stock that isn't used up
		entry := -1.0
		if r >= n {
			entry = 1
		}
		x := column{stock: -1, row: r, entry: entry}
		if v := m.reduced(x); v < best {
			best, c, found = v, x, true
		}
	}
	if found {
		return c, true, math.Inf(-1)
	}
	for i := range n {
		m.sack.value[i] = math.Max(0, m.dual[i])
	}
	var worth []float64
	for j, s := range m.p.Stock {
		if m.stock[j] == 0 {
			worth = append(worth, 0)
			continue
		}
		m.sack.limit = int64(s.takes() + m.p.Kerf)
		taken, value, most := m.sack.solve(int64(s.Length+m.p.Kerf), nodes)
		work.left -= 30*(nodes-max(m.sack.nodes, 0)) + 60*len(m.needs)
		worth = append(worth, most)
		x := column{stock: j, parts: m.parts(taken), cost: s.Price}
		if v := m.reduced(x); value > 0 && v < best {
			best, c, found = v, x, true
		}
	}
	if found {
		m.pool = append(m.pool, c)
	}
	return c, found, m.bounded(worth)
}

// parts are what a knapsack of the rows took.
func (m *master) parts(taken []int) (out []Part) {
	for r, n := range taken {
		if n > 0 {
			out = append(out, Part{m.needs[r], n})
		}
	}
	return out
}

// bounded is the cost that no plan goes below, as the duals say it once they are made
// small enough for every stock. Source: Farley's bound, with ends of stock.
func (m *master) bounded(worth []float64) float64 {
	scale := 1.0
	for j, s := range m.p.Stock {
		if m.stock[j] < 0 && worth[j] > s.Price {
			scale = math.Min(scale, s.Price/worth[j])
		}
	}
	out := 0.0
	for i := range m.needs {
		out += scale * m.sack.value[i] * m.want[i]
	}
	for j, s := range m.p.Stock {
		if m.stock[j] > 0 {
			out -= math.Max(0, scale*worth[j]-s.Price) * float64(m.stock[j])
		}
	}
	return out
}

// pivot lets a column into the basis. false where it can't.
func (m *master) pivot(c column) bool {
	d := make([]float64, m.rows)
	m.entries(c, func(row int, v float64) {
		for r := range m.rows {
			d[r] += m.inv[r][row] * v
		}
	})
	out, least := -1, math.Inf(1)
	for r, v := range d {
		if v > 1e-9 {
			if ratio := m.x[r] / v; ratio < least-1e-12 || ratio < least+1e-12 && out >= 0 && m.basis[r].cost > m.basis[out].cost {
				out, least = r, ratio
			}
		}
	}
	if out < 0 {
		return false
	}
	pivot := d[out]
	for k := range m.inv[out] {
		m.inv[out][k] /= pivot
	}
	m.x[out] = least
	brings := m.reduced(c) // before the duals follow
	for k, v := range m.inv[out] {
		m.dual[k] += brings * v
	}
	for r := range m.rows {
		if r == out || d[r] == 0 {
			continue
		}
		f, row := d[r], m.inv[r]
		for k, v := range m.inv[out] {
			row[k] -= f * v
		}
		m.x[r] = math.Max(0, m.x[r]-f*least)
	}
	m.basis[out] = c
	return true
}

// solve makes columns until none makes the plan cheaper, or steps run out. It gives the
// best bound that it came by.
func (m *master) solve(work *budget, nodes int) (bound float64) {
	bound = 0
	for range 40*m.rows + 200 {
		if work.spent() {
			break
		}
		c, found, low := m.enter(work, nodes)
		bound = math.Max(bound, low)
		work.left -= m.rows*m.rows + 20*len(m.pool)
		if !found || !m.pivot(c) {
			break
		}
	}
	return bound
}

// layouts are what the programme uses, with how often.
func (m *master) layouts() (out []column, times []float64) {
	for r, c := range m.basis {
		if c.stock >= 0 && m.x[r] > 1e-6 {
			out, times = append(out, c), append(times, m.x[r])
		}
	}
	return out, times
}
