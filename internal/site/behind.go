package site

import (
	"fmt"
	"math"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/room"
)

// setBehind finds the masonry that walls stand before, once both are placed.
func (r *resolver) setBehind() {
	for i, w := range r.Doc.Walls {
		wall := r.wallOf[w.ID]
		if wall == nil || w.Behind == nil && !wall.Furred {
			continue
		}
		path := fmt.Sprintf("walls[%d].behind", i)
		e, face, off := r.masonry(w, wall)
		if e == nil {
			if w.Behind != nil {
				r.faults.Add(path, "no wall that is there stands within %s behind it: move its line, or leave this out", r.write(r.Doc.Units.Pick(24*measure.Inch, 600*measure.Millimetre)))
			}
			continue
		}
		lean, _ := room.WorstLean(e.Leans, r.RoughHeight())
		bulge, _ := room.Bulge(e.Waves)
		out := &framing.Behind{Of: e.ID, Damp: e.Material == "masonry" || e.Material == "concrete",
			Lean: measure.FromMillimetres(math.Max(lean, 0)), Bulge: measure.FromMillimetres(bulge)}
		out.Off = framing.Span{Start: measure.FromMillimetres(face.Out(off.From)),
			End: measure.FromMillimetres(face.Out(off.To))}
		if b := w.Behind; b != nil {
			u := r.Doc.Units
			out.Asked, out.Membrane = true, b.Membrane
			out.Gap = r.within(path+".gap", b.Gap, 0, 0, u.Pick(12*measure.Inch, 300*measure.Millimetre))
			out.Ties = r.anchor(path+".ties", b.Ties)
			out.At = r.within(path+".height", b.Height, framing.UsualTieHeight(u),
				u.Pick(4*measure.Inch, 100*measure.Millimetre), 10*measure.Metre)
		}
		wall.Behind = out
	}
}

// masonry is the wall that is there behind a new one: whose furring it is, else the
// closest that it runs along; with its face and the new wall's on that side.
func (r *resolver) masonry(w job.Wall, wall *framing.Wall) (found *Existing, at, off *geo.Face) {
	best := closeBy(r.Doc.Units)
	for i := range r.ExistingWalls {
		e := &r.ExistingWalls[i]
		if wall.Furred && w.Line.Face != e.ID {
			continue
		}
		for _, face := range r.ExistingFaces(*e) {
			if face == nil {
				continue
			}
			fx, fy, _ := face.Unit()
			for _, side := range FacesOf(wall) {
				sx, sy, _ := side.Unit()
				if math.Abs(fx*sx+fy*sy) < boxParallel {
					continue
				}
				a, b := face.Out(side.From), face.Out(side.To)
				near := math.Min(a, b)
				along := face.Along(geo.Point{X: (side.From.X + side.To.X) / 2, Y: (side.From.Y + side.To.Y) / 2})
				if along < 0 || along > face.From.Distance(face.To) || near < -best || near >= best {
					continue
				}
				// of its two faces the one that is nearer
				best, found, at, off = near, e, face, side
			}
		}
	}
	return found, at, off
}
