package exchange_test

import (
	"bytes"
	"encoding/xml"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/exchange"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/picture"
	"homalos/internal/plan"
)

func titled(d job.Document) exchange.Title {
	return exchange.Title{Job: d.Name, Date: "26 November 2026", System: d.Units}
}

func roomFrom(t *testing.T, d job.Document) (plan.Plan, picture.Room) {
	t.Helper()
	p, err := plan.Compute(d)
	require.NoError(t, err)
	return p, plan.RoomOf(p)
}

func demoOf(t *testing.T, name string) job.Document {
	t.Helper()
	raw, err := os.ReadFile("../../demo/" + name + ".json")
	require.NoError(t, err)
	d, faults := job.Read(raw)
	require.Empty(t, faults)
	return d
}

// groups are a DXF drawing's pairs of code and value.
func groups(t *testing.T, text string) [][2]string {
	t.Helper()
	lines := strings.Split(strings.TrimSuffix(strings.ReplaceAll(text, "\r\n", "\n"), "\n"), "\n")
	require.Zero(t, len(lines)%2, "codes and values in pairs")
	var out [][2]string
	for i := 0; i < len(lines); i += 2 {
		out = append(out, [2]string{strings.TrimSpace(lines[i]), strings.TrimSpace(lines[i+1])})
	}
	return out
}

// Each snapped line stands in the drawing where the snap sheet has it, in the
// job's own unit.
func TestSnapLinesAreDrawnInTheJobsUnit(t *testing.T) {
	for name, unit := range map[string]string{"bindery": "1", "wardrobe": "4"} { // 1: inches, 4: millimetres
		t.Run(name, func(t *testing.T) {
			d := demoOf(t, name)
			p, room := roomFrom(t, d)
			var out bytes.Buffer
			require.NoError(t, exchange.WriteDXF(&out, room, titled(d)))
			all := groups(t, out.String())
			var insunits string
			var drawn [][4]float64
			for i, g := range all {
				if g == [2]string{"9", "$INSUNITS"} {
					insunits = all[i+1][1]
				}
				if g != [2]string{"8", "SNAP-LINES"} {
					continue
				}
				at := map[string]float64{}
				for _, h := range all[i+1:] {
					if h[0] == "0" {
						break
					}
					v, err := strconv.ParseFloat(h[1], 64)
					require.NoError(t, err)
					at[h[0]] = v
				}
				drawn = append(drawn, [4]float64{at["10"], at["20"], at["11"], at["21"]})
			}
			assert.Equal(t, unit, insunits)
			require.Len(t, drawn, len(p.Walls))
			in := func(text string) float64 {
				l, err := measure.Read(text, d.Units)
				require.NoError(t, err)
				if d.Units == measure.Metric {
					return l.Millimetres()
				}
				return l.Inches()
			}
			for i, w := range p.Walls {
				want := []float64{in(w.Line.From.X.String()), in(w.Line.From.Y.String()), in(w.Line.To.X.String()), in(w.Line.To.Y.String())}
				assert.InDeltaSlice(t, want, drawn[i][:], 0.02, w.ID)
			}
		})
	}
}

// An SVG drawing is one that any reader of XML takes, whatever the names in it.
func TestDrawingsAreWellFormed(t *testing.T) {
	d := demoOf(t, "bindery")
	d.Name = `</svg><script>"&'`
	_, room := roomFrom(t, d)
	var out bytes.Buffer
	require.NoError(t, exchange.WriteSVG(&out, room, titled(d)))
	drawn, letters, layer := map[string]int{}, map[string]string{}, ""
	reader := xml.NewDecoder(&out)
	for {
		token, err := reader.Token()
		if errors.Is(err, io.EOF) {
			break
		}
		require.NoError(t, err)
		switch x := token.(type) {
		case xml.CharData:
			letters[layer] += string(x)
		case xml.StartElement:
			require.NotEqual(t, "script", x.Name.Local)
			for _, a := range x.Attr {
				if x.Name.Local == "g" && a.Name.Local == "id" {
					require.Zero(t, drawn[a.Value], "one group for each layer")
					layer = a.Value
				}
				if a.Name.Local != "points" {
					continue
				}
				drawn[layer]++
				for _, n := range strings.FieldsFunc(a.Value, func(r rune) bool { return r == ' ' || r == ',' }) {
					_, err := strconv.ParseFloat(n, 64)
					require.NoError(t, err, a.Value)
				}
			}
		}
	}
	for layer, least := range map[string]int{"room": 1, "new-walls": 4, "snap-lines": 4, "studs": 30, "corner-wood": 4, "blocks": 26, "steps": 1, "joists": 10, "no-drill": 1} {
		assert.GreaterOrEqual(t, drawn[layer], least, layer)
	}
	for layer, name := range map[string]string{"labels": "tram duct", "readings": "gap", "dim-room": "211 31/32", "dim-walls": "86 1/2", "title": "line to snap"} {
		assert.Contains(t, letters[layer], name)
	}
}

