package advise

import (
	"math"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/wood"
	"homalos/internal/words"
	"homalos/internal/work"
)

// meetings offers the styles of each corner, and who runs past.
func (a *adviser) meetings() {
	for _, m := range a.w.Meetings {
		if m.Existing != nil {
			a.behind(m)
			continue
		}
		level := "note"
		text := m.Text + " " + m.Fix
		if m.Heights != "" {
			text += " " + m.Heights + "."
		}
		to := a.tell("corner", level, "", text)
		to.End = m.End()
		for _, style := range []framing.Style{framing.FlatNailer, framing.Ladder, framing.Scrap, framing.EndStuds, framing.Serves} {
			corner := m.Joined.Corner
			if style == m.Joined.Style || style == framing.EndStuds && !corner || style == framing.Serves && (corner || !a.serves(m)) || style == framing.Ladder && corner {
				continue
			}
			a.offer(to, "style-"+m.End()+"-"+string(style), "Take "+a.Rules.Tell(work.StyleSaid[style]), func(w *job.Wall) { endOf(w, m.End()).Style = string(style) })
		}
		if len(m.Wall.Top) == 2 && len(m.Other.Top) == 2 && m.At().Bevel == 0 {
			if m.Lap {
				a.offer(to, "tie-"+m.End()+"-strap", a.Rules.Tell(words.CutAllPlatesAlikeStrap), func(w *job.Wall) { endOf(w, m.End()).Tie = "strap" })
			} else {
				a.offer(to, "tie-"+m.End()+"-lap", a.Rules.Tell(words.LetSecondPlateLap, m.Other.ID), func(w *job.Wall) { endOf(w, m.End()).Tie = "lap" })
			}
		}
		a.past(to, m)
	}
}

// serves says whether a stud of the wall it butts stands behind the line.
func (a *adviser) serves(m work.Meeting) bool {
	for _, x := range a.Wall(m.Other).Members {
		if x.Kind == wood.Stud && x.From.Millimetres() >= m.From-0.1 && x.To.Millimetres() <= m.To+0.1 {
			return true
		}
	}
	return false
}

// endOf is a wall's choices for one end, made if there are none.
func endOf(w *job.Wall, end string) *job.WallEnd {
	for i := range w.Ends {
		if w.Ends[i].End == end {
			return &w.Ends[i]
		}
	}
	w.Ends = append(w.Ends, job.WallEnd{End: end})
	return &w.Ends[len(w.Ends)-1]
}

func lineEndOf(l *job.Line, stop bool) **job.LineEnd {
	if stop {
		return &l.Stop
	}
	return &l.Start
}

// past offers to have the butting wall run past instead: both ends change
// together, so that the corner stays where it is.
func (a *adviser) past(to *Advice, m work.Meeting) {
	o := a.Lines[m.Other.ID]
	if !m.Joined.Corner || a.l == nil || o == nil || len(a.l.Doc.Line.Parts) > 0 && (a.l.Doc.Line.From == "stop") != m.Stop {
		return
	}
	// which end of the other one is at this corner
	stop := m.From+m.To > m.Other.Length.Millimetres()
	if len(o.Doc.Line.Parts) > 0 && (o.Doc.Line.From == "stop") != stop || m.At().Bevel != 0 {
		return // its length is given: taking it away is not for a touch
	}
	// the face of this wall that the other one comes up to
	faces := site.FacesOf(m.Wall)
	middle := m.Other.At(m.Other.Length / 2)
	near := faces[0].Of.String()
	if faces[1].Out(middle) > faces[0].Out(middle) || faces[0].Out(middle) < 0 {
		near = faces[1].Of.String()
	}
	name, other := m.Wall.ID, m.Other.ID
	a.offerAll(to, "past-"+m.End(), a.Rules.Tell(words.LetRunPastButt, name, other), func(d *job.Document) {
		w, x := job.WallIn(d, name), job.WallIn(d, other)
		e := lineEndOf(w.Line, m.Stop)
		if *e == nil {
			*e = &job.LineEnd{Face: m.Face.Of.String()}
		}
		if (*e).Face == "" {
			(*e).Face = m.Face.Of.String()
		}
		(*e).Past = true
		*lineEndOf(x.Line, stop) = &job.LineEnd{Face: near}
	})
}

