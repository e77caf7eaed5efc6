package site

import (
	"cmp"
	"math"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/words"
)

// Side is a taped side of the room, from corner to corner: a face at once,
// called by the wall that stands there, else by its corners ("1-2").
type Side struct {
	Name     string
	From, To int
}

// Sides are the room's, in order round it; none where it has no shape.
func (s *Site) Sides() []Side {
	n := len(s.Corners)
	if n < 3 {
		return nil
	}
	var out []Side
	for i := range n {
		j := (i + 1) % n
		name := s.byCorners(i, j)
		for _, w := range s.ExistingWalls {
			if !w.Free && (w.From == i && w.To == j || w.From == j && w.To == i) {
				name = w.ID
				break
			}
		}
		out = append(out, Side{name, i, j})
	}
	return out
}

func (s *Site) byCorners(i, j int) string { return s.Corners[i].ID + "-" + s.Corners[j].ID }

// sideFace is the face of a side that is called by its corners, said either way
// round; nil where it is none.
func (s *Site) sideFace(name string) *geo.Face {
	n := len(s.Corners)
	for i := range n {
		j := (i + 1) % n
		if n >= 3 && (name == s.byCorners(i, j) || name == s.byCorners(j, i)) {
			c := s.Solved().Corners
			return &geo.Face{Of: geo.FaceRef{Wall: name}, From: c[i].At, To: c[j].At, OpenLeft: true}
		}
	}
	return nil
}

// nameEnds calls both ends of each wall by what they meet: "stove-wall end".
func (r *resolver) nameEnds() {
	for _, w := range r.Walls {
		var said [2]string
		for i := range said {
			said[i] = r.endMeets(w, i == 1)
		}
		if said[0] == said[1] {
			way := [2]string{"left", "right"}
			if dx, dy := w.To.X-w.From.X, w.To.Y-w.From.Y; math.Abs(dy) > math.Abs(dx) {
				way = [2]string{"near", "far"}
				if dy < 0 {
					way[0], way[1] = way[1], way[0]
				}
			} else if dx < 0 {
				way[0], way[1] = way[1], way[0]
			}
			for i := range said {
				said[i] = way[i] + " " + said[i]
			}
		}
		w.Start.Name, w.Stop.Name = said[0], said[1]
	}
}

// endMeets is what one end of a wall is called by.
func (r *resolver) endMeets(w *framing.Wall, stop bool) string {
	called := func(name string) string {
		return r.Rules.Tell(words.EndBy, strings.ReplaceAll(name, " ", "-"))
	}
	for _, m := range r.Meets {
		switch {
		case m.Wall != w || m.Stop != stop:
		case m.Existing != nil:
			return called(cmp.Or(m.Existing.Name, m.Existing.ID))
		default:
			return called(m.Other.ID)
		}
	}
	end, in := w.From, w.To
	if stop {
		end, in = w.To, w.From
	}
	const hand = 50.0 // mm: for a name it needn't fit
	for _, side := range r.Sides() {
		c := r.Solved().Corners
		f := geo.Face{From: c[side.From].At, To: c[side.To].At, OpenLeft: true}
		_, _, long := f.Unit()
		steep := (f.Out(in) - f.Out(end)) / end.Distance(in)
		if at := f.Along(end); math.Abs(f.Out(end)) < hand && at > -hand && at < long+hand && steep > math.Sin(math.Pi/18) {
			name := side.Name
			for _, x := range r.ExistingWalls {
				if x.ID == name {
					name = cmp.Or(x.Name, name)
				}
			}
			return called(name)
		}
	}
	// one that butts it there, at its corner, is as good a name
	for _, x := range r.Meets {
		if x.Other == w && (stop && x.To > w.Length.Millimetres()-1 || !stop && x.From < 1) {
			return called(x.Wall.ID)
		}
	}
	return r.Rules.Tell(words.OpenEnd)
}

// EndSaid is what the end is called.
func (m Meet) EndSaid() string { return m.Wall.EndName(m.Stop) }
