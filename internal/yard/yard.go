// Package yard knows what a job wants from the yard: lumber by its sticks, boards by
// their sheet plan, insulation by bay, fixings by the crew's schedule, anchors, straps,
// adhesive and membrane. It counts, prices and orders; how wood is cut or boards hang is
// worked out before.
//
// Source of the counts: the work, step 7. Local codes and makers' sheets decide over
// every schedule of fixings.
package yard

import (
	"cmp"
	"math"
	"slices"

	"homalos/internal/measure"
	"homalos/internal/saw"
	"homalos/internal/sheeting"
	"homalos/internal/wood"
	"homalos/internal/work"
)

// Row is one line of the yard list.
type Row struct {
	What   string         // lumber, or as job.Goods calls it
	Lumber string         // of lumber: which,
	Stock  measure.Length // and of what length; of an anchor: how long it is, 0 where that isn't given
	Long   bool           // it counts in feet or metres
	Layer  string         // of a layer: what it is; it counts in square feet or metres
	Need   float64
	There  float64 // of that, what is there already
	Cull   float64 // how many more are ordered, as some are no good
	Order  float64 // whole packs of them, in pieces
	Pack   int     // pieces in a pack
	Each   float64 // price of a pack
	Priced bool
	Price  float64
	How    []Part // that it is made up of
}

// Part is one part of what is needed.
type Part struct {
	What PartOf
	Wall string // ""; of all
	N    float64
}

// PartOf is what a part of a row is for.
type PartOf string

// What fixings are counted for.
const (
	Ends    PartOf = "ends"    // of pieces that stand
	Between PartOf = "between" // ends of pieces between others
	Along   PartOf = "along"   // wood along wood: jacks, plies, doubled plates
	Corners PartOf = "corners" // where walls meet
	Boards  PartOf = "boards"  // under boards
	Floor   PartOf = "floor"   // bottom plates
	Ceiling PartOf = "ceiling" // top plates
	Ties    PartOf = "ties"    // of top plates
	Faces   PartOf = "faces"   // of walls
	Bays    PartOf = "bays"    // of walls
	ByPlan  PartOf = "plan"    // sticks that the plan takes
	IsThere PartOf = "there"   // of those, what is there
)

// List is all that is wanted.
type List struct {
	Rows   []Row
	Sum    float64 // of what has a price
	Tax    float64
	Open   int      // rows to be ordered that have no price
	Unread []string // walls whose height isn't known: their boards and insulation aren't counted
	Bays   []Bay
}

// Bay is the insulation of one bay.
type Bay struct {
	Wall       string
	From, To   measure.Length // stations
	Wide, High measure.Length // as it is cut
	Across     int            // so many side by side
}

// counter adds up what is wanted.
type counter struct {
	r     *work.Result
	list  *List
	parts map[name][]Part
	order []name
}

// name is which row something counts to.
type name struct {
	what  string
	stock measure.Length // of a layer: how thick it is
	long  bool
	layer string
}

// Of is what a job wants from the yard, as it stands at the saw.
func Of(r *work.Result, now *saw.Now) List {
	c := &counter{r: r, list: &List{}, parts: map[name][]Part{}}
	for i := range now.Lumber {
		c.lumber(&now.Lumber[i])
	}
	for _, w := range r.Walls {
		c.boards(w)
	}
	for _, w := range r.Walls {
		c.insulation(w)
	}
	for _, w := range r.Walls {
		c.anchors(w)
		c.layers(w)
	}
	for _, w := range r.Lists() {
		c.nails(w)
	}
	c.rows()
	for _, row := range c.list.Rows {
		c.list.Sum += row.Price
		if !row.Priced && row.Order > 0 {
			c.list.Open++
		}
	}
	c.list.Tax = c.list.Sum * r.Tax / 100
	return *c.list
}

// add counts so many to a row.
func (c *counter) add(n name, of PartOf, wall string, many float64) {
	if many == 0 {
		return
	}
	if _, known := c.parts[n]; !known {
		c.order = append(c.order, n)
	}
	for i, p := range c.parts[n] {
		if p.What == of && p.Wall == wall {
			c.parts[n][i].N += many
			return
		}
	}
	c.parts[n] = append(c.parts[n], Part{of, wall, many})
}

func (c *counter) each(what string, of PartOf, wall string, n int) {
	c.add(name{what: what}, of, wall, float64(n))
}

// long counts feet or metres.
func (c *counter) long(what string, of PartOf, wall string, l measure.Length) {
	per := c.r.Rules.Units.Pick(12*measure.Inch, measure.Metre)
	c.add(name{what: what, long: true}, of, wall, l.Millimetres()/per.Millimetres())
}

// lumber are the sticks of one: those to buy, and of each length there already those
// that are used.
func (c *counter) lumber(l *saw.Lumber) {
	lumber := c.r.ByID(l.Lumber)
	prices := lumber.Priced()
	rows := map[measure.Length]*Row{}
	var order []measure.Length
	parts := map[*wood.OnHand]map[measure.Length]int{} // of sticks with defects: how often each part is used
	for _, s := range l.Sticks {
		if s.There != nil && len(s.There.Defects) > 0 {
			if parts[s.There] == nil {
				parts[s.There] = map[measure.Length]int{}
			}
			before := most(parts[s.There])
			if parts[s.There][s.From]++; most(parts[s.There]) == before {
				continue // another part of a stick that is counted
			}
		}
		if s.There != nil && s.There.What == "offcut" {
			continue // it isn't anything that is sold
		}
		row := rows[s.Stock]
		if row == nil {
			row = &Row{What: "lumber", Lumber: l.Lumber, Stock: s.Stock, Pack: 1}
			rows[s.Stock], order = row, append(order, s.Stock)
		}
		row.Need++
		if s.There != nil {
			row.There++
		}
	}
	slices.Sort(order)
	c.cull(order, rows)
	for _, stock := range order {
		row := rows[stock]
		row.How = []Part{{ByPlan, "", row.Need}, {IsThere, "", -row.There}}
		row.Order = row.Need - row.There + row.Cull
		if k := slices.Index(lumber.Stock, stock); k >= 0 && len(lumber.Prices) > 0 {
			row.Each, row.Priced = prices[k], true
			row.Price = row.Order * row.Each
		}
		c.list.Rows = append(c.list.Rows, *row)
	}
}

