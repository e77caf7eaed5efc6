package work

import (
	"math"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/words"
)

// knob is how far a handle stands out of its leaf, and how far from the leaf's
// edge it sits. Usual: 2 1/2 in each (65 mm).
func knob(u measure.System) float64 {
	return u.Pick(5*measure.Inch/2, 65*measure.Millimetre).Millimetres()
}

// barrier is something that a leaf can come up against.
type barrier struct {
	name  string
	wall  *framing.Wall // a new one
	sides [][2]geo.Point
}

// Swing is how far a leaf opens before it, or its handle, meets something.
type Swing struct {
	Degrees float64 // 90: all the way
	By      string  // what it meets
	Knob    bool    // its handle does

	wall *framing.Wall // that it is, of the new ones
}

// tellSwings tells of leaves that don't open all the way: they, or their handles,
// meet a wall. Source: the work, steps 5 and 10.
func (r *Result) tellSwings() {
	for _, w := range r.Walls {
		r.tellSwing(w)
	}
}

func (r *Result) tellSwing(w *Wall) {
	for _, o := range w.Wall.Openings {
		s, swings := r.Swings(w.Wall, o, o.Hand, o.Swing)
		if !swings || s.Degrees >= 90 {
			continue
		}
		code, text, fix := "swing-hits", words.LeafMeets, r.Rules.Tell(words.HangItTheOtherWay)
		if s.Knob {
			code, text = "knob-hits", words.KnobMeets
			if most, ok := r.Screen(w.Wall, o); ok {
				fix = r.Rules.Tell(words.OrShortenTheScreen, s.By, most)
			}
		}
		w.Findings = append(w.Findings[:len(w.Findings):len(w.Findings)], framing.Finding{
			Code: code, Level: framing.Warn, Placed: true, At: o.Centre, Opening: o.ID, Text: r.Rules.Tell(text, o.ID, s.By, s.Degrees), Fix: fix,
		})
	}
}

// Swings is how far an opening's leaf opens if it is hung so; false where it has
// no leaf that swings, or it isn't said how. Of a double door the worse leaf.
func (r *Result) Swings(w *framing.Wall, o framing.Opening, hand, swing string) (Swing, bool) {
	if swing == "" || o.Leaf == 0 || o.Kind != framing.Door && o.Kind != framing.Double || hand == "" && o.Kind == framing.Door {
		return Swing{}, false
	}
	return r.swings(w, o, hand, swing, r.barriers(w)), true
}

// swings is how far a leaf opens among some barriers; of two the worse.
func (r *Result) swings(w *framing.Wall, o framing.Opening, hand, swing string, all []barrier) Swing {
	worst := Swing{Degrees: 90}
	for _, left := range []bool{true, false} {
		if o.Kind == framing.Door && left != (hand == "left") {
			continue
		}
		if s := swingOf(w, o, left, swing == "in", all, knob(r.Rules.Units)); s.Degrees < worst.Degrees {
			worst = s
		}
	}
	return worst
}

// barriers are the walls, new and there, that a leaf in w could meet.
func (r *Result) barriers(w *framing.Wall) []barrier {
	var out []barrier
	for _, other := range r.Walls {
		if other.Wall.ID != w.ID {
			out = append(out, barrier{r.Rules.Tell(words.WallNamed, other.Wall.ID), other.Wall, around(other.Wall)})
		}
	}
	if len(r.Corners) < 3 {
		return out
	}
	for _, e := range r.ExistingWalls {
		if e.Fate == "goes" || w.There != nil && w.There.ID == e.ID {
			continue
		}
		b := barrier{name: r.Rules.Tell(words.WallNamed, e.ID)}
		for _, f := range r.ExistingFaces(e) {
			if f != nil {
				b.sides = append(b.sides, [2]geo.Point{f.From, f.To})
			}
		}
		out = append(out, b)
	}
	return out
}

// around are the sides of a wall's framing.
func around(w *framing.Wall) [][2]geo.Point {
	p := w.Footprint()
	return [][2]geo.Point{{p[0], p[1]}, {p[1], p[2]}, {p[2], p[3]}, {p[3], p[0]}}
}

