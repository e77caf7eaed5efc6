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

// lined is a wall placed by a relation.
type lined struct {
	index    int
	path     string
	doc      job.Wall
	state    int // 0 untouched, 1 being laid, 2 laid
	ok       bool
	from, to job.Place // as written for the wall
	body     string
	length   measure.Length
	taper    float64
	relation line.Relation
	furring  *Furring
}

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
			r.lay(l, nil)
		}
	}
}

// lay places one line; trail are those being laid that led to it.
func (r *resolver) lay(l *lined, trail []string) {
	if l.state == 2 {
		return
	}
	trail = append(trail, l.doc.ID)
	if l.state == 1 {
		r.faults.Add(l.path, "it goes round in a circle: %s. Place one of them by something that is there", strings.Join(trail, " → "))
		l.state = 2
		return
	}
	l.state = 1
	before := len(r.faults)
	r.layOne(l, trail)
	l.ok = len(r.faults) == before
	l.state = 2
}

func (r *resolver) layOne(l *lined, trail []string) {
	d, w := *l.doc.Line, l.doc
	if w.From != (job.Place{}) || w.To != (job.Place{}) {
		r.faults.Add(fmt.Sprintf("walls[%d].from", l.index), "from and to together with line: give one of them")
	}
	r.word(l.path+".by", d.By, "parallel", "square", "in-line", "centred", "through", "clear", "furring")
	r.word(l.path+".follow", d.Follow, "both", "start", "end")
	r.word(l.path+".from", d.From, "start", "stop")
	lumber := r.wood(fmt.Sprintf("walls[%d].lumber", l.index), w.Lumber)
	before := len(r.faults)
	rel := line.Relation{Kind: line.Kind(d.By), Follow: d.Follow, Degrees: d.Degrees, Board: r.board.Millimetres()}
	if lumber != nil {
		rel.Depth = lumber.Depth.Millimetres()
	}
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
		rel.And = r.face(l.path+".and", d.And, trail)
		fallthrough
	default:
		rel.Face = r.face(l.path+".face", d.Face, trail)
	}
	if d.By == "parallel" || d.By == "square" || d.By == "clear" {
		at, _ := r.must(l.path+".at", d.At)
		rel.At = at.Millimetres()
		if d.By != "square" && at < 0 {
			r.faults.Add(l.path+".at", "%s: a distance out from the face is more than nothing", r.write(at))
		}
	}
	if d.By == "furring" && rel.Face != nil && lumber != nil {
		rel.At = r.furring(l, d, lumber.Depth)
	}
	if d.AtEnd != "" {
		rel.AtEnd, rel.Both = r.length(l.path+".atEnd", d.AtEnd, 0).Millimetres(), true
	}
	ends := r.lineEnds(l, d, trail)
	ends.Outside = d.By == "in-line"
	if len(r.faults) > before || rel.Kind != line.Through && rel.Face == nil || lumber == nil {
		return
	}
	ray, err := rel.Lay()
	if err != nil {
		r.faults.Add(l.path, "%s", err)
		return
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
	l.relation, l.taper = rel, ray.Taper
	l.from, l.to, l.body = r.placed(from), r.placed(to), "right"
	if ray.BodyLeft {
		l.body = "left"
	}
	r.alsoHolds(l, d, from, to, trail)
}

func (r *resolver) placed(p survey.Point) job.Place {
	u := r.doc.Units
	return job.Place{X: u.Write(u.Estimate(p.X)), Y: u.Write(u.Estimate(p.Y))}
}

func (r *resolver) lineEnds(l *lined, d job.Line, trail []string) line.Ends {
	var e line.Ends
	if d.Start != nil {
		if d.Start.Face != "" {
			e.Start = r.face(l.path+".start.face", d.Start.Face, trail)
		}
		e.StartGap = r.within(l.path+".start.gap", d.Start.Gap, 0, 0, 100*measure.Metre).Millimetres()
	}
	if d.Stop != nil {
		if d.Stop.Face != "" {
			e.Stop = r.face(l.path+".stop.face", d.Stop.Face, trail)
		}
		e.StopGap = r.within(l.path+".stop.gap", d.Stop.Gap, 0, 0, 100*measure.Metre).Millimetres()
	}
	total := measure.Length(0)
	for i, p := range d.Parts {
		one, _ := r.must(fmt.Sprintf("%s.parts[%d].length", l.path, i), p.Length)
		total += one
	}
	if len(d.Parts) > 0 && total <= 0 {
		r.faults.Add(l.path+".parts", "they add up to %s", r.write(total))
	}
	e.Length, e.FromStop = total.Millimetres(), d.From == "stop"
	return e
}

// alsoHolds refuses a line that contradicts another distance said of it.
func (r *resolver) alsoHolds(l *lined, d job.Line, from, to survey.Point, trail []string) {
	for i, a := range d.Also {
		path := fmt.Sprintf("%s.also[%d]", l.path, i)
		face := r.face(path+".face", a.Face, trail)
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
// wall's snapped face or back.
func (r *resolver) face(path, name string, trail []string) *line.Face {
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
			return r.newFace(path, name, i, back, trail)
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

func (r *resolver) newFace(path, name string, i int, back bool, trail []string) *line.Face {
	w := r.doc.Walls[i]
	body := w.Body
	var a, b survey.Point
	if w.Line != nil {
		l := r.lines[w.ID]
		r.lay(l, trail)
		if !l.ok {
			if l.state == 2 {
				r.faults.Add(path, "%q isn't placed itself: mend its line first", w.ID)
			}
			return nil
		}
		x1, y1, _ := r.point(path, l.from)
		x2, y2, _ := r.point(path, l.to)
		a, b = dot(x1, y1), dot(x2, y2)
		if body == "" {
			body = l.body
		}
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
	case "clear":
		return fmt.Sprintf("%s clear of %s, finish to finish", say(d.At), d.Face)
	}
	return "through two marks"
}
