package picture

import (
	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/wood"
	"homalos/internal/words"
	"homalos/internal/work"
)

// drawer makes pictures of a result.
type drawer struct{ *work.Result }

// Drawings are the walls as pictures, in the walls' order.
func Drawings(r *work.Result) []Drawing {
	s := &drawer{r}
	var out []Drawing
	for _, w := range s.Walls {
		d := s.draw(w.Framed)
		d.Layouts = layouts(w)
		d.bored(w)
		if len(w.Marks) <= MostMapped {
			d.Maps = s.maps(w.Framed)
		}
		d.Corners, d.Above = s.cornerDetails(w), s.fromAbove(w)
		out = append(out, d)
	}
	return out
}

// CutIns are the openings in walls that are there, as pictures, in the plan's order.
func CutIns(r *work.Result) []Drawing {
	s := &drawer{r}
	out := []Drawing{}
	for _, c := range r.CutIns {
		d := s.draw(c.Framed)
		wide := c.Framed.Wall.Lumber.Thickness.Millimetres()
		for _, x := range c.Studs {
			fate := "stays"
			if x.Goes {
				fate = "goes"
			} else if x.King {
				fate = "king"
			}
			d.There = append(d.There, DrawnOld{x.At.Millimetres(), wide, fate})
		}
		out = append(out, d)
	}
	return out
}

// Closings are the openings that are closed, as pictures, in the plan's order.
func Closings(r *work.Result) []Drawing {
	s := &drawer{r}
	out := []Drawing{}
	for _, c := range r.Closings {
		d := s.draw(c.Framed) // it is drawn by itself: nothing of the room lies along it
		d.Across, d.Pins = nil, []Pin{}
		out = append(out, d)
	}
	return out
}

// draw makes the picture of a wall: what is drawn in millimetres, what is read
// as text.
func (s *drawer) draw(f *framing.Framed) Drawing {
	w := f.Wall
	d := Drawing{
		Wall: w.ID, Length: w.Length.Millimetres(), Hook: "start", By: w.Layout.By, Ends: [2]string{w.EndName(false), w.EndName(true)},
		Surface: []SurfacePoint{}, Pieces: []DrawnPiece{}, Pins: []Pin{}, Openings: []DrawnOpening{}, Tape: s.tape(w),
		Bottom: stackOf(w.Bottom), Top: stackOf(w.Top), Depth: w.Lumber.Depth.Millimetres(),
	}
	if w.Layout.FromEnd {
		d.Hook = "end"
	}
	d.surface(f.Section)
	s.tops(f, &d)
	d.Hangs = w.Hung != nil
	for _, b := range w.Beams {
		d.Beams = append(d.Beams, DrawnBeam{b.ID, b.From.Millimetres(), b.To.Millimetres(), b.Depth.Millimetres(), s.Rules.Tell(words.BeamAsNamed, b.ID, b.Entry.By, b.Entry.When, b.To-b.From, b.Entry.Each)})
	}
	marks := map[string]framing.Mark{}
	for _, m := range f.Marks {
		if _, ok := marks[m.Member]; !ok { // the bottom plate's comes first
			marks[m.Member] = m
		}
	}
	for _, m := range f.Members {
		if m.Kind.Row().Apart && m.Kind != wood.Brace || m.Kind == wood.Beam {
			continue // it lies between joists, not in the wall
		}
		d.Pieces = append(d.Pieces, s.drawPiece(w, m, marks))
	}
	for i, o := range w.Openings {
		head, known := f.Heads[i], f.Section.Known
		leaves := 0
		if o.Hand != "" || o.Kind == framing.Double {
			leaves = 1
		}
		if o.Kind == framing.Double {
			leaves = 2
		}
		over := ""
		if o.HasSill() {
			over = s.Rules.Units.Write(o.Sill)
		}
		d.Openings = append(d.Openings, DrawnOpening{
			Over: over,
			Jamb: s.Say(w.Lumber.Depth + 2*s.Board), Sits: o.HasSill(), Hand: o.Hand, Swing: o.Swing, Slides: o.Kind == framing.Slider || o.Kind == framing.Pocket, Leaves: leaves,
			ID: o.ID, Kind: string(o.Kind), From: o.Left().Millimetres(), To: o.Right().Millimetres(), Head: head, Known: known,
			Sill: head - o.Height.Millimetres(), Sawn: o.CutsPlate() && s.Rules.Whole, Label: s.Say(o.Width) + " × " + s.Say(roughHeight(o)), Centre: s.Say(o.Centre), Left: s.Rules.Units.Write(o.Left()), Right: s.Rules.Units.Write(o.Right()),
		})
	}
	d.Across = s.across(f)
	for _, c := range w.Clear {
		d.Clear = append(d.Clear, DrawnClear{c.From.Millimetres(), c.To.Millimetres(), c.Low.Millimetres(), c.High.Millimetres(), c.What})
	}
	d.Pins = append(d.Pins, s.pins(w)...)
	return d
}

