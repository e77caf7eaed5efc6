package survey

import (
	"math"
	"strings"

	"homalos/internal/measure"
)

// Slip is a way a reading was likely misread, and what it then really was.
type Slip struct {
	Name   string
	Really float64 // mm (degrees for angles)
	delta  float64 // reading less really
}

// steps by which a tape is misread, by unit: usual practice, seen on site.
var steps = map[measure.System][]struct {
	by   measure.Length
	name string
}{
	measure.Imperial: {
		{measure.Inch, "burnt inch: hooked on the 1 and not taken off, or taken off twice"},
		{10 * measure.Inch, "burnt 10: hooked on the 10 and not taken off, or taken off twice"},
		{measure.Foot, "a foot misread"},
	},
	measure.Metric: {
		{10 * measure.Millimetre, "burnt centimetre: hooked on the 1 and not taken off, or taken off twice"},
		{100 * measure.Millimetre, "100 mm: hooked on the 10 and not taken off, or misread"},
		{measure.Metre, "a metre misread"},
	},
}

// Slips are what a length may have been misread from; signed ones may have the
// wrong sign too.
func Slips(read measure.Length, units measure.System, signed bool) []Slip {
	var out []Slip
	add := func(name string, really measure.Length) {
		for _, s := range out {
			if s.Really == really.Millimetres() {
				return // the commoner name stands
			}
		}
		if really != read && (signed || really > 0) {
			out = append(out, Slip{name, really.Millimetres(), (read - really).Millimetres()})
		}
	}
	for _, s := range steps[units] {
		// a burnt tape reads too much, whatever the sign it is entered with
		add(s.name, read-s.by)
		add(s.name, read+s.by)
	}
	if signed {
		add("sign: up entered for down", -read)
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
			add("6 read for 9, or 9 for 6", number(turned))
		}
		if i > 0 && digits[i] != digits[i-1] {
			swapped := append([]byte(nil), digits...)
			swapped[i], swapped[i-1] = swapped[i-1], swapped[i]
			add("two digits swapped", number(swapped))
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
	add := func(name string, really float64) {
		if really > 0 && really < 360 && math.Abs(really-read) > 0.01 {
			out = append(out, Slip{name, really, read - really})
		}
	}
	add("the other leg of the bevel read: 180° less it", 180-read)
	add("the complement read: 90° less it", 90-read)
	add("read from the other side: 360° less it", 360-read)
	add("ten degrees misread", read-10)
	add("ten degrees misread", read+10)
	return out
}
