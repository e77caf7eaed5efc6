package job

// Corner is one corner of the room, in order round it with the room on the
// left hand.
type Corner struct {
	ID    string `json:"id" maxLength:"32"`
	Name  string `json:"name,omitempty" maxLength:"100" doc:"What the crew calls it."`
	Turn  string `json:"turn,omitempty" enum:"in,out" doc:"In: an ordinary corner. Out: it juts into the room (a jog, a chimney breast). Default in."`
	Drawn *Place `json:"drawn,omitempty" doc:"Where a drawing has it: a hint for the shape, never a measurement."`
}

// Tie is one measurement between corners. Ties are only ever added, as
// readings are.
type Tie struct {
	ID         string  `json:"id" maxLength:"64"`
	Kind       string  `json:"kind" enum:"length,angle,offset,along" doc:"Length between two corners; angle at a corner between two others; offset of a corner from the line through two others, left of it positive; along that line from the first."`
	At         string  `json:"at,omitempty" doc:"The corner an angle, offset or along is of."`
	From       string  `json:"from,omitempty"`
	To         string  `json:"to,omitempty"`
	Value      Length  `json:"value,omitzero" format:"length"`
	Degrees    float64 `json:"degrees,omitempty" doc:"Of an angle, on the room's side, in place of value."`
	Instrument string  `json:"instrument,omitempty"`
	By         string  `json:"by,omitempty" maxLength:"100"`
	Taken      string  `json:"taken,omitempty"`
	Replaces   string  `json:"replaces,omitempty" doc:"Id of the earlier tie that this one corrects."`
	Void       bool    `json:"void,omitempty"`
}

// ExistingWall is a wall that is there, from corner to corner; or one that
// stands free in the room, as railings and posts do.
type ExistingWall struct {
	ID       string   `json:"id" maxLength:"32"`
	Name     string   `json:"name,omitempty" maxLength:"100"`
	Kind     string   `json:"kind,omitempty" enum:"wall,railing,post,edge" doc:"Edge: of a slab or a floor, to measure off; nothing stands there. Default wall."`
	From     string   `json:"from,omitempty" doc:"Corner. Left out where it stands free."`
	To       string   `json:"to,omitempty" doc:"Corner."`
	By       *ByRun   `json:"by,omitempty" doc:"Of one that stands free: where it lies off a wall that goes from corner to corner."`
	Ends     []Place  `json:"ends,omitempty" nullable:"false" maxItems:"2" doc:"Or both ends of its middle line on the plan; its depth is over all."`
	Depth    Length   `json:"depth,omitzero" format:"length" doc:"Over all."`
	Finish   Length   `json:"finish,omitzero" format:"length" doc:"Thickness of board and skim, or plaster, on this side."`
	Material string   `json:"material,omitempty" enum:"timber,steel,masonry,concrete,unknown"`
	Studs    []Length `json:"studs,omitempty" format:"length" nullable:"false" doc:"Stations of stud centres, from the first corner."`
	Leans    []Lean   `json:"leans,omitempty" nullable:"false"`
	Waves    []Wave   `json:"waves,omitempty" nullable:"false" doc:"Offsets from a string along it, into the room positive."`
	Fate     string   `json:"fate,omitempty" enum:"stays,opened,goes" doc:"Default stays."`

	Cuts     []CutIn           `json:"cuts,omitempty" maxItems:"20" nullable:"false" doc:"Openings to be cut into it."`
	Openings []ExistingOpening `json:"openings,omitempty" nullable:"false" doc:"Doors and windows that are there."`
}

// CutIn is an opening to be cut into a wall that is there. Only its new pieces are
// cut and bought. Rule: the work, step 5.
type CutIn struct {
	Opening   Opening `json:"opening" doc:"Its centre is a station from the wall's first corner. Its id names it among all walls."`
	Lumber    string  `json:"lumber" doc:"What its new pieces are cut from."`
	Bottom    Length  `json:"bottom,omitzero" format:"length" doc:"Thickness of the bottom plate that is there. Default: the lumber's."`
	Top       Length  `json:"top,omitzero" format:"length" doc:"Thickness of all its top plates. Default: the lumber's."`
	Far       Length  `json:"far,omitzero" format:"length" doc:"Finish on its other face. Default: as on this one."`
	Reference Length  `json:"reference,omitzero" format:"length" doc:"Station of something that is seen on both faces: a jamb that is there, a hole drilled through. Corners are given from it. Default: the first corner."`
}

// ExistingOpening is a door, a window or another hole in a wall that is there.
type ExistingOpening struct {
	ID   string `json:"id,omitempty" maxLength:"32" doc:"Its name, among all openings that are there: wanted where one is closed or matched."`
	From Length `json:"from" format:"length" doc:"Station of its one side, from the wall's first corner."`
	To   Length `json:"to" format:"length" doc:"Station of the other."`
	What string `json:"what,omitempty" maxLength:"100" doc:"Door to the yard, window, …"`
	Fate string `json:"fate,omitempty" enum:"closed,accepted" doc:"Closed, or to be; or accepted by the crew that a new wall stands before it."`

	Gauged *Gauged  `json:"gauged,omitempty" doc:"Its sides and its underside, for a new opening that matches it."`
	Close  *Closing `json:"close,omitempty" doc:"How it is closed."`
}

// Gauged are an opening's sides and its underside, as they are. Rule: the work,
// step 5.
type Gauged struct {
	Floor Pair `json:"floor" doc:"Stations of its sides at the floor, from the wall's first corner."`
	Head  Pair `json:"head" doc:"Stations of its sides at the head."`
	Under Pair `json:"under" doc:"Heights of its underside over the floor, at both sides."`
}

