package survey

import "gonum.org/v1/gonum/mat"

// Held is a sum that is too uncertain to cut by: it is free once its spread is
// at most Hold millimetres.
type Held struct {
	Terms []Term
	Hold  float64
}

// Step is one further reading worth taking, and which held sums (by index) it
// frees once the steps before it are taken too.
type Step struct {
	Candidate int
	Frees     []int
}

// Next orders further readings: each is the candidate that frees most held
// sums, or, where none frees any, the one that narrows them most. It stops
// when nothing is held, when no candidate helps, or after most steps. Values
// of the candidates are not looked at: what a reading frees doesn't depend on
// what it will say.
func (m *Model) Next(held []Held, candidates []Reading, most int) []Step {
	if m.local && len(held) > 0 {
		at := middle(held[0].Terms)
		return m.Near(at, at, wholeReadings).Next(held, candidates, most)
	}
	if len(m.fits) == 0 || len(held) == 0 || len(candidates) == 0 {
		return nil
	}
	sums := make([][]Term, 0, len(held)+len(candidates))
	for _, h := range held {
		sums = append(sums, h.Terms)
	}
	for _, c := range candidates {
		sums = append(sums, c.terms())
	}
	cov := m.covariance(sums)
	free := make([]bool, len(held))
	limit := make([]float64, len(held)) // variance at which each is free
	now := m.EstimateAll(sums[:len(held)])
	for i, h := range held {
		limit[i] = h.Hold * h.Hold / (surety * surety)
		// shapes that disagree widen a spread beyond this covariance: taken to
		// narrow with it
		if whole := now[i].Spread * now[i].Spread / (surety * surety); whole > cov.At(i, i) {
			limit[i] *= cov.At(i, i) / whole
		}
		free[i] = cov.At(i, i) <= limit[i]
	}
	taken := make([]bool, len(candidates))
	var steps []Step
	for len(steps) < most {
		best, bestFrees, bestGain := -1, 0, 1e-3
		for c := range candidates {
			if taken[c] {
				continue
			}
			k := len(held) + c
			own := cov.At(k, k) + m.variance(candidates[c])
			frees, gain := 0, 0.0
			for i := range held {
				if free[i] {
					continue
				}
				drop := cov.At(i, k) * cov.At(i, k) / own
				gain += drop / limit[i]
				if cov.At(i, i)-drop <= limit[i] {
					frees++
				}
			}
			if frees > bestFrees || frees == bestFrees && gain > bestGain {
				best, bestFrees, bestGain = c, frees, gain
			}
		}
		if best < 0 {
			break
		}
		taken[best] = true
		condition(cov, len(held)+best, m.variance(candidates[best]))
		step := Step{Candidate: best}
		for i := range held {
			if !free[i] && cov.At(i, i) <= limit[i] {
				free[i] = true
				step.Frees = append(step.Frees, i)
			}
		}
		steps = append(steps, step)
	}
	return steps
}

// covariance of the sums given the readings, over the kept shapes.
func (m *Model) covariance(sums [][]Term) *mat.SymDense {
	sums = m.allPatched(sums)
	n, count := len(m.readings), len(sums)
	total := mat.NewSymDense(count, nil)
	cross, solved := mat.NewDense(n, count, nil), mat.NewDense(n, count, nil)
	terms := make([][]Term, n)
	for i, r := range m.readings {
		terms[i] = m.patched(r.terms())
	}
	alike := m.likeness(terms, sums)
	for f := range m.fits {
		fit := &m.fits[f]
		alike.by(fit.shape, cross.RawMatrix().Data)
		solved.Copy(cross)
		fit.solveAll(solved)
		var explained mat.Dense
		explained.Mul(cross.T(), solved)
		for i := range count {
			for j := i; j < count; j++ {
				total.SetSym(i, j, total.At(i, j)+fit.weight*(m.between(sums[i], sums[j], fit.shape)-(explained.At(i, j)+explained.At(j, i))/2))
			}
		}
	}
	return total
}

// condition takes a noisy reading of sum k into account.
func condition(cov *mat.SymDense, k int, noise float64) {
	n := cov.SymmetricDim()
	own := cov.At(k, k) + noise
	col := make([]float64, n)
	for i := range n {
		col[i] = cov.At(i, k)
	}
	for i := range n {
		for j := i; j < n; j++ {
			cov.SetSym(i, j, cov.At(i, j)-col[i]*col[j]/own)
		}
	}
}
