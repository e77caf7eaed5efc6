package main

import (
	"bufio"
	"context"
	"database/sql"
	"fmt"
	"io"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	_ "github.com/jackc/pgx/v5/stdlib"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/server/servertest"
	"homalos/internal/store"
)

// place is a database cluster and an application of a test's own, with the
// durability of everyday use.
type place struct {
	t    *testing.T
	name string
	bin  string

	mu  sync.Mutex
	at  string // of the application
	db  string // of the database
	app *exec.Cmd
}

func (s *place) address() string {
	s.mu.Lock()
	defer s.mu.Unlock()
	return s.at
}

func (s *place) postgres(what string) string {
	s.t.Helper()
	out, err := exec.Command("bash", "../../scripts/postgres.sh", what, s.name).Output()
	require.NoError(s.t, err)
	return strings.TrimSpace(string(out))
}

var told = regexp.MustCompile(`http://[0-9.:]+`)

// up starts both, and waits until the application says where it is.
func (s *place) up() {
	s.t.Helper()
	url := s.postgres("start")
	app := exec.Command(s.bin, "serve", "-db", url, "-listen", "127.0.0.1:0")
	out, err := app.StdoutPipe()
	require.NoError(s.t, err)
	app.Stderr = os.Stderr
	require.NoError(s.t, app.Start())
	lines := bufio.NewScanner(out)
	at := ""
	for at == "" && lines.Scan() {
		at = told.FindString(lines.Text())
	}
	require.NotEmpty(s.t, at, "the application didn't start")
	go func() { _, _ = io.Copy(io.Discard, out) }()
	s.mu.Lock()
	defer s.mu.Unlock()
	s.at, s.db, s.app = at, url, app
}

// database is where the database has its data, and the processes it is, the
// first of them the one that starts the others.
func (s *place) database() (folder string, pids []int) {
	s.t.Helper()
	db, err := sql.Open("pgx", s.db)
	require.NoError(s.t, err)
	require.NoError(s.t, db.QueryRow("SHOW data_directory").Scan(&folder))
	require.NoError(s.t, db.Close())
	raw, err := os.ReadFile(filepath.Join(folder, "postmaster.pid"))
	require.NoError(s.t, err)
	master := strings.SplitN(string(raw), "\n", 2)[0]
	children, _ := exec.Command("pgrep", "-P", master).Output()
	for _, text := range append([]string{master}, strings.Fields(string(children))...) {
		pid, err := strconv.Atoi(text)
		require.NoError(s.t, err)
		pids = append(pids, pid)
	}
	return folder, pids
}

// harms are what is done to application and database while people work.
var harms = []struct {
	name string
	do   func(s *place)
}{
	{"both killed, as by a power cut", func(s *place) { s.kill(); s.up() }},
	{"the database frozen for a while", func(s *place) {
		_, pids := s.database()
		freeze(pids, 3*time.Second)
	}},
	{"a process of the database killed: it throws all out and starts anew", func(s *place) {
		_, pids := s.database()
		_ = syscall.Kill(pids[len(pids)-1], syscall.SIGKILL)
	}},
	{"the application killed", func(s *place) {
		require.NoError(s.t, s.app.Process.Kill())
		_ = s.app.Wait()
		s.up()
	}},
	{"the application frozen", func(s *place) { freeze([]int{s.app.Process.Pid}, 2*time.Second) }},
	{"the application asked to stop", func(s *place) {
		require.NoError(s.t, s.app.Process.Signal(syscall.SIGTERM))
		assert.NoError(s.t, s.app.Wait(), "it stops with 0")
		s.up()
	}},
}

func freeze(pids []int, long time.Duration) {
	for _, pid := range pids {
		_ = syscall.Kill(pid, syscall.SIGSTOP)
	}
	time.Sleep(long)
	for _, pid := range pids {
		_ = syscall.Kill(pid, syscall.SIGCONT)
	}
}

// kill ends the application and every process of the database at once, as a
// power cut does.
func (s *place) kill() {
	s.t.Helper()
	folder, pids := s.database()
	require.NoError(s.t, s.app.Process.Kill())
	_ = s.app.Wait()
	for _, pid := range pids {
		_ = syscall.Kill(pid, syscall.SIGKILL)
	}
	defer func() { _ = os.Remove(filepath.Join(folder, "postmaster.pid")) }() // after a power cut no process has this number
	for _, pid := range pids {
		require.Eventually(s.t, func() bool { return syscall.Kill(pid, 0) != nil || zombie(pid) }, 30*time.Second, 20*time.Millisecond)
	}
}

func zombie(pid int) bool {
	raw, err := os.ReadFile(fmt.Sprintf("/proc/%d/stat", pid))
	return err != nil || strings.Contains(string(raw), ") Z ")
}

