package framing

import (
	"cmp"
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

// mostInABay is how many blocks a bay may want: one that wants more is higher than walls
// are, by a slip of a reading.
const mostInABay = 40

// addFireBlocks closes each bay that is open farther than the crew lets it be: the
// plates close it at floor and ceiling, noggings serve, and blocks at equal heights do
// the rest. Source: the work, step 6.
func (f *framer) addFireBlocks() {
	most := f.rules.FireBlocks
	if most <= 0 {
		return
	}
	t := f.Wall.Lumber.Thickness
	var lying []*Member
	for i := range f.Members {
		if m := &f.Members[i]; !m.Kind.Upright() && !m.Kind.Row().Plate && !m.Kind.Row().Apart {
			lying = append(lying, m)
		}
	}
	slices.SortStableFunc(lying, func(a, b *Member) int { return cmp.Compare(a.From, b.From) })
	var blocks []Member
	first := 0 // those before it end before the bay
	for _, g := range f.spaces() {
		for first < len(lying) && lying[first].To <= g.from {
			first++
		}
		if !g.known || g.high <= most {
			continue // it waits for its height, or is low enough
		}
		if g.high > mostInABay*most {
			f.find(Warn, "bay-too-high", g.from, nil, f.rules.Tell(words.BayIsTooHigh, g.from, g.high), f.rules.Tell(words.CheckItsReadings))
			continue
		}
		closed := []measure.Length{0, g.high + t} // the feet of what closes it
		var in []*Member
		for _, m := range lying[first:] {
			if m.From >= g.to {
				break
			}
			if m.To <= g.from {
				continue
			}
			if in = append(in, m); m.Kind == wood.Nogging {
				closed = append(closed, f.length(m.Base-g.foot)+t)
				m.Why = f.rules.Tell(words.ServesAsFireBlock, m.Why, most)
			}
		}
		slices.Sort(closed)
		for i := 1; i < len(closed); i++ {
			blocks = append(blocks, f.blocksBetween(g, in, closed[i-1], closed[i]-t)...)
		}
	}
	f.Members = append(f.Members, blocks...)
}

// blocksBetween are as many blocks as it takes, at equal heights where nothing lies in
// their way; else under that.
func (f *framer) blocksBetween(g space, in []*Member, low, high measure.Length) (out []Member) {
	t, most := f.Wall.Lumber.Thickness, f.rules.FireBlocks
	for high-low > most {
		n := measure.Length(1)
		for high-low-n*t > (n+1)*most {
			n++
		}
		foot := f.under(g, in, low+(high-low-n*t)/(n+1))
		if foot < low {
			break // what lies there fills the bay from below
		}
		out = append(out, Member{
			Kind: wood.FireBlock, Lumber: f.Wall.lumberAt(g.from), From: g.from, To: g.to, Known: true, Exact: g.to - g.from, Cut: wood.FireBlock.Round(g.to-g.from, f.rules.Mark), State: Ready,
			Base: g.foot + foot.Millimetres(), Why: f.rules.Tell(words.ClosesTheBayAt, foot+t/2), Sum: []Line{{What: f.rules.Tell(words.ClearBayOfIt), Value: g.to - g.from}},
		})
		low = foot + t
	}
	return out
}

// under is the foot of a block at a height, or as high as it goes under what lies there.
func (f *framer) under(g space, in []*Member, foot measure.Length) measure.Length {
	t := f.Wall.Lumber.Thickness
	for moved := true; moved; {
		moved = false
		for _, m := range in {
			if at := f.length(m.Base - g.foot); at < foot+t && at+lies(m) > foot {
				foot, moved = at-t, true
			}
		}
	}
	return foot
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
