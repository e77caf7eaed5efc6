package framing

import (
	"slices"

	"homalos/internal/measure"
	"homalos/internal/wood"
)

// State says whether a piece may be cut.
type State string

// The states.
const (
	Ready        State = "ready"
	MeasureFirst State = "measure-first" // too uncertain, or nothing read
	Blocked      State = "blocked"       // a stop finding touches it
)

// Line is one line of the sum behind a length.
type Line struct {
	What     string
	Value    measure.Length
	Readings []string // ids of the readings nearest to it
}

// Want is a reading that would free a held piece.
type Want struct {
	Kind    string // gap, floor or ceiling
	Station measure.Length
}

// Member is one piece of wood in a wall. From and To are the stations of its
// two faces (uprights) or ends, from the wall's from end.
type Member struct {
	ID       string
	Kind     wood.Kind
	Lumber   *wood.Lumber
	From, To measure.Length
	Known    bool // Exact, Cut and Spread are given
	Guess    bool // what it hangs on wasn't read at all: Exact and Cut are what it will be about
	Few      bool // too few readings bear on its wall to check a slip by
	Far      bool // none of them lies within reach of it
	Read     bool // its length is what was read at its own place
	Exact    measure.Length
	Cut      measure.Length
	Short    measure.Length // its short side, where Slope isn't 0: Exact is the long one
	Slope    float64        // degrees off square of its upper end
	Down     measure.Length // of a post: how far it goes below the floor's upper side
	Shorter  measure.Length // by how much it is cut shorter than its own, to be alike with others
	Spread   measure.Length
	State    State
	Sum      []Line
	Why      string // why it stands off the layout, or close to another
	Opening  string
	Join     int            // of Framed.Joined: 1 for the first, whose meeting brings it; 0 for none
	Old      measure.Length // the stud that is there, by its centre, that it is cut from; 0: none
	Waits    bool           // for the head of its group
	Cleared  bool           // it stands beside its mark, out of a stretch that is kept clear
	Layer    int            // of plates: 0 is on the floor, or on the studs
	Bevel    string
	Pending  string // what it waits for
	Frees    *Want

	// Base is the elevation of its foot, for drawing, in millimetres from the
	// drawing's own zero; given with Known.
	Base float64
}

// Mark is one line and its side on the plates.
type Mark struct {
	Tape   measure.Length
	Set    Set
	Hook   string // the piece on whose mark the tape hooks; "": the end
	Member string
	Kind   wood.Kind
	Plates []string // bottom, top, header, sill
}

// Level is how much a finding matters.
type Level string

// The levels. A stop holds back the pieces it touches.
const (
	Stop Level = "stop"
	Warn Level = "warn"
	Note Level = "note"
)

// Finding is something a carpenter should know, and what to do about it.
type Finding struct {
	Code    string
	Level   Level
	Placed  bool
	At      measure.Length
	Text    string
	Fix     string
	Members []string
	Apply   Remedy
	Wood    *wood.Lumber // that it is about, where no member is named
	Break   *Break       // of a step: where the plate would end
	Opening string       // that it is about
	Thing   string       // found in the building, that it is about
	There   string       // the existing wall whose door or window it is about, and which of its openings
	Hole    int
	Run     int    // which of the wall's planned pipes it is about, from 1; 0: none
	Reading string // the doubtful reading it is about
	Want    *Want  // of a reading that is asked for: what and where
	Turn    int    // how many readings are asked for before it, without which it frees less
}

// Touches says whether a piece is among its members.
func (f Finding) Touches(id string) bool { return slices.Contains(f.Members, id) }

// Remedy is a fix that can be done at a touch.
type Remedy string

// The remedies.
const (
	HookOtherEnd Remedy = "hook-other-end"
	TakeReading  Remedy = "take-reading"
)

// Asked is a reading worth taking, and how many held members it frees together
// with those asked for before it.
type Asked struct {
	Want
	Frees int
	Turn  int // how many are asked for before it, without which it frees less
}

// Framed is a wall with everything that follows from it.
type Framed struct {
	Asked    []Asked // what to read next, in this order; with any held there is one
	Wall     *Wall
	Members  []Member
	Marks    []Mark
	Findings []Finding
	Section  Section
	Heads    []float64 // elevation of each opening's head, as Wall.Openings; mm, from the drawing's own zero
	Bears    []Bears   // its openings that carry, as an engineer named them
	Crossed  []Crossed // as Wall.Crossings
	Matched  []Matched // its openings that are to line up with one that is there
	Joined   []Joined  // as Wall.Joins
	Ties     []Tie
	Notches  []Notch     // of the bottom plate
	Rips     []Rip       // of plates, where two depths stand on one
	TiedBack []TieBack   // studs that are tied back to masonry, rising
	Deep     []BayBehind // of a wall before masonry, rising
	Slots    []Slot      // sawn out of the floor, for posts
	Alike    int         // layers of plate that are cut alike, in one stack; 0 where they differ
}
