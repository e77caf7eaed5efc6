package making

import (
	"homalos/internal/job"
	"homalos/internal/site"
)

// rebased is a reading or a tape that was taken while somebody else went on:
// one that corrects what has been corrected since stands beside that
// correction, and one along a wall that has moved since stays where it was
// taken.
func (m *Maker) rebased(e job.Edit) job.Edit {
	if m.Base == nil || m.Now.Survey == nil {
		return e
	}
	switch a := e.Act.(type) {
	case *job.AddTie:
		t := a.Tie
		for _, other := range m.Now.Survey.Ties {
			if t.Replaces != "" && other.Replaces == t.Replaces && other.ID != t.ID && !t.Void {
				t.Replaces = ""
			}
		}
		return job.Edit{ID: e.ID, Act: &job.AddTie{Tie: t}}
	case *job.AddReading:
		r := a.Reading
		for _, other := range m.Now.Survey.Readings {
			if r.Replaces != "" && other.Replaces == r.Replaces && other.Stays {
				r.Replaces = other.ID // the same reading, at its place on the plan
			}
		}
		for _, other := range m.Now.Survey.Readings {
			if r.Replaces != "" && other.Replaces == r.Replaces && other.ID != r.ID && !r.Void {
				r.Replaces = ""
			}
		}
		return job.Edit{ID: e.ID, Act: &job.AddReading{Reading: m.whereRead(r)}}
	}
	return e
}

// whereRead gives a reading by its place on the plan, if the wall it was taken
// along doesn't lie there any more.
func (m *Maker) whereRead(r job.Reading) job.Reading {
	if m.was == nil {
		was, faults := m.Read.Of(*m.Base)
		is, wrong := m.Read.Of(site.Bare(m.Now))
		if faults != nil || wrong != nil {
			return r
		}
		m.was, m.is = was, is
	}
	old := site.ByID(m.was.Walls)
	if !site.Moved(r, old, site.ByID(m.is.Walls), m.Now.Units) {
		return r
	}
	return site.OnPlan(r, old, m.Now.Units)
}

// settle adds what follows from walls that moved: readings and floor that was
// looked at stay where they are.
func (m *Maker) settle() {
	if m.turns++; m.turns > MostTurns {
		m.faults.Add("edits", "more than %d turns from readings to walls that move: send the rest after them", MostTurns)
		return
	}
	if m.moved {
		kept := job.Copy(m.out.Document)
		m.Read.KeepPlaces(m.settled, &kept)
		for _, one := range job.Between(m.out.Document, kept) {
			m.out.Steps = append(m.out.Steps, EditStep{Edit: one, Inverse: one.On(&m.out.Document, "", &m.faults), Worked: true, from: -1})
		}
	}
	m.settled, m.moved, m.read = job.Copy(m.out.Document), false, false
}
