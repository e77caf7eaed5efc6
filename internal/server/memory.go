package server

import (
	"os"
	"runtime/debug"
)

// SpendMemory lets the whole program's garbage lie longer: plans are made of
// much that is dropped at once, and collecting it was a fifth of an edit. Near
// memoryBound it is collected as ever. What GOGC and GOMEMLIMIT say wins.
func SpendMemory() {
	if os.Getenv("GOGC") == "" {
		debug.SetGCPercent(400)
	}
	if os.Getenv("GOMEMLIMIT") == "" {
		debug.SetMemoryLimit(memoryBound)
	}
}

const memoryBound = 384 << 20 // bytes
