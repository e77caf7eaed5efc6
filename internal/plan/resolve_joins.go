package plan

import (
	"fmt"
	"math"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/room"
	"homalos/internal/survey"
)

// met is one end of a new wall on a face of another wall, there or new.
type met struct {
	wall     *framing.Wall
	stop     bool // its end, not its start
	face     *geo.Face
	from, to float64   // what its framing covers along the face, mm from the face's first end
	existing *existing // one of these two
	other    *framing.Wall
	style    string
	lap      bool
}

func (m met) end() string {
	if m.stop {
		return "end"
	}
	return "start"
}

func (m met) at() *framing.End {
	if m.stop {
		return &m.wall.Stop
	}
	return &m.wall.Start
}

// nearHand: an end within a tenth of an inch of a face meets it.
const nearHand = 2.5

// joinWalls finds which ends lie on which faces, and what that makes of ends
// and of the walls that run past.
func (r *resolver) joinWalls() {
	index := map[string]int{}
	for i, w := range r.doc.Walls {
		index[w.ID] = i
	}
	shape := room.Shape{}
	if len(r.existingWalls) > 0 && len(r.corners) >= 3 && len(r.walls) > 0 {
		shape = r.solved()
	}
	for _, w := range r.walls {
		for _, stop := range []bool{false, true} {
			m := met{wall: w, stop: stop}
			for k := range r.existingWalls {
				if e := &r.existingWalls[k]; len(shape.Corners) >= 3 && m.on(r.existingFace(*e)) {
					m.existing, m.other = e, nil
					r.meets = append(r.meets, m)
					m.skew(r.rules)
					r.inHole(m, index[w.ID])
				}
			}
			for _, o := range r.walls {
				if o == w {
					continue
				}
				faces := facesOf(o)
				for k := range faces {
					if m.on(faces[k]) {
						m.existing, m.other = nil, o
						r.butts(&m, k == 1, index[w.ID])
						r.meets = append(r.meets, m)
						break
					}
				}
			}
		}
	}
	for i, a := range r.walls {
		for _, b := range r.walls[i+1:] {
			if !r.meet(a, b) && overlap(a.Footprint(), b.Footprint()) {
				r.crossed = append(r.crossed, [2]*framing.Wall{a, b})
			}
		}
	}
}

// meet says whether one of two new walls butts the other.
func (s *setup) meet(a, b *framing.Wall) bool {
	for _, m := range s.meets {
		if m.wall == a && m.other == b || m.wall == b && m.other == a {
			return true
		}
	}
	return false
}

// corners are the end's corner on the snapped face, the one on the back, and
// the wall's other end.
func (m *met) corners() (end, back, in geo.Point) {
	print := m.wall.Footprint()
	if m.stop {
		return print[1], print[2], m.wall.From
	}
	return print[0], print[3], m.wall.To
}

// on says whether the end lies on a face, coming from its open side, and over
// which stretch of it.
func (m *met) on(f *geo.Face) bool {
	end, back, in := m.corners()
	long := f.From.Distance(f.To)
	if long < 1 || math.Abs(f.Out(end)) > nearHand || f.Out(in) < nearHand {
		return false
	}
	// the back face runs on to the same face
	run := end.Distance(in)
	rise := (f.Out(in) - f.Out(end)) / run // how fast the wall leaves the face
	if rise < math.Sin(10*math.Pi/180) {
		return false
	}
	out := f.Out(back) / rise / run
	q := geo.Point{X: back.X - (in.X-end.X)*out, Y: back.Y - (in.Y-end.Y)*out}
	a, b := f.Along(end), f.Along(q)
	m.face, m.from, m.to = f, math.Min(a, b), math.Max(a, b)
	return math.Min(m.to, long)-math.Max(m.from, 0) >= (m.to-m.from)/2
}

// skew sets the bevel of an end that meets a face at an odd angle: how far
// its back runs on, or stays behind. Less than a mark is not cut for.
func (m *met) skew(rules framing.Rules) {
	p, back, in := m.corners()
	run := p.Distance(in)
	rise := (m.face.Out(in) - m.face.Out(p)) / run
	further := (m.face.Out(back) - m.face.Out(p)) / rise
	if math.Abs(further) < rules.Mark.Millimetres() {
		return
	}
	at := m.at()
	at.Skew = rules.Units.Estimate(further)
	at.Bevel = math.Abs(math.Atan(further/m.wall.Lumber.Depth.Millimetres())) * 180 / math.Pi
	// the end stud stands where both faces are there
	at.Held = max(at.Held, -at.Skew.Down(rules.Mark))
}

