// Package job holds the job document: what people measured and chose, as it is
// written. It reads it strictly and names every fault with its path.
//
// Lengths stand here as text with a unit; what they mean together is worked
// out by package plan.
package job

import (
	"reflect"
	"strings"

	"homalos/internal/measure"
)

// Format is the mark of a job document.
const Format = "homalos-job/1"

// Document is a whole job.
type Document struct {
	Format   string         `json:"format" enum:"homalos-job/1" doc:"What this document is."`
	Name     string         `json:"name" maxLength:"200" doc:"What the crew calls the job."`
	Units    measure.System `json:"units" enum:"imperial,metric" doc:"How lengths without a unit are read and all are written."`
	Mark     Length         `json:"mark,omitzero" format:"length" doc:"Finest mark the crew cuts to. Default 1/16 in or 1 mm."`
	Shop     *Shop          `json:"shop,omitempty" doc:"The shop rules that the job goes by, as they were when they were chosen: what it changed of them is told. Nothing of the plan follows from it."`
	Rules    *Rules         `json:"rules,omitempty"`
	Lumber   []Lumber       `json:"lumber,omitempty" nullable:"false" doc:"Actual sizes, from one piece measured per delivery."`
	Survey   *Survey        `json:"survey,omitempty"`
	Walls    []Wall         `json:"walls,omitempty" nullable:"false"`
	Floors   []FloorWork    `json:"floors,omitempty" maxItems:"200" nullable:"false" doc:"Work in floors and ceilings without a wall."`
	Order    []string       `json:"order,omitempty" maxItems:"500" nullable:"false" doc:"Ids of walls in the order that they go up. Left out: as the plan proposes."`
	Schedule *Schedule      `json:"schedule,omitempty" doc:"Who works here, when, and what work waits for."`
	Assess   *Assess        `json:"assess,omitempty"`
	Record   *Record        `json:"record,omitempty" doc:"What was done. Nothing of the plan follows from it."`
}

