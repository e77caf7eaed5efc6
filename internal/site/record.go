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
	cuts := r.Doc.Record.Cuts
	if len(cuts) > mostCuts {
		r.faults.Add("record.cuts", "%d lines: at most %d", len(cuts), mostCuts)
		return
	}
	seen := map[string]bool{}
	for i, c := range cuts {
		path := fmt.Sprintf("record.cuts[%d]", i)
		if c.ID != "" {
			r.id(path+".id", c.ID, seen, 64)
		}
		if c.Member == "" {
			r.faults.Add(path+".member", "empty: name the piece")
		}
		if !c.Length.Given() && !c.Undone {
			r.faults.Add(path+".length", "missing: give a length")
		}
		r.optional(path+".length", c.Length, 0, 30*measure.Metre)
		r.optional(path+".came", c.Came, 0, 30*measure.Metre)
	}
}
