package cutting

import (
	"math"
	"slices"

	"homalos/internal/measure"
)

// UsualAlike is the fit window that is offered: how much shorter than its own a piece
// may be cut. Usual practice: 1/16 in, 1.5 mm.
func UsualAlike(u measure.System) measure.Length {
	return u.Pick(measure.Inch/16, 3*measure.Millimetre/2)
}

// Fewest gives each length the one that it is cut at: never longer, shorter by no more
// than the window, and as few different ones as there can be; of those, the ones that
// shorten least. The answer is exact: lengths lie on a line, so groups are stretches of
// it, each cut at its shortest.
func Fewest(lengths []measure.Length, window measure.Length) map[measure.Length]measure.Length {
	count := map[measure.Length]int{}
	for _, l := range lengths {
		count[l]++
	}
	var all []measure.Length
	for l := range count {
		all = append(all, l)
	}
	slices.Sort(all)
	type best struct {
		groups int
		short  float64 // in all, mm
		from   int     // where the last group begins
	}
	upTo := make([]best, len(all)+1) // of the first so many
	for k := 1; k <= len(all); k++ {
		upTo[k] = best{math.MaxInt, 0, 0}
		for i := k - 1; i >= 0 && all[k-1]-all[i] <= window; i-- {
			short := 0.0
			for j := i; j < k; j++ {
				short += float64(count[all[j]]) * (all[j] - all[i]).Millimetres()
			}
			one := best{upTo[i].groups + 1, upTo[i].short + short, i}
			if one.groups < upTo[k].groups || one.groups == upTo[k].groups && one.short < upTo[k].short-1e-9 {
				upTo[k] = one
			}
		}
	}
	out := map[measure.Length]measure.Length{}
	for k := len(all); k > 0; k = upTo[k].from {
		for j := upTo[k].from; j < k; j++ {
			out[all[j]] = all[upTo[k].from]
		}
	}
	return out
}

// Different is how many different lengths there are.
func Different(lengths []measure.Length) int {
	seen := map[measure.Length]bool{}
	for _, l := range lengths {
		seen[l] = true
	}
	return len(seen)
}