// Screen is how long a wall that a handle meets may be at most, so that the handle
// passes its end: a screen beside a door is shorter than hinge to handle. false
// where the wall doesn't stand beside the leaf so. Source: the work, step 5.
func (r *Result) Screen(w *framing.Wall, o framing.Opening) (measure.Length, bool) {
	s, swings := r.Swings(w, o, o.Hand, o.Swing)
	if !swings || !s.Knob || s.wall == nil {
		return 0, false
	}
	cut := *s.wall
	line := &geo.Face{From: w.At(0), To: w.At(w.Length)}
	if math.Abs(line.Out(cut.From)) > math.Abs(line.Out(cut.To)) { // it begins out in the room
		cut.From, cut.To, cut.Right = cut.To, cut.From, !cut.Right
	}
	near, far := cut.At(0), cut.At(cut.Length)
	rises := (math.Abs(line.Out(far)) - math.Abs(line.Out(near))) / near.Distance(far)
	clear := w.Lumber.Depth.Millimetres()/2 + o.Leaf.Millimetres() - knob(r.Rules.Units) - r.Rules.Mark.Millimetres()
	long := (clear - math.Abs(line.Out(near))) / rises
	if rises < 0.9 || long < cut.Lumber.Depth.Millimetres() || long >= cut.Length.Millimetres() {
		return 0, false
	}
	cut.Length = r.Rules.Units.Estimate(long).Down(r.Rules.Mark)
	share := cut.Length.Millimetres() / cut.From.Distance(cut.To)
	cut.To = geo.Point{X: cut.From.X + (cut.To.X-cut.From.X)*share, Y: cut.From.Y + (cut.To.Y-cut.From.Y)*share}
	all := r.barriers(w)
	for i := range all {
		if all[i].wall == s.wall {
			all[i].wall, all[i].sides = &cut, around(&cut)
		}
	}
	return cut.Length, r.swings(w, o, o.Hand, o.Swing, all).Degrees >= 90
}

// swingOf turns a leaf about its hinges, a degree at a time, from closed to
// square. In is to the right of the wall's line, where one sees it with its start
// at the left.
func swingOf(w *framing.Wall, o framing.Opening, left, in bool, all []barrier, knob float64) Swing {
	a, b := w.At(0), w.At(w.Length)
	long := a.Distance(b)
	ux, uy := (b.X-a.X)/long, (b.Y-a.Y)/long
	nx, ny := -uy, ux // to the left of the line
	if in {
		nx, ny = uy, -ux
	}
	leaf := o.Leaf.Millimetres()
	width := leaf
	if o.Kind == framing.Double {
		width = 2 * leaf
	}
	half := w.Lumber.Depth.Millimetres() / 2
	middle, from, dx, dy := o.Centre.Millimetres(), -width/2, ux, uy
	if !left {
		from, dx, dy = width/2, -ux, -uy
	}
	hinge := geo.Point{X: a.X + ux*(middle+from) + nx*half, Y: a.Y + uy*(middle+from) + ny*half}
	for d := 1.0; d <= 90; d++ {
		s, c := math.Sincos(d * math.Pi / 180)
		at := func(along, out float64) geo.Point { // along the leaf, and out of its face the way it swings
			return geo.Point{X: hinge.X + dx*(along*c-out*s) + nx*(along*s+out*c), Y: hinge.Y + dy*(along*c-out*s) + ny*(along*s+out*c)}
		}
		for _, x := range all {
			for _, side := range x.sides {
				if geo.ToSegment(hinge, side[0], side[1]) > leaf+knob {
					continue
				}
				if geo.Cross(at(1, 0), at(leaf, 0), side[0], side[1]) {
					return Swing{Degrees: d - 1, By: x.name, wall: x.wall}
				}
				if geo.Cross(at(leaf-knob, 0), at(leaf-knob, knob), side[0], side[1]) {
					return Swing{Degrees: d - 1, By: x.name, Knob: true, wall: x.wall}
				}
			}
		}
	}
	return Swing{Degrees: 90}
}
