package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/job"
)

// Boxed is what boxes a pipe or a duct in.
type Boxed struct {
	Edits []job.Edit `json:"edits" nullable:"false" doc:"Its sides, each a wall, to be sent as edits."`
}

// boxRoutes offer the sides of a box round what is in the way.
func (s *Server) boxRoutes(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "box-in", Method: http.MethodGet, Path: "/api/jobs/{id}/box", Summary: "The walls that would box in a pipe or a duct, as edits; nothing is changed"},
		func(ctx context.Context, in *struct {
			ID     string `path:"id"`
			Round  string `query:"round" required:"true" maxLength:"64" doc:"The pipe or duct, of survey.obstructions."`
			Lumber string `query:"lumber" maxLength:"64" doc:"Default the shallowest timber of the job."`
		}) (*struct{ Body Boxed }, error) {
			j, err := s.store.Job(ctx, in.ID)
			if err != nil {
				return nil, problem(ctx, err)
			}
			at, faults := s.plans.works.Reader.Of(j.Document)
			if faults != nil {
				return nil, problem(ctx, faults)
			}
			walls, err := at.BoxIn(in.Round, in.Lumber)
			if err != nil {
				return nil, huma.Error422UnprocessableEntity(err.Error())
			}
			out := Boxed{Edits: []job.Edit{}}
			for _, w := range walls {
				out.Edits = append(out.Edits, job.Edit{ID: newID(), Act: &job.PutWall{Wall: w}})
			}
			return &struct{ Body Boxed }{out}, nil
		})
}
