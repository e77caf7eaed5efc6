package jobtest

import (
	"fmt"
	"time"

	"homalos/internal/job"
)

// monday is when made-up work begins.
var monday = time.Date(2026, 11, 30, 0, 0, 0, 0, time.UTC)

func (c *Crew) day(within int) string {
	return monday.AddDate(0, 0, c.IntN(within)).Format(time.DateOnly)
}

var kinds = []string{"strike", "mark", "cut", "bottom", "top", "stand", "build", "raise", "between", "fix", "insulate", "close"}

// Schedule is who works on a job and when, as some crew might give it; some of its days
// and names are of nothing that is there.
func (c *Crew) Schedule(d job.Document) *job.Schedule {
	s := &job.Schedule{Crew: 1 + c.IntN(4), Times: float64(c.IntN(5)), Calendar: &job.Calendar{}}
	if c.IntN(6) > 0 {
		s.Calendar.From = c.day(5)
	}
	if c.IntN(3) == 0 {
		s.Calendar.Week = []string{"sat", "mon", "wed"}[:1+c.IntN(3)]
	}
	if c.IntN(3) == 0 {
		s.Calendar.Begins, s.Calendar.Ends = fmt.Sprintf("%02d:15", 6+c.IntN(4)), fmt.Sprintf("%02d:00", 13+c.IntN(6))
	}
	if c.IntN(3) == 0 {
		s.Calendar.Pause = &job.Hours{}
	}
	for range c.IntN(3) {
		s.Calendar.Off = append(s.Calendar.Off, job.Off{From: c.day(10)})
		s.Calendar.Also = append(s.Calendar.Also, c.day(14))
		s.Helpers = append(s.Helpers, job.Helpers{On: c.day(9), People: 1 + c.IntN(3)})
		s.Weather = append(s.Weather, job.Weather{On: c.day(9), Rain: c.IntN(2) == 0, Wind: float64(c.IntN(80))})
		s.Outside = append(s.Outside, pick(c, kinds))
		s.Pace = append(s.Pace, job.Pace{Task: pick(c, kinds), Hours: float64(c.IntN(10)) / 10, Of: c.IntN(40)})
	}
	if c.IntN(3) == 0 {
		s.Light = &job.Hours{From: "08:20", To: "12:40"}
	}
	if c.IntN(4) == 0 {
		s.Leave = []string{"close", pick(c, kinds)}
	}
	for range c.IntN(4) {
		w := job.Wait{ID: c.ID(), For: pick(c, []string{"cure", "delivery", "inspection", "electrician", "plumber", "engineer", "other"}), Days: float64(1 + c.IntN(4))}
		if c.IntN(2) == 0 {
			w.On = c.day(14)
		}
		if c.IntN(2) == 0 {
			w.Wall = pick(c, append(d.Walls, job.Wall{ID: "gone"})).ID
		}
		if c.IntN(3) == 0 {
			w.After, w.Before = pick(c, kinds), pick(c, kinds)
		}
		s.Waits = append(s.Waits, w)
	}
	if c.IntN(4) == 0 {
		s.Consents = []job.Consent{{What: "work on Saturday", Who: "the house next door", On: []string{"", c.day(4)}[c.IntN(2)], Before: []string{"", "raise", "close"}[c.IntN(3)]}}
	}
	return s
}

// Slip is something that comes otherwise: a task that takes longer or begins later, or a
// lost day.
func (c *Crew) Slip(d job.Document) job.Slip {
	task := pick(c, d.Walls).ID + "." + pick(c, kinds)
	switch c.IntN(3) {
	case 0:
		return job.Slip{Task: task, Hours: float64(1+c.IntN(12)) / 2}
	case 1:
		return job.Slip{Task: task, From: c.day(12)}
	}
	return job.Slip{Day: c.day(9), Why: "snow"}
}
