package site

import (
	"fmt"
	"math"
	"slices"

	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/recall"
	"homalos/internal/room"
	"homalos/internal/survey"
	"homalos/internal/words"
)

func Toward(a, b geo.Point, along float64) geo.Point {
	long := math.Max(a.Distance(b), 1)
	return geo.Point{X: a.X + (b.X-a.X)*along/long, Y: a.Y + (b.Y-a.Y)*along/long}
}

func OutlineOf(s room.Shape) []geo.Point {
	var out []geo.Point
	for _, c := range s.Corners {
		out = append(out, c.At)
	}
	return out
}

// Bounds on a room.
const (
	mostCorners = 40
	mostTies    = 400
)

// Instrument is a measuring device and what its checks say of it, in mm.
type Instrument struct {
	job.Instrument
	Noise  float64
	degree float64
	Offset measure.Length // what it reads too much
	mean   float64        // of its checks, read less known
	sure   float64        // standard error of that mean
	Off    bool           // the checks differ by more than its noise explains
}

// Existing is a wall that is there.
type Existing struct {
	job.ExistingWall
	path          string
	From, To      int // corners; of one that stands free both are 0
	Free          bool
	ends          [2]geo.Point // of the middle line of one that stands free
	Depth, Finish measure.Length
	Leans         []room.Lean
	Waves         []room.Wave
	Openings      []Hole
}

// Hole is a door or window that is there, by its stations from the wall's
// first corner.
type Hole struct {
	From, To measure.Length
	What     string

	Floor, Head [2]measure.Length // stations of its sides as they were gauged; Under: heights of its underside there
	Under       [2]measure.Length
}

func (r *resolver) setInstruments(all []job.Instrument) {
	r.Instruments = map[string]*Instrument{}
	seen := map[string]bool{}
	for i, in := range all {
		path := fmt.Sprintf("survey.instruments[%d]", i)
		r.id(path+".id", in.ID, seen, 64)
		out := &Instrument{Instrument: in, degree: in.Degree}
		if out.degree == 0 {
			out.degree = 0.3
		}
		usual := measure.FromMillimetres(r.Noise)
		if in.Kind == "drawing" {
			usual = r.Doc.Units.Pick(measure.Inch, 25*measure.Millimetre) // a drawing is a guess at a building
		}
		out.Noise = math.Max(r.within(path+".noise", in.Noise, usual, 0, r.Doc.Units.Pick(12*measure.Inch, 300*measure.Millimetre)).Millimetres(), 0.01)
		for k, c := range in.Checks {
			at := fmt.Sprintf("%s.checks[%d]", path, k)
			known, ok1 := r.must(at+".known", c.Known)
			read, ok2 := r.must(at+".read", c.Read)
			if ok1 && known <= 0 || ok2 && read <= 0 {
				r.faults.Add(at, "a length and what was read of it: both over nothing")
			}
			out.mean += (read - known).Millimetres() / float64(len(in.Checks))
		}
		if n := len(in.Checks); n > 0 {
			out.sure = out.Noise / math.Sqrt(float64(n))
			out.Off = math.Abs(out.mean) > 2*out.sure
		}
		switch {
		case in.Offset.Given():
			out.Offset = r.within(path+".offset", in.Offset, 0, -measure.Metre, measure.Metre)
		case out.Off:
			out.Offset = r.Doc.Units.Estimate(out.mean)
		}
		r.Instruments[in.ID] = out
	}
}

// instrumentOf finds what a reading was taken with; nil for none named.
func (r *resolver) instrumentOf(path, id string) *Instrument {
	if id == "" {
		return nil
	}
	in := r.Instruments[id]
	if in == nil {
		r.faults.Add(path+".instrument", "%q is no instrument of this job: add it under survey.instruments or name one that is there", id)
	}
	return in
}

// corrected takes an instrument's offset off a distance; an elevation is a
// distance from the laser line, up or down.
func (in *Instrument) corrected(v measure.Length) measure.Length {
	switch {
	case in == nil:
		return v
	case v < 0:
		return v + in.Offset
	}
	return v - in.Offset
}

