package server

import (
	"encoding/json"
	"os"
	"reflect"
	"sync"
	"testing"

	"github.com/danielgtaylor/huma/v2"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
)

// described is every type that is read, once: it takes long.
var described = sync.OnceValue(func() huma.Registry { return withEdits(huma.NewMapRegistry("#/$defs/", schemaName)) })

// judge holds a text to a schema, and says what is wrong with it.
func judge(t *testing.T, of reflect.Type, text []byte) []error {
	t.Helper()
	registry := described()
	schema := registry.Schema(of, false, "")
	var v any
	require.NoError(t, json.Unmarshal(text, &v))
	res := &huma.ValidateResult{}
	huma.Validate(registry, schema, huma.NewPathBuffer([]byte{}, 0), huma.ModeWriteToServer, v, res)
	return res.Errors
}

// The schema takes what the reader takes, and refuses what it refuses.
func TestTheSchemaOfEditsIsWhatIsRead(t *testing.T) {
	for _, file := range []string{"bindery", "wardrobe"} {
		raw, err := os.ReadFile("../../demo/" + file + ".json")
		require.NoError(t, err)
		assert.Empty(t, judge(t, reflect.TypeFor[job.Document](), raw))
		d, faults := job.Read(raw)
		require.Empty(t, faults)
		crew := jobtest.NewCrew("crew", 3)
		kinds := map[string]bool{}
		for range 300 {
			e := crew.Edit(d)
			kinds[e.Do()] = true
			text, err := json.Marshal(job.Edits{Format: job.EditsFormat, Edits: []job.Edit{e}})
			require.NoError(t, err)
			assert.Empty(t, judge(t, reflect.TypeFor[job.Edits](), text), string(text))
		}
		assert.Greater(t, len(kinds), 8)
	}
	for name, text := range map[string]string{
		"an unknown kind":     `{"do": "paint"}`,
		"an unknown field":    `{"do": "rename", "name": "x", "colour": 1}`,
		"a field missing":     `{"do": "remove-wall"}`,
		"another kind's":      `{"do": "remove-wall", "wall": {"id": "A", "lumber": "2x4"}}`,
		"no such part":        `{"do": "remove-found", "part": "moons", "key": "x"}`,
		"another part's":      `{"do": "put-found", "part": "zones", "entry": {"id": "i", "kind": "tape"}}`,
		"a name of nothing":   `{"do": "rename", "name": ""}`,
		"the log's beginning": `{"do": "start", "document": {"format": "homalos-job/1", "name": "x", "units": "metric"}}`,
	} {
		whole := `{"format": "homalos-edits/1", "edits": [` + text + `]}`
		assert.NotEmpty(t, judge(t, reflect.TypeFor[job.Edits](), []byte(whole)), name)
		if name != "the log's beginning" {
			_, faults := job.ReadEdits([]byte(whole))
			assert.NotEmpty(t, faults, name)
		}
	}
}

func TestPublishedSchemasAreThoseOfTheTypes(t *testing.T) {
	for which := range documents {
		raw, err := Schema(which)
		require.NoError(t, err)
		kept, err := os.ReadFile("../../docs/" + which + ".schema.json")
		require.NoError(t, err)
		assert.JSONEq(t, string(raw), string(kept), which)
	}
	none, err := Schema("moon")
	assert.True(t, none == nil && err == nil)
}
