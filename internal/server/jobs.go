package server

import (
	"context"
	"errors"
	"net/http"
	"reflect"
	"strconv"
	"strings"
	"sync"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/job"
	"homalos/internal/plan"
	"homalos/internal/store"
)

// Summary is a job in the list.
type Summary struct {
	ID       string    `json:"id"`
	Name     string    `json:"name"`
	Units    string    `json:"units"`
	Revision int64     `json:"revision"`
	Walls    int       `json:"walls"`
	Readings int       `json:"readings"`
	Pieces   int       `json:"pieces"`
	Held     int       `json:"held" doc:"Pieces that wait for a reading."`
	Blocked  int       `json:"blocked"`
	Cut      int       `json:"cut"`
	Updated  time.Time `json:"updated"`
}

// JobBody is a job with its revision.
type JobBody struct {
	ID       string       `json:"id"`
	Revision int64        `json:"revision"`
	Document job.Document `json:"document"`
	Stayed   int          `json:"stayed,omitempty" doc:"Readings that stay where they were read while the last edit moved the wall they were given by."`
	Moved    []plan.Move  `json:"moved" nullable:"false" doc:"Walls that the last edit moved, their relations kept."`
	Changed  plan.Changes `json:"changed" doc:"What the last edit does to pieces: those already cut first."`
}

// JobID names a job by the id its client made.
type JobID struct {
	ID string `path:"id" format:"uuid" doc:"The job's id (UUIDv7), made by the client."`
}

// IfMatch names the revision a write was made to.
type IfMatch struct {
	Match string `header:"If-Match" required:"true" doc:"The job's revision, in quotes, as in its ETag."`
}

type jobAnswer struct {
	ETag   string `header:"ETag"`
	Status int
	Body   JobBody
}

func answer(j store.Job) *jobAnswer {
	return &jobAnswer{ETag: tag(j.Revision), Status: http.StatusOK, Body: JobBody{
		ID: j.ID, Revision: j.Revision, Document: j.Document, Moved: []plan.Move{}, Changed: plan.Changes{Cut: []plan.PieceChange{}, Open: []plan.PieceChange{}},
	}}
}

func tag(revision int64) string { return `"` + strconv.FormatInt(revision, 10) + `"` }

func (m IfMatch) revision() (int64, error) {
	n, err := strconv.ParseInt(strings.Trim(strings.TrimPrefix(m.Match, "W/"), `"`), 10, 64)
	if err != nil {
		return 0, huma.Error400BadRequest("If-Match must name the job's revision, as in its ETag")
	}
	return n, nil
}

// plans keeps the last plan of each job, by revision.
type plans struct {
	mu    sync.Mutex
	last  map[string]planned
	rooms rooms
}

type planned struct {
	revision int64
	plan     plan.Plan
}

func (p *plans) of(j store.Job) (plan.Plan, error) {
	p.mu.Lock()
	kept, ok := p.last[j.ID]
	p.mu.Unlock()
	if ok && kept.revision == j.Revision {
		return kept.plan, nil
	}
	made, err := plan.Compute(j.Document)
	if err != nil {
		return made, err
	}
	p.mu.Lock()
	defer p.mu.Unlock()
	if p.last == nil || len(p.last) > 200 {
		p.last = map[string]planned{}
	}
	p.last[j.ID] = planned{j.Revision, made}
	return made, nil
}

