package survey

import (
	"math"
	"slices"
	"sort"

	"gonum.org/v1/gonum/mat"

	"homalos/internal/abreast"
)

// LooseBeyond is the standard error, in millimetres, at which a direction
// counts as not held by any tie.
const LooseBeyond = 400.0

// Doubt is a reading that the others contradict.
type Doubt struct {
	Reading  int     // its place in the list
	Foretold float64 // by the others, mm
	Spread   float64 // 95 %, of what a reading there would say, mm
	Slip     *Slip   // the likely misreading, if one fits
}

// What is weighed before a reading is called doubtful.
const (
	slipChance = 0.004 // of one reading being a slip: seen in crews' logs as a few in a thousand
	doubtOdds  = 12.0  // odds at which it is asked for again
	strayDoubt = 6.0   // standard errors, where no slip's size fits
	mostDoubts = 5     // of readings judged together: with more they are at odds, no slips
	blockOwn   = 36    // readings judged together
	blockAll   = 64    // with those around them
)

// Doubts compares each reading with what the others foretell, and names the
// slip that explains it best. The worst is set aside before the next is
// judged, so that one slip doesn't cast doubt on its neighbours. slips may be
// nil. A reading marked sure is never doubted.
func Doubts(readings []Reading, noise float64, zones []Zone, slips func(Reading) []Slip) []Doubt {
	var out []Doubt
	aside := map[int]bool{}
	all := blocks(readings)
	// each block as if no other had a doubt: so it is with nearly all of them
	first := make([]func() (Doubt, bool), len(all))
	abreast.Each(len(all), func(k int) {
		d, ok := oneDoubt(readings, all[k], nil, noise, zones, slips)
		first[k] = func() (Doubt, bool) { return d, ok }
	})
	for k, block := range all {
		for range mostDoubts {
			look := first[k]
			if slices.ContainsFunc(block.which, func(i int) bool { return aside[i] }) {
				look = func() (Doubt, bool) { return oneDoubt(readings, block, aside, noise, zones, slips) }
			}
			d, ok := look()
			if !ok {
				break
			}
			aside[d.Reading] = true
			out = append(out, d)
		}
		if len(out) >= 6*mostDoubts {
			break
		}
	}
	sort.SliceStable(out, func(i, j int) bool { return out[i].Reading < out[j].Reading })
	return out
}

// block are readings judged together, the first own of them; the others stand
// around them.
type block struct {
	which []int
	own   int
}

func blocks(readings []Reading) []block {
	var all []int
	for i := range readings {
		all = append(all, i)
	}
	if len(all) <= blockAll {
		return []block{{all, len(all)}}
	}
	left := append([]int(nil), all...)
	sort.SliceStable(left, func(i, j int) bool {
		p, q := readings[left[i]].At, readings[left[j]].At
		if p.X != q.X {
			return p.X < q.X
		}
		return p.Y < q.Y
	})
	var out []block
	for len(left) > 0 {
		seed := readings[left[0]].At
		near := func(list []int) {
			sort.SliceStable(list, func(i, j int) bool { return readings[list[i]].At.Distance(seed) < readings[list[j]].At.Distance(seed) })
		}
		near(left)
		n := min(blockOwn, len(left))
		b := block{append([]int(nil), left[:n]...), n}
		mine := map[int]bool{}
		for _, i := range b.which {
			mine[i] = true
		}
		left = left[n:]
		around := append([]int(nil), all...)
		near(around)
		for _, i := range around {
			if !mine[i] && len(b.which) < blockAll {
				b.which = append(b.which, i)
			}
		}
		out = append(out, b)
	}
	return out
}

// guesses are the shapes that readings are judged by: few, as each is asked of
// every reading in turn; and fewer for a first glance.
var (
	guesses = shapesOf([]float64{900, 1800, 3600}, []float64{0.4, 2, 6, 18})
	glance  = shapesOf([]float64{1000, 3000}, []float64{0.6, 8})
)

func shapesOf(reaches, sizes []float64) []weighed {
	var out []weighed
	for _, reach := range reaches {
		for _, f := range sizes {
			for _, c := range sizes {
				w := prior(reach, typicalFar, farWidth) + prior(f, typicalSize, sizeWidth) + prior(c, typicalSize, sizeWidth)
				out = append(out, weighed{shape{[2]float64{f, c}, reach}, w})
			}
		}
	}
	return out
}

// told is what one shape foretells of a reading by the others.
type told struct{ weight, mean, sigma float64 }

func oneDoubt(readings []Reading, b block, aside map[int]bool, noise float64, zones []Zone, slips func(Reading) []Slip) (Doubt, bool) {
	var which []int
	own := 0
	for k, i := range b.which {
		if !aside[i] {
			which = append(which, i)
			if k < b.own {
				own = len(which)
			}
		}
	}
	if len(which) < FewestReadings+1 {
		return Doubt{}, false
	}
	some := make([]Reading, len(which))
	for k, i := range which {
		some[k] = readings[i]
	}
	look := func(guesses []weighed, least float64) (Doubt, bool) {
		byReading := leaveOneOut(some, noise, zones, guesses)
		best, most := Doubt{Reading: -1}, least
		for k := range own {
			r := some[k]
			if r.Sure || byReading[k] == nil {
				continue
			}
			d, odds := judge(r, byReading[k], slips)
			if odds > most {
				most, best = odds, d
				best.Reading = which[k]
			}
		}
		return best, best.Reading >= 0
	}
	if _, any := look(glance, math.Log(doubtOdds)-3); !any {
		return Doubt{}, false // at a glance nothing is even near to doubtful
	}
	return look(guesses, math.Log(doubtOdds))
}

