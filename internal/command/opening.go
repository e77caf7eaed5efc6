package command

import (
	"strings"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/words"
)

// opening reads `door 30 [x 80] at 86 [left] [towards] [sill 40]`.
func (l *line) opening(kind string, index int) Read {
	width, miss := l.need("width")
	if miss != nil {
		return *miss
	}
	o := l.usual.Doors[index]
	if kind == "window" || kind == "hatch" {
		o = l.usual.Windows[index]
	}
	o.Kind = kind
	size := &job.Size{Width: l.exactly(width)}
	if o.Leaf != nil {
		size.Height = o.Leaf.Height
	}
	sized := false
	if _, ok := l.word("x", "by"); ok {
		height, miss := l.need("height")
		if miss != nil {
			return *miss
		}
		size.Height, sized = l.exactly(height), true
	}
	if o.Leaf = size; kind == "rough" {
		o.Leaf, o.Rough = nil, size
	}
	if _, ok := l.word("at"); !ok {
		if l.at < len(l.words) && len(l.next) == 0 {
			return Read{Fault: l.rules.Tell(words.SayWhereItIs, l.raw[l.at])}
		}
		if sized {
			return Read{Next: []string{"at"}}
		}
		return Read{Next: []string{"at", "x"}}
	}
	at, miss := l.need("place of its middle")
	if miss != nil {
		return *miss
	}
	o.Centre = l.exactly(l.station(at))
	said := []string{l.rules.Tell(words.SaidOpening, kind, o.ID, width, at, l.hooked())}
	for l.at <= len(l.words) {
		w, ok := l.word("left", "right", "towards", "away", "heavy", "sill", "head")
		if !ok {
			break
		}
		if fault := l.also(w, &o, &said); fault != nil {
			return *fault
		}
	}
	return Read{Said: strings.Join(said, ", "), Edits: []job.Edit{{Act: &job.PutOpening{Wall: l.was.ID, Opening: o}}}}
}

// also takes what can stand behind an opening's place.
func (l *line) also(w string, o *job.Opening, said *[]string) *Read {
	switch w {
	case "left", "right":
		o.Hand = w
		*said = append(*said, l.rules.Tell(words.SaidHinges, w))
	case "towards":
		l.word("you")
		o.Swing = "in"
		*said = append(*said, l.rules.Tell(words.SaidTowards))
	case "away":
		o.Swing = "out"
		*said = append(*said, l.rules.Tell(words.SaidAway))
	case "heavy":
		o.Heavy = true
		*said = append(*said, l.rules.Tell(words.SaidHeavy))
	case "sill":
		sill, miss := l.need("height of the sill")
		if miss != nil {
			return miss
		}
		o.Sill = l.exactly(sill)
		*said = append(*said, l.rules.Tell(words.SaidSill, sill))
	case "head":
		if l.at >= len(l.words) {
			return &Read{Next: []string{"the group's name"}}
		}
		o.Head = l.raw[l.at]
		l.at++
		*said = append(*said, l.rules.Tell(words.SaidHead, o.Head))
	}
	return nil
}

// known finds an opening of the wall by its id.
func (l *line) known() (job.Opening, *Read) {
	ids := []string{}
	for _, o := range l.was.Openings {
		ids = append(ids, strings.ToLower(o.ID))
	}
	if w, ok := l.word(ids...); ok {
		for _, o := range l.was.Openings {
			if strings.EqualFold(o.ID, w) {
				return o, nil
			}
		}
	}
	if l.at < len(l.words) && len(l.next) == 0 {
		return job.Opening{}, &Read{Fault: l.rules.Tell(words.NoSuchOpening, l.raw[l.at])}
	}
	return job.Opening{}, &Read{Next: ids}
}

// move reads `move D1 to 90` or `move D1 by 2`.
func (l *line) move() Read {
	o, miss := l.known()
	if miss != nil {
		return *miss
	}
	w, ok := l.word("to", "by")
	if !ok {
		return Read{Next: []string{"to", "by"}}
	}
	far, miss := l.need("length")
	if miss != nil {
		return *miss
	}
	at := l.station(far)
	if w == "by" {
		was, err := o.Centre.In(l.units)
		if err != nil {
			return Read{Fault: err.Error()}
		}
		at = was + far
		if l.wall.Wall.Layout.FromEnd {
			at = was - far
		}
	}
	o.Centre = l.exactly(at)
	tape := at
	if l.wall.Wall.Layout.FromEnd {
		tape = l.wall.Wall.Length - at
	}
	return Read{Said: l.rules.Tell(words.SaidMoved, o.ID, tape, l.hooked()), Edits: []job.Edit{{Act: &job.PutOpening{Wall: l.was.ID, Opening: o}}}}
}

// takeOut reads `out D1`.
func (l *line) takeOut() Read {
	o, miss := l.known()
	if miss != nil {
		return *miss
	}
	return Read{Said: l.rules.Tell(words.SaidOut, o.ID), Edits: []job.Edit{{Act: &job.RemoveOpening{Wall: l.was.ID, Opening: o.ID}}}}
}

// heads reads `heads hall`: all openings of the wall share one head; `heads own`.
func (l *line) heads() Read {
	if len(l.was.Openings) == 0 {
		return Read{Fault: l.rules.Tell(words.NoOpeningsYet)}
	}
	if l.at >= len(l.words) {
		return Read{Next: []string{"own", "the group's name"}}
	}
	name := l.raw[l.at]
	l.at++
	said := l.rules.Tell(words.SaidHead, name)
	if strings.EqualFold(name, "own") {
		name, said = "", l.rules.Tell(words.SaidHeadsOwn)
	}
	var edits []job.Edit
	for _, o := range l.was.Openings {
		o.Head = name
		edits = append(edits, job.Edit{Act: &job.PutOpening{Wall: l.was.ID, Opening: o}})
	}
	return Read{Said: said, Edits: edits}
}

// spread is a stretch by what the tape reads at both its ends, as stations.
func (l *line) spread(from, to measure.Length) (measure.Length, measure.Length) {
	a, b := l.station(from), l.station(to)
	return min(a, b), max(a, b)
}
