package jobtest

import (
	"math/rand/v2"
	"os"
	"strconv"
)

// Random gives the same numbers each time, so that a red run can be repeated;
// `make fuzz` varies them by RAPID_SEED, as it does those of the other laws.
func Random(a, b uint64) *rand.Rand {
	if seed, err := strconv.ParseUint(os.Getenv("RAPID_SEED"), 10, 64); err == nil && seed != 1 {
		a ^= seed
	}
	return rand.New(rand.NewPCG(a, b))
}
