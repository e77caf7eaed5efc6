package job

import "fmt"

func (a *PutWall) touches() []string       { return part("walls", a.Wall.ID) }
func (a *RemoveWall) touches() []string    { return part("walls", a.Wall) }
func (a *PutOpening) touches() []string    { return part("walls", a.Wall, "openings", a.Opening.ID) }
func (a *RemoveOpening) touches() []string { return part("walls", a.Wall, "openings", a.Opening) }
func (a *PutLumber) touches() []string     { return part("lumber", a.Lumber.ID) }
func (a *RemoveLumber) touches() []string  { return part("lumber", a.Lumber) }
func (*PutRules) touches() []string        { return part("rules") }
func (*PutOrder) touches() []string        { return part("order") }
func (*PutSchedule) touches() []string     { return part("schedule") }
func (*PutMark) touches() []string         { return part("mark") }
func (*Rename) touches() []string          { return part("name") }
func (*PutCorners) touches() []string      { return part("survey", "corners") }
func (*PutAssess) touches() []string       { return part("assess") }
func (a *RemoveReading) touches() []string { return part("survey", "readings", a.Reading) }
func (a *RemoveTie) touches() []string     { return part("survey", "ties", a.Tie) }

func (a *AddReading) touches() []string {
	out := part("survey", "readings", a.Reading.ID)
	if a.Reading.Replaces != "" {
		out = append(out, part("survey", "readings", a.Reading.Replaces)...)
	}
	return out
}

func (a *AddTie) touches() []string {
	out := part("survey", "ties", a.Tie.ID)
	if a.Tie.Replaces != "" {
		out = append(out, part("survey", "ties", a.Tie.Replaces)...)
	}
	return out
}

// standsIn is the path of the entry of this id in its list.
func standsIn[T any](list string, all []T, id func(*T) *string, key string) string {
	if i := find(all, id, key); i >= 0 {
		return fmt.Sprintf("%s[%d]", list, i)
	}
	return ""
}

func (a *PutWall) puts(d Document) (field, path string) {
	return "wall", standsIn("walls", d.Walls, wallID, a.Wall.ID)
}

func (a *PutOpening) puts(d Document) (field, path string) {
	i := find(d.Walls, wallID, a.Wall)
	if i < 0 {
		return "", ""
	}
	return "opening", standsIn(fmt.Sprintf("walls[%d].openings", i), d.Walls[i].Openings, openingID, a.Opening.ID)
}

func (a *PutLumber) puts(d Document) (field, path string) {
	return "lumber", standsIn("lumber", d.Lumber, lumberID, a.Lumber.ID)
}

func (a *AddReading) puts(d Document) (field, path string) {
	return "reading", standsIn("survey.readings", d.Survey.Readings, readingID, a.Reading.ID)
}

func (a *AddTie) puts(d Document) (field, path string) {
	return "tie", standsIn("survey.ties", d.Survey.Ties, tieID, a.Tie.ID)
}

func (*PutRules) puts(Document) (field, path string)      { return "rules", "rules" }
func (*PutOrder) puts(Document) (field, path string)      { return "order", "order" }
func (*PutSchedule) puts(Document) (field, path string)   { return "schedule", "schedule" }
func (*PutMark) puts(Document) (field, path string)       { return "mark", "mark" }
func (*Rename) puts(Document) (field, path string)        { return "name", "name" }
func (*PutCorners) puts(Document) (field, path string)    { return "corners", "survey.corners" }
func (*PutAssess) puts(Document) (field, path string)     { return "assess", "assess" }
func (*RemoveWall) puts(Document) (field, path string)    { return "", "" }
func (*RemoveOpening) puts(Document) (field, path string) { return "", "" }
func (*RemoveLumber) puts(Document) (field, path string)  { return "", "" }
func (*RemoveReading) puts(Document) (field, path string) { return "", "" }
func (*RemoveTie) puts(Document) (field, path string)     { return "", "" }
