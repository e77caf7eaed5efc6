package advise

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/room"
	"homalos/internal/words"
	"homalos/internal/work"
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

	turn int // how many along the same wall come before it
}

const mostNext = 8

// judge weighs what a result leaves open.
type judge struct{ *work.Result }

// NextOf ranks what to measure, and says how many pieces are held: doubtful readings again, tapes that pin loose
// corners, then what frees most held pieces. It is empty when nothing is held
// and no corner is loose: that is enough.
func NextOf(r *work.Result) ([]Next, int) {
	s := &judge{r}
	out, held, shape := []Next{}, 0, s.Solved()
	for _, w := range s.Walls {
		held += w.Held()
	}
	for _, doubt := range s.Heights.Doubts {
		r := s.Readings[doubt.Reading]
		place := s.Given[r.ID].Place
		n := Next{What: "again", Reading: r.ID, Wall: place.Wall, Station: place.Station.String(), Text: s.Rules.Tell(words.AgainWhichInDoubt, lower(s.Where(r)))}
		for _, w := range s.Walls {
			for _, f := range w.Findings {
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
			n := Next{What: "tie", Text: r.Rules.Tell(words.AgainWhichInDoubt, s.TieSaid(i)), Reading: s.Ties[i].ID}
			if s.Ties[i].Kind == room.LengthTie {
				n.From, n.To = s.Corners[s.Ties[i].From].ID, s.Corners[s.Ties[i].To].ID
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

func lower(text string) string { return strings.ToLower(text[:1]) + text[1:] }

// nextTies asks for what the corners still need, then for one more that a slip
// would show by.
func (s *judge) nextTies(shape room.Shape) []Next {
	var out []Next
	if len(s.Corners) < 3 || len(shape.Next) == 0 || shape.Missing == 0 && shape.Spare > 0 {
		return out
	}
	w := shape.Next[0]
	a, b := s.Corners[w.From].ID, s.Corners[w.To].ID
	n := Next{What: "tie", From: a, To: b, Pins: len(w.Pins), Text: s.Rules.Tell(words.TapeCornerToCorner, a, b)}
	switch {
	case shape.Missing == 0:
		n.Text += s.Rules.Tell(words.OneMoreThanNeededSo)
	case len(w.Pins) > 0:
		var ids []string
		for _, i := range w.Pins {
			ids = append(ids, s.Corners[i].ID)
		}
		n.Text += s.Rules.Tell(words.ItPins, strings.Join(ids, " and "))
	default:
		n.Text += s.Rules.Tell(words.MoreAreNeeded, shape.Missing)
	}
	return append(out, n)
}

func (s *judge) nextReadings() []Next {
	var out []Next
	for _, ask := range s.Asks() {
		for k, step := range ask.Next {
			if step.Frees == 0 && k >= 2 {
				break // of an even row the next two are enough to say
			}
			w := ask.Wall.Wall
			out = append(out, Next{What: string(step.Kind), Wall: w.ID, Station: s.Rules.Units.Write(step.At), Frees: step.Frees, turn: step.Turn, Text: s.asSaid(string(step.Kind), step.At, w)})
		}
	}
	slices.SortStableFunc(out, func(a, b Next) int { return cmp.Or(a.turn-b.turn, b.Frees-a.Frees) })
	return out
}

// asSaid is a reading's place by the nearer end of its wall: "ceiling, 7 ft
// from the stove-wall end of wall B".
func (s *judge) asSaid(kind string, at measure.Length, w *framing.Wall) string {
	end, off := w.EndName(false), at
	if w.Length-at < at {
		end, off = w.EndName(true), w.Length-at
	}
	u := s.Rules.Units
	far := u.Say(off.Nearest(u.Pick(measure.Inch/4, 5*measure.Millimetre)), 0)
	if u == measure.Imperial && off >= 3*measure.Foot && off%measure.Foot == 0 {
		far = fmt.Sprintf("%d ft", off/measure.Foot)
	} else if u == measure.Imperial {
		far += " in"
	} else {
		far += " mm"
	}
	if off == 0 {
		return s.Rules.Tell(words.AtWall, kind, end, w.ID)
	}
	return s.Rules.Tell(words.FromWall, kind, far, end, w.ID)
}
