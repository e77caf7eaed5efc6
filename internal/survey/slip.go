package survey

import (
	"math"
	"strings"

	"homalos/internal/measure"
)

// Misreading is a way to misread a tape, a rod or a bevel.
type Misreading int

// Ways to misread, as seen on site.
const (
	BurntInch Misreading = iota // hooked on the 1 and not taken off, or taken off twice
	BurntTen
	FootMisread
	BurntCentimetre
	HundredMisread // 100 mm: hooked on the 10, or misread
	MetreMisread
	WrongSign
	SixForNine
	DigitsSwapped
	BevelsOtherLeg // 180° less it
	Complement     // 90° less it
	OtherSide      // 360° less it
	TenDegrees
	lastMisreading
)

// Misreadings are how many there are.
const Misreadings = int(lastMisreading)

// String is its name in files.
func (m Misreading) String() string { return misreadings[m] }

var misreadings = [Misreadings]string{
	"burnt-inch", "burnt-ten", "foot", "burnt-centimetre", "hundred", "metre", "sign", "six-for-nine", "digits-swapped",
	"other-leg", "complement", "other-side", "ten-degrees",
}

// Slip is a way a reading was likely misread, and what it then really was.
type Slip struct {
	Kind   Misreading
	Really float64 // mm (degrees for angles)
	delta  float64 // reading less really
}

// steps by which a tape is misread, by unit: usual practice, seen on site.
var steps = map[measure.System][]struct {
	by   measure.Length
	kind Misreading
}{
	measure.Imperial: {
		{measure.Inch, BurntInch},
		{10 * measure.Inch, BurntTen},
		{measure.Foot, FootMisread},
	},
	measure.Metric: {
		{10 * measure.Millimetre, BurntCentimetre},
		{100 * measure.Millimetre, HundredMisread},
		{measure.Metre, MetreMisread},
	},
}

// Slips are what a length may have been misread from; signed ones may have the
// wrong sign too.
func Slips(read measure.Length, units measure.System, signed bool) []Slip {
	var out []Slip
	add := func(kind Misreading, really measure.Length) {
		for _, s := range out {
			if s.Really == really.Millimetres() {
				return // the commoner name stands
			}
		}
		if really != read && (signed || really > 0) {
			out = append(out, Slip{kind, really.Millimetres(), (read - really).Millimetres()})
		}
	}
	for _, s := range steps[units] {
		// a burnt tape reads too much, whatever the sign it is entered with
		add(s.kind, read-s.by)
		add(s.kind, read+s.by)
	}
	if signed {
		add(WrongSign, -read)
	}
	one := units.Pick(measure.Inch, measure.Millimetre)
	whole, rest := read.Abs()/one, read.Abs()%one
	sign := measure.Length(1)
	if read < 0 {
		sign = -1
	}
	digits := []byte(decimal(int64(whole)))
	number := func(d []byte) measure.Length {
		n := int64(0)
		for _, c := range d {
			n = n*10 + int64(c-'0')
		}
		return sign * (measure.Length(n)*one + rest)
	}
	for i := range digits {
		if k := strings.IndexByte("69", digits[i]); k >= 0 {
			turned := append([]byte(nil), digits...)
			turned[i] = "96"[k]
			add(SixForNine, number(turned))
		}
		if i > 0 && digits[i] != digits[i-1] {
			swapped := append([]byte(nil), digits...)
			swapped[i], swapped[i-1] = swapped[i-1], swapped[i]
			add(DigitsSwapped, number(swapped))
		}
	}
	return out
}

func decimal(n int64) string {
	if n == 0 {
		return "0"
	}
	text := ""
	for ; n > 0; n /= 10 {
		text = string(rune('0'+n%10)) + text
	}
	return text
}

// Likeliest is the slip whose size suits the misfit, and how well: 0 is
// exactly, less is worse. nil where none comes within 3.5 standard errors.
func Likeliest(slips []Slip, off, sigma float64) (*Slip, float64) {
	var best *Slip
	fits := -3.5 * 3.5 / 2
	for i, s := range slips {
		z := (off - s.delta) / sigma
		if f := -z * z / 2; f > fits {
			best, fits = &slips[i], f
		}
	}
	return best, fits
}

// AngleSlips are how a bevel is misread: its complement to the square, or to
// the straight line, read for the angle; five or ten degrees; swapped digits
// are too rare to name.
func AngleSlips(read float64) []Slip {
	var out []Slip
	add := func(kind Misreading, really float64) {
		if really > 0 && really < 360 && math.Abs(really-read) > 0.01 {
			out = append(out, Slip{kind, really, read - really})
		}
	}
	add(BevelsOtherLeg, 180-read)
	add(Complement, 90-read)
	add(OtherSide, 360-read)
	add(TenDegrees, read-10)
	add(TenDegrees, read+10)
	return out
}
