package job

// Checked is a check with what came of it, or the word that what came of it stays. Its
// last line counts.
type Checked struct {
	ID       string `json:"id,omitempty" maxLength:"64" doc:"Made by the client. Default: the edit's."`
	Check    string `json:"check" maxLength:"160" doc:"As the plan calls it, such as A.plumb-across.start."`
	Wall     string `json:"wall,omitempty" maxLength:"64" doc:"Default: the check's."`
	Value    Length `json:"value,omitzero" format:"length" doc:"What was measured: a length, or how far off, with its sign."`
	Over     Length `json:"over,omitzero" format:"length" doc:"Of a plumb reading: how long the level is. Default 48 in or 1200 mm."`
	Count    *int   `json:"count,omitempty" minimum:"0" maximum:"1000000" doc:"Of what is counted."`
	Is       string `json:"is,omitempty" enum:"yes,no" doc:"Of what is looked at."`
	Accepted bool   `json:"accepted,omitempty" doc:"What came of it stays as it is: by says who accepts that."`
	Why      string `json:"why,omitempty" maxLength:"500" doc:"What was seen, or why it stays."`
	With     string `json:"with,omitempty" maxLength:"64" doc:"The instrument."`
	By       string `json:"by,omitempty" maxLength:"100"`
	At       string `json:"at,omitempty" maxLength:"40" doc:"When, as RFC 3339."`
	Undone   bool   `json:"undone,omitempty" doc:"Takes the check's last line back."`
}

// Noted is something that is open until it is settled, or what was said of it later. Its
// last line counts.
type Noted struct {
	ID       string `json:"id,omitempty" maxLength:"64" doc:"Made by the client. Default: the edit's."`
	Item     string `json:"item,omitempty" maxLength:"160" doc:"What it is called on the open list. Default: its id."`
	Kind     string `json:"kind" enum:"brace,fastening,closure,left-out,saw-out,later,pending,prop,guard,substitution,wait,other" doc:"Temporary braces, wrong screws or nails, closures; blocks left out; plate to saw out; pieces fitted later; pieces not there yet; props; guards and open edges; something built otherwise than designed; something waited for."`
	Wall     string `json:"wall,omitempty" maxLength:"64"`
	Member   string `json:"member,omitempty" maxLength:"64" doc:"The piece that it is about."`
	What     string `json:"what" minLength:"1" maxLength:"500"`
	Designed string `json:"designed,omitempty" maxLength:"500" doc:"Of a substitution: what was designed."`
	Built    string `json:"built,omitempty" maxLength:"500" doc:"Of a substitution: what was built."`
	Who      string `json:"who,omitempty" maxLength:"100" doc:"Who sees to it."`
	Due      string `json:"due,omitempty" maxLength:"10" doc:"By when: a day, as 2026-11-30."`
	By       string `json:"by,omitempty" maxLength:"100"`
	At       string `json:"at,omitempty" maxLength:"40" doc:"When, as RFC 3339."`
}

// Settled is the line that closes something on the open list, or opens it again.
type Settled struct {
	ID     string `json:"id,omitempty" maxLength:"64" doc:"Made by the client. Default: the edit's."`
	Item   string `json:"item" maxLength:"160" doc:"As the plan calls it."`
	What   string `json:"what,omitempty" maxLength:"500" doc:"What it was: kept, in case the plan doesn't make it any more."`
	Line   string `json:"line,omitempty" maxLength:"500" doc:"What was done about it."`
	By     string `json:"by,omitempty" maxLength:"100"`
	At     string `json:"at,omitempty" maxLength:"40" doc:"When, as RFC 3339."`
	Undone bool   `json:"undone,omitempty" doc:"It is open again."`
}

// ClosedUp is the word that a wall's boards are on, or that it is open again.
type ClosedUp struct {
	ID     string `json:"id,omitempty" maxLength:"64" doc:"Made by the client. Default: the edit's."`
	Wall   string `json:"wall" maxLength:"64"`
	By     string `json:"by,omitempty" maxLength:"100"`
	At     string `json:"at,omitempty" maxLength:"40" doc:"When, as RFC 3339."`
	Undone bool   `json:"undone,omitempty" doc:"It is open again."`
}

