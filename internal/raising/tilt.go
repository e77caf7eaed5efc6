package raising

import (
	"cmp"
	"math"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/work"
)

// Side is where a frame lies before it goes up, seen from the wall's start.
type Side string

// The sides.
const (
	Left  Side = "left"
	Right Side = "right"
)

// Clears is what can be said of a frame's way up.
type Clears string

// What can be said.
const (
	Yes    Clears = "yes"
	No     Clears = "no"
	Unsure Clears = "unsure" // what is read is too uncertain to say
)

// Tilt is a wall built flat on one side and turned up about its foot.
type Tilt struct {
	Side      Side
	Known     bool    // its height and the room over it are
	Needs     float64 // the height that it sweeps where it is tightest, mm
	Has       float64 // what it has there
	Spread    float64 // how sure that is, half the width of the 95 % interval
	Clears    Clears
	Station   measure.Length // where it is tightest
	Angle     float64        // how far it is up there, degrees from flat
	Clearance float64        // what is left there, mm; less than nothing: it jams
	By        string         // what it meets there; "": the ceiling
	Shorter   float64        // how much shorter its frame would clear, as far as is read; 0: it does
	Blocked   []string       // what stands where it would lie

	high    float64      // of the frame there
	place   at           // the tightest
	ceiling []at         // the section there: what is over it,
	hanging [][3]float64 // and what hangs: from, to, underside
	lies    [4]geo.Point // where it lies before, from above
}

// High is how high the frame is at the tightest place, mm.
func (t Tilt) High() float64 { return t.high }

// Place is the tightest place in its section, mm: out from the edge that stays down, and up.
func (t Tilt) Place() [2]float64 { return [2]float64{t.place.u, t.place.y} }

// Over is the ceiling in that section.
func (t Tilt) Over() [][2]float64 {
	out := [][2]float64{}
	for _, p := range t.ceiling {
		out = append(out, [2]float64{math.Round(10*p.u) / 10, math.Round(10*p.y) / 10})
	}
	return out
}

// Hanging is what hangs in that section: from, to, underside.
func (t Tilt) Hanging() [][3]float64 { return append([][3]float64{}, t.hanging...) }

// frameAt is a wall's frame at a station: how high it is.
type frameAt struct {
	at   measure.Length
	high float64
}

// frame is how high a wall's frame is along it, by its uprights, without what isn't on it
// when it goes up, mm.
func frame(w *work.Wall, less float64) (out []frameAt) {
	for _, m := range w.Members {
		if m.Kind.Row().Stands == wood.PlateToPlate && m.Known && m.Pending == "" {
			out = append(out, frameAt{m.From + (m.To-m.From)/2, (m.Cut + w.Wall.PlateStack()).Millimetres() - less})
		}
	}
	slices.SortFunc(out, func(a, b frameAt) int { return cmp.Compare(a.at, b.at) })
	return out
}

// through is how high a frame is where its plate is opened for what comes through; else
// as between its uprights.
func through(w *work.Wall, all []frameAt, s measure.Length, less float64) float64 {
	for _, c := range w.Crossed {
		if !c.Whole && s >= c.Out[0] && s <= c.Out[1] && c.High > 0 {
			return c.High.Millimetres() - less
		}
	}
	return highAt(all, s)
}

// highAt is how high it is at a station, straight between its uprights.
func highAt(all []frameAt, station measure.Length) float64 {
	for i, f := range all {
		if f.at < station && i+1 < len(all) {
			continue
		}
		if i == 0 || f.at < station {
			return f.high
		}
		before := all[i-1]
		share := float64(station-before.at) / float64(f.at-before.at)
		return before.high + share*(f.high-before.high)
	}
	return 0
}

// outward are the places that a section is read at, shares of what the frame sweeps, out
// from the edge that stays down.
var outward = []float64{0, 0.08, 0.18, 0.32, 0.5, 0.7, 0.9, 1}

// sections is how many places along a wall are looked at, at least.
const sections = 13

// looked is what is over a wall and the floor beside it, as read: by station.
type looked struct {
	frames   []frameAt // of the whole frame
	stations []measure.Length
	ceiling  [][]at // nil where it isn't known
	spread   []float64
	floor    []survey.Estimate
	boxes    []box
}

