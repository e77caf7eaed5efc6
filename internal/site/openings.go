package site

import (
	"fmt"
	"sort"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/words"
)

func (r *resolver) openings(path string, w job.Wall, wall *framing.Wall) {
	type placed struct {
		framing.Opening
		path string
	}
	var all []placed
	seen := map[string]bool{}
	for i, o := range w.Openings {
		at := fmt.Sprintf("%s.openings[%d]", path, i)
		r.id(at+".id", o.ID, seen, 32)
		before := len(r.faults)
		opening := r.opening(at, o, wall)
		if len(r.faults) > before {
			continue
		}
		if left, right := wall.Outer(opening); left < 0 || right > wall.Length {
			if need := right - left; need > wall.Length {
				widest := max(wall.Length-2*opening.Pack(wall.Lumber.Thickness), 0)
				r.faults.Add(at+r.widthOf(o), r.Rules.Fill("the opening %s needs %s with its kings and <jacks>; wall %s is %s long: the widest rough opening in it is %s"), o.ID, r.write(need), w.ID, r.write(wall.Length), r.write(widest))
				continue
			}
			r.faults.Add(at+".centre", r.Rules.Fill("the opening %s with its kings and <jacks> spans %s to %s and falls off wall %s, which is %s long"), o.ID, r.write(left), r.write(right), w.ID, r.write(wall.Length))
			continue
		}
		all = append(all, placed{opening, at})
	}
	sort.SliceStable(all, func(i, j int) bool { return all[i].Centre < all[j].Centre })
	for i, o := range all {
		if i > 0 {
			_, before := all[i-1].Outer(wall.Lumber.Thickness)
			// a hair is no contradiction
			if left, _ := o.Outer(wall.Lumber.Thickness); left < before-measure.Millimetre/10 {
				r.faults.Add(o.path+".centre", r.Rules.Fill("%s and %s cross: their kings and <jacks> need %s more between them"), all[i-1].ID, o.ID, r.write(before-left))
			}
		}
		wall.Openings = append(wall.Openings, o.Opening)
	}
}

// opening reads one opening. Rules: the work, step 5; all can be overridden.
func (r *resolver) opening(path string, o job.Opening, wall *framing.Wall) framing.Opening {
	u := r.Doc.Units
	in := measure.Inch
	out := framing.Opening{ID: o.ID, Kind: framing.OpeningKind(o.Kind)}
	if c, ok := r.must(path+".centre", o.Centre); ok {
		out.Centre = c
		if c < 0 || c > wall.Length {
			r.faults.Add(path+".centre", "%s is off the wall, which is %s long", r.write(c), r.write(wall.Length))
		}
	}
	out.Width, out.Height = r.roughSize(path, o)
	r.halves(path, o, &out)
	out.Leaf = r.leafWidth(o)
	out.Goes, out.Usual = r.goesIn(path, o)
	out.FinishFloor = r.within(path+".finishFloor", o.FinishFloor, 0, 0, u.Pick(12*in, 300*measure.Millimetre))
	r.sill(path, o, wall, &out)
	if out.Switch = o.Switch; o.Switch > 0 && o.Hand == "" {
		r.faults.Add(path+".switch", "say first at which side its hinges are: the switch goes to the other")
	}
	out.Blocks = o.Blocks
	out.Packed, out.Heavy, out.Hand, out.Swing = o.Packed, o.Heavy, o.Hand, o.Swing
	switch out.Jacks = o.Jacks; o.Jacks {
	case 0:
		out.Jacks = usualJacks(out.Width)
	case -1:
		out.Jacks = 0
	}
	if wall.Steel != nil && o.Jacks == 0 {
		out.Jacks = 0 // its head is track between boxed jambs
	}
	if o.Jacks < -1 || o.Jacks > 3 {
		r.faults.Add(path+".jacks", r.Rules.Fill("%d <jacks>: give 1 to 3 a side, or -1 for none"), o.Jacks)
		out.Jacks = 1
	}
	out.Jamb = r.optional(path+".jamb", o.Jamb, u.Pick(in, 25*measure.Millimetre), u.Pick(24*in, 600*measure.Millimetre))
	r.headOf(path, o, &out)
	out.Header = r.header(path+".header", o.Header, out.Width, wall)
	if out.Engineer = r.engineered(path+".bearing", o.Bearing); out.Engineer != nil {
		e := out.Engineer
		out.Header = framing.Header{Lumber: wall.Lumber, Plies: e.Plies, OnEdge: true, Deep: e.Depth, Apart: e.Lumber == nil}
		if e.Lumber != nil {
			out.Header.Lumber = e.Lumber
		}
	}
	return out
}

