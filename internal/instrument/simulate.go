package instrument

import (
	"fmt"
	"math"
	"math/rand/v2"

	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// Simulate makes up a building and a job in it: corners and tapes, walls to be
// framed, joists, a duct, sometimes a recess in the floor, and the first
// readings, the odd one misread. The same seed gives the same two.
func Simulate(seed uint64, units measure.System) (job.Document, *Building) {
	r := rand.New(rand.NewPCG(seed, 77))
	b := &Building{Format: Format, Name: fmt.Sprintf("Simulated building %d", seed), Seed: seed, Leans: map[string]float64{}, Slips: map[string]Slip{}}
	b.room(r)
	wide, deep := b.Corners[1].X, b.depth()
	b.Floor = roughSurface(r, -1050+r.Float64()*80, wide, deep)
	b.Ceiling = roughSurface(r, 1250+r.Float64()*250, wide, deep)
	if r.Float64() < 0.2 {
		x, y := wide*0.05, deep*0.06
		b.Floor.Steps = []Step{{Outline: []geo.Point{{X: x, Y: y}, {X: x + 900, Y: y}, {X: x + 900, Y: y + 700}, {X: x, Y: y + 700}}, By: -20 - r.Float64()*30}}
	}
	spacing, first := units.Pick(16*measure.Inch, 600*measure.Millimetre).Millimetres(), 60+r.Float64()*200
	count := int((wide - first) / spacing)
	for i := range count + 1 {
		b.Joists = append(b.Joists, Joist{Of: "ceiling", X: first + float64(i)*spacing, Angle: 90, Width: 45})
	}
	s := &simulation{Building: b, units: units, kit: NewKit(b, seed, 0.015), r: r}
	return s.job(wide, deep, first, spacing, count+1), b
}

// room makes the corners: four, a cut-off one, or a jog; none of them square.
func (b *Building) room(r *rand.Rand) {
	w, d := 3600+r.Float64()*3200, 3000+r.Float64()*2400
	off := func(v float64) float64 { return v + r.NormFloat64()*18 }
	at := []geo.Point{{X: 0, Y: 0}, {X: w, Y: 0}}
	switch p := r.Float64(); {
	case p < 0.5:
		at = append(at, geo.Point{X: off(w), Y: off(d)}, geo.Point{X: off(0), Y: off(d)})
	case p < 0.75: // one corner cut off
		c := 700 + r.Float64()*600
		at = append(at, geo.Point{X: off(w), Y: off(d - c)}, geo.Point{X: off(w - c), Y: off(d)}, geo.Point{X: off(0), Y: off(d)})
	default: // a jog in the far right
		c := 500 + r.Float64()*600
		at = append(at, geo.Point{X: off(w), Y: off(d - c)}, geo.Point{X: off(w - c), Y: off(d - c)}, geo.Point{X: off(w - c), Y: off(d)}, geo.Point{X: off(0), Y: off(d)})
	}
	for i, p := range at {
		b.Corners = append(b.Corners, Corner{fmt.Sprint(i + 1), p.X, p.Y})
	}
}

func (b *Building) depth() float64 {
	most := 0.0
	for _, c := range b.Corners {
		most = math.Max(most, c.Y)
	}
	return most
}

// roughSurface falls up to an eighth of an inch to the foot and sags.
func roughSurface(r *rand.Rand, base, wide, deep float64) Surface {
	s := Surface{Base: base, SlopeX: r.NormFloat64() * 0.003, SlopeY: r.NormFloat64() * 0.003}
	for range 2 + r.IntN(3) {
		s.Bumps = append(s.Bumps, Bump{X: r.Float64() * wide, Y: r.Float64() * deep, Height: r.NormFloat64() * 9, Reach: 900 + r.Float64()*1600})
	}
	return s
}

type simulation struct {
	*Building
	units measure.System
	kit   *Kit
	r     *rand.Rand
	d     job.Document
}

func (s *simulation) text(mm float64) string {
	return s.units.Write(measure.FromMillimetres(mm).Nearest(s.units.Pick(measure.Inch/4, 5*measure.Millimetre)))
}

func (s *simulation) job(wide, deep, first, spacing float64, count int) job.Document {
	u := s.units
	s.d = job.Document{
		Format: job.Format, Name: s.Name, Units: u,
		Lumber: []job.Lumber{
			{ID: "2x4", Thickness: job.L("1 1/2 in"), Depth: job.L("3 1/2 in")},
			{ID: "2x4t", Thickness: job.L("1 1/2 in"), Depth: job.L("3 1/2 in"), Treated: true},
		},
		Survey: &job.Survey{
			Noise:       job.L(u.Words("1/32 in", "0.8 mm")),
			Instruments: []job.Instrument{{ID: "laser meter", Kind: "laser-meter", Noise: job.L(u.Words("1/32 in", "0.8 mm"))}, {ID: "line laser", Kind: "line-laser", Noise: job.L(u.Words("1/32 in", "0.8 mm"))}},
		},
	}
	if u == measure.Metric {
		s.d.Lumber = []job.Lumber{{ID: "45×95", Thickness: job.L("45 mm"), Depth: job.L("95 mm")}, {ID: "45×95t", Thickness: job.L("45 mm"), Depth: job.L("95 mm"), Treated: true}}
	}
	s.corners()
	v := s.d.Survey
	v.Joists = []job.Joists{{
		ID: "ceiling joists", Of: "ceiling", Angle: job.Angle(90), First: &job.Place{X: job.Exactly(measure.FromMillimetres(first).Nearest(measure.Inch64), u), Y: job.Exactly(0, u)},
		Spacing: job.Exactly(measure.FromMillimetres(-spacing), u), Count: count, Width: job.L(u.Words("1 3/4 in", "45 mm")),
	}}
	// to the left of joists that run up the page is towards smaller x: count from the last
	last := first + spacing*float64(count-1)
	v.Joists[0].First.X = job.Exactly(measure.FromMillimetres(last).Nearest(measure.Inch64), u)
	v.Joists[0].Spacing = job.Exactly(measure.FromMillimetres(spacing), u)
	for i, step := range s.Floor.Steps {
		z := job.Zone{ID: fmt.Sprint("recess ", i+1), Of: "floor", Kind: "recess"}
		for _, p := range step.Outline {
			z.Outline = append(z.Outline, job.Place{X: job.Exactly(measure.FromMillimetres(p.X), u), Y: job.Exactly(measure.FromMillimetres(p.Y), u)})
		}
		v.Zones = append(v.Zones, z)
	}
	s.walls(wide, deep)
	for _, w := range s.d.Walls {
		for k := range 3 {
			s.read("gap", w.ID, s.long(w)*float64(k)/2)
		}
	}
	return s.d
}

// corners lists the corners, tapes every side and enough diagonals.
func (s *simulation) corners() {
	n := len(s.Corners)
	v := s.d.Survey
	var at []geo.Point
	for _, c := range s.Corners {
		at = append(at, geo.Point{X: c.X, Y: c.Y})
	}
	for i, c := range s.Corners {
		one := job.Corner{ID: c.ID}
		p, q := at[(i+n-1)%n], at[(i+1)%n]
		if (at[i].X-p.X)*(q.Y-at[i].Y)-(at[i].Y-p.Y)*(q.X-at[i].X) < 0 {
			one.Turn = "out"
		}
		v.Corners = append(v.Corners, one)
	}
	tape := func(i, j int) {
		shot, err := s.kit.Shoot(Aim{Kind: "length", From: s.Corners[i].ID, To: s.Corners[j].ID, Units: s.units})
		if err != nil {
			panic(err) // its own corners
		}
		id := fmt.Sprint("t", len(v.Ties)+1)
		s.slip(id, shot)
		v.Ties = append(v.Ties, job.Tie{ID: id, Kind: "length", From: s.Corners[i].ID, To: s.Corners[j].ID, Value: job.L(shot.Value), Instrument: "laser meter"})
	}
	for i := range n {
		tape(i, (i+1)%n)
	}
	for i := 2; i < n-1; i++ {
		tape(0, i)
	}
	tape(1, n-1)
	for i, c := range s.Corners {
		id := fmt.Sprint("wall ", c.ID)
		s.Leans[id] = s.r.NormFloat64() * 5
		v.Walls = append(v.Walls, job.ExistingWall{
			ID: id, From: c.ID, To: s.Corners[(i+1)%n].ID, Material: []string{"timber", "masonry"}[s.r.IntN(2)],
			Leans: []job.Lean{{Station: job.L(s.text(900)), Out: job.Exactly(measure.FromMillimetres(s.Leans[id]*1.2).Nearest(s.units.Pick(measure.Inch/16, measure.Millimetre)), s.units), Span: job.L(s.units.Words("48 in", "1200 mm"))}},
		})
	}
}

func (s *simulation) slip(id string, shot Shot) {
	if shot.Slip != "" {
		s.Slips[id] = Slip{shot.Slip, shot.True}
	}
}

// walls stands one to three partitions in the room, most with a door.
func (s *simulation) walls(wide, deep float64) {
	lumber, treated := s.d.Lumber[0].ID, s.d.Lumber[1].ID
	add := func(id string, x1, y1, x2, y2 float64, door bool) {
		w := job.Wall{ID: id, From: job.Place{X: job.L(s.text(x1)), Y: job.L(s.text(y1))}, To: job.Place{X: job.L(s.text(x2)), Y: job.L(s.text(y2))}, Lumber: lumber, Bottom: []string{treated}}
		if long := math.Hypot(x2-x1, y2-y1); door && long > 1900 {
			leaf := job.Size{Width: job.L(s.units.Words("30 in", "800 mm")), Height: job.L(s.units.Words("80 in", "2040 mm"))}
			w.Openings = []job.Opening{{ID: "D" + id, Kind: "door", Centre: job.L(s.text(long * (0.4 + 0.2*s.r.Float64()))), Leaf: &leaf}}
		}
		s.d.Walls = append(s.d.Walls, w)
	}
	y := deep * (0.4 + 0.15*s.r.Float64())
	add("A", 60, y, math.Min(wide-900, 5200), y, s.r.Float64() < 0.7)
	if s.r.Float64() < 0.6 {
		x := wide * (0.3 + 0.2*s.r.Float64())
		add("B", x, y+150, x, y+150+math.Min(deep-y-1400, 2600)+600, s.r.Float64() < 0.4)
	}
}

func (s *simulation) long(w job.Wall) float64 {
	get := func(t job.Length) float64 {
		l, err := t.In(s.units)
		if err != nil {
			panic(err) // written by text
		}
		return l.Millimetres()
	}
	return math.Hypot(get(w.To.X)-get(w.From.X), get(w.To.Y)-get(w.From.Y))
}

// read adds a reading along a wall, by the kit.
func (s *simulation) read(kind, wall string, station float64) {
	for _, w := range s.d.Walls {
		if w.ID != wall {
			continue
		}
		long := s.long(w)
		place := job.Place{Wall: wall, Station: job.L(s.text(math.Min(station, long-7)))}
		Take(&s.d, s.kit, kind, place, fmt.Sprint("r", len(s.d.Survey.Readings)+1))
		id := s.d.Survey.Readings[len(s.d.Survey.Readings)-1].ID
		s.slip(id, s.kit.last)
	}
}
