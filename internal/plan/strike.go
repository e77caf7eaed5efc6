package plan

import (
	"math"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/line"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/words"
	"homalos/internal/work"
)

// asItWasSaid are the first steps of a snap sheet: the relation's own, where the
// faces it goes by can be reached from where the line lies. False: they can't, and
// arcs are swung. Source: usual practice (the work, step 3).
func (s *writer) asItWasSaid(out *WallLine, w *framing.Wall, add func(do, value string, sum ...work.Line)) bool {
	l := s.Lines[w.ID]
	if l == nil {
		return false
	}
	d, rel := *l.Doc.Line, l.Relation
	switch rel.Kind {
	case line.Parallel, line.Clear, line.Furring, line.InLine, line.Centred:
		return s.offBothEnds(out, w, d, rel, add)
	case line.Square:
		f := rel.Face
		_, _, long := f.Unit()
		if rel.At < 0 || rel.At > long {
			return false
		}
		from := s.faceEnd(f, false)
		mark := "the " + w.EndName(false)
		if math.Abs(f.Out(w.From)) > site.NearHand { // it begins farther out
			mark = s.Rules.Tell(words.AlongSLine, w.ID)
		}
		add(s.Rules.Tell(words.AlongMark, f.Of.String(), from, mark), d.At.Said(s.Rules.Units), work.Line{What: s.Rules.Tell(words.AsSaid, out.Said), Value: s.WriteMM(rel.At)})
		s.squareOff(f.Of.String(), w.ID, math.Max(rel.At, long-rel.At), math.Max(f.Out(w.To), w.Length.Millimetres()), rel.Degrees, add)
		return true
	case line.Leg:
		if rel.Face == nil {
			return false
		}
		long := rel.Face.From.Distance(rel.Face.To)
		add(s.Rules.Tell(words.GoOnFromTheLeg, d.Face, w.EndName(false)), "")
		s.squareOff(d.Face, w.ID, long, w.Length.Millimetres(), rel.Degrees, add)
		return true
	case line.Through:
		for i, m := range d.Marks {
			add(s.Rules.Tell(words.MarkAcrossUp, i+1, m.X.Said(s.Rules.Units), m.Y.Said(s.Rules.Units)), "")
		}
		return len(s.Corners) < 3
	}
	return false
}

// offBothEnds marks the line off the face it goes by, near both its ends.
func (s *writer) offBothEnds(out *WallLine, w *framing.Wall, d job.Line, rel line.Relation, add func(do, value string, sum ...work.Line)) bool {
	f := rel.Face
	ux, uy, long := f.Unit()
	// what of the face lies beside the line
	a, b := f.Along(w.From), f.Along(w.To)
	back := a > b
	if back {
		a, b = b, a
	}
	low, high := math.Max(a, 0), math.Min(b, long)
	near := s.Rules.Units.Pick(12*measure.Inch, 300*measure.Millimetre).Millimetres()
	if high-low < near {
		return false
	}
	turn := (w.To.X-w.From.X)*ux + (w.To.Y-w.From.Y)*uy
	for i, at := range []float64{low, high} {
		stop := (i == 1) != back
		end := w.From
		// where a line square off the face there meets the new one
		if math.Abs(turn) > 1 {
			k := (at - f.Along(w.From)) / turn * w.From.Distance(w.To)
			end = geo.Point{X: w.From.X + (w.To.X-w.From.X)*k/w.From.Distance(w.To), Y: w.From.Y + (w.To.Y-w.From.Y)*k/w.From.Distance(w.To)}
		}
		off := f.Out(end)
		face := f.Of.String()
		switch {
		case rel.Kind == line.Centred:
			add(s.Rules.Tell(words.HalfwayBetween, face, d.And, w.EndName(stop)), s.SayMM(off), s.outBy(out, spot{at: end}, f)...)
		case off < 0:
			add(s.Rules.Tell(words.BehindFaceMark, face, w.EndName(stop)), s.SayMM(-off), work.Line{What: s.Rules.Tell(words.AsSaid, out.Said), Value: s.WriteMM(-off)})
		case off >= 0 && len(s.Corners) < 3 && i == 0:
			// no corner to hook on: where along the face it begins is said too
			along := math.Max(0, f.Along(end))
			add(s.Rules.Tell(words.OffFaceMark, face, w.EndName(stop)), s.SayMM(off), s.outBy(out, spot{at: end}, f)...)
			add(s.Rules.Tell(words.AlongItStands, face, s.faceEnd(f, false), w.EndName(stop)), s.SayMM(along), work.Line{What: "along " + s.Rules.Tell(words.AlongSLine, face), Value: s.WriteMM(along)})
		default:
			add(s.Rules.Tell(words.OffFaceMark, face, w.EndName(stop)), s.SayMM(off), s.outBy(out, spot{at: end}, f)...)
		}
	}
	return true
}

