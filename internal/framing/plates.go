package framing

import (
	"fmt"
	"math"
	"slices"

	"homalos/internal/measure"
)

// piece is a stretch of plate.
type piece struct{ from, to measure.Length }

// Tie is how a top plate is tied, at a joint of its own or to another wall.
// Usual practice: the second plate laps, or all are cut alike and a strap takes
// four nails on each side.
type Tie struct {
	At    measure.Length
	What  string
	Strap bool
	Nails int
}

// strapNails: four on each side.
const strapNails = 8

// layer is one layer of plates: the runs it lies in, and what is added at the
// wall's two ends.
type layer struct {
	kind  Kind
	wood  *Lumber
	n     int
	runs  []piece
	start []Line
	end   []Line
}

// plates makes the members of every plate layer. Longer than stock: pieces
// whose joints land on stud centres, never over an opening, and in two layers
// at least the lap apart. Source: usual practice (the work, step 3).
func (f *framer) plates() {
	w := f.Wall
	var bottom, top []layer
	for n, wood := range w.Bottom {
		bottom = append(bottom, layer{kind: BottomPlate, wood: wood, n: n, runs: w.stubPieces()})
	}
	for n, wood := range w.Top {
		l := layer{kind: TopPlate, wood: wood, n: n}
		from, to := w.Start.Top, w.Length-w.Stop.Top
		l.start, l.end = leanLines(w.Start), leanLines(w.Stop)
		if n == 1 {
			from, to = from-w.Start.Lap, to+w.Stop.Lap
			l.start, l.end = append(l.start, lapLines(w.Start)...), append(l.end, lapLines(w.Stop)...)
		}
		for _, j := range w.Joins {
			// the neighbour's second plate lies across here
			if n == 1 && j.Lap && w.Corner(j) == 0 && j.From > from && j.To < to {
				l.runs = append(l.runs, piece{from, j.From})
				from = j.To
			}
		}
		l.runs = append(l.runs, piece{from, to})
		top = append(top, l)
	}
	for _, layers := range [][]layer{bottom, top} {
		for i, pieces := range f.stagger(layers) {
			for _, p := range pieces {
				f.Members = append(f.Members, f.plate(layers[i], p))
			}
		}
	}
	f.tieUp()
}

// stubPieces are the runs of a bottom plate: it is cut away in the doors.
func (w *Wall) stubPieces() []piece {
	var out []piece
	for _, s := range w.stubs() {
		if s[1] > s[0] {
			out = append(out, piece{s[0], s[1]})
		}
	}
	return out
}

func leanLines(e End) []Line {
	if e.Top == 0 {
		return nil
	}
	return []Line{{What: e.Lean, Value: -e.Top}}
}

func lapLines(e End) []Line {
	switch {
	case e.Lap > 0:
		return []Line{{What: "laps the neighbour", Value: e.Lap}}
	case e.Lap < 0:
		return []Line{{What: "lapped by the neighbour", Value: e.Lap}}
	}
	return nil
}

// plate is one piece of a layer. Its sum is along the snapped line, with what
// the ends add or take.
func (f *framer) plate(l layer, p piece) Member {
	w := f.Wall
	m := Member{Kind: l.kind, Lumber: l.wood, Layer: l.n, From: p.from, To: p.to, Known: true, State: Ready}
	first, last := p.from == l.runs[0].from, p.to == l.runs[len(l.runs)-1].to
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
		m.bevelled("start", w.Start)
	}
	if last {
		m.bevelled("end", w.Stop)
	}
	m.Sum = append([]Line{{What: "along the wall", Value: along}}, m.Sum...)
	for _, line := range m.Sum {
		m.Exact += line.Value
	}
	m.Cut = l.kind.round(m.Exact, f.rules.Mark)
	return m
}

// bevelled cuts a plate's end to the wall it meets: the saw is set as far off
// square as the wall is, and the length is to the long point.
func (m *Member) bevelled(end string, e End) {
	if e.Bevel == 0 {
		return
	}
	long := "the snapped face"
	if e.Skew > 0 {
		long = "the back"
		m.Sum = append(m.Sum, Line{What: "to the long point, on the back, at the " + end, Value: e.Skew})
	}
	if m.Bevel != "" {
		m.Bevel += "; "
	}
	m.Bevel += fmt.Sprintf("%s cut %.1f° off square, %.1f° to the other wall, long point on %s", end, e.Bevel, 90-e.Bevel, long)
}

