package survey

import (
	"math"
	"sort"

	"gonum.org/v1/gonum/mat"

	"homalos/internal/abreast"
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
	terms := make([][]Term, n)
	for i, r := range sample {
		terms[i] = m.patched(r.terms())
		y.SetVec(i, r.Value-m.meanOf(terms[i]))
	}
	floors, ceilings := m.sizesOf()
	alike := m.likeness(terms, terms)
	trend := make([]float64, n*n)
	alike.trends(trend)
	found := make([][]weighed, len(reaches))
	for _, reach := range reaches {
		alike.bend(reach) // remembered before several ask
	}
	abreast.Each(len(reaches), func(k int) {
		reach, bend := reaches[k], alike.bend(reaches[k])
		unit := [2][]float64{alike.departures(Floor, bend), alike.departures(Ceiling, bend)}
		total, solved := mat.NewSymDense(n, nil), mat.NewVecDense(n, nil)
		data := total.RawSymmetric().Data
		for _, f := range floors {
			for _, c := range ceilings {
				for i, r := range sample {
					for at := i*n + i; at < (i+1)*n; at++ { // the upper triangle
						data[at] = trend[at] + f*f*unit[0][at] + c*c*unit[1][at]
					}
					data[i*n+i] += m.variance(r)
				}
				u, ok := factored(total)
				if !ok {
					continue
				}
				solved.CopyVec(y)
				w := -0.5*u.explains(solved) - 0.5*u.logDet() + prior(reach, typicalFar, farWidth)
				if len(floors) > 1 {
					w += prior(f, typicalSize, sizeWidth)
				}
				if len(ceilings) > 1 {
					w += prior(c, typicalSize, sizeWidth)
				}
				found[k] = append(found[k], weighed{shape{[2]float64{f, c}, reach}, w})
			}
		}
	})
	best := math.Inf(-1)
	for _, some := range found {
		for _, w := range some {
			best = math.Max(best, w.weight)
		}
		m.shapes = append(m.shapes, some...)
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
