package framing

import (
	"fmt"
	"sort"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Heights foretells floor and ceiling near a wall; *survey.Model is one.
type Heights interface {
	EstimateAll(sums [][]survey.Term) []survey.Estimate
	Next(t *survey.Taken, held []survey.Held, candidates []survey.Reading, most int) []survey.Step
	Taken(rule survey.Rule) *survey.Taken
}

// framer carries a wall that is laid out through the steps that want heights.
type framer struct {
	*Laid
	heights  Heights
	taken    bearing       // the readings that bear on the wall
	all      *survey.Taken // the same, before its own top
	building Heights       // the building's own, where heights has the wall's own top
	gaps     bool          // something of its height is known
	heads    []head
	doubts   map[int][]survey.Term // by member: the sum that is least sure in it

	// beyond is, by member, how much wider than that sum's own its spread is, as
	// the highest floor under an opening may lie elsewhere; mm.
	beyond map[int]float64
	strays []stray
}

// head is where an opening's header sits: off the high side of the floor.
type head struct {
	high      measure.Length // station of the highest floor under the opening
	floor     survey.Estimate
	read      *survey.Found    // the floor at high, where it was read there
	across    *survey.Found    // a level from jamb to jamb: how much higher the far one is
	off       float64          // what was read there less what all foretell, mm
	lift      measure.Length   // by how much the jacks, cut up to the mark, raise the header
	plausible []measure.Length // other stations that may be the highest
	fixed     bool             // it goes by a level line or its group: floor is what would be under it by itself
	waits     bool             // it should, but that isn't known
	line      Line             // what it goes by
}

// level is the elevation of the highest floor under an opening; where no level
// was read, heights are over that floor.
func (h head) level() float64 {
	if !h.floor.Known {
		return 0
	}
	return h.floor.Value
}

// Frame works a wall out: where every member stands, how long it is and how
// sure that is. Found is what else of the building bears on it. The wall must
// have been checked: openings inside it and clear of one another.
func Frame(w *Wall, rules Rules, heights Heights, found Found) *Framed {
	w, found = w.withRise(heights), w.concerns(found)
	laid := Lay(w, rules, found)
	if through := laid.passes(heights, found); through != nil {
		opened := *w
		opened.Crossings = through
		laid = Lay(&opened, rules, found)
	}
	return laid.Frame(heights, found)
}

// Frame gives a wall that is laid out its lengths, and judges it. The layout
// stays as it is: it can be framed again under other heights.
func (f *Laid) Frame(heights Heights, found Found) *Framed {
	return (&framer{Laid: f.copy(), heights: heights, doubts: map[int][]survey.Term{}, beyond: map[int]float64{}}).frame(found)
}

func (f *framer) frame(found Found) *Framed {
	found = f.Wall.concerns(found)
	f.takeReadings()
	f.findHeads()
	f.addUprights()
	f.addSpans()
	f.addCrossPieces()
	f.fillFlat()
	f.ladders()
	f.straighten()
	f.build(found)
	f.addBacking()
	f.addNoggings()
	f.addFireBlocks()
	f.steelBetween()
	f.addBlocks(found.Joists)
	f.name()
	f.nameStrays()
	f.tellJoined()
	f.tellCrossed()
	f.checkWaits()
	f.check(found)
	f.holdPending()
	f.settleStates()
	for i, o := range f.Wall.Openings {
		f.Heads = append(f.Heads, f.heads[i].level()+o.headOver().Millimetres())
	}
	f.ask()
	f.addMarks()
	f.Section = f.section()
	ByWeight(f.Findings)
	return &f.Framed
}

// ByWeight sorts findings: stops first, then warnings, then notes; each along the
// wall.
func ByWeight(all []Finding) {
	sort.SliceStable(all, func(i, j int) bool { return all[i].order() < all[j].order() })
}

// order puts stops first, then warnings, then notes; each along the wall.
func (f Finding) order() float64 {
	return map[Level]float64{Stop: 0, Warn: 1e15, Note: 2e15}[f.Level] + f.At.Millimetres()
}

func (f *Laid) length(mm float64) measure.Length { return f.rules.Units.Estimate(mm) }

func (f *framer) floorAt(s measure.Length) survey.Term {
	return survey.Term{Of: survey.Floor, At: f.Wall.At(s), Weight: 1}
}

func (f *framer) step(a, b measure.Length) []survey.Term {
	down := f.floorAt(b)
	down.Weight = -1
	return []survey.Term{f.floorAt(a), down}
}

// findHeads looks for the highest floor under each opening, and for other
// places that may be as high. Where the floor was read at both jambs and
// nothing more is known of it, the higher of the two counts.
func (f *framer) findHeads() {
	for _, o := range f.Wall.Openings {
		steps := min(max(int(o.Width/(6*measure.Inch)), 4), 12)
		var places []measure.Length
		var sums [][]survey.Term
		for i := range steps + 1 {
			s := o.Left() + o.Width*measure.Length(i)/measure.Length(steps)
			places = append(places, s)
			sums = append(sums, []survey.Term{f.floorAt(s)})
		}
		floors := f.heights.EstimateAll(sums)
		reads := make([]*survey.Found, len(places))
		offs := make([]float64, len(places))
		for i, s := range places {
			if read, ok := f.taken.At(survey.FloorReading, f.Wall.At(s)); ok {
				reads[i] = &read
				if floors[i].Known {
					offs[i] = read.Value - floors[i].Value
				}
				floors[i].Value, floors[i].Known, floors[i].From = read.Value, true, read.IDs()
			}
		}
		jambs := reads[0] != nil && reads[steps] != nil
		across, laid := f.taken.Across(f.Wall.At(o.Left()), f.Wall.At(o.Right()))
		alone := jambs && f.taken.Lacks(sums[steps/2], f.Wall.At(places[steps/2])).Readings > 0
		best := 0
		for i, e := range floors {
			if alone && i > 0 && i < steps {
				continue
			}
			// a level floor's estimates differ by rounding alone: keep the first
			if e.Value > floors[best].Value+1e-6 {
				best = i
			}
		}
		h := head{high: places[best], floor: floors[best], read: reads[best], off: offs[best]}
		if laid && !jambs {
			i := 0
			if across.Value > 0 {
				i = steps
			}
			h = head{high: places[i], floor: floors[i], across: &across}
		}
		within := func(s, jamb measure.Length) bool { return (s - jamb).Abs() <= f.rules.Reach }
		for i := range places {
			sums[i] = f.step(places[i], h.high)
		}
		for i, e := range f.heights.EstimateAll(sums) {
			seen := (jambs || laid) && (within(places[i], o.Left()) || within(places[i], o.Right()))
			if i != best && e.Value+e.Spread >= 0 && !seen {
				h.plausible = append(h.plausible, places[i])
			}
		}
		if o.Levelled || o.Tied != nil {
			h = f.fixedHead(o, h)
		}
		f.heads = append(f.heads, h)
	}
}

// addUprights estimates every upright in one go and writes its sum.
func (f *framer) addUprights() {
	var sums [][]survey.Term
	ask := func(terms ...survey.Term) int {
		sums = append(sums, terms)
		return len(sums) - 1
	}
	first := make([]int, len(f.standing))
	for i, u := range f.standing {
		centre := u.from + (u.to-u.from)/2
		part := f.Wall.part(centre)
		high := part.measuredAt(u.from, u.to)
		switch u.kind.Row().Stands {
		case wood.PlateToPlate, wood.JoistToPlate:
			first[i] = ask(f.gapAt(high)...)
		case wood.PlateToHead, wood.PlateToSill:
			h := f.heads[u.opening]
			if h.fixed {
				down := f.floorAt(centre)
				down.Weight = -1
				first[i] = ask(down)
				break
			}
			first[i] = ask(f.step(h.high, centre)...)
			for _, p := range h.plausible {
				ask(f.step(p, centre)...)
			}
		case wood.PlateToCross:
			down := f.floorAt(centre)
			down.Weight = -1
			if c := f.Wall.Crossings[u.cross-1]; c.Over {
				first[i] = ask(f.floorAt(c.At), down)
			} else {
				first[i] = ask(down)
			}
		case wood.CrossToPlate:
			over, _ := f.ceilingAt(high)
			first[i] = ask(append(over, survey.Term{Of: survey.Floor, At: f.Wall.At(f.Wall.Crossings[u.cross-1].At), Weight: -1})...)
		case wood.HeadToPlate, wood.HeadToCross:
			h := f.heads[u.opening]
			over, _ := f.ceilingAt(high)
			if u.cross > 0 {
				over = f.crossTerms(f.Wall.Crossings[u.cross-1])
			}
			if h.fixed {
				first[i] = ask(over...)
				break
			}
			for k, p := range append([]measure.Length{h.high}, h.plausible...) {
				n := ask(append(over[:len(over):len(over)], survey.Term{Of: survey.Floor, At: f.Wall.At(p), Weight: -1})...)
				if k == 0 {
					first[i] = n
				}
			}
		}
		ask(f.floorAt(centre)) // the last of each: where its foot is, for the picture and the sum
	}
	answers := f.heights.EstimateAll(sums)
	for i, u := range f.standing {
		if u.opening >= 0 && u.kind.Row().Stands != wood.PlateToPlate && f.heads[u.opening].fixed {
			f.heads[u.opening].settle(u.kind, &answers[first[i]])
		}
		f.gaps = f.gaps || u.kind.FullHeight() && answers[first[i]].Known
	}
	offset := len(f.Members)
	f.Members = append(f.Members, make([]Member, len(f.standing))...)
	// what carries a header first: what stands on it does so as it will be carried
	for _, carries := range []bool{true, false} {
		for i, u := range f.standing {
			if (u.kind.Row().Stands == wood.PlateToHead) != carries {
				continue
			}
			end := len(answers)
			if i+1 < len(first) {
				end = first[i+1]
			}
			m, doubt := f.standUp(u, sums[first[i]], answers[first[i]:end-1], answers[end-1])
			f.Members[offset+i] = m
			f.doubts[offset+i] = sums[first[i]+doubt]
			f.beyond[offset+i] = (m.Spread.Millimetres() - answers[first[i]+doubt].Spread) / f.taken.Wider(sums[first[i]])
			if carries && m.Known {
				f.heads[u.opening].lift = max(f.heads[u.opening].lift, m.Cut-m.Exact)
			}
		}
	}
}

// standUp writes an upright's sum from the estimates of its height: the
// likeliest first, then those with the head off other places that may be the
// highest. It also says which of them is the least sure.
func (f *framer) standUp(u upright, terms []survey.Term, answers []survey.Estimate, own survey.Estimate) (Member, int) {
	w := f.Wall
	m := Member{Kind: u.kind, Lumber: w.lumberAt(u.from), From: u.from, To: u.to, Why: u.why, Join: u.join, Cleared: u.cleared, State: Ready}
	if u.opening >= 0 {
		m.Opening = w.Openings[u.opening].ID
	}
	e, lack := answers[0], f.taken.Lacks(terms, w.At(u.from+(u.to-u.from)/2))
	m.Few, m.Far = e.Few || lack.Readings > 0, lack.Far
	headed := u.opening >= 0 && u.kind.Row().Stands != wood.PlateToPlate
	read := f.readAt(u, &e, &own, lack)
	wider := f.taken.Wider(terms)
	for i := range answers {
		answers[i].Spread *= wider
	}
	e.Spread *= wider
	sure, doubt := e.Spread, 0
	if m.Read = read != nil; m.Read {
		m.Few, m.Far, sure = false, false, read.spread
		f.tellStray(u, read)
	}
	for i, other := range answers[1:] {
		// the highest floor may lie elsewhere: as far as that could lift the head
		reach := other.Value + other.Spread - e.Value
		if !u.kind.OnBottom() {
			reach = e.Value - (other.Value - other.Spread)
		}
		if reach > sure {
			sure, doubt = reach, i+1
		}
	}
	if headed && f.heads[u.opening].fixed {
		sure += f.heads[u.opening].floor.Spread
	}
	if headed && u.kind.Row().Stands != wood.PlateToHead && !u.kind.OnBottom() && w.waitsForEngineer(w.Openings[u.opening]) {
		m.State = Blocked // it stands on what an engineer will name
		return m, doubt
	}
	if m.Known = e.Known; !m.Known {
		m.State = MeasureFirst
		if m.Known = f.gaps && u.opening >= 0; !m.Known {
			return m, doubt
		}
		m.Guess = true // held, and counted in the wood by what it will be about
	}
	m.Base = stack(w.Bottom).Millimetres()
	if own.Known {
		m.Base += own.Value
	}
	f.sum(&m, u, e, own, read)
	for _, l := range m.Sum {
		m.Exact += l.Value
	}
	m.Cut = u.kind.Round(m.Exact, f.rules.Mark)
	m.Spread = f.length(sure)
	if u.kind.UnderTop() && u.cross == 0 {
		part := w.part(u.from + (u.to-u.from)/2)
		part.slopes(&m, f.rules)
	}
	if m.Guess || m.Few || m.Far || headed && f.heads[u.opening].waits || m.Spread > f.rules.Hold {
		m.State = MeasureFirst
	}
	return m, doubt
}

// addSpans makes headers and sills: they span jacks, whatever the floor does.
func (f *framer) addSpans() {
	w := f.Wall
	t := w.Lumber.Thickness
	for i, o := range w.Openings {
		left, right := o.Inner(t)
		long := right - left
		if w.waitsForEngineer(o) {
			continue // its header is an engineer's to name
		}
		why := f.assumed()
		if e := o.Engineer; e != nil {
			left, right, why = o.Left()-e.Each, o.Right()+e.Each, f.rules.Tell(words.NamedBy, e.By, e.When)
			long = right - left
		}
		base := f.heads[i].level() + (o.FinishFloor + o.Sill + o.Height).Millimetres()
		for ply := range o.Header.plies() {
			z := base
			if !o.Header.OnEdge {
				z += o.Header.Lumber.Thickness.Millimetres() * float64(ply)
			}
			f.Members = append(f.Members, Member{
				Kind: wood.HeaderPly, Lumber: o.Header.Lumber, From: left, To: right, Known: true, Exact: long, Why: why,
				Cut: wood.HeaderPly.Round(long, f.rules.Mark), State: Ready, Opening: o.ID, Base: z, Layer: ply,
				Sum: headerSum(f.rules, o, t),
			})
		}
		if o.HasSill() {
			f.Members = append(f.Members, Member{
				Kind: wood.SillPiece, Lumber: w.Lumber, From: o.Left(), To: o.Right(), Known: true, Exact: o.Width,
				Cut: wood.SillPiece.Round(o.Width, f.rules.Mark), State: Ready, Opening: o.ID, Base: base - (o.Height + t).Millimetres(),
				Sum: []Line{{What: f.rules.Tell(words.RoughOpening, o.ID), Value: o.Width}},
			})
		}
	}
}

// name numbers the members of each kind along the wall: A-S2.
func (f *framer) name() {
	count := map[wood.Kind]int{}
	for i := range f.Members {
		m := &f.Members[i]
		count[m.Kind]++
		m.ID = fmt.Sprintf("%s-%s%d", f.Wall.ID, m.Kind.Row().Letter, count[m.Kind])
	}
}
