package instrument

import (
	"fmt"
	"math"
	"math/rand/v2"

	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// Aim is what a device is pointed at. Places are on the plan, in millimetres.
type Aim struct {
	Kind  string         `json:"kind"` // gap, floor, ceiling, length, angle, offset, along, known, joist
	X     float64        `json:"x,omitempty"`
	Y     float64        `json:"y,omitempty"`
	From  string         `json:"from,omitempty"` // corners
	To    string         `json:"to,omitempty"`
	At    string         `json:"at,omitempty"`
	Known float64        `json:"known,omitempty"`
	Units measure.System `json:"units"`
}

// Shot is a reading as a device gives it.
type Shot struct {
	Sequence int     `json:"sequence"`
	Device   string  `json:"device"`
	Kind     string  `json:"kind"`
	Value    string  `json:"value,omitempty"`
	Degrees  float64 `json:"degrees,omitempty"`
	Of       string  `json:"of,omitempty"` // what was aimed at, handed back
	Slip     string  `json:"-"`            // a blunder, and what it would have been
	True     float64 `json:"-"`
}

// Device is one kind of instrument: its standard error, and what it rounds to.
type Device struct {
	Name     string
	Noise    float64 // mm; degrees for the bevel
	Imperial measure.Length
	Metric   measure.Length
}

// The devices. Their errors are usual ones for tools of the trade.
var devices = map[string]Device{
	"laser meter": {"laser meter", 0.8, measure.Inch / 32, measure.Millimetre / 2},
	"line laser":  {"line laser", 0.7, measure.Inch / 32, measure.Millimetre / 2},
	"bevel":       {"bevel", 0.25, 0, 0},
	"detector":    {"detector", 6, measure.Inch / 8, 5 * measure.Millimetre},
}

var deviceFor = map[string]string{
	"gap": "laser meter", "length": "laser meter", "offset": "laser meter", "along": "laser meter", "known": "laser meter",
	"floor": "line laser", "ceiling": "line laser", "angle": "bevel", "joist": "detector",
}

// Kit is a set of devices in a building. Its errors follow from the seed and
// the number of shots before: the same work gives the same readings.
type Kit struct {
	Building *Building
	Blunders float64 // share of shots that are misread; 0 for none
	Burnt    int     // the shot, counted from 1, that is misread by an inch or a centimetre for sure; 0 for none
	random   *rand.Rand
	shots    int
	last     Shot
}

// NewKit is a kit of devices with the errors of a seed.
func NewKit(b *Building, seed uint64, blunders float64) *Kit {
	return &Kit{Building: b, Blunders: blunders, random: rand.New(rand.NewPCG(seed, 0x5eed))}
}

// Shoot takes one reading. The error says what can't be aimed at.
func (k *Kit) Shoot(a Aim) (Shot, error) {
	name, ok := deviceFor[a.Kind]
	if !ok {
		return Shot{}, fmt.Errorf("no device reads %q", a.Kind)
	}
	if !a.Units.Known() {
		a.Units = measure.Imperial
	}
	d := devices[name]
	value, err := k.Building.really(a)
	if err != nil {
		return Shot{}, err
	}
	k.shots++
	s := Shot{Sequence: k.shots, Device: d.Name, Kind: a.Kind, True: value, Of: a.From + "-" + a.To}
	read := value + k.random.NormFloat64()*d.Noise
	if a.Kind == "angle" {
		s.Degrees = math.Round(read*10) / 10
		return s, nil
	}
	l := measure.FromMillimetres(read).Nearest(a.Units.Pick(d.Imperial, d.Metric))
	if k.shots == k.Burnt {
		s.Slip = "burnt"
		l += a.Units.Pick(measure.Inch, 10*measure.Millimetre)
	} else if k.random.Float64() < k.Blunders {
		l, s.Slip = k.misread(l, a)
	}
	s.Value = a.Units.Write(l)
	return s, nil
}

// Shots is how many readings were taken so far.
func (k *Kit) Shots() int { return k.shots }

// misread makes one of the slips that people make.
func (k *Kit) misread(l measure.Length, a Aim) (measure.Length, string) {
	slips := survey.Slips(l, a.Units, false)
	if len(slips) == 0 {
		return l, ""
	}
	s := slips[k.random.IntN(len(slips))]
	return measure.FromMillimetres(s.Really), s.Kind.String()
}

// really is what an aim would read without any error, in mm or degrees.
func (b *Building) really(a Aim) (float64, error) {
	at := geo.Point{X: a.X, Y: a.Y}
	switch a.Kind {
	case "floor":
		return b.Floor.At(at), nil
	case "ceiling":
		return b.Ceiling.At(at), nil
	case "gap":
		return b.Ceiling.At(at) - b.Floor.At(at), nil
	case "known":
		return a.Known, nil
	case "joist":
		return b.toJoist(at), nil
	}
	from, err := b.corner(a.From)
	if err != nil {
		return 0, err
	}
	to, err := b.corner(a.To)
	if err != nil {
		return 0, err
	}
	if a.Kind == "length" {
		return from.Distance(to), nil
	}
	c, err := b.corner(a.At)
	if err != nil {
		return 0, err
	}
	long := from.Distance(to)
	ux, uy := (to.X-from.X)/long, (to.Y-from.Y)/long
	switch a.Kind {
	case "offset":
		return (c.Y-from.Y)*ux - (c.X-from.X)*uy, nil
	case "along":
		return (c.X-from.X)*ux + (c.Y-from.Y)*uy, nil
	}
	turn := math.Atan2(from.Y-c.Y, from.X-c.X) - math.Atan2(to.Y-c.Y, to.X-c.X)
	deg := math.Mod(turn*180/math.Pi+720, 360)
	if b.round(a.At, a.From) < b.round(a.At, a.To) {
		deg = 360 - deg // said the other way round: still the room's side
	}
	return deg, nil
}

// round is how many corners on, with the room to the left, one is from another.
func (b *Building) round(from, to string) int {
	n, i, j := len(b.Corners), 0, 0
	for k, c := range b.Corners {
		if c.ID == from {
			i = k
		}
		if c.ID == to {
			j = k
		}
	}
	return (j - i + n) % n
}

// toJoist is how far the nearest ceiling joist's centre is, as a detector
// slid along x finds it.
func (b *Building) toJoist(at geo.Point) float64 {
	best := math.Inf(1)
	for _, j := range b.Joists {
		sin, cos := math.Sincos(j.Angle * math.Pi / 180)
		d := (at.X-j.X)*sin - (at.Y-j.Y)*cos
		if math.Abs(d) < math.Abs(best) {
			best = d
		}
	}
	if math.IsInf(best, 1) {
		return 0
	}
	return best
}
