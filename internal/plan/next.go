package plan

import (
	"fmt"
	"slices"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/room"
)

// Next is one thing worth measuring, as a person would say it.
type Next struct {
	What    string `json:"what" enum:"again,tie,gap,floor,ceiling"`
	Text    string `json:"text"`
	Frees   int    `json:"frees" doc:"Held pieces that it frees."`
	Wall    string `json:"wall,omitempty"`
	Station string `json:"station,omitempty"`
	From    string `json:"from,omitempty" doc:"Corner."`
	To      string `json:"to,omitempty"`
	Reading string `json:"reading,omitempty" doc:"The doubtful reading to take again."`
	Pins    int    `json:"pins,omitempty" doc:"Loose corners that it pins."`
}

const mostNext = 8

// next ranks what to measure, and says how many pieces are held: doubtful readings again, tapes that pin loose
// corners, then what frees most held pieces. It is empty when nothing is held
// and no corner is loose: that is enough.
func (s *Result) next() ([]Next, int) {
	out, held, shape := []Next{}, 0, s.solved()
	for _, w := range s.walls {
		held += w.held()
	}
	for _, doubt := range s.heights.Doubts {
		r := s.readings[doubt.Reading]
		place := s.given[r.ID].Place
		n := Next{What: "again", Reading: r.ID, Wall: place.Wall, Station: place.Station, Text: "Again: " + lower(s.where(r)) + ", which is in doubt"}
		for _, w := range s.walls {
			for _, f := range w.findings {
				if f.Code == "doubtful-reading" && f.Reading == r.ID {
					n.Frees += len(f.Members)
				}
			}
		}
		out = append(out, n)
	}
	doubtful := false
	for i, t := range shape.Ties {
		if t.Doubtful {
			doubtful = true
			n := Next{What: "tie", Text: "Again: " + s.writeTie(i, t).Said + ", which is in doubt", Reading: s.ties[i].ID}
			if s.ties[i].Kind == room.LengthTie {
				n.From, n.To = s.corners[s.ties[i].From].ID, s.corners[s.ties[i].To].ID
			}
			out = append(out, n)
		}
	}
	if !doubtful || shape.Missing > 0 {
		out = append(out, s.nextTies(shape)...)
	}
	out = append(out, s.nextReadings()...)
	if len(out) > mostNext {
		out = out[:mostNext]
	}
	return out, held
}

// Next is what to measure next, the most useful first, and how many pieces are
// held. An empty list is enough.
func (p Plan) Next() ([]Next, int) { return p.Result.next() }

// PlaceOf is where a place of a job lies on the plan, in millimetres.
func PlaceOf(d job.Document, p job.Place) (x, y float64, err error) {
	s, faults := resolve(d)
	if faults != nil {
		return 0, 0, faults
	}
	at, faults := s.spot("place", p)
	if faults != nil {
		return 0, 0, faults
	}
	return at.X, at.Y, nil
}

func lower(text string) string { return strings.ToLower(text[:1]) + text[1:] }

// nextTies asks for what the corners still need, then for one more that a slip
// would show by.
func (s *Result) nextTies(shape room.Shape) []Next {
	var out []Next
	if len(s.corners) < 3 || len(shape.Next) == 0 || shape.Missing == 0 && shape.Spare > 0 {
		return out
	}
	w := shape.Next[0]
	a, b := s.corners[w.From].ID, s.corners[w.To].ID
	n := Next{What: "tie", From: a, To: b, Pins: len(w.Pins), Text: fmt.Sprintf("Tape corner %s to corner %s", a, b)}
	switch {
	case shape.Missing == 0:
		n.Text += ": one more than needed, so that a slip would show"
	case len(w.Pins) > 0:
		var ids []string
		for _, i := range w.Pins {
			ids = append(ids, s.corners[i].ID)
		}
		n.Text += ": it pins " + strings.Join(ids, " and ")
	default:
		n.Text += fmt.Sprintf(": %d more are needed", shape.Missing)
	}
	return append(out, n)
}

func (s *Result) nextReadings() []Next {
	var out []Next
	for _, ask := range s.asks() {
		for k, step := range ask.next {
			if step.frees == 0 && k >= 2 {
				break // of an even row the next two are enough to say
			}
			w := ask.wall.Wall
			out = append(out, Next{What: string(step.kind), Wall: w.ID, Station: s.rules.Units.Write(step.at), Frees: step.frees, Text: s.asSaid(string(step.kind), step.at, w)})
		}
	}
	slices.SortStableFunc(out, func(a, b Next) int { return b.Frees - a.Frees })
	return out
}

// asSaid is a reading's place by the nearer end of its wall: "ceiling, 7 ft
// from the door end of wall B".
func (s *Result) asSaid(kind string, at measure.Length, w *framing.Wall) string {
	end, off := "start", at
	if w.Length-at < at {
		end, off = "far end", w.Length-at
	}
	if len(w.Openings) > 0 {
		// the end that the door is nearer to is known by it
		first := w.Openings[0].Centre
		atEnd := w.Length-w.Openings[len(w.Openings)-1].Centre < first
		if atEnd == (end == "far end") {
			end = "door end"
		}
	}
	u := s.rules.Units
	far := u.Say(off.Nearest(u.Pick(measure.Inch/4, 5*mm)), 0)
	if u == measure.Imperial && off >= 3*measure.Foot && off%measure.Foot == 0 {
		far = fmt.Sprintf("%d ft", off/measure.Foot)
	} else if u == measure.Imperial {
		far += " in"
	} else {
		far += " mm"
	}
	if off == 0 {
		return fmt.Sprintf("%s, at the %s of wall %s", kind, end, w.ID)
	}
	return fmt.Sprintf("%s, %s from the %s of wall %s", kind, far, end, w.ID)
}
