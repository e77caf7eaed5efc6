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
)

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
			r.faults.Add(at+".from", "%s lies in the stretch from %s to %s: one kind holds at each place",
				r.write(from), r.write(wall.Parts[k].From), r.write(wall.Parts[k].To))
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