// Devices work at a job while the application and its database are killed,
// frozen and stopped, and come back; HOMALOS_CHAOS says for how long: what was acknowledged is there once, the log followed gives the
// document, and all of it taken back gives the first document.
func TestKilledInTheMiddleOfIt(t *testing.T) {
	if os.Getenv("HOMALOS_TEST_DB") == "" {
		t.Fatal("run the tests with `make test`")
	}
	bin := filepath.Join(t.TempDir(), "homalos")
	out, err := exec.Command("go", "build", "-o", bin, ".").CombinedOutput()
	require.NoError(t, err, string(out))
	s := &place{t: t, name: fmt.Sprint("crash-", os.Getpid()), bin: bin}
	t.Cleanup(func() {
		if s.app != nil {
			_ = s.app.Process.Kill()
		}
		s.postgres("stop")
		s.postgres("remove")
	})
	s.up()
	ctx := context.Background()
	const id = "0190c0de-0000-7000-8000-0000000000cc"
	raw, err := os.ReadFile("../../demo/wardrobe.json")
	require.NoError(t, err)
	d, faults := job.Read(raw)
	require.Empty(t, faults)
	status, err := servertest.Call(ctx, "PUT", s.address()+"/api/jobs/"+id, d, nil)
	require.NoError(t, err)
	require.Equal(t, 201, status)

	working, done := context.WithCancel(ctx)
	defer done()
	long, _ := time.ParseDuration(os.Getenv("HOMALOS_CHAOS"))
	var devices []*servertest.Device
	var wait sync.WaitGroup
	for i := range 6 {
		one := &servertest.Device{At: s.address, Job: id, Crew: jobtest.NewCrew(fmt.Sprint("device-", i), uint64(i))}
		devices = append(devices, one)
		wait.Go(func() { assert.NoError(t, one.Work(working)) })
	}
	began := time.Now()
	revision := 0
	work := func() { // some is done between two harms, however long that takes
		for was := revision; revision < was+5; {
			time.Sleep(100 * time.Millisecond)
			var now servertest.Answer
			if status, err := servertest.Call(ctx, "GET", s.address()+"/api/jobs/"+id, nil, &now); err == nil && status == 200 {
				revision = now.Revision
			}
			require.NoError(t, t.Context().Err())
		}
		if long > 0 {
			time.Sleep(2 * time.Second)
		}
	}
	for i := 0; i < 4 || time.Since(began) < long; i++ {
		work()
		h := harms[i%len(harms)]
		t.Logf("%5.0f s: %s", time.Since(began).Seconds(), h.name)
		h.do(s)
	}
	work()
	done()
	wait.Wait()

	db, err := store.Open(s.db)
	require.NoError(t, err)
	defer func() { _ = db.Close() }()
	crew := db.ForCrew(store.BuiltInCrew)
	steps, err := crew.Steps(ctx, id, 0, 0)
	require.NoError(t, err)
	for before := -1; before != len(steps); { // what was on its way when the devices left off may still come
		before = len(steps)
		time.Sleep(time.Second)
		steps, err = crew.Steps(ctx, id, 0, 0)
		require.NoError(t, err)
	}
	there := map[string]int{}
	var log []servertest.Step
	for _, step := range steps {
		one := servertest.Step{Revision: int(step.Revision), Undoes: int(step.Undoes), Redoes: int(step.Redoes)}
		for _, l := range step.Lines {
			there[l.Edit.ID]++
			if one.Edit == "" {
				one.Edit = l.Edit.ID
			}
		}
		log = append(log, one)
	}
	made, lost, twice := 0, 0, 0
	for _, one := range devices {
		made += len(one.Made)
		for _, e := range one.Made {
			if there[e] == 0 {
				lost++
			} else if there[e] > 1 {
				twice++
			}
		}
	}
	t.Logf("%d edits were acknowledged, in %d revisions: %d lost, %d made twice", made, len(log), lost, twice)
	assert.Zero(t, lost)
	assert.Zero(t, twice)
	require.Greater(t, made, 10)
	same := func() job.Document {
		now, err := crew.Job(ctx, id)
		require.NoError(t, err)
		assert.Empty(t, now.Mended)
		replayed, err := crew.Replay(ctx, id)
		require.NoError(t, err)
		assert.Equal(t, string(job.Write(now.Document)), string(job.Write(replayed)))
		return now.Document
	}
	same()
	if long > 0 {
		return // all of it taken back would take as long again
	}
	require.NoError(t, servertest.TakeAllBack(ctx, s.address(), id, log, len(log)))
	assert.Equal(t, string(job.Write(job.Canonical(d))), string(job.Write(same())))
}
