package work

import (
	"math"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/site"
	"homalos/internal/survey"
	"homalos/internal/words"
)

// leans says whether a wall's end meets a wall that leans.
func (s *Result) leans(w *framing.Wall) bool {
	return slices.ContainsFunc(s.Meets, func(m site.Meet) bool { return m.Wall == w && m.Existing != nil && len(m.Existing.Leans) > 0 })
}

// leanEnds takes what a leaning wall leaves off the top plate, carried to the
// height there, or lets it run on where the wall leans away. The end stud
// stands clear of the lean. Source: geometry (the work, step 3).
func (s *Result) leanEnds(w *framing.Wall, heights framing.Heights) {
	u := s.Rules.Units
	for _, m := range s.Meets {
		if m.Wall != w || m.Existing == nil || len(m.Existing.Leans) == 0 {
			continue
		}
		from, to := s.Stations(m)
		near := m.Existing.Leans[0]
		for _, l := range m.Existing.Leans {
			if math.Abs(l.Station-(from+to)/2) < math.Abs(near.Station-(from+to)/2) {
				near = l
			}
		}
		high := s.RoughHeight()
		end := w.At(m.Station())
		if e := heights.EstimateAll([][]survey.Term{survey.Gap(end)})[0]; e.Known && !e.Few {
			high = e.Value
		}
		off := u.Estimate(near.Over(high)).Nearest(s.Rules.Mark)
		if off == 0 {
			continue
		}
		at := m.At()
		at.Top = off
		word := s.Rules.Tell(words.LeansIn)
		if off < 0 {
			word = s.Rules.Tell(words.LeansAway)
		}
		at.Lean = s.Rules.Tell(words.OverCarriedTo, m.Existing.ID, word, words.MM(math.Abs(near.Out)), words.MM(near.Span), words.MM(high))
		at.Held = max(at.Held, off)
	}
}
