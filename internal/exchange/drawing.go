package exchange

import (
	"fmt"
	"io"
	"strings"

	"homalos/internal/measure"
	"homalos/internal/plan"
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
	at     []plan.Dot
	closed bool
}

// shapes are what a drawing of a room holds.
func shapes(r plan.Room) []shape {
	var out []shape
	if len(r.Corners) > 1 {
		var room []plan.Dot
		for _, c := range r.Corners {
			room = append(room, plan.Dot{X: c.X, Y: c.Y})
		}
		out = append(out, shape{layerRoom, room, true})
	}
	for _, w := range r.Lines {
		out = append(out, shape{layerWalls, w.Outline, true}, shape{layerSnap, []plan.Dot{w.From, w.To}, false})
		for _, p := range w.Wood {
			layer := layerStuds
			switch p.Kind {
			case "backer", "nogging":
				layer = layerCorner
			case "block":
				layer = layerBlocks
			}
			out = append(out, shape{layer, p.Outline, true})
		}
	}
	for _, z := range r.Zones {
		out = append(out, shape{layerZones, z.Outline, true})
	}
	for _, j := range r.Joists {
		out = append(out, shape{layerJoists, []plan.Dot{j.From, j.To}, false})
	}
	for _, o := range r.Obstructions {
		out = append(out, shape{layerThings, []plan.Dot{o.From, o.To}, false})
	}
	for _, h := range r.Hidden {
		out = append(out, shape{layerHidden, []plan.Dot{h.From, h.To}, false})
	}
	return out
}

// WriteDXF writes a room as a DXF drawing, a layer by kind, in the job's unit.
func WriteDXF(w io.Writer, r plan.Room, system measure.System) error {
	scale, unit := 1.0, 4 // millimetres
	if system == measure.Imperial {
		scale, unit = 1/25.4, 1
	}
	var b strings.Builder
	put := func(code int, value any) { fmt.Fprintf(&b, "%3d\n%v\n", code, value) }
	num := func(mm float64) string { return fmt.Sprintf("%.5f", mm*scale) }
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
	}
	for _, p := range r.Pins {
		put(0, "TEXT")
		put(8, layerReadings)
		put(10, num(p.X))
		put(20, num(p.Y))
		put(40, num(60))
		put(1, p.Kind+" "+p.Label)
	}
	put(0, "ENDSEC")
	put(0, "EOF")
	_, err := io.WriteString(w, b.String())
	return err
}

// WriteSVG writes a room as an SVG drawing, a group by kind, in millimetres
// with y turned to run down the page.
func WriteSVG(w io.Writer, r plan.Room, name string) error {
	const margin = 200.0
	var b strings.Builder
	wide, high := r.High.X-r.Low.X+2*margin, r.High.Y-r.Low.Y+2*margin
	fmt.Fprintf(&b, `<svg xmlns="http://www.w3.org/2000/svg" width="%.0fmm" height="%.0fmm" viewBox="%.0f %.0f %.0f %.0f">`+"\n", wide/20, high/20, r.Low.X-margin, -r.High.Y-margin, wide, high)
	fmt.Fprintf(&b, "<title>%s</title>\n", escape(name))
	for _, s := range shapes(r) {
		var points []string
		for _, p := range s.at {
			points = append(points, fmt.Sprintf("%.1f,%.1f", p.X, -p.Y))
		}
		tag := "polyline"
		if s.closed {
			tag = "polygon"
		}
		fmt.Fprintf(&b, `<%s class="%s" points="%s" fill="none" stroke="#23272e" stroke-width="%d"/>`+"\n", tag, strings.ToLower(s.layer), strings.Join(points, " "), map[string]int{layerRoom: 14, layerWalls: 10}[s.layer]+4)
	}
	for _, p := range r.Pins {
		fmt.Fprintf(&b, `<text class="readings" x="%.1f" y="%.1f" font-size="70" font-family="sans-serif">%s %s</text>`+"\n", p.X, -p.Y, escape(p.Kind), escape(p.Label))
	}
	b.WriteString("</svg>\n")
	_, err := io.WriteString(w, b.String())
	return err
}

func escape(text string) string {
	return strings.NewReplacer("&", "&amp;", "<", "&lt;", ">", "&gt;", `"`, "&quot;").Replace(text)
}
