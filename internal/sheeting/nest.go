package sheeting

import (
	"cmp"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/measure"
)

// Board is one of the crew's, and how many pieces are cut from it.
type Board struct {
	Pieces int
	Left   float64 // share of it that no piece takes
}

// rest is what is left of a board beside what was cut from it, as it would hang.
type rest struct {
	board     int
	x, y      measure.Length
	along, up measure.Length
}

// Nest says for each piece which board it is cut from: the largest first, each from the
// rest that it fills best, else from a new board. A piece isn't turned: its long edges
// are the board's. It gives the boards, of which the pieces' numbers count from 1.
func Nest(faces []*Face, sheet framing.Sheet) []Board {
	along, up := sheet.Width, sheet.Length
	if sheet.Lying {
		along, up = up, along
	}
	var all []*Piece
	for _, f := range faces {
		for i := range f.Pieces {
			all = append(all, &f.Pieces[i])
		}
	}
	order := slices.Clone(all)
	slices.SortStableFunc(order, func(a, b *Piece) int {
		return cmp.Or(cmp.Compare(b.Up(), a.Up()), cmp.Compare(b.Along(), a.Along()))
	})
	var boards []Board
	var rests []rest
	area := along.Millimetres() * up.Millimetres()
	for _, p := range order {
		best := -1
		for k, r := range rests {
			if p.Along() > r.along || p.Up() > r.up {
				continue
			}
			if best < 0 || less(r, rests[best], p) {
				best = k
			}
		}
		from := rest{board: len(boards), along: along, up: up}
		if best >= 0 {
			from = rests[best]
			rests = slices.Delete(rests, best, best+1)
			p.Rest = true
		} else {
			boards = append(boards, Board{Left: 1})
		}
		p.Board, p.On = from.board+1, [2]measure.Length{from.x, from.y}
		b := &boards[from.board]
		b.Pieces++
		b.Left -= p.Along().Millimetres() * p.Up().Millimetres() / area
		for _, r := range split(from, p) {
			if r.along > 0 && r.up > 0 {
				rests = append(rests, r)
			}
		}
	}
	return numbered(all, boards)
}

// numbered counts the boards in the order that their first pieces hang.
func numbered(all []*Piece, boards []Board) []Board {
	out, as := make([]Board, 0, len(boards)), map[int]int{}
	for _, p := range all {
		if as[p.Board] == 0 {
			out = append(out, boards[p.Board-1])
			as[p.Board] = len(out)
		}
		p.Board = as[p.Board]
	}
	return out
}

// less says that a piece fills one rest better than another.
func less(a, b rest, p *Piece) bool {
	left := func(r rest) measure.Length { return min(r.along-p.Along(), r.up-p.Up()) }
	return left(a) < left(b)
}

// split is what is left of a rest once a piece is cut from its corner: the larger part
// stays whole.
func split(r rest, p *Piece) [2]rest {
	beside, over := r.along-p.Along(), r.up-p.Up()
	if beside.Millimetres()*r.up.Millimetres() > over.Millimetres()*r.along.Millimetres() {
		return [2]rest{{r.board, r.x + p.Along(), r.y, beside, r.up}, {r.board, r.x, r.y + p.Up(), p.Along(), over}}
	}
	return [2]rest{{r.board, r.x + p.Along(), r.y, beside, p.Up()}, {r.board, r.x, r.y + p.Up(), r.along, over}}
}
