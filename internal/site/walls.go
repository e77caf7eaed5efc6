package site

import (
	"cmp"
	"fmt"
	"slices"
	"sort"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

func (r *resolver) setWalls() {
	seen := map[string]bool{}
	members := int64(0)
	if len(r.Doc.Walls) > mostWalls {
		r.faults.Add("walls", "%d walls: split the job, at most %d", len(r.Doc.Walls), mostWalls)
		return
	}
	r.layLines()
	for i, w := range r.Doc.Walls {
		path := fmt.Sprintf("walls[%d]", i)
		r.id(path+".id", w.ID, seen, 32)
		if w.Line != nil {
			l := r.Lines[w.ID]
			if l == nil || !l.ok { // its line has faults of its own
				r.parts(path, w)
				r.openingFields(path, w)
				continue
			}
			w.From, w.To, w.Body = l.from, l.to, l.body
		}
		wall := r.wall(path, w)
		if wall == nil {
			continue
		}
		members += int64(wall.Length/wall.Closest())*2 + int64(12*len(wall.Openings)) + 8
		between := int64(len(wall.Noggings) + len(wall.Backing))
		if r.Rules.FireBlocks > 0 { // a storey's
			between += int64(5 * measure.Metre / r.Rules.FireBlocks)
		}
		members += (int64(wall.Length/wall.Closest()) + 1) * between
		for _, plates := range [][]*wood.Lumber{wall.Bottom, wall.Top} {
			for _, p := range plates {
				members += int64(wall.Length/p.Longest()) + 1
			}
		}
		if members > mostMembers {
			r.faults.Add(path, "the walls up to here make more than %d members: split the job or check the unit of its length", mostMembers)
			return
		}
		r.Walls = append(r.Walls, wall)
		r.wallOf[w.ID] = wall
	}
	r.joinWalls()
}

// parts reads what a wall is made of and how it is laid out: all that doesn't
// hang on where it lies.
func (r *resolver) parts(path string, w job.Wall) *framing.Wall {
	wall := &framing.Wall{ID: w.ID, Right: w.Body == "right"}
	wall.Lumber = r.wood(path+".lumber", w.Lumber)
	wall.Bottom = r.plates(path+".bottom", w.Bottom, wall.Lumber)
	wall.Top = r.plates(path+".top", w.Top, wall.Lumber)
	r.steel(path, w, wall)
	r.special(path, w, wall)
	wall.Membrane, wall.Carries = w.Membrane, w.Carries
	if u := r.Doc.Units; w.Fit.Given() {
		wall.Fit, wall.FitGiven = r.within(path+".fit", w.Fit, 0, 0, u.Pick(2*measure.Inch, 50*measure.Millimetre)), true
	}
	if u := r.Doc.Units; w.Hold.Given() {
		wall.Hold = r.within(path+".hold", w.Hold, 0, measure.Millimetre/10, u.Pick(12*measure.Inch, 300*measure.Millimetre))
	}
	wall.Tilts = w.Raise != nil && (w.Raise.Way == "tilt" || w.Raise.Way == "sections") && !slices.Contains(w.Raise.Later, "top-plate")
	if u := r.Doc.Units; w.Tried != nil {
		wall.TriedOn = w.Tried.Member
		if l, ok := r.must(path+".tried.tight", w.Tried.Tight); ok {
			if most := u.Pick(measure.Inch, 25*measure.Millimetre); l.Abs() > most {
				r.faults.Add(path+".tried.tight", "%s is more than a piece is off by: up to %s; look for the slip", r.write(l), r.write(most))
			}
			wall.Tried = l
		}
	}
	wall.Floor, wall.Ceiling = r.anchor(path+".fixFloor", w.FixFloor), r.anchor(path+".fixCeiling", w.FixCeiling)
	if r.Concrete && len(wall.Bottom) > 0 && wall.Bottom[0] != nil && !wall.Bottom[0].Treated && !wall.Bottom[0].Track && !w.Membrane && !r.hangs(w) {
		at := path + ".bottom[0]"
		if w.Bottom == nil {
			at = path + ".bottom"
		}
		r.faults.Add(at, "%q isn't treated: on concrete the lowest plate must be, or be steel track, or have a membrane under it", wall.Bottom[0].ID)
	}
	r.layout(path+".layout", w.Layout, wall)
	r.wet(path+".wet", w, wall)
	return wall
}

// openingFields reads the openings of a wall that can't be placed, so that their
// faults are named with the wall's own.
func (r *resolver) openingFields(path string, w job.Wall) {
	u := r.Doc.Units
	anywhere := &framing.Wall{Length: measure.Metre * 1000, Lumber: &wood.Lumber{Thickness: u.Pick(3*measure.Inch/2, 45*measure.Millimetre)}}
	seen := map[string]bool{}
	for i, o := range w.Openings {
		at := fmt.Sprintf("%s.openings[%d]", path, i)
		r.id(at+".id", o.ID, seen, 32)
		r.opening(at, o, anywhere)
	}
}

// wall reads one wall, or returns nil when it can't be placed at all.
func (r *resolver) wall(path string, w job.Wall) *framing.Wall {
	before := len(r.faults)
	x1, y1, ok1 := r.wallEnd(path+".from", w.From)
	x2, y2, ok2 := r.wallEnd(path+".to", w.To)
	wall := r.parts(path, w)
	if !ok1 || !ok2 || wall.Lumber == nil || len(r.faults) > before {
		r.openingFields(path, w)
		return nil
	}
	wall.From, wall.To = dot(x1, y1), dot(x2, y2)
	wall.Furred = w.Line != nil && w.Line.By == "furring"
	wall.Length = r.distance(x1, y1, x2, y2)
	if l := r.Lines[w.ID]; l != nil && w.Line != nil {
		wall.Length = l.length
	}
	t := wall.Lumber.Thickness
	r.intoPocket(path, w, wall)
	switch {
	case wall.Length == 0:
		r.faults.Add(path+".to", "the same place as from: a wall needs a length")
		r.openingFields(path, w)
		return nil
	case wall.Length < t, wall.Length < 2*t && wall.Steel != nil:
		r.faults.Add(path+".to", "the wall is %s long: shorter than a stud is thick; a return is filled from %s on", r.write(wall.Length), r.write(t))
		r.openingFields(path, w)
		return nil
	case wall.Layout.Spacing <= t:
		r.faults.Add(path+".layout.spacing", "%s is no more than a stud's thickness", r.write(wall.Layout.Spacing))
		r.openingFields(path, w)
		return nil
	}
	if wall.Lumber.Track {
		r.faults.Add(path+".lumber", "%q is track: it makes plates, name what the studs are cut from", w.Lumber)
	}
	r.stretches(path+".layout", w.Layout, wall)
	r.ownParts(path, w, wall)
	r.openings(path, w, wall)
	r.pending(path, w, wall)
	r.clear(path, w, wall)
	r.valve(path, wall)
	r.between(path, w, wall)
	r.runs(path, w, wall)
	r.switches(wall)
	r.breaks(path, w, wall)
	r.beams(path, w, wall)
	r.ends(path, w)
	if len(r.faults) > before {
		return nil
	}
	return wall
}

// anchor reads what a plate is fixed with; nothing where it isn't said.
func (r *resolver) anchor(path string, f *job.Fixing) wood.Anchor {
	if f == nil {
		return wood.Anchor{}
	}
	u := r.Doc.Units
	if f.By == "" {
		r.faults.Add(path+".by", "missing: say what it is fixed with")
	}
	if f.Cure < 0 || f.Cure > 1000 {
		r.faults.Add(path+".cure", "%g hours: give 0 to 1000", f.Cure)
	}
	return wood.Anchor{
		By: f.By, Cure: f.Cure, Glued: f.Bead, Length: r.optional(path+".length", f.Length, u.Pick(measure.Inch/4, 6*measure.Millimetre), u.Pick(24*measure.Inch, 600*measure.Millimetre)),
		Step: r.optional(path+".step", f.Step, u.Pick(2*measure.Inch, 50*measure.Millimetre), u.Pick(96*measure.Inch, 2400*measure.Millimetre)),
	}
}

const mostClear = 60

// clear reads the stretches that studs are kept out of.
func (r *resolver) clear(path string, w job.Wall, wall *framing.Wall) {
	if len(w.Clear) > mostClear {
		r.faults.Add(path+".clear", "%d stretches: give at most %d", len(w.Clear), mostClear)
		return
	}
	t := wall.Lumber.Thickness
	for i, c := range w.Clear {
		at := fmt.Sprintf("%s.clear[%d]", path, i)
		from, ok1 := r.must(at+".from", c.From)
		to, ok2 := r.must(at+".to", c.To)
		low := r.optional(at+".low", c.Low, 0, 30*measure.Metre)
		high := r.optional(at+".high", c.High, 0, 30*measure.Metre)
		if c.What == "" {
			r.faults.Add(at+".what", "missing: say what is to have room there")
		}
		switch {
		case !ok1 || !ok2:
		case to <= from:
			r.faults.Add(at+".to", "%s isn't past %s, where it begins", r.write(to), r.write(from))
		case from < t:
			r.faults.Add(at+".from", "%s: the end stud stands there, from 0 to %s", r.write(from), r.write(t))
		case to > wall.Length-t:
			r.faults.Add(at+".to", "%s: the end stud stands there, from %s to %s", r.write(to), r.write(wall.Length-t), r.write(wall.Length))
		case c.Low.Given() && c.High.Given() && high <= low:
			r.faults.Add(at+".high", "%s isn't over %s, where it begins", r.write(high), r.write(low))
		default:
			wall.Clear = append(wall.Clear, framing.Clear{From: from, To: to, Low: low, High: high, What: c.What})
		}
	}
}

// switches keep the bay on a door's latch side clear for the switch box, beside its
// king, at the usual height: 42 to 54 in, 1000 to 1200 mm.
func (r *resolver) switches(wall *framing.Wall) {
	u := r.Doc.Units
	for _, o := range wall.Openings {
		if o.Switch == 0 {
			continue
		}
		wide := BoxWidth(u, o.Switch)
		left, right := wall.Outer(o)
		c := framing.Clear{
			From: right, To: right + wide, Low: u.Pick(42*measure.Inch, measure.Metre), High: u.Pick(54*measure.Inch, 1200*measure.Millimetre),
			What: r.Rules.Tell(words.SwitchOf, o.ID), Switch: o.ID,
		}
		if o.Hand == "right" {
			c.From, c.To = left-wide, left
		}
		wall.Clear = append(wall.Clear, c)
	}
}

// BoxWidth is how wide a box of so many gangs is. Usual: 2 1/4 in and 1 13/16 for
// each more; or 71 mm each.
func BoxWidth(u measure.System, gangs int) measure.Length {
	n := measure.Length(gangs)
	return u.Pick(9*measure.Inch/4+(n-1)*29*measure.Inch/16, n*71*measure.Millimetre)
}

func (r *resolver) pending(path string, w job.Wall, wall *framing.Wall) {
	for i, p := range w.Pending {
		at := fmt.Sprintf("%s.pending[%d]", path, i)
		from, ok1 := r.must(at+".from", p.From)
		to, ok2 := r.must(at+".to", p.To)
		if p.What == "" {
			r.faults.Add(at+".what", "missing: say what it waits for")
		}
		if ok1 && ok2 && (from < 0 || to <= from) {
			r.faults.Add(at+".to", "%s to %s is no stretch of a wall", r.write(from), r.write(to))
		}
		// a wall that was shortened since keeps what of it is left
		past := to > wall.Length
		from, to = min(from, wall.Length), min(to, wall.Length)
		wall.Pending = append(wall.Pending, framing.Pending{From: from, To: to, What: p.What, Below: p.Of != "ceiling", Over: p.Of == "ceiling" || p.Of == "both", Past: past})
	}
}

// breaks are where its plates end and begin anew.
func (r *resolver) breaks(path string, w job.Wall, wall *framing.Wall) {
	if len(w.Breaks) > mostBreaks {
		r.faults.Add(path+".breaks", "%d places: give at most %d", len(w.Breaks), mostBreaks)
		return
	}
	t := wall.Lumber.Thickness
	for i, b := range w.Breaks {
		at := fmt.Sprintf("%s.breaks[%d]", path, i)
		s, ok := r.must(at+".at", b.At)
		one := framing.Break{Of: surfaceOf(b.Of), At: s}
		switch {
		case !ok:
		case s < 0:
			r.faults.Add(at+".at", "%s is off the wall", r.write(s))
		case slices.Contains(wall.Breaks, one):
			r.faults.Add(at+".at", "%s is given twice", r.write(s))
		case s >= t && s <= wall.Length-t:
			wall.Breaks = append(wall.Breaks, one)
		default: // the wall was moved or shortened since: a plate can't end there
			wall.Astray = append(wall.Astray, one)
		}
	}
	r.sections(path, w, wall)
	sort.SliceStable(wall.Breaks, func(i, k int) bool { return wall.Breaks[i].At < wall.Breaks[k].At })
}

// sections ends both plates where one section of a wall meets the next.
func (r *resolver) sections(path string, w job.Wall, wall *framing.Wall) {
	if w.Raise == nil {
		return
	}
	for i, at := range w.Raise.Sections {
		at, ok := r.must(fmt.Sprintf("%s.raise.sections[%d]", path, i), at)
		if w.Raise.Way != "sections" {
			r.faults.Add(fmt.Sprintf("%s.raise.sections[%d]", path, i), "only a wall that goes up in sections has them: leave them out, or choose that way")
			return
		}
		if t := wall.Lumber.Thickness; !ok || at < t || at > wall.Length-t {
			if ok && at < 0 {
				r.faults.Add(fmt.Sprintf("%s.raise.sections[%d]", path, i), "%s is off the wall", r.write(at))
			}
			continue // the wall was moved or shortened since: nothing is parted there
		}
		for _, of := range []survey.Surface{survey.Floor, survey.Ceiling} {
			if one := (framing.Break{Of: of, At: at}); !slices.Contains(wall.Breaks, one) {
				wall.Breaks = append(wall.Breaks, one)
			}
		}
	}
}

// mostBreaks is how often the plates of a wall may end.
const mostBreaks = 40

// ends holds the choices at a wall's ends to one for each.
func (r *resolver) ends(path string, w job.Wall) {
	seen := map[string]bool{}
	for i, e := range w.Ends {
		at := fmt.Sprintf("%s.ends[%d]", path, i)
		if e.End == "" || seen[e.End] {
			r.faults.Add(at+".end", "say start or end, each once")
		}
		seen[e.End] = true
	}
}

// wallEnd reads one end of a wall that no line places.
func (r *resolver) wallEnd(path string, p job.Place) (x, y measure.Length, ok bool) {
	if p == (job.Place{}) {
		r.faults.Add(path, "missing: give this end of the wall, or say under line how it lies")
		return 0, 0, false
	}
	return r.point(path, p)
}

func (r *resolver) plates(path string, ids []string, usual *wood.Lumber) []*wood.Lumber {
	if ids == nil {
		if usual == nil {
			return nil
		}
		return []*wood.Lumber{usual}
	}
	most := 2
	if len(ids) < 1 || len(ids) > most {
		r.faults.Add(path, "%d plates: give 1 or %d", len(ids), most)
		return nil
	}
	var out []*wood.Lumber
	for i, id := range ids {
		if l := r.wood(fmt.Sprintf("%s[%d]", path, i), id); l != nil {
			out = append(out, l)
		}
	}
	return out
}

func (r *resolver) layout(path string, l *job.Layout, wall *framing.Wall) {
	u := r.Doc.Units
	if l == nil {
		l = &job.Layout{}
	}
	wall.Layout = framing.Layout{
		FromEnd: l.From == "end", Equal: l.Mode == "equal", Marking: framing.Marking(cmp.Or(l.Marking, string(r.Marking))),
		Spacing: r.within(path+".spacing", l.Spacing, r.Spacing, u.Pick(4*measure.Inch, 100*measure.Millimetre), u.Pick(96*measure.Inch, 2400*measure.Millimetre)),
		Offset:  r.within(path+".offset", l.Offset, 0, -10*measure.Metre, 10*measure.Metre),
	}
	wall.Layout.Own = wall.Layout.Offset
}

// stretches are where a wall's spacing differs.
func (r *resolver) stretches(path string, l *job.Layout, wall *framing.Wall) {
	if l == nil {
		return
	}
	u := r.Doc.Units
	var all []framing.Stretch
	for i, s := range l.Stretches {
		at := fmt.Sprintf("%s.stretches[%d]", path, i)
		from, ok1 := r.must(at+".from", s.From)
		to, ok2 := r.must(at+".to", s.To)
		if !s.Spacing.Given() {
			r.faults.Add(at+".spacing", "missing: say how far apart the studs stand there")
			continue
		}
		spacing := r.within(at+".spacing", s.Spacing, 0, u.Pick(4*measure.Inch, 100*measure.Millimetre), u.Pick(96*measure.Inch, 2400*measure.Millimetre))
		switch {
		case !ok1 || !ok2:
		case to <= from:
			r.faults.Add(at+".to", "%s isn't past %s, where it begins", r.write(to), r.write(from))
		case from < 0 || from >= wall.Length:
			r.faults.Add(at+".from", "%s is off the wall, which is %s long", r.write(from), r.write(wall.Length))
		case spacing <= wall.Lumber.Thickness:
			r.faults.Add(at+".spacing", "%s is no more than a stud's thickness", r.write(spacing))
		default:
			// a wall that was shortened since keeps what of it is left
			all = append(all, framing.Stretch{From: from, To: min(to, wall.Length), Spacing: spacing})
			if k := slices.IndexFunc(all[:len(all)-1], func(o framing.Stretch) bool { return o.From < to && o.To > from }); k >= 0 {
				r.faults.Add(at+".from", "%s lies in the stretch from %s to %s: one spacing holds at each place", r.write(from), r.write(all[k].From), r.write(all[k].To))
			}
		}
	}
	sort.Slice(all, func(i, k int) bool { return all[i].From < all[k].From })
	wall.Layout.Stretches = all
}
