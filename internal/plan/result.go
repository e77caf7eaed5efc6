package plan

import (
	"fmt"

	"homalos/internal/cutting"
	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// nearReadings is how many readings a wall is judged by: those closest to it
// screen the rest, and long jobs stay quick.
const nearReadings = 56

// Result is a job worked out. It is read, never changed.
type Result struct {
	*setup
	walls    []*Wall_           // as they stand between floor and ceiling, in the site's order
	meets    []met              // the site's, of those walls
	crossed  [][2]*framing.Wall // the same
	heights  *survey.Wary       // what floor and ceiling are foretold by; nil where they are known
	doubts   []Doubted
	cuts     []Lumbered
	findings []framing.Finding // of the job as a whole
}

// Wall_ is one wall worked out.
type Wall_ struct {
	*framing.Framed
	findings []framing.Finding // all of them, Framed's too, in the order they are told
	against  []framing.Against // floor, then ceiling
	meetings []Met             // as its ends meet what they come to
}

// Lumbered is what is cut from one lumber.
type Lumbered struct {
	lumber string
	groups []cutting.Group // alike pieces
	sticks []cutting.Stick
	buy    []cutting.Buy
}

// workOut works a job out.
func workOut(s *setup) *Result {
	fitted := survey.FitWary(s.readings, s.noise, s.zones, s.slips)
	return outIn(s, fitted, func(w *framing.Wall) framing.Heights {
		return fitted.Near(w.At(0), w.At(w.Length), nearReadings)
	})
}

func outIn(s *setup, fitted *survey.Wary, heights func(*framing.Wall) framing.Heights) *Result {
	r := &Result{setup: s, heights: fitted}
	walls := r.stand()
	found := s.found()
	for _, w := range walls {
		near := heights(w)
		r.leanEnds(w, near)
		*w = *w.Settled()
		f := framing.Frame(w, s.rules, near, found)
		lies := framing.Lies(f, s.rules, found)
		r.walls = append(r.walls, &Wall_{Framed: f, findings: f.Findings, against: lies[:]})
	}
	for _, w := range r.walls {
		w.meetings = r.meetings(w.Framed)
	}
	r.tellCrossed()
	r.hold()
	r.cut()
	if len(walls) > 0 && len(s.readings) == 0 {
		r.findings = append(r.findings, framing.Finding{
			Code: "nothing-read", Level: framing.Warn,
			Text: "Nothing has been read yet: every height is still open.",
			Fix:  "Tape the gap from floor to ceiling along the wall, at least three places.",
		})
	}
	r.doubt()
	return r
}

// stand copies the walls, whose ends will lean, and what is said of them.
func (r *Result) stand() []*framing.Wall {
	var walls []*framing.Wall
	of := map[*framing.Wall]*framing.Wall{}
	for _, w := range r.setup.walls {
		own := *w
		walls, of[w] = append(walls, &own), &own
	}
	for _, m := range r.setup.meets {
		m.wall, m.other = of[m.wall], of[m.other]
		r.meets = append(r.meets, m)
	}
	for _, pair := range r.setup.crossed {
		r.crossed = append(r.crossed, [2]*framing.Wall{of[pair[0]], of[pair[1]]})
	}
	return walls
}

// wall finds a wall as worked out.
func (r *Result) wall(w *framing.Wall) *Wall_ {
	for _, one := range r.walls {
		if one.Wall == w {
			return one
		}
	}
	return nil
}

// cut groups all pieces by lumber and lays them into sticks.
func (r *Result) cut() {
	for _, l := range r.lumber {
		var pieces []cutting.Piece
		for _, w := range r.walls {
			for _, m := range w.Members {
				if m.Lumber == l && m.Known && m.Cut > 0 {
					pieces = append(pieces, cutting.Piece{Member: m.ID, Length: m.Cut, State: string(m.State)})
				}
			}
		}
		sticks, _ := cutting.Sticks(l.ID, pieces, l.Stock, r.kerf)
		r.cuts = append(r.cuts, Lumbered{l.ID, cutting.Alike(l.ID, pieces), sticks, cutting.Shopping(sticks)})
	}
}

// Member finds a piece by its id, and the wall it is of.
func (r *Result) member(id string) (*framing.Member, *Wall_) {
	for _, w := range r.walls {
		for i := range w.Members {
			if w.Members[i].ID == id {
				return &w.Members[i], w
			}
		}
	}
	return nil, nil
}

// MayCut says whether a piece may be cut now.
func mayCut(m *framing.Member) bool { return m.State == framing.Ready && m.Known }

// HeldBy says what a piece waits for.
func (r *Result) heldBy(m *framing.Member, w *Wall_) string {
	if m.State != framing.Blocked {
		if m.Frees != nil {
			return m.Frees.Say(w.Wall, r.rules)
		}
		return ""
	}
	for _, f := range w.findings {
		if f.Level == framing.Stop && f.Touches(m.ID) {
			return f.Text
		}
	}
	return ""
}

// held says whether a piece of the wall waits for a reading.
func (w *Wall_) held() int {
	n := 0
	for _, m := range w.Members {
		if m.State == framing.MeasureFirst {
			n++
		}
	}
	return n
}

// Of works a document out. The error is a job.Faults with all that is wrong.
func resultOf(d job.Document) (*Result, error) {
	s, faults := resolve(d)
	if faults != nil {
		return nil, faults
	}
	return workOut(s), nil
}

// tellCrossed tells of new walls that stand in each other.
func (s *Result) tellCrossed() {
	for _, pair := range s.crossed {
		for _, w := range s.walls {
			for k, one := range pair {
				if w.Wall != one {
					continue
				}
				other := pair[1-k].ID
				w.findings = append([]framing.Finding{{
					Code: "walls-cross", Level: framing.Warn,
					Text: fmt.Sprintf("%s and %s stand in each other: both can't have that ground.", one.ID, other),
					Fix:  fmt.Sprintf("Under Line, end one at the other's near face, or have it start from \"%s back\".", other),
				}}, w.findings...)
			}
		}
	}
}

// shortSaid tells of a stub of plate too short for two fixings.
func shortSaid(s *setup, b [2]measure.Length) string {
	return fmt.Sprintf("The plate from %s to %s is too short for two fixings: add adhesive, or fix it to its neighbour.", s.say(b[0]), s.say(b[1]))
}