// faceEnd is what an end of a face is called: its corner, or the end of the new
// wall it is of.
func (s *writer) faceEnd(f *geo.Face, stop bool) string {
	p := f.From
	if stop {
		p = f.To
	}
	for i, c := range s.Solved().Corners {
		if c.At.Distance(p) < 1 {
			return s.Rules.Tell(words.CornerCalled, s.Corners[i].ID)
		}
	}
	for _, w := range s.Walls {
		if w.Wall.ID == f.Of.Wall {
			return s.Rules.Tell(words.ItsEnd, w.Wall.EndName(stop))
		}
	}
	return s.Rules.Tell(words.ItsFirstEnd)
}

// squareOff gives the largest 3-4-5 that fits on what there is of both lines: a
// framing square drifts. Legs are whole inches, or tens of millimetres.
func (s *writer) squareOff(one, other string, along, far, degrees float64, add func(do, value string, sum ...work.Line)) {
	if degrees != 0 && degrees != 90 {
		return
	}
	short, long, ok := threeFour(along, far, s.Rules.Units)
	if !ok {
		return
	}
	hyp := measure.FromMillimetres(math.Hypot(short.Millimetres(), long.Millimetres()))
	add(s.Rules.Tell(words.CheckSquare, short, one, long, other), s.Rules.Units.Say(hyp.Nearest(s.Rules.Mark), 0),
		work.Line{What: s.Rules.Tell(words.Hypotenuse, words.Exact(short), words.Exact(long)), Value: s.Rules.Units.Write(hyp)})
}

// threeFour are the legs of the largest 3-4-5 that fits: along the first line and
// along the second, mm.
func threeFour(a, b float64, u measure.System) (first, second measure.Length, ok bool) {
	step := u.Pick(measure.Inch, 10*measure.Millimetre)
	unit := func(three, four float64) measure.Length {
		return measure.FromMillimetres(math.Min(three/3, four/4)).Down(step)
	}
	k, turned := unit(a, b), false
	if other := unit(b, a); other > k {
		k, turned = other, true
	}
	if k < 4*step {
		return 0, 0, false
	}
	if turned {
		return 4 * k, 3 * k, true
	}
	return 3 * k, 4 * k, true
}

// squareCorners gives the 3-4-5 of each end that comes square to another new
// wall: an L or a T.
func (s *writer) squareCorners(w *framing.Wall, add func(do, value string, sum ...work.Line)) {
	if l := s.Lines[w.ID]; l != nil && (l.Relation.Kind == line.Square || l.Relation.Kind == line.Leg) {
		return // given where it is squared off
	}
	for _, m := range s.Meets {
		if m.Wall == w && m.Other != nil && site.Squared(m) {
			long := m.Other.Length.Millimetres()
			s.squareOff(m.Other.ID, w.ID, math.Max(m.From, long-m.To), w.Length.Millimetres(), 0, add)
		}
	}
}
