package survey

import (
	"math"
	"slices"

	"homalos/internal/geo"
)

// Rule says which readings the pieces of a wall may be gone by. Lengths are
// millimetres.
type Rule struct {
	From, To geo.Point // the wall's line
	Near     float64   // a reading this close to the line bears on the wall
	Reach    float64   // one of them must lie this close to the piece
}

// Own is how close to a piece's centre a reading is of its own place: usual
// practice, two inches.
const Own = 50.0 // mm

// Taken are the readings that bear on one wall. A nil Taken is of a building
// that is known through and through.
type Taken struct {
	model *Model
	rule  Rule
	near  []Reading
}

// Taken finds the readings that bear on a wall.
func (m *Model) Taken(rule Rule) *Taken {
	t := &Taken{model: m, rule: rule}
	for _, r := range m.readings {
		if geo.ToSegment(r.At, rule.From, rule.To) <= rule.Near+1e-6 {
			t.near = append(t.near, r)
		}
	}
	return t
}

// places is at how many places apart something was read.
func (t *Taken) places() int {
	var at []geo.Point
	for _, r := range t.near {
		if !slices.ContainsFunc(at, func(p geo.Point) bool { return p.Distance(r.At) <= Own }) {
			at = append(at, r.At)
		}
	}
	return len(at)
}

// Lack is what a sum wants before a piece may be cut by it.
type Lack struct {
	Readings int  // so many more that bear on the wall
	Far      bool // none of them lies within reach of the piece
}

// Any says whether anything is wanted.
func (l Lack) Any() bool { return l.Readings > 0 || l.Far }

// Lacks tells what the sum of a piece at a place wants. Floor and ceiling each
// count for their own surface; a gap counts for both where the height between
// them is asked for, and makes a level of a surface together with a level of
// the other.
func (t *Taken) Lacks(terms []Term, piece geo.Point) Lack {
	if t == nil {
		return Lack{}
	}
	return t.behind(terms, piece).lack(t.rule.Reach)
}

// behind is what stands behind a piece's sum so far.
func (t *Taken) behind(terms []Term, piece geo.Point) support {
	s := support{gap: isGap(terms), piece: piece, terms: t.model.patched(terms), tallies: make([]tally, len(terms))}
	for i := range s.tallies {
		s.tallies[i] = tally{none, none, none}
	}
	for _, r := range t.near {
		t.add(&s, r)
	}
	return s
}

// support is what stands behind a piece's sum, term by term.
type support struct {
	gap     bool // the sum is the height between the surfaces
	piece   geo.Point
	terms   []Term
	tallies []tally
}

// tally are the readings of a term's own surface, of the other, and the gaps.
type tally struct{ own, other, gaps seen }

// seen is how many there are, and how far the closest is from the term's place
// and from the piece, mm.
type seen struct {
	n           int
	term, piece float64
}

var none = seen{0, math.Inf(1), math.Inf(1)}

func (t *Taken) add(s *support, r Reading) {
	if r.Kind == LevelReading {
		return // it says how two places differ, of neither how high it is
	}
	piece := r.At.Distance(s.piece)
	for i, term := range s.terms {
		y := &s.tallies[i]
		which := &y.own
		switch {
		case r.Kind != GapReading && (r.Kind == CeilingReading) != (term.Of == Ceiling):
			which = &y.other
		case t.model.patch(term.Of, r.At) != term.patch:
			continue // beyond a step
		case r.Kind == GapReading:
			which = &y.gaps
		}
		far := r.At.Distance(term.At)
		*which = seen{which.n + 1, math.Min(which.term, far), math.Min(which.piece, math.Min(piece, far))}
	}
}

func (s support) lack(reach float64) Lack {
	out, far := Lack{}, 0.0
	for _, y := range s.tallies {
		x := y.level(s.gap)
		out.Readings = max(out.Readings, FewestReadings-x.n)
		far = math.Max(far, x.piece)
	}
	out.Far = far > reach+1e-6
	return out
}

