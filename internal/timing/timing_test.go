package timing

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/law"
)

// week is working days from Monday, 30 November 2026, Saturdays and Sundays left out.
func week(days, of, hands int) *Calendar {
	c := &Calendar{Begins: 7 * 60, Pause: [2]Clock{12 * 60, 12*60 + 30}, Of: of}
	for at := time.Date(2026, 11, 30, 0, 0, 0, 0, time.UTC); len(c.Days) < days; at = at.AddDate(0, 0, 1) {
		if w := at.Weekday(); w != time.Saturday && w != time.Sunday {
			c.Days = append(c.Days, Day{Date: at, Hands: hands, Out: [2]int{0, of}})
		}
	}
	return c
}

// The clock stands still at noon; what is put down on Friday and wants three days is
// there on Monday at the same quarter.
func TestTheClock(t *testing.T) {
	c := week(20, 34, 2)
	assert.Equal(t, "07:00", c.Clock(0, false).String())
	assert.Equal(t, "12:00", c.Clock(20, true).String())
	assert.Equal(t, "12:30", c.Clock(20, false).String())
	assert.Equal(t, "16:00", c.Clock(34, true).String())
	for q := range 34 {
		assert.Equal(t, q, c.Quarters(c.Clock(q, false)))
	}
	friday := 4*34 + 6
	assert.Equal(t, 5*34+6, c.Later(friday, 3))
	assert.Equal(t, 5*34, c.Later(friday, 2), "ready on Sunday: Monday morning")
	assert.Equal(t, 5*34, c.Morning(time.Date(2026, 12, 5, 0, 0, 0, 0, time.UTC)))
}

// anyProblem is some tasks that wait for each other, at a saw and on ladders, some of
// them outside, some with a wait between, in short days.
func anyProblem(t *rapid.T, most int) *Problem {
	c := week(60, rapid.IntRange(3, 8).Draw(t, "of"), rapid.IntRange(1, 3).Draw(t, "hands"))
	for i := range 6 {
		d := &c.Days[i]
		from := rapid.IntRange(0, c.Of-1).Draw(t, "light")
		d.Out = [2]int{from, rapid.IntRange(from, c.Of).Draw(t, "dark")}
		if rapid.IntRange(0, 5).Draw(t, "helper") == 0 {
			d.Hands++
		}
	}
	p := &Problem{Calendar: c, Places: []int{1, 1}}
	for i := range rapid.IntRange(1, most).Draw(t, "tasks") {
		x := Task{Slots: rapid.IntRange(1, 6).Draw(t, "slots"), Hands: rapid.IntRange(1, c.Days[10].Hands).Draw(t, "hands"), Place: rapid.IntRange(-1, 1).Draw(t, "place")}
		switch rapid.IntRange(0, 5).Draw(t, "kind") {
		case 0:
			x = Task{Place: -1, Days: rapid.IntRange(0, 3).Draw(t, "days"), Until: rapid.IntRange(0, 15).Draw(t, "until")}
		case 1:
			x.Outside, x.Slots = true, min(x.Slots, c.Of)
		case 2:
			x.Whole = true
		}
		for k := range i {
			switch rapid.IntRange(0, 6).Draw(t, "waits") {
			case 0:
				x.After = append(x.After, k)
			case 1:
				x.With = append(x.With, k)
			}
		}
		p.Tasks = append(p.Tasks, x)
	}
	return p
}

