package site

import (
	"fmt"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/wood"
)

// CutIn is an opening to be cut into a wall that is there.
type CutIn struct {
	Wall      *framing.Wall // the stretch that is there, with the opening in it; its id is the opening's
	In        *Existing
	Near, Far measure.Length // finishes, on the room's face and on the other
	Deep      measure.Length // over all
	Reference measure.Length // station that corners are given from
}

// setCutIns reads the openings to be cut into walls that are there, once those and
// the new walls are known.
func (r *resolver) setCutIns() {
	if r.Doc.Survey == nil {
		return
	}
	taken := r.taken()
	for i := range r.ExistingWalls {
		e := &r.ExistingWalls[i]
		for k, c := range e.Cuts {
			path := fmt.Sprintf("%s.cuts[%d]", e.path, k)
			r.id(path+".opening.id", c.Opening.ID, taken, 32)
			if made := r.cutIn(path, e, c); made != nil {
				r.CutIns = append(r.CutIns, *made)
				r.wallOf[c.Opening.ID] = made.Wall
			}
		}
	}
}

// taken are the names of what readings and pieces go by: new walls, and so far
// openings in walls that are there.
func (r *resolver) taken() map[string]bool {
	out := map[string]bool{}
	for _, w := range r.Doc.Walls {
		out[w.ID] = true
	}
	for _, c := range r.CutIns {
		out[c.Wall.ID] = true
	}
	return out
}

func (r *resolver) cutIn(path string, e *Existing, c job.CutIn) *CutIn {
	before, u := len(r.faults), r.Doc.Units
	faces := r.ExistingFaces(*e)
	if len(faces) == 0 || faces[0] == nil {
		r.faults.Add(path, "the wall's corners aren't known yet: tape the room first")
		return nil
	}
	lumber := r.wood(path+".lumber", c.Lumber)
	if lumber == nil {
		return nil
	}
	most := u.Pick(12*measure.Inch, 300*measure.Millimetre)
	out := &CutIn{In: e, Near: e.Finish, Far: r.within(path+".far", c.Far, e.Finish, 0, most)}
	old := func(name string, given job.Length) *wood.Lumber {
		return &wood.Lumber{ID: "there", Thickness: r.within(path+"."+name, given, lumber.Thickness, measure.Millimetre, most), Depth: lumber.Depth}
	}
	face := faces[0]
	_, _, long := face.Unit()
	from, to, back := face.Off(0, -out.Near.Millimetres()), face.Off(long, -out.Near.Millimetres()), false
	if r.RunsBack(e, face) {
		from, to, back = to, from, true
	}
	w := &framing.Wall{
		ID: c.Opening.ID, From: from, To: to, Length: measure.FromMillimetres(from.Distance(to)), Right: face.OpenLeft != back, Lumber: lumber,
		Bottom: []*wood.Lumber{old("bottom", c.Bottom)}, Top: []*wood.Lumber{old("top", c.Top)}, Layout: framing.Layout{Spacing: r.Spacing}, Carries: framing.CarriesNought,
	}
	if r.faulty(before) {
		return nil
	}
	if out.Deep = e.Depth; out.Deep == 0 {
		out.Deep = lumber.Depth + out.Near + out.Far
	}
	o := r.opening(path+".opening", c.Opening, w)
	if r.faulty(before) {
		return nil
	}
	if left, right := w.Outer(o); left < 0 || right > w.Length {
		r.faults.Add(path+".opening.centre", "%s with its kings spans %s to %s and falls off the wall, which is %s long", o.ID, r.write(left), r.write(right), r.write(w.Length))
		return nil
	}
	w.Openings = []framing.Opening{o}
	out.Wall, w.There = w, &framing.There{ID: e.ID, Depth: out.Deep - out.Near - out.Far}
	for k, s := range e.Studs {
		at, ok := r.must(fmt.Sprintf("%s.studs[%d]", e.path, k), s)
		if ok && at >= 0 && at <= w.Length {
			w.There.Studs = append(w.There.Studs, at)
		}
	}
	out.Reference = r.within(path+".reference", c.Reference, 0, -w.Length, 2*w.Length)
	for k, other := range e.Openings {
		if x := e.ExistingWall.Openings[k]; x.Close != nil || x.Fate == "closed" {
			continue
		}
		if left, right := w.Outer(o); other.From < right && other.To > left {
			r.faults.Add(path+".opening.centre", "%s stands in what is there from %s to %s: close that first, or move it", o.ID, r.write(other.From), r.write(other.To))
		}
	}
	for _, other := range r.CutIns {
		if l1, r1 := w.Outer(o); other.In == e {
			if l2, r2 := w.Outer(other.Wall.Openings[0]); l1 < r2 && l2 < r1 {
				r.faults.Add(path+".opening.centre", "%s and %s cross: their kings and jacks need more between them", o.ID, other.Wall.ID)
			}
		}
	}
	if r.faulty(before) {
		return nil
	}
	return out
}

func (r *resolver) faulty(before int) bool { return len(r.faults) > before }

// alongside are all walls that readings are taken along: new ones, and those that
// an opening is cut into, under its id.
func (s *Site) alongside() []*framing.Wall {
	out := append([]*framing.Wall{}, s.Walls...)
	for _, c := range s.CutIns {
		out = append(out, c.Wall)
	}
	return out
}
