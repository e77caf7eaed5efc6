package server

import (
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/job"
	"homalos/internal/store"
)

// ShopKept is shop rules, and whose they are.
type ShopKept struct {
	job.Shop
	BuiltIn bool `json:"builtIn,omitempty" doc:"It comes with the application."`
}

// ShopsBody are all shop rules that there are.
type ShopsBody struct {
	Shops []ShopKept `json:"shops" nullable:"false" doc:"The crew's own first."`
}

// shopRoutes keep the crew's shop rules.
func (s *Server) shopRoutes(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "list-shops", Method: http.MethodGet, Path: "/api/shops", Summary: "Shop rules: the crew's own, then those that come with the application"},
		func(ctx context.Context, _ *struct{}) (*struct{ Body ShopsBody }, error) {
			all, err := s.allShops(ctx)
			return &struct{ Body ShopsBody }{ShopsBody{all}}, problem(ctx, err)
		})
	huma.Register(api, huma.Operation{OperationID: "put-shop", Method: http.MethodPut, Path: "/api/shops/{id}", Summary: "Keep shop rules under a name", DefaultStatus: http.StatusNoContent},
		func(ctx context.Context, in *struct {
			ID   string `path:"id" format:"uuid" doc:"Made by the client (UUIDv7)."`
			Body job.Shop
		}) (*struct{}, error) {
			in.Body.ID = in.ID
			shop := in.Body.Kept()
			// they make sense if a job that begins by them does
			if faults := s.plans.works.Check(shop.Begun(job.Starter("a job", string(shop.Units)))); faults != nil {
				return nil, problem(ctx, faults)
			}
			err := s.store.KeepShop(ctx, shop)
			if errors.Is(err, store.ErrManyShops) {
				return nil, huma.Error422UnprocessableEntity(err.Error())
			}
			return nil, problem(ctx, err)
		})
	huma.Register(api, huma.Operation{OperationID: "delete-shop", Method: http.MethodDelete, Path: "/api/shops/{id}", Summary: "Take shop rules out; jobs that go by them keep what they have", DefaultStatus: http.StatusNoContent},
		func(ctx context.Context, in *struct {
			ID string `path:"id" maxLength:"64"`
		}) (*struct{}, error) {
			err := s.store.DropShop(ctx, in.ID)
			if errors.Is(err, store.ErrNotFound) {
				return nil, huma.Error404NotFound("the crew keeps no shop rules of that id")
			}
			return nil, problem(ctx, err)
		})
}

func (s *Server) allShops(ctx context.Context) (out []ShopKept, err error) {
	own, err := s.store.Shops(ctx)
	for _, x := range own {
		out = append(out, ShopKept{x, false})
	}
	for _, x := range job.BuiltIn() {
		out = append(out, ShopKept{x, true})
	}
	return out, err
}

// begun is a new job, by shop rules if some are named.
func (s *Server) begun(ctx context.Context, name, units, shop string) (job.Document, error) {
	d := job.Starter(name, units)
	if shop == "" {
		return d, nil
	}
	all, err := s.allShops(ctx)
	if err != nil {
		return d, err
	}
	for _, x := range all {
		if x.ID == shop && string(x.Units) == units {
			return x.Begun(d), nil
		}
	}
	return d, job.Faults{{Path: "body.shop", Text: "no shop rules of that id in these units: look again at what there are"}}
}
