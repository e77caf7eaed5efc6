package wood

import (
	"homalos/internal/measure"
)

// Kind is what a piece of wood is, named as in the plan document.
type Kind string

// The kinds of member.
const (
	Stud        Kind = "stud"
	King        Kind = "king"
	Jack        Kind = "jack"
	HeaderPly   Kind = "header"
	Cripple     Kind = "cripple" // above a header
	Fill        Kind = "fill"    // lies flat over a header, where no cripple finds room
	SillPiece   Kind = "sill"
	UnderSill   Kind = "under-sill"
	BottomPlate Kind = "bottom-plate"
	TopPlate    Kind = "top-plate"
	Block       Kind = "block"          // across a bay of joists, to fix a plate to
	Nogging     Kind = "nogging"        // between two studs
	Packer      Kind = "packer"         // a strip between a king and the wall's end
	Backer      Kind = "backer"         // a stud turned flat, for the board at a corner
	Backing     Kind = "backing"        // between studs, on edge, for what is fixed to the wall
	ShortStud   Kind = "short-stud"     // under what comes through the wall
	CrossPiece  Kind = "cross-piece"    // lies under that, between the studs beside it
	HighStud    Kind = "high-stud"      // over what comes through, from a cross piece to the top plate
	ShortCrip   Kind = "short-cripple"  // from a header to the cross piece under what comes through
	FireBlock   Kind = "fire-block"     // between studs, so that fire doesn't climb past it
	EdgeBlock   Kind = "edge-block"     // a scrap on end along an old jamb, for a new board's edge
	Post        Kind = "post"           // of a half wall: through the floor, beside a joist
	Cap         Kind = "cap"            // on top of a half wall
	Track       Kind = "track"          // steel, on a jamb's open side; in plans the plates of steel studs too
	TabTrack    Kind = "tab-track"      // steel, over and under an opening: its ends are folded as tabs
	Bridging    Kind = "bridging"       // steel channel through the holes of studs
	BevelBlock  Kind = "bevelled-block" // between a square end stud and what it meets at an odd angle
	Sister      Kind = "sister-joist"   // beside a joist that is doubled, as designed
	Beam        Kind = "beam"           // under the head plate, as a licensed engineer named it
	Rung        Kind = "rung"           // of the ladder that closes a hung box underneath
	Nailer      Kind = "nailer"         // on the wall behind a hung box, for its rungs
	Brace       Kind = "brace"          // from the top of a wall that is free of the structure to what carries it
)

// Row is all that is to be known of a kind. How long an upright is follows
// from what it stands between; a new kind is a row, and a sum of its own only
// where it stands between something else.
type Row struct {
	Kind     Kind
	Letter   string   // in a member's id, after its wall's: A-S2
	Stands   Stands   // what an upright stands between; Lies for what lies
	Rounding Rounding // how its exact length is brought to the mark
	Above    Above    // how it is seen from above
	Sign     Sign     // how its place is marked on the plates
	Plate    bool     // joined from several sticks where one won't reach
	Clear    bool     // lies clear of the floor: none of it waits for a stretch of floor
	Apart    bool     // lies between joists, not in the wall
}

// Stands is what an upright stands between.
type Stands int

// What uprights stand between. Jacks carry the header; what stands under a sill
// carries that.
const (
	Lies         Stands = iota
	PlateToPlate        // from the bottom plate to the top plate
	PlateToHead         // from the bottom plate to the header
	PlateToSill         // from the bottom plate to the sill
	HeadToPlate         // from the header to the top plate
	PlateToCross        // from the bottom plate to a cross piece
	CrossToPlate        // from a cross piece to the top plate
	HeadToCross         // from the header to a cross piece
	JoistToPlate        // from beside a joist, through the floor, to the top plate or the cap
)

// Rounding is how an exact length is brought to the mark. Usual practice: down
// for what must go in between two fixed things, up for what sets an opening,
// nearest for plates.
type Rounding int

// The roundings.
const (
	Down Rounding = iota
	Up
	Nearest
)

// Above is how a piece is seen on the plan.
type Above int

// The ways a piece is seen from above.
const (
	Unseen Above = iota // what lies over or under a wall's uprights isn't drawn on the plan
	Deep                // an upright as deep as its wall
	Flat                // an upright turned flat, at one face
	Across              // lying between two uprights, at one face
)

// Sign is how a piece's place is marked on the plates.
type Sign string

// The signs.
const (
	NoSign Sign = ""
	Cross  Sign = "cross" // a stud's X
	Bridge Sign = "bridge"
	Peak   Sign = "peak"
	Ring   Sign = "ring"
	Tee    Sign = "tee"  // ends under what comes through
	Hang   Sign = "hang" // stands over what comes through
	Box    Sign = "box"  // turned flat

	Through Sign = "through" // goes down through the floor
)

