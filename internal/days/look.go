package days

import (
	"cmp"
	"slices"
	"strings"
	"time"

	"homalos/internal/framing"
	"homalos/internal/site"
	"homalos/internal/timing"
	"homalos/internal/words"
)

// named is what a kind of task is called.
func (m *maker) named(k Kind) string { return m.r.Rules.Tell(Said(k)) }

// Said is the sentence for a kind of task.
func Said(k Kind) words.Code {
	return map[Kind]words.Code{
		Strike: words.TaskStrike, Mark: words.TaskMark, Cut: words.TaskCut, Bottom: words.TaskBottom, Top: words.TaskTop, Stand: words.TaskStand, Build: words.TaskBuild,
		Raise: words.TaskRaise, Between: words.TaskBetween, Fix: words.TaskFix, Insulate: words.TaskInsulate, Close: words.TaskClose, "up": words.TaskStand, Waits: words.TaskWait,
	}[k]
}

// look tells what is wrong with the plan as it was laid.
func (m *maker) look() {
	p := m.p
	if p.Problem == nil {
		return
	}
	p.Findings = append(p.Findings, p.late(m.r.Rules, p.Was)...)
	for i := range p.Tasks {
		t := &p.Tasks[i]
		switch span := p.Was(i); {
		case t.Held != "", span == timing.Late:
		case t.Lacks > 0:
			m.find(framing.Warn, "people-short", words.PeopleShort, []any{m.named(t.Kind), t.Wall, t.People, t.People - t.Lacks}, words.AskForPeople, t.Lacks)
		case t.Kind == Waits && t.Wait >= 0:
			m.tooSoon(t, span)
		}
	}
	if !m.s.Dated && m.dates() {
		m.find(framing.Warn, "no-first-day", words.NoFirstDay, nil, words.GiveTheFirstDay)
	}
	m.levels()
}

// late tells of tasks that find no day.
func (p *Plan) late(rules framing.Rules, at func(int) timing.Span) []framing.Finding {
	var late []string
	for i := range p.Tasks {
		if t := &p.Tasks[i]; t.Held == "" && at(i) == timing.Late {
			late = append(late, Named(rules, t))
		}
	}
	if late == nil {
		return nil
	}
	return []framing.Finding{{Code: "days-too-late", Level: framing.Stop, Text: rules.Tell(words.FindsNoDay, strings.Join(late[:min(3, len(late))], "; "), len(late)), Fix: rules.Tell(words.GiveMoreDays)}}
}

// Slipped tells of tasks that find no day any more, by what slipped.
func (p *Plan) Slipped(rules framing.Rules) []framing.Finding {
	if p.Problem == nil || len(p.late(rules, p.Was)) > 0 {
		return nil
	}
	return p.late(rules, p.Span)
}

// Named is what a task is called where people read it.
func Named(rules framing.Rules, t *Task) string {
	if t.Kind == Waits {
		return t.Why
	}
	return t.Wall + ": " + rules.Tell(Said(t.Kind))
}

// tooSoon tells of somebody who comes before what he comes for is done.
func (m *maker) tooSoon(t *Task, span timing.Span) {
	w := m.s.Waits[t.Wait]
	if w.On.IsZero() || !m.s.Dated || w.For == "cure" || w.For == "delivery" {
		return
	}
	if morning := m.s.Morning(w.On); span.From > morning {
		ready := m.s.LastDay(timing.Span{From: span.From - 1, To: span.From})
		m.find(framing.Warn, "wait-too-soon", words.ComesTooSoon, []any{t.Why, day(w.On), day(m.s.Days[min(ready, len(m.s.Days)-1)].Date)}, words.AskForALaterDay)
	}
}

func day(t time.Time) string { return t.Format("Mon 2 Jan") }

// dates says whether the schedule names days, which can be kept only from a first one on.
func (m *maker) dates() bool {
	s := m.s.Schedule
	named := len(s.Helpers) > 0 || len(s.Weather) > 0 || len(s.Services) > 0
	for _, w := range s.Waits {
		named = named || w.On != ""
	}
	for _, x := range s.Slips {
		named = named || x.Day != "" || x.From != ""
	}
	return named
}

// Gap is a time at which a level can't be reached.
type Gap struct {
	Level    string
	From, To time.Time // To zero: nobody knows until when
	Ways     []string
}

// CutOff is when levels can't be reached: all ways to one are out of service at once.
func CutOff(s *site.Schedule) (out []Gap) {
	for _, l := range s.Levels {
		if len(l.Ways) == 0 {
			continue
		}
		var at []time.Time
		for _, x := range s.Services {
			if slices.Contains(l.Ways, name(x)) {
				at = append(at, x.From)
				if !x.To.IsZero() {
					at = append(at, x.To)
				}
			}
		}
		slices.SortFunc(at, time.Time.Compare)
		at = slices.CompactFunc(at, time.Time.Equal)
		for i, from := range at {
			open := slices.ContainsFunc(l.Ways, func(way string) bool {
				return !slices.ContainsFunc(s.Services, func(x site.Service) bool {
					return name(x) == way && !x.From.After(from) && (x.To.IsZero() || x.To.After(from))
				})
			})
			if open {
				continue
			}
			to := time.Time{}
			if i+1 < len(at) {
				to = at[i+1]
			}
			if n := len(out); n > 0 && out[n-1].Level == l.Name && out[n-1].To.Equal(from) {
				out[n-1].To = to
				continue
			}
			out = append(out, Gap{l.Name, from, to, l.Ways})
		}
	}
	return out
}

// name is what something out of service is called.
func name(x site.Service) string { return cmp.Or(x.Name, x.What) }

func (m *maker) levels() {
	for _, g := range CutOff(m.s) {
		until := m.r.Rules.Tell(words.UntilNobodyKnows)
		if !g.To.IsZero() {
			until = Moment(g.To)
		}
		m.find(framing.Stop, "level-cut-off", words.LevelCutOff, []any{g.Level, Moment(g.From), until, strings.Join(g.Ways, ", ")}, words.KeepOneWayOpen)
	}
}

// Moment is a day, with its time where that isn't midnight.
func Moment(t time.Time) string {
	if t.Hour() == 0 && t.Minute() == 0 {
		return day(t)
	}
	return t.Format("Mon 2 Jan 15:04")
}
