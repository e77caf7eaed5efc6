package work

import (
	"context"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/words"
)

// Origin is what a wall's marks could go by, and what that costs.
type Origin struct {
	framing.Candidate
	framing.Tally
	Chosen, Proposed bool
	Score            float64  // the least is best
	Why              []string // how it differs from the one that is chosen; of that one, from the best other
}

// tried is a candidate, counted as far as the wall alone says.
type tried struct {
	framing.Candidate
	framing.Tally
	chosen bool
}

// try counts every layout that a wall could have. The one it has is counted as it
// is framed.
func (f *framedWall) try(ctx context.Context, s *site.Site, w *framing.Wall, heights framing.Heights, all []framing.Candidate, chosen int) {
	found := s.Found()
	for i, c := range all {
		if ctx.Err() != nil {
			return // nothing of it is kept
		}
		one := tried{Candidate: c, chosen: i == chosen}
		if one.chosen {
			one.Tally = f.framed.Tally(s.Rules, found, f.against)
		} else {
			one.Tally = framing.Try(w, c.Layout, s.Rules, heights, found)
		}
		f.origins = append(f.origins, one)
	}
}

// judge scores a wall's layouts by the crew's weights. What was found of the wall
// beside its framing is the same under each. Of equals the one that is chosen is
// proposed, else the first.
func (r *Result) judge(w *Wall) []Origin {
	var out []Origin
	best := -1
	for i, c := range w.tried {
		o := Origin{Candidate: c.Candidate, Tally: c.Copy(), Chosen: c.chosen}
		o.Find(r.beside(w))
		o.Score = o.Tally.Score(r.Weights)
		out = append(out, o)
		if best < 0 || o.Score < out[best].Score || o.Score == out[best].Score && o.Chosen {
			best = i
		}
	}
	if best < 0 {
		return nil
	}
	out[best].Proposed = true
	for i := range out {
		out[i].Why = r.why(out, i)
	}
	return out
}

// beside are the findings of a wall that don't come of its framing.
func (r *Result) beside(w *Wall) []framing.Finding {
	var out []framing.Finding
	left := map[string]int{}
	for _, f := range w.Framed.Findings {
		left[f.Code]++
	}
	for _, f := range w.Findings {
		if left[f.Code]--; left[f.Code] < 0 {
			out = append(out, f)
		}
	}
	return out
}

// why says how a layout differs: from the one that is chosen; the chosen one from
// the best of the others.
func (r *Result) why(all []Origin, i int) []string {
	o, to := all[i], -1
	for k := range all {
		switch {
		case k == i:
		case all[k].Chosen:
			to = k
		case o.Chosen && (to < 0 || all[k].Score < all[to].Score):
			to = k
		}
	}
	tell := r.Rules.Tell
	var out []string
	if to >= 0 {
		other := all[to]
		for _, thing := range other.InStuds {
			if !slices.Contains(o.InStuds, thing) {
				out = append(out, tell(words.ItStaysClear, thing))
			}
		}
		for _, thing := range o.InStuds {
			if !slices.Contains(other.InStuds, thing) {
				out = append(out, tell(words.ItStandsInAStud, thing))
			}
		}
		for _, d := range differences {
			n := o.Of(d.key) - other.Of(d.key)
			switch {
			case n == 0:
			case n == -1:
				out = append(out, tell(d.fewer[0]))
			case n < 0:
				out = append(out, tell(d.fewer[1], -n))
			case n == 1:
				out = append(out, tell(d.more[0]))
			default:
				out = append(out, tell(d.more[1], n))
			}
		}
		if o.Narrow >= 0 && o.Narrow != o.Last && other.Narrow >= 0 && (o.Narrow-other.Narrow).Abs() > r.Rules.Mark {
			out = append(out, tell(words.NarrowestBay, o.Narrow))
		}
	}
	if o.Last > measure.Length(0) {
		out = append(out, tell(words.LastBay, o.Last))
	}
	return out
}

// differences are how layouts differ, in words: by one, by several.
var differences = []struct {
	key         string
	fewer, more [2]words.Code
}{
	{"in-the-clear", [2]words.Code{words.OneFewerInTheClear, words.FewerInTheClear}, [2]words.Code{words.OneMoreInTheClear, words.MoreInTheClear}},
	{framing.OverHidden, [2]words.Code{words.OneFewerOverHidden, words.FewerOverHidden}, [2]words.Code{words.OneMoreOverHidden, words.MoreOverHidden}},
	{framing.Studs, [2]words.Code{words.OneStudFewer, words.StudsFewer}, [2]words.Code{words.OneStudMore, words.StudsMore}},
	{framing.EdgesOffWood, [2]words.Code{words.OneEdgeFewer, words.EdgesFewer}, [2]words.Code{words.OneEdgeMore, words.EdgesMore}},
	{framing.BoardCuts, [2]words.Code{words.OneBoardCutFewer, words.BoardCutsFewer}, [2]words.Code{words.OneBoardCutMore, words.BoardCutsMore}},
	{framing.OddBays, [2]words.Code{words.OneOddBayFewer, words.OddBaysFewer}, [2]words.Code{words.OneOddBayMore, words.OddBaysMore}},
	{framing.StudsMoved, [2]words.Code{words.OneMovedFewer, words.MovedFewer}, [2]words.Code{words.OneMovedMore, words.MovedMore}},
	{framing.OffJoists, [2]words.Code{words.OneOffJoistFewer, words.OffJoistsFewer}, [2]words.Code{words.OneOffJoistMore, words.OffJoistsMore}},
}
