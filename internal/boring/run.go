package boring

import (
	"cmp"
	"slices"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// fits says whether a planned run can be: within the wall, and no thicker than it.
// Source: the work, step 6, wet wall.
func (d *drill) fits(r Run) bool {
	w := d.f.Wall
	tell := d.rules.Tell
	at := r.At
	if r.Level {
		at = r.From
	}
	switch {
	case at > w.Length || r.Level && r.To > w.Length:
		d.find("run-astray", framing.Warn, w.Length, nil, tell(words.RunGoesPastTheWall, r.What, w.Length), tell(words.GiveRunAnewOrTakeOut))
	case r.Size > w.Lumber.Depth:
		d.find("run-too-thick", framing.Warn, at, nil, tell(words.RunIsThickerThanTheWall, r.What, r.Size, w.Lumber.Depth), tell(words.TakeDeeperStudsOrBoxOut))
	case r.Off-r.Size/2 < 0 || r.Off+r.Size/2 > w.Lumber.Depth:
		d.find("run-off-depth", framing.Warn, at, nil, tell(words.RunStandsOutOfTheWall, r.What, r.Off, w.Lumber.Depth), tell(words.BringItsMiddleNearer))
	default:
		return true
	}
	return false
}

// run cuts what a planned run goes through.
func (d *drill) run(r Run, number int) {
	half, bored := r.Size/2, (r.Size+d.room)/2
	if r.Level {
		d.level(r, number, bored)
		before := len(d.Keeps)
		d.keep(r.What, min(r.From, r.To), max(r.From, r.To), max(0, r.Height-r.Fall-half), r.Height+half, r.Off-half, r.Off+half)
		if start, ok := d.floorAt(r.From); ok && len(d.Keeps) > before {
			k := &d.Keeps[before]
			k.Foot, k.Level = start+k.Low.Millimetres(), true
		}
		return
	}
	d.upAndDown(r, number, bored)
	d.keep(r.What, r.At-half, r.At+half, r.Low, r.High, r.Off-half, r.Off+half)
}

// level bores the uprights that a run along the wall goes through.
func (d *drill) level(r Run, number int, half measure.Length) {
	low, high := min(r.From, r.To), max(r.From, r.To)
	start, ok := d.floorAt(r.From)
	if !ok {
		return // nothing is known of the floor: the wall's pieces wait for that too
	}
	over := func(s measure.Length) measure.Length { // its middle over the floor at From
		fall := r.Fall.Millimetres() * (s - r.From).Millimetres() / (r.To - r.From).Millimetres()
		return r.Height - d.rules.Units.Estimate(fall)
	}
	for _, m := range d.f.Members {
		if !m.Kind.Upright() || !m.Known || m.From >= high || m.To <= low {
			continue
		}
		up := over(m.From+(m.To-m.From)/2) - d.rules.Units.Estimate(m.Base-start)
		if up+half <= 0 || up-half >= m.Exact {
			continue
		}
		h := Hole{Member: m.ID, What: r.What, At: up, Size: 2 * half, Run: number}
		d.cut(&h, r.Off-half, r.Off+half, m.Lumber.Depth)
		if up < half || up+half > m.Exact { // it breaks out at the stud's end
			h.Notch, h.Over, h.Plate = true, true, true
		}
		d.Holes = append(d.Holes, h)
	}
	for i, o := range d.f.Wall.Openings {
		from, to := d.span(o)
		if at := over(o.Centre); o.Left() < high && o.Right() > low && at+half > from && at-half < to {
			d.inOpening(r, i)
		}
	}
}

// upAndDown bores the plates that a run goes up or down through, and what lies in its
// way; an upright in its way is told.
func (d *drill) upAndDown(r Run, number int, half measure.Length) {
	var hit []string
	for _, m := range d.f.Members {
		if m.Kind.Row().Apart || m.From >= r.At+half || m.To <= r.At-half {
			continue
		}
		switch {
		case m.Kind == wood.BottomPlate && r.Low > 0, m.Kind == wood.TopPlate && r.High > 0:
			continue
		case m.Kind.Row().Plate:
		default:
			foot, top, ok := d.stands(&m)
			if !ok || r.Low > 0 && top <= r.Low || r.High > 0 && foot >= r.High {
				continue
			}
			if m.Kind.Upright() || m.Kind == wood.HeaderPly {
				hit = append(hit, m.ID)
				continue
			}
		}
		h := Hole{Member: m.ID, What: r.What, At: r.At, Size: 2 * half, Run: number}
		d.cut(&h, r.Off-half, r.Off+half, d.f.Wall.Lumber.Depth)
		d.Holes = append(d.Holes, h)
	}
	for i, o := range d.f.Wall.Openings {
		from, to := d.span(o)
		if o.Left() < r.At+half && o.Right() > r.At-half && (r.High == 0 || r.High > from) && r.Low < to {
			d.inOpening(r, i)
			return
		}
	}
	if hit != nil {
		text := d.rules.Tell(words.RunMeetsAStud, r.What, r.At, hit[0])
		if n := len(hit) - 1; n > 0 {
			text = d.rules.Tell(words.RunMeetsStuds, r.What, r.At, strings.Join(hit[:n], ", "), hit[n])
		}
		fix := d.rules.Tell(words.MoveTheRunOrKeepClear)
		if to, ok := Free(d.f, d.rules, d.room, r); ok {
			fix = d.rules.Tell(words.MoveTheRunTo, to)
		}
		d.find("run-in-stud", framing.Warn, r.At, hit, text, fix)
		d.Findings[len(d.Findings)-1].Run = number
	}
}

// Free is the station nearest to a run's own where it goes up and down between the
// uprights, in no opening; ok says that there is one.
func Free(f *framing.Framed, rules framing.Rules, room measure.Length, r Run) (best measure.Length, ok bool) {
	half := (r.Size + room) / 2
	type taken struct{ from, to measure.Length }
	all := []taken{{f.Wall.Length, f.Wall.Length}}
	for _, m := range f.Members {
		if m.Kind.Upright() {
			all = append(all, taken{m.From, m.To})
		}
	}
	for _, o := range f.Wall.Openings {
		all = append(all, taken{o.Left(), o.Right()})
	}
	slices.SortFunc(all, func(a, b taken) int { return cmp.Compare(a.from, b.from) })
	reached := measure.Length(0)
	for _, one := range all { // the clear places, at whole marks
		low, high := (reached + half).Up(rules.Mark), (one.from - half).Down(rules.Mark)
		if low <= high {
			if at := max(low, min(r.At, high)); !ok || (at-r.At).Abs() < (best-r.At).Abs() {
				best, ok = at, true
			}
		}
		reached = max(reached, one.to)
	}
	return best, ok
}

// inOpening tells of a run that goes through a door or a window.
func (d *drill) inOpening(r Run, i int) {
	o := d.f.Wall.Openings[i]
	at := o.Centre
	if !r.Level {
		at = r.At
	}
	d.find("run-in-opening", framing.Warn, at, nil, d.rules.Tell(words.RunCrossesTheOpening, r.What, o.ID), d.rules.Tell(words.LeadItRoundTheOpening))
	d.Findings[len(d.Findings)-1].Opening = o.ID
}

// span is from where to where an opening is, over the floor.
func (d *drill) span(o framing.Opening) (from, to measure.Length) {
	return o.FinishFloor + o.Sill, o.FinishFloor + o.Sill + o.Height
}

// floorAt is the floor's elevation at a station, mm, as the upright nearest to it stands.
func (d *drill) floorAt(s measure.Length) (mm float64, ok bool) {
	near := measure.Length(0)
	for _, m := range d.f.Members {
		if off := (m.From + (m.To-m.From)/2 - s).Abs(); m.Known && m.Kind.OnBottom() && (!ok || off < near) {
			near, mm, ok = off, m.Base, true
		}
	}
	for _, p := range d.f.Wall.Bottom {
		mm -= p.Thickness.Millimetres()
	}
	return mm, ok
}

// stands is from where to where a piece is, over the floor under it.
func (d *drill) stands(m *framing.Member) (foot, top measure.Length, ok bool) {
	floor, ok := d.floorAt(m.From)
	foot, high := d.rules.Units.Estimate(m.Base-floor), m.Lumber.Thickness
	switch {
	case m.Kind.Upright():
		high = m.Exact
	case m.Kind == wood.Backing:
		high = m.Lumber.Depth
	case m.Kind == wood.HeaderPly:
		if i := slices.IndexFunc(d.f.Wall.Openings, func(o framing.Opening) bool { return o.ID == m.Opening }); i >= 0 && d.f.Wall.Openings[i].Header.OnEdge {
			high = m.Lumber.Depth
		}
	}
	return foot, foot + high, ok && m.Known
}
