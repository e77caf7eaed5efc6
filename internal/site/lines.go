package site

import (
	"fmt"
	"math"
	"strings"

	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/line"
	"homalos/internal/measure"
)

// Lined is a wall placed by a relation. Its ray is laid before its ends, so
// that two walls of a corner may each end at the other.
type Lined struct {
	index      int
	path       string
	Doc        job.Wall
	lying      progress // the ray
	ending     progress
	Ray        line.Ray
	ok         bool      // it has both ends
	from, to   job.Place // as written for the wall
	body       string
	length     measure.Length
	Taper      float64
	Relation   line.Relation
	Furring    *Furring
	start, End geo.Point
	Closes     *geo.Face // what the zigzag should come out at
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
	r.Lines = map[string]*Lined{}
	any := false
	for i, w := range r.Doc.Walls {
		if w.Line != nil {
			any = true
			r.Lines[w.ID] = &Lined{index: i, path: fmt.Sprintf("walls[%d].line", i), Doc: w}
		}
	}
	if !any {
		return
	}
	for _, w := range r.Doc.Walls {
		if l := r.Lines[w.ID]; l != nil {
			r.layEnds(l, nil)
		}
	}
}

// begin marks a step of a line as begun. False: it is done, or it goes by
// itself; trail are the lines being laid that led to it.
func (r *resolver) begin(at *progress, l *Lined, trail []string) ([]string, bool) {
	trail = append(trail[:len(trail):len(trail)], l.Doc.ID)
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

func (r *resolver) layRay(l *Lined, trail []string) {
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

func (r *resolver) layEnds(l *Lined, trail []string) {
	if l.ending != underway {
		r.layRay(l, trail)
	}
	trail, fresh := r.begin(&l.ending, l, trail)
	if !fresh {
		return
	}
	before := len(r.faults)
	ends := r.lineEnds(l, *l.Doc.Line, trail)
	if l.lying == laidWell && len(r.faults) == before {
		r.findEnds(l, ends, trail)
	}
	l.ending = laidBadly
	if l.ok = l.lying == laidWell && len(r.faults) == before; l.ok {
		l.ending = laidWell
	}
}

// findRay reads a relation and lays it.
func (r *resolver) findRay(l *Lined, trail []string) {
	d, w := *l.Doc.Line, l.Doc
	if w.From != (job.Place{}) || w.To != (job.Place{}) {
		r.faults.Add(fmt.Sprintf("walls[%d].from", l.index), "from and to together with line: give one of them")
	}
	lumber := r.wood(fmt.Sprintf("walls[%d].lumber", l.index), w.Lumber)
	rel := line.Relation{Kind: line.Kind(d.By), Follow: d.Follow, Degrees: d.Degrees, Board: r.Board.Millimetres(), Right: d.Turn == "right"}
	if lumber != nil {
		rel.Depth = lumber.Depth.Millimetres()
	}
	// only a relation that goes by a face's ends needs that wall's own ends first
	whole := d.By == "square" || d.By == "centred" || d.By == "leg" || d.AtEnd.Given() ||
		len(r.Corners) < 3 && (d.Start == nil || d.Stop == nil) // on open floor it begins and ends beside it
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
	if d.AtEnd.Given() {
		rel.AtEnd, rel.Both = r.length(l.path+".atEnd", d.AtEnd, 0).Millimetres(), true
	}
	if rel.Kind != line.Through && rel.Face == nil || rel.Kind == line.Centred && rel.And == nil || lumber == nil {
		return
	}
	ray, err := rel.Lay()
	if err != nil {
		r.faults.Add(l.path, "%s", r.WrongSaid(err))
		return
	}
	l.Relation, l.Ray, l.Taper, l.body = rel, ray, ray.Taper, "right"
	if ray.BodyLeft {
		l.body = "left"
	}
	if l.Doc.Body != "" {
		l.body = l.Doc.Body
	}
}

// leg finds where the next leg of a zigzag begins. Turned to the side its
// framing stands on, it butts the last leg's back; turned away, it runs past.
func (r *resolver) leg(l *Lined, rel *line.Relation) {
	last := -1
	for i, w := range r.Doc.Walls {
		if w.ID == l.Doc.Line.Face {
			last = i
		}
	}
	if last < 0 {
		r.faults.Add(l.path+".face", "%q is no new wall: a leg goes on from one, by its mark", l.Doc.Line.Face)
		return
	}
	lumber := r.byID[r.Doc.Walls[last].Lumber]
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
func (r *resolver) findEnds(l *Lined, ends line.Ends, trail []string) {
	d, rel, ray := *l.Doc.Line, l.Relation, l.Ray
	ends.Outside = d.By == "in-line"
	if len(r.Corners) < 3 && rel.Face != nil && !ray.Fixed {
		ends.Beside = rel.Face
	}
	if rel.Kind == line.Leg && ends.Length > 0 {
		ends.Length -= rel.Clears // legs are measured along the snapped faces, corner to corner
	}
	if rel.Kind == line.Through && ends.Start == nil && ends.Stop == nil && ends.Length == 0 {
		ends.Length = rel.Marks[0].Distance(rel.Marks[1])
		ray.Fixed, ray.Start = true, rel.Marks[0]
	}
	if ends.Start != nil && ends.Stop != nil && !ray.Fixed && l.Doc.Body == "" {
		// it runs from its start to its stop, whichever way the face it goes by does
		first, err := ray.Meets(ends.Start)
		last, err2 := ray.Meets(ends.Stop)
		if err == nil && err2 == nil && first > last {
			ray.UX, ray.UY, ray.BodyLeft = -ray.UX, -ray.UY, !ray.BodyLeft
			l.Ray, l.body = ray, "right"
			if ray.BodyLeft {
				l.body = "left"
			}
		}
	}
	from, to, err := line.Between(ray, ends, r.roomOutline())
	if err != nil {
		r.faults.Add(l.path, "%s: %s", r.RelationSaid(d), r.WrongSaid(err))
		return
	}
	// a length that a tape reads: what is left of a 64th stays free at the end
	l.length = measure.FromMillimetres(from.Distance(to) + 1e-4).Down(r.Doc.Units.Pick(measure.Inch64, measure.Millimetre/10))
	l.start, l.End = from, to
	l.from, l.to = Placed(from, r.Doc.Units), Placed(to, r.Doc.Units)
	r.alsoHolds(l, d, from, to, trail)
	r.closes(l, trail)
}

// closes reads what a leg should come out at.
func (r *resolver) closes(l *Lined, trail []string) {
	c := l.Doc.Line.Closes
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
		l.Closes = r.face(path+".face", c.Face, false, trail)
	default:
		r.faults.Add(path, "give the corner or the face it should come out at")
	}
}

func Placed(p geo.Point, u measure.System) job.Place {
	return job.Place{X: job.Exactly(u.Estimate(p.X), u), Y: job.Exactly(u.Estimate(p.Y), u)}
}

func (r *resolver) lineEnds(l *Lined, d job.Line, trail []string) line.Ends {
	var e line.Ends
	e.Start, e.StartGap = r.lineEnd(l, l.path+".start", d.Start, true, trail)
	e.Stop, e.StopGap = r.lineEnd(l, l.path+".stop", d.Stop, false, trail)
	total := measure.Length(0)
	for i, p := range d.Parts {
		one, _ := r.must(fmt.Sprintf("%s.parts[%d].length", l.path, i), p.Length)
		total += one
	}
	if d.Boards != "" && len(d.Parts) > 0 {
		total += r.Board
		if d.Boards == "both" {
			total += r.Board
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
func (r *resolver) lineEnd(l *Lined, path string, d *job.LineEnd, start bool, trail []string) (*geo.Face, float64) {
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
	if r.HasExisting(d.Face) {
		r.faults.Add(path+".past", "%q is there already: only a new wall can be run past", d.Face)
		return nil, gap
	}
	second := r.face(path+".face", r.FaceRef(d.Face).Other().String(), false, trail)
	if second == nil {
		return nil, gap
	}
	t, err := l.Ray.Meets(face)
	u, err2 := l.Ray.Meets(second)
	if err == nil && err2 == nil && (start == (u < t)) {
		return second, gap
	}
	return face, gap
}

// alsoHolds refuses a line that contradicts another distance said of it.
func (r *resolver) alsoHolds(l *Lined, d job.Line, from, to geo.Point, trail []string) {
	for i, a := range d.Also {
		path := fmt.Sprintf("%s.also[%d]", l.path, i)
		face := r.face(path+".face", a.Face, false, trail)
		at, ok := r.must(path+".at", a.At)
		if face == nil || !ok {
			continue
		}
		for _, p := range []geo.Point{from, to} {
			if off := r.Doc.Units.Estimate(face.Out(p) - at.Millimetres()); off.Abs() > r.Rules.Mark {
				r.faults.Add(path, "it can't hold together with \"%s\": from %s it would be %s, not %s", r.RelationSaid(d), a.Face, r.WriteMM(face.Out(p)), r.write(at))
				break
			}
		}
	}
}
