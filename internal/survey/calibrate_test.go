package survey

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"

	"homalos/internal/geo"
)

// surfaceOf makes a made-up floor or ceiling: a tilt, and by kind a sag or two waves on it.
func surfaceOf(kind string, r *rand.Rand) func(geo.Point) float64 {
	a, b, base := r.NormFloat64()*0.006, r.NormFloat64()*0.006, r.NormFloat64()*300
	plane := func(p geo.Point) float64 { return base + a*p.X + b*p.Y }
	switch kind {
	case "plane":
		return plane
	case "sag":
		cx, cy, deep, wide := r.Float64()*4000, r.Float64()*3000, 5+r.Float64()*20, 2500+r.Float64()*2000
		return func(p geo.Point) float64 {
			return plane(p) - deep*math.Exp(-((p.X-cx)*(p.X-cx)+(p.Y-cy)*(p.Y-cy))/(wide*wide))
		}
	case "bowl":
		cx, cy, deep := r.Float64()*4000, r.Float64()*3000, (5+r.Float64()*20)/(2000.*2000)
		return func(p geo.Point) float64 { return plane(p) + deep*((p.X-cx)*(p.X-cx)+(p.Y-cy)*(p.Y-cy)) }
	}
	type wave struct{ kx, ky, ph, amp float64 }
	var ws []wave
	for range 3 {
		th, long := r.Float64()*math.Pi, 1500+r.Float64()*4000
		ws = append(ws, wave{math.Cos(th) * 2 * math.Pi / long, math.Sin(th) * 2 * math.Pi / long, r.Float64() * 7, r.Float64() * 6})
	}
	return func(p geo.Point) float64 {
		z := plane(p)
		for _, w := range ws {
			z += w.amp * math.Sin(w.kx*p.X+w.ky*p.Y+w.ph)
		}
		return z
	}
}

// readingsOf a room by one of the ways a crew takes them; the wall runs along y = 1500.
func readingsOf(way string, floor, ceiling func(geo.Point) float64, noise float64, r *rand.Rand) []Reading {
	var out []Reading
	add := func(k Kind, p geo.Point) {
		v := map[Kind]float64{FloorReading: floor(p), CeilingReading: ceiling(p), GapReading: ceiling(p) - floor(p)}[k]
		out = append(out, Reading{ID: fmt.Sprintf("r%d", len(out)), Kind: k, At: p, Value: v + r.NormFloat64()*noise})
	}
	switch way {
	case "gaps":
		n := 4 + r.IntN(8)
		for i := range n {
			add(GapReading, geo.Point{X: 3800 * float64(i) / float64(n-1), Y: 1500})
		}
	case "pairs":
		n := 4 + r.IntN(8)
		for i := range n {
			p := geo.Point{X: 3800 * float64(i) / float64(n-1), Y: 1500}
			add(FloorReading, p)
			add(CeilingReading, p)
		}
	case "room":
		for range 10 + r.IntN(20) {
			add(FloorReading, geo.Point{X: r.Float64() * 3800, Y: r.Float64() * 3000})
			add(CeilingReading, geo.Point{X: r.Float64() * 3800, Y: r.Float64() * 3000})
		}
	default:
		for range 6 + r.IntN(8) {
			add([]Kind{FloorReading, CeilingReading, GapReading}[r.IntN(3)], geo.Point{X: r.Float64() * 3800, Y: 1400 + r.Float64()*200})
		}
	}
	return out
}

func TestSpreadIsHonest(t *testing.T) {
	const rooms = 25
	const noise = 0.8
	all, in := 0.0, 0.0
	for _, kind := range []string{"plane", "sag", "bowl", "waves", "flat floor"} {
		for _, way := range []string{"gaps", "pairs", "room", "mixed"} {
			r := rand.New(rand.NewPCG(7, uint64(len(kind)*10+len(way))))
			n, inside, ready, readyIn, steps, stepsIn := 0., 0., 0., 0., 0., 0.
			for range rooms {
				floorKind, ceilKind := kind, kind
				if kind == "flat floor" {
					floorKind, ceilKind = "plane", "waves"
				}
				floor, ceiling := surfaceOf(floorKind, r), surfaceOf(ceilKind, r)
				lift := 2400 - ceiling(geo.Point{}) + floor(geo.Point{})
				c2 := func(p geo.Point) float64 { return ceiling(p) + lift }
				m := Fit(readingsOf(way, floor, c2, noise, r), noise)
				for x := 19.0; x < 3800; x += 406.4 {
					p := geo.Point{X: x, Y: 1500}
					e := m.Estimate(Gap(p))
					d := math.Abs(e.Value - (c2(p) - floor(p)))
					n++
					if d <= e.Spread {
						inside++
					}
					if e.Spread < 4.76 {
						ready++
						if d <= e.Spread {
							readyIn++
						}
					}
					if way == "pairs" || way == "room" {
						q := geo.Point{X: x + 800, Y: 1500}
						e := m.Estimate([]Term{{Of: Floor, At: q, Weight: 1}, {Of: Floor, At: p, Weight: -1}})
						steps++
						if math.Abs(e.Value-floor(q)+floor(p)) <= e.Spread {
							stepsIn++
						}
					}
				}
			}
			all += n
			in += inside
			t.Logf("%-10s %-6s inside %.3f, ready %.2f of which inside %.3f, floor differences %.3f", kind, way, inside/n, ready/n, readyIn/ready, stepsIn/steps)
			assert.Greater(t, inside/n, 0.85, "%s read by %s", kind, way)
		}
	}
	assert.InDelta(t, 0.962, in/all, 0.033, "share of true gaps inside their spread, over all rooms")
}
