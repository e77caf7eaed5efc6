package site

import (
	"fmt"

	"homalos/internal/geo"
	"homalos/internal/job"
)

// Outlined gives a job's corners the places a drawing has them at, in
// millimetres with the room on the left. A job without corners gets them; in
// one with corners there must be as many, and each keeps its id. What was
// taped stays and is what cuts: a drawing is a hint.
func Outlined(d *job.Document, at []geo.Point) error {
	var faults job.Faults
	if len(at) > mostCorners {
		faults.Add("outline", "%d corners: at most %d", len(at), mostCorners)
		return faults
	}
	if d.Survey == nil {
		d.Survey = &job.Survey{}
	}
	corners := append([]job.Corner(nil), d.Survey.Corners...)
	if len(corners) == 0 {
		for i := range at {
			corners = append(corners, job.Corner{ID: fmt.Sprint(i + 1)})
		}
	}
	if len(corners) != len(at) {
		faults.Add("outline", "the drawing has %d corners, the room has %d: mend one of them, or take the room's corners out first", len(at), len(corners))
		return faults
	}
	n := len(at)
	for i, p := range at {
		drawn := Placed(p, d.Units)
		corners[i].Drawn = &drawn
		corners[i].Turn = ""
		if geo.Turn(at[(i+n-1)%n], p, at[(i+1)%n]) < 0 {
			corners[i].Turn = "out"
		}
	}
	d.Survey.Corners = corners
	return nil
}
