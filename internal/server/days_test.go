package server_test

import (
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A schedule that can't be is refused at its field, and the job stays as it was.
func TestSchedulesThatCannotBe(t *testing.T) {
	t.Parallel()
	a := start(t)
	a.bindery()
	before := a.call("GET", jobPath+"/document", "", nil).raw
	for name, c := range map[string]struct {
		schedule said
		at       string
	}{
		"no working day":               {said{"calendar": said{"week": []string{}}}, "edits[0].schedule.calendar.week"},
		"a day that ends at its start": {said{"calendar": said{"begins": "16:00", "ends": "07:00"}}, "edits[0].schedule.calendar.ends"},
		"no such day":                  {said{"calendar": said{"from": "2026-02-30"}}, "edits[0].schedule.calendar.from"},
		"no such weekday":              {said{"calendar": said{"week": []string{"noday"}}}, "edits[0].schedule.calendar.week[0]"},
		"hours below nothing":          {said{"pace": []said{{"task": "cut", "hours": -1}}}, "edits[0].schedule.pace[0].hours"},
		"a slip of less than nothing":  {said{"slips": []said{{"task": "A.cut", "hours": -2}}}, "edits[0].schedule.slips[0].hours"},
		"a slip of nothing":            {said{"slips": []said{{"task": "A.cut"}}}, "edits[0].schedule.slips[0]"},
		"a wait for nothing":           {said{"waits": []said{{"id": "w", "for": "cure"}}}, "edits[0].schedule.waits[0]"},
		"two waits of a name":          {said{"waits": []said{{"id": "w", "for": "cure", "days": 1}, {"id": "w", "for": "cure", "days": 1}}}, "edits[0].schedule.waits[1].id"},
		"out until before it is out":   {said{"services": []said{{"what": "heat", "from": "2026-12-02", "to": "2026-12-01"}}}, "edits[0].schedule.services[0].to"},
		"a consent of nobody":          {said{"consents": []said{{"what": "noise", "who": " "}}}, "edits[0].schedule.consents[0].who"},
		"a stub higher than its room":  {said{"route": []said{{"what": "stub", "height": "30 in", "over": "20 in"}}}, "edits[0].schedule.route[0].over"},
		"a turn without its width":     {said{"route": []said{{"what": "turn", "width": "30 in"}}}, "edits[0].schedule.route[0].after"},
	} {
		t.Run(name, func(t *testing.T) {
			r := a.edit(1, do("put-schedule", said{"schedule": c.schedule}))
			require.Equal(t, http.StatusUnprocessableEntity, r.status, string(r.raw))
			assert.Contains(t, string(r.raw), `"`+c.at+`"`)
		})
	}
	assert.Equal(t, http.StatusUnprocessableEntity, a.edit(1, do("worked", said{"worked": said{"task": "Z.cut", "hours": 1, "on": "2026-12-01"}})).status)
	assert.Equal(t, string(before), string(a.call("GET", jobPath+"/document", "", nil).raw))
	assert.Equal(t, http.StatusUnprocessableEntity, a.call("GET", jobPath+"/stand.pdf?walls=Z", "", nil).status)
	assert.Equal(t, http.StatusUnprocessableEntity, a.call("GET", jobPath+"/stand.pdf?day=900", "", nil).status)

	// the crew's own figures come from what was written down
	require.Equal(t, http.StatusOK, a.edit(1, do("worked", said{"worked": said{"task": "A.strike", "hours": 1.5, "people": 2, "on": "2026-12-01"}})).status)
	assert.Contains(t, string(a.call("GET", "/api/pace", "", nil).raw), `{"task":"strike","hours":3,"of":1}`)
	require.Equal(t, http.StatusOK, a.edit(2, do("put-schedule", said{"schedule": said{"crew": 1}})).status)
	assert.Equal(t, http.StatusUnprocessableEntity, a.call("GET", jobPath+"/days.ics", "", nil).status, "no first day")
}
