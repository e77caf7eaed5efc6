package picture

import (
	"fmt"
	"math"
	"strings"

	"homalos/internal/abreast"
	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/survey"
	"homalos/internal/work"
)

const reliefNodes = 420

// reliefs are floor, ceiling and gap as contours, where enough is read.
func (s *drawer) reliefs(room Room, outline []geo.Point) []Relief {
	out := []Relief{}
	if len(s.Readings) < survey.FewestReadings {
		return out
	}
	kinds := []struct {
		name string
		of   survey.Surface
		gap  bool
	}{{"floor", survey.Floor, false}, {"ceiling", survey.Ceiling, false}, {"gap", survey.Ceiling, true}}
	drawn := make([]*Relief, len(kinds))
	abreast.Each(len(kinds), func(k int) {
		g := s.Heights.Relief(kinds[k].of, kinds[k].gap, geo.Point(room.Low), geo.Point(room.High), reliefNodes)
		if span := spans(g, outline); len(span) > 0 {
			one := s.relief(kinds[k].name, g, span)
			drawn[k] = &one
		}
	})
	for _, one := range drawn {
		if one != nil {
			out = append(out, *one)
		}
	}
	return out
}

// spans are how low and high each patch of a grid lies within the room; nodes
// that lie well outside are taken off it.
func spans(g survey.Grid, outline []geo.Point) map[int]*spread {
	span := map[int]*spread{} // by patch: a pit mustn't flatten the rest of the picture
	for i, known := range g.Known {
		p := g.At(i%g.Wide, i/g.Wide)
		// nodes a step outside the room still shape the lines inside it
		if known && len(outline) > 2 && !near(outline, p, g.Step*1.5) {
			g.Known[i] = false
		}
		if g.Known[i] && (len(outline) < 3 || geo.Within(outline, p)) {
			if span[g.Patch[i]] == nil {
				span[g.Patch[i]] = &spread{least: math.Inf(1), most: math.Inf(-1)}
			}
			span[g.Patch[i]].take(g.Value[i])
		}
	}
	return span
}

// spread is the lowest and highest of a patch, and how many nodes it has.
type spread struct {
	least, most float64
	nodes       int
}

func (s *spread) take(v float64) {
	s.least, s.most, s.nodes = math.Min(s.least, v), math.Max(s.most, v), s.nodes+1
}

func near(outline []geo.Point, p geo.Point, by float64) bool {
	for _, d := range [5][2]float64{{0, 0}, {by, 0}, {-by, 0}, {0, by}, {0, -by}} {
		if geo.Within(outline, geo.Point{X: p.X + d[0], Y: p.Y + d[1]}) {
			return true
		}
	}
	return false
}

func (s *drawer) relief(name string, g survey.Grid, span map[int]*spread) Relief {
	u := s.Rules.Units
	all, main := spread{math.Inf(1), math.Inf(-1), 0}, &spread{}
	for _, p := range span {
		all.take(p.least)
		all.take(p.most)
		if p.nodes > main.nodes || p.nodes == main.nodes && p.least < main.least {
			main = p
		}
	}
	least, most := main.least, main.most
	steps := []measure.Length{measure.Inch / 16, measure.Inch / 8, measure.Inch / 4, measure.Inch / 2, measure.Inch, 2 * measure.Inch, 6 * measure.Inch, 12 * measure.Inch}
	if u == measure.Metric {
		steps = []measure.Length{measure.Millimetre, 2 * measure.Millimetre, 5 * measure.Millimetre, 10 * measure.Millimetre, 20 * measure.Millimetre, 50 * measure.Millimetre, 100 * measure.Millimetre, 500 * measure.Millimetre}
	}
	each := steps[len(steps)-1]
	for _, step := range steps {
		if (most-least)/step.Millimetres() <= 9 {
			each = step
			break
		}
	}
	out := Relief{
		Of: name, Contours: []DrawnContour{}, Cells: []Cell{}, Step: g.Step, Lowest: s.SayMM(all.least), Highest: s.SayMM(all.most), Each: u.Say(each, 0),
	}
	hold := s.Rules.Hold.Millimetres()
	for i, known := range g.Known {
		if known {
			p := g.At(i%g.Wide, i/g.Wide)
			share := 0.5
			if most > least {
				share = math.Max(0, math.Min(1, (g.Value[i]-least)/(most-least)))
			}
			out.Cells = append(out.Cells, Cell{math.Round(p.X), math.Round(p.Y), math.Round(share*100) / 100, g.Spread[i] > 2*hold})
		}
	}
	for _, c := range g.Contours(each.Millimetres()) {
		var path strings.Builder
		for _, l := range c.Lines {
			fmt.Fprintf(&path, "M%.0f %.0fL%.0f %.0f", l.From.X, l.From.Y, l.To.X, l.To.Y)
		}
		mid := c.Lines[len(c.Lines)/2]
		height := u.Estimate(c.Height)
		out.Contours = append(out.Contours, DrawnContour{
			Label: u.Say(height, 0), Major: int64(math.Round(c.Height/each.Millimetres()))%4 == 0, Path: path.String(),
			At: Dot{(mid.From.X + mid.To.X) / 2, (mid.From.Y + mid.To.Y) / 2},
		})
	}
	return out
}

