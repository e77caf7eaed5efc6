package plan

import (
	"fmt"
	"math"
	"sync"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/room"
	"homalos/internal/survey"
	"homalos/internal/wood"
)

// Bounds on one job.
const (
	mostReadings = 4000
	mostMembers  = 20_000
	mostWalls    = 500
	mostFound    = 500 // obstructions, and runs of joists
)

// setup is a job with its lengths read and its references followed.
type setup struct {
	doc          job.Document
	rules        framing.Rules
	kerf         measure.Length
	spacing      measure.Length
	concrete     bool
	lumber       []*wood.Lumber
	walls        []*framing.Wall
	noise        float64
	readings     []survey.Reading
	given        map[string]job.Reading    // as written, by id
	used         map[string]measure.Length // what each reading counts as, by id
	obstructions []framing.Obstruction

	instruments   map[string]*instrument
	corners       []room.Corner
	cornerOf      map[string]int
	ties          []room.Tie
	tieDocs       []job.Tie // those that stand, as in ties
	existingWalls []existing
	zones         []survey.Zone
	zoneNames     []string
	lines         map[string]*lined // walls placed by a relation, by id
	meets         []met
	crossed       [][2]*framing.Wall // new walls that stand in each other
	board         measure.Length
	solved        func() room.Shape // the room's shape, worked out once
	hidden        []framing.Hidden
	joistList     []survey.Joist
	seenFloor     []framing.SeenFloor
}

// resolver reads a document's values and collects its faults.
type resolver struct {
	*setup
	faults job.Faults
	byID   map[string]*wood.Lumber
	wallOf map[string]*framing.Wall
}

// Check lists all that is wrong with a document beyond its shape: lengths that
// can't be read, names that lead nowhere, walls that can't stand.
func Check(d job.Document) job.Faults {
	_, faults := resolve(d)
	return faults
}

func resolve(d job.Document) (*setup, job.Faults) {
	r := &resolver{setup: &setup{doc: d}, byID: map[string]*wood.Lumber{}, wallOf: map[string]*framing.Wall{}}
	r.solved = sync.OnceValue(func() room.Shape { return room.Solve(r.corners, r.ties, r.tieSlips) })
	if d.Format != job.Format {
		r.faults.Add("format", "%q: write %q", d.Format, job.Format)
	}
	if !d.Units.Known() {
		r.faults.Add("units", "write imperial or metric")
		return nil, r.faults // no length can be read without it
	}
	r.setRules()
	r.setLumber()
	r.setGround()
	r.setWalls()
	r.setSurvey()
	r.setAssess()
	r.setRecord()
	if len(r.faults) > 0 {
		return nil, r.faults
	}
	return r.setup, nil
}

// length reads a length; an empty text gives the default.
func (r *resolver) length(path, text string, usual measure.Length) measure.Length {
	if text == "" {
		return usual
	}
	l, err := measure.Read(text, r.doc.Units)
	if err != nil {
		r.faults.Add(path, "%s", err)
		return usual
	}
	return l
}

// within reads a length and holds it between two bounds, both allowed.
func (r *resolver) within(path, text string, usual, low, high measure.Length) measure.Length {
	l := r.length(path, text, usual)
	if l < low || l > high {
		r.faults.Add(path, "%s is out of bounds: give between %s and %s", r.write(l), r.write(low), r.write(high))
		return usual
	}
	return l
}

// optional reads a length that may be left out, then it is nothing.
func (r *resolver) optional(path, text string, low, high measure.Length) measure.Length {
	if text == "" {
		return 0
	}
	return r.within(path, text, 0, low, high)
}

func (r *resolver) write(l measure.Length) string { return r.doc.Units.Write(l) }

// must reads a length that has to be given.
func (r *resolver) must(path, text string) (measure.Length, bool) {
	if text == "" {
		r.faults.Add(path, "missing: give a length")
		return 0, false
	}
	before := len(r.faults)
	l := r.length(path, text, 0)
	return l, len(r.faults) == before
}

func (r *resolver) id(path, id string, seen map[string]bool, most int) {
	switch {
	case id == "":
		r.faults.Add(path, "empty: give it a name")
	case len(id) > most:
		r.faults.Add(path, "longer than %d characters", most)
	case seen[id]:
		r.faults.Add(path, "%q stands twice: give each its own", id)
	}
	for _, c := range id {
		if c < ' ' || c == 0x7f {
			r.faults.Add(path, "%q holds a control character", id)
			break
		}
	}
	seen[id] = true
}

const mm = measure.Millimetre

func (r *resolver) setRules() {
	d, u := r.doc, r.doc.Units
	rules := job.Rules{}
	if d.Rules != nil {
		rules = *d.Rules
	}
	in := measure.Inch
	r.rules = framing.Rules{
		Units:  u,
		Mark:   r.within("mark", d.Mark, u.Pick(in/16, mm), mm/10, u.Pick(in, 20*mm)),
		Fit:    r.within("rules.fit", rules.Fit, u.Pick(in/16, 2*mm), 0, u.Pick(2*in, 50*mm)),
		Hold:   r.within("rules.hold", rules.Hold, u.Pick(3*in/16, 5*mm), mm/10, u.Pick(12*in, 300*mm)),
		Lap:    r.within("rules.lap", rules.Lap, u.Pick(24*in, 600*mm), 0, u.Pick(240*in, 6000*mm)),
		TiltUp: rules.Method == "tilt-up",
	}
	r.word("rules.method", rules.Method, "in-place", "tilt-up")
	r.word("rules.floor", rules.Floor, "timber", "concrete")
	r.concrete = rules.Floor == "concrete"
	r.rules.Concrete = r.concrete
	r.kerf = r.within("rules.kerf", rules.Kerf, u.Pick(in/8, 3*mm), 0, u.Pick(in/2, 12*mm))
	r.board = r.within("rules.board", rules.Board, u.Pick(in/2, 25*mm/2), 0, u.Pick(4*in, 100*mm))
	r.rules.Floor, r.rules.Ceiling = r.anchor("rules.fixFloor", rules.FixFloor), r.anchor("rules.fixCeiling", rules.FixCeiling)
	r.spacing = r.within("rules.spacing", rules.Spacing, u.Pick(16*in, 600*mm), u.Pick(4*in, 100*mm), u.Pick(96*in, 2400*mm))
}

