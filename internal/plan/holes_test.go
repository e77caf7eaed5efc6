package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/site"
)

// piped is a wall with a doorway in its middle and these pipes planned in it.
func piped(u measure.System, all ...job.Run) job.Document {
	d := opened(u, job.Opening{Kind: "cased", Rough: &job.Size{Width: job.L(u.Words("32", "800")), Height: job.L(u.Words("80", "2030"))}})
	d.Walls[0].Runs = all
	return d
}

// A supply pipe from the wall's start to short of the door: a hole in each stud on its
// way, all within the limits; nothing else of the plan moves.
func TestAPlannedPipeIsBored(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		before := computed(t, piped(u)).Walls[0]
		w := computed(t, piped(u, job.Run{What: "cold water", Size: job.L(u.Words("7/8", "22")), From: job.L("0"), To: job.L(u.Words("60", "1500")), Height: job.L(u.Words("24", "600"))})).Walls[0]
		assert.Equal(t, before.Members, w.Members)
		assert.Equal(t, len(before.Findings), len(w.Findings))
		require.GreaterOrEqual(t, len(w.Holes), 3)
		for _, h := range w.Holes {
			assert.Equal(t, [3]string{"bore", "within", u.Words("1 in", "25 mm")}, [3]string{h.Kind, h.Limit, h.Size}, h.Member)
			assert.Equal(t, u.Words("22 1/2 in", "555 mm"), h.At, "over the foot of %s: less the bottom plate", h.Member)
		}
		assert.Empty(t, w.NoNail, "7/8 in 3 1/2 leaves 1 5/16, 22 in 89 leaves 33.5")
	}
}

// A vent that meets a stud gets a clear place at a touch; what is through both plates
// is bored in both.
func TestAVentMovesClearOfTheStud(t *testing.T) {
	for _, u := range []measure.System{measure.Imperial, measure.Metric} {
		d := piped(u, job.Run{What: "vent", Size: job.L(u.Words("2", "50")), At: job.L(u.Words("32", "1200"))})
		f := byCode(computed(t, d).Walls[0])["run-in-stud"]
		require.Len(t, f.Fixes, 1)
		cured, err := applyFix(d, "A", f.Fixes[0].ID)
		require.NoError(t, err)
		w := computed(t, cured).Walls[0]
		assert.NotContains(t, byCode(w), "run-in-stud")
		var of []string
		for _, h := range w.Holes {
			of = append(of, h.Member)
		}
		assert.Len(t, of, 2)
	}
}

// A pipe found rising through the floor is a hole of the bottom plate.
func TestAFoundPipeIsAHoleOfThePlate(t *testing.T) {
	d := opened(measure.Imperial, job.Opening{Kind: "cased", Rough: sized("32", "80")})
	place := job.Place{X: job.L("24"), Y: job.L("1 3/4")}
	d.Survey.Obstructions = []job.Obstruction{{ID: "P", Kind: "pipe", From: &place, To: &place, Width: job.L("1"), Rises: true, Clear: &job.Clearance{Side: job.L("1/4")}}}
	w := computed(t, d).Walls[0]
	require.Len(t, w.Holes, 1)
	assert.Equal(t, Hole{Member: "A-B1", What: w.Holes[0].What, At: "24 in", Offset: "1 3/4 in", Size: "1 1/2 in", Kind: "bore", Limit: "within", Plate: true}, w.Holes[0])
}

func TestSlipsOfAPipeAreNamedByField(t *testing.T) {
	good := job.Run{What: "vent", Size: job.L("2"), At: job.L("24")}
	level := job.Run{What: "cold", Size: job.L("1"), From: job.L("4"), To: job.L("40"), Height: job.L("20")}
	for path, spoil := range map[string]func(up, along *job.Run){
		"runs[0].what":   func(up, _ *job.Run) { up.What = "" },
		"runs[0].size":   func(up, _ *job.Run) { up.Size = job.L("-1") },
		"runs[0].at":     func(up, _ *job.Run) { up.At = job.L("-4") },
		"runs[0].high":   func(up, _ *job.Run) { up.Low, up.High = job.L("40"), job.L("20") },
		"runs[0].height": func(up, _ *job.Run) { up.Height = job.L("40") },
		"runs[0].off":    func(up, _ *job.Run) { up.Off = job.L("-1") },
		"runs[1].to":     func(_, along *job.Run) { along.To = along.From },
		"runs[1].from":   func(_, along *job.Run) { along.From = job.Length{} },
		"runs[1].fall":   func(_, along *job.Run) { along.Fall = job.L("90") },
		"runs[1].low":    func(_, along *job.Run) { along.Low = job.L("3") },
	} {
		up, along := good, level
		spoil(&up, &along)
		faults := site.Check(piped(measure.Imperial, up, along))
		require.NotEmpty(t, faults, path)
		assert.Equal(t, "walls[0]."+path, faults[0].Path)
	}
}
