package survey

import (
	"math"
	"sort"

	"gonum.org/v1/gonum/mat"

	"homalos/internal/geo"
)

// Model foretells the two surfaces from the readings. Each surface is a plane
// that is only weakly held, plus a smooth departure from it (a Gaussian
// process, kriging). How far and how quickly a surface departs is not assumed:
// a grid of sizes and reaches is weighed by how well each explains the
// readings, and the answer is the weighted mixture, so that few readings don't
// give false confidence.
//
// A Model is safe for use by several goroutines at once.
type Model struct {
	readings []Reading
	noise    float64 // standard error of one reading, mm
	zones    []Zone
	counts   counts
	centre   geo.Point
	mean     [2]float64
	shapes   []weighed
	fits     []fit
	keep     int
	local    bool // too many readings to factor as one
}

// shape is one guess at how the surfaces depart from their planes.
type shape struct {
	size  [2]float64 // standard deviation of the departure, floor and ceiling, mm
	reach float64    // over what distance it changes, mm
}

type weighed struct {
	shape
	weight float64
}

// fit is a shape with the readings' covariance factored.
type fit struct {
	weighed
	factor
	alpha *mat.VecDense
}

// Priors, from what old buildings do: an unheld datum, slopes of an eighth
// inch to the foot, departures from a plane of up to two inches that change
// over two to thirty feet.
const (
	priorOffset = 3000.0 // mm
	priorSlope  = 0.012  // mm per mm
	typicalSize = 4.0    // mm, centre of the prior for a departure's size
	sizeWidth   = 1.5    // its standard deviation, in natural logarithms
	typicalFar  = 2500.0 // mm, centre of the prior for its reach
	farWidth    = 0.8
)

var (
	sizes   = []float64{0.1, 0.8, 2.4, 7, 20, 55}
	reaches = []float64{500, 900, 1600, 2900, 5200}
)

// surety is how many standard deviations hold 95 %: a little over the normal
// 1.96, as the shape is itself guessed from the readings.
const surety = 2.1

const (
	weighedReadings = 64  // at most so many readings weigh the shapes
	keptShapes      = 8   // at most so many shapes are carried on
	keptLocally     = 3   // the same, where many readings leave less in doubt
	wholeReadings   = 250 // up to so many are factored as one; more are asked place by place
	localReadings   = 140 // how many of them one place asks: those closest screen the rest
	tileReadings    = 50  // readings to a tile: places in one tile ask together
)

// Fit learns the surfaces from the readings; noise is the standard error of
// one reading in millimetres where a reading has none of its own. Readings at
// the same place are allowed. With no readings the model answers that nothing
// is known. Nothing is smoothed across the edge of a zone.
func Fit(readings []Reading, noise float64, zones ...Zone) *Model {
	m := &Model{readings: readings, noise: math.Max(noise, 0.01), zones: zones, keep: keptShapes}
	m.count()
	if len(readings) == 0 {
		return m
	}
	m.settle()
	m.weigh()
	if m.local = len(readings) > wholeReadings; !m.local {
		m.factor()
	}
	return m
}

// Near is the same model held to the n readings closest to the stretch from a
// to b: what is farther is screened by them. It keeps long jobs quick.
func (m *Model) Near(a, b geo.Point, n int) *Model {
	if len(m.readings) <= n {
		return m
	}
	type far struct {
		at       int
		distance float64
	}
	by := make([]far, len(m.readings))
	for i, r := range m.readings {
		by[i] = far{i, geo.ToSegment(r.At, a, b)}
	}
	sort.SliceStable(by, func(i, j int) bool { return by[i].distance < by[j].distance })
	by = by[:n]
	sort.Slice(by, func(i, j int) bool { return by[i].at < by[j].at })
	near := &Model{noise: m.noise, zones: m.zones, shapes: m.shapes, keep: keptLocally}
	for _, f := range by {
		near.readings = append(near.readings, m.readings[f.at])
	}
	near.count()
	near.settle()
	near.factor()
	return near
}

// settle takes the middle of the places and of each surface's elevations, so
// that the weak priors are centred on the job and not on the paper's corner.
func (m *Model) settle() {
	var sum [3]float64
	for _, r := range m.readings {
		m.centre.X += r.At.X / float64(len(m.readings))
		m.centre.Y += r.At.Y / float64(len(m.readings))
		switch r.Kind {
		case FloorReading:
			sum[0] += r.Value
		case CeilingReading:
			sum[1] += r.Value
		case LevelReading:
		default:
			sum[2] += r.Value
		}
	}
	n := m.counts.all
	if n.floor > 0 {
		m.mean[Floor] = sum[0] / float64(n.floor)
	}
	switch {
	case n.ceiling > 0:
		m.mean[Ceiling] = sum[1] / float64(n.ceiling)
		if n.floor == 0 && n.gap > 0 {
			m.mean[Floor] = m.mean[Ceiling] - sum[2]/float64(n.gap)
		}
	case n.gap > 0:
		m.mean[Ceiling] = m.mean[Floor] + sum[2]/float64(n.gap)
	}
}

// smooth is how alike a surface's departures are at distance d for a reach:
// Matérn, smoothness 5/2.
func smooth(d, reach float64) float64 {
	s := math.Sqrt(5) * d / reach
	return (1 + s + s*s/3) * math.Exp(-s)
}

func (m *Model) trend(p, q geo.Point) float64 {
	return priorOffset*priorOffset + priorSlope*priorSlope*((p.X-m.centre.X)*(q.X-m.centre.X)+(p.Y-m.centre.Y)*(q.Y-m.centre.Y))
}

func (m *Model) between(a, b []Term, s shape) float64 {
	total := 0.0
	for _, t := range a {
		for _, u := range b {
			if t.Of == u.Of && t.patch == u.patch {
				size := s.size[t.Of]
				total += t.Weight * u.Weight * (m.trend(t.At, u.At) + size*size*smooth(t.At.Distance(u.At), s.reach))
			}
		}
	}
	return total
}

func (m *Model) meanOf(terms []Term) float64 {
	total := 0.0
	for _, t := range terms {
		total += t.Weight * m.mean[t.Of]
	}
	return total
}

// variance of a reading's own error, mm².
func (m *Model) variance(r Reading) float64 {
	if r.Noise > 0 {
		return r.Noise * r.Noise
	}
	return m.noise * m.noise
}

// factor factors the covariance of all readings for the shapes worth keeping.
func (m *Model) factor() {
	n := len(m.readings)
	y := mat.NewVecDense(n, nil)
	terms := make([][]Term, n)
	for i, r := range m.readings {
		terms[i] = m.patched(r.terms())
		y.SetVec(i, r.Value-m.meanOf(terms[i]))
	}
	total := 0.0
	alike := m.likeness(terms, terms)
	for _, s := range m.shapes {
		if len(m.fits) == m.keep || s.weight < 0.01 && len(m.fits) > 0 {
			break
		}
		k := mat.NewSymDense(n, nil)
		alike.by(s.shape, k.RawSymmetric().Data)
		for i := range n {
			k.RawSymmetric().Data[i*n+i] += m.variance(m.readings[i])
		}
		u, ok := factored(k)
		if !ok {
			continue
		}
		f := fit{weighed: s, factor: u, alpha: mat.VecDenseCopyOf(y)}
		f.solve(f.alpha)
		total += s.weight
		m.fits = append(m.fits, f)
	}
	for i := range m.fits {
		m.fits[i].weight /= total
	}
}
