package server

import (
	"encoding/json"
	"reflect"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/job"
	"homalos/internal/plan"
)

// Schema is the JSON Schema of the job or the plan document, made from the Go
// types.
func Schema(which string) ([]byte, error) {
	of := reflect.TypeFor[job.Document]()
	title := "Homalos job document"
	if which == "plan" {
		of, title = reflect.TypeFor[plan.Plan](), "Homalos plan document"
	}
	registry := huma.NewMapRegistry("#/$defs/", schemaName)
	root := registry.Schema(of, true, "")
	return json.Marshal(map[string]any{
		"$schema": "https://json-schema.org/draft/2020-12/schema",
		"title":   title, "$ref": root.Ref, "$defs": registry.Map(),
	})
}