// hang is what hangs in a section.
type hang struct {
	from, to at
	spread   float64
	name     string
}

// look reads what is over a wall and beside it, as far out as its whole frame reaches;
// nil where nothing can be said.
func (r *raiser) look(w *work.Wall, side Side) *looked {
	out := &looked{frames: frame(w, 0)}
	if len(out.frames) == 0 || r.Heights == nil {
		return nil
	}
	deep := w.Wall.Lumber.Depth.Millimetres()
	along, off := axes(w.Wall, side)
	for i := range sections {
		out.stations = append(out.stations, w.Wall.Length*measure.Length(i)/(sections-1))
	}
	out.boxes = r.boxes(w.Wall, along, off, &out.stations)
	slices.Sort(out.stations)
	out.stations = slices.Compact(out.stations)
	places := len(outward) + 1
	for part := range slices.Chunk(out.stations, 100) { // so that many stations take no more room than a few
		var sums [][]survey.Term
		var outs []float64
		for _, s := range part {
			foot := r.foot(w.Wall, side, s)
			high := Sweep(through(w, out.frames, s, 0), deep)
			for k := range places {
				u := -deep
				if k > 0 {
					u = outward[k-1] * high
				}
				outs = append(outs, u)
				p := geo.Point{X: foot.X + off.X*u, Y: foot.Y + off.Y*u}
				sums = append(sums, []survey.Term{{Of: survey.Ceiling, At: p, Weight: 1}, {Of: survey.Floor, At: foot, Weight: -1}})
			}
			sums = append(sums, []survey.Term{{Of: survey.Floor, At: foot, Weight: 1}})
		}
		read := r.Near(w.Wall, sums)
		for i := range part {
			own, us := read[i*(places+1):(i+1)*(places+1)], outs[i*places:(i+1)*places]
			out.add(own, us)
			out.floor = append(out.floor, own[places])
		}
	}
	return out
}

// hangs is what hangs at a station: with many things over a wall it is too much to keep.
func (l *looked) hangs(i int, foot, along, off geo.Point, into []hang) []hang {
	floor := l.floor[i]
	for _, b := range l.boxes {
		if a, c, ok := b.over(foot, along, off, floor); ok {
			into = append(into, hang{a, c, floor.Spread, b.name})
		}
	}
	return into
}

// add notes one section's ceiling.
func (l *looked) add(own []survey.Estimate, us []float64) {
	var ceiling []at
	spread, known := 0.0, true
	for k, u := range us {
		known = known && own[k].Known
		ceiling = append(ceiling, at{u, own[k].Value})
		spread = math.Max(spread, own[min(k, 2)].Spread)
	}
	if !known {
		ceiling = nil
	}
	l.ceiling, l.spread = append(l.ceiling, ceiling), append(l.spread, spread)
}

// tilt turns a wall up from one side under what is over it, so many millimetres of it
// left off.
func (r *raiser) tilt(w *work.Wall, side Side, over *looked, less float64) Tilt {
	out := Tilt{Side: side, Clears: Unsure}
	if over == nil {
		return out
	}
	deep := w.Wall.Lumber.Depth.Millimetres()
	frames := frame(w, less)
	along, off := axes(w.Wall, side)
	var hangs []hang
	best := math.Inf(1)
	for i, s := range over.stations {
		ceiling, spread := over.ceiling[i], over.spread[i]
		if ceiling == nil {
			continue
		}
		out.Known = true
		high := through(w, frames, s, less)
		for k := 1; k < len(ceiling); k++ {
			if p, ok := nearest(ceiling[k-1], ceiling[k], deep); ok {
				best = out.meets(p, s, high, deep, spread, "", best, ceiling)
			}
		}
		hangs = over.hangs(i, r.foot(w.Wall, side, s), along, off, hangs[:0])
		for _, h := range hangs {
			if p, ok := nearest(h.from, h.to, deep); ok {
				best = out.meets(p, s, high, deep, math.Max(spread, h.spread), h.name, best, ceiling)
			}
		}
		if out.Station == s {
			out.hanging = nil
			for _, h := range hangs {
				out.hanging = append(out.hanging, [3]float64{h.from.u, h.to.u, h.from.y})
			}
		}
	}
	if !out.Known {
		return out
	}
	switch {
	case out.Clearance >= out.Spread:
		out.Clears = Yes
	case out.Clearance < -out.Spread:
		out.Clears = No
	}
	if short := out.Has - out.Spread; out.Clears != Yes && short > deep {
		high := through(w, frames, out.Station, less)
		out.Shorter = math.Max(0, high-math.Sqrt(short*short-deep*deep))
	}
	long := Sweep(frames[0].high, deep)
	out.Blocked = slices.Compact(append(r.things(w, side, long), r.walls(w, side, long)...))
	out.lies = r.where(w, side, long)
	return out
}

