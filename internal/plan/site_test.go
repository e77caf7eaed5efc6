package plan

import (
	"fmt"
	"math"
	"math/rand/v2"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/site"
)

// site is a made-up building with one wall in it, and the job a crew would
// write of it.
type truth struct {
	floor, ceiling func(x, y float64) float64 // mm
	doc            job.Document
}

func inches(v float64) string { return fmt.Sprintf("%.6f in", v) }

// randomSite makes a room with a tilted, perhaps sagging floor and ceiling, a
// wall in any direction and readings along it or over the room.
func randomSite(r *rand.Rand) truth {
	var s truth
	tilt := func(base float64) func(x, y float64) float64 {
		a, b := r.NormFloat64()*0.005, r.NormFloat64()*0.005
		sag, cx, cy := 0.0, r.Float64()*3600, r.Float64()*3600
		if r.IntN(2) == 0 {
			sag = 4 + 14*r.Float64()
		}
		wide := 2200 + 2000*r.Float64()
		return func(x, y float64) float64 {
			return base + a*x + b*y - sag*math.Exp(-((x-cx)*(x-cx)+(y-cy)*(y-cy))/(wide*wide))
		}
	}
	s.floor, s.ceiling = tilt(-1040), tilt(1400+r.Float64()*200)
	angle := float64(r.IntN(24)) * math.Pi / 12
	long := math.Round((60+r.Float64()*130)*16) / 16
	x0, y0 := r.Float64()*40, r.Float64()*40
	w := job.Wall{
		ID: "A", Lumber: "2x4", Bottom: []string{"2x4"}, Top: []string{"2x4"},
		From: job.Place{X: job.L(inches(x0)), Y: job.L(inches(y0))},
		To:   job.Place{X: job.L(inches(x0 + long*math.Cos(angle))), Y: job.L(inches(y0 + long*math.Sin(angle)))},
		Body: []string{"left", "right"}[r.IntN(2)], Layout: &job.Layout{From: []string{"start", "end"}[r.IntN(2)]},
	}
	if r.IntN(3) == 0 {
		w.Top = []string{"2x4", "2x4"}
	}
	if r.IntN(4) == 0 {
		w.Layout.Offset = job.L(inches(float64(r.IntN(32))/2 - 8))
	}
	if r.IntN(6) == 0 {
		w.Layout.Mode = "equal"
	}
	leaf := 24 + 2*float64(r.IntN(5))
	if long > leaf+20 && r.IntN(4) > 0 {
		half := (leaf+2)/2 + 6
		c := half + math.Round((long-2*half)*r.Float64()*16)/16
		w.Openings = []job.Opening{{ID: "D1", Kind: "door", Centre: job.L(inches(c)), Leaf: &job.Size{Width: job.L(inches(leaf)), Height: job.L("80 in")}, FinishFloor: job.L("3/4 in"), Jacks: 1 + r.IntN(2)}}
		if left, right := c-half+1.5, c+half-1.5; left < 1.5 || right > long-1.5 {
			w.Openings = nil
		}
	}
	s.doc = job.Document{
		Format: job.Format, Name: "random", Units: measure.Imperial, Survey: &job.Survey{},
		Lumber: []job.Lumber{{ID: "2x4", Thickness: job.L("1 1/2 in"), Depth: job.L("3 1/2 in")}}, Walls: []job.Wall{w},
	}
	s.read(r, long)
	return s
}

// at is the place on the middle of the wall's thickness, in mm.
func (s truth) at(station float64) (x, y float64) {
	bare := s.doc // where a wall lies follows from no reading
	bare.Survey = nil
	set, faults := site.Of(bare)
	if faults != nil {
		panic(faults)
	}
	p := set.Walls[0].At(measure.FromMillimetres(station * 25.4))
	return p.X, p.Y
}

func (s *truth) read(r *rand.Rand, long float64) {
	noise := 25.4 / 32
	add := func(kind string, place job.Place, v float64) {
		s.doc.Survey.Readings = append(s.doc.Survey.Readings, job.Reading{ID: fmt.Sprintf("r%d", len(s.doc.Survey.Readings)+1), Kind: kind, Place: &place, Value: job.L(inches((v + r.NormFloat64()*noise) / 25.4))})
	}
	levels := r.IntN(3) > 0
	n := 4 + r.IntN(9)
	for i := range n {
		station := math.Floor(long * float64(i) / float64(n-1))
		x, y := s.at(station)
		place := job.Place{Wall: "A", Station: job.L(inches(station))}
		if levels {
			add("floor", place, s.floor(x, y))
			add("ceiling", place, s.ceiling(x, y))
		} else {
			add("gap", place, s.ceiling(x, y)-s.floor(x, y))
		}
	}
}

// truth is the length a member would have if the building were known exactly.
func (s truth) truth(set *site.Site, m Member) (float64, bool) {
	w := set.Walls[0]
	read := func(text string) float64 { l, _ := measure.Read(text, measure.Imperial); return l.Inches() }
	from, to := read(m.From), read(m.To)
	x, y := s.at((from + to) / 2)
	plates := w.PlateStack().Inches()
	switch m.Kind {
	case "stud", "king":
		return (s.ceiling(x, y)-s.floor(x, y))/25.4 - plates - 1.0/16, true
	case "jack":
		o := w.Openings[0]
		high := math.Inf(-1)
		for i := range 41 {
			hx, hy := s.at(o.Left().Inches() + o.Width.Inches()*float64(i)/40)
			high = math.Max(high, s.floor(hx, hy))
		}
		return (high-s.floor(x, y))/25.4 + 0.75 + o.Height.Inches() - w.Bottom[0].Thickness.Inches(), true
	}
	return 0, false
}
