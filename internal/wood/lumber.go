// Package wood knows lumber, what it is fixed with, and the kinds of pieces a
// partition is made of. It knows nothing of where they stand.
package wood

import (
	"slices"

	"homalos/internal/measure"
)

// Lumber is one kind of wood by its real size.
type Lumber struct {
	ID        string
	Thickness measure.Length
	Depth     measure.Length
	Stock     []measure.Length // rising
	Prices    []Price          // of those stock lengths that have one
	OnHand    []OnHand
	Treated   bool
	Density   float64        // kg of a cubic metre
	Track     bool           // steel track: its thickness is the metal's
	Steel     bool           // a steel stud: thickness is its flanges' width, depth its web's
	Metal     measure.Length // of a steel stud
	Holes     Holes          // in its web
	Fit       measure.Length // of track: how much shorter what stands in it is cut
}

// Price is what one stick of a length costs.
type Price struct {
	Length measure.Length
	Price  float64
}

// OnHand is wood that is there already.
type OnHand struct {
	Length measure.Length
	Count  int
	What   string // stick, offcut or salvage
	Place  string // where it lies
	Label  string // what is written on it
	Bowed  bool   // it gives short pieces only

	Defects [][2]measure.Length // stretches that no piece is cut from, rising
}

// Clear are the stretches between a stick's defects; of a whole stick its end is squared
// off first.
func (h *OnHand) Clear(square measure.Length) (out [][2]measure.Length) {
	from := measure.Length(0)
	if h.What != "offcut" {
		from = square
	}
	for _, d := range h.Defects {
		if d[0] > from {
			out = append(out, [2]measure.Length{from, d[0]})
		}
		from = max(from, d[1])
	}
	if h.Length > from {
		out = append(out, [2]measure.Length{from, h.Length})
	}
	return out
}

// Same says that two are the same but for how many there are.
func (h OnHand) Same(o OnHand) bool {
	return h.Length == o.Length && h.What == o.What && h.Place == o.Place
}

// Priced are what a stick of each stock length costs. A length without a price costs a
// metre what the dearest other does; with no price at all wood costs its length.
func (l *Lumber) Priced() []float64 {
	metre := 0.0
	for _, p := range l.Prices {
		metre = max(metre, p.Price/p.Length.Millimetres())
	}
	out := make([]float64, len(l.Stock))
	for i, long := range l.Stock {
		at := slices.IndexFunc(l.Prices, func(p Price) bool { return p.Length == long })
		switch {
		case at >= 0:
			out[i] = l.Prices[at].Price
		case len(l.Prices) > 0:
			out[i] = metre * long.Millimetres()
		default:
			out[i] = long.Millimetres()
		}
	}
	return out
}

// Longest is the longest stock length.
func (l *Lumber) Longest() measure.Length { return l.Stock[len(l.Stock)-1] }

// Insulation is what bays are filled with. Width 0: nothing is.
type Insulation struct {
	Width, Length measure.Length // of a slab or roll
	Over          measure.Length // how much larger than its bay it is cut each way: friction holds it
}

// Anchor is what a plate is fixed with. Step is the farthest apart; Length is
// under its head, 0 where it wasn't given.
type Anchor struct {
	By     string // as in Fixings
	Length measure.Length
	Step   measure.Length
	Cure   float64 // hours
	Glued  bool    // with a bead of adhesive as well
}

// Holes are those in a steel stud's web: from its marked end, all the same way up.
type Holes struct {
	First, Every measure.Length
}

// Section is how much metal or wood a piece's cross section has, mm².
func (l *Lumber) Section() float64 {
	t, d := l.Thickness.Millimetres(), l.Depth.Millimetres()
	switch {
	case l.Track:
		return t * (d + 2*trackLeg)
	case l.Steel:
		return l.Metal.Millimetres() * (d + 2*t + 2*lip)
	}
	return t * d
}

// trackLeg is how far a track's legs reach up, lip how far a stud's flanges turn in; mm.
// Usual: 1 1/4 in, 1/4 in.
const (
	trackLeg = 32.0
	lip      = 6.0
)
