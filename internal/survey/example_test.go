package survey_test

import (
	"fmt"

	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// Four gaps along a wall, and what they foretell between and beyond them: the
// further from a reading, the wider the spread.
func ExampleFit() {
	var readings []survey.Reading
	for i, gap := range []float64{2438, 2441, 2443, 2446} {
		readings = append(readings, survey.Reading{ID: fmt.Sprint("r", i+1), Kind: survey.GapReading, At: geo.Point{X: float64(i) * 1200}, Value: gap})
	}
	model := survey.Fit(readings, 1)
	for _, x := range []float64{1200, 1800, 6000} {
		gap := model.Estimate(survey.Gap(geo.Point{X: x}))
		fmt.Printf("at %.0f mm: %.0f ± %.0f mm\n", x, gap.Value, gap.Spread)
	}
	floor := model.Estimate([]survey.Term{{Of: survey.Floor, At: geo.Point{X: 1200}, Weight: 1}})
	fmt.Println("is the floor's own height known?", floor.Known)
	// Output:
	// at 1200 mm: 2441 ± 1 mm
	// at 1800 mm: 2442 ± 1 mm
	// at 6000 mm: 2451 ± 8 mm
	// is the floor's own height known? false
}

// A slip of a foot stands out from its neighbours, with the slip that would
// explain it.
func ExampleDoubts() {
	var readings []survey.Reading
	for i, gap := range []float64{2438, 2439, 2744.8, 2441, 2442} {
		readings = append(readings, survey.Reading{ID: fmt.Sprint("r", i+1), Kind: survey.GapReading, At: geo.Point{X: float64(i) * 900}, Value: gap})
	}
	misread := func(r survey.Reading) []survey.Slip {
		return survey.Slips(measure.FromMillimetres(r.Value), measure.Imperial, false)
	}
	for _, d := range survey.Doubts(readings, 1, nil, misread) {
		fmt.Printf("%s: the others foretell %.0f mm; likely a slip of a %s, and really %.1f mm\n", readings[d.Reading].ID, d.Foretold, d.Slip.Kind, d.Slip.Really)
	}
	// Output:
	// r3: the others foretell 2440 mm; likely a slip of a foot, and really 2440.0 mm
}
