// Package cutting turns pieces into a saw list: alike pieces together, sticks
// to cut them from, and what to buy. It knows lengths and stock, not where a
// piece stands.
package cutting

import (
	"context"
	"sort"

	"homalos/internal/measure"
	"homalos/internal/wood"
)

// Piece is one piece to cut.
type Piece struct {
	Member string
	Length measure.Length
	State  string // as in the plan document
}

// Group is pieces of one lumber, length and state.
type Group struct {
	Lumber  string
	Length  measure.Length
	State   string
	Members []string
}

// Stick is one stock length and what is cut from it, in order.
type Stick struct {
	Lumber string
	Stock  measure.Length
	Pieces []Piece
	Offcut measure.Length // what is left, squared end and kerfs taken off
	There  *wood.OnHand   // it is there already; nil: it is bought
}

// Buy is how many sticks of one length are needed.
type Buy struct {
	Lumber string
	Stock  measure.Length
	Count  int
}

// Alike groups pieces of one lumber: longest first, then by state, members in
// the order given.
func Alike(lumber string, pieces []Piece) []Group {
	sorted := longestFirst(pieces)
	var out []Group
	for _, p := range sorted {
		last := len(out) - 1
		if last < 0 || out[last].Length != p.Length || out[last].State != p.State {
			out = append(out, Group{Lumber: lumber, Length: p.Length, State: p.State})
			last++
		}
		out[last].Members = append(out[last].Members, p.Member)
	}
	return out
}

func longestFirst(pieces []Piece) []Piece {
	sorted := append([]Piece(nil), pieces...)
	sort.SliceStable(sorted, func(i, j int) bool {
		if sorted[i].Length != sorted[j].Length {
			return sorted[i].Length > sorted[j].Length
		}
		return sorted[i].State < sorted[j].State
	})
	return sorted
}

// Sticks lays pieces into stock lengths so that the least wood is bought. Pieces longer
// than the longest stock are returned apart.
func Sticks(lumber string, pieces []Piece, stock []measure.Length, kerf measure.Length) (sticks []Stick, tooLong []Piece) {
	pile := Lay(&wood.Lumber{ID: lumber, Stock: stock}, pieces, kerf)
	return pile.Sticks, pile.TooLong
}

// Pile is the sticks that pieces are laid into.
type Pile struct {
	Sticks  []Stick
	TooLong []Piece
	Length  measure.Length // of all that is bought
	Cost    float64        // of that: in money where there are prices, else its length in mm
	Least   float64        // no plan costs less
}

// Lay lays pieces into what is there and into what can be bought, at the least cost:
// what is there costs nothing.
func Lay(l *wood.Lumber, pieces []Piece, kerf measure.Length) (pile Pile) {
	p := Problem{Kerf: kerf}
	for i, price := range l.Priced() {
		p.Stock = append(p.Stock, Stock{Length: l.Stock[i], Price: price, OnHand: Endless})
	}
	longest := l.Longest()
	for _, h := range l.OnHand {
		p.Stock = append(p.Stock, Stock{Length: h.Length, OnHand: h.Count})
		if h.Count > 0 {
			longest = max(longest, h.Length)
		}
	}
	var of [][]Piece // of each need
	for _, one := range longestFirst(pieces) {
		switch {
		case one.Length <= 0: // a piece without room: a finding tells of it
		case one.Length > longest:
			pile.TooLong = append(pile.TooLong, one)
		case len(p.Needs) > 0 && p.Needs[len(p.Needs)-1].Length == one.Length:
			p.Needs[len(p.Needs)-1].Count++
			of[len(of)-1] = append(of[len(of)-1], one)
		default:
			p.Needs, of = append(p.Needs, Need{one.Length, 1}), append(of, []Piece{one})
		}
	}
	a := Plan(context.Background(), p, Quick, nil)
	for _, x := range a.Layouts {
		for range x.Times {
			s := Stick{Lumber: l.ID, Stock: p.Stock[x.Stock].Length, Offcut: p.Offcut(x)}
			if k := x.Stock - len(l.Stock); k >= 0 {
				s.There = &l.OnHand[k]
			} else {
				pile.Length += s.Stock
			}
			for _, part := range x.Parts {
				s.Pieces, of[part.Need] = append(s.Pieces, of[part.Need][:part.N]...), of[part.Need][part.N:]
			}
			pile.Sticks = append(pile.Sticks, s)
		}
	}
	for i, n := range a.Left { // too long for what can be bought, and no more of the rest is there
		pile.TooLong = append(pile.TooLong, of[i][len(of[i])-n:]...)
	}
	pile.Cost, pile.Least = a.Cost, a.Bound
	return pile
}

// Shopping counts the sticks to buy of one lumber by stock length, shortest first.
func Shopping(sticks []Stick) []Buy {
	var out []Buy
	for _, s := range sticks {
		if s.There != nil {
			continue
		}
		found := false
		for i := range out {
			if out[i].Stock == s.Stock {
				out[i].Count++
				found = true
			}
		}
		if !found {
			out = append(out, Buy{s.Lumber, s.Stock, 1})
		}
	}
	sort.Slice(out, func(i, j int) bool { return out[i].Stock < out[j].Stock })
	return out
}
