package site

import (
	"math"

	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/line"
	"homalos/internal/measure"
	"homalos/internal/room"
	"homalos/internal/words"
)

// Furring is how a furring line came about.
type Furring struct {
	Height    string `json:"height" doc:"What the leans are carried to: the greatest height read."`
	Depth     string `json:"depth" doc:"Of the framing."`
	Lean      string `json:"lean" doc:"Worst lean into the room over that height."`
	Bulge     string `json:"bulge"`
	Clearance string `json:"clearance"`
	Out       string `json:"out" doc:"From the wall's foot to the room face of the framing, rounded up."`
	Lost      string `json:"lost" doc:"Room lost, with the board."`
	Leans     int    `json:"leans" doc:"How many leans were read on it."`
}

// FaceRef is the face that a name of the document means: a wall that is there
// is called by its whole name.
func (s *Site) FaceRef(name string) geo.FaceRef {
	if s.HasExisting(name) {
		return geo.FaceRef{Wall: name}
	}
	return geo.ReadFace(name)
}

// face finds the face that a relation names: a wall that is there, or a new
// wall's snapped face or back. Of a new wall that is wanted whole its ends are
// found first; else its direction will do.
func (r *resolver) face(path, name string, whole bool, trail []string) *geo.Face {
	if name == "" {
		r.faults.Add(path, "missing: name a wall")
		return nil
	}
	ref := r.FaceRef(name)
	for _, w := range r.ExistingWalls {
		if w.ID == ref.Wall && w.Free {
			return r.freeFace(w, ref.Back)
		}
		if w.ID == ref.Wall && !ref.Back {
			if len(r.Corners) < 3 {
				r.faults.Add(path, "the room has no shape yet: give it three corners or more, and tape them")
				return nil
			}
			return r.ExistingFace(w)
		}
		if w.ID == ref.Wall && ref.Back && len(r.Corners) >= 3 {
			return r.outerFace(path, w)
		}
	}
	for i, w := range r.Doc.Walls {
		if w.ID == ref.Wall {
			return r.newFace(path, ref, i, whole, trail)
		}
	}
	if side := r.sideFace(name); side != nil {
		return side
	}
	before := len(r.faults)
	if beam := r.beamFace(path, ref); beam != nil || len(r.faults) > before {
		return beam
	}
	r.faults.Add(path, "%q is no wall: name one that is there, a side of the room by its corners as \"1-2\", or a new wall, as \"A\" for its snapped face or \"A back\" for the other", name)
	return nil
}

// freeFace is one of the two faces of a wall that stands free: its own looks to
// the left, seen from its first end.
func (s *Site) freeFace(w Existing, back bool) *geo.Face {
	a, b := w.ends[0], w.ends[1]
	long := a.Distance(b)
	if long < 1 {
		return nil
	}
	d := w.Depth.Millimetres() / 2
	if back {
		d = -d
	}
	nx, ny := -(b.Y-a.Y)/long*d, (b.X-a.X)/long*d
	return &geo.Face{Of: geo.FaceRef{Wall: w.ID, Back: back}, From: geo.Point{X: a.X + nx, Y: a.Y + ny}, To: geo.Point{X: b.X + nx, Y: b.Y + ny}, OpenLeft: !back}
}

// outerFace is the face of a wall from corner to corner that looks away from the
// room: the outside of its masonry.
func (r *resolver) outerFace(path string, w Existing) *geo.Face {
	if w.Depth == 0 {
		r.faults.Add(path, "%q has no depth: give it under survey.walls, to go by its outer face", w.ID)
		return nil
	}
	in := r.ExistingFace(w)
	d := -w.Depth.Millimetres()
	_, _, long := in.Unit()
	return &geo.Face{Of: geo.FaceRef{Wall: w.ID, Back: true}, From: in.Off(0, d), To: in.Off(long, d), OpenLeft: !in.OpenLeft}
}

