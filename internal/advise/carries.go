package advise

import (
	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/words"
)

// carries asks of every new wall whether it carries. It never answers.
func (a *adviser) carries() {
	known := a.w.Wall.Carries
	if known == framing.Carries || known == framing.CarriesNought {
		return
	}
	level := "note"
	if len(a.w.Wall.Openings) > 0 {
		level = "warn"
	}
	to := a.tell("carries", level, "", a.Rules.Tell(words.DoesItCarry))
	a.offer(to, "carries", a.Rules.Tell(words.ItCarries), func(w *job.Wall) { w.Carries = framing.Carries })
	a.offer(to, "carries-not", a.Rules.Tell(words.NoSignThatItCarries), func(w *job.Wall) { w.Carries = framing.CarriesNought })
}
