package framing

import (
	"slices"

	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// about finds something of an opening.
func (f *framer) about(o Opening, level Level, code string, at measure.Length, kinds []wood.Kind, text, fix string) {
	var ids []string
	for _, m := range f.Members {
		if m.Opening == o.ID && slices.Contains(kinds, m.Kind) {
			ids = append(ids, m.ID)
		}
	}
	f.find(level, code, at, ids, text, fix)
	f.Findings[len(f.Findings)-1].Opening = o.ID
}

// checkOpenings looks at what goes into each opening and at what is hung on it.
// Rules: the work, steps 5 and 10.
func (f *framer) checkOpenings(found Found) {
	tell, t := f.rules.Tell, f.Wall.Lumber.Thickness
	for _, o := range f.Wall.Openings {
		frame := []wood.Kind{wood.Jack, wood.HeaderPly, wood.SillPiece}
		hair := f.rules.Units.Pick(measure.Inch/8, 3*measure.Millimetre)
		packs := 2 * t * measure.Length(o.Jacks)
		switch {
		case o.Goes > o.Width:
			f.about(o, Warn, "too-narrow", o.Centre, frame, tell(words.WhatGoesInIsWider, o.ID, o.Width, o.Goes), tell(words.TakeTheUsualWidth, o.Usual))
		case o.Usual > 0 && packs > 0 && (o.Width-o.Usual-packs).Abs() <= hair:
			f.about(o, Warn, "jacks-in-width", o.Centre, frame, tell(words.WidthIsTheHeaders, o.ID, o.Width, packs), tell(words.TakeTheUsualWidth, o.Usual))
		}
		if deep := f.Wall.Lumber.Depth + 2*f.rules.Board; o.Jamb > 0 && (o.Jamb-deep).Abs() > f.rules.Mark {
			f.about(o, Warn, "jamb-depth", o.Centre, nil, tell(words.JambIsNotAsDeep, o.ID, o.Jamb, deep, f.Wall.Lumber.Depth, f.rules.Board), tell(words.TakeJambOrStuds))
		}
		if o.Kind == Slider {
			f.checkSlider(o)
		}
		f.checkCasing(o)
	}
	f.checkMatches()
	f.checkHalves()
}

// checkSlider says where a top-hung leaf wants wall beside the opening, and
// backing for its rail.
func (f *framer) checkSlider(o Opening) {
	if o.Leaf == 0 {
		return
	}
	low, high := f.FreeBeside(o)
	tell := f.rules.Tell
	to, room := o.Right()+o.Leaf, high-o.Right()
	from := o.Left()
	if o.Hand == "left" || o.Hand == "" && o.Left()-low > room {
		from, to, room = o.Left()-o.Leaf, o.Right(), o.Left()-low
	}
	if room < o.Leaf {
		f.about(o, Warn, "slider-no-room", o.Centre, nil, tell(words.SliderHasNoRoom, o.ID, o.Leaf, max(room, 0)), tell(words.LetItGoTheOtherWay))
		return
	}
	f.about(o, Note, "slider-backing", o.Centre, nil, tell(words.SliderWantsBacking, o.ID, from, to), tell(words.BackingBeforeTheBoard))
}

// FreeBeside are the stations to which the wall is free on both sides of an
// opening.
func (f *Framed) FreeBeside(o Opening) (low, high measure.Length) {
	low, high = 0, f.Wall.Length
	for _, other := range f.Wall.Openings {
		if other.ID != o.ID && other.Right() <= o.Left() {
			low = max(low, other.Right())
		}
		if other.ID != o.ID && other.Left() >= o.Right() {
			high = min(high, other.Left())
		}
	}
	for _, j := range f.Wall.Joins {
		low, high = j.beside(o, low, high)
	}
	return low, high
}

// beside narrows what is free beside an opening to a wall that butts there.
func (j Join) beside(o Opening, low, high measure.Length) (measure.Length, measure.Length) {
	if j.To <= o.Left() {
		low = max(low, j.To)
	}
	if j.From >= o.Right() {
		high = min(high, j.From)
	}
	return low, high
}

// checkCasing looks for the room a casing has beside a corner.
func (f *framer) checkCasing(o Opening) {
	for side, stop := range []bool{false, true} {
		if short := f.CasingWants(f.rules, o, stop); short > 0 {
			wants := f.rules.casing()
			f.about(o, Note, [2]string{"casing-at-corner", "casing-at-far-corner"}[side], o.Centre, nil, f.rules.Tell(words.CasingHasNoRoom, o.ID, max(wants-short, 0), wants), f.rules.Tell(words.MoveItOrRipTheCasing))
		}
	}
}

// casing is the room that one wants beside a rough opening. Usual practice:
// 2 1/2 in (65 mm) wide, half an inch (15 mm) of it over the jamb.
func (r Rules) casing() measure.Length { return r.Units.Pick(2*measure.Inch, 50*measure.Millimetre) }

// CasingWants is how much farther an opening would have to stand off the nearest
// corner on one side: an end that meets another wall, or a wall that butts this
// one; 0 where its casing has room.
func (f *Framed) CasingWants(rules Rules, o Opening, stop bool) measure.Length {
	low, high := -f.Wall.Length, 2*f.Wall.Length
	if f.Wall.Start.Name != "" {
		low = 0
	}
	if f.Wall.Stop.Name != "" {
		high = f.Wall.Length
	}
	for _, j := range f.Wall.Joins {
		low, high = j.beside(o, low, high)
	}
	room := o.Left() - low
	if stop {
		room = high - o.Right()
	}
	return max(rules.casing()-(room-rules.Board), 0)
}
