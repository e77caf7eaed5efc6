package framing

import (
	"homalos/internal/measure"
	"homalos/internal/words"
)

// Jamb is how deep an opening's jamb is to be, and how a stock one comes to that.
type Jamb struct {
	Opening string
	Depth   measure.Length
	Stock   measure.Length // the one that is taken; 0: none is known to be stock
	Does    JambDoes
	By      measure.Length // that is ripped off or put on, or by which it stands proud
}

// JambDoes is what is done with a stock jamb.
type JambDoes string

// What is done with one.
const (
	JambFits    JambDoes = "fits" // flush, or proud by no more than is planed off
	JambRips    JambDoes = "rip"
	JambExtends JambDoes = "extend"
)

// UsualJambs are the depths that jambs are sold in, where the crew names no others.
func UsualJambs(u measure.System) []measure.Length {
	if u == measure.Metric {
		return nil
	}
	return []measure.Length{73 * measure.Inch / 16, 105 * measure.Inch / 16}
}

// hasJamb says whether a jamb goes into a kind of opening.
func (k OpeningKind) hasJamb() bool { return k != Slider && k != Hatch && k != Rough }

// Jambs are the jambs of a wall's openings; deep is the wall's depth over all.
func (f *Framed) Jambs(rules Rules, deep measure.Length) (out []Jamb) {
	proud := rules.Units.Pick(measure.Inch/8, 3*measure.Millimetre)
	for _, o := range f.Wall.Openings {
		if !o.Kind.hasJamb() {
			continue
		}
		j := Jamb{Opening: o.ID, Depth: deep}
		for _, s := range rules.Jambs {
			if j.Stock == 0 || j.Stock < deep && s > j.Stock || s >= deep && s < j.Stock {
				j.Stock = s
			}
		}
		switch over := j.Stock - deep; {
		case j.Stock == 0:
		case over < 0:
			j.Does, j.By = JambExtends, -over
		case over <= proud:
			j.Does, j.By = JambFits, over
		default:
			j.Does, j.By = JambRips, over
		}
		out = append(out, j)
	}
	return out
}

// Say is what is done for a jamb, in words.
func (j Jamb) Say(rules Rules) string {
	switch j.Does {
	case JambFits:
		if j.By == 0 {
			return rules.Tell(words.StockJambFits, j.Depth, j.Stock)
		}
		return rules.Tell(words.StockJambProud, j.Depth, j.Stock, j.By)
	case JambRips:
		return rules.Tell(words.RipTheJamb, j.Depth, j.Stock, j.By)
	case JambExtends:
		return rules.Tell(words.ExtendTheJamb, j.Depth, j.Stock, j.By)
	}
	return rules.Tell(words.JambOf, j.Depth)
}
