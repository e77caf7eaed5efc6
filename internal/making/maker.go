// Package making makes edits in a job. What a job comes to depends on more than its own
// text: a fix is worked out, readings stay where they were read when walls move, only
// what is ready is cut.
package making

import (
	"fmt"
	"strings"

	"homalos/internal/job"
	"homalos/internal/plan"
	"homalos/internal/site"
)

// Maker makes edits in a job. What a job comes to depends on more than its
// own text: a fix is worked out, readings stay where they were read when their
// wall moves, only what is ready is cut.
type Maker struct {
	Now  job.Document                          // the job as it stands
	Base *job.Document                         // what was on screen when the edits were made, if that is older
	Plan func(job.Document) (plan.Plan, error) // plans that are remembered; Compute if nil
	Read *site.Reader                          // sites that are remembered; none if nil
	Kept bool                                  // the edits come from the log: they were fit when they were made
	By   string                                // who cut, where a tick doesn't say,
	At   string                                // and when, as RFC 3339

	was, is *site.Site // both resolved, once something asks for it

	out     Edited
	faults  job.Faults
	settled job.Document // as it was when readings last were seen to stay
	moved   bool         // walls may have moved since
	read    bool         // readings were added since
	fixes   int
	turns   int
}

// Edited is a job with edits made.
type Edited struct {
	Document job.Document
	Steps    []EditStep
	Said     string // what was done, in a few words
}

// EditStep is one edit as it was made.
type EditStep struct {
	Edit    job.Edit
	Inverse []job.Edit // takes it back
	Asked   *job.Edit  // what was asked for, where this is the first of what came of it, and says it otherwise
	Worked  bool       // the plan worked it out

	under string // of what came of a part of the edit: where in it that stands
	from  int    // which of the edits it came of; -1 for what followed from all
}

// Inverse are the edits that take all of it back, in their order.
func (e Edited) Inverse() []job.Edit {
	out := []job.Edit{}
	for i := len(e.Steps) - 1; i >= 0; i-- {
		out = append(out, e.Steps[i].Inverse...)
	}
	return out
}

// Bounds on one request: each fix wants a plan, and so does each turn from
// readings to walls that move.
const (
	MostFixes = 20
	MostTurns = 50
)

// Make makes edits one after the other, all or none. The error is the
// job.Faults of the edits, by paths such as "edits[1].wall.lumber"; what they
// bring about elsewhere in the job is named by its path there.
func (m *Maker) Make(edits []job.Edit) (Edited, error) {
	if m.Plan == nil {
		m.Plan = plan.Compute
	}
	if m.Read == nil {
		m.Read = &site.Reader{}
	}
	m.out = Edited{Document: job.Copy(m.Now)}
	m.settled, m.faults = m.Now, nil
	for i, e := range edits {
		m.make(i, e)
	}
	if len(m.faults) == 0 {
		m.settle()
	}
	if len(m.faults) > 0 {
		return Edited{}, m.faults
	}
	if wrong := m.Read.Check(m.out.Document); wrong != nil {
		return Edited{}, located(wrong, m.out)
	}
	if m.out.Said == "" && len(m.out.Steps) > 0 {
		m.out.Said = job.Say(edits, m.out.Steps[0].Inverse, m.Now.Units)
	}
	return m.out, nil
}