// word holds a field to its list: the reader has done so for documents from
// outside, not for those that an edit made.
func (r *resolver) word(path, text string, words ...string) {
	if text == "" {
		return
	}
	for _, w := range words {
		if text == w {
			return
		}
	}
	r.faults.Add(path, "%q: write one of %v", text, words)
}

func (r *resolver) setLumber() {
	seen := map[string]bool{}
	u := r.doc.Units
	for i, l := range r.doc.Lumber {
		path := fmt.Sprintf("lumber[%d]", i)
		r.id(path+".id", l.ID, seen, 64)
		lumber := &wood.Lumber{ID: l.ID, Treated: l.Treated, Track: l.Track}
		low, high := u.Pick(measure.Inch/4, 5*mm), u.Pick(24*measure.Inch, 600*mm)
		thin := low
		if l.Track {
			thin = mm / 10 // its metal
		}
		if l.Thickness == "" || l.Depth == "" {
			r.faults.Add(path, "thickness and depth must be given, as measured on one piece")
		}
		lumber.Thickness = r.within(path+".thickness", l.Thickness, thin, thin, high)
		lumber.Depth = r.within(path+".depth", l.Depth, low, low, high)
		stock := l.Stock
		if stock == nil {
			stock = []string{"96 in", "120 in", "144 in", "192 in"}
			if u == measure.Metric {
				stock = []string{"2400 mm", "3000 mm", "3600 mm", "4800 mm"}
			}
		}
		if len(stock) == 0 || len(stock) > 50 {
			r.faults.Add(path+".stock", "%d lengths: give 1 to 50", len(stock))
		}
		for k, s := range stock {
			at := fmt.Sprintf("%s.stock[%d]", path, k)
			if s == "" {
				r.faults.Add(at, "empty: give a length")
				continue
			}
			lumber.Stock = insert(lumber.Stock, r.within(at, s, 12*measure.Inch, u.Pick(12*measure.Inch, 300*mm), 30*measure.Metre))
		}
		r.lumber = append(r.lumber, lumber)
		r.byID[l.ID] = lumber
	}
}

// insert keeps stock lengths rising and each once.
func insert(stock []measure.Length, l measure.Length) []measure.Length {
	var out []measure.Length
	for _, s := range stock {
		if s == l {
			return stock
		}
		if s > l && (len(out) == 0 || out[len(out)-1] < l) {
			out = append(out, l)
		}
		out = append(out, s)
	}
	if len(out) == len(stock) {
		out = append(out, l)
	}
	return out
}

func (r *resolver) wood(path, id string) *wood.Lumber {
	l := r.byID[id]
	if l == nil {
		r.faults.Add(path, "%q is no lumber of this job: add it under lumber or name one that is there", id)
	}
	return l
}

// point reads a place on the plan that is given by x and y.
func (r *resolver) point(path string, p job.Place) (x, y measure.Length, ok bool) {
	if p.Wall != "" || p.Station != "" {
		r.faults.Add(path, "give x and y here, not a wall and station")
		return 0, 0, false
	}
	x, okX := r.must(path+".x", p.X)
	y, okY := r.must(path+".y", p.Y)
	if !okX || !okY {
		return 0, 0, false
	}
	if x.Abs() > measure.Metre*1000 || y.Abs() > measure.Metre*1000 {
		r.faults.Add(path, "more than 1 km off the plan's origin")
		return 0, 0, false
	}
	return x, y, true
}

func dot(x, y measure.Length) geo.Point {
	return geo.Point{X: x.Millimetres(), Y: y.Millimetres()}
}

// distance between two exact places: exact along an axis, else brought to a
// length that can be written short.
func (r *resolver) distance(x1, y1, x2, y2 measure.Length) measure.Length {
	dx, dy := x2-x1, y2-y1
	switch {
	case dx == 0:
		return dy.Abs()
	case dy == 0:
		return dx.Abs()
	}
	return r.doc.Units.Estimate(math.Hypot(dx.Millimetres(), dy.Millimetres()))
}

// AllFaults adds to the faults of a document's shape those of its meaning that
// lie elsewhere, so that all are seen at once.
func AllFaults(d job.Document, shape job.Faults) job.Faults {
	all := append(job.Faults(nil), shape...)
	at := map[string]bool{}
	for _, f := range shape {
		if f.Path == "$" {
			return all // nothing was read
		}
		at[f.Path] = true
	}
	for _, f := range Check(d) {
		if !at[f.Path] && !under(f.Path, at) {
			all = append(all, f)
		}
	}
	return all
}

// under says whether a fault lies in or around something already faulty.
func under(path string, at map[string]bool) bool {
	for known := range at {
		if len(known) < len(path) && path[:len(known)] == known || len(path) < len(known) && known[:len(path)] == path {
			return true
		}
	}
	return false
}