// holds looks a plan over by itself: what waits, whose hands, which place, which hours.
func holds(t require.TestingT, p *Problem, spans []Span, done map[int]Span) {
	hands, places := map[int]int{}, map[[2]int]int{}
	for i, x := range p.Tasks {
		s := spans[i]
		if _, is := done[i]; is {
			continue
		}
		require.GreaterOrEqual(t, s.From, x.From)
		for _, k := range x.After {
			require.LessOrEqual(t, spans[k].To, s.From, "%d after %d", i, k)
		}
		for _, k := range x.With {
			require.LessOrEqual(t, spans[k].From, s.From)
		}
		if x.Slots == 0 {
			require.GreaterOrEqual(t, s.To, x.Until)
			if day := s.From / p.Of; x.Days > 0 && s.To/p.Of < len(p.Days) {
				require.False(t, p.Days[s.To/p.Of].Date.Before(p.Days[day].Date.AddDate(0, 0, x.Days)))
			}
			continue
		}
		worked, days := 0, map[int]bool{}
		for q := s.From; q < s.To; q++ {
			d := p.Days[q/p.Of]
			if d.Lost {
				continue
			}
			worked++
			days[q/p.Of] = true
			hands[q] += x.Hands
			require.LessOrEqual(t, hands[q], d.Hands, "hands at %d", q)
			if x.Place >= 0 {
				places[[2]int{x.Place, q}] += x.Hands
				require.LessOrEqual(t, places[[2]int{x.Place, q}], max(x.Hands, p.Places[x.Place]))
			}
			if x.Outside {
				require.True(t, q%p.Of >= d.Out[0] && q%p.Of < d.Out[1], "light")
			}
		}
		require.Equal(t, x.Slots, worked)
		if x.Outside || x.Whole && x.Slots <= p.Of {
			require.Len(t, days, 1)
		}
	}
}

func last(spans []Span) (out int) {
	for _, s := range spans {
		out = max(out, s.To)
	}
	return out
}

// Whatever the tasks: everything waited for, all hands, places and hours are held, and
// no list of them in the order given ends sooner.
func TestAnyPlanHolds(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		p := anyProblem(t, 14)
		spans := p.Lay(context.Background(), 30_000)
		holds(t, p, spans, nil)
		assert.LessOrEqual(t, last(spans), last(p.List(p.sorted())))
		assert.Equal(t, spans, p.Lay(context.Background(), 30_000), "the same again")
	})
}

// soonest is how soon all can end, by trying each beginning of each task.
func soonest(p *Problem, spans []Span, i, best int) int {
	if i == len(p.Tasks) {
		return min(best, last(spans))
	}
	x := &p.Tasks[i]
	from := x.From
	for _, k := range x.After {
		from = max(from, spans[k].To)
	}
	for _, k := range x.With {
		from = max(from, spans[k].From)
	}
	for at := from; at < best; at++ {
		to, _ := p.end(x, at)
		if to < 0 {
			continue
		}
		if to >= best {
			break
		}
		spans[i] = Span{at, to}
		if clash(p, spans, i) {
			continue
		}
		best = soonest(p, spans, i+1, best)
		if x.Slots == 0 {
			break // a wait that begins later ends no sooner
		}
	}
	return best
}

// clash says whether a task finds no hands or no place beside those before it.
func clash(p *Problem, spans []Span, i int) bool {
	x := p.Tasks[i]
	for q := spans[i].From; q < spans[i].To && x.Slots > 0; q++ {
		hands, place := x.Hands, x.Hands
		for k, y := range p.Tasks[:i] {
			if y.Slots > 0 && q >= spans[k].From && q < spans[k].To {
				hands += y.Hands
				if y.Place == x.Place {
					place += y.Hands
				}
			}
		}
		if hands > p.Days[q/p.Of].Hands || x.Place >= 0 && place > max(x.Hands, p.Places[x.Place]) {
			return true
		}
	}
	return false
}

func TestFewTasksEndAsSoonAsCanBe(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		p := anyProblem(t, 5)
		spans := p.Lay(context.Background(), 2_000_000)
		assert.Equal(t, soonest(p, make([]Span, len(p.Tasks)), 0, last(spans)+1), last(spans))
	})
}

