package site

import (
	"fmt"
	"math"

	"homalos/internal/closing"
	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// Closing is an opening that is there and is to be closed.
type Closing struct {
	closing.Pocket
	In        *Existing
	Which     int            // of its openings
	Near, Far measure.Length // finishes, on the room's face and on the other
}

// setClosings reads the openings that are closed, once all other names are known.
func (r *resolver) setClosings() {
	taken, named := r.taken(), map[string]bool{}
	for i := range r.ExistingWalls {
		e := &r.ExistingWalls[i]
		for k, o := range e.ExistingWall.Openings {
			path := fmt.Sprintf("%s.openings[%d]", e.path, k)
			if o.ID != "" {
				r.id(path+".id", o.ID, named, 32)
				named[o.ID] = true
			}
			if o.Gauged != nil {
				r.gauged(path, e, k)
			}
			if o.Close == nil {
				continue
			}
			if o.ID == "" {
				r.faults.Add(path+".id", "missing: give it a name, for its pieces")
				continue
			}
			r.id(path+".id", o.ID, taken, 32)
			taken[o.ID] = true
			if o.Fate == "accepted" {
				r.faults.Add(path+".fate", "it is accepted as it is, and closed as well: take one of them out")
			}
			before := len(r.faults)
			if c := r.closing(path+".close", e, k, *o.Close); !r.faulty(before) {
				r.Closings = append(r.Closings, c)
			}
		}
	}
}

// closing reads how one of a wall's openings is closed.
func (r *resolver) closing(path string, e *Existing, k int, c job.Closing) Closing {
	u, hole := r.Doc.Units, e.Openings[k]
	in, mm := measure.Inch, measure.Millimetre
	most := u.Pick(12*in, 300*mm)
	out := Closing{In: e, Which: k, Near: e.Finish, Far: r.within(path+".far", c.Far, e.Finish, 0, most)}
	out.Pocket = closing.Pocket{
		ID: e.ExistingWall.Openings[k].ID, Wide: hole.To - hole.From, Edges: closing.Edges(c.Edges), Spacing: r.Spacing,
		Allowance: r.within(path+".allowance", c.Allowance, r.Infill, 0, u.Pick(in, 25*mm)),
		Strip:     r.optional(path+".strip", c.Strip, 0, u.Pick(4*in, 100*mm)), Sill: r.optional(path+".sill", c.Sill, 0, 10*measure.Metre),
	}
	if out.Edges == "" {
		out.Edges = closing.Nailers
	}
	if out.Strip > 0 && out.Sill > 0 {
		r.faults.Add(path+".strip", "it stands on a sill, not on the floor: no floor finish runs through it")
	}
	if out.Lumber = r.wood(path+".lumber", c.Lumber); out.Lumber != nil && out.Lumber.Track {
		r.faults.Add(path+".lumber", "%q is track: name what its studs are cut from", c.Lumber)
	}
	if e.Depth > 0 && e.Material != "masonry" && e.Material != "concrete" { // there a frame stands in the hole, not in line with other framing
		out.Depth = max(e.Depth-out.Near-out.Far, 0)
	}
	out.Widths = r.gauges(path+".widths", c.Widths, 10*measure.Metre, hole.To-hole.From)
	out.Heights = r.gauges(path+".heights", c.Heights, hole.To-hole.From+most, 0)
	return out
}

// gauges reads measures across a hole, each at a place no farther than most. said is
// how wide the hole is known to be, about: 0 where it isn't.
func (r *resolver) gauges(path string, all []job.Gauge, most, said measure.Length) []closing.Gauge {
	var out []closing.Gauge
	for i, g := range all {
		at := fmt.Sprintf("%s[%d]", path, i)
		where, ok1 := r.must(at+".at", g.At)
		is, ok2 := r.must(at+".is", g.Is)
		switch {
		case !ok1 || !ok2:
		case where < 0 || where > most:
			r.faults.Add(at+".at", "%s is off the hole: give between 0 and %s", r.write(where), r.write(most))
		case is <= 0 || is > 10*measure.Metre:
			r.faults.Add(at+".is", "%s is no measure of a hole", r.write(is))
		case said > 0 && (is < said/2 || is > said+said/2):
			r.faults.Add(at+".is", "%s can't be this hole's width, which is said to go %s: check the tape, or its sides", r.write(is), r.write(said))
		default:
			out = append(out, closing.Gauge{At: where, Is: is})
		}
	}
	return out
}

// gauged looks at an opening's sides as they were gauged.
func (r *resolver) gauged(path string, e *Existing, k int) {
	g := e.ExistingWall.Openings[k].Gauged
	if e.ExistingWall.Openings[k].ID == "" {
		r.faults.Add(path+".id", "missing: give it a name, for what is to match it")
	}
	pair := func(name string, p job.Pair) (from, to measure.Length) {
		from, ok1 := r.must(path+".gauged."+name+".from", p.From)
		to, ok2 := r.must(path+".gauged."+name+".to", p.To)
		if ok1 && ok2 && name != "under" && to <= from {
			r.faults.Add(path+".gauged."+name+".to", "it goes from %s to %s: give its nearer side first", r.write(from), r.write(to))
		}
		return from, to
	}
	h := &e.Openings[k]
	h.Floor[0], h.Floor[1] = pair("floor", g.Floor)
	h.Head[0], h.Head[1] = pair("head", g.Head)
	h.Under[0], h.Under[1] = pair("under", g.Under)
	for i, name := range []string{"from", "to"} {
		if h.Under[i] < 0 || h.Under[i] > 10*measure.Metre {
			r.faults.Add(path+".gauged.under."+name, "%s is no height for an opening's underside", r.write(h.Under[i]))
		}
		most := r.Doc.Units.Pick(6*measure.Inch, 150*measure.Millimetre)
		if (h.Floor[i] - h.Head[i]).Abs() > most {
			r.faults.Add(path+".gauged.head."+name, "%s is more than %s off that side at the floor: check both", r.write(h.Head[i]), r.write(most))
		}
	}
}

// setMatches finds the openings that new ones are to line up with.
func (r *resolver) setMatches() {
	for i, w := range r.Doc.Walls {
		for k, o := range w.Openings {
			r.match(fmt.Sprintf("walls[%d].openings[%d].match", i, k), o, r.wallOf[w.ID])
		}
	}
	for _, e := range r.ExistingWalls {
		for k, c := range e.Cuts {
			r.match(fmt.Sprintf("%s.cuts[%d].opening.match", e.path, k), c.Opening, r.wallOf[c.Opening.ID])
		}
	}
}

func (r *resolver) match(path string, o job.Opening, w *framing.Wall) {
	if o.Match == nil {
		return
	}
	off := r.within(path+".off", o.Match.Off, 0, 0, r.Doc.Units.Pick(12*measure.Inch, 300*measure.Millimetre))
	e, k := r.hole(o.Match.Opening)
	switch {
	case o.Match.Opening == "":
		r.faults.Add(path+".opening", "missing: name an opening that is there")
	case e == nil:
		r.faults.Add(path+".opening", "%q is no opening that is there: give it that id under What's there", o.Match.Opening)
	case e.ExistingWall.Openings[k].Gauged == nil:
		r.faults.Add(path+".opening", "%q isn't gauged yet: give its sides at floor and head, and its underside", o.Match.Opening)
	default:
		r.along(path, o, w, e, k, off)
	}
}

// hole finds an opening that is there by its id.
func (r *resolver) hole(id string) (*Existing, int) {
	for i := range r.ExistingWalls {
		for k, h := range r.ExistingWalls[i].ExistingWall.Openings {
			if h.ID == id && id != "" {
				return &r.ExistingWalls[i], k
			}
		}
	}
	return nil, 0
}

// along lays what was gauged along another wall.
func (r *resolver) along(path string, o job.Opening, w *framing.Wall, e *Existing, k int, off measure.Length) {
	faces := r.ExistingFaces(*e)
	if len(r.faults) > 0 || w == nil {
		return // what it would be measured by has faults of its own
	}
	if len(faces) == 0 || faces[0] == nil {
		r.faults.Add(path+".opening", "the corners of %s aren't known yet: tape the room first", e.ID)
		return
	}
	face, long := faces[0], w.From.Distance(w.To)
	_, _, length := face.Unit()
	back := r.RunsBack(e, face)
	ux, uy := (w.To.X-w.From.X)/long, (w.To.Y-w.From.Y)/long
	place := func(s measure.Length) measure.Length {
		at := s.Millimetres()
		if back {
			at = length - at
		}
		p := face.Off(at, 0)
		return measure.FromMillimetres((p.X-w.From.X)*ux + (p.Y-w.From.Y)*uy)
	}
	fx, fy, _ := face.Unit()
	if turn := math.Abs(ux*fy - uy*fx); turn > math.Sin(10*math.Pi/180) {
		r.faults.Add(path+".opening", "%s is in %s, which doesn't run along this wall", o.Match.Opening, e.ID)
		return
	}
	h := e.Openings[k]
	m := &framing.Match{Opening: o.Match.Opening, In: e.ID, Under: [2]measure.Length{h.Under[0] + off, h.Under[1] + off}}
	for i := range 2 {
		m.Floor[i], m.Head[i] = place(h.Floor[i]), place(h.Head[i])
	}
	if m.Floor[0] > m.Floor[1] { // it runs the other way
		m.Floor[0], m.Floor[1] = m.Floor[1], m.Floor[0]
		m.Head[0], m.Head[1], m.Under[0], m.Under[1] = m.Head[1], m.Head[0], m.Under[1], m.Under[0]
	}
	for i, by := range []measure.Length{-off, off} {
		m.Floor[i], m.Head[i] = m.Floor[i]+by, m.Head[i]+by
	}
	if m.Floor[0] < 0 || m.Floor[1] > w.Length {
		r.faults.Add(path+".opening", "%s lies from %s to %s along this wall, which is %s long: none here lines up with it", o.Match.Opening, r.write(m.Floor[0]), r.write(m.Floor[1]), r.write(w.Length))
		return
	}
	for i := range w.Openings {
		if w.Openings[i].ID == o.ID {
			w.Openings[i].Match = m
		}
	}
}
