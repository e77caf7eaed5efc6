package saw

import (
	"fmt"
	"slices"

	"homalos/internal/cutting"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/work"
)

// use is wood that was cut off a stick.
type use struct {
	line   int // of what was cut
	member string
	lumber string
	stick  string // "": it wasn't said
	stock  measure.Length
	there  *wood.OnHand
	at     measure.Length // how long it is
	miscut string         // what that wood is called, where it came out wrong
}

// set is a stick that was set aside.
type set struct {
	job.Cull
	stock measure.Length
	there *wood.OnHand
}

// history is what was done, read.
type history struct {
	r        *work.Result
	d        job.Document
	cuts     []job.Cut
	used     []use          // what stands, in order: pieces, and what came out wrong
	standing map[string]use // pieces that are cut
	sets     map[string]set // sticks that are set aside, by what they are called
	pieces   map[string]bool
	touched  map[string]bool // lumber that something was done with
}

func read(r *work.Result, d job.Document) (*history, error) {
	h := &history{r: r, d: d, standing: map[string]use{}, sets: map[string]set{}, touched: map[string]bool{}}
	if d.Record == nil {
		return h, nil
	}
	h.cuts = d.Record.Cuts
	if err := h.readCuts(); err != nil {
		return nil, err
	}
	return h, h.readCulls()
}

// onHand is wood that was there; nil: it was bought.
func onHand(there, place string, stock measure.Length) *wood.OnHand {
	if there == "" {
		return nil
	}
	return &wood.OnHand{Length: stock, Count: 1, What: there, Place: place}
}

func (h *history) readCuts() error {
	u := h.r.Rules.Units
	wrong := map[string]int{} // of each lumber: how many came out wrong, whatever was taken back
	var all []use
	drop := func(which func(use) bool) {
		for i := len(all) - 1; i >= 0; i-- {
			if which(all[i]) {
				all = slices.Delete(all, i, i+1)
				return
			}
		}
	}
	for i, c := range h.cuts {
		h.touched[c.Lumber] = true
		piece := func(x use) bool { return x.member == c.Member && x.miscut == "" }
		if c.Undone {
			if c.Miscut {
				drop(func(x use) bool { return x.member == c.Member && x.miscut != "" })
			} else {
				drop(piece)
			}
			continue
		}
		one := use{line: i, member: c.Member, lumber: c.Lumber, stick: c.Stick}
		var err error
		if one.at, err = lengthOf(c).In(u); err != nil {
			return err
		}
		if c.Stock.Given() {
			if one.stock, err = c.Stock.In(u); err != nil {
				return err
			}
		} else {
			one.stick = ""
		}
		one.there = onHand(c.There, c.Place, one.stock)
		if c.Miscut {
			wrong[c.Lumber]++
			one.miscut = fmt.Sprintf("%s/m%d", c.Lumber, wrong[c.Lumber])
			if k := slices.IndexFunc(all, piece); k >= 0 && one.stick == "" { // that same wood had been ticked
				one.stick, one.stock, one.there = all[k].stick, all[k].stock, all[k].there
			}
		}
		drop(piece)
		all = append(all, one)
	}
	h.used = all
	for _, x := range all {
		if x.miscut == "" {
			h.standing[x.member] = x
		}
	}
	return nil
}

// lengthOf is what a piece is long: what it came out at, or was called at.
func lengthOf(c job.Cut) job.Length {
	if c.Came.Given() {
		return c.Came
	}
	return c.Length
}

func (h *history) readCulls() error {
	for _, c := range h.d.Record.Culls {
		h.touched[c.Lumber] = true
		if c.Undone {
			delete(h.sets, c.Stick)
			continue
		}
		one := set{Cull: c}
		if c.Stock.Given() {
			var err error
			if one.stock, err = c.Stock.In(h.r.Rules.Units); err != nil {
				return err
			}
		}
		one.there = onHand(c.There, c.Place, one.stock)
		h.sets[c.Stick] = one
	}
	return nil
}

// planned says whether a piece is one of the plan's.
func (h *history) planned(member string) bool {
	if h.pieces == nil {
		h.pieces = map[string]bool{}
		for _, w := range h.r.Lists() {
			for _, m := range w.Members {
				h.pieces[m.ID] = true
			}
		}
	}
	return h.pieces[member]
}

