package survey

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/geo"
	"homalos/internal/measure"
)

func slipsIn(units measure.System) func(Reading) []Slip {
	return func(r Reading) []Slip {
		return Slips(measure.FromMillimetres(r.Value), units, r.Kind != GapReading)
	}
}

// misreads are the slips people make, by name of the situation; each gives
// what is read for what is there, or no when it can't happen to that number.
var misreads = []struct {
	name string
	by   func(r Reading, units measure.System) (float64, bool)
}{
	{"hooked on the 1", func(r Reading, u measure.System) (float64, bool) {
		return r.Value + math.Copysign(u.Pick(measure.Inch, 10*measure.Millimetre).Millimetres(), r.Value), true
	}},
	{"hooked on the 10", func(r Reading, u measure.System) (float64, bool) {
		return r.Value + math.Copysign(u.Pick(10*measure.Inch, 100*measure.Millimetre).Millimetres(), r.Value), true
	}},
	{"a foot or a metre less", func(r Reading, u measure.System) (float64, bool) {
		d := u.Pick(measure.Foot, measure.Metre).Millimetres()
		return r.Value - math.Copysign(d, r.Value), math.Abs(r.Value) > d
	}},
	{"a foot or a metre more", func(r Reading, u measure.System) (float64, bool) {
		return r.Value + math.Copysign(u.Pick(measure.Foot, measure.Metre).Millimetres(), r.Value), true
	}},
	{"a decimetre or an inch twice", func(r Reading, u measure.System) (float64, bool) {
		return r.Value - math.Copysign(u.Pick(measure.Inch, 100*measure.Millimetre).Millimetres(), r.Value), true
	}},
	{"6 for 9", func(r Reading, u measure.System) (float64, bool) { return named(r, u, SixForNine) }},
	{"digits swapped", func(r Reading, u measure.System) (float64, bool) { return named(r, u, DigitsSwapped) }},
	{"the sign", func(r Reading, _ measure.System) (float64, bool) { return -r.Value, r.Kind != GapReading }},
}

// named is what a reading becomes by the first slip of that kind: the slips
// that turn digits undo themselves.
func named(r Reading, u measure.System, kind Misreading) (float64, bool) {
	for _, s := range Slips(measure.FromMillimetres(r.Value), u, false) {
		if s.Kind == kind {
			return s.Really, math.Abs(s.Really-r.Value) > 20
		}
	}
	return 0, false
}

func TestPlantedSlipsAreFoundAndNamed(t *testing.T) {
	planted, named, clean, alarms, readings := 0, 0, 0, 0, 0
	for k, slip := range misreads {
		for place := range 25 {
			r := rand.New(rand.NewPCG(uint64(k), uint64(place)))
			units := []measure.System{measure.Imperial, measure.Metric}[place%2]
			way := []string{"gaps", "pairs", "room"}[place%3]
			if k == 7 {
				way = "pairs"
			}
			kind := []string{"plane", "sag", "bowl", "waves"}[place%4]
			floor, ceiling := surfaceOf(kind, r), surfaceOf(kind, r)
			down, up := floor(geo.Point{X: 1900, Y: 1500})+1043, ceiling(geo.Point{X: 1900, Y: 1500})-1397
			list := readingsOf(way, func(p geo.Point) float64 { return floor(p) - down }, func(p geo.Point) float64 { return ceiling(p) - up }, 0.8, r)
			if len(list) < 6 {
				list = append(list, readingsOf(way, func(p geo.Point) float64 { return floor(p) - down }, func(p geo.Point) float64 { return ceiling(p) - up }, 0.8, r)...)
			}
			for i := range list {
				list[i].ID = fmt.Sprint(i)
			}
			clean++
			readings += len(list)
			alarms += len(Doubts(list, 0.8, nil, slipsIn(units)))
			start := r.IntN(len(list))
			for i := range list {
				at := (start + i) % len(list)
				bad, ok := slip.by(list[at], units)
				if !ok || i > 0 && slip.name[0] != '6' && slip.name[0] != 'd' {
					continue
				}
				really := list[at].Value
				list[at].Value = bad
				planted++
				found := Doubts(list, 0.8, nil, slipsIn(units))
				if slices.ContainsFunc(found, func(d Doubt) bool {
					return d.Reading == at && d.Slip != nil && math.Abs(d.Slip.Really-really) < 1
				}) {
					named++
				} else {
					t.Log(slip.name, way, kind, units, len(list), bad-really, found)
				}
				break
			}
		}
	}
	t.Logf("%d slips planted, %d named right; %d alarms in %d sound readings of %d rooms", planted, named, alarms, readings, clean)
	require.Greater(t, planted, 180)
	assert.GreaterOrEqual(t, float64(named)/float64(planted), 0.9)
	assert.Less(t, float64(alarms)/float64(readings), 0.02)
	assert.Less(t, float64(alarms)/float64(clean), 0.06)
}
