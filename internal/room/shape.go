package room

import (
	"fmt"
	"math"
	"sort"

	"gonum.org/v1/gonum/mat"

	"homalos/internal/geo"
	"homalos/internal/survey"
)

// Shape is a room solved from its ties by least squares. The first corner
// lies at the origin, the second to the right of it.
type Shape struct {
	Corners []CornerFound
	Ties    []TieFound
	Missing int     // how many further measurements the corners need at least
	Spare   int     // measurements beyond those needed: what a slip can be found by
	Closing float64 // going round by the sides as taped: how far from the start one ends, mm
	Closed  bool    // every side is taped and every corner pinned, so Closing is given
	Crosses [][2]int
	Next    []TieWanted
}

// CornerFound is a corner with its 95 % ellipse.
type CornerFound struct {
	At           geo.Point
	Pinned       bool    // false: loose, At is only where it may be
	Major, Minor float64 // half axes, mm
	Tilt         float64 // of the major axis, degrees from x
	Angled       bool    // the angle is held, wherever the corner is
	Inside       float64 // degrees, on the room's side
	InsideSpread float64 // half its 95 % interval, degrees
}

// TieFound is what the others say of one tie.
type TieFound struct {
	Misfit   float64 // reading less foretold by all, mm or degrees
	Foretold float64
	Checked  bool    // the others foretell it too: a slip would show
	Off      float64 // reading less what the others foretell, given with Checked
	OffBy    float64 // standard error of Off
	Doubtful bool
	CantBe   string // why no room has this length; it is left out then
	Slip     *survey.Slip
}

// TieWanted is a length worth taping next.
type TieWanted struct {
	From, To int
	Pins     []int // loose corners that it pins
	Narrows  float64
}

const (
	ellipse95 = 2.4477 // √5.991: 95 % of a normal spread in two directions
	normal95  = 1.96
	fairTape  = 1.5 // mm, standard error of a tape asked for
	tieDoubt  = 3.5 // a misfit of so many standard errors is no chance
)

// Solve finds the room's corners from its ties. slips names what a reading may
// have been misread from; it may be nil. Ties that no room can have are left
// out and say why; a tie that the others contradict is named and left out.
func Solve(corners []Corner, ties []Tie, slips func(Tie, float64) []survey.Slip) Shape {
	n := len(corners)
	s := Shape{Corners: make([]CornerFound, n), Ties: make([]TieFound, len(ties)), Missing: max(2*n-3, 0)}
	if n < 2 {
		return s
	}
	s.impossible(ties, corners)
	out := map[int]bool{}
	for i := range ties {
		out[i] = s.Ties[i].CantBe != ""
	}
	start := settleBest(corners, without(ties, out))
	a := weighUp(without(ties, out), start)
	for range 3 { // slips are few: each is named before the next is looked for
		i, found := worst(ties, out, a)
		if i < 0 {
			break
		}
		i, found = s.blame(corners, ties, out, a, i, found, slips)
		s.Ties[i] = found
		out[i] = true
		a = weighUp(without(ties, out), resettle(corners, without(ties, out), a.at))
	}
	s.describe(corners, ties, out, a)
	return s
}

func without(ties []Tie, out map[int]bool) []Tie {
	var kept []Tie
	for i, t := range ties {
		if !out[i] {
			kept = append(kept, t)
		}
	}
	return kept
}

// against compares a tie with what the others foretell, by the closed form of
// leaving one out. ok is false where nothing else checks it.
func against(t Tie, a adjustment) (off, sigma float64, ok bool) {
	row := a.row(t)
	share := 1 - a.variance(row)/(t.Sigma*t.Sigma) // redundancy: how much of a slip shows in the misfit
	if !a.held(row) || share < 0.02 {
		return 0, 0, false
	}
	return t.misfit(a.at) / share, t.Sigma / math.Sqrt(share), true
}

// worst is the tie that the others contradict most, if any.
func worst(ties []Tie, out map[int]bool, a adjustment) (int, TieFound) {
	best, found, most := -1, TieFound{}, tieDoubt
	for i, t := range ties {
		if out[i] || t.Sure {
			continue
		}
		if off, sigma, ok := against(t, a); ok && math.Abs(off)/sigma > most {
			best, most = i, math.Abs(off)/sigma
			found = TieFound{Checked: true, Off: off, OffBy: sigma, Doubtful: true, Misfit: t.misfit(a.at), Foretold: t.Value - off}
		}
	}
	return best, found
}

