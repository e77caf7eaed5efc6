package framing

import (
	"math"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// freeTop is a wall whose top keeps clear of what is over it, so that that may move:
// braces hold it at intervals. Source: the work, step 6.
type freeTop struct{}

// UsualBraces is how far apart braces stand at most, UsualClear how far the top stays
// under what moves. Usual: 4 ft (1200 mm), 3/4 in (20 mm).
func UsualBraces(u measure.System) measure.Length {
	return u.Pick(4*measure.Foot, 1200*measure.Millimetre)
}

// UsualClear is how far the top of a free wall stays under what is over it.
func UsualClear(u measure.System) measure.Length {
	return u.Pick(3*measure.Inch/4, 20*measure.Millimetre)
}

func (freeTop) stand(*Laid, Part, Found) {}

// lie braces the top: each brace at 45° across the wall, from the top plate up to what
// is over it; at the joists that cross it, where they are known.
func (freeTop) lie(f *framer, p Part, found Found) {
	if p.Braces.Every <= 0 {
		return
	}
	t := f.Wall.Lumber.Thickness
	for _, at := range f.braceAt(p, found) {
		up := f.braceRise(p, at)
		m := Member{Kind: wood.Brace, Lumber: p.Lumber, From: at - t/2, To: at - t/2 + t, State: MeasureFirst,
			Why: f.rules.Tell(words.BracesTheTop)}
		if up.Known {
			high := f.length(up.Value)
			long := scaled(high, math.Sqrt2)
			m.Known, m.Spread, m.Slope = true, f.length(up.Spread*math.Sqrt2), 45
			m.Sum = []Line{{f.rules.Tell(words.FromTopUpAt, at), high, up.From},
				{What: f.rules.Tell(words.AtHalfARightAngle), Value: long - high}}
			m.Exact = long
			m.Cut = wood.Brace.Round(long, f.rules.Mark)
			m.note(f.rules.Tell(words.BothEndsBevelled, 45.0))
			if m.Spread <= f.rules.Hold && !up.Few {
				m.State = Ready
			}
			m.Base = f.topElevation(p, at)
		}
		if m.State == MeasureFirst {
			m.Frees = &Want{"ceiling", at}
			if !up.Levels {
				m.Frees = &Want{"gap", at}
			}
		}
		f.Members = append(f.Members, m)
	}
}

// braced is what lies between a wall's top and what is over it.
type braced struct {
	survey.Estimate
	Levels bool // elevations give it
}

// braceRise is how far the structure lies over the wall's top at a station.
func (f *framer) braceRise(p Part, at measure.Length) braced {
	down := f.floorAt(at)
	down.Weight = -1
	gap := []survey.Term{{Of: survey.Ceiling, At: f.Wall.At(at), Weight: 1}, down}
	over, own := f.building.EstimateAll([][]survey.Term{gap})[0], f.heights.EstimateAll([][]survey.Term{gap})[0]
	out := braced{Estimate: over, Levels: f.building.EstimateAll([][]survey.Term{gap[:1]})[0].Known}
	out.Value -= own.Value
	out.Known = over.Known && own.Known && out.Value > 0
	if p.Under > 0 { // it is what is kept clear
		out.Estimate = survey.Estimate{Value: p.Under.Millimetres(), Known: true}
	}
	return out
}

// topElevation is where its top lies, as it is drawn; mm.
func (f *framer) topElevation(p Part, at measure.Length) float64 {
	over, _ := f.ceilingAt(at)
	if e := f.heights.EstimateAll([][]survey.Term{over})[0]; e.Known {
		return e.Value
	}
	return f.heights.EstimateAll([][]survey.Term{f.gapAt(at)})[0].Value
}

// braceAt are their stations: near the even places, at the joists that cross there.
func (f *framer) braceAt(p Part, found Found) []measure.Length {
	even := Spread(p.From, p.To, min(f.Wall.Layout.Spacing, (p.To-p.From)/4), p.Braces.Every)
	crossed := survey.Crossed(found.Joists, survey.Ceiling, f.Wall.At(0), f.Wall.At(f.Wall.Length))
	if len(crossed) == 0 {
		return even
	}
	var out []measure.Length
	for _, e := range even {
		best := measure.Length(-1)
		for _, c := range crossed {
			at := measure.FromMillimetres(c.Station)
			if at > p.From && at < p.To && (best < 0 || (at-e).Abs() < (best-e).Abs()) {
				best = at
			}
		}
		if best < 0 {
			best = e
		}
		if len(out) == 0 || best > out[len(out)-1] {
			out = append(out, best)
		}
	}
	return out
}

func (freeTop) check(f *framer, p Part, found Found) {
	f.checkOwnHeight(p)
	f.checkClearOver(p)
	if p.Braces.Every <= 0 {
		f.find(Warn, "free-top-unbraced", p.From+(p.To-p.From)/2, nil, f.rules.Tell(words.NothingHoldsItsTop),
			f.rules.Tell(words.GiveItBraces))
		return
	}
	last, at := measure.Length(0), measure.Length(0)
	for _, m := range f.Members {
		if m.Kind != wood.Brace {
			continue
		}
		if at = m.From + (m.To-m.From)/2; at-last > p.Braces.Every+f.rules.Mark && last > 0 {
			f.find(Warn, "braces-far-apart", last+(at-last)/2, []string{m.ID},
				f.rules.Tell(words.BracesFarApart, last, at,
					p.Braces.Every), f.rules.Tell(words.LetInABlockForABrace))
		}
		last = at
	}
}

// checkClearOver: its top keeps clear of what is over it.
func (f *framer) checkClearOver(p Part) {
	if !p.OwnHeight() || p.Braces.Clear <= 0 {
		return
	}
	for i := range sectionPoints + 1 {
		at := p.From + (p.To-p.From)*measure.Length(i)/sectionPoints
		if up := f.braceRise(p, at); up.Estimate.Known && up.Value < p.Braces.Clear.Millimetres()-0.5 {
			f.find(Stop, "top-not-clear", at, f.hangOnTop(p),
				f.rules.Tell(words.TopNotClear, at, f.length(up.Value),
					p.Braces.Clear), f.rules.Tell(words.LowerItToClear))
			return
		}
	}
}