// Rules are the crew's habits.
type Rules struct {
	Spacing Length `json:"spacing,omitzero" format:"length" doc:"Centre to centre of common studs. Default 16 in or 600 mm."`
	Method  string `json:"method,omitempty" enum:"in-place,tilt-up" doc:"Each stud stood between fixed plates, or built flat and raised. Default in-place."`
	Fit     Length `json:"fit,omitzero" format:"length" doc:"How much shorter than the space a piece between the plates is cut. Default 1/16 in or 2 mm."`
	Hold    Length `json:"hold,omitzero" format:"length" doc:"A piece whose 95 % spread is wider than this is held back. Default 3/16 in or 5 mm."`
	Near    Length `json:"near,omitzero" format:"length" doc:"A reading this close in plan to a wall's line bears on that wall. Default 24 in or 600 mm."`
	Reach   Length `json:"reach,omitzero" format:"length" doc:"A piece that was not read at its own place wants three readings that bear on its wall, one of them this close to it. Default 30 in or 750 mm."`
	Floor   string `json:"floor,omitempty" enum:"timber,concrete" doc:"On concrete the lowest bottom plate must be treated, steel track, or have a membrane under it. Default timber."`
	Lap     Length `json:"lap,omitzero" format:"length" doc:"Least distance between joints of two top plates. Default 24 in or 600 mm."`
	Kerf    Length `json:"kerf,omitzero" format:"length" doc:"Width of the saw cut. Default 1/8 in or 3 mm."`
	Words   string `json:"words,omitempty" enum:"plain,inch,metric,shoulder" doc:"The set that the words of the trade are of: jack, nogging, header; jack, blocking, pony wall; trimmer, noggin, lintel, sole plate; shoulder stud, lintel, sole plate. Default plain."`
	Board   Length `json:"board,omitzero" format:"length" doc:"Board and skim still to come on each face of a new wall. Default 1/2 in or 12.5 mm."`

	DoorWider    Length `json:"doorWider,omitzero" format:"length" doc:"Rough opening over the leaf, in width: jambs, gaps and shims. Default 2 in or 80 mm."`
	DoorHigher   Length `json:"doorHigher,omitzero" format:"length" doc:"Rough opening over the leaf, in height. Default 2 1/2 in or 50 mm."`
	WindowWider  Length `json:"windowWider,omitzero" format:"length" doc:"Rough opening over the window unit, in width. Default 1 in or 20 mm."`
	WindowHigher Length `json:"windowHigher,omitzero" format:"length" doc:"Rough opening over the window unit, in height. Default 1 in or 20 mm."`
	Leaf         *Size  `json:"leaf,omitempty" doc:"The leaf that a new door is offered with. Default 30 × 80 in or 800 × 2040 mm."`
	Unit         *Size  `json:"unit,omitempty" doc:"The unit that a new window is offered with. Default 36 × 48 in or 900 × 1200 mm."`
	Sill         Length `json:"sill,omitzero" format:"length" doc:"The sill that a new window is offered with. Default 36 in or 900 mm."`

	Doorway string `json:"doorway,omitempty" enum:"stubs,whole" doc:"The bottom plate at a doorway: stubs on both sides of it, or whole, run through and sawn out after the wall stands. Default stubs."`

	Marking string  `json:"marking,omitempty" enum:"edges,first-mark,centres,back-edges" doc:"How plates are marked, the same studs whichever: each by its near edge with the wood ahead; the same with the tape hooked on the first stud's mark; by its centre; by its far edge with the wood behind the mark. Default edges."`
	Sheets  []Sheet `json:"sheets,omitempty" maxItems:"6" nullable:"false" doc:"The boards that the crew hangs; layouts are judged by the first. Default one of 48 × 96 in or 1200 × 2400 mm, standing."`
	Alike   Length  `json:"alike,omitzero" format:"length" doc:"The fit window: a piece that is ready may be cut shorter by up to it, never longer, so that there are fewest different lengths. Left out: none. Usual 1/16 in or 1.5 mm."`
	Accept  Length  `json:"accept,omitzero" format:"length" doc:"A piece that was cut and is too short by up to this for where it is to stand now is left as it is. Default 1/16 in or 1.5 mm."`
	Shim    Length  `json:"shim,omitzero" format:"length" doc:"Too short by up to this it is packed; by more it becomes another piece. Default 3/16 in or 5 mm."`
	Square  Length  `json:"square,omitzero" format:"length" doc:"How much is cut off the end of a whole stick to square it before the first piece. Default none."`
	Keep    Length  `json:"keep,omitzero" format:"length" doc:"The shortest offcut that is worth keeping. Default 12 in or 300 mm."`
	Bowed   Length  `json:"bowed,omitzero" format:"length" doc:"The longest piece that a bowed stick is good for. Default 24 in or 600 mm."`
	Cull    float64 `json:"cull,omitempty" minimum:"0" maximum:"50" doc:"Of a hundred sticks that are bought, how many are no good: so many more are ordered. Default none."`
	Tax     float64 `json:"tax,omitempty" minimum:"0" maximum:"100" doc:"Per cent that come on top of the prices of what is bought. Default none: prices are as they are paid."`
	Plan    string  `json:"plan,omitempty" enum:"quick,long" doc:"How hard a cheaper way to cut the sticks is looked for. Default quick."`

	Nailing *Nailing `json:"nailing,omitempty" doc:"How many nails and screws are counted."`
	Goods   []Goods  `json:"goods,omitempty" maxItems:"40" nullable:"false" doc:"What is bought beside lumber: what it costs, and what of it is there."`

	Insulation *Insulation `json:"insulation,omitempty" doc:"What bays are filled with. Left out: nothing."`

	AlikeBy string `json:"alikeBy,omitempty" enum:"all,wall" doc:"Over all walls, or wall by wall. Default all."`

	FireBlocking *FireBlocking `json:"fireBlocking,omitempty" doc:"How far a bay may be open before a block closes it. Left out: no blocks but the plates."`

	Noggings *Noggings `json:"noggings,omitempty" doc:"Rows that a new wall is given."`

	Bore    Length   `json:"bore,omitzero" format:"length" doc:"How much wider a hole is bored than the pipe that goes through it. Default 1/8 in or 3 mm."`
	Infill  Length   `json:"infill,omitzero" format:"length" doc:"By how much a frame that fills a hole is smaller than the smallest gauge. Default 1/8 in or 3 mm."`
	Jambs   []Length `json:"jambs,omitempty" format:"length" maxItems:"12" nullable:"false" doc:"Depths that the crew's jambs are sold in. Default 4 9/16 and 6 9/16 in; in metric none is taken for granted."`
	Weights *Weights `json:"weights,omitempty" doc:"What a layout is charged for, in the crew's own measure: the one with the least score is proposed."`

	Limits *Limits `json:"limits,omitempty" doc:"How much may be off when the work is checked."`

	FixFloor   *Fixing `json:"fixFloor,omitempty" doc:"What bottom plates are fixed with. Default screws into timber, pins into concrete."`
	FixCeiling *Fixing `json:"fixCeiling,omitempty" doc:"What top plates are fixed with. Default screws."`
}

