package sticks

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/cutting"
	"homalos/internal/job"
)

const list = `{"format": "homalos-sticks/1", "units": "imperial", "kerf": "1/8 in",
 "lumber": [{"id": "2x4", "stock": [{"length": "96 in", "price": 4.5}, {"length": "120 in", "price": 6, "onHand": 1}]}],
 "pieces": [{"id": "stud", "lumber": "2x4", "length": "93 1/8 in", "count": 3}, {"id": "block", "lumber": "2x4", "length": "14 1/2 in", "count": 7}]}`

func solved(t *testing.T, text string) (Plan, job.Faults) {
	t.Helper()
	l, err := Read([]byte(text))
	var p Plan
	if err == nil {
		p, err = Solve(context.Background(), l, cutting.Long)
	}
	var faults job.Faults
	if err != nil {
		require.True(t, errors.As(err, &faults), err)
	}
	return p, faults
}

// Three studs and seven blocks: one stud with a block from the 120, two from 96, six
// blocks from one more.
func TestAListIsCut(t *testing.T) {
	p, faults := solved(t, list)
	require.Empty(t, faults)
	assert.Equal(t, 19.5, p.Cost)
	assert.Equal(t, p.Cost, p.Bound)
	count := map[string]int{}
	for _, s := range p.Sticks {
		for _, c := range s.Cuts {
			count[c.Piece]++
		}
	}
	assert.Equal(t, map[string]int{"stud": 3, "block": 7}, count)
	raw, err := json.Marshal(p)
	require.NoError(t, err)
	assert.Contains(t, string(raw), `{"piece":"stud","length":"93 1/8 in"}`)
}

func TestSlipsAreNamedByField(t *testing.T) {
	for path, change := range map[string][2]string{
		"pieces[0].length":          {`"93 1/8 in", "count": 3`, `"130 in", "count": 3`},
		"pieces[0].count":           {`"count": 3`, `"count": 30000`},
		"pieces[1].id":              {`"block"`, `"stud"`},
		"pieces[1].lumber":          {`"lumber": "2x4", "length": "14`, `"lumber": "2x5", "length": "14`},
		"lumber[0].stock[0].length": {`"96 in"`, `"0 in"`},
		"lumber[0].stock[0].price":  {`4.5`, `-4.5`},
		"lumber[0].stock[1].onHand": {`"onHand": 1`, `"onHand": -1`},
		"lumber[0].stock[1].onhand": {`"onHand": 1`, `"onhand": 1`},
		"units":                     {`imperial`, `inches`},
		"kerf":                      {`1/8 in`, `-1/8 in`},
		"format":                    {`homalos-sticks/1`, `sticks`},
		"lumber[0].stock":           {`4.5}`, `4.5, "onHand": 1}`},
		"$":                         {`{"format"`, `[{"format"`},
	} {
		_, faults := solved(t, strings.Replace(list, change[0], change[1], 1))
		require.NotEmpty(t, faults, path)
		if path != "$" {
			assert.Equal(t, path, faults[0].Path, "%v", faults)
		}
	}
}

// As many as may be, in one list.
func TestTwentyThousandPieces(t *testing.T) {
	var b strings.Builder
	b.WriteString(`{"format": "homalos-sticks/1", "units": "metric", "kerf": "3 mm", "lumber": [{"id": "45", "stock": [{"length": "4800 mm", "price": 12}]}], "pieces": [`)
	for i := range 200 {
		if i > 0 {
			b.WriteString(",")
		}
		fmt.Fprintf(&b, `{"id": "p%d", "lumber": "45", "length": "%d mm", "count": 100}`, i, 300+i*11)
	}
	b.WriteString("]}")
	p, faults := solved(t, b.String())
	require.Empty(t, faults)
	assert.LessOrEqual(t, p.Cost, p.Bound*1.02)
	_, faults = solved(t, strings.Replace(b.String(), `"count": 100`, `"count": 101`, 1))
	require.NotEmpty(t, faults)
}
