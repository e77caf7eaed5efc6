package work

import (
	"math"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/words"
)

// tellCovered tells of new walls that end in a door or window that is there, or
// stand before one, nearer than people pass; until it is closed, an opening is
// framed round it, or somebody accepts it. Source: the work, step 3.
func (r *Result) tellCovered() {
	if len(r.Corners) < 3 {
		return
	}
	for _, e := range r.ExistingWalls {
		if e.Free || e.Fate == "goes" {
			continue
		}
		face := r.ExistingFace(e)
		for k, h := range e.Openings {
			if x := e.ExistingWall.Openings[k]; x.Fate != "" || x.Close != nil {
				continue
			}
			for _, w := range r.Walls {
				r.covers(w, &e, face, k, h)
			}
		}
	}
}

// passage is how much people want to pass between a wall and a door. Usual
// practice: 30 in, 750 mm.
func passage(u measure.System) measure.Length {
	return u.Pick(30*measure.Inch, 750*measure.Millimetre)
}

// covers tells of a wall that ends in an opening, or stands before one.
func (r *Result) covers(w *Wall, e *site.Existing, face *geo.Face, k int, h site.Hole) {
	switch level, near := r.before(w, e, face, h); level {
	case framing.Stop:
		r.cover(w, e, k, level, words.EndsInTheOpening, words.MoveItCloseOrAccept, h, near)
	case framing.Warn:
		r.cover(w, e, k, level, words.StandsBeforeTheOpening, words.FrameRoundCloseOrAccept, h, math.Max(near, 0))
	}
}

// before says how a wall lies to an opening of one that is there: it ends in it, a
// stop; it stands before it, nearer than people pass; or neither, "". Near is how
// far off it stands, mm.
func (r *Result) before(w *Wall, e *site.Existing, face *geo.Face, h site.Hole) (level framing.Level, near float64) {
	_, _, long := face.Unit()
	along := func(p geo.Point) float64 {
		if at := face.Along(p); !r.RunsBack(e, face) {
			return at
		}
		return long - face.Along(p)
	}
	print := w.Wall.Footprint()
	from, to, near := math.Inf(1), math.Inf(-1), math.Inf(1)
	for _, p := range print {
		from, to, near = math.Min(from, along(p)), math.Max(to, along(p)), math.Min(near, face.Out(p))
	}
	low, high := math.Max(from, h.From.Millimetres()), math.Min(to, h.To.Millimetres())
	reach := passage(r.Rules.Units).Millimetres()
	if high-low < 1 || near > reach || near < -reach {
		return "", near
	}
	for _, m := range r.Meets {
		if m.Wall == w.Wall && m.Existing != nil && m.Existing.ID == e.ID {
			// it comes to that wall: only what it ends in counts
			if a, b := r.Stations(m); a < h.To.Millimetres() && b > h.From.Millimetres() {
				return framing.Stop, near
			}
			return "", near
		}
	}
	// an opening of its own that leaves that one free
	for _, o := range w.Wall.Openings {
		a, b := along(w.Wall.At(o.Left())), along(w.Wall.At(o.Right()))
		if math.Min(a, b) <= low+measure.Inch.Millimetres() && math.Max(a, b) >= high-measure.Inch.Millimetres() {
			return "", near
		}
	}
	return framing.Warn, near
}

// coversNew tells of new walls that end in an opening that is to be cut, or stand
// before it.
func (r *Result) coversNew() {
	if len(r.Corners) < 3 {
		return
	}
	for _, c := range r.Site.CutIns {
		if c.In.Free {
			continue
		}
		o, face := c.Wall.Openings[0], r.ExistingFace(*c.In)
		left, right := c.Wall.Outer(o)
		for _, w := range r.Walls {
			level, _ := r.before(w, c.In, face, site.Hole{From: left, To: right})
			if level == "" {
				continue
			}
			text := words.StandsBeforeTheCut
			if level == framing.Stop {
				text = words.EndsInTheCut
			}
			w.Findings = append(w.Findings[:len(w.Findings):len(w.Findings)], framing.Finding{
				Code: "meets-cut-in", Level: level, Text: r.Rules.Tell(text, o.ID, c.In.ID, left, right), Fix: r.Rules.Tell(words.MoveWallOrCut),
			})
		}
	}
}

func (r *Result) cover(w *Wall, e *site.Existing, k int, level framing.Level, text, fix words.Code, h site.Hole, near float64) {
	w.Findings = append(w.Findings[:len(w.Findings):len(w.Findings)], framing.Finding{
		Code: "covers-opening", Level: level, Text: r.Rules.Tell(text, h.What, e.ID, h.From, h.To, words.MM(near)), Fix: r.Rules.Tell(fix), There: e.ID, Hole: k,
	})
}
