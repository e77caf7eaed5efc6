package framing

import (
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Extra is a stud that somebody wants at a place of its own: for a board's edge, for
// what hangs there.
type Extra struct {
	At   measure.Length // its middle
	What string         // what it is for
}

// withExtras adds the studs that somebody wants. One whose place is taken in part
// stands tight beside what stands there, on the side of its own middle.
func (w *Wall) withExtras(all []upright, rules Rules) []upright {
	for _, e := range w.Extra {
		if u, ok := w.extra(e, all, rules); ok {
			all = append(all, u)
		}
	}
	if len(w.Extra) > 0 {
		sortUprights(all)
	}
	return all
}

// extra is where a stud stands that somebody wants; ok is false where nothing lets it.
func (w *Wall) extra(e Extra, all []upright, rules Rules) (u upright, ok bool) {
	t := w.Lumber.Thickness
	u = stands(wood.Stud, e.At-t/2, e.At-t/2+t, rules.Tell(words.PutInFor, e.What), -1)
	for range 2 { // once beside what is there, and then it must be free
		clear := true
		for _, x := range all {
			if x.from >= u.to || x.to <= u.from {
				continue
			}
			clear = false
			if e.At >= x.from+(x.to-x.from)/2 {
				u.from, u.to = x.to, x.to+t
			} else {
				u.from, u.to = x.from-t, x.from
			}
			break
		}
		if clear {
			break
		}
	}
	for _, x := range all {
		if x.from < u.to && x.to > u.from {
			return u, false
		}
	}
	for _, o := range w.Openings {
		if left, right := w.Outer(o); left < u.to && right > u.from {
			return u, false
		}
	}
	return u, u.from >= 0 && u.to <= w.Length
}

// TakesExtra says whether a stud finds room with its middle at a station, or tight
// beside what stands there.
func (f *Framed) TakesExtra(at measure.Length, rules Rules) bool {
	var all []upright
	for _, m := range f.Members {
		if m.Kind.Upright() {
			all = append(all, upright{from: m.From, to: m.To})
		}
	}
	_, ok := f.Wall.extra(Extra{At: at}, all, rules)
	return ok
}

// checkExtras tells of those that find no room.
func (f *framer) checkExtras() {
	for _, e := range f.Wall.Extra {
		why, found := f.rules.Tell(words.PutInFor, e.What), false
		for _, m := range f.Members {
			found = found || m.Kind != wood.BottomPlate && m.Why == why && (m.From-e.At).Abs() <= 3*f.Wall.Lumber.Thickness
		}
		if !found {
			f.find(Warn, "stud-astray", max(0, min(e.At, f.Wall.Length)), nil, f.rules.Tell(words.ExtraFindsNoRoom, e.At), f.rules.Tell(words.MoveOrTakeItOut))
		}
	}
}

// triedSaid is why the wall's pieces are cut otherwise than they were reckoned: its
// first one was tried. Source: the work, step 6.
func (w *Wall) triedSaid(rules Rules) string {
	said := words.FirstPieceTight
	if w.Tried < 0 {
		said = words.FirstPieceLoose
	}
	on := w.TriedOn
	if on == "" {
		on = rules.Tell(words.TheFirstPiece)
	}
	return rules.Tell(said, on, w.Tried.Abs())
}
