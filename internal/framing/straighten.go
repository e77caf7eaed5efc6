package framing

import (
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// straighten lays rows of blocks from an opening's kings to what stands beside
// them, so that a hinge or a latch doesn't pull the jamb out of line. None lies in
// a stretch that is kept clear there. Rule: the work, step 5.
func (f *framer) straighten() {
	w := f.Wall
	for _, o := range w.Openings {
		if o.Blocks == 0 {
			continue
		}
		left, right := w.Outer(o)
		for _, king := range []measure.Length{left, right} {
			from, to, foot, ok := f.besideKing(o, king, king == left)
			if !ok || to-from < f.rules.slot() {
				continue // it stands against wood already
			}
			for i := range o.Blocks {
				high := stack(w.Bottom) + (o.headOver()-stack(w.Bottom))*measure.Length(i+1)/measure.Length(o.Blocks+1)
				if w.keptClear(from, to, high, high+w.Lumber.Thickness) {
					continue
				}
				f.Members = append(f.Members, Member{
					Kind: wood.Nogging, Lumber: w.Lumber, From: from, To: to, Known: true, Exact: to - from, Cut: wood.Nogging.Round(to-from, f.rules.Mark), State: Ready, Opening: o.ID,
					Base: foot + (high - stack(w.Bottom)).Millimetres(), Why: f.rules.Tell(words.KeepsTheJambStraight, o.ID),
					Sum: []Line{{What: f.rules.Tell(words.ClearBayBeside, o.ID), Value: to - from}},
				})
			}
		}
	}
}

// besideKing is the clear bay beside a king, and the elevation of its foot.
func (f *framer) besideKing(o Opening, king measure.Length, before bool) (from, to measure.Length, foot float64, ok bool) {
	for i := range f.Members {
		m := &f.Members[i]
		if m.Opening == o.ID && m.Kind == wood.King && m.Known {
			foot = m.Base
		}
		if !m.Kind.FullHeight() || m.Opening == o.ID {
			continue
		}
		switch {
		case before && m.To <= king && (!ok || m.To > from):
			from, to, ok = m.To, king, true
		case !before && m.From >= king && (!ok || m.From < to):
			from, to, ok = king, m.From, true
		}
	}
	return from, to, foot, ok
}

// keptClear says whether a stretch of wall, from one height over the floor to
// another, is kept clear.
func (w *Wall) keptClear(from, to, low, high measure.Length) bool {
	for _, c := range w.Clear {
		if from < c.To && to > c.From && (c.High == 0 && c.Low == 0 || (c.High == 0 || low < c.High) && high > c.Low) {
			return true
		}
	}
	return false
}
