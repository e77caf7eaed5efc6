package line

import "fmt"

// Why a line can't be struck as it was said.
type Why int

// What stands in a line's way.
const (
	MarksAreOne Why = iota
	NoLength        // Of: the face
	NoSuchWay       // Of: the relation's kind
	DontFace        // Of and And, By degrees to one another
	OpenAway        // Of and And
	NotInRoom
	StopBeforeStart // Of lies beyond And
	TooLong         // By mm more than there is room
	NothingLeft
	LeavesAtStart
	LeavesAtEnd
	RunsAlong // Of: a face it never meets
	lastWhy
)

// Whys are how many there are.
const Whys = int(lastWhy)

// Wrong is why a line can't be, with what it is about.
type Wrong struct {
	Why     Why
	Of, And string  // names of faces
	By      float64 // mm or degrees, as Why says
}

// Error is for whoever meets it before it is put into words.
func (w Wrong) Error() string {
	return fmt.Sprintf("line: wrong %d: %s %s %g", w.Why, w.Of, w.And, w.By)
}