// A task that takes longer, one that can't begin, a day on which nobody comes: what
// doesn't wait for it, and wants no hands or place of what moved, stays where it was.
func TestOnlyWhatDependsOnItMoves(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		p := anyProblem(t, 12)
		was := p.Lay(context.Background(), 20_000)
		slipped := *p
		calendar := *p.Calendar
		calendar.Days = append([]Day{}, calendar.Days...)
		slipped.Calendar, slipped.Tasks = &calendar, append([]Task{}, p.Tasks...)
		who := rapid.IntRange(0, len(p.Tasks)-1).Draw(t, "who")
		lost := -1
		switch rapid.IntRange(0, 2).Draw(t, "how") {
		case 0:
			if x := &slipped.Tasks[who]; x.Slots > 0 && !x.Outside && !x.Whole {
				x.Slots += rapid.IntRange(1, 6).Draw(t, "longer")
			}
		case 1:
			slipped.Tasks[who].From = was[who].From + rapid.IntRange(1, 9).Draw(t, "later")
		case 2:
			lost = rapid.IntRange(0, 4).Draw(t, "lost")
			calendar.Days[lost].Lost, who = true, -1
		}
		now := slipped.Slip(was, nil)
		holds(t, &slipped, now, nil)
		moved := func(i int) bool { return now[i] != was[i] }
		for i, x := range slipped.Tasks {
			assert.GreaterOrEqual(t, now[i].From, was[i].From, "nothing is sooner")
			if !moved(i) || i == who {
				continue
			}
			why := lost >= 0 && was[i].From < (lost+1)*p.Of && was[i].To > lost*p.Of
			for _, k := range append(append([]int{}, x.After...), x.With...) {
				why = why || moved(k)
			}
			for k, y := range slipped.Tasks {
				meets := x.Slots > 0 && y.Slots > 0 && k != i && (moved(k) || k == who) && now[k].From < max(was[i].To, now[i].To) && now[k].To > was[i].From
				why = why || meets
			}
			assert.True(t, why, "task %d moved", i)
		}
	})
}

// A task put off to as late as is said, what comes after it in its turn, leaves the end
// where it is; those without such room run from the beginning to the end.
func TestWhatTheEndHangsOn(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		p := anyProblem(t, 10)
		spans := p.Lay(context.Background(), 20_000)
		latest, hangs := p.Latest(spans, nil)
		put := make([]Span, len(spans))
		one := false
		for i := range p.Tasks {
			require.GreaterOrEqual(t, latest[i], spans[i].From)
			to, _ := p.end(&p.Tasks[i], latest[i])
			put[i] = Span{latest[i], to}
			one = one || hangs[i] && spans[i].To == last(spans)
		}
		holds(t, p, put, nil)
		assert.Equal(t, last(spans), last(put))
		assert.True(t, one, "the last one hangs on itself")
	})
}

// Worked: a crew of two; one saw. Cutting 4 and 4 at the saw, then standing 4 with both:
// 12 quarters; all hang together. With three days to cure between it is there later.
func TestWorkedChain(t *testing.T) {
	p := &Problem{Calendar: week(40, 32, 2), Places: []int{1}, Tasks: []Task{
		{Slots: 4, Hands: 1, Place: 0}, {Slots: 4, Hands: 1, Place: 0}, {Slots: 4, Hands: 2, Place: -1, After: []int{0, 1}},
		{Slots: 2, Hands: 1, Place: -1},
	}}
	spans := p.Lay(context.Background(), 1000)
	assert.Equal(t, []Span{{0, 4}, {4, 8}, {8, 12}, {0, 2}}, spans)
	latest, hangs := p.Latest(spans, nil)
	assert.Equal(t, []int{0, 4, 8, 6}, latest)
	assert.Equal(t, []bool{true, true, true, false}, hangs)
	p.Tasks[2].After = []int{4}
	p.Tasks = append(p.Tasks, Task{Place: -1, After: []int{0, 1}, Days: 3})
	spans = p.Lay(context.Background(), 1000)
	assert.Equal(t, Span{8, 3*32 + 8}, spans[4])
	assert.Equal(t, Span{3*32 + 8, 3*32 + 12}, spans[2])
	now := p.Slip(spans, map[int]Span{0: {0, 40}})
	assert.Equal(t, spans[1], now[1], "who has done with the saw is not in its way")
	assert.Equal(t, Span{40, 4*32 + 8}, now[4], "done a day later, it is dry a day later")
}

func BenchmarkFiveHundredTasks(b *testing.B) {
	p := &Problem{Calendar: week(Horizon, 34, 3), Places: []int{1, 1}}
	for i := range 500 {
		x := Task{Slots: 1 + i*7%13, Hands: 1 + i%2, Place: i%3 - 1}
		if i > 3 {
			x.After = []int{i - 4}
		}
		p.Tasks = append(p.Tasks, x)
	}
	for b.Loop() {
		spans := p.Lay(context.Background(), 20_000)
		p.Latest(spans, nil)
	}
}
