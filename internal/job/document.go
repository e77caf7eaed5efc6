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

func WallIn(d *Document, id string) *Wall {
	for i := range d.Walls {
		if d.Walls[i].ID == id {
			return &d.Walls[i]
		}
	}
	return nil
}
