package plan

import (
	"fmt"
	"math"
	"sort"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/wood"
)

// Met is one end of a wall with what it meets: who runs past and by how much,
// the wood that brings, what stands behind the line there and what to do if
// nothing does. Usual practice.
type Met struct {
	met
	station        measure.Length // along the wall it meets, of this wall's middle
	joined         framing.Joined // of a new wall: what came of it there
	past           measure.Length // at a corner: by how much that wall runs past
	text, fix      string
	heights        string // the two walls' studs compared there
	before, behind string // studs of the wall that is there: the next before, the one behind the end,
	after          string // the next after
}

// facesOf are a new wall's snapped face and its back.
func facesOf(w *framing.Wall) [2]*geo.Face {
	print := w.Footprint()
	return [2]*geo.Face{
		{ID: w.ID, From: w.From, To: w.To, OpenLeft: w.Right},
		{ID: w.ID + " back", From: print[3], To: print[2], OpenLeft: !w.Right},
	}
}

// meetings are what the ends of a wall meet.
func (s *Result) meetings(f *framing.Framed) []Met {
	var out []Met
	for _, m := range s.meets {
		if m.wall != f.Wall {
			continue
		}
		if m.existing != nil {
			out = append(out, s.meetsExisting(m))
			continue
		}
		out = append(out, s.meetsNew(m, f, s.wall(m.other).Framed))
	}
	return out
}

// bevelSaid is the saw's setting and its complement.
func bevelSaid(e *framing.End) string {
	if e.Bevel == 0 {
		return ""
	}
	return fmt.Sprintf("%.1f° off square, %.1f° to the other wall", e.Bevel, 90-e.Bevel)
}

// meetsExisting looks for a stud behind the line, in the wall that is there.
func (s *Result) meetsExisting(m met) Met {
	e := m.existing
	from, to := s.stations(m)
	at := (from + to) / 2
	out := Met{met: m, station: s.rules.Units.Estimate(at)}
	place := fmt.Sprintf("The %s meets %s at %s", m.end(), e.ID, s.sayMM(at))
	out.before, out.behind, out.after = s.studsBy(e, from, to)
	switch {
	case out.behind != "":
		out.text = fmt.Sprintf("%s: its stud at %s stands behind it.", place, out.behind)
		out.fix = "Fix the end stud into that."
	case e.Material == "masonry" || e.Material == "concrete":
		out.text = fmt.Sprintf("%s, which is %s.", place, e.Material)
		out.fix = "Anchors for that material through the end stud; plumb it first, the wall leans. Scan before drilling."
	case e.Material != "timber" && e.Material != "steel":
		out.text = place + ", whose make isn't known."
		out.fix = "Probe it down to what holds a screw."
	case len(e.Studs) == 0:
		out.text = place + ": its studs weren't read."
		out.fix = "Find them with the detector and write them under Read."
	default:
		out.text = place + ": no stud stands behind it."
		out.fix = "Open it and let in blocks between its studs, or move the line to one."
		if out.before != "" && out.after != "" {
			out.fix = fmt.Sprintf("Open it and let in blocks between its studs at %s and %s, or move the line to one.", out.before, out.after)
		}
	}
	if m.at().Top != 0 {
		out.fix += fmt.Sprintf(" %s: the top plate is %s than the bottom one by that.", m.at().Lean, map[bool]string{true: "shorter", false: "longer"}[m.at().Top > 0])
	}
	if bevel := bevelSaid(m.at()); bevel != "" {
		out.fix += " It comes at an odd angle: plates cut " + bevel + "."
	}
	return out
}

// studsBy are an existing wall's studs around a stretch: the next before it,
// one behind it, the next after, as they are read out.
func (s *setup) studsBy(e *existing, from, to float64) (before, behind, after string) {
	var all []measure.Length
	for _, text := range e.Studs {
		if l, err := measure.Read(text, s.rules.Units); err == nil {
			all = append(all, l)
		}
	}
	sort.Slice(all, func(i, j int) bool { return all[i] < all[j] })
	for _, l := range all {
		switch at := l.Millimetres(); {
		case at <= from:
			before = s.say(l)
		case at >= to:
			if after == "" {
				after = s.say(l)
			}
		default:
			behind = s.say(l)
		}
	}
	return before, behind, after
}

