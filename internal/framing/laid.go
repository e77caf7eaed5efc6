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
}

// Lay lays a wall out. The wall must have been checked: openings inside it and
// clear of one another. It is not changed; where its end studs can't be held
// back as far as it says, Framed.Wall is a copy that says how far.
func Lay(w *Wall, rules Rules, joists []survey.Joist) *Laid {
	f := &Laid{Framed: Framed{Wall: w.Settled()}, rules: rules}
	f.crossedBy(joists)
	f.standing, f.Findings = f.Wall.uprights(rules)
	f.joinUp()
	f.plates()
	return f
}

func (f *Laid) copy() *Laid {
	out := *f
	out.Members, out.Findings = slices.Clone(f.Members), slices.Clone(f.Findings)
	out.Joined, out.Ties = slices.Clone(f.Joined), slices.Clone(f.Ties)
	return &out
}
