// Package cutting turns pieces into a saw list: alike pieces together, sticks
// to cut them from, and what to buy. It knows lengths and stock, not where a
// piece stands.
package cutting

import (
	"sort"

	"homalos/internal/measure"
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

// Sticks lays pieces into stock lengths (rising) by first fit, longest first,
// opening each new stick once at every stock length and keeping the choice
// that needs the least wood; each stick then shrinks to the shortest stock it
// fits. Pieces longer than the longest stock are returned apart.
func Sticks(lumber string, pieces []Piece, stock []measure.Length, kerf measure.Length) (sticks []Stick, tooLong []Piece) {
	var fitting []Piece
	for _, p := range longestFirst(pieces) {
		switch {
		case p.Length <= 0: // a piece without room: a finding tells of it
		case p.Length > stock[len(stock)-1]:
			tooLong = append(tooLong, p)
		default:
			fitting = append(fitting, p)
		}
	}
	best := measure.Length(-1)
	for _, open := range stock {
		tried := firstFit(lumber, fitting, stock, open, kerf)
		total := measure.Length(0)
		for _, s := range tried {
			total += s.Stock
		}
		if best < 0 || total < best {
			best, sticks = total, tried
		}
	}
	return sticks, tooLong
}

// firstFit opens sticks of length open, or of the shortest stock a longer
// piece fits.
func firstFit(lumber string, pieces []Piece, stock []measure.Length, open, kerf measure.Length) []Stick {
	var sticks []Stick
	var left []measure.Length // unspent, without the kerf before the next piece
	start := 0                // sticks before this one are spent
	for _, p := range pieces {
		placed := false
		for i := start; i < len(sticks) && !placed; i++ {
			if room := left[i] - kerf; room >= p.Length {
				sticks[i].Pieces = append(sticks[i].Pieces, p)
				left[i] = room - p.Length
				placed = true
			}
		}
		if !placed {
			sticks = append(sticks, Stick{Lumber: lumber, Pieces: []Piece{p}})
			left = append(left, max(open, shortest(stock, p.Length))-p.Length)
		}
		for start < len(left) && left[start]-kerf < pieces[len(pieces)-1].Length {
			start++
		}
	}
	for i := range sticks {
		used := kerf * measure.Length(len(sticks[i].Pieces)-1)
		for _, p := range sticks[i].Pieces {
			used += p.Length
		}
		sticks[i].Stock = shortest(stock, used)
		sticks[i].Offcut = max(0, sticks[i].Stock-used-kerf)
	}
	return sticks
}

func shortest(stock []measure.Length, long measure.Length) measure.Length {
	for _, s := range stock {
		if s >= long {
			return s
		}
	}
	return stock[len(stock)-1]
}

// Shopping counts sticks of one lumber by stock length, shortest first.
func Shopping(sticks []Stick) []Buy {
	var out []Buy
	for _, s := range sticks {
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
