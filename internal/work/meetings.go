package work

import (
	"fmt"
	"math"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/wood"
)

// Meeting is one end of a wall with what it meets: who runs past and by how much,
// the wood that brings, what stands behind the line there and what to do if
// nothing does. Usual practice.
type Meeting struct {
	site.Meet
	Where          measure.Length // along the wall it meets, of this wall's middle
	Joined         framing.Joined // of a new wall: what came of it there
	Past           measure.Length // at a corner: by how much that wall runs past
	Text, Fix      string
	Heights        string // the two walls' studs compared there
	Before, Behind string // studs of the wall that is there: the next before, the one behind the end,
	After          string // the next after
}

// meetings are what the ends of a wall meet.
func (s *Result) meetings(f *framing.Framed) []Meeting {
	var out []Meeting
	for _, m := range s.Meets {
		if m.Wall != f.Wall {
			continue
		}
		if m.Existing != nil {
			out = append(out, s.meetsExisting(m))
			continue
		}
		out = append(out, s.meetsNew(m, f, s.Wall(m.Other).Framed))
	}
	return out
}

// BevelSaid is the saw's setting and its complement.
func BevelSaid(rules framing.Rules, e *framing.End) string {
	if e.Bevel == 0 {
		return ""
	}
	return fmt.Sprintf("%.1f° off square, %.1f° to the other wall", e.Bevel, 90-e.Bevel)
}

// meetsExisting looks for a stud behind the line, in the wall that is there.
func (s *Result) meetsExisting(m site.Meet) Meeting {
	e := m.Existing
	from, to := s.Stations(m)
	at := (from + to) / 2
	out := Meeting{Meet: m, Where: s.Rules.Units.Estimate(at)}
	place := fmt.Sprintf("The %s meets %s at %s", m.End(), e.ID, s.SayMM(at))
	out.Before, out.Behind, out.After = s.StudsBy(e, from, to)
	switch {
	case out.Behind != "":
		out.Text = fmt.Sprintf("%s: its stud at %s stands behind it.", place, out.Behind)
		out.Fix = "Fix the end stud into that."
	case e.Material == "masonry" || e.Material == "concrete":
		out.Text = fmt.Sprintf("%s, which is %s.", place, e.Material)
		out.Fix = "Anchors for that material through the end stud; plumb it first, the wall leans. Scan before drilling."
	case e.Material != "timber" && e.Material != "steel":
		out.Text = place + ", whose make isn't known."
		out.Fix = "Probe it down to what holds a screw."
	case len(e.Studs) == 0:
		out.Text = place + ": its studs weren't read."
		out.Fix = "Find them with the detector and write them under Read."
	default:
		out.Text = place + ": no stud stands behind it."
		out.Fix = "Open it and let in blocks between its studs, or move the line to one."
		if out.Before != "" && out.After != "" {
			out.Fix = fmt.Sprintf("Open it and let in blocks between its studs at %s and %s, or move the line to one.", out.Before, out.After)
		}
	}
	if m.At().Top != 0 {
		out.Fix += fmt.Sprintf(" %s: the top plate is %s than the bottom one by that.", m.At().Lean, map[bool]string{true: "shorter", false: "longer"}[m.At().Top > 0])
	}
	if bevel := BevelSaid(s.Rules, m.At()); bevel != "" {
		out.Fix += " It comes at an odd angle: plates cut " + bevel + "."
	}
	return out
}

var StyleSaid = map[framing.Style]string{
	framing.EndStuds:   "an end stud on each wall, and nothing more behind the boards",
	framing.FlatNailer: "a flat nailer",
	framing.Ladder:     "a ladder of noggings",
	framing.Scrap:      "scrap backing, put in before the board",
	framing.Serves:     "a stud that stands there already",
}

// meetsNew says who runs past, and the wood that is there for it.
func (s *Result) meetsNew(m site.Meet, f, other *framing.Framed) Meeting {
	u := s.Rules.Units
	w, o := f.Wall, other.Wall
	at := measure.FromMillimetres((m.From + m.To) / 2)
	out := Meeting{Meet: m, Where: u.Estimate(at.Millimetres())}
	var joined framing.Joined
	for _, j := range other.Joined {
		if j.Other == w.ID && math.Abs((j.From+(j.To-j.From)/2-at).Millimetres()) < m.To-m.From {
			joined = j
		}
	}
	out.Joined = joined
	if joined.Corner {
		out.Past = u.Estimate(m.To - m.From)
		out.Text = fmt.Sprintf("A corner: %s runs past by %s, %s butts it.", o.ID, u.Say(out.Past, s.Rules.Mark), w.ID)
	} else {
		out.Text = fmt.Sprintf("The %s butts %s at %s, which runs past.", m.End(), o.ID, s.Say(at))
	}
	fix := "In " + o.ID + ": " + StyleSaid[joined.Style]
	if len(joined.Members) > 0 {
		fix += " (" + strings.Join(joined.Members, ", ") + ")"
	}
	if joined.Style == framing.FlatNailer && joined.Nailing > 0 {
		fix += fmt.Sprintf(", %s left for the board", s.Say(joined.Nailing))
	}
	if joined.Style == framing.Serves {
		fix += "; give the board's edges scrap backing on both sides"
	}
	step := u.Words("24 in", "600 mm")
	hold := fmt.Sprintf("Hold the end stud of %s back %s", w.ID, u.Say(m.At().Held, s.Rules.Mark/2))
	if m.At().Held > s.Rules.HoldBack() {
		hold = fmt.Sprintf("The end stud of %s stands %s back, where the wall has both its faces", w.ID, u.Say(m.At().Held, s.Rules.Mark/2))
	}
	out.Fix = fmt.Sprintf("%s. %s, and nail the two every %s.", fix, hold, step)
	if m.Lap {
		out.Fix += fmt.Sprintf(" The second top plate of %s laps %s; that of %s stops for it.", w.ID, o.ID, o.ID)
	} else {
		out.Fix += " Strap the top plates, four nails each side."
	}
	if bevel := BevelSaid(s.Rules, m.At()); bevel != "" {
		out.Fix += " It comes at an odd angle: plates cut " + bevel + "."
	}
	out.Heights = s.cornerHeights(m, f, other, at)
	return out
}

// cornerHeights compares the studs of two walls where they meet: they go to
// the same ceiling, so a difference is plates, or floor and ceiling between.
func (s *Result) cornerHeights(m site.Meet, f, other *framing.Framed, at measure.Length) string {
	mine := nearestStud(f, m.Station())
	theirs := nearestStud(other, at)
	if mine == nil || theirs == nil {
		return ""
	}
	off := (mine.Cut + f.Wall.PlateStack()) - (theirs.Cut + other.Wall.PlateStack())
	text := fmt.Sprintf("%s is %s, %s is %s", mine.ID, s.Say(mine.Cut), theirs.ID, s.Say(theirs.Cut))
	plates := f.Wall.PlateStack() - other.Wall.PlateStack()
	switch {
	case plates != 0:
		return text + fmt.Sprintf("; plates differ by %s: their tops are not at one height, strap them with a packer", s.Say(plates.Abs()))
	case off == 0:
		return text + ": one height with their plates"
	}
	return text + fmt.Sprintf(": %s apart, floor and ceiling run on between them", s.Say(off.Abs()))
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
