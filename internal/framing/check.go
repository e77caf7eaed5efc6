package framing

import (
	"math"
	"slices"
	"sort"
	"strings"

	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Obstruction is a straight run of something in the way, in millimetres.
type Obstruction struct {
	ID, Kind  string
	From, To  geo.Point
	Width     float64
	Rises     bool     // comes up from the floor
	Underside *float64 // elevation from the datum
	Headroom  *float64 // over the floor, in place of Underside
	Height    *float64 // of something low: its upper side over the floor
	Stands    bool     // a wall or railing that stays: nothing is framed through it
	Side      float64  // room wanted beside it
	Below     float64  // room wanted under it
}

// check looks for what would go wrong with the members.
func (f *framer) check(found Found) {
	f.checkFound(found)
	f.checkStairs(found.Stairs)
	f.checkLow()
	f.checkBreaks()
	for _, o := range found.Obstructions {
		if from, to, ok := f.Wall.meets(o); ok && o.Height == nil {
			if o.Rises {
				f.checkRising(o, from, to)
			} else {
				f.checkAcross(o, from, to)
			}
		}
	}
	f.checkKings()
	f.checkTied()
	f.checkOpenings(found)
	f.checkCarries()
	f.bears(found)
	f.checkHeads()
	for i := range f.Members {
		f.checkPiece(&f.Members[i])
	}
	f.checkTilt()
	f.checkSlots()
	f.checkClear()
	f.checkBays()
	f.checkSheets()
	f.checkPlateDepth()
	f.checkLean()
	f.checkFurred()
	f.checkBoxed(found)
	f.checkReturn()
	f.checkParts(found)
	f.checkExtras()
}

// onTop says whether a piece lies along a wall's top.
func onTop(k wood.Kind) bool { return k == wood.TopPlate || k == wood.Cap }

// checkPlateDepth: a plate is as deep as the studs on it, or boards find no
// wood at its edge.
func (f *framer) checkPlateDepth() {
	told := map[*wood.Lumber]bool{}
	for _, m := range f.Members {
		// track is made wider than what stands in it
		studs := f.Wall.lumberAt(m.From).Depth
		taken := m.Lumber.Depth == studs || m.Lumber.Track && m.Lumber.Depth > studs || len(f.Wall.Parts) > 0 && m.Lumber.Depth > studs
		if !m.Kind.Row().Plate || m.Kind == wood.Cap || taken || told[m.Lumber] {
			continue
		}
		told[m.Lumber] = true
		f.find(Warn, "plate-depth", m.From, []string{m.ID},
			f.rules.Tell(words.PlateDeepStuds, m.Lumber.ID, m.Lumber.Depth,
				studs), f.rules.Tell(words.TakePlatesAsDeepAs))
	}
}

func (f *Laid) find(level Level, code string, at measure.Length, ids []string, text, fix string) {
	f.Findings = append(f.Findings, Finding{Code: code, Level: level, Placed: true, At: at, Members: ids,
		Text: text, Fix: fix})
}

// meets gives the stations between which an obstruction, with its side
// clearance, stands in the wall's framing.
func (w *Wall) meets(o Obstruction) (from, to measure.Length, ok bool) {
	low, high, _, _, ok := w.box(o)
	low, high = low-o.Side, high+o.Side
	if !ok || high <= 0 || low >= w.At(0).Distance(w.At(w.Length)) || low >= high {
		return 0, 0, false
	}
	return measure.FromMillimetres(low), measure.FromMillimetres(high), true
}

// Takes are the stations that an obstruction takes of the wall, without the room it
// wants; mm.
func (w *Wall) Takes(o Obstruction) (from, to float64, ok bool) {
	low, high, _, _, ok := w.box(o)
	low, high = math.Max(low, 0), math.Min(high, w.Length.Millimetres())
	return low, high, ok && low < high
}

// across is what an obstruction takes of the wall's depth, from its middle, to
// the left positive; mm.
func (w *Wall) across(o Obstruction) (low, high float64, ok bool) {
	_, _, low, high, ok = w.box(o)
	return low, high, ok
}

// box is where an obstruction lies in the wall's framing, without the room it
// wants: along the wall, and off its middle to the left; mm.
func (w *Wall) box(o Obstruction) (low, high, right, left float64, ok bool) {
	origin, next := w.At(0), w.At(w.Length)
	long := origin.Distance(next)
	ux, uy := (next.X-origin.X)/long, (next.Y-origin.Y)/long
	local := func(p geo.Point) (u, v float64) {
		dx, dy := p.X-origin.X, p.Y-origin.Y
		return dx*ux + dy*uy, dy*ux - dx*uy
	}
	half := w.Lumber.Depth.Millimetres() / 2
	au, av := local(o.From)
	bu, bv := local(o.To)
	r := o.Width / 2
	low, high, right, left = math.Inf(1), math.Inf(-1), math.Inf(1), math.Inf(-1)
	if o.From.Distance(o.To) < 1 { // a round thing standing up
		off := math.Max(math.Abs(av)-half, 0)
		if off >= r {
			return 0, 0, 0, 0, false
		}
		chord := math.Sqrt(r*r - off*off)
		low, high = au-chord, au+chord
		right, left = math.Max(av-r, -half), math.Min(av+r, half)
	} else {
		run := math.Hypot(bu-au, bv-av)
		nu, nv := -(bv-av)/run*r, (bu-au)/run*r
		corners := [][2]float64{{au + nu, av + nv}, {bu + nu, bv + nv}, {bu - nu, bv - nv}, {au - nu, av - nv}}
		for _, c := range geo.Clip(geo.Clip(corners, half, 1), half, -1) {
			low, high = math.Min(low, c[0]), math.Max(high, c[0])
			right, left = math.Min(right, c[1]), math.Max(left, c[1])
		}
	}
	return low, high, right, left, low < high
}

func (f *framer) checkRising(o Obstruction, from, to measure.Length) {
	var ids []string
	if o.Stands {
		for _, m := range f.Members {
			if m.From < to && m.To > from {
				ids = append(ids, m.ID)
			}
		}
		f.find(Stop, "stands-in-the-way", from+(to-from)/2, ids,
			f.rules.Tell(words.StandsInTheWay, o.name(), from, to), f.rules.Tell(words.EndTheWallAtIt, o.ID))
		return
	}
	for _, m := range f.Members {
		if m.Kind.OnBottom() && m.From < to && m.To > from {
			ids = append(ids, m.ID)
		}
	}
	at := (from + to) / 2
	n, _ := f.notch(o)
	f.Notches = append(f.Notches, n)
	if ids == nil {
		f.find(Note, "pipe-in-plate", at, nil, f.rules.Tell(words.ComesUpThroughBottomPlate, o.name(),
			f.Wall.Tape(at, at)), f.rules.Tell(words.KeepFixingsOff, n.Say(f.rules)))
		return
	}
	fix, apply := f.rules.Tell(words.MoveLayoutWallSoNo), Remedy("")
	other := *f.Wall
	other.Layout.FromEnd, other.Layout.Offset = !other.Layout.FromEnd, other.Layout.Own
	clear := true
	for _, u := range other.uprights(f.rules) {
		clear = clear && !(u.kind.OnBottom() && u.from < to && u.to > from)
	}
	if clear {
		fix, apply = f.rules.Tell(words.HookTapeOnOtherEnd), HookOtherEnd
	}
	f.find(Stop, "pipe-in-stud", at, ids, f.rules.Tell(words.AtStandsWhereToStand, o.name(), f.Wall.Tape(at, at),
		list(f.rules, ids, "has", "have")), fix)
	last := &f.Findings[len(f.Findings)-1]
	last.Apply, last.Thing = apply, o.name()
}

func (f *framer) checkAcross(o Obstruction, from, to measure.Length) {
	at := (from + to) / 2
	inside := max(0, min(at, f.Wall.Length))
	over, _ := f.ceilingAt(inside)
	e := append(f.building.EstimateAll([][]survey.Term{{f.floorAt(inside)}}),
		f.heights.EstimateAll([][]survey.Term{over})...)
	floor, ceiling := e[0], e[1]
	under := math.Inf(-1)
	switch {
	case o.Underside != nil && floor.Known:
		under = *o.Underside - o.Below
	case o.Headroom != nil && floor.Known:
		under = floor.Value + *o.Headroom - o.Below
	case o.Headroom != nil: // heights are over the floor
		under = *o.Headroom - o.Below
	}
	var ids []string
	for _, m := range f.Members {
		if m.Kind == wood.BottomPlate || m.Kind.Row().Apart || m.From >= to || m.To <= from {
			continue
		}
		top := m.Base + f.tall(&m).Millimetres()
		if onTop(m.Kind) {
			if !ceiling.Known {
				continue
			}
			top = ceiling.Value
		}
		if m.Known && top <= under+0.1 { // what is framed round it meets the room under it
			continue
		}
		ids = append(ids, m.ID)
	}
	if ids != nil {
		fix := f.rules.Tell(words.FrameUnderThereCrossPiece)
		for _, one := range f.Wall.Openings {
			if left, right := f.Wall.Outer(one); left < to && right > from {
				fix = f.rules.Tell(words.LowerTheHeadOrMove, one.ID, o.name())
			}
		}
		f.find(Stop, "obstruction-across", at, ids,
			f.rules.Tell(words.CrossesAtToLowerThan, o.name(), from, to,
				list(f.rules, ids, "is long", "are long")), fix)
		f.Findings[len(f.Findings)-1].Thing = o.name()
	}
}

// checkKings names what is left between a king and the wall's end, where no end
// stud finds room: it is packed, or the door is moved.
func (f *framer) checkKings() {
	for _, o := range f.Wall.Openings {
		start, end := f.Wall.Slack(o)
		if o.Packed {
			continue
		}
		for i, slack := range []measure.Length{start, end} {
			if slack == 0 {
				continue
			}
			at := measure.Length(0)
			if i == 1 {
				at = f.Wall.Length
			}
			var ids []string
			for _, m := range f.Members {
				if m.Opening == o.ID {
					ids = append(ids, m.ID)
				}
			}
			f.find(Stop, "king-meets-end", at, ids, f.rules.Tell(words.KingMeetsTheEnd, o.ID, f.Wall.ID, slack,
				f.Wall.EndName(i == 1)), f.rules.Tell(words.PackItShareItOrMove))
			f.Findings[len(f.Findings)-1].Opening = o.ID
		}
	}
}

// checkHeads looks at the room each header has under the top plate.
func (f *framer) checkHeads() {
	for i, o := range f.Wall.Openings {
		if !f.heads[i].floor.Known || f.Wall.waitsForEngineer(o) {
			continue
		}
		room, at := math.Inf(1), o.Centre
		var touched []string
		top := f.heads[i].floor.Value + (o.FinishFloor + o.Sill + o.Height + o.Header.Height() + f.heads[i].lift).Millimetres()
		for _, m := range f.Members {
			if m.Opening != o.ID {
				continue
			}
			if m.Kind == wood.King && m.Known {
				room = math.Min(room, m.Base+(m.Exact+f.rules.Fit).Millimetres()-top)
			}
			if m.Kind == wood.Cripple && m.Known {
				room = math.Min(room, m.Exact.Millimetres())
			}
			if m.Kind != wood.King && m.Kind != wood.UnderSill && m.Kind != wood.SillPiece {
				touched = append(touched, m.ID)
			}
		}
		switch {
		case room < -0.05:
			// both heights are over the floor under it, where it is highest
			over := f.heads[i].level()
			under := top + room - over // the underside of the top plate, where it is lowest
			text := f.rules.Tell(words.HeaderTooHigh, o.ID, words.MM(top-over), words.MM(under), f.length(-room))
			if head := (o.FinishFloor + o.Sill + o.Height).Millimetres(); head > under+f.topStack(o.Centre).Millimetres() {
				text = f.rules.Tell(words.HeadAboveTheCeiling, o.ID, words.MM(head),
					words.MM(under+f.topStack(o.Centre).Millimetres()))
			}
			f.find(Stop, "header-too-high", at, touched, text, f.rules.Tell(words.TakeLowerLeafFlatterHeader))
		case room < f.Wall.Lumber.Thickness.Millimetres():
			var short []string
			for _, m := range f.Members {
				if m.Opening == o.ID && m.Kind == wood.Cripple {
					short = append(short, m.ID)
				}
			}
			f.find(Warn, "little-above-header", at, short,
				f.rules.Tell(words.OnlyLeftAboveHeader, f.length(room),
					o.ID), f.rules.Tell(words.PackWithFlatPieceInstead))
		}
	}
}

func (f *framer) checkPiece(m *Member) {
	at := m.From + (m.To-m.From)/2
	if m.Known && m.Exact <= 0 && m.Kind != wood.Cripple {
		f.find(Stop, "no-length", at, []string{m.ID}, f.rules.Tell(words.ComesOutAtThereNo, m.ID, m.Exact),
			f.rules.Tell(words.CheckReadingsNearPlates))
	}
	if m.Known && m.Cut > m.Lumber.Longest() && !m.Kind.Row().Plate {
		f.find(Stop, "longer-than-stock", at, []string{m.ID},
			f.rules.Tell(words.LongLongest, m.ID, m.Cut, m.Lumber.ID,
				m.Lumber.Longest()), f.rules.Tell(words.AddLongerStockLengthThis))
	}
	if m.Kind == wood.HeaderPly && m.Layer == 0 && f.Wall.Steel == nil { // a box is as deep as its studs
		f.checkHeader(m, at)
	}
}

func (f *framer) checkHeader(m *Member, at measure.Length) {
	for _, o := range f.Wall.Openings {
		wide := o.Header.Lumber.Thickness * measure.Length(o.Header.Plies)
		if o.ID == m.Opening && o.Header.OnEdge && wide > f.Wall.Lumber.Depth {
			f.find(Warn, "header-too-thick", at, []string{m.ID},
				f.rules.Tell(words.PliesOnEdgeThickWall, o.Header.Plies, wide,
					f.Wall.Lumber.Depth), f.rules.Tell(words.TakeFewerPliesDeeperStuds))
		}
	}
}

// checkTilt: a wall built flat sweeps √(H²+t²) on its way up (geometry).
func (f *framer) checkTilt() {
	if !f.rules.TiltUp || f.Wall.Tilts || f.Wall.Own.Free() {
		return // what it sweeps is off its studs already
	}
	depth := f.Wall.Lumber.Depth.Millimetres()
	for _, m := range f.Members {
		if m.Kind != wood.Stud || !m.Known {
			continue
		}
		high := (m.Exact + f.Wall.PlateStack()).Millimetres()
		need := f.length(math.Hypot(high, depth) - high)
		if need > f.rules.Fit {
			f.find(Warn, "tilt-clearance", m.From, nil,
				f.rules.Tell(words.TiltedUpWallHighDeep, f.length(high), f.Wall.Lumber.Depth, words.Fine(need),
					f.rules.Fit), f.rules.Tell(words.RaiseFitToShimAt))
			return
		}
	}
}

// checkSlots names close pairs.
func (f *framer) checkSlots() {
	var last *Member
	for i := range f.Members {
		m := &f.Members[i]
		if !backs(m.Kind) {
			continue
		}
		// king to king across an opening is no slot: the jacks lie between
		if last != nil && m.From > last.To && m.From-last.To < f.rules.slot() && (last.Kind != wood.King || m.Kind != wood.King || last.Opening != m.Opening) {
			f.find(Note, "close-pair", last.To, []string{last.ID, m.ID},
				f.rules.Tell(words.LeaveSlot, last.ID, m.ID,
					m.From-last.To), f.rules.Tell(words.InsulateSlotBeforeBoardGoes))
		}
		last = m
	}
}

// checkBays names a bay that is wider than the spacing, as a layout stud beside it
// stands elsewhere or was taken over.
func (f *framer) checkBays() {
	w, t := f.Wall, f.Wall.Lumber.Thickness
	if w.Layout.Equal {
		return
	}
	centres := w.centres(f.rules)
	// as they stand side by side, closed up to what stands tight
	var full []*Member
	for i := range f.Members {
		if m := &f.Members[i]; backs(m.Kind) || m.Kind == wood.Jack {
			full = append(full, m)
		}
	}
	sort.SliceStable(full, func(i, k int) bool { return full[i].From < full[k].From })
	for i := 1; i < len(full); i++ {
		a, b := full[i-1], full[i]
		clear := b.From - a.To
		usual := w.spacingOver(a.To, b.From) - t
		if clear <= usual+f.rules.Mark || a.Opening != "" && a.Opening == b.Opening {
			continue
		}
		moved := false
		for _, c := range centres {
			// a mark beside it that has no stud of its own there
			near := c > a.From-2*f.rules.slot() && c < b.To+2*f.rules.slot()
			own := slices.ContainsFunc(full, func(m *Member) bool { return m.From == c-t/2 })
			moved = moved || near && !own
		}
		if moved {
			f.find(Note, "wide-bay", a.To+clear/2, []string{a.ID, b.ID},
				f.rules.Tell(words.BayIsWider, a.ID, b.ID, clear, usual), f.rules.Tell(words.InsulationIsCutToIt))
		}
	}
}

// name is the obstruction as one would say it.
func (o Obstruction) name() string {
	if strings.Contains(strings.ToLower(o.ID), strings.ToLower(o.Kind)) {
		return o.ID
	}
	return o.Kind + " " + o.ID
}