// halves reads an opening that is built in two halves: its first side stands where
// leaf or rough size put it, the other is set from the unit. Rule: the work, step 5.
func (r *resolver) halves(path string, o job.Opening, out *framing.Opening) {
	if out.First = o.First; o.First == "" {
		return
	}
	laid := o
	laid.Unit = nil
	if laid.Rough == nil && laid.Leaf == nil || o.Kind == string(framing.Rough) {
		r.faults.Add(path+".first", "say where its first side stands: by a leaf or a rough size, and the unit once that is here")
		return
	}
	before := len(r.faults)
	width, _ := r.roughSize(path, laid)
	if out.Waits = o.Unit == nil || !o.Unit.Width.Given(); out.Waits {
		if len(r.faults) == before {
			out.Width = width
		}
		return
	}
	unit := r.positive(path+".unit.width", o.Unit.Width) + r.overLeaf(path, o).unit[0]
	if len(r.faults) > before {
		return
	}
	left := out.Centre - width/2
	if o.First == "right" {
		left += width - unit
	}
	out.Width, out.Centre = unit, left+unit/2
}

// sill reads how high it sits, where it does.
func (r *resolver) sill(path string, o job.Opening, wall *framing.Wall, out *framing.Opening) {
	must := out.Kind == framing.Window || out.Kind == framing.Hatch
	if !must && out.Kind != framing.Rough {
		if o.Sill.Given() || o.SillParts != nil {
			r.faults.Add(path+".sill", "only a window, a hatch or a rough opening has a sill")
		}
		return
	}
	if !must && !o.Sill.Given() && o.SillParts == nil {
		return
	}
	parts, whole := r.sillParts(path, o)
	out.SillParts = parts
	sill, ok := whole, true
	if o.Sill.Given() || parts == nil {
		sill, ok = r.must(path+".sill", o.Sill)
	}
	if ok && parts != nil && (sill-whole).Abs() > r.Rules.Mark/2 {
		r.faults.Add(path+".sillParts", "they come to %s, the sill is given at %s: correct one, or leave the sill out", r.write(whole), r.write(sill))
		return
	}
	if out.Sill = sill; ok && (sill < wall.Lumber.Thickness || sill > 10*measure.Metre) {
		r.faults.Add(path+".sill", "%s is no height for a sill", r.write(sill))
	}
}

// sillParts reads what a sill's height is made up of, and what that comes to.
func (r *resolver) sillParts(path string, o job.Opening) (out []framing.Line, whole measure.Length) {
	for i, p := range o.SillParts {
		l, ok := r.must(fmt.Sprintf("%s.sillParts[%d].length", path, i), p.Length)
		if !ok {
			continue
		}
		what := p.What
		if what == "" {
			what = r.Rules.Tell(words.PartOfTheSill, i+1)
		}
		out, whole = append(out, framing.Line{What: what, Value: l}), whole+l
	}
	return out, whole
}

// headOf reads what its head goes by: a group, or a level line.
func (r *resolver) headOf(path string, o job.Opening, out *framing.Opening) {
	out.Head = o.Head
	if !o.Level.Given() {
		return
	}
	if o.Head != "" {
		r.faults.Add(path+".level", "its head goes by the group %s: give one or the other", o.Head)
	}
	level, ok := r.must(path+".level", o.Level)
	out.Level, out.Levelled = level, ok
	if ok && level.Abs() > 10*measure.Metre {
		r.faults.Add(path+".level", "%s is no elevation for a head", r.write(level))
	}
}

