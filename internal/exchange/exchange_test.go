package exchange_test

import (
	"bytes"
	"fmt"
	"io"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/exchange"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/picture"
)

func bindery(t *testing.T) (job.Document, picture.Room) {
	t.Helper()
	d := demoOf(t, "bindery")
	_, room := roomFrom(t, d)
	return d, room
}

func numbered() func() string {
	n := 0
	return func() string { n++; return fmt.Sprint("new", n) }
}

func TestReadingsGoOutAndComeBackTheSame(t *testing.T) {
	d, _ := bindery(t)
	list := append([]job.Reading(nil), d.Survey.Readings...)
	list = append(list,
		job.Reading{ID: "v", Kind: "gap", Replaces: "r40", Void: true},
		job.Reading{ID: "l", Kind: "level", From: &job.Place{Wall: "A", Station: job.L("88 in")}, To: &job.Place{Wall: "A", Station: job.L("120 in")}, Rise: job.L("-1/8 in")},
		job.Reading{ID: "s", Kind: "ceiling", Place: &job.Place{X: job.L("10 in"), Y: job.L("20 in")}, Value: job.L("54 1/2 in"), Stopped: &job.Stood{What: "board", Thick: job.L("1/2 in")}, Extra: []job.Extra{{Column: "weather", Value: "wet, cold"}}})
	var out bytes.Buffer
	require.NoError(t, exchange.WriteReadings(&out, list, d.Units))
	assert.Contains(t, out.String(), "value [in]")
	back, faults := exchange.ReadReadings(&out, d.Units, numbered())
	require.Empty(t, faults)
	assert.True(t, job.Equal(list, back))
}

func TestListsFromOtherHands(t *testing.T) {
	for name, text := range map[string]string{
		"semicolons and decimal commas":   "kind;wall;station [m];value [cm];operator\ngap;A;1,2;244,35;Jo\n",
		"tabs, a mark of UTF-8, capitals": "\ufeffKind\tWall\tStation [mm]\tVALUE [mm]\toperator\r\ngap\tA\t1200\t2443.5\tJo\r\n",
		"inches in a metric job":          "kind,wall,station [mm],value [in],operator\ngap,A,1200,96.2008,Jo\n",
	} {
		t.Run(name, func(t *testing.T) {
			list, faults := exchange.ReadReadings(strings.NewReader(text), measure.Metric, numbered())
			require.Empty(t, faults)
			require.Len(t, list, 1)
			assert.Equal(t, "new1", list[0].ID)
			assert.Equal(t, "1200 mm", list[0].Place.Station.String())
			v, err := list[0].Value.In(measure.Metric)
			require.NoError(t, err)
			assert.InDelta(t, 2443.5, v.Millimetres(), 0.01)
			assert.Equal(t, []job.Extra{{Column: "operator", Value: "Jo"}}, list[0].Extra)
		})
	}
}

// endless is a file that never ends, as far as its reader can tell.
type endless struct{ line string }

func (e endless) Read(p []byte) (int, error) {
	n := 0
	for n+len(e.line) <= len(p) {
		n += copy(p[n:], e.line)
	}
	if n == 0 {
		n = copy(p, e.line)
	}
	return n, nil
}

