package server

import (
	"context"
	"errors"
	"net/http"
	"reflect"
	"slices"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/advise"
	"homalos/internal/command"
	"homalos/internal/job"
	"homalos/internal/making"
	"homalos/internal/picture"
	"homalos/internal/plan"
	"homalos/internal/site"
	"homalos/internal/store"
)

// EditsBody is what a request of edits came to.
type EditsBody struct {
	JobBody
	Again   bool           `json:"again,omitempty" doc:"These edits were made before: nothing was done."`
	Stayed  int            `json:"stayed,omitempty" doc:"Readings that stay where they were read while the edits moved the wall they were given by."`
	Moved   []site.Move    `json:"moved" nullable:"false" doc:"Walls that the edits moved, their relations kept."`
	Changed advise.Changes `json:"changed" doc:"What the edits do to pieces: those already cut first."`
	Follows *Followed      `json:"follows,omitempty" doc:"What changed of plan and room; left out where nothing was planned before."`
	Offers
}

type editsAnswer struct {
	ETag string `header:"ETag"`
	Body EditsBody
}

func (s *Server) editRoutes(api huma.API) {
	registry := api.OpenAPI().Components.Schemas
	registry.Schema(reflect.TypeFor[Stale](), true, "Stale")
	request := registry.Schema(reflect.TypeFor[job.Request](), true, "Request")
	huma.Register(api, huma.Operation{
		OperationID: "make-edits", Method: http.MethodPost, Path: "/api/jobs/{id}/edits", Summary: "Change a job: one or more edits, all or none",
		Description: "The only way to change a job. Each edit has an id made by the client; sent twice, it is made once. Edits made to an older revision are made " +
			"all the same if nothing that they touch has changed since, else it is 409 with both changes. Lines that are only added (readings, tapes, ticks) never conflict.",
		MaxBodyBytes: job.MostRequestBytes, BodyReadTimeout: s.bodies, SkipValidateBody: true,
		RequestBody: &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{"application/json": {Schema: request}}},
	}, s.edit)
	s.importRoutes(api)
	s.shelfRoutes(api)
	s.shopRoutes(api)
	huma.Register(api, huma.Operation{OperationID: "compare-wall", Method: http.MethodPost, Path: "/api/jobs/{id}/walls/{wall}/compare", Summary: "A wall in another place, side by side by what it costs; nothing is changed"},
		func(ctx context.Context, in *wallTried) (*struct{ Body advise.Comparison }, error) {
			now, there, err := s.tried(ctx, in)
			if err != nil {
				return nil, problem(ctx, err)
			}
			c, err := s.plans.compare(ctx, now, there, in.Wall)
			if err != nil {
				return nil, problem(ctx, err)
			}
			return &struct{ Body advise.Comparison }{c}, nil
		})
	huma.Register(api, huma.Operation{OperationID: "lay-wall", Method: http.MethodPost, Path: "/api/jobs/{id}/walls/{wall}/lay", Summary: "Where a wall would lie, before it is placed: its line, its ends by what they meet, its X side; nothing is changed"},
		func(ctx context.Context, in *wallTried) (*struct{ Body picture.Laid }, error) {
			_, there, err := s.tried(ctx, in)
			if err != nil {
				return nil, problem(ctx, err)
			}
			out, err := picture.LaidIn(s.plans.works, there, in.Wall)
			if err != nil {
				return nil, problem(ctx, err)
			}
			return &struct{ Body picture.Laid }{out}, nil
		})
	s.boxRoutes(api)
	huma.Register(api, huma.Operation{OperationID: "read-line", Method: http.MethodGet, Path: "/api/jobs/{id}/walls/{wall}/said", Summary: "What a line typed about a wall is understood as: the edits that it means, in words, and what can come next; nothing is changed"},
		func(ctx context.Context, in *typedLine) (*struct{ Body Understood }, error) {
			j, err := s.store.Job(ctx, in.ID)
			if err != nil {
				return nil, problem(ctx, err)
			}
			p, err := s.plans.of(ctx, j.Document)
			if err != nil {
				return nil, problem(ctx, err)
			}
			r := command.Of(p, j.Document, in.Wall, in.Text)
			return &struct{ Body Understood }{Understood{r.Said, r.Fault, append([]string{}, r.Next...), append([]job.Edit{}, r.Edits...)}}, nil
		})
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

