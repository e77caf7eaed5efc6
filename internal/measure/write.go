package measure

import (
	"strconv"
	"strings"
)

// Write is l in the system's unit, exact: `93 1/16 in`, `2363.5 mm`. A length
// that isn't a whole number of 64ths is written in decimals, as few as read
// back to the same length.
func (s System) Write(l Length) string {
	if s == Metric {
		return decimals(l, Millimetre, 6) + " mm"
	}
	if l%Inch64 == 0 {
		return fractions(l) + " in"
	}
	return decimals(l, Inch, 8) + " in"
}

// Say is l as it is read out: brought to the nearest mark, without its unit.
// Marks finer than a 64th, and metric ones, are said in decimals.
func (s System) Say(l, mark Length) string {
	text := s.Write(l.Nearest(mark))
	return text[:strings.LastIndexByte(text, ' ')]
}

// fractions writes whole 64ths of an inch in lowest terms, without the unit.
func fractions(l Length) string {
	sign := ""
	if l < 0 {
		sign, l = "-", -l
	}
	whole, over, under := int64(l/Inch), int64(l%Inch/Inch64), int64(64)
	if over == 0 {
		return sign + strconv.FormatInt(whole, 10)
	}
	for over%2 == 0 {
		over, under = over/2, under/2
	}
	part := strconv.FormatInt(over, 10) + "/" + strconv.FormatInt(under, 10)
	if whole == 0 {
		return sign + part
	}
	return sign + strconv.FormatInt(whole, 10) + " " + part
}

// decimals writes l in unit with the fewest places, up to most, that read back
// to l.
func decimals(l, unit Length, most int) string {
	sign := ""
	if l < 0 {
		sign, l = "-", -l
	}
	whole, rest := int64(l/unit), int64(l%unit)
	if rest == 0 {
		return sign + strconv.FormatInt(whole, 10)
	}
	scale := int64(1)
	for places := 1; places <= most; places++ {
		scale *= 10
		// rest < 2.54e7 and scale <= 1e8: no overflow
		digits := (rest*scale + int64(unit)/2) / int64(unit)
		back := (digits*int64(unit) + scale/2) / scale
		if back == rest && digits < scale {
			text := strconv.FormatInt(digits, 10)
			return sign + strconv.FormatInt(whole, 10) + "." + strings.Repeat("0", places-len(text)) + text
		}
	}
	panic("measure: a length that decimals can't write") // most is chosen so that the last place is finer than 1 nm
}

// Words returns the text for the system: a rule of thumb as each says it.
func (s System) Words(imperial, metric string) string {
	if s == Metric {
		return metric
	}
	return imperial
}
