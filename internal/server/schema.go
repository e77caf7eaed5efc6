package server

import (
	"encoding/json"
	"reflect"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/job"
	"homalos/internal/plan"
)

// documents are those that have a JSON Schema, by name.
var documents = map[string]struct {
	of    reflect.Type
	title string
}{
	"job":  {reflect.TypeFor[job.Document](), "Homalos job document"},
	"plan": {reflect.TypeFor[plan.Plan](), "Homalos plan document"},
	"edit": {reflect.TypeFor[job.Edits](), "Homalos edits document"},
}

// Schema is the JSON Schema of the job, the plan or the edits document, made
// from the Go types; nil for any other.
func Schema(which string) ([]byte, error) {
	d, ok := documents[which]
	if !ok {
		return nil, nil
	}
	registry := withEdits(huma.NewMapRegistry("#/$defs/", schemaName))
	root := registry.Schema(d.of, true, "")
	return json.Marshal(map[string]any{
		"$schema": "https://json-schema.org/draft/2020-12/schema",
		"title":   d.title, "$ref": root.Ref, "$defs": registry.Map(),
	})
}

// editSchema describes an edit: one of the kinds, told apart by do and, where
// there is one, part.
type editSchema struct{}

func withEdits(r huma.Registry) huma.Registry {
	r.RegisterTypeAlias(reflect.TypeFor[job.Edit](), reflect.TypeFor[editSchema]())
	return r
}

func (editSchema) Schema(r huma.Registry) *huma.Schema {
	prefix := r.Schema(reflect.TypeFor[job.Place](), true, "").Ref
	prefix = prefix[:len(prefix)-len("Place")]
	if _, there := r.Map()["Edit"]; !there {
		all := &huma.Schema{Description: "One change of a job, as a value: what it does, and the fields of that."}
		r.Map()["Edit"] = all
		for _, k := range job.Kinds {
			if !k.Kept {
				all.OneOf = append(all.OneOf, kindSchema(r, k))
			}
		}
	}
	return &huma.Schema{Ref: prefix + "Edit"}
}

func kindSchema(r huma.Registry, k job.Kind) *huma.Schema {
	fields := huma.SchemaFromType(r, reflect.TypeOf(k.New()).Elem())
	out := &huma.Schema{
		Type: huma.TypeObject, Title: k.Do, Description: k.About, AdditionalProperties: false,
		Properties: map[string]*huma.Schema{}, Required: append([]string{"do"}, fields.Required...),
	}
	if k.Part != "" {
		out.Title += " " + string(k.Part)
	}
	longest := 64
	out.Properties["id"] = &huma.Schema{Type: huma.TypeString, MaxLength: &longest, Description: "Made by the client (a UUIDv7): sent twice, the edit is made once. Must be given where a job is changed."}
	out.Properties["do"] = &huma.Schema{Type: huma.TypeString, Enum: []any{k.Do}}
	for name, f := range fields.Properties {
		out.Properties[name] = f
	}
	if k.Part != "" {
		out.Properties["part"] = &huma.Schema{Type: huma.TypeString, Enum: []any{string(k.Part)}}
	}
	out.PrecomputeMessages() // else it holds nothing to what it says
	return out
}
