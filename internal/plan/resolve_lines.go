package plan

import (
	"fmt"
	"math"
	"strings"

	"homalos/internal/job"
	"homalos/internal/line"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// lined is a wall placed by a relation. Its ray is laid before its ends, so
// that two walls of a corner may each end at the other.
type lined struct {
	index      int
	path       string
	doc        job.Wall
	lying      progress // the ray
	ending     progress
	ray        line.Ray
	ok         bool      // it has both ends
	from, to   job.Place // as written for the wall
	body       string
	length     measure.Length
	taper      float64
	relation   line.Relation
	furring    *Furring
	start, end survey.Point
	closes     *line.Face // what the zigzag should come out at
}

type progress int

const (
	untouched progress = iota
	underway
	laidWell
	laidBadly
)

// layLines finds where every line lies, each after those it goes by.
func (r *resolver) layLines() {
	r.lines = map[string]*lined{}
	any := false
	for i, w := range r.doc.Walls {
		if w.Line != nil {
			any = true
			r.lines[w.ID] = &lined{index: i, path: fmt.Sprintf("walls[%d].line", i), doc: w}
		}
	}
	if !any {
		return
	}
	if len(r.corners) >= 3 {
		r.shape = survey.Solve(r.corners, r.ties, r.tieSlips)
	}
	for _, w := range r.doc.Walls {
		if l := r.lines[w.ID]; l != nil {
			r.layEnds(l, nil)
		}
	}
}

// begin marks a step of a line as begun. False: it is done, or it goes by
// itself; trail are the lines being laid that led to it.
func (r *resolver) begin(at *progress, l *lined, trail []string) ([]string, bool) {
	trail = append(trail[:len(trail):len(trail)], l.doc.ID)
	if *at == underway {
		r.faults.Add(l.path, "it goes round in a circle: %s. Place one of them by something that is there", strings.Join(trail, " → "))
		*at = laidBadly
	}
	if *at != untouched {
		return trail, false
	}
	*at = underway
	return trail, true
}

func (r *resolver) layRay(l *lined, trail []string) {
	trail, fresh := r.begin(&l.lying, l, trail)
	if !fresh {
		return
	}
	before := len(r.faults)
	r.findRay(l, trail)
	l.lying = laidWell
	if len(r.faults) > before {
		l.lying = laidBadly
	}
}

func (r *resolver) layEnds(l *lined, trail []string) {
	if l.ending != underway {
		r.layRay(l, trail)
	}
	trail, fresh := r.begin(&l.ending, l, trail)
	if !fresh {
		return
	}
	before := len(r.faults)
	ends := r.lineEnds(l, *l.doc.Line, trail)
	if l.lying == laidWell && len(r.faults) == before {
		r.findEnds(l, ends, trail)
	}
	l.ending = laidBadly
	if l.ok = l.lying == laidWell && len(r.faults) == before; l.ok {
		l.ending = laidWell
	}
}

// findRay reads a relation and lays it.
func (r *resolver) findRay(l *lined, trail []string) {
	d, w := *l.doc.Line, l.doc
	if w.From != (job.Place{}) || w.To != (job.Place{}) {
		r.faults.Add(fmt.Sprintf("walls[%d].from", l.index), "from and to together with line: give one of them")
	}
	r.word(l.path+".by", d.By, "parallel", "square", "in-line", "centred", "through", "clear", "furring", "leg")
	r.word(l.path+".follow", d.Follow, "both", "start", "end")
	r.word(l.path+".from", d.From, "start", "stop")
	r.word(l.path+".boards", d.Boards, "start", "stop", "both")
	r.word(l.path+".turn", d.Turn, "left", "right")
	lumber := r.wood(fmt.Sprintf("walls[%d].lumber", l.index), w.Lumber)
	rel := line.Relation{Kind: line.Kind(d.By), Follow: d.Follow, Degrees: d.Degrees, Board: r.board.Millimetres(), Right: d.Turn == "right"}
	if lumber != nil {
		rel.Depth = lumber.Depth.Millimetres()
	}
	// only a relation that goes by a face's ends needs that wall's own ends first
	whole := d.By == "square" || d.By == "centred" || d.By == "leg" || d.AtEnd != ""
	switch d.By {
	case "through":
		if len(d.Marks) != 2 {
			r.faults.Add(l.path+".marks", "%d marks: give two places", len(d.Marks))
			return
		}
		for i, m := range d.Marks {
			x, y, _ := r.point(fmt.Sprintf("%s.marks[%d]", l.path, i), m)
			rel.Marks[i] = dot(x, y)
		}
	case "centred":
		rel.And = r.face(l.path+".and", d.And, true, trail)
		fallthrough
	default:
		rel.Face = r.face(l.path+".face", d.Face, whole, trail)
	}
	if d.By == "parallel" || d.By == "square" || d.By == "clear" {
		at, _ := r.must(l.path+".at", d.At)
		rel.At = at.Millimetres()
		if d.By != "square" && at < 0 {
			r.faults.Add(l.path+".at", "%s: a distance out from the face is more than nothing", r.write(at))
		}
	}
	if d.By == "leg" {
		r.leg(l, &rel)
	}
	if d.By == "furring" && rel.Face != nil && lumber != nil {
		rel.At = r.furring(l, d, lumber.Depth)
	}
	if d.AtEnd != "" {
		rel.AtEnd, rel.Both = r.length(l.path+".atEnd", d.AtEnd, 0).Millimetres(), true
	}
	if rel.Kind != line.Through && rel.Face == nil || rel.Kind == line.Centred && rel.And == nil || lumber == nil {
		return
	}
	ray, err := rel.Lay()
	if err != nil {
		r.faults.Add(l.path, "%s", err)
		return
	}
	l.relation, l.ray, l.taper, l.body = rel, ray, ray.Taper, "right"
	if ray.BodyLeft {
		l.body = "left"
	}
	if l.doc.Body != "" {
		l.body = l.doc.Body
	}
}

// leg finds where the next leg of a zigzag begins. Turned to the side its
// framing stands on, it butts the last leg's back; turned away, it runs past.
func (r *resolver) leg(l *lined, rel *line.Relation) {
	last := -1
	for i, w := range r.doc.Walls {
		if w.ID == l.doc.Line.Face {
			last = i
		}
	}
	if last < 0 {
		r.faults.Add(l.path+".face", "%q is no new wall: a leg goes on from one, by its mark", l.doc.Line.Face)
		return
	}
	lumber := r.byID[r.doc.Walls[last].Lumber]
	if rel.Face == nil || lumber == nil {
		return
	}
	deg := rel.Degrees
	if deg == 0 {
		deg = 90
	}
	rel.Clears = lumber.Depth.Millimetres() / math.Sin(deg*math.Pi/180)
	if rel.Right != rel.Face.OpenLeft { // it turns away from the framing
		rel.Clears = -rel.Clears
	}
}

// findEnds cuts a line that has its ray to length.
func (r *resolver) findEnds(l *lined, ends line.Ends, trail []string) {
	d, rel, ray := *l.doc.Line, l.relation, l.ray
	ends.Outside = d.By == "in-line"
	if rel.Kind == line.Leg && ends.Length > 0 {
		ends.Length -= rel.Clears // legs are measured along the snapped faces, corner to corner
	}
	if rel.Kind == line.Through && ends.Start == nil && ends.Stop == nil && ends.Length == 0 {
		ends.Length = rel.Marks[0].Distance(rel.Marks[1])
		ray.Fixed, ray.Start = true, rel.Marks[0]
	}
	from, to, err := line.Between(ray, ends, outlineOf(r.shape))
	if err != nil {
		r.faults.Add(l.path, "%s: %s", r.relationSaid(d), err)
		return
	}
	// a length that a tape reads: what is left of a 64th stays free at the end
	l.length = measure.FromMillimetres(from.Distance(to) + 1e-4).Down(r.doc.Units.Pick(measure.Inch64, mm/10))
	l.start, l.end = from, to
	l.from, l.to = r.placed(from), r.placed(to)
	r.alsoHolds(l, d, from, to, trail)
	r.closes(l, trail)
}

// closes reads what a leg should come out at.
func (r *resolver) closes(l *lined, trail []string) {
	c := l.doc.Line.Closes
	if c == nil {
		return
	}
	path := l.path + ".closes"
	switch {
	case c.Corner != "" && c.Face != "":
		r.faults.Add(path, "a corner and a face: give one of them")
	case c.Corner != "":
		r.corner(path+".corner", c.Corner)
	case c.Face != "":
		l.closes = r.face(path+".face", c.Face, false, trail)
	default:
		r.faults.Add(path, "give the corner or the face it should come out at")
	}
}

func (r *resolver) placed(p survey.Point) job.Place {
	u := r.doc.Units
	return job.Place{X: u.Write(u.Estimate(p.X)), Y: u.Write(u.Estimate(p.Y))}
}

func (r *resolver) lineEnds(l *lined, d job.Line, trail []string) line.Ends {
	var e line.Ends
	e.Start, e.StartGap = r.lineEnd(l, l.path+".start", d.Start, true, trail)
	e.Stop, e.StopGap = r.lineEnd(l, l.path+".stop", d.Stop, false, trail)
	total := measure.Length(0)
	for i, p := range d.Parts {
		one, _ := r.must(fmt.Sprintf("%s.parts[%d].length", l.path, i), p.Length)
		total += one
	}
	if d.Boards != "" && len(d.Parts) > 0 {
		total += r.board
		if d.Boards == "both" {
			total += r.board
		}
	}
	if len(d.Parts) > 0 && total <= 0 {
		r.faults.Add(l.path+".parts", "they add up to %s", r.write(total))
	}
	e.Length, e.FromStop = total.Millimetres(), d.From == "stop"
	return e
}

// lineEnd finds the face that an end runs to; past a new wall, that is the
// farther of its two.
func (r *resolver) lineEnd(l *lined, path string, d *job.LineEnd, start bool, trail []string) (*line.Face, float64) {
	if d == nil {
		return nil, 0
	}
	gap := r.within(path+".gap", d.Gap, 0, 0, 100*measure.Metre).Millimetres()
	if d.Face == "" {
		if d.Past {
			r.faults.Add(path+".past", "past what? name the new wall it runs past")
		}
		return nil, gap
	}
	face := r.face(path+".face", d.Face, false, trail)
	if !d.Past || face == nil || l.lying != laidWell {
		return face, gap
	}
	id, back := strings.CutSuffix(d.Face, " back")
	other := id
	if !back {
		other += " back"
	}
	if r.hasExisting(d.Face) {
		r.faults.Add(path+".past", "%q is there already: only a new wall can be run past", d.Face)
		return nil, gap
	}
	second := r.face(path+".face", other, false, trail)
	if second == nil {
		return nil, gap
	}
	t, err := l.ray.Meets(face)
	u, err2 := l.ray.Meets(second)
	if err == nil && err2 == nil && (start == (u < t)) {
		return second, gap
	}
	return face, gap
}

// alsoHolds refuses a line that contradicts another distance said of it.
func (r *resolver) alsoHolds(l *lined, d job.Line, from, to survey.Point, trail []string) {
	for i, a := range d.Also {
		path := fmt.Sprintf("%s.also[%d]", l.path, i)
		face := r.face(path+".face", a.Face, false, trail)
		at, ok := r.must(path+".at", a.At)
		if face == nil || !ok {
			continue
		}
		for _, p := range []survey.Point{from, to} {
			if off := r.doc.Units.Estimate(face.Out(p) - at.Millimetres()); off.Abs() > r.rules.Mark {
				r.faults.Add(path, "it can't hold together with \"%s\": from %s it would be %s, not %s", r.relationSaid(d), a.Face, r.sayFine(face.Out(p)), r.write(at))
				break
			}
		}
	}
}

func (r *resolver) sayFine(mm float64) string {
	return r.doc.Units.Write(r.doc.Units.Estimate(mm).Nearest(r.rules.Mark / 2))
}

// face finds the face that a relation names: a wall that is there, or a new
// wall's snapped face or back. Of a new wall that is wanted whole its ends are
// found first; else its direction will do.
func (r *resolver) face(path, name string, whole bool, trail []string) *line.Face {
	if name == "" {
		r.faults.Add(path, "missing: name a wall")
		return nil
	}
	for _, w := range r.existingWalls {
		if w.ID == name {
			if len(r.shape.Corners) == 0 {
				r.faults.Add(path, "the room has no shape yet: give it three corners or more, and tape them")
				return nil
			}
			return r.existingFace(w)
		}
	}
	id, back := strings.CutSuffix(name, " back")
	for i, w := range r.doc.Walls {
		if w.ID == id {
			return r.newFace(path, name, i, back, whole, trail)
		}
	}
	r.faults.Add(path, "%q is no wall: name one that is there, or a new wall, as \"A\" for its snapped face or \"A back\" for the other", name)
	return nil
}

func (r *resolver) existingFace(w existing) *line.Face {
	n := len(r.corners)
	from, to := w.from, w.to
	if (to+1)%n == from { // said the other way round: the room still lies to the left
		from, to = to, from
	}
	return &line.Face{ID: w.ID, From: r.shape.Corners[from].At, To: r.shape.Corners[to].At, OpenLeft: true}
}

func (r *resolver) newFace(path, name string, i int, back, whole bool, trail []string) *line.Face {
	w := r.doc.Walls[i]
	body := w.Body
	var a, b survey.Point
	if w.Line != nil {
		l := r.lines[w.ID]
		well := false
		if whole {
			r.layEnds(l, trail)
			well, a, b = l.ok, l.start, l.end
		} else {
			r.layRay(l, trail)
			const reach = 1000 // any two places of it give its direction
			well = l.lying == laidWell
			a = survey.Point{X: l.ray.At.X - reach*l.ray.UX, Y: l.ray.At.Y - reach*l.ray.UY}
			b = survey.Point{X: l.ray.At.X + reach*l.ray.UX, Y: l.ray.At.Y + reach*l.ray.UY}
		}
		if !well {
			if l.lying == laidBadly || l.ending == laidBadly {
				r.faults.Add(path, "%q isn't placed itself: mend its line first", w.ID)
			}
			return nil
		}
		body = l.body
	} else {
		x1, y1, ok1 := r.point(path, w.From)
		x2, y2, ok2 := r.point(path, w.To)
		if !ok1 || !ok2 {
			return nil
		}
		a, b = dot(x1, y1), dot(x2, y2)
	}
	f := &line.Face{ID: name, From: a, To: b, OpenLeft: body == "right", Finish: r.board.Millimetres()}
	if lumber := r.byID[w.Lumber]; back && lumber != nil {
		d := lumber.Depth.Millimetres()
		long := a.Distance(b)
		if long == 0 {
			return nil
		}
		nx, ny := -(b.Y-a.Y)/long*d, (b.X-a.X)/long*d
		if body == "right" {
			nx, ny = -nx, -ny
		}
		f.From, f.To = survey.Point{X: a.X + nx, Y: a.Y + ny}, survey.Point{X: b.X + nx, Y: b.Y + ny}
		f.OpenLeft = !f.OpenLeft
	}
	return f
}

// furring works out how far out its room face stands.
func (r *resolver) furring(l *lined, d job.Line, depth measure.Length) float64 {
	u := r.doc.Units
	clearance := r.within(l.path+".at", d.At, u.Pick(measure.Inch/8, 3*mm), 0, u.Pick(12*measure.Inch, 300*mm))
	for _, w := range r.existingWalls {
		if w.ID != d.Face {
			continue
		}
		high := r.roughHeight()
		lean, _ := survey.WorstLean(w.leans, high)
		bulge, _ := survey.Bulge(w.waves)
		out := line.FurringOut(depth.Millimetres(), lean, bulge, clearance.Millimetres(), r.rules.Mark.Millimetres())
		say := func(v float64) string { return u.Say(u.Estimate(v), r.rules.Mark/2) }
		l.furring = &Furring{
			Height: say(high), Depth: u.Say(depth, 0), Lean: say(lean), Bulge: say(bulge), Clearance: u.Say(clearance, 0), Out: say(out), Lost: say(out + r.board.Millimetres()), Leans: len(w.leans),
		}
		return out
	}
	r.faults.Add(l.path+".face", "a furring stands before a wall that is there: %q isn't one", d.Face)
	return 0
}

// roughHeight is the greatest height read in the job, before any surface is
// fitted: a lean carried to it is never short. Without readings, the usual
// ceiling of 8 ft or 2440 mm.
func (r *resolver) roughHeight() float64 {
	u := r.doc.Units
	most, low, high := 0.0, math.Inf(1), math.Inf(-1)
	if r.doc.Survey != nil {
		for _, one := range r.doc.Survey.Readings {
			v, err := measure.Read(one.Value, u)
			if err != nil || one.Void {
				continue
			}
			switch at := v.Millimetres(); one.Kind {
			case "gap":
				most = math.Max(most, at)
			case "floor":
				low = math.Min(low, at)
			case "ceiling":
				high = math.Max(high, at)
			}
		}
	}
	if high > low {
		most = math.Max(most, high-low)
	}
	if most == 0 {
		return u.Pick(96*measure.Inch, 2440*mm).Millimetres()
	}
	return most
}

// relationSaid is a relation as one would say it.
func (r *resolver) relationSaid(d job.Line) string {
	say := func(text string) string {
		l, err := measure.Read(text, r.doc.Units)
		if err != nil {
			return text
		}
		return r.doc.Units.Say(l, 0)
	}
	switch d.By {
	case "parallel":
		text := fmt.Sprintf("parallel to %s at %s", d.Face, say(d.At))
		if d.AtEnd != "" {
			text += fmt.Sprintf(" and %s at its other end", say(d.AtEnd))
		}
		return text
	case "square":
		if d.Degrees != 0 && d.Degrees != 90 {
			return fmt.Sprintf("at %g° off %s at %s", d.Degrees, d.Face, say(d.At))
		}
		return fmt.Sprintf("square off %s at %s", d.Face, say(d.At))
	case "in-line":
		return "in line with the finish of " + d.Face
	case "centred":
		return fmt.Sprintf("centred between %s and %s", d.Face, d.And)
	case "furring":
		return "furring before " + d.Face
	case "leg":
		turn := d.Turn
		if turn == "" {
			turn = "left"
		}
		if d.Degrees != 0 && d.Degrees != 90 {
			return fmt.Sprintf("next leg after %s, %s at %g°", d.Face, turn, d.Degrees)
		}
		return fmt.Sprintf("next leg after %s, squared to the %s", d.Face, turn)
	case "clear":
		return fmt.Sprintf("%s clear of %s, finish to finish", say(d.At), d.Face)
	}
	return "through two marks"
}
