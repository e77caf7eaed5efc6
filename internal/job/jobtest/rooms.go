package jobtest

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"homalos/demo"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// Demo is one of the demo jobs.
func Demo(t testing.TB, name string) job.Document {
	t.Helper()
	raw, err := demo.Jobs.ReadFile(name + ".json")
	if err != nil {
		t.Fatal(err)
	}
	d, faults := job.Read(raw)
	if faults != nil {
		t.Fatal(faults)
	}
	return d
}

// Laid is a job in a room of these corners (inches), with these lines.
func Laid(at []geo.Point, lines map[string]job.Line) job.Document {
	d := job.Starter("lines", "imperial")
	d.Survey = &job.Survey{}
	n := len(at)
	for i := range at {
		d.Survey.Corners = append(d.Survey.Corners, job.Corner{ID: fmt.Sprint(i + 1)})
		d.Survey.Walls = append(d.Survey.Walls, job.ExistingWall{ID: "side " + fmt.Sprint(i+1), From: fmt.Sprint(i + 1), To: fmt.Sprint((i+1)%n + 1)})
		for j := i + 1; j < n; j++ {
			d.Survey.Ties = append(d.Survey.Ties, job.Tie{ID: fmt.Sprint(i, "-", j), Kind: "length", From: fmt.Sprint(i + 1), To: fmt.Sprint(j + 1), Value: job.L(fmt.Sprintf("%.7f in", at[i].Distance(at[j])))})
		}
	}
	for _, id := range []string{"A", "B", "C", "D", "E"} {
		if l, ok := lines[id]; ok {
			d.Walls = append(d.Walls, job.Wall{ID: id, Lumber: "2x4", Line: &l})
		}
	}
	return d
}

// Leaning is a room none of whose corners is square, in inches.
var Leaning = []geo.Point{{X: 0, Y: 0}, {X: 200, Y: 0}, {X: 203, Y: 150}, {X: -2, Y: 146}}

// Closet is a closet in the corner of a room: its front D runs past its side E.
func Closet() job.Document {
	d := Laid(Leaning, map[string]job.Line{
		"D": {By: "parallel", Face: "side 1", At: job.L("60 in"), Stop: &job.LineEnd{Face: "E", Past: true}},
		"E": {By: "square", Face: "side 1", At: job.L("90 in"), Stop: &job.LineEnd{Face: "D"}},
	})
	d.Lumber = append(d.Lumber, job.Lumber{ID: "2x6", Thickness: job.L("1 1/2 in"), Depth: job.L("5 1/2 in")})
	for i := range 6 {
		d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: fmt.Sprint("g", i), Kind: "gap", Place: &job.Place{X: job.L(fmt.Sprint(20*i, " in")), Y: job.L(fmt.Sprint(10*i, " in"))}, Value: job.L("93 in")})
	}
	return d
}

// Building is n walls side by side, each with a door and its own readings.
func Building(n int) job.Document {
	r := rand.New(rand.NewPCG(1, 2))
	d := job.Document{Format: job.Format, Name: "building", Units: measure.Imperial, Lumber: []job.Lumber{{ID: "2x4", Thickness: job.L("1 1/2 in"), Depth: job.L("3 1/2 in")}}, Survey: &job.Survey{}}
	for i := range n {
		id := fmt.Sprintf("W%d", i)
		y := fmt.Sprintf("%d in", i*60)
		d.Walls = append(d.Walls, job.Wall{ID: id, From: job.Place{X: job.L("0 in"), Y: job.L(y)}, To: job.Place{X: job.L("144 in"), Y: job.L(y)}, Lumber: "2x4",
			Openings: []job.Opening{{ID: "D", Kind: "door", Centre: job.L("70 in"), Leaf: &job.Size{Width: job.L("30 in"), Height: job.L("80 in")}}}})
		for k := range 8 {
			place := job.Place{Wall: id, Station: job.L(fmt.Sprintf("%d in", k*20))}
			for _, kind := range []string{"floor", "ceiling"} {
				v := map[string]float64{"floor": -41, "ceiling": 55}[kind] + r.NormFloat64()/8
				d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: fmt.Sprint(kind, i, "-", k), Kind: kind, Place: &place, Value: job.L(fmt.Sprintf("%.4f in", v))})
			}
		}
	}
	return d
}