func (r *resolver) setRoom(s job.Survey) {
	r.CornerOf = map[string]int{}
	if len(s.Corners) > mostCorners || len(s.Ties) > mostTies {
		r.faults.Add("survey.corners", "%d corners and %d ties: at most %d and %d; split the room", len(s.Corners), len(s.Ties), mostCorners, mostTies)
		return
	}
	seen := map[string]bool{}
	for i, c := range s.Corners {
		path := fmt.Sprintf("survey.corners[%d]", i)
		r.id(path+".id", c.ID, seen, 32)
		out := room.Corner{ID: c.ID, Out: c.Turn == "out"}
		if c.Drawn != nil {
			if x, y, ok := r.point(path+".drawn", *c.Drawn); ok {
				at := dot(x, y)
				out.Drawn = &at
			}
		}
		r.CornerOf[c.ID] = i
		r.Corners = append(r.Corners, out)
	}
	r.setTies(s.Ties)
	seen = map[string]bool{}
	for i, w := range s.Walls {
		r.existing(fmt.Sprintf("survey.walls[%d]", i), w, seen)
	}
	for i := range r.ExistingWalls {
		if r.ExistingWalls[i].Free {
			r.standFree(&r.ExistingWalls[i])
		}
	}
}

// standFree finds where a wall that stands free lies: off one that goes from
// corner to corner, or by both ends on the plan.
func (r *resolver) standFree(e *Existing) {
	if e.By == nil {
		for i, p := range e.ExistingWall.Ends {
			x, y, _ := r.point(fmt.Sprintf("%s.ends[%d]", e.path, i), p)
			e.ends[i] = dot(x, y)
		}
		if e.Depth == 0 && e.Kind != "edge" {
			r.faults.Add(e.path+".depth", "missing: how deep it is, over all")
		}
	} else {
		if !slices.ContainsFunc(r.ExistingWalls, func(x Existing) bool { return !x.Free && x.ID == e.By.Face }) {
			r.faults.Add(e.path+".by.face", "%q is no wall from corner to corner: name one that it is measured off", e.By.Face)
			return
		}
		if len(r.faults) > 0 {
			return // the room has faults of its own
		}
		from, to, deep := r.runBy(e.path+".by", *e.By)
		if from.Distance(to) < 1 { // a post: as long as it is deep
			f := r.by(e.path+".by", e.By.Face, e.By.End)
			if f == nil {
				return
			}
			u := f.along()
			from, to = geo.Point{X: from.X - u.X*deep/2, Y: from.Y - u.Y*deep/2}, geo.Point{X: from.X + u.X*deep/2, Y: from.Y + u.Y*deep/2}
		}
		e.ends = [2]geo.Point{from, to}
		e.Depth = r.Doc.Units.Estimate(deep)
	}
	if len(r.faults) == 0 && e.ends[0].Distance(e.ends[1]) < 1 {
		r.faults.Add(e.path, "it has no length: give both its ends apart")
	}
}

// EndsOf are the ends of a wall that is there, as it was given: of the middle
// line of one that stands free.
func (s *Site) EndsOf(w *Existing) (from, to geo.Point) {
	if w.Free {
		return w.ends[0], w.ends[1]
	}
	c := s.Solved().Corners
	return c[w.From].At, c[w.To].At
}

// RunsBack says whether a face of a wall runs the other way than the wall was
// given.
func (s *Site) RunsBack(w *Existing, f *geo.Face) bool {
	from, to := s.EndsOf(w)
	return (to.X-from.X)*(f.To.X-f.From.X)+(to.Y-from.Y)*(f.To.Y-f.From.Y) < 0
}

func (r *resolver) corner(path, id string) int {
	i, ok := r.CornerOf[id]
	if !ok {
		if id == "" {
			r.faults.Add(path, "missing: name a corner")
		} else {
			r.faults.Add(path, "%q is no corner of this room", id)
		}
		return 0
	}
	return i
}

