package exchange

import (
	"fmt"
	"io"
	"slices"
	"strings"
	"time"

	"homalos/internal/plan"
)

// StandPages is what pages of how walls go up say besides.
type StandPages struct {
	Job      string
	Revision int64
	At       time.Time
	Paper    Paper
	Days     []int    // numbers of days, each on pages of its own
	Walls    []string // whose steps are written, each on pages of its own
}

// WriteStand writes day sheets, and sheets of the steps of walls, as a PDF: what is done
// with a box to tick, what has to be there that morning, cautions.
func WriteStand(w io.Writer, p plan.Plan, of StandPages) error {
	s := newSheets(Paper{of.Paper.Name, of.Paper.High, of.Paper.Wide}, "Stand: "+of.Job, of.At)
	s.AliasNbPages("{all}")
	x := &woodPage{sheets: s, of: WoodPages{Job: of.Job, Revision: of.Revision, At: of.At, Paper: of.Paper}, wide: of.Paper.High - 2*margin, high: of.Paper.Wide - 2*margin}
	for _, n := range of.Days {
		for _, d := range p.Days {
			if d.Number == n {
				x.daySheet(p, d)
			}
		}
	}
	for _, id := range of.Walls {
		for _, wall := range p.Walls {
			if wall.ID == id && wall.Raising != nil {
				x.stepSheet(wall)
			}
		}
	}
	return s.write(w)
}

// para writes a text in as many lines as it takes, and goes on below it.
func (x *woodPage) para(indent, size float64, style, text string) {
	x.font(style, size)
	step := size * 0.46
	lines := x.SplitText(text, x.wide-indent)
	x.room(step*float64(len(lines)) + 1)
	x.font(style, size)
	for _, line := range lines {
		x.say(margin+indent, x.y+step*0.8, "L", line)
		x.y += step
	}
	x.y++
}

func (x *woodPage) heading(text string) {
	x.room(14)
	x.y += 3
	x.para(0, 12, "B", text)
}

// list writes texts below each other, each with a mark or a box to tick.
func (x *woodPage) list(texts []string, box bool) {
	for _, text := range texts {
		x.font("", 11)
		x.room(5.1*float64(len(x.SplitText(text, x.wide-7))) + 1)
		if box {
			x.Rect(margin+1, x.y+0.6, 3.4, 3.4, "D")
		} else {
			x.Circle(margin+2.6, x.y+2.4, 0.6, "F")
		}
		x.para(7, 11, "", text)
	}
}

func (x *woodPage) daySheet(p plan.Plan, d plan.Day) {
	x.begin(fmt.Sprintf("%s: %d there", d.Said, d.There), nil)
	if d.Lost {
		x.para(0, 12, "B", "Nothing is done on this day.")
	}
	for _, t := range d.Tasks {
		x.room(9.5)
		x.Rect(margin+1, x.y+1.4, 4, 4, "D")
		if t.Done {
			x.Line(margin+1, x.y+5.4, margin+5, x.y+1.4)
		}
		x.fitted(margin+8, x.y+5, 30, "L", "", 11, t.From+" to "+t.To)
		x.fitted(margin+40, x.y+5, x.wide-92, "L", "B", 13, t.Named())
		var more []string
		if t.Begun {
			more = append(more, "goes on")
		}
		if t.GoesOn {
			more = append(more, "not done today")
		}
		more = append(more, fmt.Sprintf("%s, %d", t.Role, t.People))
		x.fitted(margin+x.wide, x.y+5, 50, "R", "", 10, strings.Join(more, ", "))
		if t.Hangs {
			x.SetLineWidth(0.9)
			x.Line(margin+40, x.y+6.4, margin+40+min(x.wide-92, x.width(t.Named())), x.y+6.4)
			x.SetLineWidth(0.25)
		}
		x.y += 9
	}
	if slices.ContainsFunc(d.Tasks, func(t plan.DayTask) bool { return t.Hangs }) {
		x.para(0, 8.5, "", "Underlined: the end hangs on it.")
	}
	if len(d.Notes) > 0 {
		x.heading("Today")
		x.list(d.Notes, false)
	}
	if len(d.Tools)+len(d.Wood) > 0 || d.Boards > 0 {
		x.heading("Here this morning")
		var wood []string
		for _, w := range d.Wood {
			wood = append(wood, fmt.Sprintf("%d × %s, %s", w.Count, w.Lumber, w.Stock))
		}
		if d.Boards > 0 {
			wood = append(wood, fmt.Sprintf("boards for %d pieces", d.Boards))
		}
		x.list(append(wood, d.Tools...), true)
	}
	if len(d.Cautions) > 0 {
		x.heading("Heed")
		x.list(d.Cautions, false)
		x.para(0, 8.5, "", "Local rules, the inspector and licensed engineers decide over every line here.")
	}
}

// width is how wide a text is as a task's name.
func (x *woodPage) width(text string) float64 {
	x.font("B", 13)
	return x.GetStringWidth(text)
}

func (x *woodPage) stepSheet(w plan.Wall) {
	x.begin(fmt.Sprintf("Wall %s, %s", w.ID, w.Said), nil)
	for i, s := range w.Raising.Steps {
		x.font("", 11.5)
		x.room(5.4*float64(len(x.SplitText(s.Text, x.wide-16))) + 2)
		if s.Kind == "do" || s.Kind == "check" {
			x.Rect(margin+1, x.y+0.7, 3.6, 3.6, "D")
		}
		x.font("B", 11.5)
		x.say(margin+12.5, x.y+4.2, "R", fmt.Sprint(i+1))
		text := s.Text
		if said := map[string]string{"hold": "Hold: ", "caution": "Caution: ", "check": "Check: "}[s.Kind]; said != "" {
			text = said + text
		}
		style := ""
		if s.Kind == "hold" || s.Kind == "caution" {
			style = "B"
		}
		x.para(16, 11.5, style, text)
		x.y += 1.2
	}
	if len(w.Raising.Shims) > 0 {
		x.heading("Gaps to pack")
		var all []string
		for _, g := range w.Raising.Shims {
			where := "under the bottom plate"
			if g.Where == "over" {
				where = "over the top plate, at the joist"
			}
			all = append(all, fmt.Sprintf("%s at %s, %s", g.Thickness, g.At, where))
		}
		x.list(all, true)
	}
	x.heading("Heed")
	x.para(0, 10, "", "Clear the way it turns through and the way out; nobody stands under it; one person gives the word. A wall that carries, or is tied to one that does, waits for the engineer's word. Local rules and the inspector decide.")
}
