package framing

import (
	"math"
	"slices"
	"strings"

	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// ask says which readings would free the held members: each step the one that
// frees most.
func (f *framer) ask() {
	var held []survey.Held
	var which []int
	unread := map[string][]string{}
	for i := range f.Members {
		m := &f.Members[i]
		if m.State != MeasureFirst {
			continue
		}
		want := f.ownWant(m)
		m.Frees = &want
		if m.Known && !m.Few {
			hold := f.rules.Hold.Millimetres()
			held = append(held, survey.Held{Terms: f.doubts[i], Hold: math.Max(hold-math.Max(f.beyond[i], 0), hold/5)})
			which = append(which, i)
		} else {
			unread[want.Kind] = append(unread[want.Kind], m.ID)
		}
	}
	f.askFirst(unread)
	if len(held) == 0 {
		return
	}
	held, which = sampled(held, which)
	candidates, wants := f.candidates(which)
	steps := f.heights.Next(held, candidates, 12)
	asked := false
	for _, step := range steps {
		var ids []string
		for _, i := range step.Frees {
			ids = append(ids, f.Members[which[i]].ID)
		}
		if len(ids) > 0 {
			f.askFor(wants[step.Candidate], ids)
			asked = true
		}
	}
	if !asked && len(steps) > 0 {
		// no row of readings frees any for certain: the best of them narrows all
		var ids []string
		for _, i := range which {
			ids = append(ids, f.Members[i].ID)
		}
		f.askFor(wants[steps[0].Candidate], ids)
	}
}

// askFor writes down a reading that is wanted for held members.
func (f *framer) askFor(want Want, ids []string) {
	for i := range f.Members {
		if slices.Contains(ids, f.Members[i].ID) {
			f.Members[i].Frees = &want
		}
	}
	f.Findings = append(f.Findings, Finding{
		Code: "measure-first", Level: Warn, Placed: true, At: want.Station, Members: ids,
		Text: f.rules.Tell(words.TooUncertainToCutMore, list(f.rules, ids, "is", "are"), f.rules.Hold),
		Fix:  want.Say(f.Wall, f.rules), Apply: TakeReading,
	})
}

// mostAsked is how many held pieces are weighed against each other: on a very
// long wall an even choice of them stands for the rest.
const mostAsked = 60

func sampled(held []survey.Held, which []int) ([]survey.Held, []int) {
	if len(held) <= mostAsked {
		return held, which
	}
	someHeld, some := make([]survey.Held, mostAsked), make([]int, mostAsked)
	for i := range mostAsked {
		k := i * len(held) / mostAsked
		someHeld[i], some[i] = held[k], which[k]
	}
	return someHeld, some
}

// ownWant is the reading at a member's own place.
func (f *framer) ownWant(m *Member) Want {
	centre := m.From + (m.To-m.From)/2
	switch {
	case m.Kind.Upright() && !m.Kind.UnderTop():
		return Want{"floor", centre}
	case m.Kind.Upright() && !m.Kind.OnBottom():
		return Want{"ceiling", centre}
	}
	return Want{"gap", centre}
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
		add(f.ownWant(m))
		for k, o := range f.Wall.Openings {
			if o.ID == m.Opening && m.Kind != wood.King {
				add(Want{"floor", o.Left()})
				add(Want{"floor", o.Right()})
				add(Want{"floor", f.heads[k].high})
			}
		}
	}
	return out, wants
}

// askFirst asks for readings where there are too few to say anything.
func (f *framer) askFirst(unread map[string][]string) {
	end := f.Wall.Length
	if ids := unread["gap"]; ids != nil {
		f.Findings = append(f.Findings, Finding{
			Code: "too-few-readings", Level: Warn, Members: ids,
			Text: f.rules.Tell(words.FewerThanReadingsSayHow, survey.FewestReadings),
			Fix:  f.rules.Tell(words.TapeGapOnWallAt, f.Wall.ID, end/2, end),
		})
	}
	if ids := append(unread["floor"], unread["ceiling"]...); ids != nil {
		f.Findings = append(f.Findings, Finding{
			Code: "no-level", Level: Warn, Members: ids,
			Text: f.rules.Tell(words.HeaderMustBeLevelGaps),
			Fix:  f.rules.Tell(words.ShootFloorFromLaserLine),
		})
	}
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