// laidBy is how many lines the sticks of a lumber are laid by: up to the last that left
// other wood than was planned, and as many as the last was laid by.
func (h *history) laidBy(lumber string) (n int, anew bool) {
	for _, u := range h.used {
		if u.lumber != lumber {
			continue
		}
		if n = max(n, h.cuts[u.line].Laid); u.miscut != "" {
			n = max(n, u.line+1)
		}
		anew = n > 0
	}
	for _, s := range h.sets {
		if s.Lumber == lumber {
			n, anew = max(n, s.After), true
		}
	}
	return min(n, len(h.cuts)), anew
}

// begun are the sticks of a lumber that the first n lines leave, in the order they were
// begun: what came out wrong is one of its own.
func (h *history) begun(l *wood.Lumber, n int) (out []cutting.Stick) {
	at := map[string]int{}
	saw := h.r.Saw()
	open := func(id string, stock measure.Length, there *wood.OnHand) *cutting.Stick {
		if i, known := at[id]; known {
			return &out[i]
		}
		s := cutting.Stick{ID: id, Lumber: l.ID, Stock: stock, There: there}
		if there == nil || there.What != "offcut" {
			s.From = min(saw.Square, stock)
		}
		s.Room = stock - s.From
		s.Offcut = s.Room
		if c, aside := h.sets[id]; aside {
			s.Short, s.Waste = saw.Bowed, c.As == "waste"
		}
		at[id] = len(out)
		out = append(out, s)
		return &out[at[id]]
	}
	for _, u := range h.used {
		if u.lumber != l.ID || u.line >= n {
			continue
		}
		if u.stick != "" {
			s := open(u.stick, u.stock, u.there)
			called := u.member
			if u.miscut != "" {
				called = u.miscut
			}
			s.Pieces = append(s.Pieces, cutting.Piece{Member: called, Length: u.at, State: "ready"})
			s.Cut++
			s.Offcut = max(0, s.Offcut-u.at-saw.Kerf)
		}
		if u.miscut != "" {
			open(u.miscut, u.at, &wood.OnHand{Length: u.at, Count: 1, What: "offcut"})
		}
	}
	var aside []string
	for id, c := range h.sets {
		if _, known := at[id]; c.Lumber == l.ID && c.stock > 0 && !known {
			aside = append(aside, id)
		}
	}
	slices.Sort(aside)
	for _, id := range aside {
		open(id, h.sets[id].stock, h.sets[id].there)
	}
	return out
}

// lives are what was done with each piece.
func (h *history) lives() map[string]Life {
	out := map[string]Life{}
	for member, u := range h.standing {
		out[member] = Life{Line: h.cuts[u.line], At: u.at, Cut: true}
	}
	for member, stands := range h.d.StoodNow() {
		one := out[member]
		one.Sets, one.Out = stands, !stands
		out[member] = one
	}
	return out
}

// miscuts says what came out wrong, and what it can become: the longest of the pieces
// that are ready, and the longest of those that are short between others.
func (h *history) miscuts(now *Now) {
	left := map[string]cutting.Stick{}
	for _, l := range now.Lumber {
		for _, s := range l.Sticks {
			left[s.ID] = s
		}
	}
	for _, u := range h.used {
		if u.miscut == "" {
			continue
		}
		one := Miscut{Line: h.cuts[u.line], Stick: u.miscut, Length: u.at, Left: u.at}
		for _, l := range h.r.Lumber {
			if l.ID == u.lumber {
				one.Lumber = l
			}
		}
		if s, laid := left[u.miscut]; laid {
			one.Waste = s.Waste
			for _, p := range s.Pieces[:s.Cut] {
				one.Left = max(0, one.Left-p.Length-h.r.Kerf)
			}
		}
		if one.Lumber != nil && !one.Waste {
			one.Becomes = h.becomes(one)
		}
		now.Miscuts = append(now.Miscuts, one)
	}
}

func (h *history) becomes(m Miscut) (out []Become) {
	var best [2]*Become // whatever it is; a short one between others
	for _, w := range h.r.Lists() {
		for i := range w.Members {
			p := &w.Members[i]
			if p.Lumber.ID != m.Lumber.ID || !work.MayCut(p) || p.Old != 0 || p.Cut <= 0 || p.Cut > m.Left {
				continue
			}
			if _, cut := h.standing[p.ID]; cut {
				continue
			}
			k := 0
			if p.Kind.Between() {
				k = 1
			}
			if best[k] == nil || p.Cut > best[k].Member.Cut {
				best[k] = &Become{Member: p, Rest: max(0, m.Left-p.Cut-h.r.Kerf)}
			}
		}
	}
	for _, b := range best {
		if b != nil {
			out = append(out, *b)
		}
	}
	return out
}
