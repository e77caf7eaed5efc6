package site

import (
	"fmt"
	"math"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// boxParallel is how nearly parallel a side of a box runs to what it boxes in: within 5°.
const boxParallel = 0.9962

// boxed is what a wall is a side of a box round, as the document has it.
func (r *resolver) boxed(w job.Wall) *job.Obstruction {
	if w.Boxes == "" || r.Doc.Survey == nil {
		return nil
	}
	k := slices.IndexFunc(r.Doc.Survey.Obstructions, func(o job.Obstruction) bool { return o.ID == w.Boxes })
	if k < 0 {
		return nil
	}
	return &r.Doc.Survey.Obstructions[k]
}

// hangs says whether a wall hangs from the ceiling: a side of a box round what doesn't
// rise.
func (r *resolver) hangs(w job.Wall) bool {
	o := r.boxed(w)
	return o != nil && !o.Rises
}

// setBoxes hangs the sides of boxes, once what they go round is placed.
func (r *resolver) setBoxes() {
	for i, w := range r.Doc.Walls {
		if w.Boxes == "" {
			continue
		}
		path, o := fmt.Sprintf("walls[%d].boxes", i), r.boxed(w)
		switch {
		case o == nil:
			r.faults.Add(path, "%q is nothing in the way: name a pipe or a duct of survey.obstructions", w.Boxes)
			continue
		case o.Height.Given():
			r.faults.Add(path, "%q lies low along the floor: a wall is framed over it, not round it", w.Boxes)
			continue
		}
		wall := r.wallOf[w.ID]
		if wall == nil {
			continue
		}
		wall.Boxes = w.Boxes
		if o.Rises {
			continue
		}
		before := len(r.faults)
		r.hungPlain(fmt.Sprintf("walls[%d]", i), w)
		k := slices.IndexFunc(r.Obstructions, func(x framing.Obstruction) bool { return x.ID == o.ID })
		if k < 0 || len(r.faults) > before {
			continue // it has faults of its own
		}
		wall.Hung = r.hung(path, wall, r.Obstructions[k])
		wall.Carries = framing.CarriesNought // nothing stands on the floor that could
	}
	for _, w := range r.Walls { // once all are known to hang
		if w.Hung != nil {
			r.rungs(w)
		}
	}
}

// hungPlain refuses what a side that hangs can't be or have.
func (r *resolver) hungPlain(path string, w job.Wall) {
	for _, x := range []struct {
		given bool
		field string
	}{
		{w.Kind != "" && w.Kind != "plain", "kind"}, {w.Height.Given(), "height"},
		{len(w.Stretches) > 0, "stretches"}, {len(w.Openings) > 0, "openings"}, {len(w.Beams) > 0, "beams"},
		{w.Steel != nil, "steel"}, {w.Wet != nil, "wet"}, {w.FixFloor != nil, "fixFloor"}, {w.Membrane, "membrane"},
	} {
		if x.given {
			r.faults.Add(path+"."+x.field, "it hangs from the ceiling, a side of the box round %q: leave %s out",
				w.Boxes, x.field)
		}
	}
}

// hung is where a side's foot lies: under what it boxes in, its room below it and the
// ladder that closes the box.
func (r *resolver) hung(path string, w *framing.Wall, o framing.Obstruction) *framing.BoxSide {
	out := &framing.BoxSide{}
	down := measure.FromMillimetres(o.Below) + w.Lumber.Thickness
	switch {
	case o.Headroom != nil:
		out.OnFloor, out.At = true, geo.Point{X: (o.From.X + o.To.X) / 2, Y: (o.From.Y + o.To.Y) / 2}
		if out.Foot = measure.FromMillimetres(*o.Headroom) - down; out.Foot <= 0 {
			r.faults.Add(path, "a box round %q comes down to the floor: its underside is %s over it", o.ID,
				r.write(measure.FromMillimetres(*o.Headroom)))
		}
	case o.Underside != nil:
		out.Foot = measure.FromMillimetres(*o.Underside) - down
	}
	return out
}

// inward is a side's inner face, the way from it to what it boxes in, and whether the
// two run the same way.
func inward(w *framing.Wall, o framing.Obstruction) (face *geo.Face, nx, ny float64, along bool) {
	c := geo.Point{X: (o.From.X + o.To.X) / 2, Y: (o.From.Y + o.To.Y) / 2}
	faces := FacesOf(w)
	if face = faces[0]; face.Out(c) < 0 {
		face = faces[1]
	}
	a, b := face.Off(0, 0), face.Off(0, 1)
	ux, uy, _ := face.Unit()
	if long := o.From.Distance(o.To); long > 1 {
		along = math.Abs(((o.To.X-o.From.X)*ux+(o.To.Y-o.From.Y)*uy)/long) > boxParallel
	}
	return face, b.X - a.X, b.Y - a.Y, along
}

// rungs find what a side's ladder ends at: the other side of the box, which then carries
// none; else the wall behind, which gets a nailer.
func (r *resolver) rungs(w *framing.Wall) {
	k := slices.IndexFunc(r.Obstructions, func(x framing.Obstruction) bool { return x.ID == w.Boxes })
	if k < 0 {
		return
	}
	o := r.Obstructions[k]
	face, nx, ny, along := inward(w, o)
	w.Hung.Back = face.Of.Back
	if !along {
		return // it closes the box's end
	}
	for _, other := range r.Walls {
		if other == w || other.Hung == nil || other.Boxes != w.Boxes {
			continue
		}
		facing, ox, oy, runs := inward(other, o)
		if !runs || nx*ox+ny*oy > -boxParallel {
			continue
		}
		if _, faces := toward(geo.Point{X: (face.From.X + face.To.X) / 2, Y: (face.From.Y + face.To.Y) / 2}, nx,
			ny, facing); !faces {
			continue // it hangs round another stretch
		}
		if other.Hung.Rungs {
			return // that one carries the ladder
		}
		w.Hung.Rungs, w.Hung.To = true, other.ID
		w.Hung.Out = span(face, nx, ny, facing)
		return
	}
	there := r.standingFaces(w, true)
	near, name := math.Inf(1), ""
	middle := geo.Point{X: (face.From.X + face.To.X) / 2, Y: (face.From.Y + face.To.Y) / 2}
	var behind *geo.Face
	for _, f := range there {
		if d, ok := toward(middle, nx, ny, f); ok && d < near {
			near, name, behind = d, f.Of.Wall, f
		}
	}
	if behind == nil {
		return
	}
	w.Hung.Rungs, w.Hung.Nailer, w.Hung.To = true, w.Lumber, name
	w.Hung.Out = span(face, nx, ny, behind)
}

// span is how far it is from a face's two ends to another, straight out.
func span(face *geo.Face, nx, ny float64, to *geo.Face) framing.Span {
	far := func(p geo.Point) measure.Length {
		ux, uy, _ := to.Unit()
		den := nx*-uy + ny*ux
		if math.Abs(den) < 1e-9 {
			return 0
		}
		d := ((to.From.X-p.X)*-uy + (to.From.Y-p.Y)*ux) / den
		return measure.FromMillimetres(d)
	}
	return framing.Span{Start: far(face.From), End: far(face.To)}
}

// toward is how far it is from a place to a face, straight one way.
func toward(p geo.Point, nx, ny float64, f *geo.Face) (float64, bool) {
	ux, uy, long := f.Unit()
	den := nx*-uy + ny*ux
	if long < 1 || math.Abs(den) < 1e-9 {
		return 0, false
	}
	d := ((f.From.X-p.X)*-uy + (f.From.Y-p.Y)*ux) / den
	s := (p.X+nx*d-f.From.X)*ux + (p.Y+ny*d-f.From.Y)*uy
	return d, d > 1 && s >= -1 && s <= long+1
}

// standingFaces are all faces that stand from the floor: of walls that are there, of the
// room's sides, of new walls but one; up: of those that reach the ceiling.
func (s *Site) standingFaces(but *framing.Wall, up bool) (out []*geo.Face) {
	for i := range s.ExistingWalls {
		for _, f := range s.ExistingFaces(s.ExistingWalls[i]) {
			if f != nil {
				out = append(out, f)
			}
		}
	}
	for _, side := range s.Sides() {
		if f := s.sideFace(s.byCorners(side.From, side.To)); f != nil {
			f.Of.Wall = side.Name
			out = append(out, f)
		}
	}
	for _, other := range s.Walls {
		if other != but && other.Hung == nil && !(up && other.Off()) {
			faces := FacesOf(other)
			out = append(out, faces[0], faces[1])
		}
	}
	return out
}