// Photo is a picture that was taken, by the checksum under which it is kept.
type Photo struct {
	ID      string `json:"id,omitempty" maxLength:"64" doc:"Made by the client. Default: the edit's."`
	Sum     string `json:"sum" pattern:"^[0-9a-f]{64}$" doc:"SHA-256 of the picture as it is kept, in hexadecimal: what keeping it answered."`
	Wide    int    `json:"wide,omitempty" minimum:"0" maximum:"100000" doc:"Pixels."`
	High    int    `json:"high,omitempty" minimum:"0" maximum:"100000" doc:"Pixels."`
	Wall    string `json:"wall,omitempty" maxLength:"64"`
	Member  string `json:"member,omitempty" maxLength:"64"`
	Check   string `json:"check,omitempty" maxLength:"160"`
	Finding string `json:"finding,omitempty" maxLength:"100" doc:"A finding's code."`
	What    string `json:"what,omitempty" maxLength:"500" doc:"What it shows."`
	By      string `json:"by,omitempty" maxLength:"100"`
	At      string `json:"at,omitempty" maxLength:"40" doc:"When, as RFC 3339."`
}

// Limits are how much may be off before something is done about it.
type Limits struct {
	Plumb    Length `json:"plumb,omitzero" format:"length" doc:"Off plumb, carried to the wall's full height. Default 1/8 in or 3 mm."`
	Straight Length `json:"straight,omitzero" format:"length" doc:"Off a string along it. Default 1/8 in or 3 mm."`
	Diagonal Length `json:"diagonal,omitzero" format:"length" doc:"A diagonal off what it should be. Default 1/8 in or 3 mm."`
	Head     Length `json:"head,omitzero" format:"length" doc:"A head off level, and off the other heads along a hall. Default 1/16 in or 1.5 mm."`
	Residual Length `json:"residual,omitzero" format:"length" doc:"Off a frame that it is to line up with. Default 1/8 in or 3 mm."`
	Height   Length `json:"height,omitzero" format:"length" doc:"A corner's height off what was read. Default 1/8 in or 3 mm."`
	Flush    Length `json:"flush,omitzero" format:"length" doc:"The step between two faces. Default 1/16 in or 1.5 mm."`
	Light    Length `json:"light,omitzero" format:"length" doc:"Light under a plate. Default 1/16 in or 1.5 mm."`
	Door     Length `json:"door,omitzero" format:"length" doc:"A door's gap off what it should be. Default 1/16 in or 1.5 mm."`
	Gap      Length `json:"gap,omitzero" format:"length" doc:"The gap beside and over a door's leaf. Default 1/8 in or 3 mm."`
	Room     Length `json:"room,omitzero" format:"length" doc:"What is left for a second section, off what it should be. Default 1/16 in or 1.5 mm."`
}

// NotePart is one of the lists of the record that are told with note.
type NotePart = ListPart

// The lists that are told with note.
const (
	NoteChecks  NotePart = "checks"
	NoteItems   NotePart = "items"
	NoteSettled NotePart = "settled"
	NoteClosed  NotePart = "closed"
	NotePhotos  NotePart = "photos"
)

// CheckedNow is what stands of each check: its last line that wasn't taken back.
func (d Document) CheckedNow() map[string]Checked {
	lines := map[string][]Checked{}
	for _, c := range recordOf(d).Checks {
		had := lines[c.Check]
		switch {
		case !c.Undone:
			lines[c.Check] = append(had, c)
		case len(had) > 0:
			lines[c.Check] = had[:len(had)-1]
		}
	}
	out := map[string]Checked{}
	for id, all := range lines {
		if len(all) > 0 {
			out[id] = all[len(all)-1]
		}
	}
	return out
}

// SettledNow are the lines that close items, by item: those that are open again left out.
func (d Document) SettledNow() map[string]Settled {
	out := map[string]Settled{}
	for _, s := range recordOf(d).Settled {
		if s.Undone {
			delete(out, s.Item)
		} else {
			out[s.Item] = s
		}
	}
	return out
}

// ClosedNow are the walls whose boards are on, with the word that says so.
func (d Document) ClosedNow() map[string]ClosedUp {
	out := map[string]ClosedUp{}
	for _, c := range recordOf(d).Closed {
		if c.Undone {
			delete(out, c.Wall)
		} else {
			out[c.Wall] = c
		}
	}
	return out
}

// Called is what an item is called on the open list.
func (n Noted) Called() string {
	if n.Item != "" {
		return n.Item
	}
	return n.ID
}
