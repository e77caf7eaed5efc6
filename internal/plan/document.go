// Package plan is the one function at the heart of it: a job in, a plan out.
// It reads a job document's lengths and places, calls survey, framing and
// cutting in the order of the work, and writes the plan document.
package plan

import (
	"homalos/internal/advise"
	"homalos/internal/days"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/picture"
	"homalos/internal/proving"
	"homalos/internal/remedy"
	"homalos/internal/saw"
	"homalos/internal/work"
)

// Format is the mark of a plan document.
const Format = "homalos-plan/1"

// Plan is everything that follows from a job. Lengths are text in the job's
// unit, exact.
type Plan struct {
	Format   string         `json:"format" enum:"homalos-plan/1"`
	Name     string         `json:"name"`
	Units    measure.System `json:"units" enum:"imperial,metric"`
	Mark     string         `json:"mark"`
	Walls    []Wall         `json:"walls" nullable:"false"`
	Cuts     []Cut          `json:"cuts" nullable:"false"`
	Sticks   []Stick        `json:"sticks" nullable:"false"`
	Buy      []Buy          `json:"buy" nullable:"false"`
	Wood     []Wood         `json:"wood" nullable:"false" doc:"By lumber: what the sticks come to."`
	Yard     Yard           `json:"yard" doc:"What the job wants from the yard."`
	Order    []Turn         `json:"order" nullable:"false" doc:"The walls as they go up."`
	Days     []Day          `json:"days" nullable:"false" doc:"What is done on which day."`
	Paces    []Pace         `json:"paces" nullable:"false" doc:"What the hours of each kind of task in the plan of days go by."`
	Planned  Planned        `json:"planned" doc:"The plan of days as a whole."`
	Remedies []Remedy       `json:"remedies" nullable:"false" doc:"What becomes of pieces that were cut and aren't what they should be."`
	Checks   []Check        `json:"checks" nullable:"false" doc:"What is checked of each wall, in the order of a walk round it, and what came of it."`
	OpenList []OpenItem     `json:"openList" nullable:"false" doc:"What is open until somebody settles it, and what was settled."`
	Proved   []Proved       `json:"proved" nullable:"false" doc:"How each wall stands: its pieces counted, its checks, whether it may be closed."`
	Findings []Finding      `json:"findings" nullable:"false"`
	Alike    Alike          `json:"alike"`
	Floors   []Floor        `json:"floors,omitempty" nullable:"false" doc:"Rows of blocks between joists, and joists that are doubled."`
	Closings []Closing      `json:"closings,omitempty" nullable:"false" doc:"Openings that are there and are closed; only new pieces are cut and bought."`
	CutIns   []CutIn        `json:"cutIns,omitempty" nullable:"false" doc:"Openings to be cut into walls that are there; only new pieces are cut and bought."`
	Readings []SaidReading  `json:"readings" nullable:"false" doc:"The readings that sums go by, as one would say them."`

	// Drawings are the walls as pictures, in the walls' order; they are no part
	// of the document.
	Drawings []picture.Drawing `json:"-"`
	Cut      []picture.Drawing `json:"-"` // of CutIns
	Shut     []picture.Drawing `json:"-"` // of Closings

	// Result is what the plan was written from; no part of the document either.
	Result  *work.Result    `json:"-"`
	Advised *advise.Advised `json:"-"`
	Saw     *saw.Now        `json:"-"` // how it stands at the saw

	DaysPlan *days.Plan      `json:"-"` // as if nothing was done
	Fixable  []remedy.Remedy `json:"-"` // what Remedies were written from

	ToCheck []proving.Ask    `json:"-"` // what Checks are judged by
	Leaves  []proving.Item   `json:"-"` // what the plan itself leaves open
	Judged  []proving.Result `json:"-"` // what Checks were written from
	Listed  []proving.Item   `json:"-"` // what OpenList was written from
}

// Alike is how many different lengths the saw's stop is set to, and what a fit window
// saves of them.
type Alike struct {
	Window string `json:"window,omitempty" doc:"In force; left out where there is none."`
	Offer  string `json:"offer" doc:"The usual one."`
	Own    int    `json:"own" doc:"Different lengths with each piece at its own."`
	Now    int    `json:"now" doc:"By the window in force."`
	Would  int    `json:"would" doc:"By the one that is offered."`
}

