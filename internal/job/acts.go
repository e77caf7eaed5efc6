package job

import (
	"fmt"
	"net/url"
	"reflect"
	"slices"
)

// A wall, given anew or added.
type PutWall struct {
	Wall Wall `json:"wall"`
	At   *int `json:"at,omitempty" doc:"Where in the list a new one stands. Default last."`
}

// A wall, taken out.
type RemoveWall struct {
	Wall string `json:"wall" doc:"Its id."`
}

// An opening of a wall, given anew or added.
type PutOpening struct {
	Wall    string  `json:"wall" doc:"Id of the wall."`
	Opening Opening `json:"opening"`
	At      *int    `json:"at,omitempty" doc:"Where in the list a new one stands. Default last."`
}

// An opening, taken out.
type RemoveOpening struct {
	Wall    string `json:"wall" doc:"Id of the wall."`
	Opening string `json:"opening" doc:"Its id."`
}

// A lumber, by the size of one piece of it.
type PutLumber struct {
	Lumber Lumber `json:"lumber"`
	At     *int   `json:"at,omitempty" doc:"Where in the list a new one stands. Default last."`
}

// A lumber, taken out.
type RemoveLumber struct {
	Lumber string `json:"lumber" doc:"Its id."`
}

// The crew's rules; left out, all are the defaults.
type PutRules struct {
	Rules *Rules `json:"rules,omitempty"`
}

// The finest mark the crew cuts to; left out, the default.
type PutMark struct {
	Mark string `json:"mark,omitempty" is:"length"`
}

// The job's name.
type Rename struct {
	Name string `json:"name" minLength:"1" maxLength:"200"`
}

// One reading more; a correction names what it replaces.
type AddReading struct {
	Reading Reading `json:"reading"`
	At      *int    `json:"at,omitempty" doc:"Where in the list it stands. Default last."`
}

// A reading that was added, taken back. The log keeps it.
type RemoveReading struct {
	Reading string `json:"reading" doc:"Its id."`
	Lone    bool   `json:"lone,omitempty" doc:"The survey was not there before it: it goes too, if nothing else is in it."`
}

// One tape or bevel between corners more.
type AddTie struct {
	Tie Tie  `json:"tie"`
	At  *int `json:"at,omitempty" doc:"Where in the list it stands. Default last."`
}

// A tape that was added, taken back. The log keeps it.
type RemoveTie struct {
	Tie  string `json:"tie" doc:"Its id."`
	Lone bool   `json:"lone,omitempty" doc:"The survey was not there before it: it goes too, if nothing else is in it."`
}

// The corners of the room, in order.
type PutCorners struct {
	Corners []Corner `json:"corners" nullable:"false"`
	Lone    bool     `json:"lone,omitempty" doc:"The survey was not there before: it goes too, if nothing else is in it."`
}

// What was asked and seen before cutting; left out, nothing was.
type PutAssess struct {
	Assess *Assess `json:"assess,omitempty"`
}

// A piece cut at the saw, or not cut after all.
type CutPiece struct {
	Cut Cut  `json:"cut"`
	At  *int `json:"at,omitempty" doc:"Where in the list it stands. Default last."`
}

// A line of what was cut, taken back. The log keeps it.
type RemoveCut struct {
	Cut  string `json:"cut" doc:"Its id."`
	Lone bool   `json:"lone,omitempty" doc:"The record was not there before it: it goes too, if nothing else is in it."`
}

// part writes the parts of a job as a path; ids may hold any letter.
func part(names ...string) []string {
	out := ""
	for i, n := range names {
		if i > 0 {
			out += "/"
		}
		out += url.PathEscape(n)
	}
	return []string{out}
}

func unescaped(name string) string {
	if plain, err := url.PathUnescape(name); err == nil {
		return plain
	}
	return name
}

