// Package advise says what to decide: fixes at a touch, what to measure next, and what
// another place of a wall would cost.
package advise

import (
	"fmt"
	"math"
	"strings"

	"homalos/internal/job"
	"homalos/internal/line"
	"homalos/internal/site"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Advice is something to decide about a wall's line, with what can be done
// about it.
type Advice struct {
	Code  string `json:"code" doc:"carries, taper, closing, corner, behind, joists, short-stub, walls-cross, hook, pending, covers-opening, open-corner, short-fixing, and codes of findings"`
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

// Advised is what is to be decided in a job.
type Advised struct {
	Walls [][]Advice // in the job's order
	does  map[string]func(*job.Document)
	cures map[[3]string][]Fix // by wall, code of a finding and opening
}

// Edits are what a fix does to the document that it was offered for, as edits;
// nil where none of that name is offered.
func (a *Advised) Edits(d job.Document, wall, fix string) []job.Edit {
	do := a.does[wall+"/"+fix]
	if do == nil {
		return nil
	}
	after := job.Copy(d)
	do(&after)
	return job.Between(d, after)
}

// adviser collects a wall's advice and what its fixes do.
type adviser struct {
	*work.Result
	*Advised
	w   *work.Wall
	l   *site.Lined
	out []Advice
}

// Of finds what to decide about each wall's line.
func Of(r *work.Result) *Advised {
	out := &Advised{does: map[string]func(*job.Document){}, cures: map[[3]string][]Fix{}}
	for _, w := range r.Walls {
		a := &adviser{Result: r, Advised: out, w: w, l: r.Lines[w.Wall.ID], out: []Advice{}}
		a.carries()
		a.crossed()
		a.openCorners()
		a.taper()
		a.closing()
		a.meetings()
		a.joists()
		a.wood()
		a.hooked()
		a.origins()
		a.openings()
		a.runs()
		a.left()
		a.pending()
		out.Walls = append(out.Walls, a.out)
	}
	for _, c := range r.CutIns {
		(&adviser{Result: r, Advised: out, w: c.Wall}).openings()
	}
	return out
}

func (a *adviser) tell(code, level, at, text string) *Advice {
	a.out = append(a.out, Advice{Code: code, Level: level, At: at, Text: text, Fixes: []Fix{}})
	return &a.out[len(a.out)-1]
}

// offer adds a fix that changes this wall.
func (a *adviser) offer(to *Advice, id, text string, do func(w *job.Wall)) {
	name := a.w.Wall.ID
	a.offerAll(to, id, text, func(d *job.Document) {
		if w := job.WallIn(d, name); w != nil {
			do(w)
		}
	})
}

func (a *adviser) offerAll(to *Advice, id, text string, do func(d *job.Document)) {
	name := id
	for n := 2; a.does[a.w.Wall.ID+"/"+name] != nil; n++ {
		name = fmt.Sprintf("%s-%d", id, n) // both ends may come to a stud at the same station: each fix is its own
	}
	to.Fixes = append(to.Fixes, Fix{name, text})
	a.does[a.w.Wall.ID+"/"+name] = do
}

func (a *adviser) taper() {
	if a.l == nil || a.l.Taper == 0 {
		return
	}
	now := a.l.Doc.Line.Follow
	if now == "" {
		now = "both"
	}
	follows := map[string]string{"both": a.Rules.Tell(words.BothDistances), "start": a.Rules.Tell(words.TheFirstDistance), "end": a.Rules.Tell(words.TheFarDistance)}
	more := words.More
	if a.l.Taper < 0 {
		more = words.Less
	}
	to := a.tell("taper", "note", "", a.Rules.Tell(words.TaperFarEndWasMeasured, words.MM(math.Abs(a.l.Taper)), a.Rules.Tell(more), follows[now]))
	for _, f := range []string{"both", "start", "end"} {
		if f != now {
			a.offer(to, "follow-"+f, a.Rules.Tell(words.Follow, follows[f]), func(w *job.Wall) { w.Line.Follow = f })
		}
	}
}

// closingError is how far a leg's end lies from what it should come out at:
// what is still wanted along it, and how far that lies to its left, in mm.
func (s *adviser) closingError(l *site.Lined) (along, left float64, on string, ok bool) {
	if l == nil || l.Doc.Line.Closes == nil {
		return 0, 0, "", false
	}
	c := l.Doc.Line.Closes
	ux, uy := l.Ray.UX, l.Ray.UY
	if c.Corner != "" {
		i, known := s.CornerOf[c.Corner]
		if !known || i >= len(s.Solved().Corners) {
			return 0, 0, "", false
		}
		p := s.Solved().Corners[i].At
		return (p.X-l.End.X)*ux + (p.Y-l.End.Y)*uy, ux*(p.Y-l.End.Y) - uy*(p.X-l.End.X), "corner " + c.Corner, true
	}
	if l.Closes == nil {
		return 0, 0, "", false
	}
	t, err := line.Ray{At: l.End, UX: ux, UY: uy}.Meets(l.Closes)
	return t, 0, c.Face, err == nil
}

func (a *adviser) closing() {
	along, left, on, ok := a.closingError(a.l)
	if !ok {
		return
	}
	mark := a.Rules.Mark.Millimetres()
	text := a.Rules.Tell(words.ZigzagClosesOn, on)
	level := "note"
	if math.Abs(along) >= mark/2 || math.Abs(left) >= mark/2 {
		level = "warn"
		var off []string
		if math.Abs(along) >= mark/2 {
			off = append(off, a.Rules.Tell(words.CountOf, words.MM(math.Abs(along)), map[bool]string{true: "short", false: "too long"}[along > 0]))
		}
		if math.Abs(left) >= mark/2 {
			off = append(off, a.Rules.Tell(words.ToTheSideOfIt, words.MM(math.Abs(left)), map[bool]string{true: "right", false: "left"}[left > 0]))
		}
		text = a.Rules.Tell(words.ClosingErrorOn, on, strings.Join(off, ", and "))
		text += a.Rules.Tell(words.MeasureLegsAgainBeforeTrusting)
	}
	to := a.tell("closing", level, a.Rules.Units.Write(a.w.Wall.Length), text)
	if by := a.Rules.Units.Estimate(along).Nearest(a.Rules.Mark); by != 0 && math.Abs(left) < 25 && len(a.l.Doc.Line.Parts) > 0 {
		u := a.Rules.Units
		word := "longer"
		if by < 0 {
			word = "shorter"
		}
		a.offer(to, "close", a.Rules.Tell(words.MakeThisLegSoCloses, words.Exact(by.Abs()), word), func(w *job.Wall) {
			w.Line.Parts = append(w.Line.Parts, job.Part{What: a.Rules.Tell(words.ToCloseOn, on), Length: job.Exactly(by, u)})
		})
	}
}
