package recall

import (
	"context"
	"errors"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
)

// All who ask for one thing meanwhile share its making, and it is stopped when
// the last of them has gone, not before.
func TestWhatIsAskedForAtOnceIsMadeOnce(t *testing.T) {
	var s Shared[int]
	var made atomic.Int32
	begun, go_ := make(chan struct{}), make(chan struct{})
	do := func(context.Context) (int, error) {
		if made.Add(1) == 1 {
			close(begun)
		}
		<-go_
		return 7, nil
	}
	var wait sync.WaitGroup
	for range 20 {
		wait.Go(func() {
			n, err := s.Of(t.Context(), KeyOf("a"), do)
			assert.Equal(t, 7, n)
			assert.NoError(t, err)
		})
	}
	<-begun
	time.Sleep(20 * time.Millisecond) // for the others to ask; late ones make a second one, as they may
	close(go_)
	wait.Wait()
	assert.LessOrEqual(t, made.Load(), int32(2))
	n, _ := s.Of(t.Context(), KeyOf("a"), func(context.Context) (int, error) { return 8, nil })
	assert.Equal(t, 8, n, "nothing is kept")
}

func TestItIsStoppedWhenNobodyWaits(t *testing.T) {
	var s Shared[int]
	stopped := make(chan struct{})
	do := func(ctx context.Context) (int, error) {
		<-ctx.Done()
		close(stopped)
		return 0, ctx.Err()
	}
	first, leaveFirst := context.WithCancel(t.Context())
	second, leaveSecond := context.WithCancel(t.Context())
	var wait sync.WaitGroup
	for _, ctx := range []context.Context{first, second} {
		wait.Go(func() {
			_, err := s.Of(ctx, KeyOf("a"), do)
			assert.ErrorIs(t, err, context.Canceled)
		})
	}
	for { // until both wait
		s.mu.Lock()
		one := s.making[KeyOf("a")]
		both := one != nil && one.waiting == 2
		s.mu.Unlock()
		if both {
			break
		}
		time.Sleep(time.Millisecond)
	}
	leaveFirst()
	select {
	case <-stopped:
		t.Error("one still waits")
	case <-time.After(20 * time.Millisecond):
	}
	leaveSecond()
	<-stopped
	wait.Wait()
}

func TestAPanicIsAnErrorForAllWhoWait(t *testing.T) {
	var s Shared[int]
	_, err := s.Of(t.Context(), KeyOf("a"), func(context.Context) (int, error) { panic("x") })
	assert.ErrorIs(t, err, ErrPanicked)
	_, err = s.Of(t.Context(), KeyOf("a"), func(context.Context) (int, error) { return 0, errors.New("y") })
	assert.EqualError(t, err, "y")
}

// Memories are bounded by bytes too; what is too heavy isn't kept at all.
func TestBytesAreBounded(t *testing.T) {
	k := Weighing(100, 1000, func(s string) int { return len(s) })
	for i := range 50 {
		k.Keep(KeyOf(i), string(make([]byte, 90)))
		assert.LessOrEqual(t, k.Bytes(), 1000)
	}
	assert.Equal(t, 11*90, k.Bytes())
	k.Keep(KeyOf("heavy"), string(make([]byte, 501)))
	_, ok := k.Peek(KeyOf("heavy"))
	assert.False(t, ok)
	_, ok = k.Peek(KeyOf(49))
	assert.True(t, ok)
}