// blame looks again at all ties nearly as bad as the worst, each left out in
// turn: with little to spare a slip in one shows in others as much. The one
// whose absence leaves the rest in best accord, and whose error is one that
// people make, is it.
func (s *Shape) blame(corners []Corner, ties []Tie, out map[int]bool, a adjustment, first int, found TieFound, slips func(Tie, float64) []survey.Slip) (int, TieFound) {
	type suspect struct {
		i int
		z float64
	}
	var all []suspect
	for i, t := range ties {
		if out[i] || t.Sure {
			continue
		}
		if off, sigma, ok := against(t, a); ok {
			all = append(all, suspect{i, math.Abs(off) / sigma})
		}
	}
	sort.SliceStable(all, func(i, j int) bool { return all[i].z > all[j].z })
	best, score := first, math.Inf(-1)
	for k, one := range all {
		if k >= 14 || one.z < all[0].z*0.5 {
			break
		}
		out[one.i] = true
		rest := without(ties, out)
		b := weighUp(rest, resettle(corners, rest, a.at))
		out[one.i] = false
		t := ties[one.i]
		row := b.row(t)
		if !b.held(row) {
			continue
		}
		sigma := math.Sqrt(b.variance(row) + t.Sigma*t.Sigma)
		off := t.misfit(b.at)
		f := TieFound{Checked: true, Off: off, OffBy: sigma, Doubtful: true, Misfit: t.misfit(a.at), Foretold: t.Value - off}
		points := -0.5 * b.cost
		if slips != nil {
			if slip, fits := survey.Likeliest(slips(t, off), off, sigma); slip != nil {
				f.Slip = slip
				points += fits
			} else {
				points -= 6
			}
		}
		if points > score {
			best, score, found = one.i, points, f
		}
	}
	return best, found
}

// impossible marks lengths that no room can have: longer than a way round by
// other lengths (the triangle inequality, and its like for more corners).
func (s *Shape) impossible(ties []Tie, corners []Corner) {
	n := len(corners)
	for bad := true; bad; {
		bad = false
		over, which, via := 0.0, -1, ""
		for i, t := range ties {
			if t.Kind != LengthTie || s.Ties[i].CantBe != "" {
				continue
			}
			way, slack, path := shortest(ties, s.Ties, i, n)
			if extra := t.Value - way - 4*math.Hypot(t.Sigma, slack); extra > over {
				over, which, via = extra, i, said(path, corners)
			}
		}
		if which >= 0 {
			s.Ties[which].CantBe = fmt.Sprintf("longer than the way by %s: one of these lengths is wrong", via)
			s.Ties[which].Doubtful = true
			bad = true
		}
	}
}

func said(path []int, corners []Corner) string {
	text := ""
	for i, c := range path {
		if i > 0 {
			text += "–"
		}
		text += corners[c].ID
	}
	return text
}

// shortest way between the ends of a tie by the other lengths.
func shortest(ties []Tie, found []TieFound, skip, n int) (way, slack float64, path []int) {
	from, to := ties[skip].From, ties[skip].To
	far, back, var2 := make([]float64, n), make([]int, n), make([]float64, n)
	for i := range far {
		far[i], back[i] = math.Inf(1), -1
	}
	far[from] = 0
	for range n { // Bellman and Ford: rooms have few corners
		for i, t := range ties {
			if i == skip || t.Kind != LengthTie || found[i].CantBe != "" || t.From == from && t.To == to || t.From == to && t.To == from {
				continue
			}
			for _, e := range [2][2]int{{t.From, t.To}, {t.To, t.From}} {
				if d := far[e[0]] + t.Value; d < far[e[1]]-1e-9 {
					far[e[1]], back[e[1]], var2[e[1]] = d, e[0], var2[e[0]]+t.Sigma*t.Sigma
				}
			}
		}
	}
	for c := to; c >= 0; c = back[c] {
		path = append([]int{c}, path...)
	}
	return far[to], math.Sqrt(var2[to]), path
}

// describe writes down what was found.
func (s *Shape) describe(corners []Corner, ties []Tie, out map[int]bool, a adjustment) {
	n := len(corners)
	s.Missing = 2*n - 3 - a.rank
	s.Spare = len(a.ties) - a.rank
	for i := range s.Corners {
		c := &s.Corners[i]
		c.At = a.at[i]
		c.Pinned = a.pinned(i)
		c.Major, c.Minor, c.Tilt = a.ellipse(i)
		if n > 2 {
			angle := Tie{Kind: AngleTie, At: i, From: (i + n - 1) % n, To: (i + 1) % n}
			c.Inside, _ = angle.foretell(a.at)
			row := a.row(angle)
			c.Angled = a.held(row)
			c.InsideSpread = normal95 * math.Sqrt(a.variance(row))
		}
	}
	for i, t := range ties {
		f := &s.Ties[i]
		if out[i] {
			if f.CantBe != "" {
				f.Foretold, _ = t.foretell(a.at)
				f.Misfit = t.misfit(a.at)
			}
			continue
		}
		f.Foretold, _ = t.foretell(a.at)
		f.Misfit = t.misfit(a.at)
		f.Off, f.OffBy, f.Checked = against(t, a)
	}
	s.closing(ties, out, a)
	s.Crosses = geo.Crossings(a.at)
	s.Next = a.wanted(s.Corners, ties, out)
}

