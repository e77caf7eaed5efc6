package plan

import (
	"homalos/internal/closing"
	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/wood"
	"homalos/internal/words"
	"homalos/internal/work"
)

// WallPart is a part of a wall by its kind, where that isn't all a plain one to the
// ceiling.
type WallPart struct {
	From   string  `json:"from" doc:"Station."`
	To     string  `json:"to"`
	Kind   string  `json:"kind" enum:"plain,half,infill,raked,free-top"`
	Height string  `json:"height,omitempty" doc:"Of its upper side over the floor where it begins; left out where it goes by the ceiling."`
	Slope  float64 `json:"slope,omitempty" doc:"Degrees that its top rises along the wall; less than nothing: it falls."`
	Falls  string  `json:"falls,omitempty" doc:"How much its cap falls over its width."`
	Lumber string  `json:"lumber"`
}

// Start is what a wall of a kind is offered to begin with.
type Start struct {
	Is     string      `json:"is" enum:"plain,half,own,raked,follows,free-top,infill" doc:"Own: plain, of its own height; follows: raked as the ceiling is."`
	Kind   string      `json:"kind,omitempty" enum:"half,raked,free-top,infill"`
	Height job.Length  `json:"height,omitzero" format:"length"`
	Rake   *job.Rake   `json:"rake,omitempty"`
	Posts  *job.Posts  `json:"posts,omitempty"`
	Cap    *job.Cap    `json:"cap,omitempty"`
	Braces *job.Braces `json:"braces,omitempty"`
	Infill string      `json:"infill,omitempty" doc:"The first pocket that was gauged."`
}

// starts are sensible to begin with: usual heights, the run of joists that is there, the
// pocket that was gauged.
func starts(s *site.Site) []Start {
	u := s.Rules.Units
	long := func(imperial, metric measure.Length) job.Length { return job.Exactly(u.Pick(imperial, metric), u) }
	in, mm := measure.Inch, measure.Millimetre
	posts := &job.Posts{Lap: job.Exactly(framing.UsualLap(u), u), Deck: job.Exactly(framing.UsualDeck(u), u),
		Every: job.Exactly(framing.UsualPosts(u), u)}
	pocket := ""
	if sv := s.Doc.Survey; sv != nil {
		for _, j := range sv.Joists {
			if j.Of == "floor" && posts.Joists == "" {
				posts.Joists = j.ID
			}
		}
		if len(sv.Pockets) > 0 {
			pocket = sv.Pockets[0].ID
		}
	}
	if a := s.Doc.Assess; pocket == "" && a != nil && len(a.Pockets) > 0 {
		pocket = a.Pockets[0].ID
	}
	if posts.Joists == "" {
		posts = nil // no joist was read yet
	}
	degrees := 35.0
	return []Start{
		{Is: "plain"},
		{Is: "half", Kind: "half", Height: long(42*in, 1070*mm), Posts: posts},
		{Is: "own", Height: long(80*in, 2000*mm)},
		{Is: "raked", Kind: "raked", Height: long(24*in, 600*mm), Rake: &job.Rake{Degrees: &degrees}},
		{Is: "follows", Kind: "raked"},
		{Is: "free-top", Kind: "free-top", Braces: &job.Braces{Every: job.Exactly(framing.UsualBraces(u), u),
			Clear: job.Exactly(framing.UsualClear(u), u)}},
		{Is: "infill", Kind: "infill", Infill: pocket},
	}
}

// Slot is what is sawn out of the floor for a post.
type Slot struct {
	Post string `json:"post"`
	From string `json:"from" doc:"Station."`
	To   string `json:"to"`
	Deep string `json:"deep" doc:"Across the wall."`
}

// Rip is a stretch of plate that is ripped to the depth of the studs on it.
type Rip struct {
	Member string `json:"member"`
	From   string `json:"from" doc:"Station."`
	To     string `json:"to"`
	Depth  string `json:"depth" doc:"That it is ripped to."`
	Strip  string `json:"strip" doc:"Left over, the saw's cut taken off."`
}

// Layered is what lies on a wall's studs, from them outwards.
type Layered struct {
	In   []OneLayer `json:"in" nullable:"false" doc:"On the snapped face."`
	Out  []OneLayer `json:"out" nullable:"false"`
	Over string     `json:"over" doc:"How thick the wall is over all."`
}

// OneLayer is a layer in its place.
type OneLayer struct {
	What   string `json:"what"`
	From   string `json:"from" doc:"Off the face of the studs."`
	To     string `json:"to"`
	Lap    string `json:"lap,omitempty"`
	Height string `json:"height,omitempty" doc:"Of one that reaches up past the frame: how high it is, where the frame is highest."`
	Joint  string `json:"joint,omitempty"`
}

func (s *writer) writeLayers(w *work.Wall) *Layered {
	if len(w.Wall.Layers) == 0 {
		return nil
	}
	u := s.Rules.Units
	in, outer, over := w.Wall.LayLayers()
	high := measure.Length(0)
	for _, p := range w.Section.Points {
		high = max(high, u.Estimate(p.Ceiling-p.Floor))
	}
	write := func(all []framing.LaidLayer) []OneLayer {
		out := []OneLayer{}
		for _, l := range all {
			one := OneLayer{What: l.What, From: u.Write(l.From), To: u.Write(l.To), Joint: l.Joint}
			if l.Lap > 0 {
				one.Lap = u.Write(l.Lap)
			}
			if l.Reach > 0 && w.Section.Known {
				one.Height = u.Write((high + l.Reach).Nearest(s.Rules.Mark))
			}
			out = append(out, one)
		}
		return out
	}
	return &Layered{write(in), write(outer), u.Write(over)}
}

