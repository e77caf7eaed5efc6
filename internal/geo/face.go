package geo

import "strings"

// FaceRef names a face: a wall's own, or its back. A wall that is there has no
// back that one could reach.
type FaceRef struct {
	Wall string
	Back bool // the face of its framing that isn't snapped
}

const backWord = " back"

// ReadFace reads a face as it is written: "A" for wall A's snapped face, "A
// back" for the other.
func ReadFace(text string) FaceRef {
	wall, back := strings.CutSuffix(text, backWord)
	return FaceRef{wall, back}
}

// String is the face as it is written.
func (f FaceRef) String() string {
	if f.Back {
		return f.Wall + backWord
	}
	return f.Wall
}

// Other is the face behind it.
func (f FaceRef) Other() FaceRef { return FaceRef{f.Wall, !f.Back} }

// Face is a straight face that a wall may be placed from. Open is the side of
// it, seen from From to To, that is open: where a tape hooked on it is pulled.
type Face struct {
	Of       FaceRef
	From, To Point
	OpenLeft bool
	Finish   float64 // board and skim still to come on it; an existing face is finished
}

func (f *Face) Unit() (ux, uy, long float64) {
	long = f.From.Distance(f.To)
	return (f.To.X - f.From.X) / long, (f.To.Y - f.From.Y) / long, long
}

// Off is the place so far along the face and so far out from it.
func (f *Face) Off(along, out float64) Point {
	ux, uy, _ := f.Unit()
	if !f.OpenLeft {
		out = -out
	}
	return Point{X: f.From.X + ux*along - uy*out, Y: f.From.Y + uy*along + ux*out}
}

// Out is how far a place lies out from the face, into the open.
func (f *Face) Out(p Point) float64 {
	ux, uy, _ := f.Unit()
	d := (p.Y-f.From.Y)*ux - (p.X-f.From.X)*uy
	if !f.OpenLeft {
		return -d
	}
	return d
}

// Along is how far along the face a place lies, from its first end.
func (f *Face) Along(p Point) float64 {
	ux, uy, _ := f.Unit()
	return (p.X-f.From.X)*ux + (p.Y-f.From.Y)*uy
}
