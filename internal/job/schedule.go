package job

// Schedule is who works here, and when.
type Schedule struct {
	Crew     int       `json:"crew,omitempty" minimum:"0" maximum:"60" doc:"How many people are there. Default 2; 1 works alone, and the steps say how."`
	Calendar *Calendar `json:"calendar,omitempty" doc:"Working days and hours. Left out: Monday to Friday, 7:30 to 16:00 with half an hour at noon, and no first day: days are counted."`

	Places  *Places   `json:"places,omitempty" doc:"How many people find room where work is done. Default one at the saw, everybody on the floor, one on a ladder."`
	Helpers []Helpers `json:"helpers,omitempty" maxItems:"200" nullable:"false" doc:"More people on single days, for what takes more than the crew."`

	Times float64  `json:"times,omitempty" minimum:"0" maximum:"20" doc:"How many times as long as in a new building a task takes, where the crew has no figure of its own. Default 3."`
	Pace  []Pace   `json:"pace,omitempty" maxItems:"40" nullable:"false" doc:"The crew's own figures from other jobs. Those of this job follow from its record."`
	Leave []string `json:"leave,omitempty" maxItems:"20" nullable:"false" enum:"strike,mark,cut,bottom,top,stand,build,raise,between,fix,insulate,close" doc:"Tasks that others do: they aren't in the plan of days."`

	Waits   []Wait    `json:"waits,omitempty" maxItems:"200" nullable:"false" doc:"What a wall, or all of them, wait for."`
	Outside []string  `json:"outside,omitempty" maxItems:"20" nullable:"false" enum:"strike,mark,cut,bottom,top,stand,build,raise,between,fix,insulate,close" doc:"Tasks that are done in the open: by daylight, out of rain and wind."`
	Light   *Hours    `json:"light,omitempty" doc:"Daylight. Left out: all working hours are light."`
	Weather []Weather `json:"weather,omitempty" maxItems:"400" nullable:"false" doc:"As it is foretold, by day."`
	Wind    float64   `json:"wind,omitempty" minimum:"0" maximum:"200" doc:"The most wind that is worked in, miles or kilometres an hour by the job's units. Default 25 or 40."`

	Services []Service `json:"services,omitempty" maxItems:"100" nullable:"false" doc:"What is out of service: since when, until when."`
	Levels   []Level   `json:"levels,omitempty" maxItems:"40" nullable:"false" doc:"Levels of the building and the ways to each: one of them stays open."`
	Consents []Consent `json:"consents,omitempty" maxItems:"100" nullable:"false" doc:"What somebody has to agree to, by name."`

	SpareCeiling bool `json:"spareCeiling,omitempty" doc:"The ceiling is finished and stays: no way up is proposed that comes nearer to it than 1/4 in or 6 mm."`

	Route []Pass `json:"route,omitempty" maxItems:"40" nullable:"false" doc:"The way that wood and frames come in by: what is tight on it, in order."`

	Slips []Slip `json:"slips,omitempty" maxItems:"400" nullable:"false" doc:"What came otherwise than it was planned. The plan says what moved by it."`
}

// Calendar is working days and hours.
type Calendar struct {
	From   string   `json:"from,omitempty" maxLength:"10" doc:"The first day, as 2026-11-30. Left out: days are counted, and no date can be kept."`
	Week   []string `json:"week,omitempty" minItems:"1" maxItems:"7" nullable:"false" enum:"mon,tue,wed,thu,fri,sat,sun" doc:"Working days. Default Monday to Friday."`
	Begins string   `json:"begins,omitempty" maxLength:"5" doc:"Default 07:30."`
	Ends   string   `json:"ends,omitempty" maxLength:"5" doc:"Default 16:00."`
	Pause  *Hours   `json:"pause,omitempty" doc:"Default 12:00 to 12:30, where that lies within the day. An empty one: none."`
	Off    []Off    `json:"off,omitempty" maxItems:"200" nullable:"false" doc:"Days on which nobody works."`
	Also   []string `json:"also,omitempty" maxItems:"200" nullable:"false" doc:"Days that are worked although the week hasn't them."`
}

// Hours is a part of a day.
type Hours struct {
	From string `json:"from,omitempty" maxLength:"5" doc:"As 07:30."`
	To   string `json:"to,omitempty" maxLength:"5"`
}

// Off is days without work.
type Off struct {
	From string `json:"from" maxLength:"10"`
	To   string `json:"to,omitempty" maxLength:"10" doc:"The last of them. Default that one day."`
	Why  string `json:"why,omitempty" maxLength:"200"`
}

// Places are how many people find room.
type Places struct {
	Saw    int `json:"saw,omitempty" minimum:"0" maximum:"60"`
	Floor  int `json:"floor,omitempty" minimum:"0" maximum:"60"`
	Ladder int `json:"ladder,omitempty" minimum:"0" maximum:"60"`
}

// Helpers are more people on one day.
type Helpers struct {
	On     string `json:"on" maxLength:"10"`
	People int    `json:"people" minimum:"1" maximum:"60"`
	Who    string `json:"who,omitempty" maxLength:"200"`
}

// Pace is what a task takes the crew, by its own figures.
type Pace struct {
	Task  string  `json:"task" enum:"strike,mark,cut,bottom,top,stand,build,raise,between,fix,insulate,close"`
	Hours float64 `json:"hours" minimum:"0" maximum:"100" doc:"Hours of one person for one of what is counted: a line, a mark, a piece, a fixing, a place, a bay, a board."`
	Of    int     `json:"of,omitempty" minimum:"0" maximum:"1000000" doc:"How many that comes from."`
}

