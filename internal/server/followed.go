package server

import (
	"context"
	"reflect"
	"slices"
	"strings"

	"homalos/internal/picture"
	"homalos/internal/plan"
	"homalos/internal/store"
)

// Followed is what of plan and room changed with an edit: what a page lays over
// those it has, where they are of the revision before. Fields are by their
// names there.
type Followed struct {
	From     int64             `json:"from" doc:"The revision whose plan and room this changes."`
	Order    []string          `json:"order" nullable:"false" doc:"Ids of all walls, in order."`
	Walls    []plan.Wall       `json:"walls" nullable:"false" doc:"Walls of the plan that changed, or are new."`
	Drawings []picture.Drawing `json:"drawings" nullable:"false" doc:"Their pictures."`
	Checks   []plan.Check      `json:"checks,omitempty" nullable:"false" doc:"Checks that changed; of walls in anew all of them. They stand in the walls' order."`
	Anew     []string          `json:"anew,omitempty" nullable:"false" doc:"Walls of which other checks are made than before."`
	Plan     map[string]any    `json:"plan" doc:"Other fields of the plan that changed."`
	Beside   map[string]any    `json:"beside" doc:"Fields beside the plan that changed: asks, saw, usual."`
	Room     map[string]any    `json:"room" doc:"Fields of the room that changed."`
	Later    bool              `json:"later,omitempty" doc:"How uneven floor and ceiling are is still to be drawn: read the room again."`
}

// followed compares what followed from a job before an edit with what follows
// now.
func (s *Server) followed(ctx context.Context, was, now store.Job, before, after PlanBody) (*Followed, error) {
	out := &Followed{From: was.Revision, Order: []string{}, Walls: []plan.Wall{}, Drawings: []picture.Drawing{}}
	old := map[string]int{}
	for i, w := range before.Plan.Walls {
		old[w.ID] = i
	}
	for i, w := range after.Plan.Walls {
		out.Order = append(out.Order, w.ID)
		k, there := old[w.ID]
		if !there || !reflect.DeepEqual(before.Plan.Walls[k], w) {
			out.Walls = append(out.Walls, w)
		}
		if !there || !reflect.DeepEqual(before.Drawings[k], after.Drawings[i]) {
			out.Drawings = append(out.Drawings, after.Drawings[i])
		}
	}
	out.Plan = differing(before.Plan, after.Plan, "walls", "checks")
	out.Checks, out.Anew = checksChanged(before.Plan.Checks, after.Plan.Checks)
	out.Beside = differing(before, after, "id", "revision", "plan", "drawings")
	there, looked := s.plans.rooms.Peek(keyOf(was.Document))
	if !looked {
		out.Later = true
		return out, nil // nobody looks at the room
	}
	room, late, err := s.plans.roomSoon(ctx, now.Document)
	if err != nil {
		return nil, err
	}
	out.Later = late
	out.Room = differing(there, room)
	if late {
		delete(out.Room, "reliefs")
	}
	return out, nil
}

// checksChanged are the checks that differ, and the walls of which others are asked than
// before: of those all are given.
func checksChanged(was, now []plan.Check) (changed []plan.Check, anew []string) {
	byWall := func(all []plan.Check) map[string][]plan.Check {
		out := map[string][]plan.Check{}
		for _, c := range all {
			out[c.Wall] = append(out[c.Wall], c)
		}
		return out
	}
	before, after := byWall(was), byWall(now)
	walls := []string{}
	for _, c := range now {
		if n := len(walls); n == 0 || walls[n-1] != c.Wall {
			walls = append(walls, c.Wall)
		}
	}
	for _, wall := range walls {
		old, own := before[wall], after[wall]
		if !slices.EqualFunc(old, own, func(a, b plan.Check) bool { return a.ID == b.ID }) {
			changed, anew = append(changed, own...), append(anew, wall)
			continue
		}
		for i := range own {
			if !reflect.DeepEqual(old[i], own[i]) {
				changed = append(changed, own[i])
			}
		}
	}
	return changed, anew
}

// differing are the fields of two values of one type that differ, by their
// names as they are written.
func differing(was, now any, leave ...string) map[string]any {
	out := map[string]any{}
	a, b := reflect.ValueOf(was), reflect.ValueOf(now)
	skip := map[string]bool{"": true, "-": true}
	for _, name := range leave {
		skip[name] = true
	}
	for i := range a.NumField() {
		name, _, _ := strings.Cut(a.Type().Field(i).Tag.Get("json"), ",")
		if !skip[name] && !reflect.DeepEqual(a.Field(i).Interface(), b.Field(i).Interface()) {
			out[name] = b.Field(i).Interface()
		}
	}
	return out
}

// planBody is a job's plan with all that is shown beside it.
func (s *Server) planBody(ctx context.Context, j store.Job) (PlanBody, error) {
	p, err := s.plans.of(ctx, j.Document)
	if err != nil {
		return PlanBody{}, err
	}
	return bodyOfPlan(j.ID, j.Revision, p), nil
}

func bodyOfPlan(id string, revision int64, p plan.Plan) PlanBody {
	out := PlanBody{ID: id, Revision: revision, Plan: p, Drawings: p.Drawings, CutIns: p.Cut, Closings: p.Shut, Asks: p.Asks(), Saw: plan.CallList(p), Miscuts: p.Miscuts(), Usual: p.Usual()}
	if out.CutIns == nil {
		out.CutIns = []picture.Drawing{}
	}
	if out.Closings == nil {
		out.Closings = []picture.Drawing{}
	}
	if out.Drawings == nil {
		out.Drawings = []picture.Drawing{}
	}
	return out
}
