package command

import (
	"strings"

	"homalos/internal/job"
	"homalos/internal/site"
	"homalos/internal/words"
)

// clear reads `clear 31 to 47 [48 to 60] valve`.
func (l *line) clear() Read {
	from, to, miss := l.fromTo()
	if miss != nil {
		return *miss
	}
	low, high := from, to
	begun := l.at
	_, _, heights := l.length()
	if heights { // 2-gang box is no height
		_, heights = l.word("to")
	}
	l.at, l.next = begun, nil
	if heights {
		if low, high, miss = l.fromTo(); miss != nil {
			return *miss
		}
	}
	if l.at >= len(l.words) {
		return Read{Next: []string{"valve", "box", "2-gang box", "cabinet"}}
	}
	what := strings.Join(l.raw[l.at:], " ")
	l.at = len(l.words)
	a, b := l.spread(from, to)
	c := job.Clear{From: l.exactly(a), To: l.exactly(b), What: what}
	said := l.rules.Tell(words.SaidClear, what, from, to, l.hooked())
	if heights {
		c.Low, c.High = l.exactly(low), l.exactly(high)
		said += ", " + l.rules.Tell(words.SaidHeights, low, high)
	}
	next := l.was
	next.Clear = append(next.Clear[:len(next.Clear):len(next.Clear)], c)
	return Read{Said: said, Edits: []job.Edit{{Act: &job.PutWall{Wall: next}}}}
}

// box reads `box 2 at 48`: so many gangs, its middle there.
func (l *line) box() Read {
	n, ok := l.word("1", "2", "3", "4", "5", "6")
	if !ok {
		if l.at < len(l.words) {
			return Read{Fault: l.rules.Tell(words.SayHowManyGangs, l.raw[l.at])}
		}
		return Read{Next: l.next}
	}
	if _, ok := l.word("at"); !ok {
		return Read{Next: []string{"at"}}
	}
	at, miss := l.need("place of its middle")
	if miss != nil {
		return *miss
	}
	wide := site.BoxWidth(l.units, int(n[0]-'0'))
	from := l.station(at) - wide/2
	next := l.was
	next.Clear = append(next.Clear[:len(next.Clear):len(next.Clear)], job.Clear{From: l.exactly(from), To: l.exactly(from + wide), What: n + "-gang box"})
	return Read{Said: l.rules.Tell(words.SaidBox, n, wide, at, l.hooked()), Edits: []job.Edit{{Act: &job.PutWall{Wall: next}}}}
}

// origin reads `from left`, `from outer right`, `from joists J1`, `from seam 20`.
func (l *line) origin() Read {
	names := map[string]string{"left": "start", "right": "end", "start": "start", "end": "end"}
	w, ok := l.word("left", "right", "start", "end", "outer", "board", "joists", "seam", "station")
	if !ok {
		if l.at < len(l.words) && len(l.next) == 0 {
			return Read{Fault: l.rules.Tell(words.NothingToGoBy, l.raw[l.at])}
		}
		return Read{Next: l.next}
	}
	o := job.Origin{Kind: w}
	switch w {
	case "outer", "board":
		side, ok := l.word("left", "right", "start", "end")
		if !ok {
			return Read{Next: []string{"left", "right"}}
		}
		o.Kind = w + "-" + names[side]
	case "joists":
		var runs []string
		for _, c := range l.wall.Origins {
			if c.Joists != "" {
				runs = append(runs, strings.ToLower(c.Joists))
			}
		}
		if l.at >= len(l.words) {
			return Read{Next: runs}
		}
		o.Joists = strings.Join(l.raw[l.at:], " ")
		l.at = len(l.words)
		for _, c := range l.wall.Origins {
			if strings.EqualFold(c.Joists, o.Joists) {
				o.Joists = c.Joists
			}
		}
	case "seam", "station":
		at, miss := l.need("place along the wall")
		if miss != nil {
			return *miss
		}
		o.Station = l.exactly(l.station(at))
	default:
		end := names[w]
		name := l.wall.Wall.EndName(end == "end")
		return l.layout(l.rules.Tell(words.SaidFrom, name), func(x *job.Layout) { x.From, x.Origin = end, nil })
	}
	said := o.Kind
	for _, c := range l.wall.Origins {
		if c.Kind == o.Kind && c.Joists == o.Joists {
			said = c.Said
		}
	}
	return l.layout(l.rules.Tell(words.SaidFrom, said), func(x *job.Layout) { x.Origin = &o })
}

// spacing reads `spacing 12`.
func (l *line) spacing() Read {
	s, miss := l.need("centre to centre")
	if miss != nil {
		return *miss
	}
	return l.layout(l.rules.Tell(words.SaidSpacing, s), func(x *job.Layout) { x.Spacing = l.exactly(s) })
}

// stretch reads `16 to 12 from 40 [to 90]`: another spacing from there on.
func (l *line) stretch() Read {
	was, miss := l.need("spacing")
	if miss != nil {
		return *miss
	}
	if _, ok := l.word("to"); !ok {
		return Read{Next: []string{"to"}}
	}
	now, miss := l.need("spacing from there on")
	if miss != nil {
		return *miss
	}
	if own := l.wall.Wall.Layout.Spacing; was != own {
		return Read{Fault: l.rules.Tell(words.SpacingIsAnother, own, was)}
	}
	if _, ok := l.word("from"); !ok {
		return Read{Next: []string{"from"}}
	}
	from, miss := l.need("where it begins")
	if miss != nil {
		return *miss
	}
	to := l.wall.Wall.Length
	if _, ok := l.word("to"); ok {
		if to, miss = l.need("where it ends"); miss != nil {
			return *miss
		}
	}
	a, b := l.spread(from, to)
	return l.layout(l.rules.Tell(words.SaidStretch, now, from, to, l.hooked()), func(x *job.Layout) {
		x.Stretches = append(x.Stretches[:len(x.Stretches):len(x.Stretches)], job.Stretch{From: l.exactly(a), To: l.exactly(b), Spacing: l.exactly(now)})
	})
}

// marking reads `mark edges`, `mark first`, `mark centres`, `mark back`.
func (l *line) marking() Read {
	w, ok := l.word("edges", "first", "centres", "back")
	if !ok {
		if l.at < len(l.words) && len(l.next) == 0 {
			return Read{Fault: l.rules.Tell(words.NoWayOfMarking, l.raw[l.at])}
		}
		return Read{Next: []string{"edges", "first", "centres", "back"}}
	}
	kind := map[string]string{"edges": "edges", "first": "first-mark", "centres": "centres", "back": "back-edges"}[w]
	return l.layout(l.rules.Tell(words.SaidMarked, w), func(x *job.Layout) { x.Marking = kind })
}
