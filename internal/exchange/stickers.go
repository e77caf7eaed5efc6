package exchange

import (
	"fmt"
	"io"
	"math"
	"time"

	"rsc.io/qr"
)

// Sticker is what one piece's label says.
type Sticker struct {
	Piece, Kind string
	Wall        string // its name, where it has one
	Length      string // as it is read out
	Lumber      string
	Open        string // the address that its code opens
}

// Stickers is how a sheet of labels is divided, mm.
type Stickers struct {
	Job        string
	Wide, High float64 // of one label
	Gap        float64 // between two
	At         time.Time
	Paper      Paper
}

// Bounds on labels, mm, and on how many are printed at once.
const (
	LeastWide, LeastHigh = 25.0, 15.0
	MostStickers         = 5000
)

// edge is what a sheet of labels leaves around them, mm: most are cut nearly to it.
const edge = 2.0

// Grid is how many labels lie beside and under each other on an upright sheet.
func (x Stickers) Grid() (columns, rows int) {
	fit := func(room, one float64) int { return int(math.Floor((room + x.Gap + 0.01) / (one + x.Gap))) }
	return fit(x.Paper.High-2*edge, x.Wide), fit(x.Paper.Wide-2*edge, x.High)
}

// WriteStickers writes a label for each piece, on upright sheets, centred.
func WriteStickers(w io.Writer, all []Sticker, x Stickers) error {
	columns, rows := x.Grid()
	switch {
	case x.Wide < LeastWide || x.High < LeastHigh:
		return &NoSticker{fmt.Sprintf("labels of %.0f by %.0f mm hold no length that can be read: give at least %.0f by %.0f mm", x.Wide, x.High, LeastWide, LeastHigh)}
	case columns < 1 || rows < 1:
		return &NoSticker{"a label is larger than the sheet: give a smaller one"}
	case len(all) > MostStickers:
		return &NoSticker{fmt.Sprintf("%d labels, at most %d are printed at once: print wall by wall", len(all), MostStickers)}
	case len(all) == 0:
		return &NoSticker{"no piece is ready to be cut: there is nothing to label yet"}
	}
	upright := Paper{x.Paper.Name, x.Paper.High, x.Paper.Wide}
	s := newSheets(upright, "Labels of "+x.Job, x.At)
	left := (upright.Wide - float64(columns)*(x.Wide+x.Gap) + x.Gap) / 2
	top := (upright.High - float64(rows)*(x.High+x.Gap) + x.Gap) / 2
	for i, one := range all {
		k := i % (columns * rows)
		if k == 0 {
			s.AddPage()
		}
		at := [2]float64{left + float64(k%columns)*(x.Wide+x.Gap), top + float64(k/columns)*(x.High+x.Gap)}
		if err := s.sticker(one, at[0], at[1], x); err != nil {
			return err
		}
	}
	return s.write(w)
}

// NoSticker says why no labels are printed.
type NoSticker struct{ why string }

func (e *NoSticker) Error() string { return e.why }

// sticker draws one: the length large, the piece over it, its code on the right.
func (s *sheets) sticker(one Sticker, x, y float64, of Stickers) error {
	code, err := qr.Encode(one.Open, qr.L)
	if err != nil {
		return fmt.Errorf("the address %.80q fits no code: %w", one.Open, err)
	}
	const pad = 2.0
	side := math.Min(of.High-2*pad, of.Wide*0.38)
	drawCode(s, code, x+of.Wide-pad-side, y+(of.High-side)/2, side)
	room := of.Wide - side - 3*pad
	s.fitted(x+pad, y+pad+of.High*0.2, room, "L", "B", math.Min(20, of.High*0.62), one.Piece)
	s.fitted(x+pad, y+of.High*0.68, room, "L", "B", math.Min(30, of.High*0.95), one.Length)
	s.fitted(x+pad, y+of.High-pad, room, "L", "", math.Min(11, of.High*0.3), one.Lumber+", "+one.Kind+wallOf(one))
	return nil
}

func wallOf(one Sticker) string {
	if one.Wall == "" {
		return ""
	}
	return ", " + one.Wall
}
