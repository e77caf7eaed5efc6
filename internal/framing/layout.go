package framing

import (
	"sort"

	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// upright is a piece standing at its place, before its length is known.
type upright struct {
	kind     wood.Kind
	from, to measure.Length
	why      string
	opening  int // index, or -1
	join     int // as Member.Join
	cleared  bool
	cross    int // of Wall.Crossings: 1 for the first, which it ends under; 0 for none
}

func stands(kind wood.Kind, from, to measure.Length, why string, opening int) upright {
	return upright{kind: kind, from: from, to: to, why: why, opening: opening}
}

const endStud = "end stud" // why it stands there

// uprights places end studs, kings, jacks, common studs and cripples. Rules:
// usual practice (the work, steps 4 and 5).
func (w *Wall) uprights(rules Rules) []upright {
	if w.NoBay(rules) {
		return w.solid(rules)
	}
	t := w.Lumber.Thickness
	var out []upright
	startTaken, endTaken := false, false
	for i, o := range w.Openings {
		left, right := w.Outer(o)
		startTaken = startTaken || left < t
		endTaken = endTaken || right > w.Length-t
		if start, end := w.Slack(o); o.Packed {
			if start > 0 {
				out = append(out, stands(wood.Packer, 0, left, rules.Tell(words.RippedTo, start), i))
			}
			if end > 0 {
				out = append(out, stands(wood.Packer, right, w.Length, rules.Tell(words.RippedTo, end), i))
			}
		}
		for k := range o.kings() {
			first, last := left+t*k, right-t*(k+1)
			out = append(out, stands(wood.King, first, first+t, endWhy(rules, first == 0), i), stands(wood.King, last, last+t, endWhy(rules, last+t == w.Length), i))
		}
		for j := range o.Jacks {
			step := t * measure.Length(j)
			out = append(out, stands(wood.Jack, o.Left()-t-step, o.Left()-step, "", i), stands(wood.Jack, o.Right()+step, o.Right()+t+step, "", i))
		}
	}
	if !startTaken {
		out = append(out, stands(wood.Stud, w.Start.Held, w.Start.Held+t, endStud, -1))
	}
	if !endTaken {
		out = append(out, stands(wood.Stud, w.Length-w.Stop.Held-t, w.Length-w.Stop.Held, endStud, -1))
	}
	packs := w.packs()
	var steps []upright
	steps, packs = w.atBreaks(rules, packs)
	out = append(out, steps...)
	for _, c := range w.centres(rules) {
		out = append(out, w.common(c, packs, rules)...)
	}
	out = append(out, w.sillEnds(rules)...)
	sortUprights(out)
	return w.clearOf(dedupe(out), rules)
}

func sortUprights(all []upright) {
	sort.SliceStable(all, func(i, j int) bool {
		if all[i].from != all[j].from {
			return all[i].from < all[j].from
		}
		return all[i].kind.Row().Letter < all[j].kind.Row().Letter
	})
}

func endWhy(rules Rules, end bool) string {
	if end {
		return rules.Tell(words.KingStandsAsEndStud)
	}
	return ""
}

// dedupe drops a piece that another of its kind and opening already stands in
// for: two layout marks pushed to the same place.
func dedupe(all []upright) []upright {
	var out []upright
	for _, u := range all {
		clash := false
		for k := len(out) - 1; k >= 0 && out[k].from > u.from-2*(u.to-u.from); k-- {
			clash = clash || out[k].kind == u.kind && out[k].to > u.from && out[k].from < u.to
		}
		if !clash {
			out = append(out, u)
		}
	}
	return out
}

// slot is the narrowest slot left between two uprights: no hand, board screw
// or insulation goes into less. Usual practice: 1 1/2 in (40 mm).
func (r Rules) slot() measure.Length { return r.Units.Pick(3*measure.Inch/2, 40*measure.Millimetre) }

// bearing is the least wood a sheet's edge wants. Usual practice: 3/4 in (20 mm).
func (r Rules) bearing() measure.Length { return r.Units.Pick(3*measure.Inch/4, 20*measure.Millimetre) }

// edgeAt says whether an edge of the crew's board falls on a layout mark: boards
// are hung from where the layout begins.
func (w *Wall) edgeAt(c measure.Length, rules Rules) bool {
	return (w.Tape(c, c)-w.Layout.Offset)%rules.sheet().Along() == 0
}

// pack is a run of wood that stands whatever the layout says: an end stud, or
// a king with its jacks.
type pack struct {
	from, to         measure.Length
	kingFrom, kingTo measure.Length // the full-height piece in it
	what             string
	before           bool // what is moved stands before it (lower stations), else behind
}

func (w *Wall) packs() []pack {
	t := w.Lumber.Thickness
	low, high := w.Start.Held, w.Length-w.Stop.Held
	out := []pack{{low, low + t, low, low + t, endStud, false}, {high - t, high, high - t, high, endStud, true}}
	for _, o := range w.Openings {
		left, right := w.Outer(o)
		low, high := w.inner(o)
		out = append(out, pack{left, o.Left(), left, low, "king", true}, pack{o.Right(), right, high, right, "king", false})
	}
	return out
}

// atBreaks stands a stud on each side of where the plates end, and adds them to
// what stands whatever the layout says.
func (w *Wall) atBreaks(rules Rules, packs []pack) ([]upright, []pack) {
	t := w.Lumber.Thickness
	var out []upright
	for _, b := range w.Breaks {
		low, high := b.At, b.At
		for _, from := range []measure.Length{b.At - t, b.At} {
			// a king or end stud there serves, and where there is no plate nothing stands
			if w.free(from, from+t, packs) && from >= w.Start.Held && from+t <= w.Length-w.Stop.Held {
				out = append(out, stands(wood.Stud, from, from+t, rules.Tell(words.StudAtTheStep, b.At), -1))
				low, high = min(low, from), max(high, from+t)
			}
		}
		if high > low {
			packs = append(packs, pack{low, high, low, high, rules.Tell(words.StudsAtTheStep), low < b.At && high == b.At})
		}
	}
	return out, packs
}

// common decides what becomes of the layout stud centred at c.
func (w *Wall) common(c measure.Length, packs []pack, rules Rules) []upright {
	t := w.Lumber.Thickness
	from, to := c-t/2, c-t/2+t
	for i, o := range w.Openings {
		if left, right := w.inner(o); from >= left && to <= right {
			return w.inOpening(i, c, rules)
		}
	}
	if w.Start.Held > 0 && from < w.Start.Held || w.Stop.Held > 0 && to > w.Length-w.Stop.Held {
		return nil // beyond the end stud, where only one face of the wall is there
	}
	var hit *pack
	for i := range packs {
		p := &packs[i]
		gap := max(p.kingFrom-to, from-p.kingTo)
		if gap < rules.slot() && (hit == nil || gap < max(hit.kingFrom-to, from-hit.kingTo)) {
			hit = p
		}
	}
	asMarked := []upright{stands(wood.Stud, from, to, "", -1)}
	if hit == nil {
		return asMarked
	}
	if !w.edgeAt(c, rules) || w.bears(c, hit, rules) {
		return nil // taken over: a sheet's edge lands on this wood, or none falls here
	}
	if from == hit.kingTo || to == hit.kingFrom {
		if w.free(from, to, packs) {
			return asMarked
		}
		return nil
	}
	low, high := hit.to, hit.to+t
	if hit.before {
		low, high = hit.from-t, hit.from
	}
	if low < w.Start.Held || high > w.Length-w.Stop.Held || !w.free(low, high, packs) {
		return nil
	}
	why := rules.Tell(words.LayoutAtStoodTightAgainst, w.Tape(c, c), hit.what)
	return []upright{stands(wood.Stud, low, high, why, -1)}
}

// inOpening makes the cripples a layout stud becomes between two kings. One that
// would leave a slot beside a king or the end of a sill is taken over by that, or
// stands tight where a board's edge falls.
func (w *Wall) inOpening(i int, c measure.Length, rules Rules) []upright {
	o, t := w.Openings[i], w.Lumber.Thickness
	left, right := w.inner(o)
	var out []upright
	if from, ok := w.between(c, left, right, rules); ok {
		out = append(out, stands(wood.Cripple, from, from+t, w.tightWhy(c, from, "king", rules), i))
	}
	if o.HasSill() && o.Width >= 2*t {
		if from, ok := w.between(c, o.Left()+t, o.Right()-t, rules); ok {
			out = append(out, stands(wood.UnderSill, from, from+t, w.tightWhy(c, from, "end of the sill", rules), i))
		}
	}
	return out
}

// between is where a layout piece stands in a clear stretch: as marked, or tight to
// what it would leave a slot beside, where a board's edge falls. False: nowhere.
func (w *Wall) between(c, low, high measure.Length, rules Rules) (from measure.Length, ok bool) {
	t := w.Lumber.Thickness
	from = c - t/2
	if high-low < t || from <= low-t || from >= high {
		return 0, false
	}
	free := func(gap measure.Length) bool { return gap == 0 || gap >= rules.slot() }
	if from >= low && from+t <= high && free(from-low) && free(high-from-t) {
		return from, true
	}
	if !w.edgeAt(c, rules) {
		return 0, false
	}
	if from-low < high-from-t {
		return low, free(high - low - t)
	}
	return high - t, free(high - low - t)
}

// tightWhy is why a layout piece doesn't stand where it is marked.
func (w *Wall) tightWhy(c, from measure.Length, by string, rules Rules) string {
	if from == c-w.Lumber.Thickness/2 {
		return ""
	}
	return rules.Tell(words.LayoutAtStoodTightAgainst, w.Tape(c, c), by)
}

// sillEnds are the pieces under both ends of each window's sill.
func (w *Wall) sillEnds(rules Rules) []upright {
	var out []upright
	t := w.Lumber.Thickness
	for i, o := range w.Openings {
		if o.HasSill() && o.Width >= 2*t {
			out = append(out, stands(wood.UnderSill, o.Left(), o.Left()+t, rules.Tell(words.EndSill), i), stands(wood.UnderSill, o.Right()-t, o.Right(), rules.Tell(words.EndSill), i))
		}
	}
	return out
}

// bears says whether a sheet joint at c keeps enough wood on both sides in
// the pack (on the inner side alone at the wall's end).
func (w *Wall) bears(c measure.Length, p *pack, rules Rules) bool {
	return (c-p.from >= rules.bearing() || p.from <= w.Start.Held) && (p.to-c >= rules.bearing() || p.to >= w.Length-w.Stop.Held)
}

// free says whether the stretch is clear of all packs.
func (w *Wall) free(from, to measure.Length, packs []pack) bool {
	for _, p := range packs {
		if from < p.to && to > p.from {
			return false
		}
	}
	for _, o := range w.Openings {
		if left, right := w.Outer(o); from < right && to > left {
			return false
		}
	}
	return true
}
