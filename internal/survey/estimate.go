package survey

import (
	"math"

	"gonum.org/v1/gonum/mat"

	"homalos/internal/geo"
)

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
	sums = m.allPatched(sums)
	n, count := len(m.readings), len(sums)
	readingTerms := make([][]Term, n)
	for i, r := range m.readings {
		readingTerms[i] = m.patched(r.terms())
	}
	values := make([][]float64, len(m.fits))
	spans := make([]float64, count)
	cross, solved := mat.NewDense(n, count, nil), mat.NewDense(n, count, nil)
	alike := m.likeness(readingTerms, sums)
	for f := range m.fits {
		fit := &m.fits[f]
		alike.by(fit.shape, cross.RawMatrix().Data)
		solved.Copy(cross)
		fit.half(solved)
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

func (m *Model) allPatched(sums [][]Term) [][]Term {
	if len(m.zones) == 0 {
		return sums
	}
	out := make([][]Term, len(sums))
	for i, s := range sums {
		out[i] = m.patched(s)
	}
	return out
}

// nearest names, for each surface and place in the sum, the two readings of a
// kind that lie closest, gaps first.
func (m *Model) nearest(terms []Term) []string {
	seen := map[string]bool{}
	var ids []string
	add := func(at geo.Point, kinds ...Kind) {
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
		low = geo.Point{X: math.Min(low.X, r.At.X), Y: math.Min(low.Y, r.At.Y)}
		high = geo.Point{X: math.Max(high.X, r.At.X), Y: math.Max(high.Y, r.At.Y)}
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
		at := geo.Point{X: low.X + (float64(key[0])+0.5)*side, Y: low.Y + (float64(key[1])+0.5)*side}
		answer(m.Near(at, at, localReadings), tiles[key])
	}
}

// middle of the places in a sum.
func middle(terms []Term) geo.Point {
	var c geo.Point
	for _, t := range terms {
		c.X += t.At.X / float64(len(terms))
		c.Y += t.At.Y / float64(len(terms))
	}
	return c
}
