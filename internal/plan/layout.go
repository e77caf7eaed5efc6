package plan

import (
	"math"

	"homalos/internal/advise"
	"homalos/internal/job"
	"homalos/internal/words"
	"homalos/internal/work"
)

// writeLayout writes how a wall is laid out and what else it could go by.
func (s *writer) writeLayout(out *Wall, w *work.Wall) {
	u := s.Rules.Units
	for _, o := range w.Origins {
		one := Origin{
			Origin: job.Origin{Kind: o.Kind, Joists: o.Joists}, Said: o.Said, Chosen: o.Chosen, Proposed: o.Proposed, Score: o.Score, Counts: o.Counts, Also: o.Also, Why: o.Why, Sum: []Charge{},
		}
		for _, c := range o.Charges(s.Weights) {
			one.Sum = append(one.Sum, Charge{c.Name, c.Count, c.Weight, math.Round(c.Cost*1000) / 1000})
		}
		if !o.Chosen {
			one.Fix = advise.OriginFix(o)
		}
		if o.Kind == "seam" || o.Kind == "station" {
			one.Origin.Station = job.Exactly(o.Station, u)
		}
		out.Origins = append(out.Origins, one)
	}
	out.Bays, out.Sheets = []Bay{}, []Sheet{}
	for _, b := range w.Bays(s.Rules) {
		out.Bays = append(out.Bays, Bay{u.Write(b.From), u.Write(b.To), u.Write(b.Clear()), b.Odd, s.Say(b.Clear())})
	}
	if w.Wall.Layout.Equal {
		for _, x := range w.Wall.Spacers(s.Rules) {
			out.Spacers = append(out.Spacers, Spacer{
				u.Write(x.From), u.Write(x.To), x.Bays, u.Write(x.Long), u.Write(x.Rest), s.Rules.Tell(words.SpacersOf, x.From, x.To, x.Bays, x.Long, words.Fine(x.Rest)),
			})
		}
	}
	for _, h := range w.Hang(s.Rules) {
		lie, said := "standing", words.BoardStands
		if h.Lying {
			lie, said = "lying", words.BoardLies
		}
		misses := []string{}
		for _, at := range h.Misses {
			misses = append(misses, u.Write(at))
		}
		text := s.Rules.Tell(said, h.Width, h.Length)
		switch {
		case len(h.Misses) == 0:
			text += s.Rules.Tell(words.EveryEdgeHasWood)
		case h.Divisible:
			text += s.Rules.Tell(words.EdgesMissWood, len(h.Misses), len(h.Edges))
		default:
			text += s.Rules.Tell(words.NotWholeBays, len(h.Misses), len(h.Edges))
		}
		out.Sheets = append(out.Sheets, Sheet{u.Write(h.Width), u.Write(h.Length), lie, h.Divisible, len(h.Edges), misses, h.Cuts, text})
	}
}
