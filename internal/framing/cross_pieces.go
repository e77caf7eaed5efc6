package framing

import (
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// addCrossPieces lays a piece under each crossing, between the studs beside it.
func (f *framer) addCrossPieces() {
	w := f.Wall
	for _, c := range w.Crossings {
		m := Member{
			Kind: wood.CrossPiece, Lumber: w.Lumber, From: c.From, To: c.To, Known: true, Exact: c.To - c.From, State: Ready,
			Why: f.rules.Tell(words.LiesUnder, c.Name), Sum: []Line{{What: f.rules.Tell(words.ClearBetweenStudsBeside, c.Name), Value: c.To - c.From}},
		}
		m.Cut = wood.CrossPiece.Round(m.Exact, f.rules.Mark)
		m.Base = f.crossTop(c) - w.Lumber.Thickness.Millimetres()
		f.Members = append(f.Members, m)
		if c.Whole {
			m.Base, m.Why = f.crossUpper(c), f.rules.Tell(words.LiesOver, c.Name)
			f.Members = append(f.Members, m)
		}
	}
}

// tellCrossed says how each crossing is framed, once pieces have their names.
func (f *framer) tellCrossed() {
	pieces := []Member{}
	for _, m := range f.Members {
		if m.Kind == wood.CrossPiece {
			pieces = append(pieces, m)
		}
	}
	next := 0
	for _, c := range f.Wall.Crossings {
		out := Crossed{Crossing: c, Piece: pieces[next].ID, Long: pieces[next].Cut, Top: f.crossTop(c)}
		if next++; c.Whole {
			out.UpperPiece = pieces[next].ID
			next++
		}
		floor := 0.0
		if e := f.heights.EstimateAll([][]survey.Term{{f.floorAt(c.At)}})[0]; e.Known {
			floor = e.Value
		}
		out.High = f.length(out.Top - floor)
		for _, m := range f.Members {
			if m.From < c.From || m.To > c.To {
				continue
			}
			switch m.Kind {
			case wood.ShortStud, wood.ShortCrip:
				out.Studs = append(out.Studs, m.ID)
			case wood.HighStud:
				out.Highs = append(out.Highs, m.ID)
			}
		}
		f.Crossed = append(f.Crossed, out)
	}
}

// crossTop is the elevation of a cross piece's upper face, as well as it is known;
// where no level was shot it is over the floor.
func (f *framer) crossTop(c Crossing) float64 {
	top := c.Under - c.Below
	if c.Over {
		if e := f.heights.EstimateAll([][]survey.Term{{f.floorAt(c.At)}})[0]; e.Known {
			top += e.Value
		}
	}
	return top
}

// crossTerms is what a crossing's underside is read from: the floor under it, or
// nothing where it is an elevation.
func (f *framer) crossTerms(c Crossing) []survey.Term {
	if c.Over {
		return []survey.Term{f.floorAt(c.At)}
	}
	return f.step(c.At, c.At)
}

// crossUpper is the elevation of the foot of what lies over something that comes
// through, as well as it is known.
func (f *framer) crossUpper(c Crossing) float64 {
	foot := c.Upper
	if e := f.heights.EstimateAll([][]survey.Term{{f.floorAt(c.At)}})[0]; e.Known {
		foot += e.Value
	}
	return foot
}

// overCross adds up a stud over something that comes through: e is from the floor
// there up to what the wall reaches.
func (f *framer) overCross(c Crossing, e survey.Estimate, centre measure.Length, straight string) []Line {
	tell := f.rules.Tell
	lines := append([]Line{{tell(words.GapAt, centre, straight), f.length(e.Value), e.From}}, f.topLines(f.Wall.part(centre))...)
	return append(lines,
		Line{What: tell(words.UpperSideOf, c.Name), Value: -f.length(c.Upper)},
		Line{What: tell(words.PieceOf, words.Term(wood.CrossPiece), f.Wall.Lumber.ID), Value: -f.Wall.Lumber.Thickness})
}

// underCrossOverHead adds up a cripple that ends under a cross piece: e is from the
// floor that the head is over up to what the crossing is read from.
func (f *framer) underCrossOverHead(u upright, e survey.Estimate) []Line {
	c, h, o := f.Wall.Crossings[u.cross-1], f.heads[u.opening], f.Wall.Openings[u.opening]
	tell := f.rules.Tell
	lines := []Line{
		{What: tell(words.UndersideOf, c.Name), Value: f.length(c.Under+e.Value) + f.headFloor(u.opening)},
		{What: tell(words.RoomUnder, c.Name), Value: -f.length(c.Below)},
		{What: tell(words.PieceOf, words.Term(wood.CrossPiece), f.Wall.Lumber.ID), Value: -f.Wall.Lumber.Thickness},
	}
	for _, l := range f.headLines(u.opening) {
		lines = append(lines, Line{l.What, -l.Value, l.Readings})
	}
	lines = append(lines, Line{What: tell(words.HeaderOf, o.ID), Value: -o.Header.Height()})
	if h.lift != 0 {
		lines = append(lines, Line{What: tell(words.JacksCutUpToMark), Value: -h.lift})
	}
	return lines
}

// underCross adds up a stud that ends under a cross piece: e is what its floor is
// lower than what the crossing is read from.
func (f *framer) underCross(c Crossing, e survey.Estimate, own survey.Estimate, centre measure.Length) []Line {
	tell := f.rules.Tell
	lines := []Line{
		{What: tell(words.UndersideOf, c.Name), Value: f.length(c.Under)},
		{What: tell(words.RoomUnder, c.Name), Value: -f.length(c.Below)},
		{What: tell(words.PieceOf, words.Term(wood.CrossPiece), f.Wall.Lumber.ID), Value: -f.Wall.Lumber.Thickness},
		{tell(words.OwnFloorAt, centre), f.length(e.Value), own.From},
	}
	return append(lines, plateLines(f.rules, wood.BottomPlate, f.Wall.Bottom)...)
}
