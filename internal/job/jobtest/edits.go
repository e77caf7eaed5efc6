// Package jobtest makes edits as a crew at work would, for tests.
package jobtest

import (
	"fmt"
	"math/rand/v2"

	"homalos/internal/job"
)

// Crew makes edits at random. Most of them can be made; a few can't, as in
// life.
type Crew struct {
	*rand.Rand
	Name string // keeps what one crew makes apart from another's
	n    int
}

// NewCrew is a crew that always makes the same edits of the same jobs.
func NewCrew(name string, seed uint64) *Crew {
	return &Crew{Rand: rand.New(rand.NewPCG(seed, 7)), Name: name}
}

// ID is one that this crew has not used yet.
func (c *Crew) ID() string { c.n++; return fmt.Sprintf("%s-%d", c.Name, c.n) }

func (c *Crew) length(d job.Document, low, high int) string {
	if d.Units == "metric" {
		return fmt.Sprintf("%d mm", 25*low+c.IntN(25*(high-low)+1))
	}
	return fmt.Sprintf("%d %d/16 in", low+c.IntN(high-low+1), 1+2*c.IntN(8))
}

func pick[T any](c *Crew, all []T) T { return all[c.IntN(len(all))] }

// Edit is one more edit of a job.
func (c *Crew) Edit(d job.Document) job.Edit {
	for {
		if a := c.act(d, c.IntN(16)); a != nil {
			return job.Edit{ID: c.ID(), Act: a}
		}
	}
}

func (c *Crew) act(d job.Document, which int) job.Act {
	s := d.Survey
	switch which {
	case 0, 1, 2, 3:
		return c.reading(d)
	case 4:
		return &job.Rename{Name: "name by " + c.Name + fmt.Sprint(c.n)}
	case 5:
		rules := job.Rules{}
		if d.Rules != nil {
			rules = *d.Rules
		}
		rules.Fit = job.L(c.length(d, 0, 1))
		return &job.PutRules{Rules: &rules}
	case 6:
		l := pick(c, d.Lumber)
		l.Stock = append(append([]job.Length{}, l.Stock...), job.L(c.length(d, 60, 200)))
		return &job.PutLumber{Lumber: l}
	case 7:
		return &job.PutLumber{Lumber: job.Lumber{ID: "post " + c.ID(), Thickness: job.L(c.length(d, 2, 3)), Depth: job.L(c.length(d, 3, 6))}}
	case 8:
		return &job.PutFound[job.Zone]{Part: job.FoundZones, Entry: job.Zone{ID: "step " + fmt.Sprint(c.IntN(3)), Of: "floor", Outline: []job.Place{
			{X: job.L("0 in"), Y: job.L("0 in")}, {X: job.L(c.length(d, 5, 9)), Y: job.L("0 in")}, {X: job.L("0 in"), Y: job.L(c.length(d, 5, 9))},
		}}}
	case 9:
		if s != nil && len(s.Zones) > 0 {
			return &job.RemoveFound[job.Zone]{Part: job.FoundZones, Key: pick(c, s.Zones).ID}
		}
	case 10:
		assess := job.Assess{}
		if d.Assess != nil {
			assess = *d.Assess
		}
		assess.Wanted = append(append([]job.Wanted{}, assess.Wanted...), job.Wanted{ID: c.ID(), Kind: "room", What: "place for the press"})
		return &job.PutAssess{Assess: &assess}
	case 11:
		switch c.IntN(12) {
		case 8, 9, 10:
			return c.note(d)
		case 4:
			s := c.Schedule(d)
			for range c.IntN(3) {
				s.Slips = append(s.Slips, c.Slip(d))
			}
			return &job.PutSchedule{Schedule: s}
		case 5:
			return &job.WorkedOn{Worked: job.Worked{Task: pick(c, d.Walls).ID + "." + pick(c, kinds), Hours: float64(c.IntN(9)) / 2, On: c.day(9), Part: c.IntN(3) == 0}}
		case 3:
			return &job.PutOrder{Order: []string{pick(c, d.Walls).ID, pick(c, d.Walls).ID}}
		case 0:
			return &job.CullStick{Cull: job.Cull{Stick: fmt.Sprintf("%s/%d", pick(c, d.Lumber).ID, 1+c.IntN(6)), Undone: c.IntN(3) == 0, As: pick(c, []string{"", "bowed", "waste"})}}
		case 1:
			return &job.StandPiece{Stood: job.Stand{Member: fmt.Sprintf("%s-S%d", pick(c, d.Walls).ID, 1+c.IntN(6)), Out: c.IntN(3) == 0, Undone: c.IntN(4) == 0}}
		case 2:
			return &job.CutPiece{Cut: job.Cut{Member: fmt.Sprintf("%s-S%d", pick(c, d.Walls).ID, 1+c.IntN(6)), Length: job.L(c.length(d, 80, 93)), Came: job.L(c.length(d, 60, 80)), Miscut: true, Undone: c.IntN(3) == 0}}
		}
		return &job.CutPiece{Cut: job.Cut{Member: fmt.Sprintf("%s-S%d", pick(c, d.Walls).ID, 1+c.IntN(6)), Length: job.L(c.length(d, 80, 93)), Undone: c.IntN(3) == 0}}
	case 12, 13:
		return c.wall(d)
	case 14:
		w := pick(c, d.Walls)
		if len(w.Openings) > 0 {
			o := pick(c, w.Openings)
			o.Centre = job.L(c.length(d, 50, 70))
			return &job.PutOpening{Wall: w.ID, Opening: o}
		}
	case 15:
		w := pick(c, d.Walls)
		if len(w.Openings) > 0 && c.IntN(2) == 0 {
			return &job.RemoveOpening{Wall: w.ID, Opening: pick(c, w.Openings).ID}
		}
		if w.Line == nil && len(d.Walls) > 2 && c.IntN(3) == 0 {
			return &job.RemoveWall{Wall: w.ID}
		}
	}
	return nil
}

