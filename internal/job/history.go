package job

// Done is a step of a job's log by what undo and redo go by: edits made
// together, at one revision.
type Done struct {
	Revision       int64
	Edit           string // id of one of its edits
	Device         string // what they were made on
	Said           string
	Undoes, Redoes int64 // the revision that it takes back, or makes again
	Touches        []string
}

// plain says whether a step is neither an undo nor a redo.
func (d Done) plain() bool { return d.Undoes == 0 && d.Redoes == 0 }

// Standing says of each plain step, by its revision, whether it stands: it was
// not taken back, or was made again after that.
func Standing(log []Done) map[int64]bool {
	out := map[int64]bool{}
	for _, d := range log {
		switch {
		case d.Undoes != 0:
			out[d.Undoes] = false
		case d.Redoes != 0:
			out[d.Redoes] = true
		default:
			out[d.Revision] = true
		}
	}
	return out
}

// InTheWay are the steps after a revision that stand and have a part in common
// with the step there: it can't be taken back, or made again, over them. The
// log must reach back to that step.
func InTheWay(log []Done, revision int64) []Done {
	var of Done
	for _, d := range log {
		if d.Revision == revision {
			of = d
		}
	}
	standing := Standing(log)
	var out []Done
	for _, d := range log {
		if d.Revision > revision && standing[d.Revision] && d.plain() && Meet(of.Touches, d.Touches) {
			out = append(out, d)
		}
	}
	return out
}

// Offered are the steps that undo and redo on a device go by next: its last
// one that stands and has nothing in its way, and the last one it took back, if
// it has done nothing else since. Either may be nil.
func Offered(log []Done, device string) (undo, redo *Done) {
	standing := Standing(log)
	at := map[int64]*Done{}
	var back []int64 // taken back here, in order
	for i, d := range log {
		if at[d.Revision] = &log[i]; d.Device != device || device == "" {
			continue
		}
		switch {
		case d.Undoes != 0:
			back = append(back, d.Undoes)
		case d.Redoes != 0:
			for k := range back {
				if back[k] == d.Redoes {
					back = append(back[:k:k], back[k+1:]...)
					break
				}
			}
		default:
			back = nil
		}
	}
	for i := len(log) - 1; i >= 0 && undo == nil; i-- {
		d := &log[i]
		if d.Device == device && device != "" && d.plain() && d.Edit != "" && standing[d.Revision] && len(InTheWay(log, d.Revision)) == 0 {
			undo = d
		}
	}
	for i := len(back) - 1; i >= 0 && redo == nil; i-- {
		if d := at[back[i]]; d != nil && !standing[d.Revision] && len(InTheWay(log, d.Revision)) == 0 {
			redo = d
		}
	}
	return undo, redo
}
