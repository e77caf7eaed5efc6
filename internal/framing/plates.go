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
