package job

import (
	"slices"
)

// PutWall gives a wall anew, or adds it.
type PutWall struct {
	Wall Wall `json:"wall"`
	At   *int `json:"at,omitempty" doc:"Where in the list a new one stands. Default last."`
}

// RemoveWall takes a wall out.
type RemoveWall struct {
	Wall string `json:"wall" doc:"Its id."`
}

// PutOpening gives an opening of a wall anew, or adds it.
type PutOpening struct {
	Wall    string  `json:"wall" doc:"Id of the wall."`
	Opening Opening `json:"opening"`
	At      *int    `json:"at,omitempty" doc:"Where in the list a new one stands. Default last."`
}

// RemoveOpening takes an opening out.
type RemoveOpening struct {
	Wall    string `json:"wall" doc:"Id of the wall."`
	Opening string `json:"opening" doc:"Its id."`
}

// PutLumber gives a lumber, by the size of one piece of it.
type PutLumber struct {
	Lumber Lumber `json:"lumber"`
	At     *int   `json:"at,omitempty" doc:"Where in the list a new one stands. Default last."`
}

// RemoveLumber takes a lumber out.
type RemoveLumber struct {
	Lumber string `json:"lumber" doc:"Its id."`
}

// PutRules gives the crew's rules; left out, all are the defaults.
type PutRules struct {
	Rules *Rules `json:"rules,omitempty"`
}

// PutMark gives the finest mark the crew cuts to; left out, the default.
type PutMark struct {
	Mark Length `json:"mark,omitzero" format:"length"`
}

// Rename gives the job a name.
type Rename struct {
	Name string `json:"name" minLength:"1" maxLength:"200"`
}

// AddReading adds a reading; a correction names what it replaces.
type AddReading struct {
	Reading Reading `json:"reading"`
	At      *int    `json:"at,omitempty" doc:"Where in the list it stands. Default last."`
}

// RemoveReading takes an added reading back. The log keeps it.
type RemoveReading struct {
	Reading string `json:"reading" doc:"Its id."`
	Lone    bool   `json:"lone,omitempty" doc:"The survey was not there before it: it goes too, if nothing else is in it."`
}

// AddTie adds a tape or bevel between corners.
type AddTie struct {
	Tie Tie  `json:"tie"`
	At  *int `json:"at,omitempty" doc:"Where in the list it stands. Default last."`
}

// RemoveTie takes an added tape back. The log keeps it.
type RemoveTie struct {
	Tie  string `json:"tie" doc:"Its id."`
	Lone bool   `json:"lone,omitempty" doc:"The survey was not there before it: it goes too, if nothing else is in it."`
}

// PutCorners gives the corners of the room, in order.
type PutCorners struct {
	Corners []Corner `json:"corners" nullable:"false"`
	Lone    bool     `json:"lone,omitempty" doc:"The survey was not there before: it goes too, if nothing else is in it."`
}

// PutOrder gives the order that the walls go up in; left out, as the plan proposes.
type PutOrder struct {
	Order []string `json:"order,omitempty" maxItems:"500" nullable:"false" doc:"Ids of walls."`
}

// PutSchedule gives who works here; left out, nothing is known of it.
type PutSchedule struct {
	Schedule *Schedule `json:"schedule,omitempty"`
}

// PutAssess gives what was asked and seen before cutting; left out, nothing was.
type PutAssess struct {
	Assess *Assess `json:"assess,omitempty"`
}

func (a *PutWall) apply(d *Document, _ string, _ *Faults) Act {
	if was, _ := put(&d.Walls, wallID, a.Wall, a.At); was != nil {
		return &PutWall{Wall: *was}
	}
	return &RemoveWall{a.Wall.ID}
}

func (a *RemoveWall) apply(d *Document, path string, faults *Faults) Act {
	was, at := take(&d.Walls, wallID, a.Wall)
	if was == nil {
		return missing(faults, path+".wall", "wall", a.Wall)
	}
	return &PutWall{*was, at}
}

func (a *PutOpening) apply(d *Document, path string, faults *Faults) Act {
	i := find(d.Walls, wallID, a.Wall)
	if i < 0 {
		return missing(faults, path+".wall", "wall", a.Wall)
	}
	d.Walls[i].Openings = slices.Clone(d.Walls[i].Openings)
	if was, _ := put(&d.Walls[i].Openings, openingID, a.Opening, a.At); was != nil {
		return &PutOpening{Wall: a.Wall, Opening: *was}
	}
	return &RemoveOpening{a.Wall, a.Opening.ID}
}