func (s *Server) jobRoutes(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "list-jobs", Method: http.MethodGet, Path: "/api/jobs", Summary: "The crew's jobs"}, s.list)
	huma.Register(api, huma.Operation{OperationID: "get-job", Method: http.MethodGet, Path: "/api/jobs/{id}", Summary: "A job's inputs"},
		func(ctx context.Context, in *JobID) (*jobAnswer, error) {
			j, err := s.store.Job(ctx, in.ID)
			if err != nil {
				return nil, problem(err)
			}
			return answer(j), nil
		})
	huma.Register(api, huma.Operation{OperationID: "export-job", Method: http.MethodGet, Path: "/api/jobs/{id}/document", Summary: "The job document, for keeping or passing on"},
		func(ctx context.Context, in *JobID) (*documentAnswer, error) {
			j, err := s.store.Job(ctx, in.ID)
			if err != nil {
				return nil, problem(err)
			}
			return &documentAnswer{Disposition: `attachment; filename="job.json"`, Type: "application/json", Body: job.Write(j.Document)}, nil
		})
	document := api.OpenAPI().Components.Schemas.Schema(reflect.TypeFor[job.Document](), true, "Document")
	huma.Register(api, huma.Operation{
		OperationID: "import-job", Method: http.MethodPut, Path: "/api/jobs/{id}", Summary: "Import a job document under a new id",
		MaxBodyBytes: mostBody, SkipValidateBody: true,
		RequestBody: &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{"application/json": {Schema: document}}},
	}, s.importJob)
	huma.Register(api, huma.Operation{OperationID: "start-job", Method: http.MethodPost, Path: "/api/jobs/{id}/start", Summary: "Start an empty job with the usual lumber"},
		func(ctx context.Context, in *struct {
			JobID
			Body struct {
				Name  string `json:"name" minLength:"1" maxLength:"200"`
				Units string `json:"units" enum:"imperial,metric"`
			}
		}) (*jobAnswer, error) {
			return s.create(ctx, in.ID, plan.Starter(in.Body.Name, in.Body.Units))
		})
	huma.Register(api, huma.Operation{OperationID: "delete-job", Method: http.MethodDelete, Path: "/api/jobs/{id}", Summary: "Remove a job for good", DefaultStatus: http.StatusNoContent},
		func(ctx context.Context, in *JobID) (*struct{}, error) {
			return nil, problem(s.store.Delete(ctx, in.ID))
		})
	huma.Register(api, huma.Operation{OperationID: "get-plan", Method: http.MethodGet, Path: "/api/jobs/{id}/plan", Summary: "What follows from a job's inputs"}, s.plan)
}

type documentAnswer struct {
	Disposition string `header:"Content-Disposition"`
	Type        string `header:"Content-Type"`
	Body        []byte
}

func (s *Server) list(ctx context.Context, _ *struct{}) (*struct {
	Body struct {
		Jobs []Summary `json:"jobs" nullable:"false"`
	}
}, error) {
	out := &struct {
		Body struct {
			Jobs []Summary `json:"jobs" nullable:"false"`
		}
	}{}
	out.Body.Jobs = []Summary{}
	jobs, err := s.store.Jobs(ctx)
	if err != nil {
		return nil, problem(err)
	}
	for _, j := range jobs {
		one := Summary{ID: j.ID, Name: j.Document.Name, Units: string(j.Document.Units), Revision: j.Revision, Walls: len(j.Document.Walls), Updated: j.Updated}
		if j.Document.Survey != nil {
			one.Readings = len(j.Document.Survey.Readings)
		}
		p, err := s.plans.of(j)
		if err != nil {
			return nil, problem(err)
		}
		for _, w := range p.Walls {
			for _, m := range w.Members {
				one.Pieces++
				switch m.State {
				case "measure-first":
					one.Held++
				case "blocked":
					one.Blocked++
				}
			}
		}
		cut, err := s.store.CutNow(ctx, j.ID)
		if err != nil {
			return nil, problem(err)
		}
		one.Cut = len(cut)
		out.Body.Jobs = append(out.Body.Jobs, one)
	}
	return out, nil
}

func (s *Server) importJob(ctx context.Context, in *struct {
	JobID
	RawBody []byte
}) (*jobAnswer, error) {
	d, faults := job.Read(in.RawBody)
	if faults != nil {
		return nil, problem(plan.AllFaults(d, faults))
	}
	return s.create(ctx, in.ID, d)
}

func (s *Server) create(ctx context.Context, id string, d job.Document) (*jobAnswer, error) {
	if faults := plan.Check(d); faults != nil {
		return nil, problem(faults)
	}
	j, err := s.store.Create(ctx, id, d)
	if err != nil {
		return nil, problem(err)
	}
	a := answer(j)
	a.Status = http.StatusCreated
	return a, nil
}

