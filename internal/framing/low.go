package framing

import (
	"slices"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// lowThing is something low that stands in a wall's foot: a skirting, a pipe
// along the floor.
type lowThing struct {
	Obstruction
	from, to  measure.Length // stations, with the room it wants beside it
	low, high measure.Length // over the floor, with the room it wants under and over it
}

// low are the low things that stand in the wall's framing.
func (w *Wall) low(all []Obstruction) []lowThing {
	var out []lowThing
	for _, o := range all {
		if o.Height == nil {
			continue
		}
		from, to, ok := w.meets(o)
		if from, to = max(from, 0), min(to, w.Length); !ok || to <= from {
			continue
		}
		x := lowThing{Obstruction: o, from: from, to: to, high: measure.FromMillimetres(*o.Height + o.Below)}
		if o.Headroom != nil {
			x.low = max(0, measure.FromMillimetres(*o.Headroom-o.Below))
		}
		out = append(out, x)
	}
	return out
}

// uncrossed leaves out what the wall is framed round.
func (w *Wall) uncrossed(all []Obstruction) []Obstruction {
	if len(w.Crossings) == 0 {
		return all
	}
	return slices.DeleteFunc(slices.Clone(all), func(o Obstruction) bool {
		return slices.ContainsFunc(w.Crossings, func(c Crossing) bool { return slices.Contains(c.Things, o.ID) })
	})
}

// clearOfLow ends the runs of a bottom plate at what stands in the wall's foot,
// so far down that the plate meets it.
func (f *Laid) clearOfLow(runs []piece) []piece {
	for _, x := range f.low {
		if x.low >= stack(f.Wall.Bottom) {
			continue
		}
		var out []piece
		for _, r := range runs {
			if x.from >= r.to || x.to <= r.from {
				out = append(out, r)
				continue
			}
			for _, rest := range []piece{{r.from, x.from.Down(f.rules.Mark)}, {x.to.Up(f.rules.Mark), r.to}} {
				if rest.to-rest.from >= f.Wall.Lumber.Thickness {
					out = append(out, rest)
				}
			}
		}
		if len(out) > 0 {
			runs = out
		}
	}
	return runs
}

// leastFoot is how much of an upright's thickness a notch at its foot leaves at
// least. Usual practice.
func (r Rules) leastFoot() measure.Length {
	return r.Units.Pick(measure.Inch/2, 12*measure.Millimetre)
}

// checkLow notches the uprights that a low thing stands in, by its depth and
// height at its real crossing; where too little of one is left it stops.
func (f *framer) checkLow() {
	floor := stack(f.Wall.Bottom)
	for _, x := range f.low {
		at := x.from + (x.to-x.from)/2
		if x.low < floor {
			f.Notches = append(f.Notches, Notch{What: x.name(), At: at, Wide: x.to - x.from, How: "ends", Off: f.Wall.Lumber.Depth / 2})
		}
		inside := max(0, min(at, f.Wall.Length))
		e := f.heights.EstimateAll([][]survey.Term{{f.floorAt(inside)}, f.gapAt(inside)})
		ground := e[0]
		var gone []string
		for i := range f.Members {
			m := &f.Members[i]
			if m.From >= x.to || m.To <= x.from || m.Kind == wood.BottomPlate || m.Kind.Row().Apart {
				continue
			}
			if onTop(m.Kind) {
				if gap := f.length(e[1].Value); e[1].Known && x.high > gap-f.topStack(inside) && x.low < gap {
					gone = append(gone, m.ID)
				}
				continue
			}
			if !m.Kind.OnBottom() {
				if foot := f.length(m.Base - ground.Value); m.Known && ground.Known && foot < x.high && foot+f.tall(m) > x.low {
					gone = append(gone, m.ID)
				}
				continue
			}
			in := min(m.To, x.to) - max(m.From, x.from)
			top := x.high - floor
			switch {
			case top <= 0: // it lies beside the plate, no higher
			case max(x.from-m.From, m.To-x.to) < f.rules.leastFoot():
				gone = append(gone, m.ID)
			default:
				n := Notch{What: x.name(), At: at, Wide: in.Up(f.rules.Mark), How: "foot", Off: f.Wall.Lumber.Depth / 2, Member: m.ID, High: top.Up(f.rules.Mark), Low: max(0, x.low-floor).Down(f.rules.Mark)}
				f.Notches = append(f.Notches, n)
				m.note(n.Say(f.rules))
				f.find(Note, "notched-foot", at, []string{m.ID}, f.rules.Tell(words.StandsInTheFootOf, x.name(), m.ID), n.Say(f.rules))
			}
		}
		if gone != nil {
			f.find(Stop, "low-in-stud", at, gone, f.rules.Tell(words.AtStandsWhereToStand, x.name(), f.Wall.Tape(at, at), list(f.rules, gone, "has", "have")), f.rules.Tell(words.CutItBackThereOrMove))
		}
	}
}

// tall is how high a piece is as it stands or lies.
func (f *framer) tall(m *Member) measure.Length {
	switch {
	case m.Kind.Upright():
		return m.Exact
	case m.Kind == wood.HeaderPly:
		return f.Wall.opening(m.Opening).Header.Height()
	}
	return lies(m)
}

// note adds to how its ends are cut.
func (m *Member) note(text string) {
	if m.Bevel != "" {
		m.Bevel += "; "
	}
	m.Bevel += text
}

// checkBreaks says where a plate was to end and can't.
func (f *framer) checkBreaks() {
	for _, b := range f.Wall.Astray {
		plate := wood.BottomPlate
		if surfaceOf(wood.TopPlate) == b.Of {
			plate = wood.TopPlate
		}
		f.find(Note, "break-astray", min(b.At, f.Wall.Length), nil,
			f.rules.Tell(words.PlateCantEndAt, words.Term(plate), b.At, f.Wall.Length), f.rules.Tell(words.TakeItOutUnderLine))
	}
}