// beamFace is one of the two sides of something in the way, a beam or a duct: its
// own looks to the left, seen from where it begins.
func (r *resolver) beamFace(path string, ref geo.FaceRef) *geo.Face {
	if r.Doc.Survey == nil {
		return nil
	}
	for i, o := range r.Doc.Survey.Obstructions {
		if o.ID != ref.Wall || o.Rises || o.ID == "" {
			continue
		}
		if o.By != nil && !r.HasExisting(o.By.Face) && r.sideFace(o.By.Face) == nil {
			r.faults.Add(path, "%q lies by a new wall: go by that wall, or say where it lies by one that is there", o.ID)
			return nil
		}
		quiet := &resolver{Site: r.Site, byID: r.byID, wallOf: r.wallOf} // its faults are told where it stands
		from, to, wide := quiet.runOf("", r.Doc.Survey.Obstructions[i])
		if len(quiet.faults) > 0 || from.Distance(to) < 1 {
			r.faults.Add(path, "%q has no side to go by: say first where it runs", o.ID)
			return nil
		}
		d := wide / 2
		if ref.Back {
			d = -d
		}
		long := from.Distance(to)
		nx, ny := -(to.Y-from.Y)/long*d, (to.X-from.X)/long*d
		return &geo.Face{Of: ref, From: geo.Point{X: from.X + nx, Y: from.Y + ny}, To: geo.Point{X: to.X + nx, Y: to.Y + ny}, OpenLeft: !ref.Back}
	}
	return nil
}

// ExistingFaces are the faces of a wall that is there: one, and two of one that
// stands free.
func (s *Site) ExistingFaces(w Existing) []*geo.Face {
	if w.Free {
		if w.ends[0].Distance(w.ends[1]) < 1 {
			return nil // it has faults of its own
		}
		return []*geo.Face{s.freeFace(w, false), s.freeFace(w, true)}
	}
	if len(s.Corners) < 3 {
		return nil
	}
	return []*geo.Face{s.ExistingFace(w)}
}

// ExistingFace is the room's face of a wall from corner to corner.
func (s *Site) ExistingFace(w Existing) *geo.Face {
	n := len(s.Corners)
	from, to := w.From, w.To
	if (to+1)%n == from { // said the other way round: the room still lies to the left
		from, to = to, from
	}
	return &geo.Face{Of: geo.FaceRef{Wall: w.ID}, From: s.Solved().Corners[from].At, To: s.Solved().Corners[to].At, OpenLeft: true}
}

func (r *resolver) newFace(path string, ref geo.FaceRef, i int, whole bool, trail []string) *geo.Face {
	w := r.Doc.Walls[i]
	body := w.Body
	var a, b geo.Point
	if w.Line != nil {
		l := r.Lines[w.ID]
		well := false
		if whole {
			r.layEnds(l, trail)
			well, a, b = l.ok, l.start, l.End
		} else {
			r.layRay(l, trail)
			const reach = 1000 // any two places of it give its direction
			well = l.lying == laidWell
			a = geo.Point{X: l.Ray.At.X - reach*l.Ray.UX, Y: l.Ray.At.Y - reach*l.Ray.UY}
			b = geo.Point{X: l.Ray.At.X + reach*l.Ray.UX, Y: l.Ray.At.Y + reach*l.Ray.UY}
		}
		if !well {
			if l.lying == laidBadly || l.ending == laidBadly {
				r.faults.Add(path, "%q isn't placed itself: mend its line first", w.ID)
			}
			return nil
		}
		body = l.body
	} else {
		x1, y1, ok1 := r.point(path, w.From)
		x2, y2, ok2 := r.point(path, w.To)
		if !ok1 || !ok2 {
			return nil
		}
		a, b = dot(x1, y1), dot(x2, y2)
	}
	f := &geo.Face{Of: ref, From: a, To: b, OpenLeft: body == "right", Finish: r.Board.Millimetres()}
	if lumber := r.byID[w.Lumber]; ref.Back && lumber != nil {
		d := lumber.Depth.Millimetres()
		long := a.Distance(b)
		if long == 0 {
			return nil
		}
		nx, ny := -(b.Y-a.Y)/long*d, (b.X-a.X)/long*d
		if body == "right" {
			nx, ny = -nx, -ny
		}
		f.From, f.To = geo.Point{X: a.X + nx, Y: a.Y + ny}, geo.Point{X: b.X + nx, Y: b.Y + ny}
		f.OpenLeft = !f.OpenLeft
	}
	return f
}

