package framing

import (
	"math"
	"slices"
	"strings"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// ask says which readings would free the held members: each step the one that
// frees most. While any is held there is one to take. Where jacks wait for a
// level that is asked first.
func (f *framer) ask() {
	var level, rest []int
	for i := range f.Members {
		m := &f.Members[i]
		if m.State != MeasureFirst || m.Waits {
			continue
		}
		want := f.ownWant(m)
		m.Frees = &want
		switch {
		case m.Read: // it strays from the others: that asks for it again
		case m.why() == noLevel && m.Kind.Row().Stands == wood.PlateToHead:
			level = append(level, i)
		default:
			rest = append(rest, i)
		}
	}
	for _, which := range [][]int{level, rest} {
		if len(which) > 0 {
			f.askOf(which)
		}
	}
}

// askOf asks for what frees some of the held members.
func (f *framer) askOf(which []int) {
	which = sampled(which)
	var held []survey.Held
	for _, i := range which {
		m := &f.Members[i]
		hold := f.rules.Hold.Millimetres()
		held = append(held, survey.Held{
			Terms: f.doubts[i], At: f.Wall.At(m.From + (m.To-m.From)/2), Hold: math.Max(hold-math.Max(f.beyond[i], 0), hold/5), Own: f.ownReadings(m),
		})
	}
	candidates, wants := f.candidates(which)
	steps := f.heights.Next(f.all, held, candidates, 12)
	last := 0 // of the steps: what frees nothing after it isn't worth asking for
	for turn, step := range steps {
		var members []int
		for _, i := range step.Frees {
			members = append(members, which[i])
		}
		if len(members) > 0 {
			f.askFor(wants[step.Candidate], members, turn)
			last = turn + 1
		}
	}
	for turn, step := range steps[:last] {
		f.Asked = append(f.Asked, Asked{wants[step.Candidate], len(step.Frees), turn})
	}
	if last == 0 && len(wants) > 0 {
		// no row of readings frees any for certain: the best of them narrows all
		first := f.unread(candidates)
		if len(steps) > 0 && (first < 0 || !f.readThere(candidates[steps[0].Candidate])) {
			first = steps[0].Candidate
		}
		first = max(first, 0)
		f.askFor(wants[first], which, 0)
		f.Asked = append(f.Asked, Asked{Want: wants[first]})
	}
}

// readThere says whether a reading was taken at its place already.
func (f *framer) readThere(r survey.Reading) bool {
	_, ok := f.taken.At(r.Kind, r.At)
	return ok
}

// unread is the first of some readings that wasn't taken yet; -1 where all were: what is
// read again and again narrows nothing.
func (f *framer) unread(all []survey.Reading) int {
	return slices.IndexFunc(all, func(r survey.Reading) bool { return !f.readThere(r) })
}

// whyHeld are the reasons for which a piece waits for a reading.
type whyHeld int

const (
	noLevel whyHeld = iota
	tooFew
	tooFar
	tooWide
)

// why a held piece waits.
func (m *Member) why() whyHeld {
	switch {
	case m.Guess, !m.Known && m.Opening != "" && m.Kind.Row().Stands != wood.PlateToPlate:
		return noLevel
	case !m.Known || m.Few:
		return tooFew
	case m.Far:
		return tooFar
	}
	return tooWide
}

// askFor writes down a reading that is wanted for held members, by the reasons
// for which they wait. One that is asked for after others frees them together
// with those; a reading at its own place frees a piece alone.
func (f *framer) askFor(want Want, members []int, turn int) {
	by := map[whyHeld][]string{}
	for _, i := range members {
		m := &f.Members[i]
		if turn == 0 {
			m.Frees = &want
		}
		by[m.why()] = append(by[m.why()], m.ID)
	}
	for why := noLevel; why <= tooWide; why++ {
		ids := by[why]
		if len(ids) == 0 {
			continue
		}
		out := Finding{Level: Warn, Placed: true, At: want.Station, Members: ids, Fix: want.Say(f.Wall, f.rules), Apply: TakeReading, Want: &want, Turn: turn}
		if turn > 0 {
			out.Fix = f.rules.Tell(words.AfterWhatIsAskedFirst, out.Fix)
		}
		switch why {
		case noLevel:
			out.Code, out.Text = "no-level", f.rules.Tell(words.HeaderMustBeLevelGaps)
			if want.Kind == "floor" {
				out.Fix = f.rules.Tell(words.OrLayALevel, out.Fix)
			}
		case tooFew:
			out.Code, out.Text = "too-few-readings", f.rules.Tell(words.FewerThanBear, list(f.rules, ids, "has", "have"), survey.FewestReadings)
		case tooFar:
			them := "them"
			if len(ids) == 1 {
				them = "it"
			}
			out.Code, out.Text = "measure-first", f.rules.Tell(words.NothingReadWithin, list(f.rules, ids, "is", "are"), f.rules.Reach, them)
		case tooWide:
			out.Code, out.Text = "measure-first", f.rules.Tell(words.TooUncertainToCutMore, list(f.rules, ids, "is", "are"), f.rules.Hold)
		}
		f.Findings = append(f.Findings, out)
	}
}

// mostAsked is how many held pieces are weighed against each other: on a very
// long wall an even choice of them stands for the rest.
const mostAsked = 60

func sampled(which []int) []int {
	if len(which) <= mostAsked {
		return which
	}
	some := make([]int, mostAsked)
	for i := range mostAsked {
		some[i] = which[i*len(which)/mostAsked]
	}
	return some
}

// ownWant is the reading at a member's own place; under exposed joists, at the
// joist next to it.
func (f *framer) ownWant(m *Member) Want {
	centre := m.From + (m.To-m.From)/2
	over := centre
	if near, _, ok := f.between(centre); ok {
		over = near
	}
	part := f.Wall.part(centre)
	switch {
	case m.Kind.Upright() && !m.Kind.UnderTop():
		return Want{"floor", centre}
	case f.byLevel():
		return Want{"ceiling", over}
	case part.OwnHeight() && m.Kind.OnBottom():
		return Want{"floor", centre}
	case part.OwnHeight():
		return Want{"floor", part.Datum}
	case m.Kind.Upright() && !m.Kind.OnBottom():
		return Want{"ceiling", over}
	}
	return Want{"gap", over}
}

// ownReadings are those that free a member alone; none where its top lies
// between two joists, which is no place to read.
func (f *framer) ownReadings(m *Member) []survey.Reading {
	centre := m.From + (m.To-m.From)/2
	_, _, between := f.between(centre)
	var out []survey.Reading
	add := func(kind survey.Kind, s measure.Length) {
		out = append(out, survey.Reading{Kind: kind, At: f.Wall.At(s)})
	}
	stands := m.Kind.Row().Stands
	part := f.Wall.part(centre)
	switch stands {
	case wood.PlateToPlate, wood.JoistToPlate:
		if f.byLevel() {
			if !between {
				add(survey.CeilingReading, centre)
			}
			return out
		}
		if part.OwnHeight() {
			add(survey.FloorReading, centre)
			add(survey.FloorReading, part.Datum)
			return out
		}
		if !between {
			add(survey.GapReading, centre)
		}
		return out
	case wood.HeadToPlate:
		if between {
			return nil
		}
		if part.OwnHeight() {
			add(survey.FloorReading, part.Datum)
		} else {
			add(survey.CeilingReading, centre)
		}
	case wood.PlateToSill:
		add(survey.FloorReading, centre)
	}
	for _, o := range f.Wall.Openings {
		if o.ID == m.Opening {
			add(survey.FloorReading, o.Left())
			add(survey.FloorReading, o.Right())
		}
	}
	return out
}

// candidates are the readings worth considering: at each held member the one
// of its own kind, and the floor at both sides of its opening.
func (f *framer) candidates(which []int) ([]survey.Reading, []Want) {
	var out []survey.Reading
	var wants []Want
	seen := map[Want]bool{}
	add := func(w Want) {
		if !seen[w] {
			seen[w] = true
			wants = append(wants, w)
			out = append(out, survey.Reading{Kind: survey.Kind(w.Kind), At: f.Wall.At(w.Station)})
		}
	}
	for _, i := range which {
		m := &f.Members[i]
		for k, o := range f.Wall.Openings {
			if o.ID == m.Opening && m.Kind != wood.King {
				add(Want{"floor", o.Left()})
				add(Want{"floor", o.Right()})
				add(Want{"floor", f.heads[k].high})
				if o.Head != "" {
					add(Want{"floor", m.From + (m.To-m.From)/2})
				}
				for j, other := range f.Wall.Openings { // those that its head hangs on
					if o.Head != "" && other.Head == o.Head && j != k {
						add(Want{"floor", other.Left()})
						add(Want{"floor", other.Right()})
					}
				}
			}
		}
		if m.Kind.Row().Stands != wood.PlateToHead { // a jack stands at its jamb
			add(f.ownWant(m))
		}
		if near, far, ok := f.between(m.From + (m.To-m.From)/2); ok && m.Kind.UnderTop() {
			kind := f.ownWant(m).Kind
			add(Want{kind, near})
			add(Want{kind, far})
		}
	}
	return out, wants
}

// between are the crossings of exposed joists that a station lies between, the
// nearer first; ok is false under a joist, and where none is exposed.
func (f *framer) between(s measure.Length) (near, far measure.Length, ok bool) {
	a, b, share, ok := survey.Bearing(f.crossings, s.Millimetres())
	if !ok || share == 0 {
		return 0, 0, false
	}
	near, far = measure.FromMillimetres(a.Station), measure.FromMillimetres(b.Station)
	if (far - s).Abs() < (near - s).Abs() {
		near, far = far, near
	}
	return near, far, true
}

// Say is a wanted reading as one would say it, by what the wall's tape reads.
func (w Want) Say(wall *Wall, rules Rules) string {
	at := rules.Units.Say(w.Station, rules.Mark)
	if w.Kind == "gap" {
		return rules.Tell(words.TapeTheGapOnWallAt, wall.ID, at)
	}
	return rules.Tell(words.ShootOnWallAt, w.Kind, wall.ID, at)
}

// list joins ids into the start of a sentence.
func list(rules Rules, ids []string, one, many string) string {
	if len(ids) == 1 {
		return ids[0] + " " + one
	}
	if len(ids) > 4 {
		return rules.Tell(words.AndMore, strings.Join(ids[:3], ", "), len(ids)-3, many)
	}
	return strings.Join(ids[:len(ids)-1], ", ") + " and " + ids[len(ids)-1] + " " + many
}

// settleStates holds back what a stop touches.
func (f *framer) settleStates() {
	stopped := map[string]bool{}
	for _, finding := range f.Findings {
		if finding.Level == Stop {
			for _, id := range finding.Members {
				stopped[id] = true
			}
		}
	}
	for i := range f.Members {
		if stopped[f.Members[i].ID] {
			f.Members[i].State = Blocked
		}
	}
}
