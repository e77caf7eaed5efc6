package survey

import (
	"math"

	"gonum.org/v1/gonum/mat"

	"homalos/internal/geo"
)

// Held is a sum that can't be cut by yet: it is free once its spread is at most
// Hold millimetres and it lacks nothing, or once it is read at its own place.
type Held struct {
	Terms []Term
	At    geo.Point // where the piece stands
	Hold  float64
	Own   []Reading // what frees it alone, at its own place
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
// what it will say. t are the readings that bear on the wall.
func (m *Model) Next(t *Taken, held []Held, candidates []Reading, most int) []Step {
	if m.local && len(held) > 0 {
		at := middle(held[0].Terms)
		return m.Near(at, at, wholeReadings).Next(t, held, candidates, most)
	}
	if len(held) == 0 || len(candidates) == 0 {
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
	w := weighing{Taken: t, blind: t.places() < FewestReadings, held: held, candidates: candidates, cov: cov, free: make([]bool, len(held)), limit: make([]float64, len(held))}
	now := m.EstimateAll(sums[:len(held)])
	for i, h := range held {
		w.limit[i] = h.Hold * h.Hold / (surety * surety)
		// shapes that disagree widen a spread beyond this covariance: taken to
		// narrow with it
		if whole := now[i].Spread * now[i].Spread / (surety * surety); now[i].Known && whole > cov.At(i, i) {
			w.limit[i] *= cov.At(i, i) / whole
		}
		w.behind = append(w.behind, t.behind(h.Terms, h.At))
		w.own = append(w.own, t.missing(h.Own))
		w.free[i] = w.may(i, w.behind[i], cov.At(i, i))
	}
	taken := make([]bool, len(candidates))
	var steps []Step
	for len(steps) < most {
		best, bestFrees, bestGain := -1, 0, 1e-3
		for c := range candidates {
			if taken[c] {
				continue
			}
			if frees, gain := w.worth(c, m.variance(candidates[c])); frees > bestFrees || frees == bestFrees && gain > bestGain {
				best, bestFrees, bestGain = c, frees, gain
			}
		}
		if best < 0 {
			break
		}
		taken[best] = true
		steps = append(steps, Step{Candidate: best, Frees: w.take(best, m.variance(candidates[best]))})
	}
	return steps
}

// weighing is how things stand while further readings are chosen.
type weighing struct {
	*Taken
	held       []Held
	candidates []Reading
	cov        *mat.SymDense // of the held sums, then the candidates
	limit      []float64     // variance at which each held sum is narrow enough
	behind     []support
	own        [][]Reading // still to be read at its own place
	free       []bool
	blind      bool // too little was read to foretell what more will free: only what is read at its own place is sure
	room       []tally
}

// worth is how many held sums a candidate frees, and how far it brings the
// others on.
func (w *weighing) worth(c int, noise float64) (frees int, gain float64) {
	k := len(w.held) + c
	own := w.cov.At(k, k) + noise
	for i := range w.held {
		if w.free[i] {
			continue
		}
		drop := w.cov.At(i, k) * w.cov.At(i, k) / own
		after := w.with(w.behind[i], w.candidates[c], w.room)
		w.room = after.tallies
		lack, was := after.lack(w.rule.Reach), w.behind[i].lack(w.rule.Reach)
		if w.may(i, after, w.cov.At(i, i)-drop) || len(w.own[i]) == 1 && same(w.own[i][0], w.candidates[c]) {
			frees++
		}
		if was := w.cov.At(i, i); was > w.limit[i] {
			gain += math.Log(was / math.Max(was-drop, w.limit[i])) // what is narrow enough gains nothing
		}
		gain += float64(max(was.Readings, 0) - max(lack.Readings, 0))
		if was.Far && !lack.Far {
			gain++
		}
	}
	return frees, gain
}

// may says whether a held sum may be cut by, with what stands behind it and a
// variance of the model's.
func (w *weighing) may(i int, s support, variance float64) bool {
	wide := wider(s.far())
	return !w.blind && variance*wide*wide <= w.limit[i] && !s.lack(w.rule.Reach).Any()
}

// take takes a candidate, and says which held sums that frees.
func (w *weighing) take(c int, noise float64) (frees []int) {
	condition(w.cov, len(w.held)+c, noise)
	for i := range w.held {
		w.add(&w.behind[i], w.candidates[c])
		for k, r := range w.own[i] {
			if same(r, w.candidates[c]) {
				w.own[i] = append(w.own[i][:k:k], w.own[i][k+1:]...)
				break
			}
		}
		if !w.free[i] && (w.may(i, w.behind[i], w.cov.At(i, i)) || len(w.own[i]) == 0 && len(w.held[i].Own) > 0) {
			w.free[i] = true
			frees = append(frees, i)
		}
	}
	return frees
}

func same(a, b Reading) bool { return a.Kind == b.Kind && a.At.Distance(b.At) < 1 }

// missing are those of the readings that weren't taken.
func (t *Taken) missing(own []Reading) []Reading {
	var out []Reading
	for _, r := range own {
		if _, ok := t.At(r.Kind, r.At); !ok {
			out = append(out, r)
		}
	}
	return out
}

// covariance of the sums given the readings, over the kept shapes.
func (m *Model) covariance(sums [][]Term) *mat.SymDense {
	sums = m.allPatched(sums)
	n, count := len(m.readings), len(sums)
	total := mat.NewSymDense(count, nil)
	if len(m.fits) == 0 { // nothing was read: what old buildings do
		for i := range count {
			for j := i; j < count; j++ {
				total.SetSym(i, j, m.between(sums[i], sums[j], shape{[2]float64{typicalSize, typicalSize}, typicalFar}))
			}
		}
		return total
	}
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
