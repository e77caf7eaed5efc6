package store

import (
	"context"
	"log/slog"
	"sync"
	"time"

	"github.com/jackc/pgx/v5"
)

// channel is where PostgreSQL tells of jobs that changed.
const channel = "homalos_jobs"

// listener hears of changes that any copy of the application makes, on one
// connection of its own, and wakes those who watch the job.
type listener struct {
	cfg   *pgx.ConnConfig
	mu    sync.Mutex
	stop  context.CancelFunc
	done  chan struct{}
	watch map[string]map[chan struct{}]bool
}

// Watch wakes the channel whenever the job may have changed; a wake may stand
// for several changes, or for none. stop ends it.
func (s *Store) Watch(id string) (wake <-chan struct{}, stop func()) {
	return s.listener.add(topic(s.crew, id))
}

func (l *listener) add(name string) (<-chan struct{}, func()) {
	l.mu.Lock()
	defer l.mu.Unlock()
	if l.stop == nil {
		ctx, stop := context.WithCancel(context.Background())
		l.stop, l.done, l.watch = stop, make(chan struct{}), map[string]map[chan struct{}]bool{}
		go l.listen(ctx)
	}
	c := make(chan struct{}, 1)
	if l.watch[name] == nil {
		l.watch[name] = map[chan struct{}]bool{}
	}
	l.watch[name][c] = true
	return c, func() {
		l.mu.Lock()
		defer l.mu.Unlock()
		if delete(l.watch[name], c); len(l.watch[name]) == 0 {
			delete(l.watch, name)
		}
	}
}

func (l *listener) close() {
	l.mu.Lock()
	stop, done := l.stop, l.done
	l.mu.Unlock()
	if stop != nil {
		stop()
		<-done
	}
}

// listen keeps a connection that listens. After each new one everybody is
// woken: something may have been missed.
func (l *listener) listen(ctx context.Context) {
	defer close(l.done)
	for wait := 100 * time.Millisecond; ctx.Err() == nil; wait = min(2*wait, 5*time.Second) {
		if l.hear(ctx, func() { wait = 50 * time.Millisecond }) != nil && ctx.Err() == nil {
			slog.Info("the database's notices broke off; listening again", "in", wait.String())
		}
		select {
		case <-ctx.Done():
		case <-time.After(wait):
		}
	}
}

// own is how the listener connects: it waits for notices as long as it likes.
func (l *listener) own() *pgx.ConnConfig {
	cfg := l.cfg.Copy()
	cfg.RuntimeParams["application_name"] = "homalos notices"
	return cfg
}

func (l *listener) hear(ctx context.Context, connected func()) error {
	conn, err := pgx.ConnectConfig(ctx, l.own())
	if err != nil {
		return err
	}
	defer func() {
		last, cancel := context.WithTimeout(context.Background(), time.Second)
		defer cancel()
		_ = conn.Close(last)
	}()
	if _, err := conn.Exec(ctx, "LISTEN "+channel); err != nil {
		return err
	}
	connected()
	l.wake("")
	for {
		notice, err := conn.WaitForNotification(ctx)
		if err != nil {
			return err
		}
		l.wake(notice.Payload)
	}
}

// wake wakes those who watch a job, or all.
func (l *listener) wake(name string) {
	l.mu.Lock()
	defer l.mu.Unlock()
	for topic, all := range l.watch {
		if name != "" && topic != name {
			continue
		}
		for c := range all {
			select {
			case c <- struct{}{}:
			default: // woken already
			}
		}
	}
}
