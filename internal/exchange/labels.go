package exchange

import (
	"math"
	"unicode/utf8"

	"homalos/internal/picture"
)

// label is a text that wants room on a drawing, near its place.
type label struct {
	layer string
	at    picture.Dot // what it is of
	text  string
	turn  float64 // degrees that it is written at; 0 upright
	small bool
}

// box is the ground a text covers, in millimetres.
type box struct{ x1, y1, x2, y2 float64 }

func (b box) meets(c box) bool { return b.x1 < c.x2 && b.x2 > c.x1 && b.y1 < c.y2 && b.y2 > c.y1 }

// placed is a label with room of its own: Lead is the place it points at, where it
// had to move.
type placed struct {
	label
	spot picture.Dot
	lead bool
	left bool // it begins at its spot
}

// letter heights, mm on the ground.
const (
	large  = 80.0
	little = 60.0
)

func (l label) height() float64 {
	if l.small {
		return little
	}
	return large
}

// ground is what a label covers with its middle at a place: letters are about
// three fifths as wide as high.
func (l label) ground(at picture.Dot) box {
	wide, high := 0.62*l.height()*float64(utf8.RuneCountInString(l.text))+20, l.height()*1.25
	sin, cos := math.Sincos(l.turn * math.Pi / 180)
	w, h := math.Abs(wide*cos)+math.Abs(high*sin), math.Abs(wide*sin)+math.Abs(high*cos)
	return box{at.X - w/2, at.Y - h/2, at.X + w/2, at.Y + h/2}
}

// place gives each label room of its own, in their order: at its place, else beside
// it, ever farther, with a leader line to what it is of.
func place(all []label, taken []box) []placed {
	var out []placed
	for _, l := range all {
		spot, lead := l.at, false
		if !free(l.ground(spot), taken) {
			var found bool
			if spot, found = aside(l, taken); !found && l.small {
				continue // its mark stands; there is no room to say it
			}
			lead = true
			if math.Hypot(spot.X-l.at.X, spot.Y-l.at.Y) < 1.6*l.height() {
				lead = false // so near that it is plain
			}
		}
		taken = append(taken, l.ground(spot))
		out = append(out, placed{label: l, spot: spot, lead: lead})
	}
	return out
}

func free(b box, taken []box) bool {
	for _, t := range taken {
		if b.meets(t) {
			return false
		}
	}
	return true
}

// aside looks for room round a place, in rings.
func aside(l label, taken []box) (picture.Dot, bool) {
	const directions = 16
	rings := 120
	if l.small {
		rings = 24
	}
	for ring := 1; ring < rings; ring++ {
		far := float64(ring) * l.height() * 0.7
		for k := range directions {
			sin, cos := math.Sincos(2 * math.Pi * float64(k) / directions)
			spot := picture.Dot{X: l.at.X + far*cos, Y: l.at.Y + far*sin}
			if free(l.ground(spot), taken) {
				return spot, true
			}
		}
	}
	return l.at, false
}
