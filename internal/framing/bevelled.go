package framing

import (
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// bevelStep is how far apart bevelled blocks lie at most. Usual practice: 24 in (600 mm).
func (r Rules) bevelStep() measure.Length {
	return r.Units.Pick(24*measure.Inch, 600*measure.Millimetre)
}

// bevelledEnds lays blocks between a square end stud and what its wall meets at an odd
// angle: a stud's thickness long on one side, and as much longer on the other as the wall
// is askew. Source: the work, step 6; trigonometry.
func (f *framer) bevelledEnds() {
	w, t := f.Wall, f.Wall.Lumber.Thickness
	for k, e := range []End{w.Start, w.Stop} {
		if !e.Blocks || e.Bevel == 0 {
			continue
		}
		var stud *Member
		for i := range f.Members {
			m := &f.Members[i]
			if m.Kind == wood.Stud && (k == 0 && m.From == e.Held || k == 1 && m.To == w.Length-e.Held) {
				stud = m
			}
		}
		if stud == nil || !stud.Known {
			continue
		}
		foot, high := f.onPlate(stud)
		from, to := measure.Length(0), stud.From
		if k == 1 {
			from, to = stud.To, w.Length
		}
		// from the stud to the face: so far along the snapped face, as much more along the back
		long, short := max(e.Held, e.Held+e.Skew), min(e.Held, e.Held+e.Skew)
		for n, at := range Spread(0, high, t/2, f.rules.bevelStep()) {
			m := Member{Kind: wood.BevelBlock, Lumber: w.Lumber, From: from, To: to, Known: true, State: stud.State, Exact: long, Short: short, Slope: e.Bevel, Base: foot + (at - t/2).Millimetres(), Why: f.rules.Tell(words.BetweenStudAndFace, n+1)}
			m.Sum = []Line{{What: f.rules.Tell(words.StudHeldIn), Value: e.Held}}
			if e.Skew > 0 {
				m.Sum = append(m.Sum, Line{What: f.rules.Tell(words.SkewOverItsDepth, e.Bevel), Value: e.Skew})
			}
			m.Cut = wood.BevelBlock.Round(m.Exact, f.rules.Mark)
			side := f.rules.Tell(words.TheSnappedFace)
			if e.Skew > 0 {
				side = f.rules.Tell(words.TheBack)
			}
			m.Bevel = f.rules.Tell(words.BlockCutOffSquare, e.Bevel, 90-e.Bevel, side, long-short)
			f.Members = append(f.Members, m)
		}
		f.find(Note, "bevelled-blocks", stud.From, nil, f.rules.Tell(words.BevelledBlocksAt, w.EndName(k == 1), long, short), f.rules.Tell(words.CutOneFromScrap))
	}
}
