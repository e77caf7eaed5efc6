package framing

import (
	"slices"

	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// FloorWork is work in a floor or a ceiling without a wall.
type FloorWork struct {
	ID      string
	Lumber  *wood.Lumber
	Of      string           // floor or ceiling
	Centres []measure.Length // of its joists, square to them from the first, rising
	Width   measure.Length   // of a joist
	From    measure.Length
	To      measure.Length
	Inline  bool
	Seams   []measure.Length

	Start geo.Point // of its line, on the first joist
	Along geo.Point // unit: the way the joists run; its line goes to the left of it

	Doubled int            // which joist is doubled, from 1; 0: it is a row of blocks
	Long    measure.Length // of each piece beside it
	Plies   int
	Hangers int
	Hanger  string
	By      string
}

// Frame works its pieces out: each block to its own bay, every other on the other side
// of the line; none at a sheet's seam until the sheet is down. A doubled joist is as it
// was designed. Source: the work, step 6.
func (w FloorWork) Frame(rules Rules) *Framed {
	long := max(w.To-w.From, w.Long, w.Lumber.Thickness)
	f := &Laid{Framed: Framed{Wall: &Wall{ID: w.ID, Lumber: w.Lumber, To: geo.Point{X: long.Millimetres()}, Length: long, Bottom: []*wood.Lumber{w.Lumber}, Top: []*wood.Lumber{w.Lumber}, Layout: Layout{Spacing: long}, Carries: CarriesNought}}, rules: rules}
	if w.Doubled > 0 {
		f.double(w)
	} else {
		f.blocks(w)
	}
	framer := &framer{Laid: f}
	framer.name()
	for i := range f.Members {
		framer.checkPiece(&f.Members[i])
	}
	framer.settleStates()
	return &f.Framed
}

// Beyond says whether a block of a staggered row lies on the far side of the line.
func (w FloorWork) Beyond(m Member) bool {
	i := slices.IndexFunc(w.Centres, func(c measure.Length) bool { return c+w.Width/2 == m.From })
	return !w.Inline && i%2 == 1
}

func (f *Laid) blocks(w FloorWork) {
	left := 0
	for i := range len(w.Centres) - 1 {
		low, high := w.Centres[i]+w.Width/2, w.Centres[i+1]-w.Width/2
		if w.Centres[i] < w.From || w.Centres[i+1] > w.To || high <= low {
			continue
		}
		m := Member{Kind: wood.Block, Lumber: w.Lumber, From: low, To: high, Known: true, Exact: high - low, State: Ready, Sum: []Line{{What: f.rules.Tell(words.ClearBayBetweenJoists, w.Of), Value: high - low}}}
		m.Cut = wood.Block.Round(m.Exact, f.rules.Mark)
		if !w.Inline {
			side := words.ThisSideOfTheLine
			if w.Beyond(m) {
				side = words.FarSideOfTheLine
			}
			m.Why = f.rules.Tell(side)
		}
		if slices.ContainsFunc(w.Seams, func(s measure.Length) bool { return s >= w.Centres[i] && s <= w.Centres[i+1] }) {
			m.State, m.Pending = Blocked, f.rules.Tell(words.LeftOutUntilTheSheet)
			left++
		}
		f.Members = append(f.Members, m)
	}
	if left > 0 {
		f.find(Note, "blocks-left-out", w.From, nil, f.rules.Tell(words.BlocksLeftOutAtSeams, left), f.rules.Tell(words.PutThemInOnceTheSheetIsOn))
	}
}

func (f *Laid) double(w FloorWork) {
	at := w.Centres[w.Doubled-1]
	for range w.Plies {
		m := Member{Kind: wood.Sister, Lumber: w.Lumber, From: 0, To: w.Long, Known: true, Exact: w.Long, State: Ready, Why: f.rules.Tell(words.AsDesignedBy, w.By), Sum: []Line{{What: f.rules.Tell(words.LongAsDesigned), Value: w.Long}}}
		m.Cut = wood.Sister.Round(m.Exact, f.rules.Mark)
		f.Members = append(f.Members, m)
	}
	text := f.rules.Tell(words.JoistIsDoubled, w.Doubled, at, w.Plies, w.By)
	if w.Hangers > 0 {
		text += f.rules.Tell(words.WithHangers, w.Hangers, w.Hanger)
	}
	f.find(Note, "joist-doubled", at, nil, text, f.rules.Tell(words.FixedAsThePaperSays))
}
