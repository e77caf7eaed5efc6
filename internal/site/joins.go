package site

import (
	"fmt"
	"math"
	"sort"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/measure"
)

// FacesOf are a new wall's snapped face and its back.
func FacesOf(w *framing.Wall) [2]*geo.Face {
	print := w.Footprint()
	return [2]*geo.Face{
		{Of: geo.FaceRef{Wall: w.ID}, From: w.From, To: w.To, OpenLeft: w.Right},
		{Of: geo.FaceRef{Wall: w.ID, Back: true}, From: print[3], To: print[2], OpenLeft: !w.Right},
	}
}

// StudsBy are an existing wall's studs around a stretch: the next before it,
// one behind it, the next after, as they are read out.
func (s *Site) StudsBy(e *Existing, from, to float64) (before, behind, after string) {
	var all []measure.Length
	for _, text := range e.Studs {
		if l, err := text.In(s.Rules.Units); err == nil {
			all = append(all, l)
		}
	}
	sort.Slice(all, func(i, j int) bool { return all[i] < all[j] })
	for _, l := range all {
		switch at := l.Millimetres(); {
		case at <= from:
			before = s.Say(l)
		case at >= to:
			if after == "" {
				after = s.Say(l)
			}
		default:
			behind = s.Say(l)
		}
	}
	return before, behind, after
}

// Meet is one end of a new wall on a face of another wall, there or new.
type Meet struct {
	Wall     *framing.Wall
	Stop     bool // its end, not its start
	Face     *geo.Face
	From, To float64   // what its framing covers along the face, mm from the face's first end
	Existing *Existing // one of these two
	Other    *framing.Wall
	style    string
	Lap      bool
}

func (m Meet) End() string {
	if m.Stop {
		return "end"
	}
	return "start"
}

// Station is where the end lies along its own wall.
func (m Meet) Station() measure.Length {
	if m.Stop {
		return m.Wall.Length
	}
	return 0
}

func (m Meet) At() *framing.End {
	if m.Stop {
		return &m.Wall.Stop
	}
	return &m.Wall.Start
}

// nearHand: an end within a tenth of an inch of a face meets it.
const NearHand = 2.5

// joinWalls finds which ends lie on which faces, and what that makes of ends
// and of the walls that run past.
func (r *resolver) joinWalls() {
	index := map[string]int{}
	for i, w := range r.Doc.Walls {
		index[w.ID] = i
	}
	for _, w := range r.Walls {
		for _, stop := range []bool{false, true} {
			m := Meet{Wall: w, Stop: stop}
			for k := range r.ExistingWalls {
				e := &r.ExistingWalls[k]
				for _, face := range r.ExistingFaces(*e) {
					if m.on(face) {
						m.Existing, m.Other = e, nil
						r.Meets = append(r.Meets, m)
						m.skew(r.Rules)
						break
					}
				}
			}
			for _, o := range r.Walls {
				if o == w {
					continue
				}
				faces := FacesOf(o)
				for k := range faces {
					if m.on(faces[k]) {
						m.Existing, m.Other = nil, o
						r.butts(&m, k == 1, index[w.ID])
						r.Meets = append(r.Meets, m)
						break
					}
				}
			}
		}
	}
	for i, a := range r.Walls {
		for _, b := range r.Walls[i+1:] {
			if !r.meet(a, b) && overlap(a.Footprint(), b.Footprint()) {
				if len(r.Crossed) == mostCrossings {
					r.faults.Add("walls", "more than %d pairs of walls stand in each other: split the job", mostCrossings)
					return
				}
				r.Crossed = append(r.Crossed, [2]*framing.Wall{a, b})
			}
		}
	}
	r.nameEnds()
}

// meet says whether one of two new walls butts the other.
func (s *Site) meet(a, b *framing.Wall) bool {
	for _, m := range s.Meets {
		if m.Wall == a && m.Other == b || m.Wall == b && m.Other == a {
			return true
		}
	}
	return false
}

