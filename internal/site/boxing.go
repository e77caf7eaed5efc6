package site

import (
	"fmt"
	"math"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/wood"
)

// closeBy is how near a wall lies to a pipe or a duct at most for a box to begin at it.
// Usual practice: 24 in (600 mm); what lies farther off is boxed all round.
func closeBy(u measure.System) float64 {
	return u.Pick(24*measure.Inch, 600*measure.Millimetre).Millimetres()
}

// boxing lays the sides of a box: lines on their inner faces, the framing outside.
type boxing struct {
	*Site
	o     framing.Obstruction
	c     geo.Point // its middle
	wood  *wood.Lumber
	there []*geo.Face
	out   []job.Wall
}

// BoxIn is the walls that box a pipe or a duct in, of a lumber; "": the shallowest, with the room that it wants at its
// side: round one that rises from floor to ceiling, else hung from the ceiling. A box
// begins at walls close by. Errors say what the job lacks for it.
func (s *Site) BoxIn(round, lumber string) ([]job.Wall, error) {
	k := slices.IndexFunc(s.Obstructions, func(x framing.Obstruction) bool { return x.ID == round })
	if k < 0 {
		return nil, fmt.Errorf("%q is nothing in the way: name a pipe or a duct that is", round)
	}
	b := &boxing{Site: s, o: s.Obstructions[k]}
	b.there = s.standingFaces(nil, !b.o.Rises)
	if b.o.Height != nil {
		return nil, fmt.Errorf("%q lies low along the floor: a wall is framed over it, not round it", round)
	}
	for _, l := range s.Lumber {
		if l.Track || l.Steel || lumber != "" && l.ID != lumber {
			continue
		}
		if b.wood == nil || l.Depth < b.wood.Depth || l.Depth == b.wood.Depth && b.wood.Treated {
			b.wood = l
		}
	}
	if b.wood == nil {
		return nil, fmt.Errorf("%q is no lumber that a box is framed from: name timber of the job", lumber)
	}
	b.c = geo.Point{X: (b.o.From.X + b.o.To.X) / 2, Y: (b.o.From.Y + b.o.To.Y) / 2}
	if b.o.Rises {
		b.rise()
	} else if b.o.From.Distance(b.o.To) < 1 {
		return nil, fmt.Errorf("%q has no run: say where it begins and ends", round)
	} else if err := b.hang(); err != nil {
		return nil, err
	}
	return b.out, nil
}

// half is how far it reaches from its middle one way; mm.
func (b *boxing) half(ux, uy float64) float64 {
	r, long := b.o.Width/2, b.o.From.Distance(b.o.To)
	if long < 1 {
		return r
	}
	dx, dy := (b.o.To.X-b.o.From.X)/long, (b.o.To.Y-b.o.From.Y)/long
	return math.Abs(ux*dx+uy*dy)*long/2 + math.Abs(ux*dy-uy*dx)*r
}

// nearest is how far the closest face that it runs along lies one way from its middle,
// within what is close by of its side; ok is false where none is.
func (b *boxing) nearest(ux, uy float64) (d float64, ok bool) {
	half := b.half(ux, uy)
	d = math.Inf(1)
	for _, f := range b.there {
		fx, fy, _ := f.Unit()
		if x, met := toward(b.c, ux, uy, f); met && x > half-1 && math.Abs(fx*uy-fy*ux) > boxParallel {
			d = math.Min(d, x)
		}
	}
	return d, d-half <= closeBy(b.Rules.Units)
}

// clear is how far a side goes one way before either of its faces meets a wall; out is
// the way from its inner face to the other; mm.
func (b *boxing) clear(p geo.Point, way, out [2]float64) float64 {
	deep, best := b.wood.Depth.Millimetres(), math.Inf(1)
	for _, off := range []float64{0, deep} {
		from := geo.Point{X: p.X + out[0]*off, Y: p.Y + out[1]*off}
		for _, f := range b.there {
			if d, ok := toward(from, way[0], way[1], f); ok {
				best = math.Min(best, d)
			}
		}
	}
	if math.IsInf(best, 1) {
		return 0
	}
	return best
}

