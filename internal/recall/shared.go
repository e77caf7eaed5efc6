package recall

import (
	"context"
	"errors"
	"fmt"
	"sync"
)

// Shared lets all who ask for the same at once share one making of it. It is
// stopped when nobody waits for it any more. The zero Shared is ready.
type Shared[T any] struct {
	mu     sync.Mutex
	making map[Key]*making[T]
}

type making[T any] struct {
	done    chan struct{}
	stop    context.CancelFunc
	waiting int
	value   T
	err     error
}

// ErrPanicked is what those who share a making get that panicked.
var ErrPanicked = errors.New("it went wrong within")

// Of is what make gives, made once for all who ask meanwhile. make's context
// keeps ctx's values and ends when nobody waits.
func (s *Shared[T]) Of(ctx context.Context, key Key, make func(context.Context) (T, error)) (value T, err error) {
	s.mu.Lock()
	one := s.making[key]
	if one == nil {
		one = s.begin(ctx, key, make)
	}
	one.waiting++
	s.mu.Unlock()
	select {
	case <-one.done:
		return one.value, one.err
	case <-ctx.Done():
		s.mu.Lock()
		defer s.mu.Unlock()
		if one.waiting--; one.waiting == 0 {
			one.stop()
			if s.making[key] == one {
				delete(s.making, key) // who asks now begins anew
			}
		}
		return value, ctx.Err()
	}
}

func (s *Shared[T]) begin(ctx context.Context, key Key, do func(context.Context) (T, error)) *making[T] {
	within, stop := context.WithCancel(context.WithoutCancel(ctx))
	one := &making[T]{done: make(chan struct{}), stop: stop}
	if s.making == nil {
		s.making = map[Key]*making[T]{}
	}
	s.making[key] = one
	go func() {
		defer func() {
			if p := recover(); p != nil {
				one.err = fmt.Errorf("%w: %v", ErrPanicked, p)
			}
			s.mu.Lock()
			if s.making[key] == one {
				delete(s.making, key)
			}
			s.mu.Unlock()
			stop()
			close(one.done)
		}()
		one.value, one.err = do(within)
	}()
	return one
}