// corners are the end's corner on the snapped face, the one on the back, and
// the wall's other end.
func (m *Meet) corners() (end, back, in geo.Point) {
	print := m.Wall.Footprint()
	if m.Stop {
		return print[1], print[2], m.Wall.From
	}
	return print[0], print[3], m.Wall.To
}

// on says whether the end lies on a face, coming from its open side, and over
// which stretch of it.
func (m *Meet) on(f *geo.Face) bool {
	end, back, in := m.corners()
	long := f.From.Distance(f.To)
	if long < 1 || math.Abs(f.Out(end)) > NearHand || f.Out(in) < NearHand {
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
	m.Face, m.From, m.To = f, math.Min(a, b), math.Max(a, b)
	return math.Min(m.To, long)-math.Max(m.From, 0) >= (m.To-m.From)/2
}

// skew sets the bevel of an end that meets a face at an odd angle: how far
// its back runs on, or stays behind. Less than a mark is not cut for.
func (m *Meet) skew(rules framing.Rules) {
	p, back, in := m.corners()
	run := p.Distance(in)
	rise := (m.Face.Out(in) - m.Face.Out(p)) / run
	further := (m.Face.Out(back) - m.Face.Out(p)) / rise
	if math.Abs(further) < rules.Mark.Millimetres() {
		return
	}
	at := m.At()
	at.Skew = rules.Units.Estimate(further)
	at.Bevel = math.Abs(math.Atan(further/m.Wall.Lumber.Depth.Millimetres())) * 180 / math.Pi
	// the end stud stands where both faces are there
	at.Held = max(at.Held, -at.Skew.Down(rules.Mark))
}

// Squared says whether an end comes square to what it meets.
func Squared(m Meet) bool {
	ux, uy, _ := m.Face.Unit()
	long := m.Wall.From.Distance(m.Wall.To)
	cos := ((m.Wall.To.X-m.Wall.From.X)*ux + (m.Wall.To.Y-m.Wall.From.Y)*uy) / long
	return math.Abs(cos) < math.Sin(math.Pi/360) // half a degree
}

// butts makes a wall's end butt another new wall, and has that one run past.
func (r *resolver) butts(m *Meet, back bool, index int) {
	w, o := m.Wall, m.Other
	m.At().Held = r.Rules.HoldBack()
	m.skew(r.Rules)
	tie := ""
	for _, e := range r.Doc.Walls[index].Ends {
		if e.End == m.End() {
			m.style, tie = e.Style, e.Tie
		}
	}
	two := len(w.Top) == 2 && len(o.Top) == 2 && m.At().Bevel == 0
	if tie == "lap" && !two {
		r.faults.Add(fmt.Sprintf("walls[%d].ends", index), "%s can't lap %s: both want two top plates and a square corner; strap them", w.ID, o.ID)
	}
	m.Lap = two && tie != "strap"
	u := r.Rules.Units
	// flush with the other's end, to a 64th, is flush
	long := o.Length.Millimetres()
	if off := long - m.To; math.Abs(off) < 0.5 {
		m.From, m.To = m.From+off, long
	}
	if math.Abs(m.From) < 0.5 {
		m.From, m.To = 0, m.To-m.From
	}
	from, to := max(0, u.Estimate(m.From)), min(o.Length, u.Estimate(m.To))
	j := framing.Join{Other: w.ID, From: from, To: to, Style: framing.Style(m.style), Back: back, Lap: m.Lap}
	if m.Lap {
		m.At().Lap = o.Lumber.Depth
		switch o.Corner(j, r.Rules) {
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

// Stations are what an end covers along an existing wall, from that wall's own
// first corner.
func (s *Site) Stations(m Meet) (from, to float64) {
	if s.RunsBack(m.Existing, m.Face) {
		long := m.Face.From.Distance(m.Face.To)
		return long - m.To, long - m.From
	}
	return m.From, m.To
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
			if math.Min(aHigh, bHigh)-math.Max(aLow, bLow) < 2*NearHand {
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
