// Package days knows what is done on which day: the tasks of each wall by who does them
// and where, how long they take, what they wait for and what has to be there that
// morning. When things are laid is package timing's; how a wall goes up, raising's.
//
// Source: the work, step 8, plan of days.
package days

import (
	"cmp"
	"math"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/raising"
	"homalos/internal/sheeting"
	"homalos/internal/site"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/work"
)

// Kind is what a task is, named as in the job document.
type Kind string

// The kinds, in the order that they are done.
const (
	Strike   Kind = "strike"
	Mark     Kind = "mark"
	Cut      Kind = "cut"
	Bottom   Kind = "bottom"
	Top      Kind = "top"
	Stand    Kind = "stand" // in place, stud by stud
	Build    Kind = "build" // flat on the floor
	Raise    Kind = "raise"
	Between  Kind = "between"
	Fix      Kind = "fix"
	Insulate Kind = "insulate"
	Close    Kind = "close"
	Waits    Kind = "wait"
)

// Row is what is to be known of a kind of task.
type Row struct {
	Kind  Kind
	Role  string  // where it is done: saw, floor or ladder
	Of    string  // what is counted of it
	Fresh float64 // hours of one person for one of those, in a new building. Usual practice.
	Whole bool    // begun and ended in one day
}

// Rows are the tasks. Each may be drawn out several times in an old building; the crew's
// own figures come before these.
var Rows = []Row{
	{Strike, "floor", "line", 0.25, false},
	{Mark, "floor", "mark", 0.01, false},
	{Cut, "saw", "piece", 0.02, false},
	{Bottom, "floor", "fixing", 0.04, false},
	{Top, "ladder", "fixing", 0.06, false},
	{Stand, "floor", "piece", 0.06, false},
	{Build, "floor", "piece", 0.04, false},
	{Raise, "floor", "person", 0.15, true},
	{Between, "floor", "piece", 0.04, false},
	{Fix, "ladder", "place", 0.06, false},
	{Insulate, "floor", "bay", 0.08, false},
	{Close, "ladder", "board", 0.25, false},
}

func rowOf(k Kind) Row {
	i := slices.IndexFunc(Rows, func(r Row) bool { return r.Kind == k })
	return Rows[i]
}

// Task is one task of one wall, or something that is waited for.
type Task struct {
	ID     string
	Kind   Kind
	Wall   string // "": of all
	Role   string
	Count  int     // of what is counted
	Hours  float64 // of one person
	Own    bool    // by the crew's own figures
	Lacks  int     // so many people more than are there
	People int
	Wait   int // of a wait: which of the schedule's; -1: by itself
	For    string
	Why    string  // of a wait
	Held   string  // why it is on no day
	hours  float64 // of a cure
	nodes  []int   // in the problem
}

// gather lists the tasks of each wall, in the order that the walls go up.
func (m *maker) gather() {
	for _, t := range m.order.Turns {
		i := slices.IndexFunc(m.raised, func(r raising.Raising) bool { return r.Wall.Wall.ID == t.Wall })
		r := &m.raised[i]
		w := r.Wall
		m.add(w, Strike, 1, 1)
		m.add(w, Mark, len(w.Marks), 1)
		m.add(w, Cut, pieces(w), 1)
		flat := r.Way != raising.InPlace
		stand, between := countOf(w)
		if w.Wall.Hung == nil && (!flat || r.Way == raising.PlateFirst) {
			m.add(w, Bottom, w.Against[survey.Floor].Count, 1)
		}
		if flat {
			m.add(w, Build, stand+between, 1)
			m.add(w, Raise, r.People*r.Sections(), r.People)
		} else {
			m.add(w, Top, w.Against[survey.Ceiling].Count, 1)
			m.add(w, Stand, stand, 1)
			m.add(w, Between, between, 1)
		}
		fixed := len(r.Shims)
		if flat {
			fixed += w.Against[survey.Ceiling].Count
			if r.Way != raising.PlateFirst {
				fixed += w.Against[survey.Floor].Count
			}
		}
		m.add(w, Fix, fixed+len(w.Meetings)+2, 1) // plumbed at both ends, fixed to what it meets
		m.add(w, Insulate, m.bays(w), 1)
		n, heavy := m.boards(w)
		hands := 1
		if heavy {
			hands = 2
		}
		m.add(w, Close, n, hands)
	}
}

