package plan

import (
	"fmt"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/line"
	"homalos/internal/measure"
)

// Compared is one consequence of where a wall goes, in both places.
type Compared struct {
	What string `json:"what"`
	Now  string `json:"now" doc:"Where it is; empty for a wall that isn't there yet."`
	Then string `json:"then"`
}

// Comparison is a wall in another place: what that costs, the walls that
// follow, and every piece that changes, those already cut first.
type Comparison struct {
	Rows    []Compared `json:"rows" nullable:"false"`
	Moved   []Move     `json:"moved" nullable:"false"`
	Changed Changes    `json:"changed"`
}

// Compare holds two places of a wall side by side by what they cost. before is
// the job as it is, after with the wall in the other place; cut says which
// pieces have been cut. The error is the job.Faults of after.
func Compare(before, after job.Document, wall string, cut func(member string) bool) (Comparison, error) {
	after = job.Copy(after)
	KeepPlaces(before, &after)
	then, err := Compute(after)
	if err != nil {
		return Comparison{}, err
	}
	now, err := Compute(before)
	if err != nil {
		return Comparison{}, err
	}
	a, b := consequences(before, now, wall), consequences(after, then, wall)
	out := []Compared{}
	for i, row := range b {
		one := Compared{What: row[0], Then: row[1]}
		if a != nil {
			one.Now = a[i][1]
		}
		out = append(out, one)
	}
	return Comparison{Rows: out, Moved: Moves(before, after), Changed: Changed(now, then, cut)}, nil
}

// consequences are what a wall's place costs, in the order they are asked for.
func consequences(d job.Document, p Plan, id string) [][2]string {
	s, faults := resolve(d)
	if faults != nil {
		return nil
	}
	for i, w := range p.Walls {
		if w.ID != id {
			continue
		}
		wall := s.walls[i]
		kinds, held, stops, kept := map[string]int{}, 0, 0, 0
		for _, m := range w.Members {
			kinds[m.Kind]++
			held += boolean(m.State == "measure-first")
		}
		slots := 0
		for _, f := range w.Findings {
			stops += boolean(f.Level == string(framing.Stop))
			kept += boolean(f.Code == "no-drill" || f.Code == "pipe-in-plate")
			slots += boolean(f.Code == "close-pair")
		}
		blocks := 0
		for _, a := range w.Against {
			blocks += len(a.Blocks)
		}
		wood := 0
		for _, m := range w.Meets {
			wood += len(m.Wood) * boolean(m.Style != string(framing.Serves) && m.Style != string(framing.EndStuds))
		}
		sticks := 0
		for _, b := range p.Buy {
			sticks += b.Count
		}
		u := s.rules.Units
		t := wall.Lumber.Thickness
		// widest door for a run: less king and jack each side, less the usual 2 in or 80 mm
		door := wall.Length - 4*t - u.Pick(2*measure.Inch, 80*mm)
		widest := "none"
		if door > 0 {
			widest = s.say(door)
		}
		// boards are hung from the start: what is left past the last whole one
		sheet := u.Pick(48*measure.Inch, 1200*mm)
		strip := "no"
		if rest := wall.Length % sheet; rest > 0 && rest < u.Pick(2*measure.Inch, 50*mm) {
			strip = s.say(rest) + " wide"
		}
		return [][2]string{
			{"length", s.say(wall.Length)}, {"studs", fmt.Sprint(kinds["stud"] + kinds["king"] + kinds["jack"])},
			{"blocks between joists", fmt.Sprint(blocks)}, {"pieces for its corners", fmt.Sprint(wood)}, {"sticks to buy, whole job", fmt.Sprint(sticks)}, {"widest door leaf", widest},
			{"sliver of board", strip}, {"devices to move", s.devices(wall)}, {"slots to fill first", fmt.Sprint(slots)}, {"things in its way", fmt.Sprint(stops + kept)}, {"pieces held", fmt.Sprint(held)},
		}
	}
	return nil
}

// devices are what hangs on a wall that is there where a new wall comes: under
// its framing and boards with a hand's breadth beside them, or, behind a
// furring, all of it.
func (s *setup) devices(w *framing.Wall) string {
	if s.doc.Assess == nil {
		return "none"
	}
	var names []string
	u := s.rules.Units
	hand := s.board.Millimetres() + u.Pick(2*measure.Inch, 50*mm).Millimetres()
	for _, h := range s.doc.Assess.Hanging {
		l := s.lines[w.ID]
		if l != nil && l.relation.Kind == line.Furring && l.doc.Line.Face == h.Wall {
			names = append(names, h.What)
			continue
		}
		at, err := measure.Read(h.Station, u)
		for _, m := range s.meets {
			if m.wall != w || m.existing == nil || m.existing.ID != h.Wall || h.Station == "" || err != nil {
				continue
			}
			if from, to := s.stations(m); at.Millimetres() > from-hand && at.Millimetres() < to+hand {
				names = append(names, fmt.Sprintf("%s at %s", h.What, s.say(at)))
			}
		}
	}
	if names == nil {
		return "none"
	}
	return fmt.Sprintf("%d: %s", len(names), strings.Join(names, ", "))
}
