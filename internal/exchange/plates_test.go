package exchange

import (
	"bytes"
	"compress/zlib"
	"io"
	"os"
	"regexp"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/picture"
	"homalos/internal/plan"
)

var printedAt = time.Date(2026, 5, 4, 9, 30, 0, 0, time.UTC)

func planned(t *testing.T, name string) plan.Plan {
	t.Helper()
	raw, err := os.ReadFile("../../demo/" + name)
	require.NoError(t, err)
	d, faults := job.Read(raw)
	require.Empty(t, faults)
	p, err := plan.Compute(d)
	require.NoError(t, err)
	return p
}

// pagesOf are a PDF's pages, each as the operators that draw it.
func pagesOf(t *testing.T, raw []byte) (out []string) {
	t.Helper()
	for _, x := range regexp.MustCompile(`(?s)<</Filter /FlateDecode /Length (\d+)>>\nstream\n`).FindAllSubmatchIndex(raw, -1) {
		n, err := strconv.Atoi(string(raw[x[2]:x[3]]))
		require.NoError(t, err)
		z, err := zlib.NewReader(bytes.NewReader(raw[x[1] : x[1]+n]))
		require.NoError(t, err)
		text, err := io.ReadAll(z)
		require.NoError(t, err)
		if strings.Contains(string(text), " l S") { // it strokes lines: not a font
			out = append(out, string(text))
		}
	}
	return out
}

// strokes are the upright lines of a page, mm from its left edge, with how long each is
// and how wide it is drawn.
func strokes(page string) (out [][3]float64) {
	wide := 0.0
	number := `(-?[\d.]+)`
	each := regexp.MustCompile(number + ` w\n|` + number + ` ` + number + ` m ` + number + ` ` + number + ` l S`)
	mm := func(text string) float64 {
		pt, _ := strconv.ParseFloat(text, 64)
		return pt / 72 * 25.4
	}
	for _, x := range each.FindAllStringSubmatch(page, -1) {
		if x[1] != "" {
			wide = mm(x[1])
			continue
		}
		if x[2] == x[4] {
			out = append(out, [3]float64{mm(x[2]), mm(x[5]) - mm(x[3]), wide})
		}
	}
	return out
}

// Every mark of the plate is on the strip at its own place, to a tenth of a millimetre,
// once the sheets lie beside each other; and the ruler on each sheet is as long as it
// says.
func TestAStripIsAtTrueScale(t *testing.T) {
	for _, name := range []string{"bindery.json", "wardrobe.json"} {
		p := planned(t, name)
		for i, d := range p.Drawings {
			for _, plate := range []string{"bottom", "top"} {
				x := Strip{Job: p.Name, Wall: d.Wall, Plate: plate, System: p.Units, At: printedAt, Paper: PaperOf("", p.Units), Say: func(l measure.Length) string { return p.Units.Say(l, measure.Millimetre) }}
				var out bytes.Buffer
				require.NoError(t, WriteStrip(&out, d, x))
				pages := pagesOf(t, out.Bytes())
				m, _ := mapNamed(d, plate)
				across := x.Across()
				require.Len(t, pages, int((m.Length+across-1e-6)/across), "wall %s", p.Walls[i].ID)
				for _, mark := range m.Marks {
					sheet := int(mark.Line / across)
					found := false
					for _, k := range []int{sheet, sheet - 1} {
						if k < 0 || k >= len(pages) {
							continue
						}
						for _, s := range strokes(pages[k]) {
							at := s[0] - margin + float64(k)*across
							found = found || s[2] > 0.5 && at > mark.Line-0.1 && at < mark.Line+0.1
						}
					}
					require.True(t, found, "%s at %.1f of %s", mark.Member, mark.Line, plate)
				}
				long, _ := x.checked()
				for _, page := range pages {
					var ends []float64
					for _, s := range strokes(page) {
						if s[1] < -5.9 && s[1] > -6.1 || s[1] > 5.9 && s[1] < 6.1 {
							ends = append(ends, s[0])
						}
					}
					require.Len(t, ends, 5)
					assert.InDelta(t, long, ends[4]-ends[0], 0.02)
				}
			}
		}
	}
}

