package exchange

import (
	"fmt"
	"math"

	"homalos/internal/measure"
	"homalos/internal/picture"
	"homalos/internal/wood"
)

// Title is what a drawing that is handed on says of itself.
type Title struct {
	Job    string
	Date   string // as it is written
	System measure.System
}

// unit is the job's unit in words.
func (t Title) unit() string { return t.System.Words("inches", "millimetres") }

// Layers that drawings of a room are written on, by kind: each can be switched by
// itself.
const (
	layerRoom     = "ROOM"
	layerThere    = "WALLS-THERE"
	layerWalls    = "NEW-WALLS"
	layerSnap     = "SNAP-LINES"
	layerStuds    = "STUDS"
	layerCorner   = "CORNER-WOOD"
	layerBlocks   = "BLOCKS"
	layerZones    = "STEPS"
	layerJoists   = "JOISTS"
	layerStairs   = "STAIRS"
	layerThings   = "IN-THE-WAY"
	layerHidden   = "NO-DRILL"
	layerReadings = "READINGS"
	layerRoomDims = "DIM-ROOM"
	layerWallDims = "DIM-WALLS"
	layerLabels   = "LABELS"
	layerTitle    = "TITLE"
)

// kind is how a layer is drawn, and what its lines are in the legend.
type kind struct {
	layer string
	said  string
	dash  []float64 // mm on the ground; none: drawn through
	ltype string    // the same in a DXF drawing
	width float64
	hue   string
	index int // of its colour in a DXF drawing
}

// kinds are the layers in the order they are drawn and told.
var kinds = []kind{
	{layerRoom, "the room as taped", nil, "CONTINUOUS", 18, "#23272e", 7},
	{layerThere, "what stands free in it", nil, "CONTINUOUS", 12, "#5d5a52", 8},
	{layerStairs, "stair, foot to head", nil, "CONTINUOUS", 4, "#5d5a52", 8},
	{layerJoists, "joists", []float64{120, 60}, "DASHED", 3, "#8a8374", 8},
	{layerZones, "step in floor or ceiling", []float64{20, 40}, "DOT", 8, "#5d5a52", 8},
	{layerThings, "in the way", nil, "CONTINUOUS", 6, "#8f5b00", 30},
	{layerHidden, "no drill, no nail", []float64{60, 40, 10, 40}, "DASHDOT", 8, "#b93a26", 1},
	{layerWalls, "new wall's framing", nil, "CONTINUOUS", 6, "#1e5b49", 3},
	{layerSnap, "line to snap", nil, "CONTINUOUS", 12, "#1e5b49", 3},
	{layerStuds, "studs", nil, "CONTINUOUS", 3, "#1e5b49", 3},
	{layerCorner, "wood at corners", nil, "CONTINUOUS", 3, "#1e5b49", 3},
	{layerBlocks, "blocks between joists", []float64{30, 20}, "DASHED", 3, "#1e5b49", 3},
	{layerRoomDims, "sides as taped", nil, "CONTINUOUS", 3, "#23272e", 7},
	{layerWallDims, "new walls, off what they are struck from", nil, "CONTINUOUS", 3, "#23272e", 7},
	{layerReadings, "readings", nil, "CONTINUOUS", 3, "#5d5a52", 8},
	{layerLabels, "", nil, "CONTINUOUS", 3, "#23272e", 7},
	{layerTitle, "", nil, "CONTINUOUS", 3, "#23272e", 7},
}

type shape struct {
	layer  string
	at     []picture.Dot
	closed bool
	like   string // drawn as that layer is: a line of the legend
}

// kindOf is how a layer is drawn.
func kindOf(layer string) kind {
	for _, k := range kinds {
		if k.layer == layer {
			return k
		}
	}
	return kinds[0]
}

// sheet is a drawing before it is written: shapes and texts with room of their own.
type sheet struct {
	shapes    []shape
	texts     []placed
	low, high picture.Dot // of all of it
}