func (r *resolver) setTies(all []job.Tie) {
	seen, byID, replaced := map[string]bool{}, map[string]job.Tie{}, map[string]bool{}
	for i, t := range all {
		path := fmt.Sprintf("survey.ties[%d]", i)
		r.replaces(path, t.Replaces, seen, replaced, "tie")
		r.id(path+".id", t.ID, seen, 64)
		byID[t.ID] = t
	}
	for i, t := range all {
		path := fmt.Sprintf("survey.ties[%d]", i)
		if t.Void {
			if t.Replaces == "" || t.Value.Given() {
				r.faults.Add(path, "a tie taken back names what it replaces and gives no value")
			}
			continue
		}
		before := len(r.faults)
		out := r.tie(path, t)
		if len(r.faults) > before || replaced[t.ID] {
			continue
		}
		if old, ok := byID[t.Replaces]; ok && t.Replaces != "" && old.Kind == t.Kind {
			was, err := old.Value.In(r.Doc.Units)
			again := out.Value
			if t.Kind == "angle" {
				out.Sure = math.Abs(old.Degrees-t.Degrees) < 3*out.Sigma
			} else {
				out.Sure = err == nil && math.Abs(was.Millimetres()-again) < 3*out.Sigma
			}
		}
		r.Ties = append(r.Ties, out)
		r.TieDocs = append(r.TieDocs, t)
	}
}

// replaces checks what a correction names.
func (r *resolver) replaces(path, old string, seen, replaced map[string]bool, what string) {
	if old == "" {
		return
	}
	switch {
	case !seen[old]:
		r.faults.Add(path+".replaces", "%q is no earlier %s", old, what)
	case replaced[old]:
		r.faults.Add(path+".replaces", "%q is replaced already: name the %s that stands", old, what)
	}
	replaced[old] = true
}

func (r *resolver) tie(path string, t job.Tie) room.Tie {
	out := room.Tie{ID: t.ID, Kind: room.TieKind(t.Kind), From: r.corner(path+".from", t.From), To: r.corner(path+".to", t.To)}
	in := r.instrumentOf(path, t.Instrument)
	out.Sigma = math.Max(r.Noise, 0.01)
	if in != nil {
		out.Sigma = in.Noise
	}
	if out.From == out.To {
		r.faults.Add(path+".to", "the same corner as from")
	}
	if t.Kind == "length" {
		if t.At != "" {
			r.faults.Add(path+".at", "a length has a from and a to only")
		}
	} else {
		out.At = r.corner(path+".at", t.At)
		if out.At == out.From || out.At == out.To {
			r.faults.Add(path+".at", "the same corner as one of the others")
		}
	}
	if t.Kind == "angle" {
		out.Value, out.Sigma = t.Degrees, 0.3
		if in != nil {
			out.Sigma = in.degree
		}
		if t.Degrees <= 0 || t.Degrees >= 360 {
			r.faults.Add(path+".degrees", "%g degrees: give more than 0 and less than 360", t.Degrees)
		}
		if t.Value.Given() {
			r.faults.Add(path+".value", "an angle is given in degrees")
		}
		// said either way round, it is the angle on the room's side
		n := len(r.Corners)
		if n > 0 && (out.From-out.At+n)%n < (out.To-out.At+n)%n {
			out.From, out.To = out.To, out.From
		}
		return out
	}
	if t.Degrees != 0 {
		r.faults.Add(path+".degrees", "only an angle has degrees")
	}
	v, ok := r.must(path+".value", t.Value)
	if ok && (t.Kind == "length" && v <= 0 || v.Abs() > measure.Metre*1000) {
		r.faults.Add(path+".value", "%s is no length between two corners: check the sign and the unit", r.write(v))
	}
	out.Value = in.corrected(v).Millimetres()
	return out
}

