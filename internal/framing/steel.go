package framing

import (
	"slices"

	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Steel is how a wall of steel studs is made. Source: the work, step 6.
type Steel struct {
	Tab     measure.Length // of track over and under openings
	Overlap measure.Length // of track, where one stick won't reach
	Screws  int            // in each such splice
	Bridge  measure.Length // the most that a stud goes without bridging
	Channel *wood.Lumber   // that bridging is cut from
	Boxed   bool           // jambs are closed to a box
}

// SpliceWants is how long a splice must be for its screws: half of them through each
// flange in a row, half an inch (12 mm) from the ends and from one another. Usual
// practice.
func (s *Steel) SpliceWants(u measure.System) measure.Length {
	row := measure.Length((s.Screws + 1) / 2)
	return (row + 1) * u.Pick(measure.Inch/2, 12*measure.Millimetre)
}

// steelFrame is a wall of steel studs in track, whatever its kind: its openings are
// closed by track with folded tabs between boxed jambs, and channels go through its
// studs' holes.
type steelFrame struct{}

func (steelFrame) stand(*Laid, Part, Found) {}

func (steelFrame) lie(f *framer, p Part, _ Found) {
	if p.From > 0 {
		return // all of it is laid at once
	}
	f.tabbed()
	if f.Wall.Steel.Boxed {
		f.boxJambs()
	}
	f.bridge()
}

// tabbed turns what lies over and under openings into track with folded ends: clear and
// two tabs. A box header keeps its studs on edge, between two such tracks.
func (f *framer) tabbed() {
	s := f.Wall.Steel
	var more []Member
	for i := range f.Members {
		m := &f.Members[i]
		if m.Kind != wood.HeaderPly && m.Kind != wood.SillPiece {
			continue
		}
		o := f.Wall.opening(m.Opening)
		if m.Kind == wood.HeaderPly && o.Header.OnEdge {
			metal := f.Wall.Top[0].Thickness
			if m.Layer == 0 {
				low := f.tabTrack(*m, f.Wall.Top[0])
				high := low
				high.Base += (o.Header.Height() - metal).Millimetres()
				more = append(more, low, high)
			}
			m.Base += metal.Millimetres()
			continue
		}
		*m = f.tabTrack(*m, f.Wall.Top[0])
	}
	f.Members = append(f.Members, more...)
	for i := range f.Members { // nothing of it is left that is cut by another rule
		if m := &f.Members[i]; m.Kind == wood.TabTrack {
			m.Bevel = f.rules.Tell(words.TabsFolded, s.Tab)
		}
	}
}

// tabTrack is a piece of track in the place of a span.
func (f *framer) tabTrack(m Member, track *wood.Lumber) Member {
	s := f.Wall.Steel
	clear := m.To - m.From
	m.Kind, m.Lumber, m.Layer = wood.TabTrack, track, 0
	m.Sum = []Line{{What: f.rules.Tell(words.RoughOpening, m.Opening), Value: clear},
		{What: f.rules.Tell(words.TwoTabs, s.Tab), Value: 2 * s.Tab}}
	m.Exact = clear + 2*s.Tab
	m.Cut = wood.TabTrack.Round(m.Exact, f.rules.Mark)
	return m
}

// steelBetween turns what lies between steel studs into track with folded ends too.
func (f *framer) steelBetween() {
	s := f.Wall.Steel
	if s == nil {
		return
	}
	for i := range f.Members {
		m := &f.Members[i]
		if m.Kind != wood.Nogging && m.Kind != wood.Backing || !m.Lumber.Steel {
			continue
		}
		m.Lumber = f.Wall.Top[0]
		m.Sum = append(m.Sum, Line{What: f.rules.Tell(words.TwoTabs, s.Tab), Value: 2 * s.Tab})
		m.Exact += 2 * s.Tab
		m.Cut = m.Kind.Round(m.Exact, f.rules.Mark)
		m.Bevel = f.rules.Tell(words.TabsFolded, s.Tab)
	}
}

// boxJambs closes the stud at each side of an opening with a piece of track.
func (f *framer) boxJambs() {
	var more []Member
	for i, m := range f.Members {
		if m.Kind != wood.King {
			continue
		}
		one := m
		one.Kind, one.Lumber, one.Why = wood.Track, f.Wall.Bottom[0], f.rules.Tell(words.ClosesTheJamb, m.Opening)
		more = append(more, one)
		if terms, ok := f.doubts[i]; ok {
			n := len(f.Members) + len(more) - 1
			f.doubts[n], f.beyond[n] = terms, f.beyond[i]
		}
	}
	f.Members = append(f.Members, more...)
}

// rows are how high over a stud's foot bridging goes through its holes: each as high as
// the most that it goes without lets it, the rest of it no higher than that either.
func (s *Steel) rows(holes wood.Holes, high measure.Length) (out []measure.Length) {
	if holes.Every <= 0 || s.Bridge <= 0 {
		return nil
	}
	last := measure.Length(0)
	for high-last > s.Bridge {
		at := measure.Length(-1)
		for h := holes.First; h < high; h += holes.Every {
			if h > last && h-last <= s.Bridge {
				at = h
			}
		}
		if at < 0 { // no hole lies so near: the next one
			for h := holes.First; h < high; h += holes.Every {
				if h > last {
					at = h
					break
				}
			}
		}
		if at < 0 {
			return out
		}
		out = append(out, at)
		last = at
	}
	return out
}

// bridge lays channels through the holes, from opening to opening.
func (f *framer) bridge() {
	w, s := f.Wall, f.Wall.Steel
	var full []*Member
	for i := range f.Members {
		if m := &f.Members[i]; m.Kind.FullHeight() && m.Known {
			full = append(full, m)
		}
	}
	slices.SortStableFunc(full, func(a, b *Member) int { return int(min(max(a.From-b.From, -1), 1)) })
	if len(full) < 2 {
		return
	}
	from := full[0]
	for i, m := range full[1:] {
		ends := i == len(full)-2
		open := slices.ContainsFunc(w.Openings, func(o Opening) bool { return o.Left() < m.From && o.Right() > full[i].To })
		if open {
			f.channels(from, full[i], s)
			from = m
		}
		if ends {
			f.channels(from, m, s)
		}
	}
}

// channels are the rows from one stud to another.
func (f *framer) channels(from, to *Member, s *Steel) {
	if to.To-from.From <= f.Wall.Lumber.Thickness*2 {
		return
	}
	for _, high := range s.rows(f.Wall.Lumber.Holes, min(from.Exact, to.Exact)) {
		left := from.From
		for left < to.To {
			end := min(to.To, left+s.Channel.Longest())
			m := Member{Kind: wood.Bridging, Lumber: s.Channel, From: left, To: end, Known: true, State: Ready,
				Base: from.Base + high.Millimetres(), Why: f.rules.Tell(words.ThroughTheHolesAt, high)}
			m.Exact = end - left
			m.Sum = []Line{{What: f.rules.Tell(words.ThroughTheStuds), Value: m.Exact}}
			m.Cut = wood.Bridging.Round(m.Exact, f.rules.Mark)
			f.Members = append(f.Members, m)
			if end == to.To {
				break
			}
			left = end - f.rules.channelLap()
		}
	}
}

// Through are the uprights that a channel goes through.
func Through(f *Framed, m Member) (out []string) {
	for _, x := range f.Members {
		if x.Kind.Upright() && x.From >= m.From && x.To <= m.To {
			out = append(out, x.ID)
		}
	}
	return out
}

// channelLap is how far one channel lies beside the next. Usual: 12 in (300 mm).
func (r Rules) channelLap() measure.Length {
	return r.Units.Pick(12*measure.Inch, 300*measure.Millimetre)
}

func (steelFrame) check(f *framer, p Part, _ Found) {
	if p.From > 0 {
		return // said once
	}
	s, w := f.Wall.Steel, f.Wall
	f.find(Note, "steel-loose", w.Length/2, nil, f.rules.Tell(words.StudsStayLoose, f.fit(p)),
		f.rules.Tell(words.ScrewedAtJambsAndEnds))
	splices := 0
	for _, m := range f.Members {
		if m.Kind.Row().Plate && slices.ContainsFunc(m.Sum,
			func(l Line) bool { return l.What == f.rules.Tell(words.SpliceOverlap) }) {
			splices++
		}
	}
	if splices > 0 {
		f.find(Note, "track-splice", w.Length/2, nil,
			f.rules.Tell(words.TrackIsSpliced, splices, s.Overlap, s.Screws), f.rules.Tell(words.CutOneEndAsATail))
	}
	for _, m := range f.Members {
		if m.Kind == wood.TabTrack && m.To-m.From > f.rules.Units.Pick(3*measure.Foot, 900*measure.Millimetre) {
			f.find(Note, "header-dips", m.From+(m.To-m.From)/2, []string{m.ID},
				f.rules.Tell(words.HeaderTrackDips, m.ID), f.rules.Tell(words.LevelAndBraceIt))
			break
		}
	}
}

// overlap is how much longer a piece of track is that another goes on from.
func (f *Laid) overlap(l layer, p piece) measure.Length {
	if f.Wall.Steel == nil || !l.wood.Track {
		return 0
	}
	for _, r := range l.runs {
		if p.from >= r.from && p.to < r.to {
			return f.Wall.Steel.Overlap
		}
	}
	return 0
}

// fitSaid is what the fit is called.
func (f *Laid) fitSaid() string {
	if f.Wall.Steel != nil {
		return f.rules.Tell(words.SlipClearance)
	}
	return "fit"
}
