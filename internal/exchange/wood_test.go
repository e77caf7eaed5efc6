package exchange

import (
	"bytes"
	"encoding/csv"
	"strconv"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/plan"
)

func rowsOf(t *testing.T, raw []byte) [][]string {
	t.Helper()
	rows, err := csv.NewReader(bytes.NewReader(raw)).ReadAll()
	require.NoError(t, err)
	return rows
}

// Each list holds what the plan does: every piece once, every stick, every purchase;
// lengths add up in a spreadsheet; a name that looks like a formula runs nothing.
func TestListsOfTheWood(t *testing.T) {
	for _, name := range []string{"bindery.json", "wardrobe.json"} {
		p := planned(t, name)
		d := p.Result.Doc
		calls, err := plan.CallList(d, p)
		require.NoError(t, err)
		var saw, sticks, yard bytes.Buffer
		require.NoError(t, WriteSawList(&saw, calls, p.Units))
		require.NoError(t, WriteStickList(&sticks, p))
		require.NoError(t, WriteYardList(&yard, p, d.Lumber))
		assert.Len(t, rowsOf(t, saw.Bytes()), len(p.Pieces())+1)
		assert.Len(t, rowsOf(t, sticks.Bytes()), len(p.Sticks)+1)
		bought := 0
		for _, r := range rowsOf(t, yard.Bytes())[1:] {
			n, err := strconv.Atoi(r[2])
			require.NoError(t, err)
			bought += n
		}
		assert.Equal(t, len(p.Sticks), bought)
	}
	p := planned(t, "bindery.json")
	p.Buy = []plan.Buy{{Lumber: "=2x4", Stock: "8 ft", Count: 3}}
	var yard bytes.Buffer
	require.NoError(t, WriteYardList(&yard, p, []job.Lumber{{ID: "=2x4", Prices: []job.Price{{Length: job.L("96 in"), Price: 4.5}}}}))
	row := rowsOf(t, yard.Bytes())[1]
	assert.Equal(t, []string{"96", "3", "4.50", "13.50"}, row[1:])
	assert.NotEqual(t, byte('='), row[0][0])
}
