// Package saw knows what was done with a job's pieces, and lays what is left to cut
// into sticks: those that are begun stay as they are, what came out wrong and what is
// left over is there for other pieces, and what was set aside is not.
//
// A plan is made of a job without what was cut; this comes after it, and changes it
// nowhere where the saw has followed it.
package saw

import (
	"context"
	"slices"

	"homalos/internal/cutting"
	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/work"
)

// Now is how it stands at the saw.
type Now struct {
	Lumber  []Lumber // in the job's order
	Lives   map[string]Life
	Miscuts []Miscut
}

// Lumber is one lumber's sticks as they are cut and laid now.
type Lumber struct {
	work.Lumbered
	Laid int // of how many lines of what was cut the sticks are laid by; 0: by none
}

// Life is what was done with one piece. Pieces that are to be cut have none.
type Life struct {
	Line job.Cut
	At   measure.Length // what it is long
	Cut  bool
	Sets bool // it stands in its wall
	Out  bool // it was taken out of it
}

// Miscut is wood that came out wrong.
type Miscut struct {
	Line    job.Cut
	Stick   string // what it is called, as a stick
	Lumber  *wood.Lumber
	Length  measure.Length
	Left    measure.Length // of it, once what was cut from it is
	Waste   bool           // it is set aside
	Becomes []Become       // what can be cut from what is left
}

// Become is a piece that can be cut from what came out wrong.
type Become struct {
	Member *framing.Member
	Rest   measure.Length
}

// Of says how a job stands at the saw. The error is of a length in its record that
// can't be read.
func Of(ctx context.Context, r *work.Result, d job.Document) (*Now, error) {
	h, err := read(r, d)
	if err != nil {
		return nil, err
	}
	out := &Now{Lives: h.lives()}
	for i, l := range r.Lumber {
		one := Lumber{Lumbered: r.Cuts[i]}
		if h.touched[l.ID] {
			h.lay(ctx, l, &one)
		}
		out.Lumber = append(out.Lumber, one)
	}
	h.miscuts(out)
	return out, nil
}

// lay lays the sticks of a lumber: as planned where the saw followed the plan, else by
// what was cut up to the line that the last one was laid by, else by all.
func (h *history) lay(ctx context.Context, l *wood.Lumber, out *Lumber) {
	by, anew := h.laidBy(l.ID)
	if !anew {
		if sticks, ok := h.follow(l, out.Sticks, 0); ok {
			out.Sticks = sticks
			return
		}
		by = len(h.cuts)
	}
	for _, n := range []int{by, len(h.cuts)} {
		pile := h.laid(ctx, l, n)
		sticks, ok := h.follow(l, pile.Sticks, n)
		if !ok && n < len(h.cuts) {
			continue
		}
		pile.Sticks = sticks
		out.Pile, out.Laid, out.Buy = pile, n, cutting.Shopping(sticks)
		return
	}
}

// laid lays what isn't cut by the first n lines into what they leave.
func (h *history) laid(ctx context.Context, l *wood.Lumber, n int) cutting.Pile {
	begun := h.begun(l, n)
	var pieces []cutting.Piece
	_, bought := h.r.Pieces(l)
	for _, p := range bought {
		if u, cut := h.standing[p.Member]; !cut || u.line >= n || u.lumber != l.ID {
			pieces = append(pieces, p)
		}
	}
	left := *l
	left.OnHand = slices.Clone(l.OnHand)
	for _, s := range begun { // it is no longer among what is there
		if s.There == nil {
			continue
		}
		for i := range left.OnHand {
			if left.OnHand[i].Count > 0 && left.OnHand[i].Same(*s.There) {
				left.OnHand[i].Count--
				break
			}
		}
	}
	return cutting.Lay(ctx, &left, pieces, h.r.Saw(), begun)
}

// follow marks in sticks what was cut from the line n on; not ok where they can't have
// been cut so.
func (h *history) follow(l *wood.Lumber, planned []cutting.Stick, n int) (out []cutting.Stick, ok bool) {
	out = slices.Clone(planned)
	at := map[string]int{}
	for i, s := range out {
		at[s.ID] = i
	}
	for _, u := range h.used {
		if u.lumber != l.ID || u.line < n {
			continue
		}
		i := -1
		if k, there := at[u.stick]; there {
			i = k
		}
		if u.stick == "" { // it wasn't said from which: the one that it is laid in
			i = slices.IndexFunc(out, func(s cutting.Stick) bool { return s.Places(u.member) >= 0 })
		}
		if i < 0 {
			if h.planned(u.member) {
				return nil, false
			}
			continue
		}
		s := &out[i]
		k := s.Places(u.member)
		if k < s.Cut || s.Waste || u.stick != "" && (s.Stock != u.stock || !same(s.There, u.there)) {
			return nil, false
		}
		s.Pieces = slices.Clone(s.Pieces)
		p := s.Pieces[k]
		longer := u.at - p.Length
		if longer > max(0, s.Offcut) {
			return nil, false // what is left over isn't enough for that
		}
		p.Length, s.Offcut = u.at, s.Offcut-longer
		s.Pieces = slices.Insert(slices.Delete(s.Pieces, k, k+1), s.Cut, p)
		s.Cut++
	}
	return out, true
}

func same(a, b *wood.OnHand) bool {
	if a == nil || b == nil {
		return a == b
	}
	return a.Same(*b)
}
