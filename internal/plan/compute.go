package plan

import (
	"homalos/internal/cutting"
	"homalos/internal/framing"
	"homalos/internal/job"
)

// nearReadings is how many readings a wall is judged by: those closest to it
// screen the rest, and long jobs stay quick.
const nearReadings = 56

// Compute works a job out. The error is a job.Faults with all that is wrong.
// The same document always gives the same plan.
func Compute(d job.Document) (Plan, error) {
	s, faults := resolve(d)
	if faults != nil {
		return Plan{}, faults
	}
	heights := s.fit()
	p := s.compute(func(w *framing.Wall) framing.Heights { return heights.Near(w.At(0), w.At(w.Length), nearReadings) })
	s.addDoubts(&p, heights)
	p.heights = heights
	return p, nil
}

// ComputeKnown works a job out in a building whose surfaces are known, not
// read: to compare with what was foretold of it.
func ComputeKnown(d job.Document, known framing.Heights) (Plan, error) {
	s, faults := resolve(d)
	if faults != nil {
		return Plan{}, faults
	}
	return s.compute(func(*framing.Wall) framing.Heights { return known }), nil
}

func (s *setup) compute(heights func(*framing.Wall) framing.Heights) Plan {
	d := s.doc
	u := s.rules.Units
	p := Plan{
		Format: Format, Name: d.Name, Units: u, Mark: u.Write(s.rules.Mark),
		Walls: []Wall{}, Cuts: []Cut{}, Sticks: []Stick{}, Buy: []Buy{}, Findings: []Finding{},
	}
	var framed []*framing.Framed
	for _, w := range s.walls {
		near := heights(w)
		s.leanEnds(w, near)
		f := framing.Frame(w, s.rules, near, s.found())
		framed = append(framed, f)
		written := s.writeWall(f)
		written.Line, written.Against = s.writeLine(w), s.against(f)
		p.Walls = append(p.Walls, written)
		p.Drawings = append(p.Drawings, s.draw(f))
	}
	for i, f := range framed {
		p.Walls[i].Meets, p.Walls[i].Plates = s.meetings(f, framed), s.platesSaid(f)
		p.Drawings[i].Corners, p.Drawings[i].Above = s.cornerDetails(f, framed), s.fromAbove(f)
	}
	s.addCrossed(&p)
	s.addHolds(&p)
	s.cut(&p, framed)
	s.advise(&p, framed)
	if len(s.walls) > 0 && len(s.readings) == 0 {
		p.Findings = append(p.Findings, Finding{
			Code: "nothing-read", Level: string(framing.Warn),
			Text: "Nothing has been read yet: every height is still open.",
			Fix:  "Tape the gap from floor to ceiling along the wall, at least three places.",
		})
	}
	return p
}

func (s *setup) writeWall(f *framing.Framed) Wall {
	u := s.rules.Units
	out := Wall{ID: f.Wall.ID, Length: u.Write(f.Wall.Length), Said: u.Say(f.Wall.Length, s.rules.Mark/2), Members: []Member{}, Marks: []Mark{}, Findings: []Finding{}}
	for _, m := range f.Members {
		w := Member{
			ID: m.ID, Kind: string(m.Kind), Lumber: m.Lumber.ID, From: u.Write(m.From), To: u.Write(m.To),
			State: string(m.State), Opening: m.Opening, Why: m.Why, Sum: []Line{}, Bevel: m.Bevel, Pending: m.Pending,
		}
		if m.Known {
			w.Exact, w.Cut, w.Spread = u.Write(m.Exact), u.Write(m.Cut), u.Write(m.Spread)
		}
		for _, l := range m.Sum {
			w.Sum = append(w.Sum, Line{l.What, u.Write(l.Value), l.Readings})
		}
		if m.Frees != nil {
			w.Frees = s.want(f.Wall, *m.Frees)
		}
		out.Members = append(out.Members, w)
	}
	for _, m := range f.Marks {
		out.Marks = append(out.Marks, Mark{u.Write(m.Tape), m.Set, m.Member, m.Plates})
	}
	for _, x := range f.Findings {
		w := Finding{Code: x.Code, Level: string(x.Level), Wall: f.Wall.ID, Text: x.Text, Fix: x.Fix, Members: x.Members, Apply: string(x.Apply)}
		if x.Placed {
			w.At = u.Write(x.At)
		}
		out.Findings = append(out.Findings, w)
	}
	return out
}

func (s *setup) want(wall *framing.Wall, w framing.Want) *Want {
	return &Want{Kind: w.Kind, Station: s.rules.Units.Write(w.Station), Text: w.Say(wall, s.rules)}
}

// cut groups all pieces by lumber, lays them into sticks and counts those.
func (s *setup) cut(p *Plan, framed []*framing.Framed) {
	u := s.rules.Units
	for _, l := range s.lumber {
		var pieces []cutting.Piece
		for _, f := range framed {
			for _, m := range f.Members {
				if m.Lumber == l && m.Known && m.Cut > 0 {
					pieces = append(pieces, cutting.Piece{Member: m.ID, Length: m.Cut, State: string(m.State)})
				}
			}
		}
		for _, g := range cutting.Alike(l.ID, pieces) {
			p.Cuts = append(p.Cuts, Cut{g.Lumber, u.Write(g.Length), len(g.Members), g.Members, g.State})
		}
		sticks, _ := cutting.Sticks(l.ID, pieces, l.Stock, s.kerf)
		for _, stick := range sticks {
			out := Stick{Lumber: stick.Lumber, Stock: u.Write(stick.Stock), Offcut: u.Write(stick.Offcut), Cuts: []StickCut{}}
			for _, c := range stick.Pieces {
				state := c.State
				if state == string(framing.Ready) {
					state = ""
				}
				out.Cuts = append(out.Cuts, StickCut{c.Member, u.Write(c.Length), state})
			}
			p.Sticks = append(p.Sticks, out)
		}
		for _, b := range cutting.Shopping(sticks) {
			p.Buy = append(p.Buy, Buy{b.Lumber, u.Write(b.Stock), b.Count})
		}
	}
}
