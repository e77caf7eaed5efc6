package server

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"net/http"
	"slices"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/days"
	"homalos/internal/exchange"
	"homalos/internal/job"
	"homalos/internal/plan"
)

// CrewPaces are the crew's own figures, from all its jobs.
type CrewPaces struct {
	Pace []job.Pace `json:"pace" nullable:"false" doc:"As schedule.pace takes it."`
}

// dayRoutes hand the plan of days on.
func (s *Server) dayRoutes(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "export-calendar", Method: http.MethodGet, Path: "/api/jobs/{id}/days.ics", Summary: "The plan of days as iCalendar, by the clock on site"}, s.calendar)
	huma.Register(api, huma.Operation{OperationID: "print-stand", Method: http.MethodGet, Path: "/api/jobs/{id}/stand.pdf", Summary: "Day sheets, or the steps of walls, to print"}, s.printStand)
	huma.Register(api, huma.Operation{OperationID: "get-pace", Method: http.MethodGet, Path: "/api/pace", Summary: "What tasks took the crew on all its jobs, by its own record"},
		func(ctx context.Context, _ *struct{}) (*struct{ Body CrewPaces }, error) {
			all, err := s.store.Worked(ctx)
			return &struct{ Body CrewPaces }{CrewPaces{days.Figures(all)}}, problem(ctx, err)
		})
}

func (s *Server) calendar(ctx context.Context, in *JobID) (*documentAnswer, error) {
	j, p, err := s.current(ctx, in.ID)
	if err != nil {
		return nil, problem(ctx, err)
	}
	var out bytes.Buffer
	var undated *exchange.Undated
	if err := exchange.WriteCalendar(&out, p, j.ID, j.Revision, j.Updated); errors.As(err, &undated) {
		return nil, huma.Error422UnprocessableEntity(err.Error())
	} else if err != nil {
		return nil, problem(ctx, err)
	}
	return &documentAnswer{Disposition: `attachment; filename="days.ics"`, Type: "text/calendar; charset=utf-8", Body: out.Bytes()}, nil
}

func (s *Server) printStand(ctx context.Context, in *struct {
	JobID
	Day   int    `query:"day" minimum:"0" maximum:"1000" doc:"The number of a day. Left out, and no walls: all days."`
	Walls string `query:"walls" maxLength:"4000" doc:"Ids of walls, with commas between: their steps."`
	Paper string `query:"paper" enum:"letter,a4"`
}) (*documentAnswer, error) {
	j, p, err := s.current(ctx, in.ID)
	if err != nil {
		return nil, problem(ctx, err)
	}
	pages := exchange.StandPages{Job: j.Document.Name, Revision: j.Revision, At: time.Now(), Paper: exchange.PaperOf(in.Paper, j.Document.Units)}
	wrong := func(name string, value any, message string) error {
		return huma.Error422UnprocessableEntity("there is nothing to print", &huma.ErrorDetail{Message: message, Location: "query." + name, Value: value})
	}
	if in.Walls != "" {
		for _, id := range strings.Split(in.Walls, ",") {
			if !slices.ContainsFunc(p.Walls, func(w plan.Wall) bool { return w.ID == id }) {
				return nil, wrong("walls", id, "no wall is called that")
			}
			pages.Walls = append(pages.Walls, id)
		}
	}
	for _, d := range p.Days {
		if in.Day == d.Number || in.Day == 0 && in.Walls == "" {
			pages.Days = append(pages.Days, d.Number)
		}
	}
	if pages.Days == nil && pages.Walls == nil {
		return nil, wrong("day", in.Day, fmt.Sprintf("the plan has %d days", len(p.Days)))
	}
	return pdf(ctx, "stand.pdf", func(out *bytes.Buffer) error { return exchange.WriteStand(out, p, pages) })
}
