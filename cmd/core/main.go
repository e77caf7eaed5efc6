//go:build js && wasm

// Command core is the core for a browser, or for Node: it gives the page one
// function, homalosPlan, that takes a job document's text and returns the
// plan's, or {"faults": [...]}.
package main

import (
	"encoding/json"
	"syscall/js"

	"homalos/internal/job"
	"homalos/internal/plan"
)

func main() {
	js.Global().Set("homalosPlan", js.FuncOf(func(_ js.Value, args []js.Value) any {
		return string(planned([]byte(args[0].String())))
	}))
	select {} // what it gave is called from outside
}

func planned(text []byte) []byte {
	d, faults := job.Read(text)
	if faults == nil {
		p, err := plan.Compute(d)
		if err == nil {
			return written(p)
		}
		faults, _ = err.(job.Faults)
	}
	return written(map[string]job.Faults{"faults": faults})
}

func written(v any) []byte {
	out, err := json.Marshal(v)
	if err != nil {
		panic(err) // plans and faults always marshal
	}
	return out
}
