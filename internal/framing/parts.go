package framing

import (
	"math"

	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Kind is what sort of wall one is, or a stretch of one.
type Kind string

// The kinds. Source: the work, step 6, special walls.
const (
	Plain   Kind = "plain"    // to the ceiling, or of a height of its own
	Half    Kind = "half"     // under a cap, its posts down through the floor
	Raked   Kind = "raked"    // its top plate lies along a slope
	FreeTop Kind = "free-top" // its top keeps clear of the structure and is braced to it
	Infill  Kind = "infill"   // goes into a pocket that was gauged
)

// Part is a stretch of a wall that is of a kind of its own. A wall without any is
// one part from end to end.
type Part struct {
	From, To measure.Length
	Kind     Kind
	Top      []*wood.Lumber // from the studs up; a half wall's last is its cap
	Bottom   []*wood.Lumber // from the floor up
	Lumber   *wood.Lumber

	// Height is that of its upper side over the floor at Datum; 0: it goes by the
	// ceiling.
	Height measure.Length
	Under  measure.Length // how far its upper side stays under the ceiling
	Rise   float64        // of its upper side, along the wall: a length's rise by a length
	Along  bool           // the rise is the ceiling's own: it follows from the readings
	Datum  measure.Length // station of the floor that Height is over
	Cross  float64        // fall of a cap across the wall: a length's fall by a length
	Gauged bool           // its height was gauged: what the floor does is in it

	Edged  bool // an infill's edges are backed by blocks in place of studs
	Posts  *Posts
	Braces Braces
}

// Posts are a half wall's: each stands in a slot through the floor, beside a joist.
type Posts struct {
	Joists string         // the run of floor joists that they stand beside
	Lap    measure.Length // how far each goes down beside its joist
	Deck   measure.Length // thickness of the floor that it goes through
	Every  measure.Length // no farther apart than this
}

// Braces hold the top of a wall that is free of what is over it.
type Braces struct {
	Every measure.Length // no farther apart than this; 0: none
	Clear measure.Length // what the top keeps clear of the ceiling at least
}

// whole is a wall without stretches, as one part.
func (w *Wall) whole() Part {
	p := w.Own
	p.From, p.To = 0, w.Length
	if p.Kind == "" {
		p.Kind = Plain
	}
	if p.Top == nil {
		p.Top = w.Top
	}
	p.Bottom, p.Lumber = w.Bottom, w.Lumber
	return p
}

// AllParts are its stretches one after another, from end to end.
func (w *Wall) AllParts() []Part {
	base := w.whole()
	if len(w.Parts) == 0 {
		return []Part{base}
	}
	var out []Part
	at := measure.Length(0)
	between := func(to measure.Length) {
		if to > at {
			p := base
			p.From, p.To = at, to
			out = append(out, p)
		}
	}
	for _, p := range w.Parts {
		between(p.From)
		out = append(out, p)
		at = p.To
	}
	between(w.Length)
	return out
}

// part is what a station lies in; at an edge, what begins there.
func (w *Wall) part(at measure.Length) Part {
	if len(w.Parts) == 0 {
		return w.whole()
	}
	all := w.AllParts()
	for _, p := range all {
		if at < p.To {
			return p
		}
	}
	return all[len(all)-1]
}

// OwnHeight says whether its top goes by a height of its own and not by the ceiling.
func (p *Part) OwnHeight() bool { return p.Height > 0 }

// Free says whether nothing over the wall holds its top.
func (p *Part) Free() bool {
	return p.Kind != Raked && p.Kind != Infill && (p.Height > 0 || p.Under > 0)
}

// Off says whether a wall reaches nothing over it, all along.
func (w *Wall) Off() bool {
	for _, p := range w.AllParts() {
		if !p.Free() && p.Kind != Infill {
			return false
		}
	}
	return true
}

// top is its upper side over the floor that its height goes by.
func (p *Part) top(at measure.Length) measure.Length {
	return p.Height + scaled(at-p.Datum, p.Rise)
}

// scaled is a length times a number, to the nearest nanometre.
func scaled(l measure.Length, by float64) measure.Length {
	return measure.Length(math.Round(float64(l) * by))
}

// thick is how much of the height a piece takes that lies along its top: thickness ÷
// cos of the slope, both ways. Source: trigonometry.
func (p *Part) thick(l *wood.Lumber) measure.Length {
	if p.Rise == 0 && p.Cross == 0 {
		return l.Thickness
	}
	return scaled(l.Thickness, math.Sqrt(1+p.Rise*p.Rise+p.Cross*p.Cross))
}

// stack is what all that lies along its top takes of the height.
func (p *Part) stack() (total measure.Length) {
	for _, l := range p.Top {
		total += p.thick(l)
	}
	return total
}

// topStack is what all that lies along the top takes of the height at a station, and a
// beam under it.
func (f *Laid) topStack(at measure.Length) measure.Length {
	p := f.Wall.part(at)
	total := p.stack()
	if b := f.Wall.beamOver(at); b != nil {
		total += b.Depth
	}
	return total
}

// sloped is how much longer a piece along its slope is than what it covers: 1 ÷ cos.
func (p *Part) sloped() float64 { return math.Sqrt(1 + p.Rise*p.Rise) }

// kindOf is what the layer of a part's top is.
func (p *Part) kindOf(layer int) wood.Kind {
	if p.Kind == Half && layer == len(p.Top)-1 {
		return wood.Cap
	}
	return wood.TopPlate
}

// Degrees are a slope's, from a length's rise by a length.
func Degrees(rise float64) float64 { return math.Atan(math.Abs(rise)) * 180 / math.Pi }

// measuredAt is the station that an upright's long side is at: its middle, or its
// higher face under a slope.
func (p *Part) measuredAt(from, to measure.Length) measure.Length {
	switch {
	case p.Rise > 0 && to == p.To && to > from: // a hair inside: what begins there goes by something else
		return to - 1
	case p.Rise > 0:
		return to
	case p.Rise < 0:
		return from
	}
	return from + (to-from)/2
}

// slopes writes how the top of an upright is cut under a slope, and its short side.
func (p *Part) slopes(m *Member, rules Rules) {
	drop, said := scaled(m.To-m.From, math.Abs(p.Rise)), words.TopCutToSlope
	if p.Cross != 0 {
		drop, said = scaled(p.Lumber.Depth, math.Abs(p.Cross)), words.TopCutToCap
	}
	if drop == 0 {
		return
	}
	rise := math.Max(math.Abs(p.Rise), math.Abs(p.Cross))
	m.Short, m.Slope = m.Exact-drop, Degrees(rise)
	high := rules.Tell(words.TheSnappedFace)
	if p.Cross == 0 {
		high = rules.Tell(words.FaceTowardsStart)
		if p.Rise > 0 {
			high = rules.Tell(words.FaceTowardsEnd)
		}
	} else if p.Cross < 0 {
		high = rules.Tell(words.TheBack)
	}
	m.note(rules.Tell(said, m.Slope, 90-m.Slope, high, drop))
}

// BoardsUp is how high boards go over the floor along a stretch whose top is high: as
// high as the wall, under a half wall's cap, and lower than the studs where the top is
// free to move; no higher than was said.
func (w *Wall) BoardsUp(from, to, high measure.Length) measure.Length {
	p := w.part(from + (to-from)/2)
	switch p.Kind {
	case Half:
		high -= p.thick(p.Top[len(p.Top)-1])
	case FreeTop:
		high -= p.Braces.Clear
	}
	if w.BoardTop > 0 {
		high = min(high, w.BoardTop)
	}
	return high
}

// Special says whether some of it isn't a plain wall to the ceiling.
func (w *Wall) Special() bool {
	for _, p := range w.AllParts() {
		if p.Kind != Plain || p.OwnHeight() || p.Under != 0 || len(w.Parts) > 0 {
			return true
		}
	}
	return false
}

// Falls is how much a cap falls over its width.
func (p *Part) Falls() measure.Length {
	return scaled(p.Top[len(p.Top)-1].Depth, math.Abs(p.Cross))
}

// raked says whether some of its top lies along a slope.
func (w *Wall) raked() bool {
	for _, p := range w.AllParts() {
		if p.Rise != 0 {
			return true
		}
	}
	return false
}

// AlongTop is how far along its top plates, laid end to end, a station lies: farther
// than along the floor where they lie along a slope. Source: trigonometry.
func (w *Wall) AlongTop(at measure.Length) (out measure.Length) {
	if !w.raked() {
		return at
	}
	for _, p := range w.AllParts() {
		if run := min(at, p.To) - p.From; run > 0 {
			out += scaled(run, p.sloped())
		}
	}
	return out
}

// lumberAt is what a wall's pieces are cut from at a station.
func (w *Wall) lumberAt(at measure.Length) *wood.Lumber {
	if len(w.Parts) == 0 {
		return w.Lumber
	}
	p := w.part(at)
	return p.Lumber
}

// Rip is a stretch of plate that is ripped to the depth of the studs on it: two depths
// stand on one plate.
type Rip struct {
	Member   string
	From, To measure.Length // stations
	Depth    measure.Length // that it is ripped to
	Strip    measure.Length // left over, the saw's cut not taken off
}

// ripped are the stretches of plate that are deeper than what stands on them, in a wall
// of two depths.
func (f *framer) ripped() {
	if len(f.Wall.Parts) == 0 {
		return
	}
	for _, m := range f.Members {
		if !m.Kind.Row().Plate || m.Kind == wood.Cap || m.Lumber.Track {
			continue
		}
		for _, p := range f.Wall.AllParts() {
			if from, to := max(m.From, p.From), min(m.To, p.To); from < to && m.Lumber.Depth > p.Lumber.Depth {
				f.Rips = append(f.Rips, Rip{m.ID, from, to, p.Lumber.Depth, m.Lumber.Depth - p.Lumber.Depth})
			}
		}
	}
	if len(f.Rips) > 0 {
		r := f.Rips[0]
		f.find(Note, "two-depths", r.From, []string{r.Member},
			f.rules.Tell(words.TwoDepthsOnOnePlate, r.Depth, r.Strip), f.rules.Tell(words.OrTwoWalls))
	}
}
