package plan

import "homalos/internal/framing"

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
func (s *writer) writeMeetings(w *Wall_) []Meeting {
	u := s.rules.Units
	out := []Meeting{}
	for _, m := range w.meetings {
		one := Meeting{End: m.end(), At: u.Write(m.station), Bevel: bevelSaid(m.at()), Text: m.text, Fix: m.fix, Heights: m.heights}
		if m.existing != nil {
			one.Wall = m.existing.ID
			out = append(out, one)
			continue
		}
		j := m.joined
		one.Wall, one.New, one.Tie = m.other.ID, true, "strap"
		one.Style, one.Corner, one.Wood = string(j.Style), j.Corner, j.Members
		if m.lap {
			one.Tie = "lap"
		}
		if m.at().Held > 0 {
			one.Held = u.Write(m.at().Held)
		}
		if j.Corner {
			one.Past = u.Write(m.past)
		}
		if j.Style == framing.FlatNailer && j.Nailing > 0 {
			one.Nailing = u.Write(j.Nailing)
		}
		out = append(out, one)
	}
	return out
}
