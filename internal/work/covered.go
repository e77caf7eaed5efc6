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

func (r *Result) covers(w *Wall, e *site.Existing, face *geo.Face, k int, h site.Hole) {
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
		return
	}
	for _, m := range r.Meets {
		if m.Wall == w.Wall && m.Existing != nil && m.Existing.ID == e.ID {
			// it comes to that wall: only what it ends in counts
			if a, b := r.Stations(m); a < h.To.Millimetres() && b > h.From.Millimetres() {
				r.cover(w, e, k, framing.Stop, words.EndsInTheOpening, words.MoveItCloseOrAccept, h, near)
			}
			return
		}
	}
	// an opening of its own that leaves that one free
	for _, o := range w.Wall.Openings {
		a, b := along(w.Wall.At(o.Left())), along(w.Wall.At(o.Right()))
		if math.Min(a, b) <= low+measure.Inch.Millimetres() && math.Max(a, b) >= high-measure.Inch.Millimetres() {
			return
		}
	}
	r.cover(w, e, k, framing.Warn, words.StandsBeforeTheOpening, words.FrameRoundCloseOrAccept, h, math.Max(near, 0))
}

func (r *Result) cover(w *Wall, e *site.Existing, k int, level framing.Level, text, fix words.Code, h site.Hole, near float64) {
	w.Findings = append(w.Findings[:len(w.Findings):len(w.Findings)], framing.Finding{
		Code: "covers-opening", Level: level, Text: r.Rules.Tell(text, h.What, e.ID, h.From, h.To, words.MM(near)), Fix: r.Rules.Tell(fix), There: e.ID, Hole: k,
	})
}
