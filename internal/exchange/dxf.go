package exchange

import (
	"bufio"
	"bytes"
	"fmt"
	"io"
	"math"
	"strconv"
	"strings"

	"homalos/internal/geo"
	"homalos/internal/job"
)

// mostStrokes is how many lines one outline may be drawn with.
const mostStrokes = 2000

// Millimetres of a unit that a drawing may be in; DXF files often don't say.
var drawingUnits = map[string]float64{"mm": 1, "cm": 10, "m": 1000, "in": 25.4, "ft": 304.8}

type stroke struct{ from, to geo.Point }

// Layers lists the layers of a DXF drawing that hold lines or polylines, with
// how many each holds.
func Layers(r io.Reader) (map[string]int, job.Faults) {
	out := map[string]int{}
	if _, faults := entities(r, func(e entity) { out[e.layer]++ }); faults != nil {
		return nil, faults
	}
	return out, nil
}

// ReadOutline reads a room's outline from the lines and polylines of one layer
// of a DXF drawing, and gives its corners with the room on the left, in
// millimetres from the drawing's lower left corner of the outline. unit is
// what the drawing is in: mm, cm, m, in or ft.
func ReadOutline(r io.Reader, layer, unit string) ([]geo.Point, job.Faults) {
	var faults job.Faults
	scale, ok := drawingUnits[unit]
	if !ok {
		faults.Add("unit", "%q: say what the drawing is in: mm, cm, m, in or ft", unit)
		return nil, faults
	}
	var strokes []stroke
	over := false
	seen, faults := entities(r, func(e entity) {
		if !strings.EqualFold(e.layer, layer) {
			return
		}
		for i := range e.strokes {
			if len(strokes) >= mostStrokes {
				over = true
				return
			}
			strokes = append(strokes, e.strokes[i])
		}
	})
	switch {
	case len(faults) > 0:
		return nil, faults
	case over:
		faults.Add("layer", "%q holds more than %d lines: choose a layer with the outline alone", layer, mostStrokes)
	case len(strokes) == 0:
		faults.Add("layer", "no lines or polylines on %q; there are some on: %s", layer, strings.Join(seen, ", "))
	}
	if len(faults) > 0 {
		return nil, faults
	}
	for i := range strokes {
		for _, p := range []*geo.Point{&strokes[i].from, &strokes[i].to} {
			p.X, p.Y = p.X*scale, p.Y*scale
		}
	}
	outline, faults := chain(strokes)
	if len(faults) > 0 {
		return nil, faults
	}
	if geo.Area(outline) < 0 {
		for i, j := 0, len(outline)-1; i < j; i, j = i+1, j-1 {
			outline[i], outline[j] = outline[j], outline[i]
		}
	}
	if crossed := geo.Crossings(outline); len(crossed) > 0 {
		faults.Add("layer", "the outline crosses itself, at its sides %d and %d", crossed[0][0]+1, crossed[0][1]+1)
		return nil, faults
	}
	return framed(outline), nil
}

// framed turns an outline so that its first corner is the lower left one, at
// the origin.
func framed(outline []geo.Point) []geo.Point {
	first := 0
	for i, p := range outline {
		q := outline[first]
		if p.X+p.Y < q.X+q.Y-1e-9 {
			first = i
		}
	}
	out := make([]geo.Point, 0, len(outline))
	for i := range outline {
		p := outline[(first+i)%len(outline)]
		out = append(out, geo.Point{X: p.X - outline[first].X, Y: p.Y - outline[first].Y})
	}
	return out
}

// meet is how far apart two line ends may lie and still be one corner, mm.
const meet = 2.0

// chain puts strokes end to end to one closed outline; corners in the middle
// of a straight side are left out.
func chain(strokes []stroke) ([]geo.Point, job.Faults) {
	var faults job.Faults
	left := append([]stroke(nil), strokes...)
	out := []geo.Point{left[0].from, left[0].to}
	left = left[1:]
	for len(left) > 0 {
		end := out[len(out)-1]
		found := -1
		for i, s := range left {
			if s.from.Distance(end) < meet {
				found = i
				out = append(out, s.to)
				break
			}
			if s.to.Distance(end) < meet {
				found = i
				out = append(out, s.from)
				break
			}
		}
		if found < 0 {
			faults.Add("layer", "the lines don't close: one ends at %.1f, %.1f mm and no other begins there; %d are left over", end.X, end.Y, len(left))
			return nil, faults
		}
		left = append(left[:found], left[found+1:]...)
	}
	if out[0].Distance(out[len(out)-1]) > meet {
		faults.Add("layer", "the outline isn't closed: it ends %.1f mm from where it began", out[0].Distance(out[len(out)-1]))
		return nil, faults
	}
	out = out[:len(out)-1]
	var corners []geo.Point
	for i, p := range out {
		a, b := out[(i+len(out)-1)%len(out)], out[(i+1)%len(out)]
		if d := a.Distance(b); p.Distance(a) < meet || d > 0 && math.Abs((b.X-a.X)*(p.Y-a.Y)-(b.Y-a.Y)*(p.X-a.X))/d < 0.5 && (p.X-a.X)*(p.X-b.X)+(p.Y-a.Y)*(p.Y-b.Y) < 0 {
			continue
		}
		corners = append(corners, p)
	}
	if len(corners) < 3 {
		faults.Add("layer", "%d corners: an outline has three or more", len(corners))
		return nil, faults
	}
	return corners, nil
}

// entity is a line or polyline of a drawing.
type entity struct {
	layer   string
	strokes []stroke
}

// pair is one group of a DXF file: a code and a value on two lines.
type pair struct {
	code  int
	value string
	line  int
}