// One page, and what is listed on it is what the plan marks, each once.
func TestACardIsOnePageWithThePlansMarks(t *testing.T) {
	for _, name := range []string{"bindery.json", "wardrobe.json"} {
		p := planned(t, name)
		for i, d := range p.Drawings {
			c := Card{Job: p.Name, Wall: d.Wall, Name: "hall", Length: p.Walls[i].Said, Lumber: "2x4", Hook: "Hook it.", Open: "http://127.0.0.1/jobs/x/mark?wall=" + d.Wall, At: printedAt, Paper: PaperOf("", p.Units), Word: func(k string) string { return k }}
			var out bytes.Buffer
			require.NoError(t, WriteCard(&out, d, c))
			assert.Len(t, pagesOf(t, out.Bytes()), 1)
			want := map[string]string{}
			for _, m := range p.Walls[i].Marks {
				for _, on := range m.Plates {
					if on == "bottom" || on == "top" {
						want[m.Member] = m.Tape
					}
				}
			}
			all := listed(d)
			require.Len(t, all, len(want))
			for _, m := range all {
				tape, err := job.L(want[m.Member]).In(p.Units)
				require.NoError(t, err)
				assert.Equal(t, p.Units.Say(tape, p.Units.Pick(measure.Inch/32, measure.Millimetre/2)), m.Tape, m.Member)
			}
		}
	}
	var out bytes.Buffer
	err := WriteCard(&out, picture.Drawing{}, Card{Open: strings.Repeat("x", 9000), At: printedAt, Paper: Papers[0]})
	assert.ErrorContains(t, err, "fits no code")
}

func TestAStripOfManySheetsIsRefused(t *testing.T) {
	d := picture.Drawing{Maps: []picture.PlateMap{{Plate: "bottom", Length: 60_000, Depth: 89}}}
	var long *TooLong
	err := WriteStrip(io.Discard, d, Strip{Plate: "bottom", System: measure.Metric, At: printedAt, Paper: Papers[1]})
	require.ErrorAs(t, err, &long)
	assert.Equal(t, 223, long.Sheets)
}

// Labels lie beside each other on the sheet, none past its edge; as many pages as it
// takes; what can't be printed is said.
func TestLabelsFillTheSheet(t *testing.T) {
	var all []Sticker
	for range 50 {
		all = append(all, Sticker{Piece: "B-S7", Kind: "stud", Length: "93 15/16", Lumber: "2x4", Open: "http://127.0.0.1/jobs/x/mark?wall=B&piece=B-S7"})
	}
	x := Stickers{Job: "loft", Wide: 66, High: 34, Gap: 2, At: printedAt, Paper: Papers[1]}
	columns, rows := x.Grid()
	assert.Equal(t, [2]int{3, 8}, [2]int{columns, rows})
	var out bytes.Buffer
	require.NoError(t, WriteStickers(&out, all, x))
	assert.Equal(t, 3, bytes.Count(out.Bytes(), []byte("/Type /Page\n")))
	for why, change := range map[string]func(x *Stickers){
		"read":   func(x *Stickers) { x.Wide = 10 },
		"larger": func(x *Stickers) { x.Wide = 290 },
	} {
		y := x
		change(&y)
		var none *NoSticker
		require.ErrorAs(t, WriteStickers(io.Discard, all, y), &none)
		assert.Contains(t, none.Error(), why)
	}
	var none *NoSticker
	require.ErrorAs(t, WriteStickers(io.Discard, nil, x), &none)
	require.ErrorAs(t, WriteStickers(io.Discard, make([]Sticker, MostStickers+1), x), &none)
}
