package plan

import (
	"fmt"
	"math"
	"strings"

	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/line"
	"homalos/internal/measure"
	"homalos/internal/room"
)

// face finds the face that a relation names: a wall that is there, or a new
// wall's snapped face or back. Of a new wall that is wanted whole its ends are
// found first; else its direction will do.
func (r *resolver) face(path, name string, whole bool, trail []string) *geo.Face {
	if name == "" {
		r.faults.Add(path, "missing: name a wall")
		return nil
	}
	for _, w := range r.existingWalls {
		if w.ID == name {
			if len(r.corners) < 3 {
				r.faults.Add(path, "the room has no shape yet: give it three corners or more, and tape them")
				return nil
			}
			return r.existingFace(w)
		}
	}
	id, back := strings.CutSuffix(name, " back")
	for i, w := range r.doc.Walls {
		if w.ID == id {
			return r.newFace(path, name, i, back, whole, trail)
		}
	}
	r.faults.Add(path, "%q is no wall: name one that is there, or a new wall, as \"A\" for its snapped face or \"A back\" for the other", name)
	return nil
}

func (s *setup) existingFace(w existing) *geo.Face {
	n := len(s.corners)
	from, to := w.from, w.to
	if (to+1)%n == from { // said the other way round: the room still lies to the left
		from, to = to, from
	}
	return &geo.Face{ID: w.ID, From: s.solved().Corners[from].At, To: s.solved().Corners[to].At, OpenLeft: true}
}

func (r *resolver) newFace(path, name string, i int, back, whole bool, trail []string) *geo.Face {
	w := r.doc.Walls[i]
	body := w.Body
	var a, b geo.Point
	if w.Line != nil {
		l := r.lines[w.ID]
		well := false
		if whole {
			r.layEnds(l, trail)
			well, a, b = l.ok, l.start, l.end
		} else {
			r.layRay(l, trail)
			const reach = 1000 // any two places of it give its direction
			well = l.lying == laidWell
			a = geo.Point{X: l.ray.At.X - reach*l.ray.UX, Y: l.ray.At.Y - reach*l.ray.UY}
			b = geo.Point{X: l.ray.At.X + reach*l.ray.UX, Y: l.ray.At.Y + reach*l.ray.UY}
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
	f := &geo.Face{ID: name, From: a, To: b, OpenLeft: body == "right", Finish: r.board.Millimetres()}
	if lumber := r.byID[w.Lumber]; back && lumber != nil {
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
func (r *resolver) furring(l *lined, d job.Line, depth measure.Length) float64 {
	u := r.doc.Units
	clearance := r.within(l.path+".at", d.At, u.Pick(measure.Inch/8, 3*mm), 0, u.Pick(12*measure.Inch, 300*mm))
	for _, w := range r.existingWalls {
		if w.ID != d.Face {
			continue
		}
		high := r.roughHeight()
		lean, _ := room.WorstLean(w.leans, high)
		bulge, _ := room.Bulge(w.waves)
		out := line.FurringOut(depth.Millimetres(), lean, bulge, clearance.Millimetres(), r.rules.Mark.Millimetres())
		say := func(v float64) string { return u.Say(u.Estimate(v), r.rules.Mark/2) }
		l.furring = &Furring{
			Height: say(high), Depth: u.Say(depth, 0), Lean: say(lean), Bulge: say(bulge), Clearance: u.Say(clearance, 0), Out: say(out), Lost: say(out + r.board.Millimetres()), Leans: len(w.leans),
		}
		return out
	}
	r.faults.Add(l.path+".face", "a furring stands before a wall that is there: %q isn't one", d.Face)
	return 0
}

// roughHeight is the greatest height read in the job, before any surface is
// fitted: a lean carried to it is never short. Without readings, the usual
// ceiling of 8 ft or 2440 mm.
func (s *setup) roughHeight() float64 {
	u := s.doc.Units
	most, low, high := 0.0, math.Inf(1), math.Inf(-1)
	if s.doc.Survey != nil {
		for _, one := range s.doc.Survey.Readings {
			v, err := measure.Read(one.Value, u)
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
		return u.Pick(96*measure.Inch, 2440*mm).Millimetres()
	}
	return most
}

// relationSaid is a relation as one would say it.
func (s *setup) relationSaid(d job.Line) string {
	say := func(text string) string {
		l, err := measure.Read(text, s.doc.Units)
		if err != nil {
			return text
		}
		return s.doc.Units.Say(l, 0)
	}
	switch d.By {
	case "parallel":
		text := fmt.Sprintf("parallel to %s at %s", d.Face, say(d.At))
		if d.AtEnd != "" {
			text += fmt.Sprintf(" and %s at its other end", say(d.AtEnd))
		}
		return text
	case "square":
		if d.Degrees != 0 && d.Degrees != 90 {
			return fmt.Sprintf("at %g° off %s at %s", d.Degrees, d.Face, say(d.At))
		}
		return fmt.Sprintf("square off %s at %s", d.Face, say(d.At))
	case "in-line":
		return "in line with the finish of " + d.Face
	case "centred":
		return fmt.Sprintf("centred between %s and %s", d.Face, d.And)
	case "furring":
		return "furring before " + d.Face
	case "leg":
		turn := d.Turn
		if turn == "" {
			turn = "left"
		}
		if d.Degrees != 0 && d.Degrees != 90 {
			return fmt.Sprintf("next leg after %s, %s at %g°", d.Face, turn, d.Degrees)
		}
		return fmt.Sprintf("next leg after %s, squared to the %s", d.Face, turn)
	case "clear":
		return fmt.Sprintf("%s clear of %s, finish to finish", say(d.At), d.Face)
	}
	return "through two marks"
}
