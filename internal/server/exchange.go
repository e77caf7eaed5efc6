package server

import (
	"bytes"
	"context"
	"fmt"
	"net/http"
	"sort"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/google/uuid"

	"homalos/internal/exchange"
	"homalos/internal/job"
	"homalos/internal/making"
	"homalos/internal/site"
	"homalos/internal/store"
)

// DrawingLayers are the layers of a drawing that hold lines.
type DrawingLayers struct {
	Layers []DrawingLayer `json:"layers" nullable:"false"`
}

// DrawingLayer is one of them.
type DrawingLayer struct {
	Name  string `json:"name"`
	Lines int    `json:"lines"`
}

func (s *Server) exchangeRoutes(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "export-readings", Method: http.MethodGet, Path: "/api/jobs/{id}/readings.csv", Summary: "All readings as CSV, units in the header"},
		s.file("text/csv; charset=utf-8", "readings.csv", func(ctx context.Context, j store.Job, out *bytes.Buffer) error {
			var readings []job.Reading
			if j.Document.Survey != nil {
				readings = j.Document.Survey.Readings
			}
			return exchange.WriteReadings(out, readings, j.Document.Units)
		}))
	s.woodRoutes(api)
	s.dayRoutes(api)
	huma.Register(api, huma.Operation{OperationID: "export-room-dxf", Method: http.MethodGet, Path: "/api/jobs/{id}/room.dxf", Summary: "The room as a DXF drawing in the job's unit"},
		s.file("application/dxf", "room.dxf", func(ctx context.Context, j store.Job, out *bytes.Buffer) error {
			room, err := s.plans.room(ctx, j.Document)
			if err != nil {
				return err
			}
			return exchange.WriteDXF(out, room, titleOf(j))
		}))
	huma.Register(api, huma.Operation{OperationID: "export-room-svg", Method: http.MethodGet, Path: "/api/jobs/{id}/room.svg", Summary: "The room as an SVG drawing"},
		s.file("image/svg+xml", "room.svg", func(ctx context.Context, j store.Job, out *bytes.Buffer) error {
			room, err := s.plans.room(ctx, j.Document)
			if err != nil {
				return err
			}
			return exchange.WriteSVG(out, room, titleOf(j))
		}))
	huma.Register(api, huma.Operation{OperationID: "list-layers", Method: http.MethodPost, Path: "/api/layers", Summary: "The layers of a DXF drawing that hold lines", MaxBodyBytes: exchange.MostBytes + 1024, BodyReadTimeout: s.bodies, RequestBody: raw("application/dxf")},
		func(ctx context.Context, in *struct{ RawBody []byte }) (*struct{ Body DrawingLayers }, error) {
			layers, faults := exchange.Layers(bytes.NewReader(in.RawBody))
			if faults != nil {
				return nil, problem(ctx, faults)
			}
			out := DrawingLayers{Layers: []DrawingLayer{}}
			for name, n := range layers {
				out.Layers = append(out.Layers, DrawingLayer{name, n})
			}
			sort.Slice(out.Layers, func(i, k int) bool { return out.Layers[i].Name < out.Layers[k].Name })
			return &struct{ Body DrawingLayers }{out}, nil
		})
}

// Imported is a file as edits of a job, to be looked at and sent.
type Imported struct {
	Revision int64      `json:"revision" doc:"The job's revision that they are made to."`
	Edits    []job.Edit `json:"edits" nullable:"false"`
	Known    int        `json:"known" doc:"Lines of the file that the job has already."`
}

