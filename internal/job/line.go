package job

// Line says how a wall's snapped line lies, as people say it. A face is a wall
// that is there by its id, or a new wall's: "A" is its snapped face, "A back"
// the other face of its framing.
type Line struct {
	By      string   `json:"by" enum:"parallel,square,in-line,centred,through,clear,furring,leg" doc:"Parallel to a face at a distance; square off it at a station; its finish in line with a face's; centred between two; through two marks; so much clear between finishes; a furring before a wall that leans and bulges (at is its clearance); the next leg of a zigzag, squared off the end of the last one (face)."`
	Face    string   `json:"face,omitempty"`
	And     string   `json:"and,omitempty" doc:"Centred: the other face."`
	At      Length   `json:"at,omitzero" format:"length" doc:"Distance, near the face's first end; square: the station along the face."`
	AtEnd   Length   `json:"atEnd,omitzero" format:"length" doc:"Parallel: the distance measured near the face's other end, where it differs."`
	Follow  string   `json:"follow,omitempty" enum:"both,start,end" doc:"Where the two distances differ: go by both, or parallel at one of them. Default both."`
	Degrees float64  `json:"degrees,omitempty" minimum:"0" maximum:"180" doc:"Square: another angle off the face. Default 90."`
	Turn    string   `json:"turn,omitempty" enum:"left,right" doc:"Leg: which way it turns off the last, seen along that. Default left."`
	Closes  *Closes  `json:"closes,omitempty" doc:"Leg: what the zigzag should come out at; the closing error is shown."`
	Marks   []Place  `json:"marks,omitempty" nullable:"false" doc:"Through: two places."`
	Start   *LineEnd `json:"start,omitempty" doc:"Default: as far as the room goes."`
	Stop    *LineEnd `json:"stop,omitempty"`
	Parts   []Part   `json:"parts,omitempty" nullable:"false" doc:"As long as what stands on it, and what is added or taken off."`
	Boards  string   `json:"boards,omitempty" enum:"start,stop,both" doc:"Parts: at which ends a board comes that counts into the length; each is rules.board. Default none."`
	From    string   `json:"from,omitempty" enum:"start,stop" doc:"The end that the parts are laid off from. Default start."`
	Also    []AlsoAt `json:"also,omitempty" nullable:"false" doc:"Distances that must hold too: a line that contradicts one is refused."`
}

// LineEnd is what a line runs to.
type LineEnd struct {
	Face string `json:"face,omitempty"`
	Gap  Length `json:"gap,omitzero" format:"length" doc:"Kept off it."`
	Past bool   `json:"past,omitempty" doc:"Runs past that new wall, flush with its far side, in place of butting it."`
}

// Closes is what the last leg of a zigzag should come out at.
type Closes struct {
	Corner string `json:"corner,omitempty" doc:"Corner of the room."`
	Face   string `json:"face,omitempty" doc:"Or a face."`
}

// Part is one length of those that a line is as long as.
type Part struct {
	What   string `json:"what,omitempty" maxLength:"100"`
	Length Length `json:"length" format:"length"`
}

// AlsoAt is a distance from a face that must hold too.
type AlsoAt struct {
	Face string `json:"face"`
	At   Length `json:"at" format:"length"`
}
