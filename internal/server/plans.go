package server

import (
	"crypto/sha256"
	"sync"

	"homalos/internal/job"
	"homalos/internal/picture"
	"homalos/internal/plan"
)

// plans remembers what was worked out of documents, by what they hold: a tick
// at the saw changes no plan, and undo finds the plan of before.
type plans struct {
	kept  remembered[plan.Plan]
	rooms remembered[picture.Room]
}

// mostRemembered bounds how many of each are kept.
const mostRemembered = 200

func (p *plans) of(d job.Document) (plan.Plan, error) {
	return p.kept.of(d, func() (plan.Plan, error) { return plan.Compute(d) })
}

// remembered keeps what follows from a document; the oldest goes first.
type remembered[T any] struct {
	mu    sync.Mutex
	by    map[[sha256.Size]byte]T
	order [][sha256.Size]byte
}

func (r *remembered[T]) of(d job.Document, work func() (T, error)) (T, error) {
	d.Record = nil
	key := sha256.Sum256(job.Write(d))
	r.mu.Lock()
	kept, ok := r.by[key]
	r.mu.Unlock()
	if ok {
		return kept, nil
	}
	made, err := work()
	if err != nil {
		return made, err
	}
	r.mu.Lock()
	defer r.mu.Unlock()
	if r.by == nil {
		r.by = map[[sha256.Size]byte]T{}
	}
	if _, there := r.by[key]; !there {
		r.order = append(r.order, key)
	}
	r.by[key] = made
	if len(r.order) > mostRemembered {
		delete(r.by, r.order[0])
		r.order = r.order[1:]
	}
	return made, nil
}