func (a *adjustment) pinned(i int) bool {
	for axis := range 2 {
		if u := unknown(i, axis); u >= 0 && a.loose != nil {
			row := mat.NewVecDense(2*a.n-3, nil)
			row.SetVec(u, 1)
			if a.slack(row) > 1e-3 {
				return false
			}
		}
	}
	return true
}

// ellipse is the 95 % ellipse of a corner.
func (a *adjustment) ellipse(i int) (major, minor, tilt float64) {
	get := func(p, q int) float64 {
		u, v := unknown(i, p), unknown(i, q)
		if u < 0 || v < 0 {
			return 0
		}
		return a.cov.At(u, v)
	}
	xx, xy, yy := get(0, 0), get(0, 1), get(1, 1)
	mid, half := (xx+yy)/2, math.Hypot((xx-yy)/2, xy)
	tilt = math.Atan2(2*xy, xx-yy) / 2 * 180 / math.Pi
	return ellipse95 * math.Sqrt(mid+half), ellipse95 * math.Sqrt(math.Max(mid-half, 0)), tilt
}

// closing goes round by the sides as taped, turning as solved.
func (s *Shape) closing(ties []Tie, out map[int]bool, a adjustment) {
	n := a.n
	if n < 3 || s.Missing > 0 {
		return
	}
	side := make([]float64, n)
	for i, t := range ties {
		if t.Kind != LengthTie || out[i] {
			continue
		}
		if (t.From+1)%n == t.To {
			side[t.From] = t.Value
		} else if (t.To+1)%n == t.From {
			side[t.To] = t.Value
		}
	}
	var end geo.Point
	for i, long := range side {
		if long == 0 {
			return
		}
		b := bearing(a.at[i], a.at[(i+1)%n])
		end.X += long * math.Cos(b)
		end.Y += long * math.Sin(b)
	}
	s.Closing, s.Closed = math.Hypot(end.X, end.Y), true
}

// wanted ranks lengths not taped yet: those that pin loose corners first, then
// those that narrow the widest corner most.
func (a *adjustment) wanted(found []CornerFound, ties []Tie, out map[int]bool) []TieWanted {
	have := map[[2]int]bool{}
	for i, t := range ties {
		if t.Kind == LengthTie && !out[i] {
			have[[2]int{min(t.From, t.To), max(t.From, t.To)}] = true
		}
	}
	type ranked struct {
		TieWanted
		slack float64
	}
	var all []ranked
	widest := 0
	for i, c := range found {
		if c.Major > found[widest].Major {
			widest = i
		}
	}
	for from := range a.n {
		for to := from + 1; to < a.n; to++ {
			side := to == from+1 || from == 0 && to == a.n-1
			if have[[2]int{from, to}] || !side && !inSight(a.at, from, to) {
				continue
			}
			t := Tie{Kind: LengthTie, From: from, To: to, Value: a.at[from].Distance(a.at[to]), Sigma: fairTape}
			row := a.row(t)
			w := ranked{TieWanted{From: from, To: to}, a.slack(row)}
			if w.slack <= 0.05 {
				w.slack = 0
				for axis := range 2 {
					if u := unknown(widest, axis); u >= 0 {
						var cu mat.VecDense
						cu.MulVec(a.cov, row)
						w.Narrows += cu.AtVec(u) * cu.AtVec(u) / (a.variance(row) + fairTape*fairTape)
					}
				}
			}
			all = append(all, w)
		}
	}
	sort.SliceStable(all, func(i, j int) bool { return all[i].slack > all[j].slack+1e-9 })
	for k := range all[:min(len(all), 24)] { // the promising ones: what each would pin
		w := &all[k]
		if w.slack <= 0.05 {
			break
		}
		t := Tie{Kind: LengthTie, From: w.From, To: w.To, Value: a.at[w.From].Distance(a.at[w.To]), Sigma: fairTape}
		b := weighUp(append(append([]Tie(nil), a.ties...), t), a.at)
		for i := range found {
			if !found[i].Pinned && b.pinned(i) {
				w.Pins = append(w.Pins, i)
			}
		}
	}
	sort.SliceStable(all, func(i, j int) bool {
		p, q := all[i], all[j]
		if len(p.Pins) != len(q.Pins) {
			return len(p.Pins) > len(q.Pins)
		}
		if (p.slack > 0.05) != (q.slack > 0.05) {
			return p.slack > q.slack
		}
		if p.slack > 0.05 {
			return p.slack > q.slack+1e-9
		}
		return p.Narrows > q.Narrows
	})
	var wants []TieWanted
	for i, w := range all {
		if i == 6 {
			break
		}
		wants = append(wants, w.TieWanted)
	}
	return wants
}
