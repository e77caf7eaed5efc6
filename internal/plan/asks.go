package plan

import (
	"slices"

	"homalos/internal/job"
	"homalos/internal/measure"
)

// Ask is what to read along one wall next.
type Ask struct {
	Wall string    `json:"wall"`
	Next []AskStep `json:"next" nullable:"false"`
}

// AskStep is one reading to take.
type AskStep struct {
	Kind    string `json:"kind" enum:"gap,floor,ceiling"`
	Station string `json:"station"`
	Said    string `json:"said"`
	Frees   int    `json:"frees" doc:"How many held pieces it frees; 0 for one of an even row."`
}

// Asks lists for each wall the readings worth taking: those that free held
// pieces first, then an even row along the wall where little is read. Where a
// header must be level the row asks for floor and ceiling, else for gaps. With
// no piece held there is nothing more to ask.
func Asks(d job.Document, p Plan) []Ask {
	s, faults := resolve(d)
	out := []Ask{}
	if faults != nil {
		return out
	}
	u := s.rules.Units
	for i, w := range s.walls {
		ask := Ask{Wall: w.ID, Next: []AskStep{}}
		add := func(kind string, at measure.Length, frees int) {
			ask.Next = append(ask.Next, AskStep{kind, u.Write(at), s.say(at), frees})
		}
		if !anyHeld(p.Walls[i]) {
			out = append(out, ask)
			continue
		}
		for _, f := range p.Walls[i].Findings {
			if f.Code != "measure-first" {
				continue
			}
			at, err := measure.Read(f.At, u)
			if err != nil {
				continue // findings are written by writeWall: always readable
			}
			kind := "gap"
			if m, ok := p.Member(f.Members[0]); ok && m.Frees != nil {
				kind = m.Frees.Kind
			}
			add(kind, at, len(f.Members))
		}
		for _, step := range s.row(w.Length) {
			for _, kind := range rowKinds(len(w.Openings) > 0) {
				if !readNear(p.Drawings[i].Pins, kind, step.Millimetres(), s.rules.Units) {
					add(kind, step, 0)
				}
			}
		}
		out = append(out, ask)
	}
	return out
}

func rowKinds(level bool) []string {
	if level {
		return []string{"floor", "ceiling"}
	}
	return []string{"gap"}
}

// row is every four feet or 1200 mm, and the end.
func (s *setup) row(long measure.Length) []measure.Length {
	step := s.rules.Units.Pick(48*measure.Inch, 1200*measure.Millimetre)
	var out []measure.Length
	for at := measure.Length(0); at < long-step/3 && len(out) < 200; at += step {
		out = append(out, at)
	}
	return append(out, long)
}

// readNear says whether a reading of the kind, or one that says as much, lies
// close by.
func readNear(pins []Pin, kind string, at float64, units measure.System) bool {
	close := units.Pick(12*measure.Inch, 300*measure.Millimetre).Millimetres()
	for _, p := range pins {
		if (p.Kind == kind || kind != "gap" && p.Kind == "gap") && p.At > at-close && p.At < at+close {
			return true
		}
	}
	return false
}

func anyHeld(w Wall) bool {
	return slices.ContainsFunc(w.Members, func(m Member) bool { return m.State == "measure-first" })
}
