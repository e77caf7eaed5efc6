package cutting

import (
	"fmt"

	"homalos/internal/measure"
)

// Stock is a length that sticks of one lumber come in.
type Stock struct {
	Length measure.Length
	Price  float64        // of one stick; all in one currency, or all in lengths
	OnHand int            // how many there are; Endless: no end
	Short  measure.Length // no longer piece is cut from it: it is bowed; 0: any that it holds
}

// takes is the longest piece that may be cut from a stick.
func (s Stock) takes() measure.Length {
	if s.Short > 0 {
		return min(s.Short, s.Length)
	}
	return s.Length
}

// Endless is how many there are of a stock that can be bought.
const Endless = -1

// Need is pieces of one length.
type Need struct {
	Length measure.Length
	Count  int
}

// Problem is pieces of one lumber, to be cut from its stock. Between two pieces, and
// before the offcut, the saw takes the kerf; a piece as long as its stick takes none.
type Problem struct {
	Needs []Need
	Stock []Stock
	Kerf  measure.Length
}

// Layout is one way to cut a stick, and how many are cut so.
type Layout struct {
	Stock int    // which of the problem's
	Parts []Part // longest first
	Times int
}

// Part is so many pieces of one need.
type Part struct{ Need, N int }

// Answer is how the pieces are cut. Bound is a cost that no plan can go below.
type Answer struct {
	Layouts []Layout
	Cost    float64
	Bound   float64
	Left    []int // of each need: pieces that no stock is left for, or none is long enough
}

// Check says what is wrong with a problem, as one would say it of its field.
func (p Problem) Check() error {
	for i, n := range p.Needs {
		if n.Length <= 0 || n.Count < 0 {
			return fmt.Errorf("needs[%d]: a piece has a length, and is wanted so many times", i)
		}
	}
	for i, s := range p.Stock {
		if s.Length <= 0 || s.Price < 0 || s.Price != s.Price {
			return fmt.Errorf("stock[%d]: a stick has a length, and a price that isn't below nothing", i)
		}
	}
	return nil
}

// used is how much of a stick a layout takes, kerfs between its pieces included.
func (p Problem) used(all []Part) (out measure.Length) {
	n := 0
	for _, x := range all {
		out += p.Needs[x.Need].Length * measure.Length(x.N)
		n += x.N
	}
	return out + p.Kerf*measure.Length(max(0, n-1))
}

// Offcut is what is left of a layout's stick, the kerf before it taken off.
func (p Problem) Offcut(l Layout) measure.Length {
	return max(0, p.Stock[l.Stock].Length-p.used(l.Parts)-p.Kerf)
}
