package job

import (
	"bytes"
	"encoding/json"
	"fmt"
	"reflect"
	"strings"
)

// Edits is a document of edits, as a program or the command line is given it.
type Edits struct {
	Format string `json:"format" enum:"homalos-edits/1" doc:"What this document is."`
	Edits  []Edit `json:"edits" nullable:"false" maxItems:"5000"`
}

// Request is what is sent to change a job: edits made to a revision, all or
// none.
type Request struct {
	Revision int      `json:"revision" minimum:"1" doc:"The job's revision that was on screen when the edits were made."`
	After    []string `json:"after,omitempty" nullable:"false" maxItems:"5000" doc:"Ids of one's own earlier edits that were on screen too, whatever revision they have come to be."`
	By       string   `json:"by,omitempty" maxLength:"100" doc:"Who makes them."`
	Device   string   `json:"device,omitempty" maxLength:"64" doc:"What they are made on: an id that the device keeps. Undo goes by it."`
	Edits    []Edit   `json:"edits" nullable:"false" minItems:"1" maxItems:"5000"`
}

// ReadEdits reads a document of edits as strictly as Read reads a job; paths
// are such as "edits[1].wall.lumber".
func ReadEdits(raw []byte) ([]Edit, Faults) {
	var out Edits
	faults := readInto(raw, &out, MostBytes)
	return out.Edits, faults
}

// ReadRequest reads what is sent to change a job.
func ReadRequest(raw []byte) (Request, Faults) {
	var out Request
	faults := readInto(raw, &out, MostRequestBytes)
	return out, faults
}

func readInto(raw []byte, to any, most int) Faults {
	n, faults := readTree(raw, most)
	if faults != nil {
		return faults
	}
	b := binder{}
	b.bind("", n, reflect.ValueOf(to).Elem(), fieldInfo{})
	return b.faults
}

var editType = reflect.TypeFor[Edit]()

// edit reads one edit: its kind says which fields belong to it.
func (b *binder) edit(path string, n *node) Edit {
	var none Edit
	if n.kind != '{' {
		b.faults.Add(here(path), "%s stands here, an edit belongs here: an object with do and its fields", called[n.kind])
		return none
	}
	given := func(name string) (text string, ok bool) {
		for _, f := range n.fields {
			if f.name == name {
				return f.value.text, f.value.kind == 's'
			}
		}
		return "", false
	}
	do, ok := given("do")
	if !ok {
		b.faults.Add(join(path, "do"), "missing: say what the edit does, such as %q", "put-wall")
		return none
	}
	kind := b.kind(path, do, given)
	if kind == nil {
		return none
	}
	act := kind.New()
	before := len(b.faults)
	rest := *n
	rest.fields = nil
	seen := map[string]bool{}
	for _, f := range n.fields {
		if f.name != "id" && f.name != "do" {
			rest.fields = append(rest.fields, f)
		} else if seen[f.name] {
			b.faults.Add(join(path, f.name), "given twice: keep one")
		}
		seen[f.name] = true
	}
	b.bindStruct(path, &rest, reflect.ValueOf(act).Elem())
	id, ok := given("id")
	switch {
	case seen["id"] && (!ok || id == ""):
		b.faults.Add(join(path, "id"), "give text that no other edit is called by, or leave it out")
	case len(id) > 64:
		b.faults.Add(join(path, "id"), "longer than 64 characters")
	}
	if len(b.faults) > before {
		return none
	}
	return Edit{id, act}
}

// kind finds the row that do, and part where there is one, name.
func (b *binder) kind(path, do string, given func(string) (string, bool)) *Kind {
	var parts, all []string
	for i := range Kinds {
		k := &Kinds[i]
		part, _ := given("part")
		if k.Do == do && (k.Part == "" || string(k.Part) == part) {
			return k
		}
		if k.Do == do {
			parts = append(parts, string(k.Part))
		}
		if !k.Kept && (len(all) == 0 || all[len(all)-1] != k.Do) {
			all = append(all, k.Do)
		}
	}
	if parts != nil {
		b.faults.Add(join(path, "part"), "write one of %s", strings.Join(parts, ", "))
	} else {
		b.faults.Add(join(path, "do"), "%q is no kind of edit: write one of %s", shorten(do), strings.Join(all, ", "))
	}
	return nil
}

// SameEdit says whether two edits say the same.
func SameEdit(a, b Edit) bool {
	one, err := json.Marshal(a)
	two, err2 := json.Marshal(b)
	return err == nil && err2 == nil && bytes.Equal(one, two)
}

// sizeOf bounds one edit before the work.
func sizeOf(path string, n *node, faults *Faults) {
	if n.size > MostEditBytes {
		faults.Add(path, "one edit of %d bytes: at most %d", n.size, MostEditBytes)
	}
}

// numbered is the path of the i-th entry of a list.
func numbered(path string, i int) string { return fmt.Sprintf("%s[%d]", path, i) }

// Fit holds a request to what is known before the job is looked at: each edit
// has an id of its own, and undo or redo stand alone.
func (r Request) Fit() Faults {
	var faults Faults
	seen := map[string]bool{}
	for i, e := range r.Edits {
		path := numbered("edits", i)
		switch {
		case e.ID == "":
			faults.Add(path+".id", "missing: give each edit an id of its own (a UUIDv7), so that it is made once however often it is sent")
		case Control(e.ID) >= 0:
			faults.Add(path+".id", "%s", noControl)
		case seen[e.ID]:
			faults.Add(path+".id", "%q stands twice: give each edit its own", e.ID)
		}
		seen[e.ID] = true
		switch e.Act.(type) {
		case *Undo, *Redo:
			if len(r.Edits) > 1 {
				faults.Add(path, "%s stands alone in its request", e.Do())
			}
		case *Start:
			faults.Add(path+".do", "a job begins once: import a document under a new id")
		}
	}
	return faults
}

// ReadStrictly reads another document as strictly as Read reads a job: to points to
// what it is.
func ReadStrictly(raw []byte, to any) Faults { return readInto(raw, to, MostBytes) }
