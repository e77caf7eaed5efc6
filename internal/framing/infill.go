package framing

import (
	"slices"

	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// infill is a wall that goes into a pocket that was gauged: the smallest counts, less
// an allowance. Source: the work, steps 2 and 6.
type infill struct{}

// stand takes the end studs out where blocks back the edges.
func (infill) stand(f *Laid, p Part, _ Found) {
	if p.Edged {
		f.standing = slices.DeleteFunc(f.standing, func(u upright) bool {
			return u.kind == wood.Stud && (u.from == 0 || u.to == f.Wall.Length)
		})
	}
}

// EdgeBlock is how long an edge block is: usual, 6 in (150 mm), from scraps.
func EdgeBlock(u measure.System) measure.Length {
	return u.Pick(6*measure.Inch, 150*measure.Millimetre)
}

// lie stands short blocks along both sides, none farther apart than the studs.
func (infill) lie(f *framer, p Part, _ Found) {
	if !p.Edged {
		return
	}
	w, t, long := f.Wall, f.Wall.Lumber.Thickness, EdgeBlock(f.rules.Units)
	high := p.Height - stack(w.Bottom) - p.stack()
	long = min(long, high)
	for _, from := range []measure.Length{0, w.Length - t} {
		for _, at := range Spread(0, high, long/2, w.Layout.Spacing) {
			m := Member{Kind: wood.EdgeBlock, Lumber: w.Lumber, From: from, To: from + t, Known: true,
				State: Ready, Exact: long, Base: (stack(w.Bottom) + at - long/2).Millimetres(), Why: f.rules.Tell(words.BacksTheEdges)}
			m.Sum = []Line{{What: f.rules.Tell(words.LengthOfAnEdgeBlock), Value: long}}
			m.Cut = wood.EdgeBlock.Round(long, f.rules.Mark)
			f.Members = append(f.Members, m)
		}
	}
}

func (infill) check(f *framer, p Part, _ Found) {
	if g := f.Wall.Gauged; g != nil {
		f.find(Note, "infill", 0, nil, f.rules.Tell(words.FrameForThePocket, g.ID, f.Wall.Length, p.Height),
			f.rules.Tell(words.PackItAllRound, g.Allowance, g.Play))
	}
}
