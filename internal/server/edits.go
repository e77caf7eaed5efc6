package server

import (
	"context"
	"net/http"
	"reflect"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/job"
	"homalos/internal/plan"
	"homalos/internal/store"
)

type wallEdit struct {
	JobID
	IfMatch
	Wall string `path:"wall"`
	Body job.Wall
}

type lumberEdit struct {
	JobID
	IfMatch
	Lumber string `path:"lumber"`
	Body   job.Lumber
}

type readingAdded struct {
	JobID
	IfMatch
	Body job.Reading
}

type settingsEdit struct {
	JobID
	IfMatch
	Body struct {
		Name  string     `json:"name" minLength:"1" maxLength:"200"`
		Mark  string     `json:"mark,omitempty"`
		Rules *job.Rules `json:"rules,omitempty"`
	}
}

func (s *Server) editRoutes(api huma.API) {
	api.OpenAPI().Components.Schemas.Schema(reflect.TypeFor[Stale](), true, "Stale")
	huma.Register(api, huma.Operation{OperationID: "put-settings", Method: http.MethodPut, Path: "/api/jobs/{id}/settings", Summary: "Name, mark and rules"},
		func(ctx context.Context, in *settingsEdit) (*jobAnswer, error) {
			return s.change(ctx, in.ID, in.IfMatch, func(d *job.Document) error {
				d.Name, d.Mark, d.Rules = in.Body.Name, in.Body.Mark, in.Body.Rules
				return nil
			})
		})
	huma.Register(api, huma.Operation{OperationID: "put-wall", Method: http.MethodPut, Path: "/api/jobs/{id}/walls/{wall}", Summary: "Add a wall or give it anew, openings and all"},
		func(ctx context.Context, in *wallEdit) (*jobAnswer, error) {
			return s.change(ctx, in.ID, in.IfMatch, func(d *job.Document) error {
				in.Body.ID = in.Wall
				putWall(d, in.Body)
				return nil
			})
		})
	huma.Register(api, huma.Operation{OperationID: "put-walls", Method: http.MethodPut, Path: "/api/jobs/{id}/walls", Summary: "Give several walls anew at once"},
		func(ctx context.Context, in *struct {
			JobID
			IfMatch
			Body struct {
				Walls []job.Wall `json:"walls" nullable:"false" minItems:"1" maxItems:"500"`
			}
		}) (*jobAnswer, error) {
			return s.change(ctx, in.ID, in.IfMatch, func(d *job.Document) error {
				for _, w := range in.Body.Walls {
					putWall(d, w)
				}
				return nil
			})
		})
	huma.Register(api, huma.Operation{OperationID: "apply-fix", Method: http.MethodPost, Path: "/api/jobs/{id}/walls/{wall}/fix", Summary: "Do one of the fixes that the plan offers for a wall"},
		func(ctx context.Context, in *struct {
			JobID
			IfMatch
			Wall string `path:"wall"`
			Body struct {
				Fix string `json:"fix" minLength:"1" maxLength:"200" doc:"Its id, as the plan gives it."`
			}
		}) (*jobAnswer, error) {
			return s.change(ctx, in.ID, in.IfMatch, func(d *job.Document) error {
				done, err := plan.ApplyFix(*d, in.Wall, in.Body.Fix)
				if err == nil {
					*d = done
				}
				return err
			})
		})
	huma.Register(api, huma.Operation{OperationID: "compare-wall", Method: http.MethodPost, Path: "/api/jobs/{id}/walls/{wall}/compare", Summary: "A wall in another place, side by side by what it costs; nothing is changed"},
		func(ctx context.Context, in *struct {
			JobID
			Wall string `path:"wall"`
			Body job.Wall
		}) (*struct{ Body plan.Comparison }, error) {
			j, err := s.store.Job(ctx, in.ID)
			if err != nil {
				return nil, problem(err)
			}
			there := job.Copy(j.Document)
			in.Body.ID = in.Wall
			putWall(&there, in.Body)
			cut, err := s.cutNow(ctx, in.ID)
			if err != nil {
				return nil, problem(err)
			}
			c, err := plan.Compare(j.Document, there, in.Wall, cut)
			if err != nil {
				return nil, problem(err)
			}
			return &struct{ Body plan.Comparison }{c}, nil
		})
	huma.Register(api, huma.Operation{OperationID: "delete-wall", Method: http.MethodDelete, Path: "/api/jobs/{id}/walls/{wall}", Summary: "Take a wall out; readings along it stay where they were read"},
		func(ctx context.Context, in *struct {
			JobID
			IfMatch
			Wall string `path:"wall"`
		}) (*jobAnswer, error) {
			return s.change(ctx, in.ID, in.IfMatch, func(d *job.Document) error {
				for i := range d.Walls {
					if d.Walls[i].ID == in.Wall {
						d.Walls = append(d.Walls[:i:i], d.Walls[i+1:]...)
						return nil
					}
				}
				return store.ErrNotFound
			})
		})
	huma.Register(api, huma.Operation{OperationID: "put-lumber", Method: http.MethodPut, Path: "/api/jobs/{id}/lumber/{lumber}", Summary: "Add a lumber or give its measured size anew"},
		func(ctx context.Context, in *lumberEdit) (*jobAnswer, error) {
			return s.change(ctx, in.ID, in.IfMatch, func(d *job.Document) error {
				in.Body.ID = in.Lumber
				for i := range d.Lumber {
					if d.Lumber[i].ID == in.Lumber {
						d.Lumber[i] = in.Body
						return nil
					}
				}
				d.Lumber = append(d.Lumber, in.Body)
				return nil
			})
		})
	huma.Register(api, huma.Operation{OperationID: "add-reading", Method: http.MethodPost, Path: "/api/jobs/{id}/readings", Summary: "Add a reading; one that corrects another names it"}, s.addReading)
	huma.Register(api, huma.Operation{OperationID: "read-length", Method: http.MethodGet, Path: "/api/length", Summary: "What a written length is understood as"},
		func(_ context.Context, in *struct {
			Text  string `query:"text" required:"true" maxLength:"200"`
			Units string `query:"units" required:"true" enum:"imperial,metric"`
			Mark  string `query:"mark"`
		}) (*struct{ Body plan.Echo }, error) {
			echo, err := plan.ReadBack(in.Text, in.Units, in.Mark)
			if err != nil {
				return nil, huma.Error422UnprocessableEntity(err.Error())
			}
			return &struct{ Body plan.Echo }{echo}, nil
		})
}