// level is what speaks of a term's surface.
func (y tally) level(gap bool) seen {
	g := y.gaps
	if !gap {
		g = seen{min(g.n, y.other.n), math.Max(g.term, y.other.term), math.Max(g.piece, y.other.piece)}
	}
	return seen{y.own.n + g.n, math.Min(y.own.term, g.term), math.Min(y.own.piece, g.piece)}
}

// far is how far the closest reading of each surface is from where the sum
// asks for it, at most.
func (s support) far() float64 {
	out := 0.0
	for _, y := range s.tallies {
		out = math.Max(out, y.level(s.gap).term)
	}
	return out
}

// Wider is by how much the spread of a sum is wider than the surfaces' own
// model has it, this far from the closest reading. What is cut is picked for a
// small spread, and so too often where the model has it too small: measured
// over simulated buildings, the more so the farther from a reading.
func (t *Taken) Wider(terms []Term) float64 {
	if t == nil {
		return 1
	}
	return wider(t.behind(terms, middle(terms)).far())
}

func wider(far float64) float64 { return 1 + math.Min(far, 5*halfWider)/halfWider }

const halfWider = 600.0 // mm: twice as wide at this distance

// with is the same with one more reading.
func (t *Taken) with(s support, r Reading, room []tally) support {
	s.tallies = append(room[:0], s.tallies...)
	t.add(&s, r)
	return s
}

// Found is what was read at one place.
type Found struct {
	Value float64 // mm; the mean, where it was taken more than once
	Error float64 // its standard error, mm
	Sure  bool    // taken again, and it agreed
	By    []Reading
}

// IDs of the readings it was found by.
func (f Found) IDs() []string {
	var ids []string
	for _, r := range f.By {
		ids = append(ids, r.ID)
	}
	return ids
}

// At is what was read of a kind at a place itself: by the readings closest to
// it, none farther than Own. False: nothing was.
func (t *Taken) At(kind Kind, at geo.Point) (Found, bool) {
	var out Found
	if t == nil {
		return out, false
	}
	const hand = 5.0 // mm: what a hand can't tell apart
	closest := Own + 1e-6
	for _, r := range t.near {
		if r.Kind == kind {
			closest = math.Min(closest, r.At.Distance(at))
		}
	}
	variance := 0.0
	for _, r := range t.near {
		if r.Kind == kind && closest <= Own && r.At.Distance(at) <= math.Min(closest+hand, Own+1e-6) {
			out.By = append(out.By, r)
			out.Value += r.Value
			variance += t.model.variance(r)
			out.Sure = out.Sure || r.Sure
		}
	}
	n := float64(len(out.By))
	if n == 0 {
		return out, false
	}
	out.Value, out.Error = out.Value/n, math.Sqrt(variance)/n
	out.Sure = out.Sure || n > 1 && out.agree(3*out.Error*math.Sqrt(n))
	return out, true
}

// Across is what a level said that was laid from about one place to another:
// how much higher the second is. False: none was.
func (t *Taken) Across(from, to geo.Point) (Found, bool) {
	var out Found
	if t == nil {
		return out, false
	}
	for _, r := range t.near {
		sign := 0.0
		switch {
		case r.Kind != LevelReading:
		case r.At.Distance(from) <= Own && r.To.Distance(to) <= Own:
			sign = 1
		case r.To.Distance(from) <= Own && r.At.Distance(to) <= Own:
			sign = -1
		}
		if sign != 0 {
			// the last one laid counts
			out = Found{Value: sign * r.Value, Error: math.Sqrt(t.model.variance(r)), By: []Reading{r}}
		}
	}
	return out, len(out.By) > 0
}

// agree says whether all lie this close to their mean.
func (f Found) agree(within float64) bool {
	for _, r := range f.By {
		if math.Abs(r.Value-f.Value) > within {
			return false
		}
	}
	return true
}

// Spread of a sum of readings is half the width of its 95 % interval, mm.
func Spread(errors ...float64) float64 {
	total := 0.0
	for _, e := range errors {
		total += e * e
	}
	return surety * math.Sqrt(total)
}