// SectionAlong draws floor and ceiling along any line of the plan, from a to b
// in the job's lengths, with the readings close to it and what crosses it. The
// error is a job.Faults.
func SectionAlong(s *work.Result, from, to job.Place) (Drawing, error) {
	a, wrong := s.Point("from", from)
	b, faults := s.Point("to", to)
	if faults = append(wrong, faults...); faults == nil && a.Distance(b) < 50 {
		faults.Add("to", "the line has no length: give two places apart")
	}
	if faults != nil {
		return Drawing{}, faults
	}
	long := a.Distance(b)
	out := Drawing{
		Wall: "", Length: long, Hook: "start", Surface: []SurfacePoint{}, Pieces: []DrawnPiece{}, Pins: []Pin{}, Openings: []DrawnOpening{}, Tape: tapeOver(s.Site, measure.FromMillimetres(long)),
	}
	heights := s.Heights.Near(a, b, 2*work.NearReadings)
	const points = 48
	var places []framing.Plumb
	for i := range points + 1 {
		at := long * float64(i) / points
		p := site.Toward(a, b, at)
		places = append(places, framing.Plumb{
			At: measure.FromMillimetres(at), Floor: survey.Term{Of: survey.Floor, At: p, Weight: 1}, Ceiling: []survey.Term{{Of: survey.Ceiling, At: p, Weight: 1}},
		})
	}
	out.surface(framing.SectionOf(heights, places))
	for _, reading := range s.Readings {
		if reading.Kind == survey.LevelReading {
			continue
		}
		along := ((reading.At.X-a.X)*(b.X-a.X) + (reading.At.Y-a.Y)*(b.Y-a.Y)) / long
		off := ((reading.At.Y-a.Y)*(b.X-a.X) - (reading.At.X-a.X)*(b.Y-a.Y)) / long
		if along < 0 || along > long || math.Abs(off) > 300 {
			continue
		}
		value, _ := s.Given[reading.ID].Value.In(s.Rules.Units)
		out.Pins = append(out.Pins, Pin{reading.ID, string(reading.Kind), along, s.Rules.Units.Say(value, finest(s)), s.Say(measure.FromMillimetres(along))})
	}
	for _, of := range []survey.Surface{survey.Floor, survey.Ceiling} {
		for _, c := range survey.Crossed(s.JoistList, of, a, b) {
			j := s.JoistList[c.Joist]
			out.Crossed = append(out.Crossed, CrossedJoist{Of: []string{"floor", "ceiling"}[of], From: c.Station - c.Half, To: c.Station + c.Half, Exposed: j.Exposed})
		}
	}
	return out, nil
}

// CrossedJoist is a joist in a section.
type CrossedJoist struct {
	Of      string  `json:"of" enum:"floor,ceiling"`
	From    float64 `json:"from"`
	To      float64 `json:"to"`
	Exposed bool    `json:"exposed"`
}
