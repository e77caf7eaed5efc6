package instrument

import (
	"encoding/json"
	"fmt"
	"net/http"
	"sync"
)

// Bench serves simulated devices over HTTP, as a real one would be on
// loopback: POST /shoot points one and shoots, GET /stream hands the readings
// out as they come (server-sent events).
type Bench struct {
	mu        sync.Mutex
	kits      map[string]*Kit // by job id
	usual     func(job string) *Kit
	listeners map[string]map[chan Shot]bool
}

// NewBench serves kits by the id of the job that stands in their building;
// other jobs get the usual one.
func NewBench(kits map[string]*Kit, usual func(job string) *Kit) *Bench {
	return &Bench{kits: kits, usual: usual, listeners: map[string]map[chan Shot]bool{}}
}

// ServeHTTP answers /shoot and /stream, each with ?job=….
func (b *Bench) ServeHTTP(w http.ResponseWriter, r *http.Request) {
	job := r.URL.Query().Get("job")
	switch {
	case r.Method == http.MethodPost && r.URL.Path == "/shoot":
		b.shoot(w, r, job)
	case r.Method == http.MethodGet && r.URL.Path == "/stream":
		b.stream(w, r, job)
	default:
		http.NotFound(w, r)
	}
}

func (b *Bench) shoot(w http.ResponseWriter, r *http.Request, job string) {
	var aim Aim
	if err := json.NewDecoder(http.MaxBytesReader(w, r.Body, 1<<16)).Decode(&aim); err != nil {
		http.Error(w, "that is no aim: "+err.Error(), http.StatusBadRequest)
		return
	}
	b.mu.Lock()
	defer b.mu.Unlock()
	kit := b.kits[job]
	if kit == nil && len(b.kits) < 500 {
		kit = b.usual(job)
		b.kits[job] = kit
	}
	if kit == nil {
		http.Error(w, "no building stands behind this job", http.StatusNotFound)
		return
	}
	shot, err := kit.Shoot(aim)
	if err != nil {
		http.Error(w, err.Error(), http.StatusUnprocessableEntity)
		return
	}
	for ear := range b.listeners[job] {
		select {
		case ear <- shot:
		default: // one that doesn't listen loses readings, as with a device out of reach
		}
	}
	w.WriteHeader(http.StatusAccepted)
}

func (b *Bench) stream(w http.ResponseWriter, r *http.Request, job string) {
	flush, ok := w.(http.Flusher)
	if !ok {
		http.Error(w, "this connection can't stream", http.StatusInternalServerError)
		return
	}
	ear := make(chan Shot, 16)
	b.mu.Lock()
	if b.listeners[job] == nil {
		b.listeners[job] = map[chan Shot]bool{}
	}
	b.listeners[job][ear] = true
	b.mu.Unlock()
	defer func() {
		b.mu.Lock()
		delete(b.listeners[job], ear)
		b.mu.Unlock()
	}()
	w.Header().Set("Content-Type", "text/event-stream")
	w.Header().Set("Cache-Control", "no-cache")
	_, _ = fmt.Fprint(w, ": devices are listening\n\n")
	flush.Flush()
	for {
		select {
		case <-r.Context().Done():
			return
		case shot := <-ear:
			text, err := json.Marshal(shot)
			if err != nil {
				return
			}
			if _, err := fmt.Fprintf(w, "data: %s\n\n", text); err != nil {
				return
			}
			flush.Flush()
		}
	}
}
