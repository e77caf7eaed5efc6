// Package wood knows lumber, what it is fixed with, and the kinds of pieces a
// partition is made of. It knows nothing of where they stand.
package wood

import (
	"homalos/internal/measure"
)

// Lumber is one kind of wood by its real size.
type Lumber struct {
	ID        string
	Thickness measure.Length
	Depth     measure.Length
	Stock     []measure.Length // rising
	Treated   bool
	Track     bool           // steel track: its thickness is the metal's
	Fit       measure.Length // of track: how much shorter what stands in it is cut
}

// Longest is the longest stock length.
func (l *Lumber) Longest() measure.Length { return l.Stock[len(l.Stock)-1] }

// Anchor is what a plate is fixed with. Step is the farthest apart; Length is
// under its head, 0 where it wasn't given.
type Anchor struct {
	By     string // as in Fixings
	Length measure.Length
	Step   measure.Length
	Cure   float64 // hours
	Glued  bool    // with a bead of adhesive as well
}
