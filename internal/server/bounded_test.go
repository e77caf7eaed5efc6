package server_test

import (
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/httptest"
	"runtime"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/law"
	"homalos/internal/server"
	"homalos/internal/site"
	"homalos/internal/store/storetest"
)

// hostile are documents made to take long: each factor within its own bound, or a share
// of it.
func hostile(share int) map[string]said {
	mm := func(n int) string { return fmt.Sprint(n, " mm") }
	wall := func(i, long int, more said) said {
		w := said{"id": fmt.Sprint("W", i), "lumber": "2x4", "from": said{"x": "0", "y": mm(i * 300)}, "to": said{"x": mm(long), "y": mm(i * 300)}}
		for k, v := range more {
			w[k] = v
		}
		return w
	}
	many := func(n int, one func(i int) said) (out []said) {
		for i := range max(n/share, 1) {
			out = append(out, one(i))
		}
		return out
	}
	walls := func(n, long int) []said { return many(n, func(i int) said { return wall(i, long, nil) }) }
	gaps := func(n, long, rows int) []said {
		return many(n, func(i int) said {
			return said{"id": fmt.Sprint("r", i), "kind": "gap", "place": said{"x": mm(i * 37 % long), "y": mm(i * 101 % (rows * 300))}, "value": mm(2400 + i*7%40 - 20)}
		})
	}
	pipes := func(n int) []said {
		return many(n, func(i int) said {
			return said{"id": fmt.Sprint("o", i), "kind": "pipe", "from": said{"x": mm(i * 50 % 3000), "y": "-100 mm"}, "to": said{"x": mm(i * 50 % 3000), "y": "200000 mm"}, "width": "5 mm", "rises": true}
		})
	}
	joists := func(runs, n int) []said {
		return many(runs, func(i int) said {
			return said{"id": fmt.Sprint("J", i), "of": "ceiling", "angle": float64(i%90) + .5, "first": said{"x": "0", "y": "0"}, "spacing": "150 mm", "count": n, "exposed": true}
		})
	}
	ties := func(corners, n int) said {
		return said{"corners": many(corners, func(i int) said { return said{"id": fmt.Sprint("c", i)} }), "ties": many(n, func(i int) said {
			return said{"id": fmt.Sprint("t", i), "kind": "length", "from": fmt.Sprint("c", i%corners), "to": fmt.Sprint("c", (i*7+1)%corners), "value": mm(1000 + i*i*97%8000)}
		})}
	}
	doors := func(n int) []said {
		return many(n, func(i int) said {
			return said{"id": fmt.Sprint("D", i), "kind": "door", "centre": mm(800 + i*1000), "leaf": said{"width": "600 mm", "height": "1981 mm"}}
		})
	}
	return map[string]said{
		"joists by walls":          {"survey": said{"readings": gaps(30, 3000, 450), "joists": joists(500, 1000)}, "walls": walls(450, 3000)},
		"as many as may be":        {"survey": said{"readings": gaps(30, 3000, 450), "joists": joists(2, 1000)}, "walls": walls(450, 3000)},
		"pipes by walls":           {"survey": said{"readings": gaps(30, 3000, 450), "obstructions": pipes(490)}, "walls": walls(450, 3000)},
		"pipes, as many as may be": {"survey": said{"readings": gaps(30, 3000, 450), "obstructions": pipes(44)}, "walls": walls(450, 3000)},
		"members by readings":      {"survey": said{"readings": gaps(4000, 30000, 60)}, "walls": walls(60, 30000)},
		"ties by corners":          {"survey": ties(40, 390)},
		"ties, as many as may be":  {"survey": ties(40, 124)},
		"a street of doors":        {"survey": said{"readings": gaps(400, 99000, 9)}, "walls": many(9, func(i int) said { return wall(i, 99000, said{"openings": doors(97)}) })},
		"no stock":                 {"lumber": []said{{"id": "2x4", "thickness": "38 mm", "depth": "89 mm", "stock": []string{}}}, "walls": walls(3, 3000)},
		"a wall of a thousand km":  {"walls": []said{wall(0, 999_000_000, nil)}},
		"walls that cross": {"walls": many(450, func(i int) said {
			return said{"id": fmt.Sprint("W", i), "lumber": "2x4", "from": said{"x": "0", "y": mm(i * 10)}, "to": said{"x": "9000 mm", "y": mm(9000 - i*10)}}
		})},
	}
}

