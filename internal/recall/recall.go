// Package recall remembers what was worked out by what it was made from. What
// was made from the same is never worked out twice while it is remembered; what
// it was made from is told by all of it, so nothing stale is ever given.
package recall

import (
	"sync"
)

// Kept remembers values by their keys; the one asked for longest ago goes
// first. The zero Kept, and a nil one, remember nothing. It may be asked by
// several at once.
type Kept[T any] struct {
	mu    sync.Mutex
	most  int
	bytes int // at most so many in all; 0 for no bound
	held  int // bytes
	weigh func(T) int
	by    map[Key]*one[T]
	first *one[T] // asked for last
	last  *one[T]
}

type one[T any] struct {
	key          Key
	value        T
	weight       int
	newer, older *one[T]
}

// New remembers at most so many.
func New[T any](most int) *Kept[T] { return &Kept[T]{most: most, by: map[Key]*one[T]{}} }

// Weighing remembers at most so many that weigh at most so many bytes together;
// weigh is about how many one takes. What is heavier than half of that isn't
// remembered.
func Weighing[T any](most, bytes int, weigh func(T) int) *Kept[T] {
	k := New[T](most)
	k.bytes, k.weigh = bytes, weigh
	return k
}

// Bytes are about how many are held.
func (k *Kept[T]) Bytes() int {
	if k == nil {
		return 0
	}
	k.mu.Lock()
	defer k.mu.Unlock()
	return k.held
}

// Of is what is remembered under a key, or what make gives now. What ends in
// an error is not remembered.
func (k *Kept[T]) Of(key Key, make func() (T, error)) (T, error) {
	if k == nil || k.most == 0 {
		return make()
	}
	k.mu.Lock()
	if old := k.by[key]; old != nil {
		k.toFront(old)
		k.mu.Unlock()
		return old.value, nil
	}
	k.mu.Unlock()
	value, err := make()
	if err != nil {
		return value, err
	}
	k.Keep(key, value)
	return value, nil
}

// Keep remembers a value.
func (k *Kept[T]) Keep(key Key, value T) {
	if k == nil || k.most == 0 {
		return
	}
	weight := 0
	if k.weigh != nil {
		if weight = k.weigh(value); weight > k.bytes/2 {
			return
		}
	}
	k.mu.Lock()
	defer k.mu.Unlock()
	if k.by[key] == nil {
		k.by[key] = &one[T]{key: key, value: value, weight: weight}
		k.held += weight
		k.toFront(k.by[key])
	}
	for len(k.by) > k.most || k.bytes > 0 && k.held > k.bytes {
		k.held -= k.last.weight
		delete(k.by, k.last.key)
		k.take(k.last)
	}
}

// Peek is what is remembered under a key, if anything is.
func (k *Kept[T]) Peek(key Key) (value T, ok bool) {
	if k == nil {
		return value, false
	}
	k.mu.Lock()
	defer k.mu.Unlock()
	old := k.by[key]
	if old == nil {
		return value, false
	}
	k.toFront(old)
	return old.value, true
}

// Must is Of where nothing can go wrong.
func (k *Kept[T]) Must(key Key, make func() T) T {
	value, _ := k.Of(key, func() (T, error) { return make(), nil })
	return value
}

func (k *Kept[T]) toFront(o *one[T]) {
	if k.first == o {
		return
	}
	k.take(o)
	o.older = k.first
	if k.first != nil {
		k.first.newer = o
	}
	if k.first = o; k.last == nil {
		k.last = o
	}
}

// take takes one out of the order.
func (k *Kept[T]) take(o *one[T]) {
	if o.newer != nil {
		o.newer.older = o.older
	}
	if o.older != nil {
		o.older.newer = o.newer
	}
	if k.first == o {
		k.first = o.older
	}
	if k.last == o {
		k.last = o.newer
	}
	o.newer, o.older = nil, nil
}
