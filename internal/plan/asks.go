package plan

import (
	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// Asked is what to read along one wall next.
type Asked struct {
	wall *Wall_
	next []Step
}

// Step is one reading to take.
type Step struct {
	kind  survey.Kind
	at    measure.Length
	frees int // how many held pieces it frees; 0 for one of an even row
}

// asks lists for each wall the readings worth taking: those that free held
// pieces first, then an even row along the wall where little is read. Where a
// header must be level the row asks for floor and ceiling, else for gaps. With
// no piece held there is nothing more to ask.
func (s *Result) asks() []Asked {
	var out []Asked
	for _, w := range s.walls {
		ask := Asked{wall: w}
		if w.held() > 0 {
			ask.next = append(s.freeing(w), s.row(w)...)
		}
		out = append(out, ask)
	}
	return out
}

// freeing are the readings that free held pieces of a wall.
func (s *Result) freeing(w *Wall_) []Step {
	var out []Step
	for _, f := range w.findings {
		if f.Code != "measure-first" {
			continue
		}
		kind := survey.GapReading
		for _, m := range w.Members {
			if m.ID == f.Members[0] && m.Frees != nil {
				kind = survey.Kind(m.Frees.Kind)
			}
		}
		out = append(out, Step{kind, f.At, len(f.Members)})
	}
	return out
}

// row is every four feet or 1200 mm along a wall, and its end, where nothing
// was read near.
func (s *Result) row(w *Wall_) []Step {
	step, long := s.rules.Units.Pick(48*measure.Inch, 1200*mm), w.Wall.Length
	var places []measure.Length
	for at := measure.Length(0); at < long-step/3 && len(places) < 200; at += step {
		places = append(places, at)
	}
	kinds := []survey.Kind{survey.GapReading}
	if len(w.Wall.Openings) > 0 {
		kinds = []survey.Kind{survey.FloorReading, survey.CeilingReading}
	}
	read := s.readAlong(w.Wall)
	var out []Step
	for _, at := range append(places, long) {
		for _, kind := range kinds {
			if !s.readNear(read, kind, at) {
				out = append(out, Step{kind, at, 0})
			}
		}
	}
	return out
}

// readNear says whether a reading of the kind, or one that says as much, lies
// close by.
func (s *Result) readNear(read []Pinned, kind survey.Kind, at measure.Length) bool {
	close := s.rules.Units.Pick(12*measure.Inch, 300*mm).Millimetres()
	for _, p := range read {
		if (p.Kind == kind || kind != survey.GapReading && p.Kind == survey.GapReading) && p.along > at.Millimetres()-close && p.along < at.Millimetres()+close {
			return true
		}
	}
	return false
}

// Pinned is a reading along a wall, in mm from its start.
type Pinned struct {
	survey.Reading
	along float64
}

// readAlong are the standing readings that were given along a wall, and those
// on the plan that lie within its framing.
func (s *Result) readAlong(w *framing.Wall) []Pinned {
	start, end := w.At(0), w.At(w.Length)
	long := start.Distance(end)
	var out []Pinned
	for _, r := range s.readings {
		along := ((r.At.X-start.X)*(end.X-start.X) + (r.At.Y-start.Y)*(end.Y-start.Y)) / long
		off := ((r.At.Y-start.Y)*(end.X-start.X) - (r.At.X-start.X)*(end.Y-start.Y)) / long
		if s.given[r.ID].Place.Wall == w.ID || along >= 0 && along <= long && off <= 150 && off >= -150 {
			out = append(out, Pinned{r, along})
		}
	}
	return out
}
