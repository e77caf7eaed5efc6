package exchange

import (
	"fmt"
	"io"
	"strings"

	"homalos/internal/measure"
	"homalos/internal/picture"
)

// WriteDXF writes a room as a DXF drawing in the job's unit: a layer by kind, each
// with its line kind and colour, dimensions off what they were struck from, and a
// title.
func WriteDXF(w io.Writer, r picture.Room, title Title) error {
	scale, unit := 1.0, 4 // millimetres
	if title.System == measure.Imperial {
		scale, unit = 1/25.4, 1
	}
	s := drawn(r, title)
	var b strings.Builder
	put := func(code int, value any) { fmt.Fprintf(&b, "%3d\n%v\n", code, value) }
	num := func(mm float64) string { return fmt.Sprintf("%.5f", mm*scale) }
	pairs := func(all ...any) {
		for i := 0; i+1 < len(all); i += 2 {
			put(all[i].(int), all[i+1])
		}
	}
	pairs(0, "SECTION", 2, "HEADER", 9, "$ACADVER", 1, "AC1009", 9, "$INSUNITS", 70, unit,
		9, "$EXTMIN", 10, num(s.low.X), 20, num(s.low.Y), 9, "$EXTMAX", 10, num(s.high.X), 20, num(s.high.Y), 0, "ENDSEC")
	writeTables(pairs, num)
	pairs(0, "SECTION", 2, "ENTITIES")
	for _, x := range s.shapes {
		n := len(x.at)
		for i := range n {
			if i == n-1 && !x.closed {
				break
			}
			p, q := x.at[i], x.at[(i+1)%n]
			pairs(0, "LINE", 8, x.layer)
			if x.like != "" {
				pairs(6, kindOf(x.like).ltype, 62, kindOf(x.like).index)
			}
			pairs(10, num(p.X), 20, num(p.Y), 11, num(q.X), 21, num(q.Y))
		}
	}
	for _, t := range s.texts {
		across := 1 // its middle stands at its spot
		if t.left {
			across = 0
		}
		pairs(0, "TEXT", 8, t.layer, 10, num(t.spot.X), 20, num(t.spot.Y), 40, num(t.height()), 1, oneLine(t.text), 50, fmt.Sprintf("%.3f", t.turn),
			72, across, 11, num(t.spot.X), 21, num(t.spot.Y), 73, 2)
	}
	pairs(0, "ENDSEC", 0, "EOF")
	_, err := io.WriteString(w, b.String())
	return err
}

// writeTables names the line kinds and the layers.
func writeTables(pairs func(...any), num func(float64) string) {
	types := []struct {
		name, said string
		dash       []float64
	}{{"CONTINUOUS", "through", nil}, {"DASHED", "dashed", []float64{120, -60}}, {"DOT", "dots", []float64{0, -40}}, {"DASHDOT", "dash and dot", []float64{60, -40, 0, -40}}}
	pairs(0, "SECTION", 2, "TABLES", 0, "TABLE", 2, "LTYPE", 70, len(types))
	for _, t := range types {
		total := 0.0
		for _, d := range t.dash {
			total += max(d, -d)
		}
		pairs(0, "LTYPE", 2, t.name, 70, 0, 3, t.said, 72, 65, 73, len(t.dash), 40, num(total))
		for _, d := range t.dash {
			pairs(49, num(d))
		}
	}
	pairs(0, "ENDTAB", 0, "TABLE", 2, "LAYER", 70, len(kinds))
	for _, k := range kinds {
		pairs(0, "LAYER", 2, k.layer, 70, 0, 62, k.index, 6, k.ltype)
	}
	pairs(0, "ENDTAB", 0, "ENDSEC")
}

func oneLine(text string) string {
	return strings.NewReplacer("\n", " ", "\r", " ").Replace(text)
}

// WriteSVG writes a room as an SVG drawing, a group by kind, in millimetres
// with y turned to run down the page.
func WriteSVG(w io.Writer, r picture.Room, title Title) error {
	const margin = 120.0
	s := drawn(r, title)
	var b strings.Builder
	wide, high := s.high.X-s.low.X+2*margin, s.high.Y-s.low.Y+2*margin
	fmt.Fprintf(&b, `<svg xmlns="http://www.w3.org/2000/svg" width="%.0fmm" height="%.0fmm" viewBox="%.0f %.0f %.0f %.0f" font-family="sans-serif">`+"\n", wide/20, high/20, s.low.X-margin, -s.high.Y-margin, wide, high)
	fmt.Fprintf(&b, "<title>%s, %s, in %s</title>\n", escape(title.Job), escape(title.Date), title.unit())
	for _, k := range kinds {
		var group strings.Builder
		for _, x := range s.shapes {
			if x.layer == k.layer {
				writePoly(&group, x)
			}
		}
		for _, t := range s.texts {
			if t.layer != k.layer {
				continue
			}
			turn := ""
			if t.turn != 0 {
				turn = fmt.Sprintf(` transform="rotate(%.2f %.1f %.1f)"`, -t.turn, t.spot.X, -t.spot.Y)
			}
			anchor := "middle"
			if t.left {
				anchor = "start"
			}
			fmt.Fprintf(&group, `<text x="%.1f" y="%.1f" font-size="%.0f" text-anchor="%s" dominant-baseline="central" fill="%s" stroke="#ffffff" stroke-width="14" paint-order="stroke"%s>%s</text>`+"\n",
				t.spot.X, -t.spot.Y, t.height(), anchor, k.hue, turn, escape(t.text))
		}
		if group.Len() == 0 {
			continue
		}
		fmt.Fprintf(&b, `<g id="%s" fill="none" stroke="%s" stroke-width="%.0f"%s>`+"\n%s</g>\n", strings.ToLower(k.layer), k.hue, k.width, dashes(k), group.String())
	}
	b.WriteString("</svg>\n")
	_, err := io.WriteString(w, b.String())
	return err
}

// dashes are a kind's, as an attribute.
func dashes(k kind) string {
	if len(k.dash) == 0 {
		return ""
	}
	var all []string
	for _, d := range k.dash {
		all = append(all, fmt.Sprintf("%.0f", d))
	}
	return fmt.Sprintf(` stroke-dasharray="%s"`, strings.Join(all, " "))
}

func writePoly(b *strings.Builder, x shape) {
	var points []string
	style := ""
	if x.like != "" {
		k := kindOf(x.like)
		style = fmt.Sprintf(` stroke="%s" stroke-width="%.0f"%s`, k.hue, k.width, dashes(k))
	}
	for _, p := range x.at {
		points = append(points, fmt.Sprintf("%.1f,%.1f", p.X, -p.Y))
	}
	tag := "polyline"
	if x.closed {
		tag = "polygon"
	}
	fmt.Fprintf(b, `<%s points="%s"%s/>`+"\n", tag, strings.Join(points, " "), style)
}

func escape(text string) string {
	return strings.NewReplacer("&", "&amp;", "<", "&lt;", ">", "&gt;", `"`, "&quot;").Replace(text)
}