func TestFaultyListsNameTheLine(t *testing.T) {
	const head = "kind,wall,station [in],value [in]\n"
	for name, c := range map[string]struct {
		text io.Reader
		path string
		says string
	}{
		"a length nobody can say":  {strings.NewReader(head + "gap,A,1,96\ngap,A,2,ninety\n"), "line 3", "value"},
		"quotes left open":         {strings.NewReader(head + "gap,\"A,1,96\n"), "line 2", "quote"},
		"UTF-16":                   {strings.NewReader("\xff\xfek\x00i\x00"), "line 1", "UTF-16"},
		"a western code page":      {strings.NewReader(head + "gap,K\xfcche,1,96\n"), "line 2", "UTF-8"},
		"nothing":                  {strings.NewReader("  \n"), "line 1", "empty"},
		"only names":               {strings.NewReader(head), "line 2", "no reading"},
		"no value column":          {strings.NewReader("kind,wall,station\n"), "line 1", "value"},
		"no place":                 {strings.NewReader("kind,value\n"), "line 1", "where was it read"},
		"an unknown unit":          {strings.NewReader("kind,wall,station [in],value [cubit]\n"), "line 1", "cubit"},
		"a column twice":           {strings.NewReader("kind,wall,station,value,value\n"), "line 1", "twice"},
		"too many columns":         {strings.NewReader(head + "gap,A,1,96,x,y\n"), "line 2", "columns"},
		"more than a job can hold": {io.MultiReader(strings.NewReader(head), endless{"gap,A,1,96\n"}), "line 4002", "more than 4000"},
		"50 MB of blanks":          {io.MultiReader(strings.NewReader(head), endless{",,,\n"}), "line", "larger than 8 MiB"},
	} {
		t.Run(name, func(t *testing.T) {
			list, faults := exchange.ReadReadings(c.text, measure.Imperial, numbered())
			assert.Nil(t, list)
			require.NotEmpty(t, faults)
			assert.Contains(t, faults[0].Path, c.path)
			assert.Contains(t, faults[0].Text, c.says)
		})
	}
}

func TestTheRoomGoesOutAsADrawingAndComesBack(t *testing.T) {
	d, room := bindery(t)
	var out bytes.Buffer
	require.NoError(t, exchange.WriteDXF(&out, room, titled(d)))
	text := out.String()
	layers, faults := exchange.Layers(strings.NewReader(text))
	require.Empty(t, faults)
	assert.Equal(t, 5, layers["ROOM"])
	assert.Equal(t, 24, layers["NEW-WALLS"])
	assert.Equal(t, 6, layers["SNAP-LINES"])
	assert.Greater(t, layers["STUDS"], 100)
	assert.Equal(t, 4, layers["CORNER-WOOD"]/4, "three noggings of a ladder and a flat nailer")
	assert.Equal(t, 32, layers["BLOCKS"]/4)
	outline, faults := exchange.ReadOutline(strings.NewReader(text), "room", "in")
	require.Empty(t, faults)
	require.Len(t, outline, 5)
	assert.Positive(t, geo.Area(outline))
	for i := range outline {
		j := (i + 1) % 5
		want := math.Hypot(room.Corners[i].X-room.Corners[j].X, room.Corners[i].Y-room.Corners[j].Y)
		assert.InDelta(t, want, outline[i].Distance(outline[j]), 0.01)
	}
	out.Reset()
	require.NoError(t, exchange.WriteSVG(&out, room, exchange.Title{Job: `A "room" & <more>`}))
	assert.Contains(t, out.String(), "A &quot;room&quot; &amp; &lt;more&gt;")
	assert.Contains(t, out.String(), `<g id="room"`)
}

func drawing(entities string) string {
	return "0\nSECTION\n2\nENTITIES\n" + entities + "0\nENDSEC\n0\nEOF\n"
}

func line(layer string, x1, y1, x2, y2 float64) string {
	return fmt.Sprintf("0\nLINE\n8\n%s\n10\n%g\n20\n%g\n11\n%g\n21\n%g\n", layer, x1, y1, x2, y2)
}