// edgeChoices tells what both ways of backing an infill's edges leave.
func (s *writer) edgeChoices(w *work.Wall) (out []EdgeChoice) {
	if w.Wall.Own.Kind != framing.Infill {
		return nil
	}
	u, t, chosen := s.Rules.Units, w.Wall.Lumber.Thickness, closing.Nailers
	if w.Wall.Own.Edged {
		chosen = closing.Blocks
	}
	high := w.Wall.Own.Height - w.Wall.PlateStack()
	blocks := framing.Spread(0, high, framing.EdgeBlock(u)/2, w.Wall.Layout.Spacing)
	for _, way := range []closing.Edges{closing.Nailers, closing.Blocks} {
		c := closing.Choice{Edges: way}
		at, end := t, w.Wall.Length-t
		if way == closing.Blocks {
			at, end, c.Notched, c.Wood = 0, w.Wall.Length, 2*len(blocks), 2*framing.EdgeBlock(u)*measure.Length(len(blocks))
		} else {
			c.Wood = 2 * high
		}
		bay := func(wide measure.Length) {
			c.Bays = append(c.Bays, wide)
			if wide == w.Wall.Layout.Spacing-t {
				c.Common++
			}
		}
		for _, m := range w.Members {
			if m.Kind == wood.Stud && m.From > 0 && m.To < w.Wall.Length {
				bay(m.From - at)
				at = m.To
				c.Wood += high
			}
		}
		bay(end - at)
		out = append(out, s.writeEdges(c, chosen))
	}
	return out
}

// writeParts writes what of a wall isn't plain.
func (s *writer) writeParts(out *Wall, w *work.Wall) {
	u := s.Rules.Units
	out.Layers, out.Edges, out.Box, out.Behind = s.writeLayers(w), s.edgeChoices(w), s.box(w.Wall), s.behind(w)
	if !w.Wall.Special() {
		return
	}
	for _, p := range w.Wall.AllParts() {
		one := WallPart{From: u.Write(p.From), To: u.Write(p.To), Kind: string(p.Kind), Lumber: p.Lumber.ID}
		if p.OwnHeight() {
			one.Height = u.Write(p.Height)
		}
		if p.Rise != 0 {
			one.Slope = hundredth(framing.Degrees(p.Rise))
			if p.Rise < 0 {
				one.Slope = -one.Slope
			}
		}
		if p.Cross != 0 {
			one.Falls = u.Say(p.Falls(), s.Rules.Mark/2)
		}
		out.Stretches = append(out.Stretches, one)
	}
	for _, x := range w.Rips {
		out.Rips = append(out.Rips, Rip{x.Member, u.Write(x.From), u.Write(x.To), u.Write(x.Depth),
			u.Write(max(0, x.Strip-s.Kerf))})
	}
	for _, x := range w.Slots {
		out.Slots = append(out.Slots, Slot{x.Post, u.Write(x.From), u.Write(x.To), u.Write(x.Deep)})
	}
}

// Box is what a wall that is a side of one boxes in.
type Box struct {
	Round  string `json:"round"`
	Hangs  bool   `json:"hangs" doc:"From the ceiling; else it stands."`
	Foot   string `json:"foot,omitempty" doc:"Of one that hangs: how high its lower side lies."`
	Over   string `json:"over,omitempty" enum:"floor,datum" doc:"What that is over."`
	Ladder string `json:"ladder,omitempty" doc:"What the ladder under it ends at; left out where another side carries it."`
	Said   string `json:"said"`
}

func (s *writer) box(w *framing.Wall) *Box {
	if w.Boxes == "" {
		return nil
	}
	out := &Box{Round: w.Boxes, Said: s.Rules.Tell(words.StandsRoundIt, w.Boxes)}
	if h := w.Hung; h != nil {
		out.Hangs, out.Foot, out.Over = true, s.Rules.Units.Write(h.Foot), "datum"
		where := words.HangsOverDatum
		if h.OnFloor {
			out.Over, where = "floor", words.HangsOverFloor
		}
		out.Said = s.Rules.Tell(where, w.Boxes, h.Foot)
		if h.Rungs {
			out.Ladder = h.To
			out.Said += s.Rules.Tell(words.LadderEndsAt, h.To)
		}
	}
	return out
}

// kindOf is what a piece is called: the plates that steel studs stand in are track.
func kindOf(w *framing.Wall, m framing.Member) string {
	if w.Steel != nil && m.Kind.Row().Plate && m.Lumber.Track {
		return string(wood.Track)
	}
	return string(m.Kind)
}

// Screen is what a short screen beside a door's swing is as long as.
type Screen struct {
	Opening string     `json:"opening"`
	Parts   []job.Part `json:"parts" nullable:"false"`
}

// screens add up, for each door with a leaf that turns, the leaf, its knob and what is to
// stay clear past it. Usual: 2 1/2 in and 1 in (65 and 25 mm).
func screens(s *site.Site) []Screen {
	u, out := s.Rules.Units, []Screen{}
	part := func(what string, l measure.Length) job.Part { return job.Part{What: what, Length: job.Exactly(l, u)} }
	for _, w := range s.Walls {
		for _, o := range w.Openings {
			if o.Kind != framing.Door && o.Kind != framing.Double || o.Leaf == 0 {
				continue
			}
			out = append(out, Screen{o.ID, []job.Part{
				part(s.Rules.Tell(words.LeafOf, o.ID), o.Leaf),
				part(s.Rules.Tell(words.ItsKnob), u.Pick(5*measure.Inch/2, 65*measure.Millimetre)),
				part(s.Rules.Tell(words.ClearPastIt), u.Pick(measure.Inch, 25*measure.Millimetre)),
			}})
		}
	}
	return out
}