// Sheet is a board that the crew hangs.
type Sheet struct {
	Width  Length `json:"width" format:"length"`
	Length Length `json:"length" format:"length"`
	Lie    string `json:"lie,omitempty" enum:"standing,lying" doc:"Its length up the wall, or along it. Default standing."`
}

// Weights are what one of each costs a layout, by the names of the plan's counts.
type Weights struct {
	Stop         *float64 `json:"stop,omitempty" minimum:"0" maximum:"1000" doc:"A finding that stops, such as a pipe in a stud. Default 50."`
	Warn         *float64 `json:"warn,omitempty" minimum:"0" maximum:"1000" doc:"A finding that warns, where nothing else says what it costs. Default 8."`
	InTheClear   *float64 `json:"in-the-clear,omitempty" minimum:"0" maximum:"1000" doc:"Something stands in a stretch that is kept clear. Default 20."`
	OverHidden   *float64 `json:"over-hidden,omitempty" minimum:"0" maximum:"1000" doc:"An upright is fixed over a hidden pipe or cable. Default 10."`
	Studs        *float64 `json:"studs,omitempty" minimum:"0" maximum:"1000" doc:"A stud. Default 3."`
	EdgesOffWood *float64 `json:"edges-off-wood,omitempty" minimum:"0" maximum:"1000" doc:"A board's edge that misses wood. Default 3."`
	NarrowBays   *float64 `json:"narrow-bays,omitempty" minimum:"0" maximum:"1000" doc:"A bay under 6 in or 150 mm. Default 2."`
	StudsMoved   *float64 `json:"studs-moved,omitempty" minimum:"0" maximum:"1000" doc:"A stud that stands beside its mark, out of a stretch that is kept clear. Default 2."`
	WideBay      *float64 `json:"wide-bay,omitempty" minimum:"0" maximum:"1000" doc:"A bay wider than the spacing. Default 2."`
	OddBays      *float64 `json:"odd-bays,omitempty" minimum:"0" maximum:"1000" doc:"A bay that isn't a common one: its insulation is cut by hand. Default 2."`
	BoardCuts    *float64 `json:"board-cuts,omitempty" minimum:"0" maximum:"1000" doc:"A board that is cut along the wall. Default 1."`
	ClosePair    *float64 `json:"close-pair,omitempty" minimum:"0" maximum:"1000" doc:"Two uprights with a slot between them. Default 1."`
	FixingsMoved *float64 `json:"fixings-moved,omitempty" minimum:"0" maximum:"1000" doc:"A fixing of a plate off its even place, clear of a stud's foot or a find. Default 0.5."`
	OffJoists    *float64 `json:"off-joists,omitempty" minimum:"0" maximum:"1000" doc:"A stud that stands over or under no joist, where they cross. Default 0.25."`
}

// Fixing is what a plate is fixed with. The maker's sheet and the local code
// decide over every number here.
type Fixing struct {
	By     string  `json:"by,omitempty" enum:"screw,nail,pin,bolt,resin,self-drilling,adhesive"`
	Length Length  `json:"length,omitzero" format:"length" doc:"Of the fixing, under its head: its bite is that less the plate and what lies between it and what holds."`
	Step   Length  `json:"step,omitzero" format:"length" doc:"Farthest apart. Default 24 in or 600 mm; pins 48 in or 1200 mm; bolts and resin 16 in or 400 mm."`
	Cure   float64 `json:"cure,omitempty" minimum:"0" maximum:"1000" doc:"Hours before it may be loaded, as its maker says."`
	Bead   bool    `json:"bead,omitempty" doc:"A bead of adhesive under the plate as well."`
}

