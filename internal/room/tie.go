package room

import (
	"math"

	"homalos/internal/geo"
)

// TieKind is what a tie measures between corners of the room.
type TieKind string

// The kinds of tie, named as in the job document.
const (
	LengthTie TieKind = "length" // between two corners: a side or a diagonal
	AngleTie  TieKind = "angle"  // at a corner, from one corner to another, on the room's side; degrees
	OffsetTie TieKind = "offset" // of a corner from the line through two others, to the left of it positive
	AlongTie  TieKind = "along"  // of a corner along the line through two others, from the first
)

// Tie is one tape or bevel reading between corners, given by their place in
// the room's list. Value and Sigma (its standard error) are millimetres, for
// angles degrees.
type Tie struct {
	ID           string
	Kind         TieKind
	At, From, To int // At is used by angle, offset and along
	Value, Sigma float64
	Sure         bool // taken again and agreed: never doubted
}

// Corner is one corner of the room, in order with the room to the left.
type Corner struct {
	ID    string
	Out   bool       // juts into the room: the inside angle is over 180°
	Drawn *geo.Point // where a drawing has it: a hint, never a measurement
}

// foretell is what a tie would read with the corners at these places, and how
// that changes with each corner (as d/dx, d/dy).
func (t Tie) foretell(p []geo.Point) (float64, map[int][2]float64) {
	a, b := p[t.From], p[t.To]
	slope := map[int][2]float64{}
	add := func(i int, x, y float64) { slope[i] = [2]float64{slope[i][0] + x, slope[i][1] + y} }
	switch t.Kind {
	case LengthTie:
		d := math.Max(a.Distance(b), 1e-6)
		ux, uy := (b.X-a.X)/d, (b.Y-a.Y)/d
		add(t.To, ux, uy)
		add(t.From, -ux, -uy)
		return d, slope
	case AngleTie:
		c := p[t.At]
		turn := bearing(c, a) - bearing(c, b) // the room is to the left, so from the next corner back to the one before
		turn = math.Mod(turn, 2*math.Pi)
		if turn < 0 {
			turn += 2 * math.Pi
		}
		const deg = 180 / math.Pi
		for i, sign := range map[int]float64{t.From: deg, t.To: -deg} {
			d := math.Max(c.Distance(p[i]), 1e-3)
			gx, gy := -(p[i].Y-c.Y)/(d*d), (p[i].X-c.X)/(d*d)
			add(i, sign*gx, sign*gy)
			add(t.At, -sign*gx, -sign*gy)
		}
		return turn * deg, slope
	}
	c := p[t.At]
	d := math.Max(a.Distance(b), 1e-6)
	ux, uy := (b.X-a.X)/d, (b.Y-a.Y)/d
	along := (c.X-a.X)*ux + (c.Y-a.Y)*uy
	off := (c.Y-a.Y)*ux - (c.X-a.X)*uy
	if t.Kind == OffsetTie {
		add(t.At, -uy, ux)
		add(t.From, uy*(1-along/d), -ux*(1-along/d))
		add(t.To, uy*along/d, -ux*along/d)
		return off, slope
	}
	add(t.At, ux, uy)
	add(t.From, -ux+off/d*uy, -uy-off/d*ux)
	add(t.To, -off/d*uy, off/d*ux)
	return along, slope
}

func bearing(from, to geo.Point) float64 { return math.Atan2(to.Y-from.Y, to.X-from.X) }

// misfit is reading less foretold; angles go the short way round.
func (t Tie) misfit(p []geo.Point) float64 {
	f, _ := t.foretell(p)
	d := t.Value - f
	if t.Kind == AngleTie {
		d = math.Mod(d+540, 360) - 180
	}
	return d
}

// AngleOf is the angle opposite d in a triangle with legs a and b, in degrees:
// acos((a²+b²−d²)/2ab). Geometry; NaN where the three can't meet.
func AngleOf(a, b, d float64) float64 {
	return math.Acos((a*a+b*b-d*d)/(2*a*b)) * 180 / math.Pi
}
