// Command load has fifty people work at a running application on loopback, for
// half a minute, and prints how long they wait: reading plans, adding readings,
// editing a wall and looking at the list, with few jobs and with many.
package main

import (
	"bytes"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"log"
	"math/rand/v2"
	"net"
	"net/http"
	"net/url"
	"os"
	"regexp"
	"slices"
	"sync"
	"time"

	"homalos/internal/job"
)

var (
	at      = flag.String("at", "http://127.0.0.1:8080", "address of the application; on loopback")
	inside  = flag.String("inside", "", "address of its figures, for the memory it takes")
	people  = flag.Int("people", 50, "at most 200")
	seconds = flag.Float64("seconds", 30, "for each number of jobs; at most 300")
	pause   = flag.Duration("pause", 3*time.Second, "between two things that one person does, on average; 0 for none")
	busy    = flag.Int("busy", 5, "jobs that they work at")
)

// taken are readings of the demo job.
var taken []job.Reading

var client = &http.Client{Timeout: time.Minute, Transport: &http.Transport{MaxIdleConnsPerHost: 300}}

func main() {
	flag.Parse()
	to, err := url.Parse(*at)
	if err != nil || net.ParseIP(to.Hostname()) == nil || !net.ParseIP(to.Hostname()).IsLoopback() {
		log.Fatal("only an application on this machine: give its address on loopback")
	}
	*people, *seconds = min(*people, 200), min(*seconds, 300)
	raw, err := os.ReadFile("demo/bindery.json")
	if err != nil {
		log.Fatal(err)
	}
	d, faults := job.Read(raw)
	if faults != nil {
		log.Fatal(faults)
	}
	for _, r := range d.Survey.Readings {
		if r.Replaces == "" && !r.Void && r.Place != nil {
			taken = append(taken, r)
		}
	}
	fmt.Printf("%d people, %v between two things that one does, %d jobs worked at, %.0f s for each number of jobs\n", *people, *pause, *busy, *seconds)
	fmt.Printf("%6s  %-16s %9s %7s %7s %7s %7s  %s\n", "jobs", "what", "a second", "first", "p50", "p95", "p99", "answers")
	have := 0
	for _, n := range []int{5, 100, 1000} {
		seed(d, have, n)
		have = n
		for _, k := range kinds {
			run(n, k)
		}
		if *inside != "" {
			fmt.Printf("%6d  memory: %s MB\n", n, memory())
		}
	}
}

// id is a job's, by its number.
func id(i int) string { return fmt.Sprintf("0190c0de-0000-7000-8000-1000%08d", i) }

// seed brings in jobs that are not there.
func seed(d job.Document, from, to int) {
	for i := from; i < to; i++ {
		one := d
		one.Name = fmt.Sprintf("%s, %d", d.Name, i)
		one.Rules = &job.Rules{Fit: job.L(fmt.Sprintf("%d/64 in", 1+i%5))} // a few plans, not one
		status, _, body := ask("PUT", "/api/jobs/"+id(i), "", job.Write(one))
		if status != http.StatusCreated {
			log.Fatalf("job %d can't be brought in: %d %.300s", i, status, body)
		}
	}
}

// person is one at work: the job, what of it is on screen.
type person struct {
	n, did   int
	job      string
	tag      string
	revision int
	late     bool // the last edit didn't say what follows from it
}

type kind struct {
	name string
	do   func(p *person) (status int)
}

var kinds = []kind{
	{"list", func(*person) int {
		status, _, _ := ask("GET", "/api/jobs", "", nil)
		return status
	}},
	{"plan, read", func(p *person) int {
		status, header, _ := ask("GET", "/api/jobs/"+p.job+"/plan", p.tag, nil)
		if t := header.Get("ETag"); t != "" {
			p.tag = t
		}
		return status
	}},
	{"reading added", func(p *person) int {
		reading := taken[rand.IntN(len(taken))] // once more: it agrees with what there is
		reading.ID = name(p)
		return p.edit(job.Edit{ID: name(p), Act: &job.AddReading{Reading: reading}})
	}},
	{"wall edited", func(p *person) int {
		wall := job.Wall{ID: fmt.Sprint("L", p.n), Lumber: "2x4", From: job.Place{X: job.L("0"), Y: job.L(fmt.Sprintf("%d in", 300+20*p.n))}, To: job.Place{X: job.L(fmt.Sprintf("%d in", 60+rand.IntN(90))), Y: job.L(fmt.Sprintf("%d in", 300+20*p.n))}}
		return p.edit(job.Edit{ID: name(p), Act: &job.PutWall{Wall: wall}})
	}},
}

