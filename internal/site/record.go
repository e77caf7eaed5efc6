package site

import (
	"fmt"

	"homalos/internal/measure"
)

// mostCuts bounds the record of one job.
const mostCuts = 20_000

// setRecord checks what was done; nothing of the plan follows from it.
func (r *resolver) setRecord() {
	if r.Doc.Record == nil {
		return
	}
	d := r.Doc.Record
	for _, list := range []struct {
		name string
		n    int
	}{{"cuts", len(d.Cuts)}, {"culls", len(d.Culls)}, {"stood", len(d.Stood)}, {"worked", len(d.Worked)}} {
		if list.n > mostCuts {
			r.faults.Add("record."+list.name, "%d lines: at most %d", list.n, mostCuts)
			return
		}
	}
	line := func(path, id, about, what string, seen map[string]bool) {
		if id != "" {
			r.id(path+".id", id, seen, 64)
		}
		if about == "" {
			r.faults.Add(path+"."+what, "empty: name the %s", map[string]string{"member": "piece", "stick": "stick", "task": "task"}[what])
		}
	}
	seen := map[string]bool{}
	for i, c := range d.Cuts {
		path := fmt.Sprintf("record.cuts[%d]", i)
		line(path, c.ID, c.Member, "member", seen)
		if !c.Length.Given() && !c.Undone {
			r.faults.Add(path+".length", "missing: give a length")
		}
		if c.Miscut && !c.Undone && !c.Came.Given() {
			r.faults.Add(path+".came", "missing: say how long it came out")
		}
		r.optional(path+".length", c.Length, 0, 30*measure.Metre)
		r.optional(path+".came", c.Came, 0, 30*measure.Metre)
		r.optional(path+".stock", c.Stock, 0, 30*measure.Metre)
		r.optional(path+".shimmed", c.Shimmed, 0, measure.Metre)
	}
	seen = map[string]bool{}
	for i, c := range d.Culls {
		path := fmt.Sprintf("record.culls[%d]", i)
		line(path, c.ID, c.Stick, "stick", seen)
		r.optional(path+".stock", c.Stock, 0, 30*measure.Metre)
	}
	seen = map[string]bool{}
	for i, w := range d.Worked {
		path := fmt.Sprintf("record.worked[%d]", i)
		line(path, w.ID, w.Task, "task", seen)
		r.date(path+".on", w.On, true)
	}
	seen = map[string]bool{}
	for i, s := range d.Stood {
		line(fmt.Sprintf("record.stood[%d]", i), s.ID, s.Member, "member", seen)
	}
}
