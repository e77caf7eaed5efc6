// Package line places walls as people say it: parallel to a face, square off
// it, in line with it, centred between two, through marks, so many clear. It
// gives both ends as tape distances from things that are there. All geometry
// is in millimetres on the plan; it knows nothing of wood.
package line

import (
	"math"

	"homalos/internal/geo"
)

// Kind is how a line is said to lie.
type Kind string

// The kinds of relation.
const (
	Parallel Kind = "parallel" // to a face, at a distance, measured near both its ends
	Square   Kind = "square"   // off a face, at a station along it; or at another angle
	InLine   Kind = "in-line"  // its finish flush with a face's finish
	Centred  Kind = "centred"  // its middle between two faces
	Through  Kind = "through"  // two marks
	Clear    Kind = "clear"    // so much between the finishes
	Furring  Kind = "furring"  // before a face that leans and bulges
	Leg      Kind = "leg"      // squared off the end of the last leg
)

// Relation is one way to say where a line lies, in mm.
type Relation struct {
	Kind    Kind
	Face    *geo.Face
	And     *geo.Face // centred
	At      float64   // distance, or station for square
	AtEnd   float64   // distance measured near the face's other end
	Both    bool      // AtEnd is given
	Follow  string    // both (the two measurements), start or end (parallel at that one)
	Degrees float64   // square and leg: the angle off the face, 90 if it is 0
	Right   bool      // leg: it turns right off the last, seen along that
	Clears  float64   // leg: by how much it begins beyond the last one's line, or before it
	Marks   [2]geo.Point
	Board   float64 // board and skim to come on the new wall's own face
	Depth   float64 // of the new wall's framing
}

// Ray is a line without ends: a point of it, its direction, and the side the
// framing stands on.
type Ray struct {
	At       geo.Point
	UX, UY   float64
	BodyLeft bool
	Taper    float64   // AtEnd less At
	Start    geo.Point // where it begins by its relation; At else
	Fixed    bool      // Start is where it begins
}

// FurringOut is how far out from a wall's foot the room face of a furring
// stands: framing depth, worst lean at full height, bulge and clearance,
// rounded up to the mark (usual practice). All in mm.
func FurringOut(depth, lean, bulge, clearance, mark float64) float64 {
	out := depth + math.Max(lean, 0) + math.Max(bulge, 0) + clearance
	return math.Ceil(out/mark-1e-9) * mark
}

// Lay finds the ray a relation asks for. The error says what can't be.
func (r Relation) Lay() (Ray, error) {
	if r.Kind == Through {
		long := r.Marks[0].Distance(r.Marks[1])
		if long < 10 {
			return Ray{}, Wrong{Why: MarksAreOne}
		}
		return Ray{At: r.Marks[0], UX: (r.Marks[1].X - r.Marks[0].X) / long, UY: (r.Marks[1].Y - r.Marks[0].Y) / long, BodyLeft: true}, nil
	}
	ux, uy, long := r.Face.Unit()
	if long < 10 {
		return Ray{}, Wrong{Why: NoLength, Of: r.Face.Of.String()}
	}
	along := func(out float64) Ray {
		return Ray{At: r.Face.Off(long/2, out), UX: ux, UY: uy, BodyLeft: r.Face.OpenLeft}
	}
	switch r.Kind {
	case Parallel:
		return r.parallel(along)
	case Clear:
		return along(r.Face.Finish + r.At + r.Board), nil
	case Furring:
		// the line is its face to the room; the framing stands towards the wall
		ray := along(r.At)
		ray.BodyLeft = !ray.BodyLeft
		return ray, nil
	case InLine:
		// framing lies behind the finish by its own board and skim; it stands
		// behind that, as the face's own framing does
		ray := along(r.Face.Finish - r.Board)
		ray.BodyLeft = !ray.BodyLeft
		return ray, nil
	case Square:
		deg := r.Degrees
		if deg == 0 {
			deg = 90
		}
		sin, cos := math.Sincos(deg * math.Pi / 180)
		if !r.Face.OpenLeft {
			sin = -sin
		}
		start := r.Face.Off(r.At, 0)
		return Ray{At: start, Start: start, Fixed: true, UX: ux*cos - uy*sin, UY: uy*cos + ux*sin, BodyLeft: !r.Face.OpenLeft}, nil
	case Centred:
		return r.centred(ux, uy, long)
	case Leg:
		return r.leg(ux, uy), nil
	}
	return Ray{}, Wrong{Why: NoSuchWay, Of: string(r.Kind)}
}

