package survey

import (
	"math"

	"gonum.org/v1/gonum/blas"
	"gonum.org/v1/gonum/blas/blas64"
	"gonum.org/v1/gonum/lapack/lapack64"
	"gonum.org/v1/gonum/mat"
)

// factor is a covariance factored: its upper triangle, Kᵀ = UᵀU. It is asked
// by that triangle itself, without copies and without a condition number: the
// readings' own noise keeps every covariance here far from singular.
type factor struct{ upper blas64.Triangular }

// factored factors a covariance, in its place: k is of no use after. False: it
// isn't positive definite.
func factored(k *mat.SymDense) (factor, bool) {
	u, ok := lapack64.Potrf(k.RawSymmetric())
	return factor{u}, ok
}

// solve brings K⁻¹·y about in y.
func (f factor) solve(y *mat.VecDense) {
	blas64.Trsv(blas.Trans, f.upper, y.RawVector())
	blas64.Trsv(blas.NoTrans, f.upper, y.RawVector())
}

// explains is yᵀ·K⁻¹·y; it changes y.
func (f factor) explains(y *mat.VecDense) float64 {
	blas64.Trsv(blas.Trans, f.upper, y.RawVector())
	return mat.Dot(y, y)
}

// solveAll brings K⁻¹·b about in b.
func (f factor) solveAll(b *mat.Dense) { lapack64.Potrs(f.upper, b.RawMatrix()) }

// half brings U⁻ᵀ·b about in b: the sum of squares of each column is what the
// readings explain of it.
func (f factor) half(b *mat.Dense) {
	blas64.Trsm(blas.Left, blas.Trans, 1, f.upper, b.RawMatrix())
}

// inverse makes K⁻¹ of the factor, in its place: its upper triangle.
func (f factor) inverse() blas64.Symmetric {
	k := blas64.Symmetric{Uplo: blas.Upper, N: f.upper.N, Stride: f.upper.Stride, Data: f.upper.Data}
	lapack64.Potri(f.upper)
	return k
}

// logDet is the logarithm of the covariance's determinant.
func (f factor) logDet() float64 {
	total := 0.0
	for i := range f.upper.N {
		total += 2 * math.Log(f.upper.Data[i*f.upper.Stride+i])
	}
	return total
}
