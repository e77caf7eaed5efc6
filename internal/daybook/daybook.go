// Package daybook turns a job's log of edits into one list of what was read, chosen, cut,
// cut again and why, stood, checked, decided, substituted, settled, and of hours: by whom,
// when, with what. It reads edits; it knows neither the store nor the plan.
package daybook

import (
	"cmp"
	"slices"
	"strings"
	"time"

	"homalos/internal/job"
	"homalos/internal/measure"
)

// Kind is what was done.
type Kind string

// The kinds.
const (
	Read        Kind = "read"
	Chosen      Kind = "chosen"
	Cut         Kind = "cut"
	Recut       Kind = "recut" // it came out wrong
	Stood       Kind = "stood"
	Checked     Kind = "checked"
	Decided     Kind = "decided" // accepted, closed, assessed: by somebody, by name
	Substituted Kind = "substituted"
	Settled     Kind = "settled" // put on the open list, or closed there
	Photo       Kind = "photo"
	Hours       Kind = "hours"
)

// Kinds are all of them, in the order they are offered.
var Kinds = []Kind{Read, Chosen, Cut, Recut, Stood, Checked, Decided, Substituted, Settled, Photo, Hours}

// Line is one line of the book.
type Line struct {
	Revision int64
	Kind     Kind
	Wall     string
	Member   string
	By       string // who did it; else who said it
	With     string // the instrument, or the device it was said on
	At       time.Time
	Said     string
	Why      string
	Back     bool // it takes something back
	Stands   bool // it wasn't taken back since
}

// Step is what the book is written from: edits made together.
type Step struct {
	Revision int64
	By       string
	At       time.Time
	Said     string
	Stands   bool
	Undoes   bool // it takes another step back, or makes it again
	Edits    []job.Edit
	Inverse  [][]job.Edit // of each of them
}

// mostLines is how many lines one step gives: of many edits made at once the first, and one
// that says how many more.
const mostLines = 60

// Of are the lines of a step, in its order.
func Of(s Step, u measure.System) (out []Line) {
	if s.Undoes {
		l := Line{Kind: Chosen, Back: true}
		if len(s.Edits) > 0 {
			l = of(s.Edits[0], u)
			l.Back = true
		}
		l.Said = s.Said
		return []Line{s.signed(l)}
	}
	for i, e := range s.Edits {
		if len(out) == mostLines {
			out[mostLines-1].Said += ", and more"
			break
		}
		l := of(e, u)
		if l.Said == "" {
			var back []job.Edit
			if i < len(s.Inverse) {
				back = s.Inverse[i]
			}
			l.Said = job.Say([]job.Edit{e}, back, u)
		}
		out = append(out, s.signed(l))
	}
	return out
}

func (s Step) signed(l Line) Line {
	l.Revision, l.At, l.Stands = s.Revision, s.At, s.Stands
	l.By = cmp.Or(strings.TrimSpace(l.By), s.By)
	return l
}

// of is what one edit is in the book.
func of(e job.Edit, u measure.System) (l Line) {
	switch a := e.Act.(type) {
	case *job.AddReading:
		l = Line{Kind: Read, By: a.Reading.By, With: a.Reading.Instrument, Why: a.Reading.Replaces}
		for _, p := range a.Reading.Places() {
			l.Wall = cmp.Or(l.Wall, p.Wall)
		}
		if l.Why != "" {
			l.Why = "corrects an earlier one"
		}
	case *job.AddTie:
		l = Line{Kind: Read, By: a.Tie.By, With: a.Tie.Instrument}
	case *job.RemoveReading, *job.RemoveTie:
		l = Line{Kind: Read, Back: true}
	case *job.CutPiece:
		l = Line{Kind: Cut, Member: a.Cut.Member, By: a.Cut.By, With: a.Cut.Stick, Why: a.Cut.Why, Back: a.Cut.Undone}
		if a.Cut.Miscut {
			l.Kind = Recut
		}
	case *job.RemoveCut:
		l = Line{Kind: Cut, Back: true}
	case *job.CullStick:
		l = Line{Kind: Cut, By: a.Cull.By, With: a.Cull.Stick, Back: a.Cull.Undone}
	case *job.StandPiece:
		l = Line{Kind: Stood, Member: a.Stood.Member, By: a.Stood.By, Back: a.Stood.Out || a.Stood.Undone}
	case *job.RemoveStood:
		l = Line{Kind: Stood, Back: true}
	case *job.WorkedOn:
		wall, _, _ := strings.Cut(a.Worked.Task, ".")
		l = Line{Kind: Hours, Wall: wall, By: a.Worked.By}
	case *job.RemoveWorked:
		l = Line{Kind: Hours, Back: true}
	case *job.PutAssess:
		l = Line{Kind: Decided}
	default:
		l = note(e)
	}
	l.Wall = cmp.Or(l.Wall, wallOf(l.Member), touched(e))
	return l
}