// furring works out how far out its room face stands.
func (r *resolver) furring(l *Lined, d job.Line, depth measure.Length) float64 {
	u := r.Doc.Units
	clearance := r.within(l.path+".at", d.At, u.Pick(measure.Inch/8, 3*measure.Millimetre), 0, u.Pick(12*measure.Inch, 300*measure.Millimetre))
	for _, w := range r.ExistingWalls {
		if w.ID != d.Face {
			continue
		}
		high := r.RoughHeight()
		lean, _ := room.WorstLean(w.Leans, high)
		bulge, _ := room.Bulge(w.Waves)
		out := line.FurringOut(depth.Millimetres(), lean, bulge, clearance.Millimetres(), r.Rules.Mark.Millimetres())
		say := func(v float64) string { return u.Say(u.Estimate(v), r.Rules.Mark/2) }
		l.Furring = &Furring{
			Height: say(high), Depth: u.Say(depth, 0), Lean: say(lean), Bulge: say(bulge), Clearance: u.Say(clearance, 0), Out: say(out), Lost: say(out + r.Board.Millimetres()), Leans: len(w.Leans),
		}
		return out
	}
	r.faults.Add(l.path+".face", "a furring stands before a wall that is there: %q isn't one", d.Face)
	return 0
}

// RoughHeight is the greatest height read in the job, before any surface is
// fitted: a lean carried to it is never short. Without readings, the usual
// ceiling of 8 ft or 2440 mm.
func (s *Site) RoughHeight() float64 {
	u := s.Doc.Units
	most, low, high := 0.0, math.Inf(1), math.Inf(-1)
	if s.Doc.Survey != nil {
		for _, one := range s.Doc.Survey.Readings {
			v, err := one.Value.In(u)
			if err != nil || one.Void {
				continue
			}
			switch at := v.Millimetres(); one.Kind {
			case "gap":
				most = math.Max(most, at)
			case "floor":
				low = math.Min(low, at)
			case "ceiling":
				high = math.Max(high, at)
			}
		}
	}
	if high > low {
		most = math.Max(most, high-low)
	}
	if most == 0 {
		return u.Pick(96*measure.Inch, 2440*measure.Millimetre).Millimetres()
	}
	return most
}

// RelationSaid is a relation as one would say it.
func (s *Site) RelationSaid(d job.Line) string {
	say := func(l job.Length) string { return l.Said(s.Doc.Units) }
	switch d.By {
	case "parallel":
		text := s.Rules.Tell(words.ParallelToAt, d.Face, say(d.At))
		if d.AtEnd.Given() {
			text += s.Rules.Tell(words.AtItsOtherEnd, say(d.AtEnd))
		}
		return text
	case "square":
		if d.Degrees != 0 && d.Degrees != 90 {
			return s.Rules.Tell(words.AtOffAt, d.Degrees, d.Face, say(d.At))
		}
		return s.Rules.Tell(words.SquareOffAt, d.Face, say(d.At))
	case "in-line":
		return s.Rules.Tell(words.InLineWithFinish, d.Face)
	case "centred":
		return s.Rules.Tell(words.CentredBetweenAnd, d.Face, d.And)
	case "furring":
		return s.Rules.Tell(words.FurringBefore, d.Face)
	case "leg":
		turn := d.Turn
		if turn == "" {
			turn = "left"
		}
		if d.Degrees != 0 && d.Degrees != 90 {
			return s.Rules.Tell(words.NextLegAfterAt, d.Face, turn, d.Degrees)
		}
		return s.Rules.Tell(words.NextLegAfterSquaredTo, d.Face, turn)
	case "clear":
		return s.Rules.Tell(words.ClearFinishToFinish, say(d.At), d.Face)
	}
	return s.Rules.Tell(words.ThroughTwoMarks)
}
