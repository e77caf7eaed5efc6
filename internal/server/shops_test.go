package server_test

import (
	"net/http"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The crew keeps shop rules, a job begins by them and another comes to go by them; what they
// can't be is refused at its field; taken out, jobs keep what they have.
func TestShopRules(t *testing.T) {
	t.Parallel()
	a := start(t).withBindery()
	path := func() (id, at string) {
		id = uuid.Must(uuid.NewV7()).String()
		return id, "/api/shops/" + id
	}
	id, at := path()
	shop := said{"id": id, "name": "ours", "units": "imperial", "mark": "1/32 in", "rules": said{"spacing": "2 ft", "fit": "1/8 in"}, "lumber": []said{{"id": "2x3", "thickness": "1 1/2", "depth": "2 1/2"}}}
	require.Equal(t, http.StatusNoContent, a.call("PUT", at, "", shop).status)
	list := a.call("GET", "/api/shops", "", nil).body["shops"].([]any)
	first := list[0].(map[string]any)
	assert.Equal(t, "ours", first["name"])
	assert.Equal(t, "24 in", first["rules"].(map[string]any)["spacing"], "as its units write it")
	assert.Greater(t, len(list), 4, "and those that come with it")

	for name, bad := range map[string]said{
		"rules.fit":           {"name": "x", "units": "imperial", "rules": said{"fit": "9 ft"}},
		"rules.noggings.rows": {"name": "x", "units": "metric", "rules": said{"noggings": said{"rows": []said{{"mid": true, "height": "1 m"}}}}},
		"lumber[0]":           {"name": "x", "units": "metric", "lumber": []said{{"id": "a", "thickness": "0 mm", "depth": "9 mm"}}},
		"body.name":           {"name": "", "units": "metric"},
		"body.units":          {"name": "x", "units": "cubits"},
	} {
		other, to := path()
		bad["id"] = other
		r := a.call("PUT", to, "", bad)
		require.Equal(t, http.StatusUnprocessableEntity, r.status, name)
		assert.Contains(t, string(r.raw), name)
	}
	r := a.edit(1, do("put-shop", said{"shop": said{"id": "x", "name": "x", "units": "metric"}}))
	assert.Equal(t, []string{"edits[0].shop.units"}, r.locations())
	r = a.edit(1, do("put-shop", said{"shop": said{"id": "x", "name": "x", "units": "imperial", "rules": said{"fit": "9 ft"}}}))
	assert.Equal(t, []string{"edits[0].shop.rules.fit"}, r.locations())

	put := do("put-shop", said{"shop": shop})
	r = a.edit(1, put)
	require.Equal(t, http.StatusOK, r.status, string(r.raw))
	d := a.document()
	assert.Equal(t, "1/32 in", d["mark"])
	assert.Equal(t, map[string]any{"spacing": "24 in", "fit": "1/8 in"}, d["rules"])
	departs := func() []any {
		return a.call("GET", jobPath+"/plan", "", nil).body["usual"].(map[string]any)["departs"].([]any)
	}
	assert.Empty(t, departs())
	require.Equal(t, http.StatusOK, a.edit(2, do("put-rules", said{"rules": said{"spacing": "16 in", "fit": "1/8 in"}})).status)
	assert.Equal(t, []any{map[string]any{"field": "spacing", "shop": "24 in", "own": "16 in"}}, departs())
	require.Equal(t, http.StatusOK, a.edit(3, do("put-rules", said{"rules": said{"spacing": "24 in", "fit": "1/8 in"}})).status)
	begun := a.call("POST", "/api/jobs/0190c0de-0000-7000-8000-0000000000ba/start", "", said{"name": "a loft", "units": "imperial", "shop": id})
	require.Equal(t, http.StatusCreated, begun.status, string(begun.raw))
	assert.Equal(t, "24 in", begun.body["document"].(map[string]any)["rules"].(map[string]any)["spacing"])
	none := a.call("POST", "/api/jobs/0190c0de-0000-7000-8000-0000000000bb/start", "", said{"name": "a loft", "units": "metric", "shop": id})
	assert.Equal(t, http.StatusUnprocessableEntity, none.status, "it is in inches")

	require.Equal(t, http.StatusNoContent, a.call("DELETE", at, "", nil).status)
	assert.Equal(t, http.StatusNotFound, a.call("DELETE", at, "", nil).status)
	assert.Equal(t, "ours", a.document()["shop"].(map[string]any)["name"])
}