// make makes the i-th edit.
func (m *Maker) make(i int, asked job.Edit) {
	path := fmt.Sprintf("edits[%d]", i)
	e := asked.Spelt(m.Now)
	if moves(e) {
		if m.read || m.moved && e.Do() == "apply-fix" {
			m.settle()
		}
		m.moved = true
	}
	made := []job.Edit{e}
	switch a := e.Act.(type) {
	case *job.Start:
		m.faults.Add(path+".do", "a job begins once: this one is there already")
		return
	case *job.ApplyFix:
		if m.fixes++; m.fixes > MostFixes {
			m.faults.Add(path, "more than %d fixes at once: send the rest after them", MostFixes)
			return
		}
		said := ""
		made, said = m.fix(a, path)
		if i == 0 {
			m.out.Said = said
		}
	case *job.Mend:
		made = m.mended(e.ID, a, path)
		if i == 0 && len(m.faults) == 0 {
			m.out.Said = job.Say([]job.Edit{e}, nil, m.Now.Units)
		}
	case *job.PutShop:
		made = m.byShop(e, a, path)
	case *job.CutPiece:
		made[0] = m.ticked(e, a.Cut, path)
	case *job.CullStick:
		made[0] = m.culled(e, a.Cull, path)
	case *job.StandPiece:
		made[0] = m.stood(e, a.Stood, path)
	case *job.WorkedOn:
		made[0] = m.worked(e, a.Worked, path)
	case *job.Note[job.Checked]:
		m.checked(&a.Line, e.ID, path+".line")
	case *job.Note[job.Noted]:
		m.item(&a.Line, e.ID, path+".line")
	case *job.Note[job.Settled]:
		m.settles(&a.Line, e.ID, path+".line")
	case *job.Note[job.ClosedUp]:
		m.closedUp(&a.Line, e.ID, path+".line")
	case *job.Note[job.Photo]:
		m.photo(&a.Line, e.ID, path+".line")
	case *job.AddReading, *job.AddTie:
		made[0] = m.rebased(e)
		m.read = true
	}
	for k, one := range made {
		if k == 0 && one.ID == "" {
			one.ID = e.ID
		}
		under := ""
		if _, shop := e.Act.(*job.PutShop); shop && k > 0 {
			under = "shop."
		}
		step := EditStep{under: under, Edit: one, Inverse: one.On(&m.out.Document, path, &m.faults), Worked: e.Do() == "apply-fix" || e.Do() == "mend", from: i}
		if k == 0 && !job.SameEdit(one, asked) {
			step.Asked = &asked
		}
		m.out.Steps = append(m.out.Steps, step)
	}
}

// moves says whether an edit may move a wall.
func moves(e job.Edit) bool {
	if strings.HasSuffix(e.Do(), "note") {
		return false
	}
	switch e.Act.(type) {
	case *job.AddReading, *job.RemoveReading, *job.CutPiece, *job.RemoveCut, *job.CullStick, *job.RemoveCull, *job.WorkedOn, *job.RemoveWorked, *job.Mend, *job.StandPiece, *job.RemoveStood, *job.Rename, *job.PutMark, *job.PutAssess,
		*job.PutOpening, *job.RemoveOpening:
		return false
	}
	return true
}

// fix works out what a fix of the plan is: a list of edits.
func (m *Maker) fix(a *job.ApplyFix, path string) (made []job.Edit, said string) {
	p, err := m.Plan(m.out.Document)
	if err != nil {
		m.faults.Add(path, "the job can't be planned before it: %s", err)
		return nil, ""
	}
	made = p.FixEdits(m.out.Document, a.Wall, a.Fix)
	if made == nil {
		m.faults.Add(path+".fix", "%q isn't offered for wall %s any more: look again at what is", a.Fix, a.Wall)
		return nil, ""
	}
	if text := p.FixSaid(a.Wall, a.Fix); text != "" {
		said = a.Wall + ": " + text
	}
	return made, said
}

// located gives faults of a document by the edit that brought them: the one
// that put the smallest part around it, the last of several.
func located(faults job.Faults, e Edited) job.Faults {
	var out job.Faults
	for _, f := range faults {
		best, longest := f, 0
		for _, step := range e.Steps {
			field, at := step.Edit.Puts(e.Document)
			rest, inside := strings.CutPrefix(f.Path, at)
			if step.from < 0 || at == "" || !inside || len(at) < longest || rest != "" && rest[0] != '.' && rest[0] != '[' {
				continue
			}
			longest = len(at)
			best = job.Fault{Path: fmt.Sprintf("edits[%d].%s%s%s", step.from, step.under, field, rest), Text: f.Text}
			if step.Worked {
				best = job.Fault{Path: fmt.Sprintf("edits[%d].fix", step.from), Text: f.Path + ": " + f.Text}
			}
		}
		out = append(out, best)
	}
	return out
}

// Touches are the parts that edits change or rely on, where that may stand in
// somebody's way: a line that is only added doesn't.
func (e Edited) Touches() []string {
	var out []string
	for _, s := range e.Steps {
		if !s.Edit.Adds() {
			out = append(out, s.Edit.Touches()...)
		}
	}
	return out
}
