package framing

import (
	"cmp"
	"maps"
	"math"
	"slices"

	"homalos/internal/measure"
	"homalos/internal/wood"
)

// Bay is the clear space between two uprights that a board spans.
type Bay struct {
	From, To measure.Length
	Usual    measure.Length // what a common bay there has
	Odd      bool           // it differs from that by more than the mark
}

// Clear is its width.
func (b Bay) Clear() measure.Length { return b.To - b.From }

// Bays are the clear spaces between uprights that reach the bottom plate,
// openings left out. Rule: the work, step 4 (clear bay = S − w).
func (f *Framed) Bays(rules Rules) []Bay {
	w, t := f.Wall, f.Wall.Lumber.Thickness
	all := [][2]measure.Length{}
	for _, m := range f.Members {
		if backs(m.Kind) || m.Kind == wood.Jack {
			all = append(all, [2]measure.Length{m.From, m.To})
		}
	}
	for _, o := range w.Openings {
		all = append(all, [2]measure.Length{o.Left(), o.Right()})
	}
	all = joined(all)
	var out []Bay
	for i := 1; i < len(all); i++ {
		b := Bay{From: all[i-1][1], To: all[i][0]}
		b.Usual = w.spacingOver(b.From, b.To) - t
		b.Odd = (b.Clear() - b.Usual).Abs() > rules.Mark
		out = append(out, b)
	}
	return out
}

// The names of what a layout costs, beside the codes of findings.
const (
	Studs     = "studs"
	OddBays   = "odd-bays" // each has its insulation cut by hand
	BoardCuts = "board-cuts"

	EdgesOffWood = "edges-off-wood"
	NarrowBays   = "narrow-bays"
	OffJoists    = "off-joists"
	OverHidden   = "over-hidden"
	StudsMoved   = "studs-moved"
	FixingsMoved = "fixings-moved"
	Stops        = "stop" // any finding that stops, where its code has no weight of its own
	Warnings     = "warn"
)

// Weights say how much of each a layout is charged for.
type Weights map[string]float64

// UsualWeights are ours to begin with; the crew's stand in their place.
func UsualWeights() Weights {
	return Weights{
		Stops: 50, Warnings: 8, "in-the-clear": 20, OverHidden: 10,
		Studs: 3, EdgesOffWood: 3, NarrowBays: 2, StudsMoved: 2, "wide-bay": 2,
		OddBays: 2, BoardCuts: 1, "close-pair": 1, FixingsMoved: 0.5, OffJoists: 0.25,

		// what is still to be read is no fault of a layout
		"no-level": 0, "too-few-readings": 0, "measure-first": 0, "reading-strays": 0,
	}
}

// Standing is an upright at its place.
type Standing struct {
	Kind     wood.Kind
	From, To measure.Length
}

// Tally is what a layout costs, counted.
type Tally struct {
	Counts   map[string]int // by finding code, and studs, odd bays and board cuts
	Also     map[string]int // by the other names
	Last     measure.Length // the bay farthest from where its marks begin
	Narrow   measure.Length // the narrowest bay; less than nothing: there is none
	Stands   []Standing     // its uprights
	InStuds  []string       // what stands where a stud is to stand
	stopping map[string]Level
}

// Tally counts what a framed wall's layout costs.
func (f *Framed) Tally(rules Rules, found Found, against [2]Against) Tally {
	w := f.Wall
	out := Tally{
		Counts: map[string]int{Studs: 0, OddBays: 0, BoardCuts: 0},
		Also:   map[string]int{EdgesOffWood: 0, NarrowBays: 0, OffJoists: 0, OverHidden: 0, StudsMoved: 0, FixingsMoved: 0},
		Narrow: -1, stopping: map[string]Level{},
	}
	out.Find(f.Findings)
	narrow := rules.Units.Pick(6*measure.Inch, 150*measure.Millimetre)
	bays := f.Bays(rules)
	for _, b := range bays {
		if out.Narrow < 0 || b.Clear() < out.Narrow {
			out.Narrow = b.Clear()
		}
		if b.Odd {
			out.Counts[OddBays]++
		}
		if b.Clear() < narrow {
			out.Also[NarrowBays]++
		}
	}
	if n := len(bays); n > 0 {
		out.Last = bays[n-1].Clear()
		if w.Layout.FromEnd {
			out.Last = bays[0].Clear()
		}
	}
	h := f.hang(rules.sheet(), f.wood(), rules)
	out.Also[EdgesOffWood], out.Counts[BoardCuts] = len(h.Misses), h.Cuts
	for _, m := range f.Members {
		if m.Kind.Upright() {
			out.Stands = append(out.Stands, Standing{m.Kind, m.From, m.To})
		}
		if m.Kind != wood.Stud {
			continue
		}
		out.Counts[Studs]++
		if m.Cleared {
			out.Also[StudsMoved]++
		}
		for _, a := range against {
			if len(a.Crossing) > 0 && !onJoist(a, m, w.Lumber.Thickness) {
				out.Also[OffJoists]++
			}
		}
	}
	for _, a := range against {
		for _, x := range a.Fixings {
			if x.Moved {
				out.Also[FixingsMoved]++
			}
		}
	}
	out.Also[OverHidden] = f.overHidden(found)
	return out
}

