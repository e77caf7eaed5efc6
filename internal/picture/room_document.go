package picture

import (
	"homalos/internal/advise"
	"homalos/internal/work"
)

// Room is the building as found, for the picture of it: millimetres for
// drawing, text for reading. It follows from the job; nothing in it is stored.
type Room struct {
	Corners      []RoomCorner   `json:"corners" nullable:"false"`
	Ties         []RoomTie      `json:"ties" nullable:"false"`
	Missing      int            `json:"missing" doc:"Measurements that the corners still need at least."`
	Spare        int            `json:"spare" doc:"Measurements beyond those needed: what a slip shows by."`
	Closing      string         `json:"closing,omitempty" doc:"Going round by the sides as taped: how far from the start one ends."`
	Troubles     []string       `json:"troubles" nullable:"false" doc:"What is wrong with the shape, in words."`
	Crosses      []int          `json:"crosses" nullable:"false" doc:"Sides, by first corner, that cross another."`
	Walls        []RoomWall     `json:"walls" nullable:"false" doc:"Walls that are there."`
	Lines        []RoomLine     `json:"lines" nullable:"false" doc:"New walls."`
	Pins         []RoomPin      `json:"pins" nullable:"false"`
	Joists       []DrawnJoist   `json:"joists" nullable:"false"`
	Outside      []work.Outside `json:"outside" nullable:"false" doc:"What was found, said to lie where the room isn't."`
	Sides        []RoomSide     `json:"sides" nullable:"false"`
	Blocks       []DetailPiece  `json:"blocks,omitempty" nullable:"false" doc:"Rows of blocks between joists, without a wall."`
	Stairs       []DrawnStair   `json:"stairs" nullable:"false"`
	Obstructions []DrawnRun     `json:"obstructions" nullable:"false"`
	Hidden       []DrawnRun     `json:"hidden" nullable:"false"`
	Zones        []DrawnZone    `json:"zones" nullable:"false"`
	Reliefs      []Relief       `json:"reliefs" nullable:"false"`
	Doubts       []work.Doubted `json:"doubts" nullable:"false"`
	Instruments  []DeviceJudged `json:"instruments" nullable:"false"`
	Next         []advise.Next  `json:"next" nullable:"false"`
	Held         int            `json:"held" doc:"Pieces that wait for a reading."`
	Readings     []Counted      `json:"readings" nullable:"false" doc:"Raw, rounded and used, where they differ."`
	Assess       work.Assessed  `json:"assess"`
	Dims         []Dim          `json:"-"`
	Low          Dot            `json:"low" doc:"Lower left of what there is to draw."`
	High         Dot            `json:"high"`
}

// Dot is a place in millimetres.
type Dot struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
}

// RoomCorner is a corner as solved.
type RoomCorner struct {
	ID     string  `json:"id"`
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Said   string  `json:"said" doc:"Its place, as it is read out."`
	Pinned bool    `json:"pinned" doc:"False: loose; it may lie elsewhere."`
	Major  float64 `json:"major" doc:"Half axes of the 95 % ellipse, mm."`
	Minor  float64 `json:"minor"`
	Tilt   float64 `json:"tilt"`
	Inside string  `json:"inside,omitempty" doc:"Angle on the room's side, degrees; left out while it is loose."`
	Give   string  `json:"give,omitempty" doc:"Half its 95 % interval, degrees."`
}

// RoomTie is a tape or bevel with what the others say of it.
type RoomTie struct {
	ID       string `json:"id"`
	Kind     string `json:"kind"`
	Said     string `json:"said"`
	From     int    `json:"from"`
	To       int    `json:"to"`
	At       int    `json:"at"`
	Value    string `json:"value"`
	Misfit   string `json:"misfit" doc:"Reading less what all foretell."`
	Foretold string `json:"foretold"`
	Checked  bool   `json:"checked" doc:"The others foretell it too."`
	Doubtful bool   `json:"doubtful"`
	Text     string `json:"text,omitempty" doc:"What is wrong with it."`
}

// RoomWall is a wall that is there.
type RoomWall struct {
	ID     string  `json:"id"`
	Kind   string  `json:"kind,omitempty" enum:"wall,railing,post,edge"`
	Free   bool    `json:"free,omitempty" doc:"It stands free in the room: from and to are the ends of its middle line."`
	Name   string  `json:"name"`
	From   Dot     `json:"from"`
	To     Dot     `json:"to"`
	Length string  `json:"length"`
	Depth  float64 `json:"depth"`
	Height string  `json:"height,omitempty" doc:"What its leans are carried to."`
	In     string  `json:"in,omitempty" doc:"Worst lean into the room, over that height."`
	Out    string  `json:"out,omitempty" doc:"Worst lean out of it."`
	Bulge  string  `json:"bulge,omitempty"`
	Fate   string  `json:"fate"`
	Studs  []Dot   `json:"studs" nullable:"false"`

	Openings []RoomOpening `json:"openings" nullable:"false" doc:"Doors and windows that are there."`
}

