package plan

import (
	"context"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/site"
	"homalos/internal/work"
)

// What is there is cut first, and isn't bought; where there are prices the least money
// is taken, not the least wood.
func TestWhatIsThereIsCutFirst(t *testing.T) {
	d := ruledDemo(t, "bindery")
	before := computed(t, d)
	d.Lumber[0].OnHand = []job.OnHand{{Length: job.L("192 in"), Count: 3, What: "salvage", Place: "behind the stove"}, {Length: job.L("40 in"), Count: 2, What: "offcut"}}
	after := computed(t, d)
	there := 0
	for _, s := range after.Sticks {
		if s.There != "" {
			there++
		}
	}
	assert.Equal(t, 5, there)
	assert.Equal(t, 5, after.Wood[0].There)
	assert.Less(t, long(t, d.Units, after.Wood[0].Length), long(t, d.Units, before.Wood[0].Length)-3*190*25.4)
	bought := 0
	for _, b := range after.Buy {
		bought += b.Count
	}
	assert.Equal(t, len(after.Sticks)-there, bought)
	assert.Equal(t, before.Wood[0].Pieces, after.Wood[0].Pieces)

	d.Lumber[0].OnHand = nil
	d.Lumber[0].Prices = []job.Price{{Length: job.L("96 in"), Price: 3}, {Length: job.L("192 in"), Price: 20}}
	priced := computed(t, d)
	remembered, err := work.NewMemory().Result(context.Background(), d)
	require.NoError(t, err, "what a wall is remembered by holds its lumber too")
	assert.InDelta(t, priced.Wood[0].Cost, remembered.Cuts[0].Cost, 0.01)
	assert.True(t, priced.Wood[0].Priced)
	assert.LessOrEqual(t, priced.Wood[0].Bound, priced.Wood[0].Cost)
	assert.Greater(t, priced.Wood[0].Bound, 0.9*priced.Wood[0].Cost)
	dear := 0
	for _, b := range priced.Buy {
		if b.Lumber == "2x4" && b.Stock == "192 in" {
			dear = b.Count
		}
	}
	assert.Less(t, dear, 5, "sticks of 96 cost a third by length")
}

func TestSlipsOfStockAreNamed(t *testing.T) {
	for path, change := range map[string]func(l *job.Lumber){
		"lumber[0].prices[0].length": func(l *job.Lumber) { l.Prices = []job.Price{{Length: job.L("97 in"), Price: 4}} },
		"lumber[0].prices[1].length": func(l *job.Lumber) {
			l.Prices = []job.Price{{Length: job.L("96 in"), Price: 4}, {Length: job.L("8 ft"), Price: 5}}
		},
		"lumber[0].onHand[0].length": func(l *job.Lumber) { l.OnHand = []job.OnHand{{Length: job.L("-4 in"), Count: 1}} },
		"lumber[0].onHand[0].count":  func(l *job.Lumber) { l.OnHand = []job.OnHand{{Length: job.L("40 in"), Count: -1}} },
		"lumber[0].prices[0].price":  func(l *job.Lumber) { l.Prices = []job.Price{{Length: job.L("96 in"), Price: -4}} },
	} {
		d := ruledDemo(t, "bindery")
		change(&d.Lumber[0])
		faults := append(job.Bounds(&d), site.Check(d)...)
		require.NotEmpty(t, faults, path)
		assert.Equal(t, path, faults[0].Path)
	}
}
