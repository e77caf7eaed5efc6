package line

import (
	"math"
	"sort"

	"homalos/internal/geo"
)

// Ends say how long a line is.
type Ends struct {
	Start, Stop       *geo.Face // faces it runs to; nil: the room's own walls
	StartGap, StopGap float64   // kept off them
	Length            float64   // 0: as far as it goes
	FromStop          bool      // Length is laid off from the far end
	Outside           bool      // it may lie outside the room, as one in line with its walls does
	Beside            *geo.Face // where there is no room: it begins and ends beside this face's ends
}

// Between cuts a ray to a line from end to end: at the faces named, else where
// the room's outline ends the stretch that its own point lies in.
func Between(ray Ray, e Ends, outline []geo.Point) (from, to geo.Point, err error) {
	low, high, inside := stretch(ray, outline)
	known := len(outline) >= 3
	if !inside && (known && !e.Outside || (e.Start == nil || e.Stop == nil) && e.Length == 0 && e.Beside == nil) {
		return from, to, Wrong{Why: NotInRoom}
	}
	if !inside {
		low, high = 0, 0
		if e.Beside != nil {
			a := (e.Beside.From.X-ray.At.X)*ray.UX + (e.Beside.From.Y-ray.At.Y)*ray.UY
			b := (e.Beside.To.X-ray.At.X)*ray.UX + (e.Beside.To.Y-ray.At.Y)*ray.UY
			low, high = math.Min(a, b), math.Max(a, b)
		}
	}
	if ray.Fixed {
		low = (ray.Start.X-ray.At.X)*ray.UX + (ray.Start.Y-ray.At.Y)*ray.UY
	}
	if e.Start != nil {
		if low, err = ray.Meets(e.Start); err != nil {
			return from, to, err
		}
	}
	if e.Stop != nil {
		if high, err = ray.Meets(e.Stop); err != nil {
			return from, to, err
		}
	}
	if e.Start != nil && e.Stop != nil && low > high {
		return from, to, Wrong{Why: StopBeforeStart, Of: e.Start.Of.String(), And: e.Stop.Of.String()}
	}
	low, high = low+e.StartGap, high-e.StopGap
	if e.Length > 0 {
		room := high - low
		if e.FromStop {
			low = high - e.Length
		} else {
			high = low + e.Length
		}
		if inside && e.Length > room+0.5 {
			return from, to, Wrong{Why: TooLong, By: e.Length - room}
		}
	}
	if high-low < 1 {
		return from, to, Wrong{Why: NothingLeft}
	}
	place := func(t float64) geo.Point { return geo.Point{X: ray.At.X + ray.UX*t, Y: ray.At.Y + ray.UY*t} }
	from, to = place(low), place(high)
	if known && !e.Outside {
		const hand = 15.0 // mm: an end on a wall's face is in the room
		if high-low > 2*hand && !geo.Within(outline, place(low+hand)) {
			return from, to, Wrong{Why: LeavesAtStart}
		}
		if high-low > 2*hand && !geo.Within(outline, place(high-hand)) {
			return from, to, Wrong{Why: LeavesAtEnd}
		}
	}
	return from, to, nil
}

// Meets is how far along the ray a face is met, in mm from its own point.
func (r Ray) Meets(f *geo.Face) (float64, error) {
	vx, vy, _ := f.Unit()
	across := r.UX*vy - r.UY*vx
	if math.Abs(across) < math.Sin(5*math.Pi/180) {
		return 0, Wrong{Why: RunsAlong, Of: f.Of.String()}
	}
	return ((f.From.X-r.At.X)*vy - (f.From.Y-r.At.Y)*vx) / across, nil
}

// stretch is the part of the ray inside the outline that its point lies in, or
// the nearest such part.
func stretch(r Ray, outline []geo.Point) (low, high float64, ok bool) {
	var met []float64
	for i, p := range outline {
		q := outline[(i+1)%len(outline)]
		a := (p.X-r.At.X)*r.UY - (p.Y-r.At.Y)*r.UX
		b := (q.X-r.At.X)*r.UY - (q.Y-r.At.Y)*r.UX
		if (a < 0) == (b < 0) {
			continue
		}
		t := a / (a - b)
		met = append(met, (p.X+t*(q.X-p.X)-r.At.X)*r.UX+(p.Y+t*(q.Y-p.Y)-r.At.Y)*r.UY)
	}
	sort.Float64s(met)
	from := 0.0
	if r.Fixed {
		from = 5 // it begins on a wall: what lies ahead of it is meant
	}
	best := math.Inf(1)
	for i := 0; i+1 < len(met); i += 2 {
		off := math.Max(0, math.Max(met[i]-from, from-met[i+1]))
		if off < best {
			best, low, high, ok = off, met[i], met[i+1], true
		}
	}
	return low, high, ok
}

// Tape is a distance from a thing that is there to an end of a line.
type Tape struct {
	From  string  // corner, or the wall it is taken along
	Along string  // the wall that the end lies on, if it does
	To    string  // start or end
	Value float64 // mm
}

// Corner is one that a tape can be hooked on.
type Corner struct {
	ID string
	At geo.Point
}

// Strikes are both ends as tape distances from things that are there: along
// the wall an end lies on, from its nearer corner; and from the two corners
// whose tapes cross it most squarely, so that two arcs strike it.
func Strikes(from, to geo.Point, corners []Corner, walls []*geo.Face) []Tape {
	var out []Tape
	for i, p := range []geo.Point{from, to} {
		name, onWall := []string{"start", "end"}[i], false
		for _, w := range walls {
			_, _, long := w.Unit()
			if s := w.Along(p); math.Abs(w.Out(p)) < 3 && s > -3 && s < long+3 {
				first, value := nearest(corners, w.From), s
				if long-s < s {
					first, value = nearest(corners, w.To), long-s
				}
				out = append(out, Tape{From: first, Along: w.Of.String(), To: name, Value: math.Max(value, 0)})
				onWall = true
				break
			}
		}
		if onWall {
			continue
		}
		a, b := squarest(p, corners)
		for _, k := range []int{a, b} {
			if k >= 0 {
				out = append(out, Tape{From: corners[k].ID, To: name, Value: corners[k].At.Distance(p)})
			}
		}
	}
	return out
}

func nearest(corners []Corner, p geo.Point) string {
	best, id := math.Inf(1), ""
	for _, c := range corners {
		if d := c.At.Distance(p); d < best {
			best, id = d, c.ID
		}
	}
	return id
}

// squarest are the two corners whose tapes to p cross nearest to a right
// angle; corners closer than a hand are no use.
func squarest(p geo.Point, corners []Corner) (int, int) {
	best, a, b := 0.2, -1, -1
	for i := range corners {
		for j := i + 1; j < len(corners); j++ {
			x1, y1 := corners[i].At.X-p.X, corners[i].At.Y-p.Y
			x2, y2 := corners[j].At.X-p.X, corners[j].At.Y-p.Y
			d1, d2 := math.Hypot(x1, y1), math.Hypot(x2, y2)
			if d1 < 150 || d2 < 150 {
				continue
			}
			// square crossings, and short tapes a little before long ones
			score := math.Abs(x1*y2-y1*x2)/(d1*d2) - (d1+d2)/60000
			if score > best {
				best, a, b = score, i, j
			}
		}
	}
	return a, b
}