func hostileText(t testing.TB, name string, d said) []byte {
	t.Helper()
	doc := said{"format": "homalos-job/1", "name": name, "units": "metric", "lumber": []said{{"id": "2x4", "thickness": "38 mm", "depth": "89 mm"}}}
	for k, v := range d {
		doc[k] = v
	}
	raw, err := json.Marshal(doc)
	require.NoError(t, err)
	return raw
}

// answered sends a document, asks for what follows from it, and tells whether it was
// taken; what is refused names its fields.
func answered(t testing.TB, base, path, name string, d said) bool {
	t.Helper()
	raw := hostileText(t, name, d)
	for _, ask := range [][2]string{{"PUT", path}, {"GET", path + "/plan"}, {"GET", path + "/room"}} {
		body := ""
		if ask[0] == "PUT" {
			body = string(raw)
		}
		request, err := http.NewRequestWithContext(t.Context(), ask[0], base+ask[1], strings.NewReader(body))
		require.NoError(t, err)
		request.Header.Set("Content-Type", "application/json")
		response, err := http.DefaultClient.Do(request)
		require.NoError(t, err, name)
		var said struct {
			Detail string
			Errors []struct{ Location, Message string }
		}
		if response.StatusCode >= 400 {
			_ = json.NewDecoder(response.Body).Decode(&said)
		}
		_ = response.Body.Close()
		assert.Contains(t, []int{200, 201, 422}, response.StatusCode, "%s: %s %s", name, ask, said.Detail)
		if response.StatusCode == 422 {
			assert.NotEmpty(t, said.Errors, name)
			return false
		}
	}
	return true
}

// Whatever a document asks for, it is answered, or refused with the reason and the
// field: here a sixth of the largest that are taken, all of them at night; those that
// are refused are refused at once.
func TestHostileDocumentsAreAnsweredOrRefused(t *testing.T) {
	t.Parallel()
	a := start(t)
	taken := map[string]bool{"members by readings": true, "a street of doors": true, "as many as may be": true, "pipes, as many as may be": true, "ties, as many as may be": true}
	share := 6
	if law.Long() {
		share = 1
	}
	n := 0
	for name, d := range hostile(1) {
		if taken[name] {
			whole, faults := job.Read(hostileText(t, name, d))
			require.Empty(t, faults, name)
			assert.Empty(t, site.Check(whole), name)
			if !strings.HasPrefix(name, "ties") { // quick as they are
				d = hostile(share)[name]
			}
		}
		n++
		path := fmt.Sprintf("/api/jobs/0190c0de-0000-7000-8000-0000000008%02d", n)
		assert.Equal(t, taken[name], answered(t, a.base, path, name, d), name)
	}
}

// What the largest documents take: the time for each, and the most memory that is held
// meanwhile (the program is made to spend at most 400 MB).
func BenchmarkHostileDocuments(b *testing.B) {
	server.SpendMemory() // as serve does: tests else let garbage lie
	for name, d := range hostile(1) {
		b.Run(name, func(b *testing.B) {
			web := httptest.NewServer(server.New(storetest.Open(b), patient))
			defer web.Close()
			most, stop := uint64(0), make(chan struct{})
			var wait sync.WaitGroup
			wait.Go(func() {
				for {
					select {
					case <-stop:
						return
					case <-time.After(20 * time.Millisecond):
						var m runtime.MemStats
						runtime.ReadMemStats(&m)
						most = max(most, m.HeapAlloc)
					}
				}
			})
			for b.Loop() {
				runtime.GC()
				answered(b, web.URL, "/api/jobs/"+uuid.Must(uuid.NewV7()).String(), name, d)
			}
			close(stop)
			wait.Wait()
			b.ReportMetric(float64(most>>20), "MB-most")
		})
	}
}
