package job

// Assess is what was asked and seen before anything is cut. Nothing in it says
// that a wall is safe to remove.
type Assess struct {
	Answers   []Answer     `json:"answers,omitempty" nullable:"false"`
	Decisions []Decision   `json:"decisions,omitempty" nullable:"false"`
	Supports  []Support    `json:"supports,omitempty" nullable:"false"`
	Hanging   []Hanging    `json:"hanging,omitempty" nullable:"false"`
	Floor     []FloorCheck `json:"floor,omitempty" nullable:"false"`
	Probes    []Probe      `json:"probes,omitempty" nullable:"false"`
	Pockets   []Pocket     `json:"pockets,omitempty" nullable:"false"`
	Wanted    []Wanted     `json:"wanted,omitempty" nullable:"false"`
	Confirmed []Confirmed  `json:"confirmed,omitempty" nullable:"false" doc:"Health cards confirmed."`
}

// Answer is to one question about whether an existing wall carries.
type Answer struct {
	Wall     string `json:"wall"`
	Question string `json:"question"`
	Answer   string `json:"answer" enum:"yes,no,unknown"`
	Evidence string `json:"evidence,omitempty" maxLength:"1000" doc:"What was seen, and where."`
	By       string `json:"by,omitempty" maxLength:"100"`
	At       string `json:"at,omitempty"`
}

// Decision is a licensed person's on one existing wall.
type Decision struct {
	Wall  string `json:"wall"`
	Says  string `json:"says" enum:"may-go,may-be-opened,must-stay" doc:"What the paper says."`
	Who   string `json:"who" maxLength:"200" doc:"Name and licence."`
	When  string `json:"when" maxLength:"40"`
	Paper string `json:"paper" maxLength:"200" doc:"Which paper it stands in."`
}

// Support is the temporary support an engineer asked for. It holds no sizes.
type Support struct {
	Wall    string   `json:"wall"`
	AskedBy string   `json:"askedBy,omitempty" maxLength:"200" doc:"The engineer who asked for it."`
	Posts   []Post   `json:"posts,omitempty" nullable:"false"`
	Done    []string `json:"done,omitempty" nullable:"false" doc:"Steps of the checklist that are done."`
	Placed  *Signed  `json:"placed,omitempty" doc:"Support in place: signed."`
}

// Post is one line of posts and what each stands on, floor by floor, down to
// solid ground.
type Post struct {
	ID    string `json:"id" maxLength:"64"`
	Side  string `json:"side" enum:"near,far,middle"`
	Chain []Foot `json:"chain" nullable:"false" doc:"From the floor it stands on, downwards."`
}

// Foot is what carries a post at one floor.
type Foot struct {
	Floor string `json:"floor" maxLength:"100"`
	On    string `json:"on" enum:"post-below,wall-below,beam-below,solid-ground,bare-boards"`
}

// Hanging is something on an existing wall that needs a new home.
type Hanging struct {
	ID   string `json:"id" maxLength:"64"`
	Wall string `json:"wall"`
	What string `json:"what" maxLength:"200" doc:"Switch, socket, thermostat, vent, radiator, …"`
	Home string `json:"home,omitempty" maxLength:"200" doc:"Where it goes."`

	Station Length `json:"station,omitzero" format:"length" doc:"Where along its wall, from the first corner."`
}

// FloorCheck is the floor's soundness along a stretch of a new wall's line, or
// at its place on the plan, where its wall has moved away.
type FloorCheck struct {
	ID     string  `json:"id" maxLength:"64"`
	Wall   string  `json:"wall,omitempty"`
	From   Length  `json:"from,omitzero" format:"length" doc:"Station."`
	To     Length  `json:"to,omitzero" format:"length"`
	Ends   []Place `json:"ends,omitempty" nullable:"false" maxItems:"2" doc:"Both ends on the plan, in place of wall, from and to."`
	State  string  `json:"state" enum:"sound,soft,rot,damp,insects,missing-joist"`
	Cause  string  `json:"cause,omitempty" maxLength:"500"`
	Mended *Signed `json:"mended,omitempty" doc:"Cut back, spliced and patched flush."`
}

// Probe is what a boxed-in structure is made of, layer by layer, down to what
// holds a screw.
type Probe struct {
	ID     string  `json:"id" maxLength:"64"`
	Where  string  `json:"where" maxLength:"200"`
	Of     string  `json:"of,omitempty" enum:"floor,ceiling,wall" doc:"What was probed. Plates fixed to that floor or ceiling go by its deepest probe; ends fixed to an existing wall by that wall's."`
	Wall   string  `json:"wall,omitempty" doc:"Of a wall: the existing wall."`
	Layers []Layer `json:"layers" nullable:"false" doc:"From the face inwards; the last one holds a screw."`
}

// Layer is one layer of a probe.
type Layer struct {
	What  string `json:"what" maxLength:"100"`
	Thick Length `json:"thick,omitzero" format:"length"`
}

// Pocket is a hole to be filled in, gauged at several points.
type Pocket struct {
	ID        string   `json:"id" maxLength:"64"`
	Widths    []Length `json:"widths" format:"length" nullable:"false"`
	Heights   []Length `json:"heights" format:"length" nullable:"false"`
	Allowance Length   `json:"allowance,omitzero" format:"length" doc:"Default 1/8 in or 3 mm."`
	Strip     Length   `json:"strip,omitzero" format:"length" doc:"Floor finish that runs through, gauged over: it is cut out under the plate, and the frame stands that much lower."`
}

// Wanted is something the work must allow for.
type Wanted struct {
	ID     string `json:"id" maxLength:"64"`
	Kind   string `json:"kind" enum:"room,door,equipment,face,ceiling,salvage"`
	What   string `json:"what" maxLength:"300"`
	Width  Length `json:"width,omitzero" format:"length"`
	Height Length `json:"height,omitzero" format:"length"`
}

// Confirmed is a health card that someone stands for.
type Confirmed struct {
	Card string `json:"card"`
	By   string `json:"by" maxLength:"100"`
	At   string `json:"at"`
}
