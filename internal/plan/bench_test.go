package plan

import (
	"fmt"
	"os"
	"testing"

	"github.com/stretchr/testify/require"

	"homalos/internal/job/jobtest"
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
