package job

import "reflect"

// Between are the edits that make one document of a job out of another: whatever
// changes a document as a whole is a list of edits by it. Entries are told by
// their ids; the order of those that stay is taken as it is.
func Between(was, now Document) []Edit {
	var out []Edit
	do := func(a Act) { out = append(out, Edit{Act: a}) }
	if was.Name != now.Name {
		do(&Rename{now.Name})
	}
	if was.Mark.String() != now.Mark.String() {
		do(&PutMark{now.Mark})
	}
	if !Equal(was.Shop, now.Shop) {
		do(&PutShop{now.Shop})
	}
	if !Equal(was.Rules, now.Rules) {
		do(&PutRules{now.Rules})
	}
	listed(was.Lumber, now.Lumber, lumberID, func(l Lumber, at *int) { do(&PutLumber{l, at}) }, nil)
	a, b := surveyOf(was), surveyOf(now)
	if !Equal(a.Corners, b.Corners) {
		do(&PutCorners{Corners: append([]Corner{}, b.Corners...)})
	}
	foundBetween(a, b, FoundWalls, do, foundOf[ExistingWall]())
	foundBetween(a, b, FoundZones, do, foundOf[Zone]())
	foundBetween(a, b, FoundHidden, do, foundOf[Hidden]())
	foundBetween(a, b, FoundInstruments, do, foundOf[Instrument]())
	foundBetween(a, b, FoundJoists, do, foundOf[Joists]())
	foundBetween(a, b, FoundObstructions, do, foundOf[Obstruction]())
	foundBetween(a, b, FoundStairs, do, foundOf[Stair]())
	foundBetween(a, b, FoundPockets, do, foundOf[Pocket]())
	listed(was.Walls, now.Walls, wallID, func(w Wall, at *int) { do(&PutWall{w, at}) }, func(id string) { do(&RemoveWall{id}) })
	listed(was.Floors, now.Floors, floorID, func(f FloorWork, at *int) { do(&PutFloor{f, at}) }, func(id string) { do(&RemoveFloor{id}) })
	listed(was.Lumber, now.Lumber, lumberID, nil, func(id string) { do(&RemoveLumber{id}) })
	lines(a.Ties, b.Ties, tieID, func(t Tie, at *int) { do(&AddTie{t, at}) }, func(id string) { do(&RemoveTie{Tie: id}) })
	lines(a.Readings, b.Readings, readingID, func(r Reading, at *int) { do(&AddReading{r, at}) }, func(id string) { do(&RemoveReading{Reading: id}) })
	if empty := now.Survey != nil && reflect.ValueOf(*now.Survey).IsZero(); now.Survey == nil && was.Survey != nil || empty && was.Survey == nil {
		do(&PutCorners{[]Corner{}, now.Survey == nil}) // an empty survey is one all the same
	}
	if !Equal(was.Order, now.Order) {
		do(&PutOrder{now.Order})
	}
	if !Equal(was.Schedule, now.Schedule) {
		do(&PutSchedule{now.Schedule})
	}
	if !Equal(was.Assess, now.Assess) {
		do(&PutAssess{now.Assess})
	}
	lines(recordOf(was).Cuts, recordOf(now).Cuts, cutID, func(c Cut, at *int) { do(&CutPiece{c, at}) }, func(id string) { do(&RemoveCut{Cut: id}) })
	lines(recordOf(was).Culls, recordOf(now).Culls, cullID, func(c Cull, at *int) { do(&CullStick{c, at}) }, func(id string) { do(&RemoveCull{Cull: id}) })
	lines(recordOf(was).Stood, recordOf(now).Stood, stoodID, func(s Stand, at *int) { do(&StandPiece{s, at}) }, func(id string) { do(&RemoveStood{Stood: id}) })
	lines(recordOf(was).Worked, recordOf(now).Worked, workedID, func(w Worked, at *int) { do(&WorkedOn{w, at}) }, func(id string) { do(&RemoveWorked{Worked: id}) })
	notesBetween[Checked](recordOf(was), recordOf(now), NoteChecks, do)
	notesBetween[Noted](recordOf(was), recordOf(now), NoteItems, do)
	notesBetween[Settled](recordOf(was), recordOf(now), NoteSettled, do)
	notesBetween[ClosedUp](recordOf(was), recordOf(now), NoteClosed, do)
	notesBetween[Photo](recordOf(was), recordOf(now), NotePhotos, do)
	return out
}

func surveyOf(d Document) *Survey {
	if d.Survey == nil {
		return &Survey{}
	}
	return d.Survey
}

func recordOf(d Document) *Record {
	if d.Record == nil {
		return &Record{}
	}
	return d.Record
}

func foundBetween[T something](was, now *Survey, name FoundPart, do func(Act), in foundIn[T]) {
	listed(*in.list(was), *in.list(now), in.id, func(e T, at *int) { do(&PutFound[T]{name, e, at}) }, func(id string) { do(&RemoveFound[T]{Part: name, Key: id}) })
}

// listed calls put for each entry that is new or otherwise than before, and
// remove for each that is gone; either may be nil.
func listed[T any](was, now []T, id func(*T) *string, put func(T, *int), remove func(string)) {
	if remove != nil {
		for i := range was {
			if find(now, id, *id(&was[i])) < 0 {
				remove(*id(&was[i]))
			}
		}
	}
	if put == nil {
		return
	}
	for i := range now {
		k := find(was, id, *id(&now[i]))
		switch {
		case k < 0 && i == len(now)-1:
			put(now[i], nil)
		case k < 0:
			put(now[i], &i)
		case !Equal(was[k], now[i]):
			put(now[i], nil)
		}
	}
}

// lines is listed for lists that are only added to: one that is otherwise is
// taken out and added again.
func lines[T any](was, now []T, id func(*T) *string, add func(T, *int), remove func(string)) {
	same := 0
	for same < len(was) && same < len(now) && Equal(was[same], now[same]) {
		same++
	}
	for _, one := range was[same:] {
		remove(*id(&one))
	}
	for _, one := range now[same:] {
		add(one, nil)
	}
}
