package remedy

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/framing"
	"homalos/internal/measure"
)

const in = measure.Inch

var usual = Limits{Accept: in / 16, Shim: 3 * in / 16}

// least tries every way to give rows columns of their own.
func least(cost [][]int64, i int, used []bool) int64 {
	if i == len(cost) {
		return 0
	}
	best := int64(1) << 62
	for j := range used {
		if !used[j] {
			used[j] = true
			best = min(best, cost[i][j]+least(cost, i+1, used))
			used[j] = false
		}
	}
	return best
}

func TestTheAssignmentIsTheCheapest(t *testing.T) {
	c := rand.New(rand.NewPCG(1, 1))
	for range 400 {
		n, m := 1+c.IntN(5), 0
		m = n + c.IntN(3)
		cost := make([][]int64, n)
		for i := range cost {
			for range m {
				cost[i] = append(cost[i], c.Int64N(2000)-1000)
			}
		}
		sum, taken := int64(0), map[int]bool{}
		for i, j := range cheapest(cost) {
			require.False(t, taken[j])
			taken[j] = true
			sum += cost[i][j]
		}
		assert.Equal(t, least(cost, 0, make([]bool, m)), sum)
	}
	assert.Nil(t, cheapest(nil))
}

// anyPile is some wood that isn't what it should be, and what wants some.
func anyPile(c *rand.Rand) *pile {
	p := &pile{}
	for i := range 1 + c.IntN(6) {
		p.needs = append(p.needs, need{&framing.Member{ID: string(rune('a' + i)), Cut: measure.Length(80+c.IntN(12))*in + measure.Length(c.IntN(16))*in/16}, "A", c.IntN(2) == 0})
	}
	free := c.Perm(len(p.needs))
	for i := range 1 + c.IntN(5) {
		w := wood{member: string(rune('A' + i)), at: measure.Length(80+c.IntN(12))*in + measure.Length(c.IntN(16))*in/16, own: -1, stands: c.IntN(3) == 0, plain: c.IntN(5) > 0}
		if i < len(free) && c.IntN(3) > 0 {
			w.own = free[i]
			p.needs[w.own].cut = true
			if c.IntN(2) == 0 { // not far off
				w.at = p.needs[w.own].member.Cut + measure.Length(c.IntN(12)-6)*in/16
			}
		}
		p.wood = append(p.wood, w)
	}
	return p
}

// best tries every way to use the wood.
func (p *pile) best(l Limits, i int, used map[int]bool) int64 {
	if i == len(p.wood) {
		return 0
	}
	out := p.best(l, i+1, used)
	for j := range p.needs {
		if !used[j] && p.suits(i, j, l) {
			used[j] = true
			out = min(out, p.cost(i, j)+p.best(l, i+1, used))
			used[j] = false
		}
	}
	return out
}

// Over all pieces together no way leaves fewer to be cut anew, nor less wood; whatever is
// offered makes a piece long enough; each piece of wood and each need is used once.
func TestTheCheapestWayOutOverAllPieces(t *testing.T) {
	c := rand.New(rand.NewPCG(2, 2))
	for range 600 {
		p := anyPile(c)
		sum, used := int64(0), map[int]bool{}
		for i, j := range p.assign(usual) {
			if j < 0 {
				continue
			}
			require.False(t, used[j])
			used[j] = true
			require.True(t, p.suits(i, j, usual))
			sum += p.cost(i, j)
		}
		assert.Equal(t, p.best(usual, 0, map[int]bool{}), sum)
		turn := int64(0) // in turn, as where there are very many, it holds too and is never cheaper
		for i, j := range p.inTurn(usual, p.wanted(usual)) {
			if j >= 0 {
				require.True(t, p.suits(i, j, usual))
				turn += p.cost(i, j)
			}
		}
		assert.LessOrEqual(t, sum, turn)
		told := map[string]int{}
		for _, r := range p.out(usual) {
			told[r.Member]++
			switch r.Do {
			case Trim:
				assert.Equal(t, r.Was-r.Now, r.By)
				assert.Positive(t, r.By)
			case Shim:
				assert.Equal(t, r.Now-r.Was, r.By)
				assert.LessOrEqual(t, r.By, usual.Shim)
			case Reuse:
				assert.NotEmpty(t, r.As)
			}
		}
		for _, w := range p.wood {
			assert.Positive(t, told[w.member], "each piece of wood is told")
		}
	}
}

// Worked: three studs were cut 92; now they should be 92 1/8, 91 3/4 and 94. The first is
// packed, the second trimmed, the third cut anew; a stud of 91 that isn't cut yet takes
// what was cut for the third.
func TestThreeStuds(t *testing.T) {
	stud := func(id string, cut measure.Length, was bool) need {
		return need{&framing.Member{ID: id, Cut: cut}, "A", was}
	}
	p := &pile{
		needs: []need{stud("S1", 92*in+in/8, true), stud("S2", 91*in+3*in/4, true), stud("S3", 94*in, true), stud("S4", 91*in, false)},
		wood:  []wood{{member: "S1", at: 92 * in, own: 0, plain: true}, {member: "S2", at: 92 * in, own: 1, plain: true}, {member: "S3", at: 92 * in, own: 2, plain: true}},
	}
	var said []string
	for _, r := range p.out(usual) {
		said = append(said, r.Member+" "+string(r.Do)+" "+r.As)
	}
	assert.Equal(t, []string{"S1 shim ", "S2 trim ", "S3 reuse S4", "S3 recut "}, said)
}
