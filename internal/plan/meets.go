package plan

import (
	"fmt"
	"math"

	"homalos/internal/framing"
	"homalos/internal/line"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// Meeting is where an end of a wall meets another wall: who runs past, what
// stands behind it there, and what to do if nothing does. Usual practice.
type Meeting struct {
	End  string `json:"end" enum:"start,end"`
	Wall string `json:"wall" doc:"The wall it meets, there or new."`
	New  bool   `json:"new,omitempty"`
	At   string `json:"at" doc:"Station along that wall, of this wall's middle."`
	Text string `json:"text"`
	Fix  string `json:"fix,omitempty"`
}

// meetings finds what the ends of a wall meet.
func (s *setup) meetings(f *framing.Framed, all []*framing.Framed) []Meeting {
	out := []Meeting{}
	w := f.Wall
	r := &resolver{setup: *s}
	shape := s.solved()
	for i, p := range []survey.Point{w.From, w.To} {
		end := []string{"start", "end"}[i]
		middle := w.At(w.Length * measure.Length(i))
		if len(shape.Corners) >= 3 {
			for _, e := range s.existingWalls {
				face := r.existingFace(e)
				if on(face, p) {
					out = append(out, s.meetsExisting(end, e, face, middle, w))
				}
			}
		}
		for _, other := range all {
			if other.Wall == w {
				continue
			}
			for _, face := range facesOf(other.Wall) {
				if on(face, p) {
					out = append(out, s.meetsNew(end, other, face, middle, w))
					break
				}
			}
		}
	}
	return out
}

// on says whether an end lies on a face, to about a sixteenth.
func on(f *line.Face, p survey.Point) bool {
	long := f.From.Distance(f.To)
	s := f.Along(p)
	return long > 0 && math.Abs(f.Out(p)) < 2.5 && s > -2.5 && s < long+2.5
}

func facesOf(w *framing.Wall) [2]*line.Face {
	l := lineOf(w)
	back := func(d Dot) survey.Point { return survey.Point(d) }
	return [2]*line.Face{
		{ID: w.ID, From: w.From, To: w.To, OpenLeft: w.Right},
		{ID: w.ID, From: back(l.Outline[3]), To: back(l.Outline[2]), OpenLeft: !w.Right},
	}
}

// meetsExisting looks for a stud behind the line, in the wall that is there.
func (s *setup) meetsExisting(end string, e existing, face *line.Face, middle survey.Point, w *framing.Wall) Meeting {
	// stations are given from the wall's own first corner
	at := face.Along(middle)
	if face.From != s.solved().Corners[e.from].At {
		at = face.From.Distance(face.To) - at
	}
	m := Meeting{End: end, Wall: e.ID, At: s.rules.Units.Write(s.rules.Units.Estimate(at))}
	place := fmt.Sprintf("The %s meets %s at %s", end, e.ID, s.sayMM(at))
	half := w.Lumber.Depth.Millimetres() / 2
	for _, text := range e.Studs {
		stud, err := measure.Read(text, s.rules.Units)
		if err == nil && math.Abs(stud.Millimetres()-at) < half {
			m.Text = fmt.Sprintf("%s: its stud at %s stands behind it.", place, s.say(stud))
			m.Fix = "Fix the end stud into that."
			return m
		}
	}
	switch e.Material {
	case "masonry", "concrete":
		m.Text = fmt.Sprintf("%s, which is %s.", place, e.Material)
		m.Fix = "Anchors for that material through the end stud; plumb it first, the wall leans. Scan before drilling."
	case "timber", "steel":
		if len(e.Studs) == 0 {
			m.Text = place + ": its studs weren't read."
			m.Fix = "Find them with the detector and write them under Read."
			return m
		}
		m.Text = place + ": no stud stands behind it."
		m.Fix = "Open it and let in blocks between its studs, or move the line to one."
	default:
		m.Text = place + ", whose make isn't known."
		m.Fix = "Probe it down to what holds a screw."
	}
	return m
}

// meetsNew says who runs past and whether a stud of the other serves already.
func (s *setup) meetsNew(end string, other *framing.Framed, face *line.Face, middle survey.Point, w *framing.Wall) Meeting {
	at := measure.FromMillimetres(face.Along(middle))
	u := s.rules.Units
	m := Meeting{End: end, Wall: other.Wall.ID, New: true, At: u.Write(u.Estimate(at.Millimetres()))}
	half := w.Lumber.Depth / 2
	held := u.Say(u.Pick(measure.Inch/16, 2*mm), 0)
	slot := u.Pick(3*measure.Inch/2, 38*mm) // nothing is framed in less
	if at-half < slot || other.Wall.Length-at-half < slot {
		m.Text = fmt.Sprintf("A corner: %s runs past by %s, %s butts it.", other.Wall.ID, s.say(w.Lumber.Depth), w.ID)
		m.Fix = fmt.Sprintf("End stud on each; hold the end stud of %s back %s, and nail the two every 24 in.", w.ID, held)
		if u == measure.Metric {
			m.Fix = fmt.Sprintf("End stud on each; hold the end stud of %s back %s, and nail the two every 600 mm.", w.ID, held)
		}
		return m
	}
	m.Text = fmt.Sprintf("The %s butts %s at %s, which runs past.", end, other.Wall.ID, s.say(at))
	for _, x := range other.Members {
		if x.Kind == framing.Stud || x.Kind == framing.King {
			if x.From >= at-half && x.To <= at+half {
				m.Fix = fmt.Sprintf("%s stands behind it and serves; add a flat nailer for the board's other edge. Hold the end stud of %s back %s.", x.ID, w.ID, held)
				return m
			}
		}
	}
	m.Fix = fmt.Sprintf("No stud of %s stands behind it: put a flat nailer or a ladder of blocks there. Hold the end stud of %s back %s.", other.Wall.ID, w.ID, held)
	return m
}
