package plan

import (
	"math"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/wood"
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
func (s *Result) cornerDetails(w *Wall_) []CornerDetail {
	out := []CornerDetail{}
	for _, meeting := range w.meetings {
		m := meeting.met
		middle := toward(m.face.From, m.face.To, (m.from+m.to)/2)
		reach := 1.3 * (m.wall.Lumber.Depth.Millimetres() + s.rules.Units.Pick(6*measure.Inch, 150*mm).Millimetres())
		d := CornerDetail{
			End: m.end(), Wall: m.face.ID, Walls: []DetailWall{}, Wood: []DetailPiece{},
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
		draw := func(one *Wall_) {
			d.Walls = append(d.Walls, s.detailWall(one.Wall, middle, reach))
			for _, x := range one.Members {
				if p, ok := detailPiece(one.Framed, x); ok && within(p.Outline) {
					d.Wood = append(d.Wood, p)
				}
			}
		}
		draw(w)
		if m.other != nil {
			d.Wall = m.other.ID
			draw(s.wall(m.other))
		} else {
			d.Walls = append(d.Walls, s.detailThere(m, middle, reach))
			for _, text := range m.existing.Studs {
				if at, err := measure.Read(text, s.rules.Units); err == nil {
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

func (s *Result) drawHeld(d *CornerDetail, m met) {
	held := m.at().Held.Millimetres()
	if held <= 0 || m.at().Bevel != 0 { // at an odd angle the stud meets the face with its edge
		return
	}
	d.Held = s.rules.Units.Say(m.at().Held, s.rules.Mark/2)
	depth := m.wall.Lumber.Depth.Millimetres()
	from, to := 0.0, held
	if m.stop {
		long := m.wall.Length.Millimetres()
		from, to = long, long-held
	}
	line := ground(m.wall, from, to, depth, depth)
	d.HeldA, d.HeldB = line[0], line[1]
}

func (s *Result) detailWall(w *framing.Wall, middle geo.Point, reach float64) DetailWall {
	long, depth, board := w.Length.Millimetres(), w.Lumber.Depth.Millimetres(), s.board.Millimetres()
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
	out.Name = at(toward(a, b, math.Min(long/2, reach*0.8)))
	return out
}

// detailThere is the stretch of a wall that is there, face and back.
func (s *Result) detailThere(m met, middle geo.Point, reach float64) DetailWall {
	depth := m.existing.depth.Millimetres()
	if depth == 0 {
		depth = s.rules.Units.Pick(4*measure.Inch, 100*mm).Millimetres()
	}
	along := m.face.Along(middle)
	long := m.face.From.Distance(m.face.To)
	from, to := math.Max(0, along-2*reach), math.Min(long, along+2*reach)
	a, b := toward(m.face.From, m.face.To, from), toward(m.face.From, m.face.To, to)
	back := func(p geo.Point) Dot {
		ux, uy := (m.face.To.X-m.face.From.X)/long, (m.face.To.Y-m.face.From.Y)/long
		side := 1.0
		if !m.face.OpenLeft {
			side = -1
		}
		return Dot{p.X + uy*depth*side, p.Y - ux*depth*side}
	}
	name := toward(m.face.From, m.face.To, math.Min(long, math.Max(0, along+reach*0.55)))
	return DetailWall{ID: m.existing.ID, There: true, Outline: []Dot{at(a), at(b), back(b), back(a)}, Name: back(name)}
}

// studThere is a stud of a wall that is there, behind its finish. Its own
// thickness isn't known: it is drawn as the new wall's.
func (s *Result) studThere(m met, station float64) DetailPiece {
	if m.face.From != s.solved().Corners[m.existing.from].At {
		station = m.face.From.Distance(m.face.To) - station
	}
	half := m.wall.Lumber.Thickness.Millimetres() / 2
	depth := math.Max(m.existing.depth.Millimetres()-m.existing.finish.Millimetres(), 60)
	f := m.face
	long := f.From.Distance(f.To)
	ux, uy := (f.To.X-f.From.X)/long, (f.To.Y-f.From.Y)/long
	place := func(along, out float64) Dot {
		if !f.OpenLeft {
			out = -out
		}
		return Dot{f.From.X + ux*along - uy*out, f.From.Y + uy*along + ux*out}
	}
	near := -m.existing.finish.Millimetres()
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
func (s *Result) fromAbove(one *Wall_) []DetailPiece {
	out := []DetailPiece{}
	for _, m := range one.Members {
		if p, ok := detailPiece(one.Framed, m); ok {
			out = append(out, p)
		}
	}
	w := one.Wall
	half := w.Lumber.Depth.Millimetres() / 2
	for _, lie := range one.against {
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
