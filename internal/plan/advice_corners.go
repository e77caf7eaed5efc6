package plan

import (
	"fmt"
	"math"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/wood"
)

// meetings offers the styles of each corner, and who runs past.
func (a *adviser) meetings() {
	for _, m := range a.w.meetings {
		if m.existing != nil {
			a.behind(m)
			continue
		}
		level := "note"
		text := m.text + " " + m.fix
		if m.heights != "" {
			text += " " + m.heights + "."
		}
		to := a.tell("corner", level, "", text)
		to.End = m.end()
		for _, style := range []framing.Style{framing.FlatNailer, framing.Ladder, framing.Scrap, framing.EndStuds, framing.Serves} {
			corner := m.joined.Corner
			if style == m.joined.Style || style == framing.EndStuds && !corner || style == framing.Serves && (corner || !a.serves(m)) || style == framing.Ladder && corner {
				continue
			}
			a.offer(to, "style-"+m.end()+"-"+string(style), "Take "+styleSaid[style], func(w *job.Wall) { endOf(w, m.end()).Style = string(style) })
		}
		if len(m.wall.Top) == 2 && len(m.other.Top) == 2 && m.at().Bevel == 0 {
			if m.lap {
				a.offer(to, "tie-"+m.end()+"-strap", "Cut all plates alike and strap them", func(w *job.Wall) { endOf(w, m.end()).Tie = "strap" })
			} else {
				a.offer(to, "tie-"+m.end()+"-lap", "Let the second plate lap "+m.other.ID, func(w *job.Wall) { endOf(w, m.end()).Tie = "lap" })
			}
		}
		a.past(to, m)
	}
}

// serves says whether a stud of the wall it butts stands behind the line.
func (a *adviser) serves(m Met) bool {
	for _, x := range a.wall(m.other).Members {
		if x.Kind == wood.Stud && x.From.Millimetres() >= m.from-0.1 && x.To.Millimetres() <= m.to+0.1 {
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
func (a *adviser) past(to *Advice, m Met) {
	o := a.lines[m.other.ID]
	if !m.joined.Corner || a.l == nil || o == nil || len(a.l.doc.Line.Parts) > 0 && (a.l.doc.Line.From == "stop") != m.stop {
		return
	}
	// which end of the other one is at this corner
	stop := m.from+m.to > m.other.Length.Millimetres()
	if len(o.doc.Line.Parts) > 0 && (o.doc.Line.From == "stop") != stop || m.at().Bevel != 0 {
		return // its length is given: taking it away is not for a touch
	}
	// the face of this wall that the other one comes up to
	faces := facesOf(m.wall)
	middle := m.other.At(m.other.Length / 2)
	near := faces[0].ID
	if faces[1].Out(middle) > faces[0].Out(middle) || faces[0].Out(middle) < 0 {
		near = faces[1].ID
	}
	name, other := m.wall.ID, m.other.ID
	a.offerAll(to, "past-"+m.end(), fmt.Sprintf("Let %s run past, and %s butt it", name, other), func(d *job.Document) {
		w, x := wallIn(d, name), wallIn(d, other)
		e := lineEndOf(w.Line, m.stop)
		if *e == nil {
			*e = &job.LineEnd{Face: m.face.ID}
		}
		if (*e).Face == "" {
			(*e).Face = m.face.ID
		}
		(*e).Past = true
		*lineEndOf(x.Line, stop) = &job.LineEnd{Face: near}
	})
}

// behind offers to move the line onto a stud of the wall it meets.
func (a *adviser) behind(m Met) {
	level := "note"
	from, to := a.stations(m.met)
	if m.behind == "" && len(m.existing.Studs) > 0 {
		level = "warn"
	}
	ad := a.tell("behind", level, "", m.text+" "+m.fix)
	ad.End = m.end()
	if m.behind != "" {
		return
	}
	for _, stud := range []string{m.before, m.after} {
		at, err := measure.Read(stud, a.rules.Units)
		if err != nil {
			continue
		}
		off := at.Millimetres() - (from+to)/2
		if math.Abs(off) > a.rules.Units.Pick(16*measure.Inch, 400*mm).Millimetres() {
			continue
		}
		// along the wall that is there, as a step on the plan
		c := a.solved().Corners
		p, q := c[m.existing.from].At, c[m.existing.to].At
		long := p.Distance(q)
		a.shift(ad, "to-stud-"+stud, "Move the line to its stud at "+stud, geo.Point{X: (q.X - p.X) / long * off, Y: (q.Y - p.Y) / long * off})
	}
}

// crossed offers to end a wall at the near face of one that it stands in.
func (a *adviser) crossed() {
	for _, pair := range a.Result.crossed {
		for k, w := range pair {
			if w != a.w.Wall {
				continue
			}
			other := pair[1-k]
			to := a.tell("walls-cross", "warn", "", fmt.Sprintf("%s and %s stand in each other: both can't have that ground.", w.ID, other.ID))
			if a.l == nil || len(a.l.doc.Line.Parts) > 0 {
				continue
			}
			for _, stop := range []bool{false, true} {
				end, in := w.From, w.To
				if stop {
					end, in = w.To, w.From
				}
				faces := facesOf(other)
				near := faces[0]
				if faces[0].Out(in) < 0 {
					near = faces[1]
				}
				if near.Out(end) < nearHand && near.Out(in) > nearHand {
					a.offer(to, "end-at-"+map[bool]string{false: "start", true: "end"}[stop]+"-"+other.ID, fmt.Sprintf("Let %s %s at the near face of %s", w.ID, map[bool]string{false: "start", true: "end"}[stop], other.ID), func(w *job.Wall) {
						*lineEndOf(w.Line, stop) = &job.LineEnd{Face: near.ID}
					})
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
		end := *lineEndOf(a.l.doc.Line, stop)
		if end == nil || end.Face == "" || end.Gap != "" || end.Past || a.hasExisting(end.Face) || a.meetsAt(stop) {
			continue
		}
		id := strings.TrimSuffix(end.Face, " back")
		word := map[bool]string{false: "start", true: "end"}[stop]
		butted := false
		for _, m := range a.meets {
			butted = butted || m.wall.ID == id && m.other == a.w.Wall
		}
		if butted {
			continue // that one butts this one: it is flush with its side
		}
		to := a.tell("open-corner", "warn", "", fmt.Sprintf("The %s comes to %s where nothing of it stands: the corner is open.", word, id))
		if l := a.lines[id]; l != nil && !a.meetsWall(id) {
			a.offer(to, "run-past-"+word, fmt.Sprintf("Let %s run past %s", a.w.Wall.ID, id), func(w *job.Wall) {
				(*lineEndOf(w.Line, stop)).Past = true
			})
		}
	}
}

func (a *adviser) meetsAt(stop bool) bool {
	for _, m := range a.meets {
		if m.wall == a.w.Wall && m.stop == stop {
			return true
		}
	}
	return false
}

func (a *adviser) meetsWall(id string) bool {
	for _, m := range a.meets {
		if m.wall == a.w.Wall && m.other != nil && m.other.ID == id {
			return true
		}
	}
	return false
}
