package site

import (
	"fmt"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// setPockets reads the holes that were gauged, for walls that go into them: those of
// the survey, and those that were gauged when the work was looked at.
func (r *resolver) setPockets() {
	r.pockets = map[string]job.Pocket{}
	if r.Doc.Assess != nil {
		for _, x := range r.Doc.Assess.Pockets {
			r.pockets[x.ID] = x
		}
	}
	if r.Doc.Survey == nil {
		return
	}
	seen := map[string]bool{}
	for i, x := range r.Doc.Survey.Pockets {
		r.pocket(fmt.Sprintf("survey.pockets[%d]", i), x, seen)
		r.pockets[x.ID] = x
	}
}

// pocket reads one: three gauges or more each way, as the smallest may lie anywhere.
func (r *resolver) pocket(path string, x job.Pocket, seen map[string]bool) {
	r.id(path+".id", x.ID, seen, 64)
	for k, w := range x.Widths {
		r.positive(fmt.Sprintf("%s.widths[%d]", path, k), w)
	}
	for k, h := range x.Heights {
		r.positive(fmt.Sprintf("%s.heights[%d]", path, k), h)
	}
	if len(x.Widths) < 3 || len(x.Heights) < 3 {
		r.faults.Add(path, "gauge width and height at three points or more each: the smallest counts")
	}
	r.within(path+".allowance", x.Allowance, 0, 0, r.Doc.Units.Pick(2*measure.Inch, 50*measure.Millimetre))
	r.optional(path+".strip", x.Strip, 0, r.Doc.Units.Pick(4*measure.Inch, 100*measure.Millimetre))
}

// intoPocket makes an infill as large as its pocket: the smallest gauge each way, less
// the allowance. Source: the work, step 2.
func (r *resolver) intoPocket(path string, w job.Wall, wall *framing.Wall) {
	if w.Kind != "infill" {
		return
	}
	x, ok := r.pockets[w.Infill]
	switch {
	case w.Infill == "":
		r.faults.Add(path+".infill", "missing: name the pocket that it goes into")
		return
	case !ok:
		r.faults.Add(path+".infill", "%q is no pocket: gauge it under survey.pockets", w.Infill)
		return
	}
	wide, widest := r.leastMost(x.Widths)
	high, _ := r.leastMost(x.Heights)
	allowance := r.length("", x.Allowance, r.Infill)
	if wide == 0 || high == 0 {
		return // its own faults say why
	}
	if wall.Length > widest {
		r.faults.Add(path+".to", "it is %s long, wider than its pocket: %q is %s where it is widest; end it at its sides", r.write(wall.Length), x.ID, r.write(widest))
		return
	}
	frame := wide - allowance
	wall.Gauged = &framing.Gauged{ID: x.ID, Allowance: allowance, Play: widest - frame}
	strip, _ := x.Strip.In(r.Doc.Units)
	wall.Own.Height, wall.Own.Gauged = high+strip-allowance, true
	if wall.Own.Edged = w.Edges == "blocks"; wall.Own.Edged && wall.Length < 4*wall.Lumber.Thickness {
		r.faults.Add(path+".edges", "it is too narrow for blocks at both sides: leave it at studs")
	}
	long := wall.From.Distance(wall.To)
	if long > 0 && frame > 0 { // in the middle of what its line has for it
		ux, uy := (wall.To.X-wall.From.X)/long, (wall.To.Y-wall.From.Y)/long
		off := (long - frame.Millimetres()) / 2
		wall.From.X, wall.From.Y = wall.From.X+ux*off, wall.From.Y+uy*off
		wall.To.X, wall.To.Y = wall.From.X+ux*frame.Millimetres(), wall.From.Y+uy*frame.Millimetres()
		wall.Length = frame
	}
}

func (r *resolver) leastMost(all []job.Length) (least, most measure.Length) {
	for _, one := range all {
		if l, err := one.In(r.Doc.Units); err == nil && l > 0 {
			if least == 0 || l < least {
				least = l
			}
			most = max(most, l)
		}
	}
	return least, most
}