// Pair is a length at each side of an opening: at its from side and its to side.
type Pair struct {
	From Length `json:"from" format:"length"`
	To   Length `json:"to" format:"length"`
}

// Closing is how an opening that is there is closed. Only its new pieces are cut
// and bought. Rule: the work, step 5.
type Closing struct {
	Lumber    string  `json:"lumber" doc:"What its pieces are cut from."`
	Widths    []Gauge `json:"widths,omitempty" maxItems:"12" nullable:"false" doc:"Between its old sides, at heights over what it stands on: near its foot, near its head, and no farther apart than 48 in or 1200 mm. The smallest counts."`
	Heights   []Gauge `json:"heights,omitempty" maxItems:"12" nullable:"false" doc:"From what it stands on to its head, at places from its first side: near both sides. The smallest counts."`
	Allowance Length  `json:"allowance,omitzero" format:"length" doc:"By which the frame is smaller than the smallest. Default rules.infill."`
	Edges     string  `json:"edges,omitempty" enum:"nailers,blocks" doc:"What the new boards' edges find along the old sides: a stud, or short blocks. Default nailers."`
	Strip     Length  `json:"strip,omitzero" format:"length" doc:"Floor finish that runs through, gauged over: it is cut out as deep as the plate, and the frame stands that much lower."`
	Sill      Length  `json:"sill,omitzero" format:"length" doc:"What it stands on over the floor, of a window. Default: the floor."`
	Far       Length  `json:"far,omitzero" format:"length" doc:"Finish on the other face. Default: as on this one."`
}

// Gauge is a measure across a hole at a place.
type Gauge struct {
	At Length `json:"at" format:"length"`
	Is Length `json:"is" format:"length"`
}

// Lean is how far a wall stands out of plumb over a span of height.
type Lean struct {
	Station Length `json:"station" format:"length"`
	Out     Length `json:"out" format:"length" doc:"Into the room positive."`
	Span    Length `json:"span" format:"length" doc:"Height over which it was read: the level's length."`
}

// Wave is an offset from a string.
type Wave struct {
	Station Length `json:"station" format:"length"`
	Off     Length `json:"off" format:"length"`
}

// Zone is a part of floor or ceiling with a step round it.
type Zone struct {
	ID      string  `json:"id" maxLength:"64"`
	Of      string  `json:"of" enum:"floor,ceiling"`
	Kind    string  `json:"kind,omitempty" enum:"recess,raised,jog,soffit,step" doc:"Default step."`
	Outline []Place `json:"outline" nullable:"false" doc:"Three places or more, in order."`
}

// Hidden is something in floor, ceiling or wall that must not be drilled or
// nailed into.
type Hidden struct {
	ID    string  `json:"id" maxLength:"64"`
	Kind  string  `json:"kind" enum:"cable,pipe,duct,gas,unknown"`
	In    string  `json:"in" enum:"floor,ceiling,wall"`
	Wall  string  `json:"wall,omitempty" doc:"The existing wall it is in; from and to are then stations along it."`
	From  Place   `json:"from"`
	To    Place   `json:"to"`
	Low   Length  `json:"low,omitzero" format:"length" doc:"In a wall: lowest height over the floor."`
	High  Length  `json:"high,omitzero" format:"length" doc:"In a wall: highest height over the floor."`
	Band  Length  `json:"band,omitzero" format:"length" doc:"Width of the no-drill zone, over all. Default 4 in or 100 mm."`
	Found string  `json:"found,omitempty" enum:"detector,seen,drawing,said" doc:"Default detector."`
	Dead  *Signed `json:"dead,omitempty" doc:"Isolated and proved dead: by whom, when."`
}

// Signed is who stands for something, and when.
type Signed struct {
	By string `json:"by" maxLength:"100"`
	At string `json:"at,omitempty" doc:"RFC 3339, or as written on the paper."`
}

// Instrument is something that readings are taken with.
type Instrument struct {
	ID     string  `json:"id" maxLength:"64"`
	Kind   string  `json:"kind" enum:"tape,laser-meter,line-laser,detector,bevel,drawing"`
	Noise  Length  `json:"noise,omitzero" format:"length" doc:"Standard error of one reading. Default: the survey's."`
	Offset Length  `json:"offset,omitzero" format:"length" doc:"What it reads too much, taken off every reading. Default: as its checks say."`
	Degree float64 `json:"degree,omitempty" minimum:"0" maximum:"20" doc:"Of a bevel: standard error in degrees. Default 0.3."`
	Checks []Check `json:"checks,omitempty" nullable:"false" doc:"Readings of a known length."`
}

// Check is one reading of a known length.
type Check struct {
	Known Length `json:"known" format:"length"`
	Read  Length `json:"read" format:"length"`
	Taken string `json:"taken,omitempty"`
}

// Stood is what a tape stood on or stopped at, and how thick that is.
type Stood struct {
	What  string `json:"what" enum:"floor,ceiling,carpet,board,texture,joist,block,deck"`
	Thick Length `json:"thick,omitzero" format:"length" doc:"Of carpet, board or texture that comes off; of a block that will hang at the joist that was read."`
}

// Extra is a column of an imported list that has no field here.
type Extra struct {
	Column string `json:"column"`
	Value  string `json:"value"`
}

// Angle is a direction in degrees, as a run of joists is given one.
func Angle(degrees float64) *float64 { return &degrees }