func middle(at []picture.Dot) picture.Dot {
	var m picture.Dot
	for _, p := range at {
		m.X += p.X / float64(len(at))
		m.Y += p.Y / float64(len(at))
	}
	return m
}

// drawn puts a room on a sheet.
func drawn(r picture.Room, title Title) sheet {
	s := sheet{low: r.Low, high: r.High}
	add := func(layer string, closed bool, at ...picture.Dot) {
		s.shapes = append(s.shapes, shape{layer: layer, at: at, closed: closed})
	}
	var labels []label
	name := func(at picture.Dot, text string) {
		labels = append(labels, label{layer: layerLabels, at: at, text: text})
	}
	if len(r.Corners) > 1 {
		var room []picture.Dot
		for _, c := range r.Corners {
			room = append(room, picture.Dot{X: c.X, Y: c.Y})
			name(picture.Dot{X: c.X, Y: c.Y}, c.ID)
		}
		add(layerRoom, true, room...)
	}
	for _, w := range r.Walls {
		if w.Free {
			add(layerThere, true, band(w.From, w.To, w.Depth)...)
			name(mid(w.From, w.To), w.ID)
		}
	}
	for _, w := range r.Lines {
		add(layerWalls, true, w.Outline...)
		add(layerSnap, false, w.From, w.To)
		name(middle(w.Outline), w.ID)
		for _, p := range w.Wood {
			layer := layerStuds
			switch k := wood.Kind(p.Kind).Row(); {
			case k.Apart:
				layer = layerBlocks
			case k.Above != wood.Deep:
				layer = layerCorner
			}
			add(layer, true, p.Outline...)
		}
	}
	for _, w := range r.Lines {
		for _, l := range w.Layers {
			add(layerCorner, true, l.Outline...)
		}
	}
	for _, b := range r.Blocks {
		add(layerBlocks, true, b.Outline...)
	}
	for _, z := range r.Zones {
		add(layerZones, true, z.Outline...)
		name(middle(z.Outline), z.ID)
	}
	for _, j := range r.Joists {
		add(layerJoists, false, j.From, j.To)
	}
	for _, x := range r.Stairs {
		add(layerStairs, true, band(x.From, x.To, x.Width)...)
		add(layerStairs, false, x.From, x.To)
		name(mid(x.From, x.To), x.ID)
	}
	for _, o := range r.Obstructions {
		add(layerThings, true, band(o.From, o.To, o.Width)...)
		name(mid(o.From, o.To), o.ID)
	}
	for _, h := range r.Hidden {
		add(layerHidden, false, h.From, h.To)
		name(mid(h.From, h.To), h.ID)
	}
	for _, d := range r.Dims {
		labels = append(labels, s.dimension(d, r, add))
	}
	for i, p := range r.Pins {
		if i < mostSaid {
			labels = append(labels, label{layer: layerReadings, at: picture.Dot{X: p.X, Y: p.Y}, text: p.Kind + " " + p.Label, small: true})
		}
		const arm = 18
		add(layerReadings, false, picture.Dot{X: p.X - arm, Y: p.Y}, picture.Dot{X: p.X + arm, Y: p.Y})
		add(layerReadings, false, picture.Dot{X: p.X, Y: p.Y - arm}, picture.Dot{X: p.X, Y: p.Y + arm})
	}
	s.texts = place(labels, nil)
	for i, t := range s.texts {
		b := t.ground(t.spot)
		s.low = picture.Dot{X: math.Min(s.low.X, b.x1), Y: math.Min(s.low.Y, b.y1)}
		s.high = picture.Dot{X: math.Max(s.high.X, b.x2), Y: math.Max(s.high.Y, b.y2)}
		if s.texts[i].lead {
			add(t.layer, false, t.at, t.spot)
		}
	}
	s.titled(title)
	return s
}

