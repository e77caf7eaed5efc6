package cutting

import (
	"context"
	"math"
	"math/rand/v2"
	"strconv"
	"testing"

	"homalos/internal/measure"
	"homalos/internal/wood"
)

// classes are pieces of uniform sizes, from low to high in a hundred of the stick.
var classes = []struct {
	name      string
	low, high float64
	pieces    int
}{
	{"small, 1 to 20 %", 0.01, 0.2, 50}, {"small, 1 to 20 %", 0.01, 0.2, 200}, {"small, 1 to 20 %", 0.01, 0.2, 500},
	{"middling, 10 to 50 %", 0.1, 0.5, 50}, {"middling, 10 to 50 %", 0.1, 0.5, 200}, {"middling, 10 to 50 %", 0.1, 0.5, 500},
	{"all, 1 to 80 %", 0.01, 0.8, 50}, {"all, 1 to 80 %", 0.01, 0.8, 200}, {"all, 1 to 80 %", 0.01, 0.8, 500},
	{"long, 20 to 80 %", 0.2, 0.8, 50}, {"long, 20 to 80 %", 0.2, 0.8, 200}, {"long, 20 to 80 %", 0.2, 0.8, 500},
}

// ofClass draws one, on whole millimetres, with a stick of 4800, and two more lengths
// of it where it is priced.
func ofClass(seed uint64, low, high float64, pieces int, priced bool) Problem {
	r := rand.New(rand.NewPCG(seed, 11))
	count := map[int]int{}
	for range pieces {
		count[int(4800*(low+r.Float64()*(high-low)))]++
	}
	p := Problem{Kerf: 3 * mm, Stock: []Stock{{4800 * mm, 12, Endless, 0}}}
	if priced {
		p.Stock = append(p.Stock, Stock{3600 * mm, 9.5, Endless, 0}, Stock{6000 * mm, 14.2, Endless, 0})
	}
	for d := 1; d <= 4800; d++ {
		if count[d] > 0 {
			p.Needs = append(p.Needs, Need{mm * measure.Length(d), count[d]})
		}
	}
	return p
}

func BenchmarkClasses(b *testing.B) {
	for _, c := range classes {
		for _, priced := range []bool{false, true} {
			name := c.name
			if priced {
				name += ", three lengths priced"
			}
			b.Run(name, func(b *testing.B) {
				gap, worst := 0.0, 0.0
				for i := range b.N {
					p := ofClass(uint64(i%5), c.low, c.high, c.pieces, priced)
					a := Plan(context.Background(), p, Quick, nil)
					g := (a.Cost - a.Bound) / a.Bound * 100
					gap, worst = gap+g, math.Max(worst, g)
				}
				b.ReportMetric(gap/float64(b.N), "%gap")
				b.ReportMetric(worst, "%worst")
				b.ReportMetric(float64(c.pieces), "pieces")
			})
		}
	}
}

// BenchmarkMuchThere lays 2000 pieces into 200 kinds of salvage, each with a knot in it.
func BenchmarkMuchThere(b *testing.B) {
	l := &wood.Lumber{ID: "2x4", Stock: []measure.Length{2400 * mm, 3600 * mm, 4800 * mm}}
	for i := range 200 {
		knot := [2]measure.Length{400 * mm, 421 * mm}
		l.OnHand = append(l.OnHand, wood.OnHand{Length: measure.Length(1000+17*i) * mm, Count: 10000, What: "salvage", Defects: [][2]measure.Length{knot}})
	}
	var pieces []Piece
	for i := range 2000 {
		pieces = append(pieces, Piece{strconv.Itoa(i), measure.Length(200+(i*37)%2100) * mm, "ready"})
	}
	for b.Loop() {
		Lay(b.Context(), l, pieces, Saw{Kerf: 3 * mm, Bowed: 600 * mm}, nil)
	}
}
