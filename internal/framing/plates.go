package framing

import (
	"slices"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// piece is a stretch of plate.
type piece struct{ from, to measure.Length }

// surfaceOf is what a kind of plate is fixed to.
func surfaceOf(kind wood.Kind) survey.Surface {
	if kind == wood.TopPlate || kind == wood.Cap {
		return survey.Ceiling
	}
	return survey.Floor
}

// layer is one layer of plates: the runs it lies in, and what is added at the
// wall's two ends.
type layer struct {
	kind wood.Kind
	wood *wood.Lumber
	n    int
	runs []piece

	first, last measure.Length // where it begins and ends
	sloped      float64        // of one along a slope: how much longer it is than what it covers
	start       []Line
	end         []Line
}

// plates makes the members of every plate layer. Longer than stock: pieces
// whose joints land on stud centres, never over an opening, and in two layers
// at least the lap apart. Source: usual practice (the work, step 3).
func (f *Laid) plates() {
	w := f.Wall
	var bottom []layer
	runs := f.cutAtPosts(f.clearOfLow(w.stubPieces(f.rules.Whole)))
	for n, l := range w.Bottom {
		bottom = append(bottom, layer{kind: wood.BottomPlate, wood: l, n: n, runs: w.of(runs, l, n)})
	}
	all := [][]layer{withRuns(bottom)}
	for _, l := range w.otherBottoms() {
		layers := []layer{}
		for n, one := range l {
			layers = append(layers, layer{kind: wood.BottomPlate, wood: one, n: n, runs: w.of(runs, one, n)})
		}
		all = append(all, withRuns(layers))
	}
	for _, p := range w.AllParts() {
		all = append(all, f.topLayers(p))
	}
	for _, layers := range all {
		f.layLayers(layers)
	}
	f.tieUp()
}

// of are the runs that a layer of bottom plate lies in: those of the parts whose
// plates are of that lumber.
func (w *Wall) of(runs []piece, l *wood.Lumber, n int) []piece {
	if len(w.Parts) == 0 {
		return runs
	}
	var out []piece
	for _, r := range runs {
		for _, p := range w.AllParts() {
			if n >= len(p.Bottom) || p.Bottom[n] != l {
				continue
			}
			from, to := max(r.from, p.From), min(r.to, p.To)
			if k := len(out) - 1; k >= 0 && out[k].to == from && from < to && !w.breaksAt(survey.Floor, from) {
				out[k].to = to
			} else if from < to {
				out = append(out, piece{from, to})
			}
		}
	}
	return out
}

// otherBottoms are the bottom plates of parts that aren't the wall's own.
func (w *Wall) otherBottoms() (out [][]*wood.Lumber) {
	seen := []*wood.Lumber{w.Bottom[0]}
	for _, p := range w.Parts {
		if len(p.Bottom) > 0 && !slices.Contains(seen, p.Bottom[0]) {
			seen, out = append(seen, p.Bottom[0]), append(out, p.Bottom)
		}
	}
	return out
}

// withRuns leaves out layers that lie nowhere.
func withRuns(all []layer) (out []layer) {
	for _, l := range all {
		if len(l.runs) > 0 {
			out = append(out, l)
		}
	}
	return out
}

// topLayers are the layers along the top of a part.
func (f *Laid) topLayers(p Part) (top []layer) {
	w := f.Wall
	for n, lumber := range p.Top {
		l := layer{kind: p.kindOf(n), wood: lumber, n: n, sloped: p.sloped()}
		from, to := p.From, p.To
		begins, ends := from == 0, to == w.Length // of the wall
		if begins {
			from, l.start = w.Start.Top, leanLines(w.Start)
		}
		if ends {
			to, l.end = w.Length-w.Stop.Top, leanLines(w.Stop)
		}
		if n == 1 && l.kind == wood.TopPlate && begins {
			from, l.start = from-w.Start.Lap, append(l.start, lapLines(f.rules, w.Start)...)
		}
		if n == 1 && l.kind == wood.TopPlate && ends {
			to, l.end = to+w.Stop.Lap, append(l.end, lapLines(f.rules, w.Stop)...)
		}
		for _, j := range w.Joins {
			// the neighbour's second plate lies across here
			if n == 1 && j.Lap && w.Corner(j, f.rules) == 0 && j.From > from && j.To < to {
				l.runs = append(l.runs, piece{from, j.From})
				from = j.To
			}
		}
		l.runs = append(l.runs, piece{from, to})
		l.first, l.last = l.runs[0].from, to
		if !begins {
			l.first = -1 << 62 // no end of the wall's
		}
		if !ends {
			l.last = -1 << 62
		}
		if l.runs = w.apart(l.runs); len(l.runs) > 0 {
			top = append(top, l)
		}
	}
	return top
}

// layLayers makes the pieces of layers that lie on one another.
func (f *Laid) layLayers(layers []layer) {
	w := f.Wall
	var held []measure.Length
	for i := range layers {
		l := &layers[i]
		if l.kind == wood.BottomPlate {
			l.first, l.last = l.runs[0].from, l.runs[len(l.runs)-1].to
		}
		l.runs = w.broken(surfaceOf(l.kind), l.runs)
		l.runs = f.heldApart(surfaceOf(l.kind), l.runs, held)
		held = append(held, joints(f.Wall, l.kind, l.runs)...)
	}
	for i, pieces := range f.stagger(layers) {
		first := len(f.Members)
		for _, p := range pieces {
			f.Members = append(f.Members, f.plate(layers[i], p))
		}
		f.addUp(f.Members[first:])
	}
}

// addUp lets the pieces of each run add up to it: the last takes up what the
// others were rounded by.
func (f *Laid) addUp(pieces []Member) {
	var exact, cut measure.Length
	for i := range pieces {
		m := &pieces[i]
		ended := func(at measure.Length) bool { return f.Wall.breaksAt(surfaceOf(m.Kind), at) }
		if i == 0 || pieces[i-1].To != m.From || ended(m.From) {
			exact, cut = 0, 0
		}
		exact, cut = exact+m.Exact, cut+m.Cut
		if ends := i == len(pieces)-1 || pieces[i+1].From != m.To || ended(m.To); ends {
			m.Cut += exact.Nearest(f.rules.Mark) - cut
		}
	}
}

// stubPieces are the runs of a bottom plate: it is cut away in the doors, or
// whole until the wall stands.
func (w *Wall) stubPieces(whole bool) []piece {
	if whole {
		return []piece{{0, w.Length}}
	}
	var out []piece
	for _, s := range w.stubs() {
		if s[1] > s[0] {
			out = append(out, piece{s[0], s[1]})
		}
	}
	return out
}

// broken ends the runs where the wall's plates end.
func (w *Wall) broken(of survey.Surface, runs []piece) []piece {
	var out []piece
	for _, r := range runs {
		for _, b := range w.Breaks {
			if b.Of == of && b.At > r.from && b.At < r.to {
				out = append(out, piece{r.from, b.At})
				r.from = b.At
			}
		}
		out = append(out, r)
	}
	return out
}

// heldApart cuts the runs so that only the piece over a held-back stretch
// waits: over the middle of the studs outside it, no sliver beside it, and as far
// from the joints of the other layer as the lap.
func (f *Laid) heldApart(of survey.Surface, runs []piece, others []measure.Length) []piece {
	studs := f.jointStuds()
	for _, p := range f.Wall.Pending {
		if of == survey.Floor && !p.Below || of == survey.Ceiling && !p.Over {
			continue
		}
		var out []piece
		for _, r := range runs {
			if p.From >= r.to || p.To <= r.from {
				out = append(out, r)
				continue
			}
			low, high := r.from, r.to
			for _, s := range studs {
				c := f.on(s, r.from)
				if !f.clearOf(c, others) {
					continue
				}
				if c <= p.From && c-r.from >= f.rules.sliver() {
					low = c
				}
				if c >= p.To && r.to-c >= f.rules.sliver() && high == r.to {
					high = c
				}
			}
			for _, one := range []piece{{r.from, low}, {low, high}, {high, r.to}} {
				if one.to > one.from {
					out = append(out, one)
				}
			}
		}
		runs = out
	}
	return runs
}

func leanLines(e End) []Line {
	if e.Top == 0 {
		return nil
	}
	return []Line{{What: e.Lean, Value: -e.Top}}
}

func lapLines(rules Rules, e End) []Line {
	switch {
	case e.Lap > 0:
		return []Line{{What: rules.Tell(words.LapsTheNeighbour), Value: e.Lap}}
	case e.Lap < 0:
		return []Line{{What: rules.Tell(words.LappedByNeighbour), Value: e.Lap}}
	}
	return nil
}

// plate is one piece of a layer. Its sum is along the snapped line, with what
// the ends add or take.
func (f *Laid) plate(l layer, p piece) Member {
	w := f.Wall
	m := Member{Kind: l.kind, Lumber: l.wood, Layer: l.n, From: p.from, To: p.to, Known: true, State: Ready}
	first, last := p.from == l.first, p.to == l.last
	along := p.to - p.from
	if first {
		for _, line := range l.start {
			m.Sum = append(m.Sum, line)
			along -= line.Value
		}
	}
	if last {
		for _, line := range l.end {
			m.Sum = append(m.Sum, line)
			along -= line.Value
		}
	}
	if first {
		m.bevelled(f.rules, w.EndName(false), w.Start)
	}
	if last {
		m.bevelled(f.rules, w.EndName(true), w.Stop)
	}
	m.Sum = append([]Line{{What: f.rules.Tell(words.AlongTheWall), Value: along}}, m.Sum...)
	f.alongSlope(&m)
	if more := f.overlap(l, p); more > 0 {
		m.Sum = append(m.Sum, Line{What: f.rules.Tell(words.SpliceOverlap), Value: more})
	}
	for _, line := range m.Sum {
		m.Exact += line.Value
	}
	m.Cut = l.kind.Round(m.Exact, f.rules.Mark)
	return m
}

// bevelled cuts a plate's end to the wall it meets: the saw is set as far off
// square as the wall is, and the length is to the long point.
func (m *Member) bevelled(rules Rules, end string, e End) {
	if e.Bevel == 0 {
		return
	}
	long := rules.Tell(words.TheSnappedFace)
	if e.Skew > 0 {
		long = rules.Tell(words.TheBack)
		m.Sum = append(m.Sum, Line{What: rules.Tell(words.ToLongPointOnBack, end), Value: e.Skew})
	}
	if m.Bevel != "" {
		m.Bevel += "; "
	}
	m.Bevel += rules.Tell(words.CutOffSquareToOther, end, e.Bevel, 90-e.Bevel, long)
}

// stagger cuts the runs of one or two layers into pieces no longer than stock.
// Joints of the second keep the lap from those of the first; where the first
// cut leaves the second no stud, other cuts of the first are tried.
func (f *Laid) stagger(layers []layer) [][]piece {
	out := make([][]piece, len(layers))
	if len(layers) == 0 {
		return out
	}
	studs := f.jointStuds()
	if surfaceOf(layers[0].kind) == survey.Ceiling { // it runs on over a beam
		studs = slices.DeleteFunc(studs, func(c measure.Length) bool { return f.Wall.beamOver(c) != nil })
	}
	first, well := f.cutLayer(layers[0], studs, nil, nil)
	out[0] = first
	if len(layers) > 1 {
		second, ok := f.cutLayer(layers[1], studs, joints(f.Wall, layers[0].kind, first), nil)
		if !ok && well {
			if one, two, both := f.cutBoth(layers, studs); both {
				return [][]piece{one, two}
			}
		}
		out[1] = second
		if !ok {
			f.badJoints(layers[1], second, studs, joints(f.Wall, layers[0].kind, first))
		}
	}
	if !well {
		f.badJoints(layers[0], first, studs, nil)
	}
	return out
}

// jointStuds are the centres of studs and kings that a plate may be joined over,
// rising.
func (f *Laid) jointStuds() []measure.Length {
	var out []measure.Length
	for _, u := range f.standing {
		if u.kind == wood.Stud || u.kind == wood.King {
			out = append(out, u.from+(u.to-u.from)/2)
		}
	}
	slices.Sort(out)
	return out
}

// joints are where the pieces of a layer meet end to end: not where the plates
// end at a step.
func joints(w *Wall, kind wood.Kind, pieces []piece) []measure.Length {
	var out []measure.Length
	for i := 1; i < len(pieces); i++ {
		if at := pieces[i].from; at == pieces[i-1].to && !w.breaksAt(surfaceOf(kind), at) {
			out = append(out, pieces[i].from)
		}
	}
	return out
}

func (f *Laid) clearOf(c measure.Length, others []measure.Length) bool {
	for _, o := range others {
		if (o - c).Abs() < f.rules.Lap {
			return false
		}
	}
	return true
}

// sliver is the shortest piece that a joint leaves: usual practice, a bay.
func (r Rules) sliver() measure.Length {
	return r.Units.Pick(16*measure.Inch, 400*measure.Millimetre)
}

// on brings a joint over a stud to a whole mark from where its piece begins: it
// is on the stud all the same.
func (f *Laid) on(c, from measure.Length) measure.Length {
	return from + (c - from).Nearest(f.rules.Mark)
}

// over says whether a joint lies over the middle of one of the studs.
func (f *Laid) over(c measure.Length, studs []measure.Length) bool {
	return slices.ContainsFunc(studs, func(s measure.Length) bool { return (s - c).Abs() <= f.rules.Mark/2 })
}

// cutLayer takes the farthest joint that will do, piece by piece: over a stud,
// clear of the other layer's, no sliver on either side of it. skip, by joint,
// passes over that many good ones first. False: some joint lands where it
// shouldn't.
func (f *Laid) cutLayer(l layer, studs, others []measure.Length, skip []int) ([]piece, bool) {
	var out []piece
	well, n := true, 0
	for i, run := range l.runs {
		from, start, stop := run.from, measure.Length(0), measure.Length(0)
		if i == 0 {
			start = max(f.Wall.Start.Skew, 0)
		}
		if i == len(l.runs)-1 {
			stop = max(f.Wall.Stop.Skew, 0)
		}
		longest := l.wood.Longest() - f.overlap(layer{wood: l.wood, runs: []piece{{0, 2}}}, piece{0, 1})
		if l.sloped > 1 {
			longest = scaled(longest, 1/l.sloped)
		}
		for run.to+stop-from+start > longest {
			limit := from - start + longest
			start = 0
			pass := 0
			if n < len(skip) {
				pass = skip[n]
			}
			joint := measure.Length(-1 << 62)
			for k := len(studs) - 1; k >= 0; k-- {
				c := f.on(studs[k], from)
				whole := c-from >= f.rules.sliver() && run.to-c >= f.rules.sliver()
				if c <= limit && whole && f.clearOf(c, others) {
					if joint = c; pass == 0 {
						break
					}
					pass--
					joint = -1 << 62
				}
			}
			if joint <= from {
				if joint, well = f.anyJoint(studs, others, from, limit, run.to), false; joint <= from {
					joint = limit
				}
			}
			out = append(out, piece{from, joint})
			from = joint
			n++
		}
		out = append(out, piece{from, run.to})
	}
	return out, well
}

// anyJoint is the best of what doesn't do: clear of the other layer's with half
// a bay on either side of it, else no sliver, else the farthest stud.
func (f *Laid) anyJoint(studs, others []measure.Length, from, limit, end measure.Length) measure.Length {
	best, worth := from, 0
	for _, c := range studs {
		c = f.on(c, from)
		if c <= from || c > limit || c >= end {
			continue
		}
		least, w := min(c-from, end-c), 1
		switch {
		case least >= f.rules.sliver()/2 && f.clearOf(c, others):
			w = 3
		case least >= f.rules.sliver():
			w = 2
		}
		if w >= worth {
			best, worth = c, w
		}
	}
	return best
}

// cutBoth looks for a cut of the first layer that leaves the second one its
// studs.
func (f *Laid) cutBoth(layers []layer, studs []measure.Length) (first, second []piece, ok bool) {
	const tries, back = 400, 6
	skip := make([]int, 4)
	for range tries {
		k := 0
		for ; k < len(skip); k++ {
			if skip[k]++; skip[k] <= back {
				break
			}
			skip[k] = 0
		}
		if k == len(skip) {
			break
		}
		first, ok = f.cutLayer(layers[0], studs, nil, skip)
		if !ok {
			continue
		}
		if second, ok = f.cutLayer(layers[1], studs, joints(f.Wall, layers[0].kind, first), nil); ok {
			return first, second, true
		}
	}
	return nil, nil, false
}

func (f *Laid) badJoints(l layer, pieces []piece, studs, others []measure.Length) {
	for _, c := range joints(f.Wall, l.kind, pieces) {
		least := f.beside(pieces, c)
		text := f.rules.Tell(words.PlateJointAtLandsOn, l.wood.ID, c)
		switch {
		case !f.over(c, studs) || !f.clearOf(c, others):
		case least < f.rules.sliver():
			text = f.rules.Tell(words.PlateJointLeavesASliver, l.wood.ID, c, least)
		default:
			continue
		}
		f.find(Warn, "plate-joint", c, nil, text, f.rules.Tell(words.BuyLongerStickForThis))
		f.Findings[len(f.Findings)-1].Wood = l.wood
	}
}

// beside is the shorter of the two pieces that meet at a joint.
func (f *Laid) beside(pieces []piece, joint measure.Length) measure.Length {
	least := f.Wall.Length
	for _, p := range pieces {
		if p.from == joint || p.to == joint {
			least = min(least, p.to-p.from)
		}
	}
	return least
}
