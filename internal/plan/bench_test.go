package plan

import (
	"fmt"
	"math/rand/v2"
	"os"
	"testing"

	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/measure"
)

func demoJob(t testing.TB, name string) []byte {
	t.Helper()
	raw, err := os.ReadFile("../../demo/" + name + ".json")
	require.NoError(t, err)
	return raw
}

func published(t testing.TB, schema string) []byte {
	t.Helper()
	raw, err := os.ReadFile("../../docs/" + schema + ".schema.json")
	require.NoError(t, err)
	return raw
}

// building is n walls side by side, each with a door and its own readings.
func building(n int) job.Document {
	r := rand.New(rand.NewPCG(1, 2))
	d := job.Document{Format: job.Format, Name: "building", Units: measure.Imperial, Lumber: []job.Lumber{{ID: "2x4", Thickness: job.L("1 1/2 in"), Depth: job.L("3 1/2 in")}}, Survey: &job.Survey{}}
	for i := range n {
		id := fmt.Sprintf("W%d", i)
		y := fmt.Sprintf("%d in", i*60)
		d.Walls = append(d.Walls, job.Wall{ID: id, From: job.Place{X: job.L("0 in"), Y: job.L(y)}, To: job.Place{X: job.L("144 in"), Y: job.L(y)}, Lumber: "2x4",
			Openings: []job.Opening{{ID: "D", Kind: "door", Centre: job.L("70 in"), Leaf: &job.Size{Width: job.L("30 in"), Height: job.L("80 in")}}}})
		for k := range 8 {
			place := job.Place{Wall: id, Station: job.L(fmt.Sprintf("%d in", k*20))}
			for _, kind := range []string{"floor", "ceiling"} {
				v := map[string]float64{"floor": -41, "ceiling": 55}[kind] + r.NormFloat64()/8
				d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: fmt.Sprint(kind, i, "-", k), Kind: kind, Place: &place, Value: job.L(fmt.Sprintf("%.4f in", v))})
			}
		}
	}
	return d
}

func BenchmarkCompute(b *testing.B) {
	for _, n := range []int{1, 12, 60} {
		d := building(n)
		b.Run(fmt.Sprintf("%d walls, %d readings", n, n*16), func(b *testing.B) {
			for b.Loop() {
				if _, err := Compute(d); err != nil {
					b.Fatal(err)
				}
			}
			b.ReportMetric(float64(b.Elapsed().Milliseconds())/float64(b.N)/float64(n), "ms/wall")
		})
	}
}
