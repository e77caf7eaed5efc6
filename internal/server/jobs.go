package server

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"io"
	"net/http"
	"os"
	"reflect"
	"strings"
	"sync"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/conditional"

	"homalos/internal/job"
	"homalos/internal/picture"
	"homalos/internal/plan"
	"homalos/internal/site"
	"homalos/internal/store"
)

// JobBody is a job with its revision.
type JobBody struct {
	ID       string       `json:"id"`
	Revision int64        `json:"revision"`
	Document job.Document `json:"document"`
	Mended   string       `json:"mended,omitempty" doc:"What was kept of the job was damaged: what was done about it."`
}

// JobID names a job by the id its client made.
type JobID struct {
	ID string `path:"id" format:"uuid" doc:"The job's id (UUIDv7), made by the client."`
}

type jobAnswer struct {
	ETag   string `header:"ETag"`
	Status int
	Body   JobBody
}

func bodyOf(j store.Job) JobBody { return JobBody{j.ID, j.Revision, j.Document, j.Mended} }

func answer(j store.Job) *jobAnswer {
	return &jobAnswer{ETag: tag(j), Status: http.StatusOK, Body: bodyOf(j)}
}

// tag tells what is answered: the job's revision, the sum of its document, and
// the build that worked it out.
func tag(j store.Job) string { return fmt.Sprintf(`"%d-%.12s-%s"`, j.Revision, j.Sum, build()) }

// build tells one build of the program from another.
var build = sync.OnceValue(func() string {
	path, err := os.Executable()
	if err != nil {
		return "0"
	}
	file, err := os.Open(path)
	if err != nil {
		return "0"
	}
	defer func() { _ = file.Close() }()
	sum := sha256.New()
	if _, err := io.Copy(sum, file); err != nil {
		return "0"
	}
	return hex.EncodeToString(sum.Sum(nil)[:4])
})

// asked is a job that is read; what the reader has already isn't sent again.
type asked struct {
	JobID
	conditional.Params
}

// unchanged says, where the reader has something already, whether that still is
// what there is: then it is the answer, 304.
func (s *Server) unchanged(ctx context.Context, in *asked) error {
	if !in.HasConditionalParams() {
		return nil
	}
	j, err := s.store.State(ctx, in.ID)
	if err != nil {
		return problem(ctx, err)
	}
	if same := in.PreconditionFailed(strings.Trim(tag(j), `"`), time.Time{}); same != nil {
		return huma.ErrorWithHeaders(same, http.Header{"ETag": {tag(j)}})
	}
	return nil
}

func (s *Server) jobRoutes(api huma.API) {
	s.listRoutes(api)
	huma.Register(api, huma.Operation{OperationID: "get-job", Method: http.MethodGet, Path: "/api/jobs/{id}", Summary: "A job's inputs"},
		func(ctx context.Context, in *asked) (*jobAnswer, error) {
			if err := s.unchanged(ctx, in); err != nil {
				return nil, err
			}
			j, err := s.store.Job(ctx, in.ID)
			if err != nil {
				return nil, problem(ctx, err)
			}
			return answer(j), nil
		})
	huma.Register(api, huma.Operation{OperationID: "export-job", Method: http.MethodGet, Path: "/api/jobs/{id}/document", Summary: "The job document, for keeping or passing on"},
		func(ctx context.Context, in *struct {
			JobID
			Revision int64 `query:"revision" minimum:"0" doc:"The job as it stood then; left out, as it is."`
		}) (*documentAnswer, error) {
			j, err := s.store.Job(ctx, in.ID)
			if err == nil {
				if ahead := notAhead(j, in.Revision); ahead != nil {
					return nil, ahead
				}
			}
			if err == nil && in.Revision != 0 {
				j.Document, err = s.store.At(ctx, in.ID, in.Revision)
			}
			if err != nil {
				return nil, problem(ctx, err)
			}
			return &documentAnswer{Disposition: `attachment; filename="job.json"`, Type: "application/json", Body: job.Write(j.Document)}, nil
		})
	document := api.OpenAPI().Components.Schemas.Schema(reflect.TypeFor[job.Document](), true, "Document")
	huma.Register(api, huma.Operation{
		OperationID: "import-job", Method: http.MethodPut, Path: "/api/jobs/{id}", Summary: "Import a job document under a new id",
		MaxBodyBytes: mostBody, BodyReadTimeout: s.bodies, SkipValidateBody: true,
		RequestBody: &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{"application/json": {Schema: document}}},
	}, s.importJob)
	huma.Register(api, huma.Operation{OperationID: "start-job", Method: http.MethodPost, Path: "/api/jobs/{id}/start", Summary: "Start an empty job with the usual lumber"},
		func(ctx context.Context, in *struct {
			JobID
			Body struct {
				Name  string `json:"name" minLength:"1" maxLength:"200"`
				Units string `json:"units" enum:"imperial,metric"`
				Shop  string `json:"shop,omitempty" maxLength:"64" doc:"Id of the shop rules that it begins by."`
			}
		}) (*jobAnswer, error) {
			d, err := s.begun(ctx, in.Body.Name, in.Body.Units, in.Body.Shop)
			if err != nil {
				return nil, problem(ctx, err)
			}
			return s.create(ctx, in.ID, d)
		})
	huma.Register(api, huma.Operation{OperationID: "get-plan", Method: http.MethodGet, Path: "/api/jobs/{id}/plan", Summary: "What follows from a job's inputs"}, s.plan)
}

