package plan

import (
	"homalos/internal/measure"
	"homalos/internal/words"
	"homalos/internal/work"
)

// writeCutIn writes an opening that is cut into a wall that is there.
func (s *writer) writeCutIn(c *work.CutIn) CutIn {
	u, tell := s.Rules.Units, s.Rules.Tell
	out := CutIn{
		ID: c.Framed.Wall.ID, In: c.In.ID, Length: u.Write(c.Framed.Wall.Length), Members: []Member{}, Findings: []Finding{}, Studs: []OldStud{}, Corners: []CutCorner{}, Steps: c.Steps, Jamb: u.Write(c.Deep),
	}
	for _, m := range c.Members {
		out.Members = append(out.Members, s.writeMember(c.Wall, m))
	}
	for _, x := range c.Findings {
		f := s.writeFinding(x)
		f.Wall, f.Fixes = c.Framed.Wall.ID, s.advised.ForFinding(c.Framed.Wall.ID, x)
		out.Findings = append(out.Findings, f)
	}
	for _, x := range c.Studs {
		one := OldStud{At: u.Write(x.At), Fate: "stays", Becomes: x.Becomes}
		switch {
		case x.King:
			one.Fate = "king"
			if x.Packing > 0 {
				one.Packing = u.Write(x.Packing)
			}
		case x.Goes:
			one.Fate = "goes"
			if x.Spare > 0 {
				one.Top, one.Spare = u.Write(x.Top), u.Write(x.Spare)
			}
		}
		out.Studs = append(out.Studs, one)
	}
	for _, x := range c.Corners {
		one := CutCorner{Face: "room", Left: u.Write(x.Left), Right: u.Write(x.Right), Head: u.Write(x.Head), Deep: u.Write(x.Deep)}
		code := words.CornersHere
		if x.Other {
			one.Face, code = "other", words.CornersThere
		}
		one.Said = tell(code, s.besideReference(x.Left), s.besideReference(x.Right), x.Head, x.Deep)
		if x.Foot > 0 {
			one.Foot = u.Write(x.Foot)
			one.Said += tell(words.CornersFoot, x.Foot)
		}
		out.Corners = append(out.Corners, one)
	}
	w := Wall{}
	s.writeBearing(&w, c.Wall)
	out.Bearing, out.Matches = w.Bearing, s.writeMatches(c.Wall)
	out.Jambs = s.writeJambs(c.Wall, c.Deep)
	return out
}

// besideReference is how far an edge lies to one side of the reference.
func (s *writer) besideReference(at measure.Length) string {
	if at < 0 {
		return s.Rules.Tell(words.LeftOfReference, -at)
	}
	return s.Rules.Tell(words.RightOfReference, at)
}