// reading is one where something was read before, as it was or a hair off; or a
// correction of that.
func (c *Crew) reading(d job.Document) job.Act {
	r := job.Reading{ID: c.ID(), Kind: "gap", Place: &job.Place{Wall: pick(c, d.Walls).ID, Station: job.L(c.length(d, 1, 60))}, Value: job.L(c.length(d, 95, 96))}
	if d.Survey != nil && len(d.Survey.Readings) > 0 {
		old := pick(c, d.Survey.Readings)
		if old.Void {
			return nil
		}
		r.Kind, r.Basis, r.Place, r.Value = old.Kind, old.Basis, old.Place, old.Value
		if c.IntN(4) == 0 {
			r.Replaces = old.ID
		}
	}
	r.Taken, r.By = "2026-11-25T09:00:00Z", c.Name
	return &job.AddReading{Reading: r}
}

// wall is one marked otherwise, or placed elsewhere.
func (c *Crew) wall(d job.Document) job.Act {
	w := pick(c, d.Walls)
	if c.IntN(2) == 0 {
		w.Layout = &job.Layout{From: pick(c, []string{"start", "end"}), Offset: job.L(c.length(d, 0, 3))}
		return &job.PutWall{Wall: w}
	}
	if w.Line != nil && w.Line.At.Given() {
		line := *w.Line
		line.At = job.L(c.length(d, 60, 150))
		w.Line = &line
		return &job.PutWall{Wall: w}
	}
	w.Name = "called by " + c.Name
	return &job.PutWall{Wall: w}
}

// note is a line of the record: a check, something open or settled, a wall closed up.
func (c *Crew) note(d job.Document) job.Act {
	wall := pick(c, d.Walls).ID
	switch c.IntN(4) {
	case 0:
		return &job.Note[job.Noted]{Part: job.NoteItems, Line: job.Noted{Item: pick(c, []string{"", "clamp", "sheet"}), Kind: "other", Wall: wall, What: "to do by " + c.Name}}
	case 1:
		return &job.Note[job.Settled]{Part: job.NoteSettled, Line: job.Settled{Item: pick(c, []string{"clamp", "sheet"}), Line: "done", Undone: c.IntN(4) == 0}}
	case 2:
		return &job.Note[job.ClosedUp]{Part: job.NoteClosed, Line: job.ClosedUp{Wall: wall, Undone: c.IntN(2) == 0}}
	}
	check := wall + pick(c, []string{".plumb-across.start", ".straight.bottom", ".height.end"})
	return &job.Note[job.Checked]{Part: job.NoteChecks, Line: job.Checked{Check: check, Wall: wall, Value: job.L(c.length(d, 0, 1)), Undone: c.IntN(4) == 0}}
}