// rise boxes in what goes up: four sides, less those where a wall is close by.
func (b *boxing) rise() {
	ux, uy := 1.0, 0.0 // square to the closest face
	best := math.Inf(1)
	for _, f := range b.there {
		fx, fy, long := f.Unit()
		if along := f.Along(b.c); long > 1 && along > 0 && along < long {
			if d := math.Abs(f.Out(b.c)); d < best {
				best, ux, uy = d, fx, fy
			}
		}
	}
	side, deep := b.o.Side, b.wood.Depth.Millimetres()
	dirs := [4][2]float64{{ux, uy}, {-uy, ux}, {-ux, -uy}, {uy, -ux}} // to the left of one another
	var reach [4]float64                                              // from its middle to the box's inner face, or to the wall
	var walled [4]bool
	for i, d := range dirs {
		reach[i] = b.half(d[0], d[1]) + side
		if far, ok := b.nearest(d[0], d[1]); ok && !walled[(i+2)%4] {
			reach[i], walled[i] = far, true
		}
	}
	for i := range dirs[:2] { // no side is shorter than a stud is thick
		if short := b.wood.Thickness.Millimetres() + 1 - reach[i] - reach[i+2]; short > 0 {
			if walled[i] {
				reach[i+2] += short
			} else {
				reach[i] += short
			}
		}
	}
	for i, d := range dirs {
		if walled[i] {
			continue
		}
		right, left := (i+3)%4, (i+1)%4
		l := dirs[left]
		at := geo.Point{X: b.c.X + d[0]*reach[i], Y: b.c.Y + d[1]*reach[i]}
		low, high := reach[right], reach[left]
		if walled[right] {
			low = b.clear(at, [2]float64{-l[0], -l[1]}, d)
		}
		if walled[left] {
			high = b.clear(at, l, d)
		}
		if i%2 == 1 { // these run past at their free corners, the others butt
			if !walled[right] {
				low += deep
			}
			if !walled[left] {
				high += deep
			}
		}
		b.side(geo.Point{X: at.X - l[0]*low, Y: at.Y - l[1]*low},
			geo.Point{X: at.X + l[0]*high, Y: at.Y + l[1]*high}, "right")
	}
}

// leastBox is the shortest stretch of a run that is boxed in; mm.
const leastBox = 300

// hang boxes in what runs under the ceiling, each stretch of it between walls that it
// goes through.
func (b *boxing) hang() error {
	long := b.o.From.Distance(b.o.To)
	ux, uy := (b.o.To.X-b.o.From.X)/long, (b.o.To.Y-b.o.From.Y)/long
	cuts := []float64{0}
	for _, f := range b.there {
		if d, ok := toward(b.o.From, ux, uy, f); ok && d < long-1 {
			cuts = append(cuts, d)
		}
	}
	slices.Sort(cuts)
	cuts = append(cuts, long)
	between := true
	for i := range len(cuts) - 1 {
		at := (cuts[i] + cuts[i+1]) / 2
		one := *b
		one.c = geo.Point{X: b.o.From.X + ux*at, Y: b.o.From.Y + uy*at}
		if len(cuts) > 2 && (cuts[i+1]-cuts[i] < leastBox || !b.inRoom(one.c)) {
			continue // it is in a wall there, or beyond one
		}
		if one.hangAlong(ux, uy, (cuts[i+1]-cuts[i])/2, [2]bool{i > 0, i+2 < len(cuts)}) {
			between = false
		}
		b.out = one.out
	}
	if between {
		return fmt.Errorf("%q runs between two walls: there is no side to hang, put a ceiling under it", b.o.ID)
	}
	return nil
}

