package server

import (
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/job"
	"homalos/internal/making"
	"homalos/internal/store"
)

// Stale is the problem of edits that meet what somebody else changed since:
// what that was, and what these edits would have changed.
type Stale struct {
	huma.ErrorModel
	Revision int64        `json:"revision" doc:"The revision there is."`
	Since    []LogStep    `json:"since" nullable:"false" doc:"What others did since that these edits meet."`
	Wanted   string       `json:"wanted,omitempty" doc:"What these edits would have done, in a few words."`
	Theirs   []job.Change `json:"theirs" nullable:"false" doc:"What has changed since."`
	Yours    []job.Change `json:"yours" nullable:"false" doc:"What these edits would have changed."`
}

// unfinished is said where nobody knows what went wrong, nor how far it got.
const unfinished = "the server could not finish this: look at the job again before you repeat it"

// problem turns what the core and the store say into problem+json. What the
// database says stays in the journal.
func problem(ctx context.Context, err error) error {
	var faults job.Faults
	switch {
	case err == nil:
		return nil
	case errors.As(err, &faults):
		return huma.Error422UnprocessableEntity("nothing was changed: "+faults[0].Path+": "+faults[0].Text, details(faults)...)
	case errors.Is(err, store.ErrNotFound):
		return huma.Error404NotFound("no such job, or part of it, in this crew", &huma.ErrorDetail{Message: "this crew has no such job", Location: "path.id"})
	case errors.Is(err, store.ErrExists):
		return huma.Error409Conflict("another one with this id exists: take a new id")
	}
	var status huma.StatusError
	if errors.As(err, &status) {
		return err
	}
	noteOf(ctx).cause = err
	switch {
	case store.Away(err):
		return later("the database doesn't answer: send it again when it is back, nothing is done twice")
	case errors.Is(err, context.DeadlineExceeded), errors.Is(err, context.Canceled):
		return later("this takes too long just now: try it again in a moment, nothing is done twice")
	}
	return huma.Error500InternalServerError(unfinished)
}

// later is a problem that passes by itself.
func later(detail string) error {
	return huma.ErrorWithHeaders(huma.Error503ServiceUnavailable(detail), http.Header{"Retry-After": {"2"}})
}

func details(faults job.Faults) []error {
	out := make([]error, len(faults))
	for i, f := range faults {
		out[i] = &huma.ErrorDetail{Message: f.Text, Location: f.Path}
	}
	return out
}

// conflict is a problem that shows both changes, and the faults that both
// together would have, if that is what stands against them.
func conflict(p *Stale, detail string, err error) error {
	conflicts.Inc()
	p.ErrorModel = huma.ErrorModel{Title: "Conflict", Status: http.StatusConflict, Detail: detail}
	if p.Since == nil {
		p.Since = []LogStep{}
	}
	var faults job.Faults
	if errors.As(err, &faults) {
		for _, one := range details(faults) {
			p.Add(one)
		}
	}
	return p
}

// stale describes edits that can't be made any more: they meet what was
// changed since, or the job makes no sense with both.
func (s *Server) stale(ctx context.Context, now store.Job, maker *making.Maker, edits []job.Edit, theirs []store.Step, err error) error {
	then := now.Document
	if maker.Base != nil {
		then = *maker.Base
	}
	p := &Stale{Revision: now.Revision, Since: logSteps(theirs, false), Theirs: job.Diff(then, now.Document), Yours: []job.Change{}}
	if mine, wrong := (&making.Maker{Now: then, Plan: s.plans.in(ctx), Read: &s.plans.works.Reader, Kept: true}).Make(edits); wrong == nil {
		p.Yours, p.Wanted = job.Diff(then, mine.Document), mine.Said
	}
	return conflict(p, "somebody changed this job meanwhile: look at both changes, then make yours again", err)
}