// importRoutes read files into edits. Nothing is changed until those are sent.
func (s *Server) importRoutes(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "read-readings", Method: http.MethodPost, Path: "/api/jobs/{id}/readings.csv", Summary: "Readings of a CSV file, as edits to send; nothing is changed", MaxBodyBytes: exchange.MostBytes + 1024, BodyReadTimeout: s.bodies, RequestBody: raw("text/csv")},
		func(ctx context.Context, in *struct {
			JobID
			RawBody []byte
		}) (*struct{ Body Imported }, error) {
			return s.imported(ctx, in.ID, func(d job.Document, out *Imported) error {
				readings, faults := exchange.ReadReadings(bytes.NewReader(in.RawBody), d.Units, newID)
				if faults != nil {
					return faults
				}
				known := map[string]job.Reading{}
				if d.Survey != nil {
					for _, r := range d.Survey.Readings {
						known[r.ID] = r
					}
				}
				for _, r := range readings {
					there, ok := known[r.ID]
					switch {
					case !ok:
						out.Edits = append(out.Edits, job.Edit{ID: newID(), Act: &job.AddReading{Reading: r}})
					case exchange.SameReading(there, r, d.Units): // the same list twice is harmless
						out.Known++
					default:
						faults.Add("reading "+r.ID, "this job has it with another value or place: leave the line out, or give it an id of its own, and %s under replaces if it corrects it", r.ID)
					}
				}
				if faults != nil {
					return faults
				}
				return nil
			})
		})
	huma.Register(api, huma.Operation{OperationID: "read-outline", Method: http.MethodPost, Path: "/api/jobs/{id}/outline", Summary: "The room's corners as a DXF drawing has them, as edits to send; nothing is changed", MaxBodyBytes: exchange.MostBytes + 1024, BodyReadTimeout: s.bodies, RequestBody: raw("application/dxf")},
		func(ctx context.Context, in *struct {
			JobID
			Layer   string `query:"layer" required:"true"`
			Unit    string `query:"unit" required:"true" enum:"mm,cm,m,in,ft"`
			RawBody []byte
		}) (*struct{ Body Imported }, error) {
			return s.imported(ctx, in.ID, func(d job.Document, out *Imported) error {
				outline, faults := exchange.ReadOutline(bytes.NewReader(in.RawBody), in.Layer, in.Unit)
				if faults != nil {
					return faults
				}
				after := job.Copy(d)
				if err := site.Outlined(&after, outline); err != nil {
					return err
				}
				for _, e := range job.Between(d, after) {
					e.ID = newID()
					out.Edits = append(out.Edits, e)
				}
				return nil
			})
		})
}

// imported reads a file into edits, and sees that the job could take them.
func (s *Server) imported(ctx context.Context, id string, read func(job.Document, *Imported) error) (*struct{ Body Imported }, error) {
	j, err := s.store.Job(ctx, id)
	if err != nil {
		return nil, problem(ctx, err)
	}
	out := &struct{ Body Imported }{Imported{Revision: j.Revision, Edits: []job.Edit{}}}
	if err := read(j.Document, &out.Body); err != nil {
		return nil, problem(ctx, err)
	}
	_, err = (&making.Maker{Now: j.Document, Plan: s.plans.in(ctx), Read: &s.plans.works.Reader}).Make(out.Body.Edits)
	return out, problem(ctx, err)
}

func raw(kind string) *huma.RequestBody {
	return &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{kind: {Schema: &huma.Schema{Type: huma.TypeString, Format: "binary"}}}}
}

// titleOf is what a drawing says of itself, on the day it is written.
func titleOf(j store.Job) exchange.Title {
	return exchange.Title{Job: j.Document.Name, Date: time.Now().Format("2 January 2006"), System: j.Document.Units}
}

// newID is a reading's id where a list gives none.
func newID() string { return uuid.Must(uuid.NewV7()).String() }

// file answers with a download made from a job.
func (s *Server) file(kind, name string, write func(context.Context, store.Job, *bytes.Buffer) error) func(context.Context, *JobID) (*documentAnswer, error) {
	return func(ctx context.Context, in *JobID) (*documentAnswer, error) {
		j, err := s.store.Job(ctx, in.ID)
		if err != nil {
			return nil, problem(ctx, err)
		}
		var out bytes.Buffer
		if err := write(ctx, j, &out); err != nil {
			return nil, problem(ctx, err)
		}
		return &documentAnswer{Disposition: fmt.Sprintf("attachment; filename=%q", name), Type: kind, Body: out.Bytes()}, nil
	}
}
