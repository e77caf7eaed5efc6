package site

import (
	"cmp"
	"fmt"
	"slices"

	"homalos/internal/boring"
	"homalos/internal/closing"
	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

func (r *resolver) setRules() {
	d, u := r.Doc, r.Doc.Units
	rules := job.Rules{}
	if d.Rules != nil {
		rules = *d.Rules
	}
	in := measure.Inch
	r.Rules = framing.Rules{
		Units: u,
		Mark: r.within("mark", d.Mark, u.Pick(in/16, measure.Millimetre), measure.Millimetre/10,
			u.Pick(in, 20*measure.Millimetre)),
		Fit: r.within("rules.fit", rules.Fit, u.Pick(in/16, 2*measure.Millimetre), 0,
			u.Pick(2*in, 50*measure.Millimetre)),
		Hold: r.within("rules.hold", rules.Hold, u.Pick(3*in/16, 5*measure.Millimetre), measure.Millimetre/10,
			u.Pick(12*in, 300*measure.Millimetre)),
		Near: r.within("rules.near", rules.Near, u.Pick(24*in, 600*measure.Millimetre), 0,
			u.Pick(240*in, 6000*measure.Millimetre)),
		Reach: r.within("rules.reach", rules.Reach, u.Pick(30*in, 750*measure.Millimetre),
			u.Pick(2*in, 50*measure.Millimetre), u.Pick(240*in, 6000*measure.Millimetre)),
		Lap: r.within("rules.lap", rules.Lap, u.Pick(24*in, 600*measure.Millimetre), 0,
			u.Pick(240*in, 6000*measure.Millimetre)),
		TiltUp: rules.Method == "tilt-up", Words: words.Set(rules.Words),
	}
	r.Concrete = rules.Floor == "concrete"
	r.Rules.Concrete, r.Rules.Whole = r.Concrete, rules.Doorway == "whole"
	r.Kerf = r.within("rules.kerf", rules.Kerf, u.Pick(in/8, 3*measure.Millimetre), 0,
		u.Pick(in/2, 12*measure.Millimetre))
	r.Accept = r.within("rules.accept", rules.Accept, u.Pick(in/16, 3*measure.Millimetre/2), 0,
		u.Pick(in, 25*measure.Millimetre))
	r.Shim = r.within("rules.shim", rules.Shim, u.Pick(3*in/16, 5*measure.Millimetre), 0,
		u.Pick(2*in, 50*measure.Millimetre))
	if r.Shim < r.Accept {
		r.faults.Add("rules.shim", "it is less than rules.accept, %s: give at least that", r.write(r.Accept))
	}
	r.Square = r.within("rules.square", rules.Square, 0, 0, u.Pick(6*in, 150*measure.Millimetre))
	r.Keep = r.within("rules.keep", rules.Keep, u.Pick(12*in, 300*measure.Millimetre), 0, 10*measure.Metre)
	r.Bowed = r.within("rules.bowed", rules.Bowed, u.Pick(24*in, 600*measure.Millimetre),
		u.Pick(in, 25*measure.Millimetre), 10*measure.Metre)
	r.Cull, r.Tax, r.Longer = rules.Cull, rules.Tax, rules.Plan == "long"
	r.setInsulation(rules.Insulation)
	r.setGoods(rules)
	r.Board = r.within("rules.board", rules.Board, u.Pick(in/2, 25*measure.Millimetre/2), 0,
		u.Pick(4*in, 100*measure.Millimetre))
	r.Rules.Board = r.Board
	r.Marking = framing.Marking(rules.Marking)
	for i, b := range rules.Sheets {
		at := fmt.Sprintf("rules.sheets[%d]", i)
		side := func(name string, given job.Length) measure.Length {
			if !given.Given() {
				r.faults.Add(at+"."+name, "missing: give the board's %s", name)
			}
			return r.within(at+"."+name, given, u.Pick(48*in, 1200*measure.Millimetre),
				u.Pick(6*in, 150*measure.Millimetre), 10*measure.Metre)
		}
		r.Rules.Sheets = append(r.Rules.Sheets, framing.Sheet{Width: side("width", b.Width),
			Length: side("length", b.Length), Lying: b.Lie == "lying"})
	}
	if rules.Sheets == nil {
		r.Rules.Sheets = []framing.Sheet{framing.UsualSheet(u)}
	}
	if rules.FireBlocking != nil {
		r.Rules.FireBlocks = r.within("rules.fireBlocking.every", rules.FireBlocking.Every,
			framing.UsualFireBlocks(u), u.Pick(12*in, 300*measure.Millimetre), 20*measure.Metre)
	}
	r.Alike = r.within("rules.alike", rules.Alike, 0, 0, u.Pick(in/2, 12*measure.Millimetre))
	r.AlikeByWall = rules.AlikeBy == "wall"
	r.Bore = r.within("rules.bore", rules.Bore, boring.Room(u), 0, u.Pick(in, 25*measure.Millimetre))
	r.Infill = r.within("rules.infill", rules.Infill, closing.Usual(u), 0, u.Pick(in, 25*measure.Millimetre))
	r.Rules.Jambs = framing.UsualJambs(u)
	if rules.Jambs != nil {
		r.Rules.Jambs = nil
	}
	for i, j := range rules.Jambs {
		at := fmt.Sprintf("rules.jambs[%d]", i)
		if l, ok := r.must(at, j); ok {
			if l < u.Pick(2*in, 50*measure.Millimetre) || l > u.Pick(24*in, 600*measure.Millimetre) {
				r.faults.Add(at, "%s is no depth for a jamb", r.write(l))
			}
			r.Rules.Jambs = append(r.Rules.Jambs, l)
		}
	}
	r.Weights = framing.UsualWeights()
	for key, given := range rules.Weights.Given() {
		r.Weights[key] = given
	}
	r.setLimits(rules.Limits)
	if rules.Noggings != nil {
		r.nogged("rules.noggings", rules.Noggings, 0)
	}
	r.Rules.Floor, r.Rules.Ceiling = r.anchor("rules.fixFloor", rules.FixFloor), r.anchor("rules.fixCeiling",
		rules.FixCeiling)
	size := func(name string, given job.Length, inch, mm measure.Length) measure.Length {
		return r.within("rules."+name, given, u.Pick(inch, mm), 0, 20*measure.Metre)
	}
	mm := measure.Millimetre
	r.Usual = UsualSizes{
		DoorWider: size("doorWider", rules.DoorWider, 2*in, 80*mm), DoorHigher: size("doorHigher",
			rules.DoorHigher, 5*in/2, 50*mm),
		WindowWider: size("windowWider", rules.WindowWider, in, 20*mm), WindowHigher: size("windowHigher",
			rules.WindowHigher, in, 20*mm),
		Sill: size("sill", rules.Sill, 36*in, 900*mm),
	}
	leaf, unit := job.Size{}, job.Size{}
	if rules.Leaf != nil {
		leaf = *rules.Leaf
	}
	if rules.Unit != nil {
		unit = *rules.Unit
	}
	r.Usual.Leaf = [2]measure.Length{size("leaf.width", leaf.Width, 30*in, 800*mm),
		size("leaf.height", leaf.Height, 80*in, 2040*mm)}
	r.Usual.Unit = [2]measure.Length{size("unit.width", unit.Width, 36*in, 900*mm),
		size("unit.height", unit.Height, 48*in, 1200*mm)}
	r.Spacing = r.within("rules.spacing", rules.Spacing, u.Pick(16*in, 600*measure.Millimetre),
		u.Pick(4*in, 100*measure.Millimetre), u.Pick(96*in, 2400*measure.Millimetre))
}

// UsualSizes are the crew's: what a rough opening has over its leaf or unit, and
// what a new door or window is offered with, width and height. Usual practice (the
// work, step 5).
type UsualSizes struct {
	DoorWider, DoorHigher     measure.Length
	WindowWider, WindowHigher measure.Length
	Sill                      measure.Length
	Leaf, Unit                [2]measure.Length
}

func (r *resolver) setLumber() {
	seen := map[string]bool{}
	u := r.Doc.Units
	for i, l := range r.Doc.Lumber {
		path := fmt.Sprintf("lumber[%d]", i)
		r.id(path+".id", l.ID, seen, 64)
		lumber := &wood.Lumber{ID: l.ID, Treated: l.Treated, Track: l.Track, Steel: l.Steel}
		low, high := u.Pick(measure.Inch/4, 5*measure.Millimetre), u.Pick(24*measure.Inch, 600*measure.Millimetre)
		thin := low
		if l.Track {
			thin = measure.Millimetre / 10 // its metal
		}
		if !l.Thickness.Given() || !l.Depth.Given() {
			r.faults.Add(path, "thickness and depth must be given, as measured on one piece")
		}
		lumber.Thickness = r.within(path+".thickness", l.Thickness, thin, thin, high)
		lumber.Depth = r.within(path+".depth", l.Depth, low, low, high)
		stock := l.Stock
		if stock == nil {
			stock = job.Ls("96 in", "120 in", "144 in", "192 in")
			if u == measure.Metric {
				stock = job.Ls("2400 mm", "3000 mm", "3600 mm", "4800 mm")
			}
		}
		if len(stock) == 0 || len(stock) > 50 {
			r.faults.Add(path+".stock", "%d lengths: give 1 to 50, or leave it out for the usual ones", len(stock))
			stock = nil
		}
		for k, s := range stock {
			at := fmt.Sprintf("%s.stock[%d]", path, k)
			if !s.Given() {
				r.faults.Add(at, "empty: give a length")
				continue
			}
			lumber.Stock = insert(lumber.Stock, r.within(at, s, 12*measure.Inch,
				u.Pick(12*measure.Inch, 300*measure.Millimetre), 30*measure.Metre))
		}
		if len(lumber.Stock) == 0 { // a fault: the rest is looked at all the same
			lumber.Stock = []measure.Length{2400 * measure.Millimetre}
		}
		lumber.Density = l.Density
		if l.Density == 0 {
			lumber.Density = map[bool]float64{false: 525, true: 650}[l.Treated]
			if l.Track || l.Steel {
				lumber.Density = 7850
			}
		}
		r.steelStud(path, l, lumber)
		r.stockThere(path, l, lumber)
		if l.Track {
			lumber.Fit = r.within(path+".fit", l.Fit, framing.SteelFit(u), 0,
				u.Pick(2*measure.Inch, 50*measure.Millimetre))
		} else if l.Fit.Given() {
			r.faults.Add(path+".fit", "only track has a fit of its own; other walls have theirs")
		}
		r.Lumber = append(r.Lumber, lumber)
		r.byID[l.ID] = lumber
	}
}

// Nailing is the crew's schedule of fixings.
type Nailing struct {
	End         int            // in each end of a piece that is stood in place
	Flat        int            // through the plate, where a wall is built flat
	Step, Board measure.Length // along wood that lies on wood; along each stud under a board
}

// setGoods reads what is bought beside lumber, and how many fixings are counted. Usual
// practice: four at a slant in each end in place, two through the plate; 24 in (600 mm)
// along wood, 12 in (300 mm) under boards.
func (r *resolver) setGoods(rules job.Rules) {
	given := job.Nailing{}
	if rules.Nailing != nil {
		given = *rules.Nailing
	}
	u := r.Rules.Units
	r.Nailing = Nailing{
		End: given.End, Flat: given.End,
		Step: r.within("rules.nailing.step", given.Step, u.Pick(24*measure.Inch, 600*measure.Millimetre),
			u.Pick(2*measure.Inch, 50*measure.Millimetre), 3*measure.Metre),
		Board: r.within("rules.nailing.board", given.Board, u.Pick(12*measure.Inch, 300*measure.Millimetre),
			u.Pick(2*measure.Inch, 50*measure.Millimetre), 3*measure.Metre),
	}
	if given.End == 0 {
		r.Nailing.End, r.Nailing.Flat = 4, 2
	}
	r.Goods = map[string]job.Goods{}
	for i, g := range rules.Goods {
		if _, twice := r.Goods[g.What]; twice {
			r.faults.Add(fmt.Sprintf("rules.goods[%d].what", i), "%s is on the list already", g.What)
		}
		g.Pack = max(1, g.Pack)
		r.Goods[g.What] = g
	}
}

// UsualOver is how much larger than its bay insulation is cut. Usual practice: 3/8 in (10 mm).
func UsualOver(u measure.System) measure.Length {
	return u.Pick(3*measure.Inch/8, 10*measure.Millimetre)
}

// setInsulation reads what bays are filled with.
func (r *resolver) setInsulation(given *job.Insulation) {
	if given == nil {
		return
	}
	u, path := r.Rules.Units, "rules.insulation"
	side := func(name string, l job.Length, usual measure.Length) measure.Length {
		if !l.Given() {
			r.faults.Add(path+"."+name, "missing: give the %s of a slab or roll", name)
		}
		return r.within(path+"."+name, l, usual, u.Pick(4*measure.Inch, 100*measure.Millimetre), 30*measure.Metre)
	}
	r.Insulation = wood.Insulation{
		Width: side("width", given.Width, 600*measure.Millimetre), Length: side("length", given.Length,
			1200*measure.Millimetre),
		Over: r.within(path+".over", given.Over, UsualOver(u), 0, u.Pick(2*measure.Inch, 50*measure.Millimetre)),
	}
}

// mostParts is how many stretches of wood that is there are looked at, of one lumber.
const mostParts = 400

// stockThere reads what a lumber costs, and what of it is there.
func (r *resolver) stockThere(path string, l job.Lumber, lumber *wood.Lumber) {
	for k, p := range l.Prices {
		at := fmt.Sprintf("%s.prices[%d].length", path, k)
		long, ok := r.must(at, p.Length)
		twice := slices.ContainsFunc(lumber.Prices, func(o wood.Price) bool { return o.Length == long })
		switch {
		case !ok:
		case !slices.Contains(lumber.Stock, long):
			r.faults.Add(at, "%s isn't among the lengths that it is sold in", r.write(long))
		case twice:
			r.faults.Add(at, "%s has a price already", r.write(long))
		default:
			lumber.Prices = append(lumber.Prices, wood.Price{Length: long, Price: p.Price})
		}
	}
	parts := 0
	for k, h := range l.OnHand {
		at := fmt.Sprintf("%s.onHand[%d].length", path, k)
		long, ok := r.must(at, h.Length)
		if ok && (long <= 0 || long > 30*measure.Metre) {
			r.faults.Add(at, "%s is no length of a stick", r.write(long))
			continue
		}
		if h.What == "" {
			h.What = "stick"
		}
		one := wood.OnHand{Length: long, Count: h.Count, What: h.What, Place: h.Place, Label: h.Label,
			Bowed: h.Condition == "bowed"}
		for i, x := range h.Defects {
			at := fmt.Sprintf("%s.onHand[%d].defects[%d]", path, k, i)
			from, a := r.must(at+".from", x.From)
			to, b := r.must(at+".to", x.To)
			if a && b && ok && (from < 0 || to <= from || to > long) {
				r.faults.Add(at, "from %s to %s is no stretch of a stick of %s: measure both from the same end",
					r.write(from), r.write(to), r.write(long))
				continue
			}
			one.Defects = append(one.Defects, [2]measure.Length{from, to})
		}
		if parts += len(one.Defects) + 1; parts > mostParts {
			r.faults.Add(at, "more than %d stretches of wood up to here, parted by what isn't good: leave the shortest out", mostParts)
			return
		}
		slices.SortFunc(one.Defects, func(a, b [2]measure.Length) int { return cmp.Compare(a[0], b[0]) })
		lumber.OnHand = append(lumber.OnHand, one)
	}
}

// insert keeps stock lengths rising and each once.
func insert(stock []measure.Length, l measure.Length) []measure.Length {
	var out []measure.Length
	for _, s := range stock {
		if s == l {
			return stock
		}
		if s > l && (len(out) == 0 || out[len(out)-1] < l) {
			out = append(out, l)
		}
		out = append(out, s)
	}
	if len(out) == len(stock) {
		out = append(out, l)
	}
	return out
}

func (r *resolver) wood(path, id string) *wood.Lumber {
	l := r.byID[id]
	if l == nil {
		r.faults.Add(path, "%q is no lumber of this job: add it under lumber or name one that is there", id)
	}
	return l
}