// A job that has nothing yet goes out as an empty drawing, not as a fault.
func TestAnEmptyRoomGoesOutToo(t *testing.T) {
	d := job.Starter("attic", "metric")
	_, room := roomFrom(t, d)
	var dxf, svg bytes.Buffer
	require.NoError(t, exchange.WriteDXF(&dxf, room, titled(d)))
	layers, faults := exchange.Layers(&dxf)
	require.Empty(t, faults)
	assert.Empty(t, layers)
	require.NoError(t, exchange.WriteSVG(&svg, room, titled(d)))
	assert.NotContains(t, svg.String(), "NaN")
	assert.NotContains(t, svg.String(), "Inf")
}

// What one draws, one may keep drawing on: the same room gives the same bytes.
func TestTheSameRoomGivesTheSameDrawing(t *testing.T) {
	d := demoOf(t, "wardrobe")
	write := func() string {
		_, room := roomFrom(t, d)
		var out bytes.Buffer
		require.NoError(t, exchange.WriteDXF(&out, room, titled(d)))
		require.NoError(t, exchange.WriteSVG(&out, room, titled(d)))
		return out.String()
	}
	assert.Equal(t, write(), write())
}

var keepDrawing = flag.Bool("drawing.keep", false, "write testdata/bindery.dxf anew, after a meant change")

// The drawing that another program reads in the front end's tests is the one that is
// written.
func TestTheDrawingThatOthersRead(t *testing.T) {
	d := demoOf(t, "bindery")
	_, room := roomFrom(t, d)
	var out bytes.Buffer
	require.NoError(t, exchange.WriteDXF(&out, room, titled(d)))
	const file = "testdata/bindery.dxf"
	if *keepDrawing {
		require.NoError(t, os.WriteFile(file, out.Bytes(), 0o644))
	}
	kept, err := os.ReadFile(file)
	require.NoError(t, err)
	assert.Equal(t, string(kept), out.String(), "go test ./internal/exchange -drawing.keep")
}

// No text lies over another, however many there are; what had to move is led back to
// its place; all readings are marked, and the work is bounded.
func TestLabelsFindRoom(t *testing.T) {
	d := demoOf(t, "bindery")
	for i := range 240 {
		place := job.Place{X: job.L(fmt.Sprint(10+i%30*5, " in")), Y: job.L(fmt.Sprint(20+i/30*5, " in"))}
		d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: fmt.Sprint("extra ", i), Kind: "gap", Place: &place, Value: job.L("96 1/4 in")})
	}
	_, room := roomFrom(t, d)
	var out bytes.Buffer
	require.NoError(t, exchange.WriteSVG(&out, room, titled(d)))
	type box struct{ x1, y1, x2, y2 float64 }
	var all []box
	for _, m := range regexp.MustCompile(`<text x="([-\d.]+)" y="([-\d.]+)" font-size="(\d+)" text-anchor="middle"[^>]*?(rotate\(([-\d.]+))?[^>]*>([^<]*)<`).FindAllStringSubmatch(out.String(), -1) {
		x, _ := strconv.ParseFloat(m[1], 64)
		y, _ := strconv.ParseFloat(m[2], 64)
		size, _ := strconv.ParseFloat(m[3], 64)
		if strings.Contains(m[0], "rotate") {
			continue // what is written aslant is looked at by eye
		}
		wide := 0.55 * size * float64(len([]rune(m[6])))
		all = append(all, box{x - wide/2, y - size/2, x + wide/2, y + size/2})
	}
	require.Greater(t, len(all), 120)
	over := 0
	for i, a := range all {
		for _, b := range all[i+1:] {
			if a.x1 < b.x2 && a.x2 > b.x1 && a.y1 < b.y2 && a.y2 > b.y1 {
				over++
			}
		}
	}
	assert.Zero(t, over, "texts over one another")
}
