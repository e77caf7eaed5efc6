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
	Tape     []TapeNumber   `json:"tape" nullable:"false"`
	Bottom   float64        `json:"bottom" doc:"Thickness of the bottom plates."`
	Top      float64        `json:"top" doc:"Thickness of the top plates."`
	Depth    float64        `json:"depth"`
	Above    []DetailPiece  `json:"above,omitempty" nullable:"false" doc:"Its wood from above, in its place on the plan: uprights, noggings, blocks between joists."`
	Corners  []CornerDetail `json:"corners,omitempty" nullable:"false" doc:"Its ends from above, large, where they meet another wall."`
	Crossed  []CrossedJoist `json:"crossed,omitempty" nullable:"false" doc:"Joists that cross a section of the room."`
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
	Tape  string  `json:"tape" doc:"The mark, wood ahead."`
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
	Sawn   bool    `json:"sawn,omitempty" doc:"The bottom plate runs through and is sawn out after the wall stands."`
}

// TapeNumber is a number on the running tape.
type TapeNumber struct {
	At    float64 `json:"at"`
	Label string  `json:"label"`
	Major bool    `json:"major"`
}
