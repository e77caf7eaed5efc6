// Package figures says what the record tells of the work: the share of pieces that fitted
// first time, how far off people and tapes usually are, which slips there were, what tasks
// took, and how far what was foretold was off. Each figure comes with how many it is of.
// It reads the record and the readings; it plans nothing. Source: the work, step 9.
package figures

import (
	"cmp"
	"math"
	"slices"
	"strings"

	"homalos/internal/days"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/proving"
	"homalos/internal/survey"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Spread is how far off something usually is: the mean with its sign, and how much single
// ones scatter about it, both mm.
type Spread struct {
	Name  string
	N     int
	Mean  float64
	Sigma float64 // standard deviation; 0 of fewer than two
}

// Share is how many of so many.
type Share struct {
	Name string
	Of   int
	Did  int
}

// Tape is an instrument by its readings of a known length.
type Tape struct {
	Spread
	Takes   measure.Length // what is taken off its readings now
	Wrong   bool           // they are off by more than its noise explains, beside what is taken off
	Correct measure.Length // with Wrong: what would have to be taken off
}

// Figures are what a job's record tells.
type Figures struct {
	First    Share    // pieces that fitted first time, of those cut
	Cutting  []Spread // by who cut: what it came out at less what was called; the first is of all
	ByTape   []Spread // readings less what the others foretell; the first is of all
	ByPerson []Spread
	Tapes    []Tape
	Slips    []Share // by kind; Of is all of them
	Checks   []Share // by kind: right when first looked at
	Paces    []job.Pace
	Heights  Spread // measured at corners less foretold
	Tried    Spread // first pieces, tried: how much too long
}

// Of works the figures out. asks are the checks of the plan.
func Of(r *work.Result, asks []proving.Ask, d job.Document) Figures {
	out := Figures{Paces: []job.Pace{}}
	record := job.Record{}
	if d.Record != nil {
		record = *d.Record
	}
	f := &teller{r: r, u: r.Rules.Units}
	out.First = f.first(record.Cuts)
	out.Cutting = f.cutting(record.Cuts)
	out.ByTape, out.ByPerson = f.reading(d)
	out.Tapes = f.tapes()
	seen := map[string]int{}
	out.Checks, out.Heights = f.checks(record.Checks, asks, seen)
	out.Slips = f.slips(record.Cuts, d, seen)
	out.Paces = append(out.Paces, days.Figures(record.Worked)...)
	out.Tried = f.tried(d)
	return out
}

type teller struct {
	r *work.Result
	u measure.System
}

// spreadOf is the mean and the standard deviation of some values.
func spreadOf(name string, all []float64) Spread {
	out := Spread{Name: name, N: len(all)}
	for _, v := range all {
		out.Mean += v / float64(len(all))
	}
	if len(all) < 2 {
		return out
	}
	sum := 0.0
	for _, v := range all {
		sum += (v - out.Mean) * (v - out.Mean)
	}
	out.Sigma = math.Sqrt(sum / float64(len(all)-1))
	return out
}

// spreads are those of all together, then of each by its name; none of nothing.
func spreads(by map[string][]float64) []Spread {
	var all []float64
	var names []string
	for name, some := range by {
		names = append(names, name)
		all = append(all, some...)
	}
	if len(all) == 0 {
		return nil
	}
	slices.Sort(names)
	slices.Sort(all) // a sum of the same comes to the same
	out := []Spread{spreadOf("", all)}
	for _, name := range names {
		out = append(out, spreadOf(name, by[name]))
	}
	return out
}

// long reads a length that the site has read before.
func (f *teller) long(l job.Length) measure.Length {
	v, _ := l.In(f.u)
	return v
}

// over is how much more one length is than another, mm.
func (f *teller) over(a, b job.Length) float64 { return (f.long(a) - f.long(b)).Millimetres() }

// first counts the pieces that went in as they were first cut: not cut again, not packed,
// and come out as called within what is accepted. A tick that was taken back is none.
func (f *teller) first(cuts []job.Cut) Share {
	type life struct {
		cuts  []job.Cut
		wrong int
	}
	lives := map[string]*life{}
	for _, c := range cuts {
		l := lives[c.Member]
		if l == nil {
			l = &life{}
			lives[c.Member] = l
		}
		switch {
		case c.Undone && c.Miscut:
			l.wrong = max(0, l.wrong-1)
		case c.Undone:
			l.cuts = l.cuts[:max(0, len(l.cuts)-1)]
		case c.Miscut:
			l.wrong++
		default:
			l.cuts = append(l.cuts, c)
		}
	}
	out := Share{}
	for _, l := range lives {
		if len(l.cuts) == 0 && l.wrong == 0 {
			continue
		}
		out.Of++
		if l.wrong > 0 || len(l.cuts) != 1 || l.cuts[0].Shimmed.Given() {
			continue
		}
		if c := l.cuts[0]; !c.Came.Given() || (f.long(c.Came)-f.long(c.Length)).Abs() <= f.r.Accept {
			out.Did++
		}
	}
	return out
}

// gross is what is no error any more, but a slip, and counted as such: mm. Usual: half an
// inch, 12 mm.
func (f *teller) gross() float64 {
	return f.u.Pick(measure.Inch/2, 12*measure.Millimetre).Millimetres()
}

// cutting is how far what came off the saw was from what was called, where that was said.
func (f *teller) cutting(cuts []job.Cut) []Spread {
	var stand []job.Cut
	for _, c := range cuts {
		if !c.Undone {
			stand = append(stand, c)
			continue
		}
		for i := len(stand) - 1; i >= 0; i-- { // it takes the piece's last line of that kind back
			if stand[i].Member == c.Member && stand[i].Miscut == c.Miscut {
				stand = slices.Delete(stand, i, i+1)
				break
			}
		}
	}
	by := map[string][]float64{}
	for _, c := range stand {
		off := f.over(c.Came, c.Length)
		if c.Came.Given() && c.Length.Given() && !c.Shimmed.Given() && c.There == "" && math.Abs(off) <= f.gross() {
			by[cmp.Or(c.By, "?")] = append(by[cmp.Or(c.By, "?")], off)
		}
	}
	return spreads(by)
}

// reading is how far readings are from what the others foretell there.
func (f *teller) reading(d job.Document) (tape, person []Spread) {
	tapes, people := map[string][]float64{}, map[string][]float64{}
	for i, x := range survey.Foretell(f.r.Readings, f.r.Noise, f.r.Zones) {
		if !x.Known {
			continue
		}
		r := f.r.Readings[i]
		given := f.r.Given[r.ID]
		off := r.Value - x.Value
		if math.Abs(off) > f.gross() {
			continue
		}
		tapes[cmp.Or(given.Instrument, "?")] = append(tapes[cmp.Or(given.Instrument, "?")], off)
		people[cmp.Or(given.By, "?")] = append(people[cmp.Or(given.By, "?")], off)
	}
	return spreads(tapes), spreads(people)
}

// tapes are the instruments by their readings of a known length, beside what is taken off.
func (f *teller) tapes() (out []Tape) {
	var ids []string
	for id := range f.r.Instruments {
		ids = append(ids, id)
	}
	slices.Sort(ids)
	for _, id := range ids {
		in := f.r.Instruments[id]
		var off []float64
		for _, c := range in.Checks {
			if c.Known.Given() && c.Read.Given() {
				off = append(off, f.over(c.Read, c.Known))
			}
		}
		if len(off) == 0 {
			continue
		}
		one := Tape{Spread: spreadOf(id, off), Takes: in.Offset}
		one.Correct = f.u.Estimate(one.Mean).Nearest(f.u.Pick(measure.Inch64, measure.Millimetre/10))
		left := one.Mean - in.Offset.Millimetres()
		one.Wrong = math.Abs(left) > 2*in.Noise/math.Sqrt(float64(len(off))) && math.Abs(left) >= f.u.Pick(measure.Inch64, measure.Millimetre/2).Millimetres()
		out = append(out, one)
	}
	return out
}

// slips counts what was cut wrong by what is said of it, and readings that were corrected
// by how they were misread, beside those that checks found.
func (f *teller) slips(cuts []job.Cut, d job.Document, n map[string]int) (out []Share) {
	for _, c := range cuts {
		if c.Miscut && !c.Undone {
			n[cmp.Or(strings.ToLower(strings.TrimSpace(c.Why)), f.r.Rules.Tell(words.SlipUnsaid))]++
		}
	}
	if s := d.Survey; s != nil {
		was := map[string]job.Reading{}
		for _, r := range s.Readings {
			was[r.ID] = r
			if old, corrects := was[r.Replaces]; corrects && !r.Void && !r.Stays && r.Kind == old.Kind {
				if said := f.misread(old, r); said != "" {
					n[said]++
				}
			}
		}
	}
	all := 0
	for name, many := range n {
		out, all = append(out, Share{Name: name, Did: many}), all+many
	}
	for i := range out {
		out[i].Of = all
	}
	slices.SortFunc(out, func(a, b Share) int { return cmp.Or(cmp.Compare(b.Did, a.Did), cmp.Compare(a.Name, b.Name)) })
	return out
}

// misread says how a reading was misread that another corrects; "" where both may be right
// within what tapes scatter.
func (f *teller) misread(old, now job.Reading) string {
	was, err := old.Said().In(f.u)
	is, err2 := now.Said().In(f.u)
	noise := math.Max(f.r.Noise, 0.5)
	off := (was - is).Millimetres()
	if err != nil || err2 != nil || math.Abs(off) <= 3*math.Sqrt2*noise {
		return ""
	}
	if s, _ := survey.Likeliest(survey.Slips(was, f.u, old.Kind != "gap"), off, noise*math.Sqrt2); s != nil {
		return f.r.SlipSaid(s.Kind)
	}
	return f.r.Rules.Tell(words.SlipMisread)
}

// checks are, by kind, those that were right when they were first looked at; and what was
// measured of heights less what was foretold. slips takes what they likely were that weren't.
func (f *teller) checks(lines []job.Checked, asks []proving.Ask, slips map[string]int) (out []Share, heights Spread) {
	by := map[string]proving.Ask{}
	for _, a := range asks {
		by[a.ID] = a
	}
	seen := map[string]bool{}
	n := map[proving.Kind]*Share{}
	var off []float64
	for _, c := range lines {
		a, known := by[c.Check]
		if c.Undone || !known || seen[c.Check] || c.Accepted {
			continue
		}
		seen[c.Check] = true
		one := proving.Judge([]proving.Ask{a}, job.Document{Record: &job.Record{Checks: []job.Checked{c}}}, f.r.Rules)[0]
		if n[a.Kind] == nil {
			n[a.Kind] = &Share{Name: string(a.Kind)}
		}
		n[a.Kind].Of++
		if one.Slip != "" {
			slips[strings.ReplaceAll(string(one.Slip), "-", " ")]++
		}
		if one.State == proving.Pass {
			n[a.Kind].Did++
		}
		if a.Kind == proving.Height {
			off = append(off, one.Diff.Millimetres())
		}
	}
	for _, one := range n {
		out = append(out, *one)
	}
	slices.SortFunc(out, func(a, b Share) int { return cmp.Compare(a.Name, b.Name) })
	return out, spreadOf("", off)
}

// tried is how much too long the first pieces of walls were, where they were tried.
func (f *teller) tried(d job.Document) Spread {
	var off []float64
	for _, w := range d.Walls {
		if w.Tried != nil && w.Tried.Tight.Given() {
			off = append(off, f.long(w.Tried.Tight).Millimetres())
		}
	}
	return spreadOf("", off)
}
