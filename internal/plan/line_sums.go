package plan

import (
	"cmp"
	"fmt"
	"math"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/line"
	"homalos/internal/measure"
	"homalos/internal/room"
)

// spot is a place with what it is called: corner 4, the start of D.
type spot struct {
	name  string
	at    geo.Point
	tapes []string // ids of the tapes that a corner is solved from
}

// cornerSpot is a corner of the room as it was solved.
func (s *writer) cornerSpot(c line.Corner) spot {
	out := spot{name: "corner " + c.ID, at: c.At}
	for i, t := range s.ties {
		of := []int{t.From, t.To}
		if t.Kind != room.LengthTie {
			of = append(of, t.At)
		}
		for _, k := range of {
			if s.corners[k].ID == c.ID {
				out.tapes = append(out.tapes, s.tieDocs[i].ID)
				break
			}
		}
	}
	return out
}

// endSpots are both ends of a wall's line.
func endSpots(w *framing.Wall) [2]spot {
	return [2]spot{{name: "the start of " + w.ID, at: w.From}, {name: "the end of " + w.ID, at: w.To}}
}

// apart is how far two places lie from each other, from where each lies in the
// room: across and up from its first corner. Source: geometry.
func (s *writer) apart(a, b spot) []Line {
	say := func(of spot, axis string, mm float64) Line {
		return Line{What: fmt.Sprintf("%s lies %s", of.name, axis), Value: s.writeMM(mm), Readings: of.tapes}
	}
	dx, dy := b.at.X-a.at.X, b.at.Y-a.at.Y
	return []Line{
		say(a, "across", a.at.X), say(b, "across", b.at.X),
		say(a, "up", a.at.Y), say(b, "up", b.at.Y),
		{What: fmt.Sprintf("√(%s² + %s²)", s.sayMM(math.Abs(dx)), s.sayMM(math.Abs(dy))), Value: s.writeMM(math.Hypot(dx, dy))},
	}
}

// outBy is why an end lies so far out from the face the line goes by.
func (s *writer) outBy(l *WallLine, end spot, f *geo.Face) []Line {
	var out []Line
	if l.Taper != "" {
		out = append(out, Line{What: "measured at the other end it differs by", Value: l.Taper})
	}
	return append(out, Line{What: "as it is said: " + l.Said, Value: s.writeMM(f.Out(end.at))})
}

func (s *setup) writeMM(mm float64) string {
	return s.rules.Units.Write(s.rules.Units.Estimate(mm).Nearest(s.rules.Mark / 2))
}

// sumOf is what a tape distance of the line rests on.
func (s *writer) sumOf(t TapeTo, w *framing.Wall, corners []line.Corner) []Line {
	end := endSpots(w)[0]
	if t.To == "end" {
		end = endSpots(w)[1]
	}
	for _, c := range corners {
		if c.ID == t.From {
			out := s.apart(s.cornerSpot(c), end)
			if t.Along != "" { // a hair less than straight across, where the end lies a hair off the face
				out[len(out)-1] = Line{What: "along " + t.Along, Value: t.Value}
			}
			return out
		}
	}
	return nil
}

// lengthSum is what a wall's length rests on: its two ends, and the parts it
// was said by.
func (s *writer) lengthSum(w *framing.Wall) []Line {
	if l := s.lines[w.ID]; l != nil && len(l.doc.Line.Parts) > 0 {
		return s.partsSum(l.doc.Line, w)
	}
	ends := endSpots(w)
	return s.apart(ends[0], ends[1])
}

// partsSum adds up what a wall was said to be as long as. A leg's parts count
// from corner to corner: what stands of the last leg comes off.
func (s *writer) partsSum(l *job.Line, w *framing.Wall) []Line {
	u := s.rules.Units
	var out []Line
	left := w.Length
	add := func(what string, value measure.Length) {
		out, left = append(out, Line{What: what, Value: u.Write(value)}), left-value
	}
	for _, p := range l.Parts {
		if at, err := measure.Read(p.Length, u); err == nil {
			add(cmp.Or(p.What, "part"), at)
		}
	}
	switch l.Boards {
	case "both":
		add("board at both ends", 2*s.board)
	case "start", "stop":
		add("board at one end", s.board)
	}
	switch {
	case left == 0:
	case l.By == "leg":
		add("the last leg's wood, which it begins beyond", left)
	default:
		add("rounded", left)
	}
	return append(out, Line{What: "all together", Value: u.Write(w.Length)})
}
