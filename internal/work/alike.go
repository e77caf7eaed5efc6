package work

import (
	"slices"

	"homalos/internal/cutting"
	"homalos/internal/framing"
	"homalos/internal/measure"
)

// Saved is how many different lengths the saw's stop is set to, over all lumber: of the
// pieces that are ready.
type Saved struct {
	Own   int            // each at its own length
	Now   int            // by the window in force
	Would int            // by the one that is offered
	Offer measure.Length // that window
}

// pool are pieces that may be alike: of one lumber, and of one wall where that is asked.
type pool struct{ lumber, wall string }

// alike lets pieces that are ready be cut a little shorter, so that there are fewest
// different lengths. What is still held keeps its own. Source: the work, step 6.
func (r *Result) alike() {
	all := map[pool][]*framing.Member{}
	for _, w := range r.Lists() {
		if r.Alike > 0 { // what is remembered of a wall isn't changed
			own := *w.Framed
			own.Members = slices.Clone(own.Members)
			w.Framed = &own
		}
		for i := range w.Members {
			m := &w.Members[i]
			if !MayCut(m) || m.Cut <= 0 || m.Old != 0 {
				continue
			}
			k := pool{lumber: m.Lumber.ID}
			if r.AlikeByWall {
				k.wall = w.Wall.ID
			}
			all[k] = append(all[k], m)
		}
	}
	r.Saves.Offer = cutting.UsualAlike(r.Rules.Units)
	set := map[string][3][]measure.Length{} // by lumber: own, now, would
	for k, members := range all {
		var own []measure.Length
		for _, m := range members {
			own = append(own, m.Cut)
		}
		now, would := cutting.Fewest(own, r.Alike), cutting.Fewest(own, r.Saves.Offer)
		x := set[k.lumber]
		for i, m := range members {
			x[0], x[1], x[2] = append(x[0], own[i]), append(x[1], now[own[i]]), append(x[2], would[own[i]])
			m.Shorter = own[i] - now[own[i]]
			m.Cut = now[own[i]]
		}
		set[k.lumber] = x
	}
	for _, x := range set {
		r.Saves.Own, r.Saves.Now, r.Saves.Would = r.Saves.Own+cutting.Different(x[0]), r.Saves.Now+cutting.Different(x[1]), r.Saves.Would+cutting.Different(x[2])
	}
}