// stagger cuts the runs of one or two layers into pieces no longer than stock.
// Joints of the second keep the lap from those of the first; where the first
// cut leaves the second no stud, other cuts of the first are tried.
func (f *framer) stagger(layers []layer) [][]piece {
	out := make([][]piece, len(layers))
	if len(layers) == 0 {
		return out
	}
	studs := f.jointStuds()
	first, well := f.cutLayer(layers[0], studs, nil, nil)
	out[0] = first
	if len(layers) > 1 {
		second, ok := f.cutLayer(layers[1], studs, joints(first), nil)
		if !ok && well {
			if one, two, both := f.cutBoth(layers, studs); both {
				return [][]piece{one, two}
			}
		}
		out[1] = second
		if !ok {
			f.badJoints(layers[1], second, studs, joints(first))
		}
	}
	if !well {
		f.badJoints(layers[0], first, studs, nil)
	}
	return out
}

// jointStuds are the stud centres that a plate may be joined over, rising.
func (f *framer) jointStuds() []measure.Length {
	var out []measure.Length
	for _, u := range f.standing {
		if u.kind == Stud {
			out = append(out, u.from+(u.to-u.from)/2)
		}
	}
	slices.Sort(out)
	return out
}

// joints are where the pieces of a layer meet end to end.
func joints(pieces []piece) []measure.Length {
	var out []measure.Length
	for i := 1; i < len(pieces); i++ {
		if pieces[i].from == pieces[i-1].to {
			out = append(out, pieces[i].from)
		}
	}
	return out
}

func (f *framer) clearOf(c measure.Length, others []measure.Length) bool {
	for _, o := range others {
		if (o - c).Abs() < f.rules.Lap {
			return false
		}
	}
	return true
}

