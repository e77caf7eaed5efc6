package server

import (
	"context"
	"errors"
	"net/http"
	"strconv"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/sse"
	"github.com/google/uuid"

	"homalos/internal/store"
)

// beat is how often a stream that has nothing to say says so, and looks
// whether it missed something.
const beat = 15 * time.Second

// Gone says that the job is not there, or not any more.
type Gone struct {
	Text string `json:"text"`
}

// Quiet says that nothing happened; the stream is alive.
type Quiet struct {
	Revision int64 `json:"revision"`
}

// Back says that the job is no longer what it was: it was restored from a
// backup, or deleted and made anew. All of it is to be read again.
type Back struct {
	Revision int64 `json:"revision"`
}

// Heard is an event of one of several jobs.
type Heard struct {
	Job   string `json:"job"`
	What  string `json:"what" enum:"step,quiet,back,gone,shot,devices"`
	Event any    `json:"event" doc:"A step of the log, or the revision there is, or a reading of a device."`
}

func (s *Server) eventRoutes(api huma.API) {
	sse.Register(api, huma.Operation{
		OperationID: "watch-job", Method: http.MethodGet, Path: "/api/jobs/{id}/events", Summary: "What is done to a job, as it happens",
		Description: "Server-sent events, each a line of the log with its revision as id. A stream that broke off goes on from the last one (Last-Event-ID, or after).",
	}, map[string]any{"step": LogStep{}, "gone": Gone{}, "quiet": Quiet{}, "back": Back{}},
		func(ctx context.Context, in *struct {
			JobID
			After int64  `query:"after" minimum:"0" doc:"The last revision known; now if left out."`
			Last  string `header:"Last-Event-ID"`
		}, send sse.Sender) {
			streams.Inc()
			defer streams.Dec()
			first := true
			s.watch(ctx, in.ID, max(in.After, number(in.Last)), func(what string, event any) error {
				m := sse.Message{Data: event}
				if step, ok := event.(LogStep); ok {
					m.ID = int(step.Revision)
				}
				if first {
					m.Retry, first = retry, false
				}
				return send(m)
			})
		})
	sse.Register(api, huma.Operation{
		OperationID: "watch-jobs", Method: http.MethodGet, Path: "/api/events", Summary: "What is done to several jobs, and what their devices read, on one connection",
		Description: "A browser holds few connections to one address: its pages share this one. Each event names its job.",
	}, map[string]any{"message": Heard{}},
		func(ctx context.Context, in *struct {
			Jobs    []string `query:"job,explode" maxItems:"40" doc:"Ids of jobs, each with the last revision known after a colon: 0190c0de-…:12."`
			Devices []string `query:"devices,explode" maxItems:"40" doc:"Ids of jobs whose measuring devices are listened to."`
		}, send sse.Sender) {
			streams.Inc()
			defer streams.Dec()
			s.watchAll(ctx, in.Jobs, in.Devices, send)
		})
}

const retry = 1000 // ms, after which a browser asks again for a stream that broke off

// watchAll sends what happens to several jobs, until one who listens is gone.
func (s *Server) watchAll(ctx context.Context, jobs, devices []string, send sse.Sender) {
	ctx, stop := context.WithCancel(ctx)
	defer stop()
	heard := make(chan Heard)
	tell := func(id string) func(string, any) error {
		return func(what string, event any) error {
			select {
			case heard <- Heard{id, what, event}:
				return nil
			case <-ctx.Done():
				return ctx.Err()
			}
		}
	}
	for _, one := range jobs {
		id, after, _ := strings.Cut(one, ":")
		if _, err := uuid.Parse(id); err == nil {
			go s.watch(ctx, id, number(after), tell(id))
		}
	}
	for _, id := range devices {
		if _, err := uuid.Parse(id); err == nil && s.devices != "" {
			go s.listen(ctx, id, tell(id))
		}
	}
	ticks := time.NewTicker(s.beat)
	defer ticks.Stop()
	if send(sse.Message{Data: Heard{What: "quiet"}, Retry: retry}) != nil {
		return
	}
	for {
		select {
		case one := <-heard:
			if send.Data(one) != nil {
				return
			}
		case <-ticks.C:
			if send.Data(Heard{What: "quiet"}) != nil {
				return
			}
		case <-ctx.Done():
			return
		case <-s.closing:
			return
		}
	}
}

func number(text string) int64 {
	n, err := strconv.ParseInt(text, 10, 64)
	if err != nil {
		return 0
	}
	return n
}

// watch tells the steps after a revision, and each that comes.
func (s *Server) watch(ctx context.Context, id string, last int64, tell func(what string, event any) error) {
	wake, stop := s.store.Watch(id) // before the first look, so that nothing falls between
	defer stop()
	if last == 0 {
		j, err := s.store.State(ctx, id)
		if err != nil {
			if errors.Is(err, store.ErrNotFound) {
				_ = tell("gone", Gone{"no such job in this crew"})
			}
			return
		}
		last = j.Revision
	}
	if tell("quiet", Quiet{last}) != nil {
		return
	}
	ticks := time.NewTicker(s.beat)
	defer ticks.Stop()
	for {
		steps, now, err := s.store.StepsAndState(ctx, id, last, mostSteps)
		switch {
		case errors.Is(err, store.ErrNotFound):
			_ = tell("gone", Gone{"the job was deleted"})
			return
		case err == nil && now < last:
			last = now
			if tell("back", Back{now}) != nil {
				return
			}
		}
		for _, step := range logSteps(steps, false) { // a database that is away for a while is looked at again
			if tell("step", step) != nil {
				return
			}
			last = step.Revision
		}
		select {
		case <-ctx.Done():
			return
		case <-s.closing:
			return
		case <-wake:
		case <-ticks.C:
			if tell("quiet", Quiet{last}) != nil {
				return
			}
		}
	}
}
