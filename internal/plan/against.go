package plan

import (
	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/words"
	"homalos/internal/work"
)

// AgainstSaid is how a wall lies to the joists of floor or ceiling, the blocks
// it needs and where its plate is fixed. Usual practice; the local code and the
// maker of the fixing decide.
type AgainstSaid struct {
	Of      string        `json:"of" enum:"floor,ceiling"`
	Lie     string        `json:"lie" enum:"crosses,under,between,none,not-read,off"`
	Text    string        `json:"text"`
	Fix     string        `json:"fix,omitempty"`
	Block   string        `json:"block,omitempty" doc:"Length of the shortest block: the clear bay."`
	Blocks  []string      `json:"blocks" nullable:"false" doc:"Stations of the blocks' centres."`
	Lengths []string      `json:"lengths" nullable:"false" doc:"Length of each block, its own clear bay, in their order."`
	Over    [][2]string   `json:"over,omitempty" nullable:"false" doc:"Stretches over which a joist lies that crosses at a slant."`
	Fixings []FixedAt     `json:"fixings" nullable:"false"`
	Short   []ShortStub   `json:"short" nullable:"false" doc:"Plate stubs too short for two fixings."`
	Counts  []FixingCount `json:"counts" nullable:"false" doc:"The parts of count; they add up to it."`
	Cover   string        `json:"cover,omitempty" doc:"What lies between the plate and what holds, as probed."`
	Needs   string        `json:"needs,omitempty" doc:"The shortest fixing that bites as is usual: through the plate and what lies behind it."`
	How     []work.Line   `json:"how,omitempty" nullable:"false" doc:"How the places of blocks and fixings were laid out; none where they go at the joists."`
	By      string        `json:"by" enum:"screw,nail,pin,bolt,resin,self-drilling,adhesive" doc:"What the plate is fixed with."`
	Count   int           `json:"count" doc:"Fixings in all."`
	Length  string        `json:"length,omitempty" doc:"Of the fixing; left out where it wasn't given."`
	Bite    string        `json:"bite,omitempty" doc:"Its length less the plate and what lies between that and what holds."`
	Cure    float64       `json:"cure,omitempty" doc:"Hours before it may be loaded, as its maker says."`
	With    string        `json:"with" doc:"That in a sentence."`
	Heed    string        `json:"heed,omitempty" doc:"What to heed with it."`
}

// FixingCount is one part of how many fixings there are.
type FixingCount struct {
	What string `json:"what"`
	N    int    `json:"n" doc:"Less than nothing for what is left out."`
}

// FixedAt is one place where a plate is fixed.
type FixedAt struct {
	At    string `json:"at" doc:"Station."`
	Said  string `json:"said"`
	Count int    `json:"count"`
	Moved bool   `json:"moved,omitempty" doc:"Off its even place, clear of a stud's foot or a pipe."`
	Slant bool   `json:"slant,omitempty" doc:"A stud or a pipe is in the way there: driven at a slant beside it."`
}

// ShortStub is a stub of plate beside a door.
type ShortStub struct {
	From string `json:"from"`
	To   string `json:"to"`
	Text string `json:"text"`
}

func (s *writer) writeAgainst(w *work.Wall) []AgainstSaid {
	u := s.Rules.Units
	out := []AgainstSaid{}
	for i, a := range w.Against {
		text, fix := a.Said(s.Rules)
		one := AgainstSaid{Of: []string{"floor", "ceiling"}[i], Lie: string(a.Lie), Text: text, Fix: fix, Blocks: []string{}, Lengths: []string{}, Fixings: []FixedAt{}, Short: []ShortStub{}}
		one.By, one.Count, one.Cure = a.Anchor.By, a.Count, a.Anchor.Cure
		one.With, one.Heed = a.With(s.Rules)
		one.Counts, one.Cover = []FixingCount{}, a.Cover.What
		for _, c := range a.Counts {
			one.Counts = append(one.Counts, FixingCount(c))
		}
		if !a.Anchor.Means().Bead {
			one.Needs = u.Write(a.Needs)
		}
		if a.Anchor.Length > 0 {
			one.Length, one.Bite = u.Write(a.Anchor.Length), u.Write(a.Bite)
		}
		if i == 0 && w.Wall.Membrane {
			one.With += s.Rules.Tell(words.OverMembrane)
		}
		if a.Lie == framing.Between {
			least, _ := a.Each()
			one.Block = u.Write(least)
		}
		for _, b := range a.Blocks {
			one.Blocks = append(one.Blocks, u.Write(b.At.Nearest(u.Pick(measure.Inch/16, measure.Millimetre))))
			one.Lengths = append(one.Lengths, u.Write(b.Clear))
		}
		for _, x := range a.Slants {
			mark := s.Rules.Mark / 2
			one.Over = append(one.Over, [2]string{u.Write(x[0].Nearest(mark)), u.Write(x[1].Nearest(mark))})
		}
		for _, x := range a.Fixings {
			at := x.At.Nearest(u.Pick(measure.Inch/16, measure.Millimetre))
			one.Fixings = append(one.Fixings, FixedAt{u.Write(at), s.Say(at), x.Count, x.Moved, x.Slant})
		}
		for _, l := range a.How {
			one.How = append(one.How, work.Line{What: l.What, Value: u.Write(l.Value.Nearest(s.Rules.Mark / 2))})
		}
		for _, b := range a.Short {
			one.Short = append(one.Short, ShortStub{u.Write(b[0]), u.Write(b[1]), work.ShortSaid(s.Site, b)})
		}
		out = append(out, one)
	}
	return out
}
