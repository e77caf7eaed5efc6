package plan

import (
	"fmt"
	"math"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/room"
	"homalos/internal/survey"
)

// Bounds on a room.
const (
	mostCorners = 40
	mostTies    = 400
)

// instrument is a measuring device and what its checks say of it, in mm.
type instrument struct {
	job.Instrument
	noise  float64
	degree float64
	offset measure.Length // what it reads too much
	mean   float64        // of its checks, read less known
	sure   float64        // standard error of that mean
	off    bool           // the checks differ by more than its noise explains
}

// existing is a wall that is there.
type existing struct {
	job.ExistingWall
	path          string
	from, to      int
	depth, finish measure.Length
	leans         []room.Lean
	waves         []room.Wave
	openings      []hole
}

// hole is a door or window that is there, by its stations from the wall's
// first corner.
type hole struct {
	from, to measure.Length
	what     string
}

func (r *resolver) setInstruments(all []job.Instrument) {
	r.instruments = map[string]*instrument{}
	seen := map[string]bool{}
	for i, in := range all {
		path := fmt.Sprintf("survey.instruments[%d]", i)
		r.id(path+".id", in.ID, seen, 64)
		r.word(path+".kind", in.Kind, "tape", "laser-meter", "line-laser", "detector", "bevel", "drawing")
		out := &instrument{Instrument: in, degree: in.Degree}
		if out.degree == 0 {
			out.degree = 0.3
		}
		usual := measure.FromMillimetres(r.noise)
		if in.Kind == "drawing" {
			usual = r.doc.Units.Pick(measure.Inch, 25*mm) // a drawing is a guess at a building
		}
		out.noise = math.Max(r.within(path+".noise", in.Noise, usual, 0, r.doc.Units.Pick(12*measure.Inch, 300*mm)).Millimetres(), 0.01)
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
			out.sure = out.noise / math.Sqrt(float64(n))
			out.off = math.Abs(out.mean) > 2*out.sure
		}
		switch {
		case in.Offset != "":
			out.offset = r.within(path+".offset", in.Offset, 0, -measure.Metre, measure.Metre)
		case out.off:
			out.offset = r.doc.Units.Estimate(out.mean)
		}
		r.instruments[in.ID] = out
	}
}

// instrumentOf finds what a reading was taken with; nil for none named.
func (r *resolver) instrumentOf(path, id string) *instrument {
	if id == "" {
		return nil
	}
	in := r.instruments[id]
	if in == nil {
		r.faults.Add(path+".instrument", "%q is no instrument of this job: add it under survey.instruments or name one that is there", id)
	}
	return in
}

// corrected takes an instrument's offset off a distance; an elevation is a
// distance from the laser line, up or down.
func (in *instrument) corrected(v measure.Length) measure.Length {
	switch {
	case in == nil:
		return v
	case v < 0:
		return v + in.offset
	}
	return v - in.offset
}

func (r *resolver) setRoom(s job.Survey) {
	r.cornerOf = map[string]int{}
	if len(s.Corners) > mostCorners || len(s.Ties) > mostTies {
		r.faults.Add("survey.corners", "%d corners and %d ties: at most %d and %d; split the room", len(s.Corners), len(s.Ties), mostCorners, mostTies)
		return
	}
	seen := map[string]bool{}
	for i, c := range s.Corners {
		path := fmt.Sprintf("survey.corners[%d]", i)
		r.id(path+".id", c.ID, seen, 32)
		r.word(path+".turn", c.Turn, "in", "out")
		out := room.Corner{ID: c.ID, Out: c.Turn == "out"}
		if c.Drawn != nil {
			if x, y, ok := r.point(path+".drawn", *c.Drawn); ok {
				at := dot(x, y)
				out.Drawn = &at
			}
		}
		r.cornerOf[c.ID] = i
		r.corners = append(r.corners, out)
	}
	r.setTies(s.Ties)
	seen = map[string]bool{}
	for i, w := range s.Walls {
		r.existing(fmt.Sprintf("survey.walls[%d]", i), w, seen)
	}
}

