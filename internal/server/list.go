package server

import (
	"context"
	"encoding/json"
	"errors"
	"log/slog"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/job"
	"homalos/internal/store"
)

// Counts are what the list shows of a job. They are kept with it, as they were
// worked out at its last change.
type Counts struct {
	Walls    int    `json:"walls"`
	Readings int    `json:"readings"`
	Pieces   int    `json:"pieces"`
	Held     int    `json:"held" doc:"Pieces that wait for a reading."`
	Blocked  int    `json:"blocked"`
	Cut      int    `json:"cut"`
	Fault    string `json:"fault,omitempty" doc:"Why the job can't be planned."`
}

// Summary is a job in the list.
type Summary struct {
	ID       string     `json:"id"`
	Name     string     `json:"name"`
	Units    string     `json:"units"`
	Revision int64      `json:"revision"`
	Updated  time.Time  `json:"updated"`
	Counted  bool       `json:"counted" doc:"False until the counts have been worked out."`
	Until    *time.Time `json:"until,omitempty" doc:"In the bin: when it goes for good."`
	Counts
}

// summary works out what the list shows of a job. One that can't be planned
// says why, and never takes the list with it; nil where that was stopped.
func (s *Server) summary(ctx context.Context, d job.Document) (out any) {
	var c Counts
	defer func() {
		if wrong := recover(); wrong != nil {
			slog.Error("a job can't be planned", "name", d.Name, "why", wrong)
			c.Fault = "this job can't be planned"
			out = c
		}
	}()
	c.Walls, c.Cut = len(d.Walls), len(d.CutNow())
	if d.Survey != nil {
		c.Readings = len(d.Survey.Readings)
	}
	p, err := s.plans.of(ctx, d)
	if err != nil {
		var faults job.Faults
		if !errors.As(err, &faults) {
			return nil // it was stopped: counted later
		}
		c.Fault = faults.Error()
		return c
	}
	for _, m := range p.Pieces() {
		c.Pieces++
		switch m.State {
		case "measure-first":
			c.Held++
		case "blocked":
			c.Blocked++
		}
	}
	return c
}

// count works out the counts that are missing, of jobs that an earlier version
// left or that were changed outside.
func (s *Server) count(ctx context.Context) error {
	heads, err := s.store.Uncounted(ctx)
	if err != nil {
		return err
	}
	for _, h := range heads {
		j, err := s.store.Job(ctx, h.ID)
		var c any = Counts{}
		if store.Away(err) {
			return err
		}
		if err != nil {
			slog.Error("a job can't be read", "job", h.ID, "cause", err)
			c = Counts{Fault: "this job can't be read now"}
		} else {
			c = s.summary(ctx, j.Document)
		}
		if err := s.store.Summarise(ctx, h.ID, h.Revision, c); err != nil {
			return err
		}
	}
	return nil
}

// JobsBody is a list of jobs.
type JobsBody struct {
	Jobs []Summary `json:"jobs" nullable:"false"`
	Next string    `json:"next,omitempty" doc:"Asks for what comes after, as after; left out where nothing does."`
}

func listed(heads []store.Head) *struct{ Body JobsBody } {
	out := &struct{ Body JobsBody }{JobsBody{Jobs: []Summary{}}}
	for _, h := range heads {
		one := Summary{ID: h.ID, Name: h.Name, Units: h.Units, Revision: h.Revision, Updated: h.Updated}
		one.Counted = h.Summary != nil && json.Unmarshal(h.Summary, &one.Counts) == nil
		if h.Deleted != nil {
			until := h.Deleted.Add(store.Grace)
			one.Until = &until
		}
		out.Body.Jobs = append(out.Body.Jobs, one)
	}
	return out
}

func (s *Server) listRoutes(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "list-jobs", Method: http.MethodGet, Path: "/api/jobs", Summary: "A page of the crew's jobs, the one changed last first"},
		func(ctx context.Context, in *struct {
			After string `query:"after" maxLength:"80" doc:"What the page before gave as next."`
			Most  int    `query:"most" minimum:"1" maximum:"500" default:"100" doc:"At most so many."`
			Named string `query:"named" maxLength:"200" doc:"Only those whose names hold this."`
		}) (*struct{ Body JobsBody }, error) {
			heads, next, err := s.store.Jobs(ctx, store.Page{After: in.After, Most: in.Most, Named: in.Named})
			out := listed(heads)
			out.Body.Next = next
			for _, one := range out.Body.Jobs {
				if !one.Counted && s.counting.TryLock() {
					go func() {
						defer s.counting.Unlock()
						if err := s.count(context.WithoutCancel(ctx)); err != nil {
							slog.Warn("jobs could not be counted", "why", err)
						}
					}()
				}
			}
			return out, problem(ctx, err)
		})
	huma.Register(api, huma.Operation{OperationID: "list-bin", Method: http.MethodGet, Path: "/api/bin", Summary: "Jobs that were deleted, and when each goes for good"},
		func(ctx context.Context, _ *struct{}) (*struct{ Body JobsBody }, error) {
			heads, err := s.store.Bin(ctx)
			return listed(heads), problem(ctx, err)
		})
	nothing := func(do func(context.Context, string) error) func(context.Context, *JobID) (*struct{}, error) {
		return func(ctx context.Context, in *JobID) (*struct{}, error) { return nil, problem(ctx, do(ctx, in.ID)) }
	}
	huma.Register(api, huma.Operation{OperationID: "delete-job", Method: http.MethodDelete, Path: "/api/jobs/{id}", Summary: "Put a job into the bin, for a day", DefaultStatus: http.StatusNoContent},
		nothing(s.store.Delete))
	huma.Register(api, huma.Operation{OperationID: "restore-job", Method: http.MethodPost, Path: "/api/bin/{id}/restore", Summary: "Take a job out of the bin", DefaultStatus: http.StatusNoContent},
		nothing(s.store.Restore))
	huma.Register(api, huma.Operation{OperationID: "erase-job", Method: http.MethodDelete, Path: "/api/bin/{id}", Summary: "Remove a job that is in the bin for good, with its log", DefaultStatus: http.StatusNoContent},
		nothing(s.store.Erase))
}