// put gives the entry of this id anew, or adds it at its place or as the last.
func put[T any](list *[]T, id func(*T) *string, one T, at *int) (was *T, index int) {
	i := find(*list, id, *id(&one))
	if i >= 0 {
		old := (*list)[i]
		(*list)[i] = one
		return &old, i
	}
	i = len(*list)
	if at != nil {
		i = min(max(*at, 0), i)
	}
	*list = slices.Insert(*list, i, one)
	return nil, i
}

func find[T any](list []T, id func(*T) *string, key string) int {
	for i := range list {
		if *id(&list[i]) == key {
			return i
		}
	}
	return -1
}

// take takes the entry of this id out; at is where it stood.
func take[T any](list *[]T, id func(*T) *string, key string) (was *T, at *int) {
	i := find(*list, id, key)
	if i < 0 {
		return nil, nil
	}
	old := (*list)[i]
	if *list = slices.Delete(*list, i, i+1); len(*list) == 0 {
		*list = nil
	}
	return &old, &i
}

func missing(faults *Faults, path, what, id string) Act {
	faults.Add(path, "no %s is called %q: it may have been taken out meanwhile", what, shorten(id))
	return nil
}

func wallID(w *Wall) *string       { return &w.ID }
func openingID(o *Opening) *string { return &o.ID }
func lumberID(l *Lumber) *string   { return &l.ID }
func readingID(r *Reading) *string { return &r.ID }
func tieID(t *Tie) *string         { return &t.ID }
func cutID(c *Cut) *string         { return &c.ID }

func (a *PutWall) apply(d *Document, _ string, _ *Faults) Act {
	if was, _ := put(&d.Walls, wallID, a.Wall, a.At); was != nil {
		return &PutWall{Wall: *was}
	}
	return &RemoveWall{a.Wall.ID}
}

func (a *RemoveWall) apply(d *Document, path string, faults *Faults) Act {
	was, at := take(&d.Walls, wallID, a.Wall)
	if was == nil {
		return missing(faults, path+".wall", "wall", a.Wall)
	}
	return &PutWall{*was, at}
}

func (a *PutOpening) apply(d *Document, path string, faults *Faults) Act {
	i := find(d.Walls, wallID, a.Wall)
	if i < 0 {
		return missing(faults, path+".wall", "wall", a.Wall)
	}
	d.Walls[i].Openings = slices.Clone(d.Walls[i].Openings)
	if was, _ := put(&d.Walls[i].Openings, openingID, a.Opening, a.At); was != nil {
		return &PutOpening{Wall: a.Wall, Opening: *was}
	}
	return &RemoveOpening{a.Wall, a.Opening.ID}
}

func (a *RemoveOpening) apply(d *Document, path string, faults *Faults) Act {
	i := find(d.Walls, wallID, a.Wall)
	if i < 0 {
		return missing(faults, path+".wall", "wall", a.Wall)
	}
	d.Walls[i].Openings = slices.Clone(d.Walls[i].Openings)
	was, at := take(&d.Walls[i].Openings, openingID, a.Opening)
	if was == nil {
		return missing(faults, path+".opening", "opening of wall "+a.Wall, a.Opening)
	}
	return &PutOpening{a.Wall, *was, at}
}

func (a *PutLumber) apply(d *Document, _ string, _ *Faults) Act {
	if was, _ := put(&d.Lumber, lumberID, a.Lumber, a.At); was != nil {
		return &PutLumber{Lumber: *was}
	}
	return &RemoveLumber{a.Lumber.ID}
}

func (a *RemoveLumber) apply(d *Document, path string, faults *Faults) Act {
	was, at := take(&d.Lumber, lumberID, a.Lumber)
	if was == nil {
		return missing(faults, path+".lumber", "lumber", a.Lumber)
	}
	return &PutLumber{*was, at}
}

func (a *PutRules) apply(d *Document, _ string, _ *Faults) Act {
	was := d.Rules
	d.Rules = a.Rules
	return &PutRules{was}
}

func (a *PutMark) apply(d *Document, _ string, _ *Faults) Act {
	was := d.Mark
	d.Mark = a.Mark
	return &PutMark{was}
}

