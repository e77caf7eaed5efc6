package site

import (
	"fmt"
	"math"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

const mostFloors = 200

// setFloors reads the work in floors and ceilings, once joists and all names are known.
func (r *resolver) setFloors() {
	if len(r.Doc.Floors) > mostFloors {
		r.faults.Add("floors", "%d entries: give at most %d", len(r.Doc.Floors), mostFloors)
		return
	}
	taken := r.taken()
	for i, f := range r.Doc.Floors {
		path := fmt.Sprintf("floors[%d]", i)
		r.id(path+".id", f.ID, taken, 32)
		before := len(r.faults)
		if one := r.floor(path, f); !r.faulty(before) {
			r.Floors = append(r.Floors, one)
		}
	}
}

func (r *resolver) floor(path string, f job.FloorWork) framing.FloorWork {
	u := r.Doc.Units
	out := framing.FloorWork{ID: f.ID, Of: "floor", Inline: f.Lie == "inline", Plies: max(1, f.Plies),
		Hangers: f.Hangers, Hanger: f.Hanger, By: f.By, Lumber: r.wood(path+".lumber", f.Lumber)}
	if out.Lumber != nil && out.Lumber.Track {
		r.faults.Add(path+".lumber", "%q is track: name what blocks are cut from", f.Lumber)
	}
	var run []survey.Joist
	for _, j := range r.JoistList {
		if j.Run == f.Joists {
			run = append(run, j)
		}
	}
	if len(run) == 0 {
		r.faults.Add(path+".joists", "%q is no run of joists: read them first, or name one that is", f.Joists)
		return out
	}
	if run[0].Of == survey.Ceiling {
		out.Of = "ceiling"
	}
	sin, cos := math.Sincos(run[0].Angle * math.Pi / 180)
	for _, j := range run {
		dx, dy := j.At.X-run[0].At.X, j.At.Y-run[0].At.Y
		out.Centres = append(out.Centres, u.Estimate(dy*cos-dx*sin)) // to the left of the first
	}
	slices.Sort(out.Centres)
	out.Width = measure.FromMillimetres(run[0].Width)
	at := r.optional(path+".at", f.At, -100*measure.Metre, 100*measure.Metre).Millimetres()
	out.Along = geo.Point{X: cos, Y: sin}
	if f.Kind != "doubled" {
		r.inRoom(path+".at", run, at)
	}
	out.Start = geo.Point{X: run[0].At.X + cos*at, Y: run[0].At.Y + sin*at}
	if f.Kind == "doubled" {
		r.doubled(path, f, &out)
		return out
	}
	if len(run) < 2 {
		r.faults.Add(path+".joists", "%q is one joist: blocks lie between two or more", f.Joists)
		return out
	}
	out.From, out.To = out.Centres[0], out.Centres[len(out.Centres)-1]
	if f.From.Given() {
		out.From, _ = r.must(path+".from", f.From)
	}
	if f.To.Given() {
		out.To, _ = r.must(path+".to", f.To)
	}
	bays := 0
	for i := range len(out.Centres) - 1 {
		if out.Centres[i] >= out.From && out.Centres[i+1] <= out.To {
			bays++
		}
	}
	if bays == 0 {
		r.faults.Add(path+".to", "no bay of %q lies between %s and %s: its joists go from %s to %s", f.Joists,
			r.write(out.From), r.write(out.To), r.write(out.Centres[0]), r.write(out.Centres[len(out.Centres)-1]))
	}
	for k, s := range f.Seams {
		if l, ok := r.must(fmt.Sprintf("%s.seams[%d]", path, k), s); ok {
			out.Seams = append(out.Seams, l)
		}
	}
	return out
}

// inRoom refuses a row whose line lies outside the room: joists are given from one end,
// and it was said the other way.
func (r *resolver) inRoom(path string, run []survey.Joist, at float64) {
	if len(r.Corners) < 3 || len(run) == 0 {
		return
	}
	outline := OutlineOf(r.Solved())
	within := func(at float64) bool {
		return slices.ContainsFunc(run, func(j survey.Joist) bool {
			sin, cos := math.Sincos(j.Angle * math.Pi / 180)
			return geo.Within(outline, geo.Point{X: j.At.X + cos*at, Y: j.At.Y + sin*at})
		})
	}
	switch {
	case within(at):
	case within(-at):
		r.faults.Add(path, "its line lies outside the room: the joists are given from their other end; write %s",
			r.write(r.Doc.Units.Estimate(-at)))
	default:
		r.faults.Add(path, "its line lies outside the room: say how far along the joists it is from where their run is given")
	}
}

// doubled reads a joist that is doubled: nothing of it is ours to size.
func (r *resolver) doubled(path string, f job.FloorWork, out *framing.FloorWork) {
	if out.Doubled = f.Joist; f.Joist < 1 || f.Joist > len(out.Centres) {
		r.faults.Add(path+".joist", "%d: say which of its %d joists it is, from 1", f.Joist, len(out.Centres))
	}
	if f.By == "" {
		r.faults.Add(path+".by", "missing: name who designed it; what carries a floor isn't sized here")
	}
	if l, ok := r.must(path+".long", f.Long); ok {
		if out.Long = l; l < r.Doc.Units.Pick(6*measure.Inch, 150*measure.Millimetre) || l > 20*measure.Metre {
			r.faults.Add(path+".long", "%s is no length for a piece beside a joist: give it as designed", r.write(l))
		}
	}
}
