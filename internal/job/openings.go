package job

// Opening is a door, a window or another way through a wall. Rules: the work,
// step 5.
type Opening struct {
	ID          string   `json:"id" maxLength:"32"`
	Kind        string   `json:"kind" enum:"door,cased,window,double,pocket,bifold,slider,hatch,rough" doc:"A double's leaf is one of its two. A slider hangs in front of the wall. A hatch has a sill, a window too. Rough: of a given rough size; with a sill it doesn't go down to the floor."`
	Centre      Length   `json:"centre" format:"length" doc:"Station of its middle."`
	Leaf        *Size    `json:"leaf,omitempty" doc:"The door leaf, or the window's unit."`
	Parts       *Parts   `json:"parts,omitempty" doc:"A door's parts: the rough opening is the leaf and these, in place of the crew's shortcut."`
	Unit        *Size    `json:"unit,omitempty" doc:"The unit that is on site, measured over its jambs: it wins over leaf and parts."`
	Rough       *Size    `json:"rough,omitempty" doc:"Overrides what follows from the others."`
	Sill        Length   `json:"sill,omitzero" format:"length" doc:"Height of the rough sill's top over the finished floor: of a window, a hatch, and of a rough opening that has one."`
	SillParts   []Part   `json:"sillParts,omitempty" maxItems:"20" nullable:"false" doc:"What the sill's height is made up of, from the finished floor up: cabinet, counter, splash, board; what is taken off it below nothing. Where sill is given too, they must come to it."`
	FinishFloor Length   `json:"finishFloor,omitzero" format:"length" doc:"Floor finish still to come. Default 0."`
	Jacks       int      `json:"jacks,omitempty" minimum:"-1" maximum:"3" doc:"A side. Default 1; over 6 ft 2, from 16 ft 3. -1: none, the head stands between full studs."`
	Blocks      int      `json:"blocks,omitempty" minimum:"0" maximum:"4" doc:"Rows of straightening blocks, from its kings to what stands beside them. Default none."`
	Heavy       bool     `json:"heavy,omitempty" doc:"A heavy leaf: its kings are doubled."`
	Packed      bool     `json:"packed,omitempty" doc:"What is left between its king and the wall's end, less than a stud's thickness, is packed."`
	Header      *Header  `json:"header,omitempty" doc:"Default one flat of the wall's lumber; over 8 ft two on edge."`
	Hand        string   `json:"hand,omitempty" enum:"left,right" doc:"Where its hinges are, or the side that a slider or a pocket door goes to, seen with the wall's start at the left."`
	Swing       string   `json:"swing,omitempty" enum:"in,out" doc:"In: towards where one sees the wall from with its start at the left. Out: away."`
	Switch      int      `json:"switch,omitempty" minimum:"0" maximum:"6" doc:"Gangs of the switch on its latch side: the bay there is kept clear for the box. Wants its hand."`
	Jamb        Length   `json:"jamb,omitzero" format:"length" doc:"Depth of the jamb that is there. Default: as deep as studs and boards."`
	Head        string   `json:"head,omitempty" maxLength:"64" doc:"A group's name: its openings share one elevation, the highest."`
	Level       Length   `json:"level,omitzero" format:"length" doc:"Elevation of its head from the laser line, where a level line is there to follow."`
	First       string   `json:"first,omitempty" enum:"left,right" doc:"Built in two halves: this side stands first, where leaf or rough size put it; the other is set from the unit, and waits until that is measured."`
	Match       *Match   `json:"match,omitempty" doc:"An opening that is there, which this one is to line up with."`
	Bearing     *Bearing `json:"bearing,omitempty" doc:"What a licensed engineer named for it. Without it an opening in a wall that carries waits."`
}

// Match is an opening that is there, which a new one is to line up with.
type Match struct {
	Opening string `json:"opening" doc:"Its id. It must be gauged."`
	Off     Length `json:"off,omitzero" format:"length" doc:"By how much the new sides and head stand back from the old: what still comes on them. Default 0."`
}

// Parts are what a door's rough opening has over its leaf, each side.
type Parts struct {
	Jamb Length `json:"jamb,omitzero" format:"length" doc:"Thickness of a jamb, the head's too. Default 3/4 in or 20 mm."`
	Gap  Length `json:"gap,omitzero" format:"length" doc:"Between leaf and jamb. Default 1/8 in or 3 mm."`
	Shim Length `json:"shim,omitzero" format:"length" doc:"Between jamb and jack. Default 1/4 in or 10 mm."`
	Foot Length `json:"foot,omitzero" format:"length" doc:"Under the leaf. Default 1/2 in or 10 mm."`
}

// Bearing is a licensed engineer's entry for an opening that carries. No size in
// it is ever offered.
type Bearing struct {
	By     string `json:"by" maxLength:"200" doc:"Who named it."`
	When   string `json:"when" maxLength:"40" doc:"The day."`
	Paper  string `json:"paper,omitempty" maxLength:"200" doc:"Where it stands written."`
	Plies  int    `json:"plies,omitempty" minimum:"0" maximum:"6" doc:"Default 1."`
	Lumber string `json:"lumber,omitempty" doc:"Of the job's, if it is."`
	Depth  Length `json:"depth,omitzero" format:"length" doc:"Of the header. Default: its lumber's."`
	Steel  string `json:"steel,omitempty" maxLength:"100" doc:"What section, if it is of steel."`
	Each   Length `json:"each" format:"length" doc:"Bearing at each end."`

	Path []BearingLink `json:"path,omitempty" maxItems:"6" nullable:"false" doc:"Links of the load's path to the ground that were looked at by somebody licensed; what isn't entered is missing."`
}

// BearingLink is one link of a load's path to the ground.
type BearingLink struct {
	Link string `json:"link" enum:"under-left,under-right,to-ground" doc:"What is under the left jacks, under the right; what carries that down, floor by floor."`
	What string `json:"what" maxLength:"200" doc:"What is there."`
	By   string `json:"by" maxLength:"200" doc:"Who looked at it."`
	When string `json:"when,omitempty" maxLength:"40"`
}

// Size is a width and a height.
type Size struct {
	Width  Length `json:"width,omitzero" format:"length"`
	Height Length `json:"height,omitzero" format:"length"`
}

// Header says what spans a non-bearing opening. No size is ever offered for a
// bearing one: that is a licensed engineer's.
type Header struct {
	Lumber string `json:"lumber,omitempty"`
	Plies  int    `json:"plies,omitempty" minimum:"0" maximum:"3"`
	Lie    string `json:"lie,omitempty" enum:"flat,on-edge,edge" doc:"Flat, or on edge (edge says the same as on-edge)."`
}
