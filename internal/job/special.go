package job

// Rake is a slope, said in one of three ways.
type Rake struct {
	Degrees *float64 `json:"degrees,omitempty" minimum:"-85" maximum:"85" doc:"Off level."`
	Percent *float64 `json:"percent,omitempty" minimum:"-1000" maximum:"1000"`
	Rise    Length   `json:"rise,omitzero" format:"length" doc:"Of a wall: how much higher its top is at its to end than at its from end. Of a cap: how much it falls over its width."`
}

// Posts hold a half wall upright: each stands in a slot through the floor, against the
// side of a joist.
type Posts struct {
	Joists string `json:"joists" doc:"The run of floor joists that they stand beside."`
	Lap    Length `json:"lap,omitzero" format:"length" doc:"How far each goes down beside its joist. Default 7 in or 180 mm."`
	Deck   Length `json:"deck,omitzero" format:"length" doc:"Thickness of the floor that it goes through. Default 3/4 in or 20 mm."`
	Every  Length `json:"every,omitzero" format:"length" doc:"No farther apart than this. Default 4 ft or 1200 mm."`
}

// Cap is the piece on top of a half wall.
type Cap struct {
	Lumber string `json:"lumber,omitempty" doc:"Default the wall's."`
	Slope  *Rake  `json:"slope,omitempty" doc:"Across the wall, in a wet place. Default none."`
	To     string `json:"to,omitempty" enum:"line,back" doc:"The face that it falls to: the one on the snapped line, or the other. Default back."`
}

// Braces hold the top of a wall that is free of what is over it.
type Braces struct {
	Every Length `json:"every,omitzero" format:"length" doc:"No farther apart than this. Default 4 ft or 1200 mm."`
	Clear Length `json:"clear,omitzero" format:"length" doc:"What its top keeps clear of what is over it. Default 3/4 in or 20 mm."`
	None  bool   `json:"none,omitempty" doc:"Nothing braces it: what holds its top is said on the open list."`
}

// Special is what a wall, or a stretch of one, is beside a plain one. Rules: the work,
// step 6.
type Special struct {
	Kind   string
	Height Length
	Rake   *Rake
	Posts  *Posts
	Cap    *Cap
	Braces *Braces
}

// Special is what a wall is beside a plain one.
func (w *Wall) Special() Special {
	return Special{w.Kind, w.Height, w.Rake, w.Posts, w.Cap, w.Braces}
}

// WallStretch is a part of a wall that is of another kind, or of other lumber.
type WallStretch struct {
	From   Length  `json:"from" format:"length" doc:"Station."`
	To     Length  `json:"to" format:"length"`
	Kind   string  `json:"kind,omitempty" enum:"plain,half,raked,free-top" doc:"Default plain: to the ceiling, whatever the wall is elsewhere."`
	Height Length  `json:"height,omitzero" format:"length" doc:"As a wall's, over the floor where the stretch begins."`
	Rake   *Rake   `json:"rake,omitempty" doc:"As a wall's, from where the stretch begins."`
	Posts  *Posts  `json:"posts,omitempty"`
	Cap    *Cap    `json:"cap,omitempty"`
	Braces *Braces `json:"braces,omitempty"`
	Lumber string  `json:"lumber,omitempty" doc:"Of its studs and plates. Default the wall's."`
}

// Special is what a stretch is beside a plain one.
func (s *WallStretch) Special() Special {
	return Special{s.Kind, s.Height, s.Rake, s.Posts, s.Cap, s.Braces}
}

// Holes are those in the webs of steel studs, from the end that stands on the floor.
type Holes struct {
	First Length `json:"first,omitzero" format:"length" doc:"To the middle of the first. Default 12 in or 300 mm."`
	Every Length `json:"every,omitzero" format:"length" doc:"From one to the next. Default 24 in or 600 mm."`
}

// Steel is how a wall of steel studs is made. Rule: the work, step 6.
type Steel struct {
	Tab     Length `json:"tab,omitzero" format:"length" doc:"How long the tabs are that track over and under an opening is folded with. Default 2 in or 50 mm."`
	Overlap Length `json:"overlap,omitzero" format:"length" doc:"Of track where one stick won't reach: one end is cut as a tail and goes into the other. Default 2 in or 50 mm."`
	Screws  int    `json:"screws,omitempty" minimum:"0" maximum:"12" doc:"In each such splice, half of them through each flange. Default 4."`
	Slip    Length `json:"slip,omitzero" format:"length" doc:"How much shorter than their space studs are cut, so that what is over them may move. Default the track's fit."`
	Bridge  Length `json:"bridge,omitzero" format:"length" doc:"The most that a stud goes without bridging. Default 4 ft or 1200 mm."`
	Channel string `json:"channel,omitempty" doc:"Lumber that bridging is cut from. Default the lowest plate's track."`
	Boxed   string `json:"boxed,omitempty" enum:"yes,no" doc:"Whether jambs are closed to a box by a piece of track. Default yes."`
}

// WallLayer is a layer on one face of a wall's studs: sheathing, membrane, air gap, fire
// board, service void. They are told from the studs outwards.
type WallLayer struct {
	What      string  `json:"what" minLength:"1" maxLength:"60" doc:"Sheathing, membrane, air gap, fire board, service void, cladding, …"`
	Thickness Length  `json:"thickness" format:"length"`
	Face      string  `json:"face" enum:"in,out" doc:"In: the face on the snapped line. Out: the other."`
	Lap       Length  `json:"lap,omitzero" format:"length" doc:"How far one piece lies over the next."`
	Reach     Length  `json:"reach,omitzero" format:"length" doc:"How far it goes up past the frame, as sheathing does that is to catch the head plate."`
	Density   float64 `json:"density,omitempty" minimum:"0" maximum:"10000" doc:"kg/m³. Default by what it is called: boards 700, fire board 850, sheathing 620, cladding 500; a gap weighs nothing."`
	Joint     string  `json:"joint,omitempty" enum:"on-studs,staggered,taped,lapped" doc:"How its pieces meet."`
}

// Confirmation is an answer that somebody stands for.
type Confirmation struct {
	Answer string `json:"answer" enum:"yes,no"`
	By     string `json:"by,omitempty" maxLength:"200" doc:"Who confirmed what the local rule asks."`
	When   string `json:"when,omitempty" maxLength:"40"`
}

// Wet is what a wall behind a shower or a bath wants.
type Wet struct {
	Valve  Length `json:"valve,omitzero" format:"length" doc:"Station of the valve's middle: a bay of 12 in or 300 mm is kept clear about it."`
	Window string `json:"window,omitempty" enum:"none,covered,stays" doc:"What becomes of a window in the wall behind it. Left out: not answered."`
}
