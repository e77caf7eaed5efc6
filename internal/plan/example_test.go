package plan_test

import (
	"fmt"

	"homalos/internal/job"
	"homalos/internal/plan"
)

// A job goes in, a plan comes out: each piece with its length, and whether it
// may be cut. Three tapes say how high the room is along the wall.
func ExampleCompute() {
	d := job.Starter("closet", "metric")
	d.Walls = []job.Wall{{
		ID: "A", Lumber: d.Lumber[0].ID,
		From: job.Place{X: job.L("0 mm"), Y: job.L("0 mm")}, To: job.Place{X: job.L("1200 mm"), Y: job.L("0 mm")},
	}}
	d.Survey = &job.Survey{}
	for i, gap := range []string{"2440 mm", "2441 mm", "2443 mm"} {
		at := &job.Place{Wall: "A", Station: job.L(fmt.Sprint(600*i, " mm"))}
		d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: fmt.Sprint("r", i+1), Kind: "gap", Place: at, Value: job.L(gap)})
	}
	p, err := plan.Compute(d)
	if err != nil {
		fmt.Println(err)
		return
	}
	for _, m := range p.Walls[0].Members {
		fmt.Println(m.ID, m.Kind, m.Cut, m.State)
	}
	// Output:
	// A-B1 bottom-plate 1200 mm ready
	// A-T1 top-plate 1200 mm ready
	// A-S1 stud 2348 mm ready
	// A-S2 stud 2349 mm ready
	// A-S3 stud 2351 mm ready
}
