package raising

import (
	"math"

	"homalos/internal/measure"
	"homalos/internal/site"
)

// Load is what is carried, mm: a frame or a piece, lying on its long edge as it is
// carried.
type Load struct {
	Long, High, Thick float64
}

// Passage is one place of the way in, and whether something gets through.
type Passage struct {
	site.Pass
	Fits       bool
	Needs, Has float64 // mm: of what is tightest there
	Lean       float64 // degrees off upright that it is carried through at
	Turn       float64 // of a turn: where it is tightest, degrees
	Rise       float64 // of a turn: by how much one end is lifted so that it is shorter in plan, degrees
}

// Carried is how a load goes along the way in.
type Carried struct {
	Load
	Upright float64 // of its sides, which stands up: its height or its length, mm
	Along   float64 // the other
	Through []Passage
	Fits    bool
	Most    float64 // the longest alike that gets through, mm; 0: none does
}

// lean is how far off upright a slab has to lean to pass under a height, in radians; not
// ok where it passes at none.
func lean(upright, thick, under float64) (off float64, ok bool) {
	if under <= 0 || upright <= under {
		return 0, true
	}
	r := math.Hypot(upright, thick)
	if thick > under || r <= under {
		return 0, r <= under
	}
	return math.Pi/2 - (math.Asin(under/r) - math.Atan2(thick, upright)), true
}

// wide is how much room to the side a slab takes that leans.
func wide(upright, thick, off float64) float64 {
	return upright*math.Sin(off) + thick*math.Cos(off)
}

// lifted is how long in plan a slab is with one end lifted as far as a height lets it,
// and by how many degrees that is.
func lifted(along, upright, under float64) (long, rise float64) {
	r, lies := math.Hypot(along, upright), math.Atan2(upright, along)
	up := math.Pi / 2
	if r > under {
		up = math.Max(0, math.Asin(under/r)-lies)
	}
	long = along*math.Cos(up) + upright*math.Sin(up)
	if long >= along {
		return along, 0
	}
	return long, up * 180 / math.Pi
}

// Longest is the longest slab of a thickness in plan that goes round a corner between
// two ways of these widths, and at which angle it is tightest. Without thickness it is
// (a^⅔ + b^⅔)^1½. Source: geometry.
func Longest(a, b, thick float64) (long, angle float64) {
	if thick >= a || thick >= b {
		return 0, 0
	}
	at := func(x float64) float64 {
		sin, cos := math.Sincos(x)
		return (a*cos + b*sin - thick) / (sin * cos)
	}
	low, high := 1e-4, math.Pi/2-1e-4
	for range 200 { // it falls, then rises
		p, q := low+(high-low)/3, high-(high-low)/3
		if at(p) < at(q) {
			high = q
		} else {
			low = p
		}
	}
	x := (low + high) / 2
	return math.Max(0, at(x)), x * 180 / math.Pi
}

// past carries a slab through one place.
func past(p site.Pass, upright, along, thick float64) Passage {
	out := Passage{Pass: p}
	off, ok := lean(upright, thick, p.Height)
	out.Lean = off * 180 / math.Pi
	side := wide(upright, thick, off)
	switch p.What {
	case "stub": // stepped over: lifted height and stub under what is over it
		out.Needs, out.Has = math.Min(upright, along)+p.Height, p.Over
		out.Lean = 0
		out.Fits = out.Needs <= out.Has
		return out
	case "turn":
		ok = ok && (p.Height > 0 || upright <= along) // how high it is isn't known: nothing is stood on end
		long, angle := Longest(p.Width, p.After, side)
		out.Needs, out.Has, out.Turn = along, long, angle
		if along > long && off == 0 && p.Height > 0 {
			out.Needs, out.Rise = lifted(along, upright, p.Height)
		}
		out.Fits = ok && out.Needs <= long
	default:
		out.Needs, out.Has = side, p.Width
		out.Fits = ok && side <= p.Width
	}
	if !ok {
		out.Needs, out.Has, out.Lean = thick, p.Height, 90
	}
	return out
}

// carry is how a load goes along the way in, the better of its two edges down.
func carry(route []site.Pass, l Load) Carried {
	best := Carried{}
	for i, edge := range [][2]float64{{l.High, l.Long}, {l.Long, l.High}} {
		c := Carried{Load: l, Upright: edge[0], Along: edge[1], Fits: true}
		fails := 0
		for _, p := range route {
			one := past(p, c.Upright, c.Along, l.Thick)
			if !one.Fits {
				c.Fits = false
				fails++
			}
			c.Through = append(c.Through, one)
		}
		if i == 0 || c.Fits && !best.Fits || fails < failing(best) {
			best = c
		}
	}
	return best
}

func failing(c Carried) (n int) {
	for _, p := range c.Through {
		if !p.Fits {
			n++
		}
	}
	return n
}

// Carry is how a load goes along the way in, and the longest alike that gets through.
func Carry(route []site.Pass, l Load) Carried {
	out := carry(route, l)
	if out.Fits {
		out.Most = l.Long
		return out
	}
	low, high := 0.0, l.Long
	for range 40 {
		middle := (low + high) / 2
		if carry(route, Load{middle, l.High, l.Thick}).Fits {
			low = middle
		} else {
			high = middle
		}
	}
	if low > 2*l.Thick {
		out.Most = low
	}
	return out
}

// route carries what is to be carried: the longest of a wall's pieces; and its frame, or
// the longest of its sections, where that is built elsewhere.
func (r *raiser) route(out *Raising) {
	if len(r.Schedule.Route) == 0 {
		return
	}
	w := out.Wall
	longest := Load{}
	for _, m := range w.Members {
		if m.Known && m.Cut.Millimetres() > longest.Long {
			longest = Load{m.Cut.Millimetres(), m.Lumber.Depth.Millimetres(), m.Lumber.Thickness.Millimetres()}
		}
	}
	if longest.Long > 0 {
		c := Carry(r.Schedule.Route, longest)
		out.Piece = &c
	}
	if !out.Elsewhere || out.Way == InPlace || out.Highest == 0 {
		return
	}
	ends := []measure.Length{0}
	if out.Way == InSections {
		ends = append(ends, sectionEnds(w.Wall)...)
	}
	ends = append(ends, w.Wall.Length)
	long := measure.Length(0)
	for i := 1; i < len(ends); i++ {
		long = max(long, ends[i]-ends[i-1])
	}
	c := Carry(r.Schedule.Route, Load{long.Millimetres(), out.Highest - out.less().Millimetres(), w.Wall.Lumber.Depth.Millimetres()})
	out.Frame = &c
}
