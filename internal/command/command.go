// Package command reads what a hand on a keyboard types about one wall, in words
// and lengths, and says which edits that is. It knows the words and their order;
// what an edit does, and whether it may, is said where edits are made.
//
//	door 30 at 7-2 left          a leaf of 30 in, its middle at 86 by the tape
//	clear 31 to 47 48 to 60 valve
//	from right
//	16 to 12 from 40
//
// Places are what the wall's tape reads, from the end that it hooks on.
package command

import (
	"fmt"
	"slices"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/plan"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Read is what a line was understood as.
type Read struct {
	Said  string     // in words, once it is whole
	Edits []job.Edit // what it does; none while it isn't whole
	Next  []string   // words that can stand next
	Fault string     // what is wrong, and what to write instead; "" while it is only unfinished
}

// line is one line being read.
type line struct {
	words []string // in small letters, and as they were typed
	raw   []string
	at    int
	next  []string
	units measure.System
	wall  *work.Wall
	was   job.Wall
	rules framing.Rules
	usual plan.Usual
}

// Of reads a line about a wall of a job that is planned. MostLong bounds it.
func Of(p plan.Plan, d job.Document, wall, text string) Read {
	if len(text) > MostLong {
		return Read{Fault: fmt.Sprintf("%d characters: at most %d", len(text), MostLong)}
	}
	was := job.WallIn(&d, wall)
	i := slices.IndexFunc(p.Result.Walls, func(w *work.Wall) bool { return w.Wall.ID == wall })
	if was == nil || i < 0 {
		return Read{Fault: fmt.Sprintf("there is no wall %s", wall)}
	}
	raw := split(text)
	small := make([]string, len(raw))
	for k, w := range raw {
		small[k] = strings.ToLower(w)
	}
	l := &line{words: small, raw: raw, units: p.Units, wall: p.Result.Walls[i], was: *was, rules: p.Result.Rules, usual: p.Usual()}
	return l.read(i)
}

// MostLong is how many characters of a line are read.
const MostLong = 200

// split takes a line apart at spaces; 36x48 is three words.
func split(text string) []string {
	text = strings.NewReplacer("×", " x ", ",", " ", "–", " to ", "=", " ").Replace(text)
	var out []string
	for _, w := range strings.Fields(text) {
		if a, b, ok := strings.Cut(strings.ToLower(w), "x"); ok && a != "" && b != "" && digit(a) && digit(b) {
			out = append(out, a, "x", b)
			continue
		}
		out = append(out, w)
	}
	return out
}

func digit(w string) bool { return w[0] >= '0' && w[0] <= '9' }

// beginnings are the first words that there are, in the order they are offered.
var beginnings = []string{"door", "double", "cased", "pocket", "bifold", "slider", "window", "hatch", "rough", "clear", "box", "from", "equal", "on centre", "spacing", "mark", "move", "out", "heads"}

func (l *line) read(index int) Read {
	if len(l.words) == 0 {
		return Read{Next: beginnings}
	}
	first := l.words[0]
	var out Read
	switch {
	case slices.Contains([]string{"door", "double", "cased", "pocket", "bifold", "slider", "window", "hatch", "rough"}, first):
		l.at++
		out = l.opening(first, index)
	case first == "clear":
		l.at++
		out = l.clear()
	case first == "box":
		l.at++
		out = l.box()
	case first == "from":
		l.at++
		out = l.origin()
	case first == "equal":
		l.at++
		out = l.layout(l.rules.Tell(words.SaidEqual), func(x *job.Layout) { x.Mode, x.Origin = "equal", nil })
	case first == "on" || first == "centres":
		l.at++
		l.word("centre", "centres")
		out = l.layout(l.rules.Tell(words.SaidOnCentre), func(x *job.Layout) { x.Mode = "" })
	case first == "spacing":
		l.at++
		out = l.spacing()
	case first == "mark":
		l.at++
		out = l.marking()
	case first == "move":
		l.at++
		out = l.move()
	case first == "out" || first == "remove":
		l.at++
		out = l.takeOut()
	case first == "heads":
		l.at++
		out = l.heads()
	case digit(first):
		out = l.stretch()
	default:
		begun := slices.DeleteFunc(slices.Clone(beginnings), func(w string) bool { return !strings.HasPrefix(w, first) })
		if len(begun) > 0 && len(l.words) == 1 {
			return Read{Next: begun}
		}
		return Read{Fault: l.rules.Tell(words.NotACommand, first), Next: beginnings}
	}
	if out.Fault == "" && out.Edits != nil && l.at < len(l.words) {
		if len(l.next) > 0 {
			return Read{Next: l.next} // a word half written
		}
		return Read{Fault: l.rules.Tell(words.NotUnderstoodThere, strings.Join(l.words[l.at:], " ")), Next: l.next}
	}
	if out.Next == nil {
		out.Next = l.next
	}
	return out
}

// word takes the next word if it is one of these; they are offered where nothing
// is written yet.
func (l *line) word(any ...string) (string, bool) {
	if l.at < len(l.words) {
		if w := l.words[l.at]; slices.Contains(any, w) {
			l.at++
			l.next = nil
			return w, true
		}
		if l.at < len(l.words)-1 {
			return "", false
		}
		// the last word may be one of them, half written
		for _, w := range any {
			if strings.HasPrefix(w, l.words[l.at]) {
				l.next = append(l.next, w)
			}
		}
		return "", false
	}
	l.next = append(l.next, any...)
	return "", false
}

// unit words follow a number.
var unitWords = []string{"in", "inch", "inches", "ft", "feet", "mm", "cm", "m"}

// length takes a length: a number, what belongs to it (3/16, a unit), and no more.
func (l *line) length() (measure.Length, string, bool) {
	if l.at >= len(l.words) || !digit(l.words[l.at]) && l.words[l.at][0] != '-' && l.words[l.at][0] != '.' {
		return 0, "", false
	}
	from := l.at
	l.at++
	for l.at < len(l.words) {
		w, before := l.words[l.at], l.words[l.at-1]
		fraction := strings.Contains(w, "/") && !strings.Contains(before, "/") && digit(w)
		unit := slices.Contains(unitWords, w) && digit(before)
		feet := digit(w) && (strings.HasSuffix(before, "'") || before == "ft" || before == "feet")
		if !fraction && !unit && !feet {
			break
		}
		l.at++
	}
	text := strings.Join(l.words[from:l.at], " ")
	if feet, inches, ok := strings.Cut(text, "-"); ok && l.units == measure.Imperial && feet != "" && digit(feet) && !strings.ContainsAny(feet, `'"./ `) {
		text = feet + " ft " + inches // 7-2 is said of feet and inches
	}
	got, err := measure.Read(text, l.units)
	if err != nil {
		return 0, err.Error(), false
	}
	l.next = nil
	return got, "", true
}

// need is length, with what is missing said.
func (l *line) need(what string) (measure.Length, *Read) {
	got, wrong, ok := l.length()
	switch {
	case ok:
		return got, nil
	case wrong != "":
		return 0, &Read{Fault: what + ": " + wrong}
	case l.at >= len(l.words):
		return 0, &Read{Next: []string{what}}
	}
	return 0, &Read{Fault: l.rules.Tell(words.WriteALengthThere, what, l.words[l.at])}
}

// station is a place along the wall, from what the tape reads.
func (l *line) station(tape measure.Length) measure.Length {
	if l.wall.Wall.Layout.FromEnd {
		return l.wall.Wall.Length - tape
	}
	return tape
}

// hooked is the end that the tape hooks on, in words.
func (l *line) hooked() string { return l.wall.Wall.EndName(l.wall.Wall.Layout.FromEnd) }

func (l *line) exactly(x measure.Length) job.Length { return job.Exactly(x, l.units) }

// layout puts the wall with its layout changed.
func (l *line) layout(said string, change func(x *job.Layout)) Read {
	next, layout := l.was, job.Layout{}
	if l.was.Layout != nil {
		layout = *l.was.Layout
	}
	change(&layout)
	next.Layout = &layout
	return Read{Said: said, Edits: []job.Edit{{Act: &job.PutWall{Wall: next}}}}
}

// fromTo takes two lengths with "to" between them.
func (l *line) fromTo() (from, to measure.Length, miss *Read) {
	if from, miss = l.need("from"); miss != nil {
		return 0, 0, miss
	}
	if _, ok := l.word("to"); !ok {
		if l.at < len(l.words) && len(l.next) == 0 {
			return 0, 0, &Read{Fault: l.rules.Tell(words.WriteToBetween, l.raw[l.at])}
		}
		return 0, 0, &Read{Next: []string{"to"}}
	}
	to, miss = l.need("to")
	return from, to, miss
}
