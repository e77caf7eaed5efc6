package survey

import (
	"math"

	"homalos/internal/geo"
)

// Wary foretells from the readings that stand in accord, and is as unsure as
// the doubtful ones make it: where they would change an answer, the spread
// reaches that far.
type Wary struct {
	*Model        // without the doubtful readings
	With   *Model // with them; nil where there are none
	Doubts []Doubt
}

// FitWary is Fit with doubtful readings found and set aside.
func FitWary(readings []Reading, noise float64, zones []Zone, slips func(Reading) []Slip) *Wary {
	w := &Wary{Doubts: Doubts(readings, noise, zones, slips)}
	if len(w.Doubts) == 0 {
		w.Model = Fit(readings, noise, zones...)
		return w
	}
	aside := map[int]bool{}
	for _, d := range w.Doubts {
		aside[d.Reading] = true
	}
	var kept []Reading
	for i, r := range readings {
		if !aside[i] {
			kept = append(kept, r)
		}
	}
	w.Model = Fit(kept, noise, zones...)
	w.With = &Model{readings: readings, noise: w.noise, zones: zones, shapes: w.shapes, keep: keptShapes}
	w.With.count()
	w.With.settle()
	if w.With.local = len(readings) > wholeReadings; !w.With.local {
		w.With.factor()
	}
	return w
}

// Near is both held to the n readings closest to a stretch.
func (w *Wary) Near(a, b geo.Point, n int) *Wary {
	near := &Wary{Model: w.Model.Near(a, b, n), Doubts: w.Doubts}
	if w.With != nil {
		near.With = w.With.Near(a, b, n)
	}
	return near
}

// EstimateAll answers as the model without the doubtful readings, with the
// spread widened to where they would put it.
func (w *Wary) EstimateAll(sums [][]Term) []Estimate {
	answers := w.Model.EstimateAll(sums)
	if w.With == nil {
		return answers
	}
	for i, e := range w.With.EstimateAll(sums) {
		if answers[i].Known && e.Known {
			answers[i].Spread = math.Max(answers[i].Spread, math.Abs(e.Value-answers[i].Value)+math.Min(e.Spread, answers[i].Spread))
		}
	}
	return answers
}

// Estimate answers one sum.
func (w *Wary) Estimate(terms []Term) Estimate { return w.EstimateAll([][]Term{terms})[0] }

// Bytes are about how many it takes.
func (w *Wary) Bytes() int { return w.Model.bytes() + w.With.bytes() }

func (m *Model) bytes() int {
	if m == nil {
		return 0
	}
	n := len(m.readings)
	return 10_000 + 300*n + 8*len(m.fits)*n*n
}