// bored draws what goes through a wall's wood.
func (d *Drawing) bored(w *work.Wall) {
	by := map[string]*framing.Member{}
	for i := range w.Members {
		by[w.Members[i].ID] = &w.Members[i]
	}
	for _, h := range w.Bored.Holes {
		m := by[h.Member]
		if !m.Kind.Upright() {
			continue // a plate's are drawn with what goes through
		}
		at := m.From + (m.To-m.From)/2
		d.Holes = append(d.Holes, DrawnHole{h.Member, at.Millimetres(), m.Base + h.At.Millimetres(), h.Size.Millimetres(), h.Over})
	}
	for _, k := range w.Bored.Keeps {
		one := DrawnKeep{k.From.Millimetres(), k.To.Millimetres(), k.Low.Millimetres(), k.High.Millimetres(), k.Level, k.What}
		if k.Level {
			one.Foot, one.Head = k.Foot, k.Foot+(k.High-k.Low).Millimetres()
		}
		d.NoNail = append(d.NoNail, one)
	}
}

// surface takes over floor and ceiling.
func (d *Drawing) surface(s framing.Section) {
	d.Known, d.Levels, d.Only = s.Known, s.Levels, string(s.Only)
	for _, p := range s.Points {
		d.Surface = append(d.Surface, SurfacePoint{p.At.Millimetres(), p.Floor, p.Ceiling, p.Spread})
	}
}

// across is what comes through a wall.
func (s *drawer) across(f *framing.Framed) []DrawnThing {
	var out []DrawnThing
	found := s.Found()
	for _, o := range found.Obstructions {
		from, to, ok := f.Wall.Takes(o)
		if !ok || o.Height != nil && o.Headroom == nil {
			continue // it stands on the floor
		}
		one := DrawnThing{ID: o.ID, Kind: o.Kind, From: from, To: to, Rises: o.Rises}
		switch {
		case o.Underside != nil && f.Section.Levels:
			one.Under, one.High = *o.Underside, true
		case o.Headroom != nil:
			floor := f.Section.FloorAt(measure.FromMillimetres((from + to) / 2))
			one.Under, one.High = *o.Headroom+floor, true
			if o.Height != nil {
				one.Over = *o.Height + floor
			}
		}
		out = append(out, one)
	}
	for _, h := range found.Hidden {
		if h.In == "wall" {
			continue
		}
		if from, to, ok := f.Wall.Takes(framing.Obstruction{From: h.From, To: h.To, Width: h.Band}); ok {
			out = append(out, DrawnThing{ID: h.ID, Kind: h.Kind, From: from, To: to, Find: true, In: h.In})
		}
	}
	return out
}

// layouts are where a wall's uprights would stand by each origin.
func layouts(w *work.Wall) []DrawnLayout {
	var out []DrawnLayout
	now := map[framing.Standing]bool{}
	for _, m := range w.Members {
		now[framing.Standing{Kind: m.Kind, From: m.From, To: m.To}] = true
	}
	for _, o := range w.Origins {
		one := DrawnLayout{Hook: "start", Stands: []DrawnFoot{}}
		if o.Layout.FromEnd {
			one.Hook = "end"
		}
		for _, x := range o.Stands {
			one.Stands = append(one.Stands, DrawnFoot{string(x.Kind), x.From.Millimetres(), x.To.Millimetres(), !now[x]})
		}
		out = append(out, one)
	}
	return out
}