// note is a line of what was proved, or something chosen.
func note(e job.Edit) Line {
	switch a := e.Act.(type) {
	case *job.Note[job.Checked]:
		l := Line{Kind: Checked, Wall: a.Line.Wall, By: a.Line.By, With: a.Line.With, Why: a.Line.Why, Back: a.Line.Undone}
		if a.Line.Accepted {
			l.Kind = Decided
		}
		return l
	case *job.Note[job.Noted]:
		l := Line{Kind: Settled, Wall: a.Line.Wall, Member: a.Line.Member, By: a.Line.By}
		if a.Line.Kind == "substitution" {
			l.Kind, l.Said = Substituted, a.Line.What+": designed "+a.Line.Designed+", built "+a.Line.Built
		}
		return l
	case *job.Note[job.Settled]:
		return Line{Kind: Settled, By: a.Line.By, Back: a.Line.Undone}
	case *job.Note[job.ClosedUp]:
		return Line{Kind: Decided, Wall: a.Line.Wall, By: a.Line.By, Back: a.Line.Undone}
	case *job.Note[job.Photo]:
		return Line{Kind: Photo, Wall: a.Line.Wall, Member: a.Line.Member, By: a.Line.By}
	case *job.RemoveNote[job.Checked]:
		return Line{Kind: Checked, Back: true}
	case *job.RemoveNote[job.Noted], *job.RemoveNote[job.Settled]:
		return Line{Kind: Settled, Back: true}
	case *job.RemoveNote[job.ClosedUp]:
		return Line{Kind: Decided, Back: true}
	case *job.RemoveNote[job.Photo]:
		return Line{Kind: Photo, Back: true}
	}
	return Line{Kind: Chosen}
}

// wallOf is the wall that a piece is of, by its name: "A-S4".
func wallOf(member string) string {
	i := strings.LastIndex(member, "-")
	if i < 0 {
		return ""
	}
	return member[:i]
}

// touched is the wall that an edit is about, by the parts that it touches.
func touched(e job.Edit) string {
	for _, part := range e.Touches() {
		if names := strings.Split(part, "/"); len(names) > 1 && names[0] == "walls" {
			return names[1]
		}
	}
	return ""
}

// Filter is what of the book is wanted; what is left out doesn't matter.
type Filter struct {
	Text string // every word of it stands in the line, in any letters
	Wall string
	By   string
	Kind []Kind
	From time.Time
	To   time.Time // not with it
}

// Takes says whether a line is wanted.
func (f Filter) Takes(l Line) bool {
	switch {
	case f.Wall != "" && l.Wall != f.Wall,
		f.By != "" && !strings.EqualFold(l.By, f.By),
		len(f.Kind) > 0 && !slices.Contains(f.Kind, l.Kind),
		!f.From.IsZero() && l.At.Before(f.From),
		!f.To.IsZero() && !l.At.Before(f.To):
		return false
	}
	all := strings.ToLower(strings.Join([]string{l.Said, l.Why, l.By, l.With, l.Member, l.Wall, string(l.Kind)}, " "))
	for _, word := range strings.Fields(strings.ToLower(f.Text)) {
		if !strings.Contains(all, word) {
			return false
		}
	}
	return true
}
