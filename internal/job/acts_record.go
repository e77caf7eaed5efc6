package job

import (
	"fmt"
	"reflect"
)

// CutPiece says that a piece was cut at the saw, came out wrong, or isn't cut after all.
type CutPiece struct {
	Cut Cut  `json:"cut"`
	At  *int `json:"at,omitempty" doc:"Where in the list it stands. Default last."`
}

// RemoveCut takes a line of what was cut back. The log keeps it.
type RemoveCut struct {
	Cut  string `json:"cut" doc:"Its id."`
	Lone bool   `json:"lone,omitempty" doc:"The record was not there before it: it goes too, if nothing else is in it."`
}

// CullStick sets a stick aside at the saw, or says that it is good after all.
type CullStick struct {
	Cull Cull `json:"cull"`
	At   *int `json:"at,omitempty" doc:"Where in the list it stands. Default last."`
}

// RemoveCull takes a line of what was set aside back. The log keeps it.
type RemoveCull struct {
	Cull string `json:"cull" doc:"Its id."`
	Lone bool   `json:"lone,omitempty" doc:"The record was not there before it: it goes too, if nothing else is in it."`
}

// StandPiece says that a piece stands, or was taken out again.
type StandPiece struct {
	Stood Stand `json:"stood"`
	At    *int  `json:"at,omitempty" doc:"Where in the list it stands. Default last."`
}

// WorkedOn says how many hours went into a task, and that it is done.
type WorkedOn struct {
	Worked Worked `json:"worked"`
	At     *int   `json:"at,omitempty" doc:"Where in the list; default its end."`
}

// RemoveWorked takes a line of the hours back. The log keeps it.
type RemoveWorked struct {
	Worked string `json:"worked" doc:"Its id."`
	Lone   bool   `json:"lone,omitempty" doc:"With it goes the record, if nothing else is in it."`
}

// RemoveStood takes a line of what stands back. The log keeps it.
type RemoveStood struct {
	Stood string `json:"stood" doc:"Its id."`
	Lone  bool   `json:"lone,omitempty" doc:"The record was not there before it: it goes too, if nothing else is in it."`
}

// noted adds a line to a list of the record; a file may leave its id out. It gives the
// line's id, "" where nothing was added, and whether the record wasn't there before.
func noted[T any](d *Document, list func(*Record) *[]T, id func(*T) *string, one T, at *int, path, what string, faults *Faults) (key string, lone bool) {
	if lone = d.Record == nil; lone {
		d.Record = &Record{}
	}
	all := list(d.Record)
	for n := len(*all) + 1; *id(&one) == ""; n++ {
		if free := fmt.Sprintf("%s %d", what, n); find(*all, id, free) < 0 {
			*id(&one) = free
		}
	}
	if !added(all, id, one, at, path+"."+what, "line of the record", faults) {
		return "", lone
	}
	return *id(&one), lone
}

// unnoted takes a line out of a list of the record, and the record where it is empty
// and came with that line.
func unnoted[T any](d *Document, list func(*Record) *[]T, id func(*T) *string, key string, lone bool, path string, faults *Faults) (was *T, at *int) {
	if d.Record == nil {
		missing(faults, path, "line of the record", key)
		return nil, nil
	}
	if was, at = take(list(d.Record), id, key); was == nil {
		missing(faults, path, "line of the record", key)
		return nil, nil
	}
	if lone && d.Record.empty() {
		d.Record = nil
	}
	return was, at
}

// empty says whether nothing is in a record.
func (r *Record) empty() bool {
	lists := reflect.ValueOf(*r)
	for i := range lists.NumField() {
		if lists.Field(i).Len() > 0 {
			return false
		}
	}
	return true
}

func cutsOf(r *Record) *[]Cut    { return &r.Cuts }
func cullsOf(r *Record) *[]Cull  { return &r.Culls }
func stoodOf(r *Record) *[]Stand { return &r.Stood }

func workedOf(r *Record) *[]Worked { return &r.Worked }
func workedID(w *Worked) *string   { return &w.ID }

func (a *CutPiece) apply(d *Document, path string, faults *Faults) Act {
	if key, lone := noted(d, cutsOf, cutID, a.Cut, a.At, path, "cut", faults); key != "" {
		return &RemoveCut{key, lone}
	}
	return nil
}

