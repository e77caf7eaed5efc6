package framing

import (
	"fmt"

	"homalos/internal/measure"
)

// piece is a stretch of plate.
type piece struct{ from, to measure.Length }

// plates makes the members of every plate layer. Longer than stock: pieces
// whose joints land on stud centres, never over an opening, and in two top
// plates at least the lap apart. Source: usual practice (the work, step 3).
func (w *Wall) plates(rules Rules, standing []upright) ([]Member, []Finding) {
	var members []Member
	var findings []Finding
	for layer, lumber := range w.Bottom {
		from := measure.Length(0)
		var runs []piece
		for _, o := range w.Openings {
			if o.CutsPlate() {
				if o.Left() > from {
					runs = append(runs, piece{from, o.Left()})
				}
				from = o.Right()
			}
		}
		if from < w.Length {
			runs = append(runs, piece{from, w.Length})
		}
		for _, run := range runs {
			pieces, f := w.split(run, lumber, standing, nil, rules)
			findings = append(findings, f...)
			for _, p := range pieces {
				members = append(members, plate(BottomPlate, lumber, layer, p, rules))
			}
		}
	}
	var joints []measure.Length
	for layer, lumber := range w.Top {
		pieces, f := w.split(piece{0, w.Length}, lumber, standing, joints, rules)
		findings = append(findings, f...)
		for _, p := range pieces {
			members = append(members, plate(TopPlate, lumber, layer, p, rules))
			if p.to < w.Length {
				joints = append(joints, p.to)
			}
		}
	}
	return members, findings
}

func plate(kind Kind, lumber *Lumber, layer int, p piece, rules Rules) Member {
	long := p.to - p.from
	return Member{
		Kind: kind, Lumber: lumber, Layer: layer, From: p.from, To: p.to, Known: true, Exact: long,
		Cut: kind.round(long, rules.Mark), State: Ready,
		Sum: []Line{{What: "along the wall", Value: long}},
	}
}

// split cuts a run into pieces no longer than stock: each as long as the
// joints allow.
func (w *Wall) split(run piece, lumber *Lumber, standing []upright, others []measure.Length, rules Rules) ([]piece, []Finding) {
	longest := lumber.Longest()
	var out []piece
	var findings []Finding
	from := run.from
	for run.to-from > longest {
		joint := w.joint(from, from+longest, standing, others, rules.Lap)
		if joint <= from {
			joint = w.joint(from, from+longest, standing, nil, 0)
			if joint <= from {
				joint = from + longest
			}
			findings = append(findings, Finding{
				Code: "plate-joint", Level: Warn, Placed: true, At: joint,
				Text: fmt.Sprintf("The %s plate joint at %s lands on no stud that is clear of openings and of the other plate's joint.", lumber.ID, rules.Units.Say(joint, rules.Mark)),
				Fix:  "Buy a longer stick for this plate, or add a stud under the joint.",
			})
		}
		out = append(out, piece{from, joint})
		from = joint
	}
	return append(out, piece{from, run.to}), findings
}

// joint is the farthest stud centre in from..limit that a plate may be joined
// over.
func (w *Wall) joint(from, limit measure.Length, standing []upright, others []measure.Length, lap measure.Length) measure.Length {
	best := measure.Length(-1)
	for _, u := range standing {
		c := u.from + (u.to-u.from)/2
		if u.kind != Stud || c <= from || c > limit {
			continue
		}
		clear := true
		for _, o := range others {
			clear = clear && (o-c).Abs() >= lap
		}
		if clear {
			best = max(best, c)
		}
	}
	return best
}
