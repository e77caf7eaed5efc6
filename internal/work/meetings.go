package work

import (
	"math"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/wood"
	"homalos/internal/words"
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
	return rules.Tell(words.OffSquareToOtherWall, e.Bevel, 90-e.Bevel)
}

// meetsExisting looks for a stud behind the line, in the wall that is there.
func (s *Result) meetsExisting(m site.Meet) Meeting {
	e := m.Existing
	from, to := s.Stations(m)
	at := (from + to) / 2
	out := Meeting{Meet: m, Where: s.Rules.Units.Estimate(at)}
	place := s.Rules.Tell(words.TheMeetsAt, m.EndSaid(), e.ID, words.MM(at))
	out.Before, out.Behind, out.After = s.StudsBy(e, from, to)
	switch {
	case out.Behind != "":
		out.Text = s.Rules.Tell(words.ItsStudAtStandsBehind, place, out.Behind)
		out.Fix = s.Rules.Tell(words.FixEndStudInto)
	case e.Material == "masonry" || e.Material == "concrete":
		out.Text = s.Rules.Tell(words.WhichIs, place, e.Material)
		out.Fix = s.Rules.Tell(words.AnchorsForMaterialThroughEnd)
	case e.Material != "timber" && e.Material != "steel":
		out.Text = s.Rules.Tell(words.WhoseMakeIsnTKnown, place)
		out.Fix = s.Rules.Tell(words.ProbeDownToWhatHolds)
	case len(e.Studs) == 0:
		out.Text = s.Rules.Tell(words.ItsStudsNotRead, place)
		out.Fix = s.Rules.Tell(words.FindThemWithDetectorWrite)
	default:
		out.Text = s.Rules.Tell(words.NoStudStandsBehind, place)
		out.Fix = s.Rules.Tell(words.OpenLetInBlocksBetween)
		if out.Before != "" && out.After != "" {
			out.Fix = s.Rules.Tell(words.OpenLetInBlocksBetweenStuds, out.Before, out.After)
		}
	}
	if probe := s.probeOf(e.ID); probe != nil && out.Behind == "" {
		// the end stud, what was probed, and what is usual of bite
		u := s.Rules.Units
		deep := site.Deep(*probe, u)
		holds := probe.Layers[len(probe.Layers)-1].What
		needs := (m.Wall.Lumber.Thickness + deep + wood.Anchor{By: "screw"}.Means().UsualBite(u)).Up(s.Rules.Mark)
		out.Text, out.Fix = s.Rules.Tell(words.ProbedThere, place, holds, deep), s.Rules.Tell(words.FixThroughTheEndStud, needs)
	}
	if m.At().Top != 0 {
		out.Fix += s.Rules.Tell(words.TopPlateThanBottomOne, m.At().Lean, map[bool]string{true: "shorter", false: "longer"}[m.At().Top > 0])
	}
	if bevel := BevelSaid(s.Rules, m.At()); bevel != "" {
		out.Fix += s.Rules.Tell(words.ComesAtOddAnglePlates, bevel)
	}
	return out
}

// probeOf is the deepest probe of an existing wall.
func (s *Result) probeOf(wall string) *job.Probe {
	if s.Doc.Assess == nil {
		return nil
	}
	var best *job.Probe
	u := s.Rules.Units
	for i := range s.Doc.Assess.Probes {
		if p := &s.Doc.Assess.Probes[i]; p.Of == "wall" && p.Wall == wall && (best == nil || site.Deep(*p, u) > site.Deep(*best, u)) {
			best = p
		}
	}
	return best
}

// StyleSaid is the wood of each style, as one would say it.
var StyleSaid = map[framing.Style]words.Code{
	framing.EndStuds:   words.EndStudOnEachWall,
	framing.FlatNailer: words.AFlatNailer,
	framing.Ladder:     words.LadderNoggings,
	framing.Scrap:      words.ScrapBackingPutInBefore,
	framing.Serves:     words.StudStandsThereAlready,
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
		out.Text = s.Rules.Tell(words.CornerRunsPastByButts, o.ID, out.Past, w.ID)
	} else {
		out.Text = s.Rules.Tell(words.ButtsAtWhichRunsPast, m.EndSaid(), o.ID, at)
	}
	fix := "In " + o.ID + ": " + s.Rules.Tell(StyleSaid[joined.Style])
	if len(joined.Members) > 0 {
		fix += " (" + strings.Join(joined.Members, ", ") + ")"
	}
	if joined.Style == framing.FlatNailer && joined.Nailing > 0 {
		fix += s.Rules.Tell(words.LeftForBoard, joined.Nailing)
	}
	if joined.Style == framing.Serves {
		fix += s.Rules.Tell(words.GiveEdgesScrapBacking)
	}
	step := u.Words("24 in", "600 mm")
	hold := s.Rules.Tell(words.HoldEndStudBack, w.ID, words.Half(m.At().Held))
	if m.At().Held > s.Rules.HoldBack() {
		hold = s.Rules.Tell(words.EndStudStandsBackWhere, w.ID, words.Half(m.At().Held))
	}
	out.Fix = s.Rules.Tell(words.NailTwoEvery, fix, hold, step)
	if m.Lap {
		out.Fix += s.Rules.Tell(words.SecondTopPlateLapsStops, w.ID, o.ID, o.ID)
	} else if !w.Off() && !o.Off() {
		out.Fix += s.Rules.Tell(words.StrapTopPlatesFourNails)
	}
	if bevel := BevelSaid(s.Rules, m.At()); bevel != "" {
		out.Fix += s.Rules.Tell(words.ComesAtOddAnglePlates, bevel)
	}
	out.Heights = s.cornerHeights(m, f, other, at)
	return out
}

// cornerHeights compares the studs of two walls where they meet: they go to
// the same ceiling, so a difference is plates, or floor and ceiling between.
func (s *Result) cornerHeights(m site.Meet, f, other *framing.Framed, at measure.Length) string {
	if f.Wall.Special() || other.Wall.Special() {
		return "" // they go by other things than the ceiling
	}
	mine := nearestStud(f, m.Station())
	theirs := nearestStud(other, at)
	if mine == nil || theirs == nil {
		return ""
	}
	off := (mine.Cut + f.Wall.PlateStack()) - (theirs.Cut + other.Wall.PlateStack())
	text := s.Rules.Tell(words.IsIs, mine.ID, mine.Cut, theirs.ID, theirs.Cut)
	plates := f.Wall.PlateStack() - other.Wall.PlateStack()
	switch {
	case plates != 0:
		return text + s.Rules.Tell(words.PlatesDifferByTheirTops, plates.Abs())
	case off == 0:
		return s.Rules.Tell(words.OneHeightWithTheirPlates, text)
	}
	return text + s.Rules.Tell(words.ApartFloorCeilingRunOn, off.Abs())
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
