package exchange

import (
	"fmt"
	"io"
	"strings"

	"homalos/internal/measure"
	"homalos/internal/picture"
	"homalos/internal/wood"
)

// Layers that drawings of a room are written on, by kind.
const (
	layerRoom     = "ROOM"
	layerWalls    = "NEW-WALLS"
	layerSnap     = "SNAP-LINES"
	layerStuds    = "STUDS"
	layerCorner   = "CORNER-WOOD"
	layerBlocks   = "BLOCKS"
	layerZones    = "STEPS"
	layerJoists   = "JOISTS"
	layerThings   = "IN-THE-WAY"
	layerHidden   = "NO-DRILL"
	layerReadings = "READINGS"
)

type shape struct {
	layer  string
	at     []picture.Dot
	closed bool
	name   string // written at its middle
}

func (s shape) middle() picture.Dot {
	var m picture.Dot
	for _, p := range s.at {
		m.X += p.X / float64(len(s.at))
		m.Y += p.Y / float64(len(s.at))
	}
	return m
}

// shapes are what a drawing of a room holds.
func shapes(r picture.Room) []shape {
	var out []shape
	if len(r.Corners) > 1 {
		var room []picture.Dot
		for _, c := range r.Corners {
			room = append(room, picture.Dot{X: c.X, Y: c.Y})
		}
		out = append(out, shape{layer: layerRoom, at: room, closed: true})
	}
	for _, w := range r.Lines {
		out = append(out, shape{layerWalls, w.Outline, true, w.ID}, shape{layer: layerSnap, at: []picture.Dot{w.From, w.To}})
		for _, p := range w.Wood {
			layer := layerStuds
			switch k := wood.Kind(p.Kind).Row(); {
			case k.Apart:
				layer = layerBlocks
			case k.Above != wood.Deep:
				layer = layerCorner
			}
			out = append(out, shape{layer: layer, at: p.Outline, closed: true})
		}
	}
	for _, z := range r.Zones {
		out = append(out, shape{layerZones, z.Outline, true, z.ID})
	}
	for _, j := range r.Joists {
		out = append(out, shape{layer: layerJoists, at: []picture.Dot{j.From, j.To}})
	}
	for _, o := range r.Obstructions {
		out = append(out, shape{layerThings, []picture.Dot{o.From, o.To}, false, o.ID})
	}
	for _, h := range r.Hidden {
		out = append(out, shape{layerHidden, []picture.Dot{h.From, h.To}, false, h.ID})
	}
	return out
}

// WriteDXF writes a room as a DXF drawing, a layer by kind, in the job's unit.
func WriteDXF(w io.Writer, r picture.Room, system measure.System) error {
	scale, unit := 1.0, 4 // millimetres
	if system == measure.Imperial {
		scale, unit = 1/25.4, 1
	}
	var b strings.Builder
	put := func(code int, value any) { fmt.Fprintf(&b, "%3d\n%v\n", code, value) }
	num := func(mm float64) string { return fmt.Sprintf("%.5f", mm*scale) }
	letter := func(layer string, at picture.Dot, text string) {
		put(0, "TEXT")
		put(8, layer)
		put(10, num(at.X))
		put(20, num(at.Y))
		put(40, num(60))
		put(1, strings.NewReplacer("\n", " ", "\r", " ").Replace(text))
	}
	for _, g := range []struct {
		code  int
		value any
	}{{0, "SECTION"}, {2, "HEADER"}, {9, "$ACADVER"}, {1, "AC1009"}, {9, "$INSUNITS"}, {70, unit}, {0, "ENDSEC"}, {0, "SECTION"}, {2, "ENTITIES"}} {
		put(g.code, g.value)
	}
	for _, s := range shapes(r) {
		n := len(s.at)
		for i := range n {
			if i == n-1 && !s.closed {
				break
			}
			p, q := s.at[i], s.at[(i+1)%n]
			put(0, "LINE")
			put(8, s.layer)
			put(10, num(p.X))
			put(20, num(p.Y))
			put(11, num(q.X))
			put(21, num(q.Y))
		}
		if s.name != "" {
			letter(s.layer, s.middle(), s.name)
		}
	}
	for _, p := range r.Pins {
		letter(layerReadings, picture.Dot{X: p.X, Y: p.Y}, p.Kind+" "+p.Label)
	}
	put(0, "ENDSEC")
	put(0, "EOF")
	_, err := io.WriteString(w, b.String())
	return err
}

const lettering = `font-size="70" font-family="sans-serif" fill="#23272e" stroke="none"`

// WriteSVG writes a room as an SVG drawing, a group by kind, in millimetres
// with y turned to run down the page.
func WriteSVG(w io.Writer, r picture.Room, name string) error {
	const margin = 200.0
	var b strings.Builder
	wide, high := r.High.X-r.Low.X+2*margin, r.High.Y-r.Low.Y+2*margin
	fmt.Fprintf(&b, `<svg xmlns="http://www.w3.org/2000/svg" width="%.0fmm" height="%.0fmm" viewBox="%.0f %.0f %.0f %.0f">`+"\n", wide/20, high/20, r.Low.X-margin, -r.High.Y-margin, wide, high)
	fmt.Fprintf(&b, "<title>%s</title>\n", escape(name))
	layers, byLayer := []string{}, map[string][]shape{}
	for _, s := range shapes(r) {
		if byLayer[s.layer] == nil {
			layers = append(layers, s.layer)
		}
		byLayer[s.layer] = append(byLayer[s.layer], s)
	}
	for _, layer := range layers {
		fmt.Fprintf(&b, `<g id="%s" fill="none" stroke="#23272e" stroke-width="%d">`+"\n", strings.ToLower(layer), map[string]int{layerRoom: 14, layerWalls: 10}[layer]+4)
		for _, s := range byLayer[layer] {
			var points []string
			for _, p := range s.at {
				points = append(points, fmt.Sprintf("%.1f,%.1f", p.X, -p.Y))
			}
			tag := "polyline"
			if s.closed {
				tag = "polygon"
			}
			fmt.Fprintf(&b, `<%s points="%s"/>`+"\n", tag, strings.Join(points, " "))
			if s.name != "" {
				at := s.middle()
				fmt.Fprintf(&b, `<text x="%.1f" y="%.1f" %s text-anchor="middle">%s</text>`+"\n", at.X, -at.Y, lettering, escape(s.name))
			}
		}
		b.WriteString("</g>\n")
	}
	fmt.Fprintf(&b, `<g id="%s">`+"\n", strings.ToLower(layerReadings))
	for _, p := range r.Pins {
		fmt.Fprintf(&b, `<text x="%.1f" y="%.1f" %s>%s %s</text>`+"\n", p.X, -p.Y, lettering, escape(p.Kind), escape(p.Label))
	}
	b.WriteString("</g>\n")
	b.WriteString("</svg>\n")
	_, err := io.WriteString(w, b.String())
	return err
}

func escape(text string) string {
	return strings.NewReplacer("&", "&amp;", "<", "&lt;", ">", "&gt;", `"`, "&quot;").Replace(text)
}
