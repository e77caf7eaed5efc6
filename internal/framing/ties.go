package framing

import (
	"slices"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Tie is how a top plate is tied, at a joint of its own or to another wall.
// Usual practice: the second plate laps, or all are cut alike and a strap takes
// four nails on each side.
type Tie struct {
	At    measure.Length
	What  string
	Strap bool
	Nails int
}

// strapNails: four on each side.
const strapNails = 8

// tieUp lists how the top plates are tied: a strap over each joint that no
// second plate bridges, and lap or strap at each wall that butts this one.
func (f *Laid) tieUp() {
	w := f.Wall
	for _, m := range f.Members {
		if m.Kind == wood.TopPlate && len(w.Top) == 1 && m.To < w.Length-w.Stop.Top && !m.Lumber.Track && !w.breaksAt(survey.Ceiling, m.To) {
			f.Ties = append(f.Ties, Tie{At: m.To, What: f.rules.Tell(words.JointTopPlate), Strap: true, Nails: strapNails})
		}
	}
	for _, j := range w.Joins {
		middle := j.From + (j.To-j.From)/2
		if j.Lap {
			f.Ties = append(f.Ties, Tie{At: middle, What: f.rules.Tell(words.SecondPlateLapsThisWall, j.Other)})
		} else if !w.Off() && !w.Top[len(w.Top)-1].Track {
			f.Ties = append(f.Ties, Tie{At: middle, What: f.rules.Tell(words.StrapTo, j.Other), Strap: true, Nails: strapNails})
		}
	}
	f.Alike = f.alike()
}

// alike is how many layers of plate are cut all the same, so that they go
// through the saw in one stack; 0 where they differ.
func (f *Laid) alike() int {
	cuts := map[[2]any][]measure.Length{}
	n := 0
	for _, m := range f.Members {
		if m.Kind.Row().Plate {
			key := [2]any{m.Kind, m.Layer}
			if cuts[key] == nil {
				n++
			}
			cuts[key] = append(cuts[key], m.Cut)
		}
	}
	var one []measure.Length
	for _, c := range cuts {
		if one != nil && !slices.Equal(one, c) {
			return 0
		}
		one = c
	}
	return n
}
