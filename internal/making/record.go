package making

import (
	"cmp"
	"strings"

	"homalos/internal/cutting"
	"homalos/internal/job"
	"homalos/internal/plan"
	"homalos/internal/wood"
	"homalos/internal/work"
)

// onScreen is the plan that was looked at when the edits were made.
func (m *Maker) onScreen(path string) (p plan.Plan, ok bool) {
	seen := m.Now
	if m.Base != nil {
		seen = *m.Base
	}
	p, err := m.Plan(seen)
	if err != nil {
		m.faults.Add(path, "the job can't be planned, so nothing of it is cut: %s", err)
	}
	return p, err == nil
}

// ticked is a piece cut, with its lumber and the stick it comes from. Only what is
// ready is cut: in the plan that was on screen, as it may have been cut since.
func (m *Maker) ticked(e job.Edit, c job.Cut, path string) job.Edit {
	if m.Kept {
		return e
	}
	c.At, c.By, c.ID = cmp.Or(c.At, m.At), cmp.Or(c.By, m.By), cmp.Or(c.ID, e.ID) // kept with it, so that it keeps its name when it is made again
	if stands := m.out.Document.StoodNow()[c.Member]; stands && (c.Undone || c.Miscut) {
		m.faults.Add(path+".cut.member", "%s stands in its wall: say first that it is taken out", c.Member)
		return job.Edit{ID: e.ID, Act: &job.CutPiece{Cut: c}}
	}
	if c.Miscut && !c.Undone && !c.Came.Given() {
		m.faults.Add(path+".cut.came", "missing: say how long %s came out, so that the wood is used for something else", c.Member)
	}
	if !c.Undone {
		m.cutFrom(&c, path)
	}
	return job.Edit{ID: e.ID, Act: &job.CutPiece{Cut: c}}
}

// cutFrom says which stick a piece is cut from, where that isn't said.
func (m *Maker) cutFrom(c *job.Cut, path string) {
	p, ok := m.onScreen(path)
	if !ok {
		return
	}
	member, wall := p.Result.Member(c.Member)
	switch {
	case member == nil:
		m.faults.Add(path+".cut.member", "no piece is called %s now", c.Member)
		return
	case !work.MayCut(member):
		m.faults.Add(path+".cut.member", "%s is held: %s", c.Member, p.Result.HeldBy(member, wall))
		return
	}
	c.Lumber = cmp.Or(c.Lumber, member.Lumber.ID)
	u := p.Units
	for _, l := range p.Saw.Lumber {
		if l.Lumber != c.Lumber {
			continue
		}
		for _, s := range l.Sticks {
			if c.Stick == "" && s.Places(c.Member) < s.Cut || c.Stick != "" && c.Stick != s.ID {
				continue
			}
			if c.Stick != "" && s.Places(c.Member) < s.Cut { // not the one that it is laid in
				m.fits(*c, s, p, path)
			}
			c.Stick, c.Stock, c.Laid = s.ID, job.Exactly(s.Stock, u), l.Laid
			c.There, c.Place = lay(s.There)
			return
		}
	}
	if c.Stick != "" {
		m.faults.Add(path+".cut.stick", "no stick of %s is called %s now", c.Lumber, c.Stick)
	}
}

// fits sees that a piece can still be cut from a stick.
func (m *Maker) fits(c job.Cut, s cutting.Stick, p plan.Plan, path string) {
	room := s.Room
	for _, x := range s.Pieces[:s.Cut] {
		room -= x.Length + p.Result.Kerf
	}
	if s.Short > 0 {
		room = min(room, s.Short)
	}
	long, err := lengthOf(c).In(p.Units)
	if err == nil && (s.Waste || long > room) {
		m.faults.Add(path+".cut.stick", "%s gives %s now: %s can't be cut from it", s.ID, p.Units.Write(max(0, room)), c.Member)
	}
}

func lengthOf(c job.Cut) job.Length {
	if c.Came.Given() {
		return c.Came
	}
	return c.Length
}

// lay is where wood lay that was there already.
func lay(h *wood.OnHand) (there, place string) {
	if h == nil {
		return "", ""
	}
	return h.What, h.Place
}

// culled is a stick that is set aside, with what it is.
func (m *Maker) culled(e job.Edit, c job.Cull, path string) job.Edit {
	if m.Kept {
		return e
	}
	c.At, c.By, c.ID = cmp.Or(c.At, m.At), cmp.Or(c.By, m.By), cmp.Or(c.ID, e.ID)
	if r := m.out.Document.Record; r != nil {
		c.After = len(r.Cuts)
	}
	p, ok := m.onScreen(path)
	if ok {
		s := stickOf(p, c.Stick)
		if s == nil {
			m.faults.Add(path+".cull.stick", "no stick is called %s now", c.Stick)
			return e
		}
		c.Lumber, c.Stock = s.Lumber, job.Exactly(s.Stock, p.Units)
		c.There, c.Place = lay(s.There)
	}
	return job.Edit{ID: e.ID, Act: &job.CullStick{Cull: c}}
}

func stickOf(p plan.Plan, id string) *cutting.Stick {
	for _, l := range p.Saw.Lumber {
		for i := range l.Sticks {
			if l.Sticks[i].ID == id {
				return &l.Sticks[i]
			}
		}
	}
	return nil
}

// stood is a piece that stands: only what is cut does, and only what stands is taken out.
func (m *Maker) stood(e job.Edit, s job.Stand, path string) job.Edit {
	if m.Kept {
		return e
	}
	s.At, s.By, s.ID = cmp.Or(s.At, m.At), cmp.Or(s.By, m.By), cmp.Or(s.ID, e.ID)
	stands, known := m.out.Document.StoodNow()[s.Member]
	_, cut := m.out.Document.CutNow()[s.Member]
	switch {
	case s.Undone && !known:
		m.faults.Add(path+".stood.member", "nothing was said of %s standing: there is nothing to take back", s.Member)
	case s.Undone:
	case s.Out && !stands:
		m.faults.Add(path+".stood.member", "%s doesn't stand, so it can't be taken out", s.Member)
	case !s.Out && !cut:
		m.faults.Add(path+".stood.member", "%s isn't cut yet: tick it at the saw first", s.Member)
	}
	return job.Edit{ID: e.ID, Act: &job.StandPiece{Stood: s}}
}

// worked is hours that went into a task of the plan of days.
func (m *Maker) worked(e job.Edit, w job.Worked, path string) job.Edit {
	if m.Kept {
		return e
	}
	w.At, w.By, w.ID = cmp.Or(w.At, m.At), cmp.Or(w.By, m.By), cmp.Or(w.ID, e.ID)
	if p, ok := m.onScreen(path); ok {
		count, known := p.CountOf(w.Task)
		if known && !w.Part {
			w.Count = cmp.Or(w.Count, count) // so that it says how many, when the wall is another
		}
		if wall, closes := strings.CutSuffix(w.Task, ".close"); known && closes && !w.Part {
			if now, ok := m.now(path); ok {
				m.mayClose(now, wall, path+".worked.task")
			}
		}
		if known {
			return job.Edit{ID: e.ID, Act: &job.WorkedOn{Worked: w}}
		}
		m.faults.Add(path+".worked.task", "no task of the plan of days is called %s now: take its name from there, such as B.cut", w.Task)
	}
	return job.Edit{ID: e.ID, Act: &job.WorkedOn{Worked: w}}
}