// dimension draws a dimension beside what it is of: outside the room for its sides,
// where it was struck for a wall; a slash at both ends.
func (s *sheet) dimension(d picture.Dim, r picture.Room, add func(layer string, closed bool, at ...picture.Dot)) label {
	layer, off := layerWallDims, 90.0
	long := math.Hypot(d.To.X-d.From.X, d.To.Y-d.From.Y)
	if long < 1 {
		long = 1
	}
	ux, uy := (d.To.X-d.From.X)/long, (d.To.Y-d.From.Y)/long
	nx, ny := -uy, ux
	if d.Of == "room" {
		layer, off = layerRoomDims, 260
		m, c := mid(d.From, d.To), mid(r.Low, r.High)
		if (m.X-c.X)*nx+(m.Y-c.Y)*ny < 0 {
			nx, ny = -nx, -ny // away from the room
		}
	}
	a := picture.Dot{X: d.From.X + nx*off, Y: d.From.Y + ny*off}
	b := picture.Dot{X: d.To.X + nx*off, Y: d.To.Y + ny*off}
	add(layer, false, a, b)
	for _, e := range [][2]picture.Dot{{a, d.From}, {b, d.To}} {
		add(layer, false, e[1], e[0]) // from what it is measured off
		const slash = 28
		add(layer, false, picture.Dot{X: e[0].X - (ux+nx)*slash, Y: e[0].Y - (uy+ny)*slash}, picture.Dot{X: e[0].X + (ux+nx)*slash, Y: e[0].Y + (uy+ny)*slash})
	}
	turn := math.Atan2(uy, ux) * 180 / math.Pi
	if turn > 90 {
		turn -= 180
	} else if turn <= -90 {
		turn += 180
	}
	m := mid(a, b)
	const lift = 62
	return label{layer: layer, at: picture.Dot{X: m.X + nx*lift, Y: m.Y + ny*lift}, text: d.Said, turn: turn}
}

// titled puts title and legend under the drawing.
func (s *sheet) titled(t Title) {
	y, x := s.low.Y-260, s.low.X
	line := func(text string, small bool) {
		l := label{layer: layerTitle, text: text, small: small}
		g := l.ground(picture.Dot{})
		s.texts = append(s.texts, placed{label: l, spot: picture.Dot{X: x, Y: y}, left: true})
		s.high.X = math.Max(s.high.X, x+g.x2-g.x1)
		y -= 1.6 * l.height()
	}
	line(t.Job, false)
	line(fmt.Sprintf("%s, dimensions in %s; as measured, not to be scaled", t.Date, t.unit()), true)
	used := map[string]bool{}
	for _, x := range s.shapes {
		used[x.layer] = true
	}
	for _, k := range kinds {
		if k.said == "" || !used[k.layer] {
			continue
		}
		s.shapes = append(s.shapes, shape{layer: layerTitle, at: []picture.Dot{{X: x, Y: y}, {X: x + 400, Y: y}}, like: k.layer})
		l := label{layer: layerTitle, text: k.said, small: true}
		s.texts = append(s.texts, placed{label: l, spot: picture.Dot{X: x + 460, Y: y}, left: true})
		y -= 1.6 * l.height()
	}
	s.low.Y = y
}

// mostSaid is how many readings are written out; all are marked.
const mostSaid = 400

func mid(a, b picture.Dot) picture.Dot { return picture.Dot{X: (a.X + b.X) / 2, Y: (a.Y + b.Y) / 2} }

// band is a run as wide as it is: a round thing as a square.
func band(a, b picture.Dot, wide float64) []picture.Dot {
	long := math.Hypot(b.X-a.X, b.Y-a.Y)
	ux, uy := 1.0, 0.0
	if long > 1 {
		ux, uy = (b.X-a.X)/long, (b.Y-a.Y)/long
	} else {
		a, b = picture.Dot{X: a.X - wide/2, Y: a.Y}, picture.Dot{X: a.X + wide/2, Y: a.Y}
	}
	h := wide / 2
	return []picture.Dot{{X: a.X - uy*h, Y: a.Y + ux*h}, {X: b.X - uy*h, Y: b.Y + ux*h}, {X: b.X + uy*h, Y: b.Y - ux*h}, {X: a.X + uy*h, Y: a.Y - ux*h}}
}