// Wall is one wall's members, marks and findings.
type Wall struct {
	ID        string          `json:"id"`
	Length    string          `json:"length"`
	Ends      [2]string       `json:"ends" nullable:"false" doc:"What its start is called, and its end: by what they meet."`
	Said      string          `json:"said" doc:"Its length as it is read out, to half a mark."`
	Line      *WallLine       `json:"line,omitempty" doc:"Where the line lies and how to strike it; left out where there is no room to strike it in."`
	Against   []AgainstSaid   `json:"against,omitempty" nullable:"false" doc:"How it lies to floor and ceiling joists, and where its plates are fixed."`
	Meets     []Meeting       `json:"meets,omitempty" nullable:"false" doc:"What its two ends meet."`
	Plates    *PlatesSaid     `json:"plates,omitempty" doc:"How its plates are cut, notched and tied."`
	Origins   []Origin        `json:"origins,omitempty" nullable:"false" doc:"What its marks could go by, each as a plan made with it would be; none where it has equal bays."`
	Bays      []Bay           `json:"bays" nullable:"false" doc:"The clear spaces between its uprights, openings left out."`
	Spacers   []Spacer        `json:"spacers,omitempty" nullable:"false" doc:"Where it has equal bays: the stretches that they divide."`
	Sheets    []Sheet         `json:"sheets" nullable:"false" doc:"Each of the crew's boards tried on it, standing and lying; layouts are judged by the first."`
	Jambs     []Jamb          `json:"jambs,omitempty" nullable:"false" doc:"For each opening that has one: how deep its jamb is, and how a stock one comes to that."`
	Raising   *Raising        `json:"raising,omitempty" doc:"How it goes up."`
	Faces     []Face          `json:"faces,omitempty" nullable:"false" doc:"Its boarded faces with their sheet plan."`
	Crossings []Crossing      `json:"crossings,omitempty" nullable:"false" doc:"What comes through under its top plate, and how it is opened for that."`
	Stretches []WallPart      `json:"stretches,omitempty" nullable:"false" doc:"What it is from end to end, where that is not all plain and to the ceiling."`
	Layers    *Layered        `json:"layers,omitempty" doc:"What lies on its studs."`
	Behind    *Behind         `json:"behind,omitempty" doc:"The masonry that it stands before."`
	Box       *Box            `json:"box,omitempty" doc:"What it is a side of a box round."`
	Edges     []EdgeChoice    `json:"edges,omitempty" nullable:"false" doc:"Of an infill: what each way of backing its edges leaves for the insulation."`
	Rips      []Rip           `json:"rips,omitempty" nullable:"false" doc:"Stretches of plate that are ripped, where two depths stand on one."`
	Slots     []Slot          `json:"slots,omitempty" nullable:"false" doc:"Sawn out of the floor, for posts."`
	Holes     []Hole          `json:"holes,omitempty" nullable:"false" doc:"How its pieces are bored and notched for what goes through them."`
	NoNail    []NoNail        `json:"noNail,omitempty" nullable:"false" doc:"Where nothing may be nailed or screwed into a face: a pipe or a cable lies near it."`
	Open      []Open          `json:"open,omitempty" nullable:"false" doc:"What is left to do before boards go on."`
	Matches   []Match         `json:"matches,omitempty" nullable:"false" doc:"Its openings that are to line up with one that is there."`
	Bearing   []Bears         `json:"bearing,omitempty" nullable:"false" doc:"Its openings that carry, as an engineer named them, and what follows."`
	Advice    []advise.Advice `json:"advice,omitempty" nullable:"false" doc:"What to decide about its line, each with fixes that can be done at a touch."`
	Members   []Member        `json:"members" nullable:"false"`
	Marks     []Mark          `json:"marks" nullable:"false"`
	Findings  []Finding       `json:"findings" nullable:"false"`
}