// parallel follows the measurements near both ends, or one of them.
func (r Relation) parallel(along func(float64) Ray) (Ray, error) {
	if !r.Both {
		return along(r.At), nil
	}
	_, _, long := r.Face.Unit()
	ray := along(r.At)
	switch r.Follow {
	case "start":
	case "end":
		ray = along(r.AtEnd)
	default:
		a, b := r.Face.Off(0, r.At), r.Face.Off(long, r.AtEnd)
		d := a.Distance(b)
		ray.At = geo.Point{X: (a.X + b.X) / 2, Y: (a.Y + b.Y) / 2}
		ray.UX, ray.UY = (b.X-a.X)/d, (b.Y-a.Y)/d
	}
	ray.Taper = r.AtEnd - r.At
	return ray, nil
}

// leg begins at the end of the last leg and turns off it. The framing stands on
// the same side all along the zigzag.
func (r Relation) leg(ux, uy float64) Ray {
	deg := r.Degrees
	if deg == 0 {
		deg = 90
	}
	if r.Right {
		deg = -deg
	}
	sin, cos := math.Sincos(deg * math.Pi / 180)
	vx, vy := ux*cos-uy*sin, uy*cos+ux*sin
	start := geo.Point{X: r.Face.To.X + vx*r.Clears, Y: r.Face.To.Y + vy*r.Clears}
	return Ray{At: start, Start: start, Fixed: true, UX: vx, UY: vy, BodyLeft: !r.Face.OpenLeft}
}

func (r Relation) centred(ux, uy, long float64) (Ray, error) {
	vx, vy, _ := r.And.Unit()
	if math.Abs(ux*vy-uy*vx) > math.Sin(15*math.Pi/180) {
		return Ray{}, Wrong{Why: DontFace, Of: r.Face.Of.String(), And: r.And.Of.String(), By: math.Asin(math.Min(1, math.Abs(ux*vy-uy*vx))) * 180 / math.Pi}
	}
	// the middle of the room between them, at both ends of the first face
	var mid [2]geo.Point
	for i, s := range []float64{0, long} {
		p := r.Face.Off(s, 0)
		wide := r.And.Out(p)
		if wide <= 0 {
			return Ray{}, Wrong{Why: OpenAway, Of: r.Face.Of.String(), And: r.And.Of.String()}
		}
		mid[i] = r.Face.Off(s, (wide-r.Depth)/2)
	}
	d := mid[0].Distance(mid[1])
	return Ray{
		At: geo.Point{X: (mid[0].X + mid[1].X) / 2, Y: (mid[0].Y + mid[1].Y) / 2}, UX: (mid[1].X - mid[0].X) / d, UY: (mid[1].Y - mid[0].Y) / d,
		BodyLeft: r.Face.OpenLeft,
	}, nil
}

// Says is how far a relation is from holding for a line that is placed: the
// distance asked for less the one there is, worst over the line's two ends.
func (r Relation) Says(from, to geo.Point) float64 {
	ray, err := r.Lay()
	if err != nil {
		return 0
	}
	worst := 0.0
	for _, p := range []geo.Point{from, to} {
		d := (p.X-ray.At.X)*ray.UY - (p.Y-ray.At.Y)*ray.UX
		if math.Abs(d) > math.Abs(worst) {
			worst = d
		}
	}
	return worst
}
