package job

import "reflect"

// Kind is a row of the table of kinds of edits: a new kind is one row and its
// act.
type Kind struct {
	Do    string
	Part  ListPart // of put-found, note and what takes them back: which list
	About string
	New   func() Act
	Kept  bool // stands in the log only: nobody asks for it
}

// Kinds are all kinds of edits.
var Kinds = []Kind{
	{Do: "put-wall", About: "Add a wall or give it anew, openings and all", New: func() Act { return &PutWall{} }},
	{Do: "remove-wall", About: "Take a wall out; readings along it stay where they were read", New: func() Act { return &RemoveWall{} }},
	{Do: "put-opening", About: "Add an opening to a wall or give it anew", New: func() Act { return &PutOpening{} }},
	{Do: "remove-opening", About: "Take an opening out", New: func() Act { return &RemoveOpening{} }},
	{Do: "put-lumber", About: "Add a lumber or give its measured size anew", New: func() Act { return &PutLumber{} }},
	{Do: "put-floor", About: "Add a row of blocks between joists, or a doubled joist, or give it anew", New: func() Act { return &PutFloor{} }},
	{Do: "remove-floor", About: "Take work in a floor out", New: func() Act { return &RemoveFloor{} }},
	{Do: "remove-lumber", About: "Take a lumber out that nothing is made of", New: func() Act { return &RemoveLumber{} }},
	{Do: "put-rules", About: "The crew's rules", New: func() Act { return &PutRules{} }},
	{Do: "put-shop", About: "Go by shop rules: rules, mark and lumber that isn't there yet are theirs", New: func() Act { return &PutShop{} }},
	{Do: "put-order", About: "The order that the walls go up in", New: func() Act { return &PutOrder{} }},
	{Do: "put-schedule", About: "Who works here, when, and what work waits for", New: func() Act { return &PutSchedule{} }},
	{Do: "put-mark", About: "The finest mark the crew cuts to", New: func() Act { return &PutMark{} }},
	{Do: "rename", About: "Call the job otherwise", New: func() Act { return &Rename{} }},
	{Do: "add-reading", About: "Add a reading; one that corrects another names it", New: func() Act { return &AddReading{} }},
	{Do: "remove-reading", About: "Take an added reading back; the log keeps it", New: func() Act { return &RemoveReading{} }},
	{Do: "add-tie", About: "Add a measurement between corners; one that corrects another names it", New: func() Act { return &AddTie{} }},
	{Do: "remove-tie", About: "Take an added tape back; the log keeps it", New: func() Act { return &RemoveTie{} }},
	{Do: "put-corners", About: "The corners of the room, in order", New: func() Act { return &PutCorners{} }},
	{"put-found", FoundWalls, "Add or give anew: a wall that is there", func() Act { return &PutFound[ExistingWall]{} }, false},
	{"put-found", FoundZones, "Add or give anew: a stepped part of floor or ceiling", func() Act { return &PutFound[Zone]{} }, false},
	{"put-found", FoundHidden, "Add or give anew: a no-drill zone", func() Act { return &PutFound[Hidden]{} }, false},
	{"put-found", FoundInstruments, "Add or give anew: an instrument and its checks", func() Act { return &PutFound[Instrument]{} }, false},
	{"put-found", FoundJoists, "Add or give anew: a run of joists", func() Act { return &PutFound[Joists]{} }, false},
	{"put-found", FoundObstructions, "Add or give anew: something in the way", func() Act { return &PutFound[Obstruction]{} }, false},
	{"put-found", FoundStairs, "Add or give anew: a stair", func() Act { return &PutFound[Stair]{} }, false},
	{"put-found", FoundPockets, "Add or give anew: a pocket that was gauged", func() Act { return &PutFound[Pocket]{} }, false},
	{"remove-found", FoundWalls, "Take out: a wall that is there", func() Act { return &RemoveFound[ExistingWall]{} }, false},
	{"remove-found", FoundZones, "Take out: a stepped part of floor or ceiling", func() Act { return &RemoveFound[Zone]{} }, false},
	{"remove-found", FoundHidden, "Take out: a no-drill zone", func() Act { return &RemoveFound[Hidden]{} }, false},
	{"remove-found", FoundInstruments, "Take out: an instrument", func() Act { return &RemoveFound[Instrument]{} }, false},
	{"remove-found", FoundJoists, "Take out: a run of joists", func() Act { return &RemoveFound[Joists]{} }, false},
	{"remove-found", FoundObstructions, "Take out: something in the way", func() Act { return &RemoveFound[Obstruction]{} }, false},
	{"remove-found", FoundStairs, "Take out: a stair", func() Act { return &RemoveFound[Stair]{} }, false},
	{"remove-found", FoundPockets, "Take out: a pocket", func() Act { return &RemoveFound[Pocket]{} }, false},
	{Do: "put-assess", About: "What was asked and seen before cutting", New: func() Act { return &PutAssess{} }},
	{Do: "cut", About: "Tick a piece as cut, say that it came out wrong, or take that back", New: func() Act { return &CutPiece{} }},
	{Do: "remove-cut", About: "Take a line of what was cut back; the log keeps it", New: func() Act { return &RemoveCut{} }},
	{Do: "cull", About: "Set a stick aside: bowed, or no good", New: func() Act { return &CullStick{} }},
	{Do: "remove-cull", About: "Take a line of what was set aside back; the log keeps it", New: func() Act { return &RemoveCull{} }},
	{Do: "stand", About: "Say that a piece stands in its wall, or was taken out", New: func() Act { return &StandPiece{} }},
	{Do: "remove-stood", About: "Take a line of what stands back; the log keeps it", New: func() Act { return &RemoveStood{} }},
	{Do: "worked", About: "Say how many hours went into a task", New: func() Act { return &WorkedOn{} }},
	{Do: "remove-worked", About: "Take a line of the hours back; the log keeps it", New: func() Act { return &RemoveWorked{} }},
	{"note", NoteChecks, "Say what came of a check, that it stays so, or take that back", func() Act { return &Note[Checked]{} }, false},
	{"note", NoteItems, "Put something on the open list, or say more of it", func() Act { return &Note[Noted]{} }, false},
	{"note", NoteSettled, "Close something on the open list, or open it again", func() Act { return &Note[Settled]{} }, false},
	{"note", NoteClosed, "Say that a wall's boards are on, or that it is open again", func() Act { return &Note[ClosedUp]{} }, false},
	{"note", NotePhotos, "Tie a picture that is kept to what it shows", func() Act { return &Note[Photo]{} }, false},
	{"remove-note", NoteChecks, "Take a line of a check back; the log keeps it", func() Act { return &RemoveNote[Checked]{} }, false},
	{"remove-note", NoteItems, "Take a line of the open list back; the log keeps it", func() Act { return &RemoveNote[Noted]{} }, false},
	{"remove-note", NoteSettled, "Take the line that settled something back; the log keeps it", func() Act { return &RemoveNote[Settled]{} }, false},
	{"remove-note", NoteClosed, "Take the word back that a wall is closed; the log keeps it", func() Act { return &RemoveNote[ClosedUp]{} }, false},
	{"remove-note", NotePhotos, "Take a picture out of the job; the log keeps it", func() Act { return &RemoveNote[Photo]{} }, false},
	{Do: "apply-fix", About: "Do one of the fixes that the plan offers for a wall", New: func() Act { return &ApplyFix{} }},
	{Do: "mend", About: "Do what the plan says of pieces that were cut and aren't what they should be", New: func() Act { return &Mend{} }},
	{Do: "undo", About: "Take back a change in the log, alone in its request", New: func() Act { return &Undo{} }},
	{Do: "redo", About: "Make a change again that was taken back, alone in its request", New: func() Act { return &Redo{} }},
	{Do: "start", About: "The document that a job begins with", New: func() Act { return &Start{} }, Kept: true},
}

var kindByType = map[reflect.Type]*Kind{}

func init() {
	for i := range Kinds {
		kindByType[reflect.TypeOf(Kinds[i].New())] = &Kinds[i]
	}
}

func kindOf(a Act) *Kind {
	if k := kindByType[reflect.TypeOf(a)]; k != nil {
		return k
	}
	return &Kind{}
}