func (a *RemoveOpening) apply(d *Document, path string, faults *Faults) Act {
	i := find(d.Walls, wallID, a.Wall)
	if i < 0 {
		return missing(faults, path+".wall", "wall", a.Wall)
	}
	d.Walls[i].Openings = slices.Clone(d.Walls[i].Openings)
	was, at := take(&d.Walls[i].Openings, openingID, a.Opening)
	if was == nil {
		return missing(faults, path+".opening", "opening of wall "+a.Wall, a.Opening)
	}
	return &PutOpening{a.Wall, *was, at}
}

func (a *PutLumber) apply(d *Document, _ string, _ *Faults) Act {
	if was, _ := put(&d.Lumber, lumberID, a.Lumber, a.At); was != nil {
		return &PutLumber{Lumber: *was}
	}
	return &RemoveLumber{a.Lumber.ID}
}

func (a *RemoveLumber) apply(d *Document, path string, faults *Faults) Act {
	was, at := take(&d.Lumber, lumberID, a.Lumber)
	if was == nil {
		return missing(faults, path+".lumber", "lumber", a.Lumber)
	}
	return &PutLumber{*was, at}
}

func (a *PutRules) apply(d *Document, _ string, _ *Faults) Act {
	was := d.Rules
	d.Rules = a.Rules
	return &PutRules{was}
}

func (a *PutOrder) apply(d *Document, _ string, _ *Faults) Act {
	was := d.Order
	d.Order = a.Order
	if len(a.Order) == 0 {
		d.Order = nil
	}
	return &PutOrder{was}
}

func (a *PutSchedule) apply(d *Document, _ string, _ *Faults) Act {
	was := d.Schedule
	d.Schedule = a.Schedule
	return &PutSchedule{was}
}

func (a *PutMark) apply(d *Document, _ string, _ *Faults) Act {
	was := d.Mark
	d.Mark = a.Mark
	return &PutMark{was}
}

func (a *Rename) apply(d *Document, _ string, _ *Faults) Act {
	was := d.Name
	d.Name = a.Name
	return &Rename{was}
}

func (a *AddReading) apply(d *Document, path string, faults *Faults) Act {
	lone := surveyIn(d)
	if !added(&d.Survey.Readings, readingID, a.Reading, a.At, path+".reading", "reading", faults) {
		return nil
	}
	return &RemoveReading{a.Reading.ID, lone}
}

func (a *RemoveReading) apply(d *Document, path string, faults *Faults) Act {
	surveyIn(d)
	was, at := take(&d.Survey.Readings, readingID, a.Reading)
	if was == nil {
		return missing(faults, path+".reading", "reading", a.Reading)
	}
	dropSurvey(d, a.Lone)
	return &AddReading{*was, at}
}

func (a *AddTie) apply(d *Document, path string, faults *Faults) Act {
	lone := surveyIn(d)
	if !added(&d.Survey.Ties, tieID, a.Tie, a.At, path+".tie", "tape", faults) {
		return nil
	}
	return &RemoveTie{a.Tie.ID, lone}
}

func (a *RemoveTie) apply(d *Document, path string, faults *Faults) Act {
	surveyIn(d)
	was, at := take(&d.Survey.Ties, tieID, a.Tie)
	if was == nil {
		return missing(faults, path+".tie", "tape", a.Tie)
	}
	dropSurvey(d, a.Lone)
	return &AddTie{*was, at}
}

func (a *PutCorners) apply(d *Document, _ string, _ *Faults) Act {
	lone := surveyIn(d)
	was := d.Survey.Corners
	d.Survey.Corners = a.Corners
	if len(a.Corners) == 0 {
		d.Survey.Corners = nil
	}
	dropSurvey(d, a.Lone)
	if was == nil {
		was = []Corner{}
	}
	return &PutCorners{was, lone}
}

func (a *PutAssess) apply(d *Document, _ string, _ *Faults) Act {
	was := d.Assess
	d.Assess = a.Assess
	return &PutAssess{was}
}
