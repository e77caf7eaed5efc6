package proving

import (
	"strings"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/words"
)

// State is how a check stands.
type State string

// The states.
const (
	ToDo     State = "to-do"    // not made yet
	Pass     State = "pass"     // as it should be
	Mend     State = "mend"     // it isn't: Do says what to do
	Accepted State = "accepted" // it isn't, and stays so by somebody's word
)

// Result is a check with what came of it.
type Result struct {
	Ask
	State State
	Last  job.Checked    // its last line; none where State is ToDo, but for photos
	Value measure.Length // what was measured, of Length, Off and Lean
	Diff  measure.Length // what it should be taken off; of Lean carried to the full height
	Slip  Slip           // what it likely was; "": no slip that is known
	Do    string         // what to do, and by how much; of Mend and Accepted
	Fotos []job.Photo    // tied to it
}

// Judge says what came of each check. stands is how many of a wall's pieces are ticked as
// stood.
func Judge(asks []Ask, d job.Document, rules framing.Rules) []Result {
	now := d.CheckedNow()
	photos := map[string][]job.Photo{}
	if d.Record != nil {
		for _, p := range d.Record.Photos {
			photos[p.Check] = append(photos[p.Check], p)
		}
	}
	out := make([]Result, len(asks))
	for i, a := range asks {
		r := Result{Ask: a, State: ToDo, Fotos: photos[a.ID]}
		if last, made := now[a.ID]; made {
			r.Last = last
			r.judge(rules)
		}
		if a.Takes == Photo && r.State != Accepted && len(r.Fotos) > 0 {
			r.State = Pass
		}
		out[i] = r
	}
	return out
}

// Fits says what is wrong with an answer to a check: which of its fields, and what
// belongs there; "" where it fits.
func (a Ask) Fits(c job.Checked) (field, text string) {
	if c.Undone || c.Accepted && c.By != "" && a.Takes == Photo {
		return "", ""
	}
	switch a.Takes {
	case Length, Off, Lean:
		if !c.Value.Given() {
			return "value", "missing: give what was measured"
		}
	case Number:
		if c.Count == nil {
			return "count", "missing: give how many there are"
		}
	case Look:
		if c.Is == "" {
			return "is", "missing: say yes or no"
		}
	case Photo:
		return "check", "a photo answers it: tie one to it, or have somebody accept that there is none"
	}
	return "", ""
}

// level is how long the level is where that isn't said. Usual: 4 ft (1200 mm).
func level(u measure.System) measure.Length {
	return u.Pick(48*measure.Inch, 1200*measure.Millimetre)
}

// judge reads the last line, and says what follows from it.
func (r *Result) judge(rules framing.Rules) {
	u := rules.Units
	r.Value, _ = r.Last.Value.In(u) // resolved before: it reads
	good := false
	switch r.Takes {
	case Lean:
		over := level(u)
		if r.Last.Over.Given() {
			over, _ = r.Last.Over.In(u)
		}
		// a lean is carried to the full height: over a short level it looks small
		r.Diff = measure.FromMillimetres(r.Value.Millimetres() * r.tall.Millimetres() / over.Millimetres())
		good = r.Diff.Abs() <= r.Limit
	case Off:
		r.Diff = r.Value - r.Should
		good = r.Diff.Abs() <= r.Limit
	case Length:
		r.Diff = r.Value - r.Should
		good = r.Diff.Abs() <= r.Limit
	case Number:
		good = r.Last.Count != nil && *r.Last.Count == r.Count
	case Look:
		good = r.Last.Is == "yes"
	case Photo:
	}
	switch {
	case r.Takes == Photo && !r.Last.Accepted:
		return
	case good:
		r.State = Pass
		return
	case r.Last.Accepted:
		r.State = Accepted
	default:
		r.State = Mend
	}
	if r.Takes != Photo {
		r.Do = r.do(rules.Tell)
	}
}

// do says what to do, and by how much.
func (r *Result) do(tell func(words.Code, ...any) string) string {
	if said, is := r.slip(tell); is {
		return said
	}
	by, over := words.Half(r.Diff.Abs()), r.Diff > 0
	pick := func(yes, no words.Code) words.Code {
		if over {
			return yes
		}
		return no
	}
	switch r.Kind {
	case PlumbAcross:
		return tell(words.DoPlumb, by, tell(pick(words.DoTheRight, words.DoTheLeft)))
	case PlumbAlong:
		back := r.ends[0]
		if !over {
			back = r.ends[1]
		}
		return tell(words.DoPlumb, by, tell(words.DoTowards, back))
	case Straight:
		return tell(words.DoStraight, by)
	case Diagonal:
		rack := words.Half(measure.FromMillimetres(r.Diff.Abs().Millimetres() * r.share))
		to := r.foot // too long: towards the end its foot is at
		if !over {
			to = 1 - to
		}
		return tell(pick(words.DoRackLong, words.DoRackShort), by, rack, r.ends[to])
	case Rough:
		rack := words.Half(measure.FromMillimetres(r.Diff.Abs().Millimetres() * r.share))
		return tell(words.DoRough, by, tell(pick(words.TooLong, words.TooShort)), rack, tell(side((r.foot == 0) == over)))
	case Head:
		return tell(words.DoHead, by, tell(side(over)))
	case HeadAlong:
		return tell(words.DoHeadAlong, by, tell(pick(words.SideHigh, words.SideLow)))
	case Residual:
		return tell(words.DoResidual, by)
	case Height:
		return tell(words.DoHeight, by, tell(pick(words.SideHigh, words.SideLow)))
	case Flush:
		return tell(words.DoFlush, by)
	case Light:
		return tell(words.DoLight, by)
	case Door:
		return tell(pick(words.DoDoorWide, words.DoDoorTight), by)
	case Section:
		if strings.HasSuffix(r.ID, ".height") {
			return tell(words.DoHeight, by, tell(pick(words.SideHigh, words.SideLow)))
		}
		return tell(pick(words.DoRoomMore, words.DoRoomLess), by)
	case Count:
		n := *r.Last.Count - r.Count
		if n > 0 {
			return tell(words.DoCountOver, *r.Last.Count, r.Count, n)
		}
		return tell(words.DoCount, *r.Last.Count, r.Count, -n)
	case Shake:
		return tell(words.DoShake)
	case Inspector:
		return tell(words.DoInspector)
	}
	return tell(words.DoLook)
}
