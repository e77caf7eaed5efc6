// Command cases chooses the few cases of each slow law (see internal/law): those that
// together reach all of the code that all of its cases reach, the quick ones first. It tries each
// case in a process of its own, with coverage, and prints what is kept as testdata/cases.json.
//
//	cases [-of CASES] [-only REGEXP] PACKAGE TEST…
package main

import (
	"bytes"
	"encoding/json"
	"flag"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"slices"
	"strings"
	"sync"
	"time"
)

// tried is one case of a law, and the blocks of code that it reached.
type tried struct {
	n       int
	took    time.Duration
	reached []string
}

func main() {
	of := flag.Int("of", 100, "how many cases to choose from")
	flag.Parse()
	if err := choose(flag.Arg(0), flag.Args()[1:], *of); err != nil {
		fmt.Fprintln(os.Stderr, "cases:", err)
		os.Exit(2)
	}
}

func choose(pkg string, tests []string, of int) error {
	dir, err := os.MkdirTemp("", "cases")
	if err != nil {
		return err
	}
	defer os.RemoveAll(dir)
	binary := filepath.Join(dir, "tests")
	if said, err := exec.Command("go", "test", "-c", "-o", binary, "-coverpkg=./internal/...", pkg).CombinedOutput(); err != nil {
		return fmt.Errorf("%w: %s", err, said)
	}
	kept := map[string][]int{}
	for _, test := range tests {
		cases, err := tryAll(binary, pkg, test, of)
		if err != nil {
			return err
		}
		var all, few time.Duration
		for _, c := range cases {
			all += c.took
		}
		for _, c := range chosen(cases) {
			few += c.took
			kept[test] = append(kept[test], c.n)
		}
		slices.Sort(kept[test])
		fmt.Fprintf(os.Stderr, "%s: %d of %d cases, %v of %v\n", test, len(kept[test]), len(cases), few.Round(time.Millisecond), all.Round(time.Millisecond))
	}
	return json.NewEncoder(os.Stdout).Encode(kept)
}

// tryAll tries every case by itself; those that the law passes over are left out.
func tryAll(binary, pkg, test string, of int) (all []tried, err error) {
	var mutex sync.Mutex
	var wait sync.WaitGroup
	next := make(chan int)
	for range runtime.NumCPU() {
		wait.Go(func() {
			for n := range next {
				one, was, failed := try(binary, pkg, test, n)
				mutex.Lock()
				if err = cmpOr(err, failed); was {
					all = append(all, one)
				}
				mutex.Unlock()
			}
		})
	}
	for n := range of {
		next <- n
	}
	close(next)
	wait.Wait()
	return all, err
}

func cmpOr(a, b error) error {
	if a != nil {
		return a
	}
	return b
}

func try(binary, pkg, test string, n int) (one tried, was bool, err error) {
	profile := fmt.Sprintf("%s.%s.%d", binary, strings.ReplaceAll(test, "/", "_"), n)
	names := strings.Split(test, "/")
	for i, name := range names {
		names[i] = "^" + name + "$"
	}
	run := exec.Command(binary, "-test.v", "-test.run", strings.Join(names, "/"), "-test.coverprofile", profile)
	run.Dir = pkg
	run.Env = append(os.Environ(), fmt.Sprint("HOMALOS_CASE=", n))
	began := time.Now()
	said, failed := run.CombinedOutput()
	took := time.Since(began)
	if bytes.Contains(said, []byte("--- SKIP")) {
		return one, false, nil
	}
	// what a law wants of all its cases together fails on one: whether it holds isn't asked here
	text, err := os.ReadFile(profile)
	if err != nil {
		return one, false, fmt.Errorf("%s, case %d: %w, %w\n%s", test, n, failed, err, said)
	}
	one = tried{n: n, took: took}
	for line := range strings.Lines(string(text)) {
		if at := strings.LastIndexByte(line, ' '); at > 0 && strings.TrimSpace(line[at:]) != "0" && !strings.HasPrefix(line, "mode:") {
			one.reached = append(one.reached, line[:at])
		}
	}
	return one, true, os.Remove(profile)
}

// chosen covers what all reach: again and again the case that reaches most of what is
// left for the time that it takes.
func chosen(cases []tried) (kept []tried) {
	slices.SortFunc(cases, func(a, b tried) int { return a.n - b.n })
	left := map[string]bool{}
	for _, c := range cases {
		for _, b := range c.reached {
			left[b] = true
		}
	}
	for len(left) > 0 {
		best, most := 0, 0.0
		for i, c := range cases {
			n := 0
			for _, b := range c.reached {
				if left[b] {
					n++
				}
			}
			if worth := float64(n) / c.took.Seconds(); worth > most {
				best, most = i, worth
			}
		}
		kept = append(kept, cases[best])
		for _, b := range cases[best].reached {
			delete(left, b)
		}
	}
	return kept
}
