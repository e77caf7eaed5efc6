package instrument_test

import (
	"bufio"
	"compress/gzip"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"flag"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"runtime"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/advise"
	"homalos/internal/instrument"
	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/law"
	"homalos/internal/making"
	"homalos/internal/measure"
	"homalos/internal/picture"
	"homalos/internal/plan"
	"homalos/internal/site"
	"homalos/internal/work"
)

// The corpus is documents as they were planned before the core was taken
// apart. What is planned of them now must be the same to the byte; where a
// difference is meant, `go test ./internal/instrument -run TestCorpus -corpus.keep`
// keeps what is planned now, and the commit says why. -corpus.dump writes all
// of it to a directory, to compare with another.
var (
	keepCorpus = flag.Bool("corpus.keep", false, "keep what is planned now as right")
	makeCorpus = flag.Bool("corpus.make", false, "make the documents anew")
	dumpCorpus = flag.String("corpus.dump", "", "directory to write all outcomes to")
)

const corpusFile = "testdata/corpus.jsonl.gz"

// kept is one document and what came of it, as sums of the text.
type kept struct {
	Name     string          `json:"name"`
	Document json.RawMessage `json:"document"`
	Sums     [5]string       `json:"sums"` // as outcomeNames
}

var outcomeNames = [5]string{"plan", "pictures", "room", "calls", "fixes"}

// outcomes is all that the application shows of a job.
func outcomes(d job.Document) (out [5][]byte) {
	p, err := plan.Compute(d)
	if err != nil {
		out[0] = text(err)
		return out
	}
	out[0], out[1] = text(p), text(p.Drawings)
	room := plan.RoomOf(p)
	out[2] = text(room, error(nil), p.Asks(), p.Usual())
	calls := plan.CallList(p)
	out[3] = text(calls, err)
	out[4] = fixes(d, p)
	return out
}

// fixes are the edits of every fix that is offered; of a few, what they bring
// and move too. At its end a section across the room.
func fixes(d job.Document, p plan.Plan) []byte {
	var all []any
	for _, w := range p.Walls {
		for _, a := range w.Advice {
			for _, f := range a.Fixes {
				edits := p.FixEdits(d, w.ID, f.ID)
				all = append(all, f, edits)
				if len(all) > 6 {
					continue
				}
				after, _, err := job.ApplyAll(job.Copy(d), edits)
				if err != nil {
					all = append(all, err)
					continue
				}
				compared, err := advise.Compare(context.Background(), new(work.Memory), d, after, w.ID, func(string) bool { return true })
				all = append(all, compared, err, site.Moves(d, after))
				stayed := job.Copy(after)
				all = append(all, site.KeepPlaces(d, &stayed), job.Between(after, stayed))
			}
		}
	}
	long := d.Units.Write(120 * measure.Inch)
	section, err := picture.SectionAlong(p.Result, job.Place{X: job.L(d.Units.Write(0)), Y: job.L(long)}, job.Place{X: job.L(long), Y: job.L(d.Units.Write(10 * measure.Inch))})
	return text(append(all, section, err)...)
}

func text(all ...any) []byte {
	var out []byte
	for _, one := range all {
		if err, is := one.(error); is {
			one = err.Error()
		}
		raw, err := json.MarshalIndent(one, "", " ")
		if err != nil {
			raw = []byte(err.Error())
		}
		out = append(append(out, raw...), '\n')
	}
	return out
}

func sum(raw []byte) string {
	all := sha256.Sum256(raw)
	return hex.EncodeToString(all[:8])
}

