package survey

// likeness is how alike the sums of two lists are, by any shape. Places and
// distances are worked out once; what a reach makes of a distance, once for
// each reach.
type likeness struct {
	from  []int // by sum of the first and of the second: its first pair, one more at the end
	pairs []pair
	bends map[float64][]float64 // by reach and pair
}

// pair is a term of one sum with one of the other, on the same patch of a
// surface.
type pair struct {
	of       Surface
	weight   float64
	trend    float64 // mm²
	distance float64 // mm
}

func (m *Model) likeness(a, b [][]Term) *likeness {
	l := &likeness{from: make([]int, 1, len(a)*len(b)+1), pairs: make([]pair, 0, len(a)*len(b)), bends: map[float64][]float64{}}
	for _, one := range a {
		for _, other := range b {
			for _, t := range one {
				for _, u := range other {
					if t.Of == u.Of && t.patch == u.patch {
						l.pairs = append(l.pairs, pair{t.Of, t.Weight * u.Weight, m.trend(t.At, u.At), t.At.Distance(u.At)})
					}
				}
			}
			l.from = append(l.from, len(l.pairs))
		}
	}
	return l
}

// bend is what a reach makes of each pair's distance.
func (l *likeness) bend(reach float64) []float64 {
	out := l.bends[reach]
	if out == nil {
		out = make([]float64, len(l.pairs))
		for i := range l.pairs {
			out[i] = smooth(l.pairs[i].distance, reach)
		}
		l.bends[reach] = out
	}
	return out
}

// by gives the likeness by a shape, in rows, into to.
func (l *likeness) by(s shape, to []float64) {
	bend := l.bend(s.reach)
	squares := [2]float64{s.size[0] * s.size[0], s.size[1] * s.size[1]}
	for k := range to {
		total := 0.0
		for i := l.from[k]; i < l.from[k+1]; i++ {
			p := &l.pairs[i]
			total += p.weight * (p.trend + squares[p.of]*bend[i])
		}
		to[k] = total
	}
}

// trends gives the part of it that any shape has, in rows, into to.
func (l *likeness) trends(to []float64) {
	for k := range to {
		total := 0.0
		for i := l.from[k]; i < l.from[k+1]; i++ {
			total += l.pairs[i].weight * l.pairs[i].trend
		}
		to[k] = total
	}
}

// departures is how alike the departures of one surface are, where their size
// is one, in rows.
func (l *likeness) departures(of Surface, bend []float64) []float64 {
	to := make([]float64, len(l.from)-1)
	for k := range to {
		for i := l.from[k]; i < l.from[k+1]; i++ {
			if l.pairs[i].of == of {
				to[k] += l.pairs[i].weight * bend[i]
			}
		}
	}
	return to
}
