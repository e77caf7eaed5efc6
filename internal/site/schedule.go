package site

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/timing"
)

// Schedule is who works here, and when, with its dates read.
type Schedule struct {
	job.Schedule
	timing.Calendar
	Dated    bool // it has a first day
	Room     map[string]int
	Waits    []Wait
	Services []Service
	Lost     []time.Time // days that slipped away
	LostWhy  []string
	Route    []Pass
}

// Pass is a tight place on the way in, mm; 0 where that isn't given.
type Pass struct {
	What, Name                 string
	Width, Height, After, Over float64
}

// Wait is what something waits for; On is zero where no day is given.
type Wait struct {
	job.Wait
	On time.Time
}

// Service is what is out of service; To is zero where nobody knows until when.
type Service struct {
	job.Service
	From, To time.Time
}

// usualCrew is how many people are taken for granted.
const usualCrew = 2

// setSchedule reads the schedule.
func (r *resolver) setSchedule() {
	d := job.Schedule{}
	if r.Doc.Schedule != nil {
		d = *r.Doc.Schedule
	}
	s := &r.Schedule
	s.Schedule = d
	if d.Crew == 0 {
		s.Crew = usualCrew
	}
	if d.Times == 0 {
		s.Times = 3
	}
	if d.Wind == 0 {
		s.Wind = 40
		if r.Doc.Units == "imperial" {
			s.Wind = 25
		}
	}
	places := job.Places{}
	if d.Places != nil {
		places = *d.Places
	}
	s.Room = map[string]int{"saw": max(1, places.Saw), "floor": places.Floor, "ladder": max(1, places.Ladder)}
	if places.Floor == 0 {
		s.Room["floor"] = 60
	}
	r.setWaits(d)
	r.setCalendar(d)
	r.setSlips(d)
	r.setRoute(d)
}

// setRoute reads the way in.
func (r *resolver) setRoute(d job.Schedule) {
	for i, p := range d.Route {
		path := fmt.Sprintf("schedule.route[%d]", i)
		one := Pass{What: p.What, Name: p.Name}
		read := func(name string, given job.Length, must bool) float64 {
			if !given.Given() {
				if must {
					r.faults.Add(path+"."+name, "missing: give a length")
				}
				return 0
			}
			return r.within(path+"."+name, given, 0, measure.Inch, 100*measure.Metre).Millimetres()
		}
		stub := p.What == "stub"
		one.Width, one.Height = read("width", p.Width, !stub), read("height", p.Height, p.What != "turn")
		one.After, one.Over = read("after", p.After, p.What == "turn"), read("over", p.Over, stub)
		if stub && one.Over > 0 && one.Over <= one.Height {
			r.faults.Add(path+".over", "it isn't over the stub: measure it from the floor")
		}
		r.Schedule.Route = append(r.Schedule.Route, one)
	}
}

func (r *resolver) setWaits(d job.Schedule) {
	seen := map[string]bool{}
	for i, w := range d.Waits {
		path := fmt.Sprintf("schedule.waits[%d]", i)
		r.id(path+".id", w.ID, seen, 64)
		r.Schedule.Waits = append(r.Schedule.Waits, Wait{w, r.date(path+".on", w.On, false)})
		if w.On == "" && w.Days == 0 && w.For != "engineer" {
			r.faults.Add(path, "neither a day nor how many days it takes: give one of them")
		}
	}
	for i, c := range d.Consents {
		path := fmt.Sprintf("schedule.consents[%d]", i)
		if strings.TrimSpace(c.Who) == "" {
			r.faults.Add(path+".who", "empty: name who is asked")
		}
		if strings.TrimSpace(c.What) == "" {
			r.faults.Add(path+".what", "empty: say to what")
		}
		r.date(path+".on", c.On, false)
	}
	for i, x := range d.Services {
		path := fmt.Sprintf("schedule.services[%d]", i)
		one := Service{Service: x, From: r.moment(path+".from", x.From, false), To: r.moment(path+".to", x.To, true)}
		if x.From == "" {
			r.faults.Add(path+".from", "missing: since when")
		}
		if !one.To.IsZero() && !one.To.After(one.From) {
			r.faults.Add(path+".to", "%s isn't after %s: give a later end", x.To, x.From)
		}
		r.Schedule.Services = append(r.Schedule.Services, one)
	}
	for i, l := range d.Levels {
		if strings.TrimSpace(l.Name) == "" {
			r.faults.Add(fmt.Sprintf("schedule.levels[%d].name", i), "empty: give it a name")
		}
		for k, way := range l.Ways {
			if len(way) > 100 || strings.TrimSpace(way) == "" {
				r.faults.Add(fmt.Sprintf("schedule.levels[%d].ways[%d]", i, k), "give a name of at most 100 characters")
			}
		}
	}
}

func (r *resolver) setSlips(d job.Schedule) {
	s := &r.Schedule
	for i, x := range d.Slips {
		path := fmt.Sprintf("schedule.slips[%d]", i)
		day := r.date(path+".day", x.Day, false)
		r.date(path+".from", x.From, false)
		switch {
		case x.Day != "" && x.Task != "":
			r.faults.Add(path, "a day and a task at once: make two of it")
		case x.Day != "":
			s.Lost, s.LostWhy = append(s.Lost, day), append(s.LostWhy, x.Why)
		case x.Task == "":
			r.faults.Add(path+".task", "missing: name the task, or the day that is lost")
		case x.Hours == 0 && x.From == "":
			r.faults.Add(path, "say how many hours longer it takes, or from which day on it can be done")
		}
	}
}

