package framing

import (
	"slices"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Beam lies in a wall under its head plate, which runs on over it, as a licensed
// engineer named it: no size in it is ours. Source: the work, step 6.
type Beam struct {
	ID       string
	From, To measure.Length // its two ends, what bears of it counted
	Depth    measure.Length
	Entry    Engineered
}

// beamOver is the beam over a station; nil where there is none.
func (w *Wall) beamOver(at measure.Length) *Beam {
	for i := range w.Beams {
		if b := &w.Beams[i]; at > b.From && at < b.To {
			return b
		}
	}
	return nil
}

// beamLines take off the beam that lies over a station.
func (f *Laid) beamLines(at measure.Length) []Line {
	b := f.Wall.beamOver(at)
	if b == nil {
		return nil
	}
	return []Line{{What: f.rules.Tell(words.BeamUnderTheHeadPlate, b.ID, b.Entry.By), Value: -b.Depth}}
}

// beamed is a wall with beams in it.
type beamed struct{}

// stand puts studs under what bears of each beam, and one tight against its end, in the
// place of the layout's.
func (beamed) stand(f *Laid, p Part, _ Found) {
	w, t := f.Wall, f.Wall.Lumber.Thickness
	add := func(from measure.Length, why string) {
		to := from + t
		if from < 0 || to > w.Length || !w.freeOfOpenings([2]measure.Length{from, to}) {
			return // checked below
		}
		f.standing = slices.DeleteFunc(f.standing, func(u upright) bool {
			return u.kind == wood.Stud && u.from < to && u.to > from
		})
		f.standing = append(f.standing, stands(wood.Stud, from, to, why, -1))
	}
	for _, b := range w.Beams {
		for k := range b.studs(t) {
			why := f.rules.Tell(words.BearsTheBeam, b.ID)
			add(b.From+t*measure.Length(k), why)
			add(b.To-t*measure.Length(k+1), why)
		}
		why := f.rules.Tell(words.HoldsTheBeamsEnd, b.ID)
		if b.From > 0 {
			add(b.From-t, why)
		}
		if b.To < w.Length {
			add(b.To, why)
		}
	}
	sortUprights(f.standing)
}

// studs are how many stand side by side under what bears of it at each end.
func (b *Beam) studs(t measure.Length) int { return int((b.Entry.Each + t - 1) / t) }

// lie lays the beam's plies, where they are cut from the job's lumber.
func (beamed) lie(f *framer, p Part, _ Found) {
	for _, b := range f.Wall.Beams {
		if b.Entry.Lumber == nil {
			continue
		}
		middle := b.From + (b.To-b.From)/2
		base := f.topElevation(p, middle) - (f.topStack(middle)).Millimetres()
		for n := range b.Entry.Plies {
			m := Member{Kind: wood.Beam, Lumber: b.Entry.Lumber, From: b.From, To: b.To, Known: true,
				State: Ready, Exact: b.To - b.From, Base: base, Layer: n, Why: f.rules.Tell(words.NamedBy,
					b.Entry.By, b.Entry.When)}
			m.Sum = []Line{{What: f.rules.Tell(words.BeamFromEndToEnd), Value: m.Exact}}
			m.Cut = wood.Beam.Round(m.Exact, f.rules.Mark)
			f.Members = append(f.Members, m)
		}
	}
}

func (beamed) check(f *framer, _ Part, found Found) {
	w, t, tell := f.Wall, f.Wall.Lumber.Thickness, f.rules.Tell
	for _, b := range w.Beams {
		middle := b.From + (b.To-b.From)/2
		var under []string
		for _, m := range f.Members {
			if m.Kind.UnderTop() && m.From < b.To && m.To > b.From || m.Kind == wood.Beam && m.From == b.From {
				under = append(under, m.ID)
			}
		}
		f.find(Note, "beam-entry", middle, nil, tell(words.BeamAsNamed, b.ID, b.Entry.By, b.Entry.When,
			b.To-b.From, b.Entry.Each), tell(words.InspectorSeesTheBearing))
		n := measure.Length(b.studs(t))
		for i, side := range [][2]measure.Length{{b.From, b.From + n*t}, {b.To - n*t, b.To}} {
			if !w.freeOfOpenings(side) {
				f.find(Stop, "beam-bears-on-opening", side[0], under,
					tell(words.BeamBearsOnAnOpening, b.ID, side[0], side[1]), tell(words.MoveTheOpeningClear))
			}
			stands := 0
			for _, m := range f.Members {
				if m.Kind == wood.Stud && m.From >= side[0] && m.To <= side[1] {
					stands++
				}
			}
			if w.freeOfOpenings(side) && stands < int(n) {
				f.find(Stop, "beam-bears-on-nothing", side[0], under,
					tell(words.BeamWantsStuds, b.ID, int(n), side[0], side[1]), tell(words.MakeRoomForThem))
			}
			if under := f.underBeam(found, side); !under && !b.Entry.has([2]string{"under-left", "under-right"}[i]) {
				f.find(Warn, "beam-path", side[0], nil, tell(words.UnderTheBeamsEnd, b.ID, side[0], side[1]),
					tell(words.FollowItToTheGround))
			}
		}
		if b.Packing(w) < 0 {
			f.find(Warn, "beam-thicker", middle, nil, tell(words.BeamIsThicker, b.ID, -b.Packing(w)),
				tell(words.AskTheEngineer))
		}
		for _, m := range f.Members {
			if m.Kind.Row().Plate && surfaceOf(m.Kind) == survey.Ceiling && m.From > b.From && m.From < b.To {
				f.find(Warn, "plate-over-beam", m.From, []string{m.ID},
					tell(words.HeadPlateIsJoinedOverBeam, m.From, b.ID), tell(words.BuyLongerStickForThis))
			}
		}
	}
	for _, c := range w.Crossings {
		for _, b := range w.Beams {
			if c.From >= b.To || c.To <= b.From {
				continue
			}
			var across []string
			for _, m := range f.Members {
				if m.From < c.To && m.To > c.From {
					across = append(across, m.ID)
				}
			}
			f.find(Stop, "through-a-beam", c.At, across, tell(words.ComesThroughABeam, list(f.rules, c.Things, "", ""),
				b.ID), tell(words.MoveItOrAskWhoNamed))
		}
	}
	for i, o := range w.Openings {
		b := w.beamOver(o.Centre)
		if b == nil || len(f.heads) <= i || !f.heads[i].floor.Known {
			continue
		}
		over, _ := f.ceilingAt(o.Centre)
		if top := f.heights.EstimateAll([][]survey.Term{over})[0]; top.Known {
			room := top.Value - f.topStack(o.Centre).Millimetres() - f.heads[i].level() - (o.headOver() + o.Header.Height()).Millimetres()
			if room < -0.5 {
				f.about(o, Stop, "header-in-beam", o.Centre,
					[]wood.Kind{wood.HeaderPly, wood.Cripple, wood.Jack}, tell(words.HeaderStandsInBeam, o.ID,
						b.ID, f.length(-room)), tell(words.LowerTheHead))
			}
		}
	}
}

// underBeam says whether floor joists lie under a place, or concrete.
func (f *framer) underBeam(found Found, side [2]measure.Length) bool {
	if f.rules.Concrete {
		return true
	}
	for _, c := range survey.Crossed(found.Joists, survey.Floor, f.Wall.At(0), f.Wall.At(f.Wall.Length)) {
		at, half := measure.FromMillimetres(c.Station), measure.FromMillimetres(c.Half)
		if at+half > side[0] && at-half < side[1] {
			return true
		}
	}
	return false
}

// has says whether somebody licensed looked at a link of the load's path.
func (e *Engineered) has(key string) bool {
	return slices.ContainsFunc(e.Path, func(l Looked) bool { return l.Key == key })
}

// Packing is what is left of the wall's depth beside the beam's plies; less than
// nothing: they are thicker.
func (b *Beam) Packing(w *Wall) measure.Length {
	if b.Entry.Lumber == nil {
		return 0
	}
	return w.Lumber.Depth - b.Entry.Lumber.Thickness*measure.Length(b.Entry.Plies)
}
