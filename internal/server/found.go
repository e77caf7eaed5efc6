package server

import (
	"context"
	"net/http"
	"reflect"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/job"
	"homalos/internal/store"
)

// part is one of the lists of what was found: each of its entries is given
// anew or taken out by its id.
func part[T any](s *Server, api huma.API, name, said string, list func(*job.Survey) *[]T, id func(*T) *string) {
	type edit struct {
		JobID
		IfMatch
		Key  string `path:"key"`
		Body T
	}
	huma.Register(api, huma.Operation{OperationID: "put-" + name, Method: http.MethodPut, Path: "/api/jobs/{id}/survey/" + name + "/{key}", Summary: "Add or give anew: " + said},
		func(ctx context.Context, in *edit) (*jobAnswer, error) {
			return s.change(ctx, in.ID, in.IfMatch, func(d *job.Document) error {
				all := list(found(d))
				*id(&in.Body) = in.Key
				i := slices.IndexFunc(*all, func(one T) bool { return *id(&one) == in.Key })
				if i >= 0 {
					(*all)[i] = in.Body
				} else {
					*all = append(*all, in.Body)
				}
				return nil
			})
		})
	huma.Register(api, huma.Operation{OperationID: "delete-" + name, Method: http.MethodDelete, Path: "/api/jobs/{id}/survey/" + name + "/{key}", Summary: "Take out: " + said},
		func(ctx context.Context, in *struct {
			JobID
			IfMatch
			Key string `path:"key"`
		}) (*jobAnswer, error) {
			return s.change(ctx, in.ID, in.IfMatch, func(d *job.Document) error {
				all := list(found(d))
				i := slices.IndexFunc(*all, func(one T) bool { return *id(&one) == in.Key })
				if i < 0 {
					return store.ErrNotFound
				}
				*all = slices.Delete(*all, i, i+1)
				return nil
			})
		})
}

func found(d *job.Document) *job.Survey {
	if d.Survey == nil {
		d.Survey = &job.Survey{}
	}
	return d.Survey
}

func (s *Server) foundRoutes(api huma.API) {
	part(s, api, "existing-walls", "a wall that is there", func(v *job.Survey) *[]job.ExistingWall { return &v.Walls }, func(w *job.ExistingWall) *string { return &w.ID })
	part(s, api, "zones", "a stepped part of floor or ceiling", func(v *job.Survey) *[]job.Zone { return &v.Zones }, func(z *job.Zone) *string { return &z.ID })
	part(s, api, "hidden", "a no-drill zone", func(v *job.Survey) *[]job.Hidden { return &v.Hidden }, func(h *job.Hidden) *string { return &h.ID })
	part(s, api, "instruments", "an instrument and its checks", func(v *job.Survey) *[]job.Instrument { return &v.Instruments }, func(i *job.Instrument) *string { return &i.ID })
	part(s, api, "joists", "a run of joists", func(v *job.Survey) *[]job.Joists { return &v.Joists }, func(j *job.Joists) *string { return &j.ID })
	part(s, api, "obstructions", "something in the way", func(v *job.Survey) *[]job.Obstruction { return &v.Obstructions }, func(o *job.Obstruction) *string { return &o.ID })

	huma.Register(api, huma.Operation{OperationID: "put-corners", Method: http.MethodPut, Path: "/api/jobs/{id}/survey/corners", Summary: "The corners of the room, in order"},
		func(ctx context.Context, in *struct {
			JobID
			IfMatch
			Body struct {
				Corners []job.Corner `json:"corners" nullable:"false"`
			}
		}) (*jobAnswer, error) {
			return s.change(ctx, in.ID, in.IfMatch, func(d *job.Document) error {
				found(d).Corners = in.Body.Corners
				return nil
			})
		})
	huma.Register(api, huma.Operation{OperationID: "add-tie", Method: http.MethodPost, Path: "/api/jobs/{id}/ties", Summary: "Add a measurement between corners; one that corrects another names it"}, s.addTie)
	huma.Register(api, huma.Operation{OperationID: "put-assess", Method: http.MethodPut, Path: "/api/jobs/{id}/assess", Summary: "What was asked and seen before cutting"},
		func(ctx context.Context, in *struct {
			JobID
			IfMatch
			Body job.Assess
		}) (*jobAnswer, error) {
			return s.change(ctx, in.ID, in.IfMatch, func(d *job.Document) error {
				d.Assess = &in.Body
				return nil
			})
		})
}

// addTie keeps a tape between corners. The same one sent twice is harmless.
func (s *Server) addTie(ctx context.Context, in *struct {
	JobID
	IfMatch
	Body job.Tie
}) (*jobAnswer, error) {
	j, err := s.store.Job(ctx, in.ID)
	if err != nil {
		return nil, problem(err)
	}
	if j.Document.Survey != nil {
		sent := job.Canonical(job.Document{Units: j.Document.Units, Survey: &job.Survey{Ties: []job.Tie{in.Body}}}).Survey.Ties[0]
		for _, t := range j.Document.Survey.Ties {
			if t.ID == sent.ID && reflect.DeepEqual(t, sent) {
				return answer(j), nil
			}
		}
	}
	return s.change(ctx, in.ID, in.IfMatch, func(d *job.Document) error {
		found(d).Ties = append(found(d).Ties, in.Body)
		return nil
	})
}
