package framing

import (
	"slices"
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
	w := f.Wall
	sloped := w.raked()
	var top []Mark // of a top that lies along a slope: it is read along that
	for _, m := range f.Members {
		if !m.Kind.Upright() {
			continue
		}
		tape, set := w.markOf(m.From, m.To)
		one := Mark{Tape: tape, Set: set, Member: m.ID, Kind: m.Kind, Plates: m.Kind.Marks()}
		if sloped && slices.Contains(one.Plates, "top") {
			one.Plates = slices.DeleteFunc(one.Plates, func(p string) bool { return p == "top" })
			along := one
			along.Tape, _ = w.markAlong(m.From, m.To)
			along.Plates = []string{"top"}
			top = append(top, along)
		}
		if len(one.Plates) > 0 {
			f.Marks = append(f.Marks, one)
		}
	}
	for _, marks := range [][]Mark{f.Marks, top} {
		sort.SliceStable(marks, func(i, j int) bool { return marks[i].Tape < marks[j].Tape })
		if w.Layout.Marking == FirstMark {
			f.hookOnFirst(marks)
		}
	}
	f.Marks = append(f.Marks, top...)
}

// markAlong is what the tape reads for a piece along a sloped top plate.
func (w *Wall) markAlong(from, to measure.Length) (measure.Length, Set) {
	long, low, high := w.AlongTop(w.Length), w.AlongTop(from), w.AlongTop(to)
	if w.Layout.FromEnd {
		low, high = long-high, long-low
	}
	switch w.Layout.Marking {
	case Centres:
		return low + (high-low)/2, Centre
	case BackEdges:
		return high, Back
	}
	return low, Ahead
}

// hookOnFirst reads all marks past the first common stud's from that mark.
func (f *framer) hookOnFirst(marks []Mark) {
	by := map[string]*Member{}
	for i := range f.Members {
		by[f.Members[i].ID] = &f.Members[i]
	}
	first := -1
	for i := range marks {
		m := &marks[i]
		if first < 0 {
			if piece := by[m.Member]; piece.Kind == wood.Stud && piece.Why == "" {
				first = i
			}
			continue
		}
		m.Hook = marks[first].Member
		m.Tape -= marks[first].Tape
	}
}
