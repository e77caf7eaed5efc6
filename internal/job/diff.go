package job

import (
	"bytes"
	"encoding/json"
	"fmt"
	"reflect"
	"sort"

	"homalos/internal/measure"
)

// Change is one value that differs between two documents.
type Change struct {
	Path string `json:"path"`
	Was  string `json:"was,omitempty" doc:"Left out when it was not there."`
	Now  string `json:"now,omitempty" doc:"Left out when it is gone."`
}

// Diff lists what differs between two documents, by path; members of a list
// that have an id go by it.
func Diff(was, now Document) []Change { return changes(leaves(was), leaves(now)) }

func changes(a, b map[string]string) []Change {
	paths := map[string]bool{}
	for p := range a {
		paths[p] = true
	}
	for p := range b {
		paths[p] = true
	}
	out := []Change{}
	for p := range paths {
		if a[p] != b[p] {
			out = append(out, Change{p, a[p], b[p]})
		}
	}
	sort.Slice(out, func(i, j int) bool { return out[i].Path < out[j].Path })
	return out
}

// leaves are the values that something holds, by path.
func leaves(d any) map[string]string {
	var v any
	raw, err := json.Marshal(d)
	if err == nil {
		err = json.Unmarshal(raw, &v)
	}
	if err != nil {
		panic(err) // documents and edits always marshal
	}
	out := map[string]string{}
	flatten("", v, out)
	return out
}

func flatten(path string, v any, out map[string]string) {
	switch v := v.(type) {
	case map[string]any:
		for k, one := range v {
			flatten(join(path, k), one, out)
		}
	case []any:
		for i, one := range v {
			name := fmt.Sprint(i)
			if m, ok := one.(map[string]any); ok && m["id"] != nil {
				name = fmt.Sprint(m["id"])
			}
			flatten(fmt.Sprintf("%s[%s]", path, name), one, out)
		}
	default:
		out[path] = fmt.Sprint(v)
	}
}

// Same says whether two documents say the same.
func Same(a, b Document) bool { return bytes.Equal(Write(a), Write(b)) }

// Copy is a document that shares nothing with d.
func Copy(d Document) Document {
	return clone(reflect.ValueOf(&d).Elem(), false).Interface().(Document)
}

// Canonical is d with every length written in the job's unit, exact. Lengths
// that can't be read stay as they are.
func Canonical(d Document) Document {
	out := Copy(d)
	respell(reflect.ValueOf(&out).Elem(), d.Units)
	return out
}

func respell(v reflect.Value, units measure.System) {
	eachLength(v, func(l *Length) {
		if at, err := l.In(units); l.Given() && err == nil {
			*l = Exactly(at, units)
		}
	})
}
