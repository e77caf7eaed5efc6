package plan

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/picture"
)

// The first reading of each kind draws: floor under ceiling, about a storey
// apart, every number finite, and what is read lies where it was read.
func TestTheFirstReadingOfAKindDraws(t *testing.T) {
	for name, first := range map[string]job.Reading{
		"gap, open":    {Kind: "gap", Basis: "open", Value: job.L("2440 mm")},
		"gap, stacked": {Kind: "gap", Basis: "stacked", Value: job.L("2364 mm")},
		"gap, between": {Kind: "gap", Basis: "between", Value: job.L("2364 mm")},
		"floor":        {Kind: "floor", Value: job.L("-1012 mm")},
		"ceiling":      {Kind: "ceiling", Value: job.L("1431 mm")},
		"level":        {Kind: "level", Rise: job.L("12 mm")},
	} {
		for _, units := range []measure.System{measure.Imperial, measure.Metric} {
			d := bare(units, "3600 mm")
			first.ID = "r1"
			first.Place = &job.Place{Wall: "A", Station: job.L("900 mm")}
			if first.Kind == "level" {
				first.From, first.Place = first.Place, nil
				first.To = &job.Place{Wall: "A", Station: job.L("1700 mm")}
			}
			d.Survey.Readings = []job.Reading{first}
			p := computed(t, d)
			w := picture.Drawings(p.Result)[0]
			_, err := json.Marshal([]any{w, picture.RoomOf(p.Result)}) // which takes no NaN
			require.NoError(t, err, name)
			for _, s := range w.Surface {
				assert.InDelta(t, 2440, s.Ceiling-s.Floor, 20, "%s: %v", name, s)
			}
			if first.Kind != "level" { // which says a difference, no height
				mid := w.Surface[6] // at 900
				read := map[string]float64{"floor": mid.Floor + 1012, "ceiling": mid.Ceiling - 1431}[first.Kind]
				assert.InDelta(t, 0, read, 1, name)
			}
			only := map[string]string{"floor": "floor", "ceiling": "ceiling"}[first.Kind]
			assert.Equal(t, only, w.Only, name)
			assert.Equal(t, first.Kind == "gap", w.Known, name)
			assert.Equal(t, first.Kind == "floor" || first.Kind == "ceiling", w.Levels, name)
			section, err := picture.SectionAlong(p.Result, job.Place{X: job.L("0"), Y: job.L("0")}, job.Place{X: job.L("3600 mm"), Y: job.L("0")})
			require.NoError(t, err)
			assert.Equal(t, []any{w.Only, w.Known, w.Levels}, []any{section.Only, section.Known, section.Levels}, name)
		}
	}
}
