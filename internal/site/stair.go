package site

import (
	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// stair reads one flight.
func (r *resolver) stair(path string, x job.Stair, seen map[string]bool) {
	before := len(r.faults)
	r.id(path+".id", x.ID, seen, 64)
	u := r.Doc.Units
	out := framing.Stair{ID: x.ID}
	out.From, out.To, out.Width = r.runOf(path, job.Obstruction{From: x.From, To: x.To, By: x.By, Width: x.Width})
	if len(r.faults) == before && out.From.Distance(out.To) < 1 {
		r.faults.Add(path, "its foot and its head are one place: say where it begins and where it ends")
	}
	rise, ok := r.must(path+".rise", x.Rise)
	if ok && (rise == 0 || rise.Abs() > 20*measure.Metre) {
		r.faults.Add(path+".rise", "%s is no rise of a stair", r.write(rise))
	}
	out.Rise = rise.Millimetres()
	out.Headroom = r.within(path+".headroom", x.Headroom, framing.UsualHeadroom(u), measure.Inch, 20*measure.Metre)
	if len(r.faults) == before {
		r.Stairs = append(r.Stairs, out)
	}
}
