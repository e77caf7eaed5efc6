package job

// Record is what was done on site. Its lines are only added, in the order they were said.
type Record struct {
	Cuts  []Cut   `json:"cuts,omitempty" nullable:"false" doc:"Pieces cut, pieces that came out wrong, and what was taken back."`
	Culls []Cull  `json:"culls,omitempty" nullable:"false" doc:"Sticks that are no good, or good for short pieces only."`
	Stood []Stand `json:"stood,omitempty" nullable:"false" doc:"Pieces that stand in their wall, and those taken out of it."`

	Worked []Worked `json:"worked,omitempty" nullable:"false" doc:"Hours that went into the tasks of the plan of days."`

	Checks  []Checked  `json:"checks,omitempty" nullable:"false" doc:"What was checked, and what came of it."`
	Items   []Noted    `json:"items,omitempty" nullable:"false" doc:"What is open until it is settled, beside what the plan finds."`
	Settled []Settled  `json:"settled,omitempty" nullable:"false" doc:"What was settled of the open list."`
	Closed  []ClosedUp `json:"closed,omitempty" nullable:"false" doc:"Walls whose boards are on."`
	Photos  []Photo    `json:"photos,omitempty" nullable:"false" doc:"Pictures that were taken; they are kept beside the document."`
}

// Cut is one piece cut at the saw, or the word that it isn't cut after all.
type Cut struct {
	ID      string `json:"id,omitempty" maxLength:"64" doc:"Made by the client. Default: the edit's."`
	Member  string `json:"member" maxLength:"64"`
	Lumber  string `json:"lumber,omitempty" maxLength:"64" doc:"Default: what the plan cuts the piece from."`
	Length  Length `json:"length" format:"length" doc:"What it was called at."`
	Came    Length `json:"came,omitzero" format:"length" doc:"What it came out at, where that is another length."`
	Why     string `json:"why,omitempty" maxLength:"200" doc:"With miscut: the slip, in the crew's words, or one of those that the log counts by."`
	Shimmed Length `json:"shimmed,omitzero" format:"length" doc:"It is that much too short for where it stands now, and packed."`
	By      string `json:"by,omitempty" maxLength:"100"`
	At      string `json:"at,omitempty" maxLength:"40" doc:"When, as RFC 3339."`
	Undone  bool   `json:"undone,omitempty" doc:"Takes the piece's earlier lines back; with miscut, the last time that it came out wrong."`

	Miscut bool   `json:"miscut,omitempty" doc:"It came out wrong, at the length in came: the piece is still to be cut, and that wood is there for something else."`
	Stick  string `json:"stick,omitempty" maxLength:"80" doc:"The stick it was cut from, as the plan calls it. Default: the one the plan lays it in."`
	Stock  Length `json:"stock,omitzero" format:"length" doc:"How long that stick was."`
	There  string `json:"there,omitempty" enum:"stick,offcut,salvage" doc:"It was there already."`
	Place  string `json:"place,omitempty" maxLength:"100" doc:"Where it lay."`
	Laid   int    `json:"laid,omitempty" minimum:"0" maximum:"1000000" doc:"How many lines of what was cut the sticks had been laid by when it was said, so that they are laid alike again. Left out: by none."`
}

// Cull is a stick that is set aside at the saw, or the word that it is good after all.
type Cull struct {
	ID     string `json:"id,omitempty" maxLength:"64" doc:"Made by the client. Default: the edit's."`
	Stick  string `json:"stick" maxLength:"80" doc:"As the plan calls it."`
	Lumber string `json:"lumber,omitempty" maxLength:"64" doc:"Default: the stick's."`
	Stock  Length `json:"stock,omitzero" format:"length" doc:"How long it is. Default: as the plan has it."`
	There  string `json:"there,omitempty" enum:"stick,offcut,salvage" doc:"It was there already."`
	Place  string `json:"place,omitempty" maxLength:"100" doc:"Where it lay."`
	After  int    `json:"after,omitempty" minimum:"0" maximum:"1000000" doc:"How many lines of what was cut there were before it."`
	As     string `json:"as,omitempty" enum:"bowed,waste" doc:"Good for short pieces only, or for nothing. Default bowed."`
	By     string `json:"by,omitempty" maxLength:"100"`
	At     string `json:"at,omitempty" maxLength:"40" doc:"When, as RFC 3339."`
	Undone bool   `json:"undone,omitempty" doc:"It is good after all."`
}

// Stand is a piece that stands, or was taken out again.
type Stand struct {
	ID     string `json:"id,omitempty" maxLength:"64" doc:"Made by the client. Default: the edit's."`
	Member string `json:"member" maxLength:"64"`
	Out    bool   `json:"out,omitempty" doc:"It was taken out of the wall again."`
	By     string `json:"by,omitempty" maxLength:"100"`
	At     string `json:"at,omitempty" maxLength:"40" doc:"When, as RFC 3339."`
	Undone bool   `json:"undone,omitempty" doc:"Takes the piece's last line back."`
}

// CutNow is what stands as cut, by piece: the last line of each, unless that
// line took it back, or the piece came out wrong.
func (d Document) CutNow() map[string]Cut {
	out := map[string]Cut{}
	if d.Record == nil {
		return out
	}
	for _, c := range d.Record.Cuts {
		switch {
		case c.Undone && c.Miscut: // that wood is gone; whether the piece is cut is another line's
		case c.Undone, c.Miscut:
			delete(out, c.Member)
		default:
			out[c.Member] = c
		}
	}
	return out
}

// StoodNow says of each piece that was stood whether it stands: false, it was taken out.
func (d Document) StoodNow() map[string]bool {
	out := map[string]bool{}
	if d.Record == nil {
		return out
	}
	lines := map[string][]bool{}
	for _, s := range d.Record.Stood {
		had := lines[s.Member]
		switch {
		case !s.Undone:
			lines[s.Member] = append(had, !s.Out)
		case len(had) > 0:
			lines[s.Member] = had[:len(had)-1]
		}
	}
	for member, all := range lines {
		if len(all) > 0 {
			out[member] = all[len(all)-1]
		}
	}
	return out
}