type documentAnswer struct {
	Disposition string `header:"Content-Disposition"`
	Type        string `header:"Content-Type"`
	Body        []byte
}

func (s *Server) importJob(ctx context.Context, in *struct {
	JobID
	RawBody []byte
}) (*jobAnswer, error) {
	d, faults := job.Read(in.RawBody)
	if faults != nil {
		return nil, problem(ctx, site.AllFaults(d, faults))
	}
	return s.create(ctx, in.ID, d)
}

func (s *Server) create(ctx context.Context, id string, d job.Document) (*jobAnswer, error) {
	if faults := s.plans.works.Check(d); faults != nil {
		return nil, problem(ctx, faults)
	}
	j, err := s.store.Create(ctx, id, d, store.Author{}, s.summary(ctx, d))
	if err != nil {
		return nil, problem(ctx, err)
	}
	a := answer(j)
	a.Status = http.StatusCreated
	return a, nil
}

// current is a job with its plan.
func (s *Server) current(ctx context.Context, id string) (store.Job, plan.Plan, error) {
	j, err := s.store.Job(ctx, id)
	if err != nil {
		return j, plan.Plan{}, err
	}
	p, err := s.plans.of(ctx, j.Document)
	return j, p, err
}

// PlanBody is a plan with its pictures and what has been cut of it.
type PlanBody struct {
	ID       string            `json:"id"`
	Revision int64             `json:"revision"`
	Plan     plan.Plan         `json:"plan"`
	Drawings []picture.Drawing `json:"drawings" nullable:"false"`
	CutIns   []picture.Drawing `json:"cutIns" nullable:"false" doc:"Pictures of the plan's cutIns."`
	Closings []picture.Drawing `json:"closings" nullable:"false" doc:"Pictures of the plan's closings."`
	Asks     []plan.Ask        `json:"asks" nullable:"false" doc:"For each wall, the readings to take, in order."`
	Saw      []plan.Call       `json:"saw" nullable:"false" doc:"The call list, longest first."`
	Miscuts  []plan.Miscut     `json:"miscuts" nullable:"false" doc:"What came out wrong at the saw, and what it can become."`
	Usual    plan.Usual        `json:"usual" doc:"The defaults in force, and what is offered next."`
}

func (s *Server) plan(ctx context.Context, in *asked) (*struct {
	ETag string `header:"ETag"`
	Body PlanBody
}, error) {
	if err := s.unchanged(ctx, in); err != nil {
		return nil, err
	}
	j, err := s.store.Job(ctx, in.ID)
	if err != nil {
		return nil, problem(ctx, err)
	}
	body, err := s.planBody(ctx, j)
	if err != nil {
		return nil, problem(ctx, err)
	}
	out := &struct {
		ETag string `header:"ETag"`
		Body PlanBody
	}{ETag: tag(j), Body: body}
	return out, nil
}
