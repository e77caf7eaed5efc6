package making

import (
	"cmp"
	"slices"
	"strings"

	"homalos/internal/job"
	"homalos/internal/plan"
	"homalos/internal/proving"
)

// signed fills in who said a line and when, and what it is called.
func (m *Maker) signed(edit string, id, by, at *string) {
	*id, *by, *at = cmp.Or(*id, edit), cmp.Or(*by, m.By), cmp.Or(*at, m.At)
}

// now is the plan of the job before these edits, whatever was on screen; what they come to
// is laid over it without another plan.
func (m *Maker) now(path string) (p plan.Plan, ok bool) {
	p, err := m.Plan(m.Now)
	if err != nil {
		m.faults.Add(path, "the job can't be planned, so nothing of it is checked: %s", err)
	}
	return p, err == nil
}

// checked is what came of a check that the plan asks for.
func (m *Maker) checked(c *job.Checked, edit, path string) {
	if m.Kept {
		return
	}
	m.signed(edit, &c.ID, &c.By, &c.At)
	last, made := m.out.Document.CheckedNow()[c.Check]
	if c.Undone {
		if !made {
			m.faults.Add(path+".check", "nothing was said of %s: there is nothing to take back", c.Check)
		}
		return
	}
	p, ok := m.onScreen(path)
	if !ok {
		return
	}
	i := slices.IndexFunc(p.ToCheck, func(a proving.Ask) bool { return a.ID == c.Check })
	if i < 0 {
		wall, _, _ := strings.Cut(c.Check, ".")
		if c.Wall != "" {
			wall = c.Wall
		}
		if !slices.ContainsFunc(p.Walls, func(w plan.Wall) bool { return w.ID == wall }) {
			m.faults.Add(path+".check", "no new wall is called %s now: what was checked of it before stays in the log", wall)
		} else {
			m.faults.Add(path+".check", "%s isn't checked on wall %s now: take its name from the plan's checks", c.Check, wall)
		}
		return
	}
	c.Wall = p.ToCheck[i].Wall
	if c.Accepted { // it stays as it was found: by somebody, by name
		if !c.Value.Given() && c.Count == nil && c.Is == "" && made {
			c.Value, c.Over, c.Count, c.Is = last.Value, last.Over, last.Count, last.Is
		}
		if c.By == "" {
			m.faults.Add(path+".by", "missing: say who accepts that it stays as it is")
			return
		}
	}
	if field, text := p.ToCheck[i].Fits(*c); field != "" {
		m.faults.Add(path+"."+field, "%s", text)
	}
}

// item is something put on the open list, or more said of it.
func (m *Maker) item(n *job.Noted, edit, path string) {
	if m.Kept {
		return
	}
	m.signed(edit, &n.ID, &n.By, &n.At)
	n.Item = cmp.Or(n.Item, n.ID)
	if n.Wall == "" && n.Member == "" {
		return
	}
	p, ok := m.onScreen(path)
	if !ok || n.Item != n.ID { // more said of what is there already: its wall may be gone
		return
	}
	if n.Wall != "" && !slices.ContainsFunc(p.Walls, func(w plan.Wall) bool { return w.ID == n.Wall }) {
		m.faults.Add(path+".wall", "no new wall is called %s now: name one that is there, or leave it out", n.Wall)
	}
	if member, _ := p.Result.Member(n.Member); n.Member != "" && member == nil {
		m.faults.Add(path+".member", "no piece is called %s now", n.Member)
	}
}

// settles is the line that closes something on the open list: once.
func (m *Maker) settles(s *job.Settled, edit, path string) {
	if m.Kept {
		return
	}
	m.signed(edit, &s.ID, &s.By, &s.At)
	was, closed := m.out.Document.SettledNow()[s.Item]
	switch {
	case s.Undone && !closed:
		m.faults.Add(path+".item", "%s isn't settled: it is open already", s.Item)
		return
	case s.Undone:
		s.What = cmp.Or(s.What, was.What)
		return
	case closed:
		m.faults.Add(path+".item", "it was settled before, %s: %s. Open it again to settle it otherwise", strings.Join(slices.DeleteFunc([]string{was.By, was.At}, func(t string) bool { return t == "" }), ", "), cmp.Or(was.Line, "with no word"))
		return
	case strings.TrimSpace(s.Line) == "":
		m.faults.Add(path+".line", "missing: say what was done about it")
		return
	}
	p, ok := m.now(path)
	if !ok {
		return
	}
	listed := proving.Open(p.Leaves, m.out.Document)
	i := slices.IndexFunc(listed, func(x proving.Item) bool { return x.Item == s.Item })
	if i < 0 {
		m.faults.Add(path+".item", "nothing on the open list is called %s now", s.Item)
		return
	}
	s.What = listed[i].What
}

// closedUp is the word that a wall's boards are on: not while anything of it is open.
func (m *Maker) closedUp(c *job.ClosedUp, edit, path string) {
	if m.Kept {
		return
	}
	m.signed(edit, &c.ID, &c.By, &c.At)
	_, closed := m.out.Document.ClosedNow()[c.Wall]
	switch {
	case c.Undone && !closed:
		m.faults.Add(path+".wall", "wall %s isn't closed", c.Wall)
	case c.Undone:
	case closed:
		m.faults.Add(path+".wall", "wall %s is closed already", c.Wall)
	default:
		if p, ok := m.now(path); ok {
			m.mayClose(p, c.Wall, path+".wall")
		}
	}
}

// mayClose says what keeps a wall from being closed.
func (m *Maker) mayClose(p plan.Plan, wall, path string) {
	if !slices.ContainsFunc(p.Walls, func(w plan.Wall) bool { return w.ID == wall }) {
		m.faults.Add(path, "no new wall is called %s now", wall)
		return
	}
	d, rules := m.out.Document, p.Result.Rules
	for _, why := range proving.MayClose(wall, proving.Open(p.Leaves, d), proving.Judge(p.ToCheck, d, rules), rules).Said {
		m.faults.Add(path, "%s isn't closed: %s", wall, why)
	}
}

// photo is a picture tied to what it shows, all of which is there.
func (m *Maker) photo(f *job.Photo, edit, path string) {
	if m.Kept {
		return
	}
	m.signed(edit, &f.ID, &f.By, &f.At)
	p, ok := m.onScreen(path)
	if !ok {
		return
	}
	if f.Check != "" {
		i := slices.IndexFunc(p.ToCheck, func(a proving.Ask) bool { return a.ID == f.Check })
		if i < 0 {
			m.faults.Add(path+".check", "no check is called %s now", f.Check)
			return
		}
		f.Wall = cmp.Or(f.Wall, p.ToCheck[i].Wall)
	}
	if member, wall := p.Result.Member(f.Member); f.Member != "" && member == nil {
		m.faults.Add(path+".member", "no piece is called %s now", f.Member)
	} else if member != nil && wall.Wall.There == nil {
		f.Wall = cmp.Or(f.Wall, wall.Wall.ID)
	}
	if f.Wall != "" && !slices.ContainsFunc(p.Walls, func(w plan.Wall) bool { return w.ID == f.Wall }) {
		m.faults.Add(path+".wall", "no new wall is called %s now", f.Wall)
	}
}
