package measure

// plain reads the ways a length is written most: "96 3/16 in", "2443 mm",
// "-41.25 in", "95". False: it is written otherwise, or can't be held exactly;
// Read looks closer.
func plain(text string, system System) (Length, bool) {
	s := text
	negative := len(s) > 0 && s[0] == '-'
	if negative {
		s = s[1:]
	}
	whole, s, ok := digits(s, 6)
	if !ok {
		return 0, false
	}
	above, below := int64(0), int64(1)
	switch {
	case len(s) > 1 && s[0] == '.':
		rest := s[1:]
		above, s, ok = digits(rest, 8)
		for range len(rest) - len(s) {
			below *= 10
		}
	case len(s) > 1 && s[0] == ' ' && s[1] >= '0' && s[1] <= '9':
		if above, s, ok = digits(s[1:], 4); !ok || len(s) == 0 || s[0] != '/' {
			return 0, false
		}
		below, s, ok = digits(s[1:], 4)
		ok = ok && above < below
	}
	if !ok {
		return 0, false
	}
	unit := system.Pick(Inch, Millimetre)
	switch s {
	case " in":
		unit = Inch
	case " mm":
		unit = Millimetre
	case "":
		if !system.Known() {
			return 0, false
		}
	default:
		return 0, false
	}
	part := above * int64(unit)
	total := Length(whole)*unit + Length(part/below)
	if part%below != 0 || total > Largest {
		return 0, false
	}
	if negative {
		total = -total
	}
	return total, true
}

// digits takes one to most digits from the front.
func digits(s string, most int) (n int64, rest string, ok bool) {
	i := 0
	for i < len(s) && s[i] >= '0' && s[i] <= '9' {
		if i == most {
			return 0, s, false
		}
		n = n*10 + int64(s[i]-'0')
		i++
	}
	return n, s[i:], i > 0
}
