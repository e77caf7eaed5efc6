package site

import (
	"fmt"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// Stray is how far a wall may carry a reading before it is no longer where it
// was read. A hand's place of a tape is no better than that.
const Stray = 50.0 // mm

// KeepPlaces lets readings stay where they were read when an edit moves,
// shortens or takes out the wall whose station they were given by: each is
// replaced by one with the same value at its place on the plan. Floor that was
// looked at stays where it is too. It changes after, and says how many readings
// stay behind.
func KeepPlaces(before job.Document, after *job.Document) int {
	return (&Reader{}).KeepPlaces(before, after)
}

// KeepPlaces is as the function of that name.
func (m *Reader) KeepPlaces(before job.Document, after *job.Document) int {
	readings := after.Survey != nil && alongWalls(after.Survey.Readings)
	floor := before.Assess != nil && after.Assess != nil && len(after.Assess.Floor) > 0
	if !readings && !floor {
		return 0
	}
	was, faults := m.Of(before)
	if faults != nil {
		return 0
	}
	now, faults := m.Of(Bare(*after))
	if faults != nil {
		return 0 // the edit is refused anyway
	}
	old, fresh := ByID(was.alongside()), ByID(now.alongside())
	if floor {
		keepFloor(before, after, old, fresh)
	}
	if !readings {
		return 0
	}
	standing := map[string]bool{}
	for _, r := range was.Readings {
		standing[r.ID] = true
	}
	replaced, taken := map[string]bool{}, map[string]bool{}
	for _, r := range after.Survey.Readings {
		replaced[r.Replaces], taken[r.ID] = true, true
	}
	u := after.Units
	n := 0
	for _, r := range after.Survey.Readings {
		if standing[r.ID] && !replaced[r.ID] && Moved(r, old, fresh, u) {
			after.Survey.Readings = append(after.Survey.Readings, stays(r, old, u, taken))
			n++
		}
	}
	return n
}

// Still says whether a wall has the place at the same station.
func Still(w *framing.Wall, station measure.Length, at geo.Point) bool {
	return w != nil && station <= w.Length && w.At(station).Distance(at) <= Stray
}

// keepFloor gives floor that was looked at by its place on the plan, where its
// wall no longer lies over it.
func keepFloor(before job.Document, after *job.Document, old, fresh map[string]*framing.Wall) {
	u := after.Units
	was := map[string]job.FloorCheck{}
	for _, c := range before.Assess.Floor {
		was[c.ID] = c
	}
	for i := range after.Assess.Floor {
		c := &after.Assess.Floor[i]
		w := old[c.Wall]
		from, err1 := c.From.In(u)
		to, err2 := c.To.In(u)
		if x, there := was[c.ID]; !there || x.Wall != c.Wall || x.From.String() != c.From.String() || x.To.String() != c.To.String() || w == nil || err1 != nil || err2 != nil {
			continue
		}
		if Still(fresh[c.Wall], from, w.At(from)) && Still(fresh[c.Wall], to, w.At(to)) {
			continue
		}
		c.Ends = []job.Place{Placed(w.At(from), u), Placed(w.At(to), u)}
		c.Wall, c.From, c.To = "", job.Length{}, job.Length{}
	}
}

func alongWalls(all []job.Reading) bool {
	for _, r := range all {
		for _, p := range r.Places() {
			if p.Wall != "" {
				return true
			}
		}
	}
	return false
}

func ByID(walls []*framing.Wall) map[string]*framing.Wall {
	out := map[string]*framing.Wall{}
	for _, w := range walls {
		out[w.ID] = w
	}
	return out
}

// stays is a reading at its place on the plan, in the place of the one along
// its wall.
func stays(r job.Reading, walls map[string]*framing.Wall, u measure.System, taken map[string]bool) job.Reading {
	out := OnPlan(r, walls, u)
	out.Replaces, out.Stays = r.ID, true
	for k := 1; ; k++ {
		if out.ID = fmt.Sprintf("%s, stays %d", r.ID, k); len(out.ID) > 64 {
			out.ID = fmt.Sprintf("%s, stays %d", r.ID[:40], k)
		}
		if !taken[out.ID] {
			taken[out.ID] = true
			return out
		}
	}
}

// Moved says whether a wall that a reading was taken along has its place no
// longer at the same station.
func Moved(r job.Reading, old, fresh map[string]*framing.Wall, u measure.System) bool {
	for _, p := range r.Places() {
		w := old[p.Wall]
		station, err := p.Station.In(u)
		if p.Wall != "" && w != nil && err == nil && !Still(fresh[p.Wall], station, w.At(station)) {
			return true
		}
	}
	return false
}

// OnPlan is a reading at its place on the plan, as walls lay when it was taken.
// What was taken over plates is given from floor to ceiling.
func OnPlan(r job.Reading, walls map[string]*framing.Wall, u measure.System) job.Reading {
	placed := func(p *job.Place) *job.Place {
		if p == nil || walls[p.Wall] == nil {
			return p
		}
		station, err := p.Station.In(u)
		if err != nil {
			return p
		}
		out := Placed(walls[p.Wall].At(station), u)
		return &out
	}
	var w *framing.Wall
	if r.Place != nil {
		w = walls[r.Place.Wall]
	}
	r.Place, r.From, r.To = placed(r.Place), placed(r.From), placed(r.To)
	if w == nil {
		return r
	}
	if value, err := r.Value.In(u); err == nil && (r.Basis == "stacked" || r.Basis == "between") {
		r.Value, r.Basis = job.Exactly(value+w.PlateStack(), u), ""
	}
	return r
}

// Bare is a job without heights and assessment: where walls lie follows from
// neither.
func Bare(d job.Document) job.Document {
	out := job.Copy(d)
	out.Assess = nil
	if out.Survey != nil {
		out.Survey.Readings = nil
	}
	return out
}
