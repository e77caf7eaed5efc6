package framing

import (
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/words"
)

// Match is an opening that is there, as one of a wall is to line up with it: where
// its sides and its underside would be there, set back by what still comes on them.
type Match struct {
	Opening, In string
	Floor, Head [2]measure.Length // stations of the left and the right side
	Under       [2]measure.Length // heights over the floor at both sides
}

// Matched is how an opening lies to the one it is to line up with. Each mismatch is
// the new place less the old one, positive where the new opening is the larger.
type Matched struct {
	Match
	Of          string            // the new opening
	AtFloor     [2]measure.Length // of the left and the right side
	AtHead      [2]measure.Length
	AtUnder     [2]measure.Length
	Level       bool // the floor isn't known there: it is taken as level
	Worst, Best measure.Length
	Centre      measure.Length // the plumb opening that comes nearest
	Width       measure.Length
	Height      measure.Length
}

// MatchHand is how much two openings that line up may differ. Usual: 1/8 in, 3 mm.
func MatchHand(u measure.System) measure.Length { return u.Pick(measure.Inch/8, 3*measure.Millimetre) }

// matches lays an opening beside the one it is to line up with. Rule: the work,
// step 5.
func (f *framer) matches(i int, o Opening) Matched {
	m := Matched{Match: *o.Match, Of: o.ID}
	sides := [2]measure.Length{o.Left(), o.Right()}
	floors := f.heights.EstimateAll([][]survey.Term{{f.floorAt(sides[0])}, {f.floorAt(sides[1])}})
	level := f.heads[i].level() + o.headOver().Millimetres()
	m.Level = !floors[0].Known || !floors[1].Known || !f.heads[i].floor.Known
	var best [2]measure.Length // sides of the plumb opening that comes nearest
	raise := [2]measure.Length{}
	for k, out := range []measure.Length{-1, 1} {
		m.AtFloor[k], m.AtHead[k] = out*(sides[k]-m.Floor[k]), out*(sides[k]-m.Head[k])
		best[k] = m.Floor[k] + (m.Head[k]-m.Floor[k])/2
		over := o.headOver()
		if !m.Level {
			over = f.length(level - floors[k].Value)
		}
		m.AtUnder[k] = over - m.Under[k]
		raise[k] = -m.AtUnder[k]
		m.Worst = max(m.Worst, m.AtFloor[k].Abs(), m.AtHead[k].Abs(), m.AtUnder[k].Abs())
		m.Best = max(m.Best, (m.Floor[k]-m.Head[k]).Abs()/2)
	}
	by := raise[0] + (raise[1]-raise[0])/2
	if o.Levelled || o.Tied != nil {
		by = 0 // its head goes by something else
	}
	m.Best = max(m.Best, (raise[0] - by).Abs(), (raise[1] - by).Abs())
	m.Width, m.Height = best[1]-best[0], o.Height+by
	m.Centre = best[0] + m.Width/2
	return m
}

// checkMatches says where an opening doesn't line up with the one that is there.
func (f *framer) checkMatches() {
	hand, tell := MatchHand(f.rules.Units), f.rules.Tell
	for i, o := range f.Wall.Openings {
		if o.Match == nil {
			continue
		}
		m := f.matches(i, o)
		f.Matched = append(f.Matched, m)
		switch {
		case m.Worst <= hand:
		case m.Worst-m.Best > f.rules.Mark:
			f.about(o, Warn, "mismatch", o.Centre, nil, tell(words.LiesOffTheOld, o.ID, m.Opening, m.Worst), tell(words.TakeItsSides, m.Opening, m.Best))
		default:
			f.about(o, Note, "mismatch-stays", o.Centre, nil, tell(words.OldIsOutOfPlumb, m.Opening, m.Worst, o.ID), tell(words.SplitItInTheCasing))
		}
	}
}
