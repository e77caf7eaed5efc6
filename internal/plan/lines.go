package plan

import (
	"strings"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/line"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/words"
	"homalos/internal/work"
)

// WallLine is where a wall's snapped line lies and how to strike it.
type WallLine struct {
	Said    string        `json:"said" doc:"How it is placed."`
	From    job.Place     `json:"from"`
	To      job.Place     `json:"to"`
	Body    string        `json:"body" enum:"left,right" doc:"The X side: where the framing stands, seen from its from end."`
	Furring *site.Furring `json:"furring,omitempty"`
	Taper   string        `json:"taper,omitempty" doc:"By how much the distance measured at the other end differs."`
	Tapes   []TapeTo      `json:"tapes" nullable:"false" doc:"Both ends as tape distances from things that are there."`
	Check   []TapeTo      `json:"check" nullable:"false" doc:"Square-up diagonals, and stations along the new walls it comes up to: with the ends right they read this."`
	Off     []TapeTo      `json:"off" nullable:"false" doc:"Distances out from the face it goes by, at both ends."`
	Steps   []SnapStep    `json:"steps" nullable:"false" doc:"What to measure and mark on the floor, in order."`
}

// TapeTo is a tape distance from a thing to an end of a line.
type TapeTo struct {
	From  string `json:"from" doc:"Corner, or the wall whose face it is taken off or whose line it is taken along."`
	Along string `json:"along,omitempty" doc:"The wall it is taken along."`
	To    string `json:"to" enum:"start,end"`
	Value string `json:"value"`
}

// SnapStep is one step of the snap sheet.
type SnapStep struct {
	Do    string      `json:"do"`
	Value string      `json:"value,omitempty"`
	Sum   []work.Line `json:"sum,omitempty" nullable:"false" doc:"How the value came about; the last line is the value."`
}

// writeLine says where a wall's line lies, where there is a room or a relation
// to say it by.
func (s *writer) writeLine(w *framing.Wall) *WallLine {
	shape := s.Solved()
	l := s.Lines[w.ID]
	if l == nil && len(shape.Corners) < 3 {
		return nil
	}
	out := &WallLine{
		Said: s.Rules.Tell(words.ByItsTwoEnds), From: site.Placed(w.From, s.Rules.Units), To: site.Placed(w.To, s.Rules.Units), Body: "left", Tapes: []TapeTo{}, Check: []TapeTo{}, Off: []TapeTo{}, Steps: []SnapStep{},
	}
	if w.Right {
		out.Body = "right"
	}
	if l != nil {
		out.Said = s.RelationSaid(*l.Doc.Line)
		out.Furring = l.Furring
		if l.Taper != 0 {
			out.Taper = s.SayMM(l.Taper)
		}
		if f := l.Relation.Face; f != nil && l.Relation.Kind != line.Square && l.Relation.Kind != line.Leg {
			for i, p := range []geo.Point{w.From, w.To} {
				out.Off = append(out.Off, TapeTo{From: f.Of.String(), To: []string{"start", "end"}[i], Value: s.SayMM(f.Out(p))})
			}
		}
	}
	var corners []line.Corner
	for i, c := range shape.Corners {
		if c.Pinned {
			corners = append(corners, line.Corner{ID: s.Corners[i].ID, At: c.At})
		}
	}
	var walls []*geo.Face
	for _, e := range s.ExistingWalls {
		if !e.Free && len(shape.Corners) >= 3 {
			walls = append(walls, s.ExistingFace(e))
		}
	}
	for _, t := range line.Strikes(w.From, w.To, corners, walls) {
		out.Tapes = append(out.Tapes, TapeTo{From: t.From, Along: t.Along, To: t.To, Value: s.SayMM(t.Value)})
	}
	s.diagonals(out, w, corners)
	s.snapSteps(out, w, corners)
	return out
}

// diagonals are from each end to the corner farthest from the tapes it was
// struck by: they must agree once both ends are marked.
func (s *writer) diagonals(out *WallLine, w *framing.Wall, corners []line.Corner) {
	for i, p := range []geo.Point{w.From, w.To} {
		end := []string{"start", "end"}[i]
		used := map[string]bool{}
		for _, t := range out.Tapes {
			if t.To == end {
				used[t.From] = true
			}
		}
		best, at := -1.0, -1
		for k, c := range corners {
			if d := c.At.Distance(p); !used[c.ID] && d > best {
				best, at = d, k
			}
		}
		if at >= 0 {
			out.Check = append(out.Check, TapeTo{From: corners[at].ID, To: end, Value: s.SayMM(best)})
		}
	}
}