// onJoist says whether a stud stands over or under a joist that crosses.
func onJoist(a Against, m Member, t measure.Length) bool {
	centre := m.From + (m.To-m.From)/2
	return slices.ContainsFunc(a.Crossing, func(c measure.Length) bool { return (c - centre).Abs() <= t/2 })
}

// overHidden counts the uprights that are fixed over a pipe or a cable.
func (f *Framed) overHidden(found Found) int {
	n := 0
	for _, h := range found.Hidden {
		if h.In == "wall" {
			continue
		}
		from, to, ok := f.Wall.meets(Obstruction{From: h.From, To: h.To, Width: h.Band, Rises: true})
		if !ok {
			continue
		}
		for _, m := range f.Members {
			touches := m.Kind.OnBottom()
			if h.In == "ceiling" {
				touches = m.Kind.UnderTop()
			}
			if touches && m.From < to && m.To > from {
				n++
			}
		}
	}
	return n
}

// Find counts findings by their codes, beside those that are counted.
func (t *Tally) Find(all []Finding) {
	for _, x := range all {
		t.Counts[x.Code]++
		if x.Level != Note {
			t.stopping[x.Code] = x.Level
		}
		if x.Thing != "" && x.Level == Stop {
			t.InStuds = append(t.InStuds, x.Thing)
		}
	}
}

// Copy is the tally by itself.
func (t Tally) Copy() Tally {
	t.Counts, t.Also, t.stopping = maps.Clone(t.Counts), maps.Clone(t.Also), maps.Clone(t.stopping)
	t.InStuds = slices.Clone(t.InStuds)
	return t
}

// Of is how many there are of a name.
func (t Tally) Of(key string) int { return t.Counts[key] + t.Also[key] }

// Weight is what one of a name is charged.
func (t Tally) Weight(key string, weights Weights) float64 {
	if n, ok := weights[key]; ok {
		return n
	}
	switch t.stopping[key] {
	case Stop:
		return weights[Stops]
	case Warn:
		return weights[Warnings]
	}
	return 0
}

// Charge is one line of what a layout costs.
type Charge struct {
	Name   string // of what is counted
	Count  int
	Weight float64 // of one of them
	Cost   float64
}

// Charges are all that a layout costs by some weights, the largest first; what costs
// nothing is left out.
func (t Tally) Charges(weights Weights) []Charge {
	var out []Charge
	for _, counts := range []map[string]int{t.Counts, t.Also} {
		for _, k := range slices.Sorted(maps.Keys(counts)) { // so that the same counts always add up to the same
			if w := t.Weight(k, weights); w*float64(counts[k]) != 0 {
				out = append(out, Charge{k, counts[k], w, w * float64(counts[k])})
			}
		}
	}
	slices.SortStableFunc(out, func(a, b Charge) int { return cmp.Compare(b.Cost, a.Cost) })
	return out
}

// Score is what it costs by some weights, to a thousandth: the least is best.
func (t Tally) Score(weights Weights) float64 {
	total := 0.0
	for _, c := range t.Charges(weights) {
		total += c.Cost
	}
	return math.Round(total*1000) / 1000
}

// Candidate is a layout that a wall could have.
type Candidate struct {
	Kind, Joists string         // of its origin
	Station      measure.Length // of a seam or a station
	Said         string         // what its marks go by
	Layout       Layout
}

// Try frames a wall under a layout as it would be, to be counted.
func Try(w *Wall, l Layout, rules Rules, heights Heights, found Found) Tally {
	other := *w
	other.Layout = l
	out := Frame(&other, rules, heights, found)
	return out.Tally(rules, found, Lies(out, rules, found))
}