// change makes one edit to a job at the revision its client saw.
func (s *Server) change(ctx context.Context, id string, match IfMatch, edit func(*job.Document) error) (*jobAnswer, error) {
	revision, err := match.revision()
	if err != nil {
		return nil, err
	}
	var before job.Document
	j, err := s.store.Change(ctx, id, revision, func(d *job.Document) error {
		before = job.Copy(*d)
		if err := edit(d); err != nil {
			return err
		}
		plan.KeepPlaces(before, d)
		if faults := plan.Check(*d); faults != nil {
			return faults
		}
		return nil
	})
	var moved *store.StaleError
	if errors.As(err, &moved) {
		return nil, stale(moved, edit)
	}
	if err != nil {
		return nil, problem(err)
	}
	out := answer(j)
	out.Body.Moved = plan.Moves(before, j.Document)
	out.Body.Stayed = stayed(before, j.Document)
	out.Body.Changed, err = s.changed(ctx, before, j)
	return out, problem(err)
}

// stayed counts the readings that an edit left where they were read.
func stayed(before, after job.Document) int {
	if after.Survey == nil {
		return 0
	}
	n := 0
	for _, r := range after.Survey.Readings {
		if r.Stays {
			n++
		}
	}
	if before.Survey != nil {
		for _, r := range before.Survey.Readings {
			if r.Stays {
				n--
			}
		}
	}
	return n
}

// cutNow says of each piece whether it is cut now.
func (s *Server) cutNow(ctx context.Context, id string) (func(member string) bool, error) {
	lines, err := s.store.CutNow(ctx, id)
	if err != nil {
		return nil, err
	}
	cut := map[string]bool{}
	for _, c := range lines {
		cut[c.Member] = true
	}
	return func(member string) bool { return cut[member] }, nil
}

// changed compares what was planned before an edit with what is planned now.
func (s *Server) changed(ctx context.Context, before job.Document, now store.Job) (plan.Changes, error) {
	none := plan.Changes{Cut: []plan.PieceChange{}, Open: []plan.PieceChange{}}
	was, err := s.plans.of(store.Job{ID: now.ID, Revision: now.Revision - 1, Document: before})
	if err != nil {
		return none, nil // what was there could not be planned: nothing to compare
	}
	then, err := s.plans.of(now)
	if err != nil {
		return none, err
	}
	cut, err := s.cutNow(ctx, now.ID)
	if err != nil {
		return none, err
	}
	return plan.Changed(was, then, cut), nil
}

// current is a job with its plan.
func (s *Server) current(ctx context.Context, id string) (store.Job, plan.Plan, error) {
	j, err := s.store.Job(ctx, id)
	if err != nil {
		return j, plan.Plan{}, err
	}
	p, err := s.plans.of(j)
	return j, p, err
}

// PlanBody is a plan with its pictures and what has been cut of it.
type PlanBody struct {
	ID       string         `json:"id"`
	Revision int64          `json:"revision"`
	Plan     plan.Plan      `json:"plan"`
	Drawings []plan.Drawing `json:"drawings" nullable:"false"`
	Asks     []plan.Ask     `json:"asks" nullable:"false" doc:"For each wall, the readings to take, in order."`
	Saw      []plan.Call    `json:"saw" nullable:"false" doc:"The call list, longest first."`
	Usual    plan.Usual     `json:"usual" doc:"The defaults in force, and what is offered next."`
}

func (s *Server) plan(ctx context.Context, in *JobID) (*struct {
	ETag string `header:"ETag"`
	Body PlanBody
}, error) {
	j, p, err := s.current(ctx, in.ID)
	if err != nil {
		return nil, problem(err)
	}
	cut, err := s.store.CutNow(ctx, in.ID)
	if err != nil {
		return nil, problem(err)
	}
	var done []plan.Done
	for _, c := range cut {
		done = append(done, plan.Done{Member: c.Member, Lumber: c.Lumber, Nanometres: c.Length, At: c.At})
	}
	saw, err := plan.CallList(j.Document, p, done)
	if err != nil {
		return nil, problem(err)
	}
	out := &struct {
		ETag string `header:"ETag"`
		Body PlanBody
	}{ETag: tag(j.Revision)}
	out.Body = PlanBody{ID: j.ID, Revision: j.Revision, Plan: p, Drawings: p.Drawings, Asks: plan.Asks(j.Document, p), Saw: saw, Usual: plan.UsualOf(j.Document)}
	if out.Body.Drawings == nil {
		out.Body.Drawings = []plan.Drawing{}
	}
	return out, nil
}
