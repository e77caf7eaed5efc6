package work

import (
	"testing"

	"homalos/internal/framing"
	"homalos/internal/job/jobtest"
	"homalos/internal/site"
)

// How long it takes to judge what the marks of 60 walls could go by.
func BenchmarkJudging60Walls(b *testing.B) {
	s, faults := site.Of(jobtest.Building(60))
	if faults != nil {
		b.Fatal(faults)
	}
	r := Out(s)
	tried := 0
	for b.Loop() {
		for _, w := range r.Walls {
			all, _ := s.Candidates(w.Wall)
			for _, c := range all {
				framing.Try(w.Wall, c.Layout, s.Rules, r.Heights.Near(w.Wall.At(0), w.Wall.At(w.Wall.Length), NearReadings), s.Found())
				tried++
			}
		}
	}
	b.ReportMetric(float64(tried)/float64(b.N), "candidates")
}
