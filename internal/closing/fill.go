package closing

import (
	"cmp"
	"fmt"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// filler carries a pocket through the steps.
type filler struct {
	*Filled
	rules framing.Rules
	t     measure.Length // of its pieces
	read  measure.Length // half of what a gauge may be off by
	sure  bool           // it was gauged at enough places
}

// Fill closes a pocket. A gauge is sure to read either way; the frame goes in as
// one, so the smallest gauge each way counts for all of it.
func Fill(p Pocket, rules framing.Rules, read measure.Length) *Filled {
	w := &framing.Wall{
		ID: p.ID, Lumber: p.Lumber, To: geo.Point{X: p.Wide.Millimetres()}, Length: p.Wide, Bottom: []*wood.Lumber{p.Lumber}, Top: []*wood.Lumber{p.Lumber},
		Layout: framing.Layout{Spacing: p.Spacing}, Carries: framing.CarriesNought,
	}
	f := &filler{Filled: &Filled{Framed: &framing.Framed{Wall: w}, Pocket: p}, rules: rules, t: p.Lumber.Thickness, read: read}
	least, more := smallest(p.Widths)
	lowest, moreOver := smallest(p.Heights)
	f.Width, f.Play = least.Is, more+p.Allowance
	if lowest.Is > 0 {
		f.Height, f.Over = lowest.Is+p.Strip, moreOver+p.Allowance
	}
	if f.Width > 0 {
		w.Length, w.To.X = f.Width, f.Width.Millimetres()
	}
	f.gauged()
	if f.Width > 0 && f.Height > 0 {
		f.pieces(least, lowest)
		f.Choices = []Choice{f.choice(Nailers), f.choice(Blocks)}
	}
	f.judge()
	f.draw()
	framing.ByWeight(f.Findings)
	return f.Filled
}

// gauged says what is still to be gauged.
func (f *filler) gauged() {
	p, tell := f.Pocket, f.rules.Tell
	f.sure = true
	want := func(code string, text, fix string) {
		f.sure = false
		f.find(framing.Warn, code, text, fix)
	}
	high := f.Height
	if high == 0 {
		high = f.rules.Units.Pick(80*measure.Inch, 2000*measure.Millimetre)
	}
	if f.read > f.rules.Hold && len(p.Widths)+len(p.Heights) > 0 {
		want("gauge-rough", tell(words.GaugesTooRough, p.ID, f.read, f.rules.Hold), tell(words.GaugeFiner))
	}
	wide := f.Width
	if wide == 0 {
		wide = p.Wide
	}
	if from, to, ok := ungauged(p.Widths, high-p.Strip, f.rules.Units); ok {
		want("gauge-width", tell(words.WidthNotGauged, p.ID, from, to), tell(words.GaugeWidthAt, from+(to-from)/2))
	}
	if from, to, ok := ungauged(p.Heights, wide, f.rules.Units); ok {
		want("gauge-height", tell(words.HeightNotGauged, p.ID, from, to), tell(words.GaugeHeightAt, from+(to-from)/2))
	}
}

// pieces are its plates, its studs and what backs the boards' edges.
func (f *filler) pieces(width, height Gauge) {
	p, tell := f.Pocket, f.rules.Tell
	less := framing.Line{What: tell(words.ALittleSmall), Value: -p.Allowance}
	across := []framing.Line{{What: tell(words.SmallestWidthAt, len(p.Widths), width.At), Value: width.Is}, less}
	up := []framing.Line{{What: tell(words.SmallestHeightAt, len(p.Heights), height.At), Value: height.Is}}
	if p.Strip > 0 {
		up = append(up, framing.Line{What: tell(words.FinishCutOut), Value: p.Strip})
	}
	plate := func(kind wood.Kind) framing.Line {
		return framing.Line{What: tell(words.PieceOf, words.Term(kind), p.Lumber.ID), Value: -f.t}
	}
	up = append(up, plate(wood.BottomPlate), plate(wood.TopPlate), less)
	wide := f.Width - p.Allowance
	high := f.Height - 2*f.t - p.Allowance
	if wide <= 2*f.t || high <= f.t {
		f.find(framing.Stop, "pocket-too-small", tell(words.PocketTooSmall, p.ID, f.Width, f.Height), tell(words.FillItSolid))
		return
	}
	side := p.Allowance / 2
	f.add(wood.BottomPlate, side, side+wide, 0, across, "")
	f.add(wood.TopPlate, side, side+wide, f.t+high, across, "")
	if p.Edges == Nailers {
		f.add(wood.Stud, side, side+f.t, f.t, up, tell(words.BacksTheEdges))
		f.add(wood.Stud, side+wide-f.t, side+wide, f.t, up, tell(words.BacksTheEdges))
	}
	for _, at := range stand(wide, f.t, p.Spacing, f.slot(), p.Edges) {
		f.add(wood.Stud, side+at, side+at+f.t, f.t, up, "")
	}
	if p.Edges == Blocks {
		long := min(blockLong(f.rules.Units), high)
		cut := []framing.Line{{What: tell(words.UsualBlock), Value: long}}
		for _, foot := range blockFeet(high, long, p.Spacing) {
			f.add(wood.EdgeBlock, side, side+f.t, f.t+foot, cut, tell(words.BacksTheEdges))
			f.add(wood.EdgeBlock, side+wide-f.t, side+wide, f.t+foot, cut, tell(words.BacksTheEdges))
		}
	}
	f.name()
}

// slot is the least that is left between two uprights. Rule: the work, step 4.
func (f *filler) slot() measure.Length {
	return f.rules.Units.Pick(3*measure.Inch/2, 38*measure.Millimetre)
}

// add cuts a piece down to the mark: in a pocket nothing may be too long.
func (f *filler) add(kind wood.Kind, from, to, foot measure.Length, sum []framing.Line, why string) {
	m := framing.Member{Kind: kind, Lumber: f.Pocket.Lumber, From: from, To: to, Known: true, State: framing.Ready, Sum: sum, Why: why, Opening: f.Pocket.ID, Base: foot.Millimetres(), Spread: f.read}
	for _, l := range sum {
		m.Exact += l.Value
	}
	if m.Cut = wood.Stud.Round(m.Exact, f.rules.Mark); kind == wood.EdgeBlock {
		m.Spread = 0 // a scrap's length fits nothing
	}
	if !f.sure && kind != wood.EdgeBlock {
		m.State = framing.MeasureFirst
	}
	f.Members = append(f.Members, m)
}

func (f *filler) name() {
	along := func(m framing.Member) measure.Length { // plates first
		if m.Kind.Row().Plate {
			return -1
		}
		return m.From
	}
	slices.SortStableFunc(f.Members, func(a, b framing.Member) int { return cmp.Compare(along(a), along(b)) })
	count := map[wood.Kind]int{}
	for i := range f.Members {
		m := &f.Members[i]
		count[m.Kind]++
		m.ID = fmt.Sprintf("%s-%s%d", f.Pocket.ID, m.Kind.Row().Letter, count[m.Kind])
	}
}

// choice works one way of backing the edges out.
func (f *filler) choice(edges Edges) Choice {
	p := f.Pocket
	wide, high := f.Width-p.Allowance, f.Height-2*f.t-p.Allowance
	if wide <= 2*f.t || high <= f.t {
		return Choice{Edges: edges}
	}
	studs := stand(wide, f.t, p.Spacing, f.slot(), edges)
	c := Choice{Edges: edges, Bays: bays(wide, f.t, studs, edges), Wood: 2*wide + high*measure.Length(len(studs))}
	for _, b := range c.Bays {
		if (b - (p.Spacing - f.t)).Abs() <= f.rules.Mark {
			c.Common++
		}
	}
	if edges == Nailers {
		c.Wood += 2 * high
		return c
	}
	long := min(blockLong(f.rules.Units), high)
	c.Notched = 2 * len(blockFeet(high, long, p.Spacing))
	c.Wood += long * measure.Length(c.Notched)
	return c
}

// find tells of the pocket; a stop touches all its pieces.
func (f *filler) find(level framing.Level, code, text, fix string) {
	var ids []string
	for _, m := range f.Members {
		if level == framing.Stop {
			ids = append(ids, m.ID)
		}
	}
	f.Findings = append(f.Findings, framing.Finding{Code: code, Level: level, Text: text, Fix: fix, Members: ids, Opening: f.Pocket.ID})
}

// judge tells what the pocket is like, and holds what may not be cut yet.
func (f *filler) judge() {
	p, tell, u := f.Pocket, f.rules.Tell, f.rules.Units
	for i := range f.Findings { // what is still to be gauged holds the pieces, made since
		for _, m := range f.Members {
			if m.State == framing.MeasureFirst {
				f.Findings[i].Members = append(f.Findings[i].Members, m.ID)
			}
		}
	}
	usual := u.Pick(measure.Inch/4, 6*measure.Millimetre)
	much := u.Pick(3*measure.Inch/4, 20*measure.Millimetre)
	for _, one := range []struct {
		most       measure.Length
		side, over words.Code
		code       string
	}{{f.Play, words.PackAtTheSides, words.SidesFarOut, "pocket-wide"}, {f.Over, words.PackOverIt, words.HeadFarOut, "pocket-high"}} {
		switch {
		case one.most > much+p.Allowance:
			f.find(framing.Warn, one.code, tell(one.over, p.ID, one.most), tell(words.GaugeAgainOrPack))
		case one.most > usual:
			f.find(framing.Note, one.code, tell(one.side, p.ID, one.most), tell(words.PackAtTheFixings))
		}
	}
	if d := p.Depth - p.Lumber.Depth; p.Depth > 0 && d.Abs() > f.rules.Mark {
		code := words.PackOutTheOld
		if d > 0 {
			code = words.PackOutTheNew
		}
		f.find(framing.Warn, "pack-out", tell(code, p.Depth, p.Lumber.Depth, d.Abs()), tell(words.PackBeforeTheFinish))
	}
	if p.Sill == 0 {
		f.find(framing.Note, "way-out", tell(words.ADoorLess, p.ID), tell(words.AskWhetherItMayGo))
	} else {
		f.find(framing.Note, "way-out", tell(words.AWindowLess, p.ID), tell(words.AskWhetherItMayGo))
	}
	for i := range f.Members {
		for _, x := range f.Findings {
			if x.Level == framing.Stop && x.Touches(f.Members[i].ID) {
				f.Members[i].State = framing.Blocked
			}
		}
	}
}

// draw gives the picture the frame as it is nailed together: what is left to pack
// is told.
func (f *filler) draw() {
	s := framing.Section{Known: f.Height > 0 && f.Width > 0}
	if s.Known {
		for _, at := range []measure.Length{0, f.Wall.Length} {
			s.Points = append(s.Points, framing.SectionPoint{At: at, Ceiling: (f.Height - f.Pocket.Allowance).Millimetres()})
		}
	}
	f.Section = s
}
