package main

import (
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"strings"
	"time"

	"homalos/demo"
	"homalos/internal/instrument"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// simulate writes a made-up job and, apart, what is really there.
func simulate(args []string, out, errs io.Writer) int {
	flags := flag.NewFlagSet("simulate", flag.ContinueOnError)
	flags.SetOutput(errs)
	seed := flags.Uint64("seed", 1, "the same seed gives the same building")
	units := flags.String("units", "imperial", "imperial or metric")
	jobFile := flags.String("job", "", "where the job document goes; simulated-SEED.json if not given, - for standard output")
	truthFile := flags.String("truth", "", "where the truth goes; simulated-SEED.truth.json if not given")
	if flags.Parse(args) != nil {
		return 2
	}
	if flags.NArg() > 0 || !measure.System(*units).Known() {
		fmt.Fprintln(errs, "homalos simulate --seed N [--units imperial|metric] [--job FILE] [--truth FILE]")
		return 2
	}
	if *jobFile == "" {
		*jobFile = fmt.Sprintf("simulated-%d.json", *seed)
	}
	if *truthFile == "" {
		*truthFile = fmt.Sprintf("simulated-%d.truth.json", *seed)
	}
	d, b := instrument.Simulate(*seed, measure.System(*units))
	truth, err := json.MarshalIndent(b, "", "  ")
	if err == nil {
		err = os.WriteFile(*truthFile, append(truth, '\n'), 0o644)
	}
	if err == nil && *jobFile == "-" {
		_, err = out.Write(job.Write(d))
	} else if err == nil {
		err = os.WriteFile(*jobFile, job.Write(d), 0o644)
	}
	if err != nil {
		fmt.Fprintln(errs, err)
		return 1
	}
	if *jobFile != "-" {
		fmt.Fprintf(out, "%s: the job, %d readings\n%s: what is really there\n", *jobFile, len(d.Survey.Readings), *truthFile)
	}
	return 0
}

// blunders is how often the demo's devices are misread.
const blunders = 0.02

// devices serves the simulated devices of the demo's buildings on loopback and
// returns their address.
func devices() (string, error) {
	kits := map[string]*instrument.Kit{}
	for file, id := range demo.IDs {
		raw, err := demo.Truths.ReadFile(strings.Replace(file, ".json", ".truth.json", 1))
		if err != nil {
			return "", err
		}
		b, err := instrument.Read(raw)
		if err != nil {
			return "", fmt.Errorf("demo/%s: %w", file, err)
		}
		kits[id] = instrument.NewKit(b, b.Seed, blunders)
	}
	practice, err := demo.Truths.ReadFile("practice.truth.json")
	if err != nil {
		return "", err
	}
	room, err := instrument.Read(practice)
	if err != nil {
		return "", fmt.Errorf("demo/practice.truth.json: %w", err)
	}
	listener, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return "", err
	}
	bench := instrument.NewBench(kits, func(string) *instrument.Kit { return instrument.NewKit(room, room.Seed, blunders) })
	web := &http.Server{Handler: bench, ReadHeaderTimeout: 5 * time.Second}
	go func() { _ = web.Serve(listener) }()
	return "http://" + listener.Addr().String(), nil
}