// entities goes through a drawing's lines and polylines in bounded memory, and
// returns the names of the layers they are on.
func entities(r io.Reader, each func(entity)) ([]string, job.Faults) {
	var faults job.Faults
	limited := &io.LimitedReader{R: r, N: MostBytes + 1}
	text := bufio.NewReaderSize(limited, 64<<10)
	head, _ := text.Peek(64)
	switch {
	case bytes.IndexByte(head, 0) >= 0: // a binary drawing
		faults.Add("line 1", "a binary drawing, or no text: save it as DXF text (ASCII)")
		return nil, faults
	case len(bytes.TrimSpace(head)) == 0:
		faults.Add("line 1", "empty: this is no drawing")
		return nil, faults
	}
	lines := bufio.NewScanner(text)
	lines.Buffer(make([]byte, 0, 4096), 64<<10)
	p := &parser{lines: lines, limited: limited}
	var names []string
	known := map[string]bool{}
	p.entities(func(e entity) {
		if !known[e.layer] && len(names) < 50 {
			known[e.layer] = true
			names = append(names, e.layer)
		}
		each(e)
	})
	return names, p.faults
}

type parser struct {
	lines   *bufio.Scanner
	limited *io.LimitedReader
	line    int
	faults  job.Faults
}

func (p *parser) next() (pair, bool) {
	if len(p.faults) > 0 || !p.lines.Scan() {
		return pair{}, p.ended(false)
	}
	p.line++
	code, err := strconv.Atoi(strings.TrimSpace(p.lines.Text()))
	if err != nil {
		p.faults.Add(at(p.line), "%.40q stands where a group code belongs: this is no DXF text, or it is damaged here", p.lines.Text())
		return pair{}, false
	}
	if !p.lines.Scan() {
		return pair{}, p.ended(true)
	}
	p.line++
	return pair{code, strings.TrimSpace(p.lines.Text()), p.line}, true
}

func (p *parser) ended(half bool) bool {
	switch {
	case len(p.faults) > 0:
	case p.lines.Err() != nil:
		p.faults.Add(at(p.line+1), "%s", p.lines.Err())
	case p.limited.N <= 0:
		p.faults.Add(at(p.line), "the drawing is larger than %d MiB: save the outline's layer alone", MostBytes>>20)
	case half:
		p.faults.Add(at(p.line), "the drawing breaks off in the middle of a group: it is truncated")
	default:
		p.faults.Add(at(p.line), "the drawing breaks off before its EOF: it is truncated")
	}
	return false
}

// entities reads up to the end of the drawing.
func (p *parser) entities(each func(entity)) {
	inside := false
	g, ok := p.next()
	for ok {
		if g.code != 0 {
			if g.code == 2 && g.value == "ENTITIES" {
				inside = true
			}
			g, ok = p.next()
			continue
		}
		switch {
		case g.value == "EOF":
			return
		case g.value == "ENDSEC":
			inside = false
			g, ok = p.next()
		case inside && (g.value == "LINE" || g.value == "LWPOLYLINE" || g.value == "POLYLINE"):
			var e entity
			if e, g, ok = p.entity(g.value); len(e.strokes) > 0 && len(p.faults) == 0 {
				each(e)
			}
		default:
			g, ok = p.next()
		}
	}
}

// entity reads one line or polyline, up to the group that follows it.
func (p *parser) entity(kind string) (entity, pair, bool) {
	var e entity
	var at [2]geo.Point // ends of a line
	var run []geo.Point
	closed, vertex := false, false
	g, ok := p.next()
	for ; ok; g, ok = p.next() {
		if g.code == 0 {
			if kind != "POLYLINE" || g.value != "VERTEX" && g.value != "SEQEND" {
				break
			}
			vertex = g.value == "VERTEX"
			if vertex {
				run = append(run, geo.Point{})
			} else {
				g, ok = p.next()
				for ok && g.code != 0 {
					g, ok = p.next()
				}
				break
			}
			continue
		}
		if g.code == 8 && e.layer == "" {
			e.layer = g.value
		}
		if g.code == 70 && !vertex {
			if flags, err := strconv.Atoi(g.value); err == nil {
				closed = flags&1 == 1
			}
		}
		if g.code != 10 && g.code != 20 && g.code != 11 && g.code != 21 {
			continue
		}
		v, err := strconv.ParseFloat(g.value, 64)
		if err != nil || math.IsNaN(v) || math.Abs(v) > 1e9 {
			p.faults.Add(fmt.Sprintf("line %d", g.line), "%.40q is no coordinate", g.value)
			return e, g, false
		}
		p.coordinate(kind, g.code, v, &at, &run, vertex)
		if len(run) > mostStrokes {
			p.faults.Add(fmt.Sprintf("line %d", g.line), "a polyline of more than %d corners: this is no room's outline", mostStrokes)
			return e, g, false
		}
	}
	if kind == "LINE" {
		e.strokes = []stroke{{at[0], at[1]}}
	}
	for i := 1; i < len(run); i++ {
		e.strokes = append(e.strokes, stroke{run[i-1], run[i]})
	}
	if closed && len(run) > 2 {
		e.strokes = append(e.strokes, stroke{run[len(run)-1], run[0]})
	}
	return e, g, ok
}

func (p *parser) coordinate(kind string, code int, v float64, at *[2]geo.Point, run *[]geo.Point, vertex bool) {
	switch {
	case kind == "LINE" && code/10 == 1:
		at[code-10].X = v
	case kind == "LINE":
		at[code-20].Y = v
	case kind == "LWPOLYLINE" && code == 10:
		*run = append(*run, geo.Point{X: v})
	case code == 20 && len(*run) > 0:
		(*run)[len(*run)-1].Y = v
	case vertex && code == 10:
		(*run)[len(*run)-1].X = v
	}
}
