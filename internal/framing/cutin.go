package framing

import (
	"slices"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// There is a wall that is there already, as far as it bears on an opening that is
// cut into it.
type There struct {
	ID    string           // of the wall
	Studs []measure.Length // centres, rising
	Depth measure.Length   // of its framing
}

// OldStud is a stud that is there, and what becomes of it.
type OldStud struct {
	At      measure.Length // its centre
	Goes    bool           // it stands in the opening: cut over the header, its top stays as a cripple
	King    bool           // it serves as a king
	Packing measure.Length // between it and the jack, where it serves
	Top     measure.Length // how long what stays over the header is
	Spare   measure.Length // how long what comes out is
	Becomes string         // the jack that is cut from what comes out
}

// LayCutIn lays out an opening in a wall that is there: its kings beside what
// stands, a stud that stands where a king would serving as it. No plate is cut.
func LayCutIn(w *Wall, rules Rules) (*Laid, []OldStud) {
	f := &Laid{Framed: Framed{Wall: w}, rules: w.ruled(rules)}
	t, o := w.Lumber.Thickness, w.Openings[0]
	left, right := o.Inner(t) // where the kings' inner faces stand
	kings := [2]bool{true, true}
	var studs []OldStud
	for _, c := range w.There.Studs {
		s := OldStud{At: c}
		from, to := c-t/2, c-t/2+t
		switch {
		case to > left+kingHand && from < right-kingHand:
			s.Goes = true
		case kings[0] && from < left && left-to < t: // no king finds room between
			s.King, s.Packing, kings[0] = true, max(left-to, 0), false
		case kings[1] && to > right && from-right < t:
			s.King, s.Packing, kings[1] = true, max(from-right, 0), false
		}
		studs = append(studs, s)
	}
	for side, wanted := range kings {
		for k := range o.kings() {
			from := left - t*(k+1)
			if side == 1 {
				from = right + t*k
			}
			if wanted {
				f.standing = append(f.standing, stands(wood.King, from, from+t, "", 0))
			}
		}
	}
	for j := range o.Jacks {
		step := t * measure.Length(j)
		f.standing = append(f.standing, stands(wood.Jack, o.Left()-t-step, o.Left()-step, "", 0), stands(wood.Jack, o.Right()+step, o.Right()+t+step, "", 0))
	}
	if o.HasSill() {
		f.standing = append(f.standing, w.sillEnds(rules)...)
	}
	sortUprights(f.standing)
	return f, studs
}

// FrameCutIn gives an opening in a wall that is there its lengths. The tops of the
// studs that go stay over the header; what comes out of them makes jacks where it
// is long enough. held says why nothing of it is cut yet; "" if it may.
func FrameCutIn(w *Wall, rules Rules, heights Heights, found Found, held string) (*Framed, []OldStud) {
	laid, studs := LayCutIn(w, rules)
	f := &framer{Laid: laid, heights: heights, doubts: map[int][]survey.Term{}, beyond: map[int]float64{}}
	f.takeReadings()
	f.findHeads()
	f.addUprights()
	f.addSpans()
	f.name()
	f.nameStrays()
	f.oldStuds(studs)
	f.checkOpenings(found)
	f.bears(found)
	f.checkCarries()
	f.checkRoom()
	f.checkHidden(found)
	for i := range f.Members {
		f.checkPiece(&f.Members[i])
	}
	if d := w.There.Depth - w.Lumber.Depth; d.Abs() > rules.Mark {
		code := words.PackOutTheOld
		if d > 0 {
			code = words.PackOutTheNew
		}
		f.about(w.Openings[0], Warn, "pack-out", w.Openings[0].Centre, nil, f.rules.Tell(code, w.There.Depth, w.Lumber.Depth, d.Abs()), f.rules.Tell(words.PackBeforeTheFinish))
	}
	if held != "" {
		var ids []string
		for _, m := range f.Members {
			ids = append(ids, m.ID)
		}
		f.find(Stop, "load-hold", w.Openings[0].Centre, ids, held, f.rules.Tell(words.EnterDecisionUnderRead))
	}
	f.settleStates()
	for i, o := range w.Openings {
		f.Heads = append(f.Heads, f.heads[i].level()+o.headOver().Millimetres())
	}
	f.ask()
	f.addMarks()
	f.Section = f.section()
	ByWeight(f.Findings)
	return &f.Framed, studs
}

// checkHidden stops an opening that is cut into a pipe or a cable, until it is
// isolated and proved dead; then it still says where it lies.
func (f *framer) checkHidden(found Found) {
	o := f.Wall.Openings[0]
	left, right := f.Wall.Outer(o)
	for _, h := range found.Hidden {
		half := measure.FromMillimetres(h.Band / 2)
		from, to := min(h.Along[0], h.Along[1])-half, max(h.Along[0], h.Along[1])+half
		if h.Wall != f.Wall.There.ID || from >= right || to <= left {
			continue
		}
		level := Stop
		if h.Dead {
			level = Warn
		}
		var ids []string
		for _, m := range f.Members {
			ids = append(ids, m.ID)
		}
		thing := Obstruction{ID: h.ID, Kind: h.Kind}
		f.find(level, "hidden-in-cut", max(from, left), ids, f.rules.Tell(words.LiesWhereItIsCut, thing.name(), from, to), f.rules.Tell(words.ProveItDeadFirst))
	}
}

// checkRoom looks whether the header goes in under the old plate.
func (f *framer) checkRoom() {
	o := f.Wall.Openings[0]
	room, known := f.overHead(o)
	if known && room < 0 {
		f.about(o, Stop, "header-too-high", o.Centre, []wood.Kind{wood.Jack, wood.HeaderPly}, f.rules.Tell(words.NoRoomUnderOldPlate, o.ID, -room), f.rules.Tell(words.TakeLowerLeafFlatterHeader))
	}
}

// overHead is the room between an opening's header and the top plate's underside.
func (f *framer) overHead(o Opening) (measure.Length, bool) {
	gap := f.heights.EstimateAll([][]survey.Term{f.gapAt(o.Centre)})[0]
	if read, ok := f.taken.At(survey.GapReading, f.Wall.At(o.Centre)); ok {
		gap.Value, gap.Known = read.Value, true
	}
	if !gap.Known {
		return 0, false
	}
	return f.length(gap.Value) - f.topStack(o.Centre) - o.headOver() - o.Header.Height(), true
}

// oldStuds says what becomes of the studs in the opening: how long their tops stay
// and what the rest makes.
func (f *framer) oldStuds(studs []OldStud) {
	o := f.Wall.Openings[0]
	top, known := f.overHead(o)
	var jacks []*Member
	for i := range f.Members {
		if m := &f.Members[i]; m.Kind == wood.Jack && m.Known && !m.Guess {
			jacks = append(jacks, m)
		}
	}
	for i := range studs {
		s := &studs[i]
		if !s.Goes || !known {
			continue
		}
		s.Top = max(top, 0).Down(f.rules.Mark)
		s.Spare = max(o.headOver()+o.Header.Height()-stack(f.Wall.Bottom), 0)
		if o.HasSill() {
			s.Spare = max(o.Height+o.Header.Height(), 0)
		}
		k := slices.IndexFunc(jacks, func(m *Member) bool { return m.Old == 0 && m.Cut <= s.Spare })
		if k >= 0 {
			jacks[k].Old, s.Becomes = s.At, jacks[k].ID
			jacks[k].Why = f.rules.Tell(words.FromTheStudAt, s.At)
		}
	}
}
