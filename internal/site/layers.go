package site

import (
	"fmt"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// layers reads what lies on a wall's studs, and what is asked of such walls.
func (r *resolver) layers(path string, w job.Wall, wall *framing.Wall) {
	u := r.Doc.Units
	most := u.Pick(24*measure.Inch, 600*measure.Millimetre)
	for i, l := range w.Layers {
		at := fmt.Sprintf("%s.layers[%d]", path, i)
		thick, ok := r.must(at+".thickness", l.Thickness)
		switch {
		case l.What == "":
			r.faults.Add(at+".what", "missing: say what it is")
		case l.Face == "":
			r.faults.Add(at+".face", "missing: say in, for the snapped face, or out")
		case !ok:
		case thick <= 0:
			r.faults.Add(at+".thickness", "%s is no thickness: measure one piece, a membrane too", r.write(thick))
		case thick > most:
			r.faults.Add(at+".thickness", "%s is more than a layer is thick: give up to %s", r.write(thick), r.write(most))
		default:
			wall.Layers = append(wall.Layers, framing.Layer{
				What: l.What, Thick: thick, Out: l.Face == "out", Joint: l.Joint, Weighs: l.Density,
				Lap:   r.optional(at+".lap", l.Lap, 0, u.Pick(24*measure.Inch, 600*measure.Millimetre)),
				Reach: r.optional(at+".reach", l.Reach, 0, u.Pick(24*measure.Inch, 600*measure.Millimetre)),
			})
		}
	}
	if w.Boundary.Given() {
		wall.Boundary = r.within(path+".boundary", w.Boundary, 0, measure.Millimetre, 10*measure.Metre*100)
	}
	if d := w.Dwellings; d != nil {
		if d.Answer == "no" && d.By != "" {
			r.faults.Add(path+".dwellings.by", "nothing is to be confirmed where it parts no dwellings: leave it out")
		}
		wall.Dwellings = framing.Dwellings{Part: d.Answer == "yes", By: d.By}
	}
}
