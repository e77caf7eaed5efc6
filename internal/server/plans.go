package server

import (
	"homalos/internal/job"
	"homalos/internal/picture"
	"homalos/internal/plan"
	"homalos/internal/recall"
	"homalos/internal/work"
)

// plans remembers what was worked out of documents, by what they hold: a tick
// at the saw changes no plan, and undo finds the plan of before.
type plans struct {
	kept    *recall.Kept[plan.Plan]
	rooms   *recall.Kept[picture.Room]
	reliefs *recall.Kept[[]picture.Relief]
	works   *work.Memory
}

func newPlans() plans {
	return plans{recall.New[plan.Plan](mostRemembered), recall.New[picture.Room](mostRemembered), recall.New[[]picture.Relief](mostRemembered), work.NewMemory()}
}

// keyOf tells a document by what its plan follows from: by all but what was cut
// and its name.
func keyOf(d job.Document) recall.Key {
	d.Record, d.Name = nil, ""
	return recall.KeyOf(d)
}

// mostRemembered bounds how many of each are kept.
const mostRemembered = 200

func (p *plans) of(d job.Document) (plan.Plan, error) {
	out, err := p.kept.Of(keyOf(d), func() (plan.Plan, error) { return plan.ComputeIn(p.works, d) })
	out.Name = d.Name
	return out, err
}

// room is the room that a document's plan is in.
func (p *plans) room(d job.Document) (picture.Room, error) {
	return p.rooms.Of(keyOf(d), func() (picture.Room, error) {
		one, err := p.of(d)
		if err != nil {
			return picture.Room{}, err
		}
		return picture.RoomIn(one.Result, p.reliefs.Must), nil
	})
}

// roomSoon is the room as far as it is at hand. late: its reliefs are not; they
// take long to draw.
func (p *plans) roomSoon(d job.Document) (room picture.Room, late bool, err error) {
	one, err := p.of(d)
	if err != nil {
		return room, false, err
	}
	room = picture.RoomIn(one.Result, func(key recall.Key, _ func() []picture.Relief) []picture.Relief {
		known, ok := p.reliefs.Peek(key)
		late = !ok
		return known
	})
	if !late {
		p.rooms.Must(keyOf(d), func() picture.Room { return room })
	}
	return room, late, nil
}
