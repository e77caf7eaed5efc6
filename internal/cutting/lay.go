package cutting

import (
	"context"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"homalos/internal/measure"
	"homalos/internal/wood"
)

// Saw is how a crew cuts.
type Saw struct {
	Kerf   measure.Length
	Square measure.Length // cut off a whole stick's end before its first piece
	Bowed  measure.Length // the longest piece that a bowed stick gives
	Effort Effort
	Tell   func(cost, bound float64) // is told of each better plan; nil: nobody
}

// Sticks lays pieces into stock lengths so that the least wood is bought. Pieces longer
// than the longest stock are returned apart.
func Sticks(lumber string, pieces []Piece, stock []measure.Length, kerf measure.Length) (sticks []Stick, tooLong []Piece) {
	pile := Lay(context.Background(), &wood.Lumber{ID: lumber, Stock: stock}, pieces, Saw{Kerf: kerf}, nil)
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

// clear is a stretch of wood that pieces can be cut from.
type clear struct {
	stock measure.Length // of the stick that it is part of
	from  measure.Length // where on it it begins
	there *wood.OnHand
	begun int // which of the sticks that are begun; -1: none
}

// supply is what pieces of one lumber can be cut from.
type supply struct {
	lumber *wood.Lumber
	saw    Saw
	least  measure.Length // the shortest piece
	stock  []Stock
	of     []clear // of each stock
}

// add adds wood, unless it is too short for any piece.
func (y *supply) add(s Stock, c clear) {
	if s.Length > 0 && s.takes() >= y.least {
		y.stock, y.of = append(y.stock, s), append(y.of, c)
	}
}

// newSupply is all the wood that there is or can be bought, with what is left of the
// sticks that are begun.
func newSupply(l *wood.Lumber, pieces []Piece, saw Saw, begun []Stick) *supply {
	y := &supply{lumber: l, saw: saw}
	for _, p := range pieces {
		if p.Length > 0 && (y.least == 0 || p.Length < y.least) {
			y.least = p.Length
		}
	}
	for i, price := range l.Priced() {
		y.add(Stock{Length: l.Stock[i] - saw.Square, Price: price, OnHand: Endless}, clear{l.Stock[i], saw.Square, nil, -1})
	}
	for i := range l.OnHand {
		h := &l.OnHand[i]
		short := measure.Length(0)
		if h.Bowed {
			short = saw.Bowed
		}
		for _, c := range h.Clear(saw.Square) {
			y.add(Stock{Length: c[1] - c[0], OnHand: h.Count, Short: short}, clear{h.Length, c[0], h, -1})
		}
	}
	for i, s := range begun {
		if !s.Waste {
			y.add(Stock{Length: s.Offcut, OnHand: 1, Short: s.Short}, clear{s.Stock, 0, s.There, i})
		}
	}
	return y
}

// Lay lays pieces into what is there and into what can be bought, at the least cost:
// what is there costs nothing. Sticks that are begun stay as they are, what is left of
// them being there; they come first.
func Lay(ctx context.Context, l *wood.Lumber, pieces []Piece, saw Saw, begun []Stick) (pile Pile) {
	y := newSupply(l, pieces, saw, begun)
	p := Problem{Kerf: saw.Kerf, Stock: y.stock}
	longest := measure.Length(0)
	for _, s := range y.stock {
		if s.OnHand != 0 {
			longest = max(longest, s.takes())
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
	var progress func(Answer)
	if saw.Tell != nil {
		progress = func(a Answer) { saw.Tell(a.Cost, a.Bound) }
	}
	a := Plan(ctx, p, saw.Effort, progress)
	pile.Sticks = slices.Clone(begun)
	for _, x := range a.Layouts {
		for range x.Times {
			c := y.of[x.Stock]
			s := Stick{Lumber: l.ID, Stock: c.stock, From: c.from, Room: y.stock[x.Stock].Length, There: c.there, Short: y.stock[x.Stock].Short}
			if c.begun >= 0 {
				s = begun[c.begun]
				s.Pieces = slices.Clone(s.Pieces)
			}
			for _, part := range x.Parts {
				s.Pieces, of[part.Need] = append(s.Pieces, of[part.Need][:part.N]...), of[part.Need][part.N:]
			}
			s.Offcut = p.Offcut(x)
			if c.begun >= 0 {
				pile.Sticks[c.begun] = s
			} else {
				pile.Sticks = append(pile.Sticks, s)
			}
		}
	}
	for i, n := range a.Left { // too long for what can be bought, and no more of the rest is there
		pile.TooLong = append(pile.TooLong, of[i][len(of[i])-n:]...)
	}
	pile.number(l.ID)
	pile.Cost, pile.Least = a.Cost, a.Bound
	prices := l.Priced()
	for i, s := range pile.Sticks {
		if s.There != nil {
			continue
		}
		pile.Length += s.Stock
		if k := slices.Index(l.Stock, s.Stock); k >= 0 && i < len(begun) { // bought whatever is planned
			pile.Cost, pile.Least = pile.Cost+prices[k], pile.Least+prices[k]
		}
	}
	return pile
}

// number calls the sticks that have no name yet by the numbers that are free.
func (p *Pile) number(lumber string) {
	taken := map[int]bool{}
	for _, s := range p.Sticks {
		if n, err := strconv.Atoi(strings.TrimPrefix(s.ID, lumber+"/")); err == nil {
			taken[n] = true
		}
	}
	n := 0
	for i := range p.Sticks {
		if p.Sticks[i].ID != "" {
			continue
		}
		for n++; taken[n]; n++ {
		}
		p.Sticks[i].ID = fmt.Sprintf("%s/%d", lumber, n)
	}
}
