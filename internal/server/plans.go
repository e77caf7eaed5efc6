package server

import (
	"context"

	"homalos/internal/advise"
	"homalos/internal/job"
	"homalos/internal/picture"
	"homalos/internal/plan"
	"homalos/internal/recall"
	"homalos/internal/work"
)

// plans remembers what was worked out of documents, by what they hold: a tick
// at the saw changes no plan, and undo finds the plan of before. What several
// ask for at once is worked out once, at the desk.
type plans struct {
	kept    *recall.Kept[plan.Plan]
	rooms   *recall.Kept[picture.Room]
	reliefs *recall.Kept[[]picture.Relief]
	works   *work.Memory

	desk        *desk
	makingPlans recall.Shared[plan.Plan]
	makingRooms recall.Shared[picture.Room]
}

// Bounds on what is remembered: how many of each, and bytes.
const (
	mostRemembered = 200
	planBytes      = 28 << 20
	roomBytes      = 24 << 20
	reliefBytes    = 16 << 20
)

func newPlans() *plans {
	return &plans{
		kept: recall.Weighing(mostRemembered, planBytes, weighPlan), rooms: recall.Weighing(mostRemembered, roomBytes, weighRoom),
		reliefs: recall.Weighing(mostRemembered, reliefBytes, weighReliefs), works: work.NewMemory(), desk: newDesk(),
	}
}

// keyOf tells a document by what its plan follows from: by all but what was cut
// and its name.
func keyOf(d job.Document) recall.Key {
	d.Record, d.Name = nil, ""
	return recall.KeyOf(d)
}

// of is a document's plan. The error is a job.Faults, or ctx's.
func (p *plans) of(ctx context.Context, d job.Document) (plan.Plan, error) {
	key := keyOf(d)
	out, known := p.kept.Peek(key)
	if !known {
		var err error
		out, err = p.makingPlans.Of(ctx, key, func(ctx context.Context) (made plan.Plan, err error) {
			if busy := p.desk.at(ctx, crewOf(ctx), func() {
				made, err = timed("plan", func() (plan.Plan, error) { return plan.ComputeIn(ctx, p.works, d) })
			}); busy != nil {
				return made, busy
			}
			if err == nil {
				p.kept.Keep(key, made)
			}
			return made, err
		})
		if err != nil {
			return out, err
		}
	}
	out.Name = d.Name
	return plan.Recorded(ctx, out, d) // what was cut is no part of what is remembered
}

// knows says whether a document's plan is at hand.
func (p *plans) knows(d job.Document) bool {
	_, known := p.kept.Peek(keyOf(d))
	return known
}

// room is the room that a document's plan is in.
func (p *plans) room(ctx context.Context, d job.Document) (picture.Room, error) {
	key := keyOf(d)
	if known, ok := p.rooms.Peek(key); ok {
		return known, nil
	}
	one, err := p.of(ctx, d)
	if err != nil {
		return picture.Room{}, err
	}
	return p.makingRooms.Of(ctx, key, func(ctx context.Context) (made picture.Room, err error) {
		err = p.desk.at(ctx, crewOf(ctx), func() {
			made, _ = timed("room", func() (picture.Room, error) { return picture.RoomIn(one.Result, p.reliefs.Must), nil })
			p.rooms.Keep(key, made)
		})
		return made, err
	})
}

// roomSoon is the room as far as it is at hand. late: its reliefs are not; they
// take long to draw.
func (p *plans) roomSoon(ctx context.Context, d job.Document) (room picture.Room, late bool, err error) {
	one, err := p.of(ctx, d)
	if err != nil {
		return room, false, err
	}
	room = picture.RoomIn(one.Result, func(key recall.Key, _ func() []picture.Relief) []picture.Relief {
		known, ok := p.reliefs.Peek(key)
		late = !ok
		return known
	})
	if !late {
		p.rooms.Keep(keyOf(d), room)
	}
	return room, late, nil
}

// compare is a wall in another place, side by side by what it costs.
func (p *plans) compare(ctx context.Context, now, there job.Document, wall string) (out advise.Comparison, err error) {
	busy := p.desk.at(ctx, crewOf(ctx), func() {
		out, err = timed("compare", func() (advise.Comparison, error) { return advise.Compare(ctx, p.works, now, there, wall, cutIn(now)) })
	})
	if busy != nil {
		return out, busy
	}
	return out, err
}

// in is of, for those who ask without a context of their own.
func (p *plans) in(ctx context.Context) func(job.Document) (plan.Plan, error) {
	return func(d job.Document) (plan.Plan, error) { return p.of(ctx, d) }
}

// bytes are about how many each memory holds.
func (p *plans) bytes() map[string]int {
	out := p.works.Bytes()
	out["plans"], out["rooms"], out["reliefs"] = p.kept.Bytes(), p.rooms.Bytes(), p.reliefs.Bytes()
	return out
}

// weighPlan is about how many bytes a plan takes, what it was written from
// included.
func weighPlan(p plan.Plan) int {
	bytes := 20_000 + 300*len(p.Readings) + 300*len(p.Sticks) + 200*len(p.Cuts) + 600*len(p.Findings) + 600*len(p.ToCheck) + 400*len(p.Leaves)
	for _, w := range p.Walls {
		bytes += 14_000 + 3_000*len(w.Members) + 900*len(w.Marks) + 800*len(w.Findings) + 1_500*len(w.Advice) + 500*len(w.Holes) + 400*len(w.NoNail) + 900*len(w.Open)
	}
	for _, c := range p.CutIns {
		bytes += 10_000 + 3_000*len(c.Members) + 800*len(c.Findings) + 200*len(c.Studs)
	}
	for _, c := range p.Closings {
		bytes += 6_000 + 3_000*len(c.Members)
	}
	return bytes
}

func weighRoom(r picture.Room) int {
	return 20_000 + 300*(len(r.Pins)+len(r.Readings)+len(r.Joists)) + 500*(len(r.Ties)+len(r.Next)+len(r.Corners)) +
		1_500*(len(r.Walls)+len(r.Lines)+len(r.Obstructions)+len(r.Hidden)+len(r.Zones)) + weighReliefs(r.Reliefs)
}

func weighReliefs(all []picture.Relief) int {
	bytes := 1_000
	for _, r := range all {
		bytes += 100 * len(r.Cells)
		for _, c := range r.Contours {
			bytes += 100 + len(c.Path)
		}
	}
	return bytes
}
