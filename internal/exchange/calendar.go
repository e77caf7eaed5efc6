package exchange

import (
	"fmt"
	"io"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"

	"homalos/internal/plan"
)

// Undated says that days without dates can't go into a calendar.
type Undated struct{}

func (*Undated) Error() string {
	return "the plan of days has no first day: give one under Stand, Days, then it can go into a calendar"
}

// WriteCalendar writes the plan of days as iCalendar: each task of each day with its
// times as the clock on site shows them, and what is noted for a day as of all that day.
// The same task of the same day keeps its id, so that reading the file again mends it.
func WriteCalendar(w io.Writer, p plan.Plan, job string, revision int64, at time.Time) error {
	cal := ics.NewCalendar()
	cal.SetProductId("-//Homalos//Plan of days//EN")
	cal.SetMethod(ics.MethodPublish)
	cal.SetXWRCalName(p.Name)
	for _, d := range p.Days {
		if d.Date == "" {
			return &Undated{}
		}
		date, err := time.Parse(time.DateOnly, d.Date)
		if err != nil {
			return err
		}
		add := func(id, summary, about string) *ics.VEvent {
			e := cal.AddEvent(fmt.Sprintf("%s-%s-%s@homalos", job, d.Date, id))
			e.SetDtStampTime(at)
			e.SetSequence(int(revision))
			e.SetSummary(summary)
			if about != "" {
				e.SetDescription(about)
			}
			return e
		}
		for _, t := range d.Tasks {
			e := add(fmt.Sprintf("%s-%s", t.Task, strings.ReplaceAll(t.From, ":", "")), t.Named(), about(t))
			clock := func(prop ics.ComponentProperty, text string) {
				e.SetProperty(prop, date.Format("20060102")+"T"+strings.ReplaceAll(text, ":", "")+"00") // as the clock on site shows it
			}
			clock(ics.ComponentPropertyDtStart, t.From)
			clock(ics.ComponentPropertyDtEnd, t.To)
		}
		for i, note := range d.Notes {
			e := add(fmt.Sprintf("note-%d", i+1), note, "")
			e.SetAllDayStartAt(date)
			e.SetAllDayEndAt(date.AddDate(0, 0, 1))
		}
	}
	return cal.SerializeTo(w)
}

func about(t plan.DayTask) string {
	out := fmt.Sprintf("%d at the %s", t.People, t.Role)
	if t.Hangs {
		out += "; the end hangs on it"
	}
	if t.Done {
		out += "; done"
	}
	return out
}
