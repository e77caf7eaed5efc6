package picture

import (
	"math"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/wood"
	"homalos/internal/work"
)

// CornerDetail is where a wall's end meets another, from above and large:
// millimetres for drawing, text for reading.
type CornerDetail struct {
	End   string        `json:"end" enum:"start,end"`
	Wall  string        `json:"wall" doc:"The wall it meets."`
	Walls []DetailWall  `json:"walls" nullable:"false"`
	Wood  []DetailPiece `json:"wood" nullable:"false"`
	Held  string        `json:"held,omitempty" doc:"How far the end stud is held back."`
	HeldA Dot           `json:"heldA" doc:"From here, the plate's end, …"`
	HeldB Dot           `json:"heldB" doc:"… to here, the stud."`
	Low   Dot           `json:"low"`
	High  Dot           `json:"high"`
}

// DetailWall is a wall's framing, or the face of one that is there.
type DetailWall struct {
	ID      string `json:"id"`
	There   bool   `json:"there,omitempty" doc:"It is there already: outline is its face and its back."`
	Outline []Dot  `json:"outline" nullable:"false"`
	Board   []Dot  `json:"board,omitempty" nullable:"false" doc:"Both board faces still to come: two places for each."`
	Name    Dot    `json:"name" doc:"Where its name stands."`
}

// DetailPiece is a piece of wood seen from above.
type DetailPiece struct {
	ID      string `json:"id"`
	Kind    string `json:"kind"`
	Flat    bool   `json:"flat,omitempty"`
	Lying   bool   `json:"lying,omitempty" doc:"Not upright: it lies between two studs."`
	Outline []Dot  `json:"outline" nullable:"false"`
}

// ground is the part of a wall's plan between two stations and two distances
// from its snapped face, in mm.
func ground(w *framing.Wall, from, to, near, far float64) []Dot {
	long := w.From.Distance(w.To)
	ux, uy := (w.To.X-w.From.X)/long, (w.To.Y-w.From.Y)/long
	nx, ny := -uy, ux
	if w.Right {
		nx, ny = -nx, -ny
	}
	place := func(s, d float64) Dot { return Dot{w.From.X + ux*s + nx*d, w.From.Y + uy*s + ny*d} }
	return []Dot{place(from, near), place(to, near), place(to, far), place(from, far)}
}

// cornerDetails draws each meeting of a wall.
func (s *drawer) cornerDetails(w *work.Wall) []CornerDetail {
	out := []CornerDetail{}
	for _, meeting := range w.Meetings {
		m := meeting.Meet
		middle := site.Toward(m.Face.From, m.Face.To, (m.From+m.To)/2)
		reach := 1.3 * (m.Wall.Lumber.Depth.Millimetres() + s.Rules.Units.Pick(6*measure.Inch, 150*measure.Millimetre).Millimetres())
		d := CornerDetail{
			End: m.End(), Wall: m.Face.Of.String(), Walls: []DetailWall{}, Wood: []DetailPiece{},
			Low: Dot{middle.X - reach, middle.Y - reach}, High: Dot{middle.X + reach, middle.Y + reach},
		}
		within := func(outline []Dot) bool {
			for _, p := range outline {
				if math.Abs(p.X-middle.X) < reach && math.Abs(p.Y-middle.Y) < reach {
					return true
				}
			}
			return false
		}
		draw := func(one *work.Wall) {
			d.Walls = append(d.Walls, s.detailWall(one.Wall, middle, reach))
			for _, x := range one.Members {
				if p, ok := detailPiece(one.Framed, x); ok && within(p.Outline) {
					d.Wood = append(d.Wood, p)
				}
			}
		}
		draw(w)
		if m.Other != nil {
			d.Wall = m.Other.ID
			draw(s.Wall(m.Other))
		} else {
			d.Walls = append(d.Walls, s.detailThere(m, middle, reach))
			for _, text := range m.Existing.Studs {
				if at, err := text.In(s.Rules.Units); err == nil {
					if p := s.studThere(m, at.Millimetres()); within(p.Outline) {
						d.Wood = append(d.Wood, p)
					}
				}
			}
		}
		s.drawHeld(&d, m)
		out = append(out, d)
	}
	return out
}

func (s *drawer) drawHeld(d *CornerDetail, m site.Meet) {
	held := m.At().Held.Millimetres()
	if held <= 0 || m.At().Bevel != 0 { // at an odd angle the stud meets the face with its edge
		return
	}
	d.Held = s.Rules.Units.Say(m.At().Held, s.Rules.Mark/2)
	depth := m.Wall.Lumber.Depth.Millimetres()
	from, to := 0.0, held
	if m.Stop {
		long := m.Wall.Length.Millimetres()
		from, to = long, long-held
	}
	line := ground(m.Wall, from, to, depth, depth)
	d.HeldA, d.HeldB = line[0], line[1]
}

