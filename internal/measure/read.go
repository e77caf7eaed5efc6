package measure

import (
	"fmt"
	"math/big"
	"strings"
	"unicode"
)

// Read turns what somebody wrote into a length. It understands
// `96 3/16 in`, `8 ft 0 3/16 in`, `8' 0-3/16"`, `2443 mm`, `2.443 m`,
// `244.3 cm`, Unicode fractions and prime marks. A text without a unit is in
// inches (Imperial) or millimetres (Metric). Decimals are rounded to the
// nanometre; a fraction must be whole in nanometres (64ths are). Lengths may be
// added up and taken off: `900+38+150`, `8' - 3 1/2`; a dash takes off where a
// space stands on both sides of it.
//
// The error names what is wrong with the text and what to write instead.
func Read(text string, system System) (Length, error) {
	if l, ok := plain(text, system); ok {
		return l, nil
	}
	return read(text, system)
}

// read looks closely.
func read(text string, system System) (Length, error) {
	if len(text) > 80 {
		return 0, fmt.Errorf("a length of %d characters: write one such as %s", len(text), sample(system))
	}
	total := Length(0)
	for _, t := range terms(text) {
		l, err := one(t.text, system)
		if err != nil {
			if t.text != text && t.text != "" {
				return 0, fmt.Errorf("%q: in it %w", text, err)
			}
			return 0, fmt.Errorf("%q: %w", text, err)
		}
		if t.off {
			l = -l
		}
		if total += l; total.Abs() > Largest {
			return 0, fmt.Errorf("%q: longer than 10 km: check the unit", text)
		}
	}
	return total, nil
}

// term is one length of those that are added up.
type term struct {
	text string
	off  bool // taken off
}

// terms parts a text at what adds up and takes off.
func terms(text string) []term {
	s := raised.Replace(text)
	var out []term
	now := term{}
	start := 0
	for i := 0; i < len(s); i++ {
		before := strings.TrimSpace(s[start:i])
		plus := s[i] == '+' && (before != "" || len(out) > 0)
		minus := s[i] == '-' && before != "" && i > 0 && i+1 < len(s) && s[i-1] == ' ' && s[i+1] == ' '
		if plus || minus {
			now.text = before
			out = append(out, now)
			now, start = term{off: minus}, i+1
		}
	}
	if len(out) == 0 {
		return []term{{text: text}}
	}
	now.text = strings.TrimSpace(s[start:])
	return append(out, now)
}

// pointed writes a decimal comma as a point. One with three digits after it may
// be meant to part thousands, but for metres and centimetres.
func pointed(text string) (string, error) {
	i := strings.IndexByte(text, ',')
	if i < 1 || strings.Count(text, ",") > 1 || strings.Contains(text, ".") {
		return text, nil
	}
	digit := func(k int) bool { return k >= 0 && k < len(text) && text[k] >= '0' && text[k] <= '9' }
	n := 0
	for digit(i + 1 + n) {
		n++
	}
	if !digit(i-1) || n == 0 {
		return text, nil
	}
	unit := strings.ToLower(strings.TrimSpace(text[i+1+n:]))
	if n == 3 && unitNames[unit] != Metre && unitNames[unit] != Centimetre {
		return "", fmt.Errorf("%s may part thousands or decimals: write it without the comma, or with a point", text)
	}
	return text[:i] + "." + text[i+1:], nil
}

// one reads a single length.
func one(text string, system System) (Length, error) {
	if system == Metric {
		var err error
		if text, err = pointed(text); err != nil {
			return 0, err
		}
	}
	words, err := split(text)
	if err != nil {
		return 0, err
	}
	r := reader{words: words, system: system}
	return r.length()
}

func sample(system System) string {
	if system == Metric {
		return "2443 mm"
	}
	return "96 3/16 in"
}

type wordKind int

const (
	number wordKind = iota
	fraction
	unitName
	dash
)

type word struct {
	kind    wordKind
	text    string
	value   *big.Rat
	decimal bool
}

var vulgar = map[rune]string{
	'½': "1/2", '¼': "1/4", '¾': "3/4", '⅛': "1/8", '⅜': "3/8", '⅝': "5/8", '⅞': "7/8",
	'⅓': "1/3", '⅔': "2/3", '⅕': "1/5", '⅖': "2/5", '⅗': "3/5", '⅘': "4/5", '⅙': "1/6", '⅚': "5/6",
	'⅐': "1/7", '⅑': "1/9", '⅒': "1/10",
}

