package exchange

import (
	"io"
	"time"

	"github.com/go-pdf/fpdf"
	"golang.org/x/image/font/gofont/gobold"
	"golang.org/x/image/font/gofont/goregular"

	"homalos/internal/measure"
	"homalos/internal/wood"
)

// Paper is a size of sheet, in millimetres as it lies on its long side.
type Paper struct {
	Name       string
	Wide, High float64
}

// Papers are those that can be printed on.
var Papers = []Paper{{"letter", 279.4, 215.9}, {"a4", 297, 210}}

// PaperOf is the one of a name, else the usual one where that unit is used.
func PaperOf(name string, u measure.System) Paper {
	for _, p := range Papers {
		if p.Name == name {
			return p
		}
	}
	if u == measure.Metric {
		return Papers[1]
	}
	return Papers[0]
}

// margin is what printers leave white, mm.
const margin = 10.0

// sheets is a document that is drawn in millimetres from the upper left corner of each
// sheet; its fonts are in it.
type sheets struct {
	*fpdf.Fpdf
	paper Paper
}

func newSheets(p Paper, title string, at time.Time) *sheets {
	pdf := fpdf.NewCustom(&fpdf.InitType{OrientationStr: "P", UnitStr: "mm", Size: fpdf.SizeType{Wd: p.Wide, Ht: p.High}})
	pdf.AddUTF8FontFromBytes("go", "", goregular.TTF)
	pdf.AddUTF8FontFromBytes("go", "B", gobold.TTF)
	pdf.SetMargins(margin, margin, margin)
	pdf.SetAutoPageBreak(false, 0)
	pdf.SetTitle(title, true)
	pdf.SetCreator("Homalos", true)
	pdf.SetCreationDate(at)
	pdf.SetModificationDate(at)
	pdf.SetCatalogSort(true)
	pdf.SetLineWidth(0.25)
	return &sheets{pdf, p}
}

func (s *sheets) write(w io.Writer) error { return s.Output(w) }

// font chooses bold or not and a size in points.
func (s *sheets) font(style string, size float64) { s.SetFont("go", style, size) }

// say writes a text with its foot at a height; align is L, C or R of x.
func (s *sheets) say(x, y float64, align, text string) {
	switch align {
	case "C":
		x -= s.GetStringWidth(text) / 2
	case "R":
		x -= s.GetStringWidth(text)
	}
	s.Text(x, y, text)
}

// fitted writes a text no wider than it may be, in smaller letters where it must.
func (s *sheets) fitted(x, y, wide float64, align, style string, size float64, text string) {
	for s.font(style, size); size > 5 && s.GetStringWidth(text) > wide; s.font(style, size) {
		size -= 0.5
	}
	s.say(x, y, align, text)
}

// sign draws how a kind is marked, in a square about a point. They differ by shape, not
// by colour.
func (s *sheets) sign(sign wood.Sign, x, y, r float64) {
	line := func(x1, y1, x2, y2 float64) { s.Line(x+x1*r, y+y1*r, x+x2*r, y+y2*r) }
	switch sign {
	case wood.Cross:
		line(-1, -1, 1, 1)
		line(-1, 1, 1, -1)
	case wood.Bridge:
		line(-1, -1, -1, 1)
		line(1, -1, 1, 1)
		line(-1, 0, 1, 0)
	case wood.Peak:
		line(0, -1, 1, 1)
		line(1, 1, -1, 1)
		line(-1, 1, 0, -1)
	case wood.Ring:
		s.Circle(x, y, r*0.8, "D")
	case wood.Tee:
		line(-1, -1, 1, -1)
		line(0, -1, 0, 1)
	case wood.Hang:
		line(-1, 1, 1, 1)
		line(0, -1, 0, 1)
	case wood.Box:
		s.Rect(x-r, y-r, 2*r, 2*r, "D")
	}
}
