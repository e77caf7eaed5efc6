package server

import (
	"bytes"
	"context"
	"encoding/json"
	"net/http"
	"slices"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/exchange"
	"homalos/internal/plan"
	"homalos/internal/store"
)

// WoodLists is a plan's wood as JSON.
type WoodLists struct {
	Saw     []plan.Call   `json:"saw" nullable:"false"`
	Sticks  []plan.Stick  `json:"sticks" nullable:"false"`
	Miscuts []plan.Miscut `json:"miscuts" nullable:"false"`
	Wood    []plan.Wood   `json:"wood" nullable:"false"`
	Yard    plan.Yard     `json:"yard"`
}

// woodRoutes hand on what is cut and bought.
func (s *Server) woodRoutes(api huma.API) {
	for _, t := range exchange.Lists {
		huma.Register(api, huma.Operation{OperationID: "export-" + t.Name, Method: http.MethodGet, Path: "/api/jobs/{id}/" + t.Name + ".csv", Summary: t.Said + " as CSV, units in the header"},
			s.wooden("text/csv; charset=utf-8", t.Name+".csv", func(_ store.Job, p plan.Plan, out *bytes.Buffer) error {
				return t.Of(p).WriteCSV(out)
			}))
	}
	huma.Register(api, huma.Operation{OperationID: "export-wood-xlsx", Method: http.MethodGet, Path: "/api/jobs/{id}/wood.xlsx", Summary: "Saw list, sticks, yard list, sheet plan and insulation as a workbook"},
		s.wooden("application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", "wood.xlsx", func(_ store.Job, p plan.Plan, out *bytes.Buffer) error {
			return exchange.WriteXLSX(out, exchange.Tables(p))
		}))
	huma.Register(api, huma.Operation{OperationID: "export-wood", Method: http.MethodGet, Path: "/api/jobs/{id}/wood.json", Summary: "The same as JSON"},
		s.wooden("application/json", "wood.json", func(_ store.Job, p plan.Plan, out *bytes.Buffer) error {
			to := json.NewEncoder(out)
			to.SetIndent("", "  ")
			to.SetEscapeHTML(false)
			return to.Encode(WoodLists{plan.CallList(p), p.Sticks, p.Miscuts(), p.Wood, p.Yard})
		}))
	huma.Register(api, huma.Operation{OperationID: "print-wood", Method: http.MethodGet, Path: "/api/jobs/{id}/wood.pdf", Summary: "Saw list, sticks, yard list and sheet plan to print"}, s.printWood)
}

// wooden answers with a file made of a job's plan.
func (s *Server) wooden(kind, name string, write func(store.Job, plan.Plan, *bytes.Buffer) error) func(context.Context, *JobID) (*documentAnswer, error) {
	return s.file(kind, name, func(ctx context.Context, j store.Job, out *bytes.Buffer) error {
		p, err := s.plans.of(ctx, j.Document)
		if err != nil {
			return err
		}
		return write(j, p, out)
	})
}

var printedLists = []string{"saw", "sticks", "yard", "boards"}

func (s *Server) printWood(ctx context.Context, in *struct {
	JobID
	Of    string `query:"of" maxLength:"40" doc:"Which lists, with commas between: saw, sticks, yard, boards. Left out: all."`
	Paper string `query:"paper" enum:"letter,a4"`
}) (*documentAnswer, error) {
	lists := printedLists
	if in.Of != "" {
		lists = strings.Split(in.Of, ",")
	}
	for _, l := range lists {
		if !slices.Contains(printedLists, l) {
			return nil, huma.Error422UnprocessableEntity("there is no such list", &huma.ErrorDetail{Message: "give some of " + strings.Join(printedLists, ", "), Location: "query.of", Value: l})
		}
	}
	j, err := s.store.Job(ctx, in.ID)
	if err != nil {
		return nil, problem(ctx, err)
	}
	p, err := s.plans.of(ctx, j.Document)
	if err != nil {
		return nil, problem(ctx, err)
	}
	return pdf(ctx, "wood.pdf", func(out *bytes.Buffer) error {
		return exchange.WriteWood(out, p, exchange.WoodPages{Job: j.Document.Name, Revision: j.Revision, At: time.Now(), Paper: exchange.PaperOf(in.Paper, j.Document.Units), Lists: lists})
	})
}