func name(p *person) string {
	p.did++
	return fmt.Sprintf("load-%d-%d-%d", time.Now().UnixNano(), p.n, p.did)
}

// edit makes one edit to what the person has on screen.
func (p *person) edit(e job.Edit) int {
	if p.revision == 0 {
		_, _, body := ask("GET", "/api/jobs/"+p.job, "", nil)
		p.took(body)
	}
	raw, err := json.Marshal(job.Request{Revision: p.revision, Device: fmt.Sprint("load-", p.n), Edits: []job.Edit{e}})
	if err != nil {
		log.Fatal(err)
	}
	status, _, body := ask("POST", "/api/jobs/"+p.job+"/edits", "", raw)
	if p.revision = 0; status == http.StatusOK {
		p.took(body)
		if !bytes.Contains(body, []byte(`"follows":`)) {
			p.late = true // as a page does, it reads the plan that there is now
		}
	}
	return status
}

func (p *person) took(body []byte) {
	var now struct{ Revision int }
	if json.Unmarshal(body, &now) == nil {
		p.revision = now.Revision
	}
}

func ask(method, path, tag string, body []byte) (int, http.Header, []byte) {
	request, err := http.NewRequest(method, *at+path, bytes.NewReader(body))
	if err != nil {
		log.Fatal(err)
	}
	request.Header.Set("Content-Type", "application/json")
	if tag != "" {
		request.Header.Set("If-None-Match", tag)
	}
	response, err := client.Do(request)
	if err != nil {
		return 0, http.Header{}, nil
	}
	defer func() { _ = response.Body.Close() }()
	said, _ := io.ReadAll(response.Body)
	return response.StatusCode, response.Header, said
}

// run has all people do one kind of thing, and prints how long they waited.
func run(jobs int, k kind) {
	long := time.Duration(*seconds / float64(len(kinds)) * float64(time.Second))
	began := time.Now()
	first := &person{job: id(0), n: -1}
	k.do(first)
	alone := time.Since(began)
	began = time.Now()
	var mu sync.Mutex
	var waited, followed []time.Duration
	answers := map[int]int{}
	var wait sync.WaitGroup
	for i := range *people {
		wait.Go(func() {
			p := &person{n: i, job: id(i % min(*busy, jobs))}
			think(1) // not all at the same moment
			for time.Since(began) < long {
				from := time.Now()
				status := k.do(p)
				took := time.Since(from)
				mu.Lock()
				waited = append(waited, took)
				answers[status]++
				mu.Unlock()
				if p.late {
					p.late = false
					from := time.Now()
					_, header, _ := ask("GET", "/api/jobs/"+p.job+"/plan", p.tag, nil)
					p.tag = header.Get("ETag")
					mu.Lock()
					followed = append(followed, time.Since(from))
					mu.Unlock()
				}
				think(2)
			}
		})
	}
	wait.Wait()
	long = time.Since(began)
	tell := func(name string, all []time.Duration, first string, answers any) {
		if len(all) == 0 {
			return
		}
		slices.Sort(all)
		part := func(of float64) string {
			return fmt.Sprintf("%.0f ms", float64(all[min(int(of*float64(len(all))), len(all)-1)].Microseconds())/1000)
		}
		fmt.Printf("%6d  %-16s %9.0f %7s %7s %7s %7s  %v\n", jobs, name, float64(len(all))/long.Seconds(), first, part(.5), part(.95), part(.99), answers)
	}
	tell(k.name, waited, fmt.Sprintf("%.0f ms", alone.Seconds()*1000), answers)
	tell("  plan after it", followed, "", "read anew")
}

// think is what a person does between two things: up to so many pauses.
func think(most float64) {
	time.Sleep(time.Duration(rand.Float64() * most * float64(*pause)))
}

var resident = regexp.MustCompile(`(?m)^process_resident_memory_bytes (\S+)`)

func memory() string {
	response, err := client.Get(*inside + "/metrics")
	if err != nil {
		return "?"
	}
	defer func() { _ = response.Body.Close() }()
	text, _ := io.ReadAll(response.Body)
	found := resident.FindSubmatch(text)
	var bytes float64
	if found == nil {
		return "?"
	}
	if _, err := fmt.Sscan(string(found[1]), &bytes); err != nil {
		return "?"
	}
	return fmt.Sprintf("%.0f", bytes/(1<<20))
}
