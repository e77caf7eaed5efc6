package jobtest

import (
	"fmt"
	"math/rand/v2"
	"reflect"
	"strings"

	"homalos/internal/job"
)

// Shake changes a job in n places, found through its fields: another word of
// those a field takes, another length, an entry left out or said twice, a
// choice taken back. What comes of it may be sense or not.
func Shake(d job.Document, r *rand.Rand, n int) job.Document {
	out := job.Copy(d)
	for range n {
		var leaves []leaf
		gather(reflect.ValueOf(&out).Elem(), "", &leaves)
		leaves[r.IntN(len(leaves))].change(r, out.Units == "metric")
	}
	return out
}

// leaf is one place of a job that can be said otherwise.
type leaf struct {
	at  reflect.Value
	tag reflect.StructTag
}

func gather(v reflect.Value, tag reflect.StructTag, out *[]leaf) {
	if _, is := v.Interface().(job.Length); is {
		*out = append(*out, leaf{v, tag})
		return
	}
	switch v.Kind() {
	case reflect.Pointer:
		*out = append(*out, leaf{v, tag})
		if !v.IsNil() {
			gather(v.Elem(), "", out)
		}
	case reflect.Slice:
		*out = append(*out, leaf{v, tag})
		for i := range v.Len() {
			gather(v.Index(i), tag, out)
		}
	case reflect.Struct:
		for i := range v.NumField() {
			f := v.Type().Field(i)
			name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
			if name == "format" || name == "units" || name == "record" {
				continue
			}
			gather(v.Field(i), f.Tag, out)
		}
	default:
		*out = append(*out, leaf{v, tag})
	}
}

func (l leaf) change(r *rand.Rand, metric bool) {
	v := l.at
	if old, is := v.Interface().(job.Length); is {
		v.Set(reflect.ValueOf(job.L(length(r, old.String(), metric))))
		return
	}
	switch v.Kind() {
	case reflect.Pointer:
		if v.IsNil() {
			v.Set(reflect.New(v.Type().Elem()))
		} else if r.IntN(3) == 0 {
			v.SetZero()
		}
	case reflect.Slice:
		n := v.Len()
		if n == 0 {
			return
		}
		i := r.IntN(n)
		if r.IntN(3) == 0 {
			v.Set(reflect.Append(v, v.Index(i)))
			return
		}
		rest := reflect.MakeSlice(v.Type(), 0, n)
		rest = reflect.AppendSlice(rest, v.Slice(0, i))
		v.Set(reflect.AppendSlice(rest, v.Slice(i+1, n)))
	case reflect.Bool:
		v.SetBool(!v.Bool())
	case reflect.Int:
		v.SetInt(int64(r.IntN(4)))
	case reflect.Float64:
		v.SetFloat([]float64{0, 45, 60, 89.5, 90, 120}[r.IntN(6)])
	case reflect.String:
		v.SetString(l.word(r))
	}
}

func (l leaf) word(r *rand.Rand) string {
	if all := l.tag.Get("enum"); all != "" {
		words := append(strings.Split(all, ","), "")
		return words[r.IntN(len(words))]
	}
	return l.at.String()
}

// length is another one: a hair off, a good bit off, of no sense, or none.
func length(r *rand.Rand, old string, metric bool) string {
	switch r.IntN(12) {
	case 0:
		return ""
	case 1:
		return []string{"-5 in", "0 in", "much", "9999 in", "-3 mm", "10 m"}[r.IntN(6)]
	}
	if metric {
		return fmt.Sprintf("%d mm", []int{2, 13, 45, 95, 300, 600, 1200, 2443, 3071, 5200}[r.IntN(10)]+r.IntN(7))
	}
	return fmt.Sprintf("%d %d/32 in", []int{0, 1, 3, 6, 16, 30, 48, 80, 96, 144, 201}[r.IntN(11)], 1+2*r.IntN(16))
}
