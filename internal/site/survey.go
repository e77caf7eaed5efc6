package site

import (
	"fmt"
	"math"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// setGround reads what walls are placed by: the instruments and the room.
func (r *resolver) setGround() {
	u := r.Doc.Units
	usual := u.Pick(measure.Inch/32, 8*measure.Millimetre/10)
	r.Noise = usual.Millimetres()
	r.CornerOf = map[string]int{}
	if r.Doc.Survey == nil {
		return
	}
	s := *r.Doc.Survey
	r.Noise = r.within("survey.noise", s.Noise, usual, 0, u.Pick(2*measure.Inch, 50*measure.Millimetre)).Millimetres()
	if len(s.Instruments) > mostFound || len(s.Walls) > mostFound {
		r.faults.Add("survey", "more than %d instruments or walls: split the job", mostFound)
		return
	}
	r.setInstruments(s.Instruments)
	r.setRoom(s)
}

func (r *resolver) setSurvey() {
	if r.Doc.Survey == nil {
		return
	}
	s := *r.Doc.Survey
	if len(s.Zones) > 60 || len(s.Hidden) > mostFound {
		r.faults.Add("survey", "more than %d hidden finds, or 60 zones: split the job", mostFound)
		return
	}
	r.setZones(s.Zones)
	r.setHidden(s.Hidden)
	r.setReadings(s.Readings)
	if len(s.Joists) > mostFound || len(s.Obstructions) > mostFound {
		r.faults.Add("survey", "more than %d runs of joists or obstructions: split the job", mostFound)
		return
	}
	seen := map[string]bool{}
	for i, j := range s.Joists {
		r.joists(fmt.Sprintf("survey.joists[%d]", i), j, seen)
	}
	if len(s.Stairs) > mostFound {
		r.faults.Add("survey.stairs", "%d stairs: split the job, at most %d", len(s.Stairs), mostFound)
		return
	}
	seen = map[string]bool{}
	for i, x := range s.Stairs {
		r.stair(fmt.Sprintf("survey.stairs[%d]", i), x, seen)
	}
	seen = map[string]bool{}
	for i, o := range s.Obstructions {
		r.obstruction(fmt.Sprintf("survey.obstructions[%d]", i), o, seen)
	}
}

// setReadings keeps the readings that stand: not those a later one replaces.
func (r *resolver) setReadings(all []job.Reading) {
	if len(all) > mostReadings {
		r.faults.Add("survey.readings", "%d readings: split the job, at most %d", len(all), mostReadings)
		return
	}
	r.Given, r.Used = map[string]job.Reading{}, map[string]measure.Length{}
	seen := map[string]bool{}
	replaced := map[string]bool{}
	for i, reading := range all {
		path := fmt.Sprintf("survey.readings[%d]", i)
		r.replaces(path, reading.Replaces, seen, replaced, "reading")
		r.id(path+".id", reading.ID, seen, 64)
		r.Given[reading.ID] = reading
	}
	type placed struct {
		survey.Reading
		path string
	}
	var floors, ceilings []placed
	for i, reading := range all {
		path := fmt.Sprintf("survey.readings[%d]", i)
		if reading.Void {
			if reading.Replaces == "" || reading.Said().Given() {
				r.faults.Add(path, "a reading taken back names what it replaces and gives no value")
			}
			continue
		}
		if replaced[reading.ID] {
			// the wall it was given by may have moved or gone since
			if reading.Kind != "level" {
				r.must(path+".value", reading.Value)
			}
			continue
		}
		got, ok := r.reading(path, reading)
		if !ok {
			continue
		}
		for reading.Stays {
			old, known := r.Given[reading.Replaces]
			if !known {
				break
			}
			reading = old // what it repeats is what that one repeated
		}
		if old, again := r.Given[reading.Replaces]; again && old.Kind == reading.Kind && old.Value.Given() && reading.Kind != "level" {
			was, err := old.Value.In(r.Doc.Units)
			now, err2 := reading.Value.In(r.Doc.Units)
			got.Sure = err == nil && err2 == nil && math.Abs((was-now).Millimetres()) <= 3*math.Max(got.Noise, r.Noise)
		}
		r.Readings = append(r.Readings, got)
		switch got.Kind {
		case survey.FloorReading:
			floors = append(floors, placed{got, path})
		case survey.CeilingReading:
			ceilings = append(ceilings, placed{got, path})
		}
	}
	for _, c := range ceilings {
		nearest, best := placed{}, math.Inf(1)
		for _, f := range floors {
			if d := f.At.Distance(c.At); d < best {
				nearest, best = f, d
			}
		}
		if !math.IsInf(best, 1) && c.Value <= nearest.Value {
			r.faults.Add(c.path+".value", "the ceiling here is not above the floor read nearest to it (%s): check the sign and which was read", nearest.ID)
		}
	}
}

func (r *resolver) reading(path string, reading job.Reading) (survey.Reading, bool) {
	if reading.Kind == "level" {
		return r.levelled(path, reading)
	}
	before := len(r.faults)
	out := survey.Reading{ID: reading.ID, Kind: survey.Kind(reading.Kind)}
	if reading.From != nil || reading.To != nil || reading.Rise.Given() {
		r.faults.Add(path+".from", "only a level goes from one place to another")
	}
	value, given := r.must(path+".value", reading.Value)
	out.Tape = value.Millimetres()
	var wall *framing.Wall
	if reading.Place == nil {
		r.faults.Add(path+".place", "missing: say where it was read")
	} else {
		out.At, wall = r.place(path+".place", *reading.Place)
	}
	if reading.Kind == "gap" {
		if given && (value <= 0 || value > 100*measure.Metre) {
			r.faults.Add(path+".value", "a gap of %s: the ceiling would be under the floor, or out of reach", r.write(value))
		}
		if reading.Basis == "stacked" || reading.Basis == "between" {
			switch {
			case reading.Place != nil && reading.Place.Wall == "":
				r.faults.Add(path+".place", "a %s gap is taken over a wall's plates: give the wall and station", reading.Basis)
			case wall != nil:
				value += wall.PlateStack()
				out.Over, out.Fixed = wall.PlateStack().Millimetres(), reading.Basis == "between"
			}
		}
	} else {
		if reading.Basis != "" {
			r.faults.Add(path+".basis", "only a gap has a basis")
		}
		if given && value.Abs() > 100*measure.Metre {
			r.faults.Add(path+".value", "%s from the laser line: check the unit", r.write(value))
		}
	}
	in := r.instrumentOf(path, reading.Instrument)
	value = in.corrected(value)
	if in != nil {
		out.Noise = in.Noise
	}
	down, _ := r.stoodOn(path+".stood", reading.Stood, false)
	up, used := r.stoodOn(path+".stopped", reading.Stopped, true)
	switch reading.Kind {
	case "gap":
		value += down + up
	case "floor":
		value -= down
	case "ceiling":
		value += up
	}
	if reading.Kind == "floor" && reading.Stopped != nil || reading.Kind == "ceiling" && reading.Stood != nil {
		r.faults.Add(path, "a floor reading stands on something, a ceiling reading stops at something: not the other way round")
	}
	r.Used[reading.ID] = value
	out.Value = value.Millimetres()
	return out, used && len(r.faults) == before && reading.Place != nil && (reading.Place.Wall == "" || wall != nil)
}

// levelled is a level laid from one place to another: the rise of the floor.
func (r *resolver) levelled(path string, reading job.Reading) (survey.Reading, bool) {
	before := len(r.faults)
	out := survey.Reading{ID: reading.ID, Kind: survey.LevelReading, Sure: true}
	if reading.Place != nil || reading.Value.Given() || reading.Basis != "" || reading.Stopped != nil {
		r.faults.Add(path, "a level is given by from, to and rise")
	}
	rise, _ := r.must(path+".rise", reading.Rise)
	if rise.Abs() > measure.Metre {
		r.faults.Add(path+".rise", "%s: check the unit", r.write(rise))
	}
	ends := [2]geo.Point{}
	for i, p := range []*job.Place{reading.From, reading.To} {
		at := path + []string{".from", ".to"}[i]
		if p == nil {
			r.faults.Add(at, "missing: say where the level lay")
			continue
		}
		ends[i], _ = r.place(at, *p)
	}
	if len(r.faults) == before && ends[0].Distance(ends[1]) < survey.Own {
		r.faults.Add(path+".to", "the same place as from")
	}
	in := r.instrumentOf(path, reading.Instrument)
	if in != nil {
		out.Noise = in.Noise
	}
	r.stoodOn(path+".stood", reading.Stood, false)
	r.Used[reading.ID] = rise
	out.At, out.To, out.Value, out.Tape = ends[0], ends[1], rise.Millimetres(), rise.Millimetres()
	return out, len(r.faults) == before
}

// spot is where a place of the job lies on the plan.
func (s *Site) spot(path string, p job.Place) (geo.Point, job.Faults) {
	r := &resolver{Site: s, wallOf: ByID(s.Walls)}
	at, _ := r.place(path, p)
	return at, r.faults
}

// Point is where a place by x and y lies on the plan.
func (s *Site) Point(path string, p job.Place) (geo.Point, job.Faults) {
	r := &resolver{Site: s}
	x, y, _ := r.point(path, p)
	return dot(x, y), r.faults
}

// place finds a place on the plan; the wall is given when it lies on one.
func (r *resolver) place(path string, p job.Place) (geo.Point, *framing.Wall) {
	if p.Wall == "" && !p.Station.Given() {
		x, y, _ := r.point(path, p)
		return dot(x, y), nil
	}
	if p.X.Given() || p.Y.Given() {
		r.faults.Add(path, "x and y together with a wall: give one of them")
		return geo.Point{}, nil
	}
	station, ok := r.must(path+".station", p.Station)
	wall := r.wallOf[p.Wall]
	if wall == nil {
		if job.WallIn(&r.Doc, p.Wall) != nil {
			return geo.Point{}, nil // the wall has faults of its own
		}
		r.faults.Add(path+".wall", "%q is no wall of this job", p.Wall)
		return geo.Point{}, nil
	}
	if ok && (station < 0 || station > wall.Length) {
		r.faults.Add(path+".station", "%s is off the wall, which is %s long", r.write(station), r.write(wall.Length))
	}
	return wall.At(station), wall
}

func (r *resolver) joists(path string, j job.Joists, seen map[string]bool) {
	before := len(r.faults)
	r.id(path+".id", j.ID, seen, 64)
	width := r.within(path+".width", j.Width, 3*measure.Inch/2, 1, measure.Metre)
	start, step, angle := r.joistsFrom(path, j)
	var at []measure.Length // off the first, to the left of the way they run
	if j.Gaps != nil {
		if j.Spacing.Given() || j.Count != 0 || j.At != nil {
			r.faults.Add(path+".gaps", "takes the place of at, spacing and count: give one of them")
		}
		if len(j.Gaps) > 1000 {
			r.faults.Add(path+".gaps", "%d gaps: give at most 1000", len(j.Gaps))
			return
		}
		at = append(at, 0)
		for i, text := range j.Gaps {
			one, ok := r.must(fmt.Sprintf("%s.gaps[%d]", path, i), text)
			if ok && (one <= 0 || one > 100*measure.Metre) {
				r.faults.Add(fmt.Sprintf("%s.gaps[%d]", path, i), "%s is no distance to the next", r.write(one))
			}
			at = append(at, at[i]+one)
		}
	} else if j.At != nil {
		if j.Spacing.Given() || j.Count != 0 {
			r.faults.Add(path+".at", "takes the place of spacing and count: give one or the other")
		}
		if len(j.At) > 1000 {
			r.faults.Add(path+".at", "%d joists: give 1 to 1000", len(j.At))
			return
		}
		for i, text := range j.At {
			one, _ := r.must(fmt.Sprintf("%s.at[%d]", path, i), text)
			at = append(at, one)
		}
	} else {
		if j.Count < 1 || j.Count > 1000 {
			r.faults.Add(path+".count", "%d joists: give 1 to 1000", j.Count)
		}
		spacing := measure.Length(0)
		if j.Count > 1 || j.Spacing.Given() {
			s, ok := r.must(path+".spacing", j.Spacing)
			if ok && (s <= 0 || s > 100*measure.Metre) {
				r.faults.Add(path+".spacing", "%s is no spacing", r.write(s))
			}
			spacing = s
		}
		for i := range min(max(j.Count, 0), 1000) {
			at = append(at, spacing*measure.Length(i))
		}
	}
	if len(r.faults) > before {
		return
	}
	for _, off := range at {
		d := off.Millimetres()
		r.JoistList = append(r.JoistList, survey.Joist{
			Run: j.ID, Of: surfaceOf(j.Of), At: geo.Point{X: start.X + step.X*d, Y: start.Y + step.Y*d}, Angle: angle, Width: width.Millimetres(), Exposed: j.Exposed, Steel: j.Material == "steel",
		})
	}
}

func (r *resolver) obstruction(path string, o job.Obstruction, seen map[string]bool) {
	before := len(r.faults)
	r.id(path+".id", o.ID, seen, 64)
	if o.Kind == "" {
		r.faults.Add(path+".kind", "empty: say what it is, such as duct or pipe")
	}
	out := framing.Obstruction{ID: o.ID, Kind: o.Kind, Rises: o.Rises}
	out.From, out.To, out.Width = r.runOf(path, o)
	if o.Clear != nil {
		out.Side = r.within(path+".clear.side", o.Clear.Side, 0, 0, measure.Metre).Millimetres()
		out.Below = r.within(path+".clear.below", o.Clear.Below, 0, 0, measure.Metre).Millimetres()
	}
	if o.Height.Given() {
		h := r.length(path+".height", o.Height, measure.Inch)
		if h <= 0 || h > 20*measure.Metre {
			r.faults.Add(path+".height", "%s is no height over the floor", r.write(h))
		}
		if o.Rises {
			r.faults.Add(path+".rises", "a thing with an upper side doesn't rise through: leave one of them out")
		}
		if o.Underside.Given() {
			r.faults.Add(path+".underside", "a low thing's lower side is over the floor: give headroom")
		}
		if low := r.length(path+".headroom", o.Headroom, 0); low >= h && h > 0 {
			r.faults.Add(path+".headroom", "its lower side, at %s, is not under its upper one", r.write(low))
		}
		v := h.Millimetres()
		out.Height = &v
	}
	switch {
	case o.Underside.Given() && o.Headroom.Given():
		r.faults.Add(path+".headroom", "underside and headroom say the same: give one")
	case o.Underside.Given():
		v := r.length(path+".underside", o.Underside, 0).Millimetres()
		out.Underside = &v
	case o.Headroom.Given():
		h := r.length(path+".headroom", o.Headroom, measure.Inch)
		if h <= 0 {
			r.faults.Add(path+".headroom", "%s is no headroom", r.write(h))
		}
		v := h.Millimetres()
		out.Headroom = &v
	case !o.Rises && !o.Height.Given():
		r.faults.Add(path, "say how low it hangs: underside or headroom; or that it rises from the floor; or how high it stands on it: height")
	}
	if len(r.faults) == before {
		r.Obstructions = append(r.Obstructions, out)
	}
}

// PlaceOf is where a place of a job lies on the plan, in millimetres.
func PlaceOf(d job.Document, p job.Place) (x, y float64, err error) {
	s, faults := Of(d)
	if faults != nil {
		return 0, 0, faults
	}
	at, faults := s.spot("place", p)
	if faults != nil {
		return 0, 0, faults
	}
	return at.X, at.Y, nil
}
