package advise

import (
	"context"
	"fmt"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/line"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/wood"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Compared is one consequence of where a wall goes, in both places.
type Compared struct {
	What  string      `json:"what"`
	Now   string      `json:"now" doc:"Where it is; empty for a wall that isn't there yet."`
	There string      `json:"there"`
	How   []work.Line `json:"how,omitempty" nullable:"false" doc:"How the second came about."`
}

// Comparison is a wall in another place: what that costs, the walls that
// follow, and every piece that changes, those already cut first.
type Comparison struct {
	Rows    []Compared  `json:"rows" nullable:"false"`
	Moved   []site.Move `json:"moved" nullable:"false"`
	Changed Changes     `json:"changed"`
}

// Compare holds two places of a wall side by side by what they cost. before is
// the job as it is, after with the wall in the other place; cut says which
// pieces have been cut; m is what was worked out before. The error is the job.Faults of
// after, or ctx's.
func Compare(ctx context.Context, m *work.Memory, before, after job.Document, wall string, cut func(member string) bool) (Comparison, error) {
	after = job.Copy(after)
	m.KeepPlaces(before, &after)
	then, err := m.Result(ctx, after)
	if err != nil {
		return Comparison{}, err
	}
	now, err := m.Result(ctx, before)
	if err != nil {
		return Comparison{}, err
	}
	a, b := (&judge{now}).consequences(wall), (&judge{then}).consequences(wall)
	out := []Compared{}
	for i, row := range b {
		one := row
		if a != nil {
			one.Now = a[i].There
		}
		out = append(out, one)
	}
	// what the walls it touches, here or there, gain or lose
	for i, w := range then.Walls {
		before, after := &judge{now}, &judge{then}
		if w.Wall.ID == wall || !before.touch(wall, w.Wall.ID) && !after.touch(wall, w.Wall.ID) {
			continue
		}
		row := after.widestDoor(then.Walls[i].Wall)
		row.What = now.Rules.Tell(words.InWall, row.What, w.Wall.ID)
		for _, old := range now.Walls {
			if old.Wall.ID == w.Wall.ID {
				row.Now = before.widestDoor(old.Wall).There
			}
		}
		out = append(out, row)
	}
	return Comparison{Rows: out, Moved: m.Moves(before, after), Changed: Changed(now, then, cut)}, nil
}

// touch says whether two new walls meet.
func (s *judge) touch(a, b string) bool {
	for _, m := range s.Meets {
		if m.Other != nil && (m.Wall.ID == a && m.Other.ID == b || m.Wall.ID == b && m.Other.ID == a) {
			return true
		}
	}
	return false
}

// consequences are what a wall's place costs, in the order they are asked for.
func (s *judge) consequences(id string) []Compared {
	for _, w := range s.Walls {
		if w.Wall.ID != id {
			continue
		}
		kinds := map[wood.Kind]int{}
		for _, m := range w.Members {
			kinds[m.Kind]++
		}
		inWay, slots, blocks, pieces, sticks := 0, 0, 0, 0, 0
		for _, f := range w.Findings {
			if f.Level == framing.Stop {
				inWay++
			}
			switch f.Code {
			case "no-drill", "pipe-in-plate":
				inWay++
			case "close-pair":
				slots++
			}
		}
		for _, a := range w.Against {
			blocks += len(a.Blocks)
		}
		for _, m := range w.Meetings {
			if m.Joined.Style != framing.Serves && m.Joined.Style != framing.EndStuds {
				pieces += len(m.Joined.Members)
			}
		}
		for _, c := range s.Cuts {
			for _, b := range c.Buy {
				sticks += b.Count
			}
		}
		said := func(what, then string, how ...work.Line) Compared { return Compared{What: what, There: then, How: how} }
		count := func(kind wood.Kind) work.Line {
			return work.Line{What: s.Rules.Words.Word(words.Term(kind + "s")), Value: fmt.Sprint(kinds[kind])}
		}
		return []Compared{
			said("length", s.Say(w.Wall.Length)),
			said("studs", fmt.Sprint(kinds[wood.Stud]+kinds[wood.King]+kinds[wood.Jack]), count(wood.Stud), count(wood.King), count(wood.Jack)),
			said(s.Rules.Tell(words.BlocksBetweenJoists), fmt.Sprint(blocks)), said(s.Rules.Tell(words.PiecesForItsCorners), fmt.Sprint(pieces)), said(s.Rules.Tell(words.SticksToBuyWholeJob), fmt.Sprint(sticks)),
			s.widestDoor(w.Wall), s.sliver(w.Wall), said(s.Rules.Tell(words.DevicesToMove), s.devices(w.Wall)),
			said(s.Rules.Tell(words.SlotsToFillFirst), fmt.Sprint(slots)), said(s.Rules.Tell(words.ThingsInItsWay), fmt.Sprint(inWay)), said(s.Rules.Tell(words.PiecesHeld), fmt.Sprint(w.Held())),
		}
	}
	return nil
}

// widestDoor is the widest leaf that the wall has room for, clear of walls that
// butt it: the longest such run less a king and a jack each side, less the usual
// 2 in or 80 mm for jambs and gaps. Usual practice (the work, step 5).
func (s *judge) widestDoor(w *framing.Wall) Compared {
	u := s.Rules.Units
	run, last := measure.Length(0), measure.Length(0)
	for _, j := range append(w.Joins[:len(w.Joins):len(w.Joins)], framing.Join{From: w.Length}) {
		run, last = max(run, j.From-last), max(last, j.To)
	}
	what := "length"
	if run < w.Length {
		what = s.Rules.Tell(words.LongestRunClearWallsButt)
	}
	uprights, jambs := 4*w.Lumber.Thickness, u.Pick(2*measure.Inch, 80*measure.Millimetre)
	out := Compared{What: s.Rules.Tell(words.WidestDoorLeaf), There: "none", How: []work.Line{
		{What: what, Value: u.Write(run.Nearest(s.Rules.Mark))},
		{What: s.Rules.Tell(words.KingJackEachSide), Value: u.Write(-uprights)},
		{What: s.Rules.Tell(words.JambsGapsShimsAsUsual), Value: u.Write(-jambs)},
	}}
	if door := run - uprights - jambs; door > 0 {
		out.There = s.Say(door)
	}
	return out
}

// sliver is a strip of board too narrow to hold. Boards are hung from the
// start: what is left past the last whole one.
func (s *judge) sliver(w *framing.Wall) Compared {
	u := s.Rules.Units
	sheet := u.Pick(48*measure.Inch, 1200*measure.Millimetre)
	rest := w.Length % sheet
	out := Compared{What: s.Rules.Tell(words.SliverOfBoard), There: "no", How: []work.Line{
		{What: "length", Value: u.Write(w.Length.Nearest(s.Rules.Mark))},
		{What: s.Rules.Tell(words.WholeBoardsFromStart, int(w.Length/sheet)), Value: u.Write(rest - w.Length)},
		{What: s.Rules.Tell(words.LeftOver), Value: u.Write(rest.Nearest(s.Rules.Mark))},
	}}
	if rest > 0 && rest < u.Pick(2*measure.Inch, 50*measure.Millimetre) {
		out.There = s.Say(rest) + " wide"
	}
	return out
}

// devices are what hangs on a wall that is there where a new wall comes: under
// its framing and boards with a hand's breadth beside them, or, behind a
// furring, all of it.
func (s *judge) devices(w *framing.Wall) string {
	if s.Doc.Assess == nil {
		return "none"
	}
	var names []string
	u := s.Rules.Units
	hand := s.Board.Millimetres() + u.Pick(2*measure.Inch, 50*measure.Millimetre).Millimetres()
	for _, h := range s.Doc.Assess.Hanging {
		l := s.Lines[w.ID]
		if l != nil && l.Relation.Kind == line.Furring && l.Doc.Line.Face == h.Wall {
			names = append(names, h.What)
			continue
		}
		at, err := h.Station.In(u)
		for _, m := range s.Meets {
			if m.Wall != w || m.Existing == nil || m.Existing.ID != h.Wall || !h.Station.Given() || err != nil {
				continue
			}
			if from, to := s.Stations(m); at.Millimetres() > from-hand && at.Millimetres() < to+hand {
				names = append(names, s.Rules.Tell(words.ThingAt, h.What, at))
			}
		}
	}
	if names == nil {
		return "none"
	}
	return s.Rules.Tell(words.CountAndList, len(names), strings.Join(names, ", "))
}
