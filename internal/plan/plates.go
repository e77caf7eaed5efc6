package plan

import (
	"fmt"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/words"
)

// PlatesSaid is how a wall's plates are cut, notched and tied. Usual practice.
type PlatesSaid struct {
	Ground  string    `json:"ground,omitempty" doc:"What keeps the lowest plate off concrete: treated, track or membrane."`
	Stack   string    `json:"stack,omitempty" doc:"Plates that are alike and cut in one stack."`
	Ties    []Tied    `json:"ties" nullable:"false" doc:"Straps and laps of the top plates."`
	Notches []Notched `json:"notches" nullable:"false" doc:"Where the bottom plate is cut for what comes through it."`
	Doors   []string  `json:"doors" nullable:"false" doc:"How the bottom plate goes through each doorway."`
	Straps  int       `json:"straps"`
	Nails   int       `json:"nails" doc:"For the straps."`
}

// Tied is one tie of a top plate.
type Tied struct {
	At    string `json:"at" doc:"Station."`
	Said  string `json:"said"`
	What  string `json:"what"`
	Strap bool   `json:"strap,omitempty"`
}

// Notched is one notch or hole in the bottom plate.
type Notched struct {
	At   string `json:"at" doc:"Station of its middle."`
	Said string `json:"said"`
	Wide string `json:"wide"`
	Off  string `json:"off" doc:"From the snapped face to its middle."`
	How  string `json:"how" enum:"bore,notch,through,ends,foot"`
	Text string `json:"text"`
}

func (s *writer) platesSaid(f *framing.Framed) *PlatesSaid {
	u := s.Rules.Units
	w := f.Wall
	out := &PlatesSaid{Ties: []Tied{}, Notches: []Notched{}, Doors: []string{}}
	for _, o := range w.Openings {
		switch {
		case !o.CutsPlate():
		case s.Rules.Whole:
			out.Doors = append(out.Doors, s.Rules.Tell(words.PlateSawnOutAfter, o.ID, o.Left(), o.Right()))
		default:
			out.Doors = append(out.Doors, s.Rules.Tell(words.PlateInStubs, o.ID, o.Left(), o.Right()))
		}
	}
	if s.Concrete {
		switch {
		case w.Bottom[0].Treated:
			out.Ground = s.Rules.Tell(words.LowestPlateTreatedGlovesMask, w.Bottom[0].ID)
		case w.Bottom[0].Track:
			out.Ground = s.Rules.Tell(words.LowestPlateSteelTrackIts, w.Bottom[0].ID)
		default:
			out.Ground = s.Rules.Tell(words.MembraneLiesUnderLowestPlate, w.Length)
		}
	}
	if f.Alike > 1 {
		count := map[int]string{2: "Two", 3: "Three"}[f.Alike]
		if count == "" {
			count = fmt.Sprint(f.Alike)
		}
		out.Stack = s.Rules.Tell(words.PlatesAlikeCutMarkThem, count)
	}
	nearest := u.Pick(measure.Inch/16, measure.Millimetre)
	for _, t := range f.Ties {
		at := t.At.Nearest(nearest)
		out.Ties = append(out.Ties, Tied{u.Write(at), s.Say(at), t.What, t.Strap})
		out.Nails += t.Nails
		if t.Strap {
			out.Straps++
		}
	}
	for _, n := range f.Notches {
		at := n.At.Nearest(nearest)
		out.Notches = append(out.Notches, Notched{u.Write(at), s.Say(at), u.Write(n.Wide), u.Write(n.Off), n.How, s.Rules.Tell(words.ThingAtHow, n.What, at, n.Say(s.Rules))})
	}
	return out
}
