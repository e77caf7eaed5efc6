// Command homalos works partitions out from readings: as a program for the
// command line and as a server with its interface.
package main

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"

	"homalos/internal/job"
	"homalos/internal/plan"
	"homalos/internal/server"
	"homalos/internal/site"
)

const usage = `homalos plan FILE [--table]   print the plan of a job document (- is standard input)
homalos edit JOB EDITS        print the job document with edits made; --inverse prints what takes them back
homalos sticks FILE           print how a list of pieces is cut from its stock, at the least cost
homalos serve -db URL         serve the application
homalos demo -db URL          serve it with the demo jobs
homalos export -db URL JOB    print a job of the database as a job document
homalos backup -db URL FILE   write everything of the crew, its log included, with a checksum
homalos restore -db URL FILE  put it back; --replace: in place of what is there
homalos simulate --seed N     write a made-up job and, apart, what is really there
homalos openapi               print the description of the API
homalos schema job|plan|edit  print the JSON Schema of a document
homalos words                 print the words of the trade, by set`

func main() {
	os.Exit(run(os.Args[1:], os.Stdin, os.Stdout, os.Stderr))
}

// run is the program without the process around it; it returns the exit code:
// 0 done, 1 something outside failed, 2 the input is at fault.
func run(args []string, in io.Reader, out, errs io.Writer) (code int) {
	defer func() {
		if wrong := recover(); wrong != nil {
			fmt.Fprintf(errs, "$: a fault of the program, not of the input: %v. Please send it in with the input\n", wrong)
			code = 1
		}
	}()
	if len(args) == 0 {
		fmt.Fprintln(errs, usage)
		return 2
	}
	switch args[0] {
	case "plan":
		return planFile(args[1:], in, out, errs)
	case "sticks":
		return sticksFile(args[1:], in, out, errs)
	case "edit":
		return editFile(args[1:], in, out, errs)
	case "serve", "demo":
		return serve(args[1:], args[0] == "demo", out, errs)
	case "export":
		return export(args[1:], out, errs)
	case "backup":
		return backup(args[1:], out, errs)
	case "restore":
		return restore(args[1:], out, errs)
	case "simulate":
		return simulate(args[1:], out, errs)
	case "openapi":
		return openapi(out, errs)
	case "words":
		return wordTable(out, errs)
	case "schema":
		return schemas(args[1:], out, errs)
	case "help", "-h", "--help":
		fmt.Fprintln(out, usage)
		return 0
	}
	fmt.Fprintf(errs, "$: unknown command %q\n%s\n", args[0], usage)
	return 2
}

// planFile prints a job's plan, or one line for each of its faults.
func planFile(args []string, in io.Reader, out, errs io.Writer) int {
	table, file := false, ""
	for _, a := range args {
		switch {
		case a == "--table":
			table = true
		case file == "":
			file = a
		default:
			fmt.Fprintf(errs, "$: %q is one argument too many: give one file\n", a)
			return 2
		}
	}
	if file == "" {
		fmt.Fprintln(errs, "$: no file named: homalos plan FILE, or - for standard input")
		return 2
	}
	raw, err := read(file, in)
	if err != nil {
		fmt.Fprintf(errs, "$: %v\n", err)
		return 2
	}
	p, err := computeFrom(raw)
	if err != nil {
		fmt.Fprintln(errs, err)
		return 2
	}
	if table {
		_, err = io.WriteString(out, p.Table())
	} else {
		enc := json.NewEncoder(out)
		enc.SetEscapeHTML(false)
		enc.SetIndent("", "  ")
		err = enc.Encode(p)
	}
	if err != nil {
		fmt.Fprintln(errs, err)
		return 1
	}
	return 0
}

// read reads a file, or standard input for "-", as far as a document may go.
func read(file string, in io.Reader) ([]byte, error) {
	if file != "-" {
		f, err := os.Open(file)
		if err != nil {
			return nil, err
		}
		defer func() { _ = f.Close() }()
		in = f
	}
	return io.ReadAll(io.LimitReader(in, job.MostBytes+1))
}

// computeFrom lists the faults of shape and, where the shape allows it, those
// of meaning together.
func computeFrom(raw []byte) (plan.Plan, error) {
	d, faults := job.Read(raw)
	if faults != nil {
		return plan.Plan{}, site.AllFaults(d, faults)
	}
	p, err := plan.Compute(d)
	var wrong job.Faults
	if err != nil && !errors.As(err, &wrong) {
		return p, fmt.Errorf("$: %w", err)
	}
	return p, err
}

func indent(raw []byte) []byte {
	var b bytes.Buffer
	if json.Indent(&b, raw, "", "  ") != nil {
		return raw
	}
	return b.Bytes()
}

// schemas prints the JSON Schema of one of the documents.
func schemas(args []string, out, errs io.Writer) int {
	var raw []byte
	var err error
	if len(args) == 1 {
		raw, err = server.Schema(args[0])
	}
	if err != nil {
		fmt.Fprintln(errs, err)
		return 1
	}
	if raw == nil {
		fmt.Fprintln(errs, "homalos schema job|plan|edit")
		return 2
	}
	fmt.Fprintf(out, "%s\n", indent(raw))
	return 0
}
