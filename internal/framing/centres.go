package framing

import (
	"cmp"
	"slices"

	"homalos/internal/measure"
)

// Stretch is a part of a wall whose studs stand at a spacing of their own.
type Stretch struct {
	From, To measure.Length
	Spacing  measure.Length
}

// Closest is the least spacing on the wall.
func (w *Wall) Closest() measure.Length {
	out := w.Layout.Spacing
	for _, s := range w.Layout.Stretches {
		out = min(out, s.Spacing)
	}
	return out
}

// centres are the layout's stud centres as stations, rising.
func (w *Wall) centres(rules Rules) []measure.Length {
	if w.Layout.Equal {
		var out []measure.Length
		for _, s := range w.Spacers(rules) {
			out = append(out, s.centres(w.Lumber.Thickness)...)
		}
		return out
	}
	out := w.marked(rules)
	if w.Layout.FromEnd {
		slices.Reverse(out)
		for i, c := range out {
			out[i] = w.Length - c
		}
	}
	return out
}

// marked are the centres on centre, as the tape reads them. All stretches are
// counted from the same beginning, so that a sheet's edge goes on landing on a stud.
func (w *Wall) marked(rules Rules) []measure.Length {
	t, held := w.Lumber.Thickness, w.Start.Held
	if w.Layout.FromEnd {
		held = w.Stop.Held
	}
	var out []measure.Length
	last := measure.Length(0) // the spacing before
	for _, part := range w.parts() {
		s := part.Spacing
		k := (part.From - w.Layout.Offset) / s
		for w.Layout.Offset+k*s >= part.From && w.Layout.Offset+k*s > 0 {
			k--
		}
		for c := w.Layout.Offset + k*s; c < part.To; c += s {
			if c < part.From || c <= 0 {
				continue
			}
			// a mark before the first adds nothing close to the end stud; with a real bay before it, it does
			if c < w.Layout.Offset+s && c-t/2 < held+t+rules.slot() {
				continue
			}
			if n := len(out); n > 0 && out[n-1] < part.From && c-out[n-1] > max(s, last) {
				out = append(out, out[n-1]+(c-out[n-1])/2) // where two spacings meet
			}
			out = append(out, c)
		}
		last = s
	}
	return out
}

// parts cut the wall where its spacing changes, as the tape is pulled.
func (w *Wall) parts() []Stretch {
	var out []Stretch
	at, base := measure.Length(0), w.Layout.Spacing
	for i := range w.Layout.Stretches {
		s := w.Layout.Stretches[i]
		if w.Layout.FromEnd {
			s = w.Layout.Stretches[len(w.Layout.Stretches)-1-i]
			s.From, s.To = w.Length-s.To, w.Length-s.From
		}
		if s.From > at {
			out = append(out, Stretch{at, s.From, base})
		}
		out = append(out, s)
		at = s.To
	}
	if at < w.Length {
		out = append(out, Stretch{at, w.Length, base})
	}
	return out
}

// spacingOver is the widest spacing that holds between two stations.
func (w *Wall) spacingOver(from, to measure.Length) measure.Length {
	if len(w.Layout.Stretches) == 0 {
		return w.Layout.Spacing
	}
	own, most, covered := w.Layout.Spacing, measure.Length(0), measure.Length(0)
	for _, s := range w.Layout.Stretches {
		if low, high := max(s.From, from), min(s.To, to); high > low {
			most = max(most, s.Spacing)
			covered += high - low
		}
	}
	if covered < to-from {
		most = max(most, own)
	}
	return most
}

// Spacer is a stretch that equal bays divide: how long the spacer between two
// studs is, and what is left when it is cut to the mark.
type Spacer struct {
	From, To measure.Length // clear, between what stands at both its ends
	Bays     int
	Long     measure.Length // (L − n·w) / (n − 1), down to the mark
	Rest     measure.Length // what so many spacers and studs leave of it
}

// Spacers are the stretches between what stands whatever the layout says, with
// equal bays no wider than the spacing. Rule: the work, step 4.
func (w *Wall) Spacers(rules Rules) []Spacer {
	t := w.Lumber.Thickness
	packs := w.packs()
	slices.SortStableFunc(packs, func(a, b pack) int { return cmp.Compare(a.from, b.from) })
	var out []Spacer
	divide := func(from, to measure.Length) {
		if to <= from {
			return
		}
		s := w.spacingOver(from, to)
		room := to - from + t
		bays := (room + s - 1) / s
		one := ((room - t*bays) / bays).Down(rules.Mark)
		out = append(out, Spacer{from, to, int(bays), one, to - from - bays*one - (bays-1)*t})
	}
	at := measure.Length(0)
	for i, p := range packs {
		if i > 0 {
			divide(at, p.from)
		}
		at = max(at, p.to)
		for _, o := range w.Openings {
			if left, _ := w.Outer(o); p.from == left && p.to == o.Left() {
				low, high := w.inner(o)
				divide(low, high) // cripples, over the header
				at = max(at, o.Right())
			}
		}
	}
	return out
}

// centres are those of the studs between its bays. Exact thirds and sevenths
// aren't whole nanometres: each is rounded by itself, so nothing drifts.
func (s Spacer) centres(t measure.Length) []measure.Length {
	var out []measure.Length
	room, bays := int64(s.To-s.From+t), int64(s.Bays)
	for i := int64(1); i < bays; i++ {
		out = append(out, s.From-t/2+measure.Length((room*i+bays/2)/bays))
	}
	return out
}