// typedLine is a line typed about a wall.
type typedLine struct {
	JobID
	Wall string `path:"wall"`
	Text string `query:"text" maxLength:"200"`
}

// Understood is what a typed line is understood as.
type Understood struct {
	Said  string     `json:"said" doc:"In words, once it is whole; empty before."`
	Fault string     `json:"fault,omitempty" doc:"What is wrong with it, and what to write."`
	Next  []string   `json:"next" nullable:"false" doc:"Words that can come next."`
	Edits []job.Edit `json:"edits" nullable:"false" doc:"What it does, to be sent as edits; none while it isn't whole."`
}

// wallTried is a wall in a place that it hasn't been put.
type wallTried struct {
	JobID
	Wall string `path:"wall"`
	Body job.Wall
}

// tried is the job as it is, and as it would be with that wall.
func (s *Server) tried(ctx context.Context, in *wallTried) (now, there job.Document, err error) {
	j, err := s.store.Job(ctx, in.ID)
	if err != nil {
		return now, there, err
	}
	in.Body.ID = in.Wall
	there, _, err = job.Apply(j.Document, job.Edit{Act: &job.PutWall{Wall: in.Body}})
	return j.Document, there, err
}

func cutIn(d job.Document) func(member string) bool {
	cut := d.CutNow()
	return func(member string) bool { _, ok := cut[member]; return ok }
}

// edit makes a request of edits.
func (s *Server) edit(ctx context.Context, in *struct {
	JobID
	RawBody []byte
}) (*editsAnswer, error) {
	request, faults := job.ReadRequest(in.RawBody)
	if faults == nil {
		faults = request.Fit()
	}
	if faults != nil {
		return nil, problem(ctx, faults)
	}
	if err := s.kept(ctx, in.ID, request.Edits); err != nil {
		return nil, problem(ctx, err)
	}
	var before store.Job
	var done making.Edited
	j, err := s.store.Append(ctx, in.ID, request.Edits, func(now store.Job, log store.Log) (store.Entry, error) {
		before = now
		entry, made, err := s.made(ctx, now, log, request)
		done = made
		return entry, err
	})
	var known *store.KnownError
	switch {
	case errors.As(err, &known):
		if j, err = s.store.Job(ctx, in.ID); err != nil {
			return nil, problem(ctx, err)
		}
		before = j
	case err != nil:
		return nil, problem(ctx, err)
	}
	out := &editsAnswer{ETag: tag(j)}
	out.Body = EditsBody{JobBody: bodyOf(j), Again: known != nil, Stayed: stayed(done), Moved: s.plans.works.Moves(before.Document, j.Document)}
	out.Body.Changed = advise.Changes{Cut: []advise.PieceChange{}, Open: []advise.PieceChange{}}
	n := noteOf(ctx)
	n.revision = j.Revision
	if err := s.tell(ctx, before, j, request.Device, &out.Body); err != nil {
		n.cause = err // it is made, whatever can't be said of it: the page reads again
	}
	return out, nil
}

// tell says what follows from edits that were made. Where nothing is cut yet,
// and others wait to change the job already or for a core, it is left
// out: that the edits are made is told at once, and pages read the last state's
// plan, once for all.
func (s *Server) tell(ctx context.Context, before, j store.Job, device string, out *EditsBody) (err error) {
	if out.Offers, err = s.offers(ctx, j.ID, j.Revision, device); err != nil {
		return err
	}
	cut := len(before.Document.CutNow()) > 0
	if !cut && (s.store.Awaited(j.ID) || s.plans.desk.crowded()) {
		return nil
	}
	now, err := s.planBody(ctx, j)
	if err != nil {
		return err
	}
	if err := s.store.Summarise(ctx, j.ID, j.Revision, s.summary(ctx, j.Document)); err != nil {
		return err
	}
	if !cut && !s.plans.knows(before.Document) {
		return nil // nobody has what it changes
	}
	was, err := s.planBody(ctx, before)
	if err != nil { // there is nothing to compare it with
		return err
	}
	out.Changed = advise.Changed(was.Plan.Result, now.Plan.Result, cutIn(before.Document))
	out.Follows, err = s.followed(ctx, before, j, was, now)
	return err
}

