// Package cutting turns pieces into a saw list: alike pieces together, sticks
// to cut them from, and what to buy. It knows lengths and stock, not where a
// piece stands.
package cutting

import (
	"slices"
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
	ID     string // what it is called: its lumber and a number
	Lumber string
	Stock  measure.Length
	From   measure.Length // where its first piece begins: what is before is squared off, or a defect's
	Room   measure.Length // from there on, what pieces are cut from
	Pieces []Piece
	Cut    int            // how many of them, from the first, are cut already
	Offcut measure.Length // what is left, the kerf before it taken off
	There  *wood.OnHand   // it is there already; nil: it is bought
	Short  measure.Length // no longer piece is cut from it: it is bowed; 0: any
	Waste  bool           // nothing more is cut from it
}

// Places is which of a stick's pieces one is; -1: it is cut from another.
func (s Stick) Places(member string) int {
	return slices.IndexFunc(s.Pieces, func(p Piece) bool { return p.Member == member })
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
