package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/job"
	"homalos/internal/picture"
)

// RoomBody is the building as found, with the job's revision it follows from.
type RoomBody struct {
	ID       string       `json:"id"`
	Revision int64        `json:"revision"`
	Room     picture.Room `json:"room"`
	Devices  bool         `json:"devices" doc:"Measuring devices are connected."`
}

func (s *Server) roomRoutes(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "get-room", Method: http.MethodGet, Path: "/api/jobs/{id}/room", Summary: "The building as found: shape, unevenness, doubts, what to measure next"},
		func(ctx context.Context, in *asked) (*struct {
			ETag string `header:"ETag"`
			Body RoomBody
		}, error) {
			if err := s.unchanged(ctx, in); err != nil {
				return nil, err
			}
			j, err := s.store.Job(ctx, in.ID)
			if err != nil {
				return nil, problem(ctx, err)
			}
			room, err := s.plans.room(ctx, j.Document)
			if err != nil {
				return nil, problem(ctx, err)
			}
			out := &struct {
				ETag string `header:"ETag"`
				Body RoomBody
			}{ETag: tag(j)}
			out.Body = RoomBody{j.ID, j.Revision, room, s.devices != ""}
			return out, nil
		})
	huma.Register(api, huma.Operation{OperationID: "get-section", Method: http.MethodGet, Path: "/api/jobs/{id}/section", Summary: "Floor and ceiling along any line of the plan"},
		func(ctx context.Context, in *struct {
			JobID
			X1 string `query:"x1" required:"true"`
			Y1 string `query:"y1" required:"true"`
			X2 string `query:"x2" required:"true"`
			Y2 string `query:"y2" required:"true"`
		}) (*struct{ Body picture.Drawing }, error) {
			_, p, err := s.current(ctx, in.ID)
			if err != nil {
				return nil, problem(ctx, err)
			}
			d, err := picture.SectionAlong(p.Result, job.Place{X: job.L(in.X1), Y: job.L(in.Y1)}, job.Place{X: job.L(in.X2), Y: job.L(in.Y2)})
			if err != nil {
				return nil, problem(ctx, err)
			}
			return &struct{ Body picture.Drawing }{d}, nil
		})
}