// Lumber is one kind of wood by its real size.
type Lumber struct {
	ID        string   `json:"id" maxLength:"64"`
	Thickness Length   `json:"thickness" format:"length" doc:"Actual thickness."`
	Depth     Length   `json:"depth" format:"length" doc:"Actual depth: the wall's framing depth."`
	Stock     []Length `json:"stock,omitempty" format:"length" nullable:"false" doc:"Lengths it is sold in. Default 96, 120, 144, 192 in or 2400, 3000, 3600, 4800 mm."`
	Prices    []Price  `json:"prices,omitempty" maxItems:"50" nullable:"false" doc:"Of one stick, by its length; a length without one is priced by what the others cost a metre, and by its length where none has a price."`
	OnHand    []OnHand `json:"onHand,omitempty" maxItems:"200" nullable:"false" doc:"What is there already: it is cut first."`
	Treated   bool     `json:"treated,omitempty"`
	Density   float64  `json:"density,omitempty" minimum:"0" maximum:"20000" doc:"Kilograms of a cubic metre. Default 525, treated 650, steel 7850."`
	Steel     bool     `json:"steel,omitempty" doc:"Steel studs: thickness is the width of their flanges, depth that of the web. They stand in track."`
	Metal     Length   `json:"metal,omitzero" format:"length" doc:"Of steel studs: how thick the sheet is. Default 0.022 in or 0.6 mm."`
	Holes     *Holes   `json:"holes,omitempty" doc:"Of steel studs: where their webs have holes."`
	Track     bool     `json:"track,omitempty" doc:"Steel track, used as a plate: thickness is its metal's."`
	Fit       Length   `json:"fit,omitzero" format:"length" doc:"Of track: how much shorter than the space what stands in it is cut, where the wall has no fit of its own. Default 1/8 in or 3 mm."`
}

// Price is what one stick of a length costs.
type Price struct {
	Length Length  `json:"length" format:"length"`
	Price  float64 `json:"price" minimum:"0" maximum:"1000000" doc:"In the crew's currency."`
}

// Insulation is what bays are filled with: slabs or rolls of one size.
type Insulation struct {
	Width  Length `json:"width" format:"length" doc:"Of a slab or roll."`
	Length Length `json:"length" format:"length" doc:"Of one."`
	Over   Length `json:"over,omitzero" format:"length" doc:"How much wider and longer than its bay it is cut, so that friction holds it. Default 3/8 in or 10 mm."`
}

// Nailing is the crew's schedule of fixings. The local code decides over it.
type Nailing struct {
	End   int    `json:"end,omitempty" minimum:"0" maximum:"20" doc:"In each end of a piece. Default 4 driven at a slant where studs are stood between fixed plates, 2 through the plate where a wall is built flat."`
	Step  Length `json:"step,omitzero" format:"length" doc:"How far apart where wood lies along wood: corners, jacks on kings, doubled plates. Default 24 in or 600 mm."`
	Board Length `json:"board,omitzero" format:"length" doc:"How far apart along each stud under a board. Default 12 in or 300 mm."`
}

// Goods is something that is bought beside lumber.
type Goods struct {
	What  string  `json:"what" enum:"board,insulation,nail,track-screw,board-screw,screw,pin,bolt,resin,self-drilling,adhesive,membrane,strap,strap-nail" doc:"As the plan's yard list calls it. Adhesive and membrane count in feet or metres."`
	Pack  int     `json:"pack,omitempty" minimum:"0" maximum:"100000" doc:"How many come in a pack. Default 1."`
	Price float64 `json:"price,omitempty" minimum:"0" maximum:"1000000" doc:"Of a pack, in the crew's currency. Left out: not known."`
	There float64 `json:"there,omitempty" minimum:"0" maximum:"1000000" doc:"How many are there already."`
}

// GoodsNames are what goods are called.
func GoodsNames() []string {
	field, _ := reflect.TypeFor[Goods]().FieldByName("What")
	return strings.Split(field.Tag.Get("enum"), ",")
}

