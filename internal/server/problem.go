package server

import (
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/job"
	"homalos/internal/store"
)

// Stale is the problem of a write that named an older revision: what the
// others changed since, and what this write would have changed.
type Stale struct {
	huma.ErrorModel
	Revision int64        `json:"revision" doc:"The revision there is."`
	Theirs   []job.Change `json:"theirs" nullable:"false" doc:"What has changed since the revision named."`
	Yours    []job.Change `json:"yours" nullable:"false" doc:"What this write would have changed."`
}

// problem turns what the core and the store say into problem+json.
func problem(err error) error {
	var faults job.Faults
	var lost *store.ReadingLostError
	switch {
	case err == nil:
		return nil
	case errors.As(err, &faults):
		details := make([]error, len(faults))
		for i, f := range faults {
			details[i] = &huma.ErrorDetail{Message: f.Text, Location: f.Path}
		}
		return huma.Error422UnprocessableEntity("the document has faults: "+faults[0].Path+": "+faults[0].Text, details...)
	case errors.As(err, &lost):
		return huma.Error422UnprocessableEntity(lost.Error())
	case errors.Is(err, store.ErrNotFound):
		return huma.Error404NotFound("no such job, or part of it, in this crew")
	case errors.Is(err, store.ErrExists):
		return huma.Error409Conflict("another one with this id exists: take a new id")
	}
	var status huma.StatusError
	if errors.As(err, &status) {
		return err
	}
	return huma.Error500InternalServerError("the server could not finish this; nothing was changed", err)
}

// stale describes a conflict; edit is what the write wanted to do.
func stale(s *store.StaleError, edit func(*job.Document) error) error {
	p := &Stale{ErrorModel: huma.ErrorModel{
		Title: "Conflict", Status: http.StatusConflict,
		Detail: "somebody changed this job meanwhile: look at both changes, then make yours again",
	}, Revision: s.Have, Theirs: []job.Change{}, Yours: []job.Change{}}
	if s.Base != nil {
		p.Theirs = job.Diff(*s.Base, s.Current)
		mine := job.Copy(*s.Base)
		if edit(&mine) == nil {
			p.Yours = job.Diff(*s.Base, job.Canonical(mine))
		}
	}
	return p
}