// most is the largest of some counts.
func most(counts map[measure.Length]int) (out int) {
	for _, n := range counts {
		out = max(out, n)
	}
	return out
}

// cull says how many more of each length are ordered, as some of a lumber's sticks are
// no good: of all together, shared out by how many each has.
func (c *counter) cull(order []measure.Length, rows map[measure.Length]*Row) {
	bought := 0.0
	for _, r := range rows {
		bought += r.Need - r.There
	}
	more := math.Ceil(bought*100/(100-c.r.Cull)-1e-9) - bought
	for given := 0.0; given < more; given++ {
		best, want := (*Row)(nil), 0.0
		for _, stock := range order {
			r := rows[stock]
			if n := r.Need - r.There; n > 0 && (best == nil || n/(r.Cull+1) > want) {
				best, want = r, n/(r.Cull+1)
			}
		}
		best.Cull++
	}
}

// boards are those that the faces are cut from, and their screws.
func (c *counter) boards(w *work.Wall) {
	for _, f := range w.Faces {
		if f.Unread {
			if !slices.Contains(c.list.Unread, w.Wall.ID) {
				c.list.Unread = append(c.list.Unread, w.Wall.ID)
			}
			continue
		}
		for _, p := range f.Pieces {
			if !p.Rest {
				c.each("board", Faces, w.Wall.ID, 1)
			}
			c.each("board-screw", Boards, w.Wall.ID, c.screws(w, p))
		}
	}
}

// screws under one board: along each upright that it lies on.
func (c *counter) screws(w *work.Wall, p sheeting.Piece) (n int) {
	for _, m := range w.Members {
		if !m.Kind.Upright() || m.To <= p.From || m.From >= p.To {
			continue
		}
		for _, h := range p.Holes {
			if m.From >= h.From && m.To <= h.To && h.Low <= p.Low && h.High >= p.High {
				m.Kind = ""
			}
		}
		if m.Kind != "" {
			n += int(p.Up()/c.r.Nailing.Board) + 1
		}
	}
	return n
}

// insulation fills the bays of a wall.
func (c *counter) insulation(w *work.Wall) {
	of, in := c.r.Insulation, w.Wall
	if of.Width == 0 || !c.r.Filled(in.ID) {
		return
	}
	if !w.Section.Known {
		if !slices.Contains(c.list.Unread, in.ID) {
			c.list.Unread = append(c.list.Unread, in.ID)
		}
		return
	}
	plates := measure.Length(0)
	for _, p := range append(slices.Clone(in.Bottom), in.Top...) {
		plates += p.Thickness
	}
	for _, b := range w.Bays(c.r.Rules) {
		if b.Clear() <= 0 {
			continue
		}
		at := b.From + b.Clear()/2
		high := measure.FromMillimetres(w.Section.CeilingAt(at)-w.Section.FloorAt(at)) - plates
		if high <= 0 {
			continue
		}
		one := Bay{Wall: in.ID, From: b.From, To: b.To, Wide: (b.Clear() + of.Over).Nearest(c.r.Rules.Mark), High: (high + of.Over).Nearest(c.r.Rules.Mark)}
		one.Across = int((one.Wide + of.Width - 1) / of.Width)
		c.list.Bays = append(c.list.Bays, one)
		c.add(name{what: "insulation"}, Bays, in.ID, float64(one.Across)*one.High.Millimetres()/of.Length.Millimetres())
	}
}

// rows writes down what was counted, with what of it is there and what it costs.
func (c *counter) rows() {
	at := func(n name) int { return slices.Index(Goods, n.what) }
	slices.SortStableFunc(c.order, func(a, b name) int {
		return cmp.Or(cmp.Compare(at(a), at(b)), cmp.Compare(a.layer, b.layer), cmp.Compare(a.stock, b.stock))
	})
	there := map[string]float64{}
	for what, g := range c.r.Goods {
		there[what] = g.There
	}
	for _, n := range c.order {
		g := c.r.Goods[n.what]
		row := Row{What: n.what, Stock: n.stock, Long: n.long, Layer: n.layer, How: c.parts[n], Pack: max(1, g.Pack)}
		for _, p := range row.How {
			row.Need += p.N
		}
		if n.what == "insulation" || n.long || n.layer != "" {
			row.Need = math.Ceil(row.Need - 1e-6)
		}
		row.There = min(there[n.what], row.Need)
		there[n.what] -= row.There
		packs := math.Ceil((row.Need-row.There)/float64(row.Pack) - 1e-9)
		row.Order = packs * float64(row.Pack)
		if g.Price > 0 {
			row.Each, row.Priced, row.Price = g.Price, true, packs*g.Price
		}
		c.list.Rows = append(c.list.Rows, row)
	}
}

// Goods is what is bought beside lumber, in the order that it is listed.
var Goods = []string{"board", "insulation", "nail", "track-screw", "board-screw", "screw", "pin", "bolt", "resin", "self-drilling", "adhesive", "membrane", "strap", "strap-nail", "layer"}
