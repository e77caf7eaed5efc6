package job

import "reflect"

// Given are the weights that are given, by their names.
func (w *Weights) Given() map[string]float64 {
	out := map[string]float64{}
	if w == nil {
		return out
	}
	v := reflect.ValueOf(*w)
	for i, f := range fieldsOf(v.Type()).all {
		if one := v.Field(i); !one.IsNil() {
			out[f.name] = one.Elem().Float()
		}
	}
	return out
}

// WeightsOf are all weights, as they are written.
func WeightsOf(of map[string]float64) *Weights {
	out := &Weights{}
	v := reflect.ValueOf(out).Elem()
	for i, f := range fieldsOf(v.Type()).all {
		if n, ok := of[f.name]; ok {
			v.Field(i).Set(reflect.ValueOf(&n))
		}
	}
	return out
}
