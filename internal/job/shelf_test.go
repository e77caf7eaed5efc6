package job_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
)

func wood(lumber, length string, count int) job.ShelfWood {
	return job.ShelfWood{Lumber: lumber, OnHand: job.OnHand{Length: job.L(length), Count: count}}
}

// A job takes what the crew has of its lumber, in its own unit, and nothing else of it
// changes; taken again it changes nothing.
func TestAJobTakesTheCrewsStock(t *testing.T) {
	d := jobtest.Demo(t, "bindery")
	shelf := job.Shelf{
		Format: job.ShelfFormat, Wood: []job.ShelfWood{wood("2X4", "2438.4 mm", 3), wood("no such", "96 in", 1)},
		Prices: []job.ShelfPrice{{Lumber: "2x4", Price: job.Price{Length: job.L("168 in"), Price: 8}}}, Goods: []job.Goods{{What: "nail", Pack: 250, Price: 12}},
	}
	require.NoError(t, shelf.Check())
	with := shelf.Into(d)
	assert.Equal(t, "96 in", with.Lumber[0].OnHand[0].Length.String())
	assert.Equal(t, 3, with.Lumber[0].OnHand[0].Count)
	assert.Len(t, with.Lumber[0].Stock, len(d.Lumber[0].Stock)+1, "168 in is sold")
	assert.Equal(t, "nail", with.Rules.Goods[0].What)
	assert.Equal(t, d.Rules.Kerf, with.Rules.Kerf)
	assert.True(t, job.Equal(d.Lumber[1], with.Lumber[1]))
	assert.True(t, job.Equal(d.Walls, with.Walls))
	assert.Empty(t, job.Between(with, shelf.Into(with)))
	after, _, err := job.ApplyAll(d, job.Between(d, with))
	require.NoError(t, err)
	assert.True(t, job.Equal(with, after), "as edits it comes to the same")
}

func TestWhatIsLeftOverIsCountedIn(t *testing.T) {
	shelf := job.Shelf{Format: job.ShelfFormat, Wood: []job.ShelfWood{wood("2x4", "96 in", 3)}}
	more := shelf.With([]job.ShelfWood{wood("2x4", "96 in", 2), wood("2x4", "40 in", 1)})
	require.Len(t, more.Wood, 2)
	assert.Equal(t, 5, more.Wood[0].Count)
	assert.Equal(t, 3, shelf.Wood[0].Count, "the shelf given stays as it is")
	named := wood("2x4", "41 in", 1)
	named.Label = "2x4/7"
	once := more.With([]job.ShelfWood{named})
	assert.Len(t, once.With([]job.ShelfWood{named}).Wood, len(once.Wood), "put there twice, it is there once")
}
