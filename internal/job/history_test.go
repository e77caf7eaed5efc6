package job_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"

	"homalos/internal/job"
)

// log writes steps as "who part", "who undo N" or "who redo N".
func log(steps ...string) []job.Done {
	var out []job.Done
	for i, s := range steps {
		d := job.Done{Revision: int64(i + 1), Edit: fmt.Sprint("e", i+1)}
		var what string
		var n int64
		if k, _ := fmt.Sscanf(s, "%s undo %d", &d.Device, &n); k == 2 {
			d.Undoes = n
		} else if k, _ := fmt.Sscanf(s, "%s redo %d", &d.Device, &n); k == 2 {
			d.Redoes = n
		} else {
			_, _ = fmt.Sscanf(s, "%s %s", &d.Device, &what)
			d.Touches = []string{what}
		}
		out = append(out, d)
	}
	return out
}

func TestUndoGoesByOnesOwnAndNeverOverOthers(t *testing.T) {
	for name, c := range map[string]struct {
		log        []job.Done
		undo, redo string
	}{
		"nothing done":                          {log(), "", ""},
		"only others did something":             {log("ana walls/A"), "", ""},
		"one's last":                            {log("me walls/A", "me rules"), "e2", ""},
		"one's last, others elsewhere since":    {log("me walls/A", "ana rules"), "e1", ""},
		"others changed the same since":         {log("me walls/A", "ana walls/A/openings/D1"), "", ""},
		"an older one that is free":             {log("me rules", "me walls/A", "ana walls/A"), "e1", ""},
		"others took theirs back":               {log("me walls/A", "ana walls/A", "ana undo 2"), "e1", ""},
		"one's own, taken back":                 {log("me walls/A", "me rules", "me undo 2"), "e1", "e2"},
		"all taken back, newest is remade last": {log("me walls/A", "me rules", "me undo 2", "me undo 1"), "", "e1"},
		"made again":                            {log("me walls/A", "me undo 1", "me redo 1"), "e1", ""},
		"something else since: no redo":         {log("me walls/A", "me undo 1", "me rules"), "e3", ""},
		"others' work since bars the redo":      {log("me walls/A", "me undo 1", "ana walls/A"), "", ""},
		"somebody else took mine back":          {log("me walls/A", "ana undo 1"), "", ""},
	} {
		undo, redo := job.Offered(c.log, "me")
		at := func(d *job.Done) string {
			if d == nil {
				return ""
			}
			return d.Edit
		}
		assert.Equal(t, c.undo, at(undo), name)
		assert.Equal(t, c.redo, at(redo), name)
	}
	undo, redo := job.Offered(log(" walls/A"), "")
	assert.True(t, undo == nil && redo == nil, "who isn't known has nothing of their own")
}