// Origin is something that a wall's marks could go by, and what that costs.
type Origin struct {
	Origin   job.Origin     `json:"origin"`
	Said     string         `json:"said" doc:"In words: the stove-wall end; the outer face of B, 3 1/2 beyond the end."`
	Chosen   bool           `json:"chosen"`
	Proposed bool           `json:"proposed"`
	Score    float64        `json:"score" doc:"Its counts by the crew's weights; the least is best."`
	Counts   map[string]int `json:"counts" doc:"By finding code, and by studs, odd-bays, board-cuts."`
	Also     map[string]int `json:"also" doc:"What else it is charged for: edges-off-wood, narrow-bays, off-joists, over-hidden, studs-moved, fixings-moved."`
	Sum      []Charge       `json:"sum" nullable:"false" doc:"What the score is made up of, the largest first; what costs nothing is left out."`
	Fix      string         `json:"fix,omitempty" doc:"The fix that takes it; left out of the one that is chosen."`
	Why      []string       `json:"why" nullable:"false" doc:"How it differs from the one that is chosen; of that one, from the best of the others."`
}

// Charge is one line of a layout's score.
type Charge struct {
	What   string  `json:"what" doc:"As in counts and also."`
	Count  int     `json:"count"`
	Weight float64 `json:"weight" doc:"Of one of them."`
	Cost   float64 `json:"cost"`
}

// CutIn is an opening to be cut into a wall that is there.
type CutIn struct {
	ID       string      `json:"id" doc:"The opening's."`
	In       string      `json:"in" doc:"The wall that is there."`
	Length   string      `json:"length" doc:"Of that wall."`
	Members  []Member    `json:"members" nullable:"false" doc:"Its new pieces, and jacks that are cut from what comes out."`
	Findings []Finding   `json:"findings" nullable:"false"`
	Studs    []OldStud   `json:"studs" nullable:"false" doc:"The studs that are there, and what becomes of them."`
	Corners  []CutCorner `json:"corners" nullable:"false" doc:"On the room's face, then on the other, each as one sees it."`
	Steps    []string    `json:"steps" nullable:"false" doc:"The order of the work, with its holds."`
	Jamb     string      `json:"jamb" doc:"Depth of a jamb that fits: the wall's over all."`
	Jambs    []Jamb      `json:"jambs,omitempty" nullable:"false"`
	Matches  []Match     `json:"matches,omitempty" nullable:"false"`
	Bearing  []Bears     `json:"bearing,omitempty" nullable:"false"`
}

// OldStud is a stud that is there.
type OldStud struct {
	At      string `json:"at" doc:"Its centre, from the wall's first corner."`
	Fate    string `json:"fate" enum:"stays,king,goes" doc:"It serves as a king; or it is cut over the header, and its top stays as a cripple."`
	Packing string `json:"packing,omitempty" doc:"Of a king: between it and the jack."`
	Top     string `json:"top,omitempty" doc:"Of one that goes: how long what stays over the header is."`
	Spare   string `json:"spare,omitempty" doc:"How long what comes out is."`
	Becomes string `json:"becomes,omitempty" doc:"The jack that is cut from it."`
}

// CutCorner is where an opening's corners are on one face, from the reference.
type CutCorner struct {
	Face  string `json:"face" enum:"room,other"`
	Left  string `json:"left" doc:"Of its left edge, as that face is seen: less than nothing is left of the reference."`
	Right string `json:"right"`
	Head  string `json:"head" doc:"Over the finished floor."`
	Foot  string `json:"foot,omitempty" doc:"Where it doesn't go down to the floor."`
	Deep  string `json:"deep" doc:"Of the finish there: the blade is set to it."`
	Said  string `json:"said"`
}

// Bay is the clear space between two uprights.
type Bay struct {
	From  string `json:"from" doc:"Station."`
	To    string `json:"to"`
	Clear string `json:"clear"`
	Odd   bool   `json:"odd,omitempty" doc:"It isn't spacing less a stud."`
	Said  string `json:"said" doc:"Clear, as it is read out."`
}

// Spacer is a stretch that equal bays divide.
type Spacer struct {
	From string `json:"from"`
	To   string `json:"to"`
	Bays int    `json:"bays"`
	Long string `json:"long" doc:"Of the spacer between two studs, down to the mark."`
	Rest string `json:"rest" doc:"What so many spacers and studs leave of the stretch."`
	Said string `json:"said"`
}