// engineered reads an engineer's entry; nothing in it is ever filled in.
func (r *resolver) engineered(path string, b *job.Bearing) *framing.Engineered {
	if b == nil {
		return nil
	}
	u := r.Doc.Units
	out := &framing.Engineered{By: strings.TrimSpace(b.By), When: strings.TrimSpace(b.When), Paper: b.Paper, Plies: max(b.Plies, 1), Steel: b.Steel}
	if out.By == "" {
		r.faults.Add(path+".by", "missing: say who named the header; only a licensed engineer may")
	}
	if out.When == "" {
		r.faults.Add(path+".when", "missing: say on which day it was named")
	}
	if b.Lumber != "" {
		out.Lumber = r.wood(path+".lumber", b.Lumber)
	}
	if b.Lumber == "" && b.Steel == "" && !b.Depth.Given() {
		r.faults.Add(path+".lumber", "missing: say what lumber or steel was named, or how deep it is")
	}
	out.Depth = r.optional(path+".depth", b.Depth, u.Pick(measure.Inch, 25*measure.Millimetre), u.Pick(48*measure.Inch, 1200*measure.Millimetre))
	if b.Steel != "" && !b.Depth.Given() {
		r.faults.Add(path+".depth", "missing: say how deep the steel is")
	}
	seen := map[string]bool{}
	for i, l := range b.Path {
		at := fmt.Sprintf("%s.path[%d]", path, i)
		what, by := strings.TrimSpace(l.What), strings.TrimSpace(l.By)
		if what == "" {
			r.faults.Add(at+".what", "missing: say what is there")
		}
		if by == "" {
			r.faults.Add(at+".by", "missing: say who looked at it; only somebody licensed may")
		}
		if seen[l.Link] {
			r.faults.Add(at+".link", "%q stands twice: one entry for each", l.Link)
		}
		seen[l.Link] = true
		out.Path = append(out.Path, framing.Looked{Key: l.Link, What: what, By: by})
	}
	if !b.Each.Given() {
		r.faults.Add(path+".each", "missing: say how much of it bears at each end")
		return out
	}
	out.Each = r.within(path+".each", b.Each, 0, u.Pick(measure.Inch/2, 12*measure.Millimetre), u.Pick(24*measure.Inch, 600*measure.Millimetre))
	return out
}

// usualJacks: two a side over 6 ft, three from about 16 ft.
func usualJacks(width measure.Length) int {
	switch {
	case width >= 16*measure.Foot:
		return 3
	case width > 6*measure.Foot:
		return 2
	}
	return 1
}

// widthOf is the field that an opening's width follows from.
func (r *resolver) widthOf(o job.Opening) string {
	given := func(s *job.Size) bool { return s != nil && s.Width.Given() }
	switch {
	case given(o.Rough):
		return ".rough.width"
	case given(o.Unit):
		return ".unit.width"
	case given(o.Leaf):
		return ".leaf.width"
	}
	return ".centre"
}

// leafWidth is the width of a leaf, where it is given; 0 else.
func (r *resolver) leafWidth(o job.Opening) measure.Length {
	if o.Leaf == nil || !o.Leaf.Width.Given() || o.Kind == "window" || o.Kind == "hatch" {
		return 0
	}
	l, err := o.Leaf.Width.In(r.Doc.Units)
	if err != nil || l < 0 {
		return 0
	}
	return l
}

// goesIn is how wide what goes into an opening is, and how wide the opening would
// be by the usual rule; 0 where neither is given. Its fields have been read.
func (r *resolver) goesIn(path string, o job.Opening) (goes, usual measure.Length) {
	var quiet job.Faults
	r.faults, quiet = quiet, r.faults
	defer func() { r.faults = quiet }()
	more := r.overLeaf(path, o)
	if o.Unit != nil && o.Unit.Width.Given() {
		unit := r.positive(path, o.Unit.Width)
		return unit, unit + more.unit[0]
	}
	leaf := r.leafWidth(o) * more.leaves
	if leaf == 0 {
		return 0, 0
	}
	if o.Kind == string(framing.Pocket) || o.Kind == string(framing.Slider) {
		return 0, leaf + more.leaf[0]
	}
	return leaf, leaf + more.leaf[0]
}

// over is what a rough opening has over its leaf and over its unit, in width and
// in height, and how many leaves stand side by side in it.
type over struct {
	leaf, unit [2]measure.Length
	leaves     measure.Length
}

// DoorParts are what a door's rough opening has over its leaf.
type DoorParts struct{ Jamb, Gap, Shim, Foot measure.Length }

// UsualParts are 3/4 in jambs, 1/8 gaps, 1/4 shims and 1/2 under the leaf; or 20,
// 3, 10 and 10 mm.
func UsualParts(u measure.System) DoorParts {
	in, mm := measure.Inch, measure.Millimetre
	return DoorParts{u.Pick(3*in/4, 20*mm), u.Pick(in/8, 3*mm), u.Pick(in/4, 10*mm), u.Pick(in/2, 10*mm)}
}

