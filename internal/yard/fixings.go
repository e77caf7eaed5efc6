package yard

import (
	"slices"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
	"homalos/internal/work"
)

// anchors are what plates are fixed with, the membrane under them and what ties them.
func (c *counter) anchors(w *work.Wall) {
	for _, a := range w.Against {
		of := Floor
		if a.Of == survey.Ceiling {
			of = Ceiling
		}
		c.add(name{what: a.Anchor.By, stock: a.Anchor.Length}, of, w.Wall.ID, float64(a.Count))
		for _, g := range a.Glue {
			c.long("adhesive", of, w.Wall.ID, g[1]-g[0])
		}
	}
	for _, m := range w.Members {
		if w.Wall.Membrane && m.Kind == wood.BottomPlate && m.Layer == 0 {
			c.long("membrane", Floor, w.Wall.ID, m.To-m.From)
		}
	}
	if b := w.Wall.Behind; b != nil {
		c.add(name{what: b.Ties.By, stock: b.Ties.Length}, Ties, w.Wall.ID, float64(len(w.TiedBack)))
	}
	for _, t := range w.Ties {
		if t.Strap {
			c.each("strap", Ties, w.Wall.ID, 1)
			c.each("strap-nail", Ties, w.Wall.ID, t.Nails)
		} else {
			c.each("nail", Ties, w.Wall.ID, t.Nails)
		}
	}
}

// layers are what lies on a wall's studs, and a membrane behind it.
func (c *counter) layers(w *work.Wall) {
	all := w.Wall.Layers
	if b := w.Wall.Behind; b != nil && b.Membrane {
		all = append(all[:len(all):len(all)], framing.Layer{What: c.r.Rules.Tell(words.MembraneBehind)})
	}
	per := c.r.Rules.Units.Pick(12*measure.Inch, measure.Metre).Millimetres()
	if h := w.Wall.Hung; h != nil && h.Rungs { // the ladder is boarded from below
		under := w.Wall.Length.Millimetres() * ((h.Out.Start+h.Out.End).Millimetres()/2 + w.Wall.Lumber.Depth.Millimetres())
		c.add(name{what: "layer", layer: c.r.Rules.Tell(words.BoardUnderTheBox), stock: c.r.Board}, Faces, w.Wall.ID, under/per/per)
	}
	for _, l := range all {
		if l.Thick > 0 && !l.Solid() {
			continue
		}
		area, known := w.LayerArea(l)
		if !known {
			if !slices.Contains(c.list.Unread, w.Wall.ID) {
				c.list.Unread = append(c.list.Unread, w.Wall.ID)
			}
			continue
		}
		c.add(name{what: "layer", layer: l.What, stock: l.Thick}, Faces, w.Wall.ID, area/per/per)
	}
}

// nails are those of a wall's wood, by the crew's schedule.
func (c *counter) nails(w *work.Wall) {
	in, s := w.Wall, c.r.Nailing
	ends := s.End
	if in.Tilts || c.r.Rules.TiltUp {
		ends = s.Flat
	}
	apart := func(l measure.Length) int { return int(max(0, l)/s.Step) + 1 }
	track := func(plates []*wood.Lumber) bool {
		return slices.ContainsFunc(plates, func(l *wood.Lumber) bool { return l.Track })
	}
	if in.Steel != nil {
		c.steelScrews(w)
		return
	}
	for _, m := range w.Members {
		if m.Old != 0 {
			continue
		}
		row := m.Kind.Row()
		switch {
		case m.Kind.Upright():
			for _, end := range []struct {
				plate bool
				track bool
			}{{m.Kind.OnBottom(), track(in.Bottom)}, {m.Kind.UnderTop(), track(in.Top)}} {
				if end.plate && end.track {
					c.each("track-screw", Ends, in.ID, 2) // one through each flange
				} else {
					c.each("nail", Ends, in.ID, ends)
				}
			}
			if m.Kind == wood.Jack || m.Kind == wood.Packer {
				c.each("nail", Along, in.ID, apart(m.Cut))
			}
		case row.Plate && m.Layer > 0:
			c.each("nail", Along, in.ID, apart(m.To-m.From))
		case row.Plate:
		case m.Kind == wood.Beam: // fixed as its paper says
		case m.Kind == wood.HeaderPly, m.Kind == wood.SillPiece:
			c.each("nail", Between, in.ID, 2*ends)
		default:
			c.each("nail", Between, in.ID, 4)
		}
	}
	for _, j := range w.Joined {
		if len(j.Members) > 0 {
			tall := measure.Length(0)
			for _, m := range w.Members {
				if m.Kind == wood.Stud {
					tall = max(tall, m.Cut)
				}
			}
			c.each("nail", Corners, in.ID, apart(tall))
		}
	}
}

// steelScrews are those of a wall of steel studs: one through each flange where a stud is
// held, two in each tab, half of a splice's through each flange, along boxed jambs on both
// flanges. Usual practice; loose studs are counted too, for those that a door wants later.
func (c *counter) steelScrews(w *work.Wall) {
	in := w.Wall
	const what = "track-screw"
	for _, m := range w.Members {
		switch {
		case m.Kind.Upright():
			c.each(what, Ends, in.ID, 4)
		case m.Kind == wood.Track:
			c.each(what, Along, in.ID, 2*(int(m.Cut/c.r.Nailing.Step)+1))
		case m.Kind == wood.TabTrack:
			c.each(what, Between, in.ID, 4)
		case m.Kind == wood.HeaderPly:
			c.each(what, Between, in.ID, 4)
		case m.Kind == wood.Bridging:
			c.each(what, Between, in.ID, len(framing.Through(w.Framed, m)))
		}
		if m.Kind.Row().Plate && m.Exact > m.To-m.From {
			c.each(what, Between, in.ID, in.Steel.Screws)
		}
	}
}