var raised = strings.NewReplacer(
	"⁰", "0", "¹", "1", "²", "2", "³", "3", "⁴", "4", "⁵", "5", "⁶", "6", "⁷", "7", "⁸", "8", "⁹", "9",
	"₀", "0", "₁", "1", "₂", "2", "₃", "3", "₄", "4", "₅", "5", "₆", "6", "₇", "7", "₈", "8", "₉", "9",
	"⁄", "/", "∕", "/", "−", "-", "–", "-", "‐", "-", "‑", "-",
	"′", "'", "’", "'", "‘", "'", "ʹ", "'", "″", `"`, "”", `"`, "“", `"`, "ʺ", `"`, "''", `"`)

var unitNames = map[string]Length{
	"mm": Millimetre, "millimetre": Millimetre, "millimetres": Millimetre, "millimeter": Millimetre, "millimeters": Millimetre,
	"cm": Centimetre, "centimetre": Centimetre, "centimetres": Centimetre, "centimeter": Centimetre, "centimeters": Centimetre,
	"m": Metre, "metre": Metre, "metres": Metre, "meter": Metre, "meters": Metre,
	"in": Inch, "inch": Inch, "inches": Inch, `"`: Inch,
	"ft": Foot, "foot": Foot, "feet": Foot, "'": Foot,
}

func split(text string) ([]word, error) {
	var b strings.Builder
	for _, r := range text {
		if f, ok := vulgar[r]; ok {
			b.WriteString(" " + f + " ")
			continue
		}
		b.WriteRune(r)
	}
	s := raised.Replace(b.String())
	var words []word
	for i := 0; i < len(s); {
		c := rune(s[i])
		switch {
		case c == ' ' || c == '\t':
			i++
		case strings.HasPrefix(s[i:], "\u00a0"), strings.HasPrefix(s[i:], "\u202f"), strings.HasPrefix(s[i:], "\u2009"):
			i += len(string([]rune(s[i:])[0]))
		case c == '-':
			words = append(words, word{kind: dash, text: "-"})
			i++
		case c == '+':
			if len(words) > 0 {
				return nil, fmt.Errorf("a number is missing before the +: write a length such as 96 3/16")
			}
			i++
		case c >= '0' && c <= '9' || c == '.':
			w, n, err := readNumber(s[i:])
			if err != nil {
				return nil, err
			}
			words = append(words, w)
			i += n
		case c == '\'' || c == '"':
			words = append(words, word{kind: unitName, text: string(c)})
			i++
		case c < 0x80 && unicode.IsLetter(c):
			j := i
			for j < len(s) && s[j] < 0x80 && unicode.IsLetter(rune(s[j])) {
				j++
			}
			name := strings.ToLower(s[i:j])
			if _, ok := unitNames[name]; !ok {
				return nil, fmt.Errorf("%q is not a unit: write in, ft, mm, cm or m", s[i:j])
			}
			if j < len(s) && s[j] == '.' && (j+1 == len(s) || s[j+1] == ' ') {
				j++ // "in." and "ft." as people write them
			}
			words = append(words, word{kind: unitName, text: name})
			i = j
		case c == ',':
			return nil, fmt.Errorf("a comma: write decimals with a point, such as 2443.5")
		default:
			return nil, fmt.Errorf("can't read %q: write a length such as 96 3/16 in or 2443 mm", string([]rune(s[i:])[0]))
		}
	}
	return words, nil
}

// readNumber takes a whole number, a decimal or a fraction from the front.
func readNumber(s string) (word, int, error) {
	i, dots := 0, 0
	for i < len(s) && (s[i] >= '0' && s[i] <= '9' || s[i] == '.') {
		if s[i] == '.' {
			dots++
		}
		i++
	}
	if dots > 1 || s[:i] == "." {
		return word{}, 0, fmt.Errorf("%q is not a number", s[:i])
	}
	if i > 24 {
		return word{}, 0, fmt.Errorf("%q has too many digits", s[:i])
	}
	if i < len(s) && s[i] == '/' {
		j := i + 1
		for j < len(s) && s[j] >= '0' && s[j] <= '9' {
			j++
		}
		if dots > 0 || j == i+1 || j > 12 {
			return word{}, 0, fmt.Errorf("%q is not a fraction: write one such as 3/16", s[:j])
		}
		below, _ := new(big.Int).SetString(s[i+1:j], 10)
		above, _ := new(big.Int).SetString(s[:i], 10)
		if below.Sign() == 0 {
			return word{}, 0, fmt.Errorf("%s divides by zero", s[:j])
		}
		return word{kind: fraction, text: s[:j], value: new(big.Rat).SetFrac(above, below)}, j, nil
	}
	digits := strings.TrimSuffix(s[:i], ".")
	if strings.HasPrefix(digits, ".") {
		digits = "0" + digits
	}
	v, ok := new(big.Rat).SetString(digits)
	if !ok {
		return word{}, 0, fmt.Errorf("%q is not a number", s[:i])
	}
	return word{kind: number, text: s[:i], value: v, decimal: dots > 0}, i, nil
}

