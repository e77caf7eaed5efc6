package work

import (
	"homalos/internal/assess"
	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/words"
)

// CutIn is an opening cut into a wall that is there, worked out.
type CutIn struct {
	*Wall
	site.CutIn
	Studs   []framing.OldStud
	Corners []CutCorners // on the room's face, then on the other
	Steps   []string     // the order of the work
}

// CutCorners are an opening's corners on one face of the wall.
type CutCorners struct {
	Other       bool           // the face away from the room, seen from there
	Left, Right measure.Length // of the reference, to the right positive, as that face is seen
	Head, Foot  measure.Length // over the finished floor; foot 0: down to the floor
	Deep        measure.Length // of the finish: the blade is set to it
}

// cutIns works out the openings in walls that are there, after what the assessment
// allows. Source: the work, steps 1 and 5.
func (r *Result) cutIns(heights func(w *framing.Wall) framing.Heights) {
	if len(r.Site.CutIns) == 0 {
		return
	}
	judged := r.judged()
	for _, c := range r.Site.CutIns {
		wall := *c.Wall
		var held string
		for i, e := range r.ExistingWalls {
			if e.ID != c.In.ID {
				continue
			}
			says := r.saysOf(e.ID)
			status := assess.Status(judged[i].Status)
			if status != assess.NoSign && says != "" { // a licensed person has said that it may be opened: its header is his to name
				wall.Carries = framing.Carries
			}
			if why := assess.Held(status, "opened", says); why != "" {
				held = r.Rules.Tell(words.NotToBeYet, e.ID, "opened", why)
			} else if judged[i].Held != "" {
				held = r.Rules.Tell(words.NotToBeYet, e.ID, "opened", judged[i].Held)
			}
		}
		framed, studs := framing.FrameCutIn(&wall, r.Rules, heights(&wall), r.Found(), held)
		out := &CutIn{Wall: &Wall{Framed: framed, Findings: framed.Findings}, CutIn: c, Studs: studs}
		out.Corners, out.Steps = r.cutCorners(c), r.cutSteps(out, held)
		r.tellSwing(out.Wall)
		r.CutIns = append(r.CutIns, out)
	}
}

func (r *Result) saysOf(wall string) (says string) {
	if r.Doc.Assess == nil {
		return ""
	}
	for _, x := range r.Doc.Assess.Decisions {
		if x.Wall == wall {
			says = x.Says
		}
	}
	return says
}

// cutCorners are the corners on both faces, from the one reference. The other face
// is seen the other way round.
func (r *Result) cutCorners(c site.CutIn) []CutCorners {
	o := c.Wall.Openings[0]
	left, right := o.Left()-c.Reference, o.Right()-c.Reference
	if !c.Wall.Right { // seen from the room its stations run to the left
		left, right = -right, -left
	}
	head, foot := o.Sill+o.Height, o.Sill
	return []CutCorners{
		{Left: left, Right: right, Head: head, Foot: foot, Deep: c.Near},
		{Other: true, Left: -right, Right: -left, Head: head, Foot: foot, Deep: c.Far},
	}
}

// cutSteps is the order of the work, with its holds.
func (r *Result) cutSteps(c *CutIn, held string) []string {
	tell := r.Rules.Tell
	var out []string
	add := func(code words.Code, args ...any) { out = append(out, tell(code, args...)) }
	if held != "" {
		add(words.CutHeld, held)
	}
	add(words.CutIsolate)
	o := c.Framed.Wall.Openings[0]
	if c.Framed.Wall.Carries == framing.Carries {
		add(words.CutSupport)
	}
	add(words.CutMark)
	add(words.CutFinish, c.Near, c.Far)
	goes := 0
	for _, s := range c.Studs {
		if s.Goes {
			goes++
		}
	}
	add(words.CutKings)
	if goes > 0 {
		add(words.CutStuds, goes)
	}
	add(words.CutHeader)
	if o.CutsPlate() {
		add(words.CutPlate)
	}
	if c.Framed.Wall.Carries == framing.Carries {
		add(words.CutSupportAway)
	}
	return out
}

// Lists are all walls whose pieces are cut and bought: the new ones, then the
// openings in walls that are there and what closes others.
func (r *Result) Lists() []*Wall {
	out := append([]*Wall{}, r.Walls...)
	for _, c := range r.CutIns {
		out = append(out, c.Wall)
	}
	for _, c := range r.Closings {
		out = append(out, c.Wall)
	}
	for _, f := range r.Floors {
		out = append(out, f.Wall)
	}
	return out
}