// Wait is something that work waits for.
type Wait struct {
	ID     string  `json:"id" maxLength:"64"`
	For    string  `json:"for" enum:"cure,delivery,inspection,electrician,plumber,engineer,other"`
	Wall   string  `json:"wall,omitempty" maxLength:"64" doc:"Left out: all of them."`
	After  string  `json:"after,omitempty" enum:"strike,mark,cut,bottom,top,stand,build,raise,between,fix,insulate,close" doc:"The task that it comes after. Default by what it is: an inspection, electrician or plumber after fix."`
	Before string  `json:"before,omitempty" enum:"strike,mark,cut,bottom,top,stand,build,raise,between,fix,insulate,close" doc:"The task that waits for it. Default: a delivery, mark; a cure or the engineer, what stands it up; an inspection, electrician or plumber, closing."`
	On     string  `json:"on,omitempty" maxLength:"10" doc:"The day that it happens on: what was poured that day, what comes that morning, who comes that day."`
	Days   float64 `json:"days,omitempty" minimum:"0" maximum:"365" doc:"How many days it takes, by the calendar on the wall, nights and Sundays with it."`
	Who    string  `json:"who,omitempty" maxLength:"200"`
	What   string  `json:"what,omitempty" maxLength:"200"`
}

// Weather is what is foretold for a day.
type Weather struct {
	On   string  `json:"on" maxLength:"10"`
	Rain bool    `json:"rain,omitempty"`
	Wind float64 `json:"wind,omitempty" minimum:"0" maximum:"400" doc:"Miles or kilometres an hour by the job's units."`
}

// Service is something that is out of service for a while.
type Service struct {
	What  string `json:"what" enum:"heat,water,light,power,gas,stair,door,lift,other"`
	Name  string `json:"name,omitempty" maxLength:"100" doc:"Which: back stair."`
	From  string `json:"from" maxLength:"16" doc:"Since when: 2026-11-30, or 2026-11-30 09:00."`
	To    string `json:"to,omitempty" maxLength:"16" doc:"Until when. Left out: nobody knows yet."`
	Who   string `json:"who,omitempty" maxLength:"200" doc:"Who was told."`
	Level string `json:"level,omitempty" maxLength:"100" doc:"The level that it serves."`
}

// Level is a level of the building.
type Level struct {
	Name string   `json:"name" maxLength:"100"`
	Ways []string `json:"ways,omitempty" maxItems:"20" nullable:"false" doc:"Names of what leads to it: stairs, doors, lifts, as services name them."`
}

// Consent is what somebody has to agree to.
type Consent struct {
	What   string `json:"what" maxLength:"200"`
	Who    string `json:"who" maxLength:"200" doc:"By name."`
	On     string `json:"on,omitempty" maxLength:"10" doc:"The day it was given. Left out: it wasn't yet."`
	Wall   string `json:"wall,omitempty" maxLength:"64" doc:"Left out: all of them."`
	Before string `json:"before,omitempty" enum:"strike,mark,cut,bottom,top,stand,build,raise,between,fix,insulate,close" doc:"The task that waits for it. Left out: none, it is only told."`
}

// Pass is a tight place on the way in.
type Pass struct {
	What   string `json:"what" enum:"door,turn,stub" doc:"A door or a narrow place; a turn from one way into another; a stub of a wall or a sill to step over."`
	Name   string `json:"name,omitempty" maxLength:"100"`
	Width  Length `json:"width,omitzero" format:"length" doc:"Clear; of a turn, of the way before it."`
	Height Length `json:"height,omitzero" format:"length" doc:"Clear; of a stub, how high it stands."`
	After  Length `json:"after,omitzero" format:"length" doc:"Of a turn: how wide the way after it is."`
	Over   Length `json:"over,omitzero" format:"length" doc:"Of a stub: from the floor to what is over it."`
}

// Slip is what came otherwise.
type Slip struct {
	Task  string  `json:"task,omitempty" maxLength:"140" doc:"As the plan of days names it: B.cut."`
	Hours float64 `json:"hours,omitempty" minimum:"0" maximum:"1000" doc:"It takes so much longer."`
	From  string  `json:"from,omitempty" maxLength:"10" doc:"It can't begin before this day."`
	Day   string  `json:"day,omitempty" maxLength:"10" doc:"A day on which nothing is done."`
	Why   string  `json:"why,omitempty" maxLength:"200"`
	Taken bool    `json:"taken,omitempty" doc:"It is planned with: what it leaves free is filled anew."`
}

// Worked is hours that went into a task.
type Worked struct {
	ID     string  `json:"id,omitempty" maxLength:"64" doc:"Made by the client. Default: the edit's."`
	Task   string  `json:"task" maxLength:"140" doc:"As the plan of days names it: B.cut."`
	Hours  float64 `json:"hours" minimum:"0" maximum:"1000"`
	People int     `json:"people,omitempty" minimum:"0" maximum:"60" doc:"Default 1."`
	Count  int     `json:"count,omitempty" minimum:"0" maximum:"100000" doc:"Of what is counted of it, how many were done. Default: all of the task."`
	On     string  `json:"on" maxLength:"10" doc:"The day, as 2026-11-30."`
	Part   bool    `json:"part,omitempty" doc:"The task isn't done yet."`
	By     string  `json:"by,omitempty" maxLength:"100"`
	At     string  `json:"at,omitempty" maxLength:"40" doc:"When it was written down, as RFC 3339."`
}
