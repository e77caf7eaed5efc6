package server

import (
	"context"
	"fmt"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
)

// waiting says how many wait at a desk.
func (d *desk) waiting() (n int) {
	d.mu.Lock()
	defer d.mu.Unlock()
	for _, line := range d.lines {
		n += len(line)
	}
	return n
}

// A crew that asks for much waits for its own: another one's next is done
// after one of its, not after all.
func TestEachCrewHasItsTurn(t *testing.T) {
	d := &desk{free: 1, lines: map[string][]chan struct{}{}}
	release := make(chan struct{})
	var order []string
	var wait sync.WaitGroup
	at := func(crew, what string) {
		before := d.waiting()
		wait.Go(func() {
			assert.NoError(t, d.at(t.Context(), crew, func() { order = append(order, what) }))
		})
		for d.waiting() == before {
			time.Sleep(time.Millisecond)
		}
	}
	begun := make(chan struct{})
	wait.Go(func() {
		_ = d.at(t.Context(), "a", func() { close(begun); <-release })
	})
	<-begun
	for i := range 5 {
		at("a", fmt.Sprint("a", i))
	}
	at("b", "b0")
	at("b", "b1")
	at("c", "c0")
	close(release)
	wait.Wait()
	assert.Equal(t, []string{"a0", "b0", "c0", "a1", "b1", "a2", "a3", "a4"}, order)
	assert.Equal(t, 1, d.free)
	assert.Empty(t, d.lines)
}

// Who goes away while waiting holds nobody up, and no place is lost.
func TestWhoLeavesTheLineHoldsNobodyUp(t *testing.T) {
	d := &desk{free: 2, lines: map[string][]chan struct{}{}}
	var wait sync.WaitGroup
	for i := range 200 {
		wait.Go(func() {
			ctx, leave := context.WithTimeout(t.Context(), time.Duration(i%5)*time.Millisecond)
			defer leave()
			_ = d.at(ctx, fmt.Sprint(i%3), func() { time.Sleep(time.Millisecond / 2) })
		})
	}
	wait.Wait()
	assert.Equal(t, 2, d.free)
	assert.Zero(t, d.waiting())
}
