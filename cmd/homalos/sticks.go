package main

import (
	"context"
	"encoding/json"
	"fmt"
	"io"

	"homalos/internal/cutting"
	"homalos/internal/sticks"
)

// sticksFile prints how a list of pieces is cut from its stock, or one line for each of
// its faults.
func sticksFile(args []string, in io.Reader, out, errs io.Writer) int {
	if len(args) != 1 {
		fmt.Fprintln(errs, "$: name one file: homalos sticks FILE, or - for standard input")
		return 2
	}
	raw, err := read(args[0], in)
	if err != nil {
		fmt.Fprintf(errs, "$: %v\n", err)
		return 2
	}
	list, err := sticks.Read(raw)
	if err != nil {
		fmt.Fprintln(errs, err)
		return 2
	}
	p, err := sticks.Solve(context.Background(), list, cutting.Long)
	if err != nil {
		fmt.Fprintln(errs, err)
		return 2
	}
	enc := json.NewEncoder(out)
	enc.SetEscapeHTML(false)
	enc.SetIndent("", "  ")
	if err := enc.Encode(p); err != nil {
		fmt.Fprintln(errs, err)
		return 1
	}
	return 0
}
