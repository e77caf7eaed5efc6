package job

// Survey is the building as found.
type Survey struct {
	Noise        Length        `json:"noise,omitzero" format:"length" doc:"Standard error of one reading. Default 1/32 in or 0.8 mm."`
	Readings     []Reading     `json:"readings,omitempty" nullable:"false"`
	Joists       []Joists      `json:"joists,omitempty" nullable:"false"`
	Obstructions []Obstruction `json:"obstructions,omitempty" nullable:"false"`

	Stairs []Stair `json:"stairs,omitempty" nullable:"false"`

	Corners     []Corner       `json:"corners,omitempty" nullable:"false" doc:"Of the room, in order with the room on the left. The first lies at 0, 0; the second to the right of it."`
	Ties        []Tie          `json:"ties,omitempty" nullable:"false" doc:"Measurements between corners."`
	Walls       []ExistingWall `json:"walls,omitempty" nullable:"false" doc:"Walls that are there."`
	Zones       []Zone         `json:"zones,omitempty" nullable:"false"`
	Hidden      []Hidden       `json:"hidden,omitempty" nullable:"false"`
	Instruments []Instrument   `json:"instruments,omitempty" nullable:"false"`
	Pockets     []Pocket       `json:"pockets,omitempty" maxItems:"100" nullable:"false" doc:"Holes that were gauged, for walls that go into them."`
}

// Reading is one reading. Readings are only ever added: a later one that
// replaces an earlier one names it.
type Reading struct {
	ID       string `json:"id" maxLength:"64"`
	Kind     string `json:"kind" enum:"gap,floor,ceiling,level" doc:"A height, or the rise of the floor from one place to another, read with a level laid across."`
	Basis    string `json:"basis,omitempty" enum:"open,stacked,between" doc:"What a gap's tape stood between. Default open."`
	Place    *Place `json:"place,omitempty"`
	Value    Length `json:"value,omitzero" format:"length"`
	From     *Place `json:"from,omitempty" doc:"Of a level: where it begins."`
	To       *Place `json:"to,omitempty" doc:"Of a level: where it ends."`
	Rise     Length `json:"rise,omitzero" format:"length" doc:"Of a level: how much higher the floor is at its end than where it begins."`
	Replaces string `json:"replaces,omitempty" doc:"Id of the earlier reading that this one corrects."`
	Void     bool   `json:"void,omitempty" doc:"Takes the reading it replaces back, giving no new value."`
	Stays    bool   `json:"stays,omitempty" doc:"Not read again: the wall that the one it replaces was given by has moved, and it stays where it was read."`
	Taken    string `json:"taken,omitempty" doc:"When it was read, as RFC 3339."`

	Instrument string  `json:"instrument,omitempty" doc:"What it was read with."`
	By         string  `json:"by,omitempty" maxLength:"100" doc:"Who read it."`
	Stood      *Stood  `json:"stood,omitempty" doc:"What the tape stood on, if not the bare floor."`
	Stopped    *Stood  `json:"stopped,omitempty" doc:"What it stopped at, if not the ceiling."`
	Extra      []Extra `json:"extra,omitempty" nullable:"false" doc:"Columns of an imported list that have no field here."`
}

// Place is a point on the plan, or a station along a wall.
type Place struct {
	X       Length `json:"x,omitzero"`
	Y       Length `json:"y,omitzero"`
	Wall    string `json:"wall,omitempty"`
	Station Length `json:"station,omitzero" format:"length"`
}

// Joists are a run of joists of the floor or the ceiling.
type Joists struct {
	ID      string   `json:"id" maxLength:"64"`
	Of      string   `json:"of" enum:"floor,ceiling"`
	Angle   *float64 `json:"angle,omitempty" doc:"Direction they run, degrees anticlockwise from x."`
	First   *Place   `json:"first,omitempty" doc:"A point on the centre line of one joist; the others step to its left."`
	By      *ByJoist `json:"by,omitempty" doc:"Where they lie by a wall, in place of angle and first."`
	Spacing Length   `json:"spacing,omitzero" format:"length"`
	Count   int      `json:"count,omitempty" minimum:"0" maximum:"1000"`
	At      []Length `json:"at,omitempty" format:"length" nullable:"false" doc:"Distances from the first, in place of spacing and count."`
	Gaps    []Length `json:"gaps,omitempty" format:"length" nullable:"false" doc:"Centre to centre, one after another from the first, in place of at, spacing and count."`
	Width   Length   `json:"width,omitzero" format:"length"`
	Exposed bool     `json:"exposed,omitempty"`

	Material string `json:"material,omitempty" enum:"timber,steel" doc:"What a plate is fixed into there. A steel beam is a run of one. Default timber."`
}

