package job

import (
	"encoding/json"
	"fmt"
	"reflect"
	"strings"
)

// EditsFormat is the mark of a document of edits.
const EditsFormat = "homalos-edits/1"

// Bounds on what is read of edits, in bytes; how many there may be stands with
// the fields that hold them.
const (
	MostEditBytes = 1 << 20 // of one edit

	MostRequestBytes = 12 << 20 // more than is taken, so that what is too large can be named
)

// Edit is one change of a job, as a value: what it is and its fields. The
// zero Edit is none.
type Edit struct {
	ID  string // made by whoever makes the edit; "" for what follows from another
	Act Act
}

// Act is what an edit does: one of the kinds in the table of kinds.
type Act interface {
	// apply changes d, which is the caller's alone, and returns what takes it
	// back; nil if nothing changed. Faults are noted under path.
	apply(d *Document, path string, faults *Faults) Act
	// touches are the parts of the job that it changes or relies on.
	touches() []string
	// puts says where in the document its field of that name now stands.
	puts(d Document) (field, path string)
}

// MarshalJSON writes an edit as one object: id, do, and the fields of its kind.
func (e Edit) MarshalJSON() ([]byte, error) {
	head, err := json.Marshal(struct {
		ID string `json:"id,omitempty"`
		Do string `json:"do"`
	}{e.ID, e.Do()})
	if err != nil {
		return nil, err
	}
	body, err := json.Marshal(e.Act)
	if err != nil || len(body) <= 2 {
		return head, err
	}
	return append(append(head[:len(head)-1], ','), body[1:]...), nil
}

// UnmarshalJSON reads one edit strictly; the error is the Faults found.
func (e *Edit) UnmarshalJSON(raw []byte) error {
	n, faults := readTree(raw, MostBytes)
	if faults == nil {
		b := binder{}
		*e = b.edit("", n)
		faults = b.faults
	}
	if faults != nil {
		return faults
	}
	return nil
}

// Do is the name of an edit's kind.
func (e Edit) Do() string { return kindOf(e.Act).Do }

// Touches are the parts of the job that an edit changes or relies on, as
// paths: "walls/A/openings/D1", "rules". The whole job is "".
func (e Edit) Touches() []string { return e.Act.touches() }

// Adds says whether an edit only adds a line: that never stands in anybody's
// way.
func (e Edit) Adds() bool {
	switch e.Act.(type) {
	case *AddReading, *AddTie, *CutPiece, *CullStick, *StandPiece, interface{ adds() }:
		return true
	}
	return false
}

// Meet says whether two lists of parts have one in common, or one within the
// other.
func Meet(a, b []string) bool {
	for _, x := range a {
		for _, y := range b {
			if x == y || x == "" || y == "" || strings.HasPrefix(x, y+"/") || strings.HasPrefix(y, x+"/") {
				return true
			}
		}
	}
	return false
}

// Apply is the document with an edit made, and the edits that take it back:
// one, or none where the edit changed nothing. The document given stays as it
// is. The error is the Faults of the edit itself, with paths such as
// "wall"; whether the job that comes out makes sense is the plan's to say.
func Apply(d Document, e Edit) (Document, []Edit, error) {
	out, steps, err := ApplyAll(d, []Edit{e})
	if err != nil {
		bare := Faults{}
		for _, f := range err.(Faults) {
			bare = append(bare, Fault{strings.TrimPrefix(f.Path, "edits[0]."), f.Text})
		}
		return d, nil, bare
	}
	return out, steps[0], nil
}

// ApplyAll makes edits one after the other, all or none. For each it gives
// what takes it back. Faults have paths such as "edits[2].wall".
func ApplyAll(d Document, edits []Edit) (Document, [][]Edit, error) {
	out := Copy(d)
	var faults Faults
	back := make([][]Edit, len(edits))
	for i, e := range edits {
		back[i] = e.On(&out, fmt.Sprintf("edits[%d]", i), &faults)
	}
	if len(faults) > 0 {
		return d, nil, faults
	}
	return out, back, nil
}

// On makes an edit in a document that is the caller's alone, and returns what
// takes it back. Faults are noted under path.
func (e Edit) On(d *Document, path string, faults *Faults) []Edit {
	act := clone(reflect.ValueOf(e.Act), false)
	eachLength(act, func(l *Length) { *l = l.read(d.Units) })
	e.Act = act.Interface().(Act)
	if own := ownID(e.Act); own != nil && *own == "" {
		*own = e.ID
	}
	back := e.Act.apply(d, path, faults)
	if back == nil {
		return nil
	}
	return []Edit{{Act: back}}
}

// Spelt is an edit with every length written in a job's unit, exact. One that
// wouldn't be read stays as it is: the job that comes out says what is wrong.
func (e Edit) Spelt(in Document) Edit {
	act := clone(reflect.ValueOf(e.Act), false)
	respell(act, in.Units)
	return Edit{ID: e.ID, Act: act.Interface().(Act)}
}

// Puts says which field of an edit the document now holds, and where; both are
// empty for one that holds none.
func (e Edit) Puts(d Document) (field, path string) { return e.Act.puts(d) }