// meets keeps the tightest place.
func (t *Tilt) meets(p at, s measure.Length, high, deep, spread float64, by string, best float64, ceiling []at) float64 {
	needs := Sweep(high, deep)
	left := p.far() - needs
	if left-spread >= best {
		return best
	}
	t.Needs, t.Has, t.Spread, t.Station, t.Clearance, t.By, t.ceiling, t.high, t.place = needs, p.far(), spread, s, left, by, ceiling, high, p
	t.Angle = math.Max(0, math.Min(90, p.turned(high, deep)))
	return left - spread
}

// axes are the directions along a wall, and off it to a side.
func axes(w *framing.Wall, side Side) (along, off geo.Point) {
	long := math.Max(w.From.Distance(w.To), 1)
	along = geo.Point{X: (w.To.X - w.From.X) / long, Y: (w.To.Y - w.From.Y) / long}
	off = geo.Point{X: -along.Y, Y: along.X}
	if side == Right {
		off = geo.Point{X: along.Y, Y: -along.X}
	}
	return along, off
}

// foot is the edge that stays down, at a station: of the face on that side.
func (r *raiser) foot(w *framing.Wall, side Side, s measure.Length) geo.Point {
	_, off := axes(w, side)
	middle, half := w.At(s), w.Lumber.Depth.Millimetres()/2
	return geo.Point{X: middle.X + off.X*half, Y: middle.Y + off.Y*half}
}

// box is something overhead: a run with an underside.
type box struct {
	name     string
	from, to geo.Point
	half     float64
	under    float64
	over     func(foot, along, off geo.Point, floor survey.Estimate) (a, b at, ok bool)
}

// boxes are what hangs over a wall and the floor beside it; the stations that matter for
// each are added.
func (r *raiser) boxes(w *framing.Wall, along, off geo.Point, stations *[]measure.Length) (out []box) {
	for _, o := range r.Obstructions {
		if o.Rises || o.Stands || o.Underside == nil && o.Headroom == nil || o.Height != nil && (o.Headroom == nil || *o.Headroom < 600) {
			continue
		}
		b := box{name: o.ID, from: o.From, to: o.To, half: o.Width / 2}
		headroom := o.Headroom != nil
		if headroom {
			b.under = *o.Headroom
		} else {
			b.under = *o.Underside
		}
		from, to := b.from, b.to
		b.over = func(foot, along, off geo.Point, floor survey.Estimate) (x, y at, ok bool) {
			low, high, ok := cross(foot, off, from, to, b.half)
			up := b.under
			if !headroom {
				up -= floor.Value
				ok = ok && floor.Known
			}
			return at{low, up}, at{high, up}, ok
		}
		out = append(out, b)
		for _, p := range []geo.Point{b.from, b.to} { // where it is nearest
			s := (p.X-w.From.X)*along.X + (p.Y-w.From.Y)*along.Y
			for _, d := range []float64{-b.half, 0, b.half} {
				if at := measure.FromMillimetres(s + d); at >= 0 && at <= w.Length {
					*stations = append(*stations, at)
				}
			}
		}
		step := max(w.Length/60, measure.Inch/2)
		for at := measure.Length(0); at <= w.Length; at += step {
			*stations = append(*stations, at)
		}
	}
	return out
}

