package cutting

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/law"
	"homalos/internal/measure"
)

const mm = measure.Millimetre

// valid checks a plan by itself: every piece cut once or told as left, nothing longer
// than its stick, no stock overdrawn, the cost as the sticks cost, the bound under it.
func valid(t require.TestingT, p Problem, a Answer) {
	cut, drawn, cost := make([]int, len(p.Needs)), make([]int, len(p.Stock)), 0.0
	for _, l := range a.Layouts {
		used, n := measure.Length(0), 0
		for _, x := range l.Parts {
			require.Positive(t, x.N)
			used += measure.Length(x.N) * (p.Needs[x.Need].Length + p.Kerf)
			if short := p.Stock[l.Stock].Short; short > 0 {
				require.LessOrEqual(t, p.Needs[x.Need].Length, short, "too long a piece from a bowed stick")
			}
			cut[x.Need] += x.N * l.Times
			n += x.N
		}
		require.Positive(t, n, "an empty stick")
		require.LessOrEqual(t, used-p.Kerf, p.Stock[l.Stock].Length)
		drawn[l.Stock] += l.Times
		cost += float64(l.Times) * p.Stock[l.Stock].Price
	}
	for i, n := range p.Needs {
		require.Equal(t, n.Count, cut[i]+a.Left[i], "need %d", i)
	}
	for j, n := range drawn {
		require.True(t, p.Stock[j].OnHand == Endless || n <= p.Stock[j].OnHand, "stock %d", j)
	}
	require.InDelta(t, cost, a.Cost, 1e-6)
	require.LessOrEqual(t, a.Bound, a.Cost+1e-9)
}

// byHand is first fit, longest first, in sticks of each stock alone: the cheapest.
func byHand(p Problem) float64 {
	s := newSearch(context.Background(), p, Quick)
	s.byHand()
	return s.cost
}

func drawn(t *rapid.T) Problem {
	p := Problem{Kerf: measure.Length(rapid.IntRange(0, 4).Draw(t, "kerf")) * mm}
	for range rapid.IntRange(1, 14).Draw(t, "needs") {
		p.Needs = append(p.Needs, Need{measure.Length(rapid.IntRange(60, 5200).Draw(t, "long")) * mm, rapid.IntRange(0, 7).Draw(t, "count")})
	}
	for range rapid.IntRange(1, 4).Draw(t, "stocks") {
		long := rapid.IntRange(1800, 6000).Draw(t, "stock")
		hand := Endless
		if rapid.Bool().Draw(t, "ends") {
			hand = rapid.IntRange(0, 6).Draw(t, "on hand")
		}
		short := measure.Length(0)
		if rapid.IntRange(0, 3).Draw(t, "bowed") == 0 {
			short = measure.Length(rapid.IntRange(200, 3000).Draw(t, "short")) * mm
		}
		price := math.Round(float64(long)*rapid.Float64Range(0.5, 1.5).Draw(t, "dear")) / 100
		p.Stock = append(p.Stock, Stock{Length: measure.Length(long) * mm, Price: price, OnHand: hand, Short: short})
	}
	return p
}

// Any pieces, any stock: the plan holds, is never worse than by hand, and its bound is
// one.
func TestAnyPlanHolds(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		p := drawn(t)
		a := Plan(context.Background(), p, Quick, nil)
		valid(t, p, a)
		if sum(a.Left) == 0 {
			require.LessOrEqual(t, a.Cost, byHand(p)+1e-9)
		}
		again := Plan(context.Background(), p, Quick, nil)
		require.Equal(t, a, again, "the same effort, the same plan")
	})
}

// least is the least cost of all plans, by trying them all.
func least(p Problem) float64 {
	best := math.Inf(1)
	demand := make([]int, len(p.Needs))
	for i, n := range p.Needs {
		demand[i] = n.Count
	}
	left := make([]int, len(p.Stock))
	for j, s := range p.Stock {
		left[j] = s.OnHand
	}
	var open func(cost float64)
	var fill func(j, i int, room measure.Length, cost float64)
	open = func(cost float64) {
		if cost >= best {
			return
		}
		first := -1
		for i, n := range demand {
			if n > 0 {
				first = i
				break
			}
		}
		if first < 0 {
			best = cost
			return
		}
		for j, s := range p.Stock {
			if left[j] == 0 || s.takes() < p.Needs[first].Length {
				continue
			}
			take(left, j)
			demand[first]--
			fill(j, first, s.Length-p.Needs[first].Length, cost+s.Price)
			demand[first]++
			give(left, j)
		}
	}
	fill = func(j, i int, room measure.Length, cost float64) {
		for ; i < len(demand); i++ {
			if demand[i] > 0 && p.Needs[i].Length <= p.Stock[j].takes() && p.Kerf+p.Needs[i].Length <= room {
				demand[i]--
				fill(j, i, room-p.Kerf-p.Needs[i].Length, cost)
				demand[i]++
			}
		}
		open(cost)
	}
	open(0)
	return best
}