func (r *resolver) corner(path, id string) int {
	i, ok := r.cornerOf[id]
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
			if t.Replaces == "" || t.Value != "" {
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
			was, err := measure.Read(old.Value, r.doc.Units)
			again := out.Value
			if t.Kind == "angle" {
				out.Sure = math.Abs(old.Degrees-t.Degrees) < 3*out.Sigma
			} else {
				out.Sure = err == nil && math.Abs(was.Millimetres()-again) < 3*out.Sigma
			}
		}
		r.ties = append(r.ties, out)
		r.tieDocs = append(r.tieDocs, t)
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
	r.word(path+".kind", t.Kind, "length", "angle", "offset", "along")
	out := room.Tie{ID: t.ID, Kind: room.TieKind(t.Kind), From: r.corner(path+".from", t.From), To: r.corner(path+".to", t.To)}
	in := r.instrumentOf(path, t.Instrument)
	out.Sigma = math.Max(r.noise, 0.01)
	if in != nil {
		out.Sigma = in.noise
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
		if t.Value != "" {
			r.faults.Add(path+".value", "an angle is given in degrees")
		}
		// said either way round, it is the angle on the room's side
		n := len(r.corners)
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
	r.word(path+".material", w.Material, "timber", "steel", "masonry", "concrete", "unknown")
	r.word(path+".fate", w.Fate, "stays", "opened", "goes")
	out := existing{ExistingWall: w, path: path, from: r.corner(path+".from", w.From), to: r.corner(path+".to", w.To)}
	if out.from == out.to && len(r.corners) > 0 {
		r.faults.Add(path+".to", "the same corner as from")
	}
	out.depth = r.within(path+".depth", w.Depth, 0, 0, 3*measure.Metre)
	out.finish = r.within(path+".finish", w.Finish, 0, 0, measure.Metre/2)
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
		out.leans = append(out.leans, room.Lean{Station: station.Millimetres(), Out: out_.Millimetres(), Span: span.Millimetres()})
	}
	for i, v := range w.Waves {
		at := fmt.Sprintf("%s.waves[%d]", path, i)
		station, _ := r.must(at+".station", v.Station)
		off, _ := r.must(at+".off", v.Off)
		out.waves = append(out.waves, room.Wave{Station: station.Millimetres(), Off: off.Millimetres()})
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
		out.openings = append(out.openings, hole{from, to, what})
	}
	r.existingWalls = append(r.existingWalls, out)
}

func (r *resolver) setZones(all []job.Zone) {
	seen := map[string]bool{}
	for i, z := range all {
		path := fmt.Sprintf("survey.zones[%d]", i)
		r.id(path+".id", z.ID, seen, 64)
		r.word(path+".of", z.Of, "floor", "ceiling")
		r.word(path+".kind", z.Kind, "recess", "raised", "jog", "soffit", "step")
		out := survey.Zone{Of: surfaceOf(z.Of)}
		before := len(r.faults)
		for k, p := range z.Outline {
			x, y, _ := r.point(fmt.Sprintf("%s.outline[%d]", path, k), p)
			out.Outline = append(out.Outline, dot(x, y))
		}
		switch {
		case len(z.Outline) < 3 || len(z.Outline) > 60:
			r.faults.Add(path+".outline", "%d places: give 3 to 60", len(z.Outline))
		case len(r.faults) > before:
		case len(geo.Crossings(out.Outline)) > 0:
			r.faults.Add(path+".outline", "it crosses itself: give its places in order round it")
		case math.Abs(geo.Area(out.Outline)) < 100:
			r.faults.Add(path+".outline", "its places lie in one line: it holds nothing")
		}
		name := z.ID
		if z.Kind != "" && z.Kind != z.ID {
			name = z.Kind + " " + z.ID
		}
		r.zones, r.zoneNames = append(r.zones, out), append(r.zoneNames, name)
	}
}

func surfaceOf(of string) survey.Surface {
	if of == "ceiling" {
		return survey.Ceiling
	}
	return survey.Floor
}

func (r *resolver) setHidden(all []job.Hidden) {
	seen := map[string]bool{}
	usual := r.doc.Units.Pick(4*measure.Inch, 100*mm)
	for i, h := range all {
		path := fmt.Sprintf("survey.hidden[%d]", i)
		before := len(r.faults)
		r.id(path+".id", h.ID, seen, 64)
		r.word(path+".kind", h.Kind, "cable", "pipe", "duct", "gas", "unknown")
		r.word(path+".in", h.In, "floor", "ceiling", "wall")
		r.word(path+".found", h.Found, "detector", "seen", "drawing", "said")
		out := framing.Hidden{ID: h.ID, Kind: h.Kind, In: h.In}
		out.Band = r.within(path+".band", h.Band, usual, 0, 3*measure.Metre).Millimetres()
		r.length(path+".low", h.Low, 0)
		r.length(path+".high", h.High, 0)
		if h.In == "wall" {
			if !r.hasExisting(h.Wall) {
				r.faults.Add(path+".wall", "%q is no wall that is there: add it under survey.walls", h.Wall)
			}
			r.must(path+".from.station", h.From.Station)
			r.must(path+".to.station", h.To.Station)
		} else {
			x1, y1, _ := r.point(path+".from", h.From)
			x2, y2, _ := r.point(path+".to", h.To)
			out.From, out.To = dot(x1, y1), dot(x2, y2)
		}
		if len(r.faults) == before {
			r.hidden = append(r.hidden, out)
		}
	}
}

func (s *setup) hasExisting(id string) bool {
	for _, w := range s.existingWalls {
		if w.ID == id {
			return true
		}
	}
	return false
}

// stoodOn is what is added to a reading for what the tape stood on or stopped
// at: what will come off makes the space longer; a block that will hang at the
// joist that was read makes it shorter. used is false for a reading that went
// past the joists to the deck: no plate touches there.
func (r *resolver) stoodOn(path string, s *job.Stood, up bool) (add measure.Length, used bool) {
	if s == nil {
		return 0, true
	}
	r.word(path+".what", s.What, "floor", "ceiling", "carpet", "board", "texture", "joist", "block", "deck")
	thick := r.within(path+".thick", s.Thick, 0, 0, measure.Metre)
	switch s.What {
	case "carpet", "board", "texture":
		return thick, true
	case "joist":
		return -thick, true
	case "deck":
		return 0, !up
	}
	return 0, true
}
