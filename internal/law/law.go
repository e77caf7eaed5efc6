// Package law tries laws on many cases: in `make test` on few that are kept, chosen
// so that together they reach whatever all of them reach, and in `make nightly` on all.
//
// A test that is named in its package's testdata/cases.json is tried on the cases that
// stand there; one that isn't is quick, and tried on all each time. `make cases` chooses
// anew, by what each case reaches of the code (scripts/cases). Every law of the tree goes
// through this package, as rapid's own settings are one for a whole process: tests may run
// side by side.
package law

import (
	"encoding/json"
	"errors"
	"flag"
	"io/fs"
	"os"
	"strconv"
	"sync"
	"testing"

	"pgregory.net/rapid"
)

// Long tells whether all cases are tried, and whatever else takes long.
func Long() bool { return os.Getenv("HOMALOS_LONG") != "" }

// Night leaves a test to `make nightly`: what it does is done by quicker ones too.
func Night(t testing.TB) {
	t.Helper()
	if !Long() {
		t.Skip("left to make nightly")
	}
}

// keptIn is where a package keeps its few cases, by the names of its tests.
const keptIn = "testdata/cases.json"

// kept are the few cases of a test; none of them, and all is tried.
var kept = sync.OnceValues(func() (map[string][]int, error) {
	raw, err := os.ReadFile(keptIn)
	if errors.Is(err, fs.ErrNotExist) {
		return nil, nil
	}
	if err != nil {
		return nil, err
	}
	var all map[string][]int
	return all, json.Unmarshal(raw, &all)
})

// cases are those that a test is tried on; nil, and it is all.
func cases(t testing.TB) []int {
	t.Helper()
	if one, is := one(); is {
		return []int{one}
	}
	if Long() {
		return nil
	}
	all, err := kept()
	if err != nil {
		t.Fatalf("%s: %v", keptIn, err)
	}
	return all[t.Name()]
}

// one is the case that is tried alone: to choose by, or to have one that failed again.
func one() (n int, is bool) {
	n, err := strconv.Atoi(os.Getenv("HOMALOS_CASE"))
	return n, err == nil
}

// Check tries a law on cases that rapid makes up.
func Check(t *testing.T, holds func(*rapid.T)) {
	t.Helper()
	these := cases(t)
	if these == nil {
		checkAll(t, holds)
		return
	}
	for _, n := range these {
		check(t, n+1, holds) // nought is a seed of chance
	}
}

// Each tries a law on the cases 0 to all-1, whatever they are numbers of, and tells how
// many it tried.
func Each(t *testing.T, all int, holds func(n int)) (tried int) {
	t.Helper()
	these := cases(t)
	if these == nil {
		for n := range all {
			holds(n)
		}
		return all
	}
	for _, n := range these {
		holds(n)
	}
	return len(these)
}

// settings of rapid are read when a check begins, and are the whole process's.
var settings sync.Mutex

// rapidCases are as many cases as rapid tries where nothing else is said.
const rapidCases = 100

var given = sync.OnceValue(func() [2]string {
	read := func(name, usual string) string {
		if v, is := os.LookupEnv(name); is {
			return v
		}
		return usual
	}
	return [2]string{read("RAPID_SEED", "0"), read("RAPID_CHECKS", strconv.Itoa(rapidCases))}
})

func checkAll(t *testing.T, holds func(*rapid.T)) {
	t.Helper()
	began := with(given()[0], given()[1])
	defer began()
	rapid.Check(t, func(t *rapid.T) { began(); holds(t) })
}

// check tries one case. A law may pass it over: then rapid goes on to the next.
func check(t *testing.T, seed int, holds func(*rapid.T)) {
	t.Helper()
	began := with(strconv.Itoa(seed), "1")
	defer began()
	tries := 0
	rapid.Check(t, func(r *rapid.T) {
		began()
		if tries++; tries > 1 {
			if _, alone := one(); alone {
				return // this case is none
			}
		}
		holds(r)
	})
	if _, alone := one(); alone && tries > 1 {
		t.Skip("passed over")
	}
}

// with sets what rapid reads when it begins; what it returns is called once it has.
func with(seed, checks string) (began func()) {
	settings.Lock()
	for name, value := range map[string]string{"rapid.seed": seed, "rapid.checks": checks} {
		if err := flag.Set(name, value); err != nil {
			panic(err)
		}
	}
	return sync.OnceFunc(settings.Unlock)
}