// putWall gives a wall anew, or adds it.
func putWall(d *job.Document, w job.Wall) {
	for i := range d.Walls {
		if d.Walls[i].ID == w.ID {
			d.Walls[i] = w
			return
		}
	}
	d.Walls = append(d.Walls, w)
}

// addReading keeps a reading. The same reading sent twice is harmless, even
// when the job has moved on meanwhile.
func (s *Server) addReading(ctx context.Context, in *readingAdded) (*jobAnswer, error) {
	j, err := s.store.Job(ctx, in.ID)
	if err != nil {
		return nil, problem(err)
	}
	if j.Document.Survey != nil {
		for _, r := range j.Document.Survey.Readings {
			if r.ID == in.Body.ID && sameReading(r, in.Body, j.Document) {
				return answer(j), nil
			}
		}
	}
	return s.change(ctx, in.ID, in.IfMatch, func(d *job.Document) error {
		if d.Survey == nil {
			d.Survey = &job.Survey{}
		}
		d.Survey.Readings = append(d.Survey.Readings, in.Body)
		return nil
	})
}

func sameReading(kept, sent job.Reading, d job.Document) bool {
	probe := job.Canonical(job.Document{Units: d.Units, Survey: &job.Survey{Readings: []job.Reading{sent}}})
	return reflect.DeepEqual(kept, probe.Survey.Readings[0])
}