// judge weighs "a slip" against "as read", in natural logarithms of the odds.
func judge(r Reading, by []told, slips func(Reading) []Slip) (Doubt, float64) {
	mean, total := 0.0, 0.0
	for _, t := range by {
		mean += t.weight * t.mean
		total += t.weight
	}
	mean /= total
	span := 0.0
	for _, t := range by {
		span += t.weight / total * (t.sigma*t.sigma + (t.mean-mean)*(t.mean-mean))
	}
	sigma := math.Sqrt(span)
	d := Doubt{Foretold: mean, Spread: surety * sigma}
	if sigma > LooseBeyond {
		return d, math.Inf(-1)
	}
	asRead := density(r.Value, by)
	odds := math.Inf(-1)
	if z := math.Abs(r.Value-mean) / sigma; z > strayDoubt {
		odds = math.Log(doubtOdds) + z - strayDoubt
	}
	if slips == nil {
		return d, odds
	}
	likely := math.Inf(-1)
	list := slips(r)
	for i, s := range list {
		if fits := density(s.Really, by); fits > likely {
			likely = fits
			if math.Abs(s.Really-mean) < 3.5*sigma {
				d.Slip = &list[i]
			}
		}
	}
	if d.Slip != nil {
		odds = math.Max(odds, math.Log(slipChance/4)+likely-asRead)
	}
	return d, odds
}

// density of a value under the mixture, as a logarithm. Each part is given a
// little more tail than a normal one: the shapes are guesses.
func density(v float64, by []told) float64 {
	best, total := math.Inf(-1), 0.0
	logs := make([]float64, len(by))
	for i, t := range by {
		z := (v - t.mean) / t.sigma
		logs[i] = math.Log(t.weight+1e-300) - 8*math.Log(1+z*z/15) - math.Log(t.sigma)
		best = math.Max(best, logs[i])
	}
	for _, l := range logs {
		total += math.Exp(l - best)
	}
	return best + math.Log(total)
}

// leaveOneOut foretells each reading from the others, by every shape weighed
// by the others alone (closed form: misfit and variance from the inverse).
// nil for a reading that the others say nothing of.
func leaveOneOut(readings []Reading, noise float64, zones []Zone, guesses []weighed) [][]told {
	n := len(readings)
	m := &Model{readings: readings, noise: math.Max(noise, 0.01), zones: zones}
	m.count()
	m.settle()
	y := mat.NewVecDense(n, nil)
	terms := make([][]Term, n)
	for i, r := range readings {
		terms[i] = m.patched(r.terms())
		y.SetVec(i, r.Value-m.meanOf(terms[i]))
	}
	out := make([][]told, n)
	logs := make([][]float64, n)
	k, alpha := mat.NewSymDense(n, nil), mat.NewVecDense(n, nil)
	both := m.likeness(terms, terms)
	alike := func(s shape) []float64 {
		out := make([]float64, n*n)
		both.by(s, out)
		return out
	}
	trend := alike(shape{reach: 1000})
	alikes := map[float64][2][]float64{}
	for _, g := range guesses {
		if _, ok := alikes[g.reach]; ok {
			continue
		}
		var each [2][]float64
		for of := range 2 {
			unit := shape{reach: g.reach}
			unit.size[of] = 1
			each[of] = alike(unit)
			for at, v := range trend {
				each[of][at] -= v
			}
		}
		alikes[g.reach] = each
	}
	data := k.RawSymmetric().Data
	for _, g := range guesses {
		alike, f, c := alikes[g.reach], g.size[0]*g.size[0], g.size[1]*g.size[1]
		for i := range n {
			for at := i*n + i; at < (i+1)*n; at++ { // the upper triangle
				data[at] = trend[at] + f*alike[0][at] + c*alike[1][at]
			}
			data[i*n+i] += m.variance(readings[i])
		}
		u, ok := factored(k)
		if !ok {
			continue
		}
		alpha.CopyVec(y)
		u.solve(alpha)
		evidence := g.weight - 0.5*mat.Dot(y, alpha) - 0.5*u.logDet()
		inverse := u.inverse().Data
		for i := range n {
			own := inverse[i*n+i]
			off, sigma := alpha.AtVec(i)/own, math.Sqrt(1/own)
			// without reading i: take its own share of the evidence out
			logs[i] = append(logs[i], evidence+0.5*off*off/(sigma*sigma)+math.Log(sigma))
			out[i] = append(out[i], told{mean: readings[i].Value - off, sigma: sigma})
		}
	}
	for i := range out {
		best := math.Inf(-1)
		for _, l := range logs[i] {
			best = math.Max(best, l)
		}
		for s := range out[i] {
			out[i][s].weight = math.Exp(logs[i][s] - best)
		}
	}
	return out
}

// Foretold is what the other readings say of one, with half the width of the 95 % interval
// of what it should read, its own noise with it; not Known where they say nothing of it.
type Foretold struct {
	Value, Spread float64 // mm
	Known         bool
}

// Foretell says of each reading what the others foretell. What is looked at is bounded as
// for doubts; the shapes are few.
func Foretell(readings []Reading, noise float64, zones []Zone) []Foretold {
	out := make([]Foretold, len(readings))
	if len(readings) < FewestReadings+1 {
		return out
	}
	for _, b := range blocks(readings) {
		some := make([]Reading, len(b.which))
		for k, i := range b.which {
			some[k] = readings[i]
		}
		for k, by := range leaveOneOut(some, noise, zones, glance)[:b.own] {
			if by == nil {
				continue
			}
			d, _ := judge(some[k], by, nil)
			if d.Spread/surety <= LooseBeyond {
				out[b.which[k]] = Foretold{d.Foretold, d.Spread, true}
			}
		}
	}
	return out
}