func (s *drawer) drawPiece(w *framing.Wall, m framing.Member, marks map[string]framing.Mark) DrawnPiece {
	u, half := s.Rules.Units, s.Rules.Mark/2
	near := w.Tape(m.From, m.To)
	p := DrawnPiece{
		ID: m.ID, Kind: string(m.Kind), State: string(m.State), From: m.From.Millimetres(), To: m.To.Millimetres(),
		Known: m.Known, Steel: m.Lumber.Steel || m.Lumber.Track, Tape: u.Say(near, half), Near: u.Say(near, half), Back: u.Say(near+m.To-m.From, half),
	}
	if mark, ok := marks[m.ID]; ok {
		p.Tape, p.Set, p.Hook = u.Say(mark.Tape, half), string(mark.Set), mark.Hook
	}
	if !m.Known {
		return p
	}
	p.Label = s.Say(m.Cut)
	if m.Spread > 0 {
		p.Give = u.Say(m.Spread.Up(u.Pick(measure.Inch/32, measure.Millimetre/2)), 0)
	}
	p.Foot, p.Slope = m.Base, m.Slope
	switch {
	case m.Kind.Upright():
		p.Head = m.Base + m.Exact.Millimetres()
	case m.Kind == wood.Backing:
		p.Head = m.Base + m.Lumber.Depth.Millimetres()
	case m.Kind == wood.EdgeBlock:
		p.Head = m.Base + m.Cut.Millimetres()
	case m.Kind == wood.HeaderPly:
		p.Head = m.Base + headerHeight(w, m)
	default:
		p.Head = m.Base + m.Lumber.Thickness.Millimetres()
	}
	return p
}

// roughHeight is how high an opening is framed: a door from the floor that is
// there now, a window from its sill.
func roughHeight(o framing.Opening) measure.Length {
	if o.HasSill() {
		return o.Height
	}
	return o.Height + o.FinishFloor
}

// headerHeight of one ply as it lies.
func headerHeight(w *framing.Wall, m framing.Member) float64 {
	for _, o := range w.Openings {
		if o.ID == m.Opening && o.Header.OnEdge {
			return m.Lumber.Depth.Millimetres()
		}
	}
	return m.Lumber.Thickness.Millimetres()
}

func stackOf(plates []*wood.Lumber) float64 {
	total := 0.0
	for _, p := range plates {
		total += p.Thickness.Millimetres()
	}
	return total
}

// pins are the readings along a wall.
func (s *drawer) pins(w *framing.Wall) []Pin {
	var out []Pin
	for _, r := range s.ReadAlong(w) {
		value, _ := s.Given[r.ID].Value.In(s.Rules.Units)
		out = append(out, Pin{r.ID, string(r.Kind), r.Along, s.Rules.Units.Say(value, finest(s.Result)), s.Say(measure.FromMillimetres(r.Along))})
	}
	return out
}

// tape numbers the running tape from the end it hooks on.
func (s *drawer) tape(w *framing.Wall) []TapeNumber {
	out := tapeOver(s.Site, w.Length)
	if w.Layout.FromEnd {
		for i := range out {
			out[i].At = w.Length.Millimetres() - out[i].At
		}
	}
	return out
}

func tapeOver(s *site.Site, long measure.Length) []TapeNumber {
	step, each := measure.Inch, 16
	if s.Rules.Units == measure.Metric {
		step, each = 100*measure.Millimetre, 5
	}
	for long/step > 300 {
		step, each = step*10, 10
	}
	out := []TapeNumber{}
	for i := 0; measure.Length(i)*step <= long; i++ {
		read := measure.Length(i) * step
		n := TapeNumber{At: read.Millimetres(), Major: i%each == 0 && i > 0}
		if n.Major {
			n.Label = s.Say(read)
		}
		out = append(out, n)
	}
	return out
}

// finest is how fine a reading is shown: what was given in the other unit has
// no end of digits in the job's.
func finest(s *work.Result) measure.Length {
	return s.Rules.Units.Pick(measure.Inch64, measure.Millimetre/10)
}
