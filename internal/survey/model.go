package survey

import (
	"math"
	"sort"

	"gonum.org/v1/gonum/mat"
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
	counts   counts
	centre   Point
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
	chol  mat.Cholesky
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
// one reading in millimetres. Readings at the same place are allowed. With no
// readings the model answers that nothing is known.
func Fit(readings []Reading, noise float64) *Model {
	m := &Model{readings: readings, noise: math.Max(noise, 0.01), counts: countOf(readings), keep: keptShapes}
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
func (m *Model) Near(a, b Point, n int) *Model {
	if len(m.readings) <= n {
		return m
	}
	type far struct {
		at       int
		distance float64
	}
	by := make([]far, len(m.readings))
	for i, r := range m.readings {
		by[i] = far{i, toSegment(r.At, a, b)}
	}
	sort.SliceStable(by, func(i, j int) bool { return by[i].distance < by[j].distance })
	by = by[:n]
	sort.Slice(by, func(i, j int) bool { return by[i].at < by[j].at })
	near := &Model{noise: m.noise, shapes: m.shapes, keep: keptLocally}
	for _, f := range by {
		near.readings = append(near.readings, m.readings[f.at])
	}
	near.counts = countOf(near.readings)
	near.settle()
	near.factor()
	return near
}

func toSegment(p, a, b Point) float64 {
	dx, dy := b.X-a.X, b.Y-a.Y
	long := dx*dx + dy*dy
	if long == 0 {
		return p.Distance(a)
	}
	t := math.Max(0, math.Min(1, ((p.X-a.X)*dx+(p.Y-a.Y)*dy)/long))
	return p.Distance(Point{a.X + t*dx, a.Y + t*dy})
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
		default:
			sum[2] += r.Value
		}
	}
	n := m.counts
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

func (m *Model) trend(p, q Point) float64 {
	return priorOffset*priorOffset + priorSlope*priorSlope*((p.X-m.centre.X)*(q.X-m.centre.X)+(p.Y-m.centre.Y)*(q.Y-m.centre.Y))
}

func (m *Model) between(a, b []Term, s shape) float64 {
	total := 0.0
	for _, t := range a {
		for _, u := range b {
			if t.Of == u.Of {
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
	signs := make([][2]float64, n)
	for i, r := range sample {
		for _, t := range r.terms() {
			signs[i][t.Of] = t.Weight
		}
	}
	floors, ceilings := m.sizesOf()
	best := math.Inf(-1)
	for i := range n {
		for j := i; j < n; j++ {
			both := signs[i][0]*signs[j][0] + signs[i][1]*signs[j][1]
			trend.SetSym(i, j, both*m.trend(sample[i].At, sample[j].At))
		}
	}
	var solved mat.VecDense
	for _, reach := range reaches {
		for i := range n {
			for j := i; j < n; j++ {
				k := smooth(sample[i].At.Distance(sample[j].At), reach)
				alike[0].SetSym(i, j, k*signs[i][0]*signs[j][0])
				alike[1].SetSym(i, j, k*signs[i][1]*signs[j][1])
			}
		}
		for _, f := range floors {
			for _, c := range ceilings {
				for i := range n {
					for j := i; j < n; j++ {
						v := trend.At(i, j) + f*f*alike[0].At(i, j) + c*c*alike[1].At(i, j)
						if i == j {
							v += m.noise * m.noise
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
	switch n := m.counts; {
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

// factor factors the covariance of all readings for the shapes worth keeping.
func (m *Model) factor() {
	n := len(m.readings)
	y := mat.NewVecDense(n, nil)
	terms := make([][]Term, n)
	for i, r := range m.readings {
		terms[i] = r.terms()
		y.SetVec(i, r.Value-m.meanOf(terms[i]))
	}
	total := 0.0
	for _, s := range m.shapes {
		if len(m.fits) == m.keep || s.weight < 0.01 && len(m.fits) > 0 {
			break
		}
		k := mat.NewSymDense(n, nil)
		for i := range n {
			for j := i; j < n; j++ {
				v := m.between(terms[i], terms[j], s.shape)
				if i == j {
					v += m.noise * m.noise
				}
				k.SetSym(i, j, v)
			}
		}
		f := fit{weighed: s, alpha: mat.NewVecDense(n, nil)}
		if !f.chol.Factorize(k) || f.chol.SolveVecTo(f.alpha, y) != nil {
			continue
		}
		total += s.weight
		m.fits = append(m.fits, f)
	}
	for i := range m.fits {
		m.fits[i].weight /= total
	}
}

// Estimate foretells a sum of terms. The spread is that of the surface
// itself, without the error of a reading that would be taken there.
func (m *Model) Estimate(terms []Term) Estimate {
	return m.EstimateAll([][]Term{terms})[0]
}

// EstimateAll answers many sums at once, which is quicker than one by one.
func (m *Model) EstimateAll(sums [][]Term) []Estimate {
	answers := make([]Estimate, len(sums))
	if m.local {
		m.byTile(sums, func(near *Model, which []int) {
			some := make([][]Term, len(which))
			for i, k := range which {
				some[i] = sums[k]
			}
			for i, e := range near.EstimateAll(some) {
				answers[which[i]] = e
			}
		})
		return answers
	}
	if len(m.fits) == 0 || len(sums) == 0 {
		return answers
	}
	n, count := len(m.readings), len(sums)
	readingTerms := make([][]Term, n)
	for i, r := range m.readings {
		readingTerms[i] = r.terms()
	}
	values := make([][]float64, len(m.fits))
	spans := make([]float64, count)
	cross := mat.NewDense(n, count, nil)
	var solved mat.Dense
	for f := range m.fits {
		fit := &m.fits[f]
		for i := range n {
			row := cross.RawRowView(i)
			for j, s := range sums {
				row[j] = m.between(readingTerms[i], s, fit.shape)
			}
		}
		var lower mat.TriDense
		fit.chol.LTo(&lower)
		if err := solved.Solve(&lower, cross); err != nil {
			if _, ill := err.(mat.Condition); !ill {
				continue
			}
		}
		values[f] = make([]float64, count)
		explained := make([]float64, count)
		for i := range n {
			row, half, a := cross.RawRowView(i), solved.RawRowView(i), fit.alpha.AtVec(i)
			for j := range count {
				values[f][j] += row[j] * a
				explained[j] += half[j] * half[j]
			}
		}
		for j, s := range sums {
			left := m.between(s, s, fit.shape) - explained[j]
			spans[j] += fit.weight * math.Max(left, 0)
			answers[j].Value += fit.weight * values[f][j]
		}
	}
	for j, s := range sums {
		for f := range m.fits {
			if values[f] != nil {
				d := values[f][j] - answers[j].Value
				spans[j] += m.fits[f].weight * d * d
			}
		}
		answers[j].Value += m.meanOf(s)
		answers[j].Spread = surety * math.Sqrt(spans[j])
		behind := m.counts.behind(s)
		answers[j].Known, answers[j].Few = behind > 0, behind < FewestReadings
		answers[j].From = m.nearest(s)
	}
	return answers
}

// nearest names, for each surface and place in the sum, the two readings of a
// kind that lie closest, gaps first.
func (m *Model) nearest(terms []Term) []string {
	seen := map[string]bool{}
	var ids []string
	add := func(at Point, kinds ...Kind) {
		type near struct {
			id       string
			distance float64
		}
		closest := [2]near{{"", math.Inf(1)}, {"", math.Inf(1)}}
		for _, r := range m.readings {
			for _, k := range kinds {
				if r.Kind != k {
					continue
				}
				d := r.At.Distance(at)
				if d < closest[0].distance {
					closest[1], closest[0] = closest[0], near{r.ID, d}
				} else if d < closest[1].distance {
					closest[1] = near{r.ID, d}
				}
			}
		}
		if closest[0].distance < 1 {
			closest[1].id = "" // read at this very place
		}
		for _, c := range closest {
			if c.id != "" && !seen[c.id] {
				seen[c.id] = true
				ids = append(ids, c.id)
			}
		}
	}
	gap := isGap(terms)
	for _, t := range terms {
		own := FloorReading
		if t.Of == Ceiling {
			own = CeilingReading
		}
		if gap {
			add(t.At, GapReading)
		}
		add(t.At, own)
	}
	return ids
}

// byTile groups sums by where they lie and gives each group the model of the
// readings around it.
func (m *Model) byTile(sums [][]Term, answer func(near *Model, which []int)) {
	low, high := m.readings[0].At, m.readings[0].At
	for _, r := range m.readings {
		low = Point{math.Min(low.X, r.At.X), math.Min(low.Y, r.At.Y)}
		high = Point{math.Max(high.X, r.At.X), math.Max(high.Y, r.At.Y)}
	}
	side := math.Max(math.Sqrt((high.X-low.X+1)*(high.Y-low.Y+1)*tileReadings/float64(len(m.readings))), (high.X-low.X+high.Y-low.Y)*tileReadings/float64(len(m.readings)))
	tiles := map[[2]int][]int{}
	var order [][2]int
	for i, s := range sums {
		c := middle(s)
		key := [2]int{int(math.Floor((c.X - low.X) / side)), int(math.Floor((c.Y - low.Y) / side))}
		if tiles[key] == nil {
			order = append(order, key)
		}
		tiles[key] = append(tiles[key], i)
	}
	for _, key := range order {
		at := Point{low.X + (float64(key[0])+0.5)*side, low.Y + (float64(key[1])+0.5)*side}
		answer(m.Near(at, at, localReadings), tiles[key])
	}
}

// middle of the places in a sum.
func middle(terms []Term) Point {
	var c Point
	for _, t := range terms {
		c.X += t.At.X / float64(len(terms))
		c.Y += t.At.Y / float64(len(terms))
	}
	return c
}
