// Package measure holds exact lengths: it reads what people write on a board,
// rounds to a tape's marks and writes true fractions.
//
// It knows units and marks. It knows nothing of walls, wood or rooms.
package measure

import "math"

// Length is an exact distance in whole nanometres, so that both 1/64 in
// (396,875 nm) and 0.1 mm are whole.
type Length int64

// Sizes of the units that are read and written.
const (
	Nanometre  Length = 1
	Millimetre Length = 1_000_000
	Centimetre        = 10 * Millimetre
	Metre             = 1000 * Millimetre
	Inch       Length = 25_400_000
	Foot              = 12 * Inch
	Inch64            = Inch / 64
)

// Largest is the longest length that is read, either way: ten kilometres. It
// leaves room to add a great many of them without overflow.
const Largest = 10_000 * Metre

// System is the family of units a job is measured in.
type System string

// The two systems. They are written in job documents as they stand here.
const (
	Imperial System = "imperial"
	Metric   System = "metric"
)

// Known says whether s is one of the two systems.
func (s System) Known() bool { return s == Imperial || s == Metric }

// Pick returns imperial in an imperial job and metric in a metric one: the way
// a rule of thumb that is said in both units is written down.
func (s System) Pick(imperial, metric Length) Length {
	if s == Metric {
		return metric
	}
	return imperial
}

// Inches and Millimetres are l as a decimal number, for geometry and
// statistics; never for writing a length down.
func (l Length) Inches() float64 { return float64(l) / float64(Inch) }

// Millimetres is l in millimetres; see Inches.
func (l Length) Millimetres() float64 { return float64(l) / float64(Millimetre) }

// FromMillimetres is the length nearest to mm millimetres. Values beyond
// Largest, and NaN, are held at the limit (NaN at zero).
func FromMillimetres(mm float64) Length {
	nm := mm * float64(Millimetre)
	switch {
	case math.IsNaN(nm):
		return 0
	case nm > float64(Largest):
		return Largest
	case nm < -float64(Largest):
		return -Largest
	}
	return Length(math.Round(nm))
}

// Abs is l without its sign.
func (l Length) Abs() Length {
	if l < 0 {
		return -l
	}
	return l
}

// Down is the greatest multiple of mark that is not more than l. A mark of
// zero or less leaves l as it is; so for Up and Nearest.
func (l Length) Down(mark Length) Length {
	if mark <= 0 {
		return l
	}
	rest := l % mark
	if rest < 0 {
		rest += mark
	}
	return l - rest
}

// Up is the smallest multiple of mark that is not less than l.
func (l Length) Up(mark Length) Length { return -((-l).Down(mark)) }

// Nearest is the multiple of mark closest to l; half way goes up.
func (l Length) Nearest(mark Length) Length {
	if mark <= 0 {
		return l
	}
	down := l.Down(mark)
	if l-down >= mark-(l-down) {
		return down + mark
	}
	return down
}

// Estimate brings a computed value in millimetres to a length that can be
// written short and added up exactly: a whole 64th when it is one to within
// half a ten-thousandth of an inch, else a ten-thousandth (imperial), or a
// thousandth of a millimetre (metric).
func (s System) Estimate(mm float64) Length {
	raw := FromMillimetres(mm)
	if s == Metric {
		return raw.Nearest(Millimetre / 1000)
	}
	if near := raw.Nearest(Inch64); (near - raw).Abs() <= Inch/20_000 {
		return near
	}
	return raw.Nearest(Inch / 10_000)
}
