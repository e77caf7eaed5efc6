package site

import (
	"cmp"
	"math"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// special reads what kind of wall one is, as far as that doesn't hang on where it lies.
func (r *resolver) special(path string, w job.Wall, wall *framing.Wall) {
	wall.Own = r.part(path, w.Special(), wall.Lumber, wall)
	r.layers(path, w, wall)
	if w.Edges != "" && w.Kind != "infill" {
		r.faults.Add(path+".edges", "only a wall of kind infill has edges of its own: leave it out")
	}
	if w.Infill != "" && w.Kind != "infill" {
		r.faults.Add(path+".infill", "only a wall of kind infill goes into a pocket: give it that kind, or leave this out")
	}
	if u := r.Doc.Units; w.BoardTop.Given() {
		wall.BoardTop = r.within(path+".boardTop", w.BoardTop, 0, u.Pick(6*measure.Inch, 150*measure.Millimetre),
			u.Pick(40*measure.Foot, 12*measure.Metre))
	}
}

// part reads what a wall or a stretch of one is beside a plain one.
func (r *resolver) part(path string, s job.Special, lumber *wood.Lumber, wall *framing.Wall) framing.Part {
	u := r.Doc.Units
	out := framing.Part{Kind: framing.Kind(cmp.Or(s.Kind, "plain")), Lumber: lumber}
	half, raked, free := out.Kind == framing.Half, out.Kind == framing.Raked, out.Kind == framing.FreeTop
	if s.Height.Given() {
		out.Height = r.within(path+".height", s.Height, 0, u.Pick(6*measure.Inch, 150*measure.Millimetre),
			u.Pick(40*measure.Foot, 12*measure.Metre))
	}
	for _, x := range []struct {
		given bool
		may   bool
		field string
		who   string
	}{{s.Posts != nil, half, "posts", "half"}, {s.Cap != nil, half, "cap", "half"}, {s.Rake != nil, raked,
		"rake", "raked"}, {s.Braces != nil, free, "braces", "free-top"}} {
		if x.given && !x.may {
			r.faults.Add(path+"."+x.field, "only a wall of kind %s has %s: give it that kind, or leave this out",
				x.who, x.field)
		}
	}
	switch {
	case half && !s.Height.Given():
		r.faults.Add(path+".height", "missing: say how high its cap lies over the floor at its from end")
	case out.Kind == framing.Infill && s.Height.Given():
		r.faults.Add(path+".height", "an infill is as high as its pocket was gauged: leave it out")
	case raked && s.Rake != nil && !s.Height.Given():
		r.faults.Add(path+".height", "missing: say how high its top lies over the floor at its from end")
	case raked && s.Rake == nil && s.Height.Given():
		r.faults.Add(path+".rake", "missing: say how it slopes, or leave the height out: then it follows the ceiling as read")
	}
	if lumber == nil {
		return out
	}
	if half {
		r.halfWall(path, s, lumber, &out)
		if low := out.Height - stackOf(out.Top) - stackOf(wall.Bottom); s.Height.Given() && out.Height > 0 && low < u.Pick(4*measure.Inch, 100*measure.Millimetre) {
			r.faults.Add(path+".height", "%s leaves %s between its bottom plate and its cap: make it higher, no stud goes there", r.write(out.Height), r.write(max(low, 0)))
		}
	}
	if raked && s.Rake == nil {
		out.Along = true
	}
	if free {
		b := s.Braces
		if b == nil {
			b = &job.Braces{}
		}
		out.Braces.Clear = r.within(path+".braces.clear", b.Clear, framing.UsualClear(u), 0,
			u.Pick(24*measure.Inch, 600*measure.Millimetre))
		if out.Braces.Every = r.within(path+".braces.every", b.Every, framing.UsualBraces(u),
			u.Pick(6*measure.Inch, 150*measure.Millimetre), 10*measure.Metre); b.None {
			out.Braces.Every = 0
		}
		if out.Height == 0 {
			out.Under = out.Braces.Clear
		}
	}
	return out
}

func stackOf(plates []*wood.Lumber) (total measure.Length) {
	for _, p := range plates {
		if p != nil {
			total += p.Thickness
		}
	}
	return total
}

// halfWall reads a half wall's cap and posts.
func (r *resolver) halfWall(path string, s job.Special, lumber *wood.Lumber, out *framing.Part) {
	u := r.Doc.Units
	cap := lumber
	if s.Cap != nil && s.Cap.Lumber != "" {
		if one := r.wood(path+".cap.lumber", s.Cap.Lumber); one != nil {
			cap = one
		}
	}
	out.Top = []*wood.Lumber{cap}
	if s.Cap != nil && s.Cap.Slope != nil {
		out.Cross = math.Abs(r.rise(path+".cap.slope", *s.Cap.Slope, cap.Depth, 45))
		if s.Cap.To == "line" {
			out.Cross = -out.Cross
		}
	}
	if p := s.Posts; p != nil {
		out.Posts = &framing.Posts{
			Joists: p.Joists,
			Lap: r.within(path+".posts.lap", p.Lap, framing.UsualLap(u),
				u.Pick(2*measure.Inch, 50*measure.Millimetre), u.Pick(24*measure.Inch, 600*measure.Millimetre)),
			Deck: r.within(path+".posts.deck", p.Deck, framing.UsualDeck(u), 0,
				u.Pick(12*measure.Inch, 300*measure.Millimetre)),
			Every: r.within(path+".posts.every", p.Every, framing.UsualPosts(u),
				u.Pick(6*measure.Inch, 150*measure.Millimetre), u.Pick(12*measure.Foot, 3600*measure.Millimetre)),
		}
		if p.Joists == "" {
			r.faults.Add(path+".posts.joists", "missing: name the run of floor joists that they stand beside")
		}
	}
}

// rise reads a slope: what a length of it rises. over is what a rise is said of; most
// is how steep it may be, in degrees.
func (r *resolver) rise(path string, s job.Rake, over measure.Length, most float64) float64 {
	given, out := 0, 0.0
	if s.Degrees != nil {
		given, out = given+1, math.Tan(*s.Degrees*math.Pi/180)
	}
	if s.Percent != nil {
		given, out = given+1, *s.Percent/100
	}
	if s.Rise.Given() {
		given++
		if l, ok := r.must(path+".rise", s.Rise); ok && over > 0 {
			out = l.Millimetres() / over.Millimetres()
		}
	}
	switch {
	case given != 1:
		r.faults.Add(path, "say the slope in one way: degrees, percent or rise")
		return 0
	case math.IsNaN(out) || framing.Degrees(out) > most:
		r.faults.Add(path, "%.1f° is steeper than %g°: check it", framing.Degrees(out), most)
		return 0
	}
	return out
}

// belowCeiling refuses a height over all gaps that were read: a slip of the hand, there
// or at the reading, which is named.
// Where the ceiling is lower than its top at a place, the plan stops it there.
func (r *resolver) belowCeiling(path string, high measure.Length) {
	if high <= 0 || r.Doc.Survey == nil {
		return
	}
	most, by := measure.Length(0), ""
	for _, x := range r.Doc.Survey.Readings {
		l, err := x.Value.In(r.Doc.Units)
		if x.Kind == "gap" && x.Basis != "between" && !x.Void && err == nil && x.Value.Given() && l > most {
			most, by = l, x.ID
		}
	}
	if most > 0 && high > most {
		r.faults.Add(path, "%s is higher than the ceiling: the largest gap that was read is %s, by %q: lower it; or, if that reading is the slip, read it again", r.write(high), r.write(most), by)
	}
}

// setBlocks has ends that meet something at an odd angle hold their end stud farther in,
// where bevelled blocks are wanted there.
func (r *resolver) setBlocks() {
	for i := range r.Meets {
		m := &r.Meets[i]
		at := m.At()
		if at.Bevel == 0 {
			continue
		}
		for _, w := range r.Doc.Walls {
			if w.ID != m.Wall.ID {
				continue
			}
			for _, e := range w.Ends {
				if e.End == m.End() && e.Blocks && !at.Blocks {
					at.Blocks, at.Held = true, at.Held+m.Wall.Lumber.Thickness
				}
			}
		}
	}
}

// wet reads what a wall behind a shower or a bath wants.
func (r *resolver) wet(path string, w job.Wall, wall *framing.Wall) {
	if w.Wet == nil {
		return
	}
	wall.Wet = framing.Wet{Is: true, Window: w.Wet.Window}
	if w.Layout == nil || !w.Layout.Spacing.Given() {
		wall.Layout.Spacing = framing.UsualWet(r.Doc.Units)
	}
	if w.Wet.Valve.Given() {
		wall.Wet.Valve, _ = r.must(path+".valve", w.Wet.Valve)
	}
}

// valve keeps the bay of a wet wall's valve clear.
func (r *resolver) valve(path string, wall *framing.Wall) {
	if wall.Wet.Valve == 0 {
		return
	}
	wide, t := framing.UsualWet(r.Doc.Units), wall.Lumber.Thickness
	from, to := wall.Wet.Valve-wide/2, wall.Wet.Valve+wide/2
	if from < t || to > wall.Length-t {
		r.faults.Add(path+".wet.valve", "%s: its bay, from %s to %s, lies in an end stud or past the wall",
			r.write(wall.Wet.Valve), r.write(from), r.write(to))
		return
	}
	wall.Clear = append(wall.Clear, framing.Clear{From: from, To: to, What: r.Rules.Tell(words.TheValve)})
}