// cross is where a strip lies on the line out from a foot: from where to where.
func cross(foot, off, from, to geo.Point, half float64) (low, high float64, ok bool) {
	long := math.Max(from.Distance(to), 1e-6)
	d := geo.Point{X: (to.X - from.X) / long, Y: (to.Y - from.Y) / long}
	// in the strip's own axes: along it, and across
	x := func(p geo.Point) (float64, float64) {
		dx, dy := p.X-from.X, p.Y-from.Y
		return dx*d.X + dy*d.Y, -dx*d.Y + dy*d.X
	}
	a, c := x(foot)
	va, vc := off.X*d.X+off.Y*d.Y, -off.X*d.Y+off.Y*d.X
	low, high = math.Inf(-1), math.Inf(1)
	for _, b := range []struct{ at, v, from, to float64 }{{a, va, 0, long}, {c, vc, -half, half}} {
		if math.Abs(b.v) < 1e-9 {
			if b.at < b.from || b.at > b.to {
				return 0, 0, false
			}
			continue
		}
		p, q := (b.from-b.at)/b.v, (b.to-b.at)/b.v
		low, high = math.Max(low, math.Min(p, q)), math.Min(high, math.Max(p, q))
	}
	return low, high, low <= high
}

// where is what a frame lies on before it goes up, from above: so far out from its foot.
func (r *raiser) where(w *work.Wall, side Side, long float64) [4]geo.Point {
	_, off := axes(w.Wall, side)
	a, b := r.foot(w.Wall, side, 0), r.foot(w.Wall, side, w.Wall.Length)
	out := geo.Point{X: off.X * long, Y: off.Y * long}
	return [4]geo.Point{a, b, {X: b.X + out.X, Y: b.Y + out.Y}, {X: a.X + out.X, Y: a.Y + out.Y}}
}

// beside says of places whether they lie beside a wall, within so far of its foot.
func (r *raiser) beside(w *work.Wall, side Side, long float64) func(p geo.Point, margin float64) bool {
	along, off := axes(w.Wall, side)
	a, b := r.foot(w.Wall, side, 0), r.foot(w.Wall, side, w.Wall.Length)
	return func(p geo.Point, margin float64) bool {
		s := (p.X-a.X)*along.X + (p.Y-a.Y)*along.Y
		u := (p.X-a.X)*off.X + (p.Y-a.Y)*off.Y
		return s > margin && s < a.Distance(b)-margin && u > margin && u < long-margin
	}
}

// things are the pipes and posts that stand where a frame would lie.
func (r *raiser) things(w *work.Wall, side Side, long float64) (out []string) {
	inside := r.beside(w, side, long)
	for _, o := range r.Found().Obstructions {
		if !o.Rises && !o.Stands {
			continue
		}
		n := max(1, int(o.From.Distance(o.To)/100))
		for i := range n + 1 {
			share := float64(i) / float64(n)
			if inside(geo.Point{X: o.From.X + share*(o.To.X-o.From.X), Y: o.From.Y + share*(o.To.Y-o.From.Y)}, 0) {
				out = append(out, o.ID)
				break
			}
		}
	}
	return out
}

// walls are the room's walls that a frame would lie over, or past.
func (r *raiser) walls(w *work.Wall, side Side, long float64) (out []string) {
	inside := r.beside(w, side, long)
	for i := range r.corners {
		p, q := r.corners[i], r.corners[(i+1)%len(r.corners)]
		n := max(1, int(p.Distance(q)/100))
		for k := range n + 1 {
			share := float64(k) / float64(n)
			if inside(geo.Point{X: p.X + share*(q.X-p.X), Y: p.Y + share*(q.Y-p.Y)}, 30) {
				out = append(out, r.wallThere(i))
				break
			}
		}
	}
	return slices.Compact(out)
}

// overlaps says whether a standing wall's body lies where another would lie down.
func (r *raiser) overlaps(w *work.Wall, side Side, long float64, other *work.Wall) bool {
	along, off := axes(w.Wall, side)
	a := r.foot(w.Wall, side, 0)
	wide := w.Wall.Length.Millimetres()
	foot := other.Wall.Footprint()
	const steps = 24
	for i := range steps + 1 {
		for _, pair := range [][2]geo.Point{{foot[0], foot[1]}, {foot[3], foot[2]}} {
			share := float64(i) / steps
			p := geo.Point{X: pair[0].X + share*(pair[1].X-pair[0].X), Y: pair[0].Y + share*(pair[1].Y-pair[0].Y)}
			s := (p.X-a.X)*along.X + (p.Y-a.Y)*along.Y
			u := (p.X-a.X)*off.X + (p.Y-a.Y)*off.Y
			if s > 30 && s < wide-30 && u > 30 && u < long-30 {
				return true
			}
		}
	}
	return false
}
