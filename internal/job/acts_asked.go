package job

// ApplyFix is a fix that the plan offers for a wall: it stands for the edits it
// is worked out to.
type ApplyFix struct {
	Wall string `json:"wall" doc:"Id of the wall."`
	Fix  string `json:"fix" minLength:"1" maxLength:"200" doc:"Its id, as the plan gives it."`
}

// Mend does what the plan says of pieces that were cut and aren't what they should be,
// all of it as one.
type Mend struct {
	Members []string `json:"members,omitempty" maxItems:"20000" nullable:"false" doc:"Ids of pieces. Left out: all that the plan has a remedy for."`
}

// Undo takes a change in the log back, by what was kept for that.
type Undo struct {
	Edit string `json:"edit" doc:"Id of one of the edits that were made together."`
}

// Redo makes a change once more that was taken back.
type Redo struct {
	Edit string `json:"edit" doc:"Id of one of the edits that were made together."`
}

// Start is the beginning of a job: its log starts with it.
type Start struct {
	Document Document `json:"document"`
}

func asked(path, what string, faults *Faults) Act {
	faults.Add(path+".do", "%s", what)
	return nil
}

func (*ApplyFix) apply(_ *Document, path string, faults *Faults) Act {
	return asked(path, "a fix is worked out by the plan first", faults)
}

func (*Mend) apply(_ *Document, path string, faults *Faults) Act {
	return asked(path, "what becomes of pieces is worked out by the plan first", faults)
}

func (*Mend) touches() []string                  { return part("record", "mend") }
func (*Mend) puts(Document) (field, path string) { return "", "" }

func (*Undo) apply(_ *Document, path string, faults *Faults) Act {
	return asked(path, "there is no log here to take it back from", faults)
}

func (*Redo) apply(_ *Document, path string, faults *Faults) Act {
	return asked(path, "there is no log here to make it again from", faults)
}

func (a *Start) apply(d *Document, _ string, _ *Faults) Act {
	*d = Copy(a.Document)
	return nil
}

func (a *ApplyFix) touches() []string { return part("walls", a.Wall) }
func (*Undo) touches() []string       { return nil }
func (*Redo) touches() []string       { return nil }
func (*Start) touches() []string      { return []string{""} }

func (*ApplyFix) puts(Document) (field, path string) { return "", "" }
func (*Undo) puts(Document) (field, path string)     { return "", "" }
func (*Redo) puts(Document) (field, path string)     { return "", "" }
func (*Start) puts(Document) (field, path string)    { return "document", "" }
