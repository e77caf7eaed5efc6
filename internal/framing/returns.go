package framing

import (
	"slices"

	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// NoBay says whether a wall is a return so short that its end studs leave no slot that
// a hand or insulation goes into: it is filled with wood. Source: the work, step 6.
func (w *Wall) NoBay(rules Rules) bool {
	return len(w.Openings) == 0 && w.Steel == nil && !w.Own.Edged && w.Length-w.Start.Held-w.Stop.Held < 2*w.Lumber.Thickness+rules.slot()
}

// leastStrip is the thinnest strip that is ripped to fill a return; what is less is
// left. Usual practice.
func (r Rules) leastStrip() measure.Length {
	return r.Units.Pick(measure.Inch/4, 6*measure.Millimetre)
}

// solid stands as many studs side by side as a return has room for, and a strip in what
// is left between the last two.
func (w *Wall) solid(rules Rules) []upright {
	t := w.Lumber.Thickness
	low, high := w.Start.Held, w.Length-w.Stop.Held
	n := max(1, (high-low)/t)
	rest := high - low - n*t
	var out []upright
	for k := range n - 1 {
		out = append(out, stands(wood.Stud, low+t*k, low+t*(k+1), rules.Tell(words.FillsTheReturn), -1))
	}
	last := high - t
	if n == 1 && rest > 0 {
		last = low
	}
	out = append(out, stands(wood.Stud, last, last+t, rules.Tell(words.FillsTheReturn), -1))
	if rest >= rules.leastStrip() {
		from := low + t*(n-1)
		if n == 1 {
			from = low + t
		}
		out = append(out, stands(wood.Packer, from, from+rest, rules.Tell(words.StripOfReturn, rest), -1))
	}
	sortUprights(out)
	return out
}

// checkReturn says how a return is filled.
func (f *framer) checkReturn() {
	if !f.Wall.NoBay(f.rules) {
		return
	}
	var ids []string
	n, strip := 0, measure.Length(0)
	for _, m := range f.Members {
		switch m.Kind {
		case wood.Stud:
			n++
		case wood.Packer:
			strip = m.To - m.From
		default:
			continue
		}
		ids = append(ids, m.ID)
	}
	text := f.rules.Tell(words.ReturnIsSolid, f.Wall.Length, n, f.Wall.Lumber.ID)
	if strip > 0 {
		text = f.rules.Tell(words.ReturnIsPacked, f.Wall.Length, n, f.Wall.Lumber.ID, strip)
	}
	f.find(Note, "solid-return", f.Wall.Length/2, slices.Clip(ids), text, f.rules.Tell(words.NailItAsOne))
}
