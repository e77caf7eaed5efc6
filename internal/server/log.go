package server

import (
	"context"
	"fmt"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/job"
	"homalos/internal/store"
)

// mostSteps is how far back undo looks, and how much of the log one answer
// holds.
const mostSteps = 200

// LogStep is one line of a job's log: edits made together.
type LogStep struct {
	Revision int64      `json:"revision"`
	Edit     string     `json:"edit,omitempty" doc:"Id of one of its edits: undo and redo name it."`
	By       string     `json:"by,omitempty" doc:"Who made it."`
	Device   string     `json:"device,omitempty" doc:"What it was made on."`
	At       time.Time  `json:"at"`
	Said     string     `json:"said" doc:"What was done, in a few words."`
	Undoes   int64      `json:"undoes,omitempty" doc:"The revision that it takes back."`
	Redoes   int64      `json:"redoes,omitempty" doc:"The revision that it makes again."`
	Stands   bool       `json:"stands" doc:"It was not taken back."`
	InTheWay string     `json:"inTheWay,omitempty" doc:"What was done since to the same parts, so that it can't be taken back before that."`
	Edits    []job.Edit `json:"edits,omitempty" nullable:"false" doc:"With whole: the edits as they were made."`
}

// Offer is a step that can be taken back, or made again, now.
type Offer struct {
	Edit string `json:"edit" doc:"Id of one of its edits."`
	Said string `json:"said"`
}

// Offers are what undo and redo go by next on a device.
type Offers struct {
	Undo *Offer `json:"undo,omitempty"`
	Redo *Offer `json:"redo,omitempty"`
}

// LogBody is a job's log, its last line last.
type LogBody struct {
	Revision int64     `json:"revision"`
	Steps    []LogStep `json:"steps" nullable:"false"`
	Offers
}

func doneOf(s store.Step) job.Done {
	d := job.Done{Revision: s.Revision, Device: s.Device, Said: s.Said, Undoes: s.Undoes, Redoes: s.Redoes, Touches: s.Touches()}
	for _, l := range s.Lines {
		if l.Edit.ID != "" {
			d.Edit = l.Edit.ID
			break
		}
	}
	return d
}

func doneAll(steps []store.Step) []job.Done {
	out := make([]job.Done, len(steps))
	for i, s := range steps {
		out[i] = doneOf(s)
	}
	return out
}

// logSteps are steps as they are shown.
func logSteps(steps []store.Step, whole bool) []LogStep {
	log := doneAll(steps)
	standing := job.Standing(log)
	out := []LogStep{}
	for i, s := range steps {
		one := LogStep{
			Revision: s.Revision, Edit: log[i].Edit, By: s.Name, Device: s.Device, At: s.At, Said: s.Said, Undoes: s.Undoes, Redoes: s.Redoes,
			Stands: s.Undoes != 0 || s.Redoes != 0 || standing[s.Revision],
		}
		if way := job.InTheWay(log, s.Revision); len(way) > 0 && s.Undoes == 0 && s.Redoes == 0 {
			one.InTheWay = way[len(way)-1].Said
		}
		for _, l := range s.Lines {
			if whole {
				one.Edits = append(one.Edits, l.Edit)
			}
		}
		out = append(out, one)
	}
	return out
}

func (s *Server) logRoutes(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "get-log", Method: http.MethodGet, Path: "/api/jobs/{id}/log", Summary: "What was done, by whom and when"},
		func(ctx context.Context, in *struct {
			JobID
			Device string `query:"device" maxLength:"64" doc:"What undo and redo are asked for on."`
			After  int64  `query:"after" minimum:"0" doc:"Only what came after this revision."`
			Most   int    `query:"most" minimum:"1" maximum:"1000" default:"200" doc:"The last so many."`
			Whole  bool   `query:"whole" doc:"With the edits themselves."`
		}) (*struct{ Body LogBody }, error) {
			steps, err := s.store.Steps(ctx, in.ID, in.After, in.Most)
			if err != nil {
				return nil, problem(ctx, err)
			}
			out := &struct{ Body LogBody }{LogBody{Steps: logSteps(steps, in.Whole)}}
			if n := len(steps); n > 0 {
				out.Body.Revision = steps[n-1].Revision
			}
			out.Body.Offers, err = s.offers(ctx, in.ID, 0, in.Device)
			return out, problem(ctx, err)
		})
	s.eventRoutes(api)
}

