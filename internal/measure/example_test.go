package measure_test

import (
	"fmt"

	"homalos/internal/measure"
)

// A tape is read as it is written on site, and a length is exact: a
// sixty-fourth and a tenth of a millimetre are both whole.
func ExampleRead() {
	for _, text := range []string{"93 1/16", `7' 9"`, "2362 mm", "2.4 m"} {
		l, err := measure.Read(text, measure.Imperial)
		fmt.Println(l.Millimetres(), err)
	}
	_, err := measure.Read("93 1/0", measure.Imperial)
	fmt.Println(err)
	// Output:
	// 2363.7875 <nil>
	// 2362.2 <nil>
	// 2362 <nil>
	// 2400 <nil>
	// "93 1/0": 1/0 divides by zero
}

// A stud is cut to the mark below, never above; what it must clear is laid off
// to the mark above; a station is the nearest mark.
func ExampleLength_Down() {
	mark := measure.Inch / 16
	l, _ := measure.Read("92.3", measure.Imperial)
	say := func(l measure.Length) string { return measure.Imperial.Say(l, mark) }
	fmt.Println(say(l.Down(mark)), "·", say(l.Nearest(mark)), "·", say(l.Up(mark)))
	// Output:
	// 92 1/4 · 92 5/16 · 92 5/16
}

// The same length as each crew would say it.
func ExampleSystem_Say() {
	l := 93*measure.Inch + measure.Inch/16
	fmt.Println(measure.Imperial.Say(l, measure.Inch/16))
	fmt.Println(measure.Metric.Say(l, measure.Millimetre))
	// Output:
	// 93 1/16
	// 2364
}
