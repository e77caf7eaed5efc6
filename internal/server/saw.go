package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/measure"
	"homalos/internal/plan"
	"homalos/internal/store"
)

type tick struct {
	JobID
	Body struct {
		ID     string `json:"id" format:"uuid" doc:"Made by the client; the same line twice is harmless."`
		Member string `json:"member" maxLength:"64"`
		Length string `json:"length" doc:"What was cut."`
		Undone bool   `json:"undone,omitempty" doc:"Takes the tick back."`
	}
}

// sawRoutes: ticks are lines of a log, not inputs of the plan, so two people
// at two saws never stand in each other's way and no revision is named.
func (s *Server) sawRoutes(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "tick-cut", Method: http.MethodPost, Path: "/api/jobs/{id}/cuts", Summary: "Tick a piece as cut, or take that back", DefaultStatus: http.StatusNoContent},
		func(ctx context.Context, in *tick) (*struct{}, error) {
			j, p, err := s.current(ctx, in.ID)
			if err != nil {
				return nil, problem(err)
			}
			member, ok := p.Member(in.Body.Member)
			if !ok && !in.Body.Undone {
				return nil, huma.Error422UnprocessableEntity("no such piece in this job's plan", &huma.ErrorDetail{Message: "no piece is called " + in.Body.Member + " now", Location: "body.member"})
			}
			length, err := measure.Read(in.Body.Length, j.Document.Units)
			if err != nil {
				return nil, huma.Error422UnprocessableEntity(err.Error(), &huma.ErrorDetail{Message: err.Error(), Location: "body.length"})
			}
			if !in.Body.Undone && !plan.MayCut(member) {
				return nil, huma.Error422UnprocessableEntity(in.Body.Member+" is held: "+p.HeldBy(member), &huma.ErrorDetail{Message: "the piece is " + member.State, Location: "body.member"})
			}
			return nil, problem(s.store.LogCut(ctx, in.ID, store.Cut{ID: in.Body.ID, Member: in.Body.Member, Lumber: member.Lumber, Length: int64(length), Undone: in.Body.Undone}))
		})
}