// ByJoist says where a run of joists lies by a wall, there or new: along it, the
// first so far off its face; or across it, the first so far along it. The others
// step on, away from where that was measured.
type ByJoist struct {
	Face  string `json:"face" doc:"An existing wall, or a new one as in a line."`
	Runs  string `json:"runs,omitempty" enum:"along,across" doc:"Default along."`
	First Length `json:"first" format:"length" doc:"Along: off the face to the centre of the first. Across: along the wall to it."`
	End   string `json:"end,omitempty" enum:"start,end" doc:"Across: the end of the wall it is measured from. Default start."`
}

// ByRun says where a thing in the way lies by a wall, there or new: along it,
// from near to far off its face; or across it, square to it, from near to far
// along it.
type ByRun struct {
	Face  string `json:"face" doc:"An existing wall, or a new one as in a line."`
	Runs  string `json:"runs,omitempty" enum:"along,across" doc:"Default along."`
	Near  Length `json:"near" format:"length" doc:"Its nearer edge: off the face, or along the wall."`
	Far   Length `json:"far" format:"length" doc:"Its farther edge."`
	End   string `json:"end,omitempty" enum:"start,end" doc:"The end of the wall that distances along it are measured from. Default start."`
	Start Length `json:"start,omitzero" format:"length" doc:"Where its run begins: along the wall, or off the face. Left out: it runs through the room."`
	Stop  Length `json:"stop,omitzero" format:"length" doc:"Where it ends. Start without stop, along: a round thing whose middle is there."`
}

// Obstruction is a straight run of something in the way.
type Obstruction struct {
	ID        string     `json:"id" maxLength:"64"`
	Kind      string     `json:"kind" doc:"beam, duct, pipe, drain, soffit, box, post, …"`
	From      *Place     `json:"from,omitempty"`
	To        *Place     `json:"to,omitempty"`
	By        *ByRun     `json:"by,omitempty" doc:"Where it lies by a wall, in place of from, to and width."`
	Width     Length     `json:"width,omitzero" format:"length" doc:"Across, or outside diameter."`
	Underside Length     `json:"underside,omitzero" format:"length" doc:"Elevation of its underside."`
	Headroom  Length     `json:"headroom,omitzero" format:"length" doc:"Height of its underside over the floor, in place of underside."`
	Height    Length     `json:"height,omitzero" format:"length" doc:"Of something low, such as a skirting or a pipe along the floor: height of its upper side over the floor. Underside or headroom then say how far up its lower side is; without them it stands on the floor."`
	Rises     bool       `json:"rises,omitempty" doc:"A pipe or post that comes up from the floor."`
	Clear     *Clearance `json:"clear,omitempty"`
}

// Stair is one straight flight that is there, from its foot to its head.
type Stair struct {
	ID       string `json:"id" maxLength:"64"`
	From     *Place `json:"from,omitempty" doc:"The middle of its foot: the edge of its first step on this floor."`
	To       *Place `json:"to,omitempty" doc:"The middle of its head."`
	By       *ByRun `json:"by,omitempty" doc:"Where it lies by a wall, in place of from, to and width: near and far are its two sides, start its foot, stop its head."`
	Width    Length `json:"width,omitzero" format:"length"`
	Rise     Length `json:"rise" format:"length" doc:"How far its head lies over its foot; less than nothing where it goes down."`
	Headroom Length `json:"headroom,omitzero" format:"length" doc:"What must stay free over the line of its nosings. Default 80 in or 2000 mm; the local code decides."`
}

// Clearance is the room an obstruction wants around it.
type Clearance struct {
	Side  Length `json:"side,omitzero" format:"length"`
	Below Length `json:"below,omitzero" format:"length" doc:"Under it; over it too, where its upper side is known."`
}