func TestOutlinesAsPeopleDrawThem(t *testing.T) {
	ring := func(x ...float64) string {
		text := ""
		for i := 0; i+1 < len(x); i += 2 {
			text += fmt.Sprintf("10\n%g\n20\n%g\n", x[i], x[i+1])
		}
		return text
	}
	for name, text := range map[string]string{
		"lines in any order and direction": line("A", 0, 0, 5, 0) + line("A", 0, 4, 0, 0) + line("A", 5, 0, 5, 4) + line("A", 0, 4, 5, 4) + line("B", 9, 9, 1, 1),
		"clockwise":                        line("A", 0, 0, 0, 4) + line("A", 0, 4, 5, 4) + line("A", 5, 4, 5, 0) + line("A", 5, 0, 0, 0),
		"a light polyline, closed":         "0\nLWPOLYLINE\n8\nA\n90\n4\n70\n1\n" + ring(0, 0, 5, 0, 5, 4, 0, 4),
		"a side drawn in two pieces":       line("A", 0, 0, 2, 0) + line("A", 2, 0, 5, 0) + line("A", 5, 0, 5, 4) + line("A", 5, 4, 0, 4) + line("A", 0, 4, 0, 0),
		"an old polyline":                  "0\nPOLYLINE\n8\nA\n66\n1\n70\n1\n0\nVERTEX\n8\nA\n10\n0\n20\n0\n0\nVERTEX\n8\nA\n10\n5\n20\n0\n0\nVERTEX\n8\nA\n10\n5\n20\n4\n0\nVERTEX\n8\nA\n10\n0\n20\n4\n0\nSEQEND\n8\nA\n",
	} {
		t.Run(name, func(t *testing.T) {
			at, faults := exchange.ReadOutline(strings.NewReader(drawing(text)), "A", "m")
			require.Empty(t, faults)
			assert.Equal(t, []geo.Point{{X: 0, Y: 0}, {X: 5000, Y: 0}, {X: 5000, Y: 4000}, {X: 0, Y: 4000}}, at)
		})
	}
}

func TestDrawingsThatCannotBeTaken(t *testing.T) {
	square := line("A", 0, 0, 5, 0) + line("A", 5, 0, 5, 4) + line("A", 5, 4, 0, 4) + line("A", 0, 4, 0, 0)
	for name, c := range map[string]struct {
		text              io.Reader
		layer, unit, says string
	}{
		"another layer":      {strings.NewReader(drawing(square)), "WALLS", "m", "there are some on: A"},
		"no unit":            {strings.NewReader(drawing(square)), "A", "", "say what the drawing is in"},
		"not closed":         {strings.NewReader(drawing(line("A", 0, 0, 5, 0) + line("A", 5, 0, 5, 4))), "A", "m", "isn't closed"},
		"a gap":              {strings.NewReader(drawing(line("A", 0, 0, 5, 0) + line("A", 5.1, 0, 5, 4))), "A", "m", "don't close"},
		"crossing itself":    {strings.NewReader(drawing(line("A", 0, 0, 5, 4) + line("A", 5, 4, 5, 0) + line("A", 5, 0, 0, 4) + line("A", 0, 4, 0, 0))), "A", "m", "crosses itself"},
		"truncated":          {strings.NewReader(drawing(square)[:60]), "A", "m", "truncated"},
		"in mid group":       {strings.NewReader("0\nSECTION\n2\nENTITIES\n0\nLINE\n10\n"), "A", "m", "truncated"},
		"no drawing":         {strings.NewReader("hello\nworld\n"), "A", "m", "no DXF text"},
		"binary":             {strings.NewReader("Binary DXF\r\n\x1a\x00"), "A", "m", "binary"},
		"a number that's no": {strings.NewReader(drawing("0\nLINE\n8\nA\n10\nabc\n")), "A", "m", "no coordinate"},
		"endless":            {io.MultiReader(strings.NewReader("0\nSECTION\n2\nENTITIES\n"), endless{"999\na comment that goes on and on\n"}), "A", "m", "larger than"},
		"endless lines":      {io.MultiReader(strings.NewReader("0\nSECTION\n2\nENTITIES\n"), endless{line("A", 0, 0, 1, 1)}), "A", "m", "larger than"},
	} {
		t.Run(name, func(t *testing.T) {
			at, faults := exchange.ReadOutline(c.text, c.layer, c.unit)
			assert.Nil(t, at)
			require.NotEmpty(t, faults)
			assert.Contains(t, faults[0].Text, c.says)
		})
	}
}
