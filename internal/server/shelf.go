package server

import (
	"bytes"
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/exchange"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/plan"
	"homalos/internal/store"
)

// ShelfBody is what the crew has and pays, between its jobs.
type ShelfBody struct {
	Revision int64     `json:"revision" doc:"0 where nothing was kept yet."`
	Shelf    job.Shelf `json:"shelf"`
}

type shelfAnswer struct{ Body ShelfBody }

// shelfRoutes keep the crew's own stock and price list.
func (s *Server) shelfRoutes(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "get-shelf", Method: http.MethodGet, Path: "/api/shelf", Summary: "The crew's stock and price list"},
		func(ctx context.Context, _ *struct{}) (*shelfAnswer, error) {
			shelf, revision, err := s.store.Shelf(ctx)
			return &shelfAnswer{ShelfBody{revision, shelf}}, problem(ctx, err)
		})
	huma.Register(api, huma.Operation{OperationID: "put-shelf", Method: http.MethodPut, Path: "/api/shelf", Summary: "Keep the crew's stock and price list, made from the revision given", MaxBodyBytes: 2 << 20, BodyReadTimeout: s.bodies},
		func(ctx context.Context, in *struct{ Body ShelfBody }) (*shelfAnswer, error) {
			in.Body.Shelf.Format = job.ShelfFormat
			if err := in.Body.Shelf.Check(); err != nil {
				return nil, problem(ctx, under("shelf.", err))
			}
			return s.putShelf(ctx, in.Body.Revision, in.Body.Shelf)
		})
	huma.Register(api, huma.Operation{OperationID: "export-shelf", Method: http.MethodGet, Path: "/api/shelf.csv", Summary: "The same as CSV"},
		func(ctx context.Context, _ *struct{}) (*documentAnswer, error) {
			shelf, _, err := s.store.Shelf(ctx)
			if err != nil {
				return nil, problem(ctx, err)
			}
			var out bytes.Buffer
			err = exchange.WriteShelf(&out, shelf)
			return &documentAnswer{Disposition: `attachment; filename="stock.csv"`, Type: "text/csv; charset=utf-8", Body: out.Bytes()}, problem(ctx, err)
		})
	huma.Register(api, huma.Operation{OperationID: "read-shelf", Method: http.MethodPost, Path: "/api/shelf.csv", Summary: "A stock or price list of a CSV file, in place of what is kept of what it lists; nothing is kept yet", MaxBodyBytes: exchange.MostBytes + 1024, BodyReadTimeout: s.bodies, RequestBody: raw("text/csv")},
		func(ctx context.Context, in *struct {
			Units   string `query:"units" enum:"imperial,metric" default:"imperial" doc:"Of lengths without a unit, where their column names none."`
			RawBody []byte
		}) (*shelfAnswer, error) {
			read, faults := exchange.ReadShelf(bytes.NewReader(in.RawBody), measure.System(in.Units))
			if faults != nil {
				return nil, problem(ctx, faults)
			}
			now, revision, err := s.store.Shelf(ctx)
			if err != nil {
				return nil, problem(ctx, err)
			}
			return &shelfAnswer{ShelfBody{revision, now.Replaced(read)}}, nil
		})
	huma.Register(api, huma.Operation{OperationID: "take-shelf", Method: http.MethodPost, Path: "/api/jobs/{id}/shelf", Summary: "The crew's stock and prices for a job's lumber, as edits to send; nothing is changed"},
		func(ctx context.Context, in *JobID) (*struct{ Body Imported }, error) {
			shelf, _, err := s.store.Shelf(ctx)
			if err != nil {
				return nil, problem(ctx, err)
			}
			return s.imported(ctx, in.ID, func(d job.Document, out *Imported) error {
				for _, e := range job.Between(d, shelf.Into(d)) {
					e.ID = newID()
					out.Edits = append(out.Edits, e)
				}
				return nil
			})
		})
	huma.Register(api, huma.Operation{OperationID: "keep-leftovers", Method: http.MethodPost, Path: "/api/jobs/{id}/leftovers", Summary: "Put what a job leaves over, once its pieces are cut, into the crew's stock"},
		func(ctx context.Context, in *JobID) (*shelfAnswer, error) {
			j, err := s.store.Job(ctx, in.ID)
			if err != nil {
				return nil, problem(ctx, err)
			}
			p, err := s.plans.of(ctx, j.Document)
			if err != nil {
				return nil, problem(ctx, err)
			}
			shelf, revision, err := s.store.Shelf(ctx)
			if err != nil {
				return nil, problem(ctx, err)
			}
			return s.putShelf(ctx, revision, shelf.With(plan.Leftovers(p, j.Document.Name)))
		})
}

func (s *Server) putShelf(ctx context.Context, was int64, shelf job.Shelf) (*shelfAnswer, error) {
	revision, err := s.store.PutShelf(ctx, was, shelf)
	if errors.Is(err, store.ErrChanged) {
		return nil, huma.Error409Conflict("somebody changed the crew's stock meanwhile: read it again, then make the change anew")
	}
	return &shelfAnswer{ShelfBody{revision, shelf}}, problem(ctx, err)
}

// under puts a path before those of faults.
func under(path string, err error) error {
	var faults job.Faults
	if !errors.As(err, &faults) {
		return err
	}
	out := job.Faults{}
	for _, f := range faults {
		out = append(out, job.Fault{Path: path + f.Path, Text: f.Text})
	}
	return out
}
