// Package demo holds the demo jobs as open job documents.
package demo

import "embed"

// Jobs are the documents, one a file.
//
//go:embed bindery.json wardrobe.json
var Jobs embed.FS

// Truths are what is really there: behind each demo job, and a practice room
// with five corners for jobs of one's own.
//
//go:embed *.truth.json
var Truths embed.FS

// IDs are the ids the demo jobs are imported under, by file.
var IDs = map[string]string{
	"bindery.json":  "0190c0de-0000-7000-8000-000000000001",
	"wardrobe.json": "0190c0de-0000-7000-8000-000000000002",
}
