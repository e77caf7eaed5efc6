package site

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// setPockets reads the holes that were gauged, for walls that go into them: those of
// the survey, and those that were gauged when the work was looked at.
func (r *resolver) setPockets() {
	r.pockets = map[string]job.Pocket{}
	if r.Doc.Assess != nil {
		for _, x := range r.Doc.Assess.Pockets {
			r.pockets[x.ID] = x
		}
	}
	if r.Doc.Survey == nil {
		return
	}
	seen := map[string]bool{}
	for i, x := range r.Doc.Survey.Pockets {
		r.pocket(fmt.Sprintf("survey.pockets[%d]", i), x, seen)
		r.pockets[x.ID] = x
	}
}

// pocket reads one: three gauges or more each way, as the smallest may lie anywhere.
func (r *resolver) pocket(path string, x job.Pocket, seen map[string]bool) {
	r.id(path+".id", x.ID, seen, 64)
	for k, w := range x.Widths {
		r.positive(fmt.Sprintf("%s.widths[%d]", path, k), w)
	}
	for k, h := range x.Heights {
		r.positive(fmt.Sprintf("%s.heights[%d]", path, k), h)
	}
	if len(x.Widths) < 3 || len(x.Heights) < 3 {
		r.faults.Add(path, "gauge width and height at three points or more each: the smallest counts")
	}
	r.within(path+".allowance", x.Allowance, 0, 0, r.Doc.Units.Pick(2*measure.Inch, 50*measure.Millimetre))
	r.optional(path+".strip", x.Strip, 0, r.Doc.Units.Pick(4*measure.Inch, 100*measure.Millimetre))
}

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
		wall.BoardTop = r.within(path+".boardTop", w.BoardTop, 0, u.Pick(6*measure.Inch, 150*measure.Millimetre), u.Pick(40*measure.Foot, 12*measure.Metre))
	}
}