// offers are what undo and redo go by next on a device.
func (s *Server) offers(ctx context.Context, id string, revision int64, device string) (Offers, error) {
	var out Offers
	if device == "" {
		return out, nil
	}
	steps, err := s.store.Recent(ctx, id, revision, mostSteps)
	if err != nil {
		return out, err
	}
	undo, redo := job.Offered(doneAll(steps), device)
	if undo != nil {
		out.Undo = &Offer{undo.Edit, undo.Said}
	}
	if redo != nil {
		out.Redo = &Offer{redo.Edit, redo.Said}
	}
	return out, nil
}

// fromLog gives what an undo or a redo comes to, with its words; nil for any
// other edit. entry is told which step it is of.
func fromLog(now store.Job, log store.Log, e job.Edit, entry *store.Entry) (edits []job.Edit, said string, err error) {
	undo, isUndo := e.Act.(*job.Undo)
	redo, isRedo := e.Act.(*job.Redo)
	if !isUndo && !isRedo {
		return nil, "", nil
	}
	name := ""
	if isUndo {
		name = undo.Edit
	} else {
		name = redo.Edit
	}
	fault := func(text string) error { return job.Faults{{Path: "edits[0].edit", Text: text}} }
	step, err := log.Of(name)
	if err != nil {
		return nil, "", fault("the log of this job has no such edit")
	}
	since, err := log.Since(step.Revision - 1)
	if err != nil {
		return nil, "", err
	}
	done := doneAll(since)
	stands := job.Standing(done)[step.Revision]
	switch way := job.InTheWay(done, step.Revision); {
	case step.Undoes != 0 || step.Redoes != 0:
		return nil, "", fault("it takes back or repeats another change: name that one")
	case step.Lines[0].Edit.Do() == "start":
		return nil, "", fault("the job begins with it")
	case isUndo && !stands:
		return nil, "", fault("it was taken back already")
	case isRedo && stands:
		return nil, "", fault("it stands: there is nothing to make again")
	case len(way) > 0:
		return nil, "", overOthers(now, log, step, isUndo, since, way)
	}
	if isUndo {
		for i := len(step.Lines) - 1; i >= 0; i-- {
			edits = append(edits, step.Lines[i].Inverse...)
		}
		entry.Undoes, said = step.Revision, "taken back: "+step.Said
	} else {
		for _, l := range step.Lines {
			l.Edit.ID = ""
			edits = append(edits, l.Edit)
		}
		entry.Redoes, said = step.Revision, "made again: "+step.Said
	}
	if len(edits) == 0 {
		return nil, "", fault("it changed nothing")
	}
	edits[0].ID = e.ID
	return edits, said, nil
}

// overOthers is the conflict of an undo or redo with what was done since.
func overOthers(now store.Job, log store.Log, step store.Step, isUndo bool, since []store.Step, way []job.Done) error {
	with, err := log.At(step.Revision)
	if err != nil {
		return err
	}
	before, err := log.At(step.Revision - 1)
	if err != nil {
		return err
	}
	p := &Stale{Revision: now.Revision, Theirs: job.Diff(with, now.Document), Yours: job.Diff(with, before), Wanted: "“" + step.Said + "” taken back"}
	if !isUndo {
		p.Yours, p.Wanted = job.Diff(before, with), "“"+step.Said+"” made again"
	}
	for _, one := range logSteps(since, false) {
		for _, w := range way {
			if one.Revision == w.Revision {
				p.Since = append(p.Since, one)
			}
		}
	}
	return conflict(p, fmt.Sprintf("%s: not now, since then “%s” was done to the same part, and it would be lost", p.Wanted, way[len(way)-1].Said), nil)
}
