package raising

import (
	"cmp"
	"errors"
	"math"
	"slices"
	"strings"

	"gonum.org/v1/gonum/graph"
	"gonum.org/v1/gonum/graph/simple"
	"gonum.org/v1/gonum/graph/topo"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Turn is one wall in the order that they go up.
type Turn struct {
	Wall  string
	After []string // that it waits for
	Why   string
	// Boarded are walls whose face it would shut off: they are boarded before it stands.
	Boarded []string
}

// Order is the walls as they go up, and what is wrong with the order that is chosen.
type Order struct {
	Turns    []Turn
	Findings []framing.Finding
}

// waits is that one wall stands after another, and why.
type waits struct {
	wall, after int
	why         string
}

// InOrder puts the walls in order: those that run past before those that butt them, none
// where another lies down that clears from nowhere else, short returns early. The crew's
// own order is kept, and what it breaks is told.
func InOrder(r *work.Result, all []Raising) Order {
	x := newRaiser(r)
	index := map[string]int{}
	for i, a := range all {
		index[a.Wall.Wall.ID] = i
	}
	edges := x.waits(all)
	var out Order
	turns := sorted(all, edges, x, &out)
	if x.Doc.Order != nil {
		turns = x.chosen(all, turns, edges, index, &out)
	}
	for _, i := range turns {
		t := Turn{Wall: all[i].Wall.Wall.ID, After: []string{}}
		for _, e := range edges {
			if e.wall == i {
				t.After = append(t.After, all[e.after].Wall.Wall.ID)
				if t.Why == "" {
					t.Why = e.why
				}
			}
		}
		t.Boarded = x.boarded(all, turns, i)
		if w := all[i].Wall; t.Why == "" && w.Wall.Length < x.short() && len(w.Joined)+len(w.Meetings) > 0 {
			t.Why = x.Rules.Tell(words.ShortReturnEarly)
		}
		if t.Why == "" {
			t.Why = x.Rules.Tell(words.NothingInItsWay)
		}
		out.Turns = append(out.Turns, t)
	}
	return out
}

// short is below what length a wall is a return that braces what it meets. Usual: 4 ft
// (1200 mm).
func (r *raiser) short() measure.Length {
	return r.Rules.Units.Pick(48*measure.Inch, 1200*measure.Millimetre)
}

// boarded are the walls before one in order that it would stand too near to for their
// boards to be hung on that side.
func (r *raiser) boarded(all []Raising, turns []int, i int) (out []string) {
	for _, k := range turns {
		if k == i {
			return out
		}
		a, b := all[k].Wall, all[i].Wall
		meets := slices.ContainsFunc(r.Meets, func(m site.Meet) bool {
			return m.Wall == a.Wall && m.Other == b.Wall || m.Wall == b.Wall && m.Other == a.Wall
		})
		near := func(side Side) bool { return r.overlaps(a, side, atWork(r.Rules.Units).Millimetres(), b) }
		if !meets && len(a.Faces) > 0 && (near(Left) || near(Right)) {
			out = append(out, a.Wall.ID)
		}
	}
	return out
}

// waits are what each wall waits for.
func (r *raiser) waits(all []Raising) (out []waits) {
	at := map[*framing.Wall]int{}
	for i, a := range all {
		at[a.Wall.Wall] = i
	}
	has := func(wall, after int) bool {
		return slices.ContainsFunc(out, func(w waits) bool { return w.wall == wall && w.after == after })
	}
	for _, m := range r.Meets {
		i, known := at[m.Wall]
		k, other := at[m.Other]
		if known && other && i != k && !has(i, k) && !has(k, i) {
			out = append(out, waits{i, k, r.Rules.Tell(words.ButtsThatWall, m.Wall.ID, m.Other.ID)})
		}
	}
	for i, a := range all {
		if a.Way == InPlace {
			continue
		}
		for k, b := range all {
			if i == k || has(k, i) {
				continue
			}
			shut := true
			for _, t := range a.Tilt {
				clear := len(t.Blocked) == 0 && t.Clears != No
				if clear && !r.overlaps(a.Wall, t.Side, Sweep(a.Highest, a.Wall.Wall.Lumber.Depth.Millimetres()), b.Wall) {
					shut = false
				}
			}
			if shut && a.canLie() {
				out = append(out, waits{k, i, r.Rules.Tell(words.ShutOutBy, a.Wall.Wall.ID, b.Wall.Wall.ID)})
			}
		}
	}
	return out
}

// canLie says that it has room to lie down somewhere, before others stand.
func (a Raising) canLie() bool {
	return slices.ContainsFunc(a.Tilt[:], func(t Tilt) bool { return len(t.Blocked) == 0 && t.Clears != No && t.Known })
}

// node is a wall in the graph.
type node int64

func (n node) ID() int64 { return int64(n) }

// sorted orders the walls by what each waits for; walls that wait for each other in a
// circle are told, and stand as they were given.
func sorted(all []Raising, edges []waits, r *raiser, out *Order) (turns []int) {
	g := simple.NewDirectedGraph()
	for i := range all {
		g.AddNode(node(i))
	}
	for _, e := range edges {
		if g.Edge(int64(e.after), int64(e.wall)) == nil {
			g.SetEdge(g.NewEdge(node(e.after), node(e.wall)))
		}
	}
	short := r.short()
	early := func(a, b graph.Node) int {
		x, y := all[a.ID()].Wall.Wall, all[b.ID()].Wall.Wall
		rank := func(w *framing.Wall) int {
			if w.Length < short {
				return 0
			}
			return 1
		}
		return cmp.Or(cmp.Compare(rank(x), rank(y)), cmp.Compare(a.ID(), b.ID()))
	}
	nodes, err := topo.SortStabilized(g, func(n []graph.Node) { slices.SortStableFunc(n, early) })
	var circles topo.Unorderable
	if errors.As(err, &circles) {
		for _, c := range circles {
			var names []string
			for _, n := range c {
				names = append(names, all[n.ID()].Wall.Wall.ID)
			}
			slices.Sort(names)
			out.Findings = append(out.Findings, framing.Finding{
				Code: "order-circle", Level: framing.Warn, Text: r.Rules.Tell(words.OrderGoesRound, strings.Join(names, ", ")), Fix: r.Rules.Tell(words.OrderTheyAreBuiltIn),
			})
		}
	}
	seen := map[int]bool{}
	add := func(i int) {
		if !seen[i] {
			seen[i], turns = true, append(turns, i)
		}
	}
	circle := 0
	for _, n := range nodes {
		if n != nil {
			add(int(n.ID()))
			continue
		}
		if circle < len(circles) {
			group := slices.Clone(circles[circle])
			slices.SortFunc(group, func(a, b graph.Node) int { return cmp.Compare(a.ID(), b.ID()) })
			for _, one := range group {
				add(int(one.ID()))
			}
			circle++
		}
	}
	for i := range all {
		add(i)
	}
	return turns
}

// chosen is the crew's order; walls that it doesn't name come after, as proposed. What
// stands before what it waits for is told.
func (r *raiser) chosen(all []Raising, proposed []int, edges []waits, index map[string]int, out *Order) (turns []int) {
	seen := map[int]bool{}
	for _, id := range r.Doc.Order {
		i, known := index[id]
		if !known {
			out.Findings = append(out.Findings, framing.Finding{Code: "order-astray", Level: framing.Note, Text: r.Rules.Tell(words.OrderNamesNoWall, id), Fix: r.Rules.Tell(words.TakeItOutOfTheOrder)})
			continue
		}
		if seen[i] {
			out.Findings = append(out.Findings, framing.Finding{Code: "order-twice", Level: framing.Note, Text: r.Rules.Tell(words.OrderNamesTwice, id), Fix: r.Rules.Tell(words.TakeOneOut)})
			continue
		}
		seen[i], turns = true, append(turns, i)
	}
	for _, i := range proposed {
		if !seen[i] {
			turns = append(turns, i)
		}
	}
	place := map[int]int{}
	for n, i := range turns {
		place[i] = n
	}
	for _, e := range edges {
		if place[e.wall] < place[e.after] {
			a, b := all[e.wall].Wall.Wall.ID, all[e.after].Wall.Wall.ID
			out.Findings = append(out.Findings, framing.Finding{Code: "order-breaks", Level: framing.Warn, Text: r.Rules.Tell(words.OrderBroken, a, b, e.why), Fix: r.Rules.Tell(words.MoveItAfter, a, b)})
		}
	}
	return turns
}

// Say is what can be said of a way up.
func (t *Tilt) Say(x *work.Result) string {
	tell := x.Rules.Tell
	side := tell(words.SideLeft)
	if t.Side == Right {
		side = tell(words.SideRight)
	}
	say := func(v float64) words.Fine { return words.Fine(measure.FromMillimetres(math.Abs(v))) }
	switch {
	case !t.Known:
		return tell(words.HeightNotRead)
	case len(t.Blocked) > 0:
		return tell(words.TiltBlocked, side, t.Blocked[0])
	case t.Clears == Yes:
		return tell(words.TiltClears, side, say(t.Clearance), t.Station)
	case t.Clears == No:
		return tell(words.TiltJams, side, say(t.Clearance), t.Station)
	}
	return tell(words.TiltUnsure, side, t.Station, say(t.Spread))
}