// Sheet is one of the crew's boards as it goes on a wall.
type Sheet struct {
	Width     string   `json:"width"`
	Length    string   `json:"length"`
	Lie       string   `json:"lie" enum:"standing,lying"`
	Divisible bool     `json:"divisible" doc:"Its length along the wall is whole bays."`
	Edges     int      `json:"edges" doc:"How many edges fall between the wall's ends."`
	Misses    []string `json:"misses" nullable:"false" doc:"Stations of the edges that have less than 3/4 in or 20 mm of wood."`
	Cuts      int      `json:"cuts" doc:"Boards cut along the wall: at its ends, and back from edges that miss wood."`
	Said      string   `json:"said"`
}

// Jamb is how deep an opening's jamb is to be.
type Jamb struct {
	Opening string `json:"opening"`
	Depth   string `json:"depth" doc:"The wall's over all."`
	Stock   string `json:"stock,omitempty" doc:"The stock depth that is taken; left out where none is known."`
	Does    string `json:"does,omitempty" enum:"fits,rip,extend"`
	By      string `json:"by,omitempty" doc:"That is ripped off or put on, or by which it stands proud."`
	Said    string `json:"said"`
}

// Bears is an opening that carries, with what follows from an engineer's entry. No
// size in it is ours.
type Bears struct {
	Opening string `json:"opening"`
	Header  string `json:"header" doc:"What was named, in words."`
	Length  string `json:"length" doc:"Clear and the bearing at both ends."`
	Packing string `json:"packing,omitempty" doc:"To the wall's depth; left out where the plies fill it."`
	Plates  string `json:"plates" doc:"Which plate runs over it and which stops."`
	Path    []Link `json:"path" nullable:"false" doc:"What the load goes down by; what nobody entered is missing."`
}

// Link is one link of a load's path to the ground.
type Link struct {
	Link  string `json:"link,omitempty" doc:"What it is entered by, in the opening's bearing.path."`
	What  string `json:"what"`
	There bool   `json:"there"`
}

// Member is one piece of wood. Exact, cut and spread are left out where too
// little is read to say.
type Member struct {
	ID      string      `json:"id"`
	Kind    string      `json:"kind" doc:"What it is: one of the kinds that GET /api/words lists."`
	Lumber  string      `json:"lumber"`
	From    string      `json:"from" doc:"Station of the nearer face or end, from the wall's from end."`
	To      string      `json:"to"`
	Exact   string      `json:"exact,omitempty" doc:"What the sum adds up to."`
	Cut     string      `json:"cut,omitempty" doc:"Exact brought to the mark."`
	Short   string      `json:"short,omitempty" doc:"Its short side, where an end isn't square to its length: exact is the long one."`
	Slope   float64     `json:"slope,omitempty" doc:"Degrees off square of its upper end, or of both of a piece along a slope."`
	Down    string      `json:"down,omitempty" doc:"Of a post: how far it goes below the floor's upper side."`
	Shorter string      `json:"shorter,omitempty" doc:"By how much it is cut shorter than its own, to be alike with others."`
	Spread  string      `json:"spread,omitempty" doc:"Half the width of the 95 % interval of exact."`
	State   string      `json:"state" enum:"ready,measure-first,blocked"`
	Opening string      `json:"opening,omitempty" doc:"The opening it belongs to."`
	Bevel   string      `json:"bevel,omitempty" doc:"How its ends are cut, where that isn't square; exact is to the long point."`
	Pending string      `json:"pending,omitempty" doc:"What it waits for; its state is blocked then."`
	Why     string      `json:"why,omitempty" doc:"Why it stands off the layout."`
	Frees   *Want       `json:"frees,omitempty" doc:"The reading that would free a held piece."`
	Sum     []work.Line `json:"sum" nullable:"false"`
	Read    bool        `json:"read,omitempty" doc:"Its length is what was read at its own place."`
	Rest    string      `json:"rest,omitempty" doc:"What the lines of the sum, said to the mark, leave of exact: finer than a mark."`
}

// Want is a reading to take.
type Want struct {
	Kind    string `json:"kind" enum:"gap,floor,ceiling"`
	Station string `json:"station"`
	Text    string `json:"text"`
}

