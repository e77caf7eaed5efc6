// Package timing knows when things are done: working days and hours, tasks laid one
// after another by what each waits for, by hands and by places to work, what of it the
// end hangs on, and what moves when something slips.
//
// It knows nothing of walls. Time is counted in quarter hours of working time from the
// first working day; a Span is such quarters.
package timing

import (
	"fmt"
	"slices"
	"time"
)

// Quarter is the least time that is planned with.
const Quarter = 15 * time.Minute

// Horizon is how many days are looked at: two years.
const Horizon = 730

// Clock is a time of day, minutes after midnight.
type Clock int

// String writes it as hours and minutes.
func (c Clock) String() string { return fmt.Sprintf("%02d:%02d", c/60, c%60) }

// Day is one working day.
type Day struct {
	Date  time.Time // midnight, UTC; zero where no first day is given
	Hands int       // people who are there
	Out   [2]int    // quarters of the day, from and to, that work outside may be done in
	Lost  bool      // nothing is done on it
}

// Calendar is the working days, one after another.
type Calendar struct {
	Days   []Day
	Begins Clock
	Pause  [2]Clock // none: both 0
	Of     int      // working quarters in a day
}

// Clock is the time of day when a quarter of the day begins; or, of an end, ends.
func (c *Calendar) Clock(quarter int, end bool) Clock {
	at := c.Begins + Clock(15*quarter)
	if length := c.Pause[1] - c.Pause[0]; length > 0 && (at > c.Pause[0] || at == c.Pause[0] && !end) {
		at += length
	}
	return at
}

// Quarters is how many working quarters of a day lie before a time of day, whole ones.
func (c *Calendar) Quarters(at Clock) int {
	if length := c.Pause[1] - c.Pause[0]; length > 0 && at > c.Pause[0] {
		at = max(c.Pause[0], at-length)
	}
	return min(c.Of, max(0, int(at-c.Begins)/15))
}

// DayOf is which working day a quarter lies in.
func (c *Calendar) DayOf(slot int) int { return slot / c.Of }

// End is the end of a span's last day, and the day itself.
func (c *Calendar) LastDay(s Span) int { return c.DayOf(max(s.From, s.To-1)) }

// Morning is the first quarter of the first working day that isn't before a date; past
// the calendar where there is none.
func (c *Calendar) Morning(date time.Time) int {
	i, _ := slices.BinarySearchFunc(c.Days, date, func(d Day, at time.Time) int { return d.Date.Compare(at) })
	return i * c.Of
}

// Later is the first quarter so many whole days after a quarter, by the calendar on the
// wall: what is put down on Friday afternoon and wants three days is there on Monday
// afternoon. Where no date is known a working day is a day.
func (c *Calendar) Later(slot, days int) int {
	day := c.DayOf(slot)
	if day >= len(c.Days) {
		return slot
	}
	if c.Days[day].Date.IsZero() {
		return slot + days*c.Of
	}
	due := c.Days[day].Date.AddDate(0, 0, days)
	morning := c.Morning(due)
	if next := c.DayOf(morning); next < len(c.Days) && c.Days[next].Date.Equal(due) {
		return morning + slot%c.Of
	}
	return morning
}

// slots is how many quarters there are.
func (c *Calendar) slots() int { return len(c.Days) * c.Of }