func (r *resolver) existing(path string, w job.ExistingWall, seen map[string]bool) {
	r.id(path+".id", w.ID, seen, 32)
	out := Existing{ExistingWall: w, path: path, Free: w.By != nil || w.Ends != nil}
	switch {
	case out.Free && (w.From != "" || w.To != "" || w.By != nil && w.Ends != nil || w.By == nil && len(w.Ends) != 2):
		r.faults.Add(path, "give its corners, or by, or its two ends on the plan: one of them")
	case !out.Free:
		out.From, out.To = r.corner(path+".from", w.From), r.corner(path+".to", w.To)
		if out.From == out.To && len(r.Corners) > 0 {
			r.faults.Add(path+".to", "the same corner as from")
		}
	}
	out.Depth = r.within(path+".depth", w.Depth, 0, 0, 3*measure.Metre)
	out.Finish = r.within(path+".finish", w.Finish, 0, 0, measure.Metre/2)
	for i, s := range w.Studs {
		r.must(fmt.Sprintf("%s.studs[%d]", path, i), s)
	}
	for i, l := range w.Leans {
		at := fmt.Sprintf("%s.leans[%d]", path, i)
		station, _ := r.must(at+".station", l.Station)
		out_, _ := r.must(at+".out", l.Out)
		span, ok := r.must(at+".span", l.Span)
		if ok && span <= 0 {
			r.faults.Add(at+".span", "%s: give the height over which it was read", r.write(span))
		}
		out.Leans = append(out.Leans, room.Lean{Station: station.Millimetres(), Out: out_.Millimetres(), Span: span.Millimetres()})
	}
	for i, v := range w.Waves {
		at := fmt.Sprintf("%s.waves[%d]", path, i)
		station, _ := r.must(at+".station", v.Station)
		off, _ := r.must(at+".off", v.Off)
		out.Waves = append(out.Waves, room.Wave{Station: station.Millimetres(), Off: off.Millimetres()})
	}
	for i, o := range w.Openings {
		at := fmt.Sprintf("%s.openings[%d]", path, i)
		from, ok1 := r.must(at+".from", o.From)
		to, ok2 := r.must(at+".to", o.To)
		if ok1 && ok2 && (from < 0 || to <= from) {
			r.faults.Add(at+".to", "it goes from %s to %s: give its nearer side first", r.write(from), r.write(to))
		}
		what := o.What
		if what == "" {
			what = "opening"
		}
		out.Openings = append(out.Openings, Hole{From: from, To: to, What: what})
	}
	r.ExistingWalls = append(r.ExistingWalls, out)
}

func (s *Site) HasExisting(id string) bool {
	for _, w := range s.ExistingWalls {
		if w.ID == id {
			return true
		}
	}
	return false
}

// solve finds the room's corners.
func (s *Site) solve(known *recall.Kept[room.Shape]) room.Shape {
	raw := make([]job.Length, len(s.TieDocs))
	for i, t := range s.TieDocs {
		raw[i] = t.Value // what slips are reckoned from
	}
	return known.Must(recall.KeyOf(s.Corners, s.Ties, raw, s.Rules.Units), func() room.Shape { return room.Solve(s.Corners, s.Ties, s.tieSlips) })
}

// roomOutline is the room's corners as solved; none where it has no shape yet.
func (s *Site) roomOutline() []geo.Point {
	if len(s.Corners) < 3 {
		return nil
	}
	return OutlineOf(s.Solved())
}

// tieSlips are what a tie may have been misread from.
func (s *Site) tieSlips(t room.Tie, _ float64) []survey.Slip {
	for _, doc := range s.TieDocs {
		if doc.ID != t.ID {
			continue
		}
		if t.Kind == room.AngleTie {
			return survey.AngleSlips(t.Value)
		}
		raw, err := doc.Value.In(s.Rules.Units)
		if err != nil {
			return nil
		}
		out := survey.Slips(raw, s.Rules.Units, t.Kind != room.LengthTie)
		for i := range out {
			out[i].Really += t.Value - raw.Millimetres()
		}
		return out
	}
	return nil
}

// TieSaid is what a tie that stands measures, as one would say it.
func (s *Site) TieSaid(i int) string {
	t := s.Ties[i]
	at, from, to := s.Corners[t.At].ID, s.Corners[t.From].ID, s.Corners[t.To].ID
	switch t.Kind {
	case room.LengthTie:
		return from + " to " + to
	case room.AngleTie:
		return s.Rules.Tell(words.AngleAtTo, at, from, to)
	case room.OffsetTie:
		return at + " off " + from + "–" + to
	}
	return at + " along " + from + "–" + to
}
