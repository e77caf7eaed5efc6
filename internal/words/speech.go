// Package words turns codes with arguments into sentences, in a crew's units
// and words. Every sentence of a finding, a step, a sum or a reason stands in
// its table, once; which word a crew uses for a piece of the trade is the
// word set's.
package words

import (
	"fmt"
	"strconv"
	"strings"

	"homalos/internal/measure"
)

// Speech is how a crew speaks: its units, the finest mark it cuts to, and the
// set its words are of.
type Speech struct {
	Units measure.System
	Mark  measure.Length
	Set   Set
}

// Arguments that are lengths are said to the mark. These are said otherwise.
type (
	// Half is a length said to half a mark.
	Half measure.Length
	// Exact is a length said as it is.
	Exact measure.Length
	// Fine is a length said to a 64th of an inch, or a tenth of a millimetre.
	Fine measure.Length
	// MM is an estimate in millimetres, said to half a mark.
	MM float64
)

// Code names a sentence. What its arguments are stands in the sentence.
type Code int

// sentences are all there are, by their codes: in plain words of the trade, and
// taken apart.
var sentences []struct {
	template string
	parts    []part
}

// sentence adds one to the table. What it says stands with its name, in the
// file of the room that says it.
func sentence(template string) Code {
	sentences = append(sentences, struct {
		template string
		parts    []part
	}{template, parsed(template)})
	return Code(len(sentences) - 1)
}

// Tell says a sentence of what is given: {0} stands for the first argument,
// {1:.1} for the second with one decimal; <jack> is the crew's word for it.
// An argument that isn't given panics: a test tells every sentence.
func (s Speech) Tell(code Code, args ...any) string {
	parts := sentences[code].parts
	if len(parts) == 1 && parts[0].arg < 0 && parts[0].term == "" {
		return parts[0].text
	}
	var b strings.Builder
	for _, p := range parts {
		switch {
		case p.arg >= 0:
			b.WriteString(s.argument(args[p.arg], p.decimals))
		case p.term != "":
			b.WriteString(s.Set.Word(p.term))
		default:
			b.WriteString(p.text)
		}
	}
	return b.String()
}

func (s Speech) argument(v any, decimals int) string {
	switch v := v.(type) {
	case string:
		return v
	case Term:
		return s.Set.Word(v)
	case measure.Length:
		return s.Units.Say(v, s.Mark)
	case Half:
		return s.Units.Say(measure.Length(v), s.Mark/2)
	case Exact:
		return s.Units.Say(measure.Length(v), 0)
	case Fine:
		return s.Units.Say(measure.Length(v), s.Units.Pick(measure.Inch64, measure.Millimetre/10))
	case MM:
		return s.Units.Say(s.Units.Estimate(float64(v)), s.Mark/2)
	case float64:
		if decimals >= 0 {
			return strconv.FormatFloat(v, 'f', decimals, 64)
		}
		return strconv.FormatFloat(v, 'g', -1, 64)
	}
	return fmt.Sprint(v)
}

// part is a stretch of a sentence: text, an argument, or a word of the trade.
type part struct {
	text     string
	arg      int // -1: none
	decimals int // of a number; -1: as many as it takes
	term     Term
}

// parsed takes a template apart.
func parsed(template string) []part {
	var out []part
	text := func(s string) {
		if s != "" {
			out = append(out, part{text: s, arg: -1})
		}
	}
	for {
		i := strings.IndexAny(template, "{<")
		if i < 0 {
			text(template)
			break
		}
		text(template[:i])
		end := strings.IndexByte(template[i:], map[byte]byte{'{': '}', '<': '>'}[template[i]]) + i
		inner := template[i+1 : end]
		if template[i] == '<' {
			out = append(out, part{arg: -1, term: Term(inner)})
		} else {
			number, format, _ := strings.Cut(inner, ":.")
			p := part{decimals: -1}
			p.arg = whole(number)
			if format != "" {
				p.decimals = whole(format)
			}
			out = append(out, p)
		}
		template = template[end+1:]
	}
	if out == nil {
		out = []part{{arg: -1}}
	}
	return out
}

func whole(digits string) int {
	n, err := strconv.Atoi(digits)
	if err != nil {
		panic("words: {" + digits + "} in a sentence is no argument's number; a word of the trade stands in <>") // the table is ours
	}
	return n
}

// Fill puts the crew's words into a text that names them in brackets.
func (s Speech) Fill(template string) string {
	var b strings.Builder
	for _, p := range parsed(template) {
		if p.term != "" {
			b.WriteString(s.Set.Word(p.term))
		} else {
			b.WriteString(p.text)
		}
	}
	return b.String()
}
