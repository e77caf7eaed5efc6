package job

import (
	"encoding/json"
	"fmt"
	"reflect"
	"strconv"
	"strings"
)

// Read reads a job document strictly: unknown and doubled fields, values of
// the wrong kind, missing fields and words that aren't in a field's list are
// faults. It returns all of them; the document is whole only without faults.
func Read(raw []byte) (Document, Faults) {
	var d Document
	n, faults := readTree(raw)
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
	raw, err := json.MarshalIndent(d, "", "  ")
	if err != nil {
		panic(err) // plain strings, numbers and lists always marshal
	}
	return append(raw, '\n')
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
			b.bind(fmt.Sprintf("%s[%d]", path, i), one, v.Index(i), "")
		}
	case reflect.Struct:
		b.bindStruct(path, n, v)
	}
}

func (b *binder) bindStruct(path string, n *node, v reflect.Value) {
	type known struct {
		value reflect.Value
		words string
	}
	fields := map[string]known{}
	given := map[string]bool{}
	t := v.Type()
	for i := range t.NumField() {
		name, _, _ := strings.Cut(t.Field(i).Tag.Get("json"), ",")
		fields[name] = known{v.Field(i), t.Field(i).Tag.Get("enum")}
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
			b.bind(join(path, f.name), f.value, k.value, k.words)
		}
	}
	for i := range t.NumField() {
		name, options, _ := strings.Cut(t.Field(i).Tag.Get("json"), ",")
		if options == "" && !given[name] {
			b.faults.Add(join(path, name), "missing: it must be given")
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
