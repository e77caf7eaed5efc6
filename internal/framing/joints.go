package framing

import (
	"slices"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// stagger cuts the runs of one or two layers into pieces no longer than stock.
// Joints of the second keep the lap from those of the first; where the first
// cut leaves the second no stud, other cuts of the first are tried.
func (f *Laid) stagger(layers []layer) [][]piece {
	out := make([][]piece, len(layers))
	if len(layers) == 0 {
		return out
	}
	studs := f.jointStuds()
	if surfaceOf(layers[0].kind) == survey.Ceiling { // it runs on over a beam
		studs = slices.DeleteFunc(studs, func(c measure.Length) bool { return f.Wall.beamOver(c) != nil })
	}
	first, well := f.cutLayer(layers[0], studs, nil, nil)
	out[0] = first
	if len(layers) > 1 {
		second, ok := f.cutLayer(layers[1], studs, joints(f.Wall, layers[0].kind, first), nil)
		if !ok && well {
			if one, two, both := f.cutBoth(layers, studs); both {
				return [][]piece{one, two}
			}
		}
		out[1] = second
		if !ok {
			f.badJoints(layers[1], second, studs, joints(f.Wall, layers[0].kind, first))
		}
	}
	if !well {
		f.badJoints(layers[0], first, studs, nil)
	}
	return out
}

// jointStuds are the centres of studs and kings that a plate may be joined over,
// rising.
func (f *Laid) jointStuds() []measure.Length {
	var out []measure.Length
	for _, u := range f.standing {
		if u.kind == wood.Stud || u.kind == wood.King {
			out = append(out, u.from+(u.to-u.from)/2)
		}
	}
	slices.Sort(out)
	return out
}

// joints are where the pieces of a layer meet end to end: not where the plates
// end at a step.
func joints(w *Wall, kind wood.Kind, pieces []piece) []measure.Length {
	var out []measure.Length
	for i := 1; i < len(pieces); i++ {
		if at := pieces[i].from; at == pieces[i-1].to && !w.breaksAt(surfaceOf(kind), at) {
			out = append(out, pieces[i].from)
		}
	}
	return out
}

func (f *Laid) clearOf(c measure.Length, others []measure.Length) bool {
	for _, o := range others {
		if (o - c).Abs() < f.rules.Lap {
			return false
		}
	}
	return true
}

// sliver is the shortest piece that a joint leaves: usual practice, a bay.
func (r Rules) sliver() measure.Length {
	return r.Units.Pick(16*measure.Inch, 400*measure.Millimetre)
}

// on brings a joint over a stud to a whole mark from where its piece begins: it
// is on the stud all the same.
func (f *Laid) on(c, from measure.Length) measure.Length {
	return from + (c - from).Nearest(f.rules.Mark)
}

// over says whether a joint lies over the middle of one of the studs.
func (f *Laid) over(c measure.Length, studs []measure.Length) bool {
	return slices.ContainsFunc(studs, func(s measure.Length) bool { return (s - c).Abs() <= f.rules.Mark/2 })
}

// cutLayer takes the farthest joint that will do, piece by piece: over a stud,
// clear of the other layer's, no sliver on either side of it. skip, by joint,
// passes over that many good ones first. False: some joint lands where it
// shouldn't.
func (f *Laid) cutLayer(l layer, studs, others []measure.Length, skip []int) ([]piece, bool) {
	var out []piece
	well, n := true, 0
	for i, run := range l.runs {
		from, start, stop := run.from, measure.Length(0), measure.Length(0)
		if i == 0 {
			start = max(f.Wall.Start.Skew, 0)
		}
		if i == len(l.runs)-1 {
			stop = max(f.Wall.Stop.Skew, 0)
		}
		longest := l.wood.Longest() - f.overlap(layer{wood: l.wood, runs: []piece{{0, 2}}}, piece{0, 1})
		if l.sloped > 1 {
			longest = scaled(longest, 1/l.sloped)
		}
		for run.to+stop-from+start > longest {
			limit := from - start + longest
			start = 0
			pass := 0
			if n < len(skip) {
				pass = skip[n]
			}
			joint := measure.Length(-1 << 62)
			for k := len(studs) - 1; k >= 0; k-- {
				c := f.on(studs[k], from)
				whole := c-from >= f.rules.sliver() && run.to-c >= f.rules.sliver()
				if c <= limit && whole && f.clearOf(c, others) {
					if joint = c; pass == 0 {
						break
					}
					pass--
					joint = -1 << 62
				}
			}
			if joint <= from {
				if joint, well = f.anyJoint(studs, others, from, limit, run.to), false; joint <= from {
					joint = limit
				}
			}
			out = append(out, piece{from, joint})
			from = joint
			n++
		}
		out = append(out, piece{from, run.to})
	}
	return out, well
}

// anyJoint is the best of what doesn't do: clear of the other layer's with half
// a bay on either side of it, else no sliver, else the farthest stud.
func (f *Laid) anyJoint(studs, others []measure.Length, from, limit, end measure.Length) measure.Length {
	best, worth := from, 0
	for _, c := range studs {
		c = f.on(c, from)
		if c <= from || c > limit || c >= end {
			continue
		}
		least, w := min(c-from, end-c), 1
		switch {
		case least >= f.rules.sliver()/2 && f.clearOf(c, others):
			w = 3
		case least >= f.rules.sliver():
			w = 2
		}
		if w >= worth {
			best, worth = c, w
		}
	}
	return best
}

// cutBoth looks for a cut of the first layer that leaves the second one its
// studs.
func (f *Laid) cutBoth(layers []layer, studs []measure.Length) (first, second []piece, ok bool) {
	const tries, back = 400, 6
	skip := make([]int, 4)
	for range tries {
		k := 0
		for ; k < len(skip); k++ {
			if skip[k]++; skip[k] <= back {
				break
			}
			skip[k] = 0
		}
		if k == len(skip) {
			break
		}
		first, ok = f.cutLayer(layers[0], studs, nil, skip)
		if !ok {
			continue
		}
		if second, ok = f.cutLayer(layers[1], studs, joints(f.Wall, layers[0].kind, first), nil); ok {
			return first, second, true
		}
	}
	return nil, nil, false
}

func (f *Laid) badJoints(l layer, pieces []piece, studs, others []measure.Length) {
	for _, c := range joints(f.Wall, l.kind, pieces) {
		least := f.beside(pieces, c)
		text := f.rules.Tell(words.PlateJointAtLandsOn, l.wood.ID, c)
		switch {
		case !f.over(c, studs) || !f.clearOf(c, others):
		case least < f.rules.sliver():
			text = f.rules.Tell(words.PlateJointLeavesASliver, l.wood.ID, c, least)
		default:
			continue
		}
		f.find(Warn, "plate-joint", c, nil, text, f.rules.Tell(words.BuyLongerStickForThis))
		f.Findings[len(f.Findings)-1].Wood = l.wood
	}
}

// beside is the shorter of the two pieces that meet at a joint.
func (f *Laid) beside(pieces []piece, joint measure.Length) measure.Length {
	least := f.Wall.Length
	for _, p := range pieces {
		if p.from == joint || p.to == joint {
			least = min(least, p.to-p.from)
		}
	}
	return least
}
