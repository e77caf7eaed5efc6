package cutting_test

import (
	"fmt"

	"homalos/internal/cutting"
	"homalos/internal/measure"
)

// Pieces are laid into sticks with the blade's width between them, and what is
// left is told.
func ExampleSticks() {
	in := measure.Inch
	pieces := []cutting.Piece{
		{Member: "A-S1", Length: 92 * in, State: "ready"},
		{Member: "A-H1", Length: 33 * in, State: "ready"},
		{Member: "A-C1", Length: 12 * in, State: "ready"},
	}
	sticks, tooLong := cutting.Sticks("2x4", pieces, []measure.Length{96 * in, 144 * in}, in/8)
	for _, s := range sticks {
		fmt.Print(measure.Imperial.Write(s.Stock), ":")
		for _, p := range s.Pieces {
			fmt.Print(" ", p.Member)
		}
		fmt.Println(", left", measure.Imperial.Write(s.Offcut))
	}
	fmt.Println("longer than any stick:", len(tooLong))
	fmt.Println(cutting.Shopping(sticks))
	// Output:
	// 144 in: A-S1 A-H1 A-C1, left 6 5/8 in
	// longer than any stick: 0
	// [{2x4 3657600000 1}]
}
