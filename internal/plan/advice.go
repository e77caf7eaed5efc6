package plan

import (
	"fmt"
	"math"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/line"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// Advice is something to decide about a wall's line, with what can be done
// about it.
type Advice struct {
	Code  string `json:"code" doc:"taper, closing, corner, behind, joists, short-stub, walls-cross, hook, pending, covers-opening, open-corner, short-fixing, and codes of findings"`
	Level string `json:"level" enum:"stop,warn,note"`
	At    string `json:"at,omitempty" doc:"Station."`
	End   string `json:"end,omitempty" enum:"start,end" doc:"The end of the wall it is about, where that meets something."`
	Text  string `json:"text"`
	Fixes []Fix  `json:"fixes" nullable:"false"`
}

// Fix is one thing that can be done at a touch, and taken back.
type Fix struct {
	ID   string `json:"id" doc:"What it is applied by, in this plan."`
	Text string `json:"text"`
}

// ApplyFix is the job with one of its plan's fixes done. The error is the
// job.Faults of what comes out, or says that the plan offers no such fix.
func ApplyFix(d job.Document, wall, fix string) (job.Document, error) {
	p, err := Compute(d)
	if err != nil {
		return d, err
	}
	do := p.remedies[wall+"/"+fix]
	if do == nil {
		var faults job.Faults
		faults.Add("fix", "%q isn't offered for wall %s any more: look again at what is", fix, wall)
		return d, faults
	}
	out := job.Copy(d)
	do(&out)
	KeepPlaces(d, &out)
	if faults := Check(out); len(faults) > 0 {
		return d, faults
	}
	return out, nil
}

// adviser collects a wall's advice and what its fixes do.
type adviser struct {
	*setup
	plan *Plan
	wall *Wall
	f    *framing.Framed
	l    *lined
	out  []Advice
}

// advise writes what to decide about each wall's line.
func (s *setup) advise(p *Plan, framed []*framing.Framed) {
	p.remedies = map[string]func(*job.Document){}
	for i, f := range framed {
		a := &adviser{setup: s, plan: p, wall: &p.Walls[i], f: f, l: s.lines[f.Wall.ID], out: []Advice{}}
		a.crossed()
		a.openCorners()
		a.covers()
		a.taper()
		a.closing()
		a.meetings(framed)
		a.joists()
		a.wood()
		a.hooked()
		a.pending()
		a.wall.Advice = a.out
	}
}

func (a *adviser) say(code, level, at, text string) *Advice {
	a.out = append(a.out, Advice{Code: code, Level: level, At: at, Text: text, Fixes: []Fix{}})
	return &a.out[len(a.out)-1]
}

// offer adds a fix that changes this wall.
func (a *adviser) offer(to *Advice, id, text string, do func(w *job.Wall)) {
	name := a.f.Wall.ID
	a.offerAll(to, id, text, func(d *job.Document) {
		if w := wallIn(d, name); w != nil {
			do(w)
		}
	})
}

func (a *adviser) offerAll(to *Advice, id, text string, do func(d *job.Document)) {
	to.Fixes = append(to.Fixes, Fix{id, text})
	a.plan.remedies[a.f.Wall.ID+"/"+id] = do
}

func wallIn(d *job.Document, id string) *job.Wall {
	for i := range d.Walls {
		if d.Walls[i].ID == id {
			return &d.Walls[i]
		}
	}
	return nil
}

func (a *adviser) taper() {
	if a.l == nil || a.l.taper == 0 {
		return
	}
	now := a.l.doc.Line.Follow
	if now == "" {
		now = "both"
	}
	follows := map[string]string{"both": "both distances", "start": "the first distance", "end": "the far distance"}
	more := "more"
	if a.l.taper < 0 {
		more = "less"
	}
	to := a.say("taper", "note", "", fmt.Sprintf("Taper: the far end was measured %s %s. It follows %s.", a.sayMM(math.Abs(a.l.taper)), more, follows[now]))
	for _, f := range []string{"both", "start", "end"} {
		if f != now {
			a.offer(to, "follow-"+f, "Follow "+follows[f], func(w *job.Wall) { w.Line.Follow = f })
		}
	}
}

// closingError is how far a leg's end lies from what it should come out at:
// what is still wanted along it, and how far that lies to its left, in mm.
func (s *setup) closingError(l *lined) (along, left float64, on string, ok bool) {
	if l == nil || l.doc.Line.Closes == nil {
		return 0, 0, "", false
	}
	c := l.doc.Line.Closes
	ux, uy := l.ray.UX, l.ray.UY
	if c.Corner != "" {
		i, known := s.cornerOf[c.Corner]
		if !known || i >= len(s.solved().Corners) {
			return 0, 0, "", false
		}
		p := s.solved().Corners[i].At
		return (p.X-l.end.X)*ux + (p.Y-l.end.Y)*uy, ux*(p.Y-l.end.Y) - uy*(p.X-l.end.X), "corner " + c.Corner, true
	}
	if l.closes == nil {
		return 0, 0, "", false
	}
	t, err := line.Ray{At: l.end, UX: ux, UY: uy}.Meets(l.closes)
	return t, 0, c.Face, err == nil
}

func (a *adviser) closing() {
	along, left, on, ok := a.closingError(a.l)
	if !ok {
		return
	}
	mark := a.rules.Mark.Millimetres()
	text := fmt.Sprintf("The zigzag closes on %s.", on)
	level := "note"
	if math.Abs(along) >= mark/2 || math.Abs(left) >= mark/2 {
		level = "warn"
		var off []string
		if math.Abs(along) >= mark/2 {
			off = append(off, fmt.Sprintf("%s %s", a.sayMM(math.Abs(along)), map[bool]string{true: "short", false: "too long"}[along > 0]))
		}
		if math.Abs(left) >= mark/2 {
			off = append(off, fmt.Sprintf("%s to the %s of it", a.sayMM(math.Abs(left)), map[bool]string{true: "right", false: "left"}[left > 0]))
		}
		text = fmt.Sprintf("Closing error on %s: %s", on, strings.Join(off, ", and "))
		text += ". Measure the legs again before trusting either."
	}
	to := a.say("closing", level, a.wall.Length, text)
	if by := a.rules.Units.Estimate(along).Nearest(a.rules.Mark); by != 0 && math.Abs(left) < 25 && len(a.l.doc.Line.Parts) > 0 {
		u := a.rules.Units
		word := "longer"
		if by < 0 {
			word = "shorter"
		}
		a.offer(to, "close", fmt.Sprintf("Make this leg %s %s, so that it closes", u.Say(by.Abs(), 0), word), func(w *job.Wall) {
			w.Line.Parts = append(w.Line.Parts, job.Part{What: "to close on " + on, Length: u.Write(by)})
		})
	}
}

// shift offers to move a line by a step on the plan, where its relation has a
// distance that does it, or where it is given by its two ends.
func (a *adviser) shift(to *Advice, id, text string, by survey.Point) {
	if a.l == nil {
		a.shiftEnds(to, id, text, by)
		return
	}
	d, rel := a.l.doc.Line, a.l.relation
	if rel.Kind != line.Parallel && rel.Kind != line.Square && rel.Kind != line.Clear {
		return
	}
	moved := rel
	moved.At++
	moved.AtEnd++
	one, err1 := rel.Lay()
	two, err2 := moved.Lay()
	if err1 != nil || err2 != nil {
		return
	}
	nx, ny := -one.UY, one.UX
	each := (two.At.X-one.At.X)*nx + (two.At.Y-one.At.Y)*ny
	if math.Abs(each) < 0.2 {
		return
	}
	u := a.rules.Units
	step := u.Estimate((by.X*nx + by.Y*ny) / each).Nearest(a.rules.Mark)
	at, err := measure.Read(d.At, u)
	if err != nil || step == 0 || at+step < 0 {
		return
	}
	end, hasEnd := measure.Length(0), d.AtEnd != ""
	if hasEnd {
		if end, err = measure.Read(d.AtEnd, u); err != nil {
			return
		}
	}
	a.offer(to, id, fmt.Sprintf("%s (%s → %s)", text, u.Say(at, 0), u.Say(at+step, 0)), func(w *job.Wall) {
		w.Line.At = u.Write(at + step)
		if hasEnd {
			w.Line.AtEnd = u.Write(end + step)
		}
	})
}

// shiftEnds moves a wall that is given by its two ends, square to itself.
func (a *adviser) shiftEnds(to *Advice, id, text string, by survey.Point) {
	w, u := a.f.Wall, a.rules.Units
	long := w.From.Distance(w.To)
	nx, ny := -(w.To.Y-w.From.Y)/long, (w.To.X-w.From.X)/long
	step := u.Estimate(by.X*nx + by.Y*ny).Nearest(a.rules.Mark)
	if step == 0 {
		return
	}
	side := "left"
	if step < 0 {
		side = "right"
	}
	place := func(p survey.Point) job.Place {
		return job.Place{X: u.Write(u.Estimate(p.X + nx*step.Millimetres())), Y: u.Write(u.Estimate(p.Y + ny*step.Millimetres()))}
	}
	from, end := place(w.From), place(w.To)
	a.offer(to, id, fmt.Sprintf("%s (%s to the %s)", text, u.Say(step.Abs(), 0), side), func(w *job.Wall) { w.From, w.To = from, end })
}

// longer offers sticks as long as the whole plate, where no joint of it finds
// a stud: up to the longest that a yard usually has.
func (a *adviser) longer(to *Advice) {
	w, u := a.f.Wall, a.rules.Units
	step, most := u.Pick(24*measure.Inch, 300*mm), u.Pick(20*12*measure.Inch, 6000*mm)
	for _, l := range append(append([]*framing.Lumber{}, w.Bottom...), w.Top...) {
		long := w.Length.Up(step)
		id := "longer-" + l.ID
		if l.Longest() >= w.Length || long > most || a.plan.remedies[w.ID+"/"+id] != nil || !strings.Contains(to.Text, "The "+l.ID+" plate") {
			continue
		}
		var stock []string // with those that hold where none are given
		for _, s := range append(l.Stock[:len(l.Stock):len(l.Stock)], long) {
			stock = append(stock, u.Write(s))
		}
		a.offerAll(to, id, fmt.Sprintf("Have %s brought in sticks of %s", l.ID, u.Say(long, 0)), func(d *job.Document) {
			for i := range d.Lumber {
				if d.Lumber[i].ID == l.ID {
					d.Lumber[i].Stock = stock
				}
			}
		})
	}
}

// joists offers what can be done where the plates find no joist.
func (a *adviser) joists() {
	w := a.f.Wall
	for i, lie := range framing.Lies(a.f, a.rules, a.found()) {
		word := []string{"floor", "ceiling"}[i]
		text, fix := lie.Said(a.rules)
		if fix != "" {
			level := "note"
			if lie.Lie == framing.NoJoist || len(lie.Bare) > 0 {
				level = "warn"
			}
			to := a.say("joists", level, "", text+" "+fix)
			if lie.Beside && (lie.Lie == framing.Between || lie.Lie == framing.NoJoist) {
				ux, uy := (w.To.X-w.From.X)/w.From.Distance(w.To), (w.To.Y-w.From.Y)/w.From.Distance(w.To)
				off := lie.Nearest.Millimetres()
				a.shift(to, "under-"+word, fmt.Sprintf("Move it to the %s joist beside it", word), survey.Point{X: -uy * off, Y: ux * off})
			}
			if (lie.Lie == framing.NoJoist || len(lie.Bare) > 0) && lie.Anchor.By != "adhesive" {
				a.glue(to, word)
			}
		}
		if len(lie.Short) > 0 {
			to := a.say("short-stub", "warn", a.rules.Units.Write(lie.Short[0][0]), a.wall.Against[i].Short[0].Text)
			if lie.Anchor.By != "adhesive" {
				a.glue(to, word)
			}
		}
		if lie.Anchor.Length > 0 && lie.Bite <= 0 {
			a.say("short-fixing", "warn", "", fmt.Sprintf("On the %s: %s", word, a.wall.Against[i].Heed))
		}
	}
}

func (a *adviser) glue(to *Advice, word string) {
	a.offer(to, "glue-"+word, "Use adhesive along that plate", func(w *job.Wall) {
		if word == "floor" {
			w.FixFloor = &job.Fixing{By: "adhesive"}
		} else {
			w.FixCeiling = &job.Fixing{By: "adhesive"}
		}
	})
}

// asWell are findings of the wood that where a line goes decides.
var asWell = map[string]bool{
	"meets-opening": true, "nothing-behind": true, "no-room-for-nailer": true, "little-nailing": true, "ladder-waits": true, "plate-joint": true,
	"plate-depth": true, "step": true, "no-drill": true, "bad-floor": true, "pipe-in-plate": true, "obstruction-across": true, "stud-in-the-lean": true,
}

// wood brings those findings, and offers plates as deep as the studs.
func (a *adviser) wood() {
	for _, f := range a.wall.Findings {
		if !asWell[f.Code] {
			continue
		}
		to := a.say(f.Code, f.Level, f.At, f.Text+" "+f.Fix)
		switch f.Code {
		case "plate-depth":
			a.plates(to)
		case "plate-joint":
			a.longer(to)
		}
	}
}

// plates offers plates of the studs' own lumber, and of a treated one as deep
// where the lowest is treated.
func (a *adviser) plates(to *Advice) {
	for _, f := range to.Fixes {
		if f.ID == "plates" {
			return
		}
	}
	w := a.f.Wall
	low := w.Lumber.ID
	if w.Bottom[0].Treated {
		low = ""
		for _, l := range a.lumber {
			if l.Treated && l.Depth == w.Lumber.Depth {
				low = l.ID
			}
		}
	}
	if low == "" || a.plan.remedies[w.ID+"/plates"] != nil {
		return
	}
	a.offer(to, "plates", fmt.Sprintf("Take plates of %s", w.Lumber.ID), func(x *job.Wall) {
		for i := range x.Top {
			x.Top[i] = w.Lumber.ID
		}
		for i := range x.Bottom {
			x.Bottom[i] = w.Lumber.ID
		}
		if len(x.Bottom) > 0 {
			x.Bottom[0] = low
		}
	})
}

// hooked brings the fix of a pipe in a stud's place to where the line is said.
func (a *adviser) hooked() {
	for _, f := range a.wall.Findings {
		if f.Apply == string(framing.HookOtherEnd) {
			to := a.say("hook", "stop", f.At, f.Text)
			a.offer(to, "hook", f.Fix, func(w *job.Wall) {
				if w.Layout == nil {
					w.Layout = &job.Layout{}
				}
				w.Layout.From = map[bool]string{true: "start", false: "end"}[w.Layout.From == "end"]
			})
		}
	}
}

func (a *adviser) pending() {
	for i, p := range a.f.Wall.Pending {
		to := a.say("pending", "stop", a.rules.Units.Write(p.From), fmt.Sprintf("From %s to %s it waits: %s.", a.setup.say(p.From), a.setup.say(p.To), p.What))
		a.offer(to, fmt.Sprintf("done-%d", i+1), "That is done: take the stretch off", func(w *job.Wall) {
			w.Pending = append(w.Pending[:i:i], w.Pending[i+1:]...)
		})
	}
}

// covers tells of a furring before a door or window that is there.
func (a *adviser) covers() {
	if a.l == nil || a.l.relation.Kind != line.Furring {
		return
	}
	for _, e := range a.existingWalls {
		if e.ID != a.l.doc.Line.Face {
			continue
		}
		for _, h := range e.openings {
			if len(a.f.Wall.Openings) == 0 {
				a.say("covers-opening", "warn", "", fmt.Sprintf("It stands before the %s at %s to %s: frame an opening in it there, or close that one.", h.what, a.setup.say(h.from), a.setup.say(h.to)))
			}
		}
	}
}
