package job

import (
	"reflect"
	"slices"
	"strconv"
	"strings"
	"sync"
	"unicode/utf8"
)

// fieldInfo is a field of a document's type with what its tag allows.
type fieldInfo struct {
	name  string
	index int
	of    reflect.Type
	must  bool // it can't be left out
	omit  bool // nothing is written of an empty one
	words []string

	most, least         *float64
	longest, shortest   *float64
	mostItems, minItems *float64
}

// typeInfo is what is known of a type of the document.
type typeInfo struct {
	all     []fieldInfo
	by      map[string]int
	lengths bool // it holds lengths
	bounded bool // it holds fields whose tags allow less than their type
}

var typeInfos sync.Map // by reflect.Type

// fieldsOf reads a type's tags, once.
func fieldsOf(t reflect.Type) *typeInfo {
	if known, ok := typeInfos.Load(t); ok {
		return known.(*typeInfo)
	}
	out := &typeInfo{by: map[string]int{}}
	switch {
	case t == lengthType:
		out.lengths = true
	case t.Kind() == reflect.Pointer || t.Kind() == reflect.Slice:
		of := fieldsOf(t.Elem())
		out.lengths, out.bounded = of.lengths, of.bounded
	case t.Kind() == reflect.Struct:
		for i := range t.NumField() {
			f := fieldFrom(t.Field(i), i)
			of := fieldsOf(f.of)
			out.lengths, out.bounded = out.lengths || of.lengths, out.bounded || of.bounded || f.bounded()
			out.by[f.name] = len(out.all)
			out.all = append(out.all, f)
		}
	}
	typeInfos.Store(t, out)
	return out
}

func fieldFrom(f reflect.StructField, index int) fieldInfo {
	name, options, _ := strings.Cut(f.Tag.Get("json"), ",")
	out := fieldInfo{name: name, index: index, of: f.Type, must: options == "", omit: strings.HasPrefix(options, "omit")}
	if all := f.Tag.Get("enum"); all != "" {
		out.words = strings.Split(all, ",")
	}
	limit := func(name string) *float64 {
		if n, err := strconv.ParseFloat(f.Tag.Get(name), 64); err == nil {
			return &n
		}
		return nil
	}
	out.most, out.least = limit("maximum"), limit("minimum")
	out.longest, out.shortest = limit("maxLength"), limit("minLength")
	out.mostItems, out.minItems = limit("maxItems"), limit("minItems")
	return out
}

func (f fieldInfo) bounded() bool {
	return f.words != nil || f.most != nil || f.least != nil || f.longest != nil || f.shortest != nil || f.mostItems != nil || f.minItems != nil
}

// holds says whether a word is one of the field's.
func (f fieldInfo) holds(path, text string, faults *Faults) bool {
	if f.words == nil || slices.Contains(f.words, text) {
		return true
	}
	faults.Add(here(path), "%q: write one of %s", shorten(text), strings.Join(f.words, ", "))
	return false
}

// bounds holds a value to what its field's tag allows, as the schema says it.
func (f fieldInfo) bounds(path string, v reflect.Value, faults *Faults) {
	if v.Kind() == reflect.Pointer {
		if v.IsNil() {
			return
		}
		v = v.Elem()
	}
	number := func(n float64) {
		if f.most != nil && n > *f.most {
			faults.Add(path, "%v: at most %v", n, *f.most)
		}
		if f.least != nil && n < *f.least {
			faults.Add(path, "%v: at least %v", n, *f.least)
		}
	}
	switch v.Kind() {
	case reflect.String:
		if Control(v.String()) >= 0 {
			faults.Add(path, "%s", noControl)
		}
		if f.longest == nil && f.shortest == nil {
			return
		}
		long := float64(utf8.RuneCountInString(v.String()))
		if f.longest != nil && long > *f.longest {
			faults.Add(path, "%v characters: at most %v", long, *f.longest)
		}
		if f.shortest != nil && long < *f.shortest {
			faults.Add(path, "empty: it must be given")
		}
	case reflect.Slice:
		switch short := f.minItems != nil && float64(v.Len()) < *f.minItems; {
		case short && f.omit && !v.IsNil():
			faults.Add(path, "%d entries: at least %v, or leave it out", v.Len(), *f.minItems)
		case short && !f.omit:
			faults.Add(path, "%d entries: at least %v", v.Len(), *f.minItems)
		}
		for i := range v.Len() {
			if at := v.Index(i); f.words != nil && at.Kind() == reflect.String {
				f.holds(numbered(path, i), at.String(), faults)
			}
		}
	case reflect.Int:
		number(float64(v.Int()))
	case reflect.Float64:
		number(v.Float())
	}
}

