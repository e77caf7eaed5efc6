package exchange

import (
	"bytes"
	"strings"
	"testing"
	"time"

	ics "github.com/arran4/golang-ical"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A calendar reads back as the plan has it: each task of each day once, at its times, as
// the clock on site shows them; a second file of the same job gives the same ids.
func TestTheCalendarIsThePlan(t *testing.T) {
	p := planned(t, "bindery.json")
	var out bytes.Buffer
	at := time.Date(2026, 11, 27, 8, 0, 0, 0, time.UTC)
	require.NoError(t, WriteCalendar(&out, p, "job", 7, at))
	cal, err := ics.ParseCalendar(bytes.NewReader(out.Bytes()))
	require.NoError(t, err)
	want := map[string]string{}
	for _, d := range p.Days {
		for _, x := range d.Tasks {
			want[strings.ReplaceAll(d.Date, "-", "")+"T"+strings.ReplaceAll(x.From, ":", "")+"00 "+x.Named()] = strings.ReplaceAll(d.Date, "-", "") + "T" + strings.ReplaceAll(x.To, ":", "") + "00"
		}
	}
	ids, notes := map[string]bool{}, 0
	for _, e := range cal.Events() {
		ids[e.Id()] = true
		begins := e.GetProperty(ics.ComponentPropertyDtStart).Value
		if !strings.Contains(begins, "T") {
			notes++
			continue
		}
		key := begins + " " + e.GetProperty(ics.ComponentPropertySummary).Value
		assert.Equal(t, want[key], e.GetProperty(ics.ComponentPropertyDtEnd).Value, key)
		delete(want, key)
	}
	assert.Empty(t, want)
	assert.Positive(t, notes)
	assert.Len(t, ids, len(cal.Events()))
	p.Days[0].Date = ""
	var undated *Undated
	assert.ErrorAs(t, WriteCalendar(&out, p, "job", 7, at), &undated)
}

// Each day and each wall's steps come out on pages of their own.
func TestSheetsOfStand(t *testing.T) {
	p := planned(t, "bindery.json")
	for _, of := range []StandPages{{Days: []int{1, 2, 3}}, {Walls: []string{"A", "B"}}, {Days: []int{2}, Walls: []string{"C"}}} {
		of.Job, of.Paper = "Bindery", Papers[0]
		var out bytes.Buffer
		require.NoError(t, WriteStand(&out, p, of))
		pages := bytes.Count(out.Bytes(), []byte("/Type /Page\n"))
		assert.GreaterOrEqual(t, pages, len(of.Days)+len(of.Walls))
		assert.LessOrEqual(t, pages, 2*(len(of.Days)+len(of.Walls)))
	}
}
