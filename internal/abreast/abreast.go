// Package abreast does things side by side that know nothing of one another.
package abreast

import (
	"runtime"
	"sync"
	"sync/atomic"
)

// Each calls do with 0 to n-1, as many at once as there are cores, and returns
// when all are done. If one panics the caller does, once the others are done.
func Each(n int, do func(i int)) {
	crew := min(runtime.GOMAXPROCS(0), n)
	if crew <= 1 {
		for i := range n {
			do(i)
		}
		return
	}
	var (
		next   atomic.Int64
		wait   sync.WaitGroup
		first  sync.Once
		caught any
	)
	for range crew {
		wait.Go(func() {
			defer func() {
				if p := recover(); p != nil {
					first.Do(func() { caught = p })
				}
			}()
			for i := int(next.Add(1)) - 1; i < n; i = int(next.Add(1)) - 1 {
				do(i)
			}
		})
	}
	wait.Wait()
	if caught != nil {
		panic(caught)
	}
}