// part reads what a wall or a stretch of one is beside a plain one.
func (r *resolver) part(path string, s job.Special, lumber *wood.Lumber, wall *framing.Wall) framing.Part {
	u := r.Doc.Units
	out := framing.Part{Kind: framing.Kind(cmp.Or(s.Kind, "plain")), Lumber: lumber}
	half, raked, free := out.Kind == framing.Half, out.Kind == framing.Raked, out.Kind == framing.FreeTop
	if s.Height.Given() {
		out.Height = r.within(path+".height", s.Height, 0, u.Pick(6*measure.Inch, 150*measure.Millimetre), u.Pick(40*measure.Foot, 12*measure.Metre))
	}
	for _, x := range []struct {
		given bool
		may   bool
		field string
		who   string
	}{{s.Posts != nil, half, "posts", "half"}, {s.Cap != nil, half, "cap", "half"}, {s.Rake != nil, raked, "rake", "raked"}, {s.Braces != nil, free, "braces", "free-top"}} {
		if x.given && !x.may {
			r.faults.Add(path+"."+x.field, "only a wall of kind %s has %s: give it that kind, or leave this out", x.who, x.field)
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
		out.Braces.Clear = r.within(path+".braces.clear", b.Clear, framing.UsualClear(u), 0, u.Pick(24*measure.Inch, 600*measure.Millimetre))
		if out.Braces.Every = r.within(path+".braces.every", b.Every, framing.UsualBraces(u), u.Pick(6*measure.Inch, 150*measure.Millimetre), 10*measure.Metre); b.None {
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
			Lap:    r.within(path+".posts.lap", p.Lap, framing.UsualLap(u), u.Pick(2*measure.Inch, 50*measure.Millimetre), u.Pick(24*measure.Inch, 600*measure.Millimetre)),
			Deck:   r.within(path+".posts.deck", p.Deck, framing.UsualDeck(u), 0, u.Pick(12*measure.Inch, 300*measure.Millimetre)),
			Every:  r.within(path+".posts.every", p.Every, framing.UsualPosts(u), u.Pick(6*measure.Inch, 150*measure.Millimetre), u.Pick(12*measure.Foot, 3600*measure.Millimetre)),
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

// intoPocket makes an infill as large as its pocket: the smallest gauge each way, less
// the allowance. Source: the work, step 2.
func (r *resolver) intoPocket(path string, w job.Wall, wall *framing.Wall) {
	if w.Kind != "infill" {
		return
	}
	x, ok := r.pockets[w.Infill]
	switch {
	case w.Infill == "":
		r.faults.Add(path+".infill", "missing: name the pocket that it goes into")
		return
	case !ok:
		r.faults.Add(path+".infill", "%q is no pocket: gauge it under survey.pockets", w.Infill)
		return
	}
	wide, widest := r.leastMost(x.Widths)
	high, _ := r.leastMost(x.Heights)
	allowance := r.length("", x.Allowance, r.Infill)
	if wide == 0 || high == 0 {
		return // its own faults say why
	}
	if wall.Length > widest {
		r.faults.Add(path+".to", "it is %s long, wider than its pocket: %q is %s where it is widest; end it at its sides", r.write(wall.Length), x.ID, r.write(widest))
		return
	}
	frame := wide - allowance
	wall.Gauged = &framing.Gauged{ID: x.ID, Allowance: allowance, Play: widest - frame}
	strip, _ := x.Strip.In(r.Doc.Units)
	wall.Own.Height, wall.Own.Gauged = high+strip-allowance, true
	if wall.Own.Edged = w.Edges == "blocks"; wall.Own.Edged && wall.Length < 4*wall.Lumber.Thickness {
		r.faults.Add(path+".edges", "it is too narrow for blocks at both sides: leave it at studs")
	}
	long := wall.From.Distance(wall.To)
	if long > 0 && frame > 0 { // in the middle of what its line has for it
		ux, uy := (wall.To.X-wall.From.X)/long, (wall.To.Y-wall.From.Y)/long
		off := (long - frame.Millimetres()) / 2
		wall.From.X, wall.From.Y = wall.From.X+ux*off, wall.From.Y+uy*off
		wall.To.X, wall.To.Y = wall.From.X+ux*frame.Millimetres(), wall.From.Y+uy*frame.Millimetres()
		wall.Length = frame
	}
}

func (r *resolver) leastMost(all []job.Length) (least, most measure.Length) {
	for _, one := range all {
		if l, err := one.In(r.Doc.Units); err == nil && l > 0 {
			if least == 0 || l < least {
				least = l
			}
			most = max(most, l)
		}
	}
	return least, most
}

// ownParts reads what of a wall's kind hangs on how long it is, and its stretches.
func (r *resolver) ownParts(path string, w job.Wall, wall *framing.Wall) {
	r.raked(path, w.Rake, &wall.Own, wall.Length, stackOf(wall.Bottom), wall.Top)
	if !wall.Own.Gauged {
		r.belowCeiling(path+".height", wall.Own.Height)
	}
	if len(w.Stretches) > 0 && w.Kind == "infill" {
		r.faults.Add(path+".stretches", "an infill is of one kind from side to side")
		return
	}
	t := wall.Lumber.Thickness
	for i, s := range w.Stretches {
		at := fmt.Sprintf("%s.stretches[%d]", path, i)
		from, ok1 := r.must(at+".from", s.From)
		to, ok2 := r.must(at+".to", s.To)
		lumber := wall.Lumber
		if s.Lumber != "" {
			if lumber = r.wood(at+".lumber", s.Lumber); lumber == nil {
				continue
			}
			switch {
			case lumber.Track:
				r.faults.Add(at+".lumber", "%q is track: it makes plates, name what the studs are cut from", s.Lumber)
			case lumber.Thickness != t || lumber.Steel != wall.Lumber.Steel:
				r.faults.Add(at+".lumber", "%q is %s thick, and the wall's studs are %s: name lumber as thick, or make it a wall of its own", s.Lumber, r.write(lumber.Thickness), r.write(t))
			}
		}
		if !ok1 || !ok2 {
			continue
		}
		switch {
		case from < 0 || from >= wall.Length:
			r.faults.Add(at+".from", "%s is off the wall, which is %s long", r.write(from), r.write(wall.Length))
			continue
		case to > wall.Length:
			r.faults.Add(at+".to", "%s is past the wall's end: it is %s long", r.write(to), r.write(wall.Length))
			continue
		case to-from < 2*t:
			r.faults.Add(at+".to", "from %s to %s there is no room for its two end studs", r.write(from), r.write(to))
			continue
		case from > 0 && from < 2*t, to < wall.Length && wall.Length-to < 2*t:
			r.faults.Add(at+".from", "it leaves less than two studs' thickness beside it: let it begin or end at the wall's end")
			continue
		}
		if k := slices.IndexFunc(wall.Parts, func(o framing.Part) bool { return o.From < to && o.To > from }); k >= 0 {
			r.faults.Add(at+".from", "%s lies in the stretch from %s to %s: one kind holds at each place", r.write(from), r.write(wall.Parts[k].From), r.write(wall.Parts[k].To))
			continue
		}
		p := r.part(at, s.Special(), lumber, wall)
		p.From, p.To, p.Datum = from, to, from
		p.Bottom = wall.Bottom
		// plates as deep as the deeper studs run through, and are ripped beside them
		parted := lumber != wall.Lumber && wall.Bottom[0].Depth < lumber.Depth
		if parted {
			p.Bottom = same(lumber, len(wall.Bottom))
		}
		if p.Top == nil {
			if p.Top = wall.Top; lumber != wall.Lumber && wall.Top[0].Depth < lumber.Depth {
				p.Top = same(lumber, len(wall.Top))
			}
		}
		r.raked(at, s.Rake, &p, to-from, stackOf(p.Bottom), p.Top)
		r.belowCeiling(at+".height", p.Height)
		wall.Parts = append(wall.Parts, p)
		for _, b := range []measure.Length{from, to} {
			if b > 0 && b < wall.Length {
				r.changes(wall, b, parted)
			}
		}
	}
	slices.SortFunc(wall.Parts, func(a, b framing.Part) int { return cmp.Compare(a.From, b.From) })
}

// same is so many plates of one lumber.
func same(l *wood.Lumber, n int) (out []*wood.Lumber) {
	for range n {
		out = append(out, l)
	}
	return out
}

// changes ends a wall's plates where one kind gives way to another, with a stud on each
// side; the bottom plate where the lumber changes too.
func (r *resolver) changes(wall *framing.Wall, at measure.Length, both bool) {
	add := func(b framing.Break) {
		if !slices.Contains(wall.Breaks, b) {
			wall.Breaks = append(wall.Breaks, b)
		}
	}
	add(framing.Break{Of: survey.Ceiling, At: at})
	if both {
		add(framing.Break{Of: survey.Floor, At: at})
	}
}

// raked reads a rake over the run that it has.
func (r *resolver) raked(path string, s *job.Rake, p *framing.Part, run, bottom measure.Length, top []*wood.Lumber) {
	if p.Kind != framing.Raked || s == nil {
		return
	}
	p.Rise = r.rise(path+".rake", *s, run, 80)
	if p.Rise == 0 || p.Height == 0 {
		return
	}
	if p.Top == nil {
		p.Top = top
		defer func() { p.Top = nil }()
	}
	need := measure.FromMillimetres(stackOf(p.Top).Millimetres()*math.Sqrt(1+p.Rise*p.Rise)) + bottom
	end := p.Height + measure.FromMillimetres(run.Millimetres()*p.Rise)
	switch {
	case p.Height <= need:
		r.faults.Add(path+".height", "%s leaves nothing between its plates, which take %s there: begin it where there is room", r.write(p.Height), r.write(r.Doc.Units.Estimate(need.Millimetres())))
	case end <= need:
		at := r.Doc.Units.Estimate((need - p.Height).Millimetres() / p.Rise)
		r.faults.Add(path+".rake", "its top comes down to its bottom plate at %s, within the wall: end it before that, or make it higher", r.write(at))
	}
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

// setPosts looks whether the posts of half walls find their joists, once both are
// placed.
func (r *resolver) setPosts() {
	if len(r.faults) > 0 {
		return // what they would stand beside may have faults of its own
	}
	for i, w := range r.Doc.Walls {
		wall := r.wallOf[w.ID]
		if wall == nil {
			continue
		}
		path := fmt.Sprintf("walls[%d]", i)
		for _, p := range wall.AllParts() {
			if p.Posts == nil {
				continue
			}
			at := path
			for k, s := range w.Stretches {
				if from, err := s.From.In(r.Doc.Units); err == nil && from == p.From {
					at = fmt.Sprintf("%s.stretches[%d]", path, k)
				}
			}
			r.posts(at+".posts.joists", wall, p)
		}
	}
}

func (r *resolver) posts(path string, wall *framing.Wall, p framing.Part) {
	of := ""
	if r.Doc.Survey != nil {
		for _, j := range r.Doc.Survey.Joists {
			if j.ID == p.Posts.Joists {
				of = j.Of
			}
		}
	}
	switch {
	case of == "":
		r.faults.Add(path, "%q is no run of joists: read them first, or name one that is", p.Posts.Joists)
	case of != "floor":
		r.faults.Add(path, "%q is a run of the ceiling: a half wall's posts stand beside floor joists", p.Posts.Joists)
	case len(wall.PostPlaces(p, r.JoistList)) == 0:
		r.faults.Add(path, "no joist of %q lies where a post could stand in it: name the run under it, move the wall, or read its joists again", p.Posts.Joists)
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
		r.faults.Add(path+".wet.valve", "%s: its bay, from %s to %s, lies in an end stud or past the wall", r.write(wall.Wet.Valve), r.write(from), r.write(to))
		return
	}
	wall.Clear = append(wall.Clear, framing.Clear{From: from, To: to, What: r.Rules.Tell(words.TheValve)})
}
