package server

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"strconv"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/exchange"
	"homalos/internal/job"
	"homalos/internal/store"
)

// PhotoKept is a photo as it is kept: a note of the part photos ties it to what it shows.
type PhotoKept struct {
	Sum  string `json:"sum" doc:"SHA-256 of the picture as it is kept."`
	Wide int    `json:"wide" doc:"Pixels."`
	High int    `json:"high" doc:"Pixels."`
}

type photoAnswer struct {
	Type  string `header:"Content-Type"`
	Cache string `header:"Cache-Control"`
	Body  []byte
}

// photoRoutes keep photos and hand them out.
func (s *Server) photoRoutes(api huma.API) {
	body := raw("image/jpeg")
	body.Content["image/png"] = body.Content["image/jpeg"]
	huma.Register(api, huma.Operation{
		OperationID: "keep-photo", Method: http.MethodPost, Path: "/api/jobs/{id}/photos", Summary: "Keep a photo: upright, no larger than is looked at, with nothing of what the camera wrote beside it. Nothing of the job is changed: a note ties it to what it shows",
		MaxBodyBytes: exchange.MostPhotoBytes + 1024, BodyReadTimeout: s.bodies, RequestBody: body, DefaultStatus: http.StatusCreated,
		Middlewares: huma.Middlewares{func(ctx huma.Context, next func(huma.Context)) {
			if n, err := strconv.ParseInt(ctx.Header("Content-Length"), 10, 64); err == nil && n > exchange.MostPhotoBytes {
				_ = huma.WriteErr(api, ctx, http.StatusRequestEntityTooLarge, fmt.Sprintf("the photo wasn't kept: it has %d MB, at most %d: take it smaller", n>>20, exchange.MostPhotoBytes>>20))
				return
			}
			next(ctx)
		}},
	}, s.keepPhoto)
	huma.Register(api, huma.Operation{OperationID: "get-photo", Method: http.MethodGet, Path: "/api/jobs/{id}/photos/{sum}", Summary: "A photo, as JPEG"},
		func(ctx context.Context, in *struct {
			JobID
			Sum string `path:"sum" pattern:"^[0-9a-f]{64}$"`
		}) (*photoAnswer, error) {
			data, err := s.store.Photo(ctx, in.ID, in.Sum)
			switch {
			case errors.Is(err, store.ErrNotFound):
				return nil, huma.Error404NotFound("no such photo is kept with this job: it may have been left behind with the file the job came from")
			case errors.Is(err, store.ErrDamaged):
				return nil, huma.Error500InternalServerError("this photo is damaged: " + err.Error())
			case err != nil:
				return nil, problem(ctx, err)
			}
			return &photoAnswer{"image/jpeg", "private, max-age=31536000, immutable", data}, nil
		})
}

// keepPhoto reads one photo at a time: decoded, each takes much memory.
func (s *Server) keepPhoto(ctx context.Context, in *struct {
	JobID
	RawBody []byte
}) (*struct{ Body PhotoKept }, error) {
	if _, err := s.store.Job(ctx, in.ID); err != nil {
		return nil, problem(ctx, err)
	}
	select {
	case s.darkroom <- struct{}{}:
		defer func() { <-s.darkroom }()
	case <-ctx.Done():
		return nil, problem(ctx, ctx.Err())
	}
	p, err := exchange.ReadPhoto(in.RawBody)
	var not *exchange.NotAPhoto
	if errors.As(err, &not) {
		return nil, huma.Error422UnprocessableEntity("the photo wasn't kept: "+not.Why, &huma.ErrorDetail{Message: not.Why, Location: "body"})
	}
	if err != nil {
		return nil, problem(ctx, err)
	}
	sum, err := s.store.KeepPhoto(ctx, in.ID, p.JPEG, p.Wide, p.High)
	if errors.Is(err, store.ErrFull) {
		return nil, huma.Error422UnprocessableEntity("the photo wasn't kept: " + err.Error())
	}
	return &struct{ Body PhotoKept }{PhotoKept{sum, p.Wide, p.High}}, problem(ctx, err)
}

// kept says which edits tie a photo to the job that isn't kept with it.
func (s *Server) kept(ctx context.Context, id string, edits []job.Edit) error {
	at := map[string]int{}
	var sums []string
	for i, e := range edits {
		if n, is := e.Act.(*job.Note[job.Photo]); is {
			if _, twice := at[n.Line.Sum]; !twice {
				at[n.Line.Sum] = i
				sums = append(sums, n.Line.Sum)
			}
		}
	}
	there, err := s.store.PhotosKept(ctx, id, sums)
	if err != nil {
		return err
	}
	var faults job.Faults
	for _, sum := range sums {
		if !there[sum] {
			faults.Add(fmt.Sprintf("edits[%d].line.sum", at[sum]), "no such photo is kept with this job: send the picture first, and take the sum from the answer")
		}
	}
	if faults != nil {
		return faults
	}
	return nil
}
