package recall

import (
	"encoding/binary"
	"fmt"
	"hash/maphash"
	"math"
	"reflect"
)

// Key tells what something was made from, within one run of the program: by 128
// bits whose seeds nobody outside knows, so that nobody can make two documents
// of one key.
type Key [2]uint64

var seeds = [2]maphash.Seed{maphash.MakeSeed(), maphash.MakeSeed()}

// KeyOf is the key of values: of all that they hold, through pointers and
// lists, unexported fields too. Functions, channels and maps have none: they
// panic.
func KeyOf(values ...any) Key {
	var w writer
	for i := range w.hash {
		w.hash[i].SetSeed(seeds[i])
	}
	for _, v := range values {
		w.value(reflect.ValueOf(v))
	}
	w.flush()
	return Key{w.hash[0].Sum64(), w.hash[1].Sum64()}
}

type writer struct {
	hash [2]maphash.Hash
	buf  []byte
}

func (w *writer) flush() {
	for i := range w.hash {
		_, _ = w.hash[i].Write(w.buf) // never fails
	}
	w.buf = w.buf[:0]
}

func (w *writer) number(n uint64) {
	w.buf = binary.AppendUvarint(w.buf, n)
	if len(w.buf) > 4000 {
		w.flush()
	}
}

func (w *writer) value(v reflect.Value) {
	switch v.Kind() {
	case reflect.Invalid:
		w.number(0)
	case reflect.Bool:
		if v.Bool() {
			w.number(1)
		} else {
			w.number(0)
		}
	case reflect.Int, reflect.Int8, reflect.Int16, reflect.Int32, reflect.Int64:
		w.number(uint64(v.Int())<<1 ^ uint64(v.Int()>>63))
	case reflect.Uint, reflect.Uint8, reflect.Uint16, reflect.Uint32, reflect.Uint64:
		w.number(v.Uint())
	case reflect.Float64, reflect.Float32:
		w.buf = binary.LittleEndian.AppendUint64(w.buf, math.Float64bits(v.Float()))
	case reflect.String:
		w.number(uint64(v.Len()))
		w.buf = append(w.buf, v.String()...)
	case reflect.Pointer, reflect.Interface:
		if v.IsNil() {
			w.number(0)
			return
		}
		w.number(1)
		w.value(v.Elem())
	case reflect.Slice:
		if v.IsNil() {
			w.number(math.MaxUint64)
			return
		}
		w.number(uint64(v.Len()))
		for i := range v.Len() {
			w.value(v.Index(i))
		}
	case reflect.Array:
		for i := range v.Len() {
			w.value(v.Index(i))
		}
	case reflect.Struct:
		for i := range v.NumField() {
			w.value(v.Field(i))
		}
	default:
		panic(fmt.Sprintf("recall: a %s has no key", v.Type()))
	}
}
