package job

import (
	"cmp"
	"strconv"
	"strings"

	"homalos/internal/measure"
)

// noteIn is how a list of the record is reached, what its lines are called by, and what
// part of the job one is about.
type noteIn[T any] struct {
	list  func(*Record) *[]T
	id    func(*T) *string
	about func(T) []string
	gone  string // what it is called once it was taken back
}

// note is a line of any of the lists that are told with note.
type note interface {
	Checked | Noted | Settled | ClosedUp | Photo
}

func noteOf[T note]() noteIn[T] {
	var lists any
	switch any(*new(T)).(type) {
	case Checked:
		lists = noteIn[Checked]{func(r *Record) *[]Checked { return &r.Checks }, func(n *Checked) *string { return &n.ID }, func(n Checked) []string { return part("record", "checked", n.Check) }, "a line of a check taken back"}
	case Noted:
		lists = noteIn[Noted]{func(r *Record) *[]Noted { return &r.Items }, func(n *Noted) *string { return &n.ID }, func(n Noted) []string { return part("record", "open", n.Called()) }, "a line of the open list taken back"}
	case Settled:
		lists = noteIn[Settled]{func(r *Record) *[]Settled { return &r.Settled }, func(n *Settled) *string { return &n.ID }, func(n Settled) []string { return part("record", "open", n.Item) }, "something settled is open again"}
	case ClosedUp:
		lists = noteIn[ClosedUp]{func(r *Record) *[]ClosedUp { return &r.Closed }, func(n *ClosedUp) *string { return &n.ID }, func(n ClosedUp) []string { return part("record", "boarded", n.Wall) }, "the word taken back that a wall is closed"}
	case Photo:
		lists = noteIn[Photo]{func(r *Record) *[]Photo { return &r.Photos }, func(n *Photo) *string { return &n.ID }, func(Photo) []string { return nil }, "a photo taken out"}
	}
	return lists.(noteIn[T])
}

// Note adds a line to a list of the record.
type Note[T note] struct {
	Part NotePart `json:"part"`
	Line T        `json:"line"`
	At   *int     `json:"at,omitempty" doc:"Where in the list it stands. Default last."`
}

// RemoveNote takes a line of the record back. The log keeps it.
type RemoveNote[T note] struct {
	Part NotePart `json:"part"`
	Key  string   `json:"key" doc:"Its id."`
	Lone bool     `json:"lone,omitempty" doc:"The record was not there before it: it goes too, if nothing else is in it."`
}

func (a *Note[T]) apply(d *Document, path string, faults *Faults) Act {
	in := noteOf[T]()
	if key, lone := noted(d, in.list, in.id, a.Line, a.At, path, "line", faults); key != "" {
		return &RemoveNote[T]{a.Part, key, lone}
	}
	return nil
}

func (a *RemoveNote[T]) apply(d *Document, path string, faults *Faults) Act {
	in := noteOf[T]()
	if was, at := unnoted(d, in.list, in.id, a.Key, a.Lone, path+".key", faults); was != nil {
		return &Note[T]{a.Part, *was, at}
	}
	return nil
}

func (a *Note[T]) touches() []string {
	in := noteOf[T]()
	return append(part("record", string(a.Part), *in.id(&a.Line)), in.about(a.Line)...)
}

func (a *RemoveNote[T]) touches() []string { return part("record", string(a.Part), a.Key) }

func (a *Note[T]) puts(d Document) (field, path string) {
	in := noteOf[T]()
	return "line", standsIn("record."+string(a.Part), *in.list(d.Record), in.id, *in.id(&a.Line))
}

func (*RemoveNote[T]) puts(Document) (field, path string) { return "", "" }

func (a *Note[T]) ownID() *string { return noteOf[T]().id(&a.Line) }

func (*Note[T]) adds() {}

// notesBetween are the edits between two records' lists of one kind.
func notesBetween[T note](was, now *Record, name NotePart, do func(Act)) {
	in := noteOf[T]()
	lines(*in.list(was), *in.list(now), in.id, func(n T, at *int) { do(&Note[T]{name, n, at}) }, func(id string) { do(&RemoveNote[T]{Part: name, Key: id}) })
}

func (a *Note[T]) say(u measure.System) string { return sayNote(a.Line, u) }

func (a *RemoveNote[T]) say(measure.System) string { return noteOf[T]().gone }

// sayNote says a line of the record as somebody else on the job would be told.
func sayNote(line any, u measure.System) string {
	switch n := line.(type) {
	case Checked:
		return sayChecked(n, u)
	case Noted:
		return "open: " + n.What
	case Settled:
		what := strings.TrimSuffix(cmp.Or(n.What, n.Item), ".")
		if n.Undone {
			return what + ": open again"
		}
		return strings.TrimSuffix(what+": settled: "+n.Line, ": ")
	case ClosedUp:
		if n.Undone {
			return "wall " + n.Wall + " is open again"
		}
		return "wall " + n.Wall + " is closed"
	case Photo:
		return strings.TrimSuffix("photo of "+cmp.Or(n.Member, sayCheck(n.Check), n.Wall, sayCheck(n.Finding), "the job")+": "+n.What, ": ")
	}
	return ""
}

// sayCheck is what a check is called: A, plumb across, start.
func sayCheck(id string) string { return strings.NewReplacer(".", ", ", "-", " ").Replace(id) }

func sayChecked(c Checked, u measure.System) string {
	said := sayCheck(c.Check) + ": "
	switch {
	case c.Undone:
		return said + "its last line taken back"
	case c.Accepted:
		return said + "stays as it is, accepted by " + c.By
	case c.Value.Given():
		return said + c.Value.Said(u)
	case c.Count != nil:
		return said + strconv.Itoa(*c.Count)
	}
	return said + cmp.Or(c.Is, "looked at")
}
