package framing

import (
	"math"
	"slices"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// builder is what a kind of wall does in its own way, beside the steps that all
// share: layout, openings, lengths, checks. A part is the stretch of the wall that is
// of its kind.
type builder interface {
	stand(f *Laid, p Part, found Found)   // its own uprights among the layout's
	lie(f *framer, p Part, found Found)   // what lies in it, once lengths are known
	check(f *framer, p Part, found Found) // what would go wrong
}

var builders = map[Kind]builder{Plain: plain{}, Half: halfWall{}, Raked: raked{}, FreeTop: freeTop{}, Infill: infill{}}

// builders are those of a part: its kind's, and what the wall is made of besides.
func (w *Wall) builders(p Part) []builder {
	out := []builder{builders[p.Kind]}
	if w.Hung != nil {
		out = append(out, hanging{})
	}
	if w.Behind != nil && p.From == 0 {
		out = append(out, furring{})
	}
	if len(w.Beams) > 0 && p.From == 0 {
		out = append(out, beamed{})
	}
	if w.Steel != nil {
		out = append(out, steelFrame{})
	}
	if w.Wet.Is && p.From == 0 {
		out = append(out, wetWall{})
	}
	if (len(w.Layers) > 0 || w.Dwellings.Part) && p.From == 0 {
		out = append(out, layered{})
	}
	return out
}

// plain is a wall as all are; one of a height of its own too.
type plain struct{}

func (plain) stand(*Laid, Part, Found)         {}
func (plain) lie(*framer, Part, Found)         {}
func (plain) check(f *framer, p Part, _ Found) { f.checkOwnHeight(p) }

// standParts lets each kind stand its own.
func (f *Laid) standParts(found Found) {
	for _, p := range f.Wall.AllParts() {
		for _, b := range f.Wall.builders(p) {
			b.stand(f, p, found)
		}
	}
}

// build lets each kind lay what is its own.
func (f *framer) build(found Found) {
	f.bevelledEnds()
	for _, p := range f.Wall.AllParts() {
		for _, b := range f.Wall.builders(p) {
			b.lie(f, p, found)
		}
	}
}

// checkParts lets each kind look for what would go wrong in it.
func (f *framer) checkParts(found Found) {
	f.ripped()
	for _, p := range f.Wall.AllParts() {
		for _, b := range f.Wall.builders(p) {
			b.check(f, p, found)
		}
	}
}

// withRise is a wall whose raked parts that go by the ceiling have its slope: from
// what was read at their ends.
func (w *Wall) withRise(heights Heights) *Wall {
	out := w
	for _, p := range w.AllParts() {
		if !p.Along {
			continue
		}
		if out == w {
			copied := *w
			copied.Parts = slices.Clone(w.Parts)
			out = &copied
		}
		p.Rise = w.riseOf(p, heights)
		if len(w.Parts) == 0 {
			out.Own.Rise = p.Rise
			continue
		}
		if k := slices.IndexFunc(w.Parts, func(x Part) bool { return x.From == p.From }); k >= 0 {
			out.Parts[k].Rise = p.Rise
		} else {
			out.Own.Rise = p.Rise
		}
	}
	return out
}

// riseOf is how a ceiling rises along a part, from end to end; 0 where that isn't
// known.
func (w *Wall) riseOf(p Part, heights Heights) float64 {
	over := func(s measure.Length) survey.Term { return survey.Term{Of: survey.Ceiling, At: w.At(s), Weight: 1} }
	under := func(s measure.Length) survey.Term { return survey.Term{Of: survey.Floor, At: w.At(s), Weight: -1} }
	down := over(p.From)
	down.Weight = -1
	e := heights.EstimateAll([][]survey.Term{{over(p.To), down}, {over(p.To), under(p.To)}, {over(p.From), under(p.From)}})
	run := (p.To - p.From).Millimetres()
	switch {
	case e[0].Known && !e[0].Few:
		return e[0].Value / run
	case e[1].Known && e[2].Known:
		return (e[1].Value - e[2].Value) / run
	}
	return 0
}

// fit is how much shorter than its space a piece of a part is cut: nothing is taken off
// where its top has nothing over it, or the height was gauged with its allowance.
func (f *Laid) fit(p Part) measure.Length {
	if p.OwnHeight() && p.Kind != Raked && !f.Wall.FitGiven {
		return 0
	}
	return f.rules.Fit
}

// reachLines begin a sum: from the floor up to what the wall reaches.
func (f *framer) reachLines(p Part, at measure.Length, e survey.Estimate, straight string) []Line {
	tell := f.rules.Tell
	if h := f.Wall.Hung; h != nil {
		return []Line{{tell(words.CeilingOverFootAt, at, straight), f.length(e.Value), e.From}}
	}
	if !p.OwnHeight() {
		if p.Under == 0 {
			return []Line{{tell(words.GapAt, at, straight), f.length(e.Value), e.From}}
		}
		return []Line{{tell(words.GapAt, at, straight), f.length(e.Value) + p.Under, e.From}, {What: tell(words.ClearUnderTheCeiling), Value: -p.Under}}
	}
	what := words.HeightOverFloorAt
	if p.Gauged {
		what = words.PocketsHeight
	}
	lines := []Line{{What: tell(what, p.Datum), Value: p.Height}}
	if rise := p.top(at) - p.Height; rise != 0 {
		lines = append(lines, Line{What: tell(words.RiseTo, at), Value: rise})
	}
	if more := f.length(e.Value) - p.top(at); math.Abs(e.Value-p.top(at).Millimetres()) > 1e-6 { // else the floor is level, or taken as that
		lines = append(lines, Line{tell(words.FloorLowerThanAt, at, p.Datum), more, e.From})
	}
	return lines
}

// topLines take off what lies along a part's top.
func (f *Laid) topLines(p Part) []Line {
	var out []Line
	for n, l := range p.Top {
		said := words.PieceOf
		if p.thick(l) != l.Thickness {
			said = words.PieceAlongTheSlope
		}
		out = append(out, Line{What: f.rules.Tell(said, words.Term(p.kindOf(n)), l.ID), Value: -p.thick(l)})
	}
	return out
}

// checkOwnHeight says what a top of its own goes by, and where it meets what is over it.
func (f *framer) checkOwnHeight(p Part) {
	if !p.OwnHeight() || p.Gauged {
		return
	}
	if t, ok := f.heights.(tops); ok && !t.level {
		f.find(Note, "top-follows-floor", p.From, nil, f.rules.Tell(words.TopFollowsTheFloor, p.Height), f.rules.Tell(words.LevelTheFloorAlongIt))
	}
	var sums [][]survey.Term
	var at []measure.Length
	for i := range sectionPoints + 1 {
		s := p.From + (p.To-p.From)*measure.Length(i)/sectionPoints
		down := f.floorAt(s)
		down.Weight = -1
		at = append(at, s)
		sums = append(sums, []survey.Term{{Of: survey.Ceiling, At: f.Wall.At(s), Weight: 1}, down})
	}
	ceiling, own := f.building.EstimateAll(sums), f.heights.EstimateAll(sums)
	for i := range sums {
		if ceiling[i].Known && own[i].Known && own[i].Value > ceiling[i].Value+0.5 {
			f.find(Stop, "over-the-ceiling", at[i], f.hangOnTop(p), f.rules.Tell(words.TopOverTheCeiling, at[i], words.MM(own[i].Value), words.MM(ceiling[i].Value)), f.rules.Tell(words.LowerItOrGoToTheCeiling))
			return
		}
	}
}

// hangOnTop are the pieces of a part that hang on its top.
func (f *framer) hangOnTop(p Part) []string {
	var out []string
	for _, m := range f.Members {
		if m.From >= p.From && m.To <= p.To && (m.Kind.UnderTop() || m.Kind == wood.TopPlate || m.Kind == wood.Cap) {
			out = append(out, m.ID)
		}
	}
	return out
}
