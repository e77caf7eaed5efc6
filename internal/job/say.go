package job

import (
	"fmt"
	"strconv"
	"strings"
	"unicode"

	"homalos/internal/measure"
)

// Say says in a few words what was done together, as somebody else on the job
// would be told: "B-S4 cut at the saw". back is what takes the first of the
// edits back.
func Say(edits []Edit, back []Edit, u measure.System) string {
	if len(edits) == 0 {
		return "nothing"
	}
	if said, ok := sayAlike(edits, u); ok {
		return said
	}
	fresh := false
	for _, b := range back {
		switch b.Act.(type) {
		case *RemoveWall, *RemoveOpening, *RemoveLumber, *RemoveFound[ExistingWall], *RemoveFound[Zone], *RemoveFound[Hidden],
			*RemoveFound[Instrument], *RemoveFound[Joists], *RemoveFound[Obstruction], *RemoveFound[Stair], *RemoveFound[Pocket], *RemoveFloor:
			fresh = true
		}
	}
	said := sayOne(edits[0], fresh, u)
	if !fresh && len(back) > 0 {
		said += sayChanged(back[0].Act, edits[0].Act, u)
	}
	if more := len(edits) - 1; more > 0 {
		said += fmt.Sprintf(", and %d more", more)
	}
	return said
}

// sayChanged names the first fields that something given anew has otherwise,
// with what they are now.
func sayChanged(was, now Act, u measure.System) string {
	switch now.(type) {
	case *PutRules, *PutOpening, *PutLumber, *PutWall, *PutMark, *PutFloor:
	default:
		return ""
	}
	var said []string
	for _, c := range changes(leaves(was), leaves(now)) {
		name := spaced(c.Path[strings.LastIndex(c.Path, ".")+1:])
		if c.Now == "" {
			said = append(said, name+" as usual")
		} else {
			said = append(said, name+" "+L(c.Now).Said(u))
		}
	}
	if len(said) > 2 {
		said = append(said[:2], "…")
	}
	if said == nil {
		return ""
	}
	return ": " + strings.Join(said, ", ")
}

// spaced writes a field's name as words: finishFloor, finish floor.
func spaced(name string) string {
	var out strings.Builder
	for _, r := range name {
		if unicode.IsUpper(r) {
			out.WriteByte(' ')
			r = unicode.ToLower(r)
		}
		out.WriteRune(r)
	}
	return out.String()
}

// sayAlike says several edits of one kind together.
func sayAlike(edits []Edit, u measure.System) (string, bool) {
	if len(edits) < 2 {
		return "", false
	}
	var names []string
	undone := 0
	for _, e := range edits {
		switch a := e.Act.(type) {
		case *CutPiece:
			if a.Cut.Miscut {
				return "", false
			}
			names = append(names, a.Cut.Member)
			if a.Cut.Undone {
				undone++
			}
		case *AddReading:
			undone = -1
		default:
			return "", false
		}
	}
	switch {
	case undone == -1 && names == nil:
		return fmt.Sprintf("%d readings", len(edits)), true
	case undone == 0:
		return joined(names) + " cut at the saw", true
	case undone == len(names):
		return joined(names) + " not cut after all", true
	}
	return "", false
}

func joined(names []string) string {
	if len(names) > 4 {
		return fmt.Sprintf("%s and %d more", strings.Join(names[:3], ", "), len(names)-3)
	}
	return strings.Join(names, ", ")
}

