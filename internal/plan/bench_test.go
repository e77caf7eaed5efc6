package plan

import (
	"fmt"
	"os"
	"testing"

	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
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

func BenchmarkCompute(b *testing.B) {
	for _, n := range []int{1, 12, 60} {
		d := jobtest.Building(n)
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

// asYouGo is how much wood is taken by somebody who cuts pieces as they come, each from
// the first rest that is long enough, else from a new stick of the commonest length that
// holds it.
func asYouGo(pieces []measure.Length, stock []measure.Length, kerf measure.Length) (taken measure.Length) {
	var rests []measure.Length
next:
	for _, long := range pieces {
		for i, r := range rests {
			if r >= long {
				rests[i] = r - long - kerf
				continue next
			}
		}
		for _, s := range stock {
			if s >= long {
				taken, rests = taken+s, append(rests, s-long-kerf)
				continue next
			}
		}
	}
	return taken
}

// BenchmarkHandPractice compares the demo jobs' sticks with cutting as one goes.
func BenchmarkHandPractice(b *testing.B) {
	for _, name := range []string{"bindery", "wardrobe"} {
		b.Run(name, func(b *testing.B) {
			d, faults := job.Read(demoJob(b, name))
			require.Empty(b, faults)
			var hand, planned, pieces measure.Length
			for range b.N {
				p, err := Compute(d)
				require.NoError(b, err)
				hand, planned, pieces = 0, 0, 0
				for _, l := range p.Result.Lumber {
					var all []measure.Length
					for _, w := range p.Result.Lists() {
						for _, m := range w.Members {
							if m.Lumber.ID == l.ID && m.Known && m.Cut > 0 && m.Old == 0 {
								all = append(all, m.Cut)
								pieces += m.Cut
							}
						}
					}
					hand += asYouGo(all, l.Stock, p.Result.Kerf)
				}
				for _, c := range p.Result.Cuts {
					planned += c.Length
				}
			}
			b.ReportMetric(float64(hand-pieces)/float64(hand)*100, "%hand")
			b.ReportMetric(float64(planned-pieces)/float64(planned)*100, "%planned")
			b.ReportMetric(hand.Millimetres()/1000, "m/hand")
			b.ReportMetric(planned.Millimetres()/1000, "m/planned")
		})
	}
}