// overLeaf are the usual rules for a kind of opening, or its parts. Rule: the
// work, step 5; of sliders: the leaf laps the finished opening by an inch (25 mm)
// on each side.
func (r *resolver) overLeaf(path string, o job.Opening) over {
	u, in, mm := r.Doc.Units, measure.Inch, measure.Millimetre
	out := over{leaves: 1, leaf: [2]measure.Length{r.Usual.DoorWider, r.Usual.DoorHigher}, unit: [2]measure.Length{u.Pick(in/2, 20*mm), u.Pick(in/2, 10*mm)}}
	parts := true
	switch framing.OpeningKind(o.Kind) {
	case framing.Double:
		out.leaves = 2
	case framing.Pocket:
		out.leaves, out.leaf[0], parts = 2, u.Pick(in, 25*mm), false
	case framing.Slider:
		out.leaf, parts = [2]measure.Length{}, false
	case framing.Window, framing.Hatch:
		out.leaf, parts = [2]measure.Length{r.Usual.WindowWider, r.Usual.WindowHigher}, false
		out.unit = out.leaf
	case framing.Rough:
		parts = false
	}
	if o.Parts == nil {
		return out
	}
	if !parts {
		r.faults.Add(path+".parts", "only a door that hangs in its jambs is made up of these: leave them out for a %s", o.Kind)
		return out
	}
	part := func(name string, given job.Length, usual measure.Length) measure.Length {
		return r.within(path+".parts."+name, given, usual, 0, u.Pick(6*in, 150*mm))
	}
	usual := UsualParts(u)
	jamb, gap := part("jamb", o.Parts.Jamb, usual.Jamb), part("gap", o.Parts.Gap, usual.Gap)
	shim, foot := part("shim", o.Parts.Shim, usual.Shim), part("foot", o.Parts.Foot, usual.Foot)
	out.leaf = [2]measure.Length{2*(jamb+gap+shim) + (out.leaves-1)*gap, jamb + gap + foot}
	out.unit[0] = 2 * shim
	return out
}

// roughSize is the rough opening: as given; else the unit that is on site and the
// room it is shimmed in; else the leaf and what it has over it.
func (r *resolver) roughSize(path string, o job.Opening) (width, height measure.Length) {
	more := r.overLeaf(path, o)
	side := func(i int, name string, of func(job.Size) job.Length) measure.Length {
		get := func(from string, s *job.Size) (measure.Length, bool) {
			if s == nil || !of(*s).Given() {
				return 0, false
			}
			return r.positive(path+"."+from+"."+name, of(*s)), true
		}
		rough, ok := get("rough", o.Rough)
		unit, ok2 := get("unit", o.Unit)
		leaf, ok3 := get("leaf", o.Leaf)
		if i == 0 {
			leaf *= more.leaves
		}
		switch {
		case ok:
			return rough
		case o.Kind == "rough":
			r.faults.Add(path+".rough."+name, "missing: a rough opening is given by its %s", name)
		case ok2:
			return unit + more.unit[i]
		case ok3:
			return leaf + more.leaf[i]
		default:
			at := path + ".rough." + name
			if o.Rough == nil && o.Leaf != nil {
				at = path + ".leaf." + name
			}
			r.faults.Add(at, "missing: give the leaf's %s, the unit's or the rough opening's", name)
		}
		return 0
	}
	return side(0, "width", func(s job.Size) job.Length { return s.Width }), side(1, "height", func(s job.Size) job.Length { return s.Height })
}

func (r *resolver) positive(path string, given job.Length) measure.Length {
	l, ok := r.must(path, given)
	if ok && (l <= 0 || l > 20*measure.Metre) {
		r.faults.Add(path, "%s is no size for an opening", r.write(l))
		return 0
	}
	return l
}

// header: usual, for walls that carry nothing: one flat 2x up to 8 ft wide;
// more, two on edge.
func (r *resolver) header(path string, h *job.Header, width measure.Length, wall *framing.Wall) framing.Header {
	out := framing.Header{Lumber: wall.Lumber, Plies: 1}
	if wall.Steel != nil {
		return r.steelHeader(path, h, width, wall)
	}
	if h == nil {
		if width > 8*measure.Foot {
			out.Plies, out.OnEdge = 2, true
		}
		return out
	}
	if h.Lumber != "" {
		if l := r.wood(path+".lumber", h.Lumber); l != nil {
			out.Lumber = l
		}
	}
	out.OnEdge = h.Lie == "on-edge" || h.Lie == "edge"
	if h.Plies != 0 {
		out.Plies = h.Plies
	}
	if out.Plies < 1 || out.Plies > 3 {
		r.faults.Add(path+".plies", "%d plies: give 1 to 3", h.Plies)
		out.Plies = 1
	}
	return out
}