// DrawnStair is a flight on the plan, from its foot to its head.
type DrawnStair struct {
	ID    string  `json:"id"`
	From  Dot     `json:"from"`
	To    Dot     `json:"to"`
	Width float64 `json:"width"`
	Said  string  `json:"said"`
	Steps int     `json:"steps" doc:"Lines to draw across it: about one for each riser."`
}

// RoomSide is a taped side of the room: a face to go by.
type RoomSide struct {
	Face string `json:"face" doc:"As a line names it: the wall that stands there, else by its corners."`
	From Dot    `json:"from"`
	To   Dot    `json:"to"`
}

// RoomOpening is a door or window in a wall that is there.
type RoomOpening struct {
	From Dot    `json:"from"`
	To   Dot    `json:"to"`
	What string `json:"what"`
	ID   string `json:"id,omitempty"`
	Fate string `json:"fate,omitempty" enum:"closed,new" doc:"Closed, or to be; or to be cut."`
}

// RoomLine is a new wall on the plan.
type RoomLine struct {
	ID      string    `json:"id"`
	Outline []Dot     `json:"outline" nullable:"false"`
	From    Dot       `json:"from"`
	To      Dot       `json:"to"`
	Ends    [2]string `json:"ends" nullable:"false" doc:"What its start is called, and its end: by what they meet."`

	Layers []RoomLayer `json:"layers,omitempty" nullable:"false" doc:"On its studs."`
	Hangs  bool        `json:"hangs,omitempty" doc:"From the ceiling: nothing of it stands on the floor."`

	// Wood is drawn from the plan's drawings, and written into drawing files.
	Wood []DetailPiece `json:"-"`
}

// RoomPin is a reading on the plan.
type RoomPin struct {
	Reading  string  `json:"reading"`
	Kind     string  `json:"kind"`
	X        float64 `json:"x"`
	Y        float64 `json:"y"`
	Label    string  `json:"label"`
	Said     string  `json:"said"`
	Doubtful bool    `json:"doubtful"`
}

// DrawnJoist is a joist's centre line within the picture.
type DrawnJoist struct {
	Run     string  `json:"run"`
	Of      string  `json:"of"`
	Exposed bool    `json:"exposed"`
	Width   float64 `json:"width"`
	From    Dot     `json:"from"`
	To      Dot     `json:"to"`
}

// DrawnRun is something that runs from one place to another.
type DrawnRun struct {
	ID    string  `json:"id"`
	Kind  string  `json:"kind"`
	In    string  `json:"in,omitempty"`
	From  Dot     `json:"from"`
	To    Dot     `json:"to"`
	Width float64 `json:"width"`
	Said  string  `json:"said"`
}

// DrawnZone is a stepped part of floor or ceiling.
type DrawnZone struct {
	ID      string `json:"id"`
	Of      string `json:"of"`
	Said    string `json:"said"`
	Outline []Dot  `json:"outline" nullable:"false"`
}

// Relief is how uneven a surface is: contours, each with its height.
type Relief struct {
	Of       string         `json:"of" enum:"floor,ceiling,gap"`
	Contours []DrawnContour `json:"contours" nullable:"false"`
	Cells    []Cell         `json:"cells" nullable:"false"`
	Step     float64        `json:"step" doc:"Side of a cell, mm."`
	Lowest   string         `json:"lowest"`
	Highest  string         `json:"highest"`
	Each     string         `json:"each" doc:"Height from one contour to the next."`
}

// DrawnContour is one height's line, in short stretches.
type DrawnContour struct {
	Label string `json:"label"`
	Major bool   `json:"major"`
	Path  string `json:"path" doc:"SVG path, mm, y up."`
	At    Dot    `json:"at" doc:"Where its label stands."`
}

// Cell is one square of a relief: how high it lies between lowest and highest.
type Cell struct {
	X     float64 `json:"x"`
	Y     float64 `json:"y"`
	Share float64 `json:"share" doc:"0 lowest, 1 highest."`
	Blur  bool    `json:"blur,omitempty" doc:"Too far from any reading to cut by."`
}

// DeviceJudged is an instrument and what its checks say.
type DeviceJudged struct {
	ID     string `json:"id"`
	Kind   string `json:"kind"`
	Noise  string `json:"noise"`
	Offset string `json:"offset" doc:"Taken off each of its readings."`
	Off    bool   `json:"off"`
	Text   string `json:"text"`
}

// Counted is a reading that counts as something else than what was read.
type Counted struct {
	Reading string `json:"reading"`
	Raw     string `json:"raw"`
	Rounded string `json:"rounded"`
	Used    string `json:"used"`
	Why     string `json:"why"`
	Strays  bool   `json:"strays" doc:"Used and read differ by more than a mark."`
}
