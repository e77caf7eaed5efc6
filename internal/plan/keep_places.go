package plan

import (
	"fmt"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// stray is how far a wall may carry a reading before it is no longer where it
// was read. A hand's place of a tape is no better than that.
const stray = 50.0 // mm

// KeepPlaces lets readings stay where they were read when an edit moves,
// shortens or takes out the wall whose station they were given by: each is
// replaced by one with the same value at its place on the plan. It changes
// after, and says how many stay behind.
func KeepPlaces(before job.Document, after *job.Document) int {
	if after.Survey == nil || !alongWalls(after.Survey.Readings) {
		return 0
	}
	was, faults := resolve(before)
	if faults != nil {
		return 0
	}
	bare := job.Copy(*after) // where walls lie follows from no height, and from no assessment
	bare.Survey.Readings, bare.Assess = nil, nil
	now, faults := resolve(bare)
	if faults != nil {
		return 0 // the edit is refused anyway
	}
	old, fresh := byID(was.walls), byID(now.walls)
	standing := map[string]bool{}
	for _, r := range was.readings {
		standing[r.ID] = true
	}
	replaced, taken := map[string]bool{}, map[string]bool{}
	for _, r := range after.Survey.Readings {
		replaced[r.Replaces], taken[r.ID] = true, true
	}
	u := after.Units
	n := 0
	for _, r := range after.Survey.Readings {
		if r.Place == nil || r.Place.Wall == "" || !standing[r.ID] || replaced[r.ID] {
			continue
		}
		w := old[r.Place.Wall]
		station, err := measure.Read(r.Place.Station, u)
		if w == nil || err != nil {
			continue
		}
		at := w.At(station)
		if x := fresh[r.Place.Wall]; x != nil && station <= x.Length && x.At(station).Distance(at) <= stray {
			continue
		}
		after.Survey.Readings = append(after.Survey.Readings, stays(r, w, at, u, taken))
		n++
	}
	return n
}

func alongWalls(all []job.Reading) bool {
	for _, r := range all {
		if r.Place != nil && r.Place.Wall != "" {
			return true
		}
	}
	return false
}

func byID(walls []*framing.Wall) map[string]*framing.Wall {
	out := map[string]*framing.Wall{}
	for _, w := range walls {
		out[w.ID] = w
	}
	return out
}

// stays is a reading at its place on the plan. What was taken over plates is
// given from floor to ceiling.
func stays(r job.Reading, w *framing.Wall, at survey.Point, u measure.System, taken map[string]bool) job.Reading {
	out := r
	out.Replaces, out.Stays = r.ID, true
	out.Place = &job.Place{X: u.Write(u.Estimate(at.X)), Y: u.Write(u.Estimate(at.Y))}
	if value, err := measure.Read(r.Value, u); err == nil && (r.Basis == "stacked" || r.Basis == "between") {
		out.Value, out.Basis = u.Write(value+w.PlateStack()), ""
	}
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