// In small, against all plans there are: the bound is never over the least, and the
// plan is it.
func TestSmallPlansAreTheLeast(t *testing.T) {
	missed, all := 0, 0
	law.Check(t, func(t *rapid.T) {
		p := Problem{Kerf: measure.Length(rapid.IntRange(0, 4).Draw(t, "kerf")) * mm}
		for range rapid.IntRange(1, 4).Draw(t, "needs") {
			p.Needs = append(p.Needs, Need{measure.Length(rapid.IntRange(300, 2400).Draw(t, "long")) * mm, rapid.IntRange(1, 2).Draw(t, "count")})
		}
		for range rapid.IntRange(1, 2).Draw(t, "stocks") {
			p.Stock = append(p.Stock, Stock{measure.Length(rapid.IntRange(2400, 4200).Draw(t, "stock")) * mm, float64(rapid.IntRange(200, 900).Draw(t, "price")) / 100, Endless, 0})
		}
		a := Plan(context.Background(), p, Quick, nil)
		valid(t, p, a)
		best := least(p)
		require.LessOrEqual(t, a.Bound, best+1e-6)
		all++
		if a.Cost > best+1e-6 {
			missed++
		}
	})
	assert.LessOrEqual(t, missed*100, all, "%d of %d", missed, all)
}

// cutUp is so many sticks cut up without waste into about so many pieces.
func cutUp(seed uint64, sticks, pieces int) Problem {
	r := rand.New(rand.NewPCG(seed, 7))
	const long = 3600
	count := map[int]int{}
	per := pieces / sticks
	for range sticks {
		cuts := []int{0, long}
		for len(cuts) < per+1 {
			cuts = append(cuts, 100+r.IntN(long-200))
		}
		for i := range cuts {
			for k := i + 1; k < len(cuts); k++ {
				if cuts[k] < cuts[i] {
					cuts[i], cuts[k] = cuts[k], cuts[i]
				}
			}
		}
		for i := 1; i < len(cuts); i++ {
			if d := cuts[i] - cuts[i-1]; d > 0 {
				count[d]++
			}
		}
	}
	p := Problem{Stock: []Stock{{long * mm, 1, Endless, 0}}}
	for d := 1; d <= long; d++ {
		if count[d] > 0 {
			p.Needs = append(p.Needs, Need{measure.Length(d) * mm, count[d]})
		}
	}
	return p
}

// What was cut up without waste is put together again: at most one stick or 2 % over.
func TestCutUpsComeTogetherAgain(t *testing.T) {
	for _, c := range [][2]int{{10, 30}, {20, 60}, {40, 120}, {60, 180}, {30, 150}, {60, 120}} {
		for seed := range uint64(2) {
			p := cutUp(seed, c[0], c[1])
			a := Plan(context.Background(), p, Quick, nil)
			valid(t, p, a)
			over := a.Cost - float64(c[0])
			assert.LessOrEqual(t, over, math.Max(1, 0.02*float64(c[0])), fmt.Sprint(c, seed))
			assert.GreaterOrEqual(t, a.Bound, float64(c[0])-0.001, fmt.Sprint(c))
		}
	}
}

// Twenty thousand pieces, each of a length of its own, are laid out all the same.
func TestManyLengthsAreBounded(t *testing.T) {
	p := Problem{Kerf: 3 * mm, Stock: []Stock{{4800 * mm, 12, Endless, 0}, {6000 * mm, 16, Endless, 0}}}
	for i := range 20_000 {
		p.Needs = append(p.Needs, Need{300*mm + measure.Length(i*97_003%2_600_000)*1000, 1})
	}
	a := Plan(context.Background(), p, Quick, nil)
	valid(t, p, a)
	assert.Less(t, a.Cost, a.Bound*1.05)
}

// One that is called off gives the best it has; better plans are told as they come.
func TestAPlanThatIsCalledOff(t *testing.T) {
	ctx, cancel := context.WithCancel(context.Background())
	var told []float64
	a := Plan(ctx, cutUp(3, 60, 180), Long, func(a Answer) {
		told = append(told, a.Cost)
		cancel()
	})
	valid(t, cutUp(3, 60, 180), a)
	require.NotEmpty(t, told)
	assert.Equal(t, told[len(told)-1], a.Cost)
}