func sayOne(e Edit, fresh bool, u measure.System) string {
	put := func(what string) string {
		if fresh {
			return what + " added"
		}
		return what + " changed"
	}
	switch a := e.Act.(type) {
	case *PutWall:
		return put("wall " + a.Wall.ID)
	case *RemoveWall:
		return "wall " + a.Wall + " taken out"
	case *PutOpening:
		return put(a.Opening.ID + " in wall " + a.Wall)
	case *RemoveOpening:
		return a.Opening + " taken out of wall " + a.Wall
	case *PutLumber:
		return put("lumber " + a.Lumber.ID)
	case *PutFloor:
		return put("work in the floor " + a.Floor.ID)
	case *RemoveFloor:
		return "work in the floor " + a.Floor + " taken out"
	case *RemoveLumber:
		return "lumber " + a.Lumber + " taken out"
	case *PutRules:
		return "rules changed"
	case *PutOrder:
		return "order of walls changed"
	case *PutSchedule:
		return "schedule changed"
	case *PutMark:
		return "finest mark changed"
	case *Rename:
		return "called " + a.Name
	case *AddReading:
		return sayReading(a.Reading, u)
	case *RemoveReading:
		return "a reading taken back"
	case *AddTie:
		return sayTie(a.Tie, u)
	case *RemoveTie:
		return "a tape taken back"
	case *PutCorners:
		return "corners changed"
	case *PutAssess:
		return "assessment changed"
	case *CutPiece:
		if a.Cut.Miscut {
			return sayMiscut(a.Cut, u)
		}
		if a.Cut.Undone {
			return a.Cut.Member + " not cut after all"
		}
		if a.Cut.Came.Given() {
			return fmt.Sprintf("%s cut at the saw, came out %s", a.Cut.Member, a.Cut.Came.Said(u))
		}
		return a.Cut.Member + " cut at the saw"
	case *RemoveCut:
		return "a tick taken back"
	case *CullStick:
		switch {
		case a.Cull.Undone:
			return "stick " + a.Cull.Stick + " is good after all"
		case a.Cull.As == "waste":
			return "stick " + a.Cull.Stick + " is no good"
		}
		return "stick " + a.Cull.Stick + " is bowed: short pieces only"
	case *RemoveCull:
		return "a stick set aside taken back"
	case *StandPiece:
		switch {
		case a.Stood.Undone:
			return a.Stood.Member + ": its last word taken back"
		case a.Stood.Out:
			return a.Stood.Member + " taken out"
		}
		return a.Stood.Member + " stands"
	case *WorkedOn:
		said := fmt.Sprintf("%s: %s hours", a.Worked.Task, strconv.FormatFloat(a.Worked.Hours, 'f', -1, 64))
		if !a.Worked.Part {
			said += ", done"
		}
		return said
	case *RemoveWorked:
		return "hours taken back"
	case *RemoveStood:
		return "the word of a piece that stands taken back"
	case interface{ say(measure.System) string }:
		return a.say(u)
	case *Mend:
		return "pieces that were cut brought to what they should be"
	case *ApplyFix:
		return "a fix of wall " + a.Wall
	case *Undo:
		return "a change taken back"
	case *Redo:
		return "a change made again"
	case *Start:
		return "the job begun"
	}
	return sayFound(e, put)
}

func sayMiscut(c Cut, u measure.System) string {
	if c.Undone {
		return c.Member + " didn't come out wrong after all"
	}
	return fmt.Sprintf("%s came out wrong, at %s", c.Member, c.Came.Said(u))
}

func sayReading(r Reading, u measure.System) string {
	what := r.Kind
	for i, p := range r.Places() {
		if i > 0 {
			what += " to"
		}
		if p.Wall != "" {
			what += fmt.Sprintf(" on wall %s at %s", p.Wall, p.Station.Said(u))
		} else {
			what += fmt.Sprintf(" at %s across, %s up", p.X.Said(u), p.Y.Said(u))
		}
	}
	switch {
	case r.Stays:
		return what + " stays where it was read"
	case r.Void:
		return what + " taken back"
	case r.Replaces != "":
		return fmt.Sprintf("%s corrected: %s", what, r.Said().Said(u))
	}
	return fmt.Sprintf("%s: %s", what, r.Said().Said(u))
}

func sayTie(t Tie, u measure.System) string {
	what := fmt.Sprintf("tape %s to %s", t.From, t.To)
	if t.Kind != "length" {
		what = fmt.Sprintf("%s of corner %s off %s to %s", t.Kind, t.At, t.From, t.To)
	}
	switch {
	case t.Void:
		return what + " taken back"
	case t.Value.Given():
		return what + ": " + t.Value.Said(u)
	}
	return fmt.Sprintf("%s: %v°", what, t.Degrees)
}

// sayFound says what was found by its list and name.
func sayFound(e Edit, put func(string) string) string {
	name := map[FoundPart]string{
		FoundWalls: "existing wall", FoundZones: "step", FoundHidden: "no-drill zone", FoundInstruments: "instrument", FoundJoists: "joists",
		FoundObstructions: "in the way:", FoundStairs: "stair", FoundPockets: "pocket",
	}
	k := kindOf(e.Act)
	parts := strings.Split(e.Touches()[0], "/")
	what := name[k.Part] + " " + unescaped(parts[len(parts)-1])
	if k.Do == "put-found" {
		return put(what)
	}
	return what + " taken out"
}
