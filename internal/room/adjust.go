package room

import (
	"math"

	"gonum.org/v1/gonum/mat"

	"homalos/internal/geo"
	"homalos/internal/survey"
)

// adjustment is a least-squares solution of the corners: the first at the
// origin, the second to the right of it (survey adjustment).
type adjustment struct {
	n     int
	at    []geo.Point
	ties  []Tie
	cost  float64       // sum of squared misfits in standard errors
	cov   *mat.SymDense // of the unknowns; loose directions left out
	loose *mat.Dense    // columns: directions that no tie holds
	rank  int
}

// unknown is the index of a corner's coordinate among the unknowns, or -1
// where the frame holds it.
func unknown(corner, axis int) int {
	if corner == 0 || corner == 1 && axis == 1 {
		return -1
	}
	return 2*corner + axis - 2 - boolean(corner > 1)
}

func boolean(b bool) int {
	if b {
		return 1
	}
	return 0
}

// rows are the ties' slopes by unknown and their misfits, in standard errors.
func rows(ties []Tie, at []geo.Point) (*mat.Dense, []float64) {
	k := 2*len(at) - 3
	j := mat.NewDense(max(len(ties), 1), k, nil)
	miss := make([]float64, len(ties))
	for i, t := range ties {
		_, slope := t.foretell(at)
		for corner, s := range slope {
			for axis := range 2 {
				if u := unknown(corner, axis); u >= 0 {
					j.Set(i, u, j.At(i, u)+s[axis]/t.Sigma)
				}
			}
		}
		miss[i] = t.misfit(at) / t.Sigma
	}
	return j, miss
}

func costOf(ties []Tie, at []geo.Point) float64 {
	total := 0.0
	for _, t := range ties {
		m := t.misfit(at) / t.Sigma
		total += m * m
	}
	return total
}

func moved(at []geo.Point, step *mat.VecDense, share float64) []geo.Point {
	out := append([]geo.Point(nil), at...)
	for i := range out {
		if u := unknown(i, 0); u >= 0 {
			out[i].X += share * step.AtVec(u)
		}
		if u := unknown(i, 1); u >= 0 {
			out[i].Y += share * step.AtVec(u)
		}
	}
	return out
}

// settleFrom walks downhill from a start (Levenberg and Marquardt) to the
// corners that suit the ties best.
func settleFrom(ties []Tie, start []geo.Point) ([]geo.Point, float64) {
	at, cost := start, costOf(ties, start)
	damp := 1e-4
	k := 2*len(at) - 3
	for range 60 {
		j, miss := rows(ties, at)
		var normal mat.Dense
		normal.Mul(j.T(), j)
		pull := mat.NewVecDense(k, nil)
		pull.MulVec(j.T(), mat.NewVecDense(max(len(miss), 1), append(miss, make([]float64, 1)...)[:max(len(miss), 1)]))
		better := false
		for range 12 {
			h := mat.NewSymDense(k, nil)
			for a := range k {
				for b := a; b < k; b++ {
					v := normal.At(a, b)
					if a == b {
						v += damp*v + 1e-8
					}
					h.SetSym(a, b, v)
				}
			}
			var chol mat.Cholesky
			var step mat.VecDense
			if chol.Factorize(h) {
				if err := chol.SolveVecTo(&step, pull); err == nil {
					next := moved(at, &step, 1)
					if c := costOf(ties, next); c < cost {
						done := cost-c < 1e-9*(1+c)
						at, cost, better = next, c, true
						damp = math.Max(damp/8, 1e-9)
						if done {
							return at, cost
						}
						break
					}
				}
			}
			damp *= 6
		}
		if !better {
			break
		}
	}
	return at, cost
}

// weighUp finds which directions are held at the solution, and how firmly.
func weighUp(ties []Tie, at []geo.Point) adjustment {
	k := 2*len(at) - 3
	a := adjustment{n: len(at), at: at, ties: ties, cost: costOf(ties, at), cov: mat.NewSymDense(k, nil)}
	j, _ := rows(ties, at)
	var normal mat.Dense
	normal.Mul(j.T(), j)
	h := mat.NewSymDense(k, nil)
	for r := range k {
		for c := r; c < k; c++ {
			h.SetSym(r, c, (normal.At(r, c)+normal.At(c, r))/2)
		}
	}
	var eigen mat.EigenSym
	if !eigen.Factorize(h, true) {
		a.loose = mat.NewDense(k, k, nil)
		for i := range k {
			a.loose.Set(i, i, 1)
		}
		return a
	}
	var vectors mat.Dense
	eigen.VectorsTo(&vectors)
	var free []int
	for i, v := range eigen.Values(nil) {
		if v < 1/(survey.LooseBeyond*survey.LooseBeyond) {
			free = append(free, i)
			continue
		}
		a.rank++
		for r := range k {
			for c := r; c < k; c++ {
				a.cov.SetSym(r, c, a.cov.At(r, c)+vectors.At(r, i)*vectors.At(c, i)/v)
			}
		}
	}
	if len(free) > 0 {
		a.loose = mat.NewDense(k, len(free), nil)
		for c, i := range free {
			a.loose.SetCol(c, mat.Col(nil, i, &vectors))
		}
	}
	return a
}

// row is one tie's slopes by unknown, in its own unit.
func (a *adjustment) row(t Tie) *mat.VecDense {
	v := mat.NewVecDense(2*a.n-3, nil)
	_, slope := t.foretell(a.at)
	for corner, s := range slope {
		for axis := range 2 {
			if u := unknown(corner, axis); u >= 0 {
				v.SetVec(u, v.AtVec(u)+s[axis])
			}
		}
	}
	return v
}

// held says whether a row touches no loose direction.
func (a *adjustment) held(row *mat.VecDense) bool { return a.slack(row) < 1e-4*mat.Norm(row, 2)+1e-12 }

// slack is how much of a row lies in loose directions.
func (a *adjustment) slack(row *mat.VecDense) float64 {
	if a.loose == nil {
		return 0
	}
	var part mat.VecDense
	part.MulVec(a.loose.T(), row)
	return mat.Norm(&part, 2)
}

// variance of what a row says, from the held directions.
func (a *adjustment) variance(row *mat.VecDense) float64 {
	return mat.Inner(row, a.cov, row)
}
