package server_test

import (
	"encoding/json"
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

type fields = map[string]any

// shownOf is what a page has of a job: its plan and room.
func shownOf(t *testing.T, a *application) (plan, room fields) {
	t.Helper()
	for path, to := range map[string]*fields{"/plan": &plan, "/room": &room} {
		answer := a.call("GET", jobPath+path, "", nil)
		require.Equal(t, 200, answer.status)
		require.NoError(t, json.Unmarshal(answer.raw, to))
	}
	return plan, room
}

// laidOver is what a page makes of an answer: what changed, over what it had.
func laidOver(plan, room, follows fields, revision any) {
	order := follows["order"].([]any)
	lay := func(list, changed []any, key string) []any {
		by := map[any]any{}
		for _, one := range append(append([]any{}, list...), changed...) {
			by[one.(fields)[key]] = one
		}
		out := []any{}
		for _, id := range order {
			out = append(out, by[id])
		}
		return out
	}
	inner := plan["plan"].(fields)
	inner["walls"] = lay(inner["walls"].([]any), follows["walls"].([]any), "id")
	plan["drawings"] = lay(plan["drawings"].([]any), follows["drawings"].([]any), "wall")
	changed, _ := follows["checks"].([]any)
	anew, _ := follows["anew"].([]any)
	checks := []any{}
	for _, wall := range order {
		if slices.Contains(anew, wall) {
			for _, c := range changed {
				if c.(fields)["wall"] == wall {
					checks = append(checks, c)
				}
			}
			continue
		}
		for _, c := range inner["checks"].([]any) {
			if c.(fields)["wall"] != wall {
				continue
			}
			for _, now := range changed {
				if now.(fields)["id"] == c.(fields)["id"] {
					c = now
				}
			}
			checks = append(checks, c)
		}
	}
	inner["checks"] = checks
	for from, to := range map[string]fields{"plan": inner, "beside": plan, "room": room["room"].(fields)} {
		for k, v := range follows[from].(fields) {
			to[k] = v
		}
	}
	plan["revision"], room["revision"] = revision, revision
}

// What an edit's answer says of plan and room, laid over what a page had, is
// what the page would read anew; and it is far less.
func TestWhatFollowsLaidOverIsWhatWouldBeRead(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	plan, room := shownOf(t, a)
	for i, edit := range []said{
		do("put-opening", said{"wall": "A", "opening": said{"id": "D1", "kind": "door", "centre": "61", "leaf": said{"width": "30", "height": "80"}}}),
		do("rename", said{"name": "elsewhere"}),
		cut("A-S2", nil),
		note("checks", said{"check": "A.light", "value": "1/4 in"}),
		do("add-reading", said{"reading": reading("one more", "40", "95 7/8")}),
		do("put-rules", said{"rules": said{"fit": "1/8 in"}}),
		do("put-wall", said{"wall": said{"id": "Z", "from": said{"x": "10 in", "y": "200 in"}, "to": said{"x": "90 in", "y": "200 in"}, "lumber": "2x4"}}),
		do("remove-wall", said{"wall": "Z"}),
	} {
		answer := a.edit(a.revision(), edit)
		require.Equal(t, 200, answer.status, string(answer.raw))
		follows := answer.body["follows"].(fields)
		assert.Equal(t, plan["revision"], follows["from"])
		sent, err := json.Marshal(follows)
		require.NoError(t, err)
		laidOver(plan, room, follows, answer.body["revision"])
		nowPlan, nowRoom := shownOf(t, a)
		if follows["later"] == true {
			assert.NotContains(t, follows["room"], "reliefs")
			room["room"].(fields)["reliefs"] = nowRoom["room"].(fields)["reliefs"]
		}
		assert.Equal(t, nowPlan, plan, "plan after edit %d", i)
		assert.Equal(t, nowRoom, room, "room after edit %d", i)
		if i < 4 {
			whole, err := json.Marshal([]any{nowPlan, nowRoom})
			require.NoError(t, err)
			assert.Less(t, len(sent), len(whole)*11/20, fmt.Sprint("edit ", i))
		}
	}
}