// butts makes a wall's end butt another new wall, and has that one run past.
func (r *resolver) butts(m *met, back bool, index int) {
	w, o := m.wall, m.other
	m.at().Held = r.rules.HoldBack()
	m.skew(r.rules)
	tie := ""
	for _, e := range r.doc.Walls[index].Ends {
		if e.End == m.end() {
			m.style, tie = e.Style, e.Tie
		}
	}
	two := len(w.Top) == 2 && len(o.Top) == 2 && m.at().Bevel == 0
	if tie == "lap" && !two {
		r.faults.Add(fmt.Sprintf("walls[%d].ends", index), "%s can't lap %s: both want two top plates and a square corner; strap them", w.ID, o.ID)
	}
	m.lap = two && tie != "strap"
	u := r.rules.Units
	// flush with the other's end, to a 64th, is flush
	long := o.Length.Millimetres()
	if off := long - m.to; math.Abs(off) < 0.5 {
		m.from, m.to = m.from+off, long
	}
	if math.Abs(m.from) < 0.5 {
		m.from, m.to = 0, m.to-m.from
	}
	from, to := max(0, u.Estimate(m.from)), min(o.Length, u.Estimate(m.to))
	j := framing.Join{Other: w.ID, From: from, To: to, Style: framing.Style(m.style), Back: back, Lap: m.lap}
	if m.lap {
		m.at().Lap = o.Lumber.Depth
		switch o.Corner(j) {
		case -1:
			o.Start.Lap = -to
		case 1:
			o.Stop.Lap = from - o.Length
		}
	}
	k := 0
	for k < len(o.Joins) && o.Joins[k].From <= j.From {
		k++
	}
	o.Joins = append(o.Joins[:k:k], append([]framing.Join{j}, o.Joins[k:]...)...)
}

// inHole refuses a wall that ends in a door or window that is there.
func (r *resolver) inHole(m met, index int) {
	from, to := r.stations(m)
	for _, h := range m.existing.openings {
		if from >= h.to.Millimetres() || to <= h.from.Millimetres() {
			continue
		}
		path := fmt.Sprintf("walls[%d].line", index)
		if r.doc.Walls[index].Line == nil {
			path = fmt.Sprintf("walls[%d].%s", index, map[bool]string{false: "from", true: "to"}[m.stop])
		}
		u := r.rules.Units
		r.faults.Add(path, "its %s meets %s from %s to %s, in the %s that is there (%s to %s): move it, or close that first and take it off the list", m.end(), m.existing.ID,
			u.Say(u.Estimate(from), r.rules.Mark), u.Say(u.Estimate(to), r.rules.Mark), h.what, u.Say(h.from, r.rules.Mark), u.Say(h.to, r.rules.Mark))
	}
}

// stations are what an end covers along an existing wall, from that wall's own
// first corner.
func (s *setup) stations(m met) (from, to float64) {
	if m.face.From != s.solved().Corners[m.existing.from].At {
		long := m.face.From.Distance(m.face.To)
		return long - m.to, long - m.from
	}
	return m.from, m.to
}

// overlap says whether two convex outlines share ground, by more than a hand's
// breadth of a pencil.
func overlap(a, b [4]geo.Point) bool {
	for _, outline := range [][4]geo.Point{a, b} {
		for i, p := range outline {
			q := outline[(i+1)%len(outline)]
			long := math.Hypot(q.X-p.X, q.Y-p.Y)
			nx, ny := (p.Y-q.Y)/long, (q.X-p.X)/long
			aLow, aHigh := reach(a, nx, ny)
			bLow, bHigh := reach(b, nx, ny)
			if math.Min(aHigh, bHigh)-math.Max(aLow, bLow) < 2*nearHand {
				return false
			}
		}
	}
	return true
}

func reach(outline [4]geo.Point, nx, ny float64) (low, high float64) {
	low, high = math.Inf(1), math.Inf(-1)
	for _, p := range outline {
		d := p.X*nx + p.Y*ny
		low, high = math.Min(low, d), math.Max(high, d)
	}
	return low, high
}

// leanEnds takes what a leaning wall leaves off the top plate, carried to the
// height there, or lets it run on where the wall leans away. The end stud
// stands clear of the lean. Source: geometry (the work, step 3).
func (s *Result) leanEnds(w *framing.Wall, heights framing.Heights) {
	u := s.rules.Units
	for _, m := range s.meets {
		if m.wall != w || m.existing == nil || len(m.existing.leans) == 0 {
			continue
		}
		from, to := s.stations(m)
		near := m.existing.leans[0]
		for _, l := range m.existing.leans {
			if math.Abs(l.Station-(from+to)/2) < math.Abs(near.Station-(from+to)/2) {
				near = l
			}
		}
		high := s.roughHeight()
		end := w.At(w.Length * boolLength(m.stop))
		if e := heights.EstimateAll([][]survey.Term{survey.Gap(end)})[0]; e.Known && !e.Few {
			high = e.Value
		}
		off := u.Estimate(near.Over(high)).Nearest(s.rules.Mark)
		if off == 0 {
			continue
		}
		at := m.at()
		at.Top = off
		word := "leans in"
		if off < 0 {
			word = "leans away"
		}
		at.Lean = fmt.Sprintf("%s %s: %s over %s, carried to %s", m.existing.ID, word, s.sayMM(math.Abs(near.Out)), s.sayMM(near.Span), s.sayMM(high))
		at.Held = max(at.Held, off)
	}
}

func boolLength(b bool) measure.Length {
	if b {
		return 1
	}
	return 0
}