// hangAlong hangs a side on each hand of a stretch where no wall is close by, and one
// across its end where that is free. met says which of its ends are at walls. It answers
// whether any side is wanted.
func (b *boxing) hangAlong(ux, uy, half float64, met [2]bool) bool {
	side, deep := b.o.Side, b.wood.Depth.Millimetres()
	hands := [2][2]float64{{-uy, ux}, {uy, -ux}}
	var reach [2]float64
	var walled [2]bool
	for i, n := range hands {
		reach[i] = b.o.Width/2 + side
		if far, ok := b.nearest(n[0], n[1]); ok {
			reach[i], walled[i] = far, true
		}
	}
	if walled[0] && walled[1] {
		return false
	}
	// how far it goes both ways: to a wall, or past its end
	var free [2]bool
	ends := [2]float64{half + side, half + side}
	for i, s := range [2]float64{-1, 1} {
		end := geo.Point{X: b.c.X + ux*s*(half-2), Y: b.c.Y + uy*s*(half-2)}
		free[i] = !met[i] && b.farther(end, ux*s, uy*s)
	}
	if short := b.wood.Thickness.Millimetres() + 1 - reach[0] - reach[1]; short > 0 && (free[0] || free[1]) {
		if walled[0] { // so that a side goes across its end
			reach[1] += short
		} else {
			reach[0] += short
		}
	}
	at := func(along, off float64, n [2]float64) geo.Point {
		return geo.Point{X: b.c.X + ux*along + n[0]*off, Y: b.c.Y + uy*along + n[1]*off}
	}
	for i, n := range hands {
		if walled[i] {
			continue
		}
		along := [2]float64{ends[0] + deep, ends[1] + deep} // past the side that closes a free end
		for e, s := range [2]float64{-1, 1} {
			if !free[e] {
				along[e] = b.clear(at(0, reach[i], n), [2]float64{ux * s, uy * s}, n)
			}
		}
		b.side(at(-along[0], reach[i], n), at(along[1], reach[i], n), []string{"left", "right"}[i])
	}
	for i, s := range [2]float64{-1, 1} {
		if !free[i] {
			continue
		}
		var out [2]float64
		for k, n := range hands {
			if out[k] = reach[k]; walled[k] {
				out[k] = b.clear(at(s*ends[i], 0, n), n, [2]float64{ux * s, uy * s})
			}
		}
		b.side(at(s*ends[i], out[0], hands[0]), at(s*ends[i], out[1], hands[1]), []string{"right", "left"}[i])
	}
	return true
}

// inRoom says whether a place lies in the room, as far as its corners say.
func (b *boxing) inRoom(p geo.Point) bool {
	if len(b.Corners) < 3 {
		return true
	}
	return geo.Within(OutlineOf(b.Solved()), p)
}

// farther says whether the next face one way is farther off than what is close by.
func (b *boxing) farther(p geo.Point, ux, uy float64) bool {
	for _, f := range b.there {
		if d, ok := toward(p, ux, uy, f); ok && d <= closeBy(b.Rules.Units) {
			return false
		}
	}
	return true
}

// side adds one, its body on the hand that looks away from what is boxed in.
func (b *boxing) side(from, to geo.Point, body string) {
	u := b.Rules.Units
	taken := map[string]bool{}
	for _, w := range append(b.Doc.Walls[:len(b.Doc.Walls):len(b.Doc.Walls)], b.out...) {
		taken[w.ID] = true
	}
	for _, c := range b.CutIns {
		taken[c.Wall.ID] = true
	}
	for _, f := range b.Doc.Floors {
		taken[f.ID] = true
	}
	id := ""
	for n := 0; id == "" || taken[id]; n++ { // A to Z, then A2
		if id = string(rune('A' + n%26)); n >= 26 {
			id += fmt.Sprint(n/26 + 1)
		}
	}
	name := "box, " + b.o.ID
	if len(name) > 100 {
		name = name[:100]
	}
	w := job.Wall{ID: id, Name: name, From: Placed(from, u), To: Placed(to, u), Body: body, Lumber: b.wood.ID,
		Boxes: b.o.ID, Boards: "back", Unfilled: true}
	if b.o.Rises && b.Concrete && !b.wood.Treated {
		if k := slices.IndexFunc(b.Site.Lumber, func(l *wood.Lumber) bool { return l.Treated && !l.Track && l.Depth == b.wood.Depth }); k >= 0 {
			w.Bottom = []string{b.Site.Lumber[k].ID}
		} else {
			w.Membrane = true
		}
	}
	b.out = append(b.out, w)
}