// Bounds holds every field of a document to what its tag allows: the words of
// its list and the numbers between its limits. What was read from text has
// been held to it already; what edits put together hasn't.
func Bounds(d *Document) Faults {
	var faults Faults
	boundsIn("", reflect.ValueOf(d).Elem(), &faults)
	return faults
}

func boundsIn(path string, v reflect.Value, faults *Faults) {
	switch v.Kind() {
	case reflect.Pointer:
		if !v.IsNil() {
			boundsIn(path, v.Elem(), faults)
		}
	case reflect.Slice:
		if !fieldsOf(v.Type().Elem()).bounded {
			return
		}
		for i := range v.Len() {
			boundsIn(numbered(path, i), v.Index(i), faults)
		}
	case reflect.Struct:
		for _, f := range fieldsOf(v.Type()).all {
			at := v.Field(f.index)
			if f.bounded() {
				if at.Kind() == reflect.String && at.Len() > 0 && !f.holds(join(path, f.name), at.String(), faults) {
					continue
				}
				f.bounds(join(path, f.name), at, faults)
			}
			if fieldsOf(f.of).bounded {
				boundsIn(join(path, f.name), at, faults)
			}
		}
	}
}

// same says whether two values of a document's types say the same: lengths go
// by their text.
func same(a, b reflect.Value) bool {
	if a.Type() == lengthType {
		return a.Field(0).String() == b.Field(0).String()
	}
	switch a.Kind() {
	case reflect.Pointer:
		return a.IsNil() == b.IsNil() && (a.IsNil() || same(a.Elem(), b.Elem()))
	case reflect.Slice:
		if a.IsNil() != b.IsNil() || a.Len() != b.Len() {
			return false
		}
		for i := range a.Len() {
			if !same(a.Index(i), b.Index(i)) {
				return false
			}
		}
		return true
	case reflect.Struct:
		for i := range a.NumField() {
			if !same(a.Field(i), b.Field(i)) {
				return false
			}
		}
		return true
	}
	return a.Equal(b)
}

// Equal says whether two parts of documents say the same, as they are written.
func Equal[T any](a, b T) bool { return same(reflect.ValueOf(&a), reflect.ValueOf(&b)) }

// clone is a value that shares nothing with v. Of a list with nothing in it,
// where nothing is written of such, nothing is kept.
func clone(v reflect.Value, omit bool) reflect.Value {
	switch v.Kind() {
	case reflect.Pointer:
		if v.IsNil() {
			return v
		}
		out := reflect.New(v.Type().Elem())
		out.Elem().Set(clone(v.Elem(), false))
		return out
	case reflect.Slice:
		if v.IsNil() || omit && v.Len() == 0 {
			return reflect.Zero(v.Type())
		}
		out := reflect.MakeSlice(v.Type(), v.Len(), v.Len())
		if !shares(v.Type().Elem()) {
			reflect.Copy(out, v)
			return out
		}
		for i := range v.Len() {
			out.Index(i).Set(clone(v.Index(i), false))
		}
		return out
	case reflect.Struct:
		if !shares(v.Type()) {
			return v
		}
		out := reflect.New(v.Type()).Elem()
		out.Set(v)
		for _, f := range fieldsOf(v.Type()).all {
			if shares(f.of) {
				out.Field(f.index).Set(clone(v.Field(f.index), f.omit))
			}
		}
		return out
	}
	return v
}

// shares says whether two values of a type that are set to each other share
// something.
func shares(t reflect.Type) bool {
	if known, ok := sharing.Load(t); ok {
		return known.(bool)
	}
	out := t.Kind() == reflect.Pointer || t.Kind() == reflect.Slice
	if t.Kind() == reflect.Struct && t != lengthType {
		for i := range t.NumField() {
			out = out || shares(t.Field(i).Type)
		}
	}
	sharing.Store(t, out)
	return out
}

var sharing sync.Map // by reflect.Type
