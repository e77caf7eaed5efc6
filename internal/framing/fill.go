package framing

import (
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// fillFlat lays one flat piece over a header in place of cripples, where no more
// than that finds room: cripples shorter than two thicknesses split. Rule: the
// work, step 5.
func (f *framer) fillFlat() {
	w, t := f.Wall, f.Wall.Lumber.Thickness
	gone := map[int]bool{}
	for i, o := range w.Openings {
		least, most, cripples := measure.Length(1<<62), measure.Length(0), []int(nil)
		for k := range f.Members {
			if m := &f.Members[k]; m.Opening == o.ID && m.Kind == wood.Cripple {
				if m.State != Ready { // what isn't sure yet stands until it is read
					cripples = nil
					break
				}
				cripples = append(cripples, k)
				least, most = min(least, m.Exact), max(most, m.Exact)
			}
		}
		if cripples == nil || o.Engineer != nil || least < t || most >= 2*t { // a load wants its cripples
			continue
		}
		for _, k := range cripples {
			gone[k] = true
		}
		left, right := o.Inner(t)
		base := f.heads[i].level() + (o.headOver() + o.Header.Height() + f.heads[i].lift).Millimetres()
		f.Members = append(f.Members, Member{
			Kind: wood.Fill, Lumber: w.Lumber, From: left, To: right, Known: true, Exact: right - left, Cut: wood.Fill.Round(right-left, f.rules.Mark),
			State: Ready, Opening: o.ID, Base: base, Sum: headerSum(f.rules, o, t), Why: f.rules.Tell(words.FillsInsteadOfCripples, least-t, most-t),
		})
	}
	if len(gone) == 0 {
		return
	}
	members, doubts, beyond := f.Members, f.doubts, f.beyond
	f.Members, f.doubts, f.beyond = nil, map[int][]survey.Term{}, map[int]float64{}
	for k, m := range members {
		if gone[k] {
			continue
		}
		n := len(f.Members)
		if terms, ok := doubts[k]; ok {
			f.doubts[n], f.beyond[n] = terms, beyond[k]
		}
		f.Members = append(f.Members, m)
	}
}
