package job

// ApplyFix is a fix that the plan offers for a wall: it stands for the edits it
// is worked out to.
type ApplyFix struct {
	Wall string `json:"wall" doc:"Id of the wall."`
	Fix  string `json:"fix" minLength:"1" maxLength:"200" doc:"Its id, as the plan gives it."`
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
