package plan

import (
	"fmt"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// slips are what a reading may have been misread from. The tape's own number
// is what is misread; plates and carpets are reckoned with after.
func (s *setup) slips(r survey.Reading) []survey.Slip {
	raw, err := measure.Read(s.given[r.ID].Value, s.rules.Units)
	if err != nil {
		return nil // resolved before: it reads
	}
	out := survey.Slips(raw, s.rules.Units, r.Kind != survey.GapReading)
	for i := range out {
		out[i].Really += r.Value - raw.Millimetres()
	}
	return out
}

func (s *setup) found() framing.Found {
	return framing.Found{
		Obstructions: s.obstructions, Joists: s.joistList, Zones: s.zones, ZoneNames: s.zoneNames, Hidden: s.hidden, Floor: s.seenFloor,
	}
}

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
	r := s.readings[d.Reading]
	u := s.rules.Units
	raw, _ := measure.Read(s.given[r.ID].Value, u)
	shift := r.Value - raw.Millimetres() // foretold as the tape would say it
	say := func(mm float64) string { return u.Say(measure.FromMillimetres(mm), s.rules.Mark/2) }
	out := Doubted{
		Reading: r.ID, Kind: string(r.Kind), Read: u.Say(raw, 0), Foretold: say(d.Foretold - shift), Spread: say(d.Spread), Off: say(r.Value - d.Foretold),
	}
	out.Text = fmt.Sprintf("%s reads %s; the others foretell %s, within %s.", s.where(r), out.Read, out.Foretold, out.Spread)
	if d.Slip != nil {
		out.Slip, out.Really = d.Slip.Name, u.Say(measure.FromMillimetres(d.Slip.Really-shift), 0)
		out.Text += fmt.Sprintf(" Likely: %s. It would be %s.", d.Slip.Name, out.Really)
	}
	return out
}

// where a reading was taken, as one would say it.
func (s *Result) where(r survey.Reading) string {
	p := s.given[r.ID].Place
	name := map[survey.Kind]string{survey.GapReading: "The gap", survey.FloorReading: "The floor", survey.CeilingReading: "The ceiling"}[r.Kind]
	if p.Wall != "" {
		at, _ := measure.Read(p.Station, s.rules.Units)
		return fmt.Sprintf("%s on wall %s at %s", name, p.Wall, s.say(at))
	}
	x, _ := measure.Read(p.X, s.rules.Units)
	y, _ := measure.Read(p.Y, s.rules.Units)
	return fmt.Sprintf("%s at %s across, %s up", name, s.say(x), s.say(y))
}

// doubt makes a finding of each doubtful reading: on the wall it was read
// along, with the pieces that wait for it alone; else of the whole job.
func (s *Result) doubt() {
	if s.heights == nil {
		return
	}
	for _, d := range s.heights.Doubts {
		said := s.doubted(d)
		s.doubts = append(s.doubts, said)
		f := framing.Finding{
			Code: "doubtful-reading", Level: framing.Warn, Text: said.Text, Fix: "Read it again there and keep what the tape says: nothing is dropped unasked.",
			Reading: said.Reading, Apply: framing.TakeReading,
		}
		place := s.given[said.Reading].Place
		placed := false
		for _, w := range s.walls {
			if place.Wall == w.Wall.ID {
				f.Members, placed = w.waiting(), true
				w.findings = append([]framing.Finding{f}, w.findings...)
			}
		}
		if !placed {
			s.findings = append(s.findings, f)
		}
	}
}

// waiting are the held pieces of a wall that no further reading would free:
// those that wait for a doubt to be settled.
func (w *Wall_) waiting() []string {
	asked := map[string]bool{}
	for _, f := range w.findings {
		if f.Code == "measure-first" || f.Code == "too-few-readings" || f.Code == "no-level" || f.Code == "doubtful-reading" {
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
