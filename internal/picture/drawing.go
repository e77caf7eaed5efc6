package picture

// Drawing is a wall as a picture: millimetres for drawing, text for reading.
type Drawing struct {
	Wall     string         `json:"wall"`
	Length   float64        `json:"length"`
	Hook     string         `json:"hook" enum:"start,end"`
	By       string         `json:"by,omitempty" doc:"What its marks go by, where that isn't the end that the tape hooks on."`
	Ends     [2]string      `json:"ends" nullable:"false" doc:"What its start is called, and its end: by what they meet."`
	Known    bool           `json:"known" doc:"False: too few readings for the gap between floor and ceiling."`
	Only     string         `json:"only,omitempty" enum:"floor,ceiling" doc:"What was read, where the gap isn't known; the other surface is drawn level, a storey off."`
	Levels   bool           `json:"levels" doc:"Heights are from the laser line."`
	Surface  []SurfacePoint `json:"surface" nullable:"false"`
	Pieces   []DrawnPiece   `json:"pieces" nullable:"false"`
	Pins     []Pin          `json:"pins" nullable:"false"`
	Openings []DrawnOpening `json:"openings" nullable:"false"`
	Clear    []DrawnClear   `json:"clear,omitempty" nullable:"false" doc:"Stretches that are kept clear of studs."`
	Holes    []DrawnHole    `json:"holes,omitempty" nullable:"false" doc:"Where its wood is bored and notched."`
	NoNail   []DrawnKeep    `json:"noNail,omitempty" nullable:"false" doc:"Where nothing may be nailed or screwed in."`
	There    []DrawnOld     `json:"there,omitempty" nullable:"false" doc:"The studs of a wall that is there, into which an opening is cut."`
	Across   []DrawnThing   `json:"across,omitempty" nullable:"false" doc:"What comes through it: pipes, ducts, beams, finds."`
	Layouts  []DrawnLayout  `json:"layouts,omitempty" nullable:"false" doc:"Where its uprights would stand by each origin of the plan, in that order."`
	Maps     []PlateMap     `json:"maps,omitempty" nullable:"false" doc:"Its plates with their marks; left out past 600 marks, which are printed all the same."`
	Layers   []DrawnLayer   `json:"layers,omitempty" nullable:"false" doc:"On its studs, across the wall."`
	Beams    []DrawnBeam    `json:"beams,omitempty" nullable:"false" doc:"Under its head plate, as an engineer named them."`
	Hangs    bool           `json:"hangs,omitempty" doc:"From the ceiling: what is drawn as its floor is the level of its foot."`
	Tops     []DrawnTop     `json:"tops,omitempty" nullable:"false" doc:"What its top goes by from end to end, where it isn't plain and to the ceiling all along: heights are drawn true then."`
	Tape     []TapeNumber   `json:"tape" nullable:"false"`
	Bottom   float64        `json:"bottom" doc:"Thickness of the bottom plates."`
	Top      float64        `json:"top" doc:"Thickness of the top plates."`
	Depth    float64        `json:"depth"`
	Above    []DetailPiece  `json:"above,omitempty" nullable:"false" doc:"Its wood from above, in its place on the plan: uprights, noggings, blocks between joists."`
	Corners  []CornerDetail `json:"corners,omitempty" nullable:"false" doc:"Its ends from above, large, where they meet another wall."`
	Crossed  []CrossedJoist `json:"crossed,omitempty" nullable:"false" doc:"Joists that cross a section of the room."`
}

// DrawnLayer is a layer across a wall, from the snapped face of its studs: less than
// nothing on that side of them.
type DrawnLayer struct {
	What string  `json:"what"`
	From float64 `json:"from"`
	To   float64 `json:"to"`
}

// DrawnTop is a stretch of a wall by its kind.
type DrawnTop struct {
	From float64 `json:"from"`
	To   float64 `json:"to"`
	Kind string  `json:"kind" enum:"plain,half,infill,raked,free-top"`
	Free bool    `json:"free,omitempty" doc:"It doesn't reach the ceiling."`
	Said string  `json:"said" doc:"What it is, in few words."`
}

// SurfacePoint is floor and ceiling at a station.
type SurfacePoint struct {
	At      float64 `json:"at"`
	Floor   float64 `json:"floor"`
	Ceiling float64 `json:"ceiling"`
	Spread  float64 `json:"spread"`
}

// DrawnPiece is a member to draw: an upright or a span.
type DrawnPiece struct {
	ID    string  `json:"id"`
	Kind  string  `json:"kind"`
	State string  `json:"state"`
	From  float64 `json:"from"`
	To    float64 `json:"to"`
	Foot  float64 `json:"foot"`
	Head  float64 `json:"head"`
	Known bool    `json:"known"`
	Label string  `json:"label" doc:"The cut length as it is read out."`
	Tape  string  `json:"tape" doc:"The mark as the tape reads it."`
	Set   string  `json:"set,omitempty" enum:"ahead,centre,back" doc:"Where its wood lies by the mark."`
	Hook  string  `json:"hook,omitempty" doc:"The piece on whose mark the tape is hooked, where that isn't the end."`
	Near  string  `json:"near" doc:"Where its edges lie by the tape from the end: the near one."`
	Back  string  `json:"back" doc:"The far one."`
	Steel bool    `json:"steel,omitempty"`
	Slope float64 `json:"slope,omitempty" doc:"Degrees off square of its upper end."`
	Give  string  `json:"give,omitempty" doc:"The spread, to the next 32nd or half millimetre."`
}

