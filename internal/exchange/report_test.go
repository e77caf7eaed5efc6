package exchange

import (
	"bytes"
	"encoding/binary"
	"encoding/csv"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/daybook"
	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/plan"
)

// taken is a picture of so many points, its upper left corner red.
func taken(wide, high int) *image.RGBA {
	out := image.NewRGBA(image.Rect(0, 0, wide, high))
	for y := range high {
		for x := range wide {
			c := color.RGBA{120, 120, 120, 255}
			if x < wide/3 && y < high/3 {
				c = color.RGBA{220, 20, 20, 255}
			}
			out.Set(x, y, c)
		}
	}
	return out
}

// turned is a JPEG that says it is to be shown turned, and where it was taken.
func turned(t *testing.T, orientation uint16, of image.Image) []byte {
	var plain, tags bytes.Buffer
	require.NoError(t, jpeg.Encode(&plain, of, nil))
	tags.WriteString("II*\x00")
	for _, v := range []any{uint32(8), uint16(1), uint16(0x0112), uint16(3), uint32(1), orientation, uint16(0), uint32(0)} {
		require.NoError(t, binary.Write(&tags, binary.LittleEndian, v))
	}
	tags.WriteString("47.37 N 8.54 E")
	app := append([]byte("Exif\x00\x00"), tags.Bytes()...)
	out := []byte{0xff, 0xd8, 0xff, 0xe1, byte((len(app) + 2) >> 8), byte(len(app) + 2)}
	return append(append(out, app...), plain.Bytes()[2:]...)
}

// A photo comes out upright whichever way the camera was held, and says no more where it
// was taken.
func TestAPhotoIsUprightAndSaysNothingElse(t *testing.T) {
	for orientation, red := range map[uint16][2]bool{1: {false, false}, 3: {true, true}, 6: {true, false}, 8: {false, true}} {
		raw := turned(t, orientation, taken(90, 60))
		require.Contains(t, string(raw), "47.37 N")
		p, err := ReadPhoto(raw)
		require.NoError(t, err)
		assert.NotContains(t, string(p.JPEG), "47.37 N")
		assert.NotContains(t, string(p.JPEG), "Exif")
		back, kind, err := image.Decode(bytes.NewReader(p.JPEG))
		require.NoError(t, err)
		assert.Equal(t, "jpeg", kind)
		lies := orientation >= 5
		assert.Equal(t, lies, p.High > p.Wide, orientation)
		x, y := 4, 4 // the red corner: right, low
		if red[0] {
			x = p.Wide - 5
		}
		if red[1] {
			y = p.High - 5
		}
		r, g, _, _ := back.At(x, y).RGBA()
		assert.True(t, r > 2*g, "orientation %d", orientation)
	}
}

func TestALargePhotoIsMadeSmaller(t *testing.T) {
	var raw bytes.Buffer
	require.NoError(t, png.Encode(&raw, taken(3000, 600)))
	p, err := ReadPhoto(raw.Bytes())
	require.NoError(t, err)
	assert.Equal(t, [2]int{2000, 400}, [2]int{p.Wide, p.High})
}

// What is no photo, is damaged, or would be too large once decoded is refused before it is.
func TestWhatIsNoPhoto(t *testing.T) {
	var bomb, good bytes.Buffer
	require.NoError(t, (&png.Encoder{CompressionLevel: png.BestSpeed}).Encode(&bomb, image.NewGray(image.Rect(0, 0, 12000, 12000))))
	require.Less(t, bomb.Len(), 1<<20)
	require.NoError(t, jpeg.Encode(&good, taken(200, 200), nil))
	for name, raw := range map[string][]byte{
		"nothing": {}, "text": []byte("a wall"), "a drawing": []byte(`<svg xmlns="http://www.w3.org/2000/svg"/>`), "a bomb": bomb.Bytes(),
		"half of one": good.Bytes()[:good.Len()/2], "too many bytes": make([]byte, MostPhotoBytes+1), "another kind": []byte("GIF89a\x01\x00\x01\x00"),
	} {
		_, err := ReadPhoto(raw)
		var not *NotAPhoto
		require.ErrorAs(t, err, &not, name)
		assert.NotEmpty(t, not.Why, name)
	}
}

// The log as CSV reads back, and no cell of it is reckoned with.
func TestTheBookAsCSV(t *testing.T) {
	at := time.Date(2026, 11, 27, 9, 0, 0, 0, time.UTC)
	var out bytes.Buffer
	require.NoError(t, WriteDaybook(&out, []daybook.Line{{Revision: 3, Kind: daybook.Checked, Wall: "A", By: "=cmd|'x'", At: at, Said: "light: 1/8, \"seen\"\nat noon", Stands: true}}))
	rows, err := csv.NewReader(&out).ReadAll()
	require.NoError(t, err)
	require.Len(t, rows, 2)
	assert.Equal(t, []string{"3", "2026-11-27T09:00:00Z", "checked", "A", "", "'=cmd|'x'", "", "light: 1/8, \"seen\"\nat noon", "", "true"}, rows[1])
}

// The report of both demo jobs, bare, and with checks, photos, decisions: a PDF with a page
// for each wall, whatever is missing.
func TestTheReport(t *testing.T) {
	for _, name := range []string{"bindery", "wardrobe"} {
		d := jobtest.Demo(t, name)
		bare := reported(t, d, nil)
		wall := d.Walls[0].ID
		d.Record = &job.Record{
			Checks: []job.Checked{
				{Check: wall + ".light", Wall: wall, Value: job.L("9 mm"), By: "Ada", At: "2026-11-27T09:00:00Z"}, {Check: wall + ".count", Wall: wall, Count: new(int)},
				{Check: wall + ".straight.top", Wall: wall, Value: job.L("20 mm"), Accepted: true, By: "the client", Why: strings.Repeat("it is an old house ", 20)},
			},
			Items:  []job.Noted{{ID: "s", Kind: "substitution", What: "header", Designed: "one", Built: "another"}},
			Photos: []job.Photo{{ID: "p", Sum: "00", Wall: wall, What: "before boards"}, {ID: "q", Sum: "01", Wall: wall}},
		}
		p, err := ReadPhoto(turned(t, 6, taken(90, 60)))
		require.NoError(t, err)
		full := reported(t, d, []ReportPhoto{{d.Record.Photos[0], p.JPEG}, {d.Record.Photos[1], nil}, {d.Record.Photos[0], []byte("no picture")}})
		assert.Greater(t, len(full), len(bare)+len(p.JPEG)/2)
	}
}

func reported(t *testing.T, d job.Document, photos []ReportPhoto) []byte {
	p, err := plan.Compute(d)
	require.NoError(t, err)
	var out bytes.Buffer
	require.NoError(t, WriteReport(&out, p, Report{Job: d, Revision: 4, At: time.Date(2026, 11, 27, 9, 0, 0, 0, time.UTC), Paper: Papers[1], Room: plan.RoomOf(p), Photos: photos}))
	assert.True(t, bytes.HasPrefix(out.Bytes(), []byte("%PDF-")))
	assert.GreaterOrEqual(t, bytes.Count(out.Bytes(), []byte("/Type /Page\n")), 1+len(d.Walls))
	return out.Bytes()
}
