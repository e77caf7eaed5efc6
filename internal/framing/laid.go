package framing

import (
	"slices"

	"homalos/internal/survey"
)

// Laid is a wall laid out: its plates, where every upright stands and what
// its meetings bring. No height is known yet.
type Laid struct {
	Framed    // its plates, meetings and ties so far, and what was found wrong
	rules     Rules
	standing  []upright
	crossings []survey.Crossing // exposed ceiling joists over the wall
	low       []lowThing        // what stands in its foot: skirtings, pipes along
}

// Lay lays a wall out. The wall must have been checked: openings inside it and
// clear of one another. It is not changed; where its end studs can't be held
// back as far as it says, Framed.Wall is a copy that says how far.
func Lay(w *Wall, rules Rules, found Found) *Laid {
	found = w.concerns(found)
	f := &Laid{Framed: Framed{Wall: w.Settled()}, rules: w.ruled(rules)}
	f.low = f.Wall.low(f.Wall.uncrossed(found.Obstructions))
	f.crossedBy(found.Joists)
	f.standing = f.Wall.uprights(rules)
	f.joinUp()
	f.standing = f.Wall.withExtras(f.standing, rules) // round the wood of meetings, not under it
	f.standParts(found)
	f.shorten()
	f.plates()
	return f
}

func (f *Laid) copy() *Laid {
	out := *f
	out.Members, out.Findings = slices.Clone(f.Members), slices.Clone(f.Findings)
	out.Joined, out.Ties = slices.Clone(f.Joined), slices.Clone(f.Ties)
	return &out
}
