package framing_test

import (
	"fmt"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
)

// A wall is first laid out: its plates, and where every upright stands. With
// the heights of the building, each upright gets its length.
func ExampleLay() {
	in := measure.Inch
	stud := &wood.Lumber{ID: "2x4", Thickness: 3 * in / 2, Depth: 7 * in / 2, Stock: []measure.Length{96 * in, 144 * in}}
	wall := &framing.Wall{
		ID: "A", To: geo.Point{X: (48 * in).Millimetres()}, Length: 48 * in, Lumber: stud,
		Bottom: []*wood.Lumber{stud}, Top: []*wood.Lumber{stud}, Layout: framing.Layout{Spacing: 16 * in},
	}
	rules := framing.Rules{Units: measure.Imperial, Mark: in / 16, Fit: in / 16, Hold: 3 * in / 16, Near: 24 * in, Reach: 30 * in, Lap: 24 * in}
	laid := framing.Lay(wall, rules, framing.Found{})

	var readings []survey.Reading
	for i := range 4 {
		x := 16 * in * measure.Length(i)
		readings = append(readings, survey.Reading{ID: fmt.Sprint("r", i+1), Kind: survey.GapReading, At: geo.Point{X: x.Millimetres()}, Value: (96*in + measure.Length(i)*in/16).Millimetres()})
	}
	for _, m := range laid.Frame(survey.Fit(readings, 0.8), framing.Found{}).Members {
		fmt.Println(m.ID, m.Kind, measure.Imperial.Write(m.Cut), m.State)
	}
	// Output:
	// A-B1 bottom-plate 48 in ready
	// A-T1 top-plate 48 in ready
	// A-S1 stud 92 15/16 in ready
	// A-S2 stud 93 in ready
	// A-S3 stud 93 1/16 in ready
	// A-S4 stud 93 1/8 in ready
}
