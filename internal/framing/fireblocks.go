package framing

import (
	"slices"

	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// UsualFireBlocks is how far a bay may be open from one block to the next. Usual: 10 ft
// (3 m), along furred walls too. The local code decides.
func UsualFireBlocks(u measure.System) measure.Length {
	return u.Pick(10*measure.Foot, 3*measure.Metre)
}

// addFireBlocks closes each bay that is open farther than the crew lets it be: the
// plates close it at floor and ceiling, noggings serve, and blocks at equal heights do
// the rest. Source: the work, step 6.
func (f *framer) addFireBlocks() {
	most := f.rules.FireBlocks
	if most <= 0 {
		return
	}
	t := f.Wall.Lumber.Thickness
	for _, g := range f.spaces() {
		if !g.known || g.high <= most {
			continue // it waits for its height, or is low enough
		}
		closed := []measure.Length{0, g.high + t} // the feet of what closes it
		for i := range f.Members {
			if m := &f.Members[i]; m.Kind == wood.Nogging && m.From < g.to && m.To > g.from {
				closed = append(closed, f.length(m.Base-g.foot)+t)
				m.Why = f.rules.Tell(words.ServesAsFireBlock, m.Why, most)
			}
		}
		slices.Sort(closed)
		for i := 1; i < len(closed); i++ {
			low, high := closed[i-1], closed[i]-t // clear from one to the next
			f.blocksBetween(g, low, high, most)
		}
	}
}

// blocksBetween lays as many blocks as it takes, at equal heights where nothing lies in
// their way; else under that.
func (f *framer) blocksBetween(g space, low, high, most measure.Length) {
	t := f.Wall.Lumber.Thickness
	for high-low > most {
		n := measure.Length(1)
		for high-low-n*t > (n+1)*most {
			n++
		}
		foot := f.under(g, low+(high-low-n*t)/(n+1))
		if foot < low {
			break // what lies there fills the bay from below
		}
		f.Members = append(f.Members, Member{
			Kind: wood.FireBlock, Lumber: f.Wall.Lumber, From: g.from, To: g.to, Known: true, Exact: g.to - g.from, Cut: wood.FireBlock.Round(g.to-g.from, f.rules.Mark), State: Ready,
			Base: g.foot + foot.Millimetres(), Why: f.rules.Tell(words.ClosesTheBayAt, foot+t/2), Sum: []Line{{What: f.rules.Tell(words.ClearBayOfIt), Value: g.to - g.from}},
		})
		low = foot + t
	}
}

// under is the foot of a block at a height, or as high as it goes under what lies there.
func (f *framer) under(g space, foot measure.Length) measure.Length {
	t := f.Wall.Lumber.Thickness
	for {
		m := f.lying(g, foot, foot+t)
		if m == nil {
			return foot
		}
		foot = f.length(m.Base-g.foot) - t
	}
}

// checkFurred says where the gap behind a furring is closed: blocks in its bays don't
// reach there.
func (f *framer) checkFurred() {
	most := f.rules.FireBlocks
	if most <= 0 || !f.Wall.Furred {
		return
	}
	var behind []string
	last := measure.Length(0)
	var stud *Member
	for i := range f.Members {
		m := &f.Members[i]
		if !m.Kind.FullHeight() {
			continue
		}
		if m.From-last > most && stud != nil {
			behind, last = append(behind, stud.ID), stud.From
		}
		if stud == nil || m.From > stud.From {
			stud = m
		}
	}
	text := f.rules.Tell(words.OpenBehindTheFurring)
	if behind != nil {
		text = f.rules.Tell(words.OpenBehindTheFurringAt, list(f.rules, behind, "", ""), most)
	}
	f.find(Note, "open-behind", 0, behind, text, f.rules.Tell(words.PackBehindTheFurring))
}
