package raising

import (
	"slices"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Cure is something that lets a wall go up that doesn't clear as it is to be raised.
type Cure struct {
	Do   string         // side, plate-first, top-plate-later, shorter or in-place
	Side Side           // of side
	Fit  measure.Length // of shorter: what its wall's fit becomes
	Text string
}

// cures are what helps a wall that is chosen to go up flat and isn't sure to clear, each
// tried: from the other side, its bottom plate fixed first, its top plate fixed first,
// cut shorter, in place.
func (r *raiser) cures(out *Raising, turned func(less measure.Length) [2]Tilt) {
	if !out.Chosen || out.Way == InPlace || out.good(out.Tilt) != "" {
		return
	}
	tell := r.Rules.Tell
	w := out.Wall.Wall
	add := func(do string, side Side, code words.Code, args ...any) {
		out.Cures = append(out.Cures, Cure{Do: do, Side: side, Text: tell(code, args...)})
	}
	either := *out
	either.Side = ""
	if side := either.good(out.Tilt); side != "" {
		add("side", side, words.OtherSideClears)
	}
	less := out.less()
	if bottom := stackOf(w.Bottom); out.Way == TiltUp && out.good(turned(less+bottom)) != "" {
		add("plate-first", "", words.BottomFirstCures, bottom)
	}
	if top := stackOf(w.Top); !slices.Contains(out.Later, TopPlate) && out.good(turned(less+top)) != "" {
		add("top-plate-later", "", words.TopFirstCures, top)
	}
	short := measure.Length(0)
	for i := range out.Tilt {
		t := &out.Tilt[i]
		if (out.Side == "" || out.Side == t.Side) && len(t.Blocked) == 0 && t.Shorter > 0 {
			by := measure.FromMillimetres(t.Shorter).Up(r.Rules.Mark)
			if (short == 0 || by < short) && out.good(turned(less+by)) != "" {
				short = by
			}
		}
	}
	if fit := w.FitOf(r.Rules) + short; short > 0 && fit <= r.Rules.Units.Pick(2*measure.Inch, 50*measure.Millimetre) {
		add("shorter", "", words.ShorterWouldClear, short)
		out.Cures[len(out.Cures)-1].Fit = fit
	}
	if len(out.Reach[0]) == 0 || len(out.Reach[1]) == 0 {
		add("in-place", "", words.RaiseInPlaceInstead)
	}
}

// good is a side that a wall is sure to clear from, of those that it may lie on.
func (r *Raising) good(both [2]Tilt) Side {
	for _, t := range both {
		if (r.Side == "" || r.Side == t.Side) && t.Known && t.Clears == Yes && len(t.Blocked) == 0 {
			return t.Side
		}
	}
	return ""
}

// Jams says what is wrong with the way that a wall is to go up; nothing where it clears
// from a side that it may lie on, or is stood in place.
func (r *Raising) Jams(x *work.Result) (out []framing.Finding) {
	tell := x.Rules.Tell
	if len(r.Reach[0]) > 0 && len(r.Reach[1]) > 0 && !clear(r.Tilt) {
		out = append(out, framing.Finding{Code: "no-way-up", Level: framing.Stop, Text: tell(words.NoWayUp, r.Wall.Wall.ID, r.Reach[0][0], r.Reach[1][0]), Fix: tell(words.MoveOrMakeRoom)})
	}
	for _, c := range []struct {
		said words.Code
		c    *Carried
	}{{words.TheFrame, r.Frame}, {words.TheLongest, r.Piece}} {
		if c.c == nil || c.c.Fits {
			continue
		}
		fix := tell(words.NoPartPasses)
		if c.c.Most > 0 {
			fix = tell(words.InPartsOf, measure.FromMillimetres(c.c.Most).Down(x.Rules.Mark))
		}
		out = append(out, framing.Finding{Code: "not-carried", Level: framing.Warn, Text: tell(words.CarriedNot, tell(c.said), r.Wall.Wall.ID), Fix: fix})
	}
	if !r.Chosen || r.Way == InPlace || r.good(r.Tilt) != "" {
		return out
	}
	worst := &r.Tilt[0]
	for i := range r.Tilt {
		t := &r.Tilt[i]
		if mine := r.Side == "" || r.Side == t.Side; mine && (r.Side == t.Side || len(t.Blocked) < len(worst.Blocked)) {
			worst = t
		}
	}
	f := framing.Finding{Code: "tilt-jams", Level: framing.Warn, Text: worst.Say(x), Fix: tell(words.MoveOrMakeRoom)}
	if worst.Known {
		f.At, f.Placed = worst.Station, true
	}
	if len(r.Cures) > 0 {
		f.Fix = r.Cures[0].Text
	}
	return append(out, f)
}

// Cured is how a wall is raised once a cure is taken; nil where that stays as it is.
func (r *Raising) Cured(c Cure) *job.Raise {
	out := job.Raise{Way: string(r.Way), Side: string(r.Side), Later: slices.Clone(r.Later), Elsewhere: r.Elsewhere, Sections: r.given}
	switch c.Do {
	case "side":
		out.Side = string(c.Side)
	case string(PlateFirst):
		out.Way, out.Sections = c.Do, nil
	case string(InPlace):
		out = job.Raise{Way: c.Do}
	case "top-plate-later":
		out.Later = append(out.Later, TopPlate)
	default:
		return nil
	}
	return &out
}
