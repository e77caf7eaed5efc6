package main

import (
	"encoding/json"
	"fmt"
	"io"
	"slices"

	"homalos/internal/job"
	"homalos/internal/making"
	"homalos/internal/site"
)

// editFile prints a job document with edits made, or the edits that take them
// back; one line for each fault.
func editFile(args []string, in io.Reader, out, errs io.Writer) int {
	inverse := slices.Contains(args, "--inverse")
	files := slices.DeleteFunc(slices.Clone(args), func(a string) bool { return a == "--inverse" })
	if len(files) != 2 {
		fmt.Fprintln(errs, "$: name two files: homalos edit JOB.json EDITS.json [--inverse], - for standard input")
		return 2
	}
	if files[0] == "-" && files[1] == "-" {
		fmt.Fprintln(errs, "$: only one of the two can be standard input")
		return 2
	}
	var raws [2][]byte
	for i, f := range files {
		var err error
		if raws[i], err = read(f, in); err != nil {
			fmt.Fprintf(errs, "$: %v\n", err)
			return 2
		}
	}
	done, err := editedFrom(raws[0], raws[1])
	if err != nil {
		fmt.Fprintln(errs, err)
		return 2
	}
	if !inverse {
		_, err = out.Write(job.Write(done.Document))
	} else {
		enc := json.NewEncoder(out)
		enc.SetEscapeHTML(false)
		enc.SetIndent("", "  ")
		err = enc.Encode(job.Edits{Format: job.EditsFormat, Edits: done.Inverse()})
	}
	if err != nil {
		fmt.Fprintln(errs, err)
		return 1
	}
	return 0
}

// editedFrom makes the edits of one text in the job of another; the error
// holds the faults of both.
func editedFrom(rawJob, rawEdits []byte) (making.Edited, error) {
	d, faults := job.Read(rawJob)
	if faults != nil {
		faults = site.AllFaults(d, faults)
	} else {
		faults = site.Check(d)
	}
	edits, wrong := job.ReadEdits(rawEdits)
	if faults = append(faults, wrong...); len(faults) > 0 {
		return making.Edited{}, faults
	}
	return (&making.Maker{Now: job.Canonical(d)}).Make(edits)
}
