package making

import (
	"fmt"
	"slices"

	"homalos/internal/job"
	"homalos/internal/remedy"
)

// mended is what the plan says of pieces that were cut and aren't what they should be, as
// lines of the record: what comes out of its wall, what is trimmed or packed, what was
// cut for nothing and what it becomes.
func (m *Maker) mended(id string, a *job.Mend, path string) (made []job.Edit) {
	p, err := m.Plan(m.out.Document)
	if err != nil {
		m.faults.Add(path, "the job can't be planned before it: %s", err)
		return nil
	}
	n := 0
	u := p.Units
	line := func(act job.Act) {
		n++
		one := job.Edit{ID: fmt.Sprintf("%s-%d", id, n), Act: act}
		if n == 1 {
			one.ID = id
		}
		made = append(made, one)
	}
	mine := func(member string) bool { return a.Members == nil || slices.Contains(a.Members, member) }
	wrong := map[string]int{} // of each lumber, so many came out wrong: what the next is called
	if d := m.out.Document.Record; d != nil {
		for _, c := range d.Cuts {
			if c.Miscut && !c.Undone {
				wrong[c.Lumber]++
			}
		}
	}
	cut := func(c job.Cut) {
		c.ID, c.By, c.At = fmt.Sprintf("%s-c%d", id, n+1), m.By, m.At
		line(&job.CutPiece{Cut: c})
	}
	known, stick := map[string]bool{}, map[string]string{} // what the wood of a piece is called once it was told as wrong
	lost := func(member string) {
		life := p.Saw.Lives[member]
		if stick[member] != "" || !life.Cut {
			return
		}
		if life.Sets {
			line(&job.StandPiece{Stood: job.Stand{ID: fmt.Sprintf("%s-s%d", id, n+1), Member: member, Out: true, By: m.By, At: m.At}})
		}
		cut(job.Cut{Member: member, Lumber: life.Line.Lumber, Length: life.Line.Length, Came: job.Exactly(life.At, u), Miscut: true})
		wrong[life.Line.Lumber]++
		stick[member] = fmt.Sprintf("%s/m%d", life.Line.Lumber, wrong[life.Line.Lumber])
	}
	var chosen []remedy.Remedy
	for _, r := range p.Fixable {
		if known[r.Member] = true; mine(r.Member) {
			chosen = append(chosen, r)
		}
	}
	for _, r := range chosen { // first what was cut for nothing, then what comes of it
		switch r.Do {
		case remedy.Reuse:
			lost(r.Member)
			lost(r.As) // what was cut for that before
		case remedy.Spare, remedy.Recut:
			lost(r.Member)
		}
	}
	for _, r := range chosen {
		was := p.Saw.Lives[r.Member].Line
		same := job.Cut{Member: r.Member, Lumber: r.Lumber, Length: job.Exactly(r.Now, u), Stick: was.Stick, Stock: was.Stock, There: was.There, Place: was.Place, Laid: was.Laid}
		switch r.Do {
		case remedy.Trim:
			cut(same)
		case remedy.Shim:
			same.Came, same.Shimmed = job.Exactly(r.Was, u), job.Exactly(r.By, u)
			cut(same)
		case remedy.Reuse:
			need, _ := p.Result.Member(r.As)
			as := job.Cut{Member: r.As, Lumber: r.Lumber, Length: job.Exactly(need.Cut, u), Stick: stick[r.Member], Stock: job.Exactly(r.Was, u), There: "offcut"}
			if short := need.Cut - r.Was; short > 0 {
				as.Came = job.Exactly(r.Was, u)
				if short > p.Result.Accept {
					as.Shimmed = job.Exactly(short, u)
				}
			}
			cut(as)
		}
	}
	for i, member := range a.Members {
		if !known[member] {
			m.faults.Add(fmt.Sprintf("%s.members[%d]", path, i), "%s has no remedy: look again at what the plan says", member)
		}
	}
	if len(made) == 0 && len(m.faults) == 0 {
		m.faults.Add(path, "nothing that was cut wants a remedy")
	}
	return made
}
