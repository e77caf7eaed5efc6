package server

import (
	"context"
	"errors"
	"net/http"
	"strconv"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/sse"

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

func (s *Server) eventRoutes(api huma.API) {
	sse.Register(api, huma.Operation{
		OperationID: "watch-job", Method: http.MethodGet, Path: "/api/jobs/{id}/events", Summary: "What is done to a job, as it happens",
		Description: "Server-sent events, each a line of the log with its revision as id. A stream that broke off goes on from the last one (Last-Event-ID, or after).",
	}, map[string]any{"step": LogStep{}, "gone": Gone{}, "quiet": Quiet{}},
		func(ctx context.Context, in *struct {
			JobID
			After int64  `query:"after" minimum:"0" doc:"The last revision known; now if left out."`
			Last  string `header:"Last-Event-ID"`
		}, send sse.Sender) {
			s.watch(ctx, in.ID, max(in.After, number(in.Last)), send)
		})
}

func number(text string) int64 {
	n, err := strconv.ParseInt(text, 10, 64)
	if err != nil {
		return 0
	}
	return n
}

// watch sends the steps after a revision, and each that comes.
func (s *Server) watch(ctx context.Context, id string, last int64, send sse.Sender) {
	wake, stop := s.store.Watch(id) // before the first look, so that nothing falls between
	defer stop()
	if last == 0 {
		j, err := s.store.Job(ctx, id)
		if err != nil {
			_ = send.Data(Gone{"no such job in this crew"})
			return
		}
		last = j.Revision
	}
	if send(sse.Message{Data: Quiet{last}, Retry: 1000}) != nil {
		return
	}
	ticks := time.NewTicker(s.beat)
	defer ticks.Stop()
	for {
		steps, err := s.store.Steps(ctx, id, last, mostSteps)
		if errors.Is(err, store.ErrNotFound) {
			_ = send.Data(Gone{"the job was deleted"})
			return
		}
		for _, step := range logSteps(steps, false) { // a database that is away for a while is looked at again
			if send(sse.Message{ID: int(step.Revision), Data: step}) != nil {
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
			if send.Data(Quiet{last}) != nil {
				return
			}
		}
	}
}
