package server

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"slices"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/sse"

	"homalos/internal/exchange"
	"homalos/internal/measure"
	"homalos/internal/plan"
	"homalos/internal/store"
	"homalos/internal/work"
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
	huma.Register(api, huma.Operation{OperationID: "wood-since", Method: http.MethodGet, Path: "/api/jobs/{id}/wood/since", Summary: "What became of list, sticks and order since a revision"}, s.woodSince)
	sse.Register(api, huma.Operation{
		OperationID: "look-longer", Method: http.MethodGet, Path: "/api/jobs/{id}/wood/longer", Summary: "Look for a cheaper way to cut the sticks, for some seconds at most",
		Description: "Server-sent events: each better plan of a lumber, then what it all comes to. Closing the stream ends it. Nothing is changed: rules.plan long takes it.",
	}, map[string]any{"better": Better{}, "done": Looked{}}, s.lookLonger)
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

// woodSince compares a job's wood as it is with what it was.
func (s *Server) woodSince(ctx context.Context, in *struct {
	JobID
	Revision int64 `query:"revision" minimum:"1" required:"true"`
}) (*struct{ Body plan.Since }, error) {
	j, err := s.store.Job(ctx, in.ID)
	if err != nil {
		return nil, problem(ctx, err)
	}
	if err := notAhead(j, in.Revision); err != nil {
		return nil, err
	}
	then, err := s.store.At(ctx, in.ID, in.Revision)
	if err != nil {
		return nil, problem(ctx, err)
	}
	now, err := s.plans.of(ctx, j.Document)
	if err != nil {
		return nil, problem(ctx, err)
	}
	was, err := s.plans.of(ctx, then)
	if err != nil {
		return nil, problem(ctx, err)
	}
	return &struct{ Body plan.Since }{plan.Between(was, now, cutIn(then))}, nil
}

// notAhead says what is wrong with a revision that a job hasn't come to yet.
func notAhead(j store.Job, revision int64) error {
	if revision <= j.Revision {
		return nil
	}
	return huma.Error422UnprocessableEntity(fmt.Sprintf("the job is at revision %d: give one up to that", j.Revision), &huma.ErrorDetail{Message: "this job hasn't come to it", Location: "query.revision", Value: revision})
}

// Better is a better way to cut one lumber.
type Better struct {
	Lumber string  `json:"lumber"`
	Cost   float64 `json:"cost" doc:"In money where there are prices, else in millimetres."`
	Bound  float64 `json:"bound" doc:"No plan costs less."`
}

// Looked is what looking longer came to: all sticks that are bought.
type Looked struct {
	Was   string  `json:"was" doc:"Before, in length."`
	Now   string  `json:"now"`
	Money bool    `json:"money" doc:"Some lumber has prices."`
	Cost  float64 `json:"cost" doc:"Of what has a price, before."`
	Costs float64 `json:"costs" doc:"Now."`
	Gains bool    `json:"gains" doc:"It is cheaper."`
}

// lookLonger looks for a cheaper plan while somebody listens.
func (s *Server) lookLonger(ctx context.Context, in *JobID, send sse.Sender) {
	j, err := s.store.Job(ctx, in.ID)
	if err != nil {
		return
	}
	p, err := s.plans.of(ctx, j.Document)
	if err != nil {
		return
	}
	_ = s.plans.desk.at(ctx, crewOf(ctx), func() {
		now := p.Result.LookLonger(ctx, func(lumber string, cost, bound float64) {
			_ = send.Data(Better{lumber, cost, bound})
		})
		if ctx.Err() == nil {
			_ = send.Data(looked(p.Result, now))
		}
	})
}

func looked(was, now *work.Result) Looked {
	out := Looked{}
	var before, after measure.Length
	for i, c := range was.Cuts {
		n := now.Cuts[i]
		before, after = before+c.Length, after+n.Length
		if c.Priced {
			out.Money, out.Cost, out.Costs = true, out.Cost+c.Cost, out.Costs+n.Cost
		}
		out.Gains = out.Gains || n.Cost < c.Cost-1e-6
	}
	u := was.Rules.Units
	out.Was, out.Now = u.Say(before, was.Rules.Mark), u.Say(after, was.Rules.Mark)
	return out
}
