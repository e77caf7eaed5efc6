package plan

import (
	"context"
	"math"

	"homalos/internal/advise"
	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/picture"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Compute works a job out. The error is a job.Faults with all that is wrong.
// The same document always gives the same plan.
func Compute(d job.Document) (Plan, error) {
	p, err := ComputeIn(context.Background(), new(work.Memory), d)
	if err != nil {
		return p, err
	}
	return Recorded(context.Background(), p, d)
}

// ComputeIn is the plan of a job as if nothing of it was cut, with what was worked out
// before remembered; Recorded follows. It stops when ctx ends, with ctx's error.
func ComputeIn(ctx context.Context, m *work.Memory, d job.Document) (Plan, error) {
	r, err := m.Result(ctx, d)
	if err != nil {
		return Plan{}, err
	}
	p := write(ctx, r)
	return p, ctx.Err()
}

// writer writes a result as a plan document.
type writer struct {
	*work.Result
	advised *advise.Advised
}

func write(ctx context.Context, r *work.Result) Plan {
	s := &writer{r, advise.Of(r)}
	u := s.Rules.Units
	p := Plan{
		Format: Format, Name: s.Doc.Name, Units: u, Mark: u.Write(s.Rules.Mark),
		Walls: []Wall{}, Cuts: []Cut{}, Sticks: []Stick{}, Buy: []Buy{}, Wood: []Wood{}, Findings: []Finding{}, Result: r, Advised: s.advised, Drawings: picture.Drawings(r), Cut: picture.CutIns(r), Shut: picture.Closings(r),
	}
	p.Alike = Alike{Offer: u.Write(r.Saves.Offer), Own: r.Saves.Own, Now: r.Saves.Now, Would: r.Saves.Would}
	if r.Site.Alike > 0 {
		p.Alike.Window = u.Write(r.Site.Alike)
	}
	for i, w := range r.Walls {
		if ctx.Err() != nil {
			return p
		}
		p.Walls = append(p.Walls, s.writeWall(w, p.Advised.Walls[i]))
	}
	for _, c := range r.CutIns {
		p.CutIns = append(p.CutIns, s.writeCutIn(c))
	}
	for _, c := range r.Closings {
		p.Closings = append(p.Closings, s.writeClosing(c))
	}
	for _, f := range r.Floors {
		p.Floors = append(p.Floors, s.writeFloor(f))
	}
	p.Readings = s.saidReadings(p.Walls)
	for _, c := range r.Cuts {
		s.writeCuts(&p, c)
	}
	for _, f := range r.Findings {
		p.Findings = append(p.Findings, s.writeFinding(f))
	}
	s.writeRaising(ctx, &p)
	for _, c := range r.Cuts {
		s.writeSticks(&p, c, s.longestStick(r.Cuts))
	}
	return p
}

func (s *writer) writeWall(w *work.Wall, advice []advise.Advice) Wall {
	u := s.Rules.Units
	out := Wall{
		ID: w.Wall.ID, Length: u.Write(w.Wall.Length), Ends: [2]string{w.Wall.EndName(false), w.Wall.EndName(true)}, Said: u.Say(w.Wall.Length, s.Rules.Mark/2), Line: s.writeLine(w.Wall), Against: s.writeAgainst(w),
		Meets: s.writeMeetings(w), Plates: s.platesSaid(w.Framed), Advice: advice, Members: []Member{}, Marks: []Mark{}, Findings: []Finding{},
	}
	s.writeLayout(&out, w)
	s.writeBearing(&out, w)
	out.Matches, out.Crossings = s.writeMatches(w), s.writeCrossings(w)
	s.writeHoles(&out, w)
	s.writeParts(&out, w)
	s.writeOpen(&out, w)
	out.Faces = s.writeFaces(w)
	out.Jambs = s.writeJambs(w, w.Wall.Lumber.Depth+2*s.Board)
	for _, m := range w.Members {
		out.Members = append(out.Members, s.writeMember(w, m))
	}
	for _, m := range w.Marks {
		out.Marks = append(out.Marks, Mark{u.Write(m.Tape), string(m.Set), m.Hook, m.Member, m.Plates})
	}
	for _, x := range w.Findings {
		f := s.writeFinding(x)
		f.Wall, f.Fixes = w.Wall.ID, s.advised.ForFinding(w.Wall.ID, x)
		out.Findings = append(out.Findings, f)
	}
	return out
}

func (s *writer) writeMember(w *work.Wall, m framing.Member) Member {
	u := s.Rules.Units
	out := Member{
		ID: m.ID, Kind: kindOf(w.Wall, m), Lumber: m.Lumber.ID, From: u.Write(m.From), To: u.Write(m.To),
		State: string(m.State), Opening: m.Opening, Why: m.Why, Sum: []work.Line{}, Bevel: m.Bevel, Pending: m.Pending, Read: m.Read,
	}
	if m.Known {
		out.Exact, out.Cut, out.Spread = u.Write(m.Exact), u.Write(m.Cut), u.Write(m.Spread)
	}
	var values []measure.Length
	for _, l := range m.Sum {
		out.Sum = append(out.Sum, work.Line{What: l.What, Value: u.Write(l.Value), Readings: l.Readings})
		values = append(values, l.Value)
	}
	if m.Known {
		s.sayLines(&out, values, m.Exact)
		if m.Slope != 0 {
			out.Slope = hundredth(m.Slope)
		}
		if m.Short != 0 {
			out.Short = u.Write(u.Estimate(m.Short.Millimetres()))
		}
		if m.Down > 0 {
			out.Down = u.Write(m.Down)
		}
		if m.Shorter > 0 {
			out.Shorter = u.Write(m.Shorter)
		}
	}
	if m.Frees != nil {
		out.Frees = &Want{Kind: m.Frees.Kind, Station: u.Write(m.Frees.Station), Text: m.Frees.Say(w.Wall, s.Rules)}
	}
	return out
}

func hundredth(x float64) float64 { return math.Round(x*100) / 100 }

func (s *writer) writeFinding(f framing.Finding) Finding {
	out := Finding{Code: f.Code, Level: string(f.Level), Text: f.Text, Fix: f.Fix, Members: f.Members, Apply: string(f.Apply), Reading: f.Reading, Opening: f.Opening}
	if f.Placed {
		out.At = s.Rules.Units.Write(f.At)
	}
	if place := s.Given[f.Reading].Place; place != nil && place.Wall != "" {
		out.At = place.Station.String() // as it was written
	}
	return out
}

func (s *writer) writeCuts(p *Plan, c work.Lumbered) {
	u := s.Rules.Units
	for _, g := range c.Groups {
		p.Cuts = append(p.Cuts, Cut{g.Lumber, u.Write(g.Length), len(g.Members), g.Members, g.State})
	}
}

// Pieces are all that is cut: of the new walls, of openings in walls that are
// there, and of what closes others.
func (p Plan) Pieces() (out []Member) {
	for _, w := range p.Walls {
		out = append(out, w.Members...)
	}
	for _, c := range p.CutIns {
		out = append(out, c.Members...)
	}
	for _, c := range p.Closings {
		out = append(out, c.Members...)
	}
	for _, f := range p.Floors {
		out = append(out, f.Members...)
	}
	return out
}

// FixEdits is a fix that the plan offers, as edits of the job the plan is of;
// nil if it offers none of that name.
func (p Plan) FixEdits(d job.Document, wall, fix string) []job.Edit {
	return p.Advised.Edits(d, wall, fix)
}

// RoomOf draws the room that a plan is in.
func RoomOf(p Plan) picture.Room { return picture.RoomOf(p.Result) }

// FixSaid is what a fix that the plan offers does, in words; "" if it offers none
// of that name.
func (p Plan) FixSaid(wall, fix string) string {
	var all []advise.Fix
	for _, c := range p.CutIns {
		for _, f := range c.Findings {
			if c.ID == wall {
				all = append(all, f.Fixes...)
			}
		}
	}
	for _, w := range p.Walls {
		if w.ID != wall {
			continue
		}
		for _, x := range w.Advice {
			all = append(all, x.Fixes...)
		}
		for _, f := range w.Findings {
			all = append(all, f.Fixes...)
		}
		for _, o := range w.Origins {
			all = append(all, advise.Fix{ID: o.Fix, Text: p.Result.Rules.Tell(words.MarksGoBy, o.Said)})
		}
	}
	for _, f := range all {
		if f.ID == fix {
			return f.Text
		}
	}
	return ""
}
