package framing

import (
	"slices"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// clearOf moves common studs out of the stretches that are kept clear: to the
// nearer side, and where that leaves a bay wider than the spacing another stands
// on the other side, its partner. What can't move stays, and is named by the
// checks. Rule: the work, step 4.
func (w *Wall) clearOf(standing []upright, rules Rules) []upright {
	for _, c := range w.merged() {
		var kept, moved []upright
		for _, u := range standing {
			if u.movable() && u.from < c.To && u.to > c.From {
				moved = append(moved, u)
			} else {
				kept = append(kept, u)
			}
		}
		if len(moved) == 0 {
			continue
		}
		t := w.Lumber.Thickness
		why := rules.Tell(words.StandsClearOf, c.What)
		beside := func(from measure.Length) (upright, bool) {
			u := stands(wood.Stud, from, from+t, why, -1)
			u.cleared = true
			return u, from >= w.Start.Held && from+t <= w.Length-w.Stop.Held && w.roomFor(u, kept)
		}
		before, okBefore := beside(c.From - t)
		behind, okBehind := beside(c.To)
		middle := (moved[0].from + moved[len(moved)-1].to) / 2
		first, second, ok1, ok2 := before, behind, okBefore, okBehind
		if middle-c.From > c.To-middle {
			first, second, ok1, ok2 = behind, before, okBehind, okBefore
		}
		switch {
		case ok1:
			kept = append(kept, first)
		case ok2:
			kept = append(kept, second)
		}
		sortUprights(kept)
		if ok1 && ok2 && w.bayAt(c, kept) > w.spacingOver(c.From, c.To)-t+rules.Mark {
			kept = append(kept, second)
			sortUprights(kept)
		}
		standing = kept
	}
	return standing
}

// movable says whether a layout alone says where it stands.
func (u upright) movable() bool {
	return u.kind == wood.Stud && u.opening < 0 && u.why == ""
}

// merged are the stretches, rising, those that touch or leave less than a stud
// between them as one.
func (w *Wall) merged() []Clear {
	all := slices.Clone(w.Clear)
	slices.SortFunc(all, func(a, b Clear) int { return int(min(max(a.From-b.From, -1), 1)) })
	var out []Clear
	for _, c := range all {
		if n := len(out); n > 0 && c.From-out[n-1].To < w.Lumber.Thickness {
			out[n-1].To = max(out[n-1].To, c.To)
			if c.What != out[n-1].What {
				out[n-1].What += ", " + c.What
			}
			continue
		}
		out = append(out, c)
	}
	return out
}

// roomFor says whether a stud can stand among others, out of every stretch that
// is kept clear.
func (w *Wall) roomFor(u upright, others []upright) bool {
	for _, o := range others {
		if u.from < o.to && u.to > o.from {
			return false
		}
	}
	for _, c := range w.Clear {
		if u.from < c.To && u.to > c.From {
			return false
		}
	}
	for _, o := range w.Openings {
		if left, right := w.Outer(o); u.from < right && u.to > left {
			return false
		}
	}
	return true
}

// bayAt is the clear bay that a stretch lies in, between what stands full
// height.
func (w *Wall) bayAt(c Clear, standing []upright) measure.Length {
	low, high := measure.Length(0), w.Length
	for _, u := range standing {
		if !u.kind.FullHeight() {
			continue
		}
		if u.to <= c.From {
			low = max(low, u.to)
		}
		if u.from >= c.To {
			high = min(high, u.from)
		}
	}
	return high - low
}

// checkClear names what stands in a stretch that is kept clear all the same.
func (f *framer) checkClear() {
	for _, c := range f.Wall.Clear {
		if t := f.Wall.Lumber.Thickness; c.Switch != "" && (c.From < t || c.To > f.Wall.Length-t) {
			f.find(Warn, "no-switch-bay", max(0, min(c.From, f.Wall.Length)), nil, f.rules.Tell(words.NoBayForTheSwitch, c.Switch, c.To-c.From), f.rules.Tell(words.MoveTheDoorOrTheSwitch))
			f.Findings[len(f.Findings)-1].Opening = c.Switch
			continue
		}
		var ids []string
		for _, m := range f.Members {
			if m.From < c.To && m.To > c.From && f.liesIn(m, c) {
				ids = append(ids, m.ID)
			}
		}
		if ids != nil {
			f.find(Warn, "in-the-clear", c.From+(c.To-c.From)/2, ids, f.rules.Tell(words.StandIn, list(f.rules, ids, "stands", "stand"), c.What, f.Wall.Tape(c.From, c.To)), f.rules.Tell(words.MoveOneOfThem))
		}
	}
}

// liesIn says whether a piece comes as low and as high as a stretch is kept clear.
func (f *framer) liesIn(m Member, c Clear) bool {
	switch {
	case !m.Kind.Upright() && m.Kind != wood.Nogging:
		return false
	case c.Low == 0 && c.High == 0 || !m.Known:
		return true
	}
	floor := 0.0
	if e := f.heights.EstimateAll([][]survey.Term{{f.floorAt(m.From)}})[0]; e.Known {
		floor = e.Value
	}
	low, high := f.length(m.Base-floor), m.Lumber.Thickness
	if m.Kind.Upright() {
		high = m.Exact
	}
	return (c.High == 0 || low < c.High) && low+high > c.Low
}
