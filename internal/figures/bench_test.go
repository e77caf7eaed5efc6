package figures_test

import (
	"fmt"
	"testing"

	"homalos/internal/figures"
	"homalos/internal/job"
)

// Figures of a job of as many readings as there may be.
func BenchmarkOfManyReadings(b *testing.B) {
	d := bindery(b)
	for i := range 3900 {
		d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: fmt.Sprint("x", i), Kind: "gap", Place: &job.Place{X: job.L(fmt.Sprint(i*37%140, " in")), Y: job.L(fmt.Sprint(i*101%160, " in"))}, Value: job.L(fmt.Sprintf("%.5f in", 96+float64(i*7%9-4)/32))})
	}
	p := plan(b, d)
	b.ResetTimer()
	for b.Loop() {
		figures.Of(p.r, p.asks, d)
	}
}