// cutLayer takes the farthest joint that will do, piece by piece. skip, by
// joint, passes over that many good ones first. False: some joint lands where
// it shouldn't.
func (f *framer) cutLayer(l layer, studs, others []measure.Length, skip []int) ([]piece, bool) {
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
		for run.to+stop-from+start > l.wood.Longest() {
			limit := from - start + l.wood.Longest()
			start = 0
			pass := 0
			if n < len(skip) {
				pass = skip[n]
			}
			joint := measure.Length(-1 << 62)
			for k := len(studs) - 1; k >= 0; k-- {
				if c := studs[k]; c > from && c <= limit && c < run.to && f.clearOf(c, others) {
					if joint = c; pass == 0 {
						break
					}
					pass--
					joint = -1 << 62
				}
			}
			if joint <= from {
				if joint, well = f.anyJoint(studs, from, limit, run.to), false; joint <= from {
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

func (f *framer) anyJoint(studs []measure.Length, from, limit, end measure.Length) measure.Length {
	best := from
	for _, c := range studs {
		if c > from && c <= limit && c < end {
			best = c
		}
	}
	return best
}

// cutBoth looks for a cut of the first layer that leaves the second one its
// studs.
func (f *framer) cutBoth(layers []layer, studs []measure.Length) (first, second []piece, ok bool) {
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
		if second, ok = f.cutLayer(layers[1], studs, joints(first), nil); ok {
			return first, second, true
		}
	}
	return nil, nil, false
}

func (f *framer) badJoints(l layer, pieces []piece, studs, others []measure.Length) {
	for _, c := range joints(pieces) {
		if slices.Contains(studs, c) && f.clearOf(c, others) {
			continue
		}
		f.find(Warn, "plate-joint", c, nil,
			fmt.Sprintf("The %s plate joint at %s lands on no stud that is clear of openings and of the other plate's joint.", l.wood.ID, f.rules.Units.Say(c, f.rules.Mark)),
			"Buy a longer stick for this plate, or add a stud under the joint.")
	}
}

// tieUp lists how the top plates are tied: a strap over each joint that no
// second plate bridges, and lap or strap at each wall that butts this one.
func (f *framer) tieUp() {
	w := f.Wall
	for _, m := range f.Members {
		if m.Kind == TopPlate && len(w.Top) == 1 && m.To < w.Length-w.Stop.Top {
			f.Ties = append(f.Ties, Tie{At: m.To, What: "joint of the top plate", Strap: true, Nails: strapNails})
		}
	}
	for _, j := range w.Joins {
		middle := j.From + (j.To-j.From)/2
		if j.Lap {
			f.Ties = append(f.Ties, Tie{At: middle, What: "second plate of " + j.Other + " laps this wall"})
		} else {
			f.Ties = append(f.Ties, Tie{At: middle, What: "to " + j.Other, Strap: true, Nails: strapNails})
		}
	}
	f.Alike = f.alike()
}

// alike is how many layers of plate are cut all the same, so that they go
// through the saw in one stack; 0 where they differ.
func (f *framer) alike() int {
	cuts := map[[2]any][]measure.Length{}
	n := 0
	for _, m := range f.Members {
		if m.Kind == BottomPlate || m.Kind == TopPlate {
			key := [2]any{m.Kind, m.Layer}
			if cuts[key] == nil {
				n++
			}
			cuts[key] = append(cuts[key], m.Cut)
		}
	}
	var one []measure.Length
	for _, c := range cuts {
		if one != nil && !slices.Equal(one, c) {
			return 0
		}
		one = c
	}
	return n
}

// Notch is where a plate is cut for something that comes through it. Usual
// limits in studs that carry nothing: a notch to 40 % of the depth, a hole to
// 60 %, 5/8 in (16 mm) of wood left beside it.
type Notch struct {
	What  string
	At    measure.Length // station of its middle
	Off   measure.Length // from the snapped face to its middle
	Wide  measure.Length // with the room it wants
	How   string         // bore, notch, through
	Depth measure.Length // of a notch, from the face it is cut from
	Back  bool           // a notch from the back face
}

// notch says how the bottom plate is cut for what rises through it.
func (f *framer) notch(o Obstruction) (Notch, bool) {
	from, to, ok := f.Wall.meets(o)
	if !ok || !o.Rises {
		return Notch{}, false
	}
	w := f.Wall
	a, b := w.At(0), w.At(w.Length)
	long := a.Distance(b)
	at := (from + to) / 2
	// how far its middle lies off the wall's middle, to the left
	mx, my := (o.From.X+o.To.X)/2, (o.From.Y+o.To.Y)/2
	left := ((my-a.Y)*(b.X-a.X) - (mx-a.X)*(b.Y-a.Y)) / long
	if w.Right {
		left = -left
	}
	depth := w.Lumber.Depth.Millimetres()
	off, half := depth/2+left, o.Width/2+o.Side
	n := Notch{What: o.name(), At: at, Off: f.length(off), Wide: to - from}
	near, far := off-half, depth-off-half // wood left at the snapped face and at the back
	least := 15.875
	switch {
	case near >= least && far >= least && 2*half <= 0.6*depth:
		n.How = "bore"
	case math.Min(near, far) < least && depth-math.Max(near, far) <= 0.4*depth:
		n.How, n.Back = "notch", far < near
		n.Depth = f.length(depth - math.Max(near, far))
	default:
		n.How = "through"
	}
	return n, true
}

// hold holds back what lies in a stretch that waits.
func (f *framer) holdPending() {
	for _, p := range f.Wall.Pending {
		var ids []string
		for i := range f.Members {
			m := &f.Members[i]
			if m.Kind != HeaderPly && m.Kind != SillPiece && m.Kind != TopPlate && m.Kind != Block && m.From < p.To && m.To > p.From {
				m.Pending = p.What
				ids = append(ids, m.ID)
			}
		}
		f.find(Stop, "pending", p.From+(p.To-p.From)/2, ids,
			fmt.Sprintf("From %s to %s it waits: %s. Plate and studs there are counted and shown, not cut.", f.say(p.From), f.say(p.To), p.What),
			"Take the stretch off once that is done; measure again where the floor was opened.")
	}
}

// Say is how the plate is cut there, in words.
func (n Notch) Say(rules Rules) string {
	say := func(l measure.Length) string { return rules.Units.Say(l, rules.Mark) }
	switch n.How {
	case "bore":
		return fmt.Sprintf("Bore %s, its middle %s from the snapped face.", say(n.Wide), say(n.Off))
	case "notch":
		face := "the snapped face"
		if n.Back {
			face = "the back face"
		}
		return fmt.Sprintf("Notch %s wide and %s deep from %s.", say(n.Wide), say(n.Depth.Up(rules.Mark)), face)
	}
	return fmt.Sprintf("It takes the plate through, %s wide: fix the plate on both sides and strap across.", say(n.Wide))
}