func (a *RemoveCut) apply(d *Document, path string, faults *Faults) Act {
	if was, at := unnoted(d, cutsOf, cutID, a.Cut, a.Lone, path+".cut", faults); was != nil {
		return &CutPiece{*was, at}
	}
	return nil
}

func (a *CullStick) apply(d *Document, path string, faults *Faults) Act {
	if key, lone := noted(d, cullsOf, cullID, a.Cull, a.At, path, "cull", faults); key != "" {
		return &RemoveCull{key, lone}
	}
	return nil
}

func (a *RemoveCull) apply(d *Document, path string, faults *Faults) Act {
	if was, at := unnoted(d, cullsOf, cullID, a.Cull, a.Lone, path+".cull", faults); was != nil {
		return &CullStick{*was, at}
	}
	return nil
}

func (a *StandPiece) apply(d *Document, path string, faults *Faults) Act {
	if key, lone := noted(d, stoodOf, stoodID, a.Stood, a.At, path, "stood", faults); key != "" {
		return &RemoveStood{key, lone}
	}
	return nil
}

func (a *RemoveStood) apply(d *Document, path string, faults *Faults) Act {
	if was, at := unnoted(d, stoodOf, stoodID, a.Stood, a.Lone, path+".stood", faults); was != nil {
		return &StandPiece{*was, at}
	}
	return nil
}

func (a *WorkedOn) apply(d *Document, path string, faults *Faults) Act {
	if key, lone := noted(d, workedOf, workedID, a.Worked, a.At, path, "worked", faults); key != "" {
		return &RemoveWorked{key, lone}
	}
	return nil
}

func (a *RemoveWorked) apply(d *Document, path string, faults *Faults) Act {
	if was, at := unnoted(d, workedOf, workedID, a.Worked, a.Lone, path+".worked", faults); was != nil {
		return &WorkedOn{*was, at}
	}
	return nil
}

func (a *WorkedOn) touches() []string     { return part("record", "worked", a.Worked.ID) }
func (a *RemoveWorked) touches() []string { return part("record", "worked", a.Worked) }

func (a *WorkedOn) puts(d Document) (field, path string) {
	return "worked", standsIn("record.worked", d.Record.Worked, workedID, a.Worked.ID)
}

func (*RemoveWorked) puts(Document) (field, path string) { return "", "" }

func (a *RemoveCut) touches() []string   { return part("record", "cuts", a.Cut) }
func (a *RemoveCull) touches() []string  { return part("record", "culls", a.Cull) }
func (a *RemoveStood) touches() []string { return part("record", "stood", a.Stood) }

// A tick and the word that takes it back are about the same piece.
func (a *CutPiece) touches() []string {
	return append(part("record", "cuts", a.Cut.ID), part("record", "pieces", a.Cut.Member)...)
}

func (a *CullStick) touches() []string {
	return append(part("record", "culls", a.Cull.ID), part("record", "sticks", a.Cull.Stick)...)
}

func (a *StandPiece) touches() []string {
	return append(part("record", "stood", a.Stood.ID), part("record", "standing", a.Stood.Member)...)
}

func (a *CutPiece) puts(d Document) (field, path string) {
	return "cut", standsIn("record.cuts", d.Record.Cuts, cutID, a.Cut.ID)
}

func (a *CullStick) puts(d Document) (field, path string) {
	return "cull", standsIn("record.culls", d.Record.Culls, cullID, a.Cull.ID)
}

func (a *StandPiece) puts(d Document) (field, path string) {
	return "stood", standsIn("record.stood", d.Record.Stood, stoodID, a.Stood.ID)
}

func (*RemoveCut) puts(Document) (field, path string)   { return "", "" }
func (*RemoveCull) puts(Document) (field, path string)  { return "", "" }
func (*RemoveStood) puts(Document) (field, path string) { return "", "" }

// ownID is where a line of the record has its id; nil for any other act.
func ownID(a Act) *string {
	switch a := a.(type) {
	case *CutPiece:
		return &a.Cut.ID
	case *CullStick:
		return &a.Cull.ID
	case *StandPiece:
		return &a.Stood.ID
	case *WorkedOn:
		return &a.Worked.ID
	case interface{ ownID() *string }:
		return a.ownID()
	}
	return nil
}
