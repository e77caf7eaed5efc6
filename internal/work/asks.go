package work

import (
	"slices"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// Ask is what to read along one wall next.
type Ask struct {
	Wall *Wall
	Next []Step
}

// Step is one reading to take.
type Step struct {
	Kind  survey.Kind
	At    measure.Length
	Frees int // how many held pieces it frees, with those before it; 0 for one of an even row
	Turn  int // how many are asked for before it
}

// Asks lists for each wall the readings worth taking: those that free held
// pieces, in the order they are worth taking; where none does, an even row along the wall where little
// is read. Where a header must be level the row asks for floor and ceiling, else
// for gaps. With no piece held there is nothing more to ask.
func (s *Result) Asks() []Ask {
	var out []Ask
	for _, w := range s.Walls {
		ask := Ask{Wall: w}
		if w.Held() > 0 {
			if ask.Next = s.freeing(w); len(ask.Next) == 0 && len(s.Doubts) == 0 {
				ask.Next = s.row(w) // else what is in doubt is taken again first
			}
		}
		out = append(out, ask)
	}
	return out
}

// freeing are the readings that free held pieces of a wall. What a reading in
// doubt is waited for instead isn't asked for.
func (s *Result) freeing(w *Wall) []Step {
	var out []Step
	for _, f := range w.Findings {
		if f.Code == "reading-strays" && f.Want != nil {
			out = append(out, Step{Kind: survey.Kind(f.Want.Kind), At: f.At, Frees: len(f.Members)})
		}
	}
	for _, a := range w.Asked {
		waits := a.Frees == 0 || slices.ContainsFunc(w.Findings, func(f framing.Finding) bool { return f.Want != nil && *f.Want == a.Want })
		if waits {
			out = append(out, Step{survey.Kind(a.Kind), a.Station, a.Frees, a.Turn})
		}
	}
	return out
}

// row is every four feet or 1200 mm along a wall, and its end, where nothing
// was read near.
func (s *Result) row(w *Wall) []Step {
	step, long := s.Rules.Units.Pick(48*measure.Inch, 1200*measure.Millimetre), w.Wall.Length
	var places []measure.Length
	for at := measure.Length(0); at < long-step/3 && len(places) < 200; at += step {
		places = append(places, at)
	}
	kinds := []survey.Kind{survey.GapReading}
	if len(w.Wall.Openings) > 0 {
		kinds = []survey.Kind{survey.FloorReading, survey.CeilingReading}
	}
	read := s.ReadAlong(w.Wall)
	var out []Step
	for _, at := range append(places, long) {
		for _, kind := range kinds {
			if !s.readNear(read, kind, at) {
				out = append(out, Step{Kind: kind, At: at})
			}
		}
	}
	return out
}

// readNear says whether a reading of the kind, or one that says as much, lies
// close by.
func (s *Result) readNear(read []Pinned, kind survey.Kind, at measure.Length) bool {
	close := s.Rules.Units.Pick(12*measure.Inch, 300*measure.Millimetre).Millimetres()
	for _, p := range read {
		if (p.Kind == kind || kind != survey.GapReading && p.Kind == survey.GapReading) && p.Along > at.Millimetres()-close && p.Along < at.Millimetres()+close {
			return true
		}
	}
	return false
}

// Pinned is a reading along a wall, in mm from its start.
type Pinned struct {
	survey.Reading
	Along float64
}

// ReadAlong are the standing readings that were given along a wall, and those
// on the plan that lie within its framing.
func (s *Result) ReadAlong(w *framing.Wall) []Pinned {
	start, end := w.At(0), w.At(w.Length)
	long := start.Distance(end)
	var out []Pinned
	for _, r := range s.Readings {
		if r.Kind == survey.LevelReading {
			continue // it lies across, not at one place
		}
		along := ((r.At.X-start.X)*(end.X-start.X) + (r.At.Y-start.Y)*(end.Y-start.Y)) / long
		off := ((r.At.Y-start.Y)*(end.X-start.X) - (r.At.X-start.X)*(end.Y-start.Y)) / long
		if s.Given[r.ID].Place.Wall == w.ID || along >= 0 && along <= long && off <= 150 && off >= -150 {
			out = append(out, Pinned{r, along})
		}
	}
	return out
}