// Pin is a reading in the picture.
type Pin struct {
	Reading string  `json:"reading"`
	Kind    string  `json:"kind"`
	At      float64 `json:"at"`
	Label   string  `json:"label"`
	Said    string  `json:"said" doc:"The station as it is read out."`
}

// DrawnClear is a stretch that is kept clear; Low and High are over the floor,
// 0 where they don't matter.
type DrawnClear struct {
	From float64 `json:"from"`
	To   float64 `json:"to"`
	Low  float64 `json:"low"`
	High float64 `json:"high"`
	What string  `json:"what"`
}

// DrawnKeep is a stretch that nothing is nailed or screwed into.
type DrawnKeep struct {
	From  float64 `json:"from"`
	To    float64 `json:"to"`
	Foot  float64 `json:"foot" doc:"Elevation, of one that is level; else over the floor."`
	Head  float64 `json:"head" doc:"The same; 0 of one that goes up to the ceiling."`
	Level bool    `json:"level,omitempty"`
	What  string  `json:"what"`
}

// DrawnHole is a hole or a notch in a piece, seen from the wall's side.
type DrawnHole struct {
	Member string  `json:"member"`
	At     float64 `json:"at" doc:"Station of its middle."`
	High   float64 `json:"high" doc:"Elevation of its middle."`
	Size   float64 `json:"size"`
	Over   bool    `json:"over,omitempty" doc:"Past the usual limits."`
}

// DrawnOpening is a rough opening in the picture.
type DrawnOpening struct {
	ID     string  `json:"id"`
	Kind   string  `json:"kind"`
	From   float64 `json:"from"`
	To     float64 `json:"to"`
	Head   float64 `json:"head"`
	Sill   float64 `json:"sill"`
	Known  bool    `json:"known"`
	Label  string  `json:"label"`
	Centre string  `json:"centre"`
	Left   string  `json:"left" doc:"Station of its rough side nearer the wall's from end."`
	Right  string  `json:"right"`
	Hand   string  `json:"hand,omitempty" enum:"left,right" doc:"Where its hinges are, or where it slides to, as drawn."`
	Swing  string  `json:"swing,omitempty" enum:"in,out" doc:"Towards who looks, or away."`
	Slides bool    `json:"slides,omitempty" doc:"It has no hinges: hand is the side that it goes to."`
	Leaves int     `json:"leaves,omitempty" doc:"How many leaves hang in it, where it is known how."`
	Jamb   string  `json:"jamb" doc:"Depth of a jamb that fits: studs and the boards on both faces."`
	Over   string  `json:"over,omitempty" doc:"How high its sill is over the finished floor."`
	Sits   bool    `json:"sits,omitempty" doc:"It stands on a sill."`
	Sawn   bool    `json:"sawn,omitempty" doc:"The bottom plate runs through and is sawn out after the wall stands."`
}

// DrawnOld is a stud that is there.
type DrawnOld struct {
	At   float64 `json:"at"`
	Wide float64 `json:"wide"`
	Fate string  `json:"fate" enum:"stays,king,goes"`
}

// DrawnBeam is a beam in a wall, under its head plate.
type DrawnBeam struct {
	ID    string  `json:"id"`
	From  float64 `json:"from"`
	To    float64 `json:"to"`
	Depth float64 `json:"depth"`
	Said  string  `json:"said"`
}

// DrawnThing is something that comes through a wall, with the stations it takes.
type DrawnThing struct {
	ID    string  `json:"id"`
	Kind  string  `json:"kind"`
	From  float64 `json:"from"`
	To    float64 `json:"to"`
	Rises bool    `json:"rises,omitempty" doc:"From the floor up."`
	Under float64 `json:"under,omitempty" doc:"Its underside, with high."`
	Over  float64 `json:"over,omitempty" doc:"Its upper side, where that is known."`
	High  bool    `json:"high,omitempty" doc:"It hangs over under, up to the ceiling. Neither: it isn't known how high it lies."`
	Find  bool    `json:"find,omitempty" doc:"Hidden in floor or ceiling."`
	In    string  `json:"in,omitempty" doc:"Of a find: floor or ceiling."`
}

// DrawnLayout is where a wall's uprights would stand by another origin.
type DrawnLayout struct {
	Hook   string      `json:"hook" enum:"start,end"`
	Stands []DrawnFoot `json:"stands" nullable:"false"`
}

// DrawnFoot is an upright on the plate. New: none of its kind stands there now.
type DrawnFoot struct {
	Kind string  `json:"kind"`
	From float64 `json:"from"`
	To   float64 `json:"to"`
	New  bool    `json:"new,omitempty"`
}

// TapeNumber is a number on the running tape.
type TapeNumber struct {
	At    float64 `json:"at"`
	Label string  `json:"label"`
	Major bool    `json:"major"`
}