func (m *maker) add(w *work.Wall, k Kind, n, people int) {
	if n == 0 || slices.Contains(m.s.Leave, string(k)) {
		return
	}
	row := rowOf(k)
	t := Task{ID: w.Wall.ID + "." + string(k), Kind: k, Wall: w.Wall.ID, Role: row.Role, Count: n, People: people, Wait: -1}
	each, own := PaceOf(m.s, k)
	t.Hours, t.Own = math.Round(each*float64(n)*100)/100, own
	m.at[t.ID] = len(m.tasks)
	m.tasks = append(m.tasks, t)
}

// PaceOf is how many hours of one person one of what is counted takes: by the crew's own
// figures, else so many times what it takes in a new building.
func PaceOf(s *site.Schedule, k Kind) (each float64, own bool) {
	sum, n := 0.0, 0
	for _, p := range s.Pace {
		if p.Task == string(k) {
			sum, n = sum+p.Hours*float64(max(1, p.Of)), n+max(1, p.Of)
		}
	}
	if n > 0 {
		return sum / float64(n), true
	}
	return rowOf(k).Fresh * s.Times, false
}

// pieces is how many pieces of a wall are cut.
func pieces(w *work.Wall) (n int) {
	for _, x := range w.Members {
		if x.Known {
			n++
		}
	}
	return n
}

// countOf is how many pieces of a wall stand, and how many lie between those.
func countOf(w *work.Wall) (stand, between int) {
	for _, x := range w.Members {
		switch {
		case x.Kind.Upright():
			stand++
		case !x.Kind.Row().Plate && (!x.Kind.Row().Apart || x.Kind == wood.Rung || x.Kind == wood.Nailer):
			between++
		}
	}
	return stand, between
}

// bays is how many bays of a wall are filled.
func (m *maker) bays(w *work.Wall) (n int) {
	if m.r.Insulation.Width == 0 || !m.r.Filled(w.Wall.ID) {
		return 0
	}
	for _, b := range w.Bays(m.r.Rules) {
		if b.Clear() > 0 {
			n++
		}
	}
	return n
}

// boards is how many pieces of board go on a wall, and whether the largest is more than
// one person lifts.
func (m *maker) boards(w *work.Wall) (n int, heavy bool) {
	large := 0.0
	each := func(f *sheeting.Face) {
		for _, p := range f.Pieces {
			n++
			large = max(large, p.Along().Millimetres()*p.Up().Millimetres())
		}
	}
	for i := range w.Faces {
		each(&w.Faces[i])
	}
	return n, raising.BoardWeight(large, m.r.Board.Millimetres()) > raising.Lift
}

// engineer says why a wall may not stand yet: it carries, and nobody licensed has said
// when or how.
func (m *maker) engineer(w *work.Wall) bool {
	if w.Wall.Carries != framing.Carries {
		return false
	}
	named := slices.ContainsFunc(w.Wall.Openings, func(o framing.Opening) bool { return o.Engineer == nil })
	return named || len(w.Wall.Openings) == 0
}

// ByTime orders tasks by when they begin.
func (p *Plan) ByTime() []int {
	out := make([]int, 0, len(p.Tasks))
	for i := range p.Tasks {
		if p.Tasks[i].Held == "" {
			out = append(out, i)
		}
	}
	slices.SortStableFunc(out, func(a, b int) int {
		return cmp.Or(cmp.Compare(p.Span(a).From, p.Span(b).From), cmp.Compare(p.Span(a).To, p.Span(b).To))
	})
	return out
}
