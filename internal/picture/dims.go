package picture

import (
	"math"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/line"
	"homalos/internal/site"
)

// Dim is a dimension on the plan, from what it was measured off: for drawings
// that are handed on.
type Dim struct {
	Of       string // what it is of: room, or a wall's id
	From, To Dot
	Said     string
}

// dims are the room's sides as taped, each new wall's length, and how far each lies
// off what it was struck from.
func (s *drawer) dims(room *Room) []Dim {
	var out []Dim
	n := len(room.Corners)
	for _, t := range room.Ties {
		if t.Kind != "length" || n == 0 {
			continue
		}
		if (t.From+1)%n == t.To || (t.To+1)%n == t.From {
			a, b := room.Corners[t.From], room.Corners[t.To]
			out = append(out, Dim{"room", Dot{a.X, a.Y}, Dot{b.X, b.Y}, t.Value})
		}
	}
	for _, w := range s.Walls {
		out = append(out, Dim{w.Wall.ID, at(w.Wall.From), at(w.Wall.To), s.Rules.Units.Say(w.Wall.Length, s.Rules.Mark/2)})
		out = append(out, s.struckFrom(w.Wall)...)
	}
	return out
}

// struckFrom is how far a wall lies off the face it goes by, near both its ends; or,
// squared off, how far along that face it begins.
func (s *drawer) struckFrom(w *framing.Wall) []Dim {
	l := s.Lines[w.ID]
	if l == nil || l.Relation.Face == nil {
		return nil
	}
	f := l.Relation.Face
	_, _, long := f.Unit()
	switch l.Relation.Kind {
	case line.Square:
		at0 := f.From
		foot := f.Off(l.Relation.At, 0)
		if l.Relation.At < 1 || l.Relation.At > long {
			return nil
		}
		return []Dim{{w.ID, at(at0), at(foot), s.SayMM(l.Relation.At)}}
	case line.Leg:
		return nil
	}
	var out []Dim
	ends := []geo.Point{site.Toward(w.From, w.To, math.Min(300, w.Length.Millimetres()/4)), site.Toward(w.To, w.From, math.Min(300, w.Length.Millimetres()/4))}
	for i, p := range ends {
		along, off := f.Along(p), f.Out(p)
		if along < 0 || along > long || math.Abs(off) < 1 {
			continue
		}
		said := s.SayMM(math.Abs(off))
		if i == 1 && len(out) == 1 && out[0].Said == said {
			continue // parallel: once will do
		}
		out = append(out, Dim{w.ID, at(f.Off(along, 0)), at(p), said})
	}
	return out
}
