package plan

import (
	"homalos/internal/framing"
	"homalos/internal/work"
)

// Meeting is where an end of a wall meets another wall: who runs past and by
// how much, the wood that brings, what stands behind the line there and what
// to do if nothing does. Usual practice.
type Meeting struct {
	End     string   `json:"end" enum:"start,end"`
	Wall    string   `json:"wall" doc:"The wall it meets, there or new."`
	New     bool     `json:"new,omitempty"`
	At      string   `json:"at" doc:"Station along that wall, of this wall's middle."`
	Corner  bool     `json:"corner,omitempty" doc:"At that wall's end."`
	Style   string   `json:"style,omitempty" doc:"Of a new wall: end-studs, flat-nailer, ladder, scrap, serves."`
	Wood    []string `json:"wood,omitempty" nullable:"false" doc:"Pieces in that wall that the meeting brings or is served by."`
	Past    string   `json:"past,omitempty" doc:"By how much that wall runs past: this wall's depth over the corner."`
	Held    string   `json:"held,omitempty" doc:"How far this wall's end stud is held back."`
	Bevel   string   `json:"bevel,omitempty" doc:"Saw setting off square, and its complement."`
	Tie     string   `json:"tie,omitempty" enum:"lap,strap"`
	Heights string   `json:"heights,omitempty" doc:"The two walls' studs compared there."`
	Nailing string   `json:"nailing,omitempty" doc:"What a flat nailer leaves for the board."`
	Text    string   `json:"text"`
	Fix     string   `json:"fix,omitempty"`
}

// writeMeetings are the meetings as the plan tells them.
func (s *writer) writeMeetings(w *work.Wall) []Meeting {
	u := s.Rules.Units
	out := []Meeting{}
	for _, m := range w.Meetings {
		one := Meeting{End: m.End(), At: u.Write(m.Where), Bevel: work.BevelSaid(s.Rules, m.At()), Text: m.Text, Fix: m.Fix, Heights: m.Heights}
		if m.Existing != nil {
			one.Wall = m.Existing.ID
			out = append(out, one)
			continue
		}
		j := m.Joined
		one.Wall, one.New, one.Tie = m.Other.ID, true, "strap"
		one.Style, one.Corner, one.Wood = string(j.Style), j.Corner, j.Members
		if m.Lap {
			one.Tie = "lap"
		}
		if m.At().Held > 0 {
			one.Held = u.Write(m.At().Held)
		}
		if j.Corner {
			one.Past = u.Write(m.Past)
		}
		if j.Style == framing.FlatNailer && j.Nailing > 0 {
			one.Nailing = u.Write(j.Nailing)
		}
		out = append(out, one)
	}
	return out
}
