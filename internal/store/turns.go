package store

import (
	"context"
	"sync"
)

// turns lets those who change one job work at it one after the other, so that
// nobody's work is for nothing. Other copies of the application are not held
// back by it: the revision tells of them.
type turns struct {
	mu   sync.Mutex
	jobs map[string]*turn
}

type turn struct {
	free    chan struct{} // holds one
	waiting int
}

// awaited says whether somebody waits for the turn at a job.
func (t *turns) awaited(name string) bool {
	t.mu.Lock()
	defer t.mu.Unlock()
	one := t.jobs[name]
	return one != nil && one.waiting > 0
}

// take waits for the turn at a job; done gives it back.
func (t *turns) take(ctx context.Context, name string) (done func(), err error) {
	t.mu.Lock()
	if t.jobs == nil {
		t.jobs = map[string]*turn{}
	}
	one := t.jobs[name]
	if one == nil {
		one = &turn{free: make(chan struct{}, 1)}
		one.free <- struct{}{}
		t.jobs[name] = one
	}
	one.waiting++
	t.mu.Unlock()
	leave := func() {
		t.mu.Lock()
		defer t.mu.Unlock()
		if one.waiting--; one.waiting == 0 {
			delete(t.jobs, name)
		}
	}
	select {
	case <-one.free:
		return func() { one.free <- struct{}{}; leave() }, nil
	case <-ctx.Done():
		leave()
		return nil, ctx.Err()
	}
}
