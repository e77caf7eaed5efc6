package server

import (
	"context"
	"runtime"
	"sync"
)

// desk is where things are worked out: as many at a time as there are cores,
// and where several crews wait, one of each in turn. A crew that asks for much
// waits for its own.
type desk struct {
	mu    sync.Mutex
	free  int
	lines map[string][]chan struct{} // those who wait, by crew
	crews []string                   // whose turn is next, first
}

func newDesk() *desk {
	return &desk{free: runtime.GOMAXPROCS(0), lines: map[string][]chan struct{}{}}
}

// at does something at the desk when its turn comes. It must not ask for the
// desk again.
func (d *desk) at(ctx context.Context, crew string, do func()) error {
	if err := d.take(ctx, crew); err != nil {
		return err
	}
	defer d.give()
	if ctx.Err() != nil {
		return ctx.Err()
	}
	do()
	return nil
}

func (d *desk) take(ctx context.Context, crew string) error {
	d.mu.Lock()
	if d.free > 0 {
		d.free--
		d.mu.Unlock()
		return nil
	}
	turn := make(chan struct{})
	if len(d.lines[crew]) == 0 {
		d.crews = append(d.crews, crew)
	}
	d.lines[crew] = append(d.lines[crew], turn)
	d.mu.Unlock()
	select {
	case <-turn:
		return nil
	case <-ctx.Done():
		if !d.leave(crew, turn) {
			d.give() // it came at the same moment
		}
		return ctx.Err()
	}
}

// crowded says whether somebody waits at the desk.
func (d *desk) crowded() bool {
	d.mu.Lock()
	defer d.mu.Unlock()
	return len(d.lines) > 0
}

// leave takes one out of its line; false if its turn has come.
func (d *desk) leave(crew string, turn chan struct{}) bool {
	d.mu.Lock()
	defer d.mu.Unlock()
	line := d.lines[crew]
	for i, one := range line {
		if one == turn {
			d.lines[crew] = append(line[:i:i], line[i+1:]...)
			return true
		}
	}
	return false
}

// give hands the place on: to the crew that had none for longest.
func (d *desk) give() {
	d.mu.Lock()
	defer d.mu.Unlock()
	for len(d.crews) > 0 {
		crew := d.crews[0]
		d.crews = d.crews[1:]
		line := d.lines[crew]
		if len(line) == 0 {
			delete(d.lines, crew)
			continue
		}
		if d.lines[crew] = line[1:]; len(line) > 1 {
			d.crews = append(d.crews, crew)
		} else {
			delete(d.lines, crew)
		}
		close(line[0])
		return
	}
	d.free++
}
