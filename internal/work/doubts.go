package work

import (
	"slices"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/words"
)

// Doubted is a reading that the others contradict, as one would say it.
type Doubted struct {
	Reading  string `json:"reading"`
	Kind     string `json:"kind"`
	Read     string `json:"read"`
	Foretold string `json:"foretold"`
	Spread   string `json:"spread"`
	Off      string `json:"off"`
	Slip     string `json:"slip,omitempty" doc:"The likely slip."`
	Really   string `json:"really,omitempty" doc:"What it would have been."`
	Text     string `json:"text"`
}

func (s *Result) doubted(d survey.Doubt) Doubted {
	r := s.Readings[d.Reading]
	u := s.Rules.Units
	raw, _ := s.Given[r.ID].Value.In(u)
	shift := r.Value - raw.Millimetres() // foretold as the tape would say it
	say := func(mm float64) string { return u.Say(measure.FromMillimetres(mm), s.Rules.Mark/2) }
	out := Doubted{
		Reading: r.ID, Kind: string(r.Kind), Read: u.Say(raw, 0), Foretold: say(d.Foretold - shift), Spread: say(d.Spread), Off: say(r.Value - d.Foretold),
	}
	out.Text = s.Rules.Tell(words.ReadsOthersForetellWithin, s.Where(r), out.Read, out.Foretold, out.Spread)
	if d.Slip != nil {
		out.Slip, out.Really = s.SlipSaid(d.Slip.Kind), u.Say(measure.FromMillimetres(d.Slip.Really-shift), 0)
		out.Text += s.Rules.Tell(words.LikelyWouldBe, out.Slip, out.Really)
	}
	return out
}

// Where a reading was taken, as one would say it.
func (s *Result) Where(r survey.Reading) string {
	p := s.Given[r.ID].Place
	name := map[survey.Kind]string{survey.GapReading: s.Rules.Tell(words.TheGap), survey.FloorReading: s.Rules.Tell(words.TheFloor), survey.CeilingReading: s.Rules.Tell(words.TheCeiling)}[r.Kind]
	if p.Wall != "" {
		at, _ := p.Station.In(s.Rules.Units)
		return s.Rules.Tell(words.OnWallAt, name, p.Wall, at)
	}
	x, _ := p.X.In(s.Rules.Units)
	y, _ := p.Y.In(s.Rules.Units)
	return s.Rules.Tell(words.AtAcrossUp, name, x, y)
}

// doubt makes a finding of each doubtful reading: on the wall it was read
// along, with the pieces that wait for it alone; else of the whole job.
func (s *Result) doubt() {
	if s.Heights == nil {
		return
	}
	for _, d := range s.Heights.Doubts {
		said := s.doubted(d)
		s.Doubts = append(s.Doubts, said)
		f := framing.Finding{
			Code: "doubtful-reading", Level: framing.Warn, Text: said.Text, Fix: s.Rules.Tell(words.ReadAgainThereKeepWhat),
			Reading: said.Reading, Apply: framing.TakeReading,
		}
		place := s.Given[said.Reading].Place
		placed := false
		for _, w := range s.Walls {
			if place.Wall == w.Wall.ID {
				at, _ := place.Station.In(s.Rules.Units)
				f.Members, placed = append(s.askedAgain(w, at), w.waiting()...), true
				w.Findings = append([]framing.Finding{f}, w.Findings...)
			}
		}
		if !placed {
			s.Findings = append(s.Findings, f)
		}
	}
}

// askedAgain are the held pieces within reach of a reading in doubt, for which
// another is asked: that one must be taken again anyway, and what it doesn't
// free is asked for then. Two findings about one place are one.
func (s *Result) askedAgain(w *Wall, at measure.Length) []string {
	near := map[string]bool{}
	for _, m := range w.Members {
		near[m.ID] = ((m.From+m.To)/2 - at).Abs() <= s.Rules.Reach
	}
	var ids []string
	var rest []framing.Finding
	for _, f := range w.Findings {
		far := slices.ContainsFunc(f.Members, func(id string) bool { return !near[id] })
		if f.Apply == framing.TakeReading && f.Placed && f.Code != "doubtful-reading" && !far {
			ids = append(ids, f.Members...)
			continue
		}
		rest = append(rest, f)
	}
	w.Findings = rest
	return ids
}

// waiting are the held pieces of a wall that no further reading would free:
// those that wait for a doubt to be settled.
func (w *Wall) waiting() []string {
	asked := map[string]bool{}
	for _, f := range w.Findings {
		if f.Code == "measure-first" || f.Code == "too-few-readings" || f.Code == "no-level" || f.Code == "reading-strays" || f.Code == "doubtful-reading" {
			for _, id := range f.Members {
				asked[id] = true
			}
		}
	}
	var ids []string
	for _, m := range w.Members {
		if m.State == framing.MeasureFirst && !asked[m.ID] {
			ids = append(ids, m.ID)
		}
	}
	return ids
}
