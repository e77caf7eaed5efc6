package days

import (
	"fmt"
	"math"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/survey"
	"homalos/internal/timing"
	"homalos/internal/words"
	"homalos/internal/work"
)

// usual is what a wait comes after and what waits for it, by what it is for; up is the
// task that stands a wall up.
var usual = map[string][2]Kind{
	"cure": {"", "up"}, "delivery": {"", Mark}, "engineer": {"", "up"},
	"inspection": {Fix, Insulate}, "electrician": {Fix, Insulate}, "plumber": {Fix, Insulate}, "other": {"", "up"},
}

// waits puts in what is waited for: what the crew says, and what a fixing's maker says
// of its cure.
func (m *maker) waits() {
	for i, w := range m.s.Waits {
		of := usual[w.For]
		if w.After != "" {
			of[0] = Kind(w.After)
		}
		if w.Before != "" {
			of[1] = Kind(w.Before)
		}
		if w.Wall != "" && !slices.ContainsFunc(m.r.Walls, func(x *work.Wall) bool { return x.Wall.ID == w.Wall }) {
			m.find(framing.Note, "wait-astray", words.WaitNamesNoWall, []any{w.ID, w.Wall}, words.TakeTheWaitOut)
			continue
		}
		if place(of[0]) >= place(of[1]) && of[0] != "" {
			m.find(framing.Warn, "wait-backwards", words.WaitBackwards, []any{w.ID, m.named(of[0]), m.named(of[1])}, words.TurnTheWaitRound)
			continue
		}
		m.tasks = append(m.tasks, Task{ID: "wait." + w.ID, Kind: Waits, Wall: w.Wall, Wait: i, For: w.For, Why: m.why(w.For, w.Who, w.What)})
		m.around(len(m.tasks)-1, w.Wall, of)
	}
	for _, r := range m.raised {
		w := r.Wall
		if hours := w.Against[survey.Floor].Anchor.Cure; hours > 0 {
			m.cures(w, "cure", hours, words.FixingsCure, [2]Kind{Bottom, "up"})
		}
		if b := w.Wall.Behind; b != nil && b.Ties.Cure > 0 {
			m.cures(w, "tied", b.Ties.Cure, words.TieBacksCure, [2]Kind{Fix, Close})
		}
	}
}

// cures waits for a wall's fixings to hold.
func (m *maker) cures(w *work.Wall, name string, hours float64, said words.Code, of [2]Kind) {
	m.tasks = append(m.tasks, Task{ID: "wait." + w.Wall.ID + "." + name, Kind: Waits, Wall: w.Wall.ID, Wait: -1, For: "cure", Why: m.r.Rules.Tell(said, w.Wall.ID, hours), hours: hours})
	m.around(len(m.tasks)-1, w.Wall.ID, of)
}

// place is where a kind of task comes in the order of the work, whichever way its wall
// goes up.
func place(k Kind) int {
	if k == "up" || k == Build || k == Raise {
		k = Stand
	}
	return at(k)
}

func at(k Kind) int { return slices.IndexFunc(Rows, func(r Row) bool { return r.Kind == k }) }

// around has a wait follow a kind of task of a wall, or of all, and another follow it.
func (m *maker) around(wait int, wall string, of [2]Kind) {
	for i := range m.order.Turns {
		id := m.order.Turns[i].Wall
		if wall != "" && wall != id {
			continue
		}
		first, then := of[0], of[1]
		if then == "up" || place(then) == place(Stand) {
			then, _ = m.up(id)
		}
		if place(first) == place(Stand) {
			first, _ = m.up(id)
		}
		for _, k := range m.from(id, then) {
			m.after = append(m.after, [2]int{m.at[id+"."+string(k)], wait})
		}
		if first == "" {
			continue
		}
		for _, r := range Rows[:at(first)+1] {
			if at, known := m.at[id+"."+string(r.Kind)]; known {
				m.after = append(m.after, [2]int{wait, at})
			}
		}
	}
}

// from is a kind of task of a wall, and the later ones: a wait holds them too where the
// task itself isn't there.
func (m *maker) from(wall string, k Kind) (out []Kind) {
	if k == "" {
		return nil
	}
	for _, r := range Rows[at(k):] {
		if r.Kind == Build && k == Stand {
			continue
		}
		if _, known := m.at[wall+"."+string(r.Kind)]; known {
			out = append(out, r.Kind)
		}
	}
	return out
}

// waited is a wait as timing knows it.
func (m *maker) waited(t *Task) timing.Task {
	x := timing.Task{Place: -1}
	if t.Wait < 0 {
		x.Days = int(math.Ceil(t.hours / 24))
		return x
	}
	w := m.s.Waits[t.Wait]
	x.Days = int(math.Ceil(w.Days))
	if w.On.IsZero() || !m.s.Dated {
		return x
	}
	switch w.For {
	case "cure": // begun that day
		x.Until, x.Days = m.s.Morning(w.On.AddDate(0, 0, x.Days)), 0
	case "delivery": // there that morning
		x.Until = m.s.Morning(w.On)
	default: // done by that evening
		x.Until = m.s.Morning(w.On.AddDate(0, 0, max(1, x.Days)))
		x.Days = 0
	}
	return x
}

func (m *maker) why(what, who, about string) string {
	code := map[string]words.Code{
		"cure": words.WaitCure, "delivery": words.WaitDelivery, "inspection": words.WaitInspection, "electrician": words.WaitElectrician,
		"plumber": words.WaitPlumber, "engineer": words.WaitEngineer, "other": words.WaitOther,
	}[what]
	out := m.r.Rules.Tell(code)
	if about != "" {
		out += ": " + about
	}
	if who != "" {
		out += fmt.Sprintf(" (%s)", who)
	}
	return out
}

// hold takes off the days what nobody may do yet: a wall that carries, until a licensed
// engineer has named what it takes or a day is given for the word; what waits for a
// consent that isn't given; and what comes after those.
func (m *maker) hold() {
	held := func(i int, why string) {
		if m.tasks[i].Held == "" {
			m.tasks[i].Held = why
		}
	}
	for _, r := range m.raised {
		id := r.Wall.Wall.ID
		asked := slices.ContainsFunc(m.s.Schedule.Waits, func(w job.Wait) bool { return w.For == "engineer" && w.On != "" && (w.Wall == "" || w.Wall == id) })
		if up, known := m.up(id); known && m.engineer(r.Wall) && !asked {
			held(m.at[id+"."+string(up)], m.r.Rules.Tell(words.HeldByEngineer, id))
			m.find(framing.Warn, "days-held", words.HeldByEngineer, []any{id}, words.GiveTheEngineersDay)
		}
	}
	for _, c := range m.s.Consents {
		if c.On != "" {
			continue
		}
		m.find(framing.Warn, "consent-open", words.ConsentOpen, []any{c.Who, c.What}, words.AskForConsent)
		for i := range m.tasks {
			if t := &m.tasks[i]; c.Before != "" && place(t.Kind) >= place(Kind(c.Before)) && (c.Wall == "" || c.Wall == t.Wall) {
				held(i, m.r.Rules.Tell(words.ConsentOpen, c.Who, c.What))
			}
		}
	}
	for again := true; again; {
		again = false
		for _, e := range m.after {
			if a, b := &m.tasks[e[0]], &m.tasks[e[1]]; a.Held == "" && b.Held != "" {
				a.Held, again = b.Held, true
			}
		}
	}
}
