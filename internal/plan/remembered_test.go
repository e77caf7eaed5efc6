package plan_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/law"
	"homalos/internal/making"
	"homalos/internal/plan"
	"homalos/internal/work"
)

// said is all that is shown of a plan.
func said(t *rapid.T, p plan.Plan) string {
	raw, err := json.Marshal([]any{p, p.Drawings, p.Asks()})
	require.NoError(t, err)
	return string(raw)
}

// Whatever a crew does, and takes back: what is put together from what is
// remembered is what would be worked out from nothing, to the byte.
func TestWhatIsRememberedIsWhatWouldBeWorkedOut(t *testing.T) {
	starts := []job.Document{jobtest.Demo(t, "bindery"), jobtest.Demo(t, "wardrobe"), jobtest.Closet(), jobtest.Building(3)}
	memory := work.NewMemory()
	planned := 0
	law.Check(t, func(t *rapid.T) {
		d := rapid.SampledFrom(starts).Draw(t, "job")
		crew := jobtest.NewCrew("crew", rapid.Uint64Range(0, 50).Draw(t, "seed"))
		before := d
		for range rapid.IntRange(1, 3).Draw(t, "edits") {
			made, err := (&making.Maker{Now: d, Read: &memory.Reader}).Make([]job.Edit{crew.Edit(d)})
			if err != nil {
				continue
			}
			if before, d = d, made.Document; rapid.IntRange(0, 4).Draw(t, "back") == 0 {
				d = before
			}
			fresh, err := plan.Compute(d)
			require.NoError(t, err)
			known, err := plan.ComputeIn(t.Context(), memory, d)
			if err == nil {
				known, err = plan.Recorded(t.Context(), known, d)
			}
			require.NoError(t, err)
			require.Equal(t, said(t, fresh), said(t, known))
			planned++
		}
	})
	require.Positive(t, planned)
}
