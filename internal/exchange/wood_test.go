package exchange

import (
	"bytes"
	"encoding/csv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"github.com/xuri/excelize/v2"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/measure"
	"homalos/internal/plan"
)

func rowsOf(t *testing.T, raw []byte) [][]string {
	t.Helper()
	rows, err := csv.NewReader(bytes.NewReader(raw)).ReadAll()
	require.NoError(t, err)
	return rows
}

// Each list holds what the plan does: every piece once, every stick, every purchase,
// every board; numbers add up in a spreadsheet; a name that looks like a formula runs
// nothing.
func TestListsOfTheWood(t *testing.T) {
	for _, name := range []string{"bindery.json", "wardrobe.json"} {
		p := planned(t, name)
		boards := 0
		for _, w := range p.Walls {
			for _, f := range w.Faces {
				boards += len(f.Boards)
			}
		}
		require.Positive(t, boards)
		rows := map[string]int{"saw": len(p.Pieces()), "sticks": len(p.Sticks), "yard": len(p.Yard.Rows), "boards": boards, "insulation": len(p.Yard.Bays)}
		var book bytes.Buffer
		require.NoError(t, WriteXLSX(&book, Tables(p)))
		read, err := excelize.OpenReader(&book)
		require.NoError(t, err)
		for _, table := range Tables(p) {
			var out bytes.Buffer
			require.NoError(t, table.WriteCSV(&out))
			assert.Len(t, rowsOf(t, out.Bytes()), rows[table.Name]+1, table.Name)
			sheet, err := read.GetRows(table.Said)
			require.NoError(t, err)
			assert.Len(t, sheet, rows[table.Name]+1, table.Said)
		}
		bought := 0.0
		for _, r := range Lists[2].Of(p).Rows {
			if r[1] != "" {
				bought += r[6].(float64)
			}
		}
		assert.Equal(t, len(p.Sticks), int(bought))
	}
}

func TestNoNameRunsAsAFormula(t *testing.T) {
	raw := strings.ReplaceAll(string(job.Write(jobtest.Demo(t, "bindery"))), `"2x4"`, `"=HYPERLINK(1)"`)
	d, faults := job.Read([]byte(raw))
	require.Nil(t, faults)
	p, err := plan.Compute(d)
	require.NoError(t, err)
	var book bytes.Buffer
	require.NoError(t, WriteXLSX(&book, Tables(p)))
	read, err := excelize.OpenReader(&book)
	require.NoError(t, err)
	for _, table := range Tables(p) {
		var out bytes.Buffer
		require.NoError(t, table.WriteCSV(&out))
		for n, row := range rowsOf(t, out.Bytes()) {
			for k, cell := range row {
				assert.False(t, strings.HasPrefix(cell, "="), "%s: %v", table.Name, row)
				at, _ := excelize.CoordinatesToCellName(k+1, n+1)
				formula, err := read.GetCellFormula(table.Said, at)
				require.NoError(t, err)
				assert.Empty(t, formula)
			}
		}
	}
}

// A table of stock is read as it was written; what can't be is told with its line, and
// nothing of it is taken.
func TestStockComesBackAsItWasWritten(t *testing.T) {
	shelf := job.Shelf{
		Format: job.ShelfFormat,
		Wood:   []job.ShelfWood{{Lumber: "2x4", OnHand: job.OnHand{Length: job.L("96 in"), Count: 12, Place: "van, left"}}, {Lumber: "45×95", OnHand: job.OnHand{Length: job.L("1340 mm"), Count: 1, What: "offcut", Label: "45×95/3", Condition: "bowed"}}},
		Prices: []job.ShelfPrice{{Lumber: "2x4", Price: job.Price{Length: job.L("96 in"), Price: 4.25}}},
		Goods:  []job.Goods{{What: "board", Pack: 1, Price: 13.5, There: 4}},
	}
	require.NoError(t, shelf.Check())
	var out bytes.Buffer
	require.NoError(t, WriteShelf(&out, shelf))
	back, faults := ReadShelf(&out, measure.Imperial)
	require.Empty(t, faults)
	assert.True(t, job.Equal(shelf, back), "%+v", back)

	euro, faults := ReadShelf(strings.NewReader("Lumber;Length [cm];Count;Price\n45×95;480;6;8,20\n"), measure.Metric)
	require.Empty(t, faults)
	assert.Equal(t, "4800 mm", euro.Wood[0].Length.String())
	assert.InDelta(t, 8.2, euro.Prices[0].Price.Price, 1e-9)
	for text, want := range map[string]string{
		"":                                            "line 1",
		"wall,station,value\nA,1,2\n":                 "line 1",
		"lumber,length\n2x4,96\n":                     "line 1",
		"lumber,length,count\n2x4,far,3\n":            "line 2",
		"lumber,length,count\n2x4,96,1.5\n":           "line 2",
		"lumber,length,count\n,96,1\n":                "line 2",
		"lumber,length,price\n2x4,96,-1\n":            "line 2",
		"lumber,length,price\n2x4,96,1\n2x4,96,2\n":   "prices[1]",
		"lumber,length,count,is\n2x4,96,1,bent\n":     "line 2",
		"goods,price\nsandwich,3\n":                   "line 2",
		"lumber,length,count\n":                       "line 2",
		"lumber,length,count\n2x4,96,2\nx\xff,96,2\n": "line 3",
	} {
		_, faults := ReadShelf(strings.NewReader(text), measure.Imperial)
		if assert.NotEmpty(t, faults, text) {
			assert.Equal(t, want, faults[0].Path, text)
		}
	}
}