var styleSaid = map[framing.Style]string{
	framing.EndStuds:   "an end stud on each wall, and nothing more behind the boards",
	framing.FlatNailer: "a flat nailer",
	framing.Ladder:     "a ladder of noggings",
	framing.Scrap:      "scrap backing, put in before the board",
	framing.Serves:     "a stud that stands there already",
}

// meetsNew says who runs past, and the wood that is there for it.
func (s *Result) meetsNew(m met, f, other *framing.Framed) Met {
	u := s.rules.Units
	w, o := f.Wall, other.Wall
	at := measure.FromMillimetres((m.from + m.to) / 2)
	out := Met{met: m, station: u.Estimate(at.Millimetres())}
	var joined framing.Joined
	for _, j := range other.Joined {
		if j.Other == w.ID && math.Abs((j.From+(j.To-j.From)/2-at).Millimetres()) < m.to-m.from {
			joined = j
		}
	}
	out.joined = joined
	if joined.Corner {
		out.past = u.Estimate(m.to - m.from)
		out.text = fmt.Sprintf("A corner: %s runs past by %s, %s butts it.", o.ID, u.Say(out.past, s.rules.Mark), w.ID)
	} else {
		out.text = fmt.Sprintf("The %s butts %s at %s, which runs past.", m.end(), o.ID, s.say(at))
	}
	fix := "In " + o.ID + ": " + styleSaid[joined.Style]
	if len(joined.Members) > 0 {
		fix += " (" + strings.Join(joined.Members, ", ") + ")"
	}
	if joined.Style == framing.FlatNailer && joined.Nailing > 0 {
		fix += fmt.Sprintf(", %s left for the board", s.say(joined.Nailing))
	}
	if joined.Style == framing.Serves {
		fix += "; give the board's edges scrap backing on both sides"
	}
	step := u.Words("24 in", "600 mm")
	hold := fmt.Sprintf("Hold the end stud of %s back %s", w.ID, u.Say(m.at().Held, s.rules.Mark/2))
	if m.at().Held > s.rules.HoldBack() {
		hold = fmt.Sprintf("The end stud of %s stands %s back, where the wall has both its faces", w.ID, u.Say(m.at().Held, s.rules.Mark/2))
	}
	out.fix = fmt.Sprintf("%s. %s, and nail the two every %s.", fix, hold, step)
	if m.lap {
		out.fix += fmt.Sprintf(" The second top plate of %s laps %s; that of %s stops for it.", w.ID, o.ID, o.ID)
	} else {
		out.fix += " Strap the top plates, four nails each side."
	}
	if bevel := bevelSaid(m.at()); bevel != "" {
		out.fix += " It comes at an odd angle: plates cut " + bevel + "."
	}
	out.heights = s.cornerHeights(m, f, other, at)
	return out
}

// cornerHeights compares the studs of two walls where they meet: they go to
// the same ceiling, so a difference is plates, or floor and ceiling between.
func (s *Result) cornerHeights(m met, f, other *framing.Framed, at measure.Length) string {
	mine := nearestStud(f, f.Wall.Length*boolLength(m.stop))
	theirs := nearestStud(other, at)
	if mine == nil || theirs == nil {
		return ""
	}
	off := (mine.Cut + f.Wall.PlateStack()) - (theirs.Cut + other.Wall.PlateStack())
	text := fmt.Sprintf("%s is %s, %s is %s", mine.ID, s.say(mine.Cut), theirs.ID, s.say(theirs.Cut))
	plates := f.Wall.PlateStack() - other.Wall.PlateStack()
	switch {
	case plates != 0:
		return text + fmt.Sprintf("; plates differ by %s: their tops are not at one height, strap them with a packer", s.say(plates.Abs()))
	case off == 0:
		return text + ": one height with their plates"
	}
	return text + fmt.Sprintf(": %s apart, floor and ceiling run on between them", s.say(off.Abs()))
}

func nearestStud(f *framing.Framed, at measure.Length) *framing.Member {
	var best *framing.Member
	for i := range f.Members {
		m := &f.Members[i]
		if (m.Kind == wood.Stud || m.Kind == wood.King) && m.Known && (best == nil || (m.From-at).Abs() < (best.From-at).Abs()) {
			best = m
		}
	}
	return best
}
