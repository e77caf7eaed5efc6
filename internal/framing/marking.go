package framing

import (
	"sort"

	"homalos/internal/measure"
	"homalos/internal/wood"
)

// Marking is a way to mark the same studs. Rule: the work, step 4.
type Marking string

// The ways of marking.
const (
	NearEdges Marking = "edges"      // each by its near edge, wood ahead
	FirstMark Marking = "first-mark" // the same, but the tape hooks on the first stud's mark and whole spacings are read
	Centres   Marking = "centres"
	BackEdges Marking = "back-edges" // each by its far edge, wood behind the mark
)

// Set is where the wood lies by its mark.
type Set string

// The sides of a mark.
const (
	Ahead  Set = "ahead" // the way the tape is pulled, away from its hook
	Centre Set = "centre"
	Back   Set = "back" // towards the hook
)

// markOf is what the tape reads for a piece, and where its wood lies then.
func (w *Wall) markOf(from, to measure.Length) (measure.Length, Set) {
	near := w.Tape(from, to)
	switch w.Layout.Marking {
	case Centres:
		return near + (to-from)/2, Centre
	case BackEdges:
		return near + to - from, Back
	}
	return near, Ahead
}

// addMarks writes each upright's mark, as the tape comes to them.
func (f *framer) addMarks() {
	for _, m := range f.Members {
		if m.Kind.Upright() {
			tape, set := f.Wall.markOf(m.From, m.To)
			f.Marks = append(f.Marks, Mark{Tape: tape, Set: set, Member: m.ID, Kind: m.Kind, Plates: m.Kind.Marks()})
		}
	}
	sort.SliceStable(f.Marks, func(i, j int) bool { return f.Marks[i].Tape < f.Marks[j].Tape })
	if f.Wall.Layout.Marking == FirstMark {
		f.hookOnFirst()
	}
}

// hookOnFirst reads all marks past the first common stud's from that mark.
func (f *framer) hookOnFirst() {
	by := map[string]*Member{}
	for i := range f.Members {
		by[f.Members[i].ID] = &f.Members[i]
	}
	first := -1
	for i := range f.Marks {
		m := &f.Marks[i]
		if first < 0 {
			if piece := by[m.Member]; piece.Kind == wood.Stud && piece.Why == "" {
				first = i
			}
			continue
		}
		m.Hook = f.Marks[first].Member
		m.Tape -= f.Marks[first].Tape
	}
}
