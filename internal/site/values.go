package site

import (
	"math"

	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// length reads a length; an empty text gives the default.
func (r *resolver) length(path string, given job.Length, usual measure.Length) measure.Length {
	if !given.Given() {
		return usual
	}
	l, err := given.In(r.Doc.Units)
	if err != nil {
		r.faults.Add(path, "%s", err)
		return usual
	}
	return l
}

// within reads a length and holds it between two bounds, both allowed.
func (r *resolver) within(path string, given job.Length, usual, low, high measure.Length) measure.Length {
	l := r.length(path, given, usual)
	if l < low || l > high {
		r.faults.Add(path, "%s is out of bounds: give between %s and %s", r.write(l), r.write(low), r.write(high))
		return usual
	}
	return l
}

// optional reads a length that may be left out, then it is nothing.
func (r *resolver) optional(path string, given job.Length, low, high measure.Length) measure.Length {
	if !given.Given() {
		return 0
	}
	return r.within(path, given, 0, low, high)
}

func (r *resolver) write(l measure.Length) string { return r.Doc.Units.Write(l) }

// must reads a length that has to be given.
func (r *resolver) must(path string, given job.Length) (measure.Length, bool) {
	if !given.Given() {
		r.faults.Add(path, "missing: give a length")
		return 0, false
	}
	before := len(r.faults)
	l := r.length(path, given, 0)
	return l, len(r.faults) == before
}

func (r *resolver) id(path, id string, seen map[string]bool, most int) {
	switch {
	case id == "":
		r.faults.Add(path, "empty: give it a name")
	case len(id) > most:
		r.faults.Add(path, "longer than %d characters", most)
	case seen[id]:
		r.faults.Add(path, "%q stands twice: give each its own", id)
	}
	for _, c := range id {
		if c < ' ' || c == 0x7f {
			r.faults.Add(path, "%q holds a control character", id)
			break
		}
	}
	seen[id] = true
}

// point reads a place on the plan that is given by x and y.
func (r *resolver) point(path string, p job.Place) (x, y measure.Length, ok bool) {
	if p.Wall != "" || p.Station.Given() {
		r.faults.Add(path, "give x and y here, not a wall and station")
		return 0, 0, false
	}
	x, okX := r.must(path+".x", p.X)
	y, okY := r.must(path+".y", p.Y)
	if !okX || !okY {
		return 0, 0, false
	}
	if x.Abs() > measure.Metre*1000 || y.Abs() > measure.Metre*1000 {
		r.faults.Add(path, "more than 1 km off the plan's origin")
		return 0, 0, false
	}
	return x, y, true
}

func dot(x, y measure.Length) geo.Point {
	return geo.Point{X: x.Millimetres(), Y: y.Millimetres()}
}

// distance between two exact places: exact along an axis, else brought to a
// length that can be written short.
func (r *resolver) distance(x1, y1, x2, y2 measure.Length) measure.Length {
	dx, dy := x2-x1, y2-y1
	switch {
	case dx == 0:
		return dy.Abs()
	case dy == 0:
		return dx.Abs()
	}
	return r.Doc.Units.Estimate(math.Hypot(dx.Millimetres(), dy.Millimetres()))
}

// AllFaults adds to the faults of a document's shape those of its meaning that
// lie elsewhere, so that all are seen at once.
func AllFaults(d job.Document, shape job.Faults) job.Faults {
	for _, f := range shape {
		if f.Path == "$" {
			return shape // nothing was read
		}
	}
	return beside(shape, Check(d))
}

// beside are faults, and those of others that lie neither in nor around one of
// them.
func beside(faults, others job.Faults) job.Faults {
	if len(faults) == 0 {
		return others
	}
	at := map[string]bool{}
	for _, f := range faults {
		at[f.Path] = true
	}
	out := append(job.Faults(nil), faults...)
	for _, f := range others {
		if !at[f.Path] && !under(f.Path, at) {
			out = append(out, f)
		}
	}
	return out
}

// under says whether a fault lies in or around something already faulty.
func under(path string, at map[string]bool) bool {
	for known := range at {
		if len(known) < len(path) && path[:len(known)] == known || len(path) < len(known) && known[:len(path)] == path {
			return true
		}
	}
	return false
}
