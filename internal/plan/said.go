package plan

import (
	"time"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/words"
)

// SaidReading is a reading as one would say it: by what and where it was read,
// on which day and with what.
type SaidReading struct {
	ID   string `json:"id"`
	Wall string `json:"wall,omitempty" doc:"The wall it was taken along."`
	Text string `json:"text"`
}

// saidReadings are the readings that the sums of pieces go by, in the order
// they were taken.
func (s *writer) saidReadings(walls []Wall) []SaidReading {
	named := map[string]bool{}
	for _, w := range walls {
		for _, m := range w.Members {
			for _, l := range m.Sum {
				for _, id := range l.Readings {
					named[id] = true
				}
			}
		}
	}
	out := []SaidReading{}
	for _, r := range s.Readings {
		if named[r.ID] {
			out = append(out, s.sayReading(s.Given[r.ID], r))
		}
	}
	return out
}

func (s *writer) sayReading(given job.Reading, r survey.Reading) SaidReading {
	out := SaidReading{ID: r.ID}
	u := s.Rules.Units
	value, _ := given.Said().In(u) // resolved before: it reads
	code := words.GapReadingSaid
	switch below := value < 0; {
	case r.Kind == survey.FloorReading && below:
		code = words.FloorBelowSaid
	case r.Kind == survey.FloorReading:
		code = words.FloorAboveSaid
	case r.Kind == survey.CeilingReading && below:
		code = words.CeilingBelowSaid
	case r.Kind == survey.CeilingReading:
		code = words.CeilingAboveSaid
	case r.Over > 0 && r.Fixed:
		code = words.BetweenPlatesSaid
	case r.Over > 0:
		code = words.OverPlatesSaid
	}
	var where []string
	for _, p := range given.Places() {
		if p.Wall != "" {
			at, _ := p.Station.In(u)
			out.Wall = p.Wall
			where = append(where, s.Rules.Tell(words.SaidAt, at))
			continue
		}
		x, _ := p.X.In(u)
		y, _ := p.Y.In(u)
		where = append(where, s.Rules.Tell(words.SaidAcrossUp, x, y))
	}
	if r.Kind == survey.LevelReading {
		code = words.LevelRisesSaid
		if value < 0 {
			code = words.LevelFallsSaid
		}
		out.Text = s.Rules.Tell(code, words.Exact(value.Abs()), where[0], where[1])
	} else {
		out.Text = s.Rules.Tell(code, words.Exact(value.Abs()), where[0])
	}
	if taken, err := time.Parse(time.RFC3339, given.Taken); err == nil {
		out.Text += ", " + taken.Format("Mon 2 Jan")
	}
	if given.Instrument != "" {
		out.Text += ", " + given.Instrument
	}
	return out
}

// sayLines says the lines of a sum to the mark; what they leave of it, finer
// than a mark, is the rest: with it they add up.
func (s *writer) sayLines(m *Member, lines []measure.Length, exact measure.Length) {
	rest := exact
	for i, l := range lines {
		shown := l.Nearest(s.Rules.Mark)
		m.Sum[i].Said = s.Rules.Units.Say(l, s.Rules.Mark)
		rest -= shown
	}
	if rest != 0 {
		m.Rest = s.Rules.Units.Write(rest)
	}
}
