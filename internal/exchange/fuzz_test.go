package exchange

import (
	"bytes"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/measure"
)

// Any list is read or refused with the line at fault; what is read is written,
// and that is read as the same.
func FuzzReadReadings(f *testing.F) {
	for _, text := range []string{
		"kind,wall,station [in],value [in]\ngap,A,20,95 3/4\n",
		"id;kind;wall;station [mm];value [mm];by\nr1;floor;A;400,5;-1012;Ines\n",
		"kind\twall\tstation [cm]\tvalue [m]\tnote\nceiling\tA\t40\t1.4\t=x\n",
		"kind,x [ft],y [ft],value,void,replaces\ngap,1,2,96,yes,r1\n",
		"kind,wall,station,to wall,to station,value\nlevel,A,0,A,9,1/4\n",
		"kind,wall,station,value\ngap,A,\"2,96\n", "\"kind", "\xef\xbb\xbfkind,wall,station,value\ngap,A,1,96", "kind,kind,value,station\n",
	} {
		f.Add([]byte(text), true)
		f.Add([]byte(text), false)
	}
	f.Fuzz(func(t *testing.T, text []byte, metric bool) {
		system := measure.Imperial
		if metric {
			system = measure.Metric
		}
		n := 0
		next := func() string { n++; return string(rune('a'+n%26)) + "x" }
		readings, faults := ReadReadings(bytes.NewReader(text), system, next)
		if faults != nil {
			assert.Empty(t, readings)
			for _, one := range faults {
				assert.Regexp(t, `^line \d+$`, one.Path)
			}
			return
		}
		var out bytes.Buffer
		if WriteReadings(&out, readings, system) != nil {
			return // a length that means nothing: the job refuses it
		}
		again, faults := ReadReadings(&out, system, next)
		require.Empty(t, faults)
		require.Len(t, again, len(readings))
		for i := range readings {
			assert.True(t, SameReading(readings[i], again[i], system), "%+v\n%+v", readings[i], again[i])
		}
	})
}

// Any drawing is read or refused; nothing else.
func FuzzReadDXF(f *testing.F) {
	for _, at := range []string{"../../demo", "testdata"} {
		files, _ := filepath.Glob(filepath.Join(at, "*.dxf"))
		for _, file := range files {
			raw, err := os.ReadFile(file)
			require.NoError(f, err)
			if len(raw) < 20_000 {
				f.Add(raw)
			}
		}
	}
	f.Add([]byte("0\nSECTION\n2\nENTITIES\n0\nLINE\n8\nW\n10\n0\n20\n0\n11\n4000\n21\n0\n0\nLWPOLYLINE\n8\nW\n90\n2\n70\n1\n10\n0\n20\n0\n10\n5\n20\n5\n0\nENDSEC\n0\nEOF\n"))
	f.Add([]byte("AutoCAD Binary DXF\r\n\x1a\x00"))
	f.Fuzz(func(t *testing.T, text []byte) {
		layers, faults := Layers(bytes.NewReader(text))
		if faults != nil {
			assert.Empty(t, layers)
		}
		for name := range layers {
			for _, unit := range []string{"mm", "ft"} {
				corners, faults := ReadOutline(bytes.NewReader(text), name, unit)
				assert.True(t, faults != nil || len(corners) > 2, "%d corners", len(corners))
			}
		}
	})
}
