package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/site"
)

// The first stud was 1/16 tight: every full piece of the wall is 1/16 shorter and says
// why, what hangs on openings stays; the other walls stay too.
func TestTheFirstPieceShiftsTheRest(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		for _, tight := range []string{u.Words("1/16 in", "2 mm"), u.Words("-1/8 in", "-3 mm")} {
			d := piped(u)
			before := computed(t, d).Walls[0]
			d.Walls[0].Tried = &job.Tried{Member: "A-S1", Tight: job.L(tight)}
			after := computed(t, d).Walls[0]
			by := long(t, u, tight)
			shifted := 0
			for i, m := range after.Members {
				own := before.Members[i]
				require.Equal(t, own.ID, m.ID)
				if m.Exact == "" {
					continue
				}
				off := long(t, u, own.Exact) - long(t, u, m.Exact)
				switch m.Kind {
				case "stud", "king":
					shifted++
					require.InDelta(t, by, off, 1e-6, m.ID)
					require.Len(t, m.Sum, len(own.Sum)+1)
				default:
					require.InDelta(t, 0, off, 1e-6, m.ID)
				}
			}
			assert.GreaterOrEqual(t, shifted, 5)
		}
	}
	d := piped(measure.Imperial)
	d.Walls[0].Tried = &job.Tried{Tight: job.L("3 in")}
	faults := site.Check(d)
	require.NotEmpty(t, faults)
	assert.Equal(t, "walls[0].tried.tight", faults[0].Path)
}
