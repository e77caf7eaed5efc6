package job

import (
	"encoding/json"
	"reflect"

	"homalos/internal/measure"
)

// Length is a length as somebody wrote it. It is read once, with the document
// it stands in: then it knows what it comes to, or what is wrong with it.
type Length struct {
	text  string
	units measure.System // it was read in; "" while it wasn't
	value measure.Length
	wrong error
}

// L is a length by its text, such as "96 3/16 in" or "2443 mm".
func L(text string) Length { return Length{text: text} }

// Ls are lengths by their texts.
func Ls(texts ...string) []Length {
	var out []Length
	for _, t := range texts {
		out = append(out, L(t))
	}
	return out
}

// Exactly is a length as it is written in a unit.
func Exactly(l measure.Length, units measure.System) Length {
	return Length{text: units.Write(l), units: units, value: l}
}

// Given says whether anything is written.
func (l Length) Given() bool { return l.text != "" }

// IsZero says that nothing is written: such a field is left out.
func (l Length) IsZero() bool { return l.text == "" }

// String is the length as it was written.
func (l Length) String() string { return l.text }

// In is what it comes to where a number without a unit is in the given one.
// The error says what is wrong with the text and what to write instead.
func (l Length) In(units measure.System) (measure.Length, error) {
	if l.text == "" {
		return measure.Read("", units)
	}
	l = l.read(units)
	return l.value, l.wrong
}

// Said is the length as one would say it; one that can't be read, as it stands.
func (l Length) Said(units measure.System) string {
	at, err := l.In(units)
	if err != nil {
		return l.text
	}
	return units.Say(at, 0)
}

func (l Length) read(units measure.System) Length {
	if l.units == units || l.text == "" {
		return l
	}
	l.units = units
	l.value, l.wrong = measure.Read(l.text, units)
	return l
}

// MarshalText writes the text.
func (l Length) MarshalText() ([]byte, error) { return []byte(l.text), nil }

// UnmarshalText takes the text; what it comes to is read with its document.
func (l *Length) UnmarshalText(text []byte) error {
	*l = Length{text: string(text)}
	return nil
}

var lengthType = reflect.TypeFor[Length]()

// eachLength calls do with every length that something holds.
func eachLength(v reflect.Value, do func(*Length)) {
	if v.Type() == lengthType {
		do(v.Addr().Interface().(*Length))
		return
	}
	switch v.Kind() {
	case reflect.Pointer:
		if !v.IsNil() {
			eachLength(v.Elem(), do)
		}
	case reflect.Slice:
		if fieldsOf(v.Type().Elem()).lengths {
			for i := range v.Len() {
				eachLength(v.Index(i), do)
			}
		}
	case reflect.Struct:
		for _, f := range fieldsOf(v.Type()).all {
			if fieldsOf(f.of).lengths {
				eachLength(v.Field(f.index), do)
			}
		}
	}
}

// UnmarshalJSON takes a document as it was written, and reads its lengths.
func (d *Document) UnmarshalJSON(raw []byte) error {
	type plain Document
	if err := json.Unmarshal(raw, (*plain)(d)); err != nil {
		return err
	}
	d.readLengths()
	return nil
}

// readLengths reads what is written in a document, once.
func (d *Document) readLengths() {
	if d.Units.Known() {
		eachLength(reflect.ValueOf(d).Elem(), func(l *Length) { *l = l.read(d.Units) })
	}
}
