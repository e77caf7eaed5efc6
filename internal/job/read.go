package job

import (
	"bytes"
	"encoding/json"
	"fmt"
	"reflect"
	"strconv"
	"strings"
	"unicode/utf8"
)

// Read reads a job document strictly: unknown and doubled fields, values of
// the wrong kind, missing fields and words that aren't in a field's list are
// faults. It returns all of them; the document is whole only without faults.
func Read(raw []byte) (Document, Faults) {
	var d Document
	n, faults := readTree(raw, MostBytes)
	if faults != nil {
		return d, faults
	}
	b := binder{}
	b.bind("", n, reflect.ValueOf(&d).Elem(), "")
	if len(b.faults) > 0 {
		return d, b.faults
	}
	return d, nil
}

// Write writes a document as it is kept: indented, fields in their order.
func Write(d Document) []byte {
	var out bytes.Buffer
	enc := json.NewEncoder(&out)
	enc.SetEscapeHTML(false)
	enc.SetIndent("", "  ")
	if err := enc.Encode(d); err != nil {
		panic(err) // plain strings, numbers and lists always marshal
	}
	return out.Bytes()
}

type binder struct{ faults Faults }

func join(path, name string) string {
	if path == "" {
		return name
	}
	return path + "." + name
}

func here(path string) string {
	if path == "" {
		return "$"
	}
	return path
}

var called = map[byte]string{'{': "an object", '[': "a list", 's': "text", 'n': "a number", 'b': "true or false", '0': "null"}

// bind puts n into v; words is the field's list of allowed words, if any.
func (b *binder) bind(path string, n *node, v reflect.Value, words string) {
	if n.kind == '0' {
		b.faults.Add(here(path), "null: leave the field out instead")
		return
	}
	if v.Type() == editType {
		sizeOf(here(path), n, &b.faults)
		v.Set(reflect.ValueOf(b.edit(path, n)))
		return
	}
	want := map[reflect.Kind]byte{reflect.Struct: '{', reflect.Slice: '[', reflect.String: 's', reflect.Bool: 'b', reflect.Int: 'n', reflect.Float64: 'n'}
	if v.Kind() == reflect.Pointer {
		v.Set(reflect.New(v.Type().Elem()))
		b.bind(path, n, v.Elem(), words)
		return
	}
	if n.kind != want[v.Kind()] {
		if n.kind == 'n' && v.Kind() == reflect.String {
			b.faults.Add(here(path), "a number has no unit: write it as text with one, such as \"96 3/16 in\" or \"2443 mm\"")
			return
		}
		b.faults.Add(here(path), "%s stands here, %s belongs here", called[n.kind], called[want[v.Kind()]])
		return
	}
	switch v.Kind() {
	case reflect.String:
		if words != "" && !contains(words, n.text) {
			b.faults.Add(here(path), "%q: write one of %s", shorten(n.text), strings.ReplaceAll(words, ",", ", "))
			return
		}
		if strings.ContainsRune(n.text, 0) {
			b.faults.Add(here(path), "a NUL character stands in it: take it out")
			return
		}
		v.SetString(n.text)
	case reflect.Bool:
		v.SetBool(n.truth)
	case reflect.Int:
		i, err := strconv.Atoi(n.text)
		if err != nil {
			b.faults.Add(here(path), "%s: a whole number belongs here", shorten(n.text))
			return
		}
		v.SetInt(int64(i))
	case reflect.Float64:
		f, err := strconv.ParseFloat(n.text, 64)
		if err != nil {
			b.faults.Add(here(path), "%s: a number of ordinary size belongs here", shorten(n.text))
			return
		}
		v.SetFloat(f)
	case reflect.Slice:
		v.Set(reflect.MakeSlice(v.Type(), len(n.list), len(n.list)))
		for i, one := range n.list {
			b.bind(numbered(path, i), one, v.Index(i), "")
		}
	case reflect.Struct:
		b.bindStruct(path, n, v)
	}
}

func (b *binder) bindStruct(path string, n *node, v reflect.Value) {
	type known struct {
		value reflect.Value
		words string
		tag   reflect.StructTag
	}
	fields := map[string]known{}
	given := map[string]bool{}
	t := v.Type()
	for i := range t.NumField() {
		name, _, _ := strings.Cut(t.Field(i).Tag.Get("json"), ",")
		fields[name] = known{v.Field(i), t.Field(i).Tag.Get("enum"), t.Field(i).Tag}
	}
	for _, f := range n.fields {
		k, ok := fields[f.name]
		switch {
		case !ok:
			b.faults.Add(join(path, shorten(f.name)), "unknown field: remove it or mend its name%s", guess(f.name, t))
		case given[f.name]:
			b.faults.Add(join(path, f.name), "given twice: keep one")
		default:
			given[f.name] = true
			before := len(b.faults)
			if most, err := strconv.Atoi(k.tag.Get("maxItems")); err == nil && len(f.value.list) > most {
				b.faults.Add(join(path, f.name), "%d entries: at most %d", len(f.value.list), most)
				continue // before the work
			}
			b.bind(join(path, f.name), f.value, k.value, k.words)
			if len(b.faults) == before {
				b.bounds(join(path, f.name), k.value, k.tag)
			}
		}
	}
	for i := range t.NumField() {
		name, options, _ := strings.Cut(t.Field(i).Tag.Get("json"), ",")
		if options == "" && !given[name] {
			b.faults.Add(join(path, name), "missing: it must be given")
		}
	}
}

// bounds holds a value to what its field's tag allows, as the schema says it.
func (b *binder) bounds(path string, v reflect.Value, tag reflect.StructTag) {
	limit := func(name string) (float64, bool) {
		n, err := strconv.ParseFloat(tag.Get(name), 64)
		return n, err == nil
	}
	if v.Kind() == reflect.Pointer {
		v = v.Elem()
	}
	switch v.Kind() {
	case reflect.String:
		long := float64(utf8.RuneCountInString(v.String()))
		if n, ok := limit("maxLength"); ok && long > n {
			b.faults.Add(path, "%v characters: at most %v", long, n)
		}
		if n, ok := limit("minLength"); ok && long < n {
			b.faults.Add(path, "empty: it must be given")
		}
	case reflect.Slice:
		if n, ok := limit("minItems"); ok && float64(v.Len()) < n {
			b.faults.Add(path, "%d entries: at least %v", v.Len(), n)
		}
	case reflect.Int, reflect.Float64:
		if f := v.Convert(reflect.TypeFor[float64]()).Float(); v.CanConvert(reflect.TypeFor[float64]()) {
			if n, ok := limit("maximum"); ok && f > n {
				b.faults.Add(path, "%v: at most %v", f, n)
			}
			if n, ok := limit("minimum"); ok && f < n {
				b.faults.Add(path, "%v: at least %v", f, n)
			}
		}
	}
}

func contains(words, text string) bool {
	for w := range strings.SplitSeq(words, ",") {
		if w == text {
			return true
		}
	}
	return false
}

func shorten(text string) string {
	if r := []rune(text); len(r) > 40 {
		return string(r[:40]) + "…"
	}
	return text
}

// guess names the field that a wrong name differs from only in its letter
// case, for the commonest slip.
func guess(name string, t reflect.Type) string {
	for i := range t.NumField() {
		right, _, _ := strings.Cut(t.Field(i).Tag.Get("json"), ",")
		if strings.EqualFold(right, name) {
			return fmt.Sprintf(" (%s)", right)
		}
	}
	return ""
}