// made works out what a request comes to in the job as it stands, and what the
// log is to say of it.
func (s *Server) made(ctx context.Context, now store.Job, log store.Log, request job.Request) (store.Entry, making.Edited, error) {
	entry := store.Entry{Step: store.Step{Author: store.Author{Name: request.By, Device: request.Device}}}
	maker := &making.Maker{Now: now.Document, Plan: s.plans.in(ctx), Read: &s.plans.works.Reader, By: request.By, At: time.Now().UTC().Format(time.RFC3339)}
	if int64(request.Revision) > now.Revision {
		return entry, making.Edited{}, job.Faults{{Path: "revision", Text: "the job never was at this revision: read it again"}}
	}
	edits := request.Edits
	theirs, err := s.sinceThen(maker, now, log, request)
	if err != nil {
		return entry, making.Edited{}, err
	}
	if back, said, err := fromLog(now, log, edits[0], &entry); err != nil {
		return entry, making.Edited{}, err
	} else if back != nil {
		maker.Kept, maker.Base = true, nil // what stands in the way was looked at
		done, err := maker.Make(back)
		if err != nil {
			return entry, done, conflict(&Stale{Revision: now.Revision, Theirs: []job.Change{}, Yours: []job.Change{}}, "what was done since rests on it: "+err.Error(), err)
		}
		done.Said, done.Steps[0].Asked = said, &edits[0]
		return s.logged(entry, done), done, nil
	}
	done, err := maker.Make(edits)
	var faults job.Faults
	switch {
	case errors.As(err, &faults) && maker.Base != nil:
		// what made no sense before either is a slip of one's own
		if _, own := (&making.Maker{Now: *maker.Base, Plan: s.plans.in(ctx), Read: &s.plans.works.Reader}).Make(edits); own != nil {
			return entry, done, own
		}
		return entry, done, s.stale(ctx, now, maker, edits, theirs, err)
	case err != nil:
		return entry, done, err
	}
	if met := meeting(done.Touches(), theirs); met != nil {
		return entry, done, s.stale(ctx, now, maker, edits, met, nil)
	}
	return s.logged(entry, done), done, nil
}

// meeting are the steps that have a part in common with what is touched.
func meeting(touched []string, steps []store.Step) (out []store.Step) {
	for _, step := range steps {
		if job.Meet(touched, step.Touches()) {
			out = append(out, step)
		}
	}
	return out
}

// sinceThen finds what was changed since the revision that a request was made
// to, but for what its own client had on screen, and the job as it was on that
// screen.
func (s *Server) sinceThen(maker *making.Maker, now store.Job, log store.Log, request job.Request) (theirs []store.Step, err error) {
	if int64(request.Revision) == now.Revision {
		return nil, nil
	}
	steps, err := log.Since(int64(request.Revision))
	if err != nil {
		return nil, err
	}
	own := map[string]bool{}
	for _, id := range request.After {
		own[id] = true
	}
	var mine []store.Step
	for _, step := range steps {
		if slices.ContainsFunc(step.Lines, func(l store.Line) bool { return own[l.Edit.ID] }) {
			mine = append(mine, step)
		} else {
			theirs = append(theirs, step)
		}
	}
	if theirs == nil {
		return nil, nil // the screen showed the job as it stands
	}
	base, err := log.At(int64(request.Revision))
	if err != nil {
		if errors.Is(err, store.ErrNotFound) {
			return nil, job.Faults{{Path: "revision", Text: "nothing is kept of this revision: read the job again"}}
		}
		return nil, err
	}
	for _, step := range mine {
		for _, l := range step.Lines {
			var beside job.Faults // what rests on the others' edits is not there yet
			l.Edit.On(&base, "", &beside)
		}
	}
	maker.Base = &base
	return theirs, nil
}

func (s *Server) logged(entry store.Entry, done making.Edited) store.Entry {
	entry.Document, entry.Said = done.Document, done.Said
	for _, one := range done.Steps {
		entry.Lines = append(entry.Lines, store.Line{Edit: one.Edit, Inverse: one.Inverse, Asked: one.Asked})
	}
	return entry
}

// stayed counts readings that were left where they were read.
func stayed(done making.Edited) int {
	n := 0
	for _, s := range done.Steps {
		if a, ok := s.Edit.Act.(*job.AddReading); ok && a.Reading.Stays {
			n++
		}
	}
	return n
}