func TestCorpusIsPlannedAsItWas(t *testing.T) {
	all := readCorpus(t)
	require.GreaterOrEqual(t, len(all), 300)
	planned := 0
	var mutex sync.Mutex
	var wait sync.WaitGroup
	work := make(chan int)
	for range runtime.NumCPU() {
		wait.Go(func() {
			for i := range work {
				d, faults := job.Read(all[i].Document)
				if faults != nil {
					assert.NoError(t, faults, all[i].Name)
					continue
				}
				got := outcomes(d)
				mutex.Lock()
				if got[1] != nil {
					planned++
				}
				for k, raw := range got {
					if *keepCorpus {
						all[i].Sums[k] = sum(raw)
					} else {
						assert.Equal(t, all[i].Sums[k], sum(raw), "%s of %s", outcomeNames[k], all[i].Name)
					}
					if *dumpCorpus != "" {
						name := filepath.Join(*dumpCorpus, fmt.Sprintf("%s.%s.json", all[i].Name, outcomeNames[k]))
						assert.NoError(t, os.WriteFile(name, raw, 0o644))
					}
				}
				mutex.Unlock()
			}
		})
	}
	tried := len(all)
	if *keepCorpus || *dumpCorpus != "" {
		for i := range all {
			work <- i
		}
	} else {
		tried = law.Each(t, len(all), func(n int) { work <- n })
	}
	close(work)
	wait.Wait()
	t.Logf("%d documents, %d of them planned", tried, planned)
	require.Greater(t, planned, tried/2)
	if *keepCorpus {
		writeCorpus(t, all)
	}
}

func readCorpus(t *testing.T) (all []kept) {
	if *makeCorpus {
		return newCorpus(t)
	}
	file, err := os.Open(corpusFile)
	require.NoError(t, err)
	defer file.Close()
	zip, err := gzip.NewReader(file)
	require.NoError(t, err)
	lines := bufio.NewScanner(zip)
	lines.Buffer(nil, 1<<24)
	for lines.Scan() {
		var one kept
		require.NoError(t, json.Unmarshal(lines.Bytes(), &one))
		all = append(all, one)
	}
	require.NoError(t, lines.Err())
	return all
}

func writeCorpus(t *testing.T, all []kept) {
	file, err := os.Create(corpusFile)
	require.NoError(t, err)
	zip, err := gzip.NewWriterLevel(file, gzip.BestCompression)
	require.NoError(t, err)
	out := json.NewEncoder(zip)
	for _, one := range all {
		require.NoError(t, out.Encode(one))
	}
	require.NoError(t, zip.Close())
	require.NoError(t, file.Close())
}

// newCorpus is both demo jobs and simulated ones, as they are and shaken; and
// what a crew makes of them.
func newCorpus(t *testing.T) (all []kept) {
	add := func(name string, d job.Document) {
		raw, err := json.Marshal(d)
		require.NoError(t, err)
		if _, faults := job.Read(raw); faults == nil {
			all = append(all, kept{Name: name, Document: raw})
		}
	}
	var bases []job.Document
	for _, name := range []string{"bindery", "wardrobe"} {
		raw, err := os.ReadFile("../../demo/" + name + ".json")
		require.NoError(t, err)
		d, faults := job.Read(raw)
		require.Nil(t, faults)
		add(name, d)
		bases = append(bases, d)
	}
	for seed := range uint64(12) {
		d, _ := instrument.Simulate(seed, []measure.System{measure.Imperial, measure.Metric}[seed%2])
		add(fmt.Sprintf("simulated-%d", seed), d)
		if seed < 8 {
			bases = append(bases, d)
		}
	}
	for seed := range uint64(1000) {
		r := rand.New(rand.NewPCG(seed, 10))
		base := bases[seed%uint64(len(bases))]
		if r.IntN(2) == 0 {
			base = bases[r.IntN(2)]
		}
		d := jobtest.Shake(base, r, 1+r.IntN(6))
		if site.Check(d) != nil && seed%4 != 0 {
			continue // some that are refused are enough
		}
		add(fmt.Sprintf("shaken-%d", seed), d)
	}
	for seed := range uint64(24) {
		d := job.Copy(bases[seed%2])
		crew := jobtest.NewCrew(fmt.Sprint("corpus ", seed), seed)
		for range 12 {
			if made, err := (&making.Maker{Now: d}).Make([]job.Edit{crew.Edit(d)}); err == nil {
				d = made.Document
			}
		}
		add(fmt.Sprintf("edited-%d", seed), d)
	}
	return all
}