// Mark is a line on the plates and the side the wood lies.
type Mark struct {
	Tape   string   `json:"tape" doc:"What the tape reads from the end it hooks on."`
	Set    string   `json:"set" enum:"ahead,centre,back" doc:"Where the wood lies by it: the way the tape is pulled, about it, or towards the hook."`
	Hook   string   `json:"hook,omitempty" doc:"The piece on whose mark the tape is hooked, where that isn't the end."`
	Member string   `json:"member"`
	Plates []string `json:"plates" nullable:"false"`
}

// Finding is something to know and what to do about it.
type Finding struct {
	Code    string       `json:"code"`
	Level   string       `json:"level" enum:"stop,warn,note"`
	Wall    string       `json:"wall,omitempty"`
	At      string       `json:"at,omitempty" doc:"Station."`
	Text    string       `json:"text"`
	Fix     string       `json:"fix"`
	Members []string     `json:"members,omitempty" nullable:"false"`
	Reading string       `json:"reading,omitempty" doc:"The doubtful reading."`
	Opening string       `json:"opening,omitempty" doc:"The opening it is about."`
	Fixes   []advise.Fix `json:"fixes,omitempty" nullable:"false" doc:"What can be done about it at a touch, by an apply-fix edit."`
	Apply   string       `json:"apply,omitempty" enum:"hook-other-end,take-reading" doc:"A fix that can be done at a touch."`
}

// Cut is alike pieces.
type Cut struct {
	Lumber  string   `json:"lumber"`
	Length  string   `json:"length"`
	Count   int      `json:"count"`
	Members []string `json:"members" nullable:"false"`
	State   string   `json:"state" enum:"ready,measure-first,blocked"`
}

// Stick is one stock length and its pieces in order.
type Stick struct {
	ID     string     `json:"id" doc:"What it is called: its lumber and a number; m and a number where it came out wrong. A stick that is begun keeps its name."`
	Lumber string     `json:"lumber"`
	Stock  string     `json:"stock"`
	Cuts   []StickCut `json:"cuts" nullable:"false"`
	Offcut string     `json:"offcut"`
	There  string     `json:"there,omitempty" enum:"stick,offcut,salvage" doc:"It is there already; left out where it is bought."`
	Place  string     `json:"place,omitempty" doc:"Where it lies."`
	Label  string     `json:"label,omitempty" doc:"What is written on it."`
	From   string     `json:"from,omitempty" doc:"Where on it its first piece begins, where that isn't its end: what is before is squared off, or isn't good."`
	Cut    int        `json:"cut,omitempty" doc:"How many of its pieces, from the first, are cut."`
	Kept   bool       `json:"kept,omitempty" doc:"What is left of it is worth keeping."`
	Is     string     `json:"is,omitempty" enum:"bowed,waste" doc:"It gives short pieces only, or nothing more."`
	Share  float64    `json:"share,omitempty" doc:"How long it is, of the longest stick on the list, for drawing."`
}

// StickCut is one piece from a stick. Held pieces are counted, not cut.
type StickCut struct {
	Member string `json:"member"`
	Length string `json:"length"`
	State  string `json:"state,omitempty" doc:"Left out when ready."`

	Begins float64 `json:"begins" doc:"Where on the stick it begins, as a share of it, for drawing."`
	Ends   float64 `json:"ends" doc:"Where it is cut off."`
}

// Wood is what the sticks of one lumber come to.
type Wood struct {
	Lumber string  `json:"lumber"`
	Length string  `json:"length" doc:"Of all sticks that are bought."`
	Least  string  `json:"least,omitempty" doc:"No plan takes less; left out where there are prices."`
	Pieces string  `json:"pieces" doc:"Of all that is cut, from what is there too: the rest is kerf and offcuts."`
	There  int     `json:"there,omitempty" doc:"Sticks that are there already."`
	Priced bool    `json:"priced,omitempty" doc:"Its lengths have prices."`
	Cost   float64 `json:"cost,omitempty" doc:"Of what is bought."`
	Bound  float64 `json:"bound,omitempty" doc:"No plan costs less."`
}

// Buy is how many sticks to buy.
type Buy struct {
	Lumber string `json:"lumber"`
	Stock  string `json:"stock"`
	Count  int    `json:"count"`
}
