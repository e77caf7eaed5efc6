package job

import (
	"bytes"
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
	n, faults := readTree(raw, MostBytes)
	if faults != nil {
		return d, faults
	}
	b := binder{}
	b.bind("", n, reflect.ValueOf(&d).Elem(), fieldInfo{})
	d.readLengths()
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

// wanted is how a kind of value is written; called is how one says that.
var wanted = map[reflect.Kind]byte{reflect.Struct: '{', reflect.Slice: '[', reflect.String: 's', reflect.Bool: 'b', reflect.Int: 'n', reflect.Float64: 'n'}

var called = map[byte]string{'{': "an object", '[': "a list", 's': "text", 'n': "a number", 'b': "true or false", '0': "null"}

// bind puts n into v, a field of that kind.
func (b *binder) bind(path string, n *node, v reflect.Value, of fieldInfo) {
	if n.kind == '0' {
		b.faults.Add(here(path), "null: leave the field out instead")
		return
	}
	if v.Type() == editType {
		sizeOf(here(path), n, &b.faults)
		v.Set(reflect.ValueOf(b.edit(path, n)))
		return
	}
	if v.Kind() == reflect.Pointer {
		v.Set(reflect.New(v.Type().Elem()))
		b.bind(path, n, v.Elem(), of)
		return
	}
	want := wanted[v.Kind()]
	if v.Type() == lengthType {
		want = 's'
	}
	if n.kind != want {
		if n.kind == 'n' && want == 's' {
			b.faults.Add(here(path), "a number has no unit: write it as text with one, such as \"96 3/16 in\" or \"2443 mm\"")
			return
		}
		b.faults.Add(here(path), "%s stands here, %s belongs here", called[n.kind], called[want])
		return
	}
	if want == 's' && Control(n.text) >= 0 {
		b.faults.Add(here(path), "%s", noControl)
		return
	}
	if v.Type() == lengthType {
		v.Set(reflect.ValueOf(L(n.text)))
		return
	}
	switch v.Kind() {
	case reflect.String:
		if of.holds(path, n.text, &b.faults) {
			v.SetString(n.text)
		}
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
			b.bind(numbered(path, i), one, v.Index(i), fieldInfo{words: of.words})
		}
	case reflect.Struct:
		b.bindStruct(path, n, v)
	}
}

func (b *binder) bindStruct(path string, n *node, v reflect.Value) {
	info := fieldsOf(v.Type())
	given := make([]bool, len(info.all))
	for _, f := range n.fields {
		k, ok := info.by[f.name]
		switch {
		case !ok:
			b.faults.Add(join(path, shorten(f.name)), "unknown field: remove it or mend its name%s", guess(f.name, info))
		case given[k]:
			b.faults.Add(join(path, f.name), "given twice: keep one")
		default:
			given[k] = true
			b.bindField(join(path, f.name), f.value, v, info.all[k])
		}
	}
	for k, f := range info.all {
		if f.must && !given[k] {
			b.faults.Add(join(path, f.name), "missing: it must be given")
		}
	}
}

func (b *binder) bindField(path string, n *node, of reflect.Value, f fieldInfo) {
	before := len(b.faults)
	if f.mostItems != nil && float64(len(n.list)) > *f.mostItems {
		b.faults.Add(path, "%d entries: at most %v", len(n.list), *f.mostItems)
		return // before the work
	}
	b.bind(path, n, of.Field(f.index), f)
	if len(b.faults) == before {
		f.bounds(path, of.Field(f.index), &b.faults)
	}
}

func shorten(text string) string {
	if r := []rune(text); len(r) > 40 {
		return string(r[:40]) + "…"
	}
	return text
}

// guess names the field that a wrong name differs from only in its letter
// case, for the commonest slip.
func guess(name string, t *typeInfo) string {
	for _, f := range t.all {
		if strings.EqualFold(f.name, name) {
			return fmt.Sprintf(" (%s)", f.name)
		}
	}
	return ""
}