type reader struct {
	words  []word
	system System
	at     int
}

func (r *reader) take(kind wordKind) (word, bool) {
	if r.at < len(r.words) && r.words[r.at].kind == kind {
		r.at++
		return r.words[r.at-1], true
	}
	return word{}, false
}

// length reads: [-] part [part], a part being a number, a fraction or a number
// with a fraction, and its unit.
func (r *reader) length() (Length, error) {
	_, negative := r.take(dash)
	value, unit, err := r.part()
	if err != nil {
		return 0, err
	}
	total := new(big.Rat).Set(value)
	switch {
	case unit == Foot:
		total.Mul(total, ratOf(Foot))
		r.take(dash)
		if r.at < len(r.words) {
			if !value.IsInt() {
				return 0, fmt.Errorf("a part of a foot with inches after it: write whole feet, then inches")
			}
			inches, unit, err := r.part()
			if err != nil {
				return 0, err
			}
			if unit != Inch && unit != 0 {
				return 0, fmt.Errorf("feet are followed by inches only")
			}
			if inches.Cmp(big.NewRat(12, 1)) >= 0 {
				return 0, fmt.Errorf("12 inches or more after the feet: write the whole in inches, or fewer inches")
			}
			total.Add(total, inches.Mul(inches, ratOf(Inch)))
		}
	case unit == 0:
		total.Mul(total, ratOf(r.system.Pick(Inch, Millimetre)))
	default:
		total.Mul(total, ratOf(unit))
	}
	if r.at < len(r.words) {
		return 0, fmt.Errorf("%q is left over: write one length, such as %s", r.words[r.at].text, sample(r.system))
	}
	if negative {
		total.Neg(total)
	}
	return r.whole(total)
}

func ratOf(l Length) *big.Rat { return new(big.Rat).SetInt64(int64(l)) }

// part reads one number and its unit; unit 0 means that none stands there.
func (r *reader) part() (*big.Rat, Length, error) {
	n, isNumber := r.take(number)
	if isNumber && !n.decimal {
		// 0-3/16 joins the whole and its fraction; a dash before anything else is no part of it
		if r.at+1 < len(r.words) && r.words[r.at].kind == dash && r.words[r.at+1].kind == fraction {
			r.at++
		}
	}
	f, isFraction := r.take(fraction)
	var value *big.Rat
	switch {
	case isNumber && isFraction:
		if n.decimal {
			return nil, 0, fmt.Errorf("a decimal and a fraction together: write one of them")
		}
		if f.value.Cmp(big.NewRat(1, 1)) >= 0 {
			return nil, 0, fmt.Errorf("%s is one or more: write it into the whole number", f.text)
		}
		value = new(big.Rat).Add(n.value, f.value)
	case isNumber:
		value = new(big.Rat).Set(n.value)
	case isFraction:
		value = new(big.Rat).Set(f.value)
	case len(r.words) == 0:
		return nil, 0, fmt.Errorf("no length here: write one such as %s", sample(r.system))
	default:
		return nil, 0, fmt.Errorf("a number is missing: write a length such as %s", sample(r.system))
	}
	unit := Length(0)
	if u, ok := r.take(unitName); ok {
		unit = unitNames[u.text]
	}
	if isFraction {
		scale := unit
		if scale == 0 {
			scale = r.system.Pick(Inch, Millimetre)
		}
		if !new(big.Rat).Mul(f.value, ratOf(scale)).IsInt() {
			return nil, 0, fmt.Errorf("%s can't be held exactly: use halves to 64ths, or decimals", f.text)
		}
	}
	return value, unit, nil
}

// whole rounds to the nanometre and keeps within Largest.
func (r *reader) whole(v *big.Rat) (Length, error) {
	if new(big.Rat).Abs(v).Cmp(ratOf(Largest)) > 0 {
		return 0, fmt.Errorf("longer than 10 km: check the unit")
	}
	half := big.NewRat(1, 2)
	if v.Sign() < 0 {
		half.Neg(half)
	}
	v = new(big.Rat).Add(v, half)
	return Length(new(big.Int).Quo(v.Num(), v.Denom()).Int64()), nil
}
