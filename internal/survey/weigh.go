package survey

import (
	"math"
	"sort"

	"gonum.org/v1/gonum/mat"
)

// weigh finds how well each shape of the grid explains the readings, on an
// even sample of them where they are many.
func (m *Model) weigh() {
	sample := m.readings
	if len(sample) > weighedReadings {
		sample = make([]Reading, weighedReadings)
		for i := range sample {
			sample[i] = m.readings[i*len(m.readings)/weighedReadings]
		}
	}
	n := len(sample)
	y := mat.NewVecDense(n, nil)
	for i, r := range sample {
		y.SetVec(i, r.Value-m.meanOf(r.terms()))
	}
	trend := mat.NewSymDense(n, nil)
	alike := [2]*mat.SymDense{mat.NewSymDense(n, nil), mat.NewSymDense(n, nil)}
	total := mat.NewSymDense(n, nil)
	signs, patches := make([][2]float64, n), make([][2]int, n)
	for i, r := range sample {
		for _, t := range m.patched(r.terms()) {
			signs[i][t.Of], patches[i][t.Of] = t.Weight, t.patch
		}
	}
	// both is 1 where two readings speak of the same patch of a surface
	both := func(i, j int, of Surface) float64 {
		if patches[i][of] != patches[j][of] {
			return 0
		}
		return signs[i][of] * signs[j][of]
	}
	floors, ceilings := m.sizesOf()
	best := math.Inf(-1)
	for i := range n {
		for j := i; j < n; j++ {
			trend.SetSym(i, j, (both(i, j, Floor)+both(i, j, Ceiling))*m.trend(sample[i].At, sample[j].At))
		}
	}
	var solved mat.VecDense
	for _, reach := range reaches {
		for i := range n {
			for j := i; j < n; j++ {
				k := smooth(sample[i].At.Distance(sample[j].At), reach)
				alike[0].SetSym(i, j, k*both(i, j, Floor))
				alike[1].SetSym(i, j, k*both(i, j, Ceiling))
			}
		}
		for _, f := range floors {
			for _, c := range ceilings {
				for i := range n {
					for j := i; j < n; j++ {
						v := trend.At(i, j) + f*f*alike[0].At(i, j) + c*c*alike[1].At(i, j)
						if i == j {
							v += m.variance(sample[i])
						}
						total.SetSym(i, j, v)
					}
				}
				var chol mat.Cholesky
				if !chol.Factorize(total) {
					continue
				}
				if err := chol.SolveVecTo(&solved, y); err != nil {
					continue
				}
				w := -0.5*mat.Dot(y, &solved) - 0.5*chol.LogDet() + prior(reach, typicalFar, farWidth)
				if len(floors) > 1 {
					w += prior(f, typicalSize, sizeWidth)
				}
				if len(ceilings) > 1 {
					w += prior(c, typicalSize, sizeWidth)
				}
				best = math.Max(best, w)
				m.shapes = append(m.shapes, weighed{shape{[2]float64{f, c}, reach}, w})
			}
		}
	}
	for i := range m.shapes {
		m.shapes[i].weight = math.Exp(m.shapes[i].weight - best)
	}
	sort.SliceStable(m.shapes, func(i, j int) bool { return m.shapes[i].weight > m.shapes[j].weight })
}

// sizesOf leaves out what the readings can't tell apart: with gaps alone one
// surface carries the whole departure.
func (m *Model) sizesOf() (floors, ceilings []float64) {
	switch n := m.counts.all; {
	case n.floor == 0 && n.ceiling == 0:
		return []float64{0}, sizes
	case n.gap == 0 && n.floor == 0:
		return []float64{typicalSize}, sizes
	case n.gap == 0 && n.ceiling == 0:
		return sizes, []float64{typicalSize}
	}
	return sizes, sizes
}

func prior(v, typical, width float64) float64 {
	z := math.Log(v/typical) / width
	return -0.5 * z * z
}
