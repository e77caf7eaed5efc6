package plan

import (
	"homalos/internal/framing"
	"homalos/internal/job"
)

// Compute works a job out. The error is a job.Faults with all that is wrong.
// The same document always gives the same plan.
func Compute(d job.Document) (Plan, error) {
	r, err := resultOf(d)
	if err != nil {
		return Plan{}, err
	}
	return write(r), nil
}

// ComputeKnown works a job out in a building whose surfaces are known, not
// read: to compare with what was foretold of it.
func ComputeKnown(d job.Document, known framing.Heights) (Plan, error) {
	s, faults := resolve(d)
	if faults != nil {
		return Plan{}, faults
	}
	return write(outIn(s, nil, func(*framing.Wall) framing.Heights { return known })), nil
}

// writer writes a result as a plan document.
type writer struct{ *Result }

func write(r *Result) Plan {
	s := &writer{r}
	u := s.rules.Units
	p := Plan{
		Format: Format, Name: s.doc.Name, Units: u, Mark: u.Write(s.rules.Mark),
		Walls: []Wall{}, Cuts: []Cut{}, Sticks: []Stick{}, Buy: []Buy{}, Findings: []Finding{}, Result: r, Advised: advise(r), Drawings: r.drawings(),
	}
	for i, w := range r.walls {
		p.Walls = append(p.Walls, s.writeWall(w, p.Advised.walls[i]))
	}
	for _, c := range r.cuts {
		s.writeCuts(&p, c)
	}
	for _, f := range r.findings {
		p.Findings = append(p.Findings, s.writeFinding(f))
	}
	return p
}

func (s *writer) writeWall(w *Wall_, advice []Advice) Wall {
	u := s.rules.Units
	out := Wall{
		ID: w.Wall.ID, Length: u.Write(w.Wall.Length), Said: u.Say(w.Wall.Length, s.rules.Mark/2), Line: s.writeLine(w.Wall), Against: s.writeAgainst(w),
		Meets: s.writeMeetings(w), Plates: s.platesSaid(w.Framed), Advice: advice, Members: []Member{}, Marks: []Mark{}, Findings: []Finding{},
	}
	for _, m := range w.Members {
		out.Members = append(out.Members, s.writeMember(w, m))
	}
	for _, m := range w.Marks {
		out.Marks = append(out.Marks, Mark{u.Write(m.Tape), m.Set, m.Member, m.Plates})
	}
	for _, x := range w.findings {
		f := s.writeFinding(x)
		f.Wall = w.Wall.ID
		out.Findings = append(out.Findings, f)
	}
	return out
}

func (s *writer) writeMember(w *Wall_, m framing.Member) Member {
	u := s.rules.Units
	out := Member{
		ID: m.ID, Kind: string(m.Kind), Lumber: m.Lumber.ID, From: u.Write(m.From), To: u.Write(m.To),
		State: string(m.State), Opening: m.Opening, Why: m.Why, Sum: []Line{}, Bevel: m.Bevel, Pending: m.Pending,
	}
	if m.Known {
		out.Exact, out.Cut, out.Spread = u.Write(m.Exact), u.Write(m.Cut), u.Write(m.Spread)
	}
	for _, l := range m.Sum {
		out.Sum = append(out.Sum, Line{l.What, u.Write(l.Value), l.Readings})
	}
	if m.Frees != nil {
		out.Frees = &Want{Kind: m.Frees.Kind, Station: u.Write(m.Frees.Station), Text: m.Frees.Say(w.Wall, s.rules)}
	}
	return out
}

func (s *writer) writeFinding(f framing.Finding) Finding {
	out := Finding{Code: f.Code, Level: string(f.Level), Text: f.Text, Fix: f.Fix, Members: f.Members, Apply: string(f.Apply), Reading: f.Reading}
	if f.Placed {
		out.At = s.rules.Units.Write(f.At)
	}
	if place := s.given[f.Reading].Place; place != nil && place.Wall != "" {
		out.At = place.Station // as it was written
	}
	return out
}

func (s *writer) writeCuts(p *Plan, c Lumbered) {
	u := s.rules.Units
	for _, g := range c.groups {
		p.Cuts = append(p.Cuts, Cut{g.Lumber, u.Write(g.Length), len(g.Members), g.Members, g.State})
	}
	for _, stick := range c.sticks {
		out := Stick{Lumber: stick.Lumber, Stock: u.Write(stick.Stock), Offcut: u.Write(stick.Offcut), Cuts: []StickCut{}}
		for _, piece := range stick.Pieces {
			state := piece.State
			if state == string(framing.Ready) {
				state = ""
			}
			out.Cuts = append(out.Cuts, StickCut{piece.Member, u.Write(piece.Length), state})
		}
		p.Sticks = append(p.Sticks, out)
	}
	for _, b := range c.buy {
		p.Buy = append(p.Buy, Buy{b.Lumber, u.Write(b.Stock), b.Count})
	}
}
