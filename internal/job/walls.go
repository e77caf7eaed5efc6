package job

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
