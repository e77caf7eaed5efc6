package survey

import (
	"math"
	"sort"

	"homalos/internal/geo"
)

// Joist is one joist's centre line: a point on it and its direction.
type Joist struct {
	Run     string // the run it belongs to
	Of      Surface
	At      geo.Point
	Angle   float64 // degrees from x
	Width   float64 // mm
	Exposed bool
	Steel   bool
	Long    float64 // reach either way from At along it, mm; 0: through the room
}

// Crossing is where a joist crosses a line: Station is along the line to the
// joist's centre, Half is half of its width as the line sees it.
type Crossing struct {
	Joist   int
	Station float64
	Half    float64
}

// Crossed lists where joists of a surface cross the line from a to b, in
// order. Joists within 10° of the line's direction run along it and don't
// cross.
func Crossed(joists []Joist, of Surface, a, b geo.Point) []Crossing {
	long := a.Distance(b)
	if long == 0 {
		return nil
	}
	ux, uy := (b.X-a.X)/long, (b.Y-a.Y)/long
	var out []Crossing
	for i, j := range joists {
		if j.Of != of {
			continue
		}
		sin, cos := math.Sincos(j.Angle * math.Pi / 180)
		across := ux*sin - uy*cos
		if math.Abs(across) < math.Sin(10*math.Pi/180) {
			continue
		}
		dx, dy := j.At.X-a.X, j.At.Y-a.Y
		s := (dx*sin - dy*cos) / across
		if j.Long > 0 {
			px, py := a.X+ux*s-j.At.X, a.Y+uy*s-j.At.Y
			if math.Abs(px*cos+py*sin) > j.Long {
				continue
			}
		}
		half := j.Width / 2 / math.Abs(across)
		if s >= -half && s <= long+half {
			out = append(out, Crossing{i, s, half})
		}
	}
	sort.SliceStable(out, func(i, k int) bool { return out[i].Station < out[k].Station })
	return out
}

// Bearing is how the ceiling over a place of the line is met by a plate under
// exposed joists: the two crossings it spans and their shares. A plate runs
// straight between two crossings, and straight on past the last by no more
// than the bay before it. ok is false where no two joists are near: the
// surface itself is met there.
func Bearing(crossings []Crossing, station float64) (near, far Crossing, share float64, ok bool) {
	n := len(crossings)
	if n < 2 {
		return near, far, 0, false
	}
	for _, c := range crossings {
		if math.Abs(station-c.Station) <= c.Half {
			return c, c, 0, true
		}
	}
	k := sort.Search(n, func(i int) bool { return crossings[i].Station > station })
	k = min(max(k, 1), n-1)
	a, b := crossings[k-1], crossings[k]
	bay := b.Station - a.Station
	if station < a.Station-bay || station > b.Station+bay {
		return near, far, 0, false
	}
	return a, b, (station - a.Station) / bay, true
}
