// Package plan is the one function at the heart of it: a job in, a plan out.
// It reads a job document's lengths and places, calls survey, framing and
// cutting in the order of the work, and writes the plan document.
package plan

import (
	"homalos/internal/advise"
	"homalos/internal/measure"
	"homalos/internal/picture"
	"homalos/internal/site"
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
	Findings []Finding      `json:"findings" nullable:"false"`
	Readings []SaidReading  `json:"readings" nullable:"false" doc:"The readings that sums go by, as one would say them."`

	// Drawings are the walls as pictures, in the walls' order; they are no part
	// of the document.
	Drawings []picture.Drawing `json:"-"`

	// Result is what the plan was written from; no part of the document either.
	Result  *work.Result    `json:"-"`
	Advised *advise.Advised `json:"-"`
}

// Wall is one wall's members, marks and findings.
type Wall struct {
	ID       string           `json:"id"`
	Length   string           `json:"length"`
	Ends     [2]string        `json:"ends" nullable:"false" doc:"What its start is called, and its end: by what they meet."`
	Said     string           `json:"said" doc:"Its length as it is read out, to half a mark."`
	Line     *WallLine        `json:"line,omitempty" doc:"Where the line lies and how to strike it; left out where there is no room to strike it in."`
	Against  []AgainstSaid    `json:"against,omitempty" nullable:"false" doc:"How it lies to floor and ceiling joists, and where its plates are fixed."`
	Meets    []Meeting        `json:"meets,omitempty" nullable:"false" doc:"What its two ends meet."`
	Plates   *PlatesSaid      `json:"plates,omitempty" doc:"How its plates are cut, notched and tied."`
	Begins   []site.Beginning `json:"begins,omitempty" nullable:"false" doc:"What its marks can go by, but for a station."`
	Advice   []advise.Advice  `json:"advice,omitempty" nullable:"false" doc:"What to decide about its line, each with fixes that can be done at a touch."`
	Members  []Member         `json:"members" nullable:"false"`
	Marks    []Mark           `json:"marks" nullable:"false"`
	Findings []Finding        `json:"findings" nullable:"false"`
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
	Set    string   `json:"set" enum:"ahead"`
	Member string   `json:"member"`
	Plates []string `json:"plates" nullable:"false"`
}

// Finding is something to know and what to do about it.
type Finding struct {
	Code    string   `json:"code"`
	Level   string   `json:"level" enum:"stop,warn,note"`
	Wall    string   `json:"wall,omitempty"`
	At      string   `json:"at,omitempty" doc:"Station."`
	Text    string   `json:"text"`
	Fix     string   `json:"fix"`
	Members []string `json:"members,omitempty" nullable:"false"`
	Reading string   `json:"reading,omitempty" doc:"The doubtful reading."`
	Apply   string   `json:"apply,omitempty" enum:"hook-other-end,take-reading" doc:"A fix that can be done at a touch."`
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
	Lumber string     `json:"lumber"`
	Stock  string     `json:"stock"`
	Cuts   []StickCut `json:"cuts" nullable:"false"`
	Offcut string     `json:"offcut"`
}

// StickCut is one piece from a stick. Held pieces are counted, not cut.
type StickCut struct {
	Member string `json:"member"`
	Length string `json:"length"`
	State  string `json:"state,omitempty" doc:"Left out when ready."`
}

// Buy is how many sticks to buy.
type Buy struct {
	Lumber string `json:"lumber"`
	Stock  string `json:"stock"`
	Count  int    `json:"count"`
}
