package work

import (
	"math"

	"homalos/internal/framing"
)

// tieHeads finds the head that each group of openings shares: that of the one
// whose floor and height bring it highest. Where one of them isn't known none is.
// Source: the work, step 5.
func (r *Result) tieHeads(walls []*framing.Wall, heights func(w *framing.Wall) framing.Heights) {
	groups := map[string]*framing.Tied{}
	for _, w := range walls {
		grouped := false
		for _, o := range w.Openings {
			grouped = grouped || o.Head != ""
		}
		if !grouped {
			continue
		}
		sides := framing.HighSides(w, r.Rules, heights(w))
		for i, o := range w.Openings {
			if o.Head == "" {
				continue
			}
			side := sides[i]
			one := &framing.Tied{Known: side.Known, Level: side.Level, Spread: side.Spread, Opening: o.ID, Wall: w.ID, At: side.At, From: side.From}
			if g := groups[o.Head]; g == nil {
				groups[o.Head] = one
			} else {
				groups[o.Head] = higher(g, one)
			}
		}
	}
	for _, w := range walls {
		for i, o := range w.Openings {
			if o.Head != "" {
				w.Openings[i].Tied = groups[o.Head]
			}
		}
	}
}

// higher is the higher of two heads: as unsure as the other could still be
// higher, or lower than it seems.
func higher(a, b *framing.Tied) *framing.Tied {
	switch {
	case !a.Known:
		return a
	case !b.Known:
		return b
	case b.Level > a.Level+1e-6:
		a, b = b, a
	}
	out := *a
	out.Spread = math.Max(out.Spread, b.Level+b.Spread-a.Level)
	return &out
}
