package job

// Record is what was done on site.
type Record struct {
	Cuts []Cut `json:"cuts,omitempty" nullable:"false" doc:"Pieces cut, and what was taken back, in the order it was said. Lines are only added."`
}

// Cut is one piece cut at the saw, or the word that it isn't cut after all.
type Cut struct {
	ID     string `json:"id,omitempty" maxLength:"64" doc:"Made by the client. Default: the edit's."`
	Member string `json:"member" maxLength:"64"`
	Lumber string `json:"lumber,omitempty" maxLength:"64" doc:"Default: what the plan cuts the piece from."`
	Length Length `json:"length" format:"length" doc:"What it was called at."`
	Came   Length `json:"came,omitzero" format:"length" doc:"What it came out at, where that is another length."`
	By     string `json:"by,omitempty" maxLength:"100"`
	At     string `json:"at,omitempty" maxLength:"40" doc:"When, as RFC 3339."`
	Undone bool   `json:"undone,omitempty" doc:"Takes the piece's earlier lines back."`
}

// CutNow is what stands as cut, by piece: the last line of each, unless that
// line took it back.
func (d Document) CutNow() map[string]Cut {
	out := map[string]Cut{}
	if d.Record == nil {
		return out
	}
	for _, c := range d.Record.Cuts {
		if c.Undone {
			delete(out, c.Member)
		} else {
			out[c.Member] = c
		}
	}
	return out
}
