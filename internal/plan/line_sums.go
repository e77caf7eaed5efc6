package plan

import (
	"cmp"
	"math"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/line"
	"homalos/internal/measure"
	"homalos/internal/room"
	"homalos/internal/words"
	"homalos/internal/work"
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
	for i, t := range s.Ties {
		of := []int{t.From, t.To}
		if t.Kind != room.LengthTie {
			of = append(of, t.At)
		}
		for _, k := range of {
			if s.Corners[k].ID == c.ID {
				out.tapes = append(out.tapes, s.TieDocs[i].ID)
				break
			}
		}
	}
	return out
}

// endSpots are both ends of a wall's line.
func (s *writer) endSpots(w *framing.Wall) [2]spot {
	return [2]spot{{name: s.Rules.Tell(words.TheEndOf, w.EndName(false), w.ID), at: w.From}, {name: s.Rules.Tell(words.TheEndOf, w.EndName(true), w.ID), at: w.To}}
}

// apart is how far two places lie from each other, from where each lies in the
// room: across and up from its first corner. Source: geometry.
func (s *writer) apart(a, b spot) []work.Line {
	say := func(of spot, axis string, mm float64) work.Line {
		return work.Line{What: s.Rules.Tell(words.Lies, of.name, axis), Value: s.WriteMM(mm), Readings: of.tapes}
	}
	dx, dy := b.at.X-a.at.X, b.at.Y-a.at.Y
	return []work.Line{
		say(a, "across", a.at.X), say(b, "across", b.at.X),
		say(a, "up", a.at.Y), say(b, "up", b.at.Y),
		{What: s.Rules.Tell(words.Hypotenuse, words.MM(math.Abs(dx)), words.MM(math.Abs(dy))), Value: s.WriteMM(math.Hypot(dx, dy))},
	}
}

// outBy is why an end lies so far out from the face the line goes by.
func (s *writer) outBy(l *WallLine, end spot, f *geo.Face) []work.Line {
	var out []work.Line
	if l.Taper != "" {
		out = append(out, work.Line{What: s.Rules.Tell(words.MeasuredAtOtherEndDiffers), Value: l.Taper})
	}
	return append(out, work.Line{What: s.Rules.Tell(words.AsSaid, l.Said), Value: s.WriteMM(f.Out(end.at))})
}

// sumOf is what a tape distance of the line rests on.
func (s *writer) sumOf(t TapeTo, w *framing.Wall, corners []line.Corner) []work.Line {
	end := s.endSpots(w)[0]
	if t.To == "end" {
		end = s.endSpots(w)[1]
	}
	for _, c := range corners {
		if c.ID == t.From {
			out := s.apart(s.cornerSpot(c), end)
			if t.Along != "" { // a hair less than straight across, where the end lies a hair off the face
				out[len(out)-1] = work.Line{What: "along " + t.Along, Value: t.Value}
			}
			return out
		}
	}
	return nil
}

// lengthSum is what a wall's length rests on: its two ends, and the parts it
// was said by.
func (s *writer) lengthSum(w *framing.Wall) []work.Line {
	if l := s.Lines[w.ID]; l != nil && len(l.Doc.Line.Parts) > 0 {
		return s.partsSum(l.Doc.Line, w)
	}
	ends := s.endSpots(w)
	return s.apart(ends[0], ends[1])
}

// partsSum adds up what a wall was said to be as long as. A leg's parts count
// from corner to corner: what stands of the last leg comes off.
func (s *writer) partsSum(l *job.Line, w *framing.Wall) []work.Line {
	u := s.Rules.Units
	var out []work.Line
	left := w.Length
	add := func(what string, value measure.Length) {
		out, left = append(out, work.Line{What: what, Value: u.Write(value)}), left-value
	}
	for _, p := range l.Parts {
		if at, err := p.Length.In(u); err == nil {
			add(cmp.Or(p.What, "part"), at)
		}
	}
	switch l.Boards {
	case "both":
		add(s.Rules.Tell(words.BoardAtBothEnds), 2*s.Board)
	case "start", "stop":
		add(s.Rules.Tell(words.BoardAtOneEnd), s.Board)
	}
	switch {
	case left == 0:
	case l.By == "leg":
		add(s.Rules.Tell(words.LastLegSWoodWhich), left)
	default:
		add("rounded", left)
	}
	return append(out, work.Line{What: s.Rules.Tell(words.AllTogether), Value: u.Write(w.Length)})
}