// behind offers to move the line onto a stud of the wall it meets.
func (a *adviser) behind(m work.Meeting) {
	level := "note"
	from, to := a.Stations(m.Meet)
	if m.Behind == "" && len(m.Existing.Studs) > 0 {
		level = "warn"
	}
	ad := a.tell("behind", level, "", m.Text+" "+m.Fix)
	ad.End = m.End()
	if m.Behind != "" {
		return
	}
	for _, stud := range []string{m.Before, m.After} {
		at, err := measure.Read(stud, a.Rules.Units)
		if err != nil {
			continue
		}
		off := at.Millimetres() - (from+to)/2
		if math.Abs(off) > a.Rules.Units.Pick(16*measure.Inch, 400*measure.Millimetre).Millimetres() {
			continue
		}
		// along the wall that is there, as a step on the plan
		p, q := a.EndsOf(m.Existing)
		long := p.Distance(q)
		a.shift(ad, "to-stud-"+stud, a.Rules.Tell(words.MoveLineToItsStud, stud), geo.Point{X: (q.X - p.X) / long * off, Y: (q.Y - p.Y) / long * off})
	}
}

// crossed offers to end a wall at the near face of one that it stands in.
func (a *adviser) crossed() {
	for _, pair := range a.Result.Crossed {
		for k, w := range pair {
			if w != a.w.Wall {
				continue
			}
			other := pair[1-k]
			to := a.tell("walls-cross", "warn", "", a.Rules.Tell(words.StandInEachOtherBoth, w.ID, other.ID))
			if a.l == nil || len(a.l.Doc.Line.Parts) > 0 {
				continue
			}
			for _, stop := range []bool{false, true} {
				end, in := w.From, w.To
				if stop {
					end, in = w.To, w.From
				}
				faces := site.FacesOf(other)
				near := faces[0]
				if faces[0].Out(in) < 0 {
					near = faces[1]
				}
				// its doors must still find room
				cut := func(w *job.Wall) { *lineEndOf(w.Line, stop) = &job.LineEnd{Face: near.Of.String()} }
				if near.Out(end) < site.NearHand && near.Out(in) > site.NearHand && a.works(cut) {
					a.offer(to, "end-at-"+map[bool]string{false: "start", true: "end"}[stop]+"-"+other.ID, a.Rules.Tell(words.LetAtNearFace, w.ID, w.EndName(stop), other.ID), cut)
				}
			}
		}
	}
}

// openCorners tells of an end that is said to come to a new wall, where
// nothing of that wall stands.
func (a *adviser) openCorners() {
	if a.l == nil {
		return
	}
	for _, stop := range []bool{false, true} {
		end := *lineEndOf(a.l.Doc.Line, stop)
		if end == nil || end.Face == "" || end.Gap.Given() || end.Past || a.HasExisting(end.Face) || a.meetsAt(stop) {
			continue
		}
		id := a.FaceRef(end.Face).Wall
		word := map[bool]string{false: "start", true: "end"}[stop]
		butted := false
		for _, m := range a.Meets {
			butted = butted || m.Wall.ID == id && m.Other == a.w.Wall
		}
		if butted {
			continue // that one butts this one: it is flush with its side
		}
		to := a.tell("open-corner", "warn", "", a.Rules.Tell(words.ComesToWhereNothingStands, a.w.Wall.EndName(stop), id))
		if l := a.Lines[id]; l != nil && !a.meetsWall(id) {
			a.offer(to, "run-past-"+word, a.Rules.Tell(words.LetRunPast, a.w.Wall.ID, id), func(w *job.Wall) {
				(*lineEndOf(w.Line, stop)).Past = true
			})
		}
	}
}

func (a *adviser) meetsAt(stop bool) bool {
	for _, m := range a.Meets {
		if m.Wall == a.w.Wall && m.Stop == stop {
			return true
		}
	}
	return false
}

func (a *adviser) meetsWall(id string) bool {
	for _, m := range a.Meets {
		if m.Wall == a.w.Wall && m.Other != nil && m.Other.ID == id {
			return true
		}
	}
	return false
}