// snapSteps put it in the order of the work: mark the ends, check, snap, X,
// plumb up.
func (s *writer) snapSteps(out *WallLine, w *framing.Wall, corners []line.Corner) {
	corner := len(out.Check)
	add := func(do, value string, sum ...work.Line) { out.Steps = append(out.Steps, SnapStep{do, value, sum}) }
	said := s.asItWasSaid(out, w, add)
	s.squareCorners(w, add)
	along, first, second := words.AlongFromCornerMark, words.FromCornerSwingArcFor, words.FromCornerWhereCrossesArc
	if said {
		along, first, second = words.CheckAlongFromCorner, words.CheckCornerTo, words.CheckCornerTo
	}
	for i, end := range []string{"start", "end"} {
		arcs := 0
		name := w.EndName(i == 1)
		for _, t := range out.Tapes {
			if t.To != end {
				continue
			}
			switch {
			case t.Along != "":
				add(s.Rules.Tell(along, t.Along, t.From, name), t.Value, s.sumOf(t, w, corners)...)
			case arcs == 0:
				arcs++
				add(s.Rules.Tell(first, t.From, name), t.Value, s.sumOf(t, w, corners)...)
			default:
				add(s.Rules.Tell(second, t.From, name), t.Value, s.sumOf(t, w, corners)...)
			}
		}
	}
	if !said {
		for i, t := range out.Off {
			add(s.Rules.Tell(words.CheckAtOutFrom, w.EndName(i == 1), t.From), t.Value, s.outBy(out, s.endSpots(w)[i], s.Lines[w.ID].Relation.Face)...)
		}
	}
	for i, end := range s.endSpots(w) {
		if o := s.butted(w, i == 1); o != nil {
			t := TapeTo{From: o.ID, To: []string{"start", "end"}[i], Value: s.SayMM((&geo.Face{From: o.From, To: o.To}).Along(end.at))}
			out.Check = append(out.Check, t)
			sum := s.apart(s.endSpots(o)[0], end)
			sum[len(sum)-1] = work.Line{What: "along " + s.Rules.Tell(words.AlongSLine, o.ID), Value: t.Value}
			add(s.Rules.Tell(words.CheckAlongFromItsStart, t.From, w.EndName(i == 1), o.EndName(false)), t.Value, sum...)
		}
	}
	for _, t := range out.Check[:corner] {
		add(s.Rules.Tell(words.CheckCornerTo, t.From, w.EndName(t.To == "end")), t.Value, s.sumOf(t, w, corners)...)
	}
	add(s.Rules.Tell(words.StartToEndReads), s.Rules.Units.Say(w.Length, s.Rules.Mark/2), s.lengthSum(w)...)
	side := "left"
	if w.Right {
		side = "right"
	}
	add(s.Rules.Tell(words.SnapLineXOnSeen, side, w.Lumber.Depth, w.EndName(false)), "")
	// in between, so that the snapped ceiling line is held by more than its ends
	step := s.Rules.Units.Pick(96*measure.Inch, 2400*measure.Millimetre)
	n := max(1, (w.Length+step-1)/step)
	var points []string
	for i := range n + 1 {
		points = append(points, s.Rules.Units.Say((w.Length*i/n).Nearest(s.Rules.Mark), 0))
	}
	if !w.Off() { // one that reaches nothing has nothing to snap over it
		add(s.Rules.Tell(words.PlumbUpToCeilingAt, strings.Join(points, ", ")), "")
	}
	for _, end := range []struct {
		word string
		at   framing.End
	}{{w.EndName(false), w.Start}, {w.EndName(true), w.Stop}} {
		switch {
		case end.at.Top > 0:
			add(s.Rules.Tell(words.AtTopPlateStopsShort, end.word, end.at.Lean), s.Rules.Units.Say(end.at.Top, 0))
		case end.at.Top < 0:
			add(s.Rules.Tell(words.AtTopPlateRunsOn, end.word, end.at.Lean), s.Rules.Units.Say(-end.at.Top, 0))
		}
	}
}

// butted is the new wall that an end of this one comes up to.
func (s *writer) butted(w *framing.Wall, stop bool) *framing.Wall {
	for _, m := range s.Meets {
		if m.Wall == w && m.Stop == stop && m.Other != nil {
			return m.Other
		}
	}
	return nil
}
