package framing

import (
	"math"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// ownRead is an upright's space, read at its own place: its length is that
// reading, and not what all of them foretell.
type ownRead struct {
	station measure.Length // where it was read
	found   survey.Found   // of the gap; else of floor or ceiling at its centre
	pair    survey.Found   // of a gap from floor and ceiling: the floor
	stray   float64        // what was read less what all foretell, mm
	error   float64        // standard error of what was read, mm
	spread  float64        // mm
	sure    bool           // taken again, and it agreed
}

// readAt looks whether an upright's space was read at its own place, and lets
// its estimates say what was read there: e of the space, own of its floor.
func (f *framer) readAt(u upright, e, own *survey.Estimate, lack survey.Lack) *ownRead {
	centre := u.from + (u.to-u.from)/2
	if part := f.Wall.part(centre); part.Rise != 0 || part.Under != 0 {
		return nil // it is read at its middle, and is as long as at its higher face
	}
	at := f.Wall.At(centre)
	switch u.kind.Row().Stands {
	case wood.PlateToPlate:
		own := f.readGap(centre, e, lack)
		if own == nil && f.Wall.NoBay(f.rules) { // filled with wood: what was read in it is read for all of it
			for _, x := range f.standing {
				if own = f.readGap(x.from+(x.to-x.from)/2, e, lack); own != nil {
					break
				}
			}
		}
		return own
	case wood.PlateToHead, wood.PlateToSill:
		h := f.heads[u.opening]
		if h.fixed {
			floor, ok := f.taken.At(survey.FloorReading, at)
			if !ok {
				return nil
			}
			out := &ownRead{found: floor, error: floor.Error, sure: floor.Sure}
			if own.Known {
				out.stray = floor.Value - own.Value
			}
			e.Value, e.Known = h.floor.Value-floor.Value, true
			own.Value, own.Known, own.From = floor.Value, true, floor.IDs()
			return out.settled()
		}
		if h.across != nil && u.kind.Row().Stands == wood.PlateToHead {
			return f.levelled(u, h, e, own)
		}
		floor, ok := f.taken.At(survey.FloorReading, at)
		if !ok {
			e.Value += h.off // it carries the head, which lies off what was read there
			return nil
		}
		off := floor.Value - own.Value
		if !own.Known {
			off = 0
		}
		if h.read == nil {
			return nil
		}
		out := &ownRead{found: floor, stray: off - h.off, sure: floor.Sure && h.read.Sure}
		out.error = math.Hypot(floor.Error, h.read.Error)
		if at.Distance(f.Wall.At(h.high)) <= 2*survey.Own {
			out.error, out.spread = 0, e.Spread // one reading speaks of both
		}
		e.Value, e.Known = h.floor.Value-floor.Value, true
		own.Value, own.Known, own.From = floor.Value, true, floor.IDs()
		return out.settled()
	case wood.HeadToPlate:
		h := f.heads[u.opening]
		if h.fixed {
			return nil
		}
		_, straight := f.ceilingAt(centre)
		ceiling, ok := f.taken.At(survey.CeilingReading, at)
		e.Value -= h.off
		if !ok || h.read == nil || straight != "" {
			return nil
		}
		out := &ownRead{found: ceiling, error: math.Hypot(ceiling.Error, h.read.Error), sure: ceiling.Sure && h.read.Sure}
		if e.Known {
			out.stray = ceiling.Value - h.floor.Value - e.Value
		}
		e.Value, e.Known, e.From = ceiling.Value-h.floor.Value, true, ceiling.IDs()
		return out.settled()
	}
	return nil
}

// levelled is a jack where a level was laid from jamb to jamb: the one on the
// higher side stands as high as the opening, the other as much longer as the
// floor falls.
func (f *framer) levelled(u upright, h head, e, own *survey.Estimate) *ownRead {
	o := f.Wall.Openings[u.opening]
	centre := u.from + (u.to-u.from)/2
	out := &ownRead{found: *h.across, error: h.across.Error, sure: true}
	e.Value, e.From = math.Abs(h.across.Value), h.across.IDs()
	if (centre < o.Centre) == (h.high < o.Centre) {
		e.Value, out.error = 0, 0
	}
	if own.Known {
		own.Value = h.level() - e.Value
	}
	e.Known, own.From = true, h.across.IDs()
	return out.settled()
}

// readGap looks for a gap read at an upright's own place; or, where too little
// else is known, for floor and ceiling there, each with its own error. Under
// exposed joists only what was taken between fixed plates is its space:
// elsewhere the plate doesn't touch what the tape did.
func (f *framer) readGap(centre measure.Length, e *survey.Estimate, lack survey.Lack) *ownRead {
	_, straight := f.ceilingAt(centre)
	at := f.Wall.At(centre)
	gap, ok := f.taken.At(survey.GapReading, at)
	for _, r := range gap.By {
		ok = ok && (straight == "" || r.Fixed)
	}
	out := &ownRead{station: centre, found: gap, error: gap.Error, sure: gap.Sure}
	value, ids := gap.Value, gap.IDs()
	if !ok {
		ceiling, up := f.taken.At(survey.CeilingReading, at)
		floor, down := f.taken.At(survey.FloorReading, at)
		if !up || !down || straight != "" || !lack.Any() {
			return nil
		}
		out = &ownRead{station: centre, found: ceiling, pair: floor, error: math.Hypot(ceiling.Error, floor.Error), sure: ceiling.Sure && floor.Sure}
		value, ids = ceiling.Value-floor.Value, append(ceiling.IDs(), floor.IDs()...)
	}
	if e.Known {
		out.stray = value - e.Value
	}
	e.Value, e.Known, e.From = value, true, ids
	return out.settled()
}

// settled gives the spread: the tape's own, or as far as the reading strays
// from what the others foretell, unless it was taken again and agreed.
func (r *ownRead) settled() *ownRead {
	r.spread = math.Max(r.spread, survey.Spread(r.error))
	if r.strays() && !r.sure {
		r.spread = math.Max(r.spread, math.Abs(r.stray))
	}
	return r
}

// strays says whether what was read and what all readings foretell differ by
// more than the reading's own noise.
func (r *ownRead) strays() bool { return r.error > 0 && math.Abs(r.stray) > 3*r.error }

// tellStray names a reading that stands off from what the others foretell.
func (f *framer) tellStray(u upright, r *ownRead) {
	if !r.strays() || r.sure {
		return
	}
	f.strays = append(f.strays, stray{kind: u.kind, from: u.from, at: u.from + (u.to-u.from)/2, by: r})
}

// stray is a piece whose own reading stands off from what the others foretell.
type stray struct {
	kind     wood.Kind
	from, at measure.Length
	by       *ownRead
}

// nameStrays makes findings of them, once pieces have their names.
func (f *framer) nameStrays() {
	for _, s := range f.strays {
		for _, m := range f.Members {
			if m.Kind != s.kind || m.From != s.from || !m.Read {
				continue
			}
			off := f.length(math.Abs(s.by.stray))
			text := words.ReadLongerThanForetold
			if s.by.stray < 0 {
				text = words.ReadShorterThanForetold
			}
			said := f.rules.Tell(text, m.ID, words.Half(off))
			if m.State == Ready {
				said = f.rules.Tell(words.CutByWhatWasRead, said)
			}
			f.Findings = append(f.Findings, Finding{
				Code: "reading-strays", Level: Warn, Placed: true, At: s.at, Members: []string{m.ID},
				Text: said, Fix: f.rules.Tell(words.ReadAgainThereIfAgrees), Apply: TakeReading, Want: m.Frees,
			})
		}
	}
}

// readLines begin the sum of a piece whose space was read at its own place,
// with what the tape said.
func (f *framer) readLines(r *ownRead, centre measure.Length) []Line {
	mm := measure.FromMillimetres
	if len(r.pair.By) > 0 {
		lines := []Line{
			{f.rules.Tell(words.CeilingReadAt, centre), f.meant(r.found), r.found.IDs()},
			{f.rules.Tell(words.FloorReadAt, centre), -f.meant(r.pair), r.pair.IDs()},
		}
		return append(lines, f.allPlates()...)
	}
	if len(r.found.By) > 1 {
		lines := []Line{{f.rules.Tell(words.GapReadTimesAt, len(r.found.By), centre), f.meant(r.found), r.found.IDs()}}
		return append(lines, f.allPlates()...)
	}
	one := r.found.By[0]
	stack := stack(f.Wall.Bottom) + stack(f.Wall.Top)
	over := mm(one.Over)
	what := words.GapReadAt
	plates := f.allPlates()
	if over == stack && over != 0 {
		plates = nil // it stood over them already
		if what = words.ReadOverStackAt; one.Fixed {
			what = words.ReadBetweenPlatesAt
		}
	}
	lines := []Line{{f.rules.Tell(what, centre), mm(one.Tape), r.found.IDs()}}
	rest := mm(one.Value) - mm(one.Tape)
	if plates == nil {
		rest -= over
	}
	if rest != 0 {
		lines = append(lines, Line{What: f.rules.Tell(words.WhatTheTapeMisses), Value: rest})
	}
	return append(lines, plates...)
}

// meant is what was found, exact where it was read once.
func (f *framer) meant(r survey.Found) measure.Length {
	if len(r.By) == 1 {
		return measure.FromMillimetres(r.Value)
	}
	return f.length(r.Value)
}

// allPlates take both ends' plates off.
func (f *framer) allPlates() []Line {
	return append(plateLines(f.rules, wood.BottomPlate, f.Wall.Bottom), plateLines(f.rules, wood.TopPlate, f.Wall.Top)...) // of what goes by the ceiling and lies level
}
