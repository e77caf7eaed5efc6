package site

import (
	"cmp"
	"fmt"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/survey"
)

// beams reads the beams in a wall: each as it was named, its head plate whole over it.
func (r *resolver) beams(path string, w job.Wall, wall *framing.Wall) {
	seen := map[string]bool{}
	for i, b := range w.Beams {
		at := fmt.Sprintf("%s.beams[%d]", path, i)
		before := len(r.faults)
		r.id(at+".id", b.ID, seen, 32)
		out := framing.Beam{ID: b.ID}
		out.From, _ = r.must(at+".from", b.From)
		out.To, _ = r.must(at+".to", b.To)
		if b.Entry == nil {
			r.faults.Add(at+".entry", "missing: say who named the beam; only a licensed engineer may")
			continue
		}
		e := r.engineered(at+".entry", b.Entry)
		if out.Entry = *e; e.Lumber != nil {
			out.Depth = e.Lumber.Depth
		}
		if e.Depth > 0 {
			out.Depth = e.Depth
		}
		if len(r.faults) > before {
			continue
		}
		switch {
		case out.From < 0 || out.To > wall.Length:
			r.faults.Add(at+".to", "from %s to %s is off the wall, which is %s long", r.write(out.From),
				r.write(out.To), r.write(wall.Length))
		case out.To-out.From < 2*e.Each:
			r.faults.Add(at+".to", "from %s to %s is shorter than what bears of it at both ends",
				r.write(out.From), r.write(out.To))
		case slices.ContainsFunc(wall.Breaks, func(x framing.Break) bool { return x.Of == survey.Ceiling && x.At > out.From && x.At < out.To }):
			r.faults.Add(at+".to", "the head plate ends over it: end the beam there, or take out the break or the stretch")
		case slices.ContainsFunc(wall.Beams, func(x framing.Beam) bool { return x.From < out.To && x.To > out.From }):
			r.faults.Add(at+".from", "it lies in another beam: one at each place")
		case slices.ContainsFunc(wall.AllParts(), func(p framing.Part) bool { return p.Kind == framing.Half && p.From < out.To && p.To > out.From }):
			r.faults.Add(at+".from", "a half wall has no head plate: a beam lies under one")
		case wall.Steel != nil:
			r.faults.Add(at, "a wall of steel studs carries no beam here: make the stretch a wall of timber")
		default:
			wall.Beams = append(wall.Beams, out)
		}
	}
	slices.SortFunc(wall.Beams, func(a, b framing.Beam) int { return cmp.Compare(a.From, b.From) })
}
