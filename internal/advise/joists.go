package advise

import (
	"math"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/line"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/survey"
	"homalos/internal/words"
	"homalos/internal/work"
)

// joists offers what can be done where the plates find no joist.
func (a *adviser) joists() {
	w := a.w.Wall
	for i, lie := range a.w.Against {
		word := []string{"floor", "ceiling"}[i]
		text, fix := lie.Said(a.Rules)
		glued := lie.Anchor.Means().Bead || lie.Anchor.Glued
		if glued && (lie.Lie == framing.NoJoist || len(lie.Bare) > 0) {
			fix = a.Rules.Tell(words.ItIsGluedThere)
		}
		if fix != "" {
			level := "note"
			if !glued && (lie.Lie == framing.NoJoist || len(lie.Bare) > 0) {
				level = "warn"
			}
			to := a.tell("joists", level, "", text+" "+fix)
			// no farther than a usual bay: else it is another wall
			if lie.Beside && lie.Nearest.Abs() <= a.Rules.Units.Pick(24*measure.Inch, 600*measure.Millimetre) && (lie.Lie == framing.Between || lie.Lie == framing.NoJoist) {
				ux, uy := (w.To.X-w.From.X)/w.From.Distance(w.To), (w.To.Y-w.From.Y)/w.From.Distance(w.To)
				off := lie.Nearest.Millimetres()
				a.shift(to, "under-"+word, a.Rules.Tell(words.MoveToJoistBeside, word), geo.Point{X: -uy * off, Y: ux * off})
			}
			if (lie.Lie == framing.NoJoist || len(lie.Bare) > 0) && !glued {
				a.glue(to, word)
			}
		}
		if len(lie.Short) > 0 && !glued {
			to := a.tell("short-stub", "warn", a.Rules.Units.Write(lie.Short[0][0]), work.ShortSaid(a.Site, lie.Short[0]))
			a.fixing(to, "bead-"+word, a.Rules.Tell(words.ABeadOfAdhesiveToo), lie, func(f *job.Fixing) { f.Bead = true })
		}
		if lie.Anchor.Length > 0 && lie.Bite <= 0 && !lie.Anchor.Means().Bead {
			with, _ := lie.With(a.Rules)
			to := a.tell("short-fixing", "warn", "", a.Rules.Tell(words.OnThe, word, with))
			needs := lie.Needs
			a.fixing(to, "longer-"+word, a.Rules.Tell(words.TakeThemOf, needs), lie, func(f *job.Fixing) { f.Length = job.Exactly(needs, a.Rules.Units) })
		}
	}
}

// fixing offers to change what a plate of this wall is fixed with, as it is now.
func (a *adviser) fixing(to *Advice, id, text string, lie framing.Against, do func(f *job.Fixing)) {
	u, now := a.Rules.Units, lie.Anchor
	a.offer(to, id, text, func(w *job.Wall) {
		at := &w.FixFloor
		if lie.Of == survey.Ceiling {
			at = &w.FixCeiling
		}
		f := job.Fixing{By: now.By, Cure: now.Cure, Bead: now.Glued}
		if now.Length > 0 {
			f.Length = job.Exactly(now.Length, u)
		}
		if now.Step != a.Rules.UsualStep(now.By) {
			f.Step = job.Exactly(now.Step, u)
		}
		do(&f)
		*at = &f
	})
}

func (a *adviser) glue(to *Advice, word string) {
	a.offer(to, "glue-"+word, a.Rules.Tell(words.UseAdhesiveAlongPlate), func(w *job.Wall) {
		if word == "floor" {
			w.FixFloor = &job.Fixing{By: "adhesive"}
		} else {
			w.FixCeiling = &job.Fixing{By: "adhesive"}
		}
	})
}

// shift offers to move a line by a step on the plan, where its relation has a
// distance that does it, or where it is given by its two ends.
func (a *adviser) shift(to *Advice, id, text string, by geo.Point) {
	if a.l == nil {
		a.shiftEnds(to, id, text, by)
		return
	}
	d, rel := a.l.Doc.Line, a.l.Relation
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
	u := a.Rules.Units
	step := u.Estimate((by.X*nx + by.Y*ny) / each).Nearest(a.Rules.Mark)
	at, err := d.At.In(u)
	if err != nil || step == 0 || at+step < 0 {
		return
	}
	end, hasEnd := measure.Length(0), d.AtEnd.Given()
	if hasEnd {
		if end, err = d.AtEnd.In(u); err != nil {
			return
		}
	}
	move := func(w *job.Wall) {
		w.Line.At = job.Exactly(at+step, u)
		if hasEnd {
			w.Line.AtEnd = job.Exactly(end+step, u)
		}
	}
	if a.stands(move) {
		a.offer(to, id, a.Rules.Tell(words.FromThis, text, words.Exact(at), words.Exact(at+step)), move)
	}
}

// stands says whether the job can still be built with this wall changed: where
// others go by it, or it has doors that may fall off it, that is tried.
func (a *adviser) stands(change func(w *job.Wall)) bool {
	name := a.w.Wall.ID
	alone := len(a.w.Wall.Openings) == 0
	for _, w := range a.Doc.Walls {
		if w.ID == name || w.Line == nil {
			continue
		}
		l := w.Line
		faces := []string{l.Face, l.And}
		for _, e := range []*job.LineEnd{l.Start, l.Stop} {
			if e != nil {
				faces = append(faces, e.Face)
			}
		}
		for _, f := range l.Also {
			faces = append(faces, f.Face)
		}
		alone = alone && !slices.ContainsFunc(faces, func(f string) bool { return a.FaceRef(f).Wall == name })
	}
	if alone && len(a.l.Doc.Line.Also) == 0 {
		return true
	}
	return a.works(change)
}

// works says whether the job can still be built with this wall changed, by trying
// it: for what is offered seldom.
func (a *adviser) works(change func(w *job.Wall)) bool {
	after := site.Bare(a.Doc)
	if w := job.WallIn(&after, a.w.Wall.ID); w != nil {
		change(w)
	}
	return len(site.Check(after)) == 0
}

// shiftEnds moves a wall that is given by its two ends, square to itself.
func (a *adviser) shiftEnds(to *Advice, id, text string, by geo.Point) {
	w, u := a.w.Wall, a.Rules.Units
	long := w.From.Distance(w.To)
	nx, ny := -(w.To.Y-w.From.Y)/long, (w.To.X-w.From.X)/long
	step := u.Estimate(by.X*nx + by.Y*ny).Nearest(a.Rules.Mark)
	if step == 0 {
		return
	}
	side := "left"
	if step < 0 {
		side = "right"
	}
	dx, dy := nx*step.Millimetres(), ny*step.Millimetres()
	from, end := site.Placed(geo.Point{X: w.From.X + dx, Y: w.From.Y + dy}, u), site.Placed(geo.Point{X: w.To.X + dx, Y: w.To.Y + dy}, u)
	a.offer(to, id, a.Rules.Tell(words.ToThe, text, words.Exact(step.Abs()), side), func(w *job.Wall) { w.From, w.To = from, end })
}
