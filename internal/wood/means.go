package wood

import (
	"homalos/internal/measure"
	"homalos/internal/words"
)

// Means is all that is to be known of a way to fix a plate. Its places follow
// from the plate and the joists; a new one is a row, and its word.
type Means struct {
	By        string     // as in the job document
	One, Many words.Code // what it is called
	Imperial  measure.Length
	Metric    measure.Length // how far apart at most, unless the crew or its maker says
	Bead      bool           // along the whole plate: it has no places
	Cures     bool           // it holds only after its hours
	Drilled   bool           // into what may hide steel, pipes or cables; makes dust
	Shot      bool           // driven by a charge
	Solid     bool           // into masonry or concrete: its bite is what holds, and its length wants giving
	Steel     bool           // it holds in steel too
	BiteIn    measure.Length
	BiteMM    measure.Length // least bite that is usual, in inch and in metric jobs; its maker decides
}

// Fixings is the table. Usual practice: pins about 48 in (1200 mm), bolts and
// resin anchors 16 in (400 mm), all else 24 in (600 mm) apart; 1 1/2 in (40 mm)
// of bite in wood, 1 in (25 mm) of a pin, 2 in (50 mm) of a bolt, 3 in (75 mm) of
// resin in concrete.
var Fixings = []Means{
	{By: "screw", One: words.Screw, Many: words.Screws, Imperial: 24 * measure.Inch, Metric: 600 * measure.Millimetre, BiteIn: 3 * measure.Inch / 2, BiteMM: 40 * measure.Millimetre},
	{By: "nail", One: words.Nail, Many: words.Nails, Imperial: 24 * measure.Inch, Metric: 600 * measure.Millimetre, BiteIn: 3 * measure.Inch / 2, BiteMM: 40 * measure.Millimetre},
	{By: "pin", One: words.PowderDrivenPin, Many: words.PowderDrivenPins, Imperial: 48 * measure.Inch, Metric: 1200 * measure.Millimetre, Shot: true, Solid: true, BiteIn: measure.Inch, BiteMM: 25 * measure.Millimetre},
	{By: "bolt", One: words.ExpansionBolt, Many: words.ExpansionBolts, Imperial: 16 * measure.Inch, Metric: 400 * measure.Millimetre, Drilled: true, Solid: true, BiteIn: 2 * measure.Inch, BiteMM: 50 * measure.Millimetre},
	{By: "resin", One: words.ResinAnchor, Many: words.ResinAnchors, Imperial: 16 * measure.Inch, Metric: 400 * measure.Millimetre, Cures: true, Drilled: true, Solid: true, BiteIn: 3 * measure.Inch, BiteMM: 75 * measure.Millimetre},
	{By: "self-drilling", One: words.SelfDrillingScrew, Many: words.SelfDrillingScrews, Imperial: 24 * measure.Inch, Metric: 600 * measure.Millimetre, Steel: true, BiteIn: measure.Inch / 2, BiteMM: 12 * measure.Millimetre},
	{By: "adhesive", One: words.Adhesive, Many: words.Adhesive, Imperial: 24 * measure.Inch, Metric: 600 * measure.Millimetre, Bead: true, Cures: true},
}

// UsualBite is the least bite that is usual of a kind of fixing.
func (m Means) UsualBite(u measure.System) measure.Length { return u.Pick(m.BiteIn, m.BiteMM) }

// Means is its row; without one it is as a screw.
func (a Anchor) Means() Means {
	for _, m := range Fixings {
		if m.By == a.By {
			return m
		}
	}
	return Fixings[0]
}
