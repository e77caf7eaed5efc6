package framing

import (
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Behind is the masonry that a wall stands before. Source: the work, steps 3 and 6.
type Behind struct {
	Of       string // its id
	Off      Span   // from its foot to the framing's far face, at the wall's ends
	Lean     measure.Length
	Bulge    measure.Length // how far it comes into the room: by leaning over its full height, by bulging
	Gap      measure.Length // wanted between the studs and it, at least
	Asked    bool           // somebody said what stands between; else it follows from the line alone
	Damp     bool           // it is masonry or concrete, as somebody said
	Membrane bool
	Ties     wood.Anchor    // hold its studs back to it; without a kind there are none
	At       measure.Length // how high they sit over the floor
}

// UsualTies is how far apart studs are tied back at most, where nothing else is said.
// Usual practice: 48 in (1200 mm); the maker and the engineer decide.
func UsualTies(u measure.System) measure.Length {
	return u.Pick(48*measure.Inch, 1200*measure.Millimetre)
}

// UsualTieHeight is how high they sit: about mid height of a storey.
func UsualTieHeight(u measure.System) measure.Length {
	return u.Pick(48*measure.Inch, 1200*measure.Millimetre)
}

// Least is the gap to it at a station, where it comes nearest over its height.
func (b *Behind) Least(at, long measure.Length) measure.Length {
	return b.Off.At(at, long) - b.Lean - b.Bulge
}

// TieBack is a stud that is tied back to masonry.
type TieBack struct {
	Member string
	At     measure.Length // station
	Gap    measure.Length // to the masonry at its foot: what the tie bridges at most
	Bite   measure.Length // what of its length is in the masonry there; with a length
}

// BayBehind is a bay with how deep it is, from the board to the masonry.
type BayBehind struct {
	From, To measure.Length
	Least    measure.Length // where the masonry comes nearest
	Most     measure.Length // at its foot
}

// furring is a wall before masonry, whatever its kind: bays behind it, ties, a membrane.
type furring struct{}

func (furring) stand(*Laid, Part, Found) {}

// lie ties studs back: the end studs, and others so that none is farther from a tie
// than is said.
func (furring) lie(f *framer, _ Part, _ Found) {
	w, b := f.Wall, f.Wall.Behind
	var studs []*Member
	for i := range f.Members {
		if m := &f.Members[i]; m.Kind.FullHeight() {
			studs = append(studs, m)
		}
	}
	at := measure.Length(0)
	for _, m := range studs {
		deep := w.Lumber.Depth
		f.Deep = append(f.Deep, BayBehind{})
		bay := &f.Deep[len(f.Deep)-1]
		if bay.From, bay.To = at, m.From; m.From-at < f.rules.slot() {
			f.Deep = f.Deep[:len(f.Deep)-1]
		} else {
			middle := at + (m.From-at)/2
			bay.Least, bay.Most = deep+b.Least(middle, w.Length), deep+b.Off.At(middle, w.Length)
		}
		at = m.To
	}
	if b.Ties.By == "" {
		return
	}
	every := b.Ties.Step
	if every == 0 {
		every = UsualTies(f.rules.Units)
	}
	last := -every
	for i, m := range studs {
		c := m.From + (m.To-m.From)/2
		next := w.Length + every
		if i+1 < len(studs) {
			next = studs[i+1].From + (studs[i+1].To-studs[i+1].From)/2
		}
		if i > 0 && i+1 < len(studs) && next-last <= every {
			continue
		}
		gap := b.Off.At(c, w.Length)
		one := TieBack{At: c, Gap: gap}
		if b.Ties.Length > 0 {
			one.Bite = b.Ties.Length - gap
		}
		f.TiedBack = append(f.TiedBack, one)
		last = c
	}
}

func (furring) check(f *framer, _ Part, _ Found) {
	w, b, tell := f.Wall, f.Wall.Behind, f.rules.Tell
	for i := range f.TiedBack { // pieces have their names by now
		t := &f.TiedBack[i]
		for _, m := range f.Members {
			if m.Kind.FullHeight() && m.From < t.At && m.To > t.At {
				t.Member = m.ID
			}
		}
	}
	least, at := b.Least(0, w.Length), measure.Length(0)
	if end := b.Least(w.Length, w.Length); end < least {
		least, at = end, w.Length
	}
	var all []string
	for _, m := range f.Members {
		all = append(all, m.ID)
	}
	switch {
	case least < 0:
		f.find(Stop, "stands-in-masonry", at, all, tell(words.StandsInTheMasonry, b.Of, at, -least),
			tell(words.MoveItOffTheMasonry))
	case b.Asked && least < b.Gap:
		f.find(Warn, "gap-behind", at, nil, tell(words.GapBehindIsLess, b.Of, at, least, b.Gap),
			tell(words.MoveItOffTheMasonry))
	}
	if len(f.Deep) > 0 {
		low, high := f.Deep[0].Least, f.Deep[0].Most
		for _, x := range f.Deep {
			low, high = min(low, x.Least), max(high, x.Most)
		}
		f.find(Note, "bays-behind", w.Length/2, nil, tell(words.BaysBehindAreDeep, low, high),
			tell(words.InsulationWithoutAGap))
	}
	if level := map[bool]Level{true: Warn, false: Note}[b.Asked]; !b.Membrane && (b.Asked || b.Damp) {
		f.find(level, "membrane-behind", w.Length/2, nil, tell(words.NoMembraneBehind, b.Of),
			tell(words.AskWhatDampWants))
	}
	if b.Ties.By == "" {
		return
	}
	need := b.Ties.Means().UsualBite(f.rules.Units)
	for _, t := range f.TiedBack {
		if b.Ties.Length > 0 && t.Bite < need {
			f.find(Stop, "tie-short", t.At, []string{t.Member},
				tell(words.TieBitesTooLittle, t.Member, max(t.Bite, 0), need), tell(words.TakeLongerTies, t.Gap+need))
		}
	}
	text := tell(words.TiedBackAt, len(f.TiedBack), b.Of, tell(b.Ties.Means().Many), b.At)
	if b.Ties.Cure > 0 {
		text += tell(words.TiesCure, b.Ties.Cure)
	} else if b.Ties.Means().Cures {
		text += tell(words.TiesWantTheirCure)
	}
	f.find(Note, "tied-back", w.Length/2, nil, text, tell(words.DrillWithCare))
}
