package site

import (
	"math"

	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// joistsFrom is where the first of a run of joists lies, the way the others step
// on from it, and the direction they run, in degrees.
func (r *resolver) joistsFrom(path string, j job.Joists) (first, step geo.Point, angle float64) {
	if j.By == nil {
		if j.Angle == nil {
			r.faults.Add(path+".angle", "missing: give the way they run, or say under by how they lie to a wall")
		} else if angle = *j.Angle; math.Abs(angle) > 360 {
			r.faults.Add(path+".angle", "%g degrees: give between -360 and 360", angle)
		}
		if j.First == nil {
			r.faults.Add(path+".first", "missing: give a point on the centre of one joist, or say under by how they lie to a wall")
			return first, step, angle
		}
		x, y, _ := r.point(path+".first", *j.First)
		sin, cos := math.Sincos(angle * math.Pi / 180)
		return dot(x, y), geo.Point{X: -sin, Y: cos}, angle
	}
	if j.Angle != nil || j.First != nil {
		r.faults.Add(path+".by", "takes the place of angle and first: give one or the other")
	}
	at, _ := r.must(path+".by.first", j.By.First)
	f := r.by(path+".by", j.By.Face, j.By.End)
	if f == nil {
		return first, step, 0
	}
	along, out := f.along(), f.out()
	if j.By.Runs == "across" {
		return f.off(at.Millimetres(), 0), along, degrees(out)
	}
	return f.off(0, at.Millimetres()), out, degrees(along)
}

// runOf is where something in the way runs, and how wide it is: mm.
func (r *resolver) runOf(path string, o job.Obstruction) (from, to geo.Point, wide float64) {
	if o.By != nil {
		if o.From != nil || o.To != nil || o.Width.Given() {
			r.faults.Add(path+".by", "takes the place of from, to and width: give one or the other")
		}
		return r.runBy(path+".by", *o.By)
	}
	for i, p := range []*job.Place{o.From, o.To} {
		at := path + []string{".from", ".to"}[i]
		if p == nil {
			r.faults.Add(at, "missing: give both ends of its run, or say under by how it lies to a wall")
			continue
		}
		x, y, _ := r.point(at, *p)
		if i == 0 {
			from = dot(x, y)
		} else {
			to = dot(x, y)
		}
	}
	if w, ok := r.must(path+".width", o.Width); ok {
		if w <= 0 || w > 20*measure.Metre {
			r.faults.Add(path+".width", "%s is no width", r.write(w))
		}
		wide = w.Millimetres()
	}
	return from, to, wide
}

// runBy is a run said by a wall.
func (r *resolver) runBy(path string, by job.ByRun) (from, to geo.Point, wide float64) {
	near, ok1 := r.must(path+".near", by.Near)
	far, ok2 := r.must(path+".far", by.Far)
	if ok1 && ok2 && (far <= near || far-near > 20*measure.Metre) {
		r.faults.Add(path+".far", "%s is not beyond its nearer edge, %s, by a width", r.write(far), r.write(near))
	}
	start, stop := r.length(path+".start", by.Start, 0).Millimetres(), r.length(path+".stop", by.Stop, 0).Millimetres()
	if by.Start.Given() && by.Stop.Given() && stop <= start {
		r.faults.Add(path+".stop", "it ends before it begins")
	}
	if by.Stop.Given() && !by.Start.Given() {
		r.faults.Add(path+".start", "missing: it has an end, say where it begins")
	}
	f := r.by(path, by.Face, by.End)
	if f == nil {
		return from, to, 0
	}
	middle := (near + far).Millimetres() / 2
	wide = (far - near).Millimetres()
	across := by.Runs == "across"
	switch {
	case !by.Start.Given():
		start, stop = r.through(f, across)
	case !by.Stop.Given() && !across:
		stop = start // a round thing
	case !by.Stop.Given():
		_, stop = r.through(f, across)
	}
	if across {
		return f.off(middle, start), f.off(middle, stop), wide
	}
	return f.off(start, middle), f.off(stop, middle), wide
}

// through is how far the room, and all walls, reach by a face: along it, or off
// it; mm.
func (r *resolver) through(f *byFace, off bool) (low, high float64) {
	var all []geo.Point
	if len(r.Corners) >= 3 {
		for _, c := range r.Solved().Corners {
			all = append(all, c.At)
		}
	}
	for _, w := range r.Walls {
		all = append(all, w.From, w.To)
	}
	all = append(all, f.From, f.To)
	low, high = math.Inf(1), math.Inf(-1)
	for _, p := range all {
		at := f.Out(p)
		if !off {
			if at = f.Along(p); f.back {
				_, _, long := f.Unit()
				at = long - at
			}
		}
		low, high = math.Min(low, at), math.Max(high, at)
	}
	if least := r.Doc.Units.Pick(12*measure.Inch, 300*measure.Millimetre).Millimetres(); high-low < least {
		high = low + least
	}
	return low, high
}

// byFace is a face that things are measured off, from one of its ends.
type byFace struct {
	*geo.Face
	back bool // measured along it from its far end
}

// by finds the face; distances along it begin at the first corner that the
// wall was given by, or at the other.
func (r *resolver) by(path, name, end string) *byFace {
	face := r.face(path+".face", name, true, nil)
	if face == nil || face.From.Distance(face.To) == 0 {
		return nil
	}
	back := end == "end"
	for _, w := range r.ExistingWalls {
		// the face runs with the room on its left; the wall may have been given the other way
		if w.ID == face.Of.Wall && r.RunsBack(&w, face) {
			back = !back
		}
	}
	return &byFace{face, back}
}

// off is the place so far along the wall, from the end that counts, and so far
// out from its face; mm.
func (f *byFace) off(along, out float64) geo.Point {
	if f.back {
		_, _, long := f.Unit()
		along = long - along
	}
	return f.Off(along, out)
}

func (f *byFace) along() geo.Point { return unit(f.off(0, 0), f.off(1, 0)) }

func (f *byFace) out() geo.Point { return unit(f.off(0, 0), f.off(0, 1)) }

func unit(a, b geo.Point) geo.Point { return geo.Point{X: b.X - a.X, Y: b.Y - a.Y} }

func degrees(p geo.Point) float64 { return math.Atan2(p.Y, p.X) * 180 / math.Pi }