func (a *Rename) apply(d *Document, _ string, _ *Faults) Act {
	was := d.Name
	d.Name = a.Name
	return &Rename{was}
}

// added adds a line, once: the very same again changes nothing, another of
// its id is a fault.
func added[T any](list *[]T, id func(*T) *string, one T, at *int, path, what string, faults *Faults) bool {
	key := *id(&one)
	if i := find(*list, id, key); i >= 0 {
		if !reflect.DeepEqual((*list)[i], one) {
			faults.Add(path+".id", "there is another %s called %q: %ss are only added, so correct it with a new one that names it", what, shorten(key), what)
		}
		return false
	}
	put(list, id, one, at)
	return true
}

func (a *AddReading) apply(d *Document, path string, faults *Faults) Act {
	lone := surveyIn(d)
	if !added(&d.Survey.Readings, readingID, a.Reading, a.At, path+".reading", "reading", faults) {
		return nil
	}
	return &RemoveReading{a.Reading.ID, lone}
}

func (a *RemoveReading) apply(d *Document, path string, faults *Faults) Act {
	surveyIn(d)
	was, at := take(&d.Survey.Readings, readingID, a.Reading)
	if was == nil {
		return missing(faults, path+".reading", "reading", a.Reading)
	}
	dropSurvey(d, a.Lone)
	return &AddReading{*was, at}
}

func (a *AddTie) apply(d *Document, path string, faults *Faults) Act {
	lone := surveyIn(d)
	if !added(&d.Survey.Ties, tieID, a.Tie, a.At, path+".tie", "tape", faults) {
		return nil
	}
	return &RemoveTie{a.Tie.ID, lone}
}

func (a *RemoveTie) apply(d *Document, path string, faults *Faults) Act {
	surveyIn(d)
	was, at := take(&d.Survey.Ties, tieID, a.Tie)
	if was == nil {
		return missing(faults, path+".tie", "tape", a.Tie)
	}
	dropSurvey(d, a.Lone)
	return &AddTie{*was, at}
}

func (a *PutCorners) apply(d *Document, _ string, _ *Faults) Act {
	lone := surveyIn(d)
	was := d.Survey.Corners
	d.Survey.Corners = a.Corners
	if len(a.Corners) == 0 {
		d.Survey.Corners = nil
	}
	dropSurvey(d, a.Lone)
	if was == nil {
		was = []Corner{}
	}
	return &PutCorners{was, lone}
}

func (a *PutAssess) apply(d *Document, _ string, _ *Faults) Act {
	was := d.Assess
	d.Assess = a.Assess
	return &PutAssess{was}
}

func (a *CutPiece) apply(d *Document, path string, faults *Faults) Act {
	lone := d.Record == nil
	if lone {
		d.Record = &Record{}
	}
	one := a.Cut
	for n := len(d.Record.Cuts) + 1; one.ID == ""; n++ { // a file may leave it out
		if id := fmt.Sprintf("cut %d", n); find(d.Record.Cuts, cutID, id) < 0 {
			one.ID = id
		}
	}
	if !added(&d.Record.Cuts, cutID, one, a.At, path+".cut", "line of the record", faults) {
		return nil
	}
	return &RemoveCut{one.ID, lone}
}

func (a *RemoveCut) apply(d *Document, path string, faults *Faults) Act {
	if d.Record == nil {
		return missing(faults, path+".cut", "line of the record", a.Cut)
	}
	was, at := take(&d.Record.Cuts, cutID, a.Cut)
	if was == nil {
		return missing(faults, path+".cut", "line of the record", a.Cut)
	}
	if a.Lone && len(d.Record.Cuts) == 0 {
		d.Record = nil
	}
	return &CutPiece{*was, at}
}

// surveyIn sees that there is a survey, and says whether there was none.
func surveyIn(d *Document) (lone bool) {
	if d.Survey == nil {
		d.Survey, lone = &Survey{}, true
	}
	return lone
}

func dropSurvey(d *Document, lone bool) {
	if lone && reflect.ValueOf(*d.Survey).IsZero() {
		d.Survey = nil
	}
}
