// Package closing works out what fills an opening that is there: its pieces, from
// a pocket that was gauged at several places, and what each way of backing the
// boards' edges leaves for the insulation. Source: the work, step 5.
//
// It takes a pocket and the crew's rules; it knows nothing of documents, of the
// wall that the pocket is in, or of the interface.
package closing

import (
	"cmp"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/wood"
)

// Edges are how the boards' edges at the pocket's sides find wood.
type Edges string

// The ways of backing them.
const (
	Nailers Edges = "nailers" // a stud along each side
	Blocks  Edges = "blocks"  // short blocks on each side, the bay between them left whole
)

// Gauge is a measure across a pocket: of its width, At a height over where its
// foot stands; or of its height, At a way from its first side.
type Gauge struct{ At, Is measure.Length }

// Pocket is a hole to be closed, with what it is closed with.
type Pocket struct {
	ID        string
	Wide      measure.Length // as the hole was said, before it was gauged
	Widths    []Gauge
	Heights   []Gauge
	Lumber    *wood.Lumber
	Allowance measure.Length // by which pieces are smaller than the smallest gauge
	Edges     Edges
	Spacing   measure.Length
	Strip     measure.Length // floor finish that runs through and is cut out under the plate; heights were gauged over it
	Sill      measure.Length // what it stands on, over the floor; 0: it goes down to the floor
	Depth     measure.Length // of the framing that is there; 0: not known
}

// Usual is by how much pieces are smaller than the smallest gauge, where nothing
// else is said: an eighth, 3 mm.
func Usual(u measure.System) measure.Length { return u.Pick(measure.Inch/8, 3*measure.Millimetre) }

// Choice is what one way of backing the edges comes to.
type Choice struct {
	Edges   Edges
	Bays    []measure.Length // clear widths, from the first side
	Common  int              // of them are as wide as a common bay
	Notched int              // blocks that its insulation is notched round
	Wood    measure.Length   // that its pieces take, end to end
}

// CutByHand is how many bays want their insulation cut to width.
func (c Choice) CutByHand() int { return len(c.Bays) - c.Common }

// Filled is a pocket with everything that follows from it.
type Filled struct {
	*framing.Framed
	Pocket  Pocket
	Width   measure.Length // the smallest gauged; 0: none was
	Height  measure.Length // from what the plate stands on
	Play    measure.Length // the most that is left to pack at a side
	Over    measure.Length // the most that is left to pack over it
	Choices []Choice       // nailers, then blocks; none where nothing was gauged
}

// smallest of the gauges, and by how much the others differ from it.
func smallest(all []Gauge) (least Gauge, more measure.Length) {
	if len(all) == 0 {
		return Gauge{}, 0
	}
	least = slices.MinFunc(all, func(a, b Gauge) int { return cmp.Compare(a.Is, b.Is) })
	for _, g := range all {
		more = max(more, g.Is-least.Is)
	}
	return least, more
}

// ungauged is a stretch of so long a side that nobody looked at: where a hole is
// smallest there, no frame goes in. ok is false where there is none. Usual practice:
// within a quarter of both ends, and no farther apart than 48 in (1200 mm).
func ungauged(all []Gauge, long measure.Length, u measure.System) (from, to measure.Length, ok bool) {
	at := []measure.Length{}
	for _, g := range all {
		at = append(at, g.At)
	}
	slices.Sort(at)
	if len(at) == 0 || at[0] > long/4 {
		return 0, long / 4, true
	}
	for i := range at[1:] {
		if at[i+1]-at[i] > u.Pick(48*measure.Inch, 1200*measure.Millimetre) {
			return at[i], at[i+1], true
		}
	}
	if last := at[len(at)-1]; last < long-long/4 {
		return max(last, long-long/4), long, true
	}
	return 0, 0, false
}

// stand are where the studs between the edges stand, by their first faces: as few as
// keep the boards' wood within the spacing, on the spacing from the first side where
// that leaves no slot at the last, else evenly.
func stand(wide, t, spacing, slot measure.Length, edges Edges) []measure.Length {
	first, last, most := measure.Length(0), wide, spacing-t/2 // what the bays lie between; the widest at a side
	n := (wide + spacing - 1) / spacing
	if edges == Nailers {
		first, last, most = t, wide-t, spacing-t
		n = (wide - t + spacing - 1) / spacing
	}
	if edges == Blocks {
		slot += t // a block stands in it
	}
	n-- // so many bays, one stud less
	if n < 1 {
		return nil
	}
	start, step := first+spacing-t, spacing
	if rest := last - first - n*spacing; rest < slot || rest > most {
		bay := (last - first - n*t) / (n + 1)
		side := bay
		if bay > spacing-t { // the bays at the sides may be wider, the others not
			bay = spacing - t
			side = (last - first - n*t - (n-1)*bay) / 2
		}
		start, step = first+side, bay+t
	}
	var out []measure.Length
	for i := range n {
		out = append(out, start+i*step)
	}
	return out
}

// bays are the clear widths that studs leave.
func bays(wide, t measure.Length, studs []measure.Length, edges Edges) []measure.Length {
	first, last := measure.Length(0), wide
	if edges == Nailers {
		first, last = t, wide-t
	}
	var out []measure.Length
	for _, s := range studs {
		out, first = append(out, s-first), s+t
	}
	return append(out, last-first)
}

// blockLong is how long an edge block is: usual, 6 in (150 mm), from scraps.
func blockLong(u measure.System) measure.Length {
	return u.Pick(6*measure.Inch, 150*measure.Millimetre)
}

// blockFeet are where the blocks of one side stand, over the bottom plate: one at
// each end and the others between them, none farther apart than a stud's spacing,
// middle to middle.
func blockFeet(high, long, spacing measure.Length) []measure.Length {
	if high < 2*long {
		return []measure.Length{0}
	}
	n := max((high-long+spacing-1)/spacing, 1)
	var out []measure.Length
	for i := range n + 1 {
		out = append(out, (high-long)*i/n)
	}
	return out
}
