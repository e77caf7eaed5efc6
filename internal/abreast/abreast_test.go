package abreast

import (
	"sync/atomic"
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestEachIsDoneOnce(t *testing.T) {
	for _, n := range []int{0, 1, 2, 7, 1000} {
		done := make([]atomic.Int32, n)
		Each(n, func(i int) { done[i].Add(1) })
		for i := range done {
			assert.EqualValues(t, 1, done[i].Load())
		}
	}
}

// What goes wrong in one is the caller's to catch: no process dies of a job.
func TestAPanicIsTheCallers(t *testing.T) {
	assert.PanicsWithValue(t, "rot", func() {
		Each(50, func(i int) {
			if i == 17 {
				panic("rot")
			}
		})
	})
}