// Kinds is the table, in the order that kinds are told in.
var Kinds = []Row{
	{Kind: Stud, Letter: "S", Stands: PlateToPlate, Above: Deep, Sign: Cross},
	{Kind: King, Letter: "K", Stands: PlateToPlate, Above: Deep, Sign: Bridge},
	{Kind: Jack, Letter: "J", Stands: PlateToHead, Rounding: Up, Above: Deep, Sign: Peak},
	{Kind: HeaderPly, Letter: "H", Rounding: Up, Clear: true},
	{Kind: Cripple, Letter: "C", Stands: HeadToPlate, Sign: Ring},
	{Kind: Fill, Letter: "FL", Clear: true},
	{Kind: SillPiece, Letter: "L", Rounding: Up, Clear: true},
	{Kind: UnderSill, Letter: "U", Stands: PlateToSill, Sign: Ring},
	{Kind: BottomPlate, Letter: "B", Rounding: Nearest, Plate: true},
	{Kind: TopPlate, Letter: "T", Rounding: Nearest, Plate: true, Clear: true},
	{Kind: Block, Letter: "BL", Clear: true, Apart: true},
	{Kind: Nogging, Letter: "N", Above: Across},
	{Kind: Packer, Letter: "P", Stands: PlateToPlate, Above: Deep, Sign: Cross},
	{Kind: Backer, Letter: "F", Stands: PlateToPlate, Above: Flat, Sign: Box},
	{Kind: Backing, Letter: "BK", Above: Across},
	{Kind: ShortStud, Letter: "SS", Stands: PlateToCross, Above: Deep, Sign: Tee},
	{Kind: CrossPiece, Letter: "X", Clear: true},
	{Kind: HighStud, Letter: "HS", Stands: CrossToPlate, Sign: Hang},
	{Kind: ShortCrip, Letter: "SC", Stands: HeadToCross, Sign: Tee},
	{Kind: FireBlock, Letter: "FB", Above: Across},
	{Kind: EdgeBlock, Letter: "E", Clear: true},
	{Kind: Post, Letter: "PO", Stands: JoistToPlate, Above: Deep, Sign: Through},
	{Kind: Cap, Letter: "CP", Rounding: Nearest, Plate: true, Clear: true},
	{Kind: Brace, Letter: "BR", Clear: true, Apart: true},
	{Kind: Beam, Letter: "BE", Rounding: Nearest, Clear: true},
	{Kind: Rung, Letter: "RU", Clear: true, Apart: true},
	{Kind: Nailer, Letter: "NA", Rounding: Nearest, Clear: true, Apart: true},
	{Kind: BevelBlock, Letter: "BB", Clear: true},
	{Kind: Sister, Letter: "DJ", Rounding: Nearest, Clear: true, Apart: true},
	{Kind: Track, Letter: "TR"},
	{Kind: TabTrack, Letter: "TT", Rounding: Nearest, Clear: true},
	{Kind: Bridging, Letter: "BG", Clear: true},
}

var rows = func() map[Kind]Row {
	out := map[Kind]Row{}
	for _, r := range Kinds {
		out[r.Kind] = r
	}
	return out
}()

// Row is the kind's row of the table.
func (k Kind) Row() Row { return rows[k] }

// Upright says whether the kind stands on end.
func (k Kind) Upright() bool { return rows[k].Stands != Lies }

// FullHeight says whether it stands from plate to plate, or from under the floor.
func (k Kind) FullHeight() bool {
	return rows[k].Stands == PlateToPlate || rows[k].Stands == JoistToPlate
}

// OnBottom says whether its foot stands on the bottom plate, or goes through it.
func (k Kind) OnBottom() bool {
	s := rows[k].Stands
	return s == PlateToPlate || s == PlateToHead || s == PlateToSill || s == PlateToCross || s == JoistToPlate
}

// UnderTop says whether its head stands under the top plate.
func (k Kind) UnderTop() bool {
	s := rows[k].Stands
	return s == PlateToPlate || s == HeadToPlate || s == CrossToPlate || s == JoistToPlate
}

// Between says whether it is a short piece between others, such as is cut from what is
// left over.
func (k Kind) Between() bool {
	switch k {
	case Block, Nogging, Backing, FireBlock, EdgeBlock, BevelBlock, Rung:
		return true
	}
	return false
}

// Marks are the pieces that an upright's place is marked on.
func (k Kind) Marks() []string {
	switch rows[k].Stands {
	case PlateToPlate, JoistToPlate:
		return []string{"bottom", "top"}
	case PlateToHead, PlateToCross:
		return []string{"bottom"}
	case HeadToPlate:
		return []string{"top", "header"}
	case CrossToPlate:
		return []string{"top"}
	case HeadToCross:
		return []string{"header"}
	case PlateToSill:
		return []string{"bottom", "sill"}
	}
	return nil
}

// Round brings an exact length to the mark. Downwards a hair costs no mark:
// what is within an eighth of the mark below it, or within a tenth of a
// millimetre, counts as that mark.
func (k Kind) Round(exact, mark measure.Length) measure.Length {
	switch rows[k].Rounding {
	case Up:
		return exact.Up(mark)
	case Nearest:
		return exact.Nearest(mark)
	}
	return (exact + min(max(mark/8, measure.Millimetre/10), mark/2)).Down(mark)
}