// OnHand is wood that is there already.
type OnHand struct {
	Length Length `json:"length" format:"length" doc:"As measured; what is rotten or split at its ends taken off."`
	Count  int    `json:"count" minimum:"0" maximum:"10000"`
	What   string `json:"what,omitempty" enum:"stick,offcut,salvage" doc:"Default stick."`
	Place  string `json:"place,omitempty" maxLength:"100" doc:"Where it lies."`
	Label  string `json:"label,omitempty" maxLength:"40" doc:"What is written on it."`

	Condition string   `json:"condition,omitempty" enum:"straight,bowed" doc:"A bowed one gives short pieces only. Default straight."`
	Defects   []Defect `json:"defects,omitempty" maxItems:"20" nullable:"false" doc:"Stretches that no piece is cut from: knots, splits, old nails."`
}

// Defect is a stretch of a stick, from its squared end.
type Defect struct {
	From Length `json:"from" format:"length"`
	To   Length `json:"to" format:"length"`
}

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

// Places are where it was read: one place, or the two ends of a level.
func (r *Reading) Places() []*Place {
	var out []*Place
	for _, p := range []*Place{r.Place, r.From, r.To} {
		if p != nil {
			out = append(out, p)
		}
	}
	return out
}

// Said is what was read: the value, or a level's rise.
func (r Reading) Said() Length {
	if r.Kind == "level" {
		return r.Rise
	}
	return r.Value
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

// Wall is one straight partition.
type Wall struct {
	ID       string    `json:"id" maxLength:"32"`
	Name     string    `json:"name,omitempty" maxLength:"100" doc:"What the crew calls it."`
	From     Place     `json:"from,omitzero" doc:"One end of the snapped line; left out where line places the wall."`
	To       Place     `json:"to,omitzero"`
	Line     *Line     `json:"line,omitempty" doc:"How the line lies, in place of from and to."`
	Body     string    `json:"body,omitempty" enum:"left,right" doc:"Side of the snapped line the framing stands on, seen from its from end. Default left."`
	Lumber   string    `json:"lumber"`
	Bottom   []string  `json:"bottom,omitempty" nullable:"false" doc:"Plates from the floor up. Default one of the wall's lumber."`
	Top      []string  `json:"top,omitempty" nullable:"false" doc:"Plates from the studs up. Default one of the wall's lumber."`
	Layout   *Layout   `json:"layout,omitempty"`
	Openings []Opening `json:"openings,omitempty" nullable:"false"`

	Ends       []WallEnd   `json:"ends,omitempty" nullable:"false" doc:"How its ends meet what they come to, where that is chosen."`
	Raise      *Raise      `json:"raise,omitempty" doc:"How it goes up. Left out: as the plan proposes, and nothing of it changes a length."`
	Boards     string      `json:"boards,omitempty" enum:"both,line,back,none" doc:"Which of its faces are boarded: the one on the snapped line, the other, both or none. Default both."`
	Unfilled   bool        `json:"unfilled,omitempty" doc:"No insulation goes into it, where the job has some."`
	Membrane   bool        `json:"membrane,omitempty" doc:"A membrane lies under its bottom plate."`
	FixFloor   *Fixing     `json:"fixFloor,omitempty" doc:"In place of the job's."`
	FixCeiling *Fixing     `json:"fixCeiling,omitempty" doc:"In place of the job's."`
	Carries    string      `json:"carries,omitempty" enum:"yes,no,unknown" doc:"Whether it carries what is over it. Until it is answered its headers are an assumption; where it carries, its openings wait for an engineer's entry."`
	Pending    []Pending   `json:"pending,omitempty" nullable:"false" doc:"Stretches held back: counted and shown, not cut."`
	Breaks     []Break     `json:"breaks,omitempty" nullable:"false" doc:"Where its plates end and begin anew: at a step of floor or ceiling."`
	Studs      []ExtraStud `json:"studs,omitempty" maxItems:"60" nullable:"false" doc:"Studs that somebody wants beside the layout's: for a board's edge, for what hangs there."`
	Noggings   *Noggings   `json:"noggings,omitempty" doc:"Rows of pieces between its studs."`
	Backing    []Backing   `json:"backing,omitempty" maxItems:"60" nullable:"false" doc:"Wood for what is fixed to it: cabinets, rails, basins."`
	Tried      *Tried      `json:"tried,omitempty" doc:"The first piece, cut and tried: what it came to shifts the rest."`
	Runs       []Run       `json:"runs,omitempty" maxItems:"60" nullable:"false" doc:"Pipes and cables that are planned in it."`
	Clear      []Clear     `json:"clear,omitempty" nullable:"false" doc:"Stretches that no common stud stands in: for a valve, a box, a cabinet."`
	Fit        Length      `json:"fit,omitzero" format:"length" doc:"In place of the job's."`
	Hold       Length      `json:"hold,omitzero" format:"length" doc:"In place of the job's."`

	Kind      string        `json:"kind,omitempty" enum:"plain,half,infill,raked,free-top" doc:"Default plain."`
	Height    Length        `json:"height,omitzero" format:"length" doc:"Of one that doesn't reach the ceiling: from the floor at its from end to the upper side of its cap or top plate. Of a raked one the height there."`
	Rake      *Rake         `json:"rake,omitempty" doc:"Of a raked one: how its top rises from its from end. Left out, with no height either: it follows the ceiling as read."`
	Posts     *Posts        `json:"posts,omitempty" doc:"Of a half wall."`
	Cap       *Cap          `json:"cap,omitempty" doc:"Of a half wall."`
	Braces    *Braces       `json:"braces,omitempty" doc:"Of one whose top is free."`
	Steel     *Steel        `json:"steel,omitempty" doc:"Of one of steel studs: how its track is cut and its studs are held."`
	Infill    string        `json:"infill,omitempty" doc:"Of an infill: the pocket, of survey.pockets, that it goes into."`
	Behind    *Behind       `json:"behind,omitempty" doc:"Of one before masonry: what is kept between, and how it is tied back."`
	Beams     []WallBeam    `json:"beams,omitempty" maxItems:"6" nullable:"false" doc:"In it, under its head plate, which runs on over them; each as a licensed engineer named it."`
	Boxes     string        `json:"boxes,omitempty" maxLength:"64" doc:"The pipe or duct, of survey.obstructions, that it is a side of a box round. Round one that rises it stands from floor to ceiling; else it hangs from the ceiling, as low as that and its room below want."`
	Edges     string        `json:"edges,omitempty" enum:"nailers,blocks" doc:"Of an infill: what its boards' edges find along the pocket's sides: a stud, or short blocks with the bay between left whole. Default nailers."`
	Stretches []WallStretch `json:"stretches,omitempty" maxItems:"20" nullable:"false" doc:"Where it is of another kind, or of other lumber."`
	Wet       *Wet          `json:"wet,omitempty" doc:"Of one behind a shower or a bath."`
	Layers    []WallLayer   `json:"layers,omitempty" maxItems:"20" nullable:"false" doc:"On its studs, as on an outside wall; from the studs outwards on each face."`
	Boundary  Length        `json:"boundary,omitzero" format:"length" doc:"Of an outside wall: how far it is to the line of the next property."`
	Dwellings *Confirmation `json:"dwellings,omitempty" doc:"Whether it parts two dwellings. Where it does the local rule holds it until somebody confirms what that asks."`
	BoardTop  Length        `json:"boardTop,omitzero" format:"length" doc:"How high its boards go over the floor, where that isn't as high as the wall."`
}

// Behind is what stands between a wall and the masonry behind it.
type Behind struct {
	Gap      Length  `json:"gap,omitzero" format:"length" doc:"To keep free between its studs and the masonry at least. Default nothing more than not to touch."`
	Membrane bool    `json:"membrane,omitempty" doc:"One lies on the masonry's side."`
	Ties     *Fixing `json:"ties,omitempty" doc:"What ties its studs back: step is how far apart at most (default 48 in or 1200 mm), length what bridges the gap and bites, cure the hours of resin."`
	Height   Length  `json:"height,omitzero" format:"length" doc:"Of the ties, over the floor. Default 48 in or 1200 mm."`
}

// WallBeam is a beam in a wall. No size of it is ever offered: that is a licensed
// engineer's.
type WallBeam struct {
	ID    string   `json:"id" maxLength:"32"`
	From  Length   `json:"from" format:"length" doc:"Station of its first end, what bears of it counted."`
	To    Length   `json:"to" format:"length"`
	Entry *Bearing `json:"entry" doc:"Who named it and what: studs stand under what bears of it at each end."`
}

// WallEnd is how one end of a wall meets what it comes to.
type WallEnd struct {
	End    string `json:"end" enum:"start,end"`
	Style  string `json:"style,omitempty" enum:"end-studs,flat-nailer,ladder,scrap,serves" doc:"The wood that the meeting brings in the wall that runs past: an end stud on each and no more; a flat nailer; a ladder of blocks; scrap backing put in later; a layout stud that serves already. Default: what stands there decides."`
	Blocks bool   `json:"blocks,omitempty" doc:"Where it meets something at an odd angle: the end stud stands a thickness farther in, and bevelled blocks lie between."`
	Tie    string `json:"tie,omitempty" enum:"lap,strap" doc:"How the top plates are tied: the second laps the neighbour, or all are cut alike and strapped. Default lap where both walls have two."`
}

// ExtraStud is a stud at a place of its own.
type ExtraStud struct {
	At   Length `json:"at" format:"length" doc:"Station of its middle. Where other wood takes part of its place it stands tight beside that."`
	What string `json:"what" maxLength:"100" doc:"What it is for."`
}

// Noggings are rows of pieces between a wall's studs. Rule: the work, step 6.
type Noggings struct {
	Rows []NoggingRow `json:"rows" maxItems:"12" nullable:"false"`
	Lie  string       `json:"lie,omitempty" enum:"inline,staggered" doc:"Staggered: every other bay's a thickness higher, so that each is nailed through the stud. Default inline."`
}

// NoggingRow is where the middle of a row lies: one of these.
type NoggingRow struct {
	Mid        bool   `json:"mid,omitempty" doc:"At mid height of the studs."`
	Height     Length `json:"height,omitzero" format:"length" doc:"Over the floor."`
	FromBottom Length `json:"fromBottom,omitzero" format:"length" doc:"Over the bottom plate."`
	FromTop    Length `json:"fromTop,omitzero" format:"length" doc:"Under the top plate."`
}

// Backing is wood for what is fixed to a wall.
type Backing struct {
	What   string `json:"what" maxLength:"100" doc:"Cabinet, rail, basin, screen, …"`
	From   Length `json:"from" format:"length" doc:"Station."`
	To     Length `json:"to" format:"length"`
	Height Length `json:"height" format:"length" doc:"Of its middle over the floor."`
	Lumber string `json:"lumber,omitempty" doc:"Default the wall's."`
}

// FireBlocking is the crew's rule for blocks that close a wall's bays; the local code
// decides. Rule: the work, step 6.
type FireBlocking struct {
	Every Length `json:"every,omitzero" format:"length" doc:"The most that a bay is open, up and down, and behind a furring along it. Default 10 ft or 3 m."`
}

// Tried is how the first full piece of a wall fitted.
type Tried struct {
	Member string `json:"member,omitempty" maxLength:"64" doc:"Which it was."`
	Tight  Length `json:"tight" format:"length" doc:"How much too long it was; less than nothing: too short."`
}

// Run is a pipe or a cable that is planned in a wall: along it at one height, or up and
// down at one station.
type Run struct {
	What   string `json:"what" maxLength:"100" doc:"Cold water, drain, vent, cable, …"`
	Size   Length `json:"size" format:"length" doc:"Outside diameter."`
	From   Length `json:"from,omitzero" format:"length" doc:"Station where one that goes along the wall begins."`
	To     Length `json:"to,omitzero" format:"length" doc:"Station where it ends; it may lie before from."`
	Height Length `json:"height,omitzero" format:"length" doc:"Of its middle over the floor, at from."`
	Fall   Length `json:"fall,omitzero" format:"length" doc:"How much lower its middle is at to. Default none."`
	At     Length `json:"at,omitzero" format:"length" doc:"Station of one that goes up and down, in place of from, to and height."`
	Low    Length `json:"low,omitzero" format:"length" doc:"Of one that goes up and down: where it begins over the floor. Left out: it comes through the bottom plate."`
	High   Length `json:"high,omitzero" format:"length" doc:"Where it ends over the floor. Left out: it goes on through the top plate."`
	Off    Length `json:"off,omitzero" format:"length" doc:"From the snapped face to its middle. Default the middle of the studs."`
}

// Clear is a stretch of a wall that is kept clear of studs.
type Clear struct {
	From Length `json:"from" format:"length" doc:"Station."`
	To   Length `json:"to" format:"length"`
	Low  Length `json:"low,omitzero" format:"length" doc:"Over the floor, where it matters: what stands over it or lies under it doesn't."`
	High Length `json:"high,omitzero" format:"length"`
	What string `json:"what" maxLength:"200" doc:"What it is for."`
}

// Pending is a stretch of a wall that waits: floor to be broken out, a pipe to
// be moved.
type Pending struct {
	From Length `json:"from" format:"length" doc:"Station."`
	To   Length `json:"to" format:"length"`
	What string `json:"what" maxLength:"200" doc:"What it waits for."`
	Of   string `json:"of,omitempty" enum:"floor,ceiling,both" doc:"Where the work to come is: the bottom plate waits, the top plate, or both. What stands there waits in any case. Default floor."`
}

// Raise is how a wall goes up.
type Raise struct {
	Way       string   `json:"way" enum:"in-place,tilt,plate-first,sections" doc:"Each stud stood between fixed plates; built flat and tilted, its studs shorter by what it sweeps; bottom plate first, the frame slid or stood on it; in sections, measured again between."`
	Side      string   `json:"side,omitempty" enum:"left,right" doc:"Where it lies before, seen from its start. Left out: where it clears."`
	Later     []string `json:"later,omitempty" maxItems:"3" nullable:"false" enum:"top-plate,header,between" doc:"Parts that are fitted once it stands: fixed otherwise than in a frame, and on the open list until they are. With top-plate that is fixed to the ceiling first, and the frame is stood under it."`
	Elsewhere bool     `json:"elsewhere,omitempty" doc:"It, or each of its sections, is built elsewhere and carried in along schedule.route."`
	Sections  []Length `json:"sections,omitempty" format:"length" maxItems:"12" nullable:"false" doc:"Stations where one section ends and the next begins: its plates end there, with a stud on each side."`
}

// Break is where a wall's plates end and begin anew, with a stud on each side.
type Break struct {
	Of string `json:"of" enum:"floor,ceiling"`
	At Length `json:"at" format:"length" doc:"Station."`
}

// Layout says how the common studs are marked.
type Layout struct {
	From    string `json:"from,omitempty" enum:"start,end" doc:"End that the tape hooks on. Default start."`
	Spacing Length `json:"spacing,omitzero" format:"length" doc:"Default: the job's."`
	Offset  Length `json:"offset,omitzero" format:"length" doc:"Added to every mark. Default 0."`
	Mode    string `json:"mode,omitempty" enum:"on-centre,equal" doc:"Default on-centre."`

	Stretches []Stretch `json:"stretches,omitempty" maxItems:"20" nullable:"false" doc:"Where the spacing differs, as on a wet part. Marks are counted from the same beginning."`
	Marking   string    `json:"marking,omitempty" enum:"edges,first-mark,centres,back-edges" doc:"In place of the job's."`

	Origin *Origin `json:"origin,omitempty" doc:"What the marks go by. It wins over from, which then only says where the tape hooks on for joists, seam and station."`
}

// Stretch is a part of a wall whose studs stand at a spacing of their own.
type Stretch struct {
	From    Length `json:"from" format:"length" doc:"Station."`
	To      Length `json:"to" format:"length"`
	Spacing Length `json:"spacing" format:"length"`
}

// Origin is what a layout's marks go by: marks stand every spacing from it.
type Origin struct {
	Kind    string `json:"kind" enum:"start,end,outer-start,outer-end,board-start,board-end,joists,seam,station" doc:"An end of the wall; the outer face of the wall that it makes a corner with there; the face of the board still to come on that wall; the joists of a run over or under it; a sheet's seam in floor or ceiling, or any place, by its station."`
	Joists  string `json:"joists,omitempty" doc:"Of joists: the run's id."`
	Station Length `json:"station,omitzero" format:"length" doc:"Of a seam or a station."`
}

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

func WallIn(d *Document, id string) *Wall {
	for i := range d.Walls {
		if d.Walls[i].ID == id {
			return &d.Walls[i]
		}
	}
	return nil
}
