package framing

import (
	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// bearing are the readings that bear on a wall, as its sums ask for them.
type bearing interface {
	At(kind survey.Kind, at geo.Point) (survey.Found, bool)
	Across(from, to geo.Point) (survey.Found, bool)
	Lacks(terms []survey.Term, piece geo.Point) survey.Lack
	Wider(terms []survey.Term) float64
}

// tops answer for what a wall reaches: where its top goes by a height of its own,
// that over the floor where the height is from; where it stays under the ceiling, so
// far under it. The steps that all walls share ask for "the ceiling" and get this.
type tops struct {
	Heights
	w     *Wall
	level bool // the floor was levelled along it; else it is taken as level
}

// overOwn gives a wall's heights its own top; nothing changes for one that goes by
// the ceiling all along.
func overOwn(w *Wall, heights Heights, taken *survey.Taken) (Heights, bearing) {
	if w.Hung != nil {
		return onFeet(w, heights, taken)
	}
	own := false
	for _, p := range w.AllParts() {
		own = own || p.OwnHeight() || p.Under != 0
	}
	if !own {
		return heights, taken
	}
	t := tops{Heights: heights, w: w}
	along := []survey.Term{{Of: survey.Floor, At: w.At(0), Weight: 1}, {Of: survey.Floor, At: w.At(w.Length), Weight: -1}}
	t.level = heights.EstimateAll([][]survey.Term{along})[0].Known && taken.Lacks(along, w.At(w.Length/2)).Readings == 0
	return t, overTop{taken, t}
}

// station of a place, along the wall.
func (t tops) station(at geo.Point) measure.Length {
	from, to := t.w.At(0), t.w.At(t.w.Length)
	long := from.Distance(to)
	return measure.FromMillimetres(((at.X-from.X)*(to.X-from.X) + (at.Y-from.Y)*(to.Y-from.Y)) / long)
}

// goesBy puts a wall's own top in the place of the ceiling: what the surfaces still
// give of a sum, and what is to be added to it, mm. own says that a height of its own
// is in it; gauged, that the floor isn't.
func (t tops) goesBy(terms []survey.Term) (left []survey.Term, plus float64, own, gauged bool) {
	for _, x := range terms {
		if x.Of == survey.Ceiling {
			p := t.w.part(t.station(x.At))
			if p.OwnHeight() {
				plus += x.Weight * p.top(t.station(x.At)).Millimetres()
				own, gauged = true, gauged || p.Gauged
				x = survey.Term{Of: survey.Floor, At: t.w.At(p.Datum), Weight: x.Weight}
			} else {
				plus -= x.Weight * p.Under.Millimetres()
			}
		}
		left = append(left, x)
	}
	return merged(left), plus, own, gauged
}

// followsFloor says whether a sum with a height of its own is gone by without the floor: it
// wasn't levelled, so that the top follows it, or the height was gauged.
func (t tops) followsFloor(left []survey.Term, own, gauged bool) bool {
	balance := 0.0
	for _, x := range left {
		if x.Of == survey.Ceiling {
			return false
		}
		balance += x.Weight
	}
	return own && balance == 0 && (gauged || !t.level)
}

// EstimateAll answers sums in which "the ceiling" is what the wall reaches.
func (t tops) EstimateAll(sums [][]survey.Term) []survey.Estimate {
	asked := make([][]survey.Term, len(sums))
	plus := make([]float64, len(sums))
	follows := make([]bool, len(sums))
	for i, s := range sums {
		left, more, own, gauged := t.goesBy(s)
		asked[i], plus[i] = left, more
		if follows[i] = t.followsFloor(left, own, gauged); follows[i] {
			asked[i] = nil
		}
	}
	out := make([]survey.Estimate, len(sums))
	var some [][]survey.Term
	var which []int
	for i, s := range asked {
		if len(s) == 0 {
			out[i] = survey.Estimate{Known: true}
		} else {
			some, which = append(some, s), append(which, i)
		}
	}
	if len(some) > 0 {
		for k, e := range t.Heights.EstimateAll(some) {
			out[which[k]] = e
		}
	}
	for i := range out {
		out[i].Value += plus[i]
	}
	return out
}

// Next weighs readings that would free what is held.
func (t tops) Next(taken *survey.Taken, held []survey.Held, candidates []survey.Reading, most int) []survey.Step {
	for i := range held {
		held[i].Terms, _, _, _ = t.goesBy(held[i].Terms)
	}
	return t.Heights.Next(taken, held, candidates, most)
}

// overTop are those that bear on a wall with a top of its own: what was read of
// the ceiling says nothing of where that stands.
type overTop struct {
	*survey.Taken
	tops tops
}

func (o overTop) At(kind survey.Kind, at geo.Point) (survey.Found, bool) {
	p := o.tops.w.part(o.tops.station(at))
	if kind != survey.FloorReading && (p.OwnHeight() || p.Under != 0) {
		return survey.Found{}, false
	}
	return o.Taken.At(kind, at)
}

func (o overTop) Lacks(terms []survey.Term, piece geo.Point) survey.Lack {
	left, _, own, gauged := o.tops.goesBy(terms)
	if len(left) == 0 || o.tops.followsFloor(left, own, gauged) {
		return survey.Lack{}
	}
	return o.Taken.Lacks(left, piece)
}

func (o overTop) Wider(terms []survey.Term) float64 {
	left, _, own, gauged := o.tops.goesBy(terms)
	if len(left) == 0 || o.tops.followsFloor(left, own, gauged) {
		return 1
	}
	return o.Taken.Wider(left)
}
