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
	}{{"cuts", len(d.Cuts)}, {"culls", len(d.Culls)}, {"stood", len(d.Stood)}, {"worked", len(d.Worked)}, {"checks", len(d.Checks)}, {"items", len(d.Items)}, {"settled", len(d.Settled)}, {"closed", len(d.Closed)}, {"photos", len(d.Photos)}} {
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
			r.faults.Add(path+"."+what, "empty: name the %s", map[string]string{"member": "piece", "stick": "stick", "task": "task", "check": "check", "item": "item", "wall": "wall", "sum": "picture"}[what])
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
	r.setNotes(line)
}

// setNotes checks what was proved: checks, the open list, walls that are closed, photos.
func (r *resolver) setNotes(line func(path, id, about, what string, seen map[string]bool)) {
	d := r.Doc.Record
	seen := map[string]bool{}
	for i, c := range d.Checks {
		path := fmt.Sprintf("record.checks[%d]", i)
		line(path, c.ID, c.Check, "check", seen)
		r.optional(path+".value", c.Value, -10*measure.Metre, 1000*measure.Metre)
		r.optional(path+".over", c.Over, 0, 30*measure.Metre)
		if c.Over.Given() {
			if over, err := c.Over.In(r.Doc.Units); err == nil && over < 50*measure.Millimetre {
				r.faults.Add(path+".over", "%s is too short for a level: give how long it is", c.Over)
			}
		}
		if c.Accepted && c.By == "" {
			r.faults.Add(path+".by", "missing: say who accepts that it stays as it is")
		}
	}
	seen = map[string]bool{}
	for i, n := range d.Items {
		path := fmt.Sprintf("record.items[%d]", i)
		line(path, n.ID, n.What, "item", seen)
		r.date(path+".due", n.Due, false)
		if n.Kind == "substitution" && (n.Designed == "" || n.Built == "") {
			r.faults.Add(path, "a substitution: say what was designed, and what was built")
		}
	}
	seen = map[string]bool{}
	for i, n := range d.Settled {
		line(fmt.Sprintf("record.settled[%d]", i), n.ID, n.Item, "item", seen)
	}
	seen = map[string]bool{}
	for i, n := range d.Closed {
		line(fmt.Sprintf("record.closed[%d]", i), n.ID, n.Wall, "wall", seen)
	}
	seen = map[string]bool{}
	for i, n := range d.Photos {
		line(fmt.Sprintf("record.photos[%d]", i), n.ID, n.Sum, "sum", seen)
	}
}