func (s *drawer) detailWall(w *framing.Wall, middle geo.Point, reach float64) DetailWall {
	long, depth, board := w.Length.Millimetres(), w.Lumber.Depth.Millimetres(), s.Board.Millimetres()
	skewed := ground(w, 0, long, 0, depth)
	back := ground(w, -w.Start.Skew.Millimetres(), long+w.Stop.Skew.Millimetres(), depth, depth)
	skewed[3], skewed[2] = back[0], back[1]
	boards := append(ground(w, 0, long, -board, -board)[:2], ground(w, 0, long, depth+board, depth+board)[:2]...)
	out := DetailWall{ID: w.ID, Outline: skewed, Board: boards}
	// its name stands on its middle line, as far in as the picture goes
	a := geo.Point(ground(w, 0, 0, depth/2, depth/2)[0])
	b := geo.Point(ground(w, long, long, depth/2, depth/2)[0])
	if a.Distance(middle) > b.Distance(middle) {
		a, b = b, a
	}
	out.Name = at(site.Toward(a, b, math.Min(long/2, reach*0.8)))
	return out
}

// detailThere is the stretch of a wall that is there, face and back.
func (s *drawer) detailThere(m site.Meet, middle geo.Point, reach float64) DetailWall {
	depth := m.Existing.Depth.Millimetres()
	if depth == 0 {
		depth = s.Rules.Units.Pick(4*measure.Inch, 100*measure.Millimetre).Millimetres()
	}
	along := m.Face.Along(middle)
	long := m.Face.From.Distance(m.Face.To)
	from, to := math.Max(0, along-2*reach), math.Min(long, along+2*reach)
	a, b := site.Toward(m.Face.From, m.Face.To, from), site.Toward(m.Face.From, m.Face.To, to)
	back := func(p geo.Point) Dot {
		ux, uy := (m.Face.To.X-m.Face.From.X)/long, (m.Face.To.Y-m.Face.From.Y)/long
		side := 1.0
		if !m.Face.OpenLeft {
			side = -1
		}
		return Dot{p.X + uy*depth*side, p.Y - ux*depth*side}
	}
	name := site.Toward(m.Face.From, m.Face.To, math.Min(long, math.Max(0, along+reach*0.55)))
	return DetailWall{ID: m.Existing.ID, There: true, Outline: []Dot{at(a), at(b), back(b), back(a)}, Name: back(name)}
}

// studThere is a stud of a wall that is there, behind its finish. Its own
// thickness isn't known: it is drawn as the new wall's.
func (s *drawer) studThere(m site.Meet, station float64) DetailPiece {
	if s.RunsBack(m.Existing, m.Face) {
		station = m.Face.From.Distance(m.Face.To) - station
	}
	half := m.Wall.Lumber.Thickness.Millimetres() / 2
	depth := math.Max(m.Existing.Depth.Millimetres()-m.Existing.Finish.Millimetres(), 60)
	f := m.Face
	long := f.From.Distance(f.To)
	ux, uy := (f.To.X-f.From.X)/long, (f.To.Y-f.From.Y)/long
	place := func(along, out float64) Dot {
		if !f.OpenLeft {
			out = -out
		}
		return Dot{f.From.X + ux*along - uy*out, f.From.Y + uy*along + ux*out}
	}
	near := -m.Existing.Finish.Millimetres()
	return DetailPiece{Kind: "there", Outline: []Dot{place(station-half, near), place(station+half, near), place(station+half, -depth), place(station-half, -depth)}}
}

// detailPiece is a full-height upright or a ladder's nogging from above.
func detailPiece(f *framing.Framed, m framing.Member) (DetailPiece, bool) {
	w := f.Wall
	near, far := 0.0, w.Lumber.Depth.Millimetres()
	out := DetailPiece{ID: m.ID, Kind: string(m.Kind)}
	switch above := m.Kind.Row().Above; above {
	case wood.Deep:
	case wood.Flat, wood.Across:
		out.Flat, out.Lying = above == wood.Flat, above == wood.Across
		thick := m.Lumber.Thickness.Millimetres()
		if m.Join > 0 && f.Joined[m.Join-1].Back {
			near = far - thick
		} else {
			far = thick
		}
	default:
		return out, false
	}
	out.Outline = ground(w, m.From.Millimetres(), m.To.Millimetres(), near, far)
	return out, true
}

// fromAbove is all of a wall's wood that stands on the plan.
func (s *drawer) fromAbove(one *work.Wall) []DetailPiece {
	out := []DetailPiece{}
	for _, m := range one.Members {
		if p, ok := detailPiece(one.Framed, m); ok {
			out = append(out, p)
		} else if p, ok := ladder(one.Wall, m); ok {
			out = append(out, p)
		}
	}
	w := one.Wall
	half := w.Lumber.Depth.Millimetres() / 2
	for _, lie := range one.Against {
		for _, b := range lie.Blocks {
			at, off, t := b.At, b.Off, w.Lumber.Thickness.Millimetres()/2
			if w.Right {
				off = -off
			}
			long := b.Clear.Millimetres() / 2
			out = append(out, DetailPiece{Kind: string(wood.Block), Lying: true, Outline: ground(w, at.Millimetres()-t, at.Millimetres()+t, half+off-long, half+off+long)})
		}
	}
	return out
}