// setCalendar lays the working days out.
func (r *resolver) setCalendar(d job.Schedule) {
	s, given := &r.Schedule, job.Calendar{}
	if d.Calendar != nil {
		given = *d.Calendar
	}
	const path = "schedule.calendar"
	begins := r.clock(path+".begins", given.Begins, 7*60+30)
	ends := r.clock(path+".ends", given.Ends, 16*60)
	if ends <= begins {
		r.faults.Add(path+".ends", "%s isn't after %s: give a later end of the day", ends, begins)
		return
	}
	s.Begins = begins
	pause := [2]timing.Clock{12 * 60, 12*60 + 30}
	if p := given.Pause; p != nil {
		pause = [2]timing.Clock{r.clock(path+".pause.from", p.From, 0), r.clock(path+".pause.to", p.To, 0)}
		if pause[1] < pause[0] || pause[1] > pause[0] && (pause[0] < begins || pause[1] > ends) {
			r.faults.Add(path+".pause", "%s to %s isn't within the day, %s to %s", pause[0], pause[1], begins, ends)
			return
		}
	} else if pause[0] < begins || pause[1] > ends {
		pause = [2]timing.Clock{}
	}
	if pause[1] > pause[0] {
		s.Pause = pause
	}
	if s.Of = int(ends-begins-(s.Pause[1]-s.Pause[0])) / 15; s.Of < 1 {
		r.faults.Add(path+".ends", "%s to %s leaves no quarter of an hour to work in", begins, ends)
		return
	}
	from := r.date(path+".from", given.From, false)
	s.Dated = !from.IsZero()
	r.setDays(d, given, from)
}

var weekdays = []string{"sun", "mon", "tue", "wed", "thu", "fri", "sat"}

// setDays lays out each working day: who is there, and when one may work outside.
func (r *resolver) setDays(d job.Schedule, given job.Calendar, from time.Time) {
	s := &r.Schedule
	week := given.Week
	if week == nil {
		week = []string{"mon", "tue", "wed", "thu", "fri"}
	}
	off := map[time.Time]bool{}
	for i, o := range given.Off {
		path := fmt.Sprintf("schedule.calendar.off[%d]", i)
		first, last := r.date(path+".from", o.From, true), r.date(path+".to", o.To, false)
		if last.IsZero() {
			last = first
		}
		if last.Before(first) || last.Sub(first) > 3700*24*time.Hour {
			r.faults.Add(path+".to", "%s to %s: give a last day that is after the first, ten years at most", o.From, o.To)
			continue
		}
		for at := first; !at.After(last); at = at.AddDate(0, 0, 1) {
			off[at] = true
		}
	}
	also := map[time.Time]bool{}
	for i, day := range given.Also {
		also[r.date(fmt.Sprintf("schedule.calendar.also[%d]", i), day, true)] = true
	}
	helpers := map[time.Time]int{}
	for i, h := range d.Helpers {
		helpers[r.date(fmt.Sprintf("schedule.helpers[%d].on", i), h.On, true)] += h.People
	}
	fair := r.fair(d)
	light := [2]int{0, s.Of}
	if l := d.Light; l != nil {
		light = [2]int{s.Quarters(r.clock("schedule.light.from", l.From, s.Begins) + 14), s.Quarters(r.clock("schedule.light.to", l.To, 24*60))}
		if light[1] <= light[0] {
			r.faults.Add("schedule.light", "%s to %s leaves nothing of the working day", l.From, l.To)
		}
	}
	for at, n := from, 0; n < timing.Horizon; n++ {
		day := timing.Day{Date: at, Hands: s.Crew + helpers[at], Out: light}
		if s.Dated {
			if !fair(at) {
				day.Out = [2]int{0, 0}
			}
			works := slices.Contains(week, weekdays[at.Weekday()]) && !off[at] || also[at]
			at = at.AddDate(0, 0, 1)
			if !works {
				continue
			}
		} else {
			day.Hands = s.Crew
		}
		s.Days = append(s.Days, day)
	}
}

// fair says of a day whether one can work outside, as far as is foretold.
func (r *resolver) fair(d job.Schedule) func(time.Time) bool {
	foul := map[time.Time]bool{}
	for i, w := range d.Weather {
		foul[r.date(fmt.Sprintf("schedule.weather[%d].on", i), w.On, true)] = w.Rain || w.Wind > r.Schedule.Wind
	}
	return func(at time.Time) bool { return !foul[at] }
}

// date reads a day, 2026-11-30; zero where none is given.
func (r *resolver) date(path, given string, must bool) time.Time {
	if given == "" {
		if must {
			r.faults.Add(path, "missing: give a day, as 2026-11-30")
		}
		return time.Time{}
	}
	at, err := time.Parse(time.DateOnly, given)
	if err != nil || at.Year() < 2000 || at.Year() > 2200 {
		r.faults.Add(path, "%q is no day: write it as 2026-11-30", given)
		return time.Time{}
	}
	return at
}

// moment reads a day with or without a time; the end of a day where it is one.
func (r *resolver) moment(path, given string, end bool) time.Time {
	if at, err := time.Parse("2006-01-02 15:04", strings.Replace(given, "T", " ", 1)); err == nil {
		return at
	}
	if at := r.date(path, given, false); !at.IsZero() && end {
		return at.AddDate(0, 0, 1)
	} else {
		return at
	}
}

// clock reads a time of day, 07:30.
func (r *resolver) clock(path, given string, usual timing.Clock) timing.Clock {
	if given == "" {
		return usual
	}
	at, err := time.Parse("15:04", given)
	if err != nil {
		r.faults.Add(path, "%q is no time of day: write it as 07:30", given)
		return usual
	}
	return timing.Clock(at.Hour()*60 + at.Minute())
}
