package measure

import (
	"fmt"
	"strings"
)

// called are how parts of an inch are read out: one of them, and more.
var called = map[int64][2]string{2: {"a half", "halves"}, 4: {"a quarter", "quarters"}, 8: {"an eighth", "eighths"}, 16: {"a sixteenth", "sixteenths"}, 32: {"a thirty-second", "thirty-seconds"}, 64: {"a sixty-fourth", "sixty-fourths"}}

var counted = map[int64]string{3: "three", 5: "five", 7: "seven", 9: "nine", 11: "eleven", 13: "thirteen", 15: "fifteen"}

// Aloud is a length to the nearest mark as it is called across a room: called in
// words, so that none is taken for another.
func (s System) Aloud(l, mark Length) string {
	l = l.Nearest(max(mark, 1))
	if s == Metric {
		return strings.Replace(s.Say(l, mark), ".", " point ", 1) + " millimetres"
	}
	sign := ""
	if l < 0 {
		sign, l = "minus ", -l
	}
	whole, part := l/Inch, l%Inch
	if part%Inch64 != 0 {
		return sign + s.Say(l, mark)
	}
	if part == 0 {
		return fmt.Sprintf("%s%d", sign, whole)
	}
	n, of := int64(part/Inch64), int64(64)
	for n%2 == 0 {
		n, of = n/2, of/2
	}
	said := called[of][0]
	if n > 1 {
		many := counted[n]
		if many == "" {
			many = fmt.Sprint(n)
		}
		said = many + " " + called[of][1]
	}
	if whole == 0 {
		return sign + said
	}
	return fmt.Sprintf("%s%d and %s", sign, whole, said)
}
